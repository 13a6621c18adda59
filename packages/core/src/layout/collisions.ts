/** What a box would run into: studs, things in the bay, the box on the other face, doors, the wall's ends. mm. */
import { collisionWords } from '../words/layout/collisions.js';
import { inches, toInches } from '../measure/index.js';
import { BOX_KINDS, nec, plateWidthMm, practice } from '../catalog/index.js';
import {
  alongX,
  boxBody,
  boxRect,
  builtInName,
  finishThicknessMm,
  isFront,
  studPlaces,
  uXOf,
  wallThicknessMm,
  type Box,
  type Edition,
  type Fixture,
  type Obstacle,
  type Site,
  type StudPlace,
  type Sum,
  type Wall,
} from '../model/index.js';
import { atLeast, atMost, term, type Judged } from '../codebook/index.js';
import { HAIR_MM, INTO_STUD_MM, openingRect, overlaps, thingRect } from './opening.js';

/** How much nearer than drawn a stud may be: scanned or assumed edges are not exact (common practice). */
const STUD_DOUBT_MM: Record<string, number> = {
  measured: inches(1 / 16),
  seen: inches(1 / 16),
  felt: inches(1 / 8),
  scanned: inches(1 / 4),
  assumed: inches(1),
  // reckoned from another stud by the spacing: a rhythm drifts, and carpenters double up
  guessed: inches(1),
};

export interface StudClearance {
  /** free space between the opening and the stud edge on each side, as seen along face A; undefined: no stud on that side */
  leftMm: number | undefined;
  rightMm: number | undefined;
  /** centre of the stud that the opening overlaps */
  hits: number | undefined;
  /** how the stud on each side is known */
  leftKnown: StudPlace['known'] | undefined;
  rightKnown: StudPlace['known'] | undefined;
}

/** Along face A toward the stud that a box hangs on: -1 or 1; 0 where it hangs on none. */
const hangsToward = ({ face, hangsOn }: Box): number => (hangsOn === 'left' || hangsOn === 'right' ? alongX(face, hangsOn) : 0);

export function studClearance(wall: Wall, box: Box): StudClearance | undefined {
  const opening = openingRect(wall, box);
  if (!opening) return undefined;
  const half = wall.framing.studWidth.mm / 2;
  let leftMm: number | undefined;
  let rightMm: number | undefined;
  let hits: number | undefined;
  let leftKnown: StudPlace['known'] | undefined;
  let rightKnown: StudPlace['known'] | undefined;
  // the opening of a box that hangs on a stud shaves the finish over that one
  const hangs = hangsToward(box);
  const [low, high] = [hangs < 0 ? INTO_STUD_MM + HAIR_MM : HAIR_MM, hangs > 0 ? INTO_STUD_MM + HAIR_MM : HAIR_MM];
  for (const { x: centre, known } of studPlaces(wall)) {
    if (centre + half > opening.left + low && centre - half < opening.right - high) hits = centre;
    else if (centre < opening.left) {
      leftMm = opening.left - (centre + half);
      leftKnown = known;
    } else if (rightMm === undefined) {
      rightMm = centre - half - opening.right;
      rightKnown = known;
    }
  }
  return { leftMm, rightMm, hits, leftKnown, rightKnown };
}

const unplaced = (): Judged => ({ verdict: 'can’t tell', ...collisionWords.boxUnplaced(), sums: [], source: practice });

/** Box opening against the studs. */
export function studCollision(wall: Wall, box: Box): Judged {
  if (wall.framing.material === 'masonry') return { verdict: 'ok', ...collisionWords.masonryNoStuds(), sums: [], source: practice };
  if (isFront(wall)) return { verdict: 'ok', ...collisionWords.frontNoStuds(), sums: [], source: practice };
  if (!wall.framing.knownStud && wall.framing.extraStuds.length === 0)
    return { verdict: 'can’t tell', ...collisionWords.noStudFound(), sums: [], source: practice };
  const clearance = studClearance(wall, box);
  if (!clearance) return unplaced();
  const sums: Sum[] = [];
  // as somebody sees it who stands before this side: on the far one left and right change places
  const [low, high] = box.face === 'A' ? (['left', 'right'] as const) : (['right', 'left'] as const);
  const sides = [
    [`stud to the ${low}`, clearance.leftMm, clearance.leftKnown, -1],
    [`stud to the ${high}`, clearance.rightMm, clearance.rightKnown, 1],
  ] as const;
  const near: StudPlace['known'][] = [];
  let atItsStud = false;
  for (const [label, gap, known, toward] of sides)
    if (gap !== undefined && known !== undefined) {
      const doubt = STUD_DOUBT_MM[known]!;
      // beside the stud that it hangs on it belongs, once that was found
      const belongs = !atLeast(gap, doubt) && hangsToward(box) === toward && known !== 'assumed' && known !== 'guessed';
      if (!belongs && !atLeast(gap, doubt)) near.push(known);
      sums.push({
        terms: [],
        result: term(`opening to ${label}`, gap, 'length'),
        ...(belongs ? {} : { limit: { ...term(`doubt in its place, ${known}`, doubt, 'length'), relation: '≥' as const } }),
      });
      atItsStud ||= belongs;
    }
  if (clearance.hits !== undefined) {
    return {
      verdict: 'stop',
      ...collisionWords.intoStud(),
      source: practice,
      sums: [{ terms: [], result: term('stud centre from the left end of this side', uXOf(wall, box.face, clearance.hits), 'length') }],
    };
  }
  const unsure = near.some((known) => known === 'assumed' || known === 'guessed');
  if (near.length === 0)
    return { verdict: 'ok', ...(atItsStud ? collisionWords.atItsStud() : collisionWords.betweenStuds()), sums, source: practice };
  return {
    verdict: unsure ? 'can’t tell' : 'caution',
    ...(unsure ? collisionWords.studTooNearTaken() : collisionWords.studTooNear()),
    sums,
    source: practice,
  };
}

