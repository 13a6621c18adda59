/** Cutting an opening: outline with ears and clamp slots, order of cuts, how deep, and what the saw may meet on either face. mm. */
import { collisionWords } from '../words/layout/collisions.js';
import { cuttingWords } from '../words/layout/cutting.js';
import type { Told } from '../words/phrases.js';
import { BOX_KINDS, FINISHES, nec, practice } from '../catalog/index.js';
import { term, type Judged } from '../codebook/index.js';
import { inches, printLength, type LengthUnit } from '../measure/index.js';
import {
  alongX,
  baysLooked,
  boxRect,
  finishThicknessMm,
  studPlaces,
  wallThicknessMm,
  type Box,
  type Cable,
  type Edition,
  type Schools,
  type Site,
  type Wall,
} from '../model/index.js';
import { openingRect, overlaps, thingRect, type OpeningRect } from './opening.js';
import { studSide } from './relocate.js';

/** A gap wider than this round a box has to be filled (NEC 314.21, memory). */
export const GAP_LIMIT_MM = inches(0.125);
/** Plaster ears of a box: how far they stand out above and below, and how wide they are (common practice; measure the box in hand). */
export const EAR = { outMm: inches(0.4), wideMm: inches(0.75) };
/** Slot that the folded clamp wings or spikes slide through (common practice). */
const SLOT = { outMm: inches(0.2), highMm: inches(0.75) };

export interface Notch {
  kind: 'ear' | 'slot';
  /** relative to the opening's lower left corner, seen from the face; mm */
  x: number;
  z: number;
  width: number;
  height: number;
}

/** Ears top and bottom that the outline has to clear or that sit on the surface, and slots for wings. */
export function notches(box: Box, widthMm: number, heightMm: number): Notch[] {
  const kind = box.kind === 'other' ? undefined : BOX_KINDS[box.kind];
  if (!kind || kind.mounting === 'nail-on') return [];
  const ears: Notch[] = [heightMm, -EAR.outMm].map((z) => ({
    kind: 'ear',
    x: widthMm / 2 - EAR.wideMm / 2,
    z,
    width: EAR.wideMm,
    height: EAR.outMm,
  }));
  if (kind.mounting !== 'wings') return ears;
  // two-gang boxes carry wings on both long sides, one-gang ones on opposite corners
  const slots: Notch[] = [
    { kind: 'slot', x: -SLOT.outMm, z: heightMm - SLOT.highMm - inches(0.375), width: SLOT.outMm, height: SLOT.highMm },
    { kind: 'slot', x: widthMm, z: inches(0.375), width: SLOT.outMm, height: SLOT.highMm },
  ];
  return [...ears, ...slots];
}

/** Blade of each saw behind the surface at the end of its stroke (common practice). */
const STROKE_MM: Record<Schools['saw'], number> = {
  'hand saw': inches(5),
  'multi-tool': inches(1.25),
  'rotary with depth set': inches(0.125),
};
/** A blade wanders, and a hand pushes: this much around the outline counts as within reach (common practice). */
const ASIDE_MM = inches(1);

export interface CutPlan {
  order: string[];
  /** how far the blade may go in, from the surface; mm */
  depthMm: number;
  firstCut: string;
  behind: Judged[];
}

/** How far to either side of its box a cable that goes straight up or down may hang (common practice). */
const HANGS_MM = inches(1.5);

/** Cables of boxes on this wall that run up or down where an opening is to be cut; they hang in the cavity whichever face their box is on. */
function hangingBehind(
  site: Site,
  wall: Wall,
  box: Box,
  around: OpeningRect,
  before?: Box,
): { cable: Cable; own: Box; side: 'top' | 'bottom' }[] {
  const boxes = site.boxes.filter((b) => b.wallId === wall.id && b.id !== box.id && b.inFront === box.inFront);
  return (before ? [...boxes, before] : boxes).flatMap((own) => {
    const rect = boxRect(wall, own);
    if (!rect) return [];
    return site.cables.flatMap((cable) => {
      const side = cable.ends.find((e) => e.boxId === own.id)?.side;
      if (side !== 'top' && side !== 'bottom') return [];
      const column = {
        left: rect.centre - HANGS_MM,
        right: rect.centre + HANGS_MM,
        bottom: side === 'bottom' ? 0 : rect.top,
        top: side === 'top' ? wall.height.mm : rect.bottom,
      };
      return overlaps(around, column) ? [{ cable, own, side }] : [];
    });
  });
}

