import { afterNextRender, ChangeDetectionStrategy, Component, computed, ElementRef, inject, Injector, signal } from '@angular/core';
import { parseLength, printLength } from '@saddle/core/measure';
import type { JobInHouse } from '@saddle/core/model';
import {
  capital,
  enterProof,
  enterValue,
  gateOf,
  isRunning,
  isTicked,
  minutesOn,
  pauseTimers,
  startTimer,
  listed,
  noteTook,
  judgeAsk,
  judgeProofReading,
  PROOF_LABELS,
  PROOF_ORDER,
  outagesOf,
  printSpan,
  proofOf,
  proofState,
  tick,
  timeTerms,
  untick,
  valueOf,
  type ProofKey,
  type Step,
  type StepAsk,
  type Target,
} from '@saddle/core/work';
import { toSignal } from '@angular/core/rxjs-interop';
import { nanoid } from 'nanoid';
import { interval, map } from 'rxjs';
import { JobSession } from '../job/job-session';
import { VerdictStamp } from '../ledger/verdict-stamp';
import { WordMark } from '../words/word';

const now = (): string => new Date().toISOString();

/** The steps in order, with gates: nothing that needs a dead circuit before the proof of dead. */
@Component({
  selector: 'sa-work-stage',
  imports: [WordMark, VerdictStamp],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './work-stage.html',
})
export class WorkStage {
  protected readonly session = inject(JobSession);
  protected readonly labels = PROOF_LABELS;
  protected readonly openStep = signal<string | undefined>(undefined);
  protected readonly errors = signal<Record<string, string>>({});

