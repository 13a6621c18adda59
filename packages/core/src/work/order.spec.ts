/** Order, outages, minutes and the one line of a job, on steps written by hand. */
import { describe, expect, it } from 'vitest';
import type { Finding } from '../codebook/index.js';
import { DEFAULT_SCHOOLS, DOCUMENT_VERSION, emptySite, inHouse, type JobInHouse } from '../model/index.js';
import { handMinutes, outageMinutes, outagesOf, printSpan, summaryOf, TIMES, type Step, type Target } from './index.js';
import { restingOn, restsOn } from './outages.js';
import { capital, free, inOrder, listed, marksABox, out, step, volts, type Draft } from './step.js';
import { notedMinutes } from './noted.js';
import { inches } from '../measure/index.js';
import { minutesOf, printMinutes, spent, timeTerms } from './times.js';

const draft = (id: string, after?: string[], more: Partial<Draft> = {}): Draft => ({ ...step(id, `Do ${id}`, [spent('mark out')], []), ...(after ? { after } : {}), ...more }); // prettier-ignore
const ids = (list: readonly Step[]) => list.map((s) => `${s.id}<${s.after.join(',')}`);

describe('the order of steps', () => {
  it('what says nothing follows the one written before it; the first follows none', () =>
    expect(ids(inOrder([draft('a'), draft('b'), draft('c')]))).toEqual(['a<', 'b<a', 'c<b']));
  it('what rests on a later one is listed behind it; the rest stays as it was written', () => {
    expect(ids(inOrder([draft('a'), draft('b', ['d']), draft('c', ['a']), draft('d', ['a'])]))).toEqual(['a<', 'c<a', 'd<a', 'b<d']);
    expect(ids(inOrder([draft('a'), draft('b', [])]))).toEqual(['a<', 'b<']);
    // one of two that it rests on is not enough
    expect(ids(inOrder([draft('a'), draft('b', ['a', 'c']), draft('c', [])]))).toEqual(['a<', 'c<', 'b<a,c']);
  });
  it('what isn’t there is rested on by none, and nothing twice', () =>
    expect(ids(inOrder([draft('a'), draft('b', ['a', 'gone', 'a'])]))).toEqual(['a<', 'b<a']));
  it('a ring is a fault of who wrote it, and still is listed whole', () =>
    expect(inOrder([draft('a'), draft('b', ['c']), draft('c', ['b'])]).map((s) => s.id)).toEqual(['a', 'b', 'c']));
});

describe('a step as it is written', () => {
  it('alone it needs nothing dead, proves nothing, asks nothing, warns of nothing', () =>
    expect(step('a', 'A', [], ['do it'])).toEqual({
      ...{ id: 'a', title: 'A', time: [], says: ['do it'], place: undefined, hands: 1, wait: undefined },
      ...{ dead: [], proves: [], alters: false, connects: false, asks: [], cautions: [], changeIds: [] },
    }));
  it('a wait brings its time', () => {
    // premixed compound 8 to 24 h: common practice
    expect(step('a', 'A', [], [], { wait: 'premixed compound' }).wait).toEqual({
      kind: 'premixed compound',
      minutes: { middle: 480, bad: 1440 },
    });
  });
  it('marking out a box is marking where one goes: not on a wall, and nothing else at a box', () => {
    const place = { words: 'box', boxId: 'b' };
    const mark = (more: Partial<Draft>) => marksABox(inOrder([draft('a', [], more)])[0]!);
    expect([mark({ place }), mark({ place: { words: 'panel' } }), mark({}), mark({ place, time: [spent('switch on')] })]).toEqual([true, false, false, false]); // prettier-ignore
    expect(mark({ place, time: [spent('switch on'), spent('mark out')] })).toBe(true);
  });
  it('free ends: as much as is needed there, or the 6 in of NEC 300.14 (from memory); cable out of an opening 12 in (common practice)', () => {
    expect([free('k', 'box', undefined, 'US-2020').least, free('k', 'box', inches(7), 'US-2020').least]).toEqual([inches(6), inches(7)]);
    expect(free('k', 'box', undefined, 'US-2020').source).toMatch(/^NEC 2020, 300\.14 · from memory/);
    expect(out('k', 'box').least).toBe(inches(12));
  });
  it('minutes that were noted, hands counted as planned, and how many steps say so', () => {
    const noted = (...ticks: [string, number?][]) =>
      notedMinutes(
        { work: { ticks: ticks.map(([id, took]) => ({ step: id, at: 'x', ...(took === undefined ? {} : { took }) })) } } as unknown as JobInHouse,
        inOrder([draft('a'), draft('b', [], { hands: 2 })]),
      ); // prettier-ignore
    expect(noted(['a', 5], ['b', 10])).toEqual({ minutes: 25, steps: 2 });
    expect(noted(['a'], ['b', 10], ['gone', 3])).toEqual({ minutes: 23, steps: 2 });
    expect(noted(['a'])).toEqual({ minutes: 0, steps: 0 });
  });
});