/** Free depth behind the finished surface of a box's face until an obstacle begins; undefined when its depth isn't known. */
function depthUntil(wall: Wall, box: Box, obstacle: Obstacle): number | undefined {
  if (obstacle.behindA === undefined) return undefined;
  if (box.face === 'A') return obstacle.behindA.mm;
  return obstacle.thick && wallThicknessMm(wall) - obstacle.behindA.mm - obstacle.thick.mm;
}

/** Box body against one obstacle: beside it, or in front of it with depth to spare. */
export function obstacleCollision(wall: Wall, box: Box, obstacle: Obstacle): Judged {
  const rect = boxRect(wall, box);
  const { depthMm } = boxBody(box);
  if (!rect) return unplaced();
  const o = thingRect(obstacle);
  const sideways = Math.max(o.left - rect.right, rect.left - o.right);
  const upDown = Math.max(o.bottom - rect.top, rect.bottom - o.top);
  const least = inches(0.5);
  const gap = Math.max(sideways, upDown);
  const beside: Sum = {
    terms: [],
    result: term(`${obstacle.kind} to the box`, Math.max(0, gap), 'length'),
    limit: { ...term('room for hand and blade', least, 'length'), relation: '≥' },
  };
  if (!overlaps(rect, o)) {
    const clear = atLeast(gap, least);
    return {
      verdict: clear ? 'ok' : 'caution',
      ...(clear ? collisionWords.obstacleClear({ kind: obstacle.kind }) : collisionWords.obstacleBeside({ kind: obstacle.kind })),
      sums: [beside],
      source: practice,
    };
  }
  const until = depthUntil(wall, box, obstacle);
  if (until === undefined || depthMm === undefined) {
    return {
      verdict: 'can’t tell',
      ...collisionWords.obstacleDepthUnknown({ kind: obstacle.kind, until }),
      sums: [],
      source: practice,
    };
  }
  const spare: Sum = {
    terms: [term('finished surface to the obstacle', until, 'length'), term('less box depth', -depthMm, 'length')],
    result: term('to spare', until - depthMm, 'length'),
    limit: { ...term('at least', 0, 'length'), relation: '≥' },
  };
  const fits = atLeast(until, depthMm);
  return {
    verdict: fits ? 'caution' : 'stop',
    ...(fits ? collisionWords.obstacleInFront({ kind: obstacle.kind }) : collisionWords.obstacleHit({ kind: obstacle.kind })),
    sums: [spare],
    source: practice,
  };
}

/** Depth of the cavity: the box reaches in by its depth less the finish in front. */
export function cavityDepth(wall: Wall, box: Box): Judged {
  const { depthMm } = boxBody(box);
  if (depthMm === undefined)
    return {
      verdict: 'can’t tell',
      ...collisionWords.boxDepthUnknown(),
      sums: [],
      source: practice,
    };
  if (isFront(wall) && wall.framing.studDepth.known === 'assumed')
    return {
      verdict: 'can’t tell',
      ...collisionWords.frontDepthUnknown(),
      sums: [],
      source: practice,
    };
  const finish = finishThicknessMm(wall, box.face);
  const reach = depthMm - finish;
  const fits = atLeast(wall.framing.studDepth.mm, reach);
  const taken = fits && wall.framing.studDepth.known === 'assumed';
  return {
    verdict: taken ? 'can’t tell' : fits ? 'ok' : 'stop',
    ...(taken ? collisionWords.cavityTaken() : fits ? collisionWords.cavityDeepEnough() : collisionWords.cavityTooShallow()),
    source: practice,
    sums: [
      {
        terms: [term('box depth', depthMm, 'length'), term('less the finish it passes', -finish, 'length')],
        result: term('reaches into the cavity', reach, 'length'),
        limit: { ...term('cavity', wall.framing.studDepth.mm, 'length'), relation: '≤' },
      },
    ],
  };
}

