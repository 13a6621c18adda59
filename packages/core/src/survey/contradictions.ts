/** Two measurements of one thing that can't both hold: which, and by how much. mm. */
import { contradictionWords } from '../words/survey/contradictions.js';
import { BOX_KINDS, practice } from '../catalog/index.js';
import { atMost, term, type Judged } from '../codebook/index.js';
import { inches } from '../measure/index.js';
import {
  alongX,
  boxRect,
  studPlaces,
  type Anchor,
  type Box,
  type CheckMeasure,
  type Site,
  type StudPlace,
  type Wall,
} from '../model/index.js';
import { thingById } from './things.js';

/** A tape hooked twice by a careful person agrees within this (common practice). */
export const TAPE_AGREES_MM = inches(0.125);

function coordinate(
  site: Site,
  wall: Wall,
  anchor: Anchor,
  axis: CheckMeasure['axis'],
): { at: number; name: string; toleranceMm: number } | undefined {
  switch (anchor.thing) {
    case 'left-end':
      return axis === 'along' ? { at: 0, name: 'left end', toleranceMm: 0 } : undefined;
    case 'right-end':
      return axis === 'along' ? { at: wall.length.mm, name: 'right end', toleranceMm: wall.length.toleranceMm ?? 0 } : undefined;
    case 'floor':
      return axis === 'up' ? { at: 0, name: 'floor', toleranceMm: 0 } : undefined;
    case 'ceiling':
      return axis === 'up' ? { at: wall.height.mm, name: 'ceiling', toleranceMm: wall.height.toleranceMm ?? 0 } : undefined;
  }
  const thing = thingById(site, wall, anchor.thing);
  if (!thing) return undefined;
  const edge = anchor.edge ?? (axis === 'along' ? 'left' : 'bottom');
  const at =
    edge === 'left'
      ? thing.left
      : edge === 'right'
        ? thing.right
        : edge === 'bottom'
          ? thing.bottom
          : edge === 'top'
            ? thing.top
            : axis === 'along'
              ? (thing.left + thing.right) / 2
              : (thing.bottom + thing.top) / 2;
  return {
    at,
    name: `${thing.name}, ${edge}`,
    toleranceMm: thing.known === 'scanned' ? inches(0.25) : thing.known === 'assumed' || thing.known === 'guessed' ? inches(1) : 0,
  };
}

export interface Contradiction extends Judged {
  checkId: string;
  /** measured less what the other measurements make it */
  offMm: number;
}

/** Every second measurement held against what the first ones say. */
export function contradictions(site: Site, wall: Wall): Contradiction[] {
  return (wall.checks ?? []).flatMap((check): Contradiction[] => {
    const from = coordinate(site, wall, check.from, check.axis);
    const to = coordinate(site, wall, check.to, check.axis);
    if (!from || !to) return [];
    const reckoned = Math.abs(to.at - from.at);
    const offMm = check.distance.mm - reckoned;
    const allowed = TAPE_AGREES_MM + from.toleranceMm + to.toleranceMm;
    const ok = atMost(Math.abs(offMm), allowed);
    return [
      {
        checkId: check.id,
        offMm,
        verdict: ok ? 'ok' : 'stop',
        ...(ok
          ? contradictionWords.agree({ from: from.name, to: to.name })
          : contradictionWords.disagree({ from: from.name, to: to.name })),
        sums: [
          {
            terms: [
              term('measured directly', check.distance.mm, 'length'),
              term('less what the other measurements make it', -reckoned, 'length'),
            ],
            result: term('apart', Math.abs(offMm), 'length'),
            limit: { ...term('agrees within', allowed, 'length'), relation: '≤' },
          },
        ],
        source: practice,
      },
    ];
  });
}

/** A box hangs within this of the stud it is nailed or screwed to (common practice: a shim, no more). */
const HANGS_ON_MM = inches(0.5);
/** How far a stud may stand from where it is drawn, by how it is known (common practice). */
const STUD_WITHIN_MM: Record<StudPlace['known'], number> = {
  measured: inches(1 / 16),
  seen: inches(1 / 16),
  felt: inches(1 / 8),
  scanned: inches(1 / 4),
  assumed: inches(1),
  guessed: inches(1),
};

/**
 * A box that is noted to hang on the stud to its side, while its own measures put that stud somewhere else: one of the three is wrong.
 * Undefined where nothing is noted, nothing of studs is known, or they agree.
 */
export function awayFromItsStud(wall: Wall, box: Box): Judged | undefined {
  const rect = boxRect(wall, box);
  if (!rect || box.inFront !== undefined || (box.hangsOn !== 'left' && box.hangsOn !== 'right')) return undefined;
  if (box.kind !== 'other' && BOX_KINDS[box.kind].mounting === 'wings')
    return {
      verdict: 'can’t tell',
      ...contradictionWords.studAndWings({ hangsOn: box.hangsOn }),
      sums: [],
      source: practice,
    };
  const half = wall.framing.studWidth.mm / 2;
  const toLeft = alongX(box.face, box.hangsOn) < 0;
  const [near] = studPlaces(wall)
    .map((s) => ({ s, gap: toLeft ? rect.left - (s.x + half) : s.x - half - rect.right }))
    .sort((a, b) => Math.abs(a.gap) - Math.abs(b.gap));
  if (!near) return undefined;
  const allowed = HANGS_ON_MM + STUD_WITHIN_MM[near.s.known];
  if (atMost(Math.abs(near.gap), allowed)) return undefined;
  const reckoned = near.s.known === 'guessed';
  return {
    verdict: 'can’t tell',
    ...contradictionWords.studElsewhere({ hangsOn: box.hangsOn, reckoned }),
    sums: [
      {
        terms: [],
        result: term(`box to the nearest stud ${reckoned ? 'reckoned' : 'found'} on that side`, Math.abs(near.gap), 'length'),
        limit: { ...term('hangs on it within', allowed, 'length'), relation: '≤' },
      },
    ],
    source: practice,
  };
}
