/** A file read row by row, on a small house: what is taken, what is refused, by which path each fault is named, and how much is said of many. */
import { describe, expect, it } from 'vitest';
import { houseAt, jobAt, outlet } from '../panel/smallJob.testing.js';
import { siteWith } from '../panel/smallPanel.testing.js';
import { boxOn, placeOn } from '../route/smallHouse.testing.js';
import { bareJob, DOCUMENT_VERSION, type House, type Job } from '../model/index.js';
import { broughtUp, exportFile, EXPORT_VERSION, importReport, jsonSchema, type Known } from './index.js';

const site = siteWith({ boxes: [boxOn('b', 'e', 40)], panel: { types: 'Q1' } });
const house = houseAt(site);
const job = (id: string, part: Partial<Job> = {}): Job => ({ ...bareJob(jobAt(site, [])), id, name: `Job ${id}`, ...part });
const none: Known = { houses: [], jobs: [] };
const here = (jobs: Job[] = [], taken?: Known['taken']): Known => ({ houses: [house], jobs, ...(taken ? { taken } : {}) });
const file = (houses: unknown[], jobs: unknown[]) => ({ ...exportFile({ houses: [], jobs: [] }), houses, jobs });
const rows = (data: unknown, known: Known) => importReport(data, known).rows.map((r) => [r.id, r.outcome]);
const paths = (data: unknown, known: Known) => importReport(data, known).rows.map((r) => r.errors.map((e) => e.path));

describe('a file that is one document', () => {
  it('is that row; its errors have no place in a list before them', () => {
    expect([rows(house, none), rows(job('a'), here())]).toEqual([[['h', 'new']], [['a', 'new']]]);
    expect(paths({ ...job('a'), name: '' }, here())).toEqual([['/name']]);
    expect(paths({ ...house, name: '' }, none)).toEqual([['/name']]);
    expect(paths({ ...house, surprise: 1 }, none)).toEqual([['/']]);
  });
  it('of a list by its place in it; a fault of the whole document has nothing after', () => {
    expect(paths(file([house, { ...house, id: 'h2', name: '' }], [job('a'), { ...job('c'), surprise: 1 }]), none)).toEqual([
      [],
      ['/houses/1/name'],
      [],
      ['/jobs/1'],
    ]);
  });
});

describe('new, or in place of what is there', () => {
  it('by its id, whether what is there can be read or not', () => {
    expect(rows(file([house], [job('a'), job('c')]), none)).toEqual([['h', 'new'], ['a', 'new'], ['c', 'new']]); // prettier-ignore
    expect(rows(file([house], [job('a'), job('c')]), here([job('a')]))).toEqual([['h', 'replaces'], ['a', 'replaces'], ['c', 'new']]); // prettier-ignore
    const taken = { houses: ['h9'], jobs: ['c'] };
    expect(rows(file([{ ...house, id: 'h9' }], [job('a'), job('c')]), here([], taken))).toEqual([['h9', 'replaces'], ['a', 'new'], ['c', 'replaces']]); // prettier-ignore
  });
  it('what was refused is not written; a document without a name, an id or anything is named so', () => {
    const report = importReport(file([], [null, 7, { id: 3, name: 'x'.repeat(90) }, job('a')]), here());
    expect(report.rows.map((r) => [r.id, r.name, r.outcome])).toEqual([
      ['without a name', 'without a name', 'refused'],
      ['without a name', 'without a name', 'refused'],
      ['without a name', 'x'.repeat(60), 'refused'],
      ['a', 'Job a', 'new'],
    ]);
    expect(report.take.jobs.map((j) => j.id)).toEqual(['a']);
  });
  it('of two with one id the first; the second is named', () => {
    const report = importReport(file([house, { ...house, name: 'Second' }], [job('a'), job('a', { name: 'Second' }), job('c')]), none);
    expect(report.rows.map((r) => [r.id, r.outcome, r.errors.map((e) => e.message)])).toEqual([
      ['h', 'new', []],
      ['h', 'refused', ['A second house with the id h is in the file.']],
      ['a', 'new', []],
      ['a', 'refused', ['A second job with the id a is in the file.']],
      ['c', 'new', []],
    ]);
    expect([report.take.houses.map((h) => h.name), report.take.jobs.map((j) => j.name)]).toEqual([['H'], ['Job a', 'Job c']]);
    // the first can't be read: the second is no second
    expect(rows(file([], [{ ...job('a'), name: '' }, job('a')]), here())).toEqual([['a', 'refused'], ['a', 'new']]); // prettier-ignore
  });
});

