import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';

export interface Choice<T extends string | number = string> {
  value: T;
  label: string;
}

let count = 0;

/**
 * One of a few words or numbers; with `unknown` or `taken` set, "not known" is an answer too. What is picked is of the choices’ own type, so
 * that a choice the document doesn’t know doesn’t compile.
 */
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
          <option [value]="choice.value" [selected]="'' + choice.value === shown()">{{ choice.label }}</option>
        }
      </select>
    </div>
  `,
})
export class ChoiceField<T extends string | number = string> {
  protected readonly id = `choice-${count++}`;
  readonly label = input.required<string>();
  /** what is stored, which may be none of the choices; a template’s `?.` gives null */
  readonly value = input<string | number | null>();
  readonly choices = input.required<readonly (Choice<T> | T)[]>();
  readonly unknown = input(false);
  readonly unknownLabel = input('not known');
  /** for a field that a usual value may stand in for: whether it does, or somebody said what it is */
  readonly taken = input<boolean>();
  /** undefined: not known where that is an answer, or the choice that stands for nothing (`''`) */
  readonly set = output<T | undefined>();
  protected readonly list = computed((): Choice<T>[] =>
    this.choices().map((c) => (typeof c === 'object' ? c : { value: c, label: `${c}`.replace(/-/g, ' ') })),
  );
  protected readonly shown = computed(() => (this.taken() ? '' : `${this.value() ?? ''}`));
  protected readonly notKnown = computed(() => {
    const usual = this.taken() && this.list().find((c) => c.value === this.value())?.label;
    return usual ? `not known (${usual})` : this.unknownLabel();
  });

  /** Says what was picked; where that was refused the field shows again what is stored. */
  protected pick(event: Event): void {
    const select = event.target as HTMLSelectElement;
    const picked = this.list().find((c) => `${c.value}` === select.value)?.value;
    this.set.emit(picked === '' ? undefined : picked);
    setTimeout(() => (select.value = this.shown()));
  }
}
