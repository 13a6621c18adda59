/** Every surveyed box and the panel as a feed, judged by the ledger's own rules; the sewing corner and the router shelf worked by hand. */
import type { RuleId } from '../codebook/index.js';
import { describe, expect, it } from 'vitest';
import { plannedJobs, quinceStreet, routerShelf, sewingCorner } from '../houses.testing.js';
import { outletBoxes, workOf } from '../ledger/index.js';
import { ledgerOf } from '../ledger/meant.testing.js';
import {
  applyEdits,
  bareJob,
  checkJobIn,
  inHouse,
  plannedSite,
  VERDICTS,
  wantOf,
  type House,
  type JobInHouse,
  type Site,
} from '../model/index.js';
import { keptParts, routeDetail, searchRoutes, takeWay, wantFeeds } from '../purpose/index.js';

const houseOf = (job: JobInHouse): House => ({ ...quinceStreet, site: job.found, edition: job.edition });
const feedsOf = (job: JobInHouse) => wantFeeds(houseOf(job), wantOf(job)!);
const of = (job: JobInHouse, id: string) => feedsOf(job).find((c) => c.id === id)!;
/** The job fed from a box by the best way there. */
function fedFrom(job: JobInHouse, feed: string): JobInHouse {
  const want = wantOf(job)!;
  const others = feedsOf(job)
    .filter((f) => f.id !== feed && f.id !== 'panel')
    .map((f) => `feed/${f.id}`);
  const { found } = searchRoutes(houseOf(job), { ...want, forbidden: others });
  const option = found.options.find((o) => o.feed.id === feed)!;
  const parts = keptParts(job.found, want, option, routeDetail(houseOf(job), want, option));
  return inHouse(takeWay(job, parts).job, houseOf(job));
}
const found = (job: JobInHouse, change: (site: Site) => Site): JobInHouse => ({ ...job, found: change(job.found) });
const title = (job: JobInHouse, id: string, rule: RuleId) => of(job, id).findings.find((f) => f.rule === rule);

describe('the sewing corner', () => {
  it('hall box: the other side, in the same bay, and stops that can all be cured', () => {
    const hall = of(sewingCorner, 'hall-box');
    expect(hall).toMatchObject({
      way: 'other side',
      studs: 0,
      verdict: 'stop',
      refused: false,
    });
    // the heater, the arc-fault breaker, the deeper box
    expect(hall.cures).toHaveLength(3);
  });
  it('the window box on the same face lies two studs away, at 24 and 40 in', () => {
    expect(of(sewingCorner, 'sewing-window-box')).toMatchObject({ way: 'along the wall', studs: 2 });
  });
  it('what is said of a feed is what the ledger says once it is taken', () => {
    const said = of(sewingCorner, 'sewing-window-box').findings.map((f) => [f.rule, f.title, f.verdict]);
    const ledger = ledgerOf(fedFrom(sewingCorner, 'sewing-window-box')).map((f) => [f.rule, f.title, f.verdict]);
    for (const f of said) expect(ledger).toContainEqual(f);
  });
  it('a surveyed panel is judged: a free space, what stays live, who may do it', () => {
    const own = of(sewingCorner, 'panel');
    expect(own.way).toBe('home run');
    expect(own.findings.map((f) => f.rule)).toEqual(expect.arrayContaining(['panel-licensed', 'panel-stays-live', 'panel-space']));
    expect(own.findings.find((f) => f.rule === 'panel-space')!.verdict).toBe('ok');
  });
  it('a panel nobody looked at can’t be told, and is never left out', () => {
    const own = of(
      found(sewingCorner, ({ panel: _, ...s }) => s),
      'panel',
    );
    expect([own.verdict, own.way]).toEqual(['can’t tell', 'home run']);
  });
});

