import {
  afterNextRender,
  afterRenderEffect,
  ChangeDetectionStrategy,
  Component,
  computed,
  ElementRef,
  inject,
  Injector,
  input,
  linkedSignal,
  output,
  signal,
  viewChild,
} from '@angular/core';
import { MM_PER_INCH, parseLength, printLength } from '@saddle/core/measure';
import { LengthUnits } from '../fields/length-units';

export interface TapeMeasure {
  key: string;
  /** letter that picks it at the front of an entry: `b 13 1/4` */
  letter: string;
  label: string;
  /** what stands behind the number: `from the left end` */
  hint: string;
  /** not measured yet when absent */
  mm: number | undefined;
}
export interface TapeEntry {
  key: string;
  mm: number;
  as: string;
}

/** The yellow tape at the foot: everything about the selected thing is typed here, as a person says it. */
@Component({
  selector: 'sa-tape',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="tape-rule" aria-hidden="true">
      <svg class="tape-slide" [attr.width]="ruleWidth()" height="30" [style.transform]="'translateX(' + shift() + 'px)'">
        @for (tick of ticks(); track $index) {
          <line [attr.x1]="tick.x" [attr.x2]="tick.x" y1="0" [attr.y2]="tick.length" [class.inch]="tick.text" />
          @if (tick.text) {
            <text [attr.x]="tick.x + 4" y="24">{{ tick.text }}</text>
          }
        }
      </svg>
      <span class="here"></span>
    </div>
    <form class="tape-form" (submit)="enter($event)" (focusout)="left($event)">
      <div class="tape-measures" role="group" aria-label="Measure">
        @for (m of measures(); track m.key) {
          <button type="button" [attr.aria-pressed]="m.key === current()?.key" (click)="pick(m.key)">
            <kbd>{{ m.letter }}</kbd> {{ m.label }}
          </button>
        }
      </div>
      <label class="tape-entry">
        <span class="visually-hidden">{{ current()?.label }} {{ current()?.hint }}</span>
        <input
          #entry
          type="text"
          autocomplete="off"
          data-testid="tape"
          [placeholder]="placeholder()"
          [attr.aria-invalid]="error() ? true : null"
          aria-describedby="tape-says"
          (input)="typed($event)"
          (keydown)="key($event)"
        />
        <span class="tape-hint">{{ current()?.hint }}</span>
      </label>
      <button type="submit" class="tape-set" tabindex="0">Set</button>
      <span class="tape-says" id="tape-says" [class.wrong]="error()" aria-live="polite">{{ error() || help() }}</span>
    </form>
  `,
  styleUrl: './tape-bar.css',
})
export class TapeBar {
  readonly measures = input.required<TapeMeasure[]>();
  protected readonly unit = inject(LengthUnits).unit;
  /** why the last entry was not taken, from outside */
  readonly refused = input('');
  /** entries go out as they were typed, for a place that reads more than lengths: `x 41 3/8 from stud 3` */
  readonly raw = input(false);
  readonly placeholder = input('');
  readonly set = output<TapeEntry>();
  readonly said = output<{ key: string; text: string }>();
  readonly nudge = output<{ key: string; direction: 1 | -1; big: boolean }>();

  private readonly injector = inject(Injector);
  private readonly box = viewChild.required<ElementRef<HTMLInputElement>>('entry');
  private readonly picked = signal<string | undefined>(undefined);
  protected readonly current = computed(() => this.measures().find((m) => m.key === this.picked()) ?? this.measures()[0]);
  /** something was typed since the last entry was set: a figure that arrives late must not replace it */
  protected typing = false;
  protected readonly text = linkedSignal<{ key: string | undefined; mm: number | undefined }, string>({
    source: () => ({ key: this.current()?.key, mm: this.current()?.mm }),
    // what is typed before the thing just added is drawn belongs to that thing already
    computation: (_, before) => (this.typing && before ? before.value : this.printed()),
  });
  private readonly wrong = linkedSignal({ source: this.text, computation: () => '' });
  protected readonly error = computed(() => this.wrong() || this.refused());
  protected readonly help = computed(() =>
    this.unit() === 'in' ? 'Enter sets · ↑ ↓ 1/16, Shift 1 in · Tab next measure' : 'Enter sets · ↑ ↓ 1 mm, Shift 25 mm · Tab next measure',
  );

  private readonly rule = computed(() =>
    this.unit() === 'in' ? { unitMm: MM_PER_INCH, parts: 16, pitch: 84, span: 9 } : { unitMm: 10, parts: 10, pitch: 42, span: 18 },
  );
  /** whole inch or centimetre round which the ticks are drawn; they only slide until the next one */
  private readonly around = computed(() => Math.round((this.current()?.mm ?? 0) / this.rule().unitMm));
  protected readonly ruleWidth = computed(() => 2 * this.rule().span * this.rule().pitch);
  protected readonly shift = computed(
    () => (this.around() - (this.current()?.mm ?? 0) / this.rule().unitMm) * this.rule().pitch - this.ruleWidth() / 2,
  );
  protected readonly ticks = computed(() => {
    const { parts, pitch, span } = this.rule();
    const list: { x: number; length: number; text: string }[] = [];
    for (let i = -span * parts; i <= span * parts; i++) {
      const part = ((i % parts) + parts) % parts;
      const whole = this.around() + i / parts;
      if (whole < 0) continue;
      const length = part === 0 ? 28 : part === parts / 2 ? 15 : parts === 16 && part % 4 === 0 ? 11 : part % 2 ? 5 : 8;
      list.push({ x: (i / parts + span) * pitch, length, text: part === 0 ? `${whole}` : '' });
    }
    return list;
  });

  constructor() {
    // a figure that comes when all of the text is chosen already is chosen as well: what is typed next still replaces it
    afterRenderEffect({
      write: () => {
        const [element, text] = [this.box().nativeElement, this.text()];
        if (element.value === text) return;
        const chosen = document.activeElement === element && element.selectionStart === 0 && element.selectionEnd === element.value.length;
        element.value = text;
        if (chosen) element.select();
      },
    });
  }

  private printed(): string {
    const current = this.current();
    return current?.mm === undefined ? '' : printLength(current.mm, this.unit()).replace(/"$/, '');
  }

  /** Takes a digit that was pressed elsewhere on the page. */
  start(character: string): void {
    this.typing = true;
    this.text.set(character);
    const element = this.box().nativeElement;
    element.focus();
    element.value = character;
    element.setSelectionRange(character.length, character.length);
  }

  /** counts what would take the hand to the tape once its figure is drawn; leaving the tape calls that off */
  private turn = 0;
  /** To the tape at once, and again when what was just set or added is drawn: what is typed next replaces what stands there. */
  focusNext(): void {
    this.focus();
    const turn = ++this.turn;
    afterNextRender(
      () => {
        if (turn === this.turn) this.focus();
      },
      { injector: this.injector },
    );
  }
  focus(): void {
    // asked for before, come after the next entry was begun: selecting would let its rest replace its beginning
    if (this.typing) return;
    this.box().nativeElement.select();
  }

  protected pick(key: string): void {
    this.typing = false;
    this.picked.set(key);
    this.focusNext();
  }

  protected typed(event: Event): void {
    this.typing = true;
    this.text.set((event.target as HTMLInputElement).value);
  }

  /** Leaving the tape gives its text up to the next figure; going to its own button does not (its tabindex lets it take the focus of a click in every browser). */
  protected left(event: FocusEvent): void {
    const to = event.relatedTarget;
    if (!(to instanceof Element) || !to.closest('.tape-set, .tape-entry')) this.typing = false;
  }

  protected key(event: KeyboardEvent): void {
    const current = this.current();
    if (!current) return;
    if (event.key === 'ArrowUp' || event.key === 'ArrowDown') {
      event.preventDefault();
      this.typing = false;
      this.nudge.emit({ key: current.key, direction: event.key === 'ArrowUp' ? 1 : -1, big: event.shiftKey });
    } else if (event.key === 'Tab' && !event.shiftKey && this.measures().at(-1)?.key !== current.key) {
      event.preventDefault();
      const list = this.measures();
      this.pick(list[list.findIndex((m) => m.key === current.key) + 1]!.key);
    } else if (event.key === 'Escape') {
      this.typing = false;
      this.turn++;
      this.text.set(this.printed());
      this.box().nativeElement.value = this.printed();
      this.box().nativeElement.blur();
    }
  }

  protected enter(event: Event): void {
    event.preventDefault();
    // read before the typing ends: a figure that has arrived and isn’t drawn yet would take its place
    const text = this.text();
    this.typing = false;
    if (document.activeElement === this.box().nativeElement) this.focusNext();
    const match = /^\s*([a-z])\s+(.*)$/i.exec(text);
    const named = match && this.measures().find((m) => m.letter === match[1]!.toLowerCase());
    const measure = named ?? this.current();
    if (this.raw() && measure) {
      if (named) this.picked.set(named.key);
      return this.said.emit({ key: measure.key, text });
    }
    const read = parseLength(named ? match[2]! : text, { unit: this.unit() });
    if (!measure) return;
    if (!read.ok) return this.wrong.set(read.message);
    this.wrong.set('');
    if (named) this.picked.set(named.key);
    this.set.emit({ key: measure.key, mm: read.mm, as: read.as });
  }
}
