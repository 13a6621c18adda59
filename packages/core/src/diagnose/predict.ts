/** What every test would show for every suspect: worked out by switching the wiring on with that fault in it. */
import { NetworkError, switchOn, type SwitchedOn } from '../circuit/index.js';
import { LAMP_CODES, LAMP_SAYS, readLamps, type LampCode } from '../instruments/index.js';
import { COMPLAINTS, PANEL, type Bench, type BenchDevice, type Complaint } from '../model/index.js';
import type { CircuitBench } from './circuitBench.js';
import { faultsOn, type Suspect } from './suspects.js';

export type Face = 'upper' | 'lower';
export interface FaceState {
  reads: LampCode;
  /** hot to neutral is there: a lamp would light */
  works: boolean;
}
/** What a circuit with one fault in it shows. */
interface Shown {
  faces: Map<string, FaceState>;
  breakerOpens: boolean;
  deviceOpens: boolean;
}
export const faceKey = (deviceId: string, face: Face): string => `${deviceId}/${face}`;

export interface TestKind {
  id: string;
  /** what to do */
  words: string;
  minutes: number;
  boxId?: string;
  /** bare ends are touched: only once the circuit is proved dead */
  dead?: true;
  /** what may come of it, with the words for it */
  outcomes: { id: string; words: string }[];
  /** how often it shows what is there (common practice) */
  sure: number;
  /** how often an outcome shows where another is so, when that isn’t the rest shared out: nobody sees a loose wire that isn’t there */
  falsely?: Record<string, number>;
}

/** All of it is data: a worker makes it, a page reads it. */
export interface Dictionary {
  known: CircuitBench;
  suspects: Suspect[];
  tests: TestKind[];
  /** by test, then by suspect: the outcome that it would show; undefined: it may be any */
  shows: Map<string, (string | undefined)[]>;
  /** how well each suspect goes with a complaint, 0 to 1 */
  fits: Record<Complaint, number[]>;
}

const facesOf = (d: BenchDevice): Face[] =>
  d.form === 'duplex' || d.form === 'ground-fault' ? ['upper', 'lower'] : d.form === 'single' ? ['upper'] : [];

function shown(bench: Bench): Shown {
  let on: SwitchedOn;
  try {
    on = switchOn(bench);
  } catch (error) {
    // a fault that makes no circuit any more is told apart by nothing
    if (error instanceof NetworkError) return { faces: new Map(), breakerOpens: false, deviceOpens: false };
    throw error;
  }
  const faces = new Map<string, FaceState>();
  for (const d of bench.devices)
    for (const face of facesOf(d)) {
      const r = readLamps(on, d.id, face);
      faces.set(faceKey(d.id, face), { reads: r.code, works: r.hotNeutral === 'lit' });
    }
  return {
    faces,
    breakerOpens: on.bench.breakers.some((b) => !b.on),
    deviceOpens: on.bench.devices.some((d) => d.form === 'ground-fault' && d.tripped),
  };
}

/** The patterns one can come back with, as they stand in kept searches; “none” is entered as another reading. */
const LAMP_IDS: Readonly<Partial<Record<LampCode, string>>> = {
  'no power': 'hot open, or no power: a dead tester looks the same',
  'more than one hot': 'more than one hot: stop',
  'hot on the neutral': 'hot on the neutral, hot open',
};
const lampId = (code: LampCode): string => LAMP_IDS[code] ?? code;
const lampIdAt = ({ faces }: Shown, key: string): string | undefined => {
  const face = faces.get(key);
  return face && lampId(face.reads);
};
const LAMP_OUTCOMES = LAMP_CODES.filter((code) => code !== 'none').map((code) => ({ id: lampId(code), words: LAMP_SAYS[code] }));

const outcomes = (...pairs: [string, string][]) => pairs.map(([id, words]) => ({ id, words }));

