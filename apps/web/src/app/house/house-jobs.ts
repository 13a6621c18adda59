import { computed, effect, inject, Injectable, signal, untracked } from '@angular/core';
import { laidIn, type Job, type JobInBook } from '@saddle/core/model';
import { firstValueFrom } from 'rxjs';
import { Documents, problemOf } from '../api/documents.service';
import { HouseSession } from './house-session';

/** The jobs of the open house, and those of them that are looked at together. One for each page that does. */
@Injectable()
export class HouseJobs {
  private readonly session = inject(HouseSession);
  private readonly documents = inject(Documents);
  private readonly all = signal<Job[]>([]);
  /** open and closed ones, as they are now */
  readonly list = this.all.asReadonly();
  readonly failure = signal('');
  readonly picked = signal<ReadonlySet<string>>(new Set());

  constructor() {
    effect(() => {
      const { id } = this.session.house();
      untracked(() => void this.load(id));
    });
  }
  private async load(houseId: string): Promise<void> {
    try {
      this.all.set((await firstValueFrom(this.documents.houseJobs(houseId))).map((s) => s.document));
      this.failure.set('');
    } catch (error) {
      this.failure.set(`The jobs of this house can’t be read now: ${problemOf(error).title}`);
    }
  }
  toggle(id: string): void {
    this.picked.update((ids) => {
      const next = new Set(ids);
      if (!next.delete(id)) next.add(id);
      return next;
    });
  }
  /** open ones that have a plan */
  readonly open = computed(() => this.all().filter((j) => !j.closed && j.changes.length > 0));
  private laid(jobs: readonly Job[]): JobInBook[] {
    return jobs.map((j) => laidIn(j, this.session.house(), this.all()));
  }
  /** those picked, and all others that are open; each laid on the house */
  readonly chosen = computed(() => this.laid(this.open().filter((j) => this.picked().has(j.id))));
  readonly others = computed(() => this.laid(this.open().filter((j) => !this.picked().has(j.id))));
  /** every job whose notes tell how long things take, closed ones too */
  readonly noted = computed(() => this.laid(this.all().filter((j) => j.work.ticks.some((t) => t.took !== undefined))));
}
