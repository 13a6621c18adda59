/** What goes into which terminal, on small circuits by hand, and how it is drawn: the accessory from behind, each conductor a line from its cable. */
import { describe, expect, it } from 'vitest';
import { measured, type Final, type FinalPoint, type FinalRun } from '../model/index.js';
import { ringOf, withSpur } from '../finals/sample.js';
import { connections, terminalsDrawing, terminalWords } from './terminals.js';

const cored = (final: Final, cores: FinalRun['cores'] = 'brown and blue', ...ids: string[]): Final => ({ ...final, runs: final.runs.map((r) => (ids.length && !ids.includes(r.id) ? r : { ...r, ...(cores ? { cores } : {}) })) }); // prettier-ignore
const as = (final: Final, id: string, part: Partial<FinalPoint>): Final => ({ ...final, points: final.points.map((p) => (p.id === id ? { ...p, ...part } : p)) }); // prettier-ignore
const ring = cored(ringOf([10, 10, 10]));
const into = (final: Final, id: string) =>
  connections(final, id).map((t) => [t.name, t.ends.map((e) => `${e.runId ?? 'box'} ${e.colour}`)]);

describe('which conductor goes where', () => {
  it('a twin on a ring: an earth terminal for each leg, both neutrals, both lines', () => {
    expect(into(ring, 'p1')).toEqual([
      ['earth', ['r1 bare, sleeved green and yellow']],
      ['second earth', ['r2 bare, sleeved green and yellow']],
      ['neutral', ['r1 blue', 'r2 blue']],
      ['line', ['r1 brown', 'r2 brown']],
    ]);
  });
  it('a single has one earth; a spur goes with the second earth of a twin; a metal box brings its lead to the first', () => {
    expect(into(as(ring, 'p1', { kind: 'single' }), 'p1')[0]).toEqual(['earth', ['r1 bare, sleeved green and yellow', 'r2 bare, sleeved green and yellow']]); // prettier-ignore
    const spur = as(cored(withSpur(ring, 'p1', 4)), 'p1', { metalBox: true });
    expect(into(spur, 'p1').slice(0, 3)).toEqual([
      ['earth', ['r1 bare, sleeved green and yellow', 'box green and yellow']],
      ['second earth', ['r2 bare, sleeved green and yellow', 'r-s1 bare, sleeved green and yellow']],
      ['neutral', ['r1 blue', 'r2 blue', 'r-s1 blue']],
    ]);
    // at the end of the spur: one of each
    expect(into(as(spur, 's1', { kind: 'twin' }), 's1')).toEqual([['earth', ['r-s1 bare, sleeved green and yellow']], ['neutral', ['r-s1 blue']], ['line', ['r-s1 brown']]]); // prettier-ignore
  });
  it('colours: harmonised, old, not noted; earth is always sleeved', () => {
    const two = cored(ringOf([10, 10, 10]), 'red and black', 'r1');
    const ends = connections(two, 'p1').flatMap((t) => t.ends.map((e) => [e.runId, e.core, e.colour, e.look]));
    expect(ends).toEqual([
      ['r1', 'protective', 'bare, sleeved green and yellow', 'new'],
      ['r2', 'protective', 'bare, sleeved green and yellow', 'new'],
      ['r1', 'neutral', 'black', 'old'],
      ['r2', 'neutral', 'neutral, colour not noted', 'not noted'],
      ['r1', 'line', 'red', 'old'],
      ['r2', 'line', 'line, colour not noted', 'not noted'],
    ]);
    expect(connections(ring, 'p1').flatMap((t) => t.ends.map((e) => e.look))).toEqual(Array(6).fill('new'));
  });
  it('a fused unit: what only hangs behind it goes to its load side; both legs of a ring feed it', () => {
    const unit = cored(withSpur(as(ring, 'p1', { kind: 'fused unit' }), 'p1', 4));
    expect(into(unit, 'p1')).toEqual([
      ['earth', ['r1 bare, sleeved green and yellow', 'r2 bare, sleeved green and yellow', 'r-s1 bare, sleeved green and yellow']],
      ['neutral', ['r1 blue', 'r2 blue']],
      ['line', ['r1 brown', 'r2 brown']],
      ['neutral, load', ['r-s1 blue']],
      ['line, load', ['r-s1 brown']],
    ]);
    // on a spur itself: fed by the ring, feeding what hangs on
    const behind = { ...as(withSpur(ring, 'p2', 4), 's1', { kind: 'fused unit' }) };
    const fan: Final = { ...behind, points: [...behind.points, { id: 'fan', name: 'Fan', kind: 'fixed appliance' }], runs: [...behind.runs, { id: 'rf', ends: ['fan', 's1'], size: '1.5/1.0', length: measured(1000) }] }; // prettier-ignore
    expect(connections(fan, 's1').slice(1).map((t) => [t.name, t.ends.map((e) => e.to)])).toEqual([['neutral', ['to Socket 2']], ['line', ['to Socket 2']], ['neutral, load', ['to Fan']], ['line, load', ['to Fan']]]); // prettier-ignore
  });
  it('a joint has no terminals; a point that nothing leads to none either; one that is not there is said', () => {
    expect(connections(as(ring, 'p1', { kind: 'joint' }), 'p1')).toEqual([]);
    expect(connections({ ...ring, runs: [] }, 'p1')).toEqual([]);
    expect(() => connections(ring, 'nobody')).toThrow('there is no point nobody');
  });
  it('in words: each by the cable it comes in', () => {
    const [earth, , , lineT] = connections(as(ring, 'p1', { metalBox: true }), 'p1');
    expect(terminalWords(earth!)).toBe('Earth: bare, sleeved green and yellow of the cable to the consumer unit; green and yellow, the lead from the metal box.'); // prettier-ignore
    expect(terminalWords(lineT!)).toBe('Line: brown of the cable to the consumer unit; brown of the cable to Socket 2.');
  });
});

