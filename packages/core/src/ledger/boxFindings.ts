/** Every box of a job: what it holds, where it sits, what it would run into. */
import { boxWords } from '../words/ledger/boxFindings.js';
import { changeTitles, remedyTitles } from '../words/ledger/remedies.js';
import { boxTitles } from '../words/ledger/titles.js';
import { toldBy } from '../words/phrases.js';
import { BOX_KINDS, boxKinds, DEVICE_KINDS, FINISHES, nec, practice, type BoxKind } from '../catalog/index.js';
import {
  atMost,
  freeConductor,
  setback,
  sheathInside,
  sheathBySchool,
  term,
  type Judged,
  type Finding,
  type LedgerRule,
} from '../codebook/index.js';
import {
  accessibleReach,
  backToBack,
  cablesBehind,
  cavityDepth,
  fireRatedBackToBack,
  fireRatedOpening,
  heightMatch,
  longestScrewMm,
  obstacleCollision,
  onSurface,
  openingRect,
  otherBoxesOn,
  overlaps,
  studClearance,
  studCollision,
  suitableBoxes,
  surroundings,
  thingRect,
  withKind,
  besideStud,
  gapToStud,
} from '../layout/index.js';
import { inches } from '../measure/index.js';
import {
  idOf,
  baysLooked,
  boxBody,
  boxCentreX,
  isFront,
  isPreset,
  presetWords,
  boxRect,
  distanceForCentre,
  type Box,
  type Change,
  type Fixture,
  type JobEdit,
  type Remedy,
  type Wall,
} from '../model/index.js';
import { awayFromItsStud, bottomsInRoom, volumeNeeded } from '../survey/index.js';
import { cableKind, cablesIn, fillOf, sheathToOpening } from '../wiring/index.js';
import { editBox, finding, put, remedy } from './finding.js';
import { wiringOf } from './wired.js';
import { inPlaceBoxes, oldFreeEnds, outletBoxes, runsAt, type Work, type WorkBox } from './work.js';
import { judgeWork } from './workBox.js';

function fillFinding(w: Work, b: WorkBox): Finding {
  const { box, wall } = b;
  const { edition, unit } = w.job;
  const judged = fillOf(w.planned, box, edition);
  // conductors that nobody counted take room all the same
  const there = cablesIn(w.found, box.id);
  const uncounted = b.role !== 'new' && there.length === 0;
  const preset =
    b.role !== 'new' &&
    (isPreset(box, 'gangs') || b.devices.some((d) => isPreset(d, 'kind')) || there.some((c) => isPreset(c.cable, 'gauge', 'conductors')));
  const fill =
    uncounted && judged.verdict === 'ok'
      ? {
          ...judged,
          verdict: 'can’t tell' as const,
          ...boxWords.cablesUnnoted({ told: toldBy(judged) }),
        }
      : preset && judged.verdict === 'ok'
        ? {
            ...judged,
            verdict: 'can’t tell' as const,
            ...boxWords.filledIn({ told: toldBy(judged) }),
          }
        : judged;
  const remedies: Remedy[] = [];
  if (fill.verdict === 'stop') {
    for (const gangs of [box.gangs, box.gangs + 1]) {
      const best = suitableBoxes(wall, box.face, { gangs, neededIn3: volumeNeeded(w.planned, wall, box, edition), unit }).find(
        (s) => s.fits,
      );
      if (!best) continue;
      const next = withKind(wall, box, best.kind.id);
      const withIt = fillOf({ ...w.planned, boxes: w.planned.boxes.map((x) => (x.id === box.id ? next : x)) }, next, edition);
      if (withIt.verdict !== 'ok') continue;
      remedies.push(
        remedy(
          `box-${best.kind.id}`,
          remedyTitles.use(best.kind.name),
          ...editBox(w, b, next, changeTitles.replaceBy(box.name, best.kind.name)),
        ),
      );
    }
  }
  const title = boxTitles.fill(box.name);
  if (b.role === 'new') return finding('box-fill', box.id, title, fill, remedies);
  // what was too full before, and gets no fuller, is said and doesn't stop what is mended in it
  const before = b.was && fillOf(w.found, b.was, edition);
  if (b.role === 'opened' && !b.feeds && fill.verdict === 'stop' && before && fill.neededIn3 <= before.neededIn3 + 1e-9)
    return finding('box-fill', box.id, title, { ...fill, verdict: 'caution', ...boxWords.fullBefore({ told: toldBy(fill) }) }, remedies);
  return finding('box-fill', box.id, runsAt(w, b).length ? boxTitles.fillTapped(box.name) : title, fill, remedies);
}

