/** What lands where in a box with one receptacle, and in which order: by the user's schools, never against code. */
import { DEVICE_KINDS, spliceParts } from '../catalog/index.js';
import { inches, printAwg, printInches, type Awg } from '../measure/index.js';
import type { Box, Circuit, Insulation, Schools, Site } from '../model/index.js';
import { boxMaterial, cablesIn, devicesIn, type CableInBox } from './boxContents.js';

export type Role = 'hot' | 'neutral' | 'ground';

/** One conductor end at a joint. */
export interface Lead {
  id: string;
  role: Role;
  /** insulation as it looks; bare copper for most grounds */
  colour: Insulation | 'bare' | 'green';
  /** letter beside the colour: H hot, R red hot, N neutral, G ground */
  letter: 'H' | 'R' | 'N' | 'G';
  gauge: Awg;
  /** the cable it belongs to; undefined for a pigtail or the box's own lead */
  cableId?: string;
  /** where it comes from, in words: `parlour cable`, `pigtail` */
  from: string;
  /** the far end of a jumper that joins two splices */
  far?: true;
}

export type TerminalName =
  | 'brass upper'
  | 'brass lower'
  | 'silver upper'
  | 'silver lower'
  | 'green'
  | 'line brass'
  | 'line silver'
  | 'load brass'
  | 'load silver'
  | 'switch line'
  | 'switch load'
  | 'box screw';

export interface PlannedJoint {
  id: string;
  role: Role;
  kind: 'splice' | 'terminal' | 'cap';
  terminal?: TerminalName;
  connector?: string;
  stripMm: number;
  leads: Lead[];
  says: string;
  /** on the second receptacle of the box, which the drawing doesn't show */
  second?: true;
}

export interface WiringPlan {
  boxId: string;
  boxName: string;
  deviceName: string | undefined;
  cables: { id: string; label: string; side: CableInBox['side']; kind: string; unbroken: boolean }[];
  joints: PlannedJoint[];
  pigtailMm: number;
  takeApart: string[];
  connect: string[];
  fold: string[];
  /** where a school gave way, and what to look at */
  notes: string[];
  /** why no plan can be given; then all lists are empty */
  refused: string[];
  /** what has to be found out before there can be a plan; then all lists are empty */
  missing: string[];
}

const LETTER = { black: 'H', red: 'R', white: 'N', blue: 'R' } as const;

/** A cable's name on the trade's tongue: `14-2`, `12-3`. */
export const cableKind = (cable: { gauge: Awg; conductors: readonly Insulation[] }): string => `${cable.gauge}-${cable.conductors.length}`;

interface Ends {
  hot: Lead[];
  neutral: Lead[];
  ground: Lead[];
}

const cableFrom = (farLabel: string, side: CableInBox['side']): string => `cable ${side === 'line' ? 'from' : 'to'} ${farLabel}`;

function endsOf(inside: CableInBox[]): Ends {
  const ends: Ends = { hot: [], neutral: [], ground: [] };
  for (const { cable, end, farLabel, side } of inside) {
    if (!end) continue;
    cable.conductors.forEach((colour, i) => {
      const role: Role = colour === 'white' && cable.whiteUsedAsHot !== 'marked' ? 'neutral' : 'hot';
      ends[role].push({
        id: `${cable.id}-${i}`,
        role,
        colour,
        letter: role === 'hot' && colour === 'white' ? 'H' : LETTER[colour],
        gauge: cable.gauge,
        cableId: cable.id,
        from: cableFrom(farLabel, side),
      });
    });
    if (cable.ground !== 'none' && cable.ground !== undefined) {
      ends.ground.push({
        id: `${cable.id}-g`,
        role: 'ground',
        colour: cable.ground,
        letter: 'G',
        gauge: cable.gauge,
        cableId: cable.id,
        from: cableFrom(farLabel, side),
      });
    }
  }
  return ends;
}

const COLOUR_OF_PIGTAIL = { hot: 'black', neutral: 'white', ground: 'bare' } as const;
const ROLE_LETTER = { hot: 'H', neutral: 'N', ground: 'G' } as const;
const ROLE_WORD = { hot: 'hots', neutral: 'neutrals', ground: 'grounds' } as const;

