import { computed, inject, Injectable, signal } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { readReading } from '@saddle/core/finals';
import { parseLength } from '@saddle/core/measure';
import { type JobInBook, addNote } from '@saddle/core/model';
import {
  capital,
  enterProof,
  enterValue,
  gateOf,
  isRunning,
  isTicked,
  judgeAsk,
  judgeProofReading,
  listed,
  minutesOn,
  noteTook,
  pauseTimers,
  printSpan,
  printAsked,
  proofLabel,
  PROOF_ORDER,
  proofOf,
  proofState,
  startTimer,
  tick,
  timeTerms,
  untick,
  valueOf,
  type ProofKey,
  type Step,
  type StepAsk,
  type Target,
} from '@saddle/core/work';
import { nanoid } from 'nanoid';
import { interval, map } from 'rxjs';
import { JobSession } from '../job/job-session';
import { ownTime } from '../words/own-clock';

export const now = (): string => new Date().toISOString();
export type WorkRow = ReturnType<JobWork['rows']>[number];

/** The steps of the open job as they stand, and what a hand does with them: ticks, readings, values, notes, clocks. */
@Injectable()
export class JobWork {
  readonly session = inject(JobSession);
  readonly errors = signal<Record<string, string>>({});

  readonly rows = computed(() => {
    const job = this.session.laid();
    const steps = this.session.steps();
    const findings = this.session.ledger();
    // a proof grows old while the page lies open
    const at = this.tickTock();
    // the first that waits for nothing else
    const ready = steps.filter((s) => !isTicked(job, s.id) && s.after.every((a) => isTicked(job, a)));
    const current = ready[0]?.id;
    return steps.map((step, i) => ({
      step,
      number: i + 1,
      ticked: job.work.ticks.find((t) => t.step === step.id)?.at,
      took: job.work.ticks.find((t) => t.step === step.id)?.took,
      clock: this.clock(step.id),
      current: step.id === current,
      ready: ready.includes(step),
      minutes: printSpan(step.minutes),
      terms: timeTerms(step.time),
      wait: step.wait && `${step.wait.kind}: ${printSpan(step.wait.minutes)}`,
      deadTag:
        step.proves.length || step.dead.length === 0
          ? ''
          : `only once ${listed(step.dead.map((t) => t.words))} ${step.dead.length > 1 ? 'are' : 'is'} proved dead`,
      proofs: step.proves.map((target) => this.proofRows(job, target, at)),
      gate: gateOf(job, step, steps, findings, at),
      asks: step.asks.map((ask) => {
        const value = valueOf(job, step.id, ask.key);
        return {
          ask,
          text: value ? (value.as ?? this.print(ask, value.value)) : '',
          estimated: value?.estimated === true,
          judged: judgeAsk(ask, value, job.unit),
          at: value?.at,
        };
      }),
      notes: job.work.notes.filter((n) => n.step === step.id),
    }));
  });
  private proofRows(job: JobInBook, target: Target, at: string) {
    const proof = proofOf(job, target);
    const off = isTicked(job, target.off);
    return {
      target,
      title: target.sole ? '' : capital(target.words),
      proved: proofState(job, target, at).proved,
      // the first has plain ids
      id: target === this.session.steps().find((s) => s.proves.length)?.proves[0] ? 'proof-' : `proof-${target.key.replaceAll(' ', '-')}-`,
      readings: PROOF_ORDER.map((key, i) => ({
        key,
        label: proofLabel(key, target),
        reading: proof[key],
        judged: judgeProofReading(key, proof[key], target),
        enabled: off && (i === 0 || PROOF_ORDER.slice(0, i).every((k) => judgeProofReading(k, proof[k], target).verdict === 'ok')),
      })),
    };
  }

  private print = (ask: StepAsk, value: number): string =>
    ask.unit === 'length' ? printAsked(ask, value, this.session.unit()) : `${value}`;
  time = (at: string): string => ownTime(at, 'short');

