import { ChangeDetectionStrategy, Component, computed, input, linkedSignal, output } from '@angular/core';
import { padKeys, padValue, press, type PadKey, type PadUnit } from '@saddle/core/measure';

const SAYS: Partial<Record<PadKey, string>> = { back: 'one back', clear: 'clear', ft: 'feet', '+1/16': 'one sixteenth more' };

/** Keys for a thumb: fractions by one touch, volts and millimetres with a point. What stands there is entered as it reads. */
@Component({
  selector: 'sa-keypad',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <output class="pad-shown" aria-live="polite" data-testid="pad-shown"
      >{{ shown() || '0' }}{{ unit() === 'V' ? ' ' + suffix() : '' }}</output
    >
    @if (unit() !== 'V') {
      <label class="pad-words">
        <span class="visually-hidden">or in words</span>
        <input
          class="field-input"
          type="text"
          placeholder="or type: 2' 7 3/8 - 1/2"
          #words
          (change)="text.set(words.value)"
          data-testid="pad-words"
        />
      </label>
    }
    <div class="pad-keys" [attr.data-unit]="unit()">
      @for (row of keys(); track $index) {
        @for (k of row; track k) {
          <button type="button" (click)="text.set(next(k))" [attr.aria-label]="says[k] ?? null" [attr.data-testid]="'pad-' + k">
            {{ k === 'back' ? '⌫' : k === 'ft' ? 'ft' : k === '+1/16' ? '+ 1/16' : k }}
          </button>
        }
      }
    </div>
    <div class="pad-enter">
      @if (mayEstimate()) {
        <button type="button" class="pad-about" [disabled]="!value()" (click)="enter(true)" data-testid="pad-estimated">
          about: estimated
        </button>
      }
      <button type="button" class="pad-set" [disabled]="!value()" (click)="enter(false)" data-testid="pad-set">Set</button>
    </div>
  `,
})
export class Keypad {
  readonly unit = input.required<PadUnit>();
  /** what a reading is in: V, Ω, MΩ, ms */
  readonly suffix = input('V');
  readonly start = input('');
  readonly mayEstimate = input(false);
  readonly entered = output<{ text: string; estimated: boolean }>();
  protected readonly says = SAYS;
  protected readonly keys = computed(() => padKeys(this.unit()));
  protected readonly text = linkedSignal(() => this.start());
  protected readonly shown = computed(() => this.text());
  protected readonly value = computed(() => padValue(this.text()));
  protected next = (key: PadKey): string => press(this.text(), key, this.unit());
  protected enter(estimated: boolean): void {
    const text = this.value();
    this.text.set('');
    this.entered.emit({ text, estimated });
  }
}