const thickest = (leads: Lead[]): Awg => leads.reduce<Awg>((a, l) => (l.gauge < a ? l.gauge : a), leads[0]?.gauge ?? 14);

const pigtail = (role: Role, gauge: Awg, to: TerminalName): Lead => ({
  id: `pigtail-${role}-${to.replace(/ /g, '-')}`,
  role,
  colour: COLOUR_OF_PIGTAIL[role],
  letter: ROLE_LETTER[role],
  gauge,
  from: `pigtail for the ${terminalWords(to)}`,
});

/** `the white (N) of the parlour cable`, `a bare pigtail (G) to the green screw` */
const describe = (lead: Lead): string =>
  lead.cableId
    ? `the ${lead.colour} (${lead.letter}) of the ${lead.from}`
    : `a ${lead.colour} ${lead.from.replace('pigtail', `pigtail (${lead.letter})`)}`;

const TERMINAL_WORDS: Partial<Record<TerminalName, string>> = { green: 'green screw', 'box screw': 'ground screw of the box' };
const terminalWords = (terminal: TerminalName): string => TERMINAL_WORDS[terminal] ?? `${terminal} screw`;
const SCHOOL_WORDS: Record<Schools['terminals'], string> = {
  'side screw': 'hooked clockwise under',
  'clamp plate': 'under the clamp plate of',
  'push-in': 'into the push-in beside',
};

/** `the black (H) of the cable from the panel, stripped 5/8", hooked clockwise under the brass upper screw` */
const landing = (lead: Lead, terminal: TerminalName, stripMm: number, school: Schools['terminals']): string =>
  `${lead.cableId ? describe(lead) : `the ${lead.colour} pigtail (${lead.letter})`}, stripped ${printInches(stripMm)}, ${SCHOOL_WORDS[school]} the ${terminalWords(terminal)}`;

/** Strip for a screw hook, ⅝ in on 14 AWG and ¾ in on 12 (common practice); clamp plates and push-ins ½ in. */
const stripForTerminal = (school: Schools['terminals'], gauge: Awg): number =>
  inches(school === 'side screw' ? (gauge >= 14 ? 0.625 : 0.75) : 0.5);

export interface PlanInput {
  site: Site;
  box: Box;
  circuit: Circuit | undefined;
  schools: Schools;
  /** cables that the plan brings: in a switch box they are taken on from what is always hot */
  added?: ReadonlySet<string>;
}

function refusals({ site, box, circuit, schools }: PlanInput, inside: CableInBox[]): string[] {
  const reasons: string[] = [];
  if (inside.some(({ cable }) => cable.metal === 'aluminium'))
    reasons.push('Aluminium conductors need connectors and training of their own: a licensed electrician has to do this.');
  if (inside.some(({ cable }) => cable.whiteUsedAsHot === 'unmarked'))
    reasons.push('A white conductor is used as a hot without a mark: find out what it does and mark it before anything is planned.');
  if (inside.filter(({ side }) => side === 'line').length > 1)
    reasons.push(
      'Two cables here come from the panel’s side. They are never joined unless one breaker is proved to feed both and one of them is kept apart: find out what each is.',
    );
  if (inside.some(({ cable }) => cable.conductors.length > 2) || circuit?.sharedNeutral)
    reasons.push('Two hots may share a neutral here. Leave it alone unless it is known exactly what feeds what.');
  if (schools.terminals === 'push-in' && inside.some(({ cable }) => cable.gauge < 14))
    reasons.push('Spring push-ins take 14 AWG only: choose side screws or clamp plates.');
  const devices = devicesIn(site, box.id);
  if (devices.length > 2) reasons.push('More than two devices in the box: this plan knows boxes with one or two receptacles.');
  if (devices.length === 2 && devices.some((d) => DEVICE_KINDS[d.kind].groundFault))
    reasons.push('A ground-fault receptacle beside another device: this plan knows two plain receptacles.');
  return reasons;
}

