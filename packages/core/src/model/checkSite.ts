/** Sense of a survey: things refer to things, boxes stand in walls. */
import { printLength, type LengthUnit } from '../measure/index.js';
import { quoted, type FieldError } from './fieldError.js';
import { builtInName } from './front.js';
import { finalErrors } from './checkFinals.js';
import { panelErrors, subpanelErrors } from './checkPanel.js';
import { breakersOf } from './panels.js';
import { boxRect, placeOriginX, wallThicknessMm } from './place.js';

import { lampsOf, type Box, type Cable, type Opening, type Room, type Site, type Wall } from './site.js';

export const duplicateIds = (list: { id: string }[], path: string): FieldError[] => {
  const seen = new Set<string>();
  return list.flatMap((item, i) => {
    if (!seen.has(item.id)) {
      seen.add(item.id);
      return [];
    }
    return [
      {
        path: `${path}/${i}/id`,
        message: `Two things have the id ${item.id}; each needs its own.`,
        expected: 'an id of its own',
        came: quoted(item.id),
      },
    ];
  });
};

/** What is found wrong, and what it is held against. */
interface Looking {
  site: Site;
  path: string;
  errors: FieldError[];
  missing: (at: string, what: string, id: string) => void;
  wrong: (at: string, message: string, expected: string, came: unknown) => void;
  say: (mm: number) => string;
  rooms: ReadonlySet<string>;
  walls: ReadonlyMap<string, Wall>;
  /** lamps are boxes too */
  boxes: ReadonlySet<string>;
  circuits: ReadonlySet<string>;
  /** what made sense before and is the same object still */
  known: ReadonlySet<unknown>;
}
function looking(site: Site, unit: LengthUnit, path: string, sound: Site | undefined): Looking {
  const errors: FieldError[] = [];
  return {
    ...{ site, path, errors, say: (mm) => printLength(mm, unit) },
    missing: (at, what, id) =>
      void errors.push({ path: at, message: `There is no ${what} with the id ${id}.`, expected: `the id of a ${what}`, came: quoted(id) }),
    wrong: (at, message, expected, came) => void errors.push({ path: at, message, expected, came: quoted(came) }),
    rooms: new Set(site.rooms.map((r) => r.id)),
    walls: new Map(site.walls.map((w) => [w.id, w])),
    boxes: new Set([...site.boxes, ...lampsOf(site)].map((b) => b.id)),
    circuits: new Set(site.circuits.map((c) => c.id)),
    known: new Set<unknown>(sound ? [...sound.walls, ...sound.boxes] : []),
  };
}

/**
 * Whether a site makes sense: every reference leads somewhere, and every box and obstacle stands inside its wall.
 * @param sound a site that made sense: what is the same object in both is held against the rest only, not looked through again
 */
