/** Rings to try things on: drawn by seed, or of so many metres. No house’s data. */
import type { seeded } from '../measure/index.js';
import { BOARD, measured, type Final, type FinalPoint, type FinalRun, type CableSize } from '../model/index.js';

/** A ring through points p1, p2 …, with the metres of each run in order. */
export function ringOf(metres: readonly number[], size: CableSize = '2.5/1.5'): Final {
  const points = metres.slice(1).map((_, i): FinalPoint => ({ id: `p${i + 1}`, name: `Socket ${i + 1}`, kind: 'twin' }));
  const ids = [BOARD, ...points.map((p) => p.id), BOARD];
  return {
    ...{ id: 'ring', name: 'Ring', number: '1', shape: 'ring', ratingA: 32, curve: 'B', breaksKa: 6, residual: true, laid: 'C' },
    points,
    runs: metres.map((m, i): FinalRun => ({ id: `r${i + 1}`, ends: [ids[i]!, ids[i + 1]!], size, length: measured(m * 1000) })),
  };
}
/** The same with a spur of so many metres from a point. */
export const withSpur = (final: Final, from: string, metres: number, id = 's1'): Final => ({
  ...final,
  points: [...final.points, { id, name: `Spur ${id}`, kind: 'single' }],
  runs: [...final.runs, { id: `r-${id}`, ends: [from, id], size: '2.5/1.5', length: measured(metres * 1000) }],
});
/** A ring of 3 to 14 points with up to three spurs, lengths of 1 to 15 m. */
export function drawnRing(random: ReturnType<typeof seeded>): Final {
  const metre = () => Math.round((1 + 14 * random()) * 10) / 10;
  let final = ringOf(Array.from({ length: 4 + Math.floor(12 * random()) }, metre), random() < 0.2 ? '4/1.5' : '2.5/1.5');
  const spurs = Math.floor(4 * random());
  for (let i = 0; i < spurs; i++) final = withSpur(final, `p${1 + ((i * 3) % final.points.filter((p) => p.id.startsWith('p')).length)}`, metre(), `s${i + 1}`); // prettier-ignore
  return final;
}
