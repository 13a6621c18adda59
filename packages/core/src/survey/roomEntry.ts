/** A room from its wall lengths, typed round: `12' 6", 10', 12' 6", 10'`. Corners turn right; `l` before a length turns left there. */
import { UK_BOARD_MM } from '../catalog/index.js';
import { closing } from '../layout/index.js';
import { inches, parseLength, printLength, type LengthUnit } from '../measure/index.js';
import {
  NOT_ENTERED,
  idOf,
  isPreset,
  takenLayer,
  assumed,
  type FaceId,
  type Layer,
  type MeasuredLength,
  type Room,
  type RoomSide,
  type RoomUse,
  type Site,
  type Wall,
} from '../model/index.js';

export interface RoundOk {
  ok: true;
  lengths: MeasuredLength[];
  /** corner at the end of each wall */
  turns: RoomSide['turn'][];
}
export type RoundReading = RoundOk | { ok: false; message: string };

/**
 * Reads wall lengths round a room, clockwise as seen from above (to the right when standing inside and facing a wall).
 * Two lengths make a rectangle. A room that doesn't close is refused with the gap and where it lies.
 */
export function readRound(text: string, unit: LengthUnit): RoundReading {
  if (text.length > 1000) return { ok: false, message: 'That is too long for one room; type one length for each wall, with commas.' };
  const parts = text
    .split(/[,;\n]|\s+x\s+|×/i)
    .map((p) => p.trim())
    .filter((p) => p !== '');
  if (parts.length < 2)
    return { ok: false, message: `Type the wall lengths round the room with commas, for example 12' 6", 10', 12' 6", 10'.` };
  const lengths: MeasuredLength[] = [];
  const turnBefore: RoomSide['turn'][] = [];
  for (const [i, part] of parts.entries()) {
    const match = /^(l|left|r|right)\s+(.*)$/i.exec(part);
    const read = parseLength(match ? match[2]! : part, { unit });
    if (!read.ok) return { ok: false, message: `Wall ${i + 1}: ${read.message}` };
    if (read.mm < 25) return { ok: false, message: `Wall ${i + 1} is ${printLength(read.mm, unit)}; a wall is at least 1 in long.` };
    if (read.mm > 60_000) return { ok: false, message: `Wall ${i + 1} is ${printLength(read.mm, unit)}; walls up to 60 m are taken.` };
    lengths.push({ mm: read.mm, as: read.as, known: 'measured' });
    turnBefore.push(match && /^l/i.test(match[1]!) ? 'left' : 'right');
  }
  if (lengths.length === 2) {
    lengths.push({ ...lengths[0]! }, { ...lengths[1]! });
    turnBefore.push('right', 'right');
  }
  if (lengths.length === 3)
    return { ok: false, message: 'Three walls at right angles can’t close; a room has two lengths (a rectangle) or four and more.' };
  // the corner at the end of wall i is the one before wall i + 1
  const turns = lengths.map((_, i) => turnBefore[(i + 1) % lengths.length]!);
  const state = closing(
    lengths.map((l) => l.mm),
    turns,
  );
  if (state.turns !== 4) {
    const right = turns.filter((t) => t === 'right').length;
    return {
      ok: false,
      message: `With ${right} right and ${turns.length - right} left corners the walls don’t come round; a room has four right corners more than left ones. Put l before a wall where the room turns left.`,
    };
  }
  if (!state.closes) {
    const say = (mm: number) => printLength(Math.abs(mm), unit);
    const gaps = [
      ...(Math.abs(state.alongMm) > 0.5 ? [`${say(state.alongMm)} in the direction of wall 1`] : []),
      ...(Math.abs(state.acrossMm) > 0.5 ? [`${say(state.acrossMm)} across it`] : []),
    ];
    return {
      ok: false,
      message: `These walls don’t close: the last one ends ${gaps.join(' and ')} away from where the first began. Measure the walls that run that way again.`,
    };
  }
  return { ok: true, lengths, turns };
}