describe('what is off meanwhile', () => {
  const target = (key: string, n: string, words = `circuit ${key}`): Target => ({
    key,
    words,
    off: `off${n}`,
    prove: `prove${n}`,
    on: `on${n}`,
    sole: false,
  });
  // one circuit off, cut and connected; beside it something that needs nothing; then a second outage of two circuits
  const steps = inOrder([
    draft('first'),
    draft('off1', ['first'], { time: [spent('switch off and label')] }),
    draft('prove1', ['off1'], { proves: [target('4', '1')], time: [spent('prove dead')] }),
    draft('cut', ['prove1'], { hands: 2 }),
    draft('paint', ['prove1']),
    draft('on1', ['cut'], { time: [spent('switch on')] }),
    draft('aside', ['first']),
    draft('off2', ['on1'], { time: [spent('switch off and label', 2)] }),
    draft('prove2', ['off2'], { proves: [target('5', '2'), target('6', '2')], time: [spent('prove dead', 2)] }),
    draft('on2', ['prove2'], { time: [spent('switch on')] }),
    draft('test', ['on2']),
  ]);
  it('all that rests on a step, and all that it rests on, itself among them', () => {
    expect([...restingOn('cut', steps)]).toEqual(['cut', 'on1', 'off2', 'prove2', 'on2', 'test']);
    expect([...restsOn('cut', steps)].sort()).toEqual(['cut', 'first', 'off1', 'prove1']);
    expect([...restsOn('gone', steps)]).toEqual(['gone']);
  });
  it('an outage is what lies between off and on: not what only rests on it, nor what stands beside it', () => {
    expect(outagesOf(steps).map(({ off, on, words, steps: between }) => ({ off, on, words, between }))).toEqual([
      { off: 'off1', on: 'on1', words: 'circuit 4', between: ['off1', 'prove1', 'cut', 'on1'] },
      { off: 'off2', on: 'on2', words: 'circuit 5 and circuit 6', between: ['off2', 'prove2', 'on2'] },
    ]);
    const minutes = (...list: Parameters<typeof spent>[]) => list.reduce((sum, [kind, count = 1]) => sum + TIMES[kind].middle * count, 0);
    const both = [minutes(['switch off and label'], ['prove dead'], ['mark out'], ['switch on']), minutes(['switch off and label', 2], ['prove dead', 2], ['switch on'])]; // prettier-ignore
    expect(outagesOf(steps).map((o) => o.minutes.middle)).toEqual(both.map(Math.round));
    expect(outageMinutes(steps)).toBe(Math.max(...both.map(Math.round)));
    expect([outageMinutes([]), outagesOf([])]).toEqual([0, []]);
  });
  it('minutes of hands: what takes two people counts twice', () => {
    const one = inOrder([draft('a', [], { hands: 1 })]);
    const two = inOrder([draft('a', [], { hands: 2 })]);
    const span = minutesOf([spent('mark out')]);
    expect([handMinutes(one), handMinutes(two)]).toEqual([span, { middle: 2 * span.middle, bad: 2 * span.bad }]);
    expect(handMinutes([...one, ...two]).bad).toBe(3 * span.bad);
  });
});

