/** Every cable that a job runs: studs, holes and plates on its way, what lies in it, its length, how it is held. */
import { nec, practice } from '../catalog/index.js';
import { securing, term, type Judged } from '../codebook/index.js';
import { carryThrough, studClearance, studsBetween, suitableBoxes, withKind } from '../layout/index.js';
import { inches, printLength } from '../measure/index.js';
import { boxBody, boxCentreX, boxRect, distanceForCentre, type Box, type Finding, type Remedy } from '../model/index.js';
import { foundSince } from '../route/index.js';
import { boxClamps, boxMaterial, fillOf } from '../wiring/index.js';
import { editBox, finding, remedy, type Work, type WorkBox, type WorkRun } from './work.js';

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
      terms: between.map((x) => term('stud centre from the left end of face A', x, 'length')),
      result: term('studs to cross', between.length, 'count'),
    },
  ];
  const judged: Judged = !known
    ? {
        verdict: 'can’t tell',
        says: 'no stud has been found, so nobody knows whether one stands between',
        sums: [],
        source: practice,
        ask: 'Find one stud and the spacing.',
      }
    : between.length === 0
      ? { verdict: 'ok', says: 'no stud stands between them', sums: [], source: practice }
      : source.box.face === target.box.face
        ? {
            verdict: 'caution',
            says: `${between.length === 1 ? 'one stud has' : `${between.length} studs have`} to be crossed: an opening at each, ${wall.framing.material === 'metal' ? 'a bushing in every hole before the cable' : 'the hole in the middle of the stud, 1 1/4 in from both faces or a plate'}`,
            sums,
            source: practice,
          }
        : {
            verdict: 'stop',
            says: `${between.length === 1 ? 'a stud stands' : `${between.length} studs stand`} between them: the cable can’t be fished straight across; choose a place in the source box’s bay`,
            sums,
            source: practice,
          };
  const findings = [finding('same-bay', target.box.id, 'route', 'One bay for both boxes', judged, sameBayRemedy(w, source, target))];
  for (const { stud, hole } of r.crossings)
    findings.push(
      finding(
        'stud-hole',
        stud.id,
        'route',
        `Hole through the stud at ${printLength(stud.x, w.job.unit)} along face A`,
        hole ?? {
          verdict: 'caution',
          says: 'metal: a bushing in the hole before the cable, or its edge cuts the sheath',
          sums: [],
          source: nec(w.job.edition.slice(3), '300.4(B)(1)'),
        },
      ),
    );
  const reference = wall.references.find((x) => x.id === source.box.place.from);
  const sum = reference && carryThrough(wall, reference.id, source.box.face, from.centre);
  if (reference && sum)
    findings.push(
      finding('carry-through', source.box.id, 'survey', `${source.box.name} seen from ${target.room.name}`, {
        verdict: 'note',
        says: `where its centre lies behind the other face, from the ${reference.name}`,
        sums: [sum],
        source: { from: 'sum' },
      }),
    );
  return findings;
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
      const title = `Put it ${i === 0 ? 'just past' : 'just before'} the source box, in its bay`;
      return [remedy(`same-bay-${i}`, title, ...editBox(w, target, moved, title))];
    })
    .slice(0, 1);
}

/** So far a box may stand from where its way ends before the way is called another. */
const ENDS_WITHIN_MM = inches(2);