function studRemedies(w: Work, b: WorkBox): Remedy[] {
  const { box, wall } = b;
  const opening = openingRect(wall, box);
  const clearance = studClearance(wall, box);
  const centre = boxCentreX(wall, box);
  if (!opening || !clearance || clearance.hits === undefined || centre === undefined) return [];
  const half = wall.framing.studWidth.mm / 2;
  const width = opening.right - opening.left;
  const away = inches(0.5);
  return [
    { at: 'left', x: clearance.hits - half - away - width / 2 },
    { at: 'right', x: clearance.hits + half + away + width / 2 },
  ].flatMap(({ at, x }) => {
    const distance = distanceForCentre(wall, box, x);
    if (distance === undefined || distance < 0) return [];
    const moved: Box = { ...box, place: { ...box.place, distance: { mm: distance, known: 'measured' } } };
    if (studClearance(wall, moved)?.hits !== undefined || x - width / 2 < 0 || x + width / 2 > wall.length.mm) return [];
    return [
      remedy(
        `beside-${at}`,
        remedyTitles.aside(Math.abs(x - centre), w.job.unit, x < centre === (box.face === 'A') ? 'left' : 'right', 'the stud'),
        ...editBox(w, b, moved, changeTitles.moveBox(box.name)),
      ),
    ];
  });
}

function placeFindings(w: Work, b: WorkBox): Finding[] {
  const { box, wall } = b;
  // nothing is cut for a box that stands on the finish
  if (onSurface(box)) return [finding('surroundings', box.id, boxTitles.surroundings, surroundings(wall, box)), ...heightFindings(w, b)];
  const findings = [
    wall.faces[box.face].open
      ? nailedFinding(w, b)
      : finding('stud', box.id, boxTitles.opening, studCollision(wall, box), studRemedies(w, b)),
    finding('cavity', box.id, boxTitles.depth(box.name), cavityDepth(wall, box)),
    finding('surroundings', box.id, boxTitles.surroundings, surroundings(wall, box)),
  ];
  findings.push(...hangingFindings(w, b));
  for (const obstacle of wall.obstacles)
    findings.push(finding('obstacle', [box.id, obstacle.id], boxTitles.obstacle(obstacle.kind), obstacleCollision(wall, box, obstacle)));
  for (const other of otherBoxesOn(w.planned, box)) {
    findings.push(finding('back-to-back', [box.id, other.id], boxTitles.backToBack(box.name, other.name), backToBack(wall, box, other)));
    if (other.face !== box.face)
      findings.push(
        finding(
          'fire-rated',
          [box.id, other.id],
          boxTitles.fireRated(box.name, other.name),
          fireRatedBackToBack(w.job.edition, wall, box, other),
        ),
      );
  }
  // a box of its own wall opens it too, whatever is on the other face
  const garage = w.planned.rooms.some((r) => r.use === 'garage' && r.id === wall.faces[box.face === 'A' ? 'B' : 'A'].roomId);
  const rated = fireRatedOpening(
    w.job.edition,
    wall,
    box,
    garage || (b.room.use === 'garage' && wall.faces[box.face === 'A' ? 'B' : 'A'].roomId !== undefined),
  );
  if (rated) findings.push(finding('fire-opening', box.id, boxTitles.fireOpening, rated));
  // brick and block have no bay to look into
  if (wall.framing.material !== 'masonry')
    findings.push(finding('bay-looked', box.id, isFront(wall) ? boxTitles.inBuiltIn : boxTitles.inBay, bayLooked(b)));
  return [...findings, ...heightFindings(w, b)];
}

/** How near a nailed box stands to its stud: nearer it touches it. */
const TOUCHES_MM = 3;
/** In open framing nothing is cut: the box needs a stud to be nailed to. */
function nailedFinding(w: Work, b: WorkBox): Finding {
  const { box, wall } = b;
  const gap = gapToStud(wall, box);
  const nailed = besideStud(wall, box);
  const judged: Judged =
    gap === undefined
      ? { verdict: 'can’t tell', ...boxWords.noStud(), sums: [], source: practice }
      : Math.abs(gap.mm) <= TOUCHES_MM
        ? gap.known
          ? { verdict: 'ok', ...boxWords.atStud(), sums: [], source: practice }
          : { verdict: 'note', ...boxWords.atReckonedStud(), sums: [], source: practice } // prettier-ignore
        : { verdict: 'stop', ...(gap.mm < 0 ? boxWords.inStud() : boxWords.offStud({ gapMm: gap.mm, unit: w.job.unit })), sums: [], source: practice }; // prettier-ignore
  return finding('stud', box.id, boxTitles.nailed, judged, [
    remedy('beside-stud', remedyTitles.againstStud, ...editBox(w, b, nailed, changeTitles.moveToStud(box.name))),
  ]);
}

