/** A job by the UK book as it begins: what is done, and where that is said already. */
import { finalOf } from '../finals/index.js';
import { DEFAULT_SCHOOLS, DOCUMENT_VERSION, laidIn, type Alteration, type AlterationKind, type House, type Job } from '../model/index.js';
import { replanned } from './plan.js';

const NAMES: Readonly<Record<AlterationKind, string>> = { enlarge: 'Single to twin', spur: 'New socket on a spur', 'into ring': 'New socket in the ring', 'own radial': 'A circuit of its own', move: 'Socket moved',
  'find fault': 'Fault on a circuit' }; // prettier-ignore

/** @param at a point of a circuit that it starts from */
export function newAlteration(house: House, id: string, kind: AlterationKind, at?: { finalId: string; pointId?: string }): Job {
  const point = at && finalOf(house.site, at.finalId)?.points.find((p) => p.id === at.pointId);
  const alteration: Alteration = {
    ...{ kind, ...(kind === 'own radial' ? {} : (at ?? {})) },
    outlet: { name: point && (kind === 'enlarge' || kind === 'move') ? point.name : 'new outlet', kind: kind === 'own radial' ? 'fused unit' : 'twin' },
  };
  const job: Job = {
    ...{ format: 'saddle-job', version: DOCUMENT_VERSION, id, houseId: house.id, name: point ? `${NAMES[kind]}, ${point.name}`.slice(0, 120) : NAMES[kind] },
    ...{ purpose: 'outlet', changes: [], schools: DEFAULT_SCHOOLS, alteration, work: { ticks: [], notes: [], values: [], proofs: [] } },
  };
  return replanned(laidIn(job, house));
} // prettier-ignore