export interface RoomAnswers {
  id: string;
  name: string;
  use: RoomUse;
  lengths: MeasuredLength[];
  turns: RoomSide['turn'][];
  height: MeasuredLength;
  above?: Room['above'];
  below?: Room['below'];
  /** wall index → wall that is there already and is seen from its other face */
  shared?: Record<number, { wallId: string; face: FaceId }>;
  framing?: Wall['framing']['material'];
  /** 16 in where nothing was said */
  spacing?: MeasuredLength;
  /** by the usual make-ups of the UK: plaster on a leaf of brick, or plasterboard on studs at 400 mm */
  uk?: boolean;
}

/** What is taken of a wall there until it is measured, mm (common practice): a leaf of brick, studs of 75 × 38 at 400. */
const UK_WALL = { leaf: 102.5, stud: 75, width: 38, spacing: 400 } as const;
const ukMakeUp = ({ framing, spacing }: Pick<RoomAnswers, 'framing' | 'spacing'>): { framing: Wall['framing']; layer: () => Layer[] } => ({
  framing: {
    material: framing ?? 'masonry',
    ...(framing ? {} : { presets: ['material' as const] }),
    studDepth: assumed(framing === 'wood' || framing === 'metal' ? UK_WALL.stud : UK_WALL.leaf),
    studWidth: assumed(UK_WALL.width),
    spacing: spacing ?? assumed(UK_WALL.spacing),
    extraStuds: [],
  },
  layer: () => (framing === 'wood' || framing === 'metal' ? [{ ...takenLayer('drywall'), thickness: assumed(UK_BOARD_MM) }] : [takenLayer('plaster')]),
}); // prettier-ignore

/** Shared walls may differ by this much between the two rooms: each is measured from its own corners (common practice). */
const SHARED_WITHIN_MM = inches(6);

export interface Adding {
  site: Site;
  /** what stands against it, by wall; then the site is unchanged */
  problems: string[];
}

/** The site with one more room. Walls get usual make-ups, marked assumed; a shared wall stays one wall with two faces. */
export function addRoom(site: Site, answers: RoomAnswers, unit: LengthUnit): Adding {
  const problems: string[] = [];
  const { shared = {} } = answers;
  const walls = [...site.walls];
  const outside = site.rooms.find((r) => r.id === NOT_ENTERED) ?? { id: NOT_ENTERED, name: 'room not entered', use: 'outdoors' as const };
  const sides: RoomSide[] = answers.lengths.map((length, i) => {
    const turn = answers.turns[i]!;
    const known = shared[i];
    if (known) {
      const at = walls.findIndex((w) => w.id === known.wallId);
      const wall = walls[at];
      if (!wall) {
        problems.push(`Wall ${i + 1}: there is no wall ${known.wallId}.`);
        return { wallId: known.wallId, face: known.face, turn };
      }
      const off = length.mm - wall.length.mm;
      if (Math.abs(off) > SHARED_WITHIN_MM)
        problems.push(
          `Wall ${i + 1} was measured ${printLength(length.mm, unit)}, and ${wall.name} is ${printLength(wall.length.mm, unit)}: ${printLength(Math.abs(off), unit)} apart, too much for one wall. A room along a part of it has a wall of its own there.`,
        );
      if (wall.faces[known.face].roomId !== outside.id) problems.push(`Wall ${i + 1}: that face of ${wall.name} belongs to another room.`);
      walls[at] = { ...wall, faces: { ...wall.faces, [known.face]: { ...wall.faces[known.face], roomId: answers.id } } };
      return { wallId: wall.id, face: known.face, turn };
    }
    const id = idOf(answers.id, `w${i + 1}`);
    const british = answers.uk ? ukMakeUp(answers) : undefined;
    const layer = british?.layer ?? (() => [takenLayer('drywall')]);
    walls.push({
      id,
      name: `${answers.name}, wall ${i + 1}`,
      length,
      height: answers.height,
      framing: british?.framing ?? {
        material: answers.framing ?? 'wood',
        ...(answers.framing ? {} : { presets: ['material' as const] }),
        studDepth: assumed(inches(3.5)),
        studWidth: assumed(inches(1.5)),
        spacing: answers.spacing ?? assumed(inches(16)),
        extraStuds: [],
      },
      faces: { A: { roomId: answers.id, layers: layer() }, B: { roomId: outside.id, layers: layer() } },
      references: [],
      obstacles: [],
      openings: [],
    });
    return { wallId: id, face: 'A', turn };
  });
  if (problems.length) return { site, problems };
  const room: Room = {
    id: answers.id,
    name: answers.name,
    use: answers.use,
    sides,
    ...(answers.above ? { above: answers.above } : {}),
    ...(answers.below ? { below: answers.below } : {}),
  };
  const rooms = [...site.rooms.filter((r) => r.id !== room.id), room];
  return { site: { ...site, rooms: rooms.some((r) => r.id === outside.id) ? rooms : [...rooms, outside], walls }, problems: [] };
}

