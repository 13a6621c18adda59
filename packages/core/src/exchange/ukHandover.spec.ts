/** Papers of a job by the UK book: what is handed over, what an inspector is given, labels, and the house file. On a small house of its own. */
import { describe, expect, it } from 'vitest';
import { dayIn } from '../measure/index.js';
import { alterationSteps } from '../alteration/index.js';
import { mm, sampleHouse, sampleJob } from '../alteration/sample.js';
import { closeJob } from '../closing/index.js';
import { bareJob, checkHouse, laidIn, type Final, type House, type Job, type JobInBook } from '../model/index.js';
import { houseFile } from '../record/index.js';
import { handoverSheet, inspectionSheet, labelsOf, type SheetBlock } from './index.js';

const NOW = '2026-11-27T09:00:00.000Z';
const utc = dayIn('UTC');
const place = { wallId: 'parlour-w1', face: 'A' as const, fromLeft: mm(2800), bottom: mm(457) };
const job = (kind: Parameters<typeof sampleJob>[1], part: Parameters<typeof sampleJob>[2] = {}, house = sampleHouse()) =>
  sampleJob(house, kind, { outlet: { name: 'New', kind: 'twin' }, place, ...part });
const read = (volts: number) => ({ volts, at: NOW, where: 'there' });
const proof = {
  of: 'ring',
  testerBefore: read(230),
  hotNeutral: read(0.2),
  hotGround: read(0.1),
  neutralGround: read(0),
  testerAfter: read(230),
};
function under(blocks: readonly SheetBlock[], heading: string): string[] {
  const next = blocks[blocks.findIndex((b) => b.kind === 'heading' && b.text === heading) + 1];
  return next?.kind === 'list'
    ? next.items
    : next?.kind === 'table'
      ? next.rows.map((r) => r.join(' | '))
      : next?.kind === 'text'
        ? [next.text]
        : [];
}
const handed = (j: JobInBook, heading: string) => under(handoverSheet(j, [], [], NOW, utc).blocks, heading);

