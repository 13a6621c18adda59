/** Holes as drawings: what is left to each side, by the handbook's own figures; a depth nobody measured is none. */
import { beforeAll, describe, expect, it } from 'vitest';
import { openJobs, quinceStreet } from '../houses.testing.js';
import { workOf, type Work, type WorkRun } from '../ledger/index.js';
import { inches } from '../measure/index.js';
import { assumed, inHouse, measured, wantOf, type House, type JobInHouse, type MeasuredLength } from '../model/index.js';
import { keptParts, routeDetail, searchRoutes, takeWay } from '../purpose/index.js';
import type { Hole as Bored } from '../route/index.js';
import { holeCards, stepsOf, type HoleCard, type Step } from './index.js';

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

describe('which step has which, and how deep the member is', () => {
  const hole = (member: Bored['member'], part: Partial<Bored> = {}): Bored => ({
    ...{ id: member, member, where: 'there', count: 1, sizeMm: inches(1), judged: undefined, plate: false, bushing: false, seal: false },
    at: { x: 0, y: 0 },
    ...part,
  });
  const traced = (...holes: Bored[]) => ({ traced: { holes } }) as unknown as WorkRun;
  const box = (role: string) => ({ role }) as unknown as Work['boxes'][number];
  /** Two new boxes of which each has a way, one that is there, and lamps; a den over a basement of joists 9 1/4 in deep, under an attic of 7 1/4. */
  const work = (depths: { below?: MeasuredLength; above?: MeasuredLength } = {}): Work => {
    const [first, second] = [box('new'), box('new')];
    const joists = (depth: MeasuredLength | undefined) => (depth ? { depth } : {});
    return {
      boxes: [box('source'), first, second],
      runs: [
        { ...traced(hole('stud', { onWall: { wallId: 'n', u: 0, z: 0 } }), hole('wall')), to: first },
        { ...traced(hole('joist', { joists: { roomId: 'den', over: false }, count: 3, plate: true })), to: second },
        { to: second },
      ],
      lampRuns: [traced(hole('joist', { joists: { roomId: 'den', over: true } })), {}, traced(hole('wall'))],
      planned: {
        rooms: [{ id: 'den', joistsBelow: joists(depths.below), joistsAbove: joists(depths.above) }],
        walls: [{ id: 'n', framing: { studDepth: measured(inches(3.5)) } }],
      },
    } as unknown as Work;
  };
  const of = (w: Work, id: string) => holeCards(w, { id } as Step).map((c) => [c.number, c.member, c.count, c.deepMm, c.leftMm, c.plate, c.bushing, c.seal]); // prettier-ignore
  it('each way’s own step has its holes, the one out through a wall is another’s; the lamps have theirs, all of them', () => {
    // 3 1/2 in less 1, halved: 1 1/4 in
    expect(of(work(), 'bore-way')).toEqual([[1, 'stud', 1, inches(3.5), expect.closeTo(inches(1.25)), false, false, false]]);
    expect(of(work({ below: measured(inches(9.25)) }), 'bore-way-2')).toEqual([[1, 'joist', 3, inches(9.25), expect.closeTo(inches(4.125)), true, false, false]]); // prettier-ignore
    expect(of(work(), 'lamp-bore').map((c) => [c[0], c[1]])).toEqual([[1, 'joist'], [2, 'wall']]); // prettier-ignore
    expect(of(work(), 'fish')).toEqual([]);
  });
  it('joists over a room are not those under it; measured by name they have figures, assumed ones none', () => {
    const deep = (depths: Parameters<typeof work>[0], id: string) => of(work(depths), id)[0]![3];
    const both = { below: measured(inches(9.25)), above: measured(inches(7.25)) };
    expect([deep(both, 'bore-way-2'), deep(both, 'lamp-bore')]).toEqual([inches(9.25), inches(7.25)]);
    expect([deep({ above: both.above }, 'bore-way-2'), deep({ below: assumed(inches(9.25)) }, 'bore-way-2')]).toEqual([undefined, undefined]); // prettier-ignore
  });
});
