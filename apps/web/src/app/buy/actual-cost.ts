import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { priceFrom } from '@saddle/core/exchange';
import { type Job, putActual, changeOne, withoutOne } from '@saddle/core/model';
import { shoppingIn } from '@saddle/core/alteration';
import { againstActual, printMoney, wholeCost } from '@saddle/core/takeoff';
import { handMinutes, notedMinutes } from '@saddle/core/work';
import { nanoid } from 'nanoid';
import { ChoiceField, type Choice } from '../fields/choice-field';
import { TextField } from '../fields/text-field';
import { JobSession } from '../job/job-session';

type Paid = NonNullable<Job['actual']>['paid'][number];

/** What was paid and how long it took, beside what was planned. */
@Component({
  selector: 'sa-actual-cost',
  imports: [ChoiceField, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <p class="quiet">
      Minutes come from the steps that said how long they took ({{ noted().steps }} of {{ steps().length }}); what no step covers is typed
      here.
    </p>
    @for (p of paid(); track p.id) {
      <div class="fields" data-testid="paid">
        <sa-choice-field label="kind" [value]="p.kind" [choices]="kinds" (set)="alter(p.id, { kind: $event })" />
        <sa-text-field label="paid for" [value]="p.what" (set)="$event && alter(p.id, { what: $event })" />
        <sa-text-field
          label="amount"
          [value]="'' + p.amount"
          [numeric]="true"
          [error]="errors()[p.id] ?? ''"
          (set)="setAmount(p.id, $event)"
        />
        <button type="button" class="btn-line low" (click)="drop(p.id)" [attr.aria-label]="'Take out: ' + p.what">take out</button>
      </div>
    }
    <div class="row-form">
      <button type="button" class="btn-line" (click)="add()" data-testid="add-paid">something that was paid</button>
      <sa-text-field
        label="minutes beside the steps"
        [value]="'' + (session.laid().actual?.minutes ?? '')"
        [numeric]="true"
        [error]="errors()['minutes'] ?? ''"
        (set)="setMinutes($event)"
      />
    </div>
    <table class="plain whole" data-testid="against-actual">
      <thead>
        <tr>
          <th>what</th>
          <th class="figure">planned</th>
          <th class="figure">came to</th>
          <th class="figure">more or less</th>
        </tr>
      </thead>
      <tbody>
        @for (r of rows(); track r.what) {
          <tr>
            <td>{{ r.what }}</td>
            <td class="figure">{{ r.planned }}</td>
            <td class="figure">{{ r.actual }}</td>
            <td class="figure">{{ r.off }}</td>
          </tr>
        }
      </tbody>
    </table>
  `,
})
export class ActualCost {
  protected readonly session = inject(JobSession);
  protected readonly kinds: Choice<'parts' | 'fees' | 'help'>[] = [
    { value: 'parts', label: 'parts' },
    { value: 'fees', label: 'a fee' },
    { value: 'help', label: 'somebody’s work' },
  ];
  protected readonly errors = signal<Record<string, string>>({});
  protected readonly paid = computed(() => this.session.laid().actual?.paid ?? []);
  protected readonly steps = computed(() => this.session.steps());
  protected readonly noted = computed(() => notedMinutes(this.session.laid(), this.steps()));
  private readonly money = computed(() => this.session.house.house().money);
  protected readonly rows = computed(() => {
    const job = this.session.laid();
    const { middle } = handMinutes(this.steps());
    const planned = wholeCost(shoppingIn([job], this.session.house.house()), middle, this.money());
    const print = (what: string, n: number | undefined): string =>
      n === undefined ? '' : what === 'hours' ? `${n.toFixed(1)} h` : printMoney(n, this.money());
    return againstActual(planned, middle, job, this.noted(), this.money()).map((r) => ({
      what: r.what,
      planned: print(r.what, r.planned),
      actual: r.actual === undefined ? 'not noted' : print(r.what, r.actual),
      off: r.off === undefined ? '' : `${r.off < 0 ? '−' : '+'}${print(r.what, Math.abs(r.off))}`,
    }));
  });

  private put(title: string, part: Partial<NonNullable<Job['actual']>>): boolean {
    return this.session.edit(title, (job) => putActual(job, part));
  }
  protected add(): void {
    this.put('Paid', { paid: [...this.paid(), { id: nanoid(8), what: 'parts from the shop', kind: 'parts', amount: 0 }] });
  }
  protected alter(id: string, part: Partial<Paid>): void {
    this.put('Paid', { paid: changeOne(this.paid(), id, part) });
  }
  protected drop(id: string): void {
    this.put('Paid, taken out', { paid: withoutOne(this.paid(), id) });
  }
  protected setAmount(id: string, text: string): void {
    const amount = priceFrom(text);
    const ok = text.trim() !== '' && amount >= 0 && amount <= 1e6;
    this.errors.update((e) => ({ ...e, [id]: ok ? '' : `“${text}”: a number from 0 to a million would do` }));
    if (ok) this.alter(id, { amount });
  }
  protected setMinutes(text: string): void {
    const minutes = text.trim() === '' ? undefined : priceFrom(text);
    const ok = minutes === undefined || (minutes >= 0 && minutes <= 60_000);
    this.errors.update((e) => ({ ...e, minutes: ok ? '' : `“${text}”: minutes from 0 to 60 000 would do` }));
    if (!ok) return;
    this.session.edit('Minutes beside the steps', (job) => putActual(job, { minutes }));
  }
}
