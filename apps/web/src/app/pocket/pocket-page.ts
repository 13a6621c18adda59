import { ChangeDetectionStrategy, Component, computed, inject, linkedSignal, signal } from '@angular/core';
import { printSource } from '@saddle/core/catalog';
import type { LengthUnit } from '@saddle/core/measure';
import { checkShape } from '@saddle/core/model';
import { POCKET_SUMS, SumInputError, type PocketSum, type SumAnswer } from '@saddle/core/pocket';
import { ChoiceField } from '../fields/choice-field';
import { TextField } from '../fields/text-field';
import { SumTable } from '../ledger/sum-table';
import { VerdictStamp } from '../ledger/verdict-stamp';
import { TopBar } from '../shell/top-bar';
import { Segmented, type Segment } from '../fields/segmented';
import { LengthUnits } from '../fields/length-units';

type Result = { answer: SumAnswer } | { field: string; message: string };

/** One number without a job; computed in the page as it is typed. */
@Component({
  selector: 'sa-pocket-page',
  imports: [Segmented, TopBar, TextField, ChoiceField, SumTable, VerdictStamp],
  providers: [LengthUnits],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <sa-top-bar />
    <main class="page">
      <div class="page-head">
        <h1>Pocket sums</h1>
        <sa-segmented label="Unit of a bare number" [segments]="units" [value]="unit()" (set)="unit.set($event)" />
        <sa-segmented label="Edition of the rules" [segments]="editions" [value]="edition()" (set)="edition.set($event)" />
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
                <sa-sum-table [sum]="s" />
              }
              <p class="source">{{ source() }}</p>
            </div>
          }
        </section>
      </div>
    </main>
  `,
  styleUrl: './pocket-page.css',
})
export class PocketPage {
  protected readonly sums = POCKET_SUMS;
  protected readonly yesNo = ['yes', 'no'];
  protected readonly editions: Segment<string>[] = ['US-2017', 'US-2020', 'US-2023'].map((value) => ({
    value,
    label: value.replace('-', ' '),
  }));
  protected readonly units: Segment<LengthUnit>[] = [
    { value: 'in', label: 'inches' },
    { value: 'mm', label: 'mm' },
  ];
  protected readonly unit = signal<LengthUnit>('in');
  protected readonly edition = signal<string>('US-2020');
  protected readonly name = signal(POCKET_SUMS[0]!.name);
  protected readonly sum = computed((): PocketSum => POCKET_SUMS.find((s) => s.name === this.name())!);
  protected readonly values = linkedSignal((): Record<string, string> =>
    Object.fromEntries(this.sum().fields.map((f) => [f.key, f.start])),
  );

  constructor() {
    inject(LengthUnits).follow(this.unit);
  }

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
