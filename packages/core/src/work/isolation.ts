/** What is switched off for a job, together or one after another, and the steps that do it: off, proved dead circuit by circuit, on again. */
import { isReceptacle } from '../catalog/index.js';
import { numbered, type Work, type WorkBox } from '../ledger/index.js';
import { cablesBehind, onSurface } from '../layout/index.js';
import { breakerNumber, PANEL, panelWith, subpanelOf, type Circuit, type JobInHouse } from '../model/index.js';
import { behindFeeder } from '../panel/index.js';
import { capital, listed, step, type Draft, type Target } from './step.js';
import { spent } from './times.js';

export interface Isolation {
  /** of its steps: the first has the plain ids */
  n: number;
  main: boolean;
  /** the subpanel that is worked in, behind the breaker that feeds it; `main` is set for it too */
  subpanel?: string;
  targets: Target[];
  /** boxes that are opened while it is off, with what is in each */
  boxes: { box: WorkBox; keys: string[] }[];
}
/** Steps that switch off, prove dead and switch on: the first of each has the plain ids. */
const stepsAt = (n: number): Pick<Target, 'off' | 'prove' | 'on'> => ({
  off: numbered('breaker-off', n),
  prove: numbered('prove-dead', n),
  on: numbered('energise', n),
});

export const PANEL_TARGET = 'panel';
const unknownFeed = (boxId: string): string => `feed of ${boxId}`;

/** Circuits whose conductors are in a box: its own, and those that its cables were traced to. */
export function circuitsIn(w: Work, b: WorkBox): Circuit[] {
  const ids = new Set([
    b.circuit?.id,
    ...b.cables.flatMap(({ cable }) => [cable.circuitId, ...(cable.uses ?? []).map((u) => u.circuitId)]),
  ]);
  return w.planned.circuits.filter((c) => ids.has(c.id));
}

type Alteration = Extract<JobInHouse['changes'][number], { do: 'alter-circuit' }>;
/** Another breaker for a circuit that is there: work in the panel. The plan's own new breaker is simply bought as such. */
export const breakerSwaps = (w: Work): Alteration[] =>
  w.job.changes.filter(
    (x): x is Alteration =>
      x.do === 'alter-circuit' &&
      x.circuitId !== w.ownCircuit?.circuit.id &&
      (x.with.arcFault === 'breaker' || x.with.groundFault === 'breaker'),
  );
export const firstOutlets = (w: Work): Alteration[] =>
  w.job.changes.filter(
    (x): x is Alteration => x.do === 'alter-circuit' && (x.with.arcFault === 'device upstream' || x.with.groundFault === 'device upstream'),
  );

/** What has to be dead because its cables hang behind an opening that is cut for a box. */
function behind(w: Work, b: WorkBox): string[] {
  if (b.role === 'opened' || onSurface(b.box) || b.wall.faces[b.box.face].open) return [];
  return cablesBehind(w.found, b.wall, b.box).map(({ cable, own }) => cable.circuitId ?? own.circuitId ?? unknownFeed(own.id));
}

/**
 * Circuits whose conductors meet in a box go off together; others at their own time. The panel, where a breaker is set or exchanged, is
 * one more, behind the main. The one that the power of the job comes from is first.
 */
