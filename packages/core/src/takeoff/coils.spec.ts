/** Cable by the piece of the sample jobs, and the coils it comes out of. */
import { describe, expect, it } from 'vitest';
import { openJobs, quinceStreet, sewingCorner, routerShelf } from '../houses.testing.js';
import { workOf } from '../ledger/index.js';
import { feet } from '../measure/index.js';
import { checkHouse, measured, wantOf, type House, type JobInHouse } from '../model/index.js';
import { keptParts, routeDetail, searchRoutes, takeWay } from '../purpose/index.js';
import { materialsOf, cutPieces, onHandAfter, cutPlans, cutWords, stockKinds } from './index.js';

const taken = (id: string): JobInHouse => {
  const open = openJobs.find((j) => j.id === id)!;
  const want = wantOf(open)!;
  const [option] = searchRoutes(quinceStreet, want).found.options;
  return takeWay(open, keptParts(quinceStreet.site, want, option!, routeDetail(quinceStreet, want, option!))).job as JobInHouse;
};

describe('cable as coils', () => {
  it('a piece for every run, as long as it is cut; a raceway’s single wires are none', () => {
    const kitchen = taken('summer-kitchen');
    const [twelve] = cutPieces([kitchen]);
    expect([twelve!.kind, twelve!.article, twelve!.pieces.length]).toEqual(['12-2', 'cable-12', 10]);
    expect(twelve!.pieces.map((p) => p.cutMm)).toEqual(workOf(kitchen).runs.map((r) => r.run!.cutMm));
    // bought 15 % over (common practice): a coil of 150 ft is none for 149 ft
    for (const p of twelve!.pieces) expect(p.mm).toBeCloseTo(p.cutMm! * 1.15, 9);
    expect(cutPieces([taken('model-railway')]).map((c) => c.kind)).toEqual(['raceway track', 'raceway cover']);
    expect(cutPieces([taken('cellar-lights')])[0]!.pieces.length).toBe(11);
  });
  it('two jobs together: pieces of both from the same coils, and dearer apart or as dear', () => {
    const both = cutPlans([sewingCorner, routerShelf], quinceStreet);
    expect(both[0]!.pieces.map((p) => p.what)).toEqual(['Sewing corner: Hall box to Sewing box', expect.stringMatching(/^Router shelf: /)]);
    const price = (jobs: JobInHouse[]) =>
      cutPlans(jobs, quinceStreet).reduce((s, p) => s + (p.result.ok ? p.result.purchase.price - p.result.purchase.restsWorth : NaN), 0);
    // rests counted: that is what is made least
    expect(price([sewingCorner, routerShelf])).toBeLessThanOrEqual(price([sewingCorner]) + price([routerShelf]));
  });
  it('a coil on hand is cut first; the house with it passes its check', () => {
    const house: House = {
      ...quinceStreet,
      onHand: [{ id: 'rest', article: 'cable-14', length: measured(feet(9), '9 ft'), note: 'rest of the porch' }],
    };
    expect(checkHouse(house)).toMatchObject({ ok: true });
    const [plan] = cutPlans([sewingCorner], house);
    expect(cutWords(plan!, 'in')).toMatchObject({
      buy: 'nothing: what is on hand does',
      cuts: [expect.stringMatching(/^rest of the porch: 4' 6" \(Hall box to Sewing box\); 4' 6" left$/)],
    });
  });
  it('coils cost by the price of a foot: 1.5 × 100 ft at par, a fifth more a foot in 25 ft', () => {
    expect(stockKinds({ article: 'cable-12', stockMm: [] }, {}).map((c) => c.price)).toEqual([45, 82.5, 150, 318.75]);
    expect(stockKinds({ article: 'cable-12', stockMm: [] }, { prices: { 'cable-12': 2 } })[2]!.price).toBe(200);
  });
  it('three conductors are another article, with coils of its own', () => {
    const job: JobInHouse = {
      ...sewingCorner,
      changes: sewingCorner.changes.map((c) =>
        c.do === 'run-cable' ? { ...c, cable: { ...c.cable, conductors: ['black', 'red', 'white'] } } : c,
      ),
    };
    expect(cutPieces([job]).map((c) => [c.kind, c.article])).toEqual([['14-3', 'cable-14-3']]);
  });
});

describe('a raceway from 10 ft lengths', () => {
  const railway = taken('model-railway');
  const house: House = { ...quinceStreet, priceNotes: { track: { sold: [{ count: 10, price: 22 }, { count: 5, price: 12 }] } } }; // prettier-ignore
  const [track] = cutPlans([railway], house);
  it('every piece of track once, longest first, and a kerf at each cut', () => {
    const purchase = track!.result.ok ? track!.result.purchase : undefined;
    const pieces = workOf(railway).raceway!.pieces.filter((p) => p.what === 'track').map((p) => p.mm); // prettier-ignore
    expect(purchase!.cuts.flatMap((c) => c.pieces.map((p) => p.mm)).sort()).toEqual([...pieces].sort());
    for (const c of purchase!.cuts) {
      const stock = c.name.startsWith('10') ? feet(10) : feet(5);
      const used = c.pieces.reduce((s, p) => s + p.mm + track!.kerfMm, 0);
      expect(used).toBeLessThanOrEqual(stock + track!.kerfMm);
      expect(c.leftMm).toBeCloseTo(Math.max(0, stock - used), 6);
    }
    expect(track!.kerfMm).toBeGreaterThan(0);
  });
  it('a length on hand is cut first; a rest above a foot is booked in, a shorter one is waste', () => {
    const stocked: House = { ...house, onHand: [{ id: 'loft', article: 'track', length: measured(feet(6)), note: 'in the loft' }] };
    const [plan] = cutPlans([railway], stocked);
    expect(cutWords(plan!, 'in').cuts[0]).toMatch(/^in the loft: /);
    const before = track!.result.ok ? track!.result.purchase.price : NaN;
    expect(plan!.result.ok && plan!.result.purchase.price).toBeLessThan(before);
    for (const rest of onHandAfter(railway, stocked)) expect(rest.length.mm).toBeGreaterThanOrEqual(feet(1) - 1e-6);
  });
  it('a piece longer than any length says so, and what to do', () => {
    const short: House = { ...house, priceNotes: { track: { sold: [{ count: 0.1, price: 1 }] } } };
    expect(cutWords(cutPlans([railway], short)[0]!, 'in').problem).toMatch(/longer than any length there is .*price book/);
  });
});

describe('what holds the track', () => {
  /** the sample's shed as it stands, and as if nobody had found a stud in it */
  const bare: House = {
    ...quinceStreet,
    site: {
      ...quinceStreet.site,
      walls: quinceStreet.site.walls.map((w) => {
        const { knownStud: _known, ...framing } = w.framing;
        return { ...w, framing: { ...framing, extraStuds: [] } };
      }),
    },
  };
  const railway = (house: House): JobInHouse => {
    const open = { ...openJobs.find((j) => j.id === 'model-railway')!, found: house.site };
    const want = wantOf(open)!;
    const [option] = searchRoutes(house, want).found.options;
    return takeWay(open, keptParts(house.site, want, option!, routeDetail(house, want, option!))).job as JobInHouse;
  };
  const count = (job: JobInHouse, article: string) => materialsOf(job).filter((r) => r.article === article).reduce((n, r) => n + r.count!, 0); // prettier-ignore
  it('where studs are known two screws at each, and no anchor along the wall', () => {
    const { supports } = workOf(railway(quinceStreet)).raceway!;
    expect(supports.some((s) => !s.anchor)).toBe(true);
    expect(count(railway(quinceStreet), 'anchor')).toBe(2 * supports.filter((s) => s.anchor).length);
  });
  it('where nobody found one: anchors, two at a place, at most 30 in apart (common practice), all of them guessed', () => {
    const job = railway(bare);
    const along = workOf(job).raceway!.supports.filter((s) => s.anchor && s.atMm !== undefined);
    expect(along.length).toBeGreaterThan(2);
    expect(along.every((s) => s.guessed)).toBe(true);
    // runs of one leg go up by the same step
    for (let i = 1; i < along.length; i++)
      if (along[i]!.on === along[i - 1]!.on && along[i]!.atMm! > along[i - 1]!.atMm!)
        expect(along[i]!.atMm! - along[i - 1]!.atMm!).toBeLessThanOrEqual(30 * 25.4 + 1e-6);
    expect(count(job, 'anchor')).toBe(2 * workOf(job).raceway!.supports.filter((s) => s.anchor).length);
  });
});