describe('handover', () => {
  it('the words are of the UK book: button of the 30 mA device every six months, minor works certificate', () => {
    const spur = job('spur');
    expect(handed(spur, 'What to test, and when')[0]).toMatch(/30 mA device: press its button every six months/);
    expect(handed(spur, 'Papers that go with it')[0]).toMatch(/^Minor electrical installation works certificate/);
    expect(handed(spur, 'Where junctions are')).toEqual(['Nothing of this job is joined beside the terminals of its accessories.']);
    expect(JSON.stringify(handoverSheet(spur, [], [], NOW, utc))).not.toMatch(/314\.|NEC|adopted local code|ground-fault|receptacle/);
  });
  it('a circuit of its own wants another certificate; where no 30 mA device stands none is pressed', () => {
    expect(handed(job('own radial', { outlet: { name: 'Heater', kind: 'fused unit' } }), 'Papers that go with it')).toHaveLength(2);
    const house = sampleHouse();
    const bare: House = { ...house, site: { ...house.site, finals: house.site.finals!.map((f) => ({ ...f, residual: false })) } };
    expect(handed(job('spur', {}, bare), 'What to test, and when').join()).not.toMatch(/30 mA/);
    const unseen: House = { ...house, site: { ...house.site, finals: house.site.finals!.map(({ residual: _, ...f }) => f) } };
    expect(handed(job('spur', {}, unseen), 'What to test, and when')[0]).toMatch(/^Whether a 30 mA device stands ahead was not looked at/);
  });
  it('joints: of a moved socket in its old box, of a ring taken on behind the face it was opened at', () => {
    const moved = job('move', {
      outlet: { name: 'First', kind: 'single' },
      place: { ...place, fromLeft: mm(1000), bottom: mm(1057) },
      cablesReach: false,
    });
    expect(handed(moved, 'Where junctions are')).toEqual([
      expect.stringMatching(/^First, old box, joint 1, Parlour, Parlour, wall 1: under a blank plate/),
      expect.stringMatching(/joint 2/),
    ]);
    expect(handed(job('into ring'), 'Where junctions are')).toEqual([expect.stringMatching(/^First, Parlour, .*behind its face/)]);
  });
  it('a joint that was there before is not of this job; one that nobody placed says so; what detects arcs is pressed too', () => {
    const house = sampleHouse();
    const finals = (change: (f: Final) => Final): House => ({ ...house, site: { ...house.site, finals: house.site.finals!.map(change) } });
    const joint = { id: 'old-joint', name: 'Old joint', kind: 'joint' as const };
    const there = finals((f) => ({ ...f, points: [...f.points, joint], runs: f.runs.map((r) => (r.id === 'r4' ? { ...r, ends: ['c', 'old-joint'] } : r)).concat([{ ...f.runs[3]!, id: 'r5', ends: ['old-joint', 'board'] }]) as Final['runs'] })); // prettier-ignore
    expect(handed(job('spur', {}, there), 'Where junctions are')).toEqual(['Nothing of this job is joined beside the terminals of its accessories.']); // prettier-ignore
    const unplaced = finals((f) => ({ ...f, points: f.points.map(({ boxId: _, ...p }) => p) }));
    expect(handed(job('into ring', {}, unplaced), 'Where junctions are')).toEqual([expect.stringMatching(/^First, place not said: behind its face/)]); // prettier-ignore
    const tests = (h: House) => handed(job('spur', {}, h), 'What to test, and when').filter((t) => /arc-fault/.test(t));
    expect([tests(house), tests(finals((f) => ({ ...f, arcFault: true })))]).toEqual([[], [expect.stringMatching(/every six months too/)]]);
    const circuit = (h: House) => handoverSheet(job('spur', {}, h), [], [], NOW, utc).subtitle.split(' · ')[1];
    expect([circuit(house), circuit(finals(({ ratingA: _, ...f }) => f)), circuit(finals(({ curve: _, ...f }) => f))]).toEqual(['way 1, Ring, B32 A', 'way 1, Ring', 'way 1, Ring, 32 A']); // prettier-ignore
  });
  it('red and black beside brown and blue: the notice goes with it', () => {
    const house = sampleHouse();
    const old: House = {
      ...house,
      site: {
        ...house.site,
        finals: house.site.finals!.map((f) => ({ ...f, runs: f.runs.map((r) => ({ ...r, cores: 'red and black' as const })) })),
      },
    };
    expect(handed(job('spur', {}, old), 'Papers that go with it').join()).toMatch(/two colours/);
    expect(handed(job('spur'), 'Papers that go with it').join()).not.toMatch(/two colours/);
  });
  it('what the proof of dead read, in that trade’s words', () => {
    const j = job('spur');
    const lines = handed({ ...j, work: { ...j.work, proofs: [proof] } }, 'Proof of dead while it was worked at');
    expect(lines[0]).toMatch(/circuit 1: .*line to neutral.* 0\.2 V.*line to earth.* 0\.1 V/);
  });
  it('an inspector gets every finding with its sum; the same verdicts are counted', () => {
    const sheet = inspectionSheet(job('spur'), NOW, utc);
    expect(sheet.subtitle).toMatch(/way 1, Ring, B32 A · rules BS 7671/);
    expect(sheet.blocks.some((b) => b.kind === 'text' && /ok, \d+ caution/.test(b.text))).toBe(true);
  });
});

describe('labels', () => {
  it('the unit, each way, each placed point; old and new colours in one house get a notice', () => {
    const house = sampleHouse();
    expect(labelsOf(house).map((l) => [l.kind, l.head])).toEqual([
      ['panel', 'Consumer unit'],
      ['breaker', '1 · B32 A'],
      ['box', 'Behind'],
      ['box', 'First'],
    ]);
    expect(labelsOf(house, 'breakers')[1]!.lines).toEqual(['Ring', 'ring, 30 mA', 'Parlour, Back room']);
    expect(labelsOf(house, 'boxes').map((l) => l.path)).toEqual(['/houses/small/walls/parlour-w1/B', '/houses/small/walls/parlour-w1/A']);
    const [f] = house.site.finals!;
    const with_ = (residual: boolean | undefined) => {
      const { residual: _, ...rest } = f!;
      return labelsOf(
        { ...house, site: { ...house.site, finals: [residual === undefined ? rest : { ...rest, residual }] } },
        'breakers',
      )[1]!.lines[1];
    };
    expect([with_(true), with_(false), with_(undefined)]).toEqual(['ring, 30 mA', 'ring, no 30 mA', 'ring, 30 mA not looked for']);
    expect(labelsOf(house, 'boxes').map((l) => l.lines)).toEqual([
      ['way 1, B32 A, ring', 'Back room', 'single'],
      ['way 1, B32 A, ring', 'Parlour', 'single'],
    ]);
    const joint: House = {
      ...house,
      site: { ...house.site, finals: [{ ...f!, points: f!.points.map((p) => ({ ...p, kind: 'joint' })) }] },
    };
    expect(labelsOf(joint, 'boxes')[0]!.lines[2]).toBe('joint, stays in reach');
    const mixed: House = {
      ...house,
      site: { ...house.site, finals: [{ ...f!, runs: f!.runs.map((r, i) => (i ? r : { ...r, cores: 'red and black' })) }] },
    };
    expect(labelsOf(mixed).map((l) => l.head)).toContain('Two colours');
  });
});

