/** Every cable that a job runs: studs, holes and plates on its way, what lies in it, its length, how it is held. */
import { runWords } from '../words/ledger/runFindings.js';
import { changeTitles, remedyTitles } from '../words/ledger/remedies.js';
import { runTitles } from '../words/ledger/titles.js';
import { toldBy } from '../words/phrases.js';
import { LAMP_BOX_IDS, LAMP_BOXES, nec, practice, type LampBoxId } from '../catalog/index.js';
import { securing, term, type Judged, type Finding } from '../codebook/index.js';
import {
  acrossWay,
  carryThrough,
  CARRIES,
  closesBay,
  openingRect,
  overlaps,
  studClearance,
  studsBetween,
  suitableBoxes,
  withKind,
} from '../layout/index.js';
import { inches, printLength } from '../measure/index.js';
import {
  boxBody,
  boxCentreX,
  boxRect,
  distanceForCentre,
  isFront,
  openFraming,
  uXOf,
  type Box,
  type Remedy,
  type RoomUse,
} from '../model/index.js';
import { foundSince, racewayFill, WIRES_OF_ONE, type Hole } from '../route/index.js';
import { volumeNeeded } from '../survey/index.js';
import { boxClamps, boxMaterial } from '../wiring/index.js';
import { editBox, finding, put, remedy } from './finding.js';
import type { Work, WorkBox, WorkLamp, WorkRun } from './work.js';
import { lampWiringOf } from './lamps.js';

/** Straight from box to box in one wall: the bay they share, or the studs between. */
function straightFindings(w: Work, r: WorkRun, source: WorkBox): Finding[] {
  const { to: target } = r;
  const { wall } = target;
  const [from, to] = [boxRect(source.wall, source.box), boxRect(wall, target.box)];
  if (!from || !to || wall.framing.material === 'masonry') return [];
  const between = studsBetween(wall, from.centre, to.centre);
  const known = wall.framing.knownStud !== undefined || wall.framing.extraStuds.length > 0;
  const sums = [
    {
      terms: between.map((x) =>
        term(`stud centre from the left end, seen from ${target.room.name}`, uXOf(wall, target.box.face, x), 'length'),
      ),
      result: term('studs to cross', between.length, 'count'),
    },
  ];
  const judged: Judged = !known
    ? {
        verdict: 'can’t tell',
        ...runWords.noStudFound(),
        sums: [],
        source: practice,
      }
    : between.length === 0
      ? { verdict: 'ok', ...runWords.noStudBetween(), sums: [], source: practice }
      : source.box.face === target.box.face
        ? {
            verdict: 'caution',
            ...runWords.studsCrossed({ betweenCount: between.length, material: wall.framing.material }),
            sums,
            source: practice,
          }
        : {
            verdict: 'stop',
            ...runWords.studsBetween({ betweenCount: between.length }),
            sums,
            source: practice,
          };
  const findings = [finding('same-bay', target.box.id, runTitles.sameBay, judged, sameBayRemedy(w, source, target))];
  findings.push(...acrossFindings(w, r, source));
  for (const { stud, hole } of r.crossings)
    findings.push(
      finding(
        'stud-hole',
        stud.id,
        runTitles.studHole(uXOf(wall, target.box.face, stud.x), w.job.unit, target.room.name),
        hole ?? {
          verdict: 'caution',
          ...runWords.metalStud(),
          sums: [],
          source: nec(w.job.edition.slice(3), '300.4(B)(1)'),
        },
      ),
    );
  const reference = wall.references.find((x) => x.id === source.box.place.from);
  const sum = reference && carryThrough(wall, reference.id, source.box.face, from.centre);
  if (reference && sum)
    findings.push(
      finding('carry-through', source.box.id, runTitles.carried(source.box.name, target.room.name), {
        verdict: 'note',
        ...runWords.behindFace({ reference: reference.name }),
        sums: [sum],
        source: { from: 'sum' },
      }),
    );
  return findings;
}

