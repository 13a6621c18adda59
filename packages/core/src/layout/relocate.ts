/** Moving an outlet up, down or sideways, and making it bigger: the raise, whether the cable still reaches, which way it may grow. mm. */
import { collisionWords } from '../words/layout/collisions.js';
import { relocateWords } from '../words/layout/relocate.js';
import { GANG_PITCH_MM, nec, practice } from '../catalog/index.js';
import { atLeast, freeConductorLength, term, type Judged } from '../codebook/index.js';
import { inches } from '../measure/index.js';
import { alongX, boxRect, studPlaces, type Box, type CableEnd, type Edition, type Sum, type Wall } from '../model/index.js';
import { openingRect } from './opening.js';

export interface RelocationCable {
  name: string;
  /** side of the old box where it comes in; absent: nobody looked */
  side: CableEnd['side'];
  /** conductors as they are, from where they leave the sheath; absent: not measured */
  freeMm: number | undefined;
  /** from the old box to where the cable is first held; absent: not known, then all of a sideways move is lost */
  heldAtMm?: number;
}

export interface RelocationInput {
  edition: Edition;
  cable: RelocationCable;
  /** how far the box goes up (down is below 0) and sideways, seen from its face */
  upMm: number;
  sidewaysMm: number;
  /** what code wants free in the new box */
  neededMm: number;
}

/** What the cable gains or loses by the move: from above it gains on the way up, from below it loses; sideways goes by the bend. */
export function slackChange(side: CableEnd['side'], upMm: number, sidewaysMm: number, heldAtMm: number | undefined): number | undefined {
  if (side === undefined || side === 'back') return undefined;
  const across = Math.abs(sidewaysMm);
  if (side === 'top' || side === 'bottom') {
    const straight = side === 'top' ? upMm : -upMm;
    if (across === 0) return straight;
    if (heldAtMm === undefined) return straight - across;
    // the loose end swings round where it is held
    return heldAtMm - Math.hypot(Math.max(0, heldAtMm - straight), across);
  }
  const toward = side === 'left' ? -sidewaysMm : sidewaysMm;
  return toward - Math.abs(upMm);
}

/** Whether a cable still leaves enough free conductor in the moved box (handbook 5; the length itself is 300.14). */
export function relocationReach(input: RelocationInput): Judged & { newFreeMm: number | undefined } {
  const source = nec(input.edition.slice(3), '300.14');
  const { cable } = input;
  const change = slackChange(cable.side, input.upMm, input.sidewaysMm, cable.heldAtMm);
  if (change === undefined)
    return {
      verdict: 'can’t tell',
      ...relocateWords.sideUnknown({ cable: cable.name }),
      sums: [],
      source,
      newFreeMm: undefined,
    };
  if (cable.freeMm === undefined)
    return {
      verdict: 'can’t tell',
      ...relocateWords.freeUnknown({ cable: cable.name }),
      sums: [],
      source,
      newFreeMm: undefined,
    };
  const newFreeMm = cable.freeMm + change;
  const sum: Sum = {
    terms: [
      term('free now', cable.freeMm, 'length'),
      term(
        change >= 0 ? `gained: ${cable.name} comes from the ${cable.side}` : `lost: ${cable.name} comes from the ${cable.side}`,
        change,
        'length',
      ),
    ],
    result: term('free in the moved box', newFreeMm, 'length'),
    limit: { ...term('needed', input.neededMm, 'length'), relation: '≥' },
  };
  const ok = atLeast(newFreeMm, input.neededMm);
  return {
    verdict: ok ? 'ok' : 'stop',
    ...(ok ? relocateWords.reaches({ cable: cable.name }) : relocateWords.tooShort({ cable: cable.name })),
    sums: [sum],
    source,
    newFreeMm,
  };
}

/** The raise as a sum: new bottom less old bottom, and the opening's move with it. */
export function raiseSum(oldBottomMm: number, newBottomMm: number): Sum {
  return {
    terms: [term('new height to box bottom', newBottomMm, 'length'), term('less the old one', -oldBottomMm, 'length')],
    result: term(newBottomMm >= oldBottomMm ? 'raise' : 'lowering (below 0)', newBottomMm - oldBottomMm, 'length'),
  };
}