/** Cables of other boxes that run up or down where this one is to be let in. */
function hangingFindings(w: Work, b: WorkBox): Finding[] {
  const { box, wall } = b;
  const hanging = cablesBehind(w.found, wall, box);
  const opening = openingRect(wall, box);
  const centre = boxCentreX(wall, box);
  if (hanging.length === 0 || !opening || centre === undefined) return [];
  const looked = baysLooked(wall, opening);
  const cables = hanging.map((h) => `${h.cable.name} runs ${h.side === 'top' ? 'up' : 'down'} from ${h.own.name}`);
  const half = (opening.right - opening.left) / 2;
  const aside = [-1, 1].flatMap((way) => {
    const from = hanging.map((h) => boxCentreX(wall, h.own) ?? centre);
    const x = way < 0 ? Math.min(...from) - inches(2.75) - half : Math.max(...from) + inches(2.75) + half;
    const distance = distanceForCentre(wall, box, x);
    if (distance === undefined || distance < 0 || x - half < 0 || x + half > wall.length.mm) return [];
    const moved: Box = { ...box, place: { ...box.place, distance: { mm: distance, known: 'measured' } } };
    if (studClearance(wall, moved)?.hits !== undefined || cablesBehind(w.found, wall, moved).length) return [];
    const title = remedyTitles.aside(Math.abs(x - centre), w.job.unit, way < 0 === (box.face === 'A') ? 'left' : 'right', 'the cables');
    return [remedy(`clear-${way < 0 ? 'low' : 'high'}`, title, ...editBox(w, b, moved, changeTitles.moveBox(box.name)))];
  });
  return [
    finding(
      'behind-cut',
      box.id,
      boxTitles.behindOpening(box.name),
      {
        verdict: looked ? 'caution' : 'can’t tell',
        ...(looked ? boxWords.hangingCables({ cables }) : boxWords.hangingUnlooked({ cables })),
        sums: [],
        source: practice,
      },
      aside,
    ),
  ];
}

/** A box that gives way to a larger one where it feeds: whether the new one has room there. */
function replacedFeed(b: WorkBox): Finding[] {
  const { box, wall } = b;
  return [
    finding('stud', box.id, boxTitles.openingOfNew(box.name), studCollision(wall, box)),
    finding('cavity', box.id, boxTitles.depthOfNew(box.name), cavityDepth(wall, box)),
    ...wall.obstacles.flatMap((obstacle) => {
      const judged = obstacleCollision(wall, box, obstacle);
      if (judged.verdict === 'ok') return [];
      return [finding('obstacle', [box.id, obstacle.id], boxTitles.obstacleOfNew(obstacle.kind, box.name), judged)];
    }),
  ];
}

function heightFindings(w: Work, b: WorkBox): Finding[] {
  const { box, wall, room } = b;
  const rect = boxRect(wall, box);
  if (!rect) return [];
  const add = room.floorToAdd?.mm ?? 0;
  const reached = finding('reach', box.id, boxTitles.reach, accessibleReach(rect.bottom - add, rect.top - add));
  // a plinth or a cabinet says itself how high
  if (isFront(wall)) return [reached];
  const bottoms = bottomsInRoom(w.planned, room, box.id, rect.bottom);
  const match = heightMatch({
    bottomMm: rect.bottom,
    existingBottomsMm: bottoms.map((mm) => mm - add),
    floorToAddMm: add,
    boxHeightMm: rect.top - rect.bottom,
  });
  const level =
    bottoms[0] === undefined
      ? []
      : [
          remedy(
            'level',
            remedyTitles.level(bottoms[0], w.job.unit),
            ...editBox(
              w,
              b,
              { ...box, place: { ...box.place, bottom: { mm: bottoms[0], known: 'measured' } } },
              changeTitles.moveBox(box.name),
            ),
          ),
        ];
  return [finding('height', box.id, boxTitles.height, match, level), reached];
}

function bayLooked({ wall, box }: WorkBox): Judged {
  if (isFront(wall))
    return wall.bayLooked
      ? { verdict: 'ok', ...boxWords.builtInLooked(), sums: [], source: { from: 'measured' } }
      : {
          verdict: 'can’t tell',
          ...boxWords.builtInUnlooked(),
          sums: [],
          source: practice,
        };
  if (wall.faces[box.face].open)
    return {
      verdict: 'note',
      ...boxWords.openFraming({ obstacles: wall.obstacles.map((o) => o.kind) }),
      sums: [],
      source: practice,
    };
  const opening = openingRect(wall, box);
  if (opening && baysLooked(wall, opening))
    return {
      verdict: 'ok',
      ...boxWords.bayLooked({ how: wall.bayLooked, obstacles: wall.obstacles.map((o) => o.kind) }),
      sums: [],
      source: { from: 'measured' },
    };
  return {
    verdict: 'can’t tell',
    ...boxWords.bayUnlooked(),
    sums: [],
    source: practice,
  };
}