export function siteErrors(site: Site, unit: LengthUnit, path: string, sound?: Site): FieldError[] {
  const look = looking(site, unit, path, sound);
  const { errors, missing, rooms, boxes, circuits } = look;
  for (const key of ['rooms', 'walls', 'boxes', 'cables', 'devices', 'circuits', 'loads'] as const)
    errors.push(...duplicateIds(site[key], `${path}/${key}`));
  if (site.wiring) errors.push(...duplicateIds(site.wiring, `${path}/wiring`));
  if (site.lamps) errors.push(...duplicateIds([...site.boxes, ...site.lamps], `${path}/lamps`));
  site.walls.forEach((wall, w) => wallErrors(look, wall, `${path}/walls/${w}`));
  site.rooms.forEach((room, r) => roomErrors(look, room, `${path}/rooms/${r}`));
  site.boxes.forEach((box, b) => boxErrors(look, box, `${path}/boxes/${b}`));
  site.cables.forEach((cable, c) => cableErrors(look, cable, `${path}/cables/${c}`));
  lampsOf(site).forEach((lamp, l) => {
    if (!rooms.has(lamp.roomId)) missing(`${path}/lamps/${l}/roomId`, 'room', lamp.roomId);
    if (lamp.circuitId && !circuits.has(lamp.circuitId)) missing(`${path}/lamps/${l}/circuitId`, 'circuit', lamp.circuitId);
  });
  site.devices.forEach((device, d) => {
    if (!boxes.has(device.boxId)) missing(`${path}/devices/${d}/boxId`, 'box', device.boxId);
    if (device.circuitId && !circuits.has(device.circuitId)) missing(`${path}/devices/${d}/circuitId`, 'circuit', device.circuitId);
  });
  site.loads.forEach((load, l) => {
    if (!circuits.has(load.circuitId)) missing(`${path}/loads/${l}/circuitId`, 'circuit', load.circuitId);
    if (load.boxId && !boxes.has(load.boxId)) missing(`${path}/loads/${l}/boxId`, 'box', load.boxId);
  });
  if (site.panel) {
    const all = new Set(breakersOf(site).map((b) => b.id));
    errors.push(...panelErrors(site.panel, { circuits, boxes, breakers: all }, site.walls, `${path}/panel`));
  }
  if (site.finals) errors.push(...duplicateIds(site.finals, `${path}/finals`), ...finalErrors(site.finals, boxes, `${path}/finals`));
  if (site.subpanels) errors.push(...subpanelErrors(site, { circuits, boxes }, `${path}/subpanels`));
  return errors;
}

