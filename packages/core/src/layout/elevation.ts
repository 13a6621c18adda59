/**
 * One face of a wall as plain geometry, mirrored properly: u runs to the right as seen from that face, z up from the finished
 * floor, both in mm. The page and the printed sheet draw the same shapes; only the core decides where things are.
 */
import { FACEPLATE, isUkBox, plateWidthMm, PLATE } from '../catalog/index.js';
import { inches, printMark, type LengthUnit } from '../measure/index.js';
import { boxRect, placeOriginX, studPlaces, type Box, type FaceId, type MeasuredLength, type Site, type Wall } from '../model/index.js';
import { marksFor, openingRect } from './opening.js';

export type ShapeKind =
  | 'wall'
  | 'plate'
  | 'stud'
  | 'stud-guess'
  | 'fixture'
  | 'door'
  | 'window'
  | 'base'
  | 'obstacle'
  | 'cover'
  | 'box'
  | 'ghost-box'
  | 'old-box'
  | 'run'
  | 'way'
  | 'hole'
  | 'patch'
  | 'opening'
  | 'reference';
export interface ElevationShape {
  id: string;
  kind: ShapeKind;
  u: number;
  z: number;
  width: number;
  height: number;
  /** found is graphite, planned blue, behind dashed */
  state: 'found' | 'planned' | 'behind';
  /** nobody measured where it is: it stands where it was put down first */
  unplaced?: true;
  label?: string;
}
export interface Dimension {
  id: string;
  axis: 'along' | 'up';
  from: number;
  to: number;
  /** lane number, counted away from the thing; dimensions in one lane never overlap */
  lane: number;
  /** u (for up) or z (for along) of the thing that the extension lines reach to */
  reach: number;
  text: string;
  of: string;
}
export interface Elevation {
  face: FaceId;
  widthMm: number;
  heightMm: number;
  shapes: ElevationShape[];
  dimensions: Dimension[];
  /** where the work is, with a margin: the first view */
  work: { u: number; z: number; width: number; height: number };
}

/** From wall x to u of a face: face B is seen from behind. */
export const uOf = (wall: Wall, face: FaceId, x: number): number => (face === 'A' ? x : wall.length.mm - x);

export interface ElevationInput {
  site: Site;
  wall: Wall;
  face: FaceId;
  /** studs, things in the bay and the other face's boxes */
  open: boolean;
  /** boxes that aren't there yet */
  plannedIds: ReadonlySet<string>;
  /** the box whose edges are dimensioned; on the other face its ghost is; none on a wall that is only surveyed */
  workBoxId?: string;
  sourceBoxId?: string;
  /** openings at studs that the new cable crosses, in the finish of the work box's face */
  crossings?: { id: string; opening: { left: number; right: number; bottom: number; top: number } }[];
  /** the work box as it was found, when it is moved, enlarged or replaced, and the pieces that close what it leaves */
  before?: { box: Box; patches: { left: number; right: number; bottom: number; top: number }[] };
  unit: LengthUnit;
}

