/**
 * What each conductor end in a box is for. Known from what was traced, from the colours of a plain two-wire cable, and from what the plan
 * itself runs; where that doesn't say it, there is no plan but a list of what to find out.
 */
import { DEVICE_KINDS } from '../../catalog/index.js';
import { inches, type Awg } from '../../measure/index.js';
import {
  DEFAULT_SCHOOLS,
  type Box,
  type Cable,
  type Circuit,
  type ConductorUse,
  type Device,
  type Insulation,
  type Schools,
  type Site,
} from '../../model/index.js';
import { cablesIn, devicesOf, switchOf, type CableInBox } from '../boxContents.js';
import type { Lead } from './lead.js';

export interface PlanInput {
  site: Site;
  box: Box;
  circuit: Circuit | undefined;
  schools: Schools;
  /** cables that the plan brings: in a switch box they are taken on from what is always hot */
  added?: ReadonlySet<string>;
  /** free ends that must reach outside the box, mm; shorter ones are lengthened */
  reachMm?: number;
}

/** One conductor end with its meaning. */
export interface Purpose {
  lead: Lead;
  is: ConductorUse['is'] | 'ground';
  /** the circuit, by id; empty when nobody knows it and there is only one */
  circuit: string;
  /** which of several feeds of one circuit; 0 for the first and for all that goes on */
  feed: number;
  /** of what is switched: the device; empty when it is the only one */
  by: string;
  side: CableInBox['side'];
}

export interface Purposes {
  inside: CableInBox[];
  /** devices of the box, with the switch of a box that is only known to hold one */
  devices: Device[];
  list: Purpose[];
  /** cables that bring power, with the feed of the circuit that each is */
  feeds: { cableId: string; circuit: string; feed: number }[];
  refused: string[];
  missing: string[];
  notes: string[];
}

const LETTER = { black: 'H', red: 'R', white: 'H', blue: 'R' } as const;
const letterOf = (is: Purpose['is'], colour: Insulation): Lead['letter'] =>
  is === 'neutral' ? 'N' : is === 'switched' ? 'S' : is === 'traveller' ? 'T' : LETTER[colour];

const plainPair = (cable: Cable): boolean =>
  cable.conductors.length === 2 && cable.conductors.filter((c) => c === 'white').length === 1 && cable.whiteUsedAsHot !== 'marked';

/** What the conductors of a cable are for: as traced, else by colour where two wires leave no doubt; undefined when it can't be known. */
function usesOf(input: PlanInput, here: CableInBox, inside: readonly CableInBox[], switches: number): readonly ConductorUse[] | undefined {
  const { box, added } = input;
  const { cable, side } = here;
  if (cable.uses) return cable.uses.some((u) => u.is === 'unknown') ? undefined : cable.uses;
  const oneSwitch = box.holds === 'switch' || switches === 1;
  // a loop brings the hot down on one wire and takes it back switched on the other
  if (oneSwitch && box.switchHas === 'switch loop' && inside.length === 1 && cable.conductors.length === 2)
    return cable.conductors.map((c) => (c === 'white' ? { is: 'hot' } : { is: 'switched' }));
  if (!plainPair(cable)) return undefined;
  const lamp = oneSwitch && side === 'load' && !added?.has(cable.id);
  return cable.conductors.map((c) => ({ is: c === 'white' ? 'neutral' : lamp ? 'switched' : 'hot' }));
}

/** What each conductor of a cable in a box is taken to be for, as long as nobody traced it: by colour, and by what the box is; undefined where that leaves doubt. */
export function usesTaken(site: Site, box: Box, cable: Cable): readonly ConductorUse[] | undefined {
  const inside = cablesIn(site, box.id);
  const here = inside.find((c) => c.cable.id === cable.id);
  const switches = devicesOf(site, box).filter((d) => DEVICE_KINDS[d.kind].form === 'switch').length;
  return here && usesOf({ site, box, circuit: undefined, schools: DEFAULT_SCHOOLS }, here, inside, switches);
}

const cableFrom = ({ farLabel, side }: CableInBox): string => `cable ${side === 'line' ? 'from' : 'to'} ${farLabel}`;

function refusals({ schools }: PlanInput, inside: readonly CableInBox[], devices: readonly Device[]): string[] {
  const reasons: string[] = [];
  if (inside.some(({ cable }) => cable.metal === 'aluminium'))
    reasons.push('Aluminium conductors need connectors and training of their own: a licensed electrician has to do this.');
  if (inside.some(({ cable }) => cable.whiteUsedAsHot === 'unmarked'))
    reasons.push('A white conductor is used as a hot without a mark: find out what it does and mark it before anything is planned.');
  if (schools.terminals === 'push-in' && inside.some(({ cable }) => cable.gauge < 14))
    reasons.push('Spring push-ins take 14 AWG only: choose side screws or clamp plates.');
  if (devices.length > 6) reasons.push('More than six devices in one box: this plan knows up to six.');
  return reasons;
}