/** Cables that hang where a box is to be let into a wall, each with the box it comes from; empty where none is known to. */
export function cablesBehind(site: Site, wall: Wall, box: Box): { cable: Cable; own: Box; side: 'top' | 'bottom' }[] {
  const opening = openingRect(wall, box);
  if (!opening) return [];
  const { left, right, bottom, top } = opening;
  return hangingBehind(site, wall, box, {
    left: left - ASIDE_MM,
    right: right + ASIDE_MM,
    bottom: bottom - ASIDE_MM,
    top: top + ASIDE_MM,
  });
}

/** What lies around a cut, and how far the blade gets. */
interface Cut {
  site: Site;
  wall: Wall;
  box: Box;
  saw: Schools['saw'];
  around: OpeningRect;
  /** from the surface; mm */
  reach: number;
}
/** Held against the blade: deeper than it reaches, or in its way. */
function withinReach({ saw, reach }: Cut, to: string, near: number, words: { deeper: Told; reached: Told }): Judged {
  const clear = near - reach;
  return {
    verdict: clear > 0 ? 'caution' : 'stop',
    ...(clear > 0 ? words.deeper : words.reached),
    sums: [
      {
        terms: [term(`surface to ${to}`, near, 'length'), term(`less reach of the ${saw}`, -reach, 'length')],
        result: term('to spare', clear, 'length'),
        limit: { ...term('more than', 0, 'length'), relation: '≥' },
      },
    ],
    source: practice,
  };
}
function obstaclesBehind(cut: Cut): Judged[] {
  const { wall, box, saw, around } = cut;
  return wall.obstacles.flatMap((o): Judged[] => {
    if (!overlaps(around, thingRect(o))) return [];
    const near =
      o.behindA === undefined ? undefined : box.face === 'A' ? o.behindA.mm : o.thick && wallThicknessMm(wall) - o.behindA.mm - o.thick.mm;
    if (near === undefined)
      return [
        {
          verdict: 'stop',
          ...cuttingWords.depthUnknown({ kind: o.kind }),
          sums: [],
          source: practice,
        },
      ];
    return [
      withinReach(cut, `the ${o.kind}`, near, {
        deeper: cuttingWords.obstacleDeeper({ kind: o.kind, saw }),
        reached: cuttingWords.obstacleReached({ kind: o.kind, saw }),
      }),
    ];
  });
}
/** Boxes of the other face. */
function boxesBehind(cut: Cut): Judged[] {
  const { site, wall, box, saw, around } = cut;
  const deep = wallThicknessMm(wall);
  return site.boxes.flatMap((other): Judged[] => {
    if (other.wallId !== wall.id || other.face === box.face) return [];
    const rect = boxRect(wall, other);
    if (!rect || !overlaps(around, rect)) return [];
    const kind = other.kind === 'other' ? undefined : BOX_KINDS[other.kind];
    return [
      withinReach(cut, 'the back of that box', deep - (other.depth?.mm ?? kind?.depthMm ?? deep), {
        deeper: cuttingWords.boxDeeper({ other: other.name }),
        reached: cuttingWords.boxReached({ other: other.name, saw }),
      }),
    ];
  });
}
function cablesInReach({ site, wall, box, around }: Cut, before: Box | undefined): Judged[] {
  return hangingBehind(site, wall, box, around, before).map(({ cable, own, side }): Judged => {
    const hanging = { cable: cable.name, side };
    return {
      verdict: own === before ? 'caution' : 'stop',
      ...(own === before ? cuttingWords.itsOwnCable(hanging) : cuttingWords.otherCable({ ...hanging, own: own.name })),
      sums: [],
      source: practice,
    };
  });
}