  /** Ticks a step whose gate is open, or takes its tick back; says whether it is ticked now. */
  toggle(step: Step): boolean {
    const steps = this.session.steps();
    if (isTicked(this.session.laid(), step.id)) {
      this.session.edit(`Unticked ${step.title}`, (job) => untick(job, step.id, steps));
      return false;
    }
    const findings = this.session.ledger();
    let refused: string[] = [];
    this.session.editLaid(`Ticked ${step.title}`, (job) => {
      const result = tick(job, step.id, steps, findings, now());
      if (!result.ok) refused = result.reasons;
      return result.ok ? result.job : job;
    });
    // a gate that closed while the page lay open says why
    this.fail(`tick-${step.id}`, refused.join('; '));
    return isTicked(this.session.laid(), step.id);
  }

  /** the time now, while a clock runs */
  private readonly tickTock = toSignal(interval(10_000).pipe(map(() => now())), { initialValue: now() });
  private clock(step: string): { running: boolean; words: string } | undefined {
    const job = this.session.laid();
    if (!job.work.timers?.some((t) => t.step === step)) return undefined;
    // what was just started lies behind the last look at the time
    const minutes = minutesOn(job, step, [this.tickTock(), job.work.timers.find((t) => t.step === step)?.since ?? ''].sort().at(-1)!);
    return { running: isRunning(job, step), words: minutes === undefined ? 'left running: not counted' : `${Math.floor(minutes)} min` };
  }
  startClock(step: Step): void {
    this.session.edit(`Clock at ${step.title}`, (job) => startTimer(job, step.id, now()));
  }
  pauseClock(step: Step): void {
    this.session.edit(`Clock stopped at ${step.title}`, (job) => pauseTimers(job, now()));
  }

  setTook(step: Step, text: string): void {
    const minutes = text.trim() === '' ? undefined : Number(text);
    const key = `took-${step.id}`;
    if (minutes !== undefined && !(minutes > 0 && minutes <= 1440))
      return this.fail(key, `“${text}” is no number of minutes from 1 to 1440`);
    this.fail(key, '');
    this.session.edit(`${step.title} took`, (job) => noteTook(job, step.id, minutes));
  }

  fail(key: string, message: string): void {
    this.errors.update((e) => ({ ...e, [key]: message }));
  }

  /** A value as it was typed; what is estimated says so and is never an ok. */
  enter(step: Step, ask: StepAsk, text: string, estimated = false): void {
    const key = `${step.id}/${ask.key}`;
    if (text.trim() === '') return;
    let value: number;
    if (ask.unit === 'V') {
      const volts = this.volts(text);
      if (volts === undefined) return this.fail(key, 'Write the volts as the tester shows them: 119.8');
      value = volts;
    } else if (ask.unit !== 'length') {
      const reading = readReading(text, ask.unit);
      if (!reading.ok) return this.fail(key, reading.message);
      value = reading.value;
    } else {
      const read = parseLength(text, { unit: this.session.unit() });
      if (!read.ok) return this.fail(key, read.message);
      value = read.mm;
    }
    this.fail(key, '');
    this.session.edit(`${ask.label}: ${text}`, (job) =>
      enterValue(job, { step: step.id, key: ask.key, value, as: text.trim().slice(0, 80), at: now(), ...(estimated ? { estimated } : {}) }),
    );
  }

  private volts(text: string): number | undefined {
    const match = /^\s*(\d{1,3}(?:\.\d+)?)\s*v?\s*$/i.exec(text);
    return match ? Number(match[1]) : undefined;
  }

  prove(target: Target, key: ProofKey, text: string, where: string): void {
    const volts = this.volts(text);
    if (text.trim() === '') return;
    if (volts === undefined) return this.fail(`${target.key}/${key}`, 'Write the volts as the tester shows them: 0.0');
    this.fail(`${target.key}/${key}`, '');
    const source = key === 'testerBefore' || key === 'testerAfter';
    this.session.edit(`${proofLabel(key, target)}: ${volts} V`, (job) =>
      enterProof(job, target, key, {
        at: now(),
        volts,
        where:
          (source ? where.trim() : '') ||
          (source
            ? target.uk
              ? 'proving unit'
              : 'a live outlet'
            : (this.session.steps().find((s) => s.proves.some((t) => t.key === target.key))?.place?.words ?? 'the panel')),
      }),
    );
  }

  note(step: Step, text: string): void {
    if (text.trim() === '') return;
    this.session.edit('Note', (job) => addNote(job, { id: nanoid(10), step: step.id, text: text.trim().slice(0, 2000), at: now() }));
  }
}
