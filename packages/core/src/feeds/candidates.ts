/**
 * Where power could come from: every surveyed box and the panel, each judged as if the job were fed from it. The judgements are the
 * ledger's own, so that choosing a feed changes nothing that was said of it here. Refused ones stay listed with why.
 */
import { practice } from '../catalog/index.js';
import { smallestGaugeFor } from '../codebook/index.js';
import { studsBetween } from '../layout/index.js';
import { jobContext, ledgerOf } from '../ledger/index.js';
import {
  boxCentreX,
  EDITIONS,
  isInPlace,
  type Box,
  type Change,
  type Edition,
  type Finding,
  type JobInHouse,
  type Load,
  type Room,
  type Site,
  type Verdict,
  VERDICTS,
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
  /** hours the way there takes, from and to (common practice); undefined while the way is not worked out */
  hours: [number, number] | undefined;
  verdict: Verdict;
  findings: Finding[];
  /** what would cure each stop, in words; empty when there is none to cure, or one that can't be */
  cures: string[];
  /** has a stop that nothing offered here cures */
  refused: boolean;
  /** other editions that would say otherwise of it */
  editions: { edition: Edition; verdict: Verdict }[];
  /** the one that feeds the job now */
  current: boolean;
  /** the job can be fed from it as it stands */
  choosable: boolean;
}

/** What of the ledger speaks of the feed: its circuit, its cables, its box, the way to it. */
const OF_THE_FEED = new Set(['box-fill', 'same-bay', 'device-state', 'wiring-plan', 'source-cables', 'circuit', 'junction-reach']);
const speaks = (f: Finding, boxId: string, targetId: string): boolean =>
  f.stage === 'feed' || (OF_THE_FEED.has(f.rule) && (f.subject !== targetId || f.rule === 'same-bay' || f.subject === boxId));

/** Rules whose figures follow from the way through one wall: on another wall they can’t be told yet. */
const BY_THE_WAY = new Set(['same-bay', 'voltage-drop', 'cable-length', 'carry-through', 'back-to-back', 'fire-rated', 'securing']);

/**
 * The job with another box as its feed: the new cable comes from there, the new box and what is plugged in hang on its circuit, and what was
 * planned for the old feed's own box is left alone.
 */
export function refed(job: JobInHouse, boxId: string): JobInHouse {
  const box = job.found.boxes.find((b) => b.id === boxId);
  if (!box || isInPlace(job) || boxId === job.sourceBoxId) return job;
  const circuit = job.found.circuits.find((c) => c.id === box.circuitId);
  const target = job.changes.find((c) => c.do === 'place-box' && c.box.id === job.newBoxId);
  const face = target?.do === 'place-box' ? target.box.face : box.face;
  const wallId = target?.do === 'place-box' ? target.box.wallId : box.wallId;
  const gauge = smallestGaugeFor(circuit?.breakerA ?? 20);
  const changes = job.changes.flatMap((c): Change[] => {
    switch (c.do) {
      case 'place-box':
        return c.box.id === job.newBoxId ? [{ ...c, box: { ...c.box, circuitId: box.circuitId } }] : [c];
      case 'run-cable': {
        const [a, b] = c.cable.ends;
        if (a.boxId !== job.sourceBoxId && b.boxId !== job.sourceBoxId) return [c];
        const from = { boxId: box.id, label: box.name };
        const ends = a.boxId === job.sourceBoxId ? ([from, b] as const) : ([a, from] as const);
        const kind = `${gauge}-${c.cable.conductors.length}`;
        return [
          {
            ...c,
            title: `Run ${kind} cable from ${box.name}`.slice(0, 120),
            cable: { ...c.cable, gauge, name: `${box.name} to the new box`.slice(0, 120), length: undefined, ends: [...ends] },
          },
        ];
      }
      case 'plug-in':
        return circuit && c.load.boxId === job.newBoxId ? [{ ...c, load: { ...c.load, circuitId: circuit.id } }] : [c];
      case 'replace-box':
      case 'remove-device':
        return c.do === 'replace-box' && c.boxId === job.sourceBoxId ? [] : [c];
      case 'alter-circuit':
        return [];
      default:
        return [c];
    }
  });
  return {
    ...job,
    sourceBoxId: box.id,
    situation: box.wallId === wallId && box.face === face ? 'same-wall' : 'other-side',
    changes,
    // wiring made by hand was made for the old feed
    ...(job.bench ? { bench: {} } : {}),
  };
}

/** Cures of all stops, or that there is one without. */
function cured(findings: Finding[]): { cures: string[]; refused: boolean } {
  const stops = findings.filter((f) => f.verdict === 'stop');
  const refused = stops.some((f) => f.remedies.length === 0);
  return { cures: refused ? [] : stops.map((f) => f.remedies[0]!.title), refused };
}

const worst = (findings: Finding[]): Verdict =>
  findings.reduce<Verdict>((w, f) => (VERDICTS.indexOf(f.verdict) < VERDICTS.indexOf(w) ? f.verdict : w), 'ok');

function boxFindingsOf(job: JobInHouse, box: Box, sameWall: boolean, waysAreSearched: boolean): Finding[] {
  const alt = refed(job, box.id);
  const own = ledgerOf(alt).filter((f) => speaks(f, box.id, job.newBoxId));
  if (waysAreSearched) return own.filter((f) => !BY_THE_WAY.has(f.rule));
  if (sameWall) return own;
  return [
    {
      rule: 'way',
      subject: box.id,
      stage: 'route',
      verdict: 'can’t tell',
      title: 'The way from there',
      says: 'it hangs on another wall: how the cable gets there is not worked out yet',
      sums: [],
      source: practice,
      ask: 'Want the outlet in the house instead (wanted outlets): every way through attic, basement and walls is searched there.',
      remedies: [],
    },
    ...own.filter((f) => !BY_THE_WAY.has(f.rule)),
  ];
}

