import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';

export interface Choice {
  value: string;
  label: string;
}

let count = 0;

/** One of a few words; with `unknown` set, "not known" is an answer too. */
@Component({
  selector: 'sa-choice-field',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="field">
      <label class="field-label" [for]="id">{{ label() }}</label>
      <select class="field-input" [id]="id" [value]="value() ?? ''" (change)="pick($event)">
        @if (unknown()) {
          <option value="" [selected]="value() === undefined">{{ unknownLabel() }}</option>
        }
        @for (choice of list(); track choice.value) {
          <option [value]="choice.value" [selected]="choice.value === value()">{{ choice.label }}</option>
        }
      </select>
    </div>
  `,
})
export class ChoiceField {
  protected readonly id = `choice-${count++}`;
  readonly label = input.required<string>();
  readonly value = input<string>();
  readonly choices = input.required<readonly (Choice | string)[]>();
  readonly unknown = input(false);
  readonly unknownLabel = input('not known');
  readonly set = output<string | undefined>();
  protected readonly list = computed((): Choice[] =>
    this.choices().map((c) => (typeof c === 'string' ? { value: c, label: c.replace(/-/g, ' ') } : c)),
  );

  /** Says what was picked; where that was refused the field shows again what is stored. */
  protected pick(event: Event): void {
    const select = event.target as HTMLSelectElement;
    this.set.emit(select.value || undefined);
    setTimeout(() => (select.value = this.value() ?? ''));
  }
}