/** Two boxes on the two faces: side by side in the wall, or behind each other with both depths inside it. */
export function backToBack(wall: Wall, box: Box, other: Box): Judged {
  const [a, b] = [boxRect(wall, box), boxRect(wall, other)];
  if (!a || !b)
    return {
      verdict: 'can’t tell',
      ...collisionWords.aBoxUnplaced(),
      sums: [],
      source: practice,
    };
  const gap = Math.max(b.left - a.right, a.left - b.right, b.bottom - a.top, a.bottom - b.top);
  if (atLeast(gap, 0))
    return {
      verdict: 'ok',
      ...collisionWords.boxesBeside(),
      sums: [
        { terms: [], result: term('between the two boxes', gap, 'length'), limit: { ...term('at least', 0, 'length'), relation: '≥' } },
      ],
      source: practice,
    };
  if (box.face === other.face) return { verdict: 'stop', ...collisionWords.boxesInOne(), sums: [], source: practice };
  const [d1, d2] = [boxBody(box).depthMm, boxBody(other).depthMm];
  if (d1 === undefined || d2 === undefined)
    return {
      verdict: 'can’t tell',
      ...collisionWords.boxesDepthUnknown({ depthMm: d1, box: box.name, other: other.name }),
      sums: [],
      source: practice,
    };
  const thickness = wallThicknessMm(wall);
  const fits = atLeast(thickness, d1 + d2);
  return {
    verdict: fits ? 'caution' : 'stop',
    ...(fits ? collisionWords.boxesBehindWithRoom() : collisionWords.boxesMeet()),
    source: practice,
    sums: [
      {
        terms: [term(`depth of ${box.name}`, d1, 'length'), term(`depth of ${other.name}`, d2, 'length')],
        result: term('together', d1 + d2, 'length'),
        limit: { ...term('wall, surface to surface', thickness, 'length'), relation: '≤' },
      },
    ],
  };
}

/** Boxes on the two faces of a fire-rated wall: 24 in apart, or listed pads (300.21 and the wall's listing, memory). */
export function fireRatedBackToBack(edition: Edition, wall: Wall, box: Box, other: Box): Judged {
  const source = nec(edition.slice(3), '300.21; IRC R302.4.2');
  if (wall.fireRated === false) return { verdict: 'ok', ...collisionWords.notFireRated(), sums: [], source };
  if (wall.fireRated === undefined)
    return {
      verdict: 'can’t tell',
      ...collisionWords.fireUnknown(),
      sums: [],
      source,
    };
  const [a, b] = [boxRect(wall, box), boxRect(wall, other)];
  if (!a || !b) return { verdict: 'can’t tell', ...collisionWords.aBoxUnplaced(), sums: [], source };
  const apart = Math.max(0, b.left - a.right, a.left - b.right);
  const ok = atLeast(apart, inches(24));
  return {
    verdict: ok ? 'ok' : 'stop',
    ...(ok ? collisionWords.fireApart() : collisionWords.fireTooNear()),
    source,
    sums: [
      { terms: [], result: term('apart sideways', apart, 'length'), limit: { ...term('at least', inches(24), 'length'), relation: '≥' } },
    ],
  };
}

/** Largest opening of one box in a fire-rated wall, in² (IRC R302.4.2, from memory). */
const RATED_OPENING_IN2 = 16;
/**
 * An opening for a box in a wall that holds back fire: up to 16 in² for a steel box, a plastic one only where it is listed for such walls
 * (IRC R302.4.2, from memory). `garage`: the wall is one to a garage, which usually is rated.
 */
export function fireRatedOpening(edition: Edition, wall: Wall, box: Box, garage: boolean): Judged | undefined {
  if (wall.framing.material === 'masonry' || wall.fireRated === false || (wall.fireRated === undefined && !garage)) return undefined;
  const source = nec(edition.slice(3), '300.21; IRC R302.4.2');
  const opening = openingRect(wall, box);
  if (!opening) return undefined;
  const [wide, high] = [opening.right - opening.left, opening.top - opening.bottom];
  const in2 = toInches(wide) * toInches(high);
  const sums: Sum[] = [
    {
      terms: [term('opening width', wide, 'length'), term('opening height', high, 'length')],
      formula: 'width × height',
      result: term('opening', in2, 'in²'),
      limit: { ...term('at most, each', RATED_OPENING_IN2, 'in²'), relation: '≤' },
    },
  ];
  if (wall.fireRated === undefined)
    return {
      verdict: 'can’t tell',
      ...collisionWords.garageWallUnknown(),
      ...{ sums, source },
    };
  if (!atMost(in2, RATED_OPENING_IN2))
    return {
      verdict: 'stop',
      ...collisionWords.fireOpeningTooLarge(),
      ...{ sums, source },
    };
  const material = box.material ?? (box.kind === 'other' ? undefined : BOX_KINDS[box.kind].material);
  return {
    verdict: 'caution',
    ...collisionWords.fireBoxAndRim({ material }),
    ...{ sums, source },
  };
}

