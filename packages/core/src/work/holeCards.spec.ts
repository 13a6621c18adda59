/** Holes as drawings: what is left to each side, by the handbook's own figures; a depth nobody measured is none. */
import { beforeAll, describe, expect, it } from 'vitest';
import { openJobs, quinceStreet } from '../houses.testing.js';
import { workOf } from '../ledger/index.js';
import { inches } from '../measure/index.js';
import { assumed, inHouse, wantOf, type House, type JobInHouse } from '../model/index.js';
import { keptParts, routeDetail, searchRoutes, takeWay } from '../purpose/index.js';
import { holeCards, stepsOf, type HoleCard } from './index.js';

const kiln = openJobs.find((j) => j.id === 'kiln-corner')!;
/** Its first way, through the basement’s joists and two plates. */
function taken(house: House): JobInHouse {
  const want = wantOf(kiln)!;
  const { found } = searchRoutes(house, want);
  const option = found.options[0]!;
  const laid = inHouse(kiln, house);
  return { ...laid, changes: takeWay(laid, keptParts(house.site, want, option, routeDetail(house, want, option))).job.changes };
}
const cards = (job: JobInHouse): HoleCard[] => stepsOf(job).flatMap((s) => holeCards(workOf(job), s));

describe('the holes of a way', () => {
  let holes: HoleCard[];
  beforeAll(() => {
    holes = cards(taken(quinceStreet));
  });
  it('a 3/4 in hole in a plate of 3 1/2 in has 1 3/8 in to each side (handbook 22)', () => {
    const plate = holes.find((h) => h.member.includes('plate'))!;
    expect([plate.deepMm, plate.sizeMm]).toEqual([inches(3.5), inches(0.75)]);
    expect(plate.leftMm).toBeCloseTo(inches(1.375), 6);
    expect(plate.seal).toBe(true);
  });
  it('only steps that bore have them, numbered as their list is', () => {
    const job = taken(quinceStreet);
    const steps = stepsOf(job).filter((s) => holeCards(workOf(job), s).length);
    expect(steps.map((s) => s.id)).toEqual(['bore-way']);
    expect(holes.map((h) => h.number)).toEqual(holes.map((_, i) => i + 1));
  });
  it('a joist whose depth was only guessed is drawn without figures', () => {
    const guessed: House = {
      ...quinceStreet,
      site: {
        ...quinceStreet.site,
        rooms: quinceStreet.site.rooms.map((r) => (r.joistsBelow?.depth ? { ...r, joistsBelow: { ...r.joistsBelow, depth: assumed(r.joistsBelow.depth.mm) } } : r)),
      },
    }; // prettier-ignore
    const joist = holes.find((h) => h.member === 'joist')!;
    expect(joist.deepMm).toBeGreaterThan(0);
    const bored = cards(taken(guessed)).find((h) => h.member === 'joist');
    expect([bored?.deepMm, bored?.leftMm]).toEqual([undefined, undefined]);
  });
});
