import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';

/** One value in a table, named by its row and column; what is wrong with it stands below. */
@Component({
  selector: 'sa-cell-field',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <input
      class="field-input"
      [class.short]="short()"
      [type]="type()"
      maxlength="200"
      [attr.inputmode]="short() ? 'decimal' : null"
      [attr.aria-label]="label()"
      [placeholder]="placeholder()"
      [readOnly]="locked()"
      [value]="value()"
      (change)="set.emit(field.value)"
      #field
    />
    {{ unit() }}
    @if (error()) {
      <span class="field-error" role="alert">{{ error() }}</span>
    }
  `,
})
export class CellField {
  readonly label = input.required<string>();
  readonly value = input('');
  readonly type = input<'text' | 'date'>('text');
  /** a number */
  readonly short = input(false);
  readonly unit = input('');
  readonly placeholder = input('');
  /** nothing can be written yet: the placeholder says why */
  readonly locked = input(false);
  readonly error = input<string | undefined>('');
  readonly set = output<string>();
}
