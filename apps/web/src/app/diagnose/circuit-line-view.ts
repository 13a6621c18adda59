import { ChangeDetectionStrategy, Component, computed, effect, ElementRef, input, output, viewChild } from '@angular/core';
import { percent, shortPercent, type CircuitLine, type LineBox, type Suspicion } from '@saddle/core/diagnose';

/** Units of the drawing: from one box to the next, and from one branch to the next. */
const [STEP, LANE, PAD] = [132, 96, 58];
const WORDS: Record<Suspicion, string> = { likely: 'likely here', possible: 'possible', hardly: 'hardly', cleared: 'cleared' };

/** The circuit from the panel on, each box and cable by how much it is suspected: in words, by pattern, and by how strongly it is drawn. */
@Component({
  selector: 'sa-circuit-line',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="line-scroll" #scroll>
      <svg
        [attr.viewBox]="'0 0 ' + width() + ' ' + height()"
        [style.width.px]="width()"
        role="group"
        [attr.aria-label]="plain() ? 'The circuit' : 'The circuit, by suspicion'"
        data-testid="circuit-line"
      >
        <defs>
          <pattern id="line-likely" width="7" height="7" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
            <rect width="7" height="7" class="paper" />
            <rect width="3.5" height="7" class="strong" />
          </pattern>
          <pattern id="line-possible" width="8" height="8" patternUnits="userSpaceOnUse">
            <rect width="8" height="8" class="paper" />
            <circle cx="4" cy="4" r="1.7" class="strong" />
          </pattern>
        </defs>
        @for (c of cables(); track c.id) {
          <path [attr.d]="c.path" class="cable" [attr.data-suspicion]="plain() ? 'hardly' : c.suspicion">
            <title>{{ c.words }}</title>
          </path>
        }
        @for (b of boxes(); track b.id) {
          <g
            class="box"
            tabindex="0"
            role="button"
            [attr.data-suspicion]="plain() ? 'hardly' : b.suspicion"
            [class.chosen]="b.id === chosen()"
            [attr.aria-pressed]="chosen() === undefined ? null : b.id === chosen()"
            [attr.aria-label]="b.label"
            [attr.data-testid]="'line-' + b.id"
            (click)="picked.emit(b.id)"
            (keydown.enter)="picked.emit(b.id)"
          >
            <rect [attr.x]="b.x - 22" [attr.y]="b.y - 22" width="44" height="44" [attr.rx]="b.id === 'panel' ? 0 : 7" />
            <text class="share" [attr.x]="b.x" [attr.y]="b.y + 5">{{ b.short }}</text>
            <text class="name" [attr.x]="b.x" [attr.y]="b.y - 29">{{ b.shortName }}</text>
            <text class="says" [attr.x]="b.x" [attr.y]="b.y + 37">{{ b.says }}</text>
          </g>
        }
      </svg>
    </div>
  `,
  styles: `
    .line-scroll {
      overflow-x: auto;
    }
    svg {
      max-width: none;
      display: block;
    }
    text {
      text-anchor: middle;
      font-size: 12.5px;
      fill: var(--ink);
      paint-order: stroke;
      stroke: var(--sheet);
      stroke-width: 4px;
    }
    text.name {
      font-weight: 600;
    }
    text.share {
      font-size: 13px;
      font-weight: 700;
    }
    .paper {
      fill: var(--sheet);
    }
    .strong {
      fill: var(--red);
      opacity: 0.65;
    }
    .cable {
      fill: none;
      stroke: var(--ink);
      stroke-width: 2;
    }
    .cable[data-suspicion='likely'] {
      stroke: var(--red);
      stroke-width: 6;
      stroke-dasharray: 3 3;
    }
    .cable[data-suspicion='possible'] {
      stroke: var(--red);
      stroke-width: 3.5;
      stroke-dasharray: 7 3;
    }
    .cable[data-suspicion='cleared'] {
      stroke: var(--line-strong);
    }
    .box rect {
      fill: var(--sheet);
      stroke: var(--ink);
      stroke-width: 1.6;
    }
    .box {
      cursor: pointer;
      outline: none;
    }
    .box:focus-visible rect {
      stroke: var(--blue);
      stroke-width: 4;
    }
    .box.chosen rect {
      stroke: var(--blue);
      stroke-width: 4;
    }
    .box[data-suspicion='likely'] rect {
      fill: url(#line-likely);
      stroke: var(--red);
      stroke-width: 3;
    }
    .box[data-suspicion='possible'] rect {
      fill: url(#line-possible);
      stroke: var(--red);
    }
    .box[data-suspicion='cleared'] rect {
      stroke: var(--line-strong);
      stroke-dasharray: 3 3;
    }
    .box[data-suspicion='cleared'] text {
      fill: var(--grey);
      font-weight: 400;
    }
  `,
})
export class CircuitLineView {
  readonly line = input.required<CircuitLine>();
  /** the circuit alone, nothing of suspicion */
  readonly plain = input(false);
  readonly chosen = input<string>();
  readonly picked = output<string>();
  private readonly scroll = viewChild.required<ElementRef<HTMLElement>>('scroll');

  constructor() {
    // on a narrow screen what is likeliest is what one sees first
    effect(() => {
      const boxes = this.boxes();
      const first = boxes.find((b) => b.id === this.chosen()) ?? [...boxes].sort((a, b) => b.share - a.share)[0];
      const { nativeElement: host } = this.scroll();
      if (first) setTimeout(() => (host.scrollLeft = first.x - host.clientWidth / 2));
    });
  }

  private x = (column: number): number => PAD + column * STEP;
  private y = (lane: number): number => PAD + lane * LANE;
  protected readonly width = computed(() => 2 * PAD + (this.line().columns - 1) * STEP);
  protected readonly height = computed(() => PAD + 50 + (this.line().lanes - 1) * LANE);
  protected readonly boxes = computed(() =>
    this.line().boxes.map((b: LineBox) => ({
      ...b,
      x: this.x(b.column),
      y: this.y(b.lane),
      short: this.plain() ? (b.id === this.chosen() ? '●' : '') : b.suspicion === 'cleared' ? '✓' : shortPercent(b.share),
      shortName: b.name.length > 17 ? `${b.name.slice(0, 16)}…` : b.name,
      says: this.plain() ? '' : WORDS[b.suspicion],
      label: this.plain()
        ? b.name
        : `${b.name}: ${WORDS[b.suspicion]}, ${percent(b.share)}${b.parts.length ? `. ${b.parts.join('; ')}` : ''}`,
    })),
  );
  protected readonly cables = computed(() =>
    this.line().cables.map((c) => {
      const [x1, y1, x2, y2] = [this.x(c.from.column), this.y(c.from.lane), this.x(c.to.column), this.y(c.to.lane)];
      return {
        ...c,
        path: `M${x1} ${y1}V${y2}H${x2}`,
        words: this.plain() ? c.name : `${c.name}: ${WORDS[c.suspicion]}, ${percent(c.share)}`,
      };
    }),
  );
}
