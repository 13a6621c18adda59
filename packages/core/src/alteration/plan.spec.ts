/** What the answers of a job come to: boxes, points, runs. Each kind of work by the UK way, on the small house of 60 m of ring. */
import { describe, expect, it } from 'vitest';
import { checkJobIn, planOf, type House, type JobInBook } from '../model/index.js';
import { shapeOf } from '../finals/index.js';
import { growths, mustReadAt, plannedOf, planChanges, subjectOf } from './index.js';
import { mm, runId, sampleHouse, sampleJob } from './sample.js';

const place = { wallId: 'parlour-w1', face: 'A' as const, fromLeft: mm(2800), bottom: mm(457) };
const outlet = { name: 'New', kind: 'twin' as const };
const final = (job: JobInBook) => plannedOf(job).final!;
const fits = (house: House, job: JobInBook) => {
  const { edition: _e, unit: _u, built: _b, houseName: _h, found: _f, others: _o, incoming: _i, ...bare } = job;
  return checkJobIn(bare, house, []);
};

describe('a spur', () => {
  const house = sampleHouse();
  const job = sampleJob(house, 'spur', { outlet, place });
  it('one point, one run as long as its way is reckoned, marked as taken; the ring stays as it was', () => {
    expect(fits(house, job)).toMatchObject({ ok: true });
    const run = final(job).runs.find((r) => r.id === runId(1))!;
    expect(run).toMatchObject({ ends: ['a', 'job-point'], size: '2.5/1.5', length: { mm: 2190, known: 'assumed' } });
    expect(shapeOf(final(job)).ring!.runs.map((r) => r.id)).toEqual(['r1', 'r2', 'r3', 'r4']);
    expect(shapeOf(final(job)).spurs.map((s) => [s.from, s.points.map((p) => p.name)])).toEqual([['a', ['New']]]);
  });
  it('as measured with a string it is that long, and known', () => {
    const measuredJob = sampleJob(house, 'spur', { outlet, place, cable: mm(3400) });
    expect(final(measuredJob).runs.find((r) => r.id === runId(1))!.length).toEqual(mm(3400));
  });
  it('R1+R2 at its end: by hand x = 15 of 60 m. (x·r1 + (1−x)·r2)·((1−x)·r1 + x·r2)/(r1+r2), and 3.4 m at 19.51 mΩ/m more', () => {
    const measuredJob = sampleJob(house, 'spur', { outlet, place, cable: mm(3400) });
    const [r1, r2, x] = [0.00741 * 60, 0.0121 * 60, 0.25];
    const ring = ((x * r1 + (1 - x) * r2) * ((1 - x) * r1 + x * r2)) / (r1 + r2);
    expect(mustReadAt(measuredJob, plannedOf(measuredJob)).r1r2).toBeCloseTo(ring + 3.4 * 0.01951, 4);
  });
  it('in masonry a metal box with its earth lead, in studs a lined one without', () => {
    const made = (h: House) => final(sampleJob(h, 'spur', { outlet, place })).points.at(-1)!;
    expect(made(house)).toMatchObject({ metalBox: true, earthLead: true, boxId: 'job-box' });
    expect(made(sampleHouse({ material: 'wood', deep: 75, skin: 12.5 }))).toMatchObject({ metalBox: false });
    expect(plannedOf(job).site.boxes.find((b) => b.id === 'job-box')!.kind).toBe('back-metal-35-2g');
  });
});

describe('taken into the ring', () => {
  const house = sampleHouse();
  const job = sampleJob(house, 'into ring', { outlet, place, cable: mm(3000) });
  it('the run behind the point goes, two come: there, and back to where the old cable is joined', () => {
    expect(fits(house, job)).toMatchObject({ ok: true });
    const { ring, spurs, problems } = shapeOf(final(job));
    expect([ring!.points.map((p) => p.name), spurs, problems]).toEqual([['First', 'New', 'Second', 'Behind'], [], []]);
    expect(final(job).runs.map((r) => [r.id, r.length!.mm])).toEqual([['r1', 15_000], ['r3', 15_000], ['r4', 15_000], [runId(1), 3000], [runId(2), 18_000]]); // prettier-ignore
  });
  it('between the board and the point when that run is chosen; a ring reads the same from either end', () => {
    const other = sampleJob(house, 'into ring', { outlet, place, cable: mm(3000), runId: 'r1' });
    expect(shapeOf(final(other)).ring!.points.map((p) => p.name)).toEqual(['Behind', 'Second', 'First', 'New']);
  });
});

