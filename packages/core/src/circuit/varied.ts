/** Circuits of many shapes, drawn from a seed: ground for trials of the fault search and for practice. Rooms are invented. */
import { seeded } from '../measure/index.js';
import {
  emptyBench,
  GROUND_BAR,
  NEUTRAL_BAR,
  PANEL,
  type Bench,
  type BenchDevice,
  type Joint,
  type WireColour,
  type WireEnd,
} from '../model/index.js';

export const CIRCUIT_SHAPES = [
  'chain',
  'branch',
  'ring',
  'protected first',
  'protected middle',
  'shared neutral',
  'split',
  'switched',
  'half switched',
] as const;
export type CircuitShape = (typeof CIRCUIT_SHAPES)[number];

const ROOMS = [
  'Hall',
  'Study',
  'Sewing room',
  'Pantry',
  'Parlour',
  'Loom room',
  'Landing',
  'Studio',
  'Linen hall',
  'Wash room',
  'Back bedroom',
  'Front bedroom',
  'Laundry',
  'Porch',
  'Cellar',
  'Attic',
];
const HOT: WireColour[] = ['black', 'white', 'bare'];
const TWO_HOTS: WireColour[] = ['black', 'red', 'white', 'bare'];

interface Box {
  id: string;
  from: string;
  /** cables of this box: what comes in, and what goes on */
  into: string;
  on: string[];
}

class Draft {
  readonly bench: Bench = { ...emptyBench(), breakers: [] };
  private count = 0;
  constructor(
    private readonly random: () => number,
    readonly how: 'side screw' | 'push-in',
  ) {}
  private next(kind: string): string {
    this.count += 1;
    return `${kind}${this.count}`;
  }
  breaker(number: string, leg: 'A' | 'B', amps: number, tiedTo?: string): string {
    const id = `breaker${number}`;
    this.bench.breakers.push({ id, number, amps, leg, kind: 'plain', curve: 'US', on: true, ...(tiedTo === undefined ? {} : { tiedTo }) });
    return id;
  }
  box(id: string, name: string): void {
    this.bench.boxes.push({ id, name, material: 'plastic', gangs: 1, volumeIn3: 22.5 });
  }
  cable(id: string, from: string, to: string, colours: WireColour[]): void {
    const nameOf = (b: string): string => (b === PANEL ? 'panel' : this.bench.boxes.find((x) => x.id === b)!.name);
    this.bench.cables.push({ id, name: `${nameOf(from)} to ${nameOf(to)}`, gauge: 14, colours, lengthMm: Math.round(3000 + 6000 * this.random()), ends: [from, to], sides: ['top', 'top'], freeMm: [180, 180] }); // prettier-ignore
  }
  device(boxId: string, form: BenchDevice['form'], part: Partial<BenchDevice> = {}): string {
    const id = `${boxId}-${form === 'switch' || form === 'lamp' ? form : 'outlet'}`;
    const words = form === 'switch' ? 'switch' : form === 'lamp' ? 'lamp' : form === 'ground-fault' ? 'protective outlet' : 'outlet';
    const box = this.bench.boxes.find((b) => b.id === boxId)!.name;
    this.bench.devices.push({ id, name: `${box} ${words}`, boxId, form, ratingA: 15, brassTab: true, silverTab: true, up: true, tripped: false, powerFactor: 1, ...part }); // prettier-ignore
    return id;
  }
  screw(boxId: string, device: string, terminal: string, end: WireEnd, how: Joint['how'] = 'side screw'): void {
    this.bench.joints.push({ id: this.next('joint'), boxId, kind: 'terminal', at: { device, terminal }, how, ends: [end] });
  }
  /** Ends of one kind in one box, to so many terminals: straight under the screw where it is one to one, else a splice with pigtails. */
  join(boxId: string, ends: WireEnd[], colour: WireColour, terminals: [string, string][], how: Joint['how'] = 'side screw'): void {
    if (ends.length === 1 && terminals.length === 1) return this.screw(boxId, ...terminals[0]!, ends[0]!, how);
    if (ends.length + terminals.length < 2) return;
    const tails = terminals.map(([device, terminal]): WireEnd => {
      const id = this.next('tail');
      this.bench.pigtails.push({ id, boxId, colour, gauge: 14, lengthMm: 152 });
      this.screw(boxId, device, terminal, { pigtailId: id, end: 1 }, how);
      return { pigtailId: id, end: 0 };
    });
    this.bench.joints.push({ id: this.next('splice'), boxId, kind: 'splice', how: 'twist-on', ends: [...ends, ...tails] });
  }
}
const end = (cableId: string, conductor: number, e: 0 | 1): WireEnd => ({ cableId, conductor, end: e });