/** By the school of metal boxes: the smallest that holds what comes into it, against the nearer stud. */
function atStud(w: Work, b: WorkBox, neededIn3: (kind: BoxKind) => number): Remedy[] {
  const { box, wall } = b;
  const { mount } = w.job.schools;
  if (mount !== 'stud-mounted metal' || isFront(wall) || (box.kind !== 'other' && BOX_KINDS[box.kind].mounting === 'stud-screw')) return [];
  const deepest = Math.max(0, ...b.devices.map((d) => DEVICE_KINDS[d.kind].bodyDepthMm)) + inches(0.25);
  for (const kind of boxKinds().sort((x, y) => x.volumeIn3 - y.volumeIn3)) {
    if (kind.mounting !== 'stud-screw' || kind.depthMm < deepest) continue;
    const beside = besideStud(wall, withKind(wall, box, kind.id));
    const opening = openingRect(wall, beside);
    const input = { gangs: box.gangs, neededIn3, unit: w.job.unit, mount, ...(opening ? { at: opening } : {}) };
    if (beside.hangsOn === 'none' || !suitableBoxes(wall, box.face, input).some((s) => s.kind.id === kind.id && s.fits)) continue;
    return [remedy('stud-mounted', remedyTitles.screwToStud(kind.name), ...editBox(w, b, beside, changeTitles.atStud(kind.name)))];
  }
  return [];
}

/** Why the planned kind does or doesn't suit the wall, with others that do. */
function kindFinding(w: Work, b: WorkBox): Finding {
  const { box: target, wall } = b;
  const { job } = w;
  const needed = volumeNeeded(w.planned, wall, target, job.edition);
  // a stud beside it decides as it does in the survey; one that it would be cut into, and each thing behind it, is said by itself
  const opening = studClearance(wall, target)?.hits === undefined ? openingRect(wall, target) : undefined;
  const all = suitableBoxes({ ...wall, obstacles: [] }, target.face, {
    gangs: target.gangs,
    neededIn3: needed,
    unit: job.unit,
    ...(opening ? { at: opening } : {}),
  });
  const own = all.find((s) => s.kind.id === target.kind);
  const metal = atStud(w, b, needed);
  // worked out where something is wrong only: every box is asked at every entry
  const remedies = (): Remedy[] => [
    ...all
      .filter((s) => s.fits && s.kind.id !== target.kind)
      .slice(0, 2)
      .map((s) =>
        remedy(
          `kind-${s.kind.id}`,
          remedyTitles.use(s.kind.name),
          ...editBox(w, b, withKind(wall, target, s.kind.id), remedyTitles.use(s.kind.name)),
        ),
      ),
    ...metal,
  ];
  const judged: Judged = onSurface(target)
    ? { verdict: 'ok', ...boxWords.surfaceBox(), sums: [], source: practice }
    : !own
      ? {
          verdict: 'can’t tell',
          ...boxWords.ownKind(),
          sums: [],
          source: practice,
        }
      : own.fits
        ? {
            verdict: metal.length ? 'note' : 'ok',
            ...boxWords.kindSuits({ metalCount: metal.length, kind: own.kind.name, reasons: own.reasons }),
            sums: [],
            source: own.kind.source,
          }
        : { verdict: 'stop', ...boxWords.kindUnsuited({ kind: own.kind.name, reasons: own.reasons }), sums: [], source: own.kind.source };
  return finding('box-kind', target.id, boxTitles.kind, judged, judged.verdict === 'ok' ? [] : remedies());
}

/** Two readings of one free end agree within this (common practice: a conductor doesn’t lie straight). */
const READ_AGREES_MM = inches(0.5);
const readTwice = (b: WorkBox, surveyed: number, read: number): Finding =>
  finding('free-ends-read', b.box.id, boxTitles.endsReadTwice(b.box.name), {
    verdict: 'caution',
    ...(read < surveyed ? boxWords.shorterThanSurveyed() : boxWords.longerThanSurveyed()),
    sums: [
      {
        terms: [term('read at the work', read, 'length'), term('less the shortest surveyed', -surveyed, 'length')],
        result: term('apart', Math.abs(read - surveyed), 'length'),
        limit: { ...term('agree within', READ_AGREES_MM, 'length'), relation: '≤' },
      },
    ],
    source: practice,
  });

