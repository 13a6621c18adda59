/** Masonry: chases along the faces that have a spot or a room, and holes straight through. */
import type { FaceId, Wall } from '../../model/index.js';
import { drawn, FREE, MINUTES, plus, takes } from '../effort.js';
import { blockedByOpening, floorOf, meshKey, meshOf, type Ground, type Spot } from './graph.js';

/** Nodes of chases by `wall/face`, each by place. */
export type Chased = Map<string, Map<string, number>>;

export function masonryWalls(g: Ground, spots: readonly Spot[], levels: (wall: Wall) => number[]): Chased {
  const {
    b,
    options: { rates },
  } = g;
  const chased: Chased = new Map();
  for (const wall of g.site.walls) {
    if (wall.framing.material !== 'masonry' || !g.sides.has(wall.id)) continue;
    for (const face of ['A', 'B'] as const) {
      const here = spots.filter((s) => s.wallId === wall.id && s.face === face);
      if (here.length || g.rooms.get(wall.faces[face].roomId)?.sides?.length)
        chased.set(`${wall.id}/${face}`, chasesOn(g, wall, face, here, levels(wall)));
    }
    // straight through, where both faces have a point of the same place
    const [a, c] = [chased.get(`${wall.id}/A`), chased.get(`${wall.id}/B`)];
    for (const [k, from] of a ?? []) {
      const to = c?.get(k);
      if (to !== undefined) b.edge(from, to, 'through', takes(MINUTES.throughWall * 1.5, rates.sleeve, 1), { wallId: wall.id });
    }
  }
  return chased;
}

function chasesOn(g: Ground, wall: Wall, face: FaceId, here: readonly Spot[], zs: readonly number[]): Map<string, number> {
  const { b, price } = g;
  const { rates, dryingHours } = g.options;
  const us = [...new Set([0, wall.length.mm, ...here.map((s) => s.u)])].sort((x, y) => x - y);
  const dries = Math.round((dryingHours / 24) * 10);
  const at = meshOf(b, wall, g.sides.get(wall.id)!, `chase/${wall.id}/${face}`, us, zs, floorOf(g, wall), (p, q) => {
    if (blockedByOpening(wall, p.u!, q.u!, p.up!, q.up!)) return undefined;
    const mm = Math.abs(p.u! - q.u!) + Math.abs(p.z - q.z);
    const cost = plus(drawn(mm, MINUTES.chasePerM, price + rates.chasePerFt), [0, 0, 0, dries, 0]);
    return { does: 'chase', cost, wallId: wall.id, face };
  });
  for (const spot of here) {
    const node = at.get(meshKey(spot.u, Math.round(spot.z)));
    if (node === undefined) continue;
    const cost = plus(takes(spot.box ? 0 : MINUTES.chaseBox), spot.box ? FREE : [0, 0, 1, 0, 0]);
    b.edge(spot.node, node, 'enter-box', cost, { wallId: wall.id, face });
  }
  return at;
}
