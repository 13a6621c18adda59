/** One box, judged by the ledger and by the bench that is drawn of it: the same rule, the same answer. */
import { describe, expect, it } from 'vitest';
import { switchOn } from '../../circuit/index.js';
import { inches } from '../../measure/index.js';
import type { JobInHouse, Verdict } from '../../model/index.js';
import { benchFindings } from '../../wiring/index.js';
import { ledgerOf } from '../meant.testing.js';
import { plannedBench } from '../workBox.js';
import { workOf } from '../work.js';
import { outletJob } from './asDocument.js';
import { HAZARDS } from './hazards.js';
import { LIMITS } from './limits.js';
import { SOUND } from './sound.js';
import { UNMEASURED } from './unmeasured.js';

const JOBS = [
  ...HAZARDS,
  ...LIMITS.flatMap((l) => [l.beyond, l.within].map(([tells, facts]) => ({ tells, facts }))),
  ...SOUND,
  ...UNMEASURED,
].flatMap(({ tells, facts }) => ('outlet' in facts ? [{ tells, job: outletJob(facts.outlet) }] : []));

/** What each of the two says of the fill of each box: needed in³, of how many, and the verdict. */
function fills(job: JobInHouse) {
  const bench = plannedBench(workOf(job));
  const of = (list: { rule: string; about: readonly string[]; verdict: Verdict; sums: { result: { value: number }; limit?: { value: number } | undefined }[] }[]) =>
    new Map(list.filter((f) => f.rule === 'box-fill').map((f) => [f.about[0]!, [f.sums[0]?.result.value, f.sums[0]?.limit?.value, f.verdict] as const]));
  return { ledger: of(ledgerOf(job)), bench: of(benchFindings(switchOn(bench), bench, job.edition)) };
} // prettier-ignore

describe('ledger and bench of one job', () => {
  it('count the same conductors against the same volume in every case', () => {
    const apart: string[] = [];
    let compared = 0;
    for (const { tells, job } of JOBS) {
      const { ledger, bench } = fills(job);
      for (const [id, onBench] of bench) {
        const inLedger = ledger.get(id);
        if (!inLedger || onBench[2] === 'can’t tell' || inLedger[2] === 'can’t tell') continue;
        compared += 1;
        if (Math.abs((onBench[0] ?? 0) - (inLedger[0] ?? 0)) > 1e-9 || onBench[1] !== inLedger[1] || onBench[2] !== inLedger[2])
          apart.push(`${tells}, ${id}: bench ${onBench.join(' ')}, ledger ${inLedger.join(' ')}`);
      }
    }
    expect(compared).toBeGreaterThan(200);
    expect(apart).toEqual([]);
  });
});
describe('free ends', () => {
  it('are told alike for every old cable in every case: six inches, and three out of the box', () => {
    const apart: string[] = [];
    let [compared, softened] = [0, 0];
    for (const { tells, job } of JOBS) {
      const bench = plannedBench(workOf(job));
      const on = new Map(benchFindings(switchOn(bench), bench, job.edition).filter((f) => f.rule === 'free-conductor').map((f) => [f.about.join('/'), f])); // prettier-ignore
      for (const f of ledgerOf(job).filter((x) => x.rule === 'free-conductor')) {
        const other = on.get(f.about.join('/'));
        if (!other || !workOf(job).found.cables.some((c) => c.id === f.about[1])) continue;
        compared += 1;
        // what the plan's splice lengthens is short on the bench all the same; the ledger, which knows the plan, says who has to be asked
        const lengthened = other.verdict === 'stop' && f.verdict === 'caution' && job.schools.device === 'pigtail';
        softened += Number(lengthened);
        if (other.verdict !== f.verdict && !lengthened)
          apart.push(`${tells}: bench ${other.verdict} ${other.says}, ledger ${f.verdict} ${f.says}`);
      }
    }
    expect(compared).toBeGreaterThan(200);
    // one case is such, no more
    expect(softened).toBe(1);
    expect(apart).toEqual([]);
  });
});
describe('on the bench of a job', () => {
  const job = outletJob({});
  const bench = plannedBench(workOf(job));
  const [box] = bench.boxes;
  const judged = (part: Partial<(typeof bench.boxes)[number]>, freeMm = inches(8)) => {
    const changed = {
      ...bench,
      boxes: bench.boxes.map((b) => (b.id === box!.id ? { ...b, ...part } : b)),
      cables: bench.cables.map((c) => ({ ...c, freeMm: [freeMm, freeMm] as [number, number] })),
      unmeasured: (bench.unmeasured ?? []).filter((u) => u.what !== 'free'),
    };
    return benchFindings(switchOn(changed), changed, 'US-2020').filter((f) => f.about.includes(box!.id));
  };
  it('a support fitting counts as one conductor of the largest gauge (314.16(B)(3); memory)', () => {
    const needed = (part: Partial<(typeof bench.boxes)[number]>) => judged(part).find((f) => f.rule === 'box-fill')!.sums[0]!.result.value;
    // 12 and 14 AWG: 2.25 and 2.00 in³ (Table 314.16(B); memory)
    const largest = Math.min(...bench.cables.filter((c) => c.ends.includes(box!.id)).map((c) => c.gauge));
    expect(needed({ supportFittings: 1 }) - needed({})).toBeCloseTo(largest === 12 ? 2.25 : 2, 9);
  });
  it('6 in free are too short in a box 3 1/2 in deep: 3 in have to reach out of it (300.14; memory)', () => {
    const free = (depthIn: number, freeIn: number) =>
      judged({ depthMm: inches(depthIn), sheathMm: inches(0.25), openingMm: [inches(2.25), inches(3.75)] }, inches(freeIn)).filter((f) => f.rule === 'free-conductor').map((f) => f.verdict)[0]; // prettier-ignore
    // 3 1/2 less 1/4 of sheath is 3 1/4 to the front, and 3 more are 6 1/4
    expect(box!.sheathMm).toBe(inches(0.25));
    // one gang: higher than wide
    expect(box!.openingMm![0]).toBeLessThan(box!.openingMm![1]);
    expect([free(3.5, 6), free(3.5, 6.2), free(3.5, 6.25), free(3.25, 6)]).toEqual(['stop', 'stop', 'ok', 'ok']);
  });
});
