/** Facts in trade terms as a job in a house, a circuit of its own, or a wired run: sound and measured in all that isn’t said. */
import { BOX_KINDS } from '../../catalog/index.js';
import { runOfBoxes, sharedNeutralRun } from '../../circuit/index.js';
import { inches } from '../../measure/index.js';
import {
  DEFAULT_SCHOOLS,
  DOCUMENT_VERSION,
  type Bench,
  type Box,
  type Cable,
  type Change,
  type Circuit,
  type Device,
  type Edition,
  type JobInHouse,
  type Joint,
  type Load,
  type MeasuredLength,
  type Room,
  type Site,
  type Wall,
} from '../../model/index.js';
import type { NewCircuit } from '../../panel/index.js';
import type { BenchFacts, CableFact, LoadFact, OutletFacts, OwnCircuitFacts, WiredWrong } from './facts.js';

const inch = (x: number): MeasuredLength => ({ mm: inches(x), as: `${x}`, known: 'measured' });
const edition = (year: 2017 | 2020 | 2023 = 2020): Edition => `US-${year}`;
/** A fact that was said not to be known is left out; one that wasn’t said is what a sound house has. */
type NotKnown = 'not looked' | 'not measured' | 'not noted' | 'not asked' | 'not read' | 'not known';
const unless = <V>(value: V | undefined, not: NotKnown, sound: Exclude<V, NotKnown>): Exclude<V, NotKnown> | undefined =>
  value === not ? undefined : value === undefined ? sound : (value as Exclude<V, NotKnown>);

function cableOf(id: string, fact: CableFact, end: 'panel' | 'on'): Cable {
  const [gauge, count] = (fact.is ?? '14-2').split('-').map(Number) as [14 | 12 | 10 | 8, 2 | 3];
  const ground = unless(fact.ground, 'not looked', 'bare');
  const metal = unless(fact.metal, 'not looked', 'copper');
  const white = unless(fact.whiteUsedAsHot, 'not looked', 'no');
  const free = unless(fact.free, 'not measured', 7);
  const here = {
    ...{ boxId: 'old', label: 'old outlet', side: fact.from ?? 'top' },
    ...(free === undefined ? {} : { freeLength: inch(free) }),
    sheathInside: inch(fact.sheathIn ?? 0.5),
  };
  return {
    ...{
      id,
      name: end === 'panel' ? 'cable from the panel' : `cable on, ${id}`,
      gauge,
      conductors: count === 3 ? ['black', 'white', 'red'] : ['black', 'white'],
    },
    ...(ground ? { ground } : {}),
    ...(metal ? { metal } : {}),
    ...(fact.gaugeRead === 'no' ? { presets: ['gauge' as const] } : {}),
    ...(white ? { whiteUsedAsHot: white } : {}),
    ...{ sheath: fact.sheath ?? 'nonmetallic', direction: 'known', unbrokenIn: [] },
    ends: end === 'panel' ? [{ label: 'panel' }, here] : [here, { label: `outlet ${id}` }],
  };
}

const loadOf = (id: string, fact: LoadFact, boxId?: string): Load => ({
  ...{
    id,
    name: `what draws ${fact.watts} W`,
    watts: fact.watts,
    continuous: fact.forHours ?? false,
    fixed: fact.fastened ?? false,
    circuitId: 'c',
  },
  ...(fact.lamps ? { lighting: true } : {}),
  ...(boxId ? { boxId } : {}),
});