function boxCandidate(job: JobInHouse, box: Box, target: Box, waysAreSearched: boolean): FeedCandidate {
  const c = jobContext(job);
  const sameWall = box.wallId === target.wallId;
  const [from, to] = [boxCentreX(c.wall, box), boxCentreX(c.wall, target)];
  const known = c.wall.framing.material === 'masonry' || c.wall.framing.knownStud !== undefined || c.wall.framing.extraStuds.length > 0;
  const studs = sameWall && known && from !== undefined && to !== undefined ? studsBetween(c.wall, from, to).length : undefined;
  const way: FeedWay = !sameWall ? 'another wall' : box.face !== target.face ? 'other side' : studs === 0 ? 'same bay' : 'along the wall';
  const room = c.planned.rooms.find((r) => r.id === c.planned.walls.find((w) => w.id === box.wallId)?.faces[box.face].roomId)?.name;
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
  const findings = boxFindingsOf(job, box, sameWall, waysAreSearched);
  const verdict = worst(findings);
  const current = job.sourceBoxId === box.id;
  return {
    id: box.id,
    name: box.name,
    way,
    where: [side, between].filter(Boolean).join(', '),
    studs,
    // back to back or in one bay 1 to 2 h; every stud crossed behind a finish is an opening more (handbook 5 and 10, common practice)
    hours: studs === undefined ? undefined : [1 + studs, 2 + 2 * studs],
    verdict,
    findings,
    ...cured(findings),
    editions: EDITIONS.filter((e) => e !== job.edition)
      .map((edition) => ({ edition, verdict: worst(boxFindingsOf({ ...job, edition }, box, sameWall, waysAreSearched)) }))
      .filter((e) => e.verdict !== verdict),
    current,
    choosable: sameWall && !current,
  };
}

/** A circuit of its own from the panel, for whatever is wanted in `rooms`. */
export function homeRunFor(site: Site, chosen: Edition, name: string, rooms: Room[], loads: Load[]): FeedCandidate {
  const judged = (edition: Edition): Finding[] =>
    breakerFindings(site, edition, { name, ratingA: 20, poles: 1, gauge: 12, rooms, loads }).map((f) => ({
      ...f,
      subject: 'panel',
      stage: 'feed',
      remedies: [],
    }));
  const findings = judged(chosen);
  const verdict = worst(findings);
  return {
    id: 'panel',
    name: 'A circuit of its own',
    way: 'home run',
    where: `from the ${site.panel?.name ?? 'panel'}, 20 A, 12 AWG`,
    studs: undefined,
    hours: undefined,
    verdict,
    findings,
    ...cured(findings),
    editions: EDITIONS.filter((e) => e !== chosen)
      .map((edition) => ({ edition, verdict: worst(judged(edition)) }))
      .filter((e) => e.verdict !== verdict),
    current: false,
    choosable: false,
  };
}

const WAYS: FeedWay[] = ['other side', 'same bay', 'along the wall', 'another wall', 'home run'];
/** Fit ones first, then those whose stops can be cured, then what can't be told, then the refused; among equals the shorter work. */
const group = (c: FeedCandidate): number => (c.refused ? 3 : c.verdict === 'can’t tell' ? 2 : c.verdict === 'stop' ? 1 : 0);

/** Every feed that was surveyed, the best first; none for a job that stays at its box. */
export function feedCandidates(job: JobInHouse): FeedCandidate[] {
  if (isInPlace(job)) return [];
  const c = jobContext(job);
  const loads = c.planned.loads.filter((l) => l.boxId === c.target.id);
  return judgedFeeds(job, { waysAreSearched: false, ownCircuit: homeRunFor(c.planned, job.edition, job.name, [c.room], loads) });
}

export interface FeedOptions {
  waysAreSearched: boolean;
  ownCircuit: FeedCandidate;
  /** the boxes by how near they are: only the first are judged, until enough of them are fit; absent: all are */
  nearestFirst?: readonly Box[];
}
/** With so many fit feeds near by, none further off makes a better one; boxes are judged by the dozen until there are as many. */
const ENOUGH_FIT = 12;
const DOZEN = 12;

/** Every surveyed box as the job’s feed, and the circuit of its own. Where ways are searched, nothing is said here of the way. */
export function judgedFeeds(job: JobInHouse, options: FeedOptions): FeedCandidate[] {
  const { target } = jobContext(job);
  const list = (options.nearestFirst ?? job.found.boxes).filter((b) => b.id !== target.id);
  const boxes: FeedCandidate[] = [];
  for (let from = 0; from < list.length; from += DOZEN) {
    if (options.nearestFirst && boxes.filter((b) => !b.refused).length >= ENOUGH_FIT) break;
    boxes.push(...list.slice(from, from + DOZEN).map((b) => boxCandidate(job, b, target, options.waysAreSearched)));
  }
  return [...boxes, options.ownCircuit].sort(
    (a, b) =>
      group(a) - group(b) ||
      (a.hours?.[1] ?? Infinity) - (b.hours?.[1] ?? Infinity) ||
      WAYS.indexOf(a.way) - WAYS.indexOf(b.way) ||
      a.name.localeCompare(b.name),
  );
}