describe('house file', () => {
  const closed = (): { house: House; jobs: Job[] } => {
    const house = sampleHouse();
    const spur = job('spur', { way: 'across' }, house);
    const ticks = alterationSteps(spur).map((s) => ({ step: s.id, at: NOW }));
    const done = { ...spur, work: { ...spur.work, ticks, proofs: [proof] } };
const made = closeJob(bareJob(done), house, [bareJob(done)], NOW, true);
    if (!made.ok) throw new Error(JSON.stringify(made));
    return { house: made.house, jobs: [made.job] };
  };
  const facts = (house: House, id: string, jobs: Job[] = []) => houseFile(house, jobs, [], [], utc).entries.find((e) => e.id === id)?.facts.map((f) => (f.how ? `${f.says} (${f.how})` : f.says));
  it('circuit, cables, boxes; what nobody read is said', () => {
    const house = sampleHouse();
    expect(facts(house, 'ring')).toEqual(['ring', 'B32 A', 'behind a 30 mA device', 'arc-fault detection not looked for (not known)', '3 points: First, Second, Behind', 'never tested, or not noted (not known)']);
    expect(facts(house, 'ring/r1')).toEqual(['2.5/1.5 mm² twin-and-earth', 'brown and blue', 'length 15 m']);
    expect(facts(house, 'first')).toEqual(['metal box 35 mm, single', 'bottom above the floor 457 mm', 'depth 35 mm (by its kind)', 'First: single, on 1 Ring', 'earth lead to the box']);
    expect(facts(house, 'consumer-unit')).toEqual(['earthing TN-C-S', 'Ze 0.2 Ω', 'fault current at the origin not read (not known)', '80 A fuse of the supply']);
  });
  it('where the unit is, once somebody said so', () => {
    const house = sampleHouse();
    const at = (h: House) => houseFile(h, [], [], [], utc).entries.find((e) => e.id === 'consumer-unit')!.where;
    expect([at(house), at({ ...house, incoming: { ...house.incoming, boxId: 'behind' } })]).toEqual(['place not said', 'Parlour, wall 1']);
  });
  it('after a job is closed its cable is closed in: which wall, how long, by which job', () => {
    const { house, jobs } = closed();
    expect(checkHouse(house).ok).toBe(true);
    const hidden = houseFile(house, jobs, [], [], utc).entries.filter((e) => e.kind === 'hidden');
    expect(hidden.map((e) => [e.title, e.where, e.facts[0]!.says])).toEqual([['cable to New: across, in a chase', 'Parlour, wall 1', '1800 mm']]);
    // one that is not part of the house, or was taken out of it again, is in no wall
    expect(houseFile(sampleHouse(), [job('spur', { way: 'across' })].map(bareJob), [], [], utc).entries.filter((e) => e.kind === 'hidden')).toEqual([]);
    const gone: House = { ...house, site: { ...house.site, finals: sampleHouse().site.finals! } };
    expect(houseFile(gone, jobs, [], [], utc).entries.filter((e) => e.kind === 'hidden')).toEqual([]);
    expect(laidIn(bareJob(jobs[0]!), house, jobs).closed).toBeTruthy();
  });
}); // prettier-ignore