/** What lies across a straight way, and openings at studs that run into a box. */
function acrossFindings(w: Work, r: WorkRun, source: WorkBox): Finding[] {
  const { to: target } = r;
  const { wall } = target;
  const say = (mm: number): string => printLength(mm, w.job.unit);
  const across = acrossWay(wall, source.box, target.box).map((o) => {
    const sums = [{ terms: [], result: term(`${o.kind}, lower edge over the floor`, o.z.mm, 'length') }];
    const at = `at ${say(o.z.mm)} over the floor`;
    const judged: Judged = closesBay(o)
      ? {
          verdict: 'caution',
          ...runWords.blockOpened({ kind: o.kind, at }),
          sums,
          source: nec(w.job.edition.slice(3), '300.21'),
        }
      : {
          verdict: 'can’t tell',
          ...runWords.obstacleBetween({ kind: o.kind, at, has: CARRIES.has(o.kind) }),
          sums,
          source: practice,
        };
    return finding('across-way', [r.cable.id, o.id], runTitles.past(source.box.name, target.box.name, o.kind), judged);
  });
  const into = r.crossings.flatMap(({ stud, opening }) =>
    w.planned.boxes.flatMap((box) => {
      if (box.wallId !== wall.id || box.face !== target.box.face) return [];
      const other = openingRect(wall, box);
      if (!other || !overlaps(opening, other)) return [];
      const lap = Math.min(opening.right, other.right) - Math.max(opening.left, other.left);
      return [
        finding('stud-opening', [r.cable.id, stud.id, box.id], runTitles.openingAtStud(box.name), {
          verdict: 'caution',
          ...runWords.openingMeetsBox({ studAt: say(uXOf(wall, target.box.face, stud.x)), box: box.name }),
          sums: [{ terms: [], result: term('they overlap by', lap, 'length') }],
          source: practice,
        }),
      ];
    }),
  );
  return [...across, ...into];
}

/** A place in the source box's bay, on the far side of it from the stud that blocks. */
function sameBayRemedy(w: Work, source: WorkBox, target: WorkBox): Remedy[] {
  const { wall } = target;
  const from = boxRect(wall, source.box);
  if (!from || target.role !== 'new') return [];
  const width = boxBody(target.box).widthMm;
  const gap = inches(1);
  return [from.right + gap + width / 2, from.left - gap - width / 2]
    .flatMap((x, i) => {
      const distance = distanceForCentre(wall, target.box, x);
      if (distance === undefined || distance < 0) return [];
      const moved: Box = { ...target.box, place: { ...target.box.place, distance: { mm: distance, known: 'measured' } } };
      if (studClearance(wall, moved)?.hits !== undefined || studsBetween(wall, x, from.centre).length > 0) return [];
      // past it is further from the left end of the face that one stands before
      const title = remedyTitles.intoBay((i === 0) === (target.box.face === 'A'));
      return [remedy(`same-bay-${i}`, title, ...editBox(w, target, moved, title))];
    })
    .slice(0, 1);
}

/** So far a box may stand from where its way ends before the way is called another. */
const ENDS_WITHIN_MM = inches(2);

/** By a way through the house: what has come into it since, and every hole, chase and outer wall by its rule. */
function wayFindings(w: Work, r: Pick<WorkRun, 'cable' | 'traced' | 'way'>, to: WorkBox | undefined): Finding[] {
  const { traced, way } = r;
  if (!traced || !way) return [];
  const id = (what: string): string[] => [r.cable.id, what];
  const blocked = foundSince(w.planned, way).map(({ wall, obstacle }) =>
    finding('way-blocked', id(obstacle.id), runTitles.blocked(way.title, obstacle.kind, wall.name), {
      verdict: 'stop',
      ...runWords.pipeSince({ kind: obstacle.kind }),
      sums: [],
      source: { from: 'measured' },
    }),
  );
  const holes = alike(traced.holes).flatMap((h, i) =>
    h.judged || h.bushing
      ? [
          finding(
            'stud-hole',
            id(h.id),
            runTitles.hole(i + 1, h.count, h.member),
            h.judged
              ? { ...h.judged, ...runWords.holeAt({ where: h.where, told: toldBy(h.judged) }) }
              : {
                  verdict: 'caution',
                  ...runWords.metalHole({ where: h.where }),
                  sums: [],
                  source: nec(w.job.edition.slice(3), '300.4(B)(1)'),
                },
          ),
        ]
      : [],
  );
  const chases = traced.chases.map((c, i) => finding('chase', id(`chase-${i + 1}`), runTitles.chase(c.runs, c.lengthMm, w.job.unit), c));
  const last = way.legs.at(-1)?.onWall;
  const centre = to && boxCentreX(to.wall, to.box);
  const end = last?.points.at(-1);
  const off = last?.wallId === to?.wall.id && end && centre !== undefined ? Math.abs(end.u - centre) : 0;
  const ends =
    to && off > ENDS_WITHIN_MM
      ? [
          finding('way-ends', id('ends'), runTitles.ends(way.title), {
            verdict: 'can’t tell',
            ...runWords.movedSince({ box: to.box.name, offMm: off, unit: w.job.unit }),
            sums: [],
            source: { from: 'sum' },
          }),
        ]
      : [];
  const gone = way.legs.filter((l) => l.onWall && !w.planned.walls.some((x) => x.id === l.onWall!.wallId));
  const lost = gone.length
    ? [
        finding('way-gone', r.cable.id, way.title, {
          verdict: 'stop',
          ...runWords.wallsGone({ goneCount: gone.length }),
          sums: [],
          source: { from: 'sum' },
        }),
      ]
    : [];
  return [...blocked, ...lost, ...ends, ...holes, ...chases];
}

