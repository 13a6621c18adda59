import { ChangeDetectionStrategy, Component, computed, effect, input, signal, untracked } from '@angular/core';
import type { Bench } from '@saddle/core/model';
import { judgedWiring, WIRING_LEVELS, wiringTask, type TaskCode, type WiringVerdict } from '@saddle/core/practice';
import { BenchBoard } from '../bench/bench-board';
import { keepRound } from './own-progress';

/** A box to wire by hand, and what it does when it is switched on. */
@Component({
  selector: 'sa-wiring-round',
  imports: [BenchBoard],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h1>{{ what().title }}</h1>
    <p class="story">{{ what().goal }}</p>
    <p class="task-head">
      <button type="button" class="btn-key" (click)="judge()" data-testid="judge">Switch it on and judge it</button>
      <button type="button" class="btn-line" [disabled]="!past().length" (click)="undo()">undo</button>
    </p>
    @if (verdict(); as v) {
      <section class="card grade" [class.found]="v.done" data-testid="wiring-verdict">
        <h2>{{ v.done ? 'It does what it should' : 'Not yet' }}</h2>
        <ul class="points">
          @for (p of v.points; track $index) {
            <li [class.wrong]="!p.ok">
              <strong>{{ p.ok ? '✓' : '✗' }} {{ p.what }}</strong
              >: {{ p.says }}
              @if (p.would) {
                <span class="would">{{ p.would }}</span>
              }
            </li>
          }
        </ul>
      </section>
    }
    <sa-bench-board [bench]="bench()" [heading]="what().level" (edited)="edit($event.bench)" />
  `,
  styleUrl: './practice.css',
})
export class WiringRound {
  readonly task = input.required<TaskCode>();
  protected readonly what = computed(() => wiringTask(WIRING_LEVELS[this.task().level]!, this.task().seed));
  protected readonly bench = signal<Bench>({} as Bench);
  protected readonly past = signal<Bench[]>([]);
  protected readonly verdict = signal<WiringVerdict | undefined>(undefined);
  private kept = false;

  constructor() {
    effect(() => {
      const { bench } = this.what();
      untracked(() => {
        this.bench.set(bench);
        this.past.set([]);
        this.verdict.set(undefined);
        this.kept = false;
      });
    });
  }
  protected edit(bench: Bench): void {
    this.past.update((p) => [...p, this.bench()].slice(-100));
    this.bench.set(bench);
    this.verdict.set(undefined);
  }
  protected undo(): void {
    const last = this.past().at(-1);
    if (!last) return;
    this.past.update((p) => p.slice(0, -1));
    this.bench.set(last);
    this.verdict.set(undefined);
  }
  protected judge(): void {
    const verdict = judgedWiring(this.what(), this.bench());
    this.verdict.set(verdict);
    // once a task, and again when it is done in the end
    if (!this.kept || verdict.done) keepRound(`wiring-${this.task().level}`, { done: verdict.done });
    this.kept = true;
  }
}