export function isolationsOf(w: Work): Isolation[] {
  const opened = w.boxes.filter((b) => b.role !== 'new');
  const groups: { keys: string[]; boxes: Isolation['boxes'] }[] = [];
  const join = (keys: string[], box?: WorkBox): void => {
    const mine = groups.filter((g) => g.keys.some((k) => keys.includes(k)));
    const kept = mine[0] ?? { keys: [], boxes: [] };
    if (!mine.length) groups.push(kept);
    for (const g of mine.slice(1)) {
      kept.keys.push(...g.keys);
      kept.boxes.push(...g.boxes);
      groups.splice(groups.indexOf(g), 1);
    }
    kept.keys = [...new Set([...kept.keys, ...keys])];
    if (box) kept.boxes.push({ box, keys });
  };
  for (const b of opened) {
    const circuits = circuitsIn(w, b).map((c) => c.id);
    join(b.circuit ? circuits : [...circuits, unknownFeed(b.box.id)], b);
  }
  for (const x of firstOutlets(w)) join([x.circuitId]);
  // what hangs where an opening is cut is dead too, whichever circuit it is of; the main takes all of them
  if (!w.ownCircuit) for (const b of w.boxes) for (const key of behind(w, b)) join([...(groups[0]?.keys ?? []), key]);
  const sub = subpanelWorkedIn(w);
  const main = { keys: [sub ?? PANEL_TARGET], boxes: [], main: true };
  const all: { keys: string[]; boxes: Isolation['boxes']; main?: boolean }[] = w.ownCircuit
    ? [main, ...groups]
    : [...groups, ...(breakerSwaps(w).length ? [main] : [])];
  const sole = all.length === 1 && all[0]!.keys.length === 1;
  const words = (key: string): string => {
    if (key === PANEL_TARGET) return 'the panel';
    if (sub !== undefined && key === sub) return `the ${subpanelOf(w.found, sub)!.name}`;
    const circuit = w.planned.circuits.find((c) => c.id === key);
    if (circuit) return `circuit ${breakerNumber(w.planned, circuit)}`;
    return `what feeds ${w.found.boxes.find((b) => unknownFeed(b.id) === key)?.name ?? 'the box'}`;
  };
  return all.map((g, n) => ({
    n,
    main: g.main === true,
    ...(g.main && sub !== undefined ? { subpanel: sub } : {}),
    boxes: g.boxes,
    targets: g.keys.map((key) => ({
      key,
      words: words(key),
      ...(key === PANEL_TARGET ? { by: 'the main breaker' } : {}),
      ...stepsAt(n),
      sole,
    })),
  }));
}

/** The only panel that is worked in, where it is a subpanel: its feeder makes it dead. Work in two panels is done with the main off. */
function subpanelWorkedIn(w: Work): string | undefined {
  const panels = new Set([
    ...(w.ownCircuit ? [w.ownCircuit.panelId ?? PANEL] : []),
    ...breakerSwaps(w).map((x) => panelWith(w.found, x.circuitId)?.id ?? PANEL),
  ]);
  const [only] = panels;
  return panels.size === 1 && only !== PANEL ? subpanelOf(w.found, only)?.id : undefined;
}

export const isolationOf = (list: readonly Isolation[], b: WorkBox): Isolation | undefined =>
  list.find((i) => i.boxes.some((x) => x.box === b));

/** Off, locked, proved dead: the breakers of the boxes that are opened, or the main where the panel is. */
export function off(w: Work, iso: Isolation, after: string[] | undefined): Draft[] {
  return [switchedOff(w, iso, after), provedDead(w, iso)];
}

/** What makes it dead, in words and by what it is. */
function madeDeadBy(w: Work, { main, targets, subpanel }: Isolation) {
  const sub = behindFeeder(w.found, subpanel);
  const numbers = targets.flatMap((t) => {
    const circuit = w.planned.circuits.find((c) => c.id === t.key);
    return circuit ? [breakerNumber(w.planned, circuit)] : [];
  });
  const breakers =
    numbers.length > 1
      ? `Breakers ${listed(numbers)}`
      : numbers.length === 1
        ? `Breaker ${numbers[0]!}`
        : 'The breaker that feeds the source box';
  return { sub, numbers, words: sub ? capital(sub.feeder) : main ? 'The main' : breakers };
}

function switchedOff(w: Work, iso: Isolation, after: string[] | undefined): Draft {
  const { n, main, targets } = iso;
  const { sub, numbers, words } = madeDeadBy(w, iso);
  const known = new Set(w.planned.circuits.map((c) => c.id));
  // boxes whose breaker nobody knows: those that are opened, and those whose cables hang behind a cut
  const unnamed = w.found.boxes.filter((b) => targets.some((t) => t.key === unknownFeed(b.id) && !known.has(t.key))).map((b) => b.name);
  const cover = sub
    ? [`A lamp that does not hang on the ${sub.name}; then the cover of the ${sub.name} off, and nothing in it touched yet.`]
    : main
      ? ['A lamp that does not hang on this panel; then the cover off, and a barrier over the service lugs.']
      : [];
  const caution = sub
    ? `All that hangs on the ${sub.name} is dark meanwhile. Its own main, where it has one, is not isolation: the feeder’s lugs stay live behind it. Unless you are licensed, have a licensed electrician do this.`
    : main
      ? 'The service lugs and the wires to them stay live with the main off, and nothing in the house can make them dead. Unless you are licensed, have a licensed electrician do this.'
      : 'A tripped ground-fault receptacle is not isolation: its line side stays live.';
  return step(
    numbered('breaker-off', n),
    `${words} off, locked or labelled`,
    [spent('switch off and label', Math.max(1, numbers.length))],
    [
      'Tell everybody in the house and say for how long.',
      numbers.length > 1 && !main
        ? 'Switch all of them off; lock each or tape a label over its handle. Each is proved dead by itself.'
        : 'Switch it off; lock it or tape a label over the handle.',
      ...(unnamed.length && !main ? [`Which breaker feeds ${listed(unnamed)} is not known: find it before anything is opened there.`] : []),
      ...cover,
    ],
    { ...(after ? { after } : {}), place: { words: 'panel' }, cautions: [caution] },
  );
}

