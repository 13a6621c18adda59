/**
 * A job becomes part of its house: what was built of it, as it was built. Both documents change together or not at all; the house keeps what
 * it was before, so that the closing can be taken back while nothing rests on it.
 */
import { finalAsTested, ledgerIn, leftIn, stepsIn } from '../alteration/index.js';
import { numbered, plannedBench, workOf } from '../ledger/index.js';
import { printLength } from '../measure/index.js';
import {
  idOf,
  altered,
  bareJob,
  laidIn,
  PANEL,
  planOf,
  wiresAt,
  takenBack,
  fitting,
  type Cable,
  type Change,
  type Closing,
  type House,
  type Job,
  type JobInBook,
  type JobInHouse,
  type Site,
} from '../model/index.js';
import { panelEnds, wiringIn } from '../wiring/index.js';
import { restsOn } from './rests.js';
import { builtChangeIds, inUsBook, isTicked, notProved, outagesOf, valueOf, type Step } from '../work/index.js';

export interface Hindrance {
  /** what to do about it, in the words of the job page */
  says: string;
  /** the person can say so and close all the same */
  canBeLeft: boolean;
}

/** Steps that are not done, with the changes that then are not built. */
function undone(job: JobInBook, steps: readonly Step[]): { steps: Step[]; changes: Change[] } {
  const built = builtChangeIds(job, [...steps]);
  return { steps: steps.filter((s) => !isTicked(job, s.id)), changes: job.changes.filter((c) => !built.has(c.id)) };
}

/**
 * What keeps a job from becoming part of the house, worst first. Those that can be left are asked about: then what wasn’t done is not in the
 * house.
 * @param jobs the jobs of the house
 */
export function hindrances(job: JobInBook, jobs: readonly Job[]): Hindrance[] {
  const list: Hindrance[] = [];
  const never = (says: string): void => void list.push({ says, canBeLeft: false });
  if (job.closed) return [{ says: `“${job.name}” is part of the house already.`, canBeLeft: false }];
  for (const before of jobs.filter((j) => job.after?.includes(j.id) && !j.closed))
    never(`It comes after “${before.name}”, which is not closed yet: close that first, or take it out of the order.`);
  for (const u of planOf(job).unfit) never(`“${u.change.title}” doesn’t fit the house any more: ${u.why}.`);
  if (list.length) return list;
  const stops = ledgerIn(job).filter((f) => f.verdict === 'stop');
  if (stops.length)
    never(`The ledger has ${stops.length === 1 ? 'a stop' : `${stops.length} stops`}: ${stops.map((f) => f.title).join('; ')}.`);
  const steps = stepsIn(job);
  const built = builtChangeIds(job, steps);
  // where a fault was found and mended nothing is new
  if (built.size === 0 && job.alteration?.kind !== 'find fault') never('Nothing of it is built: no step that builds something is ticked.');
  const off = outagesOf(steps).filter((o) => isTicked(job, o.off) && !isTicked(job, o.on));
  if (off.length)
    never(
      `The breaker is still off (${off.map((o) => o.words).join('; ')}): put everything back, switch on and test before the job is closed.`,
    );
  const stale = steps.find((s) => isTicked(job, s.id) && notProved(job, s.dead).length > 0);
  if (stale) never(`“${stale.title}” is ticked, and the proof of dead it needed isn’t whole any more: prove it again, or untick it.`);
  const left = undone(job, steps);
  if (left.changes.length)
    list.push({ says: `Not built: ${left.changes.map((c) => c.title).join('; ')}. It would not be in the house.`, canBeLeft: true });
  else if (left.steps.length) list.push({ says: `Not ticked: ${left.steps.map((s) => s.title).join('; ')}.`, canBeLeft: true });
  return list;
}

/** A cable as it lies there now: ends that were measured take the place of what was planned. */
function asBuilt(job: JobInHouse, cable: Cable): Cable {
  const { runs, boxes } = workOf(job);
  const run = runs.find((r) => r.cable.id === cable.id);
  const n = boxes.filter((b) => b.role === 'new').findIndex((b) => b === run?.to);
  const ends = cable.ends.map((end) => {
    const value =
      end.boxId === undefined || n < 0
        ? undefined
        : end.boxId === run!.to.box.id
          ? valueOf(job, numbered('set-new-box', n), 'free-target')
          : valueOf(job, numbered('wire-source', n), 'free-source');
    // what was only estimated stays a guess in the house
    const known = value?.estimated ? ('assumed' as const) : ('measured' as const);
    return value ? { ...end, freeLength: { mm: value.value, known, ...(value.as ? { as: value.as } : {}) } } : end;
  });
  return { ...cable, ends: [ends[0]!, ends[1]!] };
}

/** How every box that something was connected in is wired now: as it was wired by hand, else as the plan had it. */
function asConnected(job: JobInHouse, built: Change[]): Change[] {
  const work = workOf({ ...job, changes: built });
  const bench = plannedBench(work);
  const boxes = new Set(built.flatMap(wiresAt));
  const places = new Map([...work.boxes.map((b) => b.box), ...work.lamps.map((l) => l.lamp)].map((x) => [x.id, x.name]));
  const wired = [
    ...[...places].filter(([id]) => boxes.has(id)).map(([id, name]) => ({ name, wiring: wiringIn(work.planned, bench, id) })),
    ...(boxes.has(PANEL) ? panelEnds(bench).map((wiring) => ({ name: 'the end at the panel', wiring })) : []),
  ];
  // a box that no plan could be made for was looked at by nobody
  return wired
    .filter(({ wiring }) => wiring.joints.length > 0)
    .map(({ name, wiring }) => ({
      id: idOf('wire', wiring.id),
      title: `Wiring of ${name} as built`.slice(0, 120),
      do: 'wire-box',
      wiring,
    }));
}

