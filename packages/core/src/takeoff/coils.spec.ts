/** Cable by the piece of the sample jobs, and the coils it comes out of. */
import { describe, expect, it } from 'vitest';
import { demoWanted, quinceStreet, sewingCorner, routerShelf } from '../demo/index.js';
import { workOf } from '../ledger/index.js';
import { feet } from '../measure/index.js';
import { checkHouse, measured, wantOf, type House, type JobInHouse } from '../model/index.js';
import { keptParts, routeDetail, searchRoutes, takeWay } from '../purpose/index.js';
import { cablePieces, coilPlans, coilsOf, coilWords } from './index.js';

const taken = (id: string): JobInHouse => {
  const open = demoWanted.find((j) => j.id === id)!;
  const want = wantOf(open)!;
  const [option] = searchRoutes(quinceStreet, want).found.options;
  return takeWay(open, keptParts(quinceStreet.site, want, option!, routeDetail(quinceStreet, want, option!))).job as JobInHouse;
};

describe('cable as coils', () => {
  it('a piece for every run, as long as it is cut; a raceway’s single wires are none', () => {
    const kitchen = taken('summer-kitchen');
    const [twelve] = cablePieces([kitchen]);
    expect([twelve!.kind, twelve!.article, twelve!.pieces.length]).toEqual(['12-2', 'cable-12', 10]);
    expect(twelve!.pieces.map((p) => p.mm)).toEqual(workOf(kitchen).runs.map((r) => r.run!.cutMm));
    expect(cablePieces([taken('model-railway')])).toEqual([]);
    expect(cablePieces([taken('cellar-lights')])[0]!.pieces.length).toBe(11);
  });
  it('two jobs together: pieces of both from the same coils, and dearer apart or as dear', () => {
    const both = coilPlans([sewingCorner, routerShelf], quinceStreet);
    expect(both[0]!.pieces.map((p) => p.what)).toEqual(['Sewing corner: Hall box to Sewing box', expect.stringMatching(/^Router shelf: /)]);
    const price = (jobs: JobInHouse[]) =>
      coilPlans(jobs, quinceStreet).reduce((s, p) => s + (p.result.ok ? p.result.purchase.price : NaN), 0);
    expect(price([sewingCorner, routerShelf])).toBeLessThanOrEqual(price([sewingCorner]) + price([routerShelf]));
  });
  it('a coil on hand is cut first; the house with it passes its check', () => {
    const house: House = {
      ...quinceStreet,
      onHand: [{ id: 'rest', article: 'cable-14', length: measured(feet(9), '9 ft'), note: 'rest of the porch' }],
    };
    expect(checkHouse(house)).toMatchObject({ ok: true });
    const [plan] = coilPlans([sewingCorner], house);
    expect(coilWords(plan!, 'in')).toMatchObject({
      buy: 'nothing: what is on hand does',
      cuts: [expect.stringMatching(/^rest of the porch: 4' 6" \(Hall box to Sewing box\); 4' 6" left$/)],
    });
  });
  it('coils cost by the price of a foot: 1.5 × 100 ft at par, a fifth more a foot in 25 ft', () => {
    expect(coilsOf('cable-12', undefined).map((c) => c.price)).toEqual([45, 82.5, 150, 318.75]);
    expect(coilsOf('cable-12', { 'cable-12': 2 })[2]!.price).toBe(200);
  });
});
