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
    expect(behind[0]!.says).toBe('hot open, or no power: a dead tester looks the same');
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

/** The wiring that does it, with one thing of it otherwise; what comes of it is handbook 8 (common practice). */
describe('one thing otherwise', () => {
  type Level = (typeof WIRING_LEVELS)[number];
  const drop = (...at: readonly [device: string, terminal: string][]) => (b: Bench): Bench => ({ ...b, joints: b.joints.filter((j) => !at.some(([d, t]) => j.at?.device === d && j.at.terminal.startsWith(t))) }); // prettier-ignore
  const swap = (device: string, to: Record<string, string>) => (b: Bench): Bench => ({ ...b, joints: b.joints.map((j) => (j.at?.device === device && to[j.at.terminal] ? { ...j, at: { ...j.at, terminal: to[j.at.terminal]! } } : j)) }); // prettier-ignore
  const halves = { 'brass upper': 'brass lower', 'brass lower': 'brass upper' };
  const said = (level: Level, change: (b: Bench) => Bench, ok = false): string[] => {
    const task = wiringTask(level, 1);
    return judgedWiring(task, change(task.answer)).points.filter((p) => p.ok === ok).map((p) => `${p.what}: ${p.says}${p.would === undefined ? '' : ` [${p.would}]`}`); // prettier-ignore
  };
  const faces = (name: string, says: string): string[] => ['upper', 'lower'].map((face) => `${name}, ${face}: ${says}`);
  it.each([
    ['no ground', drop(['box2-outlet', 'green']), 'ground open [A metal case that comes live stays live, and no breaker opens.]', ': its third slot promises a ground, and none is there'],
    ['no neutral', drop(['box2-outlet', 'silver']), 'neutral open [Nothing works in it, and its hot is live all the same.]'],
    ['no hot', drop(['box2-outlet', 'brass']), 'hot open, or no power: a dead tester looks the same [Nothing works in it.]', 'hangs loose and bare, and is live when the breaker is on'],
  ] as [string, (b: Bench) => Bench, string, string?][])('%s in the last of a run: both faces say so, and the one before goes on', (_, change, says, check = '') => {
    const wrong = said('the end of a run', change);
    expect(wrong.slice(0, 2)).toEqual(faces('Landing outlet', says));
    if (check) expect(wrong[2]).toContain(check);
    expect(said('the end of a run', change, true)).toEqual(['Breakers on: they hold', ...faces('Loom room outlet', 'reads as right'), ...(check ? [] : ['Checks of the boxes: nothing that stops'])]); // prettier-ignore
  }); // prettier-ignore
  it('half on a switch: halves exchanged, either of them left off, or neither switched', () => {
    const level = 'half of an outlet on a switch';
    const upper = (states: string): string =>
      `Landing outlet, upper half on the switch: ${states} [The lamp on it can’t be switched at the door.]`;
    const lower = 'Landing outlet, lower half always: dark with the switch down [The clock on it stops whenever the light goes out.]';
    expect(said(level, swap('box2-outlet', halves)).slice(1)).toEqual([upper('live with the switch up, live with it down'), lower]);
    expect(said(level, drop(['box2-outlet', 'brass upper']))).toContain(upper('dark with the switch up, dark with it down'));
    expect(said(level, drop(['box2-outlet', 'brass lower']))).toContain(lower);
    expect(said(level, (b) => b, true)).toEqual(expect.arrayContaining(['Landing outlet, upper half on the switch: live with the switch up, dark with it down', 'Landing outlet, lower half always: live with the switch down'])); // prettier-ignore
    // the outlet behind hangs on the switch too where its hot lies under the red
    const behind = (b: Bench): Bench => ({ ...b, joints: b.joints.map((j) => (j.at?.device === 'box2-outlet' && j.at.terminal === 'brass upper' ? { ...j, ends: [...j.ends, { cableId: 'cable3', conductor: 0, end: 0 as const }] } : { ...j, ends: j.ends.filter((e) => !('cableId' in e && e.cableId === 'cable3' && e.conductor === 0 && e.end === 0)) })) }); // prettier-ignore
    expect(said(level, behind)).toEqual(expect.arrayContaining(faces('Sewing room outlet', 'hot open, or no power: a dead tester looks the same [Nothing works in it.]'))); // prettier-ignore
  });
  it('halves on two breakers: exchanged, or one left off', () => {
    const level = 'an outlet whose halves hang on two breakers';
    const half = (h: string, b: string): string => `Landing outlet, ${h} half on breaker ${b} alone: it is not [Whoever switches off what the label says still has a live half in hand.]`; // prettier-ignore
    expect(said(level, swap('box2-outlet', halves))).toEqual([half('upper', '12'), half('lower', '14')]);
    expect(said(level, drop(['box2-outlet', 'brass upper'])).filter((x) => x.includes('alone'))).toEqual([half('upper', '12')]);
    expect(said(level, drop(['box2-outlet', 'brass lower'])).filter((x) => x.includes('alone'))).toEqual([half('lower', '14')]);
    const joined = said(level, (b) => ({ ...b, devices: b.devices.map((d) => (d.id === 'box2-outlet' ? { ...d, brassTab: true } : d)) }));
    expect(joined).toContain('The two hots apart: they are joined [240 V meet in a tab: both breakers open with an arc.]');
    expect(joined[0]).toMatch(/^Breakers on: Opened: .* \[Hot meets neutral or ground: an arc where it touches/);
  });
  it('a switch with one screw left off lights nothing; bridged, its lamp does not go out', () => {
    const level = 'a switch and its lamp beside an outlet';
    expect(said(level, drop(['box2-switch', 'screw 1']))[0]).toBe('Ceiling lamp, switch up: 0 V across it [It does not light.]');
    const bridged = (b: Bench): Bench => ({ ...b, joints: b.joints.map((j) => (j.at?.device === 'box2-switch' && j.at.terminal === 'screw 2' ? { ...j, at: { device: 'box2-switch', terminal: 'screw 1' }, ends: [...j.ends] } : j)) }); // prettier-ignore
    expect(said(level, bridged)).toEqual(expect.arrayContaining(['Ceiling lamp, switch down: 120 V across it [It does not go out.]'])); // prettier-ignore
    expect(said(level, (b) => b, true).filter((x) => x.startsWith('Ceiling'))).toEqual(['Ceiling lamp, switch up: 120 V across it', 'Ceiling lamp, switch down: 0 V across it', 'Ceiling lamp: its hot with the switch down: 0 V to ground']); // prettier-ignore
  });
  it('protected or not: each of the two wishes fails by the other’s wiring', () => {
    const [all, itself] = [wiringTask('a protective outlet, and all that lies behind it', 1), wiringTask('a protective outlet that protects itself alone', 1)]; // prettier-ignore
    const name = (t: typeof all): string => t.bench.devices.find((d) => d.boxId === 'box2')!.name;
    const only = (points: { ok: boolean; what: string; says: string; would?: string }[]): string[] => points.filter((p) => !p.ok).map((p) => `${p.what}: ${p.says} [${p.would}]`); // prettier-ignore
    expect(only(judgedWiring({ ...all, wishes: ['protects itself'] }, all.answer).points)[0]).toBe(`${name(all)} not behind it: it goes dead when the protective outlet trips [One trip puts out what was to stay on.]`); // prettier-ignore
    expect(only(judgedWiring({ ...itself, wishes: ['protects'] }, itself.answer).points)).toEqual([`${name(itself)} protected: it stays live when the protective outlet trips [A fault current through a person there opens nothing.]`]); // prettier-ignore
  });
  it('as one begins: tabs whole, switches down, nothing under a screw of these boxes, what lies beside them as it was', () => {
    const task = wiringTask('a switch and its lamp beside an outlet', 1);
    expect([task.title, task.boxes]).toEqual(['Wire Landing and Ceiling: a switch and its lamp beside an outlet', ['box2', 'lamp-box']]);
    expect(task.bench.joints.filter((j) => task.boxes.includes(j.boxId))).toEqual([]);
    expect(task.bench.pigtails.filter((p) => task.boxes.includes(p.boxId))).toEqual([]);
    expect(task.bench.joints).toEqual(task.answer.joints.filter((j) => !task.boxes.includes(j.boxId)));
    expect(task.bench.devices.filter((d) => task.boxes.includes(d.boxId)).map((d) => [d.brassTab, d.silverTab, d.up])).toEqual([[true, true, false], [true, true, false], [true, true, false]]); // prettier-ignore
    expect(task.bench.devices.filter((d) => !task.boxes.includes(d.boxId))).toEqual(task.answer.devices.filter((d) => !task.boxes.includes(d.boxId))); // prettier-ignore
  });
  it('wires that can’t be a circuit are said, not thrown', () => {
    const task = wiringTask('the end of a run', 1);
    const nowhere = { ...task.answer, joints: [...task.answer.joints, { id: 'x', boxId: 'box2', kind: 'splice' as const, how: 'twist-on' as const, ends: [{ cableId: 'ghost', conductor: 0, end: 0 as const }] }] }; // prettier-ignore
    const verdict = judgedWiring(task, nowhere);
    expect([verdict.done, verdict.points.map((p) => p.what)]).toEqual([false, ['Switched on']]);
  });
});
