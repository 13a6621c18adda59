/** Files out and in; the published JSON Schema is held against ajv, a reference validator from the registry. */
import { inches } from '../measure/index.js';
import { Ajv2020 } from 'ajv/dist/2020.js';
import formats from 'ajv-formats';
import { describe, expect, it } from 'vitest';
import { heldHouses, heldJobs, quinceStreet, sewingCorner } from '../houses.testing.js';
import { ledgerOf } from '../ledger/index.js';
import { checkHouse, checkJobIn, inHouse, type JobInHouse } from '../model/index.js';
import { exportFile, importReport, jobSheet, jsonSchema, type Known } from './index.js';

const none: Known = { houses: [], jobs: [] };
const sewing = heldJobs[0]!;
const thawed = <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T;
/** A document with one value put where it doesn't belong. */
function broken(document: unknown, path: string, value: unknown): unknown {
  const job: unknown = thawed(document);
  const keys = path.split('/').slice(1);
  let place = job as Record<string, unknown>;
  for (const key of keys.slice(0, -1)) place = place[key] as Record<string, unknown>;
  place[keys.at(-1)!] = value;
  return job;
}
const errorsOf = (data: unknown) => {
  const checked = (data as { format: string }).format === 'saddle-house' ? checkHouse(data) : checkJobIn(data, quinceStreet, heldJobs);
  if (checked.ok) throw new Error('it was taken');
  return checked.errors;
};

describe('export and import', () => {
  it('what goes out comes in the same, and is judged the same', () => {
    const report = importReport(thawed(exportFile({ houses: heldHouses, jobs: heldJobs })), none);
    expect(report.errors).toEqual([]);
    expect(report.rows.map((r) => r.outcome)).toEqual([...heldHouses, ...heldJobs].map(() => 'new'));
    expect(thawed(report.take.jobs[0])).toEqual(thawed(sewing));
    expect(ledgerOf(inHouse(report.take.jobs[0]!, report.take.houses[0]!))).toEqual(ledgerOf(sewingCorner));
  });
  it('says what it would replace, and refuses a job whose house is nowhere', () => {
    const here = { houses: [quinceStreet], jobs: [sewing] };
    expect(importReport(thawed(sewing), here).rows[0]!.outcome).toBe('replaces');
    const orphan = importReport(thawed(sewing), none);
    expect(orphan.rows[0]).toMatchObject({ outcome: 'refused', errors: [{ path: '/houseId' }] });
    expect(orphan.take.jobs).toEqual([]);
  });
  it('takes the good rows and names the field of the bad one', () => {
    const bad = broken(sewing, '/changes/0/box/width', { mm: 0, known: 'measured' });
    const report = importReport({ ...exportFile({ houses: [quinceStreet], jobs: [] }), jobs: [bad] }, none);
    expect(report.rows.map((r) => r.outcome)).toEqual(['new', 'refused']);
    expect(report.rows[1]!.errors[0]).toMatchObject({ path: '/jobs/0/changes/0/box/width/mm', came: '0' });
  });
  it('two of one id: the second is refused', () => {
    const report = importReport(thawed(exportFile({ houses: [quinceStreet], jobs: [sewing, sewing] })), none);
    expect(report.rows.map((r) => r.outcome)).toEqual(['new', 'new', 'refused']);
    expect(report.take.jobs).toHaveLength(1);
  });
  it.each([null, 3, 'x', [], {}, { format: 'saddle-export' }, { format: 'saddle-export', version: 2, houses: [], jobs: [] }])(
    'no export: %j',
    (data) => {
      expect(importReport(data, none).errors.length).toBeGreaterThan(0);
    },
  );
});

describe('the published schema', () => {
  const ajv = new Ajv2020({ strict: false });
  formats.default(ajv);
  it.each(['house', 'job', 'export'] as const)('%s: ajv takes what the check takes', (name) => {
    const validate = ajv.compile(jsonSchema(name));
    const good = { house: quinceStreet, job: sewing, export: exportFile({ houses: heldHouses, jobs: heldJobs }) }[name];
    expect(validate(thawed(good)), JSON.stringify(validate.errors)).toBe(true);
    expect(validate({ ...thawed(good), surprise: 1 })).toBe(false);
  });
});

