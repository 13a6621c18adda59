/** What keeps a step from being ticked, and the record of ticks, proofs and values. No clock: the caller brings the time. */
import { gateWords } from '../words/work/gates.js';
import type { Told as Worded } from '../words/phrases.js';
import { isTicked } from './done.js';
import { dropTimer, minutesOn } from './timer.js';
import { isUk } from '../model/index.js';
import { keepsBack, type Finding } from '../codebook/index.js';
import type { DeadProof, Job, JobInBook, ProofReading, StepValue, Told } from '../model/index.js';
import { printLength } from '../measure/index.js';
import type { Target } from './step.js';
import { restingOn } from './outages.js';
import { PROOF_ORDER, proofLabel, type ProofKey } from './proofs.js';
import type { Step, StepAsk } from './step.js';

/** A source counts as live from 100 to 140 V; dead is below 1 V; between 1 and 50 V may be stray coupling (common practice). */
export const LIVE_V = { least: 100, most: 140 };
export const DEAD_MOST_V = 1;
export const STRAY_MOST_V = 50;
/** After this long away from the work it is proved again (common practice). */
export const PROOF_LASTS_MS = 4 * 60 * 60 * 1000;

export interface ProofJudgement extends Worded {
  verdict: 'ok' | 'stop' | 'can’t tell';
}

/** A proving unit or a socket at 230 V; some proving units give several hundred volts. */
const UK_LIVE_V = { least: 207, most: 1000 };

/** One reading of the proof. */
export function judgeProofReading(key: ProofKey, reading: ProofReading | undefined, { uk }: Pick<Target, 'uk'> = {}): ProofJudgement {
  if (!reading) return { verdict: 'can’t tell', ...gateWords.unread() };
  const { volts } = reading;
  if (key === 'testerBefore' || key === 'testerAfter') {
    const live = uk ? UK_LIVE_V : LIVE_V;
    return volts >= live.least && volts <= live.most
      ? { verdict: 'ok', ...gateWords.testerSees({ volts, uk }) }
      : {
          verdict: 'stop',
          ...gateWords.testerNoProof({ volts, uk, least: live.least, most: live.most }),
        };
  }
  if (volts <= DEAD_MOST_V) return { verdict: 'ok', ...gateWords.dead({ volts }) };
  if (volts <= STRAY_MOST_V) return { verdict: 'can’t tell', ...gateWords.stray({ volts }) };
  return { verdict: 'stop', ...gateWords.live({ volts }) };
}

export interface ProofState {
  proved: boolean;
  /** next reading to take; undefined when all are in */
  next: ProofKey | undefined;
  reasons: string[];
}

/** The proof of one target; one from when a job had a single proof counts where nothing else is switched off. */
export const proofOf = (job: Job, target: Pick<Target, 'key' | 'sole'>): DeadProof =>
  job.work.proofs.find((p) => p.of === target.key) ?? (target.sole ? job.work.proofs.find((p) => p.of === undefined) : undefined) ?? {};

/** Whether a target stands proved dead: all five readings good, in order, after its breaker was off, and not too long ago. */
export function proofState(job: Job, target: Target, now?: string): ProofState {
  const proof = proofOf(job, target);
  const next = PROOF_ORDER.find((key) => judgeProofReading(key, proof[key], target).verdict !== 'ok');
  const reasons: string[] = [];
  const off = job.work.ticks.find((t) => t.step === target.off);
  const by = target.by ?? 'the breaker';
  if (!off) reasons.push(`${by} has not been ticked off`);
  if (next) reasons.push(`${proofLabel(next, target).toLowerCase()}: ${judgeProofReading(next, proof[next], target).says}`);
  const times = PROOF_ORDER.map((key) => proof[key]?.at).filter((at) => at !== undefined);
  if (times.some((at, i) => i > 0 && Date.parse(at) < Date.parse(times[i - 1]!)))
    reasons.push('the readings were not taken in order: tester, target, tester');
  const read = proof.hotNeutral?.at;
  if (off && read && Date.parse(read) < Date.parse(off.at)) reasons.push(`the target was read before ${by} was off: read it again`);
  const last = proof.testerAfter?.at;
  if (now && last && Date.parse(now) - Date.parse(last) > PROOF_LASTS_MS)
    reasons.push('over four hours since it was proved dead: prove it again');
  else if (now && last && new Date(now).toDateString() !== new Date(last).toDateString())
    reasons.push('it was proved dead on another day: prove it again');
  return { proved: reasons.length === 0, next, reasons };
}

