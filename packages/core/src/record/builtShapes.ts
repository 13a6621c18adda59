/** What jobs built in a wall and closed again, as shapes of its elevation: cables where they lie, holes, patches. */
import { uOf, type ElevationShape } from '../layout/index.js';
import type { FaceId, House, Job, Wall } from '../model/index.js';
import { laidCables } from './inWall.js';

/** Half of what a cable is drawn thick, mm; and of a hole. */
const HALF_CABLE_MM = 8;
const HALF_HOLE_MM = 20;

/** As seen from a face; only what was built. Patches are drawn on the face they are on. */
export function builtShapes(house: House, jobs: readonly Job[], wall: Wall, face: FaceId): ElevationShape[] {
  const shape = (id: string, kind: ElevationShape['kind'], left: number, right: number, bottom: number, top: number, label: string): ElevationShape => {
    const [a, b] = [uOf(wall, face, left), uOf(wall, face, right)];
    return { id, kind, u: Math.min(a, b), z: bottom, width: Math.abs(b - a), height: top - bottom, state: 'behind', label };
  }; // prettier-ignore
  return laidCables(house, jobs)
    .filter((l) => l.built)
    .flatMap(({ cable, way }) => [
      ...way.legs.flatMap((leg, n) =>
        leg.onWall?.wallId !== wall.id
          ? []
          : leg.onWall.points.slice(1).map((p, i) => {
              const q = leg.onWall!.points[i]!;
              const upright = Math.abs(p.u - q.u) < Math.abs(p.z - q.z);
              const [side, over] = upright ? [HALF_CABLE_MM, 0] : [0, HALF_CABLE_MM];
              return shape(`built-${cable.id}-${n}-${i}`, 'way', Math.min(p.u, q.u) - side, Math.max(p.u, q.u) + side, Math.min(p.z, q.z) - over, Math.max(p.z, q.z) + over, i === 0 ? `${cable.name}, as built` : ''); // prettier-ignore
            }),
      ),
      ...way.holes.flatMap((h) => {
        if (h.onWall?.wallId !== wall.id) return [];
        // in a plate it is drawn just inside the wall
        const z = Math.min(wall.height.mm - 60, Math.max(60, h.onWall.z));
        return [shape(`built-${cable.id}-${h.id}`, 'hole', h.onWall.u - HALF_HOLE_MM, h.onWall.u + HALF_HOLE_MM, z - HALF_HOLE_MM, z + HALF_HOLE_MM, '')]; // prettier-ignore
      }),
      ...way.openings.flatMap((o) => (o.wallId === wall.id && o.face === face ? [shape(`built-${cable.id}-${o.id}`, 'patch', o.left, o.right, o.bottom, o.top, 'patch')] : [])), // prettier-ignore
    ])
    .map(({ label, ...s }) => (label ? { ...s, label } : s));
}