describe('bad documents name the field, what came and what would do', () => {
  it.each([
    ['an unknown edition', '/edition', 'US-2031', '/edition'],
    ['a negative count', '/site/boxes/0/supportFittings', -1, '/site/boxes/0/supportFittings'],
    ['zero gangs', '/site/boxes/0/gangs', 0, '/site/boxes/0/gangs'],
    ['zero stud spacing', '/site/walls/0/framing/spacing', { mm: 0, known: 'measured' }, '/site/walls/0/framing/spacing/mm'],
    ['a box outside the wall', '/site/boxes/0/place/distance/mm', 5000, '/site/boxes/0/place/distance/mm'],
    ['a box on no wall', '/site/boxes/0/wallId', 'nowhere', '/site/boxes/0/wallId'],
    ['two boxes of one id', '/site/boxes/1/id', 'hall-box', '/site/boxes/1/id'],
    ['watts and amps', '/site/loads/0/amps', 3, '/site/loads/0/watts'],
    ['a load on no circuit', '/site/loads/0/circuitId', 'c99', '/site/loads/0/circuitId'],
    ['not a number', '/site/walls/0/length/mm', null, '/site/walls/0/length/mm'],
    ['a version from the future', '/version', 7, '/version'],
  ])('of a house: %s', (_what, at, value, path) => {
    const errors = errorsOf(broken(quinceStreet, at, value));
    expect(errors.map((e) => e.path)).toContain(path);
    for (const e of errors) expect(e.came.length + e.message.length).toBeLessThan(500);
  });
  it.each([
    ['a wrong type', '/changes', 'many', '/changes'],
    ['a huge name', '/name', 'n'.repeat(10_000_000), '/name'],
    ['a planned box outside the wall', '/changes/0/box/place/distance/mm', 9000, '/changes/0/box/place/distance/mm'],
    ['a box above the wall', '/changes/0/box/place/bottom/mm', 2400, '/changes/0/box/place/bottom/mm'],
    ['a field nobody knows', '/colour', 'red', '/'],
    ['a box in a wall that is gone', '/changes/0/box/wallId', 'nowhere', '/changes/0'],
    ['a box that another has the id of', '/changes/0/box/id', 'hall-box', '/changes/0'],
    ['a place that is nowhere', '/want/places/0/wallId', 'nowhere', '/want/places/0/wallId'],
    ['a job after one that is nowhere', '/after', ['nobody'], '/after/0'],
    ['a job after itself', '/after', ['sewing-corner'], '/after/0'],
    ['a version from the future', '/version', 9, '/version'],
  ])('of a job: %s', (_what, at, value, path) => {
    const errors = errorsOf(broken(sewing, at, value));
    expect(errors.map((e) => e.path)).toContain(path);
    for (const e of errors) expect(e.came.length + e.message.length).toBeLessThan(500);
  });
  it('a house is checked the same way', () => {
    expect(checkHouse({ ...thawed(quinceStreet), built: 99 })).toMatchObject({ ok: false, errors: [{ path: '/built' }] });
  });
});

describe('the job sheet', () => {
  const sheet = jobSheet(sewingCorner);
  it('has drawings of both faces, both boxes’ wiring, marks, steps, what to bring and cautions', () => {
    const kinds = sheet.blocks.map((b) => b.kind);
    expect(kinds.filter((k) => k === 'elevation')).toHaveLength(2);
    expect(kinds.filter((k) => k === 'wiring')).toHaveLength(2);
    const headings = sheet.blocks.flatMap((b) => (b.kind === 'heading' ? [b.text] : []));
    for (const text of ['Mark out', 'Steps', 'What to bring']) expect(headings).toContain(text);
    expect(sheet.blocks[0]).toMatchObject({ kind: 'caution', text: expect.stringMatching(/proved dead/) });
  });
  it('a value that was only estimated says so on paper', () => {
    const guessed: JobInHouse = {
      ...sewingCorner,
      work: {
        ...sewingCorner.work,
        values: [{ step: 'mark-out', key: 'bottom', value: inches(13.25), as: '13 1/4', at: '2026-11-26T09:00:00Z', estimated: true }],
      },
    };
    expect(JSON.stringify(jobSheet(guessed))).toContain('about 13 1/4 (can’t tell)');
  });
  it('does not fail where nothing can be told', () => {
    const bare: JobInHouse = {
      ...sewingCorner,
      found: {
        ...sewingCorner.found,
        boxes: sewingCorner.found.boxes.map((b) => ({ ...b, kind: 'other' as const, circuitId: undefined })),
      },
    };
    expect(jobSheet(bare).blocks.length).toBeGreaterThan(20);
  });
});