/** Joists of one room bored alike are one entry, with their number. */
function alike(holes: readonly Hole[]): Hole[] {
  const by = new Map<string, Hole>();
  for (const h of holes) {
    const key = h.member === 'joist' ? JSON.stringify([h.where, h.sizeMm, h.judged?.verdict, h.judged?.says]) : h.id;
    const known = by.get(key);
    by.set(key, known ? { ...known, count: known.count + h.count } : h);
  }
  return [...by.values()];
}

function lengthFinding(w: Work, r: WorkRun): Finding {
  const unknown = r.from && r.from.wall !== r.to.wall && !r.way;
  const wires = r.cable.sheath === 'single wires';
  return finding(
    'cable-length',
    r.cable.id,
    wires ? runTitles.wires(r.to.box.name) : runTitles.cable,
    r.run
      ? {
          verdict: 'note',
          ...runWords.cut({ cutMm: r.run.cutMm, unit: w.job.unit, buyMm: r.run.buyMm }),
          sums: Object.values(r.run.sums),
          source: practice,
        }
      : {
          verdict: 'can’t tell',
          ...(unknown ? runWords.wayUntaken() : runWords.depthOrPlaceUnknown()),
          sums: [],
          source: practice,
        },
  );
}

/** Along the cable from a box to the first staple that the way sets; undefined where it sets none beside it. */
function plannedStaple(r: WorkRun, b: WorkBox): number | undefined {
  const legs = r.traced?.legs ?? [];
  if (b !== r.to) return legs[0]?.staples[0];
  const last = legs.at(-1);
  const staple = last?.staples.at(-1);
  return last && staple !== undefined ? last.lengthMm - staple : undefined;
}

function heldFinding(w: Work, r: WorkRun, b: WorkBox): Finding {
  const clamps = boxClamps(b.box);
  return finding(
    'securing',
    b.box.id,
    runTitles.held(b.box.name),
    securing({
      edition: w.job.edition,
      plasticSingleGang: boxMaterial(b.box) === 'plastic' && b.box.gangs === 1,
      hasClamp: clamps === undefined ? undefined : clamps !== 'none',
      fished: r.way?.open !== true && !openFraming(b.wall),
      firstStapleMm: openFraming(b.wall) || isFront(r.to.wall) ? plannedStaple(r, b) : undefined,
    }),
    clampRemedies(w, b),
  );
}

function clampRemedies(w: Work, b: WorkBox): Remedy[] {
  const neededIn3 = volumeNeeded(w.planned, b.wall, b.box, w.job.edition);
  const [best] = [b.box.gangs, b.box.gangs + 1].flatMap((gangs) =>
    suitableBoxes(b.wall, b.box.face, { gangs, neededIn3, unit: w.job.unit }).filter((s) => s.fits && s.kind.clamps !== 'none'),
  );
  // metal boxes have knockouts: a connector in one of them clamps
  const connector =
    boxMaterial(b.box) === 'metal'
      ? [
          remedy(
            'clamp-connector',
            remedyTitles.connector,
            ...editBox(w, b, { ...b.box, clamps: 'external' }, changeTitles.withConnector(b.box.name)),
          ),
        ]
      : [];
  if (!best) return connector;
  const next = withKind(b.wall, b.box, best.kind.id);
  return [
    ...connector,
    remedy(
      `clamp-${best.kind.id}`,
      remedyTitles.useClamping(best.kind.name),
      ...editBox(w, b, next, changeTitles.replaceBy(b.box.name, best.kind.name)),
    ),
  ];
}

/** A raceway: how full it is, what it is held by, what its lengths rest on. */
function racewayFindings(w: Work): Finding[] {
  const { raceway } = w;
  if (!raceway) return [];
  const gauge = w.runs[0]?.cable.gauge ?? 14;
  const guessed = raceway.supports.filter((s) => s.guessed).length;
  const usual = [raceway.stock.stock, raceway.stock.kerf].some((l) => l.known === 'assumed');
  return [
    finding(
      'raceway-fill',
      w.job.id,
      runTitles.racewayFill,
      racewayFill(w.job.edition, gauge, raceway.wires ?? WIRES_OF_ONE, raceway.stock),
    ),
    finding('raceway-held', w.job.id, runTitles.racewayHeld, {
      verdict: guessed ? 'can’t tell' : 'ok',
      ...(guessed
        ? runWords.reckonedSupports({ guessed, supportCount: raceway.supports.length })
        : runWords.supports({ supportCount: raceway.supports.length })),
      sums: [],
      source: practice,
    }),
    finding('raceway-ground', w.job.id, runTitles.racewayGround, {
      verdict: 'caution',
      ...runWords.metalRaceway(),
      sums: [],
      source: nec(w.job.edition.slice(3), '386.60 and 250.148'),
    }),
    ...(usual
      ? [
          finding('raceway-stock', w.job.id, runTitles.racewayStock, {
            verdict: 'can’t tell' as const,
            ...runWords.stockTaken(),
            sums: [],
            source: practice,
          }),
        ]
      : []),
  ];
}

