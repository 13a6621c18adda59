import { ChangeDetectionStrategy, Component, input, linkedSignal, output } from '@angular/core';
import { stillIs } from './still-is';

let count = 0;

/** Words or a number as typed; the parent judges them and says what is wrong. */
@Component({
  selector: 'sa-text-field',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="field" [class.wrong]="error()">
      <label class="field-label" [for]="id">{{ label() }}</label>
      <input
        [id]="id"
        class="field-input"
        type="text"
        autocomplete="off"
        [value]="text()"
        [placeholder]="placeholder()"
        [attr.inputmode]="numeric() ? 'decimal' : null"
        [attr.aria-invalid]="error() ? true : null"
        [attr.aria-describedby]="error() || stays() || hint() ? id + '-says' : null"
        (input)="type($event)"
        (change)="say()"
      />
      @if (error()) {
        <span class="field-error" [id]="id + '-says'" role="alert">{{ error() }}</span>
      } @else if (stays()) {
        <span class="field-error" [id]="id + '-says'" role="status">{{ stays() }}</span>
      } @else if (hint()) {
        <span class="field-hint" [id]="id + '-says'">{{ hint() }}</span>
      }
    </div>
  `,
})
export class TextField {
  readonly label = input.required<string>();
  readonly value = input('');
  readonly placeholder = input('');
  readonly hint = input('');
  readonly error = input('');
  readonly numeric = input(false);
  readonly set = output<string>();
  readonly typing = output<string>();
  protected readonly id = `text-${count++}`;
  protected readonly text = linkedSignal(() => this.value());
  /** what was typed was not taken: it stays to be mended, and what is kept is said */
  protected readonly stays = linkedSignal({ source: this.value, computation: () => '' });

  protected type(event: Event): void {
    this.text.set((event.target as HTMLInputElement).value);
    this.stays.set('');
    this.typing.emit(this.text());
  }

  protected say(): void {
    const [said, before] = [this.text().trim(), this.value()];
    this.set.emit(said);
    setTimeout(() => this.stays.set(said !== before && this.value() === before ? stillIs(before) : ''));
  }
}
