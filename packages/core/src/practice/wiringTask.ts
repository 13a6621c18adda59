/** Wire this box so that it does that: judged by switching it on and by the checks, never by one answer. */
import {
  joinedFeeds,
  NetworkError,
  nodeOf,
  protectedBy,
  switchOn,
  variedCircuit,
  type CircuitShape,
  type SwitchedOn,
} from '../circuit/index.js';
import { seeded } from '../measure/index.js';
import { LAMP_SAYS, readLamps, type LampCode } from '../instruments/index.js';
import type { Bench, BenchDevice, Edition } from '../model/index.js';
import { benchFindings, eventWords } from '../wiring/index.js';

export const WIRING_LEVELS = [
  'the end of a run',
  'the middle of a run',
  'the middle of a run, independent of its outlet',
  'a protective outlet, and all that lies behind it',
  'a protective outlet that protects itself alone',
  'a switch and its lamp beside an outlet',
  'half of an outlet on a switch',
  'an outlet whose halves hang on two breakers',
] as const;
export type WiringLevel = (typeof WIRING_LEVELS)[number];

type Wish = 'faces' | 'independent' | 'protects' | 'protects itself' | 'lamp' | 'half' | 'split';
const EACH: Record<WiringLevel, { shape: CircuitShape; boxes: number; wired: readonly string[]; wishes: readonly Wish[]; goal: string }> = {
  'the end of a run': { shape: 'chain', boxes: 2, wired: ['box2'], wishes: ['faces'], goal: 'The last outlet of the run works in both halves.' },
  'the middle of a run': { shape: 'chain', boxes: 3, wired: ['box2'], wishes: ['faces'], goal: 'This outlet works, and so does the one behind it.' },
  'the middle of a run, independent of its outlet': { shape: 'chain', boxes: 3, wired: ['box2'], wishes: ['faces', 'independent'], goal: 'This outlet works, and the one behind it works on even when this one is taken out.' },
  'a protective outlet, and all that lies behind it': { shape: 'protected first', boxes: 3, wired: ['box1'], wishes: ['faces', 'protects'], goal: 'The protective outlet protects itself and both outlets behind it.' },
  'a protective outlet that protects itself alone': { shape: 'protected first', boxes: 2, wired: ['box1'], wishes: ['faces', 'protects itself'], goal: 'The protective outlet protects itself; the outlet behind it stays live when it trips.' },
  'a switch and its lamp beside an outlet': { shape: 'switched', boxes: 3, wired: ['box2', 'lamp-box'], wishes: ['faces', 'lamp'], goal: 'The switch turns the lamp on and off; the outlets work whatever it does.' },
  'half of an outlet on a switch': { shape: 'half switched', boxes: 3, wired: ['box2'], wishes: ['faces', 'half'], goal: 'The upper half hangs on the switch by the door, the lower is always live, and the outlet behind works.' },
  'an outlet whose halves hang on two breakers': { shape: 'split', boxes: 3, wired: ['box2'], wishes: ['faces', 'split'], goal: 'The upper half hangs on breaker 12, the lower on breaker 14, on one neutral that no outlet interrupts.' },
}; // prettier-ignore

export interface WiringTask {
  level: WiringLevel;
  title: string;
  goal: string;
  /** nothing connected yet in the boxes to wire, breakers off */
  bench: Bench;
  /** boxes to wire */
  boxes: string[];
  wishes: readonly Wish[];
  /** one wiring that does it: the task can be done */
  answer: Bench;
}