function wireFindings(w: Work, b: WorkBox): Finding[] {
  const findings: Finding[] = [];
  const { box, wall } = b;
  const { edition, schools, unit } = w.job;
  const moved = b.role === 'altered' && !b.feeds;
  const opening = openingRect(wall, box);
  const width = opening ? opening.right - opening.left : boxBody(box).widthMm;
  const height = opening ? opening.top - opening.bottom : boxBody(box).heightMm;
  const reach = sheathToOpening(box, schools);
  const depthIn = boxBody(box).depthMm;
  const fresh = new Set([...runsAt(w, b), ...w.lampRuns.filter((r) => r.from === b)].map((r) => r.cable.id));
  const asked = oldFreeEnds(w, b);
  const read = b.role === 'new' ? undefined : w.job.work.values.find((v) => v.step === asked.step && v.key === asked.key);
  // an estimate is no reading: what was surveyed stands, and what wasn’t can’t be told
  const measured = read?.estimated ? undefined : read?.value;
  // what was read is the shortest old end: it takes the place of the shortest that was surveyed
  const old = b.cables.filter((c) => !fresh.has(c.cable.id)).flatMap((c) => c.end?.freeLength?.mm ?? []);
  const shortest = old.length ? Math.min(...old) : undefined;
  const freeOf = (surveyed: number | undefined): number | undefined =>
    surveyed === undefined ? measured : surveyed === shortest ? Math.min(surveyed, measured ?? Infinity) : surveyed;
  if (measured !== undefined && shortest !== undefined && !atMost(Math.abs(measured - shortest), READ_AGREES_MM))
    findings.push(readTwice(b, shortest, measured));
  for (const { cable, end, farLabel } of moved ? [] : b.cables) {
    const isNew = fresh.has(cable.id);
    const title = boxTitles.freeEnds(box.name, farLabel);
    const leave = b.freeEnd?.leaveMm;
    const sheath = isNew ? undefined : end?.sheathInside?.mm;
    if (sheath !== undefined)
      findings.push(finding('sheath', [box.id, cable.id], boxTitles.sheath(box.name, farLabel), sheathInside(edition, sheath)));
    const judged = freeConductor({
      edition,
      fromSheathMm: isNew ? leave : freeOf(end?.freeLength?.mm),
      // what was measured inside goes before what the school leaves
      sheathToOpeningMm: sheath === undefined || depthIn === undefined ? reach : Math.max(0, depthIn - sheath),
      openingWidthMm: width,
      openingHeightMm: height,
      unbroken: !end,
    });
    findings.push(
      isNew && leave !== undefined
        ? finding('free-conductor', [box.id, cable.id], title, {
            ...judged,
            ...boxWords.leave({ leaveMm: leave, unit, told: toldBy(judged) }),
          })
        : finding(
            'free-conductor',
            [box.id, cable.id],
            title,
            shortOldEnds(judged, w),
            schools.device === 'pigtail'
              ? []
              : [remedy('pigtail', remedyTitles.pigtails, { op: 'set-schools', schools: { device: 'pigtail' } })],
          ),
    );
  }
  if (runsAt(w, b).some((r) => r.cable.sheath !== 'single wires'))
    findings.push(finding('sheath', box.id, boxTitles.sheathOfNew(box.name), sheathInside(edition, sheathBySchool(schools.sheath))));
  const plan = wiringOf(w, b);
  if (plan.refused.length)
    findings.push(
      finding('wiring-plan', box.id, boxTitles.wiring(box.name), {
        verdict: 'stop',
        ...boxWords.refused({ reasons: plan.refused }),
        sums: [],
        source: practice,
      }),
    );
  if (plan.missing.length)
    findings.push(
      finding('wiring-plan', box.id, boxTitles.wiring(box.name), {
        verdict: 'can’t tell',
        ...(plan.joints.length ? boxWords.wiredUnknown({ missing: plan.missing }) : boxWords.noPlan({ missing: plan.missing })),
        sums: [],
        source: practice,
      }),
    );
  const topLayer = wall.faces[box.face].layers[0];
  if (topLayer && !onSurface(box) && (b.role === 'new' || moved))
    findings.push(finding('setback', box.id, boxTitles.setback, setback(edition, FINISHES[topLayer.finish].combustible, undefined)));
  const { depthMm } = boxBody(box);
  for (const device of b.devices)
    if (depthMm !== undefined && !atMost(DEVICE_KINDS[device.kind].bodyDepthMm + inches(0.25), depthMm))
      findings.push(
        finding('device-depth', device.id, boxTitles.roomBehind(device.name), {
          verdict: 'stop',
          ...boxWords.deviceTooDeep(),
          sums: [
            {
              terms: [],
              result: term('device body', DEVICE_KINDS[device.kind].bodyDepthMm, 'length'),
              limit: { ...term('box depth less 1/4 in', depthMm - inches(0.25), 'length'), relation: '≤' },
            },
          ],
          source: practice,
        }),
      );
  return findings;
}

