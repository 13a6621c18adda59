import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import { MOST_SEED, progressWords, readTaskCode, SAMPLES, TASK_KINDS, TASK_LEVELS, taskCode, type TaskKind } from '@saddle/core/practice';
import { Documents, readable, type HouseLine } from '../api/documents.service';
import { TopBar } from '../shell/top-bar';
import { forgetProgress, ownProgress } from './own-progress';

/** Where nothing burns: hidden faults, boxes to wire, figures to reckon. */
@Component({
  selector: 'sa-practice-page',
  imports: [TopBar, RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './practice-page.html',
  styleUrl: './practice.css',
})
export class PracticePage {
  private readonly router = inject(Router);
  protected readonly samples = SAMPLES;
  private readonly progress = signal(ownProgress());
  protected readonly groups = computed(() =>
    TASK_KINDS.map((kind) => ({
      kind,
      ...WORDS[kind],
      levels: TASK_LEVELS[kind].map((name, level) => ({ name, level, progress: progressWords(this.progress()[`${kind}-${level}`]) })),
    })),
  );
  protected readonly any = computed(() => Object.keys(this.progress()).length > 0);
  protected readonly houses = signal<HouseLine[]>([]);
  protected readonly house = signal('');
  protected readonly refused = signal('');

  constructor() {
    inject(Documents)
      .houses()
      .subscribe({ next: (lines) => this.houses.set(readable(lines)), error: () => this.houses.set([]) });
  }
  protected start(kind: TaskKind, level: number): void {
    const code = taskCode({ kind, level, seed: Math.floor(Math.random() * MOST_SEED) });
    const own = kind === 'fault' && this.house() ? { queryParams: { house: this.house() } } : {};
    void this.router.navigate(['/practice', code], own);
  }
  protected enter(text: string): void {
    const read = readTaskCode(text);
    if (!read.ok) return this.refused.set(read.why);
    void this.router.navigate(['/practice', taskCode(read.code)]);
  }
  protected forget(): void {
    forgetProgress();
    this.progress.set({});
  }
}
const WORDS: Record<TaskKind, { title: string; about: string }> = {
  fault: {
    title: 'Find the fault',
    about: 'A fault is hidden in a circuit. Test what you like, with the instruments as they are; time runs as it would.',
  },
  wiring: { title: 'Wire the box', about: 'By hand on the bench. It is judged by switching it on, not by one answer.' },
  measure: { title: 'Reckon it', about: 'Marks, fill, lengths and holes, each checked with its own reckoning.' },
};