/** Base trim is hardly ever taller than this (common practice). */
const TALL_BASE_MM = inches(8);

/** The plate on the board it sits on: it may not reach past an edge, and of an edge that nobody measured nothing can be told. */
function onFront(builtIn: Fixture, plate: { left: number; right: number; bottom: number; top: number }): Judged {
  const left = builtIn.x.mm;
  const name = builtInName(builtIn);
  const gaps = [
    ['left edge', plate.left - left, builtIn.x],
    ['right edge', left + builtIn.width.mm - plate.right, builtIn.width],
    ['lower edge', plate.bottom - builtIn.z.mm, builtIn.z],
    ['upper edge', builtIn.z.mm + builtIn.height.mm - plate.top, builtIn.height],
  ] as const;
  const sums = gaps.map(([edge, gap]): Sum => ({
    terms: [],
    result: term(`plate to the ${edge} of the front`, gap, 'length'),
    limit: { ...term('at least', 0, 'length'), relation: '≥' },
  }));
  const past = gaps.filter(([, gap]) => gap < -HAIR_MM).map(([edge]) => edge);
  if (past.length)
    return {
      verdict: 'stop',
      ...collisionWords.plateOutsideFront({ past, name }),
      sums,
      source: practice,
    };
  const open = gaps.filter(([, , of]) => of.known === 'assumed').map(([edge]) => edge);
  return open.length
    ? {
        verdict: 'can’t tell',
        ...collisionWords.frontAsAssumed({ name, open }),
        sums,
        source: practice,
      }
    : { verdict: 'ok', ...collisionWords.insideFront({ name }), sums, source: practice };
}

/** Plate and opening against doors, windows, base trim and the wall's ends. */
export function surroundings(wall: Wall, box: Box): Judged {
  const rect = boxRect(wall, box);
  if (!rect) return unplaced();
  const plateHalf = plateWidthMm(box.gangs) / 2;
  const plate = {
    left: rect.centre - plateHalf,
    right: rect.centre + plateHalf,
    bottom: (rect.bottom + rect.top) / 2 - inches(2.25),
    top: (rect.bottom + rect.top) / 2 + inches(2.25),
  };
  const hit = wall.openings.find((o) => overlaps(plate, thingRect(o)));
  if (hit) return { verdict: 'stop', ...collisionWords.inDoorOrWindow({ kind: hit.kind }), sums: [], source: practice };
  const ends = Math.min(plate.left, wall.length.mm - plate.right);
  const endSum: Sum = {
    terms: [],
    result: term('plate to the nearer end of the wall', ends, 'length'),
    limit: { ...term('at least', 0, 'length'), relation: '≥' },
  };
  if (ends < -HAIR_MM) return { verdict: 'stop', ...collisionWords.pastEnd(), sums: [endSum], source: practice };
  if (isFront(wall)) return onFront(wall.builtIn, plate);
  const base = wall.faces[box.face].baseHeight;
  const sums = [endSum];
  if (base) {
    const over = plate.bottom - base.mm;
    sums.push({
      terms: [term('plate bottom', plate.bottom, 'length'), term('less base trim', -base.mm, 'length')],
      result: term('plate above the base', over, 'length'),
      limit: { ...term('at least', 0, 'length'), relation: '≥' },
    } as Sum);
    if (over < -HAIR_MM) return { verdict: 'stop', ...collisionWords.onTrim(), sums, source: practice };
  }
  if (base)
    return {
      verdict: 'ok',
      ...collisionWords.clearOfAll(),
      sums,
      source: practice,
    };
  if (plate.bottom < TALL_BASE_MM) {
    return {
      verdict: 'can’t tell',
      ...collisionWords.trimUnmeasured(),
      sums,
      source: practice,
    };
  }
  return {
    verdict: 'ok',
    ...collisionWords.clearAboveTrim(),
    sums,
    source: practice,
  };
}

/** Boxes of the site on the same wall, this one left out. */
export const otherBoxesOn = (site: Site, box: Box): Box[] =>
  site.boxes.filter((b) => b.wallId === box.wallId && b.inFront === box.inFront && b.id !== box.id);