/** Lampholders: their boxes by fill, and the cables between them. */
function lampFindings(w: Work): Finding[] {
  const groups = new Map<string, WorkLamp[]>();
  for (const l of w.lamps) {
    const { fill, wiring } = lampWiringOf(w, l);
    const key = JSON.stringify([l.lamp.box, fill.neededIn3, wiring.missing, wiring.refused]);
    groups.set(key, [...(groups.get(key) ?? []), l]);
  }
  return [
    ...[...groups.values()].flatMap((alikes) => {
      const [l] = alikes as [WorkLamp, ...WorkLamp[]];
      const of = runTitles.lamp(l.lamp.name, alikes.length - 1);
      const edits = (kind: LampBoxId) =>
        alikes.flatMap((x) => {
          const change = w.job.changes.find((c) => c.id === x.changeId);
          return change?.do === 'place-lamp' ? [put({ ...change, lamp: { ...change.lamp, box: kind } })] : [];
        });
      const { fill, wiring: plan } = lampWiringOf(w, l);
      const deeper = LAMP_BOX_IDS.find((id) => LAMP_BOXES[id].volumeIn3 >= fill.neededIn3 && id !== l.lamp.box);
      const wiring: Judged | undefined = plan.refused.length
        ? { verdict: 'stop', ...runWords.refused({ reasons: plan.refused }), sums: [], source: practice }
        : plan.missing.length
          ? { verdict: 'can’t tell', ...runWords.noPlan({ missing: plan.missing }), sums: [], source: practice }
          : undefined;
      return [
        finding(
          'box-fill',
          l.lamp.id,
          runTitles.lampFill(of),
          fill,
          deeper ? [remedy(`lamp-${deeper}`, remedyTitles.use(LAMP_BOXES[deeper].name), ...edits(deeper))] : [],
        ),
        ...(wiring ? [finding('wiring-plan', l.lamp.id, runTitles.lampWiring(of), wiring)] : []),
      ];
    }),
    ...w.lampRuns.flatMap((r) => wayFindings(w, r, undefined)),
    ...w.lampRuns
      .filter((r) => !r.traced)
      .map((r) =>
        finding('cable-length', r.cable.id, r.cable.name, {
          verdict: 'can’t tell',
          ...runWords.wayGone(),
          sums: [],
          source: practice,
        }),
      ),
  ];
}

const WET: readonly RoomUse[] = ['outdoors', 'deck'];
/** Cable at a box outdoors: flexible metal rusts there, and sheathed cable stays inside the wall up to the back of the box. */
function wetFinding(w: Work, r: WorkRun): Finding[] {
  const wet = [r.from, r.to].find((b) => b && WET.includes(b.room.use));
  if (!wet || r.cable.sheath === 'single wires') return [];
  const year = w.job.edition.slice(3);
  const title = runTitles.outdoors(wet.box.name);
  if (r.cable.sheath === 'armoured')
    return [
      finding('wet-cable', r.cable.id, title, {
        verdict: 'stop',
        ...runWords.metallicOutdoors(),
        sums: [],
        source: nec(year, '320.12'),
      }),
    ];
  return [
    finding('wet-cable', r.cable.id, title, {
      verdict: 'caution',
      ...runWords.sheathedOutdoors(),
      sums: [],
      source: nec(year, '334.12(B)(4)'),
    }),
  ];
}

export const runFindings = (w: Work): Finding[] => [
  ...w.runs.flatMap((r) => [
    ...wetFinding(w, r),
    ...(r.way ? wayFindings(w, r, r.to) : r.from && r.from.wall === r.to.wall ? straightFindings(w, r, r.from) : []),
    lengthFinding(w, r),
    ...(r.cable.sheath === 'single wires' ? [] : [r.from, r.to].flatMap((b) => (b ? [heldFinding(w, r, b)] : []))),
  ]),
  ...racewayFindings(w),
  ...lampFindings(w),
];
