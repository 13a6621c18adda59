import { ChangeDetectionStrategy, Component, input, output, signal } from '@angular/core';
import type { Hours } from '@saddle/core/model';
import { clockOf, minuteOf, WEEKDAYS } from '@saddle/core/schedule';
import { TextField } from '../fields/text-field';

/** Days of the week and a stretch of them, typed as people say it: 9, 9:30. */
@Component({
  selector: 'sa-hours-form',
  imports: [TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="hours" role="group" [attr.aria-label]="label()">
      <div class="chips">
        @for (name of names; track name; let i = $index) {
          <button
            type="button"
            class="chip day"
            [attr.aria-pressed]="hours().days.includes(i)"
            [attr.aria-label]="label() + ': ' + name"
            (click)="toggle(i)"
          >
            {{ name }}
          </button>
        }
      </div>
      <sa-text-field label="from" [value]="clock(hours().from)" [error]="error()?.from ?? ''" (set)="bound('from', $event)" />
      <sa-text-field label="to" [value]="clock(hours().to)" [error]="error()?.to ?? ''" (set)="bound('to', $event)" />
      @if (removable()) {
        <button type="button" class="btn-line" (click)="takeOut.emit()" [attr.aria-label]="'Take out ' + label()">take out</button>
      }
    </div>
  `,
  styleUrl: './hours-form.css',
})
export class HoursForm {
  readonly label = input.required<string>();
  readonly hours = input.required<Hours>();
  readonly removable = input(false);
  readonly set = output<Hours>();
  readonly takeOut = output();
  protected readonly names = WEEKDAYS;
  protected readonly clock = clockOf;
  protected readonly error = signal<{ from?: string; to?: string } | undefined>(undefined);

  protected toggle(day: number): void {
    const { days } = this.hours();
    const next = days.includes(day) ? days.filter((d) => d !== day) : [...days, day].sort();
    if (next.length === 0) return this.error.set({ to: 'at least one day stays; take the row out instead' });
    this.keep({ ...this.hours(), days: next });
  }
  protected bound(end: 'from' | 'to', text: string): void {
    const minute = minuteOf(text);
    if (minute === undefined) return this.error.set({ [end]: `“${text}” is no time of a day: 9 or 9:30` });
    const next = { ...this.hours(), [end]: minute };
    if (next.to <= next.from) return this.error.set({ [end]: 'the end lies after the beginning' });
    this.keep(next);
  }
  private keep(hours: Hours): void {
    this.error.set(undefined);
    this.set.emit(hours);
  }
}