/** Old ends that are too short can be lengthened by a pigtail spliced in the box, where the plan splices anyway. */
function shortOldEnds(judged: Judged, w: Work): Judged {
  if (judged.verdict !== 'stop' || w.job.schools.device !== 'pigtail') return judged;
  return {
    ...judged,
    verdict: 'caution',
    ...boxWords.pigtailReach(),
  };
}

/** Measurements of a wall that nobody took: a list of what still rests on the usual value. */
function assumedValues(w: Work, wall: Wall): Finding {
  const assumed: string[] = [];
  const look = (what: string, value: { known: string } | undefined) => value?.known === 'assumed' && assumed.push(what);
  const mine = w.boxes.filter((b) => b.wall === wall);
  look('wall length', wall.length);
  look('wall height', wall.height);
  if (isPreset(wall.framing, 'material')) assumed.push('what the wall is built of');
  if (isFront(wall)) look('how far the built-in stands out', wall.framing.studDepth);
  else {
    look('stud depth', wall.framing.studDepth);
    look('stud spacing', wall.framing.spacing);
  }
  for (const face of new Set(mine.map((b) => b.box.face)))
    for (const layer of wall.faces[face].layers)
      look(`${FINISHES[layer.finish].name} on the side of ${w.planned.rooms.find((r) => r.id === wall.faces[face].roomId)?.name ?? face}`, {
        known: isPreset(layer, 'finish') ? 'assumed' : layer.thickness.known,
      });
  for (const reference of wall.references) look(`place of the ${reference.name}`, reference.x);
  for (const b of mine.filter((x) => x.role !== 'new')) {
    look(`place of ${b.box.name}`, b.box.place.distance);
    look(`height of ${b.box.name}`, b.box.place.bottom);
    const found = w.found.boxes.find((x) => x.id === b.box.id);
    for (const words of found ? presetWords(found) : []) assumed.push(`${words} of ${b.box.name}`);
    for (const d of b.hadDevices) for (const words of presetWords(d)) assumed.push(`${words} of ${d.name}`);
    for (const c of cablesIn(w.found, b.box.id)) for (const words of presetWords(c.cable)) assumed.push(`${c.cable.name}: ${words}`);
  }
  const title = w.boxes[0]?.wall === wall ? boxTitles.assumed : boxTitles.assumedOf(wall.name);
  const subject = isFront(wall) ? wall.builtIn.id : wall.id;
  if (assumed.length === 0)
    return finding('assumed', subject, title, {
      verdict: 'ok',
      ...boxWords.allMeasured(),
      sums: [],
      source: { from: 'measured' },
    });
  return finding('assumed', subject, title, {
    verdict: 'can’t tell',
    ...boxWords.notMeasured({ assumed }),
    sums: [],
    source: practice,
  });
}

function dust(w: Work): Finding {
  const title = boxTitles.dust;
  const source = practice;
  const { built } = w.job;
  const subject = outletBoxes(w)[0]?.wall.id ?? w.job.id;
  if (built === undefined)
    return finding('dust', subject, title, {
      verdict: 'can’t tell',
      ...boxWords.yearUnknown(),
      sums: [],
      source,
    });
  if (built < 1980)
    return finding('dust', subject, title, {
      verdict: 'caution',
      ...boxWords.oldHouse({ built }),
      sums: [],
      source,
    });
  return finding('dust', subject, title, { verdict: 'ok', ...boxWords.yearOk({ built }), sums: [], source });
}

/** Judged by the ledger's own rules, with their remedies. */
const OWN_RULES = new Set<LedgerRule>(['box-fill', 'setback']);

