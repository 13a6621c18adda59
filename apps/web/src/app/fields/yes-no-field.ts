import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import { ChoiceField } from './choice-field';

/** Yes or no; with `unknown` set, nobody may have looked yet. */
@Component({
  selector: 'sa-yes-no',
  imports: [ChoiceField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<sa-choice-field
    [label]="label()"
    [value]="word()"
    [choices]="words"
    [unknown]="unknown()"
    [unknownLabel]="unknownLabel()"
    (set)="answer($event)"
  />`,
})
export class YesNoField {
  readonly label = input.required<string>();
  readonly value = input<boolean>();
  readonly unknown = input(false);
  readonly unknownLabel = input('not known');
  readonly set = output<boolean | undefined>();
  protected readonly words = ['yes', 'no'];

  protected word(): string | undefined {
    // a template’s `?.` gives null where there is nothing
    const value = this.value() ?? undefined;
    return value === undefined ? undefined : value ? 'yes' : 'no';
  }
  protected answer(word: string | undefined): void {
    this.set.emit(word === undefined ? undefined : word === 'yes');
  }
}
