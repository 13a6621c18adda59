/**
 * A raceway with several outlets in the small house, whose wall is 120 in long: which outlet is reached from which, and that its track lies
 * once. In inches; boxes of the surface 4 3/4 in high, so that one wanted 41 1/8 in up has its middle at 43 1/2.
 */
import { describe, expect, it } from 'vitest';
import { inches, toInches } from '../measure/index.js';
import { EVEN_WEIGHTS, measured, type Fixture, type Want, type WantPlace } from '../model/index.js';
import { cheapestWay, framing, racewayPlan, USUAL_STOCK, type FrameEdge, type RacewayPlan } from '../route/index.js';
import { boxOn, placeOn, RATES, smallHouse } from '../route/smallHouse.testing.js';
import { racewayRun, type RacewayRun } from './racewayRun.js';

const at = (inch: number) => measured(inches(inch));
const inch = (mm: number) => Math.round(toInches(mm) * 100) / 100;
const high = (u: number): WantPlace => placeOn('n', u, { bottom: at(41.125) });
/** From a box 14 in up, its first way to the first of the places. */
function laid(box: number, places: WantPlace[], fixtures: Fixture[] = []): { run: RacewayRun; plan: RacewayPlan } {
  const site = smallHouse({ boxes: [boxOn('b', 'n', box)], walls: { n: { fixtures } } });
  const frame = framing(site, places, { rates: RATES, gauge: 12, dryingHours: 24, surfaceOnly: true });
  const want = { weights: EVEN_WEIGHTS, places, forbidden: [] } as unknown as Want;
  const nodes = [frame.boxes.get('b')!];
  const edges = cheapestWay(frame.graph, [{ node: nodes[0]!, cost: [0, 0, 0, 0, 0] }], frame.places[0]!, [1, 0, 0, 0, 0])!.edges.map((e): FrameEdge => frame.edges[e]!); // prettier-ignore
  for (const e of edges) nodes.push(e.from === nodes.at(-1) ? e.to : e.from);
  const run = racewayRun(frame, want, { nodes, edges });
  return { run, plan: racewayPlan(site, frame, run.runs, USUAL_STOCK, 12, 'in', 'US-2023') };
}
const of = ({ run }: ReturnType<typeof laid>) => [run.order, run.from];
const pieces = ({ plan }: ReturnType<typeof laid>, what: 'track' | 'cover') => plan.pieces.filter((p) => p.what === what).map((p) => Math.round(toInches(p.mm) * 10 - 1e-6) / 10); // prettier-ignore
const fitted = ({ plan }: ReturnType<typeof laid>) => plan.fittings.map((f) => `${f.count} ${f.what}: ${f.where}`);
const wires = ({ plan }: ReturnType<typeof laid>) => plan.fill.sums[0]!.result.value;

describe('in the line of the box that feeds it', () => {
  it('one outlet after the other', () => {
    const r = laid(24, [placeOn('n', 56), placeOn('n', 88)]);
    expect([...of(r), pieces(r, 'track'), wires(r)]).toEqual([[0, 1], [-1, 0], [60, 4], 3]); // prettier-ignore
  });
  it('what lies on the way is reached first, though it was wished for last', () => {
    const r = laid(24, [placeOn('n', 88), placeOn('n', 56)]);
    expect([...of(r), pieces(r, 'track'), pieces(r, 'cover'), wires(r)]).toEqual([[1, 0], [-1, 0], [60, 4], [29.6, 29.6], 3]); // prettier-ignore
    expect(fitted(r).filter((f) => f.includes('device box'))).toEqual(['1 device box: wall n, 56" from the left end', '1 device box: wall n, 88" from the left end']); // prettier-ignore
  });
  it('one to either side: the box feeds both, and both pieces of track are bought', () => {
    const r = laid(56, [placeOn('n', 24), placeOn('n', 88)]);
    expect([...of(r), pieces(r, 'track'), pieces(r, 'cover'), wires(r)]).toEqual([[0, 1], [-1, -1], [32, 32], [29.6, 29.6], 3]); // prettier-ignore
    expect(fitted(r)).toEqual([
      '1 base fitting over the existing box: wall n, 56" from the left end',
      '1 device box: wall n, 24" from the left end',
      '1 device box: wall n, 88" from the left end',
    ]);
    // 64 in of track, 8 in free at both ends of either, a foot to spare
    expect(inch(r.plan.conductorMm)).toBe(64 + 4 * 8 + 12);
  });
});

describe('up from the box, then to both sides', () => {
  // 403 to 1105 mm up: 27 5/8 in
  const up = (1105 - 403) / 25.4;
  it('a tee in place of the elbow; the upright track carries both, six wires; each is bought once', () => {
    const r = laid(56, [high(24), high(88)]);
    expect(of(r)).toEqual([[0, 1], [-1, -1]]); // prettier-ignore
    expect(fitted(r).filter((f) => !f.includes('box'))).toEqual(['1 flat tee: wall n, 56" from the left end']);
    // each leg 1 1/2 in short of the tee
    expect(pieces(r, 'track')).toEqual([up - 1.5, 30.5, 30.5].map((v) => expect.closeTo(v, 1)));
    expect(pieces(r, 'cover')).toEqual([up - 1.5 - 4.75 / 2 + 0.5, 30.5 - 2.875 / 2 + 0.5, 30.5 - 2.875 / 2 + 0.5].map((v) => expect.closeTo(v, 1))); // prettier-ignore
    expect(wires(r)).toBe(6);
    // both go up: the wires twice
    expect(inch(r.plan.conductorMm)).toBeCloseTo(2 * up + 64 + 4 * 8 + 12, 1);
    const again = r.plan.sums[1]!.terms.find((t) => /two ways share/.test(t.label))!;
    expect(inch(again.value)).toBeCloseTo(up, 1);
  });
  it('with one straight over it no tee: both go on from there', () => {
    const r = laid(56, [high(24), high(56), high(88)]);
    expect(of(r)).toEqual([[1, 0, 2], [-1, 0, 0]]); // prettier-ignore
    expect(fitted(r).filter((f) => !f.includes('box'))).toEqual([]);
    expect([pieces(r, 'track').map(Math.round), wires(r)]).toEqual([[28, 32, 32], 3]); // prettier-ignore
  });
});

