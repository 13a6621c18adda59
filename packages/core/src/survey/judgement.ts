/** All that is judged of one box on a wall: height, stud side, kind, opening, what lies behind, and the move from where it was. */
import { toldBy } from '../words/phrases.js';
import { wallWords } from '../words/survey/judgement.js';
import { wallTitles } from '../words/survey/titles.js';
import { BOX_KINDS, FINISHES, nec, PLATE, plateWidthMm, practice } from '../catalog/index.js';
import { atLeast, atMost, byVerdict, setback, term, type Judged, type Judgement, type LedgerRule } from '../codebook/index.js';
import {
  accessibleReach,
  cutPlan,
  enlarging,
  HAIR_MM,
  heightMatch,
  leftover,
  LEVEL_WITHIN_MM,
  longestScrewMm,
  onSurface,
  neededFree,
  obstacleCollision,
  openingFit,
  openingRect,
  patchPlan,
  raiseSum,
  relocationReach,
  studCollision,
  studSide,
  suitableBoxes,
  surroundings,
  type BoxSuitability,
  type CutPlan,
  type OpeningRect,
  type PatchPlan,
} from '../layout/index.js';
import { inches, type LengthUnit } from '../measure/index.js';
import {
  boxBody,
  boxRect,
  letInto,
  studPlaces,
  type Box,
  type Edition,
  type Fixture,
  type MeasuredLength,
  type Room,
  type Schools,
  type Site,
  type Sum,
  type Wall,
} from '../model/index.js';
import { cablesIn, fillOf, sheathToOpening } from '../wiring/index.js';
import { contradictions } from './contradictions.js';
import { fixtureName } from './things.js';
import { volumeNeeded } from './volumeNeeded.js';

export interface WallFinding extends Judgement<LedgerRule> {
  /** one click: the box as it would be; undone like any edit */
  cure?: { title: string; box: Box };
}

export interface JudgementInput {
  /** the state that is judged */
  site: Site;
  /** the same box as it was found, when it is moved, enlarged or replaced */
  found?: Site;
  wall: Wall;
  boxId: string;
  edition: Edition;
  schools: Schools;
  unit: LengthUnit;
}

const CLEAR_OF_TRIM_MM = inches(0.25);
/** Heights met without a box to match (handbook 2; common practice). */
export const PREFERRED_BOTTOM_MM = inches(13.25);

interface Plate {
  left: number;
  right: number;
  bottom: number;
  top: number;
}
/** The cover plate, centred on the box. */
export function plateOf(wall: Wall, box: Box): Plate | undefined {
  const rect = boxRect(wall, box);
  if (!rect) return undefined;
  const half = plateWidthMm(box.gangs) / 2;
  const middle = (rect.bottom + rect.top) / 2;
  return { left: rect.centre - half, right: rect.centre + half, bottom: middle - PLATE.heightMm / 2, top: middle + PLATE.heightMm / 2 };
}

const atPlate = (wall: Wall, box: Box, f: Fixture): boolean => {
  const plate = plateOf(wall, box);
  return plate !== undefined && f.face === box.face && f.x.mm < plate.right && f.x.mm + f.width.mm > plate.left;
};

const withBottom = (box: Box, mm: number): Box => ({
  ...box,
  place: { ...box.place, bottom: { mm, known: 'measured' } satisfies MeasuredLength },
});