/** Wall 10 ft long, studs every 16 in from 8 in on; the old outlet on the far face against the stud at 56 in. */
function wallOf(wall: NonNullable<OutletFacts['wall']>, noted: boolean): Wall {
  const finish = wall.finish === 'plaster-wood-lath' ? 'plaster-lath' : (wall.finish ?? 'drywall');
  const layers = [
    { finish, thickness: wall.finishThick === undefined ? inch(finish === 'plaster-lath' ? 0.875 : 0.5) : inch(wall.finishThick) },
  ] as Wall['faces']['A']['layers'];
  const fire = unless(wall.fireRated, 'not noted', false);
  return {
    ...{ id: 'wall', name: 'The wall', length: inch(120), height: inch(96) },
    framing: {
      material: wall.built ?? 'wood',
      studDepth: wall.studDepth === 'assumed' ? { mm: inches(3.5), known: 'assumed' } : inch(wall.studDepth ?? 3.5),
      ...{ studWidth: inch(1.5), spacing: inch(16), knownStud: inch(40), extraStuds: [] },
    },
    faces: { A: { roomId: 'new', layers, baseHeight: inch(3.5) }, B: { roomId: 'old', layers, baseHeight: inch(3.5) } },
    ...{ references: [], openings: [], insulated: wall.insulated ?? false },
    ...(wall.looked === false ? {} : { bayLooked: 'seen' as const }),
    ...(fire === undefined ? {} : { fireRated: fire }),
    obstacles: (wall.inTheBay ?? []).map((o, i) => ({
      ...{ id: `o${i}`, kind: o.what, x: inch(o.at), width: inch(o.wide), z: inch(o.from ?? 0), height: inch(o.high ?? 96) },
      ...(o.behind === undefined ? {} : { behindA: inch(o.behind), thick: inch(1) }),
    })),
    ...(noted
      ? {
          fixtures: (wall.standing ?? []).map((f, i) => ({
            ...{ id: `f${i}`, kind: f.what, face: 'A' as const, x: inch(f.at), width: inch(f.wide), z: inch(f.up), height: inch(f.high) },
          })),
        }
      : {}),
  };
}

/** @returns the job with the house it stands in */
export function outletJob(facts: OutletFacts): JobInHouse {
  return {
    ...{ format: 'saddle-job', version: DOCUMENT_VERSION, id: 'job', houseId: 'house', name: 'The job', purpose: 'outlet' },
    ...{ schools: DEFAULT_SCHOOLS, work: { ticks: [], notes: [], values: [], proofs: [] } },
    changes: outletChanges(facts),
    ...{ edition: edition(facts.edition), unit: 'in', houseName: 'The house', others: [], found: foundAt(facts) },
    ...pick('built', unless(facts.built, 'not known', 1994)),
  };
}
const breakerOf = ({ circuit }: OutletFacts): Circuit['breakerA'] => unless(circuit?.breaker, 'not read', 15);

function circuitOf(facts: OutletFacts): Circuit {
  const { circuit = {} } = facts;
  const feet = unless(circuit.feetToThere, 'not measured', 40);
  return {
    ...{ id: 'c', number: '5', name: 'the circuit', voltsNominal: circuit.volts ?? 120 },
    ...pick('breakerA', breakerOf(facts)),
    ...pick('sharedNeutral', unless(circuit.sharedNeutral, 'not looked', false)),
    ...pick('reservedFor', unless(circuit.keptFor, 'not asked', 'none')),
    ...pick('arcFault', unless(circuit.arcFault, 'not looked', 'breaker')),
    ...pick('groundFault', unless(circuit.groundFault, 'not looked', 'none')),
    ...pick('lengthToSource', feet === undefined ? undefined : inch(feet * 12)),
    loadsComplete: facts.allNoted ?? true,
  };
}
const isSwitch = ({ old = {} }: OutletFacts): boolean => typeof old.device === 'string' && old.device.startsWith('switch ');

/** The box that feeds: seen from its own face, against the right side of the stud at 56. */
function oldBoxOf(facts: OutletFacts): Box {
  const { old = {} } = facts;
  const kind = old.kind === 'not known' ? 'other' : (old.kind ?? (old.gangs === 2 ? 'wings-2g-34' : 'wings-1g-20'));
  return {
    ...{ id: 'old', name: 'Old outlet', wallId: 'wall', face: 'B', gangs: old.gangs ?? 1, supportFittings: old.supportFittings ?? 0 },
    kind,
    place: { from: 'left-end', toward: 'right', to: 'left-edge', distance: inch(120 - 55.25), bottom: inch(14) },
    ...pick('volumeIn3', old.in3),
    ...{ hangsOn: kind !== 'other' && BOX_KINDS[kind].mounting === 'wings' ? 'none' : 'left', condition: old.condition ?? 'sound' },
    ...(facts.breakerNotFound ? {} : { circuitId: 'c' }),
    ...pick('setback', old.setback === undefined ? undefined : inch(old.setback)),
    ...pick('screws', old.screws === undefined ? undefined : inch(old.screws)),
    ...pick('trouble', old.trouble),
    ...pick('holds', isSwitch(facts) ? ('switch' as const) : old.device === 'nothing' ? ('junction' as const) : undefined),
    ...(old.device === 'switch with hot and neutral' ? { switchHas: 'hot and neutral' as const } : {}),
    ...(old.device === 'switch loop' ? { switchHas: 'switch loop' as const } : {}),
  };
}

