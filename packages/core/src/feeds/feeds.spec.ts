/** Every surveyed box and the panel as a feed, judged by the ledger's own rules; the sewing corner and the router shelf worked by hand. */
import { describe, expect, it } from 'vitest';
import { aquariumAlcove, demoJobsInHouse, quinceStreet, routerShelf, sewingCorner } from '../demo/index.js';
import { ledgerOf } from '../ledger/index.js';
import { applyEdits, bareJob, checkJobIn, plannedSite, VERDICTS, type JobInHouse, type Site } from '../model/index.js';
import { feedCandidates, refed } from './index.js';

const of = (job: JobInHouse, id: string) => feedCandidates(job).find((c) => c.id === id)!;
const found = (job: JobInHouse, change: (site: Site) => Site): JobInHouse => ({ ...job, found: change(job.found) });
const title = (job: JobInHouse, id: string, rule: string) => of(job, id).findings.find((f) => f.rule === rule);

describe('the sewing corner', () => {
  it('hall box: the other side, in the same bay, 1 to 2 h, and stops that can all be cured', () => {
    const hall = of(sewingCorner, 'hall-box');
    expect(hall).toMatchObject({
      way: 'other side',
      studs: 0,
      hours: [1, 2],
      verdict: 'stop',
      current: true,
      choosable: false,
      refused: false,
    });
    // the heater, the arc-fault breaker, the deeper box
    expect(hall.cures).toHaveLength(3);
  });
  it('the window box on the same face lies two studs away, at 24 and 40 in: 3 to 6 h', () => {
    expect(of(sewingCorner, 'sewing-window-box')).toMatchObject({ way: 'along the wall', studs: 2, hours: [3, 6] });
  });
  it('what speaks of the feed is what the ledger says of the job as it is', () => {
    const ledger = ledgerOf(sewingCorner);
    for (const f of of(sewingCorner, 'hall-box').findings) expect(ledger).toContainEqual(f);
  });
  it('a panel nobody looked at can’t be told, and is never left out', () => {
    const own = of(sewingCorner, 'panel');
    expect([own.verdict, own.way]).toEqual(['can’t tell', 'home run']);
    expect(own.findings.map((f) => f.rule)).toEqual(expect.arrayContaining(['licensed', 'stays-live', 'space']));
  });
});

describe('the router shelf, with the whole house surveyed', () => {
  const all = feedCandidates(routerShelf);
  it('has every box but its own, and the panel; the studio box, one stud over, comes first', () => {
    expect(all.map((c) => c.id).sort()).toEqual([...routerShelf.found.boxes.map((b) => b.id), 'panel'].sort());
    expect(all[0]).toMatchObject({ id: 'studio-box', studs: 1, hours: [2, 4], verdict: 'caution', current: true });
  });
  it('what hangs on another wall can’t pass as fine: the way is not worked out', () => {
    for (const c of all.filter((x) => x.way === 'another wall')) {
      expect(['can’t tell', 'stop']).toContain(c.verdict);
      expect(c.findings.some((f) => f.rule === 'way' && f.verdict === 'can’t tell')).toBe(true);
      expect([c.hours, c.choosable]).toEqual([undefined, false]);
      expect(c.findings.some((f) => ['same-bay', 'voltage-drop', 'cable-length'].includes(f.rule))).toBe(false);
    }
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
  it.each<[string, (s: Site) => Site, string, string]>([
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

describe('choosing another feed', () => {
  const window = refed(sewingCorner, 'sewing-window-box');
  it('the cable comes from there, box and loads hang on its circuit, the document passes its check', () => {
    const planned = plannedSite(window);
    expect(checkJobIn(bareJob(window), quinceStreet, [])).toMatchObject({ ok: true });
    expect(window.situation).toBe('same-wall');
    expect(planned.cables.find((c) => c.id === 'hall-to-sewing')!.ends[0].boxId).toBe('sewing-window-box');
    expect(planned.boxes.find((b) => b.id === 'sewing-box')!.circuitId).toBe('c5');
    expect(planned.loads.filter((l) => l.boxId === 'sewing-box').map((l) => l.circuitId)).toEqual(['c5', 'c5']);
  });
  it('it is then judged as the list said it would be', () => {
    const said = of(sewingCorner, 'sewing-window-box').findings.map((f) => [f.rule, f.subject, f.verdict]);
    const now = of(window, 'sewing-window-box').findings.map((f) => [f.rule, f.subject, f.verdict]);
    expect(now).toEqual(said);
  });
  it('there and back again is the same plan, but for the gauge that follows the breaker', () => {
    const back = refed(window, 'hall-box');
    expect(
      plannedSite(back)
        .cables.find((c) => c.id === 'hall-to-sewing')!
        .ends.map((e) => e.boxId),
    ).toEqual(['hall-box', 'sewing-box']);
    expect(of(back, 'hall-box').findings.map((f) => [f.rule, f.verdict])).toEqual(
      of(sewingCorner, 'hall-box').findings.map((f) => [f.rule, f.verdict]),
    );
  });
  it('what was planned for the old feed’s own box is left alone', () => {
    const deeper = ledgerOf(sewingCorner).find((f) => f.rule === 'box-fill' && f.subject === 'hall-box')!.remedies[0]!;
    const cured = applyEdits(sewingCorner, deeper.edits);
    expect(cured.changes.some((c) => c.do === 'replace-box')).toBe(true);
    expect(refed(cured, 'sewing-window-box').changes.some((c) => c.do === 'replace-box')).toBe(false);
  });
  it('the same box, one that is not there, or a job that stays at its box: nothing changes', () => {
    expect(refed(sewingCorner, 'hall-box')).toBe(sewingCorner);
    expect(refed(sewingCorner, 'nowhere')).toBe(sewingCorner);
    expect(refed(aquariumAlcove, 'hall-box')).toBe(aquariumAlcove);
    expect(feedCandidates(aquariumAlcove)).toEqual([]);
  });
  it('every feed that may be chosen makes a document that passes its check', () => {
    for (const job of demoJobsInHouse)
      for (const c of feedCandidates(job).filter((x) => x.choosable))
        expect(checkJobIn(bareJob(refed(job, c.id)), quinceStreet, []), `${job.name}: ${c.name}`).toMatchObject({ ok: true });
  });
  it('no candidate is called better than its worst finding', () => {
    for (const job of demoJobsInHouse)
      for (const c of feedCandidates(job))
        for (const f of c.findings)
          expect(VERDICTS.indexOf(c.verdict), `${c.name}: ${f.title}`).toBeLessThanOrEqual(
            Math.max(VERDICTS.indexOf(f.verdict), c.verdict === 'ok' ? 3 : 0),
          );
  });
});