/** The height that the room and what stands at the wall ask for, worked as a sum. */
export function suggestedBottom(
  site: Site,
  wall: Wall,
  box: Box,
  schools: Schools,
): { bottomMm: number; sum: Sum; why: string; over?: 'trim' } {
  const body = boxBody(box).heightMm;
  const under = (wall.fixtures ?? [])
    .filter((f) => atPlate(wall, box, f) && ['wainscot', 'cap-trim', 'counter', 'backsplash', 'base-cabinet'].includes(f.kind))
    .sort((a, b) => b.z.mm + b.height.mm - (a.z.mm + a.height.mm))[0];
  if (under) {
    const top = under.z.mm + under.height.mm;
    const bottomMm = top + CLEAR_OF_TRIM_MM + PLATE.heightMm / 2 - body / 2;
    return {
      bottomMm,
      why: `above the ${fixtureName(under.kind)}`,
      over: 'trim',
      sum: {
        terms: [
          term(`top of the ${fixtureName(under.kind)}`, top, 'length'),
          term('clear of it', CLEAR_OF_TRIM_MM, 'length'),
          term('half the plate', PLATE.heightMm / 2, 'length'),
          term('less half the box', -body / 2, 'length'),
        ],
        result: term('floor to box bottom', bottomMm, 'length'),
      },
    };
  }
  const room = site.rooms.find((r) => r.id === wall.faces[box.face].roomId);
  const others = bottomsInRoom(site, room, box.id);
  // the room’s boxes are measured from the same floor; only a height that is meant for a finished one has what is laid added
  const add = room?.floorToAdd?.mm ?? 0;
  if (schools.height === 'match existing' && others.length) {
    const most = mostCommon(others);
    return {
      bottomMm: most,
      why: 'level with the room’s boxes',
      sum: {
        terms: [term('the room’s box bottom', most, 'length')],
        result: term('floor to box bottom', most, 'length'),
      },
    };
  }
  return {
    bottomMm: PREFERRED_BOTTOM_MM + add,
    why: 'your preferred height',
    sum: {
      terms: [term('preferred height', PREFERRED_BOTTOM_MM, 'length'), ...(add ? [term('floor still to be laid', add, 'length')] : [])],
      result: term('floor to box bottom', PREFERRED_BOTTOM_MM + add, 'length'),
    },
  };
}

/**
 * Bottoms of the other boxes of a room, mm above its floor as it is, that one at `bottomMm` is seen in a row with: those down by the base,
 * or those above a counter. A box of the room behind the wall is nobody’s measure.
 */
export function bottomsInRoom(site: Site, room: Room | undefined, butNot: string, bottomMm = 0): number[] {
  const walls = new Map(site.walls.map((w) => [w.id, w]));
  const low = (mm: number): boolean => mm < inches(30);
  return (
    site.boxes
      .filter((b) => b.id !== butNot && walls.get(b.wallId)?.faces[b.face].roomId === room?.id)
      // a height that nobody measured is no measure for another
      .filter((b) => low(b.place.bottom.mm) === low(bottomMm) && b.place.bottom.known !== 'assumed')
      .map((b) => b.place.bottom.mm)
  );
}
const mostCommon = (values: number[]): number => {
  const near = (v: number) => values.filter((x) => Math.abs(x - v) < inches(0.25)).length;
  return values.reduce((a, b) => (near(b) > near(a) ? b : a));
};

/** Plate against trim, wainscot, counters, cabinets and furniture at its place. */
export function amongFixtures(wall: Wall, box: Box, edition: Edition): Judged[] {
  const plate = plateOf(wall, box);
  const rect = boxRect(wall, box);
  if (!plate || !rect) return [];
  return (wall.fixtures ?? [])
    .filter((f) => atPlate(wall, box, f))
    .map((f): Judged => {
      const name = fixtureName(f.kind);
      const top = f.z.mm + f.height.mm;
      const above = plate.bottom - top;
      const below = f.z.mm - plate.top;
      const gap = Math.max(above, below);
      const sums: Sum[] = [
        above >= below
          ? {
              terms: [term('plate bottom', plate.bottom, 'length'), term(`less top of the ${name}`, -top, 'length')],
              result: term('between', above, 'length'),
              limit: { ...term('at least', 0, 'length'), relation: '≥' },
            }
          : {
              terms: [term(`bottom of the ${name}`, f.z.mm, 'length'), term('less plate top', -plate.top, 'length')],
              result: term('between', below, 'length'),
              limit: { ...term('at least', 0, 'length'), relation: '≥' },
            },
      ];
      if (atLeast(gap, 0)) {
        if (f.kind === 'counter') {
          const over = rect.top - top;
          const counts = atMost(over, inches(20));
          sums.push({
            terms: [term('box top', rect.top, 'length'), term('less counter top', -top, 'length')],
            result: term('above the counter', over, 'length'),
            limit: { ...term('at most', inches(20), 'length'), relation: '≤' },
          });
          return {
            verdict: counts ? 'ok' : 'caution',
            ...(counts ? wallWords.counterLow() : wallWords.counterHigh()),
            sums,
            source: nec(edition.slice(3), '210.52(C)'),
          };
        }
        return { verdict: 'ok', ...wallWords.featureClear({ name }), sums, source: practice };
      }
      const within = atMost(plate.top, top) && atLeast(plate.bottom, f.z.mm);
      if (f.kind === 'wainscot' && within)
        return {
          verdict: 'caution',
          ...wallWords.insideWainscot(),
          sums,
          source: practice,
        };
      if (f.kind === 'furniture' || f.kind === 'wall-cabinet' || f.kind === 'base-cabinet')
        return {
          verdict: 'caution',
          ...wallWords.behindFeature({ name }),
          sums,
          source: practice,
        };
      return { verdict: 'stop', ...wallWords.overEdge({ name }), sums, source: practice };
    });
}