function foundAt(facts: OutletFacts): Site {
  const { old = {}, wall = {} } = facts;
  const state = unless(old.deviceIs, 'not looked', 'sound');
  const room = (id: string, use: Room['use']): Room => ({
    ...{ id, name: `${id} ${use}`, use },
    ...pick('waterWithin6ft', id === 'new' ? unless(facts.waterWithin6ft, 'not measured', false) : false),
  });
  const device: Device = {
    ...{ id: 'old-device', name: 'old device', boxId: 'old' },
    kind: isSwitch(facts) ? 'switch-15' : ((old.device ?? 'duplex-15') as 'duplex-15'),
    ...(isSwitch(facts) ? {} : { wiredAs: 'pigtail' as const, tamperResistant: true }),
    ...(state ? { condition: state } : {}),
  };
  return {
    rooms: [room('new', facts.room ?? 'bedroom'), room('old', facts.oldRoom ?? 'hallway')],
    ...{ walls: [wallOf(wall, !facts.countersNotNoted)], boxes: [oldBoxOf(facts)], circuits: [circuitOf(facts)] },
    cables: (old.cables ?? [{}, {}]).map((f, i) => cableOf(`cable-${i}`, f, i === 0 ? 'panel' : 'on')),
    devices: old.device === 'nothing' ? [] : [device],
    loads: (facts.hangsOnIt ?? [{ watts: 60, lamps: true }]).map((f, i) => loadOf(`there-${i}`, f)),
  };
}

/** A box, the cable to it, its device, and what is plugged in. */
function outletChanges(facts: OutletFacts): Change[] {
  const { box = {}, face = {} } = facts;
  const breakerA = breakerOf(facts);
  const kind = box.kind ?? 'wings-1g-20';
  return [
    {
      ...{ id: 'box', title: 'Set the new box', do: 'place-box' },
      box: {
        ...{ id: 'new-box', name: 'New outlet', wallId: 'wall', face: 'A', kind, gangs: BOX_KINDS[kind].gangs, circuitId: 'c' },
        place: { from: 'left-end', toward: 'right', to: 'centre', distance: inch(box.at ?? 46), bottom: inch(box.up ?? 14) },
        ...{ hangsOn: 'none', supportFittings: 0 },
      },
    },
    {
      ...{ id: 'cable', title: 'Run the cable', do: 'run-cable' },
      cable: {
        ...{ id: 'new-cable', name: 'the new cable', conductors: ['black', 'white'], ground: 'bare', metal: 'copper' },
        gauge: facts.newCable ?? (breakerA !== undefined && breakerA > 15 ? (breakerA > 20 ? 10 : 12) : 14),
        sheath: facts.newSheath ?? 'nonmetallic',
        ends: [
          { boxId: 'old', label: 'old outlet', side: 'top' },
          { boxId: 'new-box', label: 'new outlet', side: 'top' },
        ],
        ...{ direction: 'known', unbrokenIn: [] },
      },
    },
    {
      ...{ id: 'device', title: 'New receptacle', do: 'place-device' },
      device: {
        ...{ id: 'new-device', name: 'new receptacle', boxId: 'new-box' },
        kind: face.kind ?? (breakerA === 20 ? 'duplex-20' : 'duplex-15'),
        tamperResistant: face.tamperResistant ?? true,
        ...pick('weatherResistant', face.weatherResistant),
        ...pick('inUseCover', face.inUseCover),
      },
    },
    ...(facts.plugged ?? [{ watts: 100 }]).map((f, i) => ({
      ...{ id: `plug-${i}`, title: 'Plugged in', do: 'plug-in' as const },
      load: loadOf(`plugged-${i}`, f, 'new-box'),
    })),
  ];
}
function pick<K extends string, T>(key: K, value: T | undefined): Partial<Record<K, T>> {
  return value === undefined ? {} : ({ [key]: value } as Partial<Record<K, T>>);
}

export function ownCircuit(facts: OwnCircuitFacts): { edition: Edition; circuit: NewCircuit } {
  return {
    edition: edition(facts.edition),
    circuit: {
      ...{ name: 'the new circuit', ratingA: facts.breaker, poles: facts.poles ?? 1, gauge: facts.cable },
      rooms: (facts.into ?? ['bedroom']).map((use, i): Room => ({ id: `r${i}`, name: use, use, waterWithin6ft: false })),
      loads: facts.loads.map((l) => ({ watts: l.watts, continuous: l.forHours ?? false })),
      ...pick('protection', facts.protection),
    },
  };
}

