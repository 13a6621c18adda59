/** Wiring to start with on the bench: invented runs, each with something to find out. */
import { runOfBoxes, sharedNeutralRun } from '../circuit/index.js';
import { DEFAULT_SCHOOLS, PANEL, type Bench, type BenchCable } from '../model/index.js';
import { planBox, planRequest } from '../wiring/index.js';

export interface BenchSample {
  id: string;
  name: string;
  about: string;
  bench: Bench;
}

const run = runOfBoxes({ boxes: 2, lengthMm: 9000 });
/** The same two boxes before anything is connected in them. */
const unwired: Bench = {
  ...run,
  joints: run.joints.filter((j) => j.boxId === PANEL),
  pigtails: [],
  breakers: run.breakers.map((b) => ({ ...b, on: false })),
};

const swapped: Bench = {
  ...run,
  joints: run.joints.map((j) => {
    const other = (terminal: string) => run.joints.find((x) => x.at?.device === 'device2' && x.at.terminal === terminal)!.ends;
    if (j.at?.device !== 'device2') return j;
    return j.at.terminal === 'brass upper'
      ? { ...j, ends: other('silver upper') }
      : j.at.terminal === 'silver upper'
        ? { ...j, ends: other('brass upper') }
        : j;
  }),
};

const shared = sharedNeutralRun(24, 96);

/** Four cables in a two-gang box, two receptacles on one feed, wired by the plan. */
function denseBox(): Bench {
  const cable = (id: string, name: string, toPanel: boolean): BenchCable => ({
    id,
    name,
    gauge: 12,
    colours: ['black', 'white', 'bare'],
    lengthMm: 8000,
    ends: toPanel ? [PANEL, 'box'] : ['box', 'elsewhere'],
    sides: ['top', 'top'],
    freeMm: [178, 178],
  });
  const base = runOfBoxes({ boxes: 1, gauge: 12, amps: 20 });
  const device = base.devices[0]!;
  const bench: Bench = {
    ...base,
    boxes: [{ id: 'box', name: 'Two-gang box', material: 'plastic', gangs: 2, volumeIn3: 34, clamps: 'moulded' }],
    cables: [
      cable('feed', 'panel to box', true),
      cable('on1', 'box to study', false),
      cable('on2', 'box to studio', false),
      cable('on3', 'box to hall', false),
    ],
    devices: [
      { ...device, id: 'left', name: 'Left receptacle', boxId: 'box' },
      { ...device, id: 'right', name: 'Right receptacle', boxId: 'box' },
    ],
    joints: base.joints
      .filter((j) => j.boxId === PANEL)
      .map((j) => ({ ...j, ends: j.ends.map((e) => ('cableId' in e ? { ...e, cableId: 'feed' } : e)) })),
    pigtails: [],
  };
  return planBox({ bench, boxId: 'box', kind: 'quad', feeds: ['feed'], onward: ['on1', 'on2', 'on3'], schools: DEFAULT_SCHOOLS }).bench;
}

/** Kiln corner: a circuit of its own through the basement joists, 12 AWG, to a single receptacle of the breaker's rating. */
function kilnCorner(): Bench {
  const run = runOfBoxes({ boxes: 1, gauge: 12, amps: 20, lengthMm: 14_000 });
  const bench: Bench = {
    ...run,
    breakers: run.breakers.map((b) => ({ ...b, number: '11' })),
    boxes: run.boxes.map((b) => ({ ...b, name: 'Kiln corner box' })),
    cables: run.cables.map((c) => ({ ...c, name: 'panel to kiln corner', sides: ['top', 'bottom'] })),
    devices: run.devices.map((d) => ({ ...d, name: 'Kiln receptacle', form: 'single', ratingA: 20 })),
    joints: run.joints.filter((j) => j.boxId === PANEL),
    plugged: [{ id: 'kiln', name: 'table-top kiln', deviceId: 'device1', face: 'upper', watts: 1750, powerFactor: 1, on: true }],
  };
  return planBox(planRequest(bench, 'box1', 'run', DEFAULT_SCHOOLS)).bench;
}