describe('minutes and lists as they are read', () => {
  it.each([
    [10, 20, '10 to 20 min'],
    [20, 20, '20 min'],
    [20, 89, '20 to 89 min'],
    [20, 90, '20 min to 1 h 30'],
    [130, 240, '2 h 10 to 4 h'],
    [120, 120, '2 h'],
  ])('%s and %s: %s', (middle, bad, says) => expect(printSpan({ middle, bad })).toBe(says));
  it('hours from sixty minutes on, with two figures behind them', () =>
    expect([59.4, 59.6, 60, 65, 125].map(printMinutes)).toEqual(['59 min', '1 h', '1 h', '1 h 05', '2 h 05']));
  it('kinds of work by how often; what is done not at all is not told', () => {
    const once = printSpan(minutesOf([spent('mark out')]));
    expect(timeTerms([spent('mark out'), spent('mark out', 0)])).toEqual([`mark out: ${once}`]);
    expect(timeTerms([spent('mark out', 2.5)])[0]).toMatch(/^mark out × 2\.5: /);
    expect([capital('the main'), capital('x'), capital('')]).toEqual(['The main', 'X', '']);
    expect([listed([]), listed(['5']), listed(['5', '7']), listed(['5', '7', '9'])]).toEqual(['', '5', '5 and 7', '5, 7 and 9']);
  });
  it('volts that have to be there go by ANSI C84.1 (from memory), those that must not by common practice', () =>
    expect([volts('k', 'l', 114, 126, 'x').source, volts('k', 'l', 0, 3, 'x').source]).toEqual([
      'ANSI C84.1 range A, 120 V ± 5 % · from memory',
      'common practice',
    ]));
});

describe('one line about a job', () => {
  const job = (...ticks: string[]): JobInHouse => inHouse({ format: 'saddle-job', version: DOCUMENT_VERSION, id: 'j', houseId: 'h', name: 'J', purpose: 'outlet', changes: [], schools: DEFAULT_SCHOOLS, work: { ticks: ticks.map((step) => ({ step, at: '2026-05-04T09:00:00Z' })), notes: [], values: [], proofs: [] } }, { format: 'saddle-house', version: DOCUMENT_VERSION, id: 'h', name: 'H', edition: 'US-2020', unit: 'in', site: emptySite() }); // prettier-ignore
  const finding = (verdict: Finding['verdict'], stage: Finding['stage'], title = 'T'): Finding =>
    ({ verdict, stage, title, says: 'so', rule: 'screw-length' }) as unknown as Finding;
  const steps = inOrder([draft('a'), draft('b')]);
  const stage = (findings: Finding[], ...ticks: string[]) => summaryOf(job(...ticks), findings, steps).stage;
  it('the first stage that is not settled; nothing open: what is to be bought', () => {
    expect([stage([]), stage([finding('stop', 'route'), finding('caution', 'feed')]), stage([finding('can’t tell', 'survey')])]).toEqual(['buy', expect.any(String), 'survey']); // prettier-ignore
    expect(stage([finding('stop', 'box')])).toBe('box');
  });
  it('begun: the work, as long as neither box nor feed stops it; all done: the record; without steps never', () => {
    expect([stage([], 'a'), stage([], 'a', 'b'), stage([finding('stop', 'box')], 'a'), stage([finding('stop', 'feed')], 'a')]).toEqual(['work', 'record', 'box', 'feed']); // prettier-ignore
    expect(stage([finding('stop', 'wire')], 'a')).toBe('work');
    expect(summaryOf(job(), [], []).stage).toBe('buy');
    expect(summaryOf(job('gone'), [], steps)).toMatchObject({ stepsDone: 0, steps: 2, closed: false });
  });
  it('counts each verdict, and names what stops it: a stop before what nobody measured', () => {
    const all = [
      finding('can’t tell', 'box', 'Unread'),
      finding('stop', 'box', 'Full'),
      finding('caution', 'box'),
      finding('caution', 'box'),
      finding('ok', 'box'),
    ];
    expect(summaryOf(job(), all, steps)).toMatchObject({ stops: 1, cantTell: 1, cautions: 2, stoppedBy: 'Full: so' });
    expect(summaryOf(job(), all.slice(0, 1), steps).stoppedBy).toBe('Unread: so');
    expect(summaryOf(job(), [finding('ok', 'box')], steps).stoppedBy).toBeUndefined();
    expect(summaryOf({ ...job(), closed: { at: 'x' } } as unknown as JobInHouse, all, steps)).toMatchObject({ stage: 'record', stoppedBy: undefined, closed: true }); // prettier-ignore
  });
});
