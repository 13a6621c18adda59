/**
 * The front of a built-in as a wall of its own: a board with the built-in’s depth behind it and no studs. A box in it has the same places
 * along and up as one in the wall it stands at, and is judged by the same rules.
 */
import type { MeasuredLength } from './known.js';
import type { Box, Fixture, Site, Wall } from './site.js';

/** A board that nobody measured (common practice: 3/4 in stock). */
const USUAL_BOARD_MM = 19.05;

export interface Front extends Wall {
  builtIn: Fixture;
}
export const isFront = (wall: Wall): wall is Front => 'builtIn' in wall;

export const builtInName = (fixture: Pick<Fixture, 'kind'>): string =>
  fixture.kind === 'furniture' ? 'built-in' : fixture.kind.replace('-', ' ');

const fronts = new WeakMap<Wall, Map<string, Front>>();

/** How deep a built-in is taken to be that nobody measured (common practice: a bookcase). */
const USUAL_DEPTH_MM = 304.8;

/** How far the front of a built-in stands before the wall; assumed where nobody measured. */
export const standsOut = (builtIn: Fixture): MeasuredLength => builtIn.depth ?? { mm: USUAL_DEPTH_MM, known: 'assumed' };

/** The front of a built-in at a wall; undefined when the wall has none of that id. */
export function frontOf(wall: Wall, fixtureId: string): Front | undefined {
  const builtIn = wall.fixtures?.find((f) => f.id === fixtureId);
  if (!builtIn) return undefined;
  const known = fronts.get(wall)?.get(fixtureId);
  if (known) return known;
  const board = builtIn.board ?? { mm: USUAL_BOARD_MM, known: 'assumed' as const };
  const out = standsOut(builtIn);
  const face = wall.faces[builtIn.face];
  // a look into the bay behind it says nothing of its own inside
  const { bayLooked: _bay, looks: _looks, ...behind } = wall;
  const front: Front = {
    ...behind,
    ...(builtIn.looked ? { bayLooked: 'seen' as const } : {}),
    name: `${wall.name}: front of its ${builtInName(builtIn)}`,
    framing: {
      material: 'wood',
      studDepth: { mm: Math.max(0, out.mm - board.mm), known: out.known },
      studWidth: wall.framing.studWidth,
      spacing: wall.framing.spacing,
      extraStuds: [],
    },
    faces: {
      ...wall.faces,
      [builtIn.face]: {
        roomId: face.roomId,
        layers: [{ finish: 'wood-panelling', thickness: board }],
      },
    },
    references: [...wall.references, { id: builtIn.id, name: `left edge of the ${builtInName(builtIn)}`, x: builtIn.x }],
    obstacles: [],
    fixtures: (wall.fixtures ?? []).filter(
      (f) => f.id !== fixtureId && !(f.face === builtIn.face && f.z.mm >= builtIn.z.mm + builtIn.height.mm),
    ),
    builtIn,
  };
  const all = fronts.get(wall) ?? new Map<string, Front>();
  all.set(fixtureId, front);
  fronts.set(wall, all);
  return front;
}

/** What a box is let into: its wall, or the front of the built-in that stands at it. */
export const letInto = (wall: Wall, box: Pick<Box, 'inFront'>): Wall =>
  box.inFront === undefined ? wall : (frontOf(wall, box.inFront) ?? wall);

/** Cabinets and fixed furniture that stand where a box is, on its side of the wall. */
export function builtInsAt(site: Site, box: Box, centreX: number): Fixture[] {
  const wall = site.walls.find((w) => w.id === box.wallId);
  return (wall?.fixtures ?? []).filter(
    (f) =>
      f.face === box.face &&
      ['base-cabinet', 'wall-cabinet', 'furniture'].includes(f.kind) &&
      f.x.mm <= centreX &&
      f.x.mm + f.width.mm >= centreX,
  );
}