function wallErrors(look: Looking, wall: Wall, at: string): void {
  const { errors, missing, rooms, known } = look;
  for (const face of ['A', 'B'] as const)
    if (!rooms.has(wall.faces[face].roomId)) missing(`${at}/faces/${face}/roomId`, 'room', wall.faces[face].roomId);
  if (known.has(wall)) return;
  errors.push(...duplicateIds(wall.references, `${at}/references`), ...duplicateIds(wall.obstacles, `${at}/obstacles`));
  studErrors(look, wall, at);
  openingErrors(look, wall, at);
  fixtureErrors(look, wall, at);
  errors.push(...duplicateIds(wall.openings, `${at}/openings`), ...duplicateIds(wall.fixtures ?? [], `${at}/fixtures`));
  obstacleErrors(look, wall, at);
}
function studErrors({ wrong, say }: Looking, wall: Wall, at: string): void {
  if (wall.framing.knownStud && (wall.framing.knownStud.mm < 0 || wall.framing.knownStud.mm > wall.length.mm)) {
    wrong(
      `${at}/framing/knownStud/mm`,
      `The known stud is at ${say(wall.framing.knownStud.mm)}, outside the wall of ${say(wall.length.mm)}.`,
      `0 to ${say(wall.length.mm)}`,
      wall.framing.knownStud.mm,
    );
  }
  wall.framing.extraStuds.forEach((stud, i) => {
    if (stud.x.mm < 0 || stud.x.mm > wall.length.mm)
      wrong(
        `${at}/framing/extraStuds/${i}/x/mm`,
        `The stud at ${say(stud.x.mm)} is outside the wall of ${say(wall.length.mm)}.`,
        `0 to ${say(wall.length.mm)}`,
        stud.x.mm,
      );
  });
}
/** Doors and windows: inside the wall, and not over each other. */
function openingErrors(look: Looking, wall: Wall, at: string): void {
  const { wrong, say } = look;
  wall.openings.forEach((o, i) => {
    endsInside(look, wall, o, o.kind, `${at}/openings/${i}`);
    wall.openings.slice(0, i).forEach((other) => {
      const across = Math.min(o.x.mm + o.width.mm, other.x.mm + other.width.mm) - Math.max(o.x.mm, other.x.mm);
      const up = Math.min(o.z.mm + o.height.mm, other.z.mm + other.height.mm) - Math.max(o.z.mm, other.z.mm);
      if (across > 0.5 && up > 0.5)
        wrong(
          `${at}/openings/${i}/x/mm`,
          `The ${o.kind} at ${say(o.x.mm)} and the ${other.kind} at ${say(other.x.mm)} lie over each other by ${say(across)}.`,
          `a ${o.kind} clear of the ${other.kind}`,
          o.x.mm,
        );
    });
  });
}
function fixtureErrors(look: Looking, wall: Wall, at: string): void {
  (wall.fixtures ?? []).forEach((f, i) => endsInside(look, wall, f, f.kind.replace('-', ' '), `${at}/fixtures/${i}`));
}
/** Neither past the end of the wall nor above its top. */
function endsInside(
  { wrong, say }: Looking,
  wall: Wall,
  thing: Pick<Opening, 'x' | 'z' | 'width' | 'height'>,
  called: string,
  at: string,
): void {
  const [right, top] = [thing.x.mm + thing.width.mm, thing.z.mm + thing.height.mm];
  const atMost = (mm: number): string => `at most ${say(Math.max(0, mm))}`;
  if (right > wall.length.mm + 0.5)
    wrong(`${at}/x/mm`, `The ${called} ends at ${say(right)}, past the wall's end at ${say(wall.length.mm)}.`, atMost(wall.length.mm - thing.width.mm), thing.x.mm); // prettier-ignore
  if (top > wall.height.mm + 0.5)
    wrong(`${at}/height/mm`, `The ${called} ends at ${say(top)}, above the wall's top at ${say(wall.height.mm)}.`, atMost(wall.height.mm - thing.z.mm), thing.height.mm); // prettier-ignore
}
/** Pipes and ducts: inside the wall along it, and not deeper than it is thick. */
function obstacleErrors({ wrong, say }: Looking, wall: Wall, at: string): void {
  const deep = wallThicknessMm(wall);
  wall.obstacles.forEach((o, i) => {
    const far = (o.behindA?.mm ?? 0) + (o.thick?.mm ?? 0);
    if (o.behindA && far > deep + 0.5)
      wrong(
        `${at}/obstacles/${i}/behindA/mm`,
        `The ${o.kind} would reach ${say(far)} into a wall that is ${say(deep)} thick, surface to surface.`,
        `at most ${say(Math.max(0, deep - (o.thick?.mm ?? 0)))}`,
        o.behindA.mm,
      );
  });
  wall.obstacles.forEach((o, i) => {
    if (o.x.mm < -0.5 || o.x.mm + o.width.mm > wall.length.mm + 0.5) {
      wrong(
        `${at}/obstacles/${i}/x/mm`,
        `The ${o.kind} reaches from ${say(o.x.mm)} to ${say(o.x.mm + o.width.mm)}, outside the wall of ${say(wall.length.mm)}.`,
        `0 to ${say(wall.length.mm - o.width.mm)}`,
        o.x.mm,
      );
    }
  });
}

function roomErrors({ walls, missing, wrong, say }: Looking, room: Room, at: string): void {
  room.sides?.forEach((side, i) => {
    if (!walls.has(side.wallId)) missing(`${at}/sides/${i}/wallId`, 'wall', side.wallId);
  });
  room.wanted?.forEach((outlet, i) => {
    const wall = walls.get(outlet.wallId);
    if (!wall) return missing(`${at}/wanted/${i}/wallId`, 'wall', outlet.wallId);
    if (outlet.fromLeft.mm > wall.length.mm)
      wrong(
        `${at}/wanted/${i}/fromLeft/mm`,
        `An outlet is wanted at ${say(outlet.fromLeft.mm)}, past the end of ${wall.name} at ${say(wall.length.mm)}.`,
        `at most ${say(wall.length.mm)}`,
        outlet.fromLeft.mm,
      );
  });
}