/** A yard, a deck or a porch is not walked round and has no ceiling: it lies along walls of the house, seen from outside. */
export function addOutdoors(
  site: Site,
  answers: { id: string; name: string; use: 'outdoors' | 'deck'; along: readonly { wallId: string; face: FaceId }[] },
): Adding {
  const problems = answers.along.flatMap((f) => {
    const wall = site.walls.find((w) => w.id === f.wallId);
    if (!wall) return [`There is no wall ${f.wallId}.`];
    return wall.faces[f.face].roomId === NOT_ENTERED ? [] : [`That side of ${wall.name} belongs to another room.`];
  });
  if (answers.along.length === 0) problems.push('Say along which wall of the house it lies.');
  if (problems.length) return { site, problems };
  const walls = site.walls.map((w) => {
    const face = answers.along.find((f) => f.wallId === w.id)?.face;
    if (!face) return w;
    const weathered = w.framing.material === 'masonry' ? ('brick' as const) : ('wood-siding' as const);
    // what somebody measured or named stays as it was typed
    const layers = w.faces[face].layers.every((l) => isPreset(l, 'finish') && l.thickness.known === 'assumed')
      ? [takenLayer(weathered)]
      : w.faces[face].layers;
    return { ...w, faces: { ...w.faces, [face]: { ...w.faces[face], layers, roomId: answers.id } } };
  });
  return { site: { ...site, rooms: [...site.rooms, { id: answers.id, name: answers.name, use: answers.use }], walls }, problems: [] };
}

/** Wall faces that no room has taken yet: where the next room may share a wall. */
export const freeFaces = (site: Site): { wallId: string; face: FaceId; name: string }[] =>
  site.walls.flatMap((w) =>
    (['A', 'B'] as const).filter((f) => w.faces[f].roomId === NOT_ENTERED).map((face) => ({ wallId: w.id, face, name: w.name })),
  );

/** Every face that belongs to a room, with the room's name: where something can hang. */
export const roomFaces = (site: Site): { wallId: string; face: FaceId; name: string }[] =>
  site.walls.flatMap((w) =>
    (['A', 'B'] as const).flatMap((face) => {
      const room = site.rooms.find((r) => r.id === w.faces[face].roomId);
      return room && room.id !== NOT_ENTERED ? [{ wallId: w.id, face, name: `${w.name}, from the ${room.name}` }] : [];
    }),
  );

/** The wall to the left or right round the room, seen from inside. */
export function nextWall(site: Site, wallId: string, face: FaceId, step: 1 | -1): RoomSide | undefined {
  const wall = site.walls.find((w) => w.id === wallId);
  const sides = site.rooms.find((r) => r.id === wall?.faces[face].roomId)?.sides;
  const i = sides?.findIndex((s) => s.wallId === wallId && s.face === face) ?? -1;
  return sides && i >= 0 ? sides[(i + step + sides.length) % sides.length] : undefined;
}
