import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';

export interface Choice {
  value: string;
  label: string;
}

let count = 0;

/** One of a few words; with `unknown` or `taken` set, "not known" is an answer too. */
@Component({
  selector: 'sa-choice-field',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="field">
      <label class="field-label" [for]="id">{{ label() }}</label>
      <select class="field-input" [id]="id" [value]="shown()" (change)="pick($event)">
        @if (unknown() || taken() !== undefined) {
          <option value="" [selected]="shown() === ''">{{ notKnown() }}</option>
        }
        @for (choice of list(); track choice.value) {
          <option [value]="choice.value" [selected]="choice.value === shown()">{{ choice.label }}</option>
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
  /** for a field that a usual value may stand in for: whether it does, or somebody said what it is */
  readonly taken = input<boolean>();
  readonly set = output<string | undefined>();
  protected readonly list = computed((): Choice[] =>
    this.choices().map((c) => (typeof c === 'string' ? { value: c, label: c.replace(/-/g, ' ') } : c)),
  );
  protected readonly shown = computed(() => (this.taken() ? '' : (this.value() ?? '')));
  protected readonly notKnown = computed(() => {
    const usual = this.taken() && this.list().find((c) => c.value === this.value())?.label;
    return usual ? `not known (${usual})` : this.unknownLabel();
  });

  /** Says what was picked; where that was refused the field shows again what is stored. */
  protected pick(event: Event): void {
    const select = event.target as HTMLSelectElement;
    this.set.emit(select.value || undefined);
    setTimeout(() => (select.value = this.shown()));
  }
}