const worst = (list: Judged[]): Judged | undefined => [...list].sort(byVerdict)[0];
const together = (list: Judged[]): Judged | undefined => {
  const lead = worst(list);
  return (
    lead && {
      ...lead,
      ...wallWords.together({ told: list.filter((j) => j.verdict === lead.verdict).map(toldBy), ask: list.find((j) => j.ask)?.ask }),
      sums: list.flatMap((j) => j.sums),
    }
  );
};

export interface BoxJudgement {
  findings: WallFinding[];
  kinds: BoxSuitability[];
  cut: CutPlan;
  /** when the box was found somewhere else or smaller */
  patch: PatchPlan | undefined;
  /** `cuts`: its opening reaches beyond the one that is there */
  move: { upMm: number; sidewaysMm: number; enlarged: number; cuts: boolean } | undefined;
}

/** Kinds that suit where a box stands or is to stand. */
export function kindsFor(input: JudgementInput, box: Box): BoxSuitability[] {
  const opening = openingRect(input.wall, box);
  return suitableBoxes(input.wall, box.face, {
    gangs: box.gangs,
    neededIn3: volumeNeeded(input.site, input.wall, box, input.edition),
    unit: input.unit,
    mount: input.schools.mount,
    ...(opening ? { at: opening } : {}),
  }).filter((k) => k.kind.gangs === box.gangs);
}

/** A box that is judged: on the wall or the board that it is let into, and where findings go. */
interface Judging {
  input: JudgementInput;
  box: Box;
  wall: Wall;
  /** something is cut for it; one of a raceway stands on the finish */
  cutIn: boolean;
  /** the box as it was found */
  before: Box | undefined;
  add: (rule: WallFinding['rule'], title: string, judged: Judged | undefined, cure?: WallFinding['cure'], ...of: string[]) => void;
}

/** What is judged of one box. Throws RangeError when the site has no such box. */
export function judgeBox(input: JudgementInput): BoxJudgement {
  const { site, edition, schools, unit } = input;
  const box = site.boxes.find((b) => b.id === input.boxId);
  if (!box) throw new RangeError(`judgeBox: the site has no box ${input.boxId}`);
  const findings: WallFinding[] = [];
  const at: Judging = {
    ...{ input, box, cutIn: !onSurface(box), before: input.found?.boxes.find((b) => b.id === box.id) },
    // a box in a plinth or on a shelf is judged by that board
    wall: letInto(input.wall, box),
    add: (rule, title, judged, cure, ...of) =>
      void (judged && findings.push({ ...judged, rule, title, about: [box.id, ...of], ...(cure ? { cure } : {}) })),
  };
  const kinds = kindsFor({ ...input, wall: at.wall }, box);
  const cut = cutPlan(site, at.wall, box, edition, schools, unit, at.before);
  judgeHeight(at);
  judgeInWall(at, kinds, cut);
  const moved = judgeMove(at);
  findings.sort(byVerdict);
  return { findings, kinds, cut, patch: moved?.patch, move: moved?.move };
}