/** A wired run with what somebody got wrong in it. */
export function wiredRun(facts: BenchFacts): Bench {
  const { wrong } = facts;
  if (wrong.startsWith('shared neutral') || wrong === 'nothing, a shared neutral on two legs') return sharedRun(wrong);
  const last = facts.boxes ?? 2;
  const run = runOfBoxes({
    ...{ boxes: last, gauge: facts.gauge ?? 14, amps: facts.breaker ?? ((facts.gauge ?? 14) === 12 ? 20 : 15) },
    protectedFirst: wrong === 'hot on LINE, neutral on LOAD' || wrong === 'LINE and LOAD changed over',
  });
  return WRONG[wrong]?.(run, last) ?? run;
}

/** A conductor of the cable to the last box off wherever it was landed. */
const without = (run: Bench, last: number, conductor: number): Bench => ({
  ...run,
  joints: run.joints
    .map((j) => ({
      ...j,
      ends: j.ends.filter((e) => !('cableId' in e && e.cableId === `cable${last}` && e.conductor === conductor && e.end === 1)),
    }))
    .filter((j) => j.ends.length > 0),
});
const renamed = (run: Bench, device: string, other: (terminal: string) => string): Bench => ({
  ...run,
  joints: run.joints.map((j) => (j.at?.device === device ? { ...j, at: { ...j.at, terminal: other(j.at.terminal) } } : j)),
});
const swap = (a: string, b: string) => (t: string) => (t.startsWith(a) ? t.replace(a, b) : t.startsWith(b) ? t.replace(b, a) : t);
const keeping = (run: Bench, keep: (j: Joint) => boolean): Bench => ({ ...run, joints: run.joints.filter(keep) });

/** The ground of the last face taken from its neutral screw. */
function bridged(run: Bench, last: number): Bench {
  const device = `device${last}`;
  const at = (terminal: string, end: 0 | 1): Joint => ({
    ...{ id: `bridge-${end}`, boxId: `box${last}`, kind: 'terminal', how: 'side screw', at: { device, terminal } },
    ends: [{ pigtailId: 'bridge', end }],
  });
  const bare = keeping(without(run, last, 2), (j) => !(j.at?.device === device && j.at.terminal === 'green'));
  return {
    ...bare,
    pigtails: [...bare.pigtails, { id: 'bridge', boxId: `box${last}`, colour: 'white', gauge: 14, lengthMm: 100 }],
    joints: [...bare.joints, at('silver lower', 0), at('green', 1)],
  };
}
/** The wire that goes on under the same screw as the one that comes. */
const twoUnderOne = (run: Bench): Bench =>
  keeping(
    {
      ...run,
      joints: run.joints.map((j) =>
        j.at?.device === 'device1' && j.at.terminal === 'brass upper'
          ? { ...j, ends: [...j.ends, { cableId: 'cable2', conductor: 0, end: 0 as const }] }
          : j,
      ),
    },
    (j) => !(j.at?.device === 'device1' && j.at.terminal === 'brass lower'),
  );
/** A cable of another breaker landed at the first face as well. */
function joined(run: Bench): Bench {
  const other = runOfBoxes({ boxes: 1 }, 'x-');
  return {
    ...run,
    breakers: [...run.breakers, ...other.breakers.map((b) => ({ ...b, number: '6' }))],
    cables: [...run.cables, ...other.cables.map((c) => ({ ...c, ends: [c.ends[0], 'box1'] as typeof c.ends }))],
    joints: [
      ...run.joints.map((j) =>
        j.at?.device === 'device1' && j.at.terminal.endsWith('upper')
          ? { ...j, ends: [...j.ends, { cableId: 'x-cable1', conductor: j.at.terminal.startsWith('brass') ? 0 : 1, end: 1 as const }] }
          : j,
      ),
      ...other.joints.filter((j) => j.boxId === 'panel'),
    ],
  };
}

