/** A form of 55 fields where the job in hand asks for five: what a rule can’t tell without is asked, and once it was said no more. */
import { describe, expect, it } from 'vitest';
import { practice } from '../catalog/index.js';
import { heldJobs, quinceStreet } from '../houses.testing.js';
import { inches } from '../measure/index.js';
import { inHouse, measured, type Box, type Cable, type Device, type JobInHouse, type Remedy, type Site } from '../model/index.js';
import { BOX_FIELDS, CABLE_FIELDS, DEVICE_FIELDS, type SurveyField } from '../codebook/index.js';
import { newlyOpen, askedFields } from './index.js';
import { ledgerOf } from './meant.testing.js';
import { finding, remedy } from './finding.js';

const jobIn = (site: Site): JobInHouse =>
  inHouse(heldJobs.find((j) => j.id === 'sewing-corner') ?? heldJobs[0]!, { ...quinceStreet, site });
const HALL = 'hall-box';
const LINE = 'hall-from-panel';
const cable = (site: Site, part: Partial<Cable>): Site => ({
  ...site,
  cables: site.cables.map((c) => (c.id === LINE ? { ...c, ...part } : c)),
});
const box = (site: Site, part: Partial<Box>): Site => ({ ...site, boxes: site.boxes.map((b) => (b.id === HALL ? { ...b, ...part } : b)) });
const device = (site: Site, part: Partial<Device>): Site => ({
  ...site,
  devices: site.devices.map((d) => (d.boxId === HALL ? { ...d, ...part } : d)),
});
const end = (site: Site, part: Partial<Cable['ends'][number]>): Site => ({
  ...site,
  cables: site.cables.map((c) =>
    c.id === LINE ? { ...c, ends: c.ends.map((e) => (e.boxId === HALL ? { ...e, ...part } : e)) as Cable['ends'] } : c,
  ),
});
const asked = (site: Site): Set<string> => {
  const job = jobIn(site);
  return askedFields(
    ledgerOf(job),
    job.found,
    job.found.boxes.find((b) => b.id === HALL)!,
  );
};
const hallDevice = quinceStreet.site.devices.find((d) => d.boxId === HALL)!.id;

/** field, the thing it is of, the survey without it, and with it said */
const CASES: [SurveyField, string, (s: Site) => Site, (s: Site) => Site][] = [
  ['volume', HALL, (s) => box(s, { kind: 'other', volumeIn3: undefined, width: measured(60), height: measured(90) }), (s) => box(s, { kind: 'other', width: measured(60), height: measured(90), volumeIn3: 30 })],
  ['metal', LINE, (s) => cable(s, { metal: undefined }), (s) => cable(s, { metal: 'copper' })],
  ['white', LINE, (s) => cable(s, { whiteUsedAsHot: undefined }), (s) => cable(s, { whiteUsedAsHot: 'no' })],
  ['free', LINE, (s) => end(s, { freeLength: undefined }), (s) => end(s, { freeLength: measured(inches(8)) })],
  ['inside', LINE, (s) => end(s, { sheathInside: measured(inches(1 / 8)) }), (s) => end(s, { sheathInside: measured(inches(1 / 2)) })],
  ['state', hallDevice, (s) => device(s, { condition: undefined }), (s) => device(s, { condition: 'sound' })],
  ['setback', HALL, (s) => box(s, { setback: measured(inches(1)) }), (s) => box(s, { setback: measured(0) })],
['clamps', HALL, (s) => box(s, { kind: 'other', volumeIn3: 30, clamps: undefined }), (s) => box(s, { kind: 'other', volumeIn3: 30, clamps: 'internal' })],
  ['screws', HALL, (s) => box(s, { hangsOn: 'left', screws: measured(inches(4)) }), (s) => box(s, { hangsOn: 'left', screws: measured(inches(1)) })],
]; // prettier-ignore

