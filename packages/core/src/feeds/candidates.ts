/**
 * Where power could come from: every surveyed box and the panel, each judged as if the job were fed from it. The judgements are the
 * ledger's own, so that taking a feed changes nothing that was said of it here. Refused ones stay listed with why.
 */
import { ruleRow, smallestGaugeFor, worstVerdict, type Finding } from '../codebook/index.js';
import { studsBetween } from '../layout/index.js';
import { ledgerOf } from '../ledger/index.js';
import { printAwg } from '../measure/index.js';
import {
  type Box,
  boxCentreX,
  type Edition,
  EDITIONS,
  type JobInHouse,
  type Load,
  PANEL,
  panelOf,
  type Room,
  type Site,
  subpanelOf,
  type Verdict,
} from '../model/index.js';
import { breakerFindings } from '../panel/index.js';

export type FeedWay = 'other side' | 'same bay' | 'along the wall' | 'another wall' | 'home run';

export interface FeedCandidate {
  /** the box's id, or `panel` */
  id: string;
  name: string;
  way: FeedWay;
  /** where it is, in words: `the other side of the same wall, same bay` */
  where: string;
  /** studs between it and the outlet; undefined where nobody found one, or on another wall */
  studs: number | undefined;
  verdict: Verdict;
  findings: Finding[];
  /** what would cure each stop, in words; empty when there is none to cure, or one that can't be */
  cures: string[];
  /** has a stop that nothing offered here cures */
  refused: boolean;
  /** other editions that would say otherwise of it */
  editions: { edition: Edition; verdict: Verdict }[];
}

/** The plan as it would be if it were fed from a box: nothing of it is kept. */
export interface Trial {
  from: (boxId: string) => JobInHouse;
  /** the box that is to be fed */
  target: Box;
  site: Site;
}

/** What of the ledger speaks of the feed: its circuit, its cables, its box, the way to it. */
const speaks = (f: Finding, boxId: string, targetId: string): boolean =>
  f.stage === 'feed' || (ruleRow('US', f.rule).ofFeed === true && (f.subject !== targetId || f.rule === 'same-bay' || f.subject === boxId));

/** Cures of all stops, or that there is one without. */
function cured(findings: Finding[]): { cures: string[]; refused: boolean } {
  const stops = findings.filter((f) => f.verdict === 'stop');
  const refused = stops.some((f) => f.remedies.length === 0);
  return { cures: refused ? [] : stops.map((f) => f.remedies[0]!.title), refused };
}

const findingsOf = (job: JobInHouse, box: Box, target: Box): Finding[] =>
  ledgerOf(job).filter((f) => speaks(f, box.id, target.id) && !ruleRow('US', f.rule).byWay);

function boxCandidate(trial: Trial, box: Box): FeedCandidate {
  const { site, target } = trial;
  const job = trial.from(box.id);
  const wall = site.walls.find((w) => w.id === target.wallId);
  const sameWall = box.wallId === target.wallId;
  const [from, to] = wall ? [boxCentreX(wall, box), boxCentreX(wall, target)] : [];
  const known = wall && (wall.framing.material === 'masonry' || wall.framing.knownStud !== undefined || wall.framing.extraStuds.length > 0);
  const studs = sameWall && known && from !== undefined && to !== undefined ? studsBetween(wall, from, to).length : undefined;
  const way: FeedWay = !sameWall ? 'another wall' : box.face !== target.face ? 'other side' : studs === 0 ? 'same bay' : 'along the wall';
  const room = site.rooms.find((r) => r.id === site.walls.find((w) => w.id === box.wallId)?.faces[box.face].roomId)?.name;
  const between =
    studs === undefined
      ? sameWall
        ? 'studs not found'
        : ''
      : studs === 0
        ? 'same bay'
        : studs === 1
          ? 'one stud between'
          : `${studs} studs between`;
  const side = !sameWall
    ? `another wall${room ? `, in the ${room}` : ''}`
    : box.face !== target.face
      ? `the other side of the same wall${room ? `, in the ${room}` : ''}`
      : 'the same face of the wall';
  const findings = findingsOf(job, box, target);
  const verdict = worstVerdict(findings);
  return {
    id: box.id,
    name: box.name,
    way,
    where: [side, between].filter(Boolean).join(', '),
    studs,
    verdict,
    findings,
    ...cured(findings),
    editions: EDITIONS.filter((e) => e !== job.edition)
      .map((edition) => ({ edition, verdict: worstVerdict(findingsOf({ ...job, edition }, box, target)) }))
      .filter((e) => e.verdict !== verdict),
  };
}

/** A circuit of its own from a panel, for whatever is wanted in `rooms`. */
export function homeRunFor(
  site: Site,
  chosen: Edition,
  { name, rooms, loads, amps = 20 }: { name: string; rooms: Room[]; loads: Load[]; amps?: 15 | 20 },
  panelId = PANEL,
): FeedCandidate {
  const judged = (edition: Edition): Finding[] =>
    breakerFindings(site, edition, { name, ratingA: amps, poles: 1, gauge: smallestGaugeFor(amps), rooms, loads }, panelId).map((f) => ({
      ...f,
      subject: panelId,
      stage: 'feed',
      remedies: [],
    }));
  const sub = subpanelOf(site, panelId);
  const findings = judged(chosen);
  const verdict = worstVerdict(findings);
  return {
    id: panelId,
    name: sub ? `A circuit of its own, ${sub.name}` : 'A circuit of its own',
    way: 'home run',
    where: `from the ${panelOf(site, panelId)?.name ?? 'panel'}, ${amps} A, ${printAwg(smallestGaugeFor(amps))}`,
    studs: undefined,
    verdict,
    findings,
    ...cured(findings),
    editions: EDITIONS.filter((e) => e !== chosen)
      .map((edition) => ({ edition, verdict: worstVerdict(judged(edition)) }))
      .filter((e) => e.verdict !== verdict),
  };
}

const WAYS: FeedWay[] = ['other side', 'same bay', 'along the wall', 'another wall', 'home run'];
/** Fit ones first, then those whose stops can be cured, then what can't be told, then the refused; among equals the shorter work. */
const group = (c: FeedCandidate): number => (c.refused ? 3 : c.verdict === 'can’t tell' ? 2 : c.verdict === 'stop' ? 1 : 0);

export interface FeedOptions {
  /** one a panel */
  ownCircuits: FeedCandidate[];
  /** the boxes by how near they are: only the first are judged, until enough of them are fit; absent: all are */
  nearestFirst?: readonly Box[];
}
/** With so many fit feeds near by, none further off makes a better one; boxes are judged by the dozen until there are as many. */
const ENOUGH_FIT = 12;
const DOZEN = 12;

/** Every surveyed box as the feed, and the circuit of its own, the best first; nothing is said here of the way there. */
export function judgedFeeds(trial: Trial, options: FeedOptions): FeedCandidate[] {
  const list = (options.nearestFirst ?? trial.site.boxes).filter((b) => b.id !== trial.target.id);
  const boxes: FeedCandidate[] = [];
  for (let from = 0; from < list.length; from += DOZEN) {
    if (options.nearestFirst && boxes.filter((b) => !b.refused).length >= ENOUGH_FIT) break;
    boxes.push(...list.slice(from, from + DOZEN).map((b) => boxCandidate(trial, b)));
  }
  return [...boxes, ...options.ownCircuits].sort(
    (a, b) =>
      group(a) - group(b) ||
      (a.studs ?? Infinity) - (b.studs ?? Infinity) ||
      WAYS.indexOf(a.way) - WAYS.indexOf(b.way) ||
      a.name.localeCompare(b.name),
  );
}