/** The same level and seed give the same task. */
export function wiringTask(level: WiringLevel, seed: number): WiringTask {
  const { shape, boxes, wired, wishes, goal } = EACH[level];
  const random = seeded(seed);
  const { bench: whole } = variedCircuit(shape, boxes, Math.floor(random() * 100_000), 'pigtails');
  const answer = answered(whole, wishes);
  const bench: Bench = {
    ...answer,
    joints: answer.joints.filter((j) => !wired.includes(j.boxId)),
    pigtails: answer.pigtails.filter((p) => !wired.includes(p.boxId)),
    devices: answer.devices.map((d) => (wired.includes(d.boxId) ? { ...d, brassTab: true, silverTab: true, up: false } : d)),
    breakers: answer.breakers.map((b) => ({ ...b, on: false })),
  };
  const names = wired.map((id) => bench.boxes.find((b) => b.id === id)!.name);
  return { level, bench, answer, boxes: [...wired], wishes, goal, title: `Wire ${names.join(' and ')}: ${level}` };
}
/** What protects itself alone has what goes on under its LINE screws. */
function answered(bench: Bench, wishes: readonly Wish[]): Bench {
  if (!wishes.includes('protects itself')) return bench;
  const device = bench.devices.find((d) => d.form === 'ground-fault')!;
  const ends = (terminal: string) =>
    bench.joints.filter((j) => j.at?.device === device.id && j.at.terminal === terminal).flatMap((j) => j.ends);
  const pigtails = [...bench.pigtails];
  const joints = bench.joints.filter((j) => !(j.at?.device === device.id && /^l/.test(j.at.terminal)));
  for (const [colour, line, load] of [['black', 'line brass', 'load brass'], ['white', 'line silver', 'load silver']] as const) {
    const id = `through-${colour}`;
    pigtails.push({ id, boxId: device.boxId, colour, gauge: 14, lengthMm: 152 });
    joints.push({ id: `s-${colour}`, boxId: device.boxId, kind: 'splice', how: 'twist-on', ends: [...ends(line), ...ends(load), { pigtailId: id, end: 0 }] });
    joints.push({ id: `t-${colour}`, boxId: device.boxId, kind: 'terminal', at: { device: device.id, terminal: line }, how: 'side screw', ends: [{ pigtailId: id, end: 1 }] });
  } // prettier-ignore
  return { ...bench, pigtails, joints };
}

export interface Point {
  ok: boolean;
  what: string;
  says: string;
  /** what it would do to somebody; where it is not as it should be */
  would?: string;
}
export interface WiringVerdict {
  done: boolean;
  points: Point[];
}

/** What a wrong face would do (common practice; handbook 8). */
const WOULD: Record<LampCode, string> = {
  'reads as right': '',
  'ground open': 'A metal case that comes live stays live, and no breaker opens.',
  'neutral open': 'Nothing works in it, and its hot is live all the same.',
  'no power': 'Nothing works in it.',
  'hot and ground swapped': 'The metal case of whatever is plugged in is live.',
  'hot and neutral swapped': 'The shell of a lamp screwed in is live, also with its switch off.',
  'more than one hot': 'What is plugged in may get 240 V.',
  'hot on the neutral': 'Switched off at the appliance, all of it stays live.',
  none: 'What is plugged in gets a voltage of no use, and perhaps a live case.',
};
const RECEPTACLES: readonly BenchDevice['form'][] = ['duplex', 'single', 'ground-fault'];
const on = (bench: Bench, part: (d: BenchDevice) => Partial<BenchDevice> = () => ({}), off: readonly string[] = []): Bench => ({
  ...bench,
  breakers: bench.breakers.map((b) => ({ ...b, on: !off.includes(b.id) })),
  devices: bench.devices.map((d) => ({ ...d, tripped: false, ...part(d) })),
});
const facesIn = (d: BenchDevice): ('upper' | 'lower')[] => (d.form === 'single' ? ['upper'] : ['upper', 'lower']);
const isSwitch = (d: BenchDevice): boolean => d.form === 'switch';

