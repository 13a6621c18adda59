/** What is typed on the bench, what a touch is, what the drawing shows: worked examples on a run of two boxes; and words nobody should type. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { runOfBoxes, sharedNeutralRun, switchOn, endName } from '../circuit/index.js';
import { benchSamples } from '../houses.testing.js';
import { endKey, type Bench, type WireEnd } from '../model/index.js';
import {
  addPigtail,
  benchDrawing,
  benchExample,
  breakTab,
  connect,
  cut,
  dropPigtail,
  lineDrawing,
  liveNodes,
  overlay,
  readBenchWords,
  takeOff,
  throwBreaker,
  touched,
} from './index.js';

const run = runOfBoxes({ boxes: 2 });
const end = (cableId: string, conductor: number, e: 0 | 1): WireEnd => ({ cableId, conductor, end: e });
const order = (text: string, bench: Bench = run, held?: WireEnd) => {
  const r = readBenchWords(bench, text, held);
  return r.ok ? r.order : r.message;
};

describe('words of the bench', () => {
  it.each([
    ['breaker 4 off', { do: 'breaker', breakerId: 'breaker', on: false }],
    ['Breaker 4 ON', { do: 'breaker', on: true }],
    ['break brass tab of receptacle 2', { do: 'tab', deviceId: 'device2', side: 'brass' }],
    ['break silver of receptacle 1', { do: 'tab', deviceId: 'device1', side: 'silver' }],
    ['off black panel to box 1 in box 1', { do: 'off', end: end('cable1', 0, 1) }],
    ['cut white panel to box 1 in box 1', { do: 'cut', end: end('cable1', 1, 1) }],
    ['cap bare panel to box 1 in box 1', { do: 'cap', end: end('cable1', 2, 1) }],
    ['strip 3/4 black panel to box 1 in box 1', { do: 'strip', end: end('cable1', 0, 1), mm: expect.closeTo(19.05, 6) }],
    ['strip 16mm black panel to box 1 in box 1', { do: 'strip', mm: 16 }],
    [
      'black panel to box 1 in box 1 to silver upper of receptacle 1',
      { do: 'connect', end: end('cable1', 0, 1), target: { terminal: { device: 'device1', terminal: 'silver upper' } } },
    ],
  ])('%s', (text, meant) => expect(order(text)).toMatchObject(meant));
  it('with a conductor in hand, only where it goes is said', () =>
    expect(order('to brass lower of receptacle 2', run, end('cable2', 0, 1))).toMatchObject({
      do: 'connect',
      end: end('cable2', 0, 1),
      target: { terminal: { device: 'device2', terminal: 'brass lower' } },
    }));
  it.each([
    ['breaker 9 off', /no breaker 9; there are 4/],
    ['purple wire to brass upper', /Nothing here is called/],
    ['off black', /could be .* say which/],
    ['break brass', /could be Receptacle 1 or Receptacle 2/],
    ['', /Say what goes where/],
    ['x'.repeat(500), /characters long/],
    ['strip 1/0 black panel to box 1 in box 1', /Say how much bare copper/],
  ])('%s is answered with what would do', (text, says) => expect(order(text)).toMatch(says));
  it('anything at all is answered, never thrown at', () => {
    fc.assert(
      fc.property(fc.string({ maxLength: 60 }), (text) => {
        expect(() => readBenchWords(run, text, undefined)).not.toThrow();
      }),
    );
  });
});

describe('hands', () => {
  it('an end stays in its own box, a terminal that is not there is named with those that are', () => {
    const held = end('cable1', 0, 1);
    const wrong = connect(run, held, { terminal: { device: 'device2', terminal: 'brass upper' } }, 'j');
    expect(!wrong.ok && wrong.why).toMatch(/different boxes/);
    const none = connect(run, held, { terminal: { device: 'device1', terminal: 'line brass' } }, 'j');
    expect(!none.ok && none.why).toMatch(/has no line brass; it has brass upper/);
    expect(connect(run, held, { end: held }, 'j')).toMatchObject({ ok: false });
  });
  it('half an inch a cut, fourteen cuts of 7 1/16 in of free length, then no more', () => {
    let bench = run;
    let cuts = 0;
    for (;;) {
      const r = cut(bench, end('cable1', 0, 1));
      if (!r.ok) break;
      bench = r.bench;
      cuts += 1;
    }
    expect(cuts).toBe(14);
    expect(bench.cables[0]!.freeMm[1]).toBeCloseTo(180 - 14 * 12.7, 6);
    // the other end of the same cable has lost nothing
    expect(bench.cables[0]!.freeMm[0]).toBe(180);
  });
  it('a pigtail comes and goes with all that hangs on it; a tab is broken once', () => {
    const made = addPigtail(run, 'box2', 'bare', 14, 152, 'p');
    const joined = made.ok && connect(made.bench, { pigtailId: 'p', end: 0 }, { terminal: { device: 'device2', terminal: 'green' } }, 'j');
    const gone = joined && joined.ok && dropPigtail(joined.bench, 'p');
    expect(gone && gone.ok && gone.bench.joints).toEqual(run.joints);
    expect(addPigtail(run, 'box2', 'bare', 14, 0, 'p')).toMatchObject({ ok: false });
    const once = breakTab(run, 'device1', 'brass');
    expect(once.ok && breakTab(once.bench, 'device1', 'brass')).toMatchObject({ ok: false });
  });
  it('taken off and put back, the wiring is electrically what it was', () => {
    const held = end('cable2', 0, 1);
    const off = takeOff(run, held);
    const back = off.ok && connect(off.bench, held, { terminal: { device: 'device2', terminal: 'brass upper' } }, 'again');
    const volts = (b: Bench) => [...overlay(switchOn(b)).volts].filter(([n]) => n.startsWith('slot')).map(([, v]) => v.toFixed(6));
    expect(back && back.ok && volts(back.bench)).toEqual(volts(run));
  });
});

describe('what is live', () => {
  it('a hot is named when touched, a neutral and everything behind an open breaker is not', () => {
    const on = switchOn(run);
    expect(touched(on, run, end('cable1', 0, 1))).toMatch(/black.*is live: 120 V/);
    expect(touched(on, run, end('cable1', 1, 1))).toBeUndefined();
    const dead = throwBreaker(run, 'breaker', false);
    // the breaker's own line side stays live: only the main makes that dead
    const stillLive = [...liveNodes(switchOn(dead))].filter(([, state]) => state === 'live').map(([n]) => n);
    expect(stillLive.length).toBeGreaterThan(0);
    expect(stillLive.filter((n) => n.startsWith('end ') || n.startsWith('slot'))).toEqual([]);
    expect(touched(switchOn(dead), dead, end('cable1', 0, 1))).toBeUndefined();
  });
  it('tied handles move together', () => {
    const off = throwBreaker(sharedNeutralRun(24, 96), 'b1', false);
    expect(off.breakers.map((b) => b.on)).toEqual([false, false]);
  });
});

describe('drawing', () => {
  it.each(benchSamples.map((s) => s.id))('%s: every end has a name and a letter, boxes do not overlap, nothing stands outside', (id) => {
    const { bench } = benchSamples.find((s) => s.id === id)!;
    const d = benchDrawing(bench);
    for (const c of bench.cables)
      c.colours.forEach((_, i) => {
        const at = bench.boxes.some((b) => b.id === c.ends[1]) ? 1 : 0;
        expect(endName(bench, end(c.id, i, at))).not.toBe('');
        expect(d.wires.some((w) => w.key === endKey(end(c.id, i, at)) && w.letter !== '')).toBe(true);
      });
    const boxes = [...d.boxes].sort((a, b) => a.x - b.x);
    boxes.slice(1).forEach((b, i) => expect(b.x).toBeGreaterThanOrEqual(boxes[i]!.x + boxes[i]!.width));
    for (const s of d.spots) {
      expect(s.x).toBeGreaterThan(0);
      expect(s.x).toBeLessThan(d.width);
      expect(s.y).toBeLessThan(d.height);
    }
  });
  it('a cable from below is drawn below, its wires run up from the floor of the box; the rest stay where they were', () => {
    const { bench } = benchSamples.find((s) => s.id === 'kiln')!;
    const d = benchDrawing(bench);
    const box = d.boxes.find((b) => b.id === 'box1')!;
    const [cable] = box.cables;
    expect(cable!.side).toBe('bottom');
    expect(cable!.y).toBeCloseTo(box.y + box.height - 8, 6);
    expect(cable!.y + 36).toBeLessThan(d.height);
    for (const w of d.wires.filter((x) => 'cableId' in x.end && x.end.end === 1)) {
      expect(w.points[0]![1]).toBe(cable!.y);
      expect(w.points[1]![1]).toBeLessThan(w.points[0]![1]);
    }
    for (const w of d.wires.filter((x) => 'cableId' in x.end && x.end.end === 0)) expect(w.points[1]![1]).toBeGreaterThan(w.points[0]![1]);
  });
  it('from the back brass and silver change sides', () => {
    const x = (seen: 'front' | 'back', terminal: string) =>
      benchDrawing(run, 'in', seen).spots.find((s) => s.device === 'device1' && s.terminal === terminal)!.x;
    expect(x('front', 'brass upper')).toBeGreaterThan(x('front', 'silver upper'));
    expect(x('back', 'brass upper')).toBeLessThan(x('back', 'silver upper'));
  });
  it('a step back shows the panel, each box and a line for every cable', () => {
    const line = lineDrawing(run);
    expect(line.boxes).toHaveLength(3);
    expect(line.cables).toHaveLength(2);
  });
});

describe('what the tape suggests', () => {
  /** every wire that ends on a screw taken off, as a hand would find a box it is to wire */
  const bare = (bench: Bench): Bench => ({ ...bench, joints: [] });
  it.each(['unwired', 'run', 'protected', 'kiln', 'pump'])(
    '%s: can be typed there as it stands, and joins a wire to a screw of its box',
    (id) => {
      const bench = bare(benchSamples.find((s) => s.id === id)!.bench);
      const text = benchExample(bench)!;
      const read = readBenchWords(bench, text, undefined);
      expect(read).toMatchObject({ ok: true, order: { do: 'connect', target: { terminal: {} } } });
      if (!read.ok || read.order.do !== 'connect') return;
      const joined = connect(bench, read.order.end, read.order.target, 'made');
      expect(joined.ok, text).toBe(true);
      // an end that is joined is not suggested again
      if (joined.ok) expect(benchExample(joined.bench)).not.toBe(text);
    },
  );
  it('two feeds in a box without a device: nothing is suggested that would join them', () => {
    expect(benchExample(bare(benchSamples.find((s) => s.id === 'two-live')!.bench))).toBeUndefined();
  });
  it('where every end is joined there is nothing to suggest', () => {
    const whole = benchSamples.find((s) => benchExample(s.bench) === undefined);
    expect(whole).toBeDefined();
  });
});