/** One role's joints. Both conductors on the device (feed-through) where that is the school and there are two; else a splice with a pigtail. */
function jointsForRole(
  role: 'hot' | 'neutral',
  leads: Lead[],
  schools: Schools,
  groundFault: boolean,
  inside: CableInBox[],
  notes: string[],
  two: boolean,
): PlannedJoint[] {
  const metal = role === 'hot' ? 'brass' : 'silver';
  const land = (terminal: TerminalName, lead: Lead): PlannedJoint => ({
    id: `${role}-${terminal.replace(/ /g, '-')}`,
    role,
    kind: 'terminal',
    terminal,
    stripMm: stripForTerminal(schools.terminals, lead.gauge),
    leads: [lead],
    says: landing(lead, terminal, stripForTerminal(schools.terminals, lead.gauge), schools.terminals),
  });
  const firstScrew = (groundFault ? `line ${metal}` : `${metal} upper`) as TerminalName;
  if (leads.length === 0) return [];
  if (two) {
    if (schools.device === 'feed-through' && role === 'hot')
      notes.push('Two receptacles on one feed: pigtails to each, so that neither depends on the other.');
    const gauge = thickest(leads);
    const tails = [
      pigtail(role, gauge, firstScrew),
      {
        ...pigtail(role, gauge, firstScrew),
        id: `pigtail-${role}-second`,
        from: `pigtail for the ${terminalWords(firstScrew)} of the second receptacle`,
      },
    ];
    const second = land(firstScrew, tails[1]!);
    return [
      ...splice(role, [...leads, ...tails], schools, notes),
      land(firstScrew, tails[0]!),
      { ...second, id: `${second.id}-second`, second: true, says: `${second.says} of the second receptacle` },
    ];
  }
  if (leads.length === 1) return [land(firstScrew, leads[0]!)];
  if (groundFault && leads.length === 2) {
    const lineCable = inside.find((c) => c.side === 'line')?.cable.id;
    const line = leads.find((l) => l.cableId === lineCable);
    if (line)
      return [
        land(firstScrew, line),
        land(
          `load ${metal}` as TerminalName,
          leads.find((l) => l !== line)!,
        ),
      ];
    if (role === 'hot')
      notes.push('Which cable is line is not known: both are spliced to LINE, so what lies behind is not protected by this device.');
  } else if (schools.device === 'feed-through' && leads.length === 2) {
    return [land(firstScrew, leads[0]!), land(`${metal} lower` as TerminalName, leads[1]!)];
  }
  if (schools.device === 'feed-through' && leads.length > 2 && role === 'hot')
    notes.push(
      `${leads.length} cables: a device has two screws a side and one conductor goes under each, so these are spliced with a pigtail.`,
    );
  const tail = pigtail(role, thickest(leads), firstScrew);
  return [...splice(role, [...leads, tail], schools, notes), land(firstScrew, tail)];
}

/** One splice, or two joined by a jumper where no single connector takes them all. */
function splice(role: Role, leads: Lead[], schools: Schools, notes: string[]): PlannedJoint[] {
  const parts = spliceParts(
    schools.splice,
    leads.map((l) => l.gauge),
  );
  const joint = (id: string, own: Lead[], name: string, stripMm: number): PlannedJoint => ({
    id,
    role,
    kind: 'splice',
    connector: name,
    stripMm,
    leads: own,
    says: `splice ${own.map(describe).join(', ')} in a ${name}${schools.tape ? ', taped' : ''}`,
  });
  if (!parts) {
    notes.push(
      `${leads.length} ${ROLE_WORD[role]} of ${printAwg(thickest(leads))} are more than two connectors take: a larger box, or fewer cables in it.`,
    );
    return [joint(`${role}-splice`, leads, 'row of connectors', inches(0.5))];
  }
  if (parts.length === 1) return [joint(`${role}-splice`, leads, parts[0]!.connector.name, parts[0]!.connector.stripMm)];
  notes.push(`No single connector takes ${leads.length} ${ROLE_WORD[role]}: two splices, joined by a jumper.`);
  const jumper: Lead = { ...pigtail(role, thickest(leads), 'green'), id: `jumper-${role}`, from: 'jumper between the two splices' };
  return parts.map(({ of, connector }, n) =>
    joint(
      n ? `${role}-splice-2` : `${role}-splice`,
      [...of.map((i) => leads[i]!), n ? { ...jumper, far: true } : jumper],
      connector.name,
      connector.stripMm,
    ),
  );
}