/** How high it stands, and beside what. */
function judgeHeight({ input, box, wall, add }: Judging): void {
  const { site, edition, schools } = input;
  const room = site.rooms.find((r) => r.id === wall.faces[box.face].roomId);
  const wanted = suggestedBottom(site, wall, box, schools);
  const off = Math.abs(wanted.bottomMm - box.place.bottom.mm);
  const setWanted = !atMost(off, LEVEL_WITHIN_MM)
    ? { title: wallTitles.setTo(wanted.why), box: withBottom(box, Math.round(wanted.bottomMm * 10_000) / 10_000) }
    : undefined;
  const { heightMm } = boxBody(box);
  const toAdd = room?.floorToAdd?.mm ?? 0;
  const match = heightMatch({
    bottomMm: box.place.bottom.mm,
    existingBottomsMm: wanted.over ? [] : bottomsInRoom(site, room, box.id, box.place.bottom.mm).map((mm) => mm - toAdd),
    floorToAddMm: toAdd,
    boxHeightMm: heightMm,
  });
  const told = wanted.over ? wallWords.workedHeight({ why: wanted.why }) : toldBy(match);
  add('height', wallTitles.height, { ...match, ...told, sums: [wanted.sum, ...match.sums] }, setWanted);
  add('reach', wallTitles.reach, accessibleReach(box.place.bottom.mm - toAdd, box.place.bottom.mm + heightMm - toAdd));
  add('fixtures', wallTitles.fixtures, together(amongFixtures(wall, box, edition)), setWanted);
  add('surroundings', wallTitles.surroundings, surroundings(wall, box));
}

/** What it meets in the wall, whether its kind suits there, and what is cut for it. */
function judgeInWall({ input, box, wall, cutIn, before, add }: Judging, kinds: BoxSuitability[], cut: CutPlan): void {
  const { site, edition } = input;
  const framed = wall.framing.material !== 'masonry' && cutIn;
  if (framed && before) add('stud', wallTitles.opening, newCutAtStuds(wall, before, box));
  else if (framed && (!box.hangsOn || box.hangsOn === 'none')) add('stud', wallTitles.opening, studCollision(wall, box));
  if (cutIn) {
    const met = wall.obstacles.map((o) => obstacleCollision(wall, box, o)).filter((j) => j.verdict !== 'ok');
    const burns = wall.faces[box.face].layers[0];
    add('stud-side', wallTitles.studSide, sideJudged(wall, studSide(wall, box)));
    add('obstacle', wallTitles.inBay, together(met));
    add('box-kind', wallTitles.kind, kindJudged(box, kinds, { ...input, wall }));
    if (burns) add('setback', wallTitles.setback, setback(edition, FINISHES[burns.finish].combustible, undefined));
    add('behind', wallTitles.behind, together(cut.behind));
    add('fit', wallTitles.fit, openingFit(wall, box, edition));
  }
  const screw = longestScrewMm(wall);
  if (screw !== undefined && box.kind !== 'other' && BOX_KINDS[box.kind].mounting === 'stud-screw')
    add('screw-length', wallTitles.screws, {
      verdict: 'note',
      ...wallWords.screwLength(),
      sums: [{ terms: [], result: term('longest screw', screw, 'length') }],
      source: practice,
    });
  add('box-fill', wallTitles.fill, fillOf(site, box, edition));
  for (const c of contradictions(site, input.wall))
    if (c.verdict !== 'ok') add('measured-twice', wallTitles.twice, c, undefined, c.checkId);
}

/** A box that was found somewhere else, smaller, or in a bad state: how far it moves, whether its cables reach, what is patched. */
function judgeMove({ input, box, wall, before, add }: Judging): Required<Pick<BoxJudgement, 'patch' | 'move'>> | undefined {
  const { edition, schools } = input;
  const [oldRect, newRect] = [before && boxRect(wall, before), boxRect(wall, box)];
  if (!before || !oldRect || !newRect) return undefined;
  const [from, to] = [openingOf(wall, before)!, openingRect(wall, box)!];
  const move = {
    upMm: newRect.bottom - oldRect.bottom,
    sidewaysMm: (newRect.centre - oldRect.centre) * (box.face === 'A' ? 1 : -1),
    enlarged: box.gangs - before.gangs,
    cuts: [from.left - to.left, to.right - from.right, from.bottom - to.bottom, to.top - from.top].some((mm) => mm > 0.5),
  };
  if (Math.abs(move.upMm) > 0.5)
    add('raise', move.upMm > 0 ? wallTitles.raise : wallTitles.lowering, {
      verdict: 'note',
      ...(move.upMm > 0 ? wallWords.patchRaised() : wallWords.patchLowered()),
      sums: [raiseSum(oldRect.bottom, newRect.bottom)],
      source: practice,
    });
  const depth = sheathToOpening(box, schools);
  for (const { cable, end } of depth === undefined ? [] : cablesIn(input.found!, box.id)) {
    if (!end) continue;
    const reaches = relocationReach({
      edition,
      cable: { name: cable.name, side: end.side, freeMm: end.freeLength?.mm },
      upMm: move.upMm,
      // what grows away from the stud moves the middle; that is no move
      sidewaysMm: move.enlarged > 0 ? 0 : move.sidewaysMm,
      neededMm: neededFree(depth!, to),
    });
    add('reach-cable', wallTitles.reaches(cable.name), reaches, undefined, cable.id);
  }
  if (move.enlarged > 0) add('enlarge', wallTitles.enlarge, enlarging(wall, before, move.enlarged));
  const patch = patchPlan({
    ...{ before: from, after: to, compound: schools.compound },
    studs: studPlaces(wall).map((s) => s.x),
    plate: plateOf(wall, box) as OpeningRect,
  });
  add('patch', wallTitles.patch, patch);
  const stays = box.kind === before.kind && box.condition === before.condition;
  if (before.condition && before.condition !== 'sound')
    add('old-box', wallTitles.oldBox, {
      verdict: stays ? 'caution' : 'ok',
      ...(stays ? wallWords.stripScrews({ condition: before.condition }) : wallWords.boxReplaced({ condition: before.condition })),
      sums: [],
      source: practice,
    });
  return { patch, move };
}