/** The changes that were built, as they were built. */
function builtChanges(job: JobInBook, steps: Step[]): Change[] {
  const built = builtChangeIds(job, steps);
  if (!inUsBook(job)) return job.changes.filter((c) => built.has(c.id));
  const list = job.changes
    .filter((c) => built.has(c.id))
    .map((c) => {
      if (c.do === 'run-cable') return { ...c, cable: asBuilt(job, c.cable) };
      // how it was wired is known now
      if (c.do === 'place-device' || c.do === 'replace-device')
        return { ...c, device: { ...c.device, wiredAs: job.schools.device, condition: 'sound' as const } };
      return c;
    });
  const wired = asConnected(job, list);
  const ids = new Set(wired.map((c) => c.id));
  return [...list.filter((c) => !ids.has(c.id)), ...wired];
}

/** Differences between what was planned and what was built, in words. */
function differences(job: JobInBook, steps: Step[]): string[] {
  const measured = steps.flatMap((step) =>
    step.asks.flatMap((ask) => {
      const value = valueOf(job, step.id, ask.key);
      if (!value || ask.unit !== 'length' || ask.least === undefined || ask.most === undefined) return [];
      const planned = (ask.least + ask.most) / 2;
      if (Math.abs(value.value - planned) < 0.8) return [];
      return [
        `${ask.label}: ${value.estimated ? 'about ' : ''}${printLength(value.value, job.unit)} instead of ${printLength(planned, job.unit)}`,
      ];
    }),
  );
  return [...undone(job, steps).changes.map((c) => `not built: ${c.title}`), ...measured].map((t) => t.slice(0, 2000)).slice(0, 200);
}

/** What was read of a final circuit at the steps stands on its test sheet. */
function asRead(job: JobInBook, site: Site): Site {
  const tested = inUsBook(job) ? undefined : finalAsTested(job);
  return tested && site.finals ? { ...site, finals: site.finals.map((f) => (f.id === tested.id ? tested : f)) } : site;
}

/** The house with these coils on hand, or with none. */
function withOnHand(house: House, list: NonNullable<House['onHand']>, counts: NonNullable<House['counts']>): House {
  const { onHand: _, counts: __, ...rest } = house;
  return { ...rest, ...(list.length ? { onHand: list } : {}), ...(Object.keys(counts).length ? { counts } : {}) };
}

export interface Closed {
  house: House;
  job: Job;
}
export type ClosingResult = ({ ok: true } & Closed) | { ok: false; hindrances: Hindrance[] };

/**
 * Makes what was built of a job part of its house.
 * @param jobs the jobs of the house
 * @param leave what can be left undone is left, and is then not in the house
 */
export function closeJob(job: Job, house: House, jobs: readonly Job[], at: string, leave: boolean): ClosingResult {
  const laid = laidIn(job, house, jobs);
  const stands = hindrances(laid, jobs).filter((h) => !leave || !h.canBeLeft);
  if (stands.length) return { ok: false, hindrances: stands };
  const steps = stepsIn(laid);
  const changes = builtChanges(laid, steps);
  const site = asRead({ ...laid, changes }, fitting(house.site, changes, house.unit).planned);
  const differ = altered(house.site, site);
  // what was left undone used nothing
  const built = { ...laid, changes };
  const left = leftIn(built, house);
  const number = (house.history ?? []).length + 1;
  const closing: Closing = {
    id: idOf('closing', number, job.id),
    jobId: job.id,
    jobName: job.name,
    at,
    changes,
    differs: differences(laid, steps),
    ...differ,
    onHand: { was: house.onHand ?? [], became: left.onHand },
    counts: { was: house.counts ?? {}, became: left.counts },
  };
  return {
    ok: true,
    house: { ...withOnHand(house, closing.onHand!.became, closing.counts!.became), site, history: [...(house.history ?? []), closing] },
    job: { ...bareJob(job), closed: { at, closing: closing.id } },
  };
}

export type ReopenResult = ({ ok: true } & Closed) | { ok: false; reasons: string[] };
/** Takes a closing back: the house is as it was before, the job is open again with its ticks. */
export function reopenJob(job: Job, house: House, jobs: readonly Job[]): ReopenResult {
  const reasons = restsOn(job, house, jobs);
  if (reasons.length) return { ok: false, reasons };
  const closing = house.history!.find((h) => h.id === job.closed!.closing)!;
  const { closed: _, ...open } = bareJob(job);
  const history = house.history!.filter((h) => h.id !== closing.id);
  // what was counted since stays as it was counted
  const same = (now: unknown, became: unknown): boolean => JSON.stringify(now) === JSON.stringify(became);
  const cut = closing.onHand && same(house.onHand ?? [], closing.onHand.became) ? closing.onHand.was : (house.onHand ?? []);
  const counts = closing.counts && same(house.counts ?? {}, closing.counts.became) ? closing.counts.was : (house.counts ?? {});
  const { history: __, ...rest } = withOnHand(house, cut, counts);
  return { ok: true, house: { ...rest, site: takenBack(house.site, closing), ...(history.length ? { history } : {}) }, job: open };
}