describe('single to twin', () => {
  it('a stud at 1200 ends at 1181: from 1000 a twin of 133 reaches 1096.5 to the right, 1066.5 to both sides', () => {
    const house = sampleHouse({ material: 'wood', deep: 75, skin: 12.5 });
    const job = sampleJob(house, 'enlarge');
    const all = growths(job, subjectOf(job)!.from!);
    const centres = Object.fromEntries(all.map((g) => [g.grows, Math.round(g.box.place.distance.mm * 10) / 10]));
    expect(centres).toEqual({ left: 970, right: 1030, both: 1000 });
    expect(all.map((g) => g.verdict)).toEqual(['ok', 'ok', 'ok']);
    expect(fits(house, job)).toMatchObject({ ok: true });
    expect(plannedOf(job).spot!.box).toMatchObject({ id: 'first', kind: 'back-lined-35-2g', gangs: 2 });
    expect(plannedOf(job).point!.kind).toBe('twin');
  });
  it('where a stud stands in the way of one side, the other is taken; seen from behind sides are mirrored', () => {
    const plain = sampleHouse({ material: 'wood', deep: 75, skin: 12.5 });
    // studs at 270, 670, 1070: the cut to the right would reach 1097
    const house: House = { ...plain, site: { ...plain.site, walls: plain.site.walls.map((w) => ({ ...w, framing: { ...w.framing, knownStud: { ...mm(1070), known: 'seen' as const } } })) } }; // prettier-ignore
    const job = sampleJob(house, 'enlarge');
    const verdicts = (j: JobInBook) => Object.fromEntries(growths(j, subjectOf(j)!.from!).map((g) => [g.grows, g.verdict]));
    expect(verdicts(job)).toMatchObject({ left: 'ok', right: 'stop' });
    expect(plannedOf(job).spot!.rect.centre).toBeCloseTo(970, 6);
    // the box behind stands at 1000 in the front’s sense too: what is right from there is left here
    const behind = sampleJob(house, 'enlarge', {}, 'c');
    expect(verdicts(behind)).toMatchObject({ left: 'stop', right: 'ok' });
  });
});

describe('moved', () => {
  const house = sampleHouse();
  const up = { outlet: { name: 'First', kind: 'single' as const }, place: { wallId: 'parlour-w1', face: 'A' as const, fromLeft: mm(1000), bottom: mm(1057) } }; // prettier-ignore
  it('cables that reach: the box goes there, the circuit stays', () => {
    const job = sampleJob(house, 'move', { ...up, cablesReach: true });
    expect(fits(house, job)).toMatchObject({ ok: true });
    expect(plannedOf(job).site.boxes.map((b) => b.id)).toEqual(['first', 'behind']);
    expect(plannedOf(job).spot!.z).toBeCloseTo(1057 + 36.5, 6);
    expect(final(job).runs.map((r) => r.id)).toEqual(['r1', 'r2', 'r3', 'r4']);
  });
  it('cables that don’t: the old box stays as two joints, a new cable for each leg, and the ring is one ring', () => {
    const job = sampleJob(house, 'move', { ...up, cable: mm(900) });
    expect(fits(house, job)).toMatchObject({ ok: true });
    const { ring, problems } = shapeOf(final(job));
    expect(problems).toEqual([]);
    expect(ring!.points.map((p) => p.kind)).toEqual(['joint', 'single', 'joint', 'twin', 'single']);
    expect(final(job).runs.filter((r) => r.id.startsWith('job-run')).map((r) => r.length!.mm)).toEqual([900, 900]); // prettier-ignore
  });
});

describe('a circuit of its own', () => {
  it('the next way, 20 A on 2.5/1.5; 32 A asks for 4/1.5', () => {
    const house = sampleHouse();
    const heater = { outlet: { name: 'Heater', kind: 'fused unit' as const, watts: 2000, fuseA: 13 as const }, cable: mm(24_000), place };
    const made = (own: object) => final(sampleJob(house, 'own radial', { ...heater, own }));
    expect(made({})).toMatchObject({
      number: '2',
      shape: 'radial',
      ratingA: 20,
      curve: 'B',
      runs: [{ size: '2.5/1.5', length: mm(24_000) }],
    });
    expect(made({ ratingA: 32 })).toMatchObject({ ratingA: 32, runs: [{ size: '4/1.5' }] });
    expect(made({}).residual).toBeUndefined();
    expect(fits(house, sampleJob(house, 'own radial', heater))).toMatchObject({ ok: true });
  });
});

describe('a house that was altered since', () => {
  it('a run that is gone, a point that is gone: said, and nothing of the rest is lost', () => {
    const house = sampleHouse();
    const job = sampleJob(house, 'into ring', { outlet, place, cable: mm(3000) });
    const since = {
      ...job,
      found: { ...job.found, finals: job.found.finals!.map((f) => ({ ...f, runs: f.runs.filter((r) => r.id !== 'r2') })) },
    };
    expect(planOf(since).unfit.map((u) => u.why)).toEqual(['there is no run with the id r2 any more']);
    expect(planOf(since).planned.boxes.map((b) => b.id)).toContain('job-box');
  });
  it('nothing said, nothing planned', () => {
    expect(planChanges(sampleJob(sampleHouse(), 'spur', { finalId: undefined, pointId: undefined }))).toEqual([]);
  });
});