export function elevation(input: ElevationInput): Elevation {
  const { wall, face, site } = input;
  const shapes: ElevationShape[] = [];
  const add: Add = (id, kind, x, z, width, height, state, label, unplaced) =>
    shapes.push({
      ...{ id, kind, u: face === 'A' ? x : wall.length.mm - x - width, z, width, height, state },
      ...(label ? { label: unplaced ? `${label}, not placed` : label } : {}),
      ...(unplaced ? { unplaced } : {}),
    });
  const { length, height, framing } = wall;
  add('wall', 'wall', 0, 0, length.mm, height.mm, 'found');
  const plate = framing.studWidth.mm;
  if (input.open && framing.material !== 'masonry') {
    add('sole-plate', 'plate', 0, 0, length.mm, plate, 'behind', 'plate');
    add('top-plate', 'plate', 0, height.mm - 2 * plate, length.mm, 2 * plate, 'behind', 'double top plate');
    for (const stud of studPlaces(wall)) {
      const guessed = stud.known === 'guessed' || stud.known === 'assumed';
      add(
        stud.id,
        guessed ? 'stud-guess' : 'stud',
        Math.max(0, stud.x - plate / 2),
        plate,
        plate,
        height.mm - 3 * plate,
        'behind',
        guessed ? 'stud?' : 'stud',
      );
    }
  }
  const base = wall.faces[face].baseHeight;
  if (base && base.mm > 0) add('base', 'base', 0, 0, length.mm, base.mm, 'found', 'base');
  for (const f of wall.fixtures ?? [])
    if (f.face === face) add(f.id, 'fixture', f.x.mm, f.z.mm, f.width.mm, f.height.mm, 'found', f.kind.replace('-', ' '), nowhere(f.x));
  for (const o of wall.openings) add(o.id, o.kind, o.x.mm, o.z.mm, o.width.mm, o.height.mm, 'found', o.kind, nowhere(o.x));
  if (input.open) {
    for (const o of wall.obstacles) {
      const depth =
        o.behindA === undefined
          ? 'depth not known'
          : face === 'A'
            ? `${printMark(o.behindA.mm, input.unit)} behind`
            : 'from the other face';
      add(o.id, 'obstacle', o.x.mm, o.z.mm, o.width.mm, o.height.mm, 'behind', `${o.kind} · ${o.x.known} · ${depth}`, nowhere(o.x));
    }
  }
  if (input.open) addRuns(input, add);
  for (const reference of wall.references) {
    const x = placeOriginX(wall, face, reference.id)!;
    shapes.push({
      id: reference.id,
      kind: 'reference',
      u: uOf(wall, face, x),
      z: 0,
      width: 0,
      height: height.mm,
      state: 'found',
      label: reference.name,
    });
  }
  if (input.before && input.before.box.face === face) {
    const { box, patches } = input.before;
    const old = boxRect(wall, box);
    patches.forEach((p, i) => add(`patch-${i}`, 'patch', p.left, p.bottom, p.right - p.left, p.top - p.bottom, 'planned', 'patch'));
    if (old)
      add(
        `${box.id}-before`,
        'old-box',
        old.left,
        old.bottom,
        old.right - old.left,
        old.top - old.bottom,
        'found',
        `${box.name}, as found`,
      );
  }
  for (const box of site.boxes.filter((b) => b.wallId === wall.id)) addBox(input, box, add);
  const at = site.boxes.find((b) => b.id === input.workBoxId);
  if (at?.face === face)
    for (const { id, opening } of input.crossings ?? [])
      add(`cross-${id}`, 'opening', opening.left, opening.bottom, opening.right - opening.left, opening.top - opening.bottom, 'planned');
  const work = site.boxes.find((b) => b.id === input.workBoxId);
  return {
    face,
    widthMm: length.mm,
    heightMm: height.mm,
    shapes,
    dimensions: work ? dimensionsOf(input, work) : [],
    work: workWindow(input),
  };
}

type Add = (
  id: string,
  kind: ShapeKind,
  x: number,
  z: number,
  width: number,
  height: number,
  state: ElevationShape['state'],
  label?: string,
  unplaced?: boolean,
) => void;
/** along the wall: the first thing that is measured of a place */
const nowhere = (along: MeasuredLength): boolean => along.known === 'assumed';

function addBox(input: ElevationInput, box: Box, add: Add): void {
  const { wall, face } = input;
  const rect = boxRect(wall, box);
  if (!rect) return;
  const state = input.plannedIds.has(box.id) ? 'planned' : 'found';
  const unplaced = state === 'found' && nowhere(box.place.distance);
  if (box.face !== face) {
    if (input.open)
      add(box.id, 'ghost-box', rect.left, rect.bottom, rect.right - rect.left, rect.top - rect.bottom, 'behind', box.name, unplaced);
    return;
  }
  const plate = isUkBox(box.kind) ? FACEPLATE[box.gangs > 1 ? 2 : 1] : { widthMm: plateWidthMm(box.gangs), heightMm: PLATE.heightMm };
  add(
    `${box.id}-cover`,
    'cover',
    rect.centre - plate.widthMm / 2,
    (rect.bottom + rect.top - plate.heightMm) / 2,
    plate.widthMm,
    plate.heightMm,
    state,
  );
  const opening = openingRect(wall, box)!;
  if (state === 'planned')
    add(`${box.id}-opening`, 'opening', opening.left, opening.bottom, opening.right - opening.left, opening.top - opening.bottom, state);
  add(box.id, 'box', rect.left, rect.bottom, rect.right - rect.left, rect.top - rect.bottom, state, box.name, unplaced);
}

/**
 * Cables as they leave the boxes of a wall, by the side where they come in: straight to the plate or the next stud. Only the side is
 * known, so only that is drawn; side by side where several come the same way.
 */
