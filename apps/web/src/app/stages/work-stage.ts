import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { parseLength, printLength } from '@saddle/core/measure';
import {
  enterProof,
  enterValue,
  gateOf,
  isTicked,
  judgeAsk,
  judgeProofReading,
  PROOF_LABELS,
  PROOF_ORDER,
  proofState,
  tick,
  untick,
  valueOf,
  type ProofKey,
  type Step,
  type StepAsk,
} from '@saddle/core/steps';
import { nanoid } from 'nanoid';
import { JobSession } from '../job/job-session';
import { VerdictStamp } from '../ledger/verdict-stamp';

const now = (): string => new Date().toISOString();

/** The steps in order, with gates: nothing that needs a dead circuit before the proof of dead. */
@Component({
  selector: 'sa-work-stage',
  imports: [VerdictStamp],
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
    const current = steps.find((s) => !isTicked(job, s.id))?.id;
    return steps.map((step, i) => ({
      step,
      number: i + 1,
      ticked: job.work.ticks.find((t) => t.step === step.id)?.at,
      current: step.id === current,
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
  protected readonly proof = computed(() => {
    const job = this.session.job();
    const state = proofState(job, now());
    return {
      state,
      off: isTicked(job, 'breaker-off'),
      readings: PROOF_ORDER.map((key, i) => ({
        key,
        reading: job.work.proof[key],
        judged: judgeProofReading(key, job.work.proof[key]),
        enabled: i === 0 || PROOF_ORDER.slice(0, i).every((k) => judgeProofReading(k, job.work.proof[k]).verdict === 'ok'),
      })),
    };
  });
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
    if (isTicked(this.session.job(), step.id)) this.openStep.set(undefined);
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

  protected prove(key: ProofKey, text: string, where: string): void {
    const volts = this.volts(text);
    if (text.trim() === '') return;
    if (volts === undefined) return this.fail(key, 'Write the volts as the tester shows them: 0.0');
    this.fail(key, '');
    const source = key === 'testerBefore' || key === 'testerAfter';
    this.session.edit(`${PROOF_LABELS[key]}: ${volts} V`, (job) =>
      enterProof(job, key, {
        at: now(),
        volts,
        where: (source ? where.trim() : '') || (source ? 'a live outlet' : (this.session.work().boxes[0]?.box.name ?? 'the panel')),
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