/** Why a step that needs things dead can’t be done yet, one reason for each that isn’t proved. */
export const notProved = (job: Job, dead: readonly Target[], now?: string): string[] =>
  dead.flatMap((t) => {
    const { proved, reasons } = proofState(job, t, now);
    return proved ? [] : [`${dead.length > 1 ? `${t.words} not proved dead` : 'not proved dead'}: ${reasons[0]!}`];
  });

export interface AskJudgement extends Worded {
  verdict: 'ok' | 'stop' | 'can’t tell';
}

/** A figure of an ask as people say it: `0.61 Ω`, `12 mm`. */
export const printAsked = (ask: Pick<StepAsk, 'unit'>, value: number, unit: JobInBook['unit']): string =>
  ask.unit === 'length' ? printLength(value, unit) : `${ask.unit === 'Ω' ? Number(value.toFixed(2)) : value} ${ask.unit}`;

/** What a value has to lie between: `at least 6", at most 8"`. */
export function askRange(ask: StepAsk, unit: JobInBook['unit']): string {
  const say = (n: number) => printAsked(ask, n, unit);
  if (ask.least !== undefined && ask.least > 0 && ask.most !== undefined) return `${say(ask.least)} to ${say(ask.most)}`;
  return [
    ask.least === undefined || ask.least === 0 ? '' : `at least ${say(ask.least)}`,
    ask.most === undefined ? '' : `at most ${say(ask.most)}`,
  ]
    .filter(Boolean)
    .join(', ');
}

/** A measured value against what the step asks. */
export function judgeAsk(ask: StepAsk, value: StepValue | undefined, unit: JobInBook['unit']): AskJudgement {
  const say = (n: number) => printAsked(ask, n, unit);
  const range = askRange(ask, unit);
  if (!value) return { verdict: 'can’t tell', ...gateWords.unmeasured({ range }) };
  // a tape is read to 1/32 in at best
  const close = ask.unit === 'length' ? 0.8 : 1e-9;
  const low = ask.least !== undefined && value.value < ask.least - close;
  const high = ask.most !== undefined && value.value > ask.most + close;
  if (value.estimated && !low && !high) return { verdict: 'can’t tell', ...gateWords.estimated({ value: say(value.value), range }) };
  return low || high
    ? { verdict: 'stop', ...gateWords.outside({ value: say(value.value), range, otherwise: ask.otherwise }) }
    : { verdict: 'ok', ...gateWords.inside({ value: say(value.value), range }) };
}

export const valueOf = (job: Job, step: string, key: string): StepValue | undefined =>
  job.work.values.find((v) => v.step === step && v.key === key);

/** Reasons why a step can't be ticked now; empty when it can. */
export function gateOf(job: JobInBook, step: Step, steps: Step[], findings: Finding[], now?: string): string[] {
  const reasons: string[] = [];
  for (const id of step.after) if (!isTicked(job, id)) reasons.push(`first: ${steps.find((s) => s.id === id)?.title ?? id}`);
  reasons.push(...notProved(job, step.dead, now));
  for (const t of step.dead)
    if (isTicked(job, t.on)) reasons.push(`${t.words} is on again: take that back, switch off and prove it dead anew`);
  if (step.alters) {
    const stops = findings.filter((f) => f.verdict === 'stop');
    if (stops.length) reasons.push(`the ledger has ${stops.length === 1 ? 'a stop' : `${stops.length} stops`}: ${stops[0]!.title}`);
  }
  const waits = step.connects ? 'connecting' : step.alters ? 'the job' : undefined;
  if (waits) {
    const book = isUk(job) ? 'UK' : 'US';
    for (const f of findings.filter((x) => x.verdict === 'can’t tell' && keepsBack(book, x.rule, waits)))
      reasons.push(`not known yet: ${f.title}. ${f.ask ?? ''}`.trim());
  }
  for (const ask of step.asks) {
    const value = valueOf(job, step.id, ask.key);
    const judged = judgeAsk(ask, value, job.unit);
    // an estimated length lets the work go on and stays open in the record; volts are read, never estimated
    const standsIn = value?.estimated === true && ask.unit === 'length' && judged.verdict === 'can’t tell';
    if (judged.verdict !== 'ok' && !standsIn) reasons.push(`${ask.label}: ${judged.says}`);
  }
  return reasons;
}

export type TickResult<J extends JobInBook = JobInBook> = { ok: true; job: J } | { ok: false; reasons: string[] };