describe('drawn from behind', () => {
  // two cables and four terminals: four columns of 120 and 20 at each side
  const drawing = terminalsDrawing(connections(ring, 'p1'));
  it('terminals above and cables below, each evenly over the width', () => {
    expect([drawing.width, drawing.height, drawing.top]).toEqual([520, 248, 12]);
    // 20 + 480 · 1/8, 3/8 …; 20 + 480 · 1/4, 3/4
    expect(drawing.terminals.map((t) => [t.short, t.x])).toEqual([['E', 80], ['E', 200], ['N', 320], ['L', 440]]); // prettier-ignore
    expect(drawing.cables.map((c) => [c.runId, c.words, c.x])).toEqual([['r1', 'to the consumer unit', 140], ['r2', 'to Socket 2', 380]]); // prettier-ignore
  });
  it('each conductor from its place in its cable (line right, earth left) to its place in the terminal, 14 apart', () => {
    expect(drawing.leads.map((l) => [l.id, l.letter, l.path])).toEqual([
      ['earth/0', 'E', 'M122 204C122 132 80 132 80 60'],
      ['second earth/0', 'E', 'M362 204C362 132 200 132 200 60'],
      ['neutral/0', 'N', 'M140 204C140 132 313 132 313 60'],
      ['neutral/1', 'N', 'M380 204C380 132 327 132 327 60'],
      ['line/0', 'L', 'M158 204C158 132 433 132 433 60'],
      ['line/1', 'L', 'M398 204C398 132 447 132 447 60'],
    ]);
  });
  it('its letter stands on its line: at 0.3 and on by 0.13, after four of them 0.4 back', () => {
    const share = (y: number) => Math.round(((204 - y) / 144) * 1000) / 1000;
    expect(drawing.leads.map((l) => share(l.y))).toEqual([0.3, 0.43, 0.56, 0.69, 0.69, 0.42]);
    // x along the curve whose two middles lie level: 3 s² − 2 s³ of the way
    for (const l of drawing.leads) {
      const [from, to] = [Number(/^M(\d+)/.exec(l.path)![1]), Number(/(\d+) 60$/.exec(l.path)![1])];
      const s = share(l.y);
      expect(l.x).toBeCloseTo(from + (to - from) * (3 * s * s - 2 * s ** 3), 6);
    }
  });
  it('the lead of a metal box has a column of its own; more cables than terminals widen it', () => {
    const boxed = terminalsDrawing(connections(as(ring, 'p1', { kind: 'single', metalBox: true }), 'p1'));
    expect([boxed.width, boxed.cables.map((c) => [c.runId, c.words, c.x])]).toEqual([400, [['r1', 'to the consumer unit', 80], ['r2', 'to Socket 2', 200], ['box', 'metal box', 320]]]); // prettier-ignore
    const lead = boxed.leads.find((l) => l.id === 'earth/2')!;
    // third of three in the first terminal: 80 + 14
    expect([lead.path, lead.core]).toEqual(['M302 204C302 132 94 132 94 60', 'protective']);
  });
});
