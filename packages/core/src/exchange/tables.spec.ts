/** What a house knows as tables, cell by cell, on a house with one of each; and jobs that an old document wanted beside those there are. */
import { csvParse } from 'd3-dsv';
import { describe, expect, it } from 'vitest';
import { cable, device, houseAt, inch, jobAt } from '../panel/smallJob.testing.js';
import { siteWith } from '../panel/smallPanel.testing.js';
import { boxOn, placeOn } from '../route/smallHouse.testing.js';
import { bareJob, type Job, type KeptEntry, type KeptPhoto } from '../model/index.js';
import { houseTables, joinWanted } from './index.js';

const AT = '2026-11-29T09:00:00Z';
const box = boxOn('b', 'e', 40, { name: 'Den box', circuitId: 'c3', kind: 'wings-1g-20' });
const site = siteWith({
  boxes: [box, boxOn('d', 'gone', 40)],
  cables: [cable('c', 'b', { length: inch(10 / 3) }), cable('k', 'd', { circuitId: 'c1' }), cable('l', 'd')],
  devices: [device('b'), device('b', 'switch-15', { id: 's' }), device('d')],
});
const job: Job = { ...bareJob(jobAt(site, [])), name: 'Shelf' };
const log = (id: string, n: number, more: Partial<KeptEntry> = {}): KeptEntry => ({ id, jobId: 'j', kind: 'value', at: AT, device: 'desk', n, says: id, received: AT, aheadMs: 0, step: 's', figure: { key: 'k', value: 1, unit: 'mm', least: 5 }, ...more }); // prettier-ignore
const photo = (id: string, more: Partial<KeptPhoto> = {}): KeptPhoto => ({ id, houseId: 'h', of: { kind: 'box', id: 'b' }, at: AT, marks: [], saved: AT, ...more }); // prettier-ignore
const tables = houseTables(houseAt(site), [job, { ...job, id: 'k', name: 'Lamp', closed: { at: AT, closing: 'x' } }], [log('first', 0, { by: 'Kim', title: 'Measure' }), log('second', 1), log('other', 2, { jobId: 'k', kind: 'note', figure: undefined })], [photo('p', { jobId: 'j', note: 'open', picture: {} as never }), photo('q')]); // prettier-ignore
const rows = (name: string) => csvParse(tables[name]!).map((r) => Object.values(r));

describe('tables of a house', () => {
  it('boxes with their room, wall, circuit and devices; on a wall that is gone without', () => {
    expect(rows('boxes.csv')).toEqual([
      ['b', 'Den box', 'den', 'wall e', 'wings-1g-20', '1', '3', '355.6', 'measured', 'duplex receptacle, 15 A; switch, 15 A'],
      ['d', 'box d', '', '', 'other', '1', '', '355.6', 'measured', 'duplex receptacle, 15 A'],
    ]);
  });
  it('cables by the circuit they were proved to be on, else that of their box; where nobody knows, none', () => {
    const WORDS = '12 AWG, black and white, with ground, nonmetallic';
    expect(rows('cables.csv')).toEqual([
      // 3 1/3 in are 84.666 … mm
      ['c', 'c', WORDS, 'panel', 'b', '3', '84.67'],
      ['k', 'k', WORDS, 'panel', 'd', '1', ''],
      ['l', 'l', WORDS, 'panel', 'd', '', ''],
    ]);
  });
  it('circuits, jobs, log and photos', () => {
    expect(rows('circuits.csv')).toEqual([['c1', '1', 'hall', '20', '120', '', ''], ['c3', '3', 'porch', '20', '120', '', '']]); // prettier-ignore
    expect(rows('jobs.csv')).toEqual([['j', 'Shelf', ''], ['k', 'Lamp', AT]]); // prettier-ignore
    const LOGGED = '2026-11-29T09:00:00.000Z';
    expect(rows('log.csv')).toEqual([
      [LOGGED, 'Shelf', 'Measure', 'first', 'Kim', 'stop', 'yes'],
      [LOGGED, 'Shelf', '', 'second', '', 'stop', ''],
      [LOGGED, 'Lamp', '', 'other', '', '', ''],
    ]);
    expect(rows('photos.csv')).toEqual([['p', AT, 'box b', 'Shelf', 'open', 'photos/p.jpg'], ['q', AT, 'box b', '', '', '']]); // prettier-ignore
  });
});

describe('what a house of the first version wanted', () => {
  const want = { kind: 'outlet', places: [placeOn('e', 40)], loads: [] } as never;
  const wanted = (id: string, more: object = {}) => ({ ...job, id, name: 'Wanted', want, ...more });
  const planned: Job = { ...job, id: 'a', changes: [{ id: 'c', title: 'Set', do: 'place-box', box }] };
  const joined = (jobs: Job[], ...raws: object[]) => joinWanted(jobs, raws as never).map((j) => [j.id, j.name, j.want !== undefined]);
  it('a job of its own where there is none of that id', () => {
    expect(joined([planned], wanted('b'))).toEqual([['a', 'Shelf', false], ['b', 'Wanted', true]]); // prettier-ignore
  });
  it('told to the job of its id that sets a box and wants nothing yet', () => {
    expect(joined([planned], wanted('a'))).toEqual([['a', 'Shelf', true]]);
  });
  it('beside a job of its id that sets none, or is of another house; one that wants already keeps it', () => {
    expect(joined([{ ...planned, changes: [] }], wanted('a'))).toEqual([['a', 'Shelf', false], ['a-wanted', 'Wanted', true]]); // prettier-ignore
    expect(joined([{ ...planned, houseId: 'other' }], wanted('a'))).toEqual([['a', 'Shelf', false], ['a-wanted', 'Wanted', true]]); // prettier-ignore
    expect(joined([{ ...planned, want }], wanted('a'))).toEqual([['a', 'Shelf', true]]);
    expect(joined([{ ...planned, want, houseId: 'other' }], wanted('a'))).toEqual([['a', 'Shelf', true], ['a-wanted', 'Wanted', true]]); // prettier-ignore
  });
  it('twice the same is once; what can’t be read is none; a long id is cut', () => {
    expect(joined([{ ...planned, changes: [] }], wanted('a'), wanted('a'))).toEqual([['a', 'Shelf', false], ['a-wanted', 'Wanted', true]]); // prettier-ignore
    expect(joined([planned], { id: 'nonsense' })).toEqual([['a', 'Shelf', false]]);
    const long = 'x'.repeat(40);
    expect(joined([{ ...planned, id: long, changes: [] }], wanted(long)).map(([id]) => id)).toEqual([long, `${'x'.repeat(33)}-wanted`]);
  });
});
