/** The plan of a box that is wired already, or was wired by hand: its joints as they are, in the words of any other plan. */
import { endKey, type Box, type BoxWiring, type Insulation, type Schools, type Site, type WireEnd } from '../../model/index.js';
import { cablesIn, devicesOf } from '../boxContents.js';
import { breakLine, jointLine, sentence } from './landing.js';
import {
  deviceWords,
  landing,
  stripForTerminal,
  describeLead,
  type Lead,
  type PlannedJoint,
  type Role,
  type TerminalName,
} from './lead.js';
import type { WiringPlan } from './planned.js';

const roleOfColour = (colour: Lead['colour']): Role =>
  colour === 'bare' || colour === 'green' ? 'ground' : colour === 'white' ? 'neutral' : 'hot';
const roleOfTerminal = (name: string): Role =>
  name === 'green' || name === 'screw' ? 'ground' : /silver|neutral/.test(name) ? 'neutral' : 'hot';
const LETTER: Record<Role, Lead['letter']> = { hot: 'H', neutral: 'N', ground: 'G' };
/** Colours that a plan draws; others that a bench knows are drawn as the nearest of them. */
const drawn = (colour: string): Lead['colour'] =>
  ['black', 'red', 'white', 'blue', 'bare', 'green'].includes(colour)
    ? (colour as Lead['colour'])
    : colour === 'green-yellow'
      ? 'green'
      : 'black';

/**
 * @param plan what the planner gives for the box, of which cables, devices and the way to fold stay
 * @param wiring noted, and still of what lies in the box (`seenWiring`)
 */
export function asWired(plan: WiringPlan, site: Site, box: Box, wiring: BoxWiring): WiringPlan {
  const devices = devicesOf(site, box);
  const inside = cablesIn(site, box.id);
  const tails = new Map(wiring.pigtails.map((p) => [p.id, p]));
  const underScrews = wiring.joints.flatMap((j) => (j.at ? j.ends.flatMap((e) => ('pigtailId' in e ? [e.pigtailId] : [])) : []));
  const jumpers = new Set(underScrews.filter((id, i) => underScrews.indexOf(id) !== i));
  const leadOf = (end: WireEnd): Lead | undefined => {
    if ('pigtailId' in end) {
      const tail = tails.get(end.pigtailId);
      if (!tail) return undefined;
      const colour = drawn(tail.colour);
      const role = roleOfColour(colour);
      return {
        id: tail.id,
        role,
        colour,
        letter: LETTER[role],
        gauge: tail.gauge,
        from: 'pigtail',
        pigtailFor: '',
        ...(end.end === 1 ? { far: true } : {}),
        ...(jumpers.has(tail.id) ? { jumper: true } : {}),
      };
    }
    const here = inside.find((c) => c.cable.id === end.cableId);
    if (!here) return undefined;
    const { cable } = here;
    const grounds = end.conductor >= cable.conductors.length;
    const colour: Lead['colour'] = grounds
      ? cable.ground === 'green'
        ? 'green'
        : 'bare'
      : (cable.conductors[end.conductor] as Insulation);
    const use = cable.uses?.[end.conductor]?.is;
    const role: Role = grounds
      ? 'ground'
      : use
        ? use === 'neutral'
          ? 'neutral'
          : 'hot'
        : cable.whiteUsedAsHot === 'marked' || cable.whiteUsedAsHot === 'unmarked'
          ? 'hot'
          : roleOfColour(colour);
    const letter = use === 'switched' ? 'S' : use === 'traveller' ? 'T' : role === 'hot' && colour === 'red' ? 'R' : LETTER[role];
    const id = `${cable.id}-${grounds ? 'g' : end.conductor}`;
    return { id, role, colour, letter, gauge: cable.gauge, cableId: cable.id, from: `cable to ${here.farLabel}` };
  };
  const joints = wiring.joints.flatMap((j): PlannedJoint[] => {
    const leads = j.ends.map(leadOf).filter((l): l is Lead => l !== undefined);
    const [first] = leads;
    if (!first) return [];
    const base = { id: j.id, kind: j.kind, leads };
    if (j.at) {
      const device = devices.find((d) => d.id === j.at!.device);
      const name = (j.at.device === 'box' ? 'box screw' : j.at.terminal) as TerminalName;
      const at = { deviceId: j.at.device, name, of: device ? deviceWords(devices, device) : '' };
      const role = roleOfTerminal(j.at.terminal);
      const school = role === 'ground' || j.how === undefined || !isSchool(j.how) ? 'side screw' : j.how;
      const stripMm = stripForTerminal(school, first.gauge);
      return [{ ...base, role, at, stripMm, says: leads.map((l) => landing(l, at, stripMm, school)).join('; and ') }];
    }
    const lead = leads.find((l) => l.cableId) ?? first;
    const connector =
      j.connector ?? (j.how === 'lever' ? 'lever connector' : j.how === 'push-in connector' ? 'push-in connector' : 'twist-on');
    if (j.kind === 'cap') return [{ ...base, role: lead.role, connector, stripMm: 0, says: `cap ${describeLead(lead)}` }];
    return [{ ...base, role: lead.role, connector, stripMm: 0, says: `splice ${leads.map(describeLead).join(', ')} in a ${connector}` }];
  });
  const met = new Set(wiring.joints.flatMap((j) => j.ends.map(endKey)));
  const loose = inside.flatMap(({ cable, end }) => {
    const at = cable.ends[0].boxId === box.id ? 0 : 1;
    const count = cable.conductors.length + (cable.ground === 'none' || cable.ground === undefined ? 0 : 1);
    return end
      ? Array.from({ length: count }, (_, conductor): WireEnd => ({ cableId: cable.id, conductor, end: at })).filter(
          (e) => !met.has(endKey(e)),
        )
      : [];
  });
  const hand = ['ground', 'neutral', 'hot'].flatMap((role) => joints.filter((j) => j.role === role));
  const broken = new Map<string, { brass: boolean; silver: boolean }>();
  for (const { deviceId, side } of wiring.broken ?? [])
    broken.set(deviceId, { ...(broken.get(deviceId) ?? { brass: false, silver: false }), [side]: true });
  const breaks = [...broken].map(([id, tab]) => breakLine(tab, devices.find((d) => d.id === id)?.name ?? id));
  return {
    ...plan,
    // what the planner can't do hands may, and the bench judges it; what nobody knows stays unknown, however it is wired
    refused: [],
    joints,
    devices: plan.devices.map((d) => ({ ...d, broken: broken.get(d.id) })),
    pigtailMm: wiring.pigtails[0]?.lengthMm ?? plan.pigtailMm,
    breaks,
    connect: [...breaks, ...hand.map(jointLine)],
    notes: loose.map((e) => `${sentence(describeLead(leadOf(e)!))} is on nothing: a loose end is capped.`),
  };
}
const isSchool = (how: string): how is Schools['terminals'] => how === 'side screw' || how === 'clamp plate' || how === 'push-in';