function addRuns(input: ElevationInput, add: Add): void {
  const { wall, site } = input;
  const plate = wall.framing.studWidth.mm;
  for (const box of site.boxes.filter((b) => b.wallId === wall.id)) {
    const rect = boxRect(wall, box);
    if (!rect) continue;
    const ends = site.cables.flatMap((c) => c.ends.filter((e) => e.boxId === box.id && e.side).map((e) => ({ cable: c, side: e.side! })));
    ends.forEach(({ cable, side }, i) => {
      const same = ends.filter((e) => e.side === side);
      const aside = (same.findIndex((e) => e.cable === cable) - (same.length - 1) / 2) * inches(0.6);
      const id = `run-${cable.id}-${box.id}-${i}`;
      const name = cable.name;
      const x = rect.centre + aside;
      const z = (rect.bottom + rect.top) / 2 + aside;
      if (side === 'top') add(id, 'run', x, rect.top, 0, wall.height.mm - 2 * plate - rect.top, 'behind', name);
      else if (side === 'bottom') add(id, 'run', x, plate, 0, Math.max(0, rect.bottom - plate), 'behind', name);
      else if (side === 'left' || side === 'right') {
        // seen from the box's own face; x runs along face A
        const along = (side === 'right') === (box.face === 'A');
        const stud = studPlaces(wall)
          .map((s) => s.x)
          .filter((s) => (along ? s > rect.right : s < rect.left))
          .sort((a, b) => (along ? a - b : b - a))[0];
        const to = stud ?? (along ? wall.length.mm : 0);
        add(id, 'run', Math.min(to, along ? rect.right : rect.left), z, Math.abs(to - (along ? rect.right : rect.left)), 0, 'behind', name);
      }
    });
  }
}

/** Edge marks of the work box as dimensions in lanes: along ones below the floor, longest outside; heights beside the box. */
function dimensionsOf(input: ElevationInput, box: Box): Dimension[] {
  const { wall, face, unit } = input;
  const opening = openingRect(wall, box);
  if (!opening) return [];
  // on the other face the same box is marked as it lies there: its outline carried through the wall
  const seen: Box = box.face === face ? box : { ...box, face, place: carried(input, box, face) };
  const marks = marksFor(wall, seen);
  const left = uOf(wall, face, face === 'A' ? opening.left : opening.right);
  const right = left + (opening.right - opening.left);
  const along = marks
    .filter((m) => m.toward !== 'up')
    .map((m) => {
      const to = m.edge === 'left' ? left : right;
      return { mark: m, to, from: m.toward === 'right' ? to - m.distanceMm : to + m.distanceMm };
    })
    .sort((a, b) => a.mark.distanceMm - b.mark.distanceMm);
  const dimensions: Dimension[] = [];
  const lanes: [number, number][][] = [];
  for (const { mark, from, to } of along) {
    const span: [number, number] = [Math.min(from, to), Math.max(from, to)];
    let lane = lanes.findIndex((taken) => taken.every(([a, b]) => span[1] <= a || span[0] >= b));
    if (lane < 0) lane = lanes.push([]) - 1;
    lanes[lane]!.push(span);
    dimensions.push({
      id: `${mark.edge}-${mark.from}`,
      axis: 'along',
      from,
      to,
      lane,
      reach: opening.bottom,
      text: printMark(mark.distanceMm, unit),
      of: `${mark.edge} edge from the ${mark.from}`,
    });
  }
  const sideRight = right + inches(9) < wall.length.mm;
  marks
    .filter((m) => m.toward === 'up')
    .forEach((m, i) =>
      dimensions.push({
        id: m.edge,
        axis: 'up',
        from: 0,
        to: m.distanceMm,
        lane: i,
        reach: sideRight ? right : left,
        text: printMark(m.distanceMm, unit),
        of: `${m.edge} edge from the floor`,
      }),
    );
  return dimensions;
}

/** Place of a box as somebody on the other face would say it, from a reference that both can see, else from that face's left end. */
function carried({ wall }: ElevationInput, box: Box, face: FaceId): Box['place'] {
  const rect = boxRect(wall, box)!;
  const from = wall.references[0]?.id ?? 'left-end';
  const origin = placeOriginX(wall, face, from)!;
  const rightwards = (rect.centre - origin) * (face === 'A' ? 1 : -1);
  return {
    from,
    toward: rightwards >= 0 ? 'right' : 'left',
    to: 'centre',
    distance: { mm: Math.abs(rightwards), known: 'measured' },
    bottom: box.place.bottom,
  };
}

function workWindow(input: ElevationInput): Elevation['work'] {
  const { wall, face, site } = input;
  const rects = [...[input.workBoxId, input.sourceBoxId].map((id) => site.boxes.find((b) => b.id === id)), input.before?.box]
    .filter((b) => b !== undefined)
    .map((b) => boxRect(wall, b))
    .filter((r) => r !== undefined);
  if (rects.length === 0) return { u: 0, z: 0, width: wall.length.mm, height: wall.height.mm };
  const left = Math.min(...rects.map((r) => r.left)) - inches(16);
  const right = Math.max(...rects.map((r) => r.right)) + inches(16);
  const bottom = Math.min(...rects.map((r) => r.bottom));
  const top = Math.max(...rects.map((r) => r.top)) + inches(12);
  const from = bottom < inches(40) ? 0 : bottom - inches(12);
  const x = Math.max(0, left);
  const width = Math.min(wall.length.mm, right) - x;
  return { u: face === 'A' ? x : wall.length.mm - x - width, z: from, width, height: Math.min(wall.height.mm, top) - from };
}