/** What each does to a run; those that aren’t here leave it as it is. */
const WRONG: Partial<Record<WiredWrong, (run: Bench, last: number) => Bench>> = {
  'hot and neutral swapped at the face': (run, last) => renamed(run, `device${last}`, swap('brass', 'silver')),
  'ground off at the face': (run, last) => keeping(run, (j) => !(j.at?.device === `device${last}` && j.at.terminal === 'green')),
  'neutral off in a box': (run, last) => without(run, last, 1),
  'hot off in a box': (run, last) => without(run, last, 0),
  'bare hot end hanging in a box': (run, last) => without(run, last, 0),
  'white loose at the panel': (run) =>
    keeping(run, (j) => !j.ends.some((e) => 'cableId' in e && e.cableId === 'cable1' && e.conductor === 1 && e.end === 0)),
  'ground bridged to neutral at the face': bridged,
  'two hots under one screw': twoUnderOne,
  'hot on LINE, neutral on LOAD': (run) => renamed(run, 'device1', (t) => (t.endsWith('silver') ? swap('line', 'load')(t) : t)),
  'LINE and LOAD changed over': (run) => renamed(run, 'device1', swap('line', 'load')),
  'push-in with 12 AWG': (run) => ({
    ...run,
    joints: run.joints.map((j) => (j.at?.device === 'device1' ? { ...j, how: 'push-in' as const } : j)),
  }),
  'metal box without ground': (run, last) => ({
    ...run,
    boxes: run.boxes.map((b) => (b.id === `box${last}` ? { ...b, material: 'metal' as const } : b)),
  }),
  'two circuits joined': joined,
  'neutral borrowed from another circuit': (run) => withSecondCircuit(run, 'neutral borrowed from another circuit'),
  'neutrals of two circuits joined': (run) => withSecondCircuit(run, 'neutrals of two circuits joined'),
  'grounds of two circuits apart': (run) => withSecondCircuit(run, 'grounds of two circuits apart'),
  'one yoke on two breakers': (run) => withSecondCircuit(run, 'one yoke on two breakers'),
  'nothing, one yoke on two tied breakers': (run) => withSecondCircuit(run, 'nothing, one yoke on two tied breakers'),
  'nothing, two circuits in one box, apart': (run) => withSecondCircuit(run, 'nothing, two circuits in one box, apart'),
  'switch in the neutral': () => lampRun({ switchIn: 'neutral', shell: 'neutral' }),
  'nothing, a lamp behind its switch': () => lampRun({ switchIn: 'hot', shell: 'neutral' }),
  'hot on the shell of a lampholder': () => lampRun({ switchIn: 'hot', shell: 'hot' }),
  'cut back too short': (run, last) => ({
    ...run,
    cables: run.cables.map((c) => (c.id === `cable${last}` ? { ...c, freeMm: [c.freeMm[0], inches(5.5)] as typeof c.freeMm } : c)),
  }),
};

function sharedRun(wrong: WiredWrong): Bench {
  const bench = sharedNeutralRun(24, 96, wrong === 'shared neutral, both hots on one leg' ? ['A', 'A'] : ['A', 'B']);
  if (wrong === 'shared neutral loose at the panel') return { ...bench, joints: bench.joints.filter((j) => j.id !== 'p3') };
  if (wrong === 'shared neutral, breakers not tied') return { ...bench, breakers: bench.breakers.map(({ tiedTo: _tied, ...b }) => b) };
  return bench;
}

