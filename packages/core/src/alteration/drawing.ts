/** The walls of an alteration as drawings: the box as it will be, the way of its cable, and the bands in which a cable may lie. */
import { elevation, uOf, type Elevation, type ElevationShape } from '../layout/index.js';
import type { FaceId, JobInBook, Site, Wall } from '../model/index.js';
import { plannedOf, sourceOf, wayOf } from './plan.js';
import { subjectOf } from './spots.js';

/** Faces that the work is seen from: that of the box, then that of what it starts from. */
export function alterationFaces(job: JobInBook): { wall: Wall; face: FaceId }[] {
  const subject = subjectOf(job);
  if (!subject) return [];
  const { spot } = plannedOf(job);
  const from = sourceOf(job, subject);
  const faces = [spot, from].filter((s) => s !== undefined).map(({ wall, face }) => ({ wall, face }));
  return faces.filter((f, i) => faces.findIndex((g) => g.wall.id === f.wall.id && g.face === f.face) === i);
}

/**
 * One of them.
 * @param site as found, planned or built
 */
export function alterationElevation(job: JobInBook, site: Site, wall: Wall, face: FaceId, open: boolean): Elevation {
  const { spot } = plannedOf(job);
  const planned = new Set(job.changes.flatMap((c) => (c.do === 'place-box' ? [c.box.id] : c.do === 'replace-box' ? [c.boxId] : [])));
  const here = spot && site.boxes.some((b) => b.id === spot.box.id) && spot.wall.id === wall.id ? spot.box.id : undefined;
  const subject = subjectOf(job);
  const from = subject && sourceOf(job, subject);
  const source = from?.wall.id === wall.id && from.box.id !== here ? from.box.id : undefined;
  // what grows or moves is drawn over what was found
  const before = site !== job.found && here !== undefined && from?.box.id === here && from.face === face ? { box: from.box, patches: [] } : undefined;
  const drawn = elevation({ site, wall, face, open, plannedIds: site === job.found ? new Set() : planned, ...(here ? { workBoxId: here } : {}), ...(source ? { sourceBoxId: source } : {}), ...(before ? { before } : {}), unit: job.unit });
  const way = open && site !== job.found ? legs(job, wall, face) : [];
  // the whole wall: a way goes from end to end of it
  return { ...drawn, shapes: [...drawn.shapes.map(headPlate), ...way], work: { u: 0, z: 0, width: wall.length.mm, height: wall.height.mm } };
} // prettier-ignore

/** The way of the cable on a wall, each leg a line. */
function legs(job: JobInBook, wall: Wall, face: FaceId): ElevationShape[] {
  const way = wayOf(job);
  return (way?.legs ?? []).flatMap((leg, i): ElevationShape[] => {
    if (leg.wallId !== wall.id || !leg.line) return [];
    const { x1, x2, z1, z2 } = leg.line;
    const [u1, u2] = [uOf(wall, face, x1), uOf(wall, face, x2)];
    return [{ id: `leg-${i}`, kind: 'run', u: Math.min(u1, u2), z: Math.min(z1, z2), width: Math.abs(u1 - u2), height: Math.abs(z1 - z2), state: 'planned', label: leg.words }];
  });
} // prettier-ignore

/** The plate over the studs is one there. */
const headPlate = (s: ElevationShape): ElevationShape => (s.id === 'top-plate' ? { ...s, label: 'head plate' } : s);