/** Ticks a step if its gate is open. */
export function tick<J extends JobInBook>(job: J, stepId: string, steps: Step[], findings: Finding[], at: string): TickResult<J> {
  const step = steps.find((s) => s.id === stepId);
  if (!step) return { ok: false, reasons: [`there is no step ${stepId}`] };
  const reasons = gateOf(job, step, steps, findings, at);
  if (reasons.length) return { ok: false, reasons };
  if (isTicked(job, stepId)) return { ok: true, job };
  // what stands on its clock is what it took; less than half a minute is nothing
  const minutes = minutesOn(job, stepId, at);
  const took = minutes === undefined || minutes < 0.5 ? {} : { took: Math.min(1440, Math.round(minutes)) };
  const stopped = dropTimer(job, stepId);
  return { ok: true, job: { ...stopped, work: { ...stopped.work, ticks: [...job.work.ticks, { step: stepId, at, ...took }] } } };
}

/** Notes the minutes that a ticked step took, or takes the note back. */
export const noteTook = <J extends Job>(job: J, stepId: string, minutes: number | undefined): J => ({
  ...job,
  work: {
    ...job.work,
    ticks: job.work.ticks.map(({ took, ...t }) =>
      t.step !== stepId ? { ...t, ...(took === undefined ? {} : { took }) } : { ...t, ...(minutes === undefined ? {} : { took: minutes }) },
    ),
  },
});

/** Unticks a step and all that rest on it. Taking back a breaker, or a breaker on, voids the proof of what it fed. */
export function untick<J extends Job>(job: J, stepId: string, steps: Step[]): J {
  const gone = restingOn(stepId, steps);
  const voided = new Set<string>();
  let all = false;
  for (const proving of steps.filter((s) => s.proves.length > 0)) {
    const { off, on: energised } = proving.proves[0]!;
    const again = isTicked(job, energised) && gone.has(energised);
    if (again) for (const id of restingOn(off, steps)) gone.add(id);
    if (!again && !gone.has(off) && !gone.has(proving.id)) continue;
    for (const t of proving.proves) {
      voided.add(t.key);
      all ||= t.sole;
    }
  }
  return {
    ...job,
    work: {
      ...job.work,
      ticks: job.work.ticks.filter((t) => !gone.has(t.step)),
      proofs: job.work.proofs.filter((p) => (p.of === undefined ? !all : !voided.has(p.of))),
    },
  };
}

/** Enters a reading of a proof; a later one than those behind it clears them, so that the order stays tester, target, tester. */
export function enterProof<J extends Job>(job: J, target: Target, key: ProofKey, reading: ProofReading): J {
  const was = proofOf(job, target);
  const kept: DeadProof = { of: target.key };
  if (was.by !== undefined) kept.by = was.by;
  for (const k of PROOF_ORDER.slice(0, PROOF_ORDER.indexOf(key))) kept[k] = was[k];
  kept[key] = reading;
  const ticks = key === 'testerAfter' ? job.work.ticks : job.work.ticks.filter((t) => t.step !== target.prove);
  const others = job.work.proofs.filter((p) => p !== was && p.of !== target.key);
  return { ...job, work: { ...job.work, ticks, proofs: [...others, kept] } };
}

/** Who took the readings of a proof. */
export const provedBy = <J extends Job>(job: J, target: Target, by: string | undefined): J => {
  const { by: _, ...was } = proofOf(job, target);
  const proof: DeadProof = { ...was, of: target.key, ...(by ? { by } : {}) };
  return { ...job, work: { ...job.work, proofs: [...job.work.proofs.filter((p) => p.of !== target.key), proof] } };
};

/** The household warned, or the breaker locked or labelled, by whom; no name takes it back. */
export const noteTold = <J extends Job>(job: J, of: string, what: Told['what'], by: string | undefined, at: string): J => {
  const others = (job.work.told ?? []).filter((t) => t.of !== of || t.what !== what);
  return { ...job, work: { ...job.work, told: by ? [...others, { of, what, by, at }] : others } };
};

/** Something else was found live: every proof is void, and what needs one is closed again. */
export const foundLive = <J extends Job>(job: J, steps: Step[]): J =>
  steps
    .filter((s) => s.proves.length && isTicked(job, s.id))
    .reduce((now, s) => untick(now, s.id, steps), {
      ...job,
      work: { ...job.work, proofs: [] },
    });

/** Enters a measured value; an earlier one of the same key gives way. */
export const enterValue = <J extends Job>(job: J, value: StepValue): J => ({
  ...job,
  work: { ...job.work, values: [...job.work.values.filter((v) => v.step !== value.step || v.key !== value.key), value] },
});