describe('a finding about two things', () => {
  it('asks for what it needs at either of them: a box behind the new one whose depth nobody knows', () => {
    const { site } = quinceStreet;
    const [hall, other] = [site.boxes.find((b) => b.id === HALL)!, site.boxes.find((b) => b.id === 'shed-box')!];
    const base = ledgerOf(jobIn(site))[0]!;
    const met = { ...base, rule: 'back-to-back' as const, verdict: 'can’t tell' as const, about: ['new', HALL], subject: `new-${HALL}` };
    expect([...askedFields([met], site, hall)]).toEqual([`${HALL}/depth`]);
    expect([...askedFields([met], site, other)]).toEqual([]);
    // settled, it asks for nothing
    expect(askedFields([{ ...met, verdict: 'ok' }], site, hall).size).toBe(0);
  });
});

describe('fields that the job in hand asks for', () => {
  it.each(CASES)('%s of %s: asked while it decides, and not once it was said', (field, id, without, with_) => {
    expect([...asked(without(quinceStreet.site))]).toContain(`${id}/${field}`);
    expect([...asked(with_(quinceStreet.site))]).not.toContain(`${id}/${field}`);
  });
  it('a box surveyed whole asks for few of them; one that no rule of the job looks at, for none', () => {
    const whole = CASES.reduce((site, [, , , said]) => said(site), quinceStreet.site);
    expect(asked(whole).size).toBeLessThan(5);
    const job = jobIn(quinceStreet.site);
    const far = job.found.boxes.find((b) => b.id === 'shed-box')!;
    expect(askedFields(ledgerOf(job), job.found, far)).toEqual(new Set());
  });
  it('every field belongs to one kind of thing, so that no form shows it twice', () => {
    const all = [...BOX_FIELDS, ...CABLE_FIELDS, ...DEVICE_FIELDS];
    expect(new Set(all).size).toBe(all.length);
  });
});

describe('what an edit of the survey brings', () => {
  it('new stops first, then what can’t be told any more; what stood there before is not told again', () => {
    const before = ledgerOf(jobIn(quinceStreet.site));
    const unground = {
      ...quinceStreet.site,
      cables: quinceStreet.site.cables.map((c) => (c.id === LINE ? { ...c, ground: 'none' as const } : c)),
    };
    const after = newlyOpen(before, ledgerOf(jobIn(unground)));
    expect([after[0]!.rule, after[0]!.verdict]).toEqual(['ground-present', 'stop']);
    expect(newlyOpen(before, before)).toEqual([]);
    const read = ledgerOf(jobIn(end(quinceStreet.site, { freeLength: measured(inches(8)) })));
    const unread = newlyOpen(read, ledgerOf(jobIn(end(quinceStreet.site, { freeLength: undefined }))));
    expect(unread.map((f) => [f.rule, f.verdict])).toEqual([['free-conductor', 'can’t tell']]);
    // answered again, nothing new is open
    expect(newlyOpen(ledgerOf(jobIn(unground)), before).filter((f) => f.verdict === 'stop')).toEqual([]);
  });
});

describe('what ends a stop', () => {
  const judged = { verdict: 'stop' as const, code: 'collisions.intoStud', figures: {}, says: 'over a stud', sums: [], source: practice };
  const cure = remedy('aside', 'Move it aside', { op: 'drop-change', changeId: 'x' });
  it('is said where nothing can be pressed for it; a caution and a stop with a remedy ask for nothing', () => {
    const asks = (verdict: 'stop' | 'caution' | 'note', remedies: Remedy[] = []) =>
      finding('stud', 'b', 'Opening and studs', { ...judged, verdict }, remedies).ask;
    expect(asks('stop')).toBe('Move the box clear of the stud, under Box.');
    expect([asks('stop', [cure]), asks('caution'), asks('note')]).toEqual([undefined, undefined, undefined]);
  });
  it('what the judge itself asks goes before; one that is ok offers no cure', () => {
    expect(finding('stud', 'b', 't', { ...judged, ask: 'Measure it.' }).ask).toBe('Measure it.');
    expect(finding('stud', 'b', 't', { ...judged, verdict: 'ok' }, [cure]).remedies).toEqual([]);
  });
});
