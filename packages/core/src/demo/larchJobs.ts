/** The jobs of Larch Cottage: a single that becomes a twin, a spur in brick, a heater on a radial of its own. Job 13 is the test sheet of its ring. */
import { newAlteration, replanned } from '../alteration/index.js';
import { laidIn, measured, type Alteration, type Job } from '../model/index.js';
import { larchCottage } from './larchCottage.js';

const mm = (length: number) => measured(length, `${length}`);
function job(id: string, name: string, kind: Alteration['kind'], at: { finalId: string; pointId: string } | undefined, part: Partial<Alteration>): Job {
  const begun = newAlteration(larchCottage, id, kind, at);
  return replanned(laidIn({ ...begun, name, alteration: { ...begun.alteration!, ...part } }, larchCottage));
} // prettier-ignore

const made = (): readonly Job[] => [
  job('box-room-twin', 'Box-room twin', 'enlarge', { finalId: 'up', pointId: 'box-room' }, {}),
  job('dresser-socket', 'Dresser socket', 'spur', { finalId: 'down', pointId: 'dining-door' }, {
    outlet: { name: 'Dresser', kind: 'twin' },
    place: { wallId: 'dining-w4', face: 'A', fromLeft: mm(2300), bottom: mm(457) },
  }),
  job('glasshouse-heater', 'Glasshouse heater', 'own radial', undefined, {
    outlet: { name: 'Glasshouse heater', kind: 'fused unit', watts: 2000, fuseA: 13 },
    own: { ratingA: 20, curve: 'B', residual: true },
    place: { wallId: 'dining-w3', face: 'A', fromLeft: mm(3100), bottom: mm(600) },
    boxKind: 'back-metal-47-1g',
    cable: mm(24_000),
    laid: 'C',
  }),
]; // prettier-ignore

let kept: readonly Job[] | undefined;
/** Planned when they are first asked for: most who take the sample want the other house. */
export const larchJobs = (): readonly Job[] => (kept ??= made());
