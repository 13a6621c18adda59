import { computed, inject, Injectable } from '@angular/core';
import type { SaveState } from '../document/document-session';
import { JobSession } from './job-session';

const WORST: SaveState[] = ['deleted elsewhere', 'conflict', 'refused', 'not kept anywhere', 'kept in this browser', 'saving', 'saved'];

/** Undo and redo on a job’s page, where a job and its house are edited: in the order of the edits, whichever document they were made in. */
@Injectable()
export class JobUndo {
  private readonly job = inject(JobSession);
  private readonly undoes = computed(() => (this.job.house.undoAt() > this.job.undoAt() ? this.job.house : this.job));
  private readonly redoes = computed(() => {
    const [job, house] = [this.job, this.job.house];
    if (!house.redoTitle()) return job;
    return !job.redoTitle() || house.redoAt() < job.redoAt() ? house : job;
  });
  readonly undoTitle = computed(() => this.undoes().undoTitle() ?? this.job.undoTitle() ?? this.job.house.undoTitle());
  readonly redoTitle = computed(() => this.redoes().redoTitle());
  readonly saveState = computed((): SaveState => {
    const states = [this.job.saveState(), this.job.house.saveState()];
    return WORST.find((s) => states.includes(s)) ?? 'saved';
  });

  undo(): void {
    const session = this.undoes();
    if (session.undoTitle()) session.undo();
    else if (this.job.undoTitle()) this.job.undo();
    else this.job.house.undo();
  }
  redo(): void {
    this.redoes().redo();
  }
}
