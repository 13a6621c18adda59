/** One door to what both books answer about a job: findings, steps, list, tools. Whoever asks need not know by which book the house goes. */
import { plannedOf, pointIdOf } from './plan.js';
import type { Finding } from '../codebook/index.js';
import type { AlterationKind, Final, FinalReading, FinalTest, House, Isolation, JobInBook } from '../model/index.js';
import {
  asItLay,
  countsAfter,
  countsAfterRows,
  onHandAfter,
  shoppingList,
  shoppingOf,
  type Shop,
  type Shopping,
} from '../takeoff/index.js';
import {
  handMinutes,
  isTicked,
  outageMinutes,
  inUsBook,
  usJobBook,
  type JobBook,
  summarise,
  summaryOf,
  toolsByStep,
  toolsOfSteps,
  type JobSummary,
  type Step,
  type ToolNeed,
} from '../work/index.js';
import { alterationLedger } from './findings.js';
import { alterationParts } from './parts.js';
import { subjectOf } from './spots.js';
import { alterationSteps } from './steps.js';

export const ukJobBook: JobBook = {
  ledger: alterationLedger,
  steps: alterationSteps,
  outageMinutes,
  about: (job) => {
    const final = subjectOf(job)?.final;
    return job.alteration?.kind === 'own radial'
      ? 'a circuit of its own'
      : final
        ? `circuit ${final.number}, ${final.name}`
        : 'circuit not known';
  },
};
const bookOf = (job: JobInBook): JobBook => (inUsBook(job) ? usJobBook : ukJobBook);
export const ledgerIn = (job: JobInBook): Finding[] => bookOf(job).ledger(job);
export const stepsIn = (job: JobInBook): Step[] => bookOf(job).steps(job);
export const summariseIn = (job: JobInBook): JobSummary =>
  inUsBook(job) ? summarise(job) : summaryOf(job, alterationLedger(job), alterationSteps(job));

/** Everything to buy for jobs of one house. */
export function shoppingIn(jobs: readonly JobInBook[], now: Shop): Shopping {
  if (jobs.every(inUsBook)) return shoppingOf(jobs, now);
  return shoppingList(jobs.flatMap((j) => alterationParts(j)), [], asItLay(jobs, now));
} // prettier-ignore
export const toolsIn = (jobs: readonly JobInBook[]): ToolNeed[] =>
  jobs.every(inUsBook) ? toolsByStep(jobs) : toolsOfSteps(jobs.map((j) => ({ id: j.id, name: j.name, steps: stepsIn(j) })));
/** Minutes of all hands on a middle day. */
export const minutesIn = (jobs: readonly JobInBook[]): number => handMinutes(jobs.flatMap((j) => stepsIn(j))).middle;
/** What lies on hand once a job has used its parts. */
export const leftIn = (job: JobInBook, house: House): { onHand: NonNullable<House['onHand']>; counts: NonNullable<House['counts']> } =>
  inUsBook(job)
    ? { onHand: onHandAfter(job, house), counts: countsAfter(job, house) }
    : { onHand: house.onHand ?? [], counts: countsAfterRows(alterationParts(job), house) };

/** Which readings of the steps belong on the test sheet of the circuit. */
const AT_POINT: readonly FinalTest[] = ['crossed-le', 'zs'];
const AT_BOARD: readonly FinalTest[] = ['r1', 'rn', 'r2', 'insulation-ln', 'insulation-le', 'residual-1x'];
/** Written so, an instrument showed no more than that. */
const OVER = /^\s*(?:[>≥]|over|open|ol\b|∞)/i;
/** What was read at the steps of an alteration, as readings of its circuit; of steps that are not ticked nothing counts. */
export function readingsTaken(job: JobInBook): FinalReading[] {
  return job.work.values.flatMap((v): FinalReading[] => {
    const test = [...AT_POINT, ...AT_BOARD].find((t) => t === v.key);
    if (!test || !isTicked(job, v.step)) return [];
    return [{ test, value: v.value, at: v.at, ...(AT_POINT.includes(test) ? { pointId: pointIdOf(job) } : {}), ...(OVER.test(v.as ?? '') ? { over: true } : {}) }];
  });
} // prettier-ignore

/** Kinds of work after which nothing holds that was read round the ring before: it is another ring. */
const ANOTHER_RING: ReadonlySet<AlterationKind> = new Set<AlterationKind>(['into ring', 'move']);
/** The circuit of an alteration as it will be, with what was read at its steps: the figures of its certificate. */
export function finalAsTested(job: JobInBook): Final | undefined {
  const { final } = plannedOf(job);
  if (!final || !job.alteration) return undefined;
  const there = new Set(final.points.map((p) => p.id));
  const taken = readingsTaken(job).filter((r) => r.pointId === undefined || there.has(r.pointId));
  const key = (r: FinalReading): string => `${r.test}/${r.pointId ?? ''}`;
  const fresh = new Set(taken.map(key));
  const before = ANOTHER_RING.has(job.alteration.kind) ? [] : (final.tests?.readings ?? []);
  const isolation = isolationOf(job, final.id);
  // it was on since: the proof of then opens no dead test of another day
  const energised = job.work.ticks.find((t) => t.step === 'energise')?.at;
  return {
    ...final,
    tests: { ...final.tests, readings: [...before.filter((r) => !fresh.has(key(r))), ...taken], ...(isolation ? { isolation } : {}), ...(energised ? { energised } : {}) },
  };
} // prettier-ignore
/** The proof of dead of the steps, as the test sheet keeps it; nobody's name is put to it that nobody gave. */
function isolationOf(job: JobInBook, finalId: string): Isolation | undefined {
  const proof = job.work.proofs.find((p) => p.of === finalId || p.of === 'board');
  if (!proof) return undefined;
  const told = {
    ...{ lockedBy: job.work.told?.find((t) => t.of === proof.of && t.what === 'breaker')?.by ?? proof.by, provedBefore: proof.testerBefore?.at, provedAfter: proof.testerAfter?.at },
    ...{ lineNeutral: proof.hotNeutral?.volts, lineEarth: proof.hotGround?.volts, neutralEarth: proof.neutralGround?.volts },
  };
  return Object.fromEntries(Object.entries(told).filter(([, v]) => v !== undefined)) as Isolation;
} // prettier-ignore
