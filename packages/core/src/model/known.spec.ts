/** Ids made of others: short ones are read as they are, long ones stay apart. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { openJobs, quinceStreet } from '../houses.testing.js';
import { workOf } from '../ledger/index.js';
import { ledgerOf } from '../ledger/meant.testing.js';
import { keptParts, routeDetail, searchRoutes, takeWay } from '../purpose/index.js';
import { stepsOf } from '../work/index.js';
import { Id, idOf, inHouse, plannedSite, wantOf, type Job, type JobInHouse } from './index.js';

describe('an id made of others', () => {
  it('is those with a dash between, as long as it fits', () => expect(idOf('shed', 'cable', 2)).toBe('shed-cable-2'));
  it('two that begin alike and are too long stay two, each an id', () => {
    const [a, b] = [idOf('n'.repeat(40), 'pigtail neutral'), idOf('n'.repeat(40), 'pigtail hot')];
    expect(a).not.toBe(b);
    expect([a, b].map((id) => Id.safeParse(id).success)).toEqual([true, true]);
  });
  it('always is an id, and the same again', () => {
    const part = fc.string({ minLength: 1, maxLength: 40 });
    fc.assert(
      fc.property(fc.array(part, { minLength: 1, maxLength: 4 }), (parts) => {
        expect(Id.safeParse(idOf(...parts)).success).toBe(true);
        expect(idOf(...parts)).toBe(idOf(...parts));
      }),
      { numRuns: 1000 },
    );
  });
});

describe.each([21, 40])('jobs whose id has %i letters', (letters) => {
  it.each(openJobs.map((j) => [j.name, j] as const))('%s: all it brings is told apart, judged and worked', (_, wanted) => {
    const id = `${wanted.id}-`.padEnd(letters, 'x').slice(0, letters);
    const open: Job = { ...wanted, id };
    const want = wantOf(open)!;
    const [option] = searchRoutes(quinceStreet, want).found.options;
    const detail = routeDetail(quinceStreet, want, option!);
    const job = takeWay(inHouse(open, quinceStreet), keptParts(quinceStreet.site, want, option!, detail)).job as JobInHouse;
    const site = plannedSite(job);
    for (const list of [site.boxes, site.cables, site.devices, site.loads, site.lamps ?? []])
      expect(new Set(list.map((x) => x.id)).size).toBe(list.length);
    expect([ledgerOf(job).length > 5, stepsOf(job).length > 5, workOf(job).boxes.length > 0]).toEqual([true, true, true]);
  });
});