function groundJoints(grounds: Lead[], metalBox: boolean, devices: number, schools: Schools, notes: string[]): PlannedJoint[] {
  if (grounds.length === 0) {
    notes.push('No ground in any cable here: the device has none to land on its green screw.');
    return [];
  }
  const terminal = (name: TerminalName, lead: Lead): PlannedJoint => ({
    id: `ground-${name.replace(/ /g, '-')}`,
    role: 'ground',
    kind: 'terminal',
    terminal: name,
    stripMm: stripForTerminal('side screw', lead.gauge),
    leads: [lead],
    says: landing(lead, name, stripForTerminal('side screw', lead.gauge), 'side screw'),
  });
  const joints: PlannedJoint[] = [];
  const tails: { lead: Lead; to: TerminalName }[] = [];
  if (grounds.length === 1 && !metalBox && devices < 2) return devices ? [terminal('green', grounds[0]!)] : [];
  const gauge = thickest(grounds);
  if (devices) tails.push({ lead: pigtail('ground', gauge, 'green'), to: 'green' });
  const second: Lead | undefined =
    devices > 1
      ? { ...pigtail('ground', gauge, 'green'), id: 'pigtail-ground-second', from: 'pigtail for the green screw of the second receptacle' }
      : undefined;
  if (metalBox) tails.push({ lead: pigtail('ground', gauge, 'box screw'), to: 'box screw' });
  if (grounds.length + tails.length > 1)
    joints.push(...splice('ground', [...grounds, ...tails.map((t) => t.lead), ...(second ? [second] : [])], schools, notes));
  for (const tail of tails) joints.push(terminal(tail.to, tail.lead));
  if (second)
    joints.push({
      ...terminal('green', second),
      id: 'ground-green-second',
      second: true,
      says: `${terminal('green', second).says} of the second receptacle`,
    });
  return joints;
}

/** What has to be known of a switch box before a cable can be taken on in it; empty when it is. */
function switchBoxMissing({ box, added }: PlanInput, inside: CableInBox[]): string[] {
  if (box.switchHas === undefined)
    return [
      'Whether an always-hot and a neutral are in this switch box was not looked at: breaker off and proved dead, look behind the switch.',
    ];
  const lamp = inside.filter(({ cable, side }) => side === 'load' && !added?.has(cable.id));
  if (lamp.length === 1) return [];
  return [
    lamp.length === 0
      ? 'Which cable goes from this switch to what it switches was not noted: mark it as further on (load) in the survey.'
      : `${lamp.length} cables go on from this switch box: find out which one the switch feeds, and note the others where they go.`,
  ];
}

/** The switch keeps its lamp: what is always hot goes to it by a pigtail and on into the new cable, ahead of the switch. */
function switchJoints(input: PlanInput, inside: CableInBox[], ends: Ends, notes: string[]): PlannedJoint[] {
  const { schools, added } = input;
  const lamp = inside.find(({ cable, side }) => side === 'load' && !added?.has(cable.id))!.cable.id;
  const land = (terminal: TerminalName, lead: Lead): PlannedJoint => {
    const stripMm = stripForTerminal(schools.terminals, lead.gauge);
    return {
      id: `hot-${terminal.replace(/ /g, '-')}`,
      role: 'hot',
      kind: 'terminal',
      terminal,
      stripMm,
      leads: [lead],
      says: landing(lead, terminal, stripMm, schools.terminals),
    };
  };
  const always = ends.hot.filter((l) => l.cableId !== lamp);
  const tail = pigtail('hot', thickest(always), 'switch line');
  notes.push('The new hot is taken ahead of the switch: it stays live with the switch off.');
  return [
    ...splice('neutral', ends.neutral, schools, notes),
    ...(always.length > 1
      ? [...splice('hot', [...always, tail], schools, notes), land('switch line', tail)]
      : always.map((l) => land('switch line', l))),
    ...ends.hot.filter((l) => l.cableId === lamp).map((l) => land('switch load', l)),
  ];
}