/** The first box of a run with the cable of another circuit in it. */
function withSecondCircuit(run: Bench, wrong: WiredWrong): Bench {
  const other = runOfBoxes({ boxes: 1 }, 'x-');
  const end = (cableId: string, conductor: number) => ({ cableId, conductor, end: 1 as const });
  const capped = (id: string, conductor: number): Joint => ({
    id: `cap-${id}-${conductor}`,
    boxId: 'box1',
    kind: 'splice',
    how: 'twist-on',
    ends: [end(id, conductor)],
  });
  const is = (j: Joint, terminal: string): boolean => j.at?.device === 'device1' && j.at.terminal === terminal;
  const yoke = wrong === 'one yoke on two breakers' || wrong === 'nothing, one yoke on two tied breakers';
  const tied = wrong === 'nothing, one yoke on two tied breakers';
  const apart = wrong === 'nothing, two circuits in one box, apart' || wrong === 'grounds of two circuits apart';
  const bench: Bench = {
    ...run,
    breakers: [
      ...run.breakers.map((b) => (tied ? { ...b, tiedTo: other.breakers[0]!.id } : b)),
      ...other.breakers.map((b) => ({ ...b, number: '6', leg: 'B' as const, ...(tied ? { tiedTo: run.breakers[0]!.id } : {}) })),
    ],
    cables: [...run.cables, ...other.cables.map((c) => ({ ...c, ends: [c.ends[0], 'box1'] as typeof c.ends }))],
    devices: run.devices.map((d) => (yoke && d.id === 'device1' ? { ...d, brassTab: false, silverTab: false } : d)),
    joints: [
      ...run.joints.flatMap((j): Joint[] => {
        if (yoke && is(j, 'brass lower')) return [{ ...j, ends: [end('x-cable1', 0)] }];
        if (yoke && is(j, 'silver lower')) return [{ ...j, ends: [end('x-cable1', 1)] }];
        if (!yoke && !apart && is(j, 'silver upper'))
          return [{ ...j, ends: wrong === 'neutrals of two circuits joined' ? [...j.ends, end('x-cable1', 1)] : [end('x-cable1', 1)] }];
        return [j];
      }),
      ...other.joints.filter((j) => j.boxId === 'panel'),
      ...(yoke
        ? run.joints.some((j) => is(j, 'brass lower'))
          ? []
          : (
              [
                ['brass lower', 0],
                ['silver lower', 1],
              ] as const
            ).map(([terminal, conductor]): Joint => ({
              ...{ id: `half-${conductor}`, boxId: 'box1', kind: 'terminal', how: 'side screw', at: { device: 'device1', terminal } },
              ends: [end('x-cable1', conductor)],
            }))
        : [
            capped('x-cable1', 0),
            ...(wrong === 'neutral borrowed from another circuit' ? [capped('cable1', 1)] : []),
            ...(apart ? [capped('x-cable1', 1)] : []),
          ]),
      ...(wrong === 'grounds of two circuits apart' ? [capped('x-cable1', 2)] : []),
    ],
  };
  return wrong === 'grounds of two circuits apart' ? bench : groundsMet(bench, end('x-cable1', 2));
}
/** The first box of a run with one more ground on those that are there. */
function groundsMet(bench: Bench, more: Joint['ends'][number]): Bench {
  const there = bench.joints.find((j) => j.boxId === 'box1' && j.ends.some((e) => 'cableId' in e && e.cableId === 'cable1' && e.conductor === 2))!; // prettier-ignore
  if (there.kind === 'splice') return { ...bench, joints: bench.joints.map((j) => (j === there ? { ...j, ends: [...j.ends, more] } : j)) };
  const lead = { id: 'x-lead', boxId: 'box1', colour: 'bare' as const, gauge: 14 as const, lengthMm: 152 };
  return {
    ...bench,
    pigtails: [...bench.pigtails, lead],
    joints: bench.joints.flatMap((j): Joint[] =>
      j === there
        ? [
            { ...j, ends: [{ pigtailId: lead.id, end: 1 }] },
            { id: 'x-grounds', boxId: 'box1', kind: 'splice', how: 'twist-on', ends: [...j.ends, more, { pigtailId: lead.id, end: 0 }] },
          ]
        : [j],
    ),
  };
}

/** Panel, a switch, and a lampholder behind it. */
function lampRun({ switchIn, shell }: { switchIn: 'hot' | 'neutral'; shell: 'hot' | 'neutral' }): Bench {
  const base = runOfBoxes({ boxes: 2 });
  const [first, second] = base.devices as [Bench['devices'][number], Bench['devices'][number]];
  const into = (conductor: number) => ({ cableId: 'cable1', conductor, end: 1 as const });
  const out = (conductor: number) => ({ cableId: 'cable2', conductor, end: 0 as const });
  const lamp = (conductor: number) => ({ cableId: 'cable2', conductor, end: 1 as const });
  const at = (id: string, boxId: string, device: string, terminal: string, ends: Joint['ends']): Joint => ({
    ...{ id, boxId, kind: 'terminal', how: 'side screw', at: { device, terminal }, ends },
  });
  const splice = (id: string, ends: Joint['ends']): Joint => ({ id, boxId: 'box1', kind: 'splice', how: 'twist-on', ends });
  const [through, cut] = switchIn === 'hot' ? [1, 0] : [0, 1];
  const [centre, screwShell] = shell === 'neutral' ? [0, 1] : [1, 0];
  return {
    ...base,
    pigtails: [],
    devices: [
      { ...first, form: 'switch', up: true },
      { ...second, form: 'lamp', watts: 60 },
    ],
    joints: [
      ...base.joints.filter((j) => j.boxId === 'panel'),
      splice('through', [into(through), out(through)]),
      splice('grounds', [into(2), out(2)]),
      at('s1', 'box1', 'device1', 'screw 1', [into(cut)]),
      at('s2', 'box1', 'device1', 'screw 2', [out(cut)]),
      at('l1', 'box2', 'device2', 'hot', [lamp(centre)]),
      at('l2', 'box2', 'device2', 'neutral', [lamp(screwShell)]),
      at('l3', 'box2', 'device2', 'green', [lamp(2)]),
    ],
  };
}