function provedDead(w: Work, iso: Isolation): Draft {
  const { n, main, boxes, targets } = iso;
  const { sub } = madeDeadBy(w, iso);
  const source = sub
    ? `Prove the tester on a source that stays live: an outlet of another panel, or a battery-fed proving unit.`
    : main
      ? 'Prove the tester on a source that this main does not switch off: a battery-fed proving unit, or an outlet of another panel.'
      : 'Prove the tester on a source known to be live.';
  const tested = main
    ? [
        `Test ${sub ? 'the feeder’s lugs and ' : ''}both bus bars to neutral and to ground, and every conductor within reach.`,
        'Prove the tester on that source again.',
      ]
    : [...whereToTest(iso), 'Prove the tester on the live source again. With the cover off, test every conductor and the metal box too.'];
  const each = boxes.map(({ box }) => {
    const inside = circuitsIn(w, box).map((c) => breakerNumber(w.planned, c));
    return `${box.box.name}${inside.length ? ` (circuit ${inside.join(' and ')})` : ''}`;
  });
  const first = boxes[0]?.box;
  return step(
    numbered('prove-dead', n),
    'Prove it dead',
    [spent('prove dead', Math.max(targets.length, boxes.length, 1))],
    [
      source,
      ...tested,
      ...(!main && boxes.length > 1
        ? [`The same in each box that is opened: ${each.join('; ')}. One reading that is not dead, in any of them: stop.`]
        : []),
    ],
    {
      dead: targets,
      proves: targets,
      place: first ? { words: first.box.name, boxId: first.box.id, wallId: first.wall.id, roomId: first.room.id } : { words: 'panel' },
      cautions: ['Two circuits may be in one box. A dead tester and a dead outlet look the same: that is why the tester is proved twice.'],
    },
  );
}

/** At which face or conductor the first box is tested. */
function whereToTest({ boxes }: Isolation): string[] {
  const first = boxes[0]?.box;
  if (!first) return ['Test the outlet that is opened first: hot to neutral, hot to ground, neutral to ground, on every face.'];
  return [
    first.hadDevices.some((d) => isReceptacle(d.kind))
      ? `Test ${first.box.name}: hot to neutral, hot to ground, neutral to ground, on every face.`
      : `${first.box.name} has no face to test at: test an outlet that the same breaker feeds, then take the plate off without touching anything and test there, every conductor to neutral, to ground and to the box.`,
  ];
}

/** Whether the circuit’s own new breaker has a test button, as it is planned: it may have been asked for later. */
function newBreakerTests(w: Work): boolean {
  const circuit = w.planned.circuits.find((c) => c.id === w.ownCircuit?.circuit.id);
  return circuit?.arcFault === 'breaker' || circuit?.groundFault === 'breaker';
}

/** On again: the last step of what was switched off. */
export const on = (w: Work, { n, main, subpanel }: Isolation, after: string[]): Draft => {
  const sub = behindFeeder(w.found, subpanel);
  const first = sub ? `${capital(sub.feeder)} on` : 'Main on';
  return step(
    numbered('energise', n),
    !main ? 'Breaker on' : w.ownCircuit ? `${first}, then the new breaker` : first,
    [spent('switch on')],
    [
      'Everybody’s hands off, covers on.',
      'Stand to the side of the panel, switch on. If it trips at once, don’t switch on again: open up and look.',
      ...(main && newBreakerTests(w) ? ['Press the test button of the new breaker: it has to open. Set it again.'] : []),
    ],
    { alters: true, after, place: { words: 'panel' } },
  );
};