/** The verdict of one state of the bench. Nothing that is drawn by the task counts against it. */
export function judgedWiring(task: WiringTask, bench: Bench, edition: Edition = 'US-2020'): WiringVerdict {
  let up: SwitchedOn;
  let down: SwitchedOn;
  try {
    up = switchOn(on(bench, (d) => (isSwitch(d) ? { up: true } : {})));
    down = switchOn(on(bench, (d) => (isSwitch(d) ? { up: false } : {})));
  } catch (error) {
    if (!(error instanceof NetworkError)) throw error;
    return { done: false, points: [{ ok: false, what: 'Switched on', says: error.message }] };
  }
  const points: Point[] = [opening(up)];
  for (const wish of task.wishes) points.push(...WISHES[wish](task, bench, { up, down }));
  points.push(...checked(task, bench, up, edition));
  return { done: points.every((p) => p.ok), points };
}
function opening(up: SwitchedOn): Point {
  return up.opened.length
    ? {
        ok: false,
        what: 'Breakers on',
        says: eventWords(up).join(' '),
        would: 'Hot meets neutral or ground: an arc where it touches, and it opens as often as it is switched on.',
      }
    : { ok: true, what: 'Breakers on', says: 'they hold' };
}
/** Checks that stop, in the boxes to wire; each once. */
function checked(task: WiringTask, bench: Bench, up: SwitchedOn, edition: Edition): Point[] {
  const stops = benchFindings(up, bench, edition).filter(
    (f) => f.verdict === 'stop' && f.about.every((id) => task.boxes.includes(id) || !bench.boxes.some((b) => b.id === id)),
  );
  const before = benchFindings(switchOn(on(task.answer)), task.answer, edition).filter((f) => f.verdict === 'stop').map((f) => f.rule + f.title); // prettier-ignore
  const own = stops.filter((f) => !before.includes(f.rule + f.title));
  return own.length
    ? own.map((f) => ({ ok: false, what: f.title, says: f.says }))
    : [{ ok: true, what: 'Checks of the boxes', says: 'nothing that stops' }];
}