describe('a job and its house', () => {
  it('the house of the file goes before the one that is there', () => {
    const bare = { ...house, site: { ...site, boxes: [] } };
    const changes = outlet(boxOn('n', 'e', 70), 'b');
    expect(importReport(job('a', { changes }), here()).rows[0]!.errors).toEqual([]);
    // box b, where the cable begins, is gone from the file’s: the job is kept and says so
    const [, row] = importReport(file([bare], [job('a', { changes })]), here()).rows;
    expect([row!.outcome, row!.errors.map((e) => e.path)]).toEqual(['new', ['/jobs/0/changes/1']]);
  });
  it('a house that is nowhere, and what would do', () => {
    const report = importReport(file([], [job('a', { houseId: 'gone' })]), here());
    expect(report.rows[0]).toMatchObject({ outcome: 'refused', errors: [{ path: '/jobs/0/houseId', expected: 'the id of a house', came: '"gone"' }] }); // prettier-ignore
    expect(report.take).toEqual({ houses: [], jobs: [] });
  });
  it('jobs that would wait for each other are refused, one that waits for the other is not', () => {
    const [a, c] = [job('a', { after: ['c'] }), job('c', { after: ['a'] })];
    expect(rows(file([], [a, job('c')]), here())).toEqual([['a', 'new'], ['c', 'new']]); // prettier-ignore
    expect(rows(file([], [a, c]), here())).toEqual([['a', 'refused'], ['c', 'refused']]); // prettier-ignore
    expect(paths(file([], [a, c]), here())).toEqual([['/jobs/0/after'], ['/jobs/1/after']]);
    // the one that is there is replaced: it waits no more
    expect(rows(file([], [a, job('c')]), here([c]))).toEqual([['a', 'new'], ['c', 'replaces']]); // prettier-ignore
    expect(rows(a, here([c]))).toEqual([['a', 'refused']]);
    expect(rows(job('a', { after: ['nobody'] }), here())).toEqual([['a', 'refused']]);
  });
});

describe('much that is wrong', () => {
  const bad = (n: number) => Array.from({ length: n }, (_, i) => ({ ...job(`bad${i}`), name: '' }));
  it('thirty refused ones are named, the rest counted; those that are taken are all there', () => {
    const of = (n: number) => importReport(file([], [...bad(n), job('a')]), here());
    expect([of(30).rows.length, of(30).refusedMore]).toEqual([31, 0]);
    expect([of(33).rows.length, of(33).refusedMore]).toEqual([31, 3]);
    expect(of(33).rows.at(-1)).toMatchObject({ id: 'a', outcome: 'new' });
    expect(of(33).rows.at(-2)).toMatchObject({ id: 'bad29' });
    expect(of(33).errors).toEqual([]);
  });
  it('of one the first five faults', () => {
    const boxes = Array.from({ length: 8 }, (_, i) => ({ ...boxOn(`x${i}`, 'e', 40), gangs: 0 }));
    expect(importReport({ ...house, site: { ...site, boxes } }, none).rows[0]!.errors.map((e) => e.path)).toEqual(
      [0, 1, 2, 3, 4].map((i) => `/site/boxes/${i}/gangs`),
    );
  });
});

