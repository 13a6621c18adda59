/** What is handed over at the end, and what an inspector is given: of one job, with what is not known said. */
import { describe, expect, it } from 'vitest';
import { dayIn } from '../measure/index.js';
import { heldJobs, quinceStreet } from '../houses.testing.js';
import { inHouse, type KeptEntry, type KeptPhoto } from '../model/index.js';
import { enterValue, stepsOf } from '../work/index.js';
import { handoverSheet, houseTables, inspectionSheet, sheetPhotos, type SheetBlock } from './index.js';

const laid = (id: string) =>
  inHouse(
    heldJobs.find((j) => j.id === id)!,
    quinceStreet,
  );
const NOW = '2026-11-27T09:00:00.000Z';
const utc = dayIn('UTC');
const photo = (id: string, more: Partial<KeptPhoto> = {}): KeptPhoto => ({
  id, houseId: quinceStreet.id, jobId: 'sewing-corner', of: { kind: 'job', id: 'sewing-corner' }, at: NOW, marks: [], saved: NOW,
  picture: { hash: 'a'.repeat(64), width: 4, height: 3, bytes: 9 }, ...more,
}); // prettier-ignore
/** Items or rows under a heading. */
function under(blocks: readonly SheetBlock[], heading: string): string[] {
  const at = blocks.findIndex((b) => b.kind === 'heading' && b.text === heading);
  const next = blocks[at + 1];
  return next?.kind === 'list' ? next.items : next?.kind === 'table' ? next.rows.map((r) => r.join(' | ')) : next?.kind === 'text' ? [next.text] : []; // prettier-ignore
}

