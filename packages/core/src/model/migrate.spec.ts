/** Files of version 1 as they were stored: the sample of then with one job of each situation, two begun at a wall in hand, one by a way. */
import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { importReport } from '../exchange/index.js';
import { heldJobs, quinceStreet } from '../houses.testing.js';
import { plannedBench, workOf } from '../ledger/index.js';
import { ledgerOf } from '../ledger/meant.testing.js';
import { stepsOf } from '../work/index.js';
import { checkHouse, checkJob } from './check.js';
import { DOCUMENT_VERSION, type House, type Job } from './house.js';
import { bareJob, inHouse, planOf } from './inHouse.js';
import { migrated, versionError } from './migrate.js';
import { settleQuestion, takeUp } from './takeUp.js';

const file = JSON.parse(readFileSync(new URL('../../fixtures/version-1.saddle.json', import.meta.url), 'utf8')) as {
  houses: Record<string, unknown>[];
  jobs: (Record<string, unknown> & { id: string; changes: { title: string }[]; work: { proof: object } })[];
};
const report = importReport(file, { houses: [], jobs: [] });
const house = (id: string): House => report.take.houses.find((h) => h.id === id)!;
const job = (id: string): Job => report.take.jobs.find((j) => j.id === id)!;
const laid = (id: string) => inHouse(job(id), house(job(id).houseId), report.take.jobs);

describe('documents of version 1', () => {
  it('all are taken in, as of today, and none of their changes is lost or doesn’t fit', () => {
    expect(report.rows.filter((r) => r.outcome === 'refused')).toEqual([]);
    const own = new Set(file.jobs.map((j) => j.id));
    expect(report.take.jobs.filter((j) => own.has(j.id)).map((j) => [j.id, j.version, j.changes.map((c) => c.title)])).toEqual(
      file.jobs.map((j) => [j.id, DOCUMENT_VERSION, j.changes.map((c) => c.title)]),
    );
    for (const j of report.take.jobs) expect([j.id, planOf(laid(j.id)).unfit]).toEqual([j.id, []]);
    for (const h of report.take.houses) expect(checkHouse(h)).toMatchObject({ ok: true });
  });
  it('keep their ticks and notes, and are judged', () => {
    const [old] = file.jobs;
    const { proof, ...work } = old!.work;
    expect(job('sewing-corner').work).toEqual({ ...work, proofs: Object.keys(proof).length ? [proof] : [] });
    for (const j of file.jobs) {
      expect(ledgerOf(laid(j.id)).length).toBeGreaterThan(8);
      expect(stepsOf(laid(j.id)).length).toBeGreaterThan(8);
    }
  });
  it('what was only wanted is a job that has taken no way yet; one that was a job already is told what it wants', () => {
    const open = report.take.jobs.filter((j) => j.changes.length === 0).map((j) => [j.id, j.purpose]);
    expect(open).toEqual([
      ['kiln-corner', 'own-circuit'],
      ['rain-barrel-pump', 'outlet'],
      ['model-railway', 'raceway'],
      ['loom-lamp', 'outlet'],
      ['cellar-lights', 'lights'],
    ]);
    expect(job('sewing-corner').want!.loads.map((l) => l.name)).toEqual(['sewing machine', 'steam press']);
  });
  it('the wall in hand of a job goes into its empty house, and two that called everything alike stay two', () => {
    const { site } = house('maple-row-3');
    expect(site.walls.map((w) => w.name)).toEqual(['den – landing', 'den – landing, far end']);
    expect(site.walls.map((w) => w.id)).toEqual(['reading-nook-wall', 'desk-lamp-wall']);
    const ends = (id: string) => job(id).changes.flatMap((c) => (c.do === 'run-cable' ? c.cable.ends.map((e) => e.boxId) : []));
    expect([...ends('reading-nook'), ...ends('desk-lamp')]).toEqual([
      'reading-nook-box-source',
      'reading-nook-box-new',
      'desk-lamp-box-source',
      'desk-lamp-box-new',
    ]);
    expect(house('maple-row-3').questions).toBeUndefined();
  });
  it('what the house didn’t know goes in: the depth of the box, a pipe that was found', () => {
    const { site } = house('quince-street-14');
    expect(site.boxes.find((b) => b.id === 'studio-box')!.depth).toMatchObject({ as: '2 1/4' });
    const wall = site.walls.find((w) => w.id === site.boxes.find((b) => b.id === 'studio-box')!.wallId)!;
    expect(wall.obstacles.map((o) => o.id)).toContain('found-pipe');
    expect(site.boxes.some((b) => b.id === 'studio-second')).toBe(true);
  });
  it('where both say something else the house’s stays, and it is asked; the answer settles it either way', () => {
    const h = house('quince-street-14');
    const question = h.questions!.find((q) => q.thing === 'studio-box')!;
    expect(question).toMatchObject({ about: 'Studio box: place, bottom', house: '60"', job: '13"', jobName: 'Router shelf, surveyed on' });
    const bottom = (x: House) => x.site.boxes.find((b) => b.id === 'studio-box')!.place.bottom.as;
    expect([bottom(h), bottom(settleQuestion(h, question.id, false)), bottom(settleQuestion(h, question.id, true))]).toEqual([
      '60',
      '60',
      '13',
    ]);
    for (const take of [true, false])
      expect(settleQuestion(h, question.id, take).questions?.some((q) => q.id === question.id) ?? false).toBe(false);
  });
  it('a job alone, with its house here already: the house is taken along, said in a row of its own', () => {
    const here = { houses: [{ ...house('quince-street-14'), questions: undefined } as House], jobs: [] };
    const again = importReport(
      file.jobs.find((j) => j.id === 'router-shelf-again'),
      here,
    );
    expect(again.rows.map((r) => [r.kind, r.outcome])).toEqual([
      ['house', 'replaces'],
      ['job', 'new'],
    ]);
    // nothing new to say the second time but the same question
    expect(again.take.houses[0]!.questions!.map((q) => q.thing)).toEqual(['studio-box']);
  });
  it('a copy that is no survey any more is left alone, and the job stays whole', () => {
    const bare = house('maple-row-3');
    expect(takeUp(bare, job('reading-nook'), { rooms: 'many' })).toBe(bare);
    expect(takeUp(bare, job('reading-nook'), undefined)).toBe(bare);
  });
});

