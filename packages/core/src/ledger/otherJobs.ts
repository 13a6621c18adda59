/** What the jobs of one house mean for each other: one circuit, one bay, one box; and what of a plan no longer fits the house. */
import { otherJobWords } from '../words/ledger/otherJobs.js';
import { remedyTitles } from '../words/ledger/remedies.js';
import { jobTitles } from '../words/ledger/titles.js';
import { toldBy } from '../words/phrases.js';
import { practice } from '../catalog/index.js';
import { circuitLoad, term, type Finding } from '../codebook/index.js';
import { onSurface, openingRect, overlaps } from '../layout/index.js';
import { inches } from '../measure/index.js';
import { type Box, breakerNumber, type Change, fitting, type Job, type JobInHouse, type Load, planOf, type Wall } from '../model/index.js';
import { finding, remedy } from './finding.js';

/** Changes that can’t be made on what is found now, each a stop that can be dropped. */
export const unfitFindings = (job: JobInHouse): Finding[] =>
  planOf(job).unfit.map(({ change, why }) =>
    finding('plan-fits', change.id, change.title, { verdict: 'stop', ...otherJobWords.unfit({ why }), sums: [], source: { from: 'sum' } }, [
      remedy('drop', remedyTitles.drop, { op: 'drop-change', changeId: change.id }),
    ]),
  );

/** Whether one of two jobs comes after the other, over others in between too: then it finds what the other builds. */
function inOrder(job: JobInHouse, other: Job): boolean {
  const after = new Map([...job.others, job].map((j) => [j.id, j.after ?? []]));
  const leads = (from: string, to: string, seen: ReadonlySet<string> = new Set()): boolean =>
    !seen.has(from) && (after.get(from) ?? []).some((id) => id === to || leads(id, to, new Set([...seen, from])));
  return leads(job.id, other.id) || leads(other.id, job.id);
}

const placedBoxes = (changes: readonly Change[]): Box[] =>
  changes.flatMap((c) => (c.do === 'place-box' || c.do === 'replace-box' ? [c.box] : []));
const alteredBoxes = (changes: readonly Change[]): Set<string> =>
  new Set(
    changes.flatMap((c) =>
      c.do === 'replace-box' ? [c.boxId] : c.do === 'run-cable' ? c.cable.ends.flatMap((e) => (e.boxId ? [e.boxId] : [])) : [],
    ),
  );

/** A bay as wide as the stud spacing where the opening lies. */
const bayOf = (wall: Wall, box: Box): { left: number; right: number } | undefined => {
  // a box on the finish opens none
  if (onSurface(box)) return undefined;
  const opening = openingRect(wall, box);
  if (!opening) return undefined;
  const reach = Math.max(0, wall.framing.spacing.mm - (opening.right - opening.left)) / 2;
  return { left: opening.left - reach, right: opening.right + reach };
};

/** What another open job that stands in no order with this one does to the same things. */
export function otherJobFindings(job: JobInHouse): Finding[] {
  if (job.closed) return [];
  const { planned } = planOf(job);
  return job.others
    .filter((o) => !inOrder(job, o))
    .flatMap((other) => {
      const theirs = fitting(job.found, other.changes, job.unit).planned;
      return [...sameLoad(job, other, planned.loads, theirs.loads), ...sameBoxes(job, other), ...sameBay(job, other)];
    });
}

/** Loads that both bring to one circuit, summed with what hangs there. */
function sameLoad(job: JobInHouse, other: Job, mine: Load[], theirs: Load[]): Finding[] {
  const found = new Set(job.found.loads.map((l) => l.id));
  const fresh = (list: Load[]): Load[] => list.filter((l) => !found.has(l.id));
  const circuits = new Set(fresh(mine).map((l) => l.circuitId));
  return [...new Set(fresh(theirs).map((l) => l.circuitId))].flatMap((id): Finding[] => {
    const circuit = job.found.circuits.find((c) => c.id === id);
    if (!circuit || !circuits.has(id)) return [];
    const both = [...mine, ...fresh(theirs).filter((l) => !mine.some((m) => m.id === l.id))].filter((l) => l.circuitId === id);
    const judged = circuitLoad({
      edition: job.edition,
      breakerA: circuit.breakerA,
      volts: circuit.voltsNominal,
      loads: both,
      complete: circuit.loadsComplete === true,
    });
    const fits = judged.verdict === 'ok';
    const loads = fresh(theirs).filter((l) => l.circuitId === id);
    const circuitTold = { other: other.name, loads: loads.map((l) => l.name), told: toldBy(judged) };
    return [
      finding('other-jobs-load', [other.id, id], jobTitles.loadWith(breakerNumber(job.found, circuit), other.name), {
        ...judged,
        verdict: fits ? 'note' : 'caution',
        ...(fits ? otherJobWords.sameCircuit(circuitTold) : otherJobWords.sameCircuitTooMuch(circuitTold)),
      }),
    ];
  });
}

/** Boxes that both place or alter. */
function sameBoxes(job: JobInHouse, other: Job): Finding[] {
  const theirs = alteredBoxes(other.changes);
  const shared = [...alteredBoxes(job.changes)].filter((id) => theirs.has(id));
  return shared.flatMap((id): Finding[] => {
    const box = job.found.boxes.find((b) => b.id === id);
    if (!box) return [];
    return [
      finding('other-jobs-box', [other.id, id], jobTitles.boxWith(box.name, other.name), {
        verdict: 'caution',
        ...otherJobWords.sameBox({ other: other.name, box: box.name }),
        sums: [],
        source: practice,
      }),
    ];
  });
}

/** Openings that both cut into one bay. */
function sameBay(job: JobInHouse, other: Job): Finding[] {
  return placedBoxes(job.changes).flatMap((box) => {
    const wall = job.found.walls.find((w) => w.id === box.wallId);
    const bay = wall && bayOf(wall, box);
    if (!wall || !bay) return [];
    return placedBoxes(other.changes).flatMap((their): Finding[] => {
      if (their.wallId !== wall.id || their.id === box.id || onSurface(their)) return [];
      const opening = openingRect(wall, their);
      const mine = openingRect(wall, box);
      if (!opening || !mine || opening.left > bay.right || opening.right < bay.left) return [];
      const over = their.face === box.face && overlaps(opening, mine);
      const apart = Math.max(0, Math.max(opening.left - mine.right, mine.left - opening.right));
      return [
        finding(
          'other-jobs-bay',
          [other.id, their.id, box.id],
          jobTitles.bayWith(box.name, their.name, other.name),
          {
            verdict: over ? 'stop' : 'caution',
            ...(over ? otherJobWords.sameCut({ wall: wall.name }) : otherJobWords.sameBay({ other: other.name, wall: wall.name })),
            sums: over
              ? []
              : [
                  {
                    terms: [],
                    result: term('between the openings, along the wall', apart, 'length'),
                    limit: { ...term('one bay', wall.framing.spacing.mm - inches(1.5), 'length'), relation: '≤' },
                  },
                ],
            source: practice,
          },
          [],
          'box',
        ),
      ];
    });
  });
}