export interface VariedCircuit {
  bench: Bench;
  shape: CircuitShape;
  /** outlets from the farthest toward the panel, by box */
  inward: string[];
}

/**
 * @param boxes how many boxes with an outlet, 2 to 15
 * @param school how the power goes on from box to box; absent: each box as the seed has it
 */
export function variedCircuit(shape: CircuitShape, boxes: number, seed: number, school?: 'screws' | 'pigtails'): VariedCircuit {
  const random = seeded(seed * 7919 + boxes);
  const draft = new Draft(random, random() < 0.5 ? 'push-in' : 'side screw');
  const names = [...ROOMS].sort((a, b) => a.localeCompare(b)).map((name) => ({ name, at: random() })).sort((a, b) => a.at - b.at).map((x) => x.name); // prettier-ignore
  const two = shape === 'shared neutral' || shape === 'split';
  const colours = two ? TWO_HOTS : HOT;
  const first = draft.breaker(two ? '12' : '4', 'A', 15, two ? 'breaker14' : undefined);
  const second = two ? draft.breaker('14', 'B', 15, first) : undefined;
  const list: Box[] = [];
  for (let i = 0; i < boxes; i++) {
    const id = `box${i + 1}`;
    draft.box(id, names[i % names.length]!);
    // a branch leaves from a box before the last, one that has only one way on yet
    const back = shape === 'branch' && i > 1 && random() < 0.5 ? Math.floor(random() * (i - 1)) : i - 1;
    const parent = i === 0 ? undefined : list[list[back]!.on.length < 2 ? back : i - 1]!;
    const from = parent?.id ?? PANEL;
    const into = `cable${i + 1}`;
    draft.cable(into, from, id, shape === 'half switched' && i === 1 ? ['black', 'red', 'white', 'bare'] : colours);
    parent?.on.push(into);
    list.push({ id, from, into, on: [] });
  }
  landAtPanel(draft, 'cable1', 0, first, second);
  if (shape === 'ring') {
    const last = list.at(-1)!;
    const back = 'cable-back';
    draft.cable(back, last.id, PANEL, HOT);
    last.on.push(back);
    landAtPanel(draft, back, 1, first, undefined);
  }
  const protectedAt = shape === 'protected first' ? 0 : shape === 'protected middle' ? Math.floor((boxes - 1) / 2) : -1;
  list.forEach((box, i) => {
    if (two) return twoHots(draft, box, i, shape === 'split' && i === 1);
    if (shape === 'half switched' && i < 2) return halfSwitched(draft, box, i);
    if (i === protectedAt) return protective(draft, box);
    if (shape === 'switched' && i === Math.min(1, boxes - 1)) return withLamp(draft, box, random);
    const screws = school ? school === 'screws' : random() < 0.5;
    plain(draft, box, screws);
  });
  return { bench: draft.bench, shape, inward: list.map((b) => b.id).reverse() };
}

function landAtPanel(draft: Draft, cableId: string, at: 0 | 1, first: string, second: string | undefined): void {
  const { colours } = draft.bench.cables.find((c) => c.id === cableId)!;
  colours.forEach((colour, i) => {
    const device = colour === 'black' ? first : colour === 'red' ? second! : colour === 'white' ? NEUTRAL_BAR : GROUND_BAR;
    draft.screw(PANEL, device, 'screw', end(cableId, i, at));
  });
}
/** Ends of one conductor in a box: of what comes in and of what goes on. */
const endsOf = (draft: Draft, box: Box, colour: WireColour): WireEnd[] =>
  [box.into, ...box.on].flatMap((id) => {
    const cable = draft.bench.cables.find((c) => c.id === id)!;
    const i = cable.colours.indexOf(colour);
    return i < 0 ? [] : [end(id, i, cable.ends[0] === box.id ? 0 : 1)];
  });