/** By a way through the house: what has come into it since, and every hole, chase and outer wall by its rule. */
function wayFindings(w: Work, r: WorkRun): Finding[] {
  const { traced, way } = r;
  if (!traced || !way) return [];
  const id = (what: string): string => `${r.cable.id}-${what}`;
  const blocked = foundSince(w.planned, way).map(({ wall, obstacle }) =>
    finding('way-blocked', id(obstacle.id), 'route', `${way.title}: ${obstacle.kind} in ${wall.name}`, {
      verdict: 'stop',
      says: `a ${obstacle.kind} was found there since this way was taken: the cable doesn’t go through it`,
      sums: [],
      source: { from: 'measured' },
      ask: 'Look at the ways again, and take one that goes past it.',
    }),
  );
  const holes = traced.holes.flatMap((h, i) =>
    h.judged || h.bushing
      ? [
          finding(
            'stud-hole',
            id(h.id),
            'route',
            `Hole ${i + 1}: ${h.count > 1 ? `${h.count} ${h.member}s` : h.member}`,
            h.judged
              ? { ...h.judged, says: `${h.where}: ${h.judged.says}` }
              : {
                  verdict: 'caution',
                  says: `${h.where}: metal, a bushing in the hole before the cable, or its edge cuts the sheath`,
                  sums: [],
                  source: nec(w.job.edition.slice(3), '300.4(B)(1)'),
                },
          ),
        ]
      : [],
  );
  const chases = traced.chases.map((c, i) =>
    finding('chase', id(`chase-${i + 1}`), 'route', `Chase ${c.runs}, ${printLength(c.lengthMm, w.job.unit)}`, c),
  );
  const last = way.legs.at(-1)?.onWall;
  const centre = boxCentreX(r.to.wall, r.to.box);
  const end = last?.points.at(-1);
  const off = last?.wallId === r.to.wall.id && end && centre !== undefined ? Math.abs(end.u - centre) : 0;
  const ends =
    off > ENDS_WITHIN_MM
      ? [
          finding('way-ends', id('ends'), 'route', `${way.title}: where it ends`, {
            verdict: 'can’t tell',
            says: `${r.to.box.name} was moved ${printLength(off, w.job.unit)} since this way was taken: its length, holes and openings are those of before`,
            sums: [],
            source: { from: 'sum' },
            ask: 'Say the new place under Need, and take the way again.',
          }),
        ]
      : [];
  const gone = way.legs.filter((l) => l.onWall && !w.planned.walls.some((x) => x.id === l.onWall!.wallId));
  const lost = gone.length
    ? [
        finding('way-gone', r.cable.id, 'route', way.title, {
          verdict: 'stop',
          says: `${gone.length === 1 ? 'a wall' : `${gone.length} walls`} it goes through ${gone.length === 1 ? 'is' : 'are'} not in the survey any more`,
          sums: [],
          source: { from: 'sum' },
          ask: 'Take another way.',
        }),
      ]
    : [];
  return [...blocked, ...lost, ...ends, ...holes, ...chases];
}

function lengthFinding(w: Work, r: WorkRun): Finding {
  const unknown = r.from && r.from.wall !== r.to.wall && !r.way;
  return finding(
    'cable-length',
    r.cable.id,
    'route',
    'Cable: cut and buy',
    r.run
      ? {
          verdict: 'note',
          says: `cut ${printLength(r.run.cutMm, w.job.unit)}, buy ${printLength(r.run.buyMm, w.job.unit, { style: 'feet' })}`,
          sums: Object.values(r.run.sums),
          source: practice,
        }
      : {
          verdict: 'can’t tell',
          says: unknown ? 'they hang on different walls, and no way was taken yet' : 'a box has no depth or no place yet',
          sums: [],
          source: practice,
          ask: unknown ? 'Take one of the ways of the Route stage.' : 'Measure the depth of both boxes.',
        },
  );
}

function heldFinding(w: Work, r: WorkRun, b: WorkBox): Finding {
  const clamps = boxClamps(b.box);
  return finding(
    'securing',
    b.box.id,
    'route',
    `Cable held at ${b.box.name}`,
    securing({
      edition: w.job.edition,
      plasticSingleGang: boxMaterial(b.box) === 'plastic' && b.box.gangs === 1,
      hasClamp: clamps === undefined ? undefined : clamps !== 'none',
      fished: r.way?.open !== true,
      firstStapleMm: undefined,
    }),
    clampRemedies(w, b),
  );
}

function clampRemedies(w: Work, b: WorkBox): Remedy[] {
  const needed = fillOf(w.planned, b.box, w.job.edition).neededIn3;
  const best = suitableBoxes(b.wall, b.box.face, { gangs: b.box.gangs, neededIn3: needed, unit: w.job.unit }).find(
    (s) => s.fits && s.kind.clamps !== 'none',
  );
  if (!best) return [];
  const next = withKind(b.wall, b.box, best.kind.id);
  return [
    remedy(
      `clamp-${best.kind.id}`,
      `Use ${best.kind.name}, which clamps`,
      ...editBox(w, b, next, `Replace ${b.box.name} by: ${best.kind.name}`),
    ),
  ];
}

export const runFindings = (w: Work): Finding[] =>
  w.runs.flatMap((r) => [
    ...(r.way ? wayFindings(w, r) : r.from && r.from.wall === r.to.wall ? straightFindings(w, r, r.from) : []),
    lengthFinding(w, r),
    ...[r.from, r.to].flatMap((b) => (b ? [heldFinding(w, r, b)] : [])),
  ]);