/** Minutes of each test are handbook 25, common practice; a box further on takes a minute to walk to. */
function testsOf(known: CircuitBench, boxId: string): TestKind[] {
  const { bench } = known;
  const nameOf = (id: string): string => bench.boxes.find((b) => b.id === id)?.name ?? 'the box';
  const walk = (id: string): number => (id === boxId ? 0 : 1);
  const several = bench.devices.length > 1;
  const receptacles = bench.devices.filter((d) => facesOf(d).length > 0);
  const hasProtector = bench.devices.some((d) => d.form === 'ground-fault');
  return [
    {
      ...{
        id: 'breakers',
        words: `Look at the breaker${hasProtector ? ' and at every protective receptacle' : ''}`,
        minutes: 2,
        sure: 0.98,
      },
      outcomes: outcomes(
        ['all on', 'all are on'],
        ['breaker off', 'a breaker is off or in the middle'],
        ...(hasProtector ? ([['device tripped', 'a protective receptacle has tripped']] as [string, string][]) : []),
      ),
    },
    {
      ...{ id: 'appliance', words: 'Try the same appliance in an outlet that surely works', minutes: 1, sure: 0.98 },
      outcomes: outcomes(['works', 'it works there'], ['fails', 'it fails there too, or trips that one']),
    },
    {
      ...{ id: 'reset', words: 'Unplug everything on the circuit, then switch off and on again, or reset', minutes: 5, sure: 0.995 },
      outcomes: outcomes(
        ['works now', 'it stays on, and works'],
        ['still dead', 'it stays on, and nothing changed'],
        ['opens again', 'it opens again'],
      ),
    },
    ...(bench.devices.some((d) => d.form === 'switch')
      ? [
          {
            ...{ id: 'switches', words: 'Flip every switch of the room', minutes: 2, sure: 0.99 },
            outcomes: outcomes(['works now', 'with one of them it works'], ['no change', 'nothing changes']),
          },
        ]
      : []),
    ...receptacles.flatMap((d): TestKind[] => [
      ...facesOf(d).map((face): TestKind => ({
        id: `lamps/${faceKey(d.id, face)}`,
        words: `Three-lamp tester in the ${facesOf(d).length > 1 ? `${face} face of ` : ''}${several ? `${d.name}, ${nameOf(d.boxId)}` : nameOf(d.boxId)}`,
        minutes: 1 + walk(d.boxId),
        boxId: d.boxId,
        outcomes: LAMP_OUTCOMES,
        sure: 0.95,
      })),
      ...facesOf(d).map((face): TestKind => ({
        id: `volts/${faceKey(d.id, face)}`,
        words: `Meter across the ${facesOf(d).length > 1 ? `${face} face of ` : ''}${several ? `${d.name}, ${nameOf(d.boxId)}` : nameOf(d.boxId)}, with a heater or iron plugged in beside it`,
        minutes: 4 + walk(d.boxId),
        boxId: d.boxId,
        outcomes: outcomes(['full', '110 V or more'], ['low', '5 to 110 V'], ['none', 'under 5 V']),
        sure: 0.94,
      })),
      {
        ...{
          id: `plug/${d.id}`,
          words: `Feel how a plug sits in ${several ? `${d.name}, ${nameOf(d.boxId)}` : nameOf(d.boxId)}`,
          minutes: 0.5 + walk(d.boxId),
          boxId: d.boxId,
          sure: 0.93,
        },
        outcomes: outcomes(['firm', 'it holds firmly'], ['loose', 'it sits loose, or falls out']),
      },
    ]),
    ...bench.boxes.map((b): TestKind => ({
      ...{
        id: `look/${b.id}`,
        words: `Circuit off and proved dead: cover of ${b.name} off, look and tug every wire`,
        minutes: 8 + walk(b.id),
        boxId: b.id,
        dead: true,
        sure: 0.95,
        falsely: { found: 0.01, sound: 0.08 },
      },
      outcomes: outcomes(['found', 'something is loose, out, wrong or scorched in it'], ['sound', 'all is firm and as it should be']),
    })),
    {
      ...{
        id: 'panel',
        words: 'By a licensed electrician, cover of the panel off: volts at the breaker’s screw, every wire of this circuit tugged',
        minutes: 20,
        sure: 0.97,
        falsely: { found: 0.01, sound: 0.04 },
      },
      outcomes: outcomes(['sound', 'volts leave the breaker, and all is firm'], ['found', 'no volts leave it, or a wire of it is loose']),
    },
    ...bench.cables.map((c): TestKind => {
      const far = c.ends.includes(PANEL);
      const whole = !c.ends.includes('elsewhere');
      return {
        id: `through/${c.id}`,
        words: whole
          ? `Dead and proved, both ends of ${c.name} apart: each wire through with a long lead, and against the others`
          : `Dead and proved, ${c.name} apart at this end and all unplugged beyond: each wire against the others`,
        minutes: whole ? (far ? 25 : 12) : 10,
        dead: true,
        sure: 0.99,
        outcomes: outcomes(
          ['whole', whole ? 'each goes through, none touches another' : 'none touches another'],
          ...(whole ? ([['broken', 'one doesn’t go through']] as [string, string][]) : []),
          ['touching', 'two touch'],
        ),
      };
    }),
  ];
}