/** The old box stays as a junction box under a blank plate, and feeds the outlet at its new place: the way out when a cable doesn't reach. */
function asJunction(w: Work, b: WorkBox): JobEdit[] {
  const { box: target } = b;
  const old = cablesIn(w.found, target.id)[0]?.cable;
  if (!old || b.devices.length !== 1) return [];
  const own = (what: string): string => idOf(w.job.id, what);
  const box: Box = { ...target, id: own('new-place'), name: `${target.name}, new place`.slice(0, 120), hangsOn: 'none' };
  const kept = w.job.changes.flatMap((x): Change[] => {
    if (x.do === 'plug-in') return [{ ...x, load: x.load.boxId === target.id ? { ...x.load, boxId: box.id } : x.load }];
    return x.do === 'alter-circuit' || x.do === 'unplug' ? [x] : [];
  });
  return [
    {
      op: 'replan',
      purpose: 'move',
      changes: [
        { id: 'keep-junction', title: changeTitles.blankPlate(target.name), do: 'remove-device', deviceId: b.devices[0]!.id },
        { id: 'place-new-box', title: changeTitles.setBox(box.name), do: 'place-box', box },
        {
          id: 'run-new-cable',
          title: changeTitles.runFromOld(cableKind(old)),
          do: 'run-cable',
          cable: {
            ...old,
            id: own('cable'),
            name: 'new cable',
            ground: 'bare',
            metal: 'copper',
            sheath: 'nonmetallic',
            direction: 'known',
            unbrokenIn: [],
            length: undefined,
            ends: [
              { boxId: target.id, label: target.name },
              { boxId: box.id, label: box.name },
            ],
          },
        },
        {
          id: 'place-new-device',
          title: changeTitles.deviceAtNew,
          do: 'place-device',
          device: { id: own('device'), name: 'receptacle, new place', boxId: box.id, kind: b.devices[0]!.kind, tamperResistant: true },
        },
        ...kept,
      ],
    },
  ];
}

/** A box that stays without a device: its plate, and whether one can still get at it (314.29). */
function junctionFindings(w: Work, b: WorkBox): Finding[] {
  if (b.role === 'new' || b.devices.length > 0 || b.box.holds === 'switch') return [];
  const covering = (b.wall.fixtures ?? []).filter((f) => f.face === b.box.face && covers(b.wall, b.box, f));
  const forward = runsAt(w, b).some((r) => isFront(r.to.wall));
  return [
    finding('junction-reach', b.box.id, boxTitles.junction(b.box.name), {
      verdict: 'caution',
      ...(forward
        ? boxWords.blankInBuiltIn()
        : covering.length
          ? boxWords.blankBehind({ covering: covering.map((f) => f.kind) })
          : boxWords.blank()),
      sums: [],
      source: nec(w.job.edition.slice(3), '314.29'),
    }),
  ];
}
const covers = (wall: Wall, box: Box, f: Fixture): boolean => {
  const rect = boxRect(wall, box);
  return rect !== undefined && overlaps(rect, thingRect(f));
};

/** A box that is moved, enlarged or replaced, by the judgements of the wall; a cure becomes a remedy of the plan. */
function inPlaceFindings(w: Work, b: WorkBox): Finding[] {
  const change = w.job.changes.find((x) => x.do === 'replace-box' && x.boxId === b.box.id);
  return judgeWork(w, b)
    .findings.filter((f) => !OWN_RULES.has(f.rule))
    .map((f) =>
      finding(f.rule, f.about, f.title, f, [
        ...(f.cure && change?.do === 'replace-box' ? [remedy(f.rule, f.cure.title, put({ ...change, box: f.cure.box }))] : []),
        ...(f.rule === 'reach-cable' && f.verdict === 'stop'
          ? [remedy('junction', remedyTitles.keepAsJunction, ...asJunction(w, b))].filter((r) => r.edits.length > 0)
          : []),
      ]),
    );
}

/** A box that is opened and stays, broken as it was found: put right while it is open. One that is worked in place says so itself. */
function boxState(w: Work, b: WorkBox): Finding[] {
  const { box, wall } = b;
  const state = b.was?.condition;
  if (b.role === 'new' || !state || state === 'sound' || box.kind !== b.was?.kind || box.condition !== state || inPlaceBoxes(w).includes(b))
    return [];
  const neededIn3 = volumeNeeded(w.planned, wall, box, w.job.edition);
  const remedies = suitableBoxes(wall, box.face, { gangs: box.gangs, neededIn3, unit: w.job.unit })
    .filter((s) => s.fits)
    .slice(0, 2)
    .map((s) => {
      const next = withKind(wall, box, s.kind.id);
      return remedy(
        `sound-${s.kind.id}`,
        remedyTitles.use(s.kind.name),
        ...editBox(w, b, next, changeTitles.replaceBy(box.name, s.kind.name)),
      );
    });
  return [
    finding(
      'box-state',
      box.id,
      boxTitles.state(box.name),
      {
        verdict: 'caution',
        ...boxWords[state](),
        sums: [],
        source: nec(w.job.edition.slice(3), state === 'loose' ? '314.23' : '110.12(B)'),
      },
      remedies,
    ),
  ];
}

