/** Minutes, waits and limits of the steps, held against handbook 23 and the clauses named; figures worked by hand. */
import { describe, expect, it } from 'vitest';
import { openJobs, hallBox, quinceStreet } from '../houses.testing.js';
import { withKind } from '../layout/index.js';
import { inches } from '../measure/index.js';
import { bareJob, inHouse, wantOf, type JobInHouse } from '../model/index.js';
import { keptParts, routeDetail, searchRoutes, takeWay } from '../purpose/index.js';
import { judgeAsk, minutesOf, printMinutes, printSpan, spent, stepsOf, timeTerms, type Step } from './index.js';

const taken = (id: string): JobInHouse => {
  const open = openJobs.find((j) => j.id === id)!;
  const want = wantOf(open)!;
  const [option] = searchRoutes(quinceStreet, want).found.options;
  return takeWay(open, keptParts(quinceStreet.site, want, option!, routeDetail(quinceStreet, want, option!))).job as JobInHouse;
};
const step = (job: JobInHouse, id: string): Step => stepsOf(job).find((s) => s.id === id)!;

describe('minutes (handbook 23, common practice)', () => {
  it('a joist overhead 5 to 10, a plate 5 to 15: eight joists and two plates', () => {
    const bore = step(taken('kiln-corner'), 'bore-way');
    expect(bore.title).toBe('Bore 10 holes on the way');
    expect(bore.minutes).toEqual({ middle: 8 * 5 + 2 * 5, bad: 8 * 10 + 2 * 15 });
  });
  it('brick for a 2 1/2 in box 90 to 180, a chase 20 to 40 a foot: 26 in round the corner', () => {
    const lamp = taken('loom-lamp');
    expect(step(lamp, 'cut-opening').minutes).toEqual({ middle: 90, bad: 180 });
    const { middle, bad } = step(lamp, 'chase').minutes;
    expect([Math.abs(middle - (20 * 26) / 12) < 2, Math.abs(bad - (40 * 26) / 12) < 3]).toEqual([true, true]);
  });
  it('ten lampholders at 15 to 25; through an outside wall 45 to 120; a breaker 30 to 60', () => {
    expect(step(taken('cellar-lights'), 'wire-lamps').minutes).toEqual({ middle: 150, bad: 250 });
    expect(step(taken('rain-barrel-pump'), 'through-wall').minutes).toEqual({ middle: 45, bad: 120 });
    expect(step(taken('kiln-corner'), 'panel-connect').minutes).toEqual({ middle: 30, bad: 60 });
  });
  it('a raceway 4 to 8 a foot with its fittings and 10 a device box', () => {
    const job = taken('model-railway');
    const track = job.changes.flatMap((c) => (c.do === 'lay-raceway' ? c.raceway.pieces.filter((p) => p.what === 'track') : []));
    const feet = track.reduce((s, p) => s + p.mm, 0) / 304.8;
    const { middle, bad } = step(job, 'mount-track').minutes;
    expect([Math.abs(middle - (4 * feet + 60)) <= 1, Math.abs(bad - (8 * feet + 60)) <= 1]).toEqual([true, true]);
  });
  it('said as people say them, and opened to what they are of', () => {
    expect([minutesOf([spent('staple', 3)]), minutesOf([])].map(printSpan)).toEqual(['6 min', '0 min']);
    expect(printSpan({ middle: 45, bad: 89 })).toBe('45 to 89 min');
    expect(printSpan({ middle: 60, bad: 125 })).toBe('1 h to 2 h 05');
    expect(timeTerms([spent('bore a joist', 4), spent('staple', 0), spent('pull cable', 2.5)])).toEqual([
      'bore a joist × 4: 20 to 40 min',
      'pull cable × 2.5 (10 ft): 13 to 25 min',
    ]);
  });
});

describe('minutes as people say them', () => {
  it('below an hour in minutes, whole hours without them, two digits after', () => {
    expect([0, 0.4, 59.4, 59.6, 60, 61, 69.5, 120, 125, 600].map(printMinutes)).toEqual(['0 min', '0 min', '59 min', '1 h', '1 h', '1 h 01', '1 h 10', '2 h', '2 h 05', '10 h']); // prettier-ignore
  });
  it('a span below an hour and a half in minutes, from there in hours; one figure where both are the same', () => {
    expect([[5, 5], [90, 90], [89, 89], [80, 90], [30, 120]].map(([middle, bad]) => printSpan({ middle: middle!, bad: bad! }))).toEqual(['5 min', '1 h 30', '89 min', '1 h 20 to 1 h 30', '30 min to 2 h']); // prettier-ignore
  });
  it('what is counted by the foot, ten feet or the metre says so; one of a kind needs no count', () => {
    expect(
      timeTerms([spent('chase in brick', 2), spent('trunking', 1.25), spent('set a box'), spent('set a box', 2), spent('raceway', 1)]),
    ).toEqual([
      'chase in brick × 2 (ft): 40 to 80 min',
      // 13 × 1.25 = 16.25, 26 × 1.25 = 32.5
      'trunking × 1.3 (m): 16 to 33 min',
      'set a box: 5 to 10 min',
      'set a box × 2: 10 to 20 min',
      'raceway: 4 to 8 min',
    ]);
    expect(timeTerms([spent('sand', -1)])).toEqual([]);
  });
  it('added up before they are rounded', () => {
    // 1.6 + 1.6 = 3.2 and 3.3 + 3.3 = 6.6
    expect(minutesOf([spent('pull cable by the metre'), spent('pull cable by the metre')])).toEqual({ middle: 3, bad: 7 });
  });
});