describe('off a level leg', () => {
  it('one high up over the way to another: a tee where it goes up; the wires of the farther come through the nearer box', () => {
    const r = laid(24, [placeOn('n', 104), high(56)]);
    // up to the high one 32 and 27 5/8; on to the other from there 27 5/8 and 48, less than 80 from the first box
    expect(of(r)).toEqual([[1, 0], [-1, 0]]); // prettier-ignore
    expect(fitted(r).filter((f) => !f.includes('box'))).toEqual(['1 flat tee: wall n, 56" from the left end']);
    const up = (1105 - 403) / 25.4;
    expect(pieces(r, 'track')).toEqual([30.5, up - 1.5, 46.5].map((v) => expect.closeTo(v, 1)));
    expect(wires(r)).toBe(6);
  });
  it('off the middle of one that was laid through: track and cover are cut for the tee, 1 1/2 in to either side', () => {
    const r = laid(24, [placeOn('n', 40), placeOn('n', 104), placeOn('n', 72, { bottom: at(80) })]);
    expect(of(r)).toEqual([[0, 1, 2], [-1, 0, expect.any(Number)]]); // prettier-ignore
    expect(fitted(r).filter((f) => !f.includes('box'))).toEqual(['1 flat tee: wall n, 72" from the left end', '1 coupling: wall n, up at 77 3/8"']); // prettier-ignore
    // 24 to 70 1/2, 73 1/2 to 104, then 66 1/2 up less what the tee takes, in lengths of 60
    expect(pieces(r, 'track')).toEqual([46.5, 30.5, 60, 5].map((v) => expect.closeTo(v, 1)));
    // 24 to 40 between boxes; from there to the tee, from the tee to the last; up
    expect(pieces(r, 'cover')).toEqual([16 - 2.875 + 0.5, 30.5 - 1.4375 + 0.5, 30.5 - 1.4375 + 0.5, 60, 65 - 60 - 2.375 + 0.5].map((v) => expect.closeTo(v, 1))); // prettier-ignore
  });
});

describe('more than is worked out exactly, or by way of a point', () => {
  it('one by one: each from where the least new track leads to it, cut where others lie on the way', () => {
    const r = laid(
      56,
      [24, 32, 40, 48, 64, 72, 80, 88].map((u) => placeOn('n', u)),
    );
    // the way to the first passes three; the others go off the other side of the box
    expect(of(r)).toEqual([[3, 2, 1, 0, 4, 5, 6, 7], [-1, 0, 1, 2, -1, 4, 5, 6]]); // prettier-ignore
    expect([pieces(r, 'track'), wires(r)]).toEqual([[32, 32], 3]);
    expect(fitted(r).filter((f) => !f.includes('box'))).toEqual([]);
  });
  it('wished for in any order: the least new track first, so that each hangs on the one before it', () => {
    const r = laid(
      56,
      [64, 24, 88, 40, 72, 32, 80, 48].map((u) => placeOn('n', u)),
    );
    // 8 in from one to the next; to the right until that ends, as those were wished for before 48
    expect(of(r)).toEqual([[0, 4, 6, 2, 7, 3, 5, 1], [-1, 0, 1, 2, -1, 4, 5, 6]]); // prettier-ignore
    expect(pieces(r, 'track')).toEqual([32, 32]);
  });
});

it('an outlet in another room, to which no track leads, stands at the end without a way; the others have theirs', () => {
  const r = laid(24, [placeOn('n', 56), placeOn('n2', 60), placeOn('n', 88)]);
  expect(of(r)).toEqual([[0, 2, 1], [-1, 0, 1]]); // prettier-ignore
  expect([r.run.runs.length, pieces(r, 'track')]).toEqual([2, [60, 4]]);
});
it('not through another box that hangs on the wall', () => {
  // a box of the house between the two has a base of its own in the graph, which is no way through and costs nothing
  const site = smallHouse({ boxes: [boxOn('b', 'n', 24), boxOn('c', 'n', 40)] });
  const places = [placeOn('n', 56), placeOn('n', 88)];
  const frame = framing(site, places, { rates: RATES, gauge: 12, dryingHours: 24, surfaceOnly: true });
  const feed = frame.boxes.get('b')!;
  const option = { nodes: [feed], edges: [] as FrameEdge[] };
  const { runs } = racewayRun(frame, { weights: EVEN_WEIGHTS, places, forbidden: [] as string[] } as unknown as Want, option);
  expect(runs.map((r) => r.nodes.includes(frame.boxes.get('c')!))).toEqual([false, false]);
});