describe('the router shelf, with the whole house surveyed', () => {
  const all = feedsOf(routerShelf);
  it('has every box but its own, and the panel; the studio box, one stud over, comes first', () => {
    expect(all.map((c) => c.id).sort()).toEqual([...routerShelf.found.boxes.map((b) => b.id), 'panel'].sort());
    expect(all[0]).toMatchObject({ id: 'studio-box', studs: 1 });
  });
  it('nothing is said of the way to any of them: that is searched', () => {
    for (const c of all) expect(c.findings.some((f) => ['same-bay', 'voltage-drop', 'cable-length'].includes(f.rule))).toBe(false);
  });
  it('fit ones first, then curable, then open, then refused', () => {
    const group = all.map((c) => (c.refused ? 3 : c.verdict === 'can’t tell' ? 2 : c.verdict === 'stop' ? 1 : 0));
    expect(group).toEqual([...group].sort((a, b) => a - b));
  });
  it('its circuit would not bear a heater: the studio box then stops, and says the sum', () => {
    const heated = found(routerShelf, (s) => ({
      ...s,
      loads: [...s.loads, { id: 'h', name: 'heater', watts: 1700, continuous: false, fixed: false, circuitId: 'c5' }],
    }));
    const load = title(heated, 'studio-box', 'circuit-load')!;
    expect(load.verdict).toBe('stop');
    // 260 + 1700 W ÷ 120 V + 1.25 × 30 W ÷ 120 V
    expect(load.sums[0]!.result.value).toBeCloseTo(1960 / 120 + (1.25 * 30) / 120, 9);
    // circuit 4 does not carry it
    expect(title(heated, 'hall-box', 'circuit-load')!.says).not.toBe(load.says);
  });
  it.each<[string, (s: Site) => Site, RuleId, string]>([
    [
      'a circuit kept for the kitchen',
      (s) => ({ ...s, circuits: s.circuits.map((c) => (c.id === 'c4' ? { ...c, reservedFor: 'kitchen-small-appliance' as const } : c)) }),
      'may-tap',
      'stop',
    ],
    [
      'two hots on one neutral',
      (s) => ({ ...s, circuits: s.circuits.map((c) => (c.id === 'c4' ? { ...c, sharedNeutral: true } : c)) }),
      'shared-neutral',
      'stop',
    ],
    [
      'no ground in its cable',
      (s) => ({ ...s, cables: s.cables.map((c) => (c.id === 'parlour-line' ? { ...c, ground: 'none' as const } : c)) }),
      'ground-present',
      'stop',
    ],
    [
      'aluminium in it',
      (s) => ({ ...s, cables: s.cables.map((c) => (c.id === 'parlour-line' ? { ...c, metal: 'aluminium' as const } : c)) }),
      'conductor-state',
      'stop',
    ],
    [
      'a 20 A breaker before its 14 AWG',
      (s) => ({ ...s, circuits: s.circuits.map((c) => (c.id === 'c4' ? { ...c, breakerA: 20 as const } : c)) }),
      'conductor-breaker',
      'stop',
    ],
    [
      'a scorched receptacle',
      (s) => ({ ...s, devices: s.devices.map((d) => (d.boxId === 'parlour-box' ? { ...d, condition: 'scorched' as const } : d)) }),
      'device-state',
      'stop',
    ],
    [
      'nobody knows its breaker',
      (s) => ({ ...s, boxes: s.boxes.map((b) => (b.id === 'parlour-box' ? { ...b, circuitId: undefined } : b)) }),
      'circuit',
      'can’t tell',
    ],
  ])('the parlour box with %s', (_, change, rule, verdict) => {
    expect(title(found(routerShelf, change), 'parlour-box', rule)!.verdict).toBe(verdict);
  });
  it('other editions that say otherwise are named', () => {
    for (const c of all)
      for (const e of c.editions) expect([e.edition === routerShelf.edition, e.verdict === c.verdict]).toEqual([false, false]);
  });
});

describe('taking another feed', () => {
  const window = fedFrom(sewingCorner, 'sewing-window-box');
  const ownBox = (job: JobInHouse) => outletBoxes(workOf(job))[0]!.box;
  it('the cable comes from there, box and loads hang on its circuit, the document passes its check', () => {
    expect(checkJobIn(bareJob(window), quinceStreet, [])).toMatchObject({ ok: true });
    expect(workOf(window).runs[0]!.from!.box.id).toBe('sewing-window-box');
    expect(ownBox(window).circuitId).toBe('c5');
    expect(
      plannedSite(window)
        .loads.filter((l) => l.boxId === ownBox(window).id)
        .map((l) => l.circuitId),
    ).toEqual(['c5', 'c5']);
  });
  it('there and back again is judged as before', () => {
    const hall = fedFrom(sewingCorner, 'hall-box');
    const back = fedFrom(window, 'hall-box');
    expect(ledgerOf(back).map((f) => [f.rule, f.title, f.verdict])).toEqual(ledgerOf(hall).map((f) => [f.rule, f.title, f.verdict]));
  });
  it('what was planned for the old feed’s own box goes and is named; a box altered by hand stays, and is named', () => {
    const hall = fedFrom(sewingCorner, 'hall-box');
    const deeper = ledgerOf(hall).find((f) => f.rule === 'box-fill' && f.subject === 'hall-box')!.remedies[0]!;
    const cured = applyEdits(hall, deeper.edits);
    const higher = {
      ...cured,
      changes: cured.changes.map((c) => (c.do === 'place-box' ? { ...c, box: { ...c.box, name: 'By the window' } } : c)),
    };
    const way = workOf(window).runs[0]!.way!;
    const taken = takeWay(higher, { way, gauge: 14, sections: [], order: [0], raceway: undefined, lamps: [] });
    expect(taken.dropped).toEqual([expect.stringMatching(/^Replace Hall box/)]);
    expect(taken.kept).toEqual(['Set Sewing corner']);
    const job = inHouse(taken.job, quinceStreet);
    expect([ownBox(job).name, ownBox(job).circuitId]).toEqual(['By the window', 'c5']);
    expect(job.changes.some((c) => c.do === 'replace-box')).toBe(false);
  });
  it('every feed that is reached makes a document that passes its check', () => {
    for (const job of plannedJobs.filter((j) => j.want))
      for (const c of feedsOf(job).filter((x) => !x.refused && x.way !== 'another wall'))
        expect(checkJobIn(bareJob(fedFrom(job, c.id)), quinceStreet, []), `${job.name}: ${c.name}`).toMatchObject({ ok: true });
  });
  it('no candidate is called better than its worst finding', () => {
    for (const job of plannedJobs.filter((j) => j.want))
      for (const c of feedsOf(job))
        for (const f of c.findings)
          expect(VERDICTS.indexOf(c.verdict), `${c.name}: ${f.title}`).toBeLessThanOrEqual(
            Math.max(VERDICTS.indexOf(f.verdict), c.verdict === 'ok' ? 3 : 0),
          );
  });
});
