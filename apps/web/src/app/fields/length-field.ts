import { ChangeDetectionStrategy, Component, computed, inject, input, linkedSignal, output } from '@angular/core';
import { parseLength, printLength } from '@saddle/core/measure';
import type { Known, MeasuredLength } from '@saddle/core/model';
import { LengthUnits } from './length-units';
import { stillIs } from './still-is';

let count = 0;

/** A length as people say it. Leaves what was typed standing with the reason when it can't be read. */
@Component({
  selector: 'sa-length-field',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="field" [class.wrong]="error()">
      <label class="field-label" [for]="id"
        >{{ label() }}
        @if (value()?.known === 'assumed') {
          <em class="assumed">assumed</em>
        }
      </label>
      <input
        class="field-input"
        type="text"
        autocomplete="off"
        [id]="id"
        [value]="text()"
        [placeholder]="optional() ? 'not known' : unit() === 'in' ? '13 1/4' : '337'"
        [attr.aria-invalid]="error() ? true : null"
        [attr.aria-describedby]="error() || stays() || hint() ? id + '-says' : null"
        (input)="type($event)"
        (blur)="leave()"
        (keydown.enter)="$event.preventDefault(); commit()"
      />
      @if (error(); as wrong) {
        <span class="field-error" [id]="id + '-says'" role="alert">{{ wrong }}</span>
      } @else if (stays()) {
        <span class="field-error" [id]="id + '-says'" role="status">{{ stays() }}</span>
      } @else if (hint()) {
        <span class="field-hint" [id]="id + '-says'">{{ hint() }}</span>
      }
    </div>
  `,
  styleUrl: './length-field.css',
})
export class LengthField {
  readonly label = input.required<string>();
  readonly value = input<MeasuredLength>();
  protected readonly unit = inject(LengthUnits).unit;
  readonly optional = input(false);
  readonly hint = input('');
  /** how a value typed here is known */
  readonly known = input<Known>('measured');
  readonly allowNegative = input(false);
  readonly set = output<MeasuredLength | undefined>();

  protected readonly id = `length-${count++}`;
  private readonly kept = computed(() => {
    const value = this.value();
    return value ? (value.as ?? printLength(value.mm, this.unit())) : '';
  });
  protected readonly text = linkedSignal(() => this.kept());
  /** what was typed was not taken: it stays to be mended, and what is kept is said */
  protected readonly stays = linkedSignal({ source: this.value, computation: () => '' });
  private readonly tried = linkedSignal({ source: this.value, computation: () => false });
  protected readonly error = computed(() => {
    if (!this.tried()) return '';
    if (this.text().trim() === '') return this.optional() ? '' : 'Measure it, and type it as you say it.';
    const read = parseLength(this.text(), { unit: this.unit(), allowNegative: this.allowNegative() });
    return read.ok ? '' : read.message;
  });

  /** something was typed since the last time it was taken: the same figure again is an answer too */
  private touched = false;

  protected type(event: Event): void {
    this.touched = true;
    this.stays.set('');
    this.text.set((event.target as HTMLInputElement).value);
  }

  protected leave(): void {
    if (this.touched) this.commit();
  }

  protected commit(): void {
    this.touched = false;
    this.tried.set(true);
    if (this.error()) return;
    const text = this.text().trim();
    if (text === '') return this.say(undefined);
    const read = parseLength(text, { unit: this.unit(), allowNegative: this.allowNegative() });
    const before = this.value();
    if (read.ok && !(before?.as === read.as && before.known === this.known())) this.say({ mm: read.mm, as: read.as, known: this.known() });
  }

  private say(said: MeasuredLength | undefined): void {
    const before = this.value();
    this.set.emit(said);
    setTimeout(() => this.stays.set(this.value() === before && before?.mm !== said?.mm ? stillIs(this.kept()) : ''));
  }
}