interface Both {
  up: SwitchedOn;
  down: SwitchedOn;
}
const faceWords = (d: BenchDevice, face: string): string => `${d.name}, ${face}`;
const WISHES: Record<Wish, (task: WiringTask, bench: Bench, both: Both) => Point[]> = {
  faces: (task, bench, { up, down }) =>
    bench.devices
      .filter((d) => RECEPTACLES.includes(d.form))
      .flatMap((d) =>
        facesIn(d).map((face): Point => {
          const { code } = readLamps(up, d.id, face);
          // with the switch down only a half that hangs on it may be dark
          const always = readLamps(down, d.id, face).code;
          const switched = task.wishes.includes('half') && task.boxes.includes(d.boxId) && face === 'upper';
          const worst = code !== 'reads as right' ? code : switched ? code : always;
          const ok = worst === 'reads as right';
          return { ok, what: faceWords(d, face), says: LAMP_SAYS[worst], ...(ok ? {} : { would: WOULD[worst] }) };
        }),
      ),
  independent: (task, bench) => {
    // taken out: what is under its screws hangs free
    const gone = new Set(bench.devices.filter((d) => task.boxes.includes(d.boxId)).map((d) => d.id));
    const out: Bench = { ...bench, joints: bench.joints.filter((j) => !(j.at && gone.has(j.at.device))) };
    const state = switchOn(on(out));
    return bench.devices.filter((d) => RECEPTACLES.includes(d.form) && !gone.has(d.id)).map((d): Point => {
      const { code } = readLamps(state, d.id, 'upper');
      const ok = code === 'reads as right';
      return { ok, what: `${d.name}, with this outlet taken out`, says: LAMP_SAYS[code], ...(ok ? {} : { would: 'Whoever changes this outlet puts all behind it out, and on a shared neutral puts 240 V across it.' }) };
    }); // prettier-ignore
  },
  protects: (_, bench) => protection(bench, true),
  'protects itself': (_, bench) => protection(bench, false),
  lamp: (_, bench, { up, down }) =>
    bench.devices.filter((d) => d.form === 'lamp').flatMap((d): Point[] => {
      const volts = (s: SwitchedOn): number => Math.hypot(...(['re', 'im'] as const).map((k) => s.state.between(nodeOf.terminal(d.id, 'hot'), nodeOf.terminal(d.id, 'neutral'))[k]));
      const hotOff = Math.hypot(...(['re', 'im'] as const).map((k) => down.state.volts(nodeOf.terminal(d.id, 'hot'))[k]));
      const [lit, dark] = [volts(up), volts(down)];
      return [
        { ok: lit > 100, what: `${d.name}, switch up`, says: `${lit.toFixed(0)} V across it`, ...(lit > 100 ? {} : { would: 'It does not light.' }) },
        { ok: dark < 5, what: `${d.name}, switch down`, says: `${dark.toFixed(0)} V across it`, ...(dark < 5 ? {} : { would: 'It does not go out.' }) },
        { ok: hotOff < 50, what: `${d.name}: its hot with the switch down`, says: `${hotOff.toFixed(0)} V to ground`, ...(hotOff < 50 ? {} : { would: 'The switch is in the neutral: whoever changes the bulb with the switch off touches 120 V.' }) },
      ];
    }), // prettier-ignore
  half: (task, bench, { up, down }) =>
    bench.devices.filter((d) => d.form === 'duplex' && task.boxes.includes(d.boxId)).flatMap((d): Point[] => {
      const lit = (s: SwitchedOn, face: 'upper' | 'lower'): boolean => readLamps(s, d.id, face).hotNeutral === 'lit';
      const point = (ok: boolean, what: string, says: string, would: string): Point => ({ ok, what, says, ...(ok ? {} : { would }) });
      return [
        point(lit(up, 'upper') && !lit(down, 'upper'), `${d.name}, upper half on the switch`, `${lit(up, 'upper') ? 'live' : 'dark'} with the switch up, ${lit(down, 'upper') ? 'live' : 'dark'} with it down`, 'The lamp on it can’t be switched at the door.'),
        point(lit(down, 'lower'), `${d.name}, lower half always`, `${lit(down, 'lower') ? 'live' : 'dark'} with the switch down`, 'The clock on it stops whenever the light goes out.'),
      ];
    }), // prettier-ignore
  split: (task, bench) => {
    const by = (off: string) => switchOn(on(bench, () => ({}), [off]));
    const [without12, without14] = [by('breaker12'), by('breaker14')];
    const joined = joinedFeeds(on(bench));
    return bench.devices.filter((d) => d.form === 'duplex' && task.boxes.includes(d.boxId)).flatMap((d): Point[] => {
      const lit = (s: SwitchedOn, face: 'upper' | 'lower'): boolean => readLamps(s, d.id, face).hotNeutral === 'lit';
      const upper = lit(without14, 'upper') && !lit(without12, 'upper');
      const lower = lit(without12, 'lower') && !lit(without14, 'lower');
      return [
        { ok: upper, what: `${d.name}, upper half on breaker 12 alone`, says: upper ? 'it is' : 'it is not', ...(upper ? {} : { would: 'Whoever switches off what the label says still has a live half in hand.' }) },
        { ok: lower, what: `${d.name}, lower half on breaker 14 alone`, says: lower ? 'it is' : 'it is not', ...(lower ? {} : { would: 'Whoever switches off what the label says still has a live half in hand.' }) },
        { ok: joined.length === 0, what: 'The two hots apart', says: joined.length ? 'they are joined' : 'they are', ...(joined.length ? { would: '240 V meet in a tab: both breakers open with an arc.' } : {}) },
      ];
    }); // prettier-ignore
  },
};
function protection(bench: Bench, wanted: boolean): Point[] {
  const device = bench.devices.find((d) => d.form === 'ground-fault')!;
  const behind = new Set(protectedBy(on(bench), device.id));
  return bench.devices.filter((d) => RECEPTACLES.includes(d.form) && d.id !== device.id).map((d): Point => {
    const ok = behind.has(d.id) === wanted;
    return { ok, what: `${d.name} ${wanted ? 'protected' : 'not behind it'}`, says: behind.has(d.id) ? 'it goes dead when the protective outlet trips' : 'it stays live when the protective outlet trips', ...(ok ? {} : { would: wanted ? 'A fault current through a person there opens nothing.' : 'One trip puts out what was to stay on.' }) };
  }); // prettier-ignore
}