function resultOf(test: TestKind, s: Suspect, is: Shown, sound: Shown, openOf: Shown | undefined): string | undefined {
  const [kind, ...rest] = test.id.split('/');
  const key = rest.join('/');
  if (s.kind === 'none of these') return undefined;
  switch (kind) {
    case 'breakers':
      if (s.kind === 'breaker worn') return 'all on';
      if (is.breakerOpens) return 'breaker off';
      return s.kind === 'device tripped' || s.kind === 'device worn out' || is.deviceOpens
        ? 'device tripped'
        : s.kind === 'appliance'
          ? undefined
          : 'all on';
    case 'appliance':
      return s.kind === 'appliance' ? 'fails' : 'works';
    case 'reset':
      if (s.kind === 'breaker off' || s.kind === 'device tripped' || s.kind === 'appliance') return 'works now';
      return s.kind === 'device worn out' || (s.kind !== 'breaker worn' && (is.breakerOpens || is.deviceOpens))
        ? 'opens again'
        : 'still dead';
    case 'switches':
      return s.kind === 'switch off' ? 'works now' : 'no change';
    case 'lamps':
      if (s.kind === 'worn contacts') return key.startsWith(`${s.deviceId}/`) ? lampId('no power') : lampIdAt(sound, key);
      return lampIdAt(s.looseOf ? sound : is, key);
    case 'volts': {
      if (s.kind === 'worn contacts' && key.startsWith(`${s.deviceId}/`)) return 'low';
      const works = is.faces.get(key)?.works === true;
      if (s.looseOf)
        return openOf && openOf.faces.get(key)?.works !== sound.faces.get(key)?.works
          ? 'low'
          : sound.faces.get(key)?.works
            ? 'full'
            : 'none';
      return works ? 'full' : 'none';
    }
    case 'panel':
      return s.part === 'panel' ? 'found' : 'sound';
    case 'through':
      if (s.part !== `cable/${key}`) return 'whole';
      return s.kind !== 'broken conductor' ? 'touching' : test.outcomes.some((o) => o.id === 'broken') ? 'broken' : 'whole';
    case 'plug':
      return s.kind === 'worn contacts' && key === s.deviceId ? 'loose' : 'firm';
    case 'look':
      return s.seenIn === key ? 'found' : s.kind === 'worn contacts' && s.boxId === key ? undefined : 'sound';
    default:
      return undefined;
  }
}

/** How well a complaint goes with what a suspect would do, 0 to 1 (common practice). */
function fitOf(complaint: Complaint, s: Suspect, is: Shown, sound: Shown, faces: readonly string[], protector: boolean): number {
  const works = faces.map((f) => (s.looseOf ? sound : is).faces.get(f)?.works === true);
  const dead = works.every((w) => !w);
  const right = faces.every((f) => is.faces.get(f)?.reads === 'reads as right');
  const opens = is.breakerOpens && s.kind !== 'breaker off' && s.kind !== 'breaker worn';
  if (s.kind === 'none of these') return 0.15;
  switch (complaint) {
    case 'dead':
      if (s.kind === 'appliance' || s.kind === 'worn contacts') return 0.4;
      return s.looseOf ? 0.2 : dead ? 0.95 : 0.02;
    case 'half dead':
      if (s.kind === 'worn contacts') return 0.3;
      return works.some((w) => w) && works.some((w) => !w) ? 0.95 : 0.02;
    case 'low':
      return s.looseOf ? 0.9 : s.kind === 'worn contacts' ? 0.6 : s.kind === 'appliance' ? 0.3 : 0.02;
    case 'trips at once':
      return opens ? 0.95 : s.kind === 'appliance' ? 0.6 : s.kind === 'breaker worn' ? 0.2 : 0.01;
    case 'will not reset':
      if (!protector) return opens ? 0.9 : s.kind === 'appliance' ? 0.5 : 0.05;
      if (s.kind === 'device worn out') return 0.8;
      if (s.kind === 'appliance' || s.kind === 'line and load swapped') return 0.5;
      return is.deviceOpens || opens || s.kind === 'bootleg ground' || s.kind === 'pinched ground'
        ? 0.6
        : dead && s.kind !== 'device tripped'
          ? 0.4
          : 0.05;
    case 'plug falls out':
      return s.kind === 'worn contacts' ? 0.95 : 0.01;
    case 'tester':
      return works.every((w) => w) && !right ? 0.95 : dead ? 0.1 : 0.03;
  }
}

/**
 * Every suspect, every test, and what each shows: worked out once for a circuit.
 * @param boxId where it was noticed
 * @param report called with the share that is done, 0 to 1
 */
export function dictionaryOf(known: CircuitBench, boxId: string, report: (done: number) => void = () => undefined): Dictionary {
  const faults = faultsOn(known);
  const suspects = faults.map((f) => f.suspect);
  const sound = shown(known.bench);
  const states = faults.map(({ bench }, i) => {
    if (i % 10 === 0) report(i / faults.length);
    return bench ? shown(bench(known.bench)) : sound;
  });
  const at = new Map(suspects.map((s, i) => [s.id, states[i]!]));
  const tests = testsOf(known, boxId);
  const shows = new Map(
    tests.map((t) => [t.id, suspects.map((s, i) => resultOf(t, s, states[i]!, sound, s.looseOf ? at.get(s.looseOf) : undefined))]),
  );
  const protector = known.bench.devices.some((d) => d.form === 'ground-fault');
  const faces = known.bench.devices.filter((d) => d.boxId === boxId).flatMap((d) => facesOf(d).map((f) => faceKey(d.id, f)));
  const fits = Object.fromEntries(
    COMPLAINTS.map((c) => [c, suspects.map((s, i) => fitOf(c, s, states[i]!, sound, faces, protector))]),
  ) as Record<Complaint, number[]>;
  return { known, suspects, tests, shows, fits };
}