describe('a file of another version', () => {
  it('of a newer Saddle is left alone, and says which version would do', () => {
    const report = importReport({ ...file([house], []), version: EXPORT_VERSION + 1 }, none);
    expect(report).toMatchObject({ rows: [], refusedMore: 0, take: { houses: [], jobs: [] } });
    expect(report.errors).toEqual([
      {
        path: '/version',
        message: 'The file was made by a newer Saddle (version 2 of the format). Take it in there, or export it for version 1.',
        expected: 'at most 1',
        came: '2',
      },
    ]);
  });
  it('of none, or an older one that never was, names the field', () => {
    for (const version of [undefined, 0, '1'])
      expect(importReport({ ...file([house], []), version }, none).errors.map((e) => e.path)).toEqual(['/version']);
  });
  it('what could not be read where it was made is carried, and not taken in', () => {
    const unreadable = [{ kind: 'job' as const, id: 'q', text: '{' }];
    const report = importReport(exportFile({ houses: [house], jobs: [], unreadable }), none);
    expect([report.errors, report.take]).toEqual([[], { houses: [house], jobs: [] }]);
  });
  it('the schema says whose it is and of which version', () => {
    expect(['house', 'job', 'export'].map((n) => jsonSchema(n as 'house')['title'])).toEqual([
      `Saddle house, version ${DOCUMENT_VERSION}`,
      `Saddle job, version ${DOCUMENT_VERSION}`,
      `Saddle export, version ${EXPORT_VERSION}`,
    ]);
  });
});

/** As version 1 had them: a house that held what was wanted, a job with a copy of the survey. */
const oldHouse = { ...house, version: 1, wants: [{ id: 'w', name: 'Lamp', kind: 'outlet', places: [placeOn('e', 60)], loads: [] }] };
const oldJob = (found: House['site']) => {
  const { purpose: _p, work: _w, ...rest } = job('a');
  return { ...rest, version: 1, situation: 'same-wall', found, edition: 'US-2020', unit: 'in', work: { ticks: [], notes: [], values: [], proof: {} } }; // prettier-ignore
};
const deeper = { ...site, boxes: [boxOn('b', 'e', 40), boxOn('found-box', 'e', 60)] };
const planned = (found: House['site']) => ({ ...oldJob(found), changes: outlet(boxOn('n', 'e', 70), 'b') });

describe('documents of version 1', () => {
  it('what a job carried of the survey goes into its house: the one of the file, or the one that is there, which is then written too', () => {
    const boxes = (r: ReturnType<typeof importReport>) => r.take.houses.map((h) => h.site.boxes.map((b) => b.id));
    const inFile = importReport(file([house], [planned(deeper)]), none);
    expect([inFile.rows.map((r) => [r.id, r.outcome]), boxes(inFile)]).toEqual([[['h', 'new'], ['a', 'new']], [['b', 'found-box']]]); // prettier-ignore
    const there = importReport(planned(deeper), here());
    expect([there.rows.map((r) => [r.id, r.kind, r.outcome]), boxes(there)]).toEqual([[['h', 'house', 'replaces'], ['a', 'job', 'new']], [['b', 'found-box']]]); // prettier-ignore
    // nothing that the house didn't know: it isn't touched
    const nothing = importReport(planned(site), here());
    expect([nothing.rows.map((r) => r.id), nothing.take.houses]).toEqual([['a'], []]);
  });
  it('of a store: what is to be written anew, and nothing else', () => {
    const ids = ({ houses, jobs }: ReturnType<typeof broughtUp>) => [houses.map((h) => h.id), jobs.map((j) => j.id)];
    expect(ids(broughtUp([house], [job('c')]))).toEqual([[], []]);
    // a house of today, a job of then with more than it knows: both; one that brings nothing: itself alone
    expect(ids(broughtUp([house], [planned(deeper), job('c')]))).toEqual([['h'], ['a']]);
    expect(ids(broughtUp([house], [planned(site), job('c')]))).toEqual([[], ['a']]);
    // the house of then: itself, and what was wanted in it as a job
    expect(ids(broughtUp([oldHouse], [job('c')]))).toEqual([['h'], ['w']]);
    // what can't be read, or is of another house, is left alone
    expect(ids(broughtUp([{ id: 'q' }, house], [{ id: 'z' }, { ...planned(deeper), houseId: 'other' }]))).toEqual([[], []]);
  });
});
