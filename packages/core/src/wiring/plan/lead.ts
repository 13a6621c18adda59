/** Conductor ends and the joints they meet in: what a plan of a box is made of, and how each is said. */
import { DEVICE_KINDS } from '../../catalog/index.js';
import { inches, printInches, type Awg } from '../../measure/index.js';
import type { Device, Insulation, Schools } from '../../model/index.js';

export type Role = 'hot' | 'neutral' | 'ground';

/** One conductor end at a joint. */
export interface Lead {
  id: string;
  role: Role;
  /** insulation as it looks; bare copper for most grounds */
  colour: Insulation | 'bare' | 'green';
  /** letter beside the colour: H hot, R red hot, S switched, T traveller, N neutral, G ground */
  letter: 'H' | 'R' | 'S' | 'T' | 'N' | 'G';
  gauge: Awg;
  /** the cable it belongs to; undefined for a pigtail or the box's own lead */
  cableId?: string;
  /** where it comes from, in words: `parlour cable`, `pigtail` */
  from: string;
  /** of a pigtail: the screw that it is for, in words; empty where nobody said */
  pigtailFor?: string;
  /** the far end of a piece of wire whose near one is on another joint */
  far?: true;
  /** a piece of wire from a screw of one device to a screw of another */
  jumper?: true;
  /** too short to reach a screw: it is lengthened by a pigtail */
  short?: true;
}

export type TerminalName =
  | 'brass upper'
  | 'brass lower'
  | 'silver upper'
  | 'silver lower'
  | 'brass'
  | 'silver'
  | 'green'
  | 'line brass'
  | 'line silver'
  | 'load brass'
  | 'load silver'
  | 'screw 1'
  | 'screw 2'
  | 'common'
  | 'traveller 1'
  | 'traveller 2'
  | 'in 1'
  | 'in 2'
  | 'out 1'
  | 'out 2'
  | 'hot'
  | 'neutral'
  | 'box screw';

/** A screw of a device, or the ground screw of a metal box. */
export interface Terminal {
  /** `box`: the ground screw of the box itself */
  deviceId: string;
  name: TerminalName;
  /** how the device is told from the others of its box; empty when it is alone */
  of: string;
}

export interface PlannedJoint {
  id: string;
  role: Role;
  kind: 'splice' | 'terminal' | 'cap';
  at?: Terminal;
  connector?: string;
  stripMm: number;
  leads: Lead[];
  says: string;
}

/** Devices of a box in the order in which they are drawn and named. */
export const deviceWords = (devices: readonly Device[], device: Device): string => {
  if (devices.length < 2) return '';
  const name = DEVICE_KINDS[device.kind].form === 'lamp' ? 'lampholder' : DEVICE_KINDS[device.kind].outlets ? 'receptacle' : 'switch';
  const alike = devices.filter(
    (d) => DEVICE_KINDS[d.kind].outlets > 0 === DEVICE_KINDS[device.kind].outlets > 0 && DEVICE_KINDS[d.kind].form !== 'lamp',
  );
  const nth = ['first', 'second', 'third', 'fourth', 'fifth', 'sixth'][alike.indexOf(device)];
  return alike.length > 1 && nth ? `the ${nth} ${name}` : `the ${name}`;
};

const TERMINAL_WORDS: Partial<Record<TerminalName, string>> = {
  green: 'green screw',
  'box screw': 'ground screw of the box',
  'screw 1': 'first screw of the switch',
  'screw 2': 'second screw of the switch',
  common: 'common (dark) screw',
  hot: 'brass (centre contact) screw',
  neutral: 'silver (shell) screw',
};
export const terminalWords = (at: Terminal): string => `${TERMINAL_WORDS[at.name] ?? `${at.name} screw`}${at.of ? ` of ${at.of}` : ''}`;

export const COLOUR_OF_PIGTAIL = { hot: 'black', neutral: 'white', ground: 'bare' } as const;

/** A piece of wire from a splice to a screw. */
export const pigtailTo = (role: Role, letter: Lead['letter'], gauge: Awg, at: Terminal, n = 0): Lead => ({
  id: `pigtail-${role}-${at.name.replace(/ /g, '-')}${n ? `-${n + 1}` : ''}`,
  role,
  colour: COLOUR_OF_PIGTAIL[role],
  letter,
  gauge,
  from: `pigtail for the ${terminalWords(at)}`,
  pigtailFor: terminalWords(at),
});

/** `the white (N) of the parlour cable`, `a bare pigtail (G) to the green screw` */
export const describeLead = (lead: Lead): string =>
  lead.cableId
    ? `the ${lead.colour} (${lead.letter}) of the ${lead.from}`
    : lead.pigtailFor === undefined
      ? `a ${lead.colour} ${lead.from}`
      : `a ${lead.colour} pigtail (${lead.letter})${lead.pigtailFor && ` for the ${lead.pigtailFor}`}`;

const SCHOOL_WORDS: Record<Schools['terminals'], string> = {
  'side screw': 'hooked clockwise under',
  'clamp plate': 'under the clamp plate of',
  'push-in': 'into the push-in beside',
};
/** `the black (H) of the cable from the panel, stripped 5/8", hooked clockwise under the brass upper screw` */
export const landing = (lead: Lead, at: Terminal, stripMm: number, school: Schools['terminals']): string =>
  `${lead.cableId ? describeLead(lead) : ownWire(lead)}, stripped ${printInches(stripMm)}, ${SCHOOL_WORDS[school]} the ${terminalWords(at)}`;
const ownWire = (lead: Lead): string =>
  lead.jumper
    ? `${lead.far ? 'the other end' : 'one end'} of a ${lead.colour} jumper (${lead.letter})`
    : `the ${lead.colour} pigtail (${lead.letter})`;

/** Strip for a screw hook, ⅝ in on 14 AWG and ¾ in on 12 (common practice); clamp plates and push-ins ½ in. */
export const stripForTerminal = (school: Schools['terminals'], gauge: Awg): number =>
  inches(school === 'side screw' ? (gauge >= 14 ? 0.625 : 0.75) : 0.5);

export const thickest = (leads: readonly Lead[]): Awg => leads.reduce<Awg>((a, l) => (l.gauge < a ? l.gauge : a), leads[0]?.gauge ?? 14);
/** Pieces of wire that a plan cuts, each once, by its near end: a pigtail’s is in its splice, a jumper’s under the first of its screws. */
export const piecesOf = (joints: readonly PlannedJoint[]): Lead[] =>
  joints.flatMap((j) => j.leads.filter((l) => !l.cableId && !l.far && (l.jumper || j.kind !== 'terminal')));