/** A stud in what is newly cut. Where the old opening already stands at its stud nothing is cut there again. */
function newCutAtStuds(wall: Wall, before: Box, box: Box): Judged {
  const [from, to] = [openingRect(wall, before), openingRect(wall, box)];
  if (!from || !to) return studCollision(wall, box);
  const newly = leftover(to, from);
  // where something new is cut, a stud nobody found can't be ruled out
  if (newly.length && studPlaces(wall).length === 0) return studCollision(wall, box);
  const half = wall.framing.studWidth.mm / 2;
  const slack = inches(1 / 16) + HAIR_MM;
  const hit = newly.some((r) =>
    studPlaces(wall).some(
      (s) => s.x - half < r.right - slack && s.x + half > r.left + slack && r.top - r.bottom > slack && r.right - r.left > slack,
    ),
  );
  const away = to.bottom >= from.top || to.top <= from.bottom;
  if (hit || (away && box.hangsOn === 'none')) return studCollision(wall, box);
  return { verdict: 'ok', ...wallWords.nothingTowardStud(), sums: [], source: practice };
}

/** The hole an existing box sits in: its body, when nobody measured the opening. */
const openingOf = (wall: Wall, box: Box): OpeningRect | undefined => openingRect(wall, box);

function sideJudged(wall: Wall, side: ReturnType<typeof studSide>): Judged | undefined {
  if (wall.framing.material === 'masonry') return undefined;
  if (side.side === undefined)
    return {
      verdict: 'can’t tell',
      ...wallWords.hangingUnknown(),
      sums: [],
      source: practice,
    };
  return {
    verdict: side.how === 'noted' ? 'ok' : 'note',
    ...(side.side === 'none' ? wallWords.byWings() : wallWords.onStud({ side: side.side, how: side.how })),
    sums: [],
    source: practice,
  };
}

function kindJudged(box: Box, kinds: BoxSuitability[], input: JudgementInput): Judged {
  const best = kinds.find((k) => k.recommended);
  const own = kinds.find((k) => k.kind.id === box.kind);
  const needed = fillOf(input.site, box, input.edition).neededIn3;
  const sums: Sum[] = own
    ? [
        {
          terms: [],
          result: term('volume of this kind', own.kind.volumeIn3, 'in³'),
          limit: { ...term('needed', needed, 'in³'), relation: '≥' },
        },
      ]
    : [];
  if (own?.fits)
    return { verdict: 'ok', ...wallWords.kindSuits({ kind: own.kind.name, reasons: own.reasons }), sums, source: own.kind.source };
  const inPlace = input.found === undefined || input.found.boxes.some((b) => b.id === box.id && b.kind === box.kind);
  const found = inPlace && !input.found;
  return {
    verdict: found ? 'note' : best ? 'caution' : 'stop',
    ...wallWords.kindElse({ own: own?.kind.name, reasons: own?.reasons ?? [], best: best?.kind.name }),
    sums,
    source: practice,
  };
}
