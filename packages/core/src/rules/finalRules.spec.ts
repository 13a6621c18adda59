/** The UK rule index: every rule has a worked example that its own rule judged, a clause, and counts on a house. */
import { describe, expect, it } from 'vitest';
import { heldJobs, larchCottage, larchJobs, quinceStreet } from '../houses.testing.js';
import { alterationRuleIndex, finalRuleIndex, FINALS_NOT_CHECKED } from './index.js';

describe('rules of the UK book', () => {
  const [jobs, finals] = [alterationRuleIndex(larchCottage, larchJobs()), finalRuleIndex(larchCottage)];
  it('each has a worked example, and says where it stands', () => {
    expect([...jobs, ...finals].filter((r) => !r.example).map((r) => r.id)).toEqual([]);
    for (const r of [...jobs, ...finals]) expect(r.example!.rule).toBe(r.id);
    expect([...jobs, ...finals].filter((r) => r.where === '').map((r) => r.id)).toEqual([]);
  });
  it('limits are shown with their sum: chase, joists, drop, loop, legs', () => {
    const sums = (id: string) => [...jobs, ...finals].find((r) => r.id === id)!.example!.sums.length;
    for (const id of ['chase', 'boring', 'drop', 'loop', 'legs', 'lies', 'height', 'let-in']) expect(sums(id), id).toBeGreaterThan(0);
    // the joists of the example: how many, the size held to the depth, the place held to the span
    expect(sums('boring')).toBeGreaterThan(2);
  });
  it('counts only on the house that was asked for; in one by the other book nothing bore', () => {
    expect(jobs.find((r) => r.id === 'licensed')!.bore).toEqual({ caution: 1 });
    expect(jobs.find((r) => r.id === 'bathroom')!.bore).toEqual({});
    const bore = (...of: Parameters<typeof alterationRuleIndex>) => alterationRuleIndex(...of).filter((r) => Object.keys(r.bore).length > 0).length; // prettier-ignore
    expect(bore(larchCottage, larchJobs())).toBeGreaterThan(20);
    // no jobs, another’s jobs, a house by the other book
    expect([bore(larchCottage, []), bore(larchCottage, heldJobs), bore(quinceStreet, larchJobs()), bore(quinceStreet, heldJobs)]).toEqual([0, 0, 0, 0]); // prettier-ignore
    expect(finalRuleIndex(quinceStreet).every((r) => Object.keys(r.bore).length === 0)).toBe(true);
    // fewer circuits, fewer findings
    const more = finalRuleIndex({ ...larchCottage, site: { ...larchCottage.site, finals: larchCottage.site.finals!.slice(0, 1) } });
    const count = (lines: typeof finals) => lines.flatMap((l) => Object.values(l.bore)).reduce((a, n) => a + n, 0);
    expect(count(more)).toBeLessThan(count(finals));
  });
  it('and what nobody checks', () => expect(FINALS_NOT_CHECKED.length).toBeGreaterThan(3));
});