export interface StudSide {
  /** seen from the box's face */
  side: 'left' | 'right' | 'none' | undefined;
  how: 'noted' | 'nearest stud' | 'not known';
}
/** A box whose edge lies this near to a stud's face most likely hangs on it (common practice). */
const HANGS_WITHIN_MM = inches(0.5);

/** Which side of a box the stud is on: as noted, else by the nearest stud that was found. */
export function studSide(wall: Wall, box: Box): StudSide {
  if (box.hangsOn) return { side: box.hangsOn, how: 'noted' };
  const rect = boxRect(wall, box);
  if (!rect) return { side: undefined, how: 'not known' };
  const half = wall.framing.studWidth.mm / 2;
  const near = studPlaces(wall)
    .filter((s) => s.known !== 'guessed')
    .map((s) => ({ right: s.x > rect.centre, gap: s.x > rect.centre ? s.x - half - rect.right : rect.left - s.x - half }))
    .sort((a, b) => Math.abs(a.gap) - Math.abs(b.gap))[0];
  if (!near || Math.abs(near.gap) > HANGS_WITHIN_MM) return { side: undefined, how: 'not known' };
  return { side: near.right === (box.face === 'A') ? 'right' : 'left', how: 'nearest stud' };
}

/** Enlarging goes away from the stud: what each added gang needs beside the opening, and what is there. */
export function enlarging(wall: Wall, box: Box, addedGangs: number): Judged & { toward: 'left' | 'right' | undefined } {
  const side = studSide(wall, box);
  const source = practice;
  if (side.side === undefined)
    return {
      verdict: 'can’t tell',
      ...relocateWords.hangingUnknown(),
      sums: [],
      source,
      toward: undefined,
    };
  const opening = openingRect(wall, box);
  if (!opening)
    return {
      verdict: 'can’t tell',
      ...collisionWords.boxUnplaced(),
      sums: [],
      source,
      toward: undefined,
    };
  const half = wall.framing.studWidth.mm / 2;
  const room = (toward: 'left' | 'right'): number => {
    const along = alongX(box.face, toward);
    const edge = along > 0 ? opening.right : opening.left;
    const gaps = [
      ...studPlaces(wall).map((s) => (s.x - edge) * along - half),
      ...wall.openings.flatMap((o) => [(o.x.mm - edge) * along, (o.x.mm + o.width.mm - edge) * along]),
      ...wall.obstacles
        .filter((o) => o.z.mm < opening.top && o.z.mm + o.height.mm > opening.bottom)
        .flatMap((o) => [(o.x.mm - edge) * along, (o.x.mm + o.width.mm - edge) * along]),
      along > 0 ? wall.length.mm - edge : edge,
    ].filter((gap) => gap > -half);
    return Math.max(0, Math.min(...gaps));
  };
  const toward = side.side === 'left' ? 'right' : side.side === 'right' ? 'left' : room('left') > room('right') ? 'left' : 'right';
  const need = addedGangs * GANG_PITCH_MM;
  const free = room(toward);
  const ok = atLeast(free, need);
  const known = studPlaces(wall).length > 0;
  return {
    toward,
    verdict: !known ? 'can’t tell' : ok ? 'ok' : 'stop',
    ...(ok ? relocateWords.grows({ toward, side: side.side, known }) : relocateWords.noRoom({ toward, addedGangs, known })),
    sums: [
      {
        terms: [],
        result: term(`free beside the opening to the ${toward}`, free, 'length'),
        limit: { ...term(`${addedGangs} more ${addedGangs === 1 ? 'gang' : 'gangs'} at 1 13/16 in`, need, 'length'), relation: '≥' },
      },
    ],
    source,
  };
}

/** Free conductor that the moved box needs: code's two rules on its own depth and opening. */
export const neededFree = (depthInsideMm: number, opening: { left: number; right: number; bottom: number; top: number }): number =>
  freeConductorLength(depthInsideMm, opening.right - opening.left, opening.top - opening.bottom);