describe('handover', () => {
  it('with a stop or undone work it says first that it is not yet one to hand over', () => {
    const job = laid('sewing-corner');
    const cautions = handoverSheet(job, [], [], NOW, utc).blocks.flatMap((b) => (b.kind === 'caution' ? [b.text] : []));
    expect(cautions[1]).toMatch(/^Not yet one to hand over: the ledger has 3 stops \(.*\); 14 of 14 activities are not ticked as done\.$/);
  });
  it('done is what was ticked, planned things are not', () => {
    const job = laid('sewing-corner');
    const place = stepsOf(job).find((s) => s.changeIds.includes('place-sewing-box'))!;
    expect(under(handoverSheet(job, [], [], NOW, utc).blocks, 'What was done')).toEqual(['Nothing of it is ticked as done yet.']);
    const ticked = { ...job, work: { ...job.work, ticks: [{ step: place.id, at: NOW }] } };
    expect(under(handoverSheet(ticked, [], [], NOW, utc).blocks, 'What was done')).toContain('Set the sewing box');
  });
  it('names rules with their source, what is measured against what it should be, and what is only estimated', () => {
    const job = laid('sewing-corner');
    const step = stepsOf(job).find((s) => s.asks.some((a) => a.unit === 'V'))!;
    const ask = step.asks.find((a) => a.unit === 'V')!;
    const length = stepsOf(job).flatMap((s) => s.asks.map((a) => ({ s, a }))).find(({ a }) => a.unit === 'length')!; // prettier-ignore
    const read = enterValue(enterValue(job, { step: step.id, key: ask.key, value: 119.8, at: NOW }), { step: length.s.id, key: length.a.key, value: 160, as: '6 5/16', at: NOW, estimated: true }); // prettier-ignore
    const { blocks } = handoverSheet({ ...job, work: read.work }, [], [], NOW, utc);
    expect(under(blocks, 'By which rules').some((r) => /\| ok \| NEC 2020/.test(r))).toBe(true);
    expect(under(blocks, 'Readings')).toContainEqual(`${ask.label} | 114 V to 126 V | 119.8 V | ok`);
    expect(under(blocks, 'Readings').some((r) => r.includes('about 6 5/16') && !r.endsWith('ok'))).toBe(true);
    expect(under(blocks, 'What is not known')).toContain('1 value was estimated and not measured.');
  });
  it('what to test: a ground-fault face by its button each month, only where there is one', () => {
    const tests = (id: string) => under(handoverSheet(laid(id), [], [], NOW, utc).blocks, 'What to test, and when').join(' ');
    expect(tests('sewing-corner')).not.toMatch(/ground-fault face/);
    const job = laid('sewing-corner');
    const kind = 'ground-fault-15' as const;
    const safer = { ...job, changes: job.changes.map((c) => (c.do === 'place-device' ? { ...c, device: { ...c.device, kind } } : c)) };
    expect(under(handoverSheet(safer, [], [], NOW, utc).blocks, 'What to test, and when')[0]).toMatch(
      /ground-fault face: press TEST every month/,
    );
  });
  it('a junction that the job worked at is said to stay in reach', () => {
    const job = laid('bookcase-plinth');
    const lines = under(handoverSheet(job, [], [], NOW, utc).blocks, 'Where junctions are');
    expect(lines.join()).toMatch(/stays where a hand can reach it \(314\.29, memory\)/);
  });
  it('notes of the log, the corrected ones left out; photos before and after in this order, at most twelve', () => {
    const entry = (n: number, more: Partial<KeptEntry> = {}): KeptEntry => ({ id: `entry-${n}-long`, jobId: 'sewing-corner', kind: 'note', at: NOW, device: 'p', n, says: `note ${n}`, received: NOW, aheadMs: 0, ...more }); // prettier-ignore
    const { blocks } = handoverSheet(laid('sewing-corner'), [entry(1)], [photo('p-after-1', { when: 'after' }), photo('p-before', { when: 'before', note: 'old plate' })], NOW, utc); // prettier-ignore
    expect(under(blocks, 'Noted at the work')).toEqual(['2026-11-27: note 1']);
    const shown = blocks.find((b) => b.kind === 'photos');
    expect(shown?.kind === 'photos' && shown.photos.map((p) => p.caption)).toEqual([
      '1. before · old plate · 2026-11-27',
      '2. after · 2026-11-27',
    ]);
    const many = Array.from({ length: 15 }, (_, i) => photo(`photo-no-${i}`));
    expect(sheetPhotos(many, utc)).toHaveLength(12);
    expect(handoverSheet(laid('sewing-corner'), [], many, NOW, utc).blocks.at(-1)).toMatchObject({
      text: '3 more photos are in the house file.',
    });
    // one whose picture never came is not on paper
    const { picture: _, ...bare } = photo('photo-bare');
    expect(sheetPhotos([bare], utc)).toEqual([]);
  });
  it('days are those of the house, not of Greenwich: a note of an evening in Chicago, the paper itself', () => {
    const evening = '2026-11-28T02:30:00.000Z';
    const entry: KeptEntry = { id: 'entry-1-long', jobId: 'sewing-corner', kind: 'note', at: evening, device: 'p', n: 1, says: 'late', received: evening, aheadMs: 0 }; // prettier-ignore
    const sheet = handoverSheet(laid('sewing-corner'), [entry], [photo('photo-1', { at: evening })], evening, dayIn('America/Chicago'));
    expect(sheet.subtitle.endsWith(' · 2026-11-27')).toBe(true);
    expect(under(sheet.blocks, 'Noted at the work')).toEqual(['2026-11-27: late']);
    expect(JSON.stringify(sheet.blocks)).toContain('1. 2026-11-27');
    expect(inspectionSheet(laid('sewing-corner'), evening, dayIn('America/Chicago')).subtitle).toContain('2026-11-27');
  });
  it('the inspector gets every finding with its sums, and how many there are of each', () => {
    const { blocks } = inspectionSheet(laid('aquarium-alcove'), NOW, utc);
    const fill = blocks.find((b) => b.kind === 'finding' && /fill/i.test(b.title));
    expect(fill).toMatchObject({ source: expect.stringContaining('314.16') });
    expect(fill?.kind === 'finding' && fill.sums.length).toBeGreaterThan(0);
    expect(blocks[1]).toMatchObject({ text: expect.stringMatching(/^\d+ ok, \d+ caution, \d+ can’t tell, \d+ stop/) });
  });
});

describe('tables of a house', () => {
  it('a row a thing; what a spreadsheet would take for a formula is kept from being one', () => {
    const spoiled = { ...quinceStreet, site: { ...quinceStreet.site, boxes: quinceStreet.site.boxes.map((b, i) => (i ? b : { ...b, name: '=HYPERLINK("x")' })) } }; // prettier-ignore
    const tables = houseTables(spoiled, heldJobs, [], [photo('photo-1-id', { note: 'plate, old' })]);
    const lines = (name: string) => tables[name]!.trim().split('\r\n');
    expect(lines('boxes.csv')).toHaveLength(quinceStreet.site.boxes.length + 1);
    expect(tables['boxes.csv']).toContain(`"'=HYPERLINK(""x"")"`);
    expect(lines('circuits.csv')).toHaveLength(quinceStreet.site.circuits.length + 1);
    expect(lines('photos.csv')[1]).toBe(
      'photo-1-id,2026-11-27T09:00:00.000Z,job sewing-corner,Sewing corner,"plate, old",photos/photo-1-id.jpg',
    );
  });
});