  protected readonly rows = computed(() => {
    const job = this.session.job();
    const steps = this.session.steps();
    const findings = this.session.ledger();
    const at = now();
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
      open: (this.openStep() ?? current) === step.id,
      gate: gateOf(job, step, steps, findings, at),
      asks: step.asks.map((ask) => {
        const value = valueOf(job, step.id, ask.key);
        return {
          ask,
          text: value ? (value.as ?? this.print(ask, value.value)) : '',
          judged: judgeAsk(ask, value, job.unit),
          at: value?.at,
        };
      }),
      notes: job.work.notes.filter((n) => n.step === step.id),
    }));
  });
  private proofRows(job: JobInHouse, target: Target, at: string) {
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
        reading: proof[key],
        judged: judgeProofReading(key, proof[key]),
        enabled: off && (i === 0 || PROOF_ORDER.slice(0, i).every((k) => judgeProofReading(k, proof[k]).verdict === 'ok')),
      })),
    };
  }
  protected readonly outages = computed(() =>
    outagesOf(this.session.steps())
      .map((o) => `${o.words} off for ${printSpan(o.minutes)}`)
      .join(' · '),
  );
  protected readonly done = computed(() => this.rows().filter((r) => r.ticked).length);

  private print = (ask: StepAsk, value: number): string => (ask.unit === 'V' ? `${value}` : printLength(value, this.session.unit()));
  protected time = (at: string): string => new Date(at).toLocaleString([], { dateStyle: 'short', timeStyle: 'short' });
  protected text = (event: Event): string => (event.target as HTMLInputElement).value;

  protected toggleOpen(id: string): void {
    this.openStep.set(this.rows().find((r) => r.step.id === id)?.open ? '' : id);
  }

  protected toggle(step: Step): void {
    const steps = this.session.steps();
    if (isTicked(this.session.job(), step.id)) {
      this.session.edit(`Unticked ${step.title}`, (job) => untick(job, step.id, steps));
      return;
    }
    const findings = this.session.ledger();
    this.session.editPlan(`Ticked ${step.title}`, (job) => {
      const result = tick(job, step.id, steps, findings, now());
      return result.ok ? result.job : job;
    });
    if (!isTicked(this.session.job(), step.id)) return;
    this.openStep.set(undefined);
    // what was done folds up: the next one begins where the eye is, not above the screen
    afterNextRender(() => this.showCurrent(), { injector: this.injector });
  }

  /** the time now, while a clock runs */
  private readonly tickTock = toSignal(interval(10_000).pipe(map(() => now())), { initialValue: now() });
  private clock(step: string): { running: boolean; words: string } | undefined {
    const job = this.session.job();
    if (!job.work.timers?.some((t) => t.step === step)) return undefined;
    // what was just started lies behind the last look at the time
    const minutes = minutesOn(job, step, [this.tickTock(), job.work.timers.find((t) => t.step === step)?.since ?? ''].sort().at(-1)!);
    return { running: isRunning(job, step), words: minutes === undefined ? 'left running: not counted' : `${Math.floor(minutes)} min` };
  }
  protected startClock(step: Step): void {
    this.session.edit(`Clock at ${step.title}`, (job) => startTimer(job, step.id, now()));
  }
  protected pauseClock(step: Step): void {
    this.session.edit(`Clock stopped at ${step.title}`, (job) => pauseTimers(job, now()));
  }

  private readonly injector = inject(Injector);
  private readonly host = inject<ElementRef<HTMLElement>>(ElementRef);
  private showCurrent(): void {
    const next = this.host.nativeElement.querySelector('li.current');
    if (!next) return;
    const { top } = next.getBoundingClientRect();
    if (top < 0 || top > window.innerHeight / 2) next.scrollIntoView({ block: 'start' });
  }

  protected setTook(step: Step, text: string): void {
    const minutes = text.trim() === '' ? undefined : Number(text);
    const key = `took-${step.id}`;
    if (minutes !== undefined && !(minutes > 0 && minutes <= 1440))
      return this.fail(key, `“${text}” is no number of minutes from 1 to 1440`);
    this.fail(key, '');
    this.session.edit(`${step.title} took`, (job) => noteTook(job, step.id, minutes));
  }

  private fail(key: string, message: string): void {
    this.errors.update((e) => ({ ...e, [key]: message }));
  }

  protected enter(step: Step, ask: StepAsk, text: string): void {
    const key = `${step.id}/${ask.key}`;
    if (text.trim() === '') return;
    let value: number;
    if (ask.unit === 'V') {
      const volts = this.volts(text);
      if (volts === undefined) return this.fail(key, 'Write the volts as the tester shows them: 119.8');
      value = volts;
    } else {
      const read = parseLength(text, { unit: this.session.unit() });
      if (!read.ok) return this.fail(key, read.message);
      value = read.mm;
    }
    this.fail(key, '');
    this.session.edit(`${ask.label}: ${text}`, (job) =>
      enterValue(job, { step: step.id, key: ask.key, value, as: text.trim().slice(0, 80), at: now() }),
    );
  }

  private volts(text: string): number | undefined {
    const match = /^\s*(\d{1,3}(?:\.\d+)?)\s*v?\s*$/i.exec(text);
    return match ? Number(match[1]) : undefined;
  }

  protected prove(target: Target, key: ProofKey, text: string, where: string): void {
    const volts = this.volts(text);
    if (text.trim() === '') return;
    if (volts === undefined) return this.fail(`${target.key}/${key}`, 'Write the volts as the tester shows them: 0.0');
    this.fail(`${target.key}/${key}`, '');
    const source = key === 'testerBefore' || key === 'testerAfter';
    this.session.edit(`${PROOF_LABELS[key]}: ${volts} V`, (job) =>
      enterProof(job, target, key, {
        at: now(),
        volts,
        where:
          (source ? where.trim() : '') ||
          (source
            ? 'a live outlet'
            : (this.session.steps().find((s) => s.proves.some((t) => t.key === target.key))?.place?.words ?? 'the panel')),
      }),
    );
  }

  protected note(step: Step, text: string): void {
    if (text.trim() === '') return;
    this.session.edit('Note', (job) => ({
      ...job,
      work: { ...job.work, notes: [...job.work.notes, { id: nanoid(10), step: step.id, text: text.trim().slice(0, 2000), at: now() }] },
    }));
  }
}
