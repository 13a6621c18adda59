/** A small house of two rooms for worked examples: plaster on a leaf of brick, a ring of three sockets, everything measured. */
import { addRoom } from '../survey/index.js';
import { DOCUMENT_VERSION, emptySite, idOf, laidIn, measured, UK_EDITION, type Alteration, type Box, type House, type Job, type JobInBook, type Wall } from '../model/index.js'; // prettier-ignore
import { answered } from './plan.js';
import { newAlteration } from './start.js';

export const mm = (length: number) => measured(length, `${length}`);
const walk = (...lengths: number[]) => ({ lengths: lengths.map(mm), turns: lengths.map(() => 'right' as const) });

export interface SampleHouse {
  material: 'masonry' | 'wood';
  /** leaf, or cavity between boards */
  deep: number;
  /** plaster or board */
  skin: number;
}
const box = (id: string, wallId: string, fromLeft: number, bottom: number, kind: Box['kind'], face: Box['face'] = 'A'): Box => ({
  ...{ id, name: id, wallId, face, kind, gangs: kind.toString().endsWith('2g') ? 2 : 1, supportFittings: 0 },
  place: { from: 'left-end', toward: 'right', to: 'centre', distance: mm(fromLeft), bottom: mm(bottom) },
});

/**
 * One room of 4000 × 3000 with a socket at 1000 on its first wall, and one behind the wall; studs stand at 400, 800, 1200 and so on where it
 * is built of studs.
 */
export function sampleHouse({ material, deep, skin }: SampleHouse = { material: 'masonry', deep: 102.5, skin: 15 }): House {
  const one = addRoom(emptySite(), { id: 'parlour', name: 'Parlour', use: 'living', ...walk(4000, 3000, 4000, 3000), height: mm(2400), above: 'floor', below: 'crawl-space', framing: material, uk: true }, 'mm').site; // prettier-ignore
  const { site } = addRoom(one, { id: 'back', name: 'Back room', use: 'bedroom', ...walk(4000, 3000, 4000, 3000), height: mm(2400), above: 'floor', below: 'crawl-space', framing: material, uk: true, shared: { 2: { wallId: 'parlour-w1', face: 'B' } } }, 'mm'); // prettier-ignore
  const layers = [{ finish: material === 'masonry' ? ('plaster' as const) : ('drywall' as const), thickness: mm(skin) }];
  const walls = site.walls.map(
    (w): Wall => ({
      ...w,
      ...{ fireRated: false, insulated: false, bayLooked: 'scanned' },
      framing: { ...w.framing, studDepth: mm(deep), studWidth: mm(38), spacing: mm(400), knownStud: mm(400) },
      faces: { A: { ...w.faces.A, layers }, B: { ...w.faces.B, layers } },
    }),
  );
  const kind = material === 'masonry' ? 'back-metal-35-1g' : 'back-lined-35-1g';
  return {
    ...{ format: 'saddle-house', version: DOCUMENT_VERSION, id: 'small', name: 'Small house', edition: UK_EDITION, unit: 'mm', built: 2005 },
    incoming: { earthing: 'TN-C-S', zeOhm: 0.2, fuseA: 80 },
    site: {
      ...site,
      rooms: site.rooms.map((r) => ({ ...r, joistsBelow: { runs: 'along-first', spacing: mm(400), depth: mm(200), wallToWall: true } })),
      walls,
      boxes: [box('first', 'parlour-w1', 1000, 457, kind), box('behind', 'parlour-w1', 3000, 1457, kind, 'B')],
      finals: [
        {
          ...{ id: 'ring', name: 'Ring', number: '1', shape: 'ring', ratingA: 32, curve: 'B', breaksKa: 6, residual: true, laid: 'C', servesM2: 60 },
          points: [
            { id: 'a', name: 'First', kind: 'single', boxId: 'first', metalBox: material === 'masonry', ...(material === 'masonry' ? { earthLead: true } : {}) },
            { id: 'b', name: 'Second', kind: 'twin' },
            { id: 'c', name: 'Behind', kind: 'single', boxId: 'behind' },
          ],
          runs: [['board', 'a'], ['a', 'b'], ['b', 'c'], ['c', 'board']].map((ends, i) => ({ id: `r${i + 1}`, ends: ends as [string, string], size: '2.5/1.5', length: mm(15_000), cores: 'brown and blue' })),
        },
      ],
    },
  };
} // prettier-ignore

/** A job on it, with these answers. */
export function sampleJob(house: House, kind: Alteration['kind'], part: Partial<{ [K in keyof Alteration]: Alteration[K] | undefined }> = {}, pointId = 'a'): JobInBook {
  const at = kind === 'own radial' ? undefined : { finalId: 'ring', pointId };
  const begun: Job = newAlteration(house, 'job', kind, at);
  return laidIn(answered(laidIn(begun, house), part), house);
} // prettier-ignore
export const runId = (n: number): string => idOf('job', 'run', n);
