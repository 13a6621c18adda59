import { computed, effect, inject, Injectable, signal, untracked } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import type { KeptEntry } from '@saddle/core/model';
import { earlierEntries, logLines } from '@saddle/core/log';
import { filter, firstValueFrom } from 'rxjs';
import { keepAnswer, lastAnswer } from '../api/last-answers';
import { JobSession } from '../job/job-session';
import { Outbox } from './outbox';
import { Records } from './records.service';

/** The log of the open job: what the server has, what waits here, and what its work says from before there was a log. */
@Injectable()
export class JobLog {
  private readonly session = inject(JobSession);
  private readonly records = inject(Records);
  private readonly outbox = inject(Outbox);
  private readonly there = signal<KeptEntry[]>([]);
  /** the server did not answer: only what is here is shown */
  readonly away = signal(false);

  readonly lines = computed(() => {
    this.outbox.waiting();
    const job = this.session.laid();
    const waiting = this.outbox.log(job.id).map((e): KeptEntry => ({ ...e, jobId: job.id, received: e.at, aheadMs: 0 }));
    const entries = [...this.there(), ...waiting];
    return logLines([...entries, ...earlierEntries(job, this.session.steps(), this.session.unit(), entries)], this.session.unit());
  });

  constructor() {
    effect(() => {
      const id = this.session.jobId();
      untracked(() => void this.read(id));
    });
    this.outbox.took
      .pipe(
        filter((took) => took.log === this.session.jobId()),
        takeUntilDestroyed(),
      )
      .subscribe(() => void this.read(this.session.jobId()));
  }
  private async read(id: string): Promise<void> {
    try {
      const log = await firstValueFrom(this.records.logOfJob(id));
      this.there.set(log);
      this.away.set(false);
      void keepAnswer(`log/${id}`, log);
    } catch {
      this.away.set(true);
      const last = await lastAnswer<KeptEntry[]>(`log/${id}`);
      if (last && this.session.jobId() === id) this.there.set(last.answer);
    }
  }
}
