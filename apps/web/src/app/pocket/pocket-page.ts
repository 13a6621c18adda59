import { ChangeDetectionStrategy, Component, computed, linkedSignal, signal } from '@angular/core';
import { printSource } from '@saddle/core/catalog';
import type { LengthUnit } from '@saddle/core/measure';
import { checkShape } from '@saddle/core/model';
import { POCKET_SUMS, SumInputError, type PocketSum, type SumAnswer } from '@saddle/core/pocket';
import { ChoiceField, YES_NO } from '../fields/choice-field';
import { TextField } from '../fields/text-field';
import { SumTable } from '../ledger/sum-table';
import { VerdictStamp } from '../ledger/verdict-stamp';
import { TopBar } from '../shell/top-bar';

type Result = { answer: SumAnswer } | { field: string; message: string };

/** One number without a job; computed in the page as it is typed. */
@Component({
  selector: 'sa-pocket-page',
  imports: [TopBar, TextField, ChoiceField, SumTable, VerdictStamp],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <sa-top-bar />
    <main class="page">
      <div class="page-head">
        <h1>Pocket sums</h1>
        <div class="segmented" role="group" aria-label="Unit of a bare number">
          <button type="button" [attr.aria-pressed]="unit() === 'in'" (click)="unit.set('in')">inches</button>
          <button type="button" [attr.aria-pressed]="unit() === 'mm'" (click)="unit.set('mm')">mm</button>
        </div>
        <div class="segmented" role="group" aria-label="Edition of the rules">
          @for (e of editions; track e) {
            <button type="button" [attr.aria-pressed]="edition() === e" (click)="edition.set(e)">{{ e.replace('-', ' ') }}</button>
          }
        </div>
      </div>
      <div class="pocket">
        <nav class="pocket-list" aria-label="Sums">
          @for (s of sums; track s.name) {
            <button type="button" [attr.aria-pressed]="s.name === sum().name" (click)="name.set(s.name)">{{ s.title }}</button>
          }
        </nav>
        <section class="pocket-sum">
          <h2>{{ sum().title }}</h2>
          <p class="quiet">{{ sum().about }}</p>
          <div class="fields">
            @for (f of sum().fields; track sum().name + f.key) {
              @if (f.kind === 'choice' || f.kind === 'yes-no') {
                <sa-choice-field
                  [label]="f.label"
                  [value]="values()[f.key]"
                  [choices]="f.choices ?? yesNo"
                  (set)="put(f.key, $event ?? '')"
                />
              } @else {
                <sa-text-field
                  [label]="f.label"
                  [value]="values()[f.key] ?? ''"
                  [hint]="f.hint ?? ''"
                  [error]="errorOf(f.key)"
                  (typing)="put(f.key, $event)"
                />
              }
            }
          </div>
          @if (answer(); as a) {
            <div class="answer" data-testid="answer">
              <output class="answer-figure" data-testid="figure">{{ a.figure }}</output>
              <p><sa-verdict [verdict]="a.verdict" /> {{ a.says }}</p>
              @if (a.ask) {
                <p class="ask">{{ a.ask }}</p>
              }
              @for (s of a.sums; track $index) {
                <sa-sum-table [sum]="s" [unit]="unit()" />
              }
              <p class="source">{{ source() }}</p>
            </div>
          }
        </section>
      </div>
    </main>
  `,
})
export class PocketPage {
  protected readonly sums = POCKET_SUMS;
  protected readonly yesNo = YES_NO;
  protected readonly editions = ['US-2017', 'US-2020', 'US-2023'] as const;
  protected readonly unit = signal<LengthUnit>('in');
  protected readonly edition = signal<string>('US-2020');
  protected readonly name = signal(POCKET_SUMS[0]!.name);
  protected readonly sum = computed((): PocketSum => POCKET_SUMS.find((s) => s.name === this.name())!);
  protected readonly values = linkedSignal((): Record<string, string> =>
    Object.fromEntries(this.sum().fields.map((f) => [f.key, f.start])),
  );

  private readonly result = computed((): Result => {
    const filled = Object.fromEntries(Object.entries(this.values()).filter(([, v]) => v !== ''));
    const checked = checkShape(this.sum().schema, { ...filled, unit: this.unit(), edition: this.edition() });
    if (!checked.ok)
      return {
        field: checked.errors[0]!.path.slice(1),
        message: checked.errors[0]!.came === 'nothing' ? 'Fill this in.' : checked.errors[0]!.message,
      };
    try {
      return { answer: this.sum().run(checked.value as never) };
    } catch (error) {
      if (error instanceof SumInputError) return { field: error.field, message: error.message };
      throw error;
    }
  });
  protected readonly answer = computed(() => {
    const result = this.result();
    return 'answer' in result ? result.answer : undefined;
  });
  protected readonly source = computed(() => (this.answer() ? printSource(this.answer()!.source) : ''));

  protected errorOf(key: string): string {
    const result = this.result();
    return 'field' in result && result.field === key ? result.message : '';
  }

  protected put(key: string, value: string): void {
    this.values.update((v) => ({ ...v, [key]: value }));
  }
}