/** What a switch box has to be looked at for before anything is taken on in it. */
function switchBoxMissing({ box, added }: PlanInput, inside: readonly CableInBox[], devices: readonly Device[]): string[] {
  const simple = devices.length === 1 && devices[0]!.id === switchOf(box.id);
  const traced = inside.every(({ cable }) => cable.uses !== undefined || added?.has(cable.id));
  if (!simple || traced) return [];
  if (box.switchHas === undefined)
    return [
      'Whether an always-hot and a neutral are in this switch box was not looked at: breaker off and proved dead, look behind the switch.',
    ];
  const onward = inside.filter(({ cable, side }) => side === 'load' && !added?.has(cable.id));
  if (onward.length === 1 || box.switchHas === 'switch loop') return [];
  return [
    onward.length === 0
      ? 'Which cable goes from this switch to what it switches was not noted: mark it as further on (load) in the survey.'
      : `${onward.length} cables go on from this switch box: find out which one the switch feeds, and note what each conductor does.`,
  ];
}

/** Reads a box. Pure; never throws. */
export function purposesIn(input: PlanInput): Purposes {
  const { site, box, circuit } = input;
  const inside = cablesIn(site, box.id);
  const devices = devicesOf(site, box);
  const missing: string[] = [];
  const notes: string[] = [];
  const list: Purpose[] = [];
  const feeds: Purposes['feeds'] = [];
  const switches = devices.filter((d) => DEVICE_KINDS[d.kind].form === 'switch').length;
  // a plan that leaves out the cable that brings the power would read as a whole one
  if (!inside.some((c) => c.side !== 'load') && !inside.some(({ cable }) => cable.uses?.some((u) => u.is === 'hot')))
    missing.push('No cable that brings power to this box has been noted: with the circuit proved dead, count the cables in it.');
  missing.push(...switchBoxMissing(input, inside, devices));
  if (circuit?.sharedNeutral && inside.some(({ cable, end }) => end && cable.uses === undefined && !input.added?.has(cable.id)))
    missing.push(
      `Circuit ${circuit.number} shares its neutral with another: leave it alone until it is known exactly what feeds what. Trace each conductor with breakers and tester, and note at its cable what it is for.`,
    );

  const lines = inside.filter(({ side, end }) => side === 'line' && end);
  const unproved = lines.filter(({ cable }) => !cable.circuitId && !cable.uses?.every((u) => u.is !== 'hot' || u.circuitId));
  if (lines.length > 1 && unproved.length)
    missing.push(
      'Two cables here come from the panel’s side. They are never joined unless one breaker is proved to feed both and one of them is kept apart: find out which breaker feeds each, and note it at the cable.',
    );
  const ownCircuit = (cable: Cable): string => cable.circuitId ?? box.circuitId ?? circuit?.id ?? '';
  for (const here of inside) {
    const { cable, end, side } = here;
    if (!end) continue;
    const uses = usesOf(input, here, inside, switches);
    if (!uses) {
      missing.push(
        cable.uses
          ? `Not every conductor of the ${cableFrom(here)} was traced: find out what the ${cable.conductors.filter((_, i) => cable.uses![i]?.is === 'unknown').join(' and the ')} does.`
          : cable.conductors.length > 2
            ? `What the conductors of the ${cableFrom(here)} do is not known: two hots may share a neutral here. Find out with breakers and tester which conductor each breaker feeds, and note it at the cable.`
            : `The white of the ${cableFrom(here)} is marked as a hot: find out whether it is always hot or switched, and note what each conductor does.`,
      );
      continue;
    }
    let feed = 0;
    if (side === 'line') {
      // two feeds of one circuit are each a feed of their own
      feed = feeds.filter((f) => f.circuit === ownCircuit(cable)).length;
      feeds.push({ cableId: cable.id, circuit: ownCircuit(cable), feed });
    }
    const short = input.reachMm !== undefined && end.freeLength !== undefined && end.freeLength.mm + inches(1 / 16) < input.reachMm;
    const lead = (id: string, is: Purpose['is'], colour: Lead['colour'], letter: Lead['letter'], gauge: Awg): Lead => ({
      ...{ id, role: is === 'ground' ? 'ground' : is === 'neutral' ? 'neutral' : 'hot', colour, letter, gauge },
      ...{ cableId: cable.id, from: cableFrom(here) },
      ...(short ? { short: true as const } : {}),
    });
    cable.conductors.forEach((colour, i) => {
      const use = uses[i]!;
      list.push({
        lead: lead(`${cable.id}-${i}`, use.is, colour, letterOf(use.is, colour), cable.gauge),
        is: use.is,
        circuit: use.circuitId ?? ownCircuit(cable),
        feed,
        by: use.by ?? '',
        side,
      });
    });
    if (cable.ground !== 'none' && cable.ground !== undefined)
      list.push({
        lead: lead(`${cable.id}-g`, 'ground', cable.ground, 'G', cable.gauge),
        ...{ is: 'ground', circuit: '', feed: 0, by: '', side },
      });
  }
  return { inside, devices, list, feeds, refused: refusals(input, inside, devices), missing, notes };
}