function boxErrors(look: Looking, box: Box, at: string): void {
  const { walls, circuits, known, missing, wrong, say } = look;
  const wall = walls.get(box.wallId);
  if (!wall) return void missing(`${at}/wallId`, 'wall', box.wallId);
  if (placeOriginX(wall, box.face, box.place.from) === undefined)
    return void missing(`${at}/place/from`, 'reference on this wall', box.place.from);
  if (box.circuitId && !circuits.has(box.circuitId)) missing(`${at}/circuitId`, 'circuit', box.circuitId);
  if (known.has(box) && known.has(wall)) return;
  const rect = boxRect(wall, box)!;
  if (box.inFront !== undefined && !inFrontErrors(look, wall, box, rect, at)) return;
  if (rect.left < -0.5 || rect.right > wall.length.mm + 0.5) {
    wrong(
      `${at}/place/distance/mm`,
      `${box.name} would reach from ${say(rect.left)} to ${say(rect.right)} along a wall of ${say(wall.length.mm)}: outside it.`,
      `a place between 0 and ${say(wall.length.mm)}`,
      box.place.distance.mm,
    );
  }
  if (rect.top > wall.height.mm + 0.5) {
    wrong(
      `${at}/place/bottom/mm`,
      `${box.name} would end at ${say(rect.top)}, above the wall's top at ${say(wall.height.mm)}.`,
      `at most ${say(wall.height.mm - (rect.top - rect.bottom))}`,
      box.place.bottom.mm,
    );
  }
}
/** A box in the front of a built-in stands inside that front. */
function inFrontErrors(
  { missing, wrong, say }: Looking,
  wall: Wall,
  box: Box,
  rect: NonNullable<ReturnType<typeof boxRect>>,
  at: string,
): boolean {
  const builtIn = wall.fixtures?.find((f) => f.id === box.inFront && f.face === box.face);
  if (!builtIn) {
    missing(`${at}/inFront`, 'built-in at this face', box.inFront!);
    return false;
  }
  const [right, top] = [builtIn.x.mm + builtIn.width.mm, builtIn.z.mm + builtIn.height.mm];
  if (rect.left < builtIn.x.mm - 0.5 || rect.right > right + 0.5)
    wrong(
      `${at}/place/distance/mm`,
      `${box.name} would reach from ${say(rect.left)} to ${say(rect.right)} along the wall: outside the front of the ${builtInName(builtIn)}, which goes from ${say(builtIn.x.mm)} to ${say(right)}.`,
      `a place between ${say(builtIn.x.mm)} and ${say(right)}`,
      box.place.distance.mm,
    );
  if (rect.bottom < builtIn.z.mm - 0.5 || rect.top > top + 0.5)
    wrong(
      `${at}/place/bottom/mm`,
      `${box.name} would reach from ${say(rect.bottom)} to ${say(rect.top)} above the floor: outside the front of the ${builtInName(builtIn)}, which goes from ${say(builtIn.z.mm)} to ${say(top)}.`,
      `${say(builtIn.z.mm)} to ${say(top - (rect.top - rect.bottom))}`,
      box.place.bottom.mm,
    );
  return true;
}

function cableErrors({ boxes, circuits, missing, wrong }: Looking, cable: Cable, at: string): void {
  cable.ends.forEach((end, e) => {
    if (end.boxId && !boxes.has(end.boxId)) missing(`${at}/ends/${e}/boxId`, 'box', end.boxId);
  });
  cable.unbrokenIn.forEach((id, i) => {
    if (!boxes.has(id)) missing(`${at}/unbrokenIn/${i}`, 'box', id);
  });
  if (cable.circuitId && !circuits.has(cable.circuitId)) missing(`${at}/circuitId`, 'circuit', cable.circuitId);
  cable.uses?.forEach((use, i) => {
    if (use.circuitId && !circuits.has(use.circuitId)) missing(`${at}/uses/${i}/circuitId`, 'circuit', use.circuitId);
  });
  if (cable.uses && cable.uses.length !== cable.conductors.length)
    wrong(
      `${at}/uses`,
      `${cable.name} has ${cable.conductors.length} insulated conductors, and ${cable.uses.length} are said to be for something.`,
      `one use for each of ${cable.conductors.join(', ')}`,
      cable.uses.length,
    );
}
