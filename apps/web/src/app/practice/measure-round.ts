import { ChangeDetectionStrategy, Component, computed, effect, input, signal, untracked } from '@angular/core';
import { printQuantity } from '@saddle/core/measure';
import { marked, MEASURE_LEVELS, measureTask, type Marked, type MeasureQuestion, type TaskCode } from '@saddle/core/practice';
import { TextField } from '../fields/text-field';
import { SumTable } from '../ledger/sum-table';
import { LengthUnits } from '../fields/length-units';
import { keepRound } from './own-progress';

/** Figures to reckon, each with its own reckoning to open. */
@Component({
  selector: 'sa-measure-round',
  imports: [SumTable, TextField],
  providers: [LengthUnits],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h1>{{ what().title }}</h1>
    @for (g of what().given; track $index) {
      <p class="story">{{ g }}</p>
    }
    <form (submit)="$event.preventDefault(); check()">
      @for (q of what().questions; track $index; let i = $index) {
        <section class="card" [attr.data-testid]="'question-' + i">
          <sa-text-field
            [label]="q.ask"
            [hint]="q.unit === 'length' ? 'inches and fractions' : q.unit === 'V' ? 'volts' : 'cubic inches'"
            [value]="typed()[i] ?? ''"
            [error]="error(i)"
            (typing)="type(i, $event)"
          />
          @if (marks()[i]; as m) {
            @if (m.ok) {
              <p role="status" [class.found]="m.right">
                <strong>{{ m.right ? '✓ right' : '✗ ' + m.says }}</strong>
              </p>
            }
          }
          @if (opened()) {
            <p>It is {{ print(q) }}:</p>
            <sa-sum-table [sum]="q.sum" />
          }
        </section>
      }
      <p class="task-head">
        <button type="submit" class="btn-key">Check</button>
        <button type="button" class="btn-line" (click)="opened.set(true)">Show the reckoning</button>
      </p>
    </form>
  `,
  styleUrl: './practice.css',
})
export class MeasureRound {
  readonly task = input.required<TaskCode>();
  protected readonly what = computed(() => measureTask(MEASURE_LEVELS[this.task().level]!, this.task().seed));
  protected readonly typed = signal<Record<number, string>>({});
  protected readonly marks = signal<Record<number, Marked>>({});
  protected readonly opened = signal(false);
  private kept = false;

  constructor() {
    effect(() => {
      this.what();
      untracked(() => {
        this.typed.set({});
        this.marks.set({});
        this.opened.set(false);
        this.kept = false;
      });
    });
  }
  protected print = (q: MeasureQuestion): string => printQuantity(q.answer, q.unit, 'in');
  protected type(i: number, text: string): void {
    this.typed.update((t) => ({ ...t, [i]: text }));
    this.marks.update(({ [i]: _, ...rest }) => rest);
  }
  protected error(i: number): string {
    const m = this.marks()[i];
    return m && !m.ok ? m.why : '';
  }
  protected check(): void {
    const marks = this.what().questions.map((q, i) => marked(q, this.typed()[i] ?? ''));
    this.marks.set(Object.fromEntries(marks.map((m, i) => [i, m])));
    if (!marks.every((m) => m.ok)) return;
    // the first complete try counts, before the reckoning was opened
    if (!this.kept && !this.opened()) keepRound(`measure-${this.task().level}`, { done: marks.every((m) => m.ok && m.right) });
    this.kept = true;
    this.opened.set(true);
  }
}
