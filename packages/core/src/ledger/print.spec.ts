/** A sum as it is read: every term, its factors, the line under it, the limit. */
import { describe, expect, it } from 'vitest';
import { boxFill, circuitLoad, term } from '../codebook/index.js';
import { plannedJobs } from '../houses.testing.js';
import { inches } from '../measure/index.js';
import type { Sum } from '../model/index.js';
import { sumLines } from './index.js';
import { ledgerOf } from './meant.testing.js';

describe('box fill written out (handbook 22: 4·2 + 1·2 + 2 + 2·2 = 16.0 in³)', () => {
  const judged = boxFill({
    edition: 'US-2020',
    conductors: [{ label: 'conductors from outside', gauge: 14, count: 4, kind: 'ends' }],
    grounds: [{ gauge: 14, count: 2 }],
    internalClamps: true,
    supportFittings: 0,
    yokes: [{ label: 'yoke 1', gauge: 14, gangs: 1 }],
    volumeIn3: 18,
  });
  const lines = judged.sums.flatMap((s) => sumLines(s, 'in'));
  it('has a line for each thing that takes room, its product, and the box as limit', () => {
    expect(lines.filter((l) => l.role === 'term').map((l) => l.value)).toEqual(['8.00 in³', '2.00 in³', '2.00 in³', '4.00 in³']);
    expect(lines[0]!.work).toContain('4 × 2.00');
    expect(lines.find((l) => l.role === 'result')!.value).toBe('16.00 in³');
    expect(lines.find((l) => l.role === 'limit')!.value).toBe('≤ 18.00 in³');
  });
});

describe('a load written out', () => {
  it('14 lamps of 60 W for hours: 840 W ÷ 120 V × 1.25 = 8.75 A of 15 A', () => {
    const judged = circuitLoad({
      edition: 'US-2020',
      breakerA: 15,
      volts: 120,
      loads: [{ name: 'lamps', watts: 840, continuous: true, fixed: false }],
      complete: true,
    });
    const text = judged.sums
      .flatMap((s) => sumLines(s, 'in'))
      .map((l) => `${l.label} ${l.work} ${l.value}`)
      .join('\n');
    expect(text).toMatch(/840 W ÷ 120 V/);
    expect(text).toMatch(/1\.25/);
    expect(text).toMatch(/8\.75 A/);
    expect(text).toMatch(/≤ 15(\.0+)? A/);
  });
});

describe('units', () => {
  const sum: Sum = {
    terms: [term('stud depth', inches(3.5), 'length'), term('less the hole', -inches(0.75), 'length')],
    formula: '÷ 2',
    result: term('wood each side', inches(1.375), 'length'),
    limit: { ...term('at least', inches(1.25), 'length'), relation: '≥' },
  };
  it('inches with fractions in one house, millimetres in the other; the sum is the same', () => {
    expect(sumLines(sum, 'in').map((l) => l.value)).toEqual(['3 1/2"', '-3/4"', '1 3/8"', '≥ 1 1/4"']);
    const mm = sumLines(sum, 'mm').map((l) => l.value);
    expect(mm.every((v) => v.endsWith('mm'))).toBe(true);
  });
  it('no sum of any sample job prints a figure that is not one', () => {
    for (const job of plannedJobs)
      for (const f of ledgerOf(job))
        for (const line of f.sums.flatMap((s) => sumLines(s, job.unit)))
          expect(`${line.label} ${line.work} ${line.value}`, f.title).not.toMatch(/NaN|undefined|Infinity|\[object/);
  });
});

describe('a sum holds together', () => {
  it('where a sum only adds, its terms make its result, in every sample job', () => {
    let held = 0;
    for (const job of plannedJobs)
      for (const f of ledgerOf(job))
        for (const s of f.sums) {
          if (s.formula || s.terms.length < 2 || s.terms.some((t) => t.unit !== s.result.unit)) continue;
          held++;
          expect(
            s.terms.reduce((a, t) => a + t.value, 0),
            `${job.name}: ${f.title}`,
          ).toBeCloseTo(s.result.value, 6);
        }
    expect(held).toBeGreaterThan(20);
  });
  it('a verdict of ok never stands beside a limit that is passed', () => {
    for (const job of plannedJobs)
      for (const f of ledgerOf(job).filter((x) => x.verdict === 'ok'))
        for (const s of f.sums) {
          if (!s.limit || s.limit.unit !== s.result.unit) continue;
          const { relation, value } = s.limit;
          const holds = relation === '≤' ? s.result.value <= value + 1e-6 : s.result.value >= value - 1e-6;
          expect(holds, `${job.name}: ${f.title}`).toBe(true);
        }
  });
});