/** Rain-barrel pump: a protective receptacle on the porch wall, back to back with the pantry that feeds it. */
function rainBarrelPump(): Bench {
  const run = runOfBoxes({ boxes: 2, gauge: 12, amps: 20, lengthMm: 11_000 });
  const bench: Bench = {
    ...run,
    breakers: run.breakers.map((b) => ({ ...b, number: '8' })),
    boxes: run.boxes.map((b, i) => ({ ...b, name: i ? 'Porch box' : 'Pantry box' })),
    cables: run.cables.map((c, i) =>
      i ? { ...c, name: 'pantry to porch', lengthMm: 600, sides: ['back', 'back'] } : { ...c, name: 'panel to pantry' },
    ),
    devices: run.devices.map((d, i) =>
      i ? { ...d, name: 'Porch receptacle', form: 'ground-fault' } : { ...d, name: 'Pantry receptacle' },
    ),
    joints: run.joints.filter((j) => j.boxId === PANEL),
    pigtails: [],
    plugged: [{ id: 'pump', name: 'rain-barrel pump', deviceId: 'device2', face: 'upper', watts: 400, powerFactor: 0.8, on: true }],
  };
  const pantry = planBox(planRequest(bench, 'box1', 'run', DEFAULT_SCHOOLS)).bench;
  return planBox(planRequest(pantry, 'box2', 'protected', DEFAULT_SCHOOLS)).bench;
}

/** Two cables that are both live in one box, nothing joined: which legs, which breakers? */
const twoLive: Bench = {
  ...shared,
  cables: [
    { ...shared.cables[0]!, id: 'first', name: 'first cable', colours: ['black', 'white', 'bare'] },
    { ...shared.cables[0]!, id: 'second', name: 'second cable', colours: ['black', 'white', 'bare'] },
  ],
  breakers: shared.breakers.map((b) => ({ ...b, tiedTo: undefined })),
  devices: [],
  pigtails: [],
  joints: [
    ...(['first', 'second'] as const).flatMap((id, i) => [
      {
        id: `p-${id}-h`,
        boxId: PANEL,
        kind: 'terminal' as const,
        at: { device: i ? 'b3' : 'b1', terminal: 'screw' },
        ends: [{ cableId: id, conductor: 0, end: 0 as const }],
      },
      {
        id: `p-${id}-n`,
        boxId: PANEL,
        kind: 'terminal' as const,
        at: { device: 'neutral-bar', terminal: 'screw' },
        ends: [{ cableId: id, conductor: 1, end: 0 as const }],
      },
      {
        id: `p-${id}-g`,
        boxId: PANEL,
        kind: 'terminal' as const,
        at: { device: 'ground-bar', terminal: 'screw' },
        ends: [{ cableId: id, conductor: 2, end: 0 as const }],
      },
      ...[0, 1].map((conductor) => ({
        id: `cap-${id}-${conductor}`,
        boxId: 'box',
        kind: 'cap' as const,
        how: 'cap' as const,
        ends: [{ cableId: id, conductor, end: 1 as const }],
      })),
    ]),
    // their grounds meet, whatever the hots are
    {
      id: 'grounds',
      boxId: 'box',
      kind: 'splice',
      how: 'twist-on',
      ends: (['first', 'second'] as const).map((cableId) => ({ cableId, conductor: 2, end: 1 as const })),
    },
  ],
};

export const benchSamples: BenchSample[] = [
  {
    id: 'unwired',
    name: 'Two boxes to wire',
    about: 'a receptacle in the middle of a run and one at its end, nothing connected yet',
    bench: unwired,
  },
  { id: 'run', name: 'Two boxes, wired', about: 'fed through the first receptacle', bench: run },
  { id: 'swapped', name: 'Something is wrong', about: 'the second receptacle works, and a tester says what is wrong', bench: swapped },
  {
    id: 'protected',
    name: 'Protective receptacle',
    about: 'first in the run, one more behind it',
    bench: runOfBoxes({ boxes: 2, protectedFirst: true, lengthMm: 7000 }),
  },
  { id: 'kiln', name: 'Kiln corner', about: 'a 20 A circuit of its own, 1 750 W on a single receptacle', bench: kilnCorner() },
  {
    id: 'pump',
    name: 'Rain-barrel pump',
    about: 'a protective receptacle on the porch, back to back with the pantry',
    bench: rainBarrelPump(),
  },
  { id: 'shared', name: 'Shared neutral', about: 'two hots, one neutral, 24 ohm and 96 ohm', bench: shared },
  { id: 'two-live', name: 'Two live cables', about: 'both hot in one box: same leg or opposite, one breaker or two', bench: twoLive },
  { id: 'dense', name: 'Four cables, two gangs', about: 'two receptacles on one feed, three cables that go on', bench: denseBox() },
];
