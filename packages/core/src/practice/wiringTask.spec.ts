/** Boxes wired rightly and wrongly, judged by what they do. */
import { describe, expect, it } from 'vitest';
import type { Bench, WireEnd } from '../model/index.js';
import { connect, takeOff, breakTab } from '../wiring/index.js';
import { judgedWiring, WIRING_LEVELS, wiringTask } from './index.js'; // prettier-ignore

describe('boxes to wire', () => {
  const end = (cableId: string, conductor: number, e: 0 | 1): WireEnd => ({ cableId, conductor, end: e });
  const step = (bench: Bench, wire: WireEnd, device: string, terminal: string): Bench => {
    const result = connect(bench, wire, { terminal: { device, terminal } }, `n${bench.joints.length}`);
    if (!result.ok) throw new Error(result.why);
    return result.bench;
  };
  it.each(WIRING_LEVELS)('%s: nothing connected is not done; one wiring does it, whatever the seed', (level) => {
    for (const seed of [1, 2, 99]) {
      const task = wiringTask(level, seed);
      expect(judgedWiring(task, task.bench).done).toBe(false);
      expect(judgedWiring(task, task.answer).points.filter((p) => !p.ok)).toEqual([]);
      // breakers are off when one begins
      expect(task.bench.breakers.every((b) => !b.on)).toBe(true);
    }
  });
  const last = wiringTask('the end of a run', 1);
  const wired = (hot: string, neutral: string): Bench =>
    step(
      step(step(last.bench, end('cable2', 0, 1), 'box2-outlet', hot), end('cable2', 1, 1), 'box2-outlet', neutral),
      end('cable2', 2, 1),
      'box2-outlet',
      'green',
    );
  it('by hand: black to brass, white to silver, bare to green', () => {
    expect(judgedWiring(last, wired('brass upper', 'silver upper')).done).toBe(true);
    // the lower screws do as well: it is judged by what it does
    expect(judgedWiring(last, wired('brass lower', 'silver lower')).done).toBe(true);
  });
  it('swapped: it works, and what it would do is said', () => {
    const { done, points } = judgedWiring(last, wired('silver upper', 'brass upper'));
    expect(done).toBe(false);
    expect(points.find((p) => !p.ok && /upper/.test(p.what))).toMatchObject({
      says: 'hot and neutral swapped',
      would: expect.stringMatching(/shell of a lamp/),
    });
  });
  it('black on green: the breaker opens at once', () => {
    const wrong = step(wired('brass upper', 'silver upper'), end('cable2', 0, 1), 'box2-outlet', 'green');
    expect(judgedWiring(last, wrong).points[0]).toMatchObject({
      ok: false,
      what: 'Breakers on',
      says: expect.stringMatching(/^Opened: breaker/),
    });
  });
  it('what is wrong in the whole circuit counts, though it is of no one box: its cable on too large a breaker', () => {
    const right = wired('brass upper', 'silver upper');
    const large = { ...right, breakers: right.breakers.map((b) => ({ ...b, amps: 30 })) };
    const { done, points } = judgedWiring(last, large);
    expect(done).toBe(false);
    expect(points.find((p) => !p.ok && /breaker/.test(`${p.what} ${p.says}`))).toBeDefined();
  });
  it('fed through its screws the outlet behind works, and goes dead when this one is taken out', () => {
    const task = wiringTask('the middle of a run, independent of its outlet', 2);
    const screws = [['cable2', 1, 'upper'], ['cable3', 0, 'lower']] as const; // prettier-ignore
    let bench = task.bench;
    for (const [cable, e, half] of screws) {
      bench = step(bench, end(cable, 0, e), 'box2-outlet', `brass ${half}`);
      bench = step(bench, end(cable, 1, e), 'box2-outlet', `silver ${half}`);
    }
    const { points } = judgedWiring(task, bench);
    const behind = points.filter((p) => p.what.includes('taken out') && !p.ok);
    // what lies before it works on
    expect(behind.length).toBe(1);
    expect(behind[0]!.would).toMatch(/puts all behind it out/);
  });
  it('line and load of a protective outlet exchanged: what lies behind is not protected', () => {
    const task = wiringTask('a protective outlet, and all that lies behind it', 1);
    const other: Record<string, string> = {
      'line brass': 'load brass',
      'load brass': 'line brass',
      'line silver': 'load silver',
      'load silver': 'line silver',
    };
    const joints = task.answer.joints.map((j) =>
      j.at && other[j.at.terminal] ? { ...j, at: { ...j.at, terminal: other[j.at.terminal]! } } : j,
    );
    const { done, points } = judgedWiring(task, { ...task.answer, joints });
    expect(done).toBe(false);
    expect(points.find((p) => !p.ok)).toMatchObject({ says: 'the feed is on LOAD: it does not protect, or does not set' });
  });
  it('the switch in the neutral: the lamp goes out, and its hot stays live', () => {
    const task = wiringTask('a switch and its lamp beside an outlet', 1);
    const done = (result: ReturnType<typeof connect>): Bench => {
      if (!result.ok) throw new Error(result.why);
      return result.bench;
    };
    const spliceWith = (wire: WireEnd): string => task.answer.joints.find((j) => j.kind === 'splice' && j.ends.some((e) => JSON.stringify(e) === JSON.stringify(wire)))!.id; // prettier-ignore
    const [hots, neutrals] = [spliceWith(end('cable2', 0, 1)), spliceWith(end('cable2', 1, 1))];
    const tail = task.answer.joints.find((j) => j.at?.device === 'box2-switch' && j.at.terminal === 'screw 1')!.ends[0] as {
      pigtailId: string;
    };
    let bench = done(connect(task.answer, end('lamp-cable', 0, 0), { joint: hots }, 'x1'));
    bench = done(connect(bench, { pigtailId: tail.pigtailId, end: 0 }, { joint: neutrals }, 'x2'));
    bench = done(connect(bench, end('lamp-cable', 1, 0), { terminal: { device: 'box2-switch', terminal: 'screw 2' } }, 'x3'));
    const { points, done: right } = judgedWiring(task, bench);
    expect(right).toBe(false);
    const says = (what: RegExp) => points.find((p) => what.test(p.what))!;
    expect([says(/switch up$/).ok, says(/switch down$/).ok]).toEqual([true, true]);
    expect(says(/its hot with the switch down/)).toMatchObject({ ok: false, says: expect.stringMatching(/^1(19|20) V to ground/), would: expect.stringMatching(/changes the bulb/) }); // prettier-ignore
  });
  it('a tab left whole: both halves on the switch, or two breakers joined', () => {
    const whole = (level: (typeof WIRING_LEVELS)[number]) => {
      const task = wiringTask(level, 1);
      const devices = task.answer.devices.map((d) => (task.boxes.includes(d.boxId) ? { ...d, brassTab: true } : d));
      return judgedWiring(task, { ...task.answer, devices }).points.filter((p) => !p.ok);
    };
    expect(
      whole('half of an outlet on a switch')
        .map((p) => p.what)
        .join(),
    ).toMatch(/upper half on the switch/);
    expect(whole('an outlet whose halves hang on two breakers')[0]).toMatchObject({ what: 'Breakers on' });
  });
  it('the tab is broken on the bench itself', () => {
    const task = wiringTask('half of an outlet on a switch', 1);
    expect(task.bench.devices.find((d) => d.id === 'box2-outlet')!.brassTab).toBe(true);
    const broken = breakTab(task.bench, 'box2-outlet', 'brass');
    expect(broken.ok && broken.bench.devices.find((d) => d.id === 'box2-outlet')!.brassTab).toBe(false);
    expect(takeOff(task.bench, end('cable2', 0, 1)).ok).toBe(true);
  });
});