describe('waits (handbook 23)', () => {
  it('a box in mortar isn’t pulled at for 4 to 24 h; one held by wings needs no wait', () => {
    expect(step(taken('loom-lamp'), 'set-new-box').wait).toEqual({ kind: 'mortar', minutes: { middle: 240, bad: 1440 } });
    expect(step(taken('kiln-corner'), 'set-new-box').wait).toBeUndefined();
  });
  it('setting compound 20 to 45 min a coat, premixed 8 to 24 h; the last too before it is sanded; then the paint dries', () => {
    const by = (compound: JobInHouse['schools']['compound']) => {
      const job = taken('loom-lamp');
      return stepsOf({ ...job, schools: { ...job.schools, compound } }).flatMap((s) =>
        /^(coat-|paint$)/.test(s.id) ? [s.wait!.kind] : [],
      );
    };
    expect(by('setting, same day')).toEqual(['setting compound', 'setting compound', 'setting compound', 'wall paint']);
    expect(by('premixed, overnight')).toEqual(['premixed compound', 'premixed compound', 'premixed compound', 'wall paint']);
  });
});

describe('limits that a step asks for', () => {
  it('sheath past the clamp of the panel: a quarter inch (312.5(C), memory), just inside and just outside', () => {
    const ask = step(taken('kiln-corner'), 'panel-connect').asks[0]!;
    const judged = (inch: number) =>
      judgeAsk(ask, { step: 'panel-connect', key: ask.key, value: inches(inch), at: '2026-11-26T09:00:00Z' }, 'in').verdict;
    expect([0.21, 0.25, 0.5].map(judged)).toEqual(['stop', 'ok', 'ok']);
  });
  it('free ends 6 in (300.14, memory), a tail of 12 in while fishing (common practice): just inside and just outside', () => {
    const judged = (id: string, inch: number) => {
      const [ask] = step(taken('kiln-corner'), id).asks;
      return judgeAsk(ask!, { step: id, key: ask!.key, value: inches(inch), at: '2026-11-26T09:00:00Z' }, 'in').verdict;
    };
    expect([5.9, 6].map((x) => judged('set-new-box', x))).toEqual(['stop', 'ok']);
    expect([11.9, 12].map((x) => judged('lay-cable', x))).toEqual(['stop', 'ok']);
  });
});

describe('an old box', () => {
  const house = quinceStreet;
  const box = house.site.boxes.find((b) => b.id === 'hall-end-box')!;
  const wall = house.site.walls.find((w) => w.id === box.wallId)!;
  const swapped = (next: typeof box): JobInHouse =>
    inHouse({ ...bareJob(hallBox), changes: [{ id: 'swap', title: 'New box', do: 'replace-box', boxId: box.id, box: next }] }, house);
  it('one that is higher by 3/4 in about the same middle is cut for, one as large is not', () => {
    const ids = (job: JobInHouse) => stepsOf(job).map((s) => s.id);
    expect(ids(swapped(withKind(wall, box, 'wings-1g-20', 'centre')))).toContain('cut-opening');
    expect(ids(swapped({ ...box, condition: 'sound' }))).not.toContain('cut-opening');
  });
  it('whose breaker nobody knows: what feeds it is what has to be proved dead, and it is to be found first', () => {
    const unknown = {
      ...house,
      site: { ...house.site, boxes: house.site.boxes.map((b) => (b.id === box.id ? { ...b, circuitId: undefined } : b)) },
    };
    const bare = bareJob(hallBox);
    const swap = bare.changes.map((c) => (c.do === 'replace-box' ? { ...c, box: { ...c.box, circuitId: undefined } } : c));
    const job = inHouse({ ...bare, changes: swap }, unknown);
    expect(step(job, 'open-source').dead.map((t) => t.words)).toEqual(['what feeds Hall end box']);
    expect(step(job, 'breaker-off').says.join(' ')).toMatch(/Which breaker feeds Hall end box is not known: find it/);
  });
});