const TROUBLE = {
  'boarded over': {
    rule: 'box-buried',
    title: boxTitles.buried,
    words: boxWords.boardedOver,
    clause: '314.29',
  },
  'low voltage beside power': {
    rule: 'low-voltage-inside',
    title: boxTitles.lowVoltage,
    words: boxWords.lowVoltage,
    clause: '725.136 and 800.133',
  },
} as const;
const IN_WALL = {
  splice: {
    rule: 'splice-in-wall',
    words: boxWords.spliceInWall,
    clause: '300.15',
  },
  cord: {
    rule: 'cord-in-wall',
    words: boxWords.cordInWall,
    clause: '400.12',
  },
} as const;
/** What somebody did that may not be, in the boxes that are opened and on the walls that are worked at. */
function foundWrong(w: Work, walls: readonly Wall[]): Finding[] {
  const year = w.job.edition.slice(3);
  const boxes = w.boxes.flatMap((b) =>
    (b.role === 'new' ? [] : (b.box.trouble ?? [])).map((is) => {
      const { rule, title, words, clause } = TROUBLE[is];
      return finding(rule, b.box.id, title(b.box.name), { verdict: 'stop', ...words(), sums: [], source: nec(year, clause) });
    }),
  );
  const things = walls.flatMap((wall) =>
    wall.obstacles.flatMap((o) => {
      if (o.kind !== 'splice' && o.kind !== 'cord') return [];
      const { rule, words, clause } = IN_WALL[o.kind];
      const title = boxTitles.foundIn(o.kind, wall.name);
      return [finding(rule, [wall.id, o.id], title, { verdict: 'stop', ...words(), sums: [], source: nec(year, clause) })];
    }),
  );
  return [...boxes, ...things, ...w.boxes.flatMap((b) => [...measuredSetback(w, b), ...screwLength(w, b)])];
}

/** A box that is there, its front measured against the finish of its own wall. */
function measuredSetback(w: Work, b: WorkBox): Finding[] {
  const top = b.wall.faces[b.box.face].layers[0];
  const { setback: behind } = b.box;
  if (b.role === 'new' || !behind || !top || onSurface(b.box)) return [];
  const judged = setback(w.job.edition, FINISHES[top.finish].combustible, behind.mm);
  const told = toldBy(judged);
  return [
    finding('setback', b.box.id, boxTitles.setbackOf(b.box.name), {
      ...judged,
      ...(judged.verdict === 'stop'
        ? boxWords.setbackTooFar({ told })
        : behind.known === 'assumed'
          ? { verdict: 'can’t tell' as const, ...boxWords.setbackTaken({ told }) }
          : {}),
    }),
  ];
}

/** Screws through the side of a box: out of the far side of the stud they reach a cable stapled there, or the other face. */
function screwLength(w: Work, b: WorkBox): Finding[] {
  const { screws } = b.box;
  const most = longestScrewMm(b.wall);
  if (!screws || most === undefined || b.box.hangsOn === undefined || b.box.hangsOn === 'none' || onSurface(b.box)) return [];
  const fits = atMost(screws.mm, most);
  const guessed = screws.known === 'assumed' || (b.wall.framing.material === 'wood' && b.wall.framing.studWidth.known === 'assumed');
  return [
    finding('screw-length', b.box.id, boxTitles.screws(b.box.name), {
      verdict: !fits ? 'stop' : guessed ? 'can’t tell' : 'ok',
      ...(fits ? (guessed ? boxWords.nailsShort() : boxWords.nailsEnd()) : boxWords.nailsThrough({ unit: w.job.unit })),
      sums: [{ terms: [], result: term('screw', screws.mm, 'length'), limit: { ...term('the stud', most, 'length'), relation: '≤' } }],
      source: practice,
    }),
  ];
}

/** What was noted of a box that is there, against its own measures. */
function ownStud(b: WorkBox): Finding[] {
  const judged = b.was && awayFromItsStud(b.wall, b.was);
  return judged ? [finding('own-stud', b.box.id, boxTitles.ownStud(b.box.name), judged)] : [];
}

/** Each box by what it is in this job, and the walls they hang on. */
export function boxFindings(w: Work): Finding[] {
  const inPlace = new Set(inPlaceBoxes(w));
  const walls = [...new Set(w.boxes.map((b) => b.wall))];
  return [
    ...w.boxes.map((b) => fillFinding(w, b)),
    ...w.boxes.flatMap((b) => {
      if (b.role === 'new') return [kindFinding(w, b), ...placeFindings(w, b)];
      if (inPlace.has(b)) return inPlaceFindings(w, b);
      return [...(b.role === 'altered' ? replacedFeed(b) : []), ...junctionFindings(w, b)];
    }),
    ...w.boxes.flatMap((b) => wireFindings(w, b)),
    ...w.boxes.flatMap((b) => ownStud(b)),
    ...w.boxes.flatMap((b) => boxState(w, b)),
    ...foundWrong(w, walls),
    ...walls.map((wall) => assumedValues(w, wall)),
    ...(w.boxes.length ? [dust(w)] : []),
  ];
}