/** Everything known within the saw's reach, on this face and on the other; and what nobody looked at. */
export function behindTheCut(
  site: Site,
  wall: Wall,
  box: Box,
  edition: Edition,
  schools: Pick<Schools, 'saw'>,
  /** the same box where it was found, when it moves: its own cable then hangs where the new opening is cut */
  before?: Box,
): Judged[] {
  const opening = openingRect(wall, box);
  const cant = (words: Told): Judged => ({ verdict: 'can’t tell', ...words, sums: [], source: practice });
  if (!opening) return [cant(collisionWords.boxUnplaced())];
  const around = {
    left: opening.left - ASIDE_MM,
    right: opening.right + ASIDE_MM,
    bottom: opening.bottom - ASIDE_MM,
    top: opening.top + ASIDE_MM,
  };
  const reach = Math.max(finishThicknessMm(wall, box.face), STROKE_MM[schools.saw]);
  const cut: Cut = { site, wall, box, saw: schools.saw, around, reach };
  const found = [...obstaclesBehind(cut), ...boxesBehind(cut), ...cablesInReach(cut, before)];
  if (wall.framing.material !== 'masonry' && !baysLooked(wall, opening)) found.push(cant(cuttingWords.bayUnlooked()));
  if (found.length) return found;
  return [
    {
      verdict: 'ok',
      ...cuttingWords.looked(),
      sums: [],
      source: nec(edition.slice(3), '110.12'),
    },
  ];
}

/** Order of cuts, the first one toward the stud, and the depth to set. */
export function cutPlan(
  site: Site,
  wall: Wall,
  box: Box,
  edition: Edition,
  schools: Pick<Schools, 'saw'>,
  unit: LengthUnit,
  before?: Box,
): CutPlan {
  const finish = finishThicknessMm(wall, box.face);
  const kind = box.kind === 'other' ? undefined : BOX_KINDS[box.kind];
  const say = (mm: number) => printLength(mm, unit);
  const opening = openingRect(wall, box);
  const lath = wall.faces[box.face].layers.some((l) => l.finish === 'plaster-lath');
  const masonry = wall.framing.material === 'masonry' || wall.faces[box.face].layers.some((l) => !FINISHES[l.finish].hollow);
  const side = studSide(wall, box).side;
  const nearest =
    opening &&
    studPlaces(wall)
      .map((s) => ({
        toward: s.x > (opening.left + opening.right) / 2 === alongX(box.face, 'right') > 0 ? 'right' : 'left',
        away: Math.min(Math.abs(s.x - opening.left), Math.abs(s.x - opening.right)),
      }))
      .sort((a, b) => a.away - b.away)[0];
  const toward = side === 'left' || side === 'right' ? side : (nearest?.toward ?? 'left');
  const onStud = kind?.mounting === 'stud-screw';
  const firstCut = onStud
    ? `a diagonal cut that starts ${say(inches(1))} from where the stud should be and stops on it: it gives the true lower corner`
    : `a short slanting cut in the middle of the outline, toward the ${toward} where the nearest stud is: if the blade stops, nothing is lost`;
  const order = masonry
    ? [
        'set the drill to the depth of the box',
        'drill a row of holes along the outline',
        'chisel from the middle outward',
        'try the box for flush and level before any mortar',
      ]
    : [
        'tape round the outline, level the top edge, draw with the box’s own ears as a guide',
        ...(lath
          ? [
              'score the plaster along the outline with a knife, several passes',
              'leave the middle lath whole until the last cut: it keeps the plaster from breaking',
            ]
          : []),
        firstCut,
        'bottom edge, then top edge',
        `the long edge away from the stud (${toward === 'left' ? 'right' : 'left'})`,
        `last the long edge at the stud (${toward})`,
        'notch for ears and wings only as far as they need: the plate tabs must have something to hold',
        'try the box: shave where it is tight; do not widen all round',
      ];
  return { order, depthMm: finish + inches(0.0625), firstCut, behind: behindTheCut(site, wall, box, edition, schools, before) };
}

/** Gap round the box body in its opening, against what has to be filled. */
export function openingFit(wall: Wall, box: Box, edition: Edition): Judged {
  const source = nec(edition.slice(3), '314.21');
  const [rect, opening] = [boxRect(wall, box), openingRect(wall, box)];
  if (!rect || !opening)
    return {
      verdict: 'can’t tell',
      ...collisionWords.boxUnplaced(),
      sums: [],
      source,
    };
  const gap = Math.max(
    (opening.right - opening.left - (rect.right - rect.left)) / 2,
    (opening.top - opening.bottom - (rect.top - rect.bottom)) / 2,
  );
  return {
    verdict: 'note',
    ...cuttingWords.snug(),
    sums: [
      {
        terms: [],
        result: term('gap round the box as laid out', gap, 'length'),
        limit: { ...term('gap to be filled beyond', GAP_LIMIT_MM, 'length'), relation: '≤' },
      },
    ],
    source,
  };
}
