/** What stands about a box on its wall: studs, pipes, doors, other boxes. By the faceplates of the UK. */
import { aroundWords } from '../words/alteration/around.js';
import { toldBy, type Told } from '../words/phrases.js';
import { type Judged, term } from '../codebook/index.js';
import { FACEPLATE, practice } from '../catalog/index.js';
import { backToBack, obstacleCollision, otherBoxesOn, studCollision, thingRect } from '../layout/index.js';
import { ukKind, type Spot } from './spots.js';
import { boxBody, boxRect, type Box, type Site } from '../model/index.js';

export const AROUND_RULES = ['stud', 'in-the-wall', 'beside', 'back-to-back'] as const;
export type AroundRule = (typeof AROUND_RULES)[number];
export type Around = Judged & { rule: AroundRule; subject: string };

/** Faceplates nearer than this can’t be screwed on side by side, mm (common practice). */
const PLATES_APART_MM = 5;
/** No skirting stands higher, mm (common practice; Victorian ones reach 225). */
const SKIRTING_TO_MM = 250;

interface Outline {
  left: number;
  right: number;
  bottom: number;
  top: number;
}
/** Faceplate of a box on its wall, in face A’s x; of what is no box of the catalogue its body. */
function plateOf(wall: Spot['wall'], box: Box): Outline | undefined {
  const rect = boxRect(wall, box);
  if (!rect) return undefined;
  const body = boxBody(box);
  const { widthMm, heightMm } = ukKind(box) ? FACEPLATE[box.gangs > 1 ? 2 : 1] : body;
  const middle = (rect.bottom + rect.top) / 2;
  return { left: rect.centre - widthMm / 2, right: rect.centre + widthMm / 2, bottom: middle - heightMm / 2, top: middle + heightMm / 2 };
}
const over = (a: Outline, b: Outline, gap = 0): boolean =>
  a.left < b.right + gap && b.left < a.right + gap && a.bottom < b.top + gap && b.bottom < a.top + gap;

/**
 * @param replaces the box that it takes the place of
 */
export function around(site: Site, { wall, box, face }: Spot, replaces?: string): Around[] {
  const out: Around[] = [];
  const say = (rule: AroundRule, subject: string, judged: Judged): void => void out.push({ rule, subject, ...judged });
  const stop = (words: Told): Judged => ({ verdict: 'stop', ...words, sums: [], source: practice });
  if (wall.framing.material !== 'masonry') {
    const stud = studCollision(wall, box);
    say('stud', box.id, stud.verdict === 'can’t tell' ? { ...stud, ...aroundWords.studUnknown({ told: toldBy(stud) }) } : stud);
  }
  for (const o of wall.obstacles) say('in-the-wall', o.id, obstacleCollision(wall, box, o));
  const plate = plateOf(wall, box);
  const guessed = [box.place.distance, box.place.bottom].some((l) => l.known === 'assumed');
  if (plate) {
    const opening = wall.openings.find((o) => over(plate, thingRect(o)));
    const fixture = (wall.fixtures ?? []).find((f) => f.face === face && over(plate, thingRect(f)));
    const base = wall.faces[face].baseHeight?.mm;
    const end = Math.min(plate.left, wall.length.mm - plate.right);
    if (opening) say('beside', opening.id, stop(aroundWords.inOpening({ kind: opening.kind })));
    else if (fixture) say('beside', fixture.id, stop(aroundWords.behindFixture({ kind: fixture.kind })));
    else if (end < -0.01) say('beside', wall.id, stop(aroundWords.pastEnd()));
    else if (base !== undefined && plate.bottom < base - 0.01) say('beside', `${wall.id}/skirting`, stop(aroundWords.onSkirting()));
    else if (base === undefined && plate.bottom < SKIRTING_TO_MM) say('beside', `${wall.id}/skirting`, { verdict: 'can’t tell', ...aroundWords.skirtingUnknown({ bottom: plate.bottom }), sums: [], source: practice });
    else
      say('beside', box.id, {
        ...{ verdict: guessed ? 'can’t tell' : 'ok', ...aroundWords.clear({ guessed, base }), source: practice },
        sums: [{ terms: [], result: term('faceplate to the nearer end', end, 'length'), limit: { ...term('at least', 0, 'length'), relation: '≥' } }],
      });
  }
  for (const other of otherBoxesOn(site, box).filter((b) => b.id !== replaces)) {
    if (other.face !== face) {
      const judged = backToBack(wall, box, other);
      if (judged.verdict !== 'ok') say('back-to-back', other.id, judged);
      continue;
    }
    const theirs = plateOf(wall, other);
    if (plate && theirs && over(plate, theirs, PLATES_APART_MM)) say('beside', other.id, stop(aroundWords.meets({ other: other.name })));
  }
  return out;
} // prettier-ignore