/** The plan for one box. Pure: the same site and schools give the same plan. */
export function wiringPlan(input: PlanInput): WiringPlan {
  const { site, box, schools } = input;
  const inside = cablesIn(site, box.id);
  const devices = devicesIn(site, box.id);
  const device = devices[0];
  const kind = device && DEVICE_KINDS[device.kind];
  const refused = refusals(input, inside);
  const plan: WiringPlan = {
    boxId: box.id,
    boxName: box.name,
    deviceName: box.holds === 'switch' && !device ? 'switch' : kind?.name,
    cables: inside.map(({ cable, farLabel, side, end }) => ({
      id: cable.id,
      label: farLabel,
      side,
      kind: cableKind(cable),
      unbroken: !end,
    })),
    joints: [],
    pigtailMm: inches(schools.pigtailIn),
    takeApart: [],
    connect: [],
    fold: [],
    notes: [],
    refused,
    // a plan that leaves out the cable that brings the power would read as a whole one
    missing: inside.some((c) => c.side !== 'load')
      ? []
      : ['No cable that brings power to this box has been noted: with the circuit proved dead, count the cables in it.'],
  };
  const isSwitch = plan.deviceName === 'switch';
  if (isSwitch && plan.missing.length === 0) plan.missing.push(...switchBoxMissing(input, inside));
  if (refused.length || plan.missing.length) return plan;

  const ends = endsOf(inside);
  const unlooked = inside.filter(({ cable }) => cable.ground === undefined);
  if (unlooked.length)
    plan.notes.push(
      `Nobody has looked for a ground in the ${unlooked.map((c) => `cable to ${c.farLabel}`).join(' and the ')}: look before this plan is used.`,
    );
  if (boxMaterial(box) === undefined) plan.notes.push('Whether the box is metal was not noted: a metal box gets a ground lead of its own.');
  const groundFault = kind?.groundFault ?? false;
  const joints = [...groundJoints(ends.ground, boxMaterial(box) === 'metal', isSwitch ? 1 : devices.length, schools, plan.notes)];
  if (isSwitch) joints.push(...switchJoints(input, inside, ends, plan.notes));
  for (const role of isSwitch ? [] : (['neutral', 'hot'] as const)) {
    if (device) joints.push(...jointsForRole(role, ends[role], schools, groundFault, inside, plan.notes, devices.length === 2));
    else if (ends[role].length > 1) joints.push(...splice(role, ends[role], schools, plan.notes));
  }
  plan.joints = joints;

  const byRole = (role: Role) => joints.filter((j) => j.role === role);
  const inOrder = [...byRole('ground'), ...byRole('neutral'), ...byRole('hot')];
  const sentence = (text: string) => text.charAt(0).toUpperCase() + text.slice(1);
  plan.connect = inOrder.map((j) => `${sentence(j.says)}.`);
  if (device ?? isSwitch) {
    plan.takeApart = ['hot', 'neutral', 'ground'].map(
      (role) =>
        `Take the ${ROLE_WORD[role as Role]} off the ${isSwitch ? 'switch' : 'device'}${role === 'hot' ? ' first, and treat every conductor as live' : ''}.`,
    );
    const unused =
      schools.terminals === 'side screw' && !groundFault && !isSwitch
        ? 'Drive the unused screws home. '
        : groundFault && !joints.some((j) => j.terminal === 'load brass')
          ? 'Leave the LOAD terminals taped. '
          : '';
    plan.connect.push(
      `${unused}Tighten every screw to the torque printed on the device (common practice 14 to 18 lbf·in) and tug every conductor.`,
    );
  }
  plan.fold = [
    'Fold the grounds to the back first, like an accordion, clear of the hot screws.',
    'Then the neutrals, then the hots; fold, don’t stuff.',
    ...((device ?? isSwitch) ? ['Set the device upright and flush, then the plate.'] : ['Close with a blank plate that stays reachable.']),
  ];
  return plan;
}
