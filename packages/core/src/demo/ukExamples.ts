/** Worked examples for rules of the UK book that no job of the sample cottage bears on: the cottage a little otherwise, for the rule index alone. */
import { newAlteration, replanned } from '../alteration/index.js';
import { assumed, laidIn, measured, type Alteration, type Final, type FinalPoint, type FinalRun, type House, type JobInBook, type Room } from '../model/index.js'; // prettier-ignore
import { larchCottage } from './larchCottage.js';

const mm = (length: number) => measured(length, `${length}`);
const withDining = (part: Partial<Room>): House => ({ ...larchCottage, site: { ...larchCottage.site, rooms: larchCottage.site.rooms.map((r) => (r.id === 'dining' ? { ...r, ...part } : r)) } }); // prettier-ignore
function example(name: string, house: House, kind: Alteration['kind'], pointId: string, part: Partial<Alteration>): JobInBook {
  const begun = newAlteration(house, 'example', kind, { finalId: 'down', pointId });
  const named = laidIn({ ...begun, name, alteration: { ...begun.alteration!, ...part } }, house);
  return laidIn(replanned(named), house);
}

/** By the window, and on the other side of the wall to the scullery. */
const byWindow = { wallId: 'dining-w3', face: 'A' as const, fromLeft: mm(3200), bottom: mm(457) };
const behind = { wallId: 'dining-w4', face: 'B' as const, fromLeft: mm(2700), bottom: mm(300) };
const twin = { name: 'Example', kind: 'twin' as const };
const made = (): readonly JobInBook[] => {
  const presetWalls: House = { ...larchCottage, site: { ...larchCottage.site, walls: larchCottage.site.walls.map((w) => ({ ...w, framing: { ...w.framing, presets: ['material' as const] } })) } }; // prettier-ignore
  const { below: _, ...unseen } = larchCottage.site.rooms.find((r) => r.id === 'dining')!;
  const unlooked: House = { ...larchCottage, site: { ...larchCottage.site, rooms: larchCottage.site.rooms.map((r) => (r.id === 'dining' ? unseen : r)) } };
  return [
    example('a ring whose readings are out of line', larchCottage, 'find fault', 'scullery', {}),
    example('a wall that nobody knocked on', presetWalls, 'spur', 'dining-door', { outlet: twin, place: byWindow }),
    example('a shower room, 2.5 m from the tray', withDining({ use: 'bathroom' }), 'spur', 'dining-door', { outlet: twin, place: byWindow, beside: { bath: mm(2500) } }),
    example('a wall outdoors', withDining({ use: 'outdoors' }), 'spur', 'dining-door', { outlet: twin, place: byWindow }),
    example('a floor that nobody looked under', unlooked, 'spur', 'dining-door', { outlet: twin, place: byWindow, way: 'under the floor' }),
    example('in trunking round the room', larchCottage, 'spur', 'dining-door', { outlet: twin, place: byWindow, way: 'on the surface' }),
    example('to the other side of a wall nobody knows the fire rating of', { ...larchCottage, site: { ...larchCottage.site, walls: larchCottage.site.walls.map(({ fireRated: _f, ...w }) => w) } }, 'spur', 'dining-door', { outlet: twin, place: behind, way: 'through the wall' }),
    example('back to back with a box there is', larchCottage, 'spur', 'dining-door', { outlet: twin, place: { ...behind, fromLeft: mm(2690) }, boxKind: 'back-metal-47-2g' }),
  ];
}; // prettier-ignore

/** A ring with what the cottage’s has not: a spur from a spur’s point, a fused unit, a metal box whose lead nobody looked for, both ages of colours. */
const ring: Final = {
  ...{ id: 'example', name: 'a ring of the example', number: '9', shape: 'ring', ratingA: 32, curve: 'B', residual: true, laid: 'C' },
  points: ([['a', 'single', { metalBox: true }], ['b', 'fused unit', { fuseA: 3, watts: 500 }], ['c', 'twin', {}], ['s', 'twin', {}]] as const).map(([id, kind, more]): FinalPoint => ({ id, name: `Point ${id}`, kind, ...more })),
  runs: ([['board', 'a'], ['a', 'b'], ['b', 'c'], ['c', 'board'], ['c', 's']] as const).map(([from, to], i): FinalRun => ({ id: `x${i}`, ends: [from, to], size: '2.5/1.5', length: i === 4 ? assumed(4000) : mm(9000), cores: i === 4 ? 'brown and blue' : 'red and black' })),
}; // prettier-ignore

let kept: readonly JobInBook[] | undefined;
export const ukExampleJobs = (): readonly JobInBook[] => (kept ??= made());
export const ukExampleFinals: readonly Final[] = [ring];
