import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';

export interface Choice {
  value: string;
  label: string;
}

/** One of a few words; with `unknown` set, "not known" is an answer too. */
@Component({
  selector: 'sa-choice-field',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <label class="field">
      <span class="field-label">{{ label() }}</span>
      <select class="field-input" [value]="value() ?? ''" (change)="pick($event)">
        @if (unknown()) {
          <option value="" [selected]="value() === undefined">not known</option>
        }
        @for (choice of list(); track choice.value) {
          <option [value]="choice.value" [selected]="choice.value === value()">{{ choice.label }}</option>
        }
      </select>
    </label>
  `,
})
export class ChoiceField {
  readonly label = input.required<string>();
  readonly value = input<string>();
  readonly choices = input.required<readonly (Choice | string)[]>();
  readonly unknown = input(false);
  readonly set = output<string | undefined>();
  protected readonly list = computed((): Choice[] =>
    this.choices().map((c) => (typeof c === 'string' ? { value: c, label: c.replace(/-/g, ' ') } : c)),
  );

  protected pick(event: Event): void {
    this.set.emit((event.target as HTMLSelectElement).value || undefined);
  }
}

export const YES_NO: Choice[] = [
  { value: 'yes', label: 'yes' },
  { value: 'no', label: 'no' },
];
export const asYesNo = (value: boolean | undefined): string | undefined => (value === undefined ? undefined : value ? 'yes' : 'no');
export const fromYesNo = (value: string | undefined): boolean | undefined => (value === undefined ? undefined : value === 'yes');