function plain(draft: Draft, box: Box, screws: boolean): void {
  const device = draft.device(box.id, 'duplex');
  const grounds = endsOf(draft, box, 'bare');
  const [hots, neutrals] = [endsOf(draft, box, 'black'), endsOf(draft, box, 'white')];
  if (screws && hots.length <= 2) {
    hots.forEach((e, i) => draft.screw(box.id, device, i ? 'brass lower' : 'brass upper', e, draft.how));
    neutrals.forEach((e, i) => draft.screw(box.id, device, i ? 'silver lower' : 'silver upper', e, draft.how));
  } else {
    draft.join(box.id, hots, 'black', [[device, 'brass upper']], draft.how);
    draft.join(box.id, neutrals, 'white', [[device, 'silver upper']], draft.how);
  }
  draft.join(box.id, grounds, 'bare', [[device, 'green']]);
}
function protective(draft: Draft, box: Box): void {
  const device = draft.device(box.id, 'ground-fault');
  for (const [colour, line, load] of [['black', 'line brass', 'load brass'], ['white', 'line silver', 'load silver']] as const) {
    const [into, ...on] = endsOf(draft, box, colour);
    draft.screw(box.id, device, line, into!);
    if (on.length) draft.join(box.id, on, colour, [[device, load]]);
  } // prettier-ignore
  draft.join(box.id, endsOf(draft, box, 'bare'), 'bare', [[device, 'green']]);
}
/** Two hots and one neutral: outlets take turns, one takes a half of each. */
function twoHots(draft: Draft, box: Box, i: number, split: boolean): void {
  const device = draft.device(box.id, 'duplex', split ? { brassTab: false } : {});
  const own = split || i % 2 === 0 ? 'black' : 'red';
  const other = own === 'black' ? 'red' : 'black';
  draft.join(box.id, endsOf(draft, box, own), own, [[device, 'brass upper']]);
  if (split) draft.join(box.id, endsOf(draft, box, other), other, [[device, 'brass lower']]);
  else {
    const ends = endsOf(draft, box, other);
    if (ends.length > 1) draft.join(box.id, ends, other, []);
    else draft.bench.joints.push({ id: `cap-${box.id}`, boxId: box.id, kind: 'cap', how: 'cap', ends });
  }
  draft.join(box.id, endsOf(draft, box, 'white'), 'white', [[device, 'silver upper']]);
  draft.join(box.id, endsOf(draft, box, 'bare'), 'bare', [[device, 'green']]);
}
/** An outlet with a switch beside it, and a lamp behind that. */
function withLamp(draft: Draft, box: Box, random: () => number): void {
  const lampBox = 'lamp-box';
  draft.box(lampBox, random() < 0.5 ? 'Ceiling' : 'Stair light');
  draft.cable('lamp-cable', box.id, lampBox, HOT);
  const device = draft.device(box.id, 'duplex');
  const gang = draft.device(box.id, 'switch');
  const lamp = draft.device(lampBox, 'lamp', { watts: 60 });
  ['hot', 'neutral', 'green'].forEach((terminal, i) => draft.screw(lampBox, lamp, terminal, end('lamp-cable', i, 1)));
  draft.join(box.id, endsOf(draft, box, 'black'), 'black', [[device, 'brass upper'], [gang, 'screw 1']]); // prettier-ignore
  draft.screw(box.id, gang, 'screw 2', end('lamp-cable', 0, 0));
  box.on.push('lamp-cable');
  draft.join(box.id, endsOf(draft, box, 'white'), 'white', [[device, 'silver upper']]);
  draft.join(box.id, endsOf(draft, box, 'bare'), 'bare', [[device, 'green'], [gang, 'green']]); // prettier-ignore
}
/** A switch by the door: the upper half of the next outlet hangs on it. */
function halfSwitched(draft: Draft, box: Box, i: number): void {
  if (i === 0) {
    const gang = draft.device(box.id, 'switch');
    draft.join(box.id, endsOf(draft, box, 'black'), 'black', [[gang, 'screw 1']]);
    const [red] = endsOf(draft, box, 'red');
    if (red) draft.screw(box.id, gang, 'screw 2', red);
    draft.join(box.id, endsOf(draft, box, 'white'), 'white', []);
    draft.join(box.id, endsOf(draft, box, 'bare'), 'bare', [[gang, 'green']]);
    return;
  }
  const device = draft.device(box.id, 'duplex', { brassTab: false });
  const [red] = endsOf(draft, box, 'red');
  if (red) draft.screw(box.id, device, 'brass upper', red);
  draft.join(box.id, endsOf(draft, box, 'black'), 'black', [[device, 'brass lower']]);
  draft.join(box.id, endsOf(draft, box, 'white'), 'white', [[device, 'silver upper']]);
  draft.join(box.id, endsOf(draft, box, 'bare'), 'bare', [[device, 'green']]);
}