describe('documents of version 2', () => {
  const old = { ...job('sewing-corner'), version: 2, work: { ticks: [], notes: [], values: [] } };
  const taken = (raw: unknown) => checkJob(migrated(raw).document);
  const at = '2026-11-20T09:00:00.000Z';
  it('the one proof of dead of a job is the first of several, and a job that had none has none', () => {
    const proof = { testerBefore: { at, volts: 120, where: 'study outlet' } };
    expect(taken({ ...old, work: { ...old.work, proof } })).toMatchObject({
      ok: true,
      value: { version: DOCUMENT_VERSION, work: { proofs: [proof] } },
    });
    expect(taken({ ...old, work: { ...old.work, proof: {} } })).toMatchObject({ ok: true, value: { work: { proofs: [] } } });
  });
  it('a house is taken as it is', () =>
    expect(checkHouse(migrated({ ...house('maple-row-3'), version: 2 }).document)).toMatchObject({ ok: true }));
});

describe('documents of version 3', () => {
  const { changes } = heldJobs.find((j) => j.id === 'sewing-corner')!;
  const laid = inHouse(
    heldJobs.find((j) => j.id === 'sewing-corner')!,
    quinceStreet,
  );
  const drawn = plannedBench(workOf(laid));
  const tab = { ...drawn, devices: drawn.devices.map((d) => (d.boxId === 'sewing-box' ? { ...d, brassTab: false } : d)) };
  const old = { ...bareJob(laid), version: 3, bench: { planned: tab } };
  const read = checkJob(migrated(old).document);
  it('wiring made by hand on a whole bench is a change for each of its boxes, and the bench worked out of them has the same joints', () => {
    if (!read.ok) throw new Error(JSON.stringify(read.errors));
    const added = read.value.changes.slice(changes.length);
    expect(added.map((c) => c.do === 'wire-box' && [c.wiring.id, c.wiring.broken])).toEqual([
      ['hall-box', undefined],
      ['sewing-box', [{ deviceId: 'sewing-receptacle', side: 'brass' }]],
    ]);
    const again = inHouse(read.value, quinceStreet);
    expect(planOf(again).unfit).toEqual([]);
    const bench = plannedBench(workOf(again));
    const inBoxes = (joints: typeof bench.joints) => joints.filter((j) => j.boxId !== 'panel').map((j) => [j.boxId, j.at, j.ends]);
    expect(inBoxes(bench.joints)).toEqual(inBoxes(drawn.joints));
    expect(bench.devices.find((d) => d.boxId === 'sewing-box')!.brassTab).toBe(false);
  });
  it('a bench that is none is dropped, and nothing else', () => {
    for (const bench of [undefined, {}, { planned: 7 }, { planned: { boxes: 'many' } }])
      expect(checkJob(migrated({ ...old, bench }).document)).toMatchObject({ ok: true, value: { changes } });
  });
});

describe('other versions', () => {
  it('today’s is left as it is; one from the future is named and not touched', () => {
    expect(migrated(job('wainscot')).document).toBe(job('wainscot'));
    const future = { ...job('wainscot'), version: 9 };
    expect(migrated(future).document).toBe(future);
    expect(versionError(future)).toMatchObject({ path: '/version', came: '9' });
    expect(checkJob(future)).toMatchObject({ ok: false, errors: [{ path: '/version', message: expect.stringMatching(/newer Saddle/) }] });
  });
  it.each([null, 3, 'x', [], {}, { format: 'saddle-job' }, { format: 'saddle-job', version: 'one' }, { format: 'saddle-job', version: 0.5 }, { format: 'toString' }])(
    'what is no document is handed on untouched: %j',
    (raw) => expect(migrated(raw).document).toBe(raw),
  ); // prettier-ignore
});
