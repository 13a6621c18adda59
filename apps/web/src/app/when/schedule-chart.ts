import { afterRenderEffect, ChangeDetectionStrategy, Component, computed, ElementRef, inject, input, output } from '@angular/core';
import { droppedAt, type Chart, type ChartSpan } from '@saddle/core/schedule';
import { drag, type D3DragEvent } from 'd3-drag';
import { scaleLinear } from 'd3-scale';
import { select } from 'd3-selection';

const ROW = 26;
const HEAD = 46;
const LABEL = 268;
/** px an hour */
const HOUR = 62;
const GAP = 10;

/** Bars over the days with work; what is off as a band above, what dries as hatching behind. A bar is dragged to fix its begin. */
@Component({
  selector: 'sa-schedule-chart',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="schedule-scroll" tabindex="0" role="region" aria-label="The plan as bars; the list below says the same">
      <svg class="schedule" [attr.width]="size().width" [attr.height]="size().height" aria-hidden="true">
        <defs>
          <pattern id="dries" width="7" height="7" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
            <line class="dries-line" x1="0" y1="0" x2="0" y2="7" />
          </pattern>
        </defs>
        @for (d of days(); track d.day) {
          <rect class="day" [attr.x]="d.x" y="0" [attr.width]="d.width" [attr.height]="size().height" />
          <text class="day-name" [attr.x]="d.x + 5" y="16">{{ d.words }}</text>
          @for (h of d.hours; track h.at) {
            <line class="hour" [attr.x1]="h.at" [attr.x2]="h.at" y1="36" [attr.y2]="size().height" />
            <text class="hour-name" [attr.x]="h.at + 3" y="33">{{ h.text }}</text>
          }
        }
        @for (o of outages(); track o.words) {
          <text class="row-name" x="0" [attr.y]="o.y + 17">{{ o.label }}</text>
          @for (s of o.spans; track s.x) {
            <rect class="off" [attr.x]="s.x" [attr.y]="o.y + 4" [attr.width]="s.width" height="18" />
            <rect class="off-shade" [attr.x]="s.x" [attr.y]="o.y + 22" [attr.width]="s.width" [attr.height]="size().height - o.y - 22" />
          }
          @if (o.spans[0]; as first) {
            <text class="off-text" [attr.x]="first.x + 4" [attr.y]="o.y + 17">off {{ o.minutes }} min</text>
          }
        }
        @for (r of rows(); track r.id) {
          <g [class.chosen]="r.id === chosen()">
            <text class="row-name" x="0" [attr.y]="r.y + 17">{{ r.short }}</text>
            <line class="row-line" [attr.x1]="0" [attr.x2]="size().width" [attr.y1]="r.y + 25" [attr.y2]="r.y + 25" />
            @for (s of r.dries; track s.x) {
              <rect class="dries" [attr.x]="s.x" [attr.y]="r.y + 8" [attr.width]="s.width" height="10" />
            }
            @for (s of r.spans; track s.x) {
              <rect
                class="work"
                [class.in-outage]="r.off"
                [class.visit]="r.visit"
                [attr.data-bar]="r.id"
                [attr.x]="s.x"
                [attr.y]="r.y + 3"
                [attr.width]="s.width"
                height="19"
                (click)="choose.emit(r.id)"
              >
                <title>{{ r.title }}: {{ r.begins }} to {{ r.ends }}</title>
              </rect>
            }
            @if (r.pinned && r.spans[0]; as first) {
              <path class="pin" [attr.d]="'M' + first.x + ' ' + (r.y + 1) + ' l-4 -5 h8 z'" />
            }
          </g>
        }
      </svg>
    </div>
  `,
  styleUrl: './schedule-chart.css',
})
export class ScheduleChart {
  private readonly host = inject<ElementRef<HTMLElement>>(ElementRef);
  readonly chart = input.required<Chart>();
  readonly chosen = input<string>();
  readonly choose = output<string>();
  /** dropped: a local time */
  readonly fix = output<{ id: string; at: string }>();

  protected readonly days = computed(() => {
    let x = LABEL;
    return this.chart().days.map((d) => {
      const width = Math.max(HOUR * 1.4, ((d.to - d.from) / 60) * HOUR);
      const scale = scaleLinear([d.from, d.to], [x, x + width]);
      const hours = Array.from({ length: Math.ceil((d.to - d.from) / 60) }, (_, i) => d.from + i * 60).map((m) => ({
        at: scale(m),
        text: `${m / 60}`,
      }));
      const day = { ...d, x, width, scale, hours };
      x += width + GAP;
      return day;
    });
  });
  private spans(list: readonly ChartSpan[]) {
    return list.map((s) => {
      const { scale } = this.days()[s.day]!;
      return { x: scale(s.from), width: Math.max(3, scale(s.to) - scale(s.from)) };
    });
  }
  protected readonly outages = computed(() =>
    this.chart().outages.map((o, i) => ({
      ...{ words: o.words, minutes: o.minutes, y: HEAD + i * ROW, spans: this.spans(o.spans) },
      label: `${o.words} off`,
    })),
  );
  protected readonly rows = computed(() =>
    this.chart().rows.map((r, i) => ({
      ...r,
      y: HEAD + (this.chart().outages.length + i) * ROW + 6,
      short: r.title.length > 38 ? `${r.title.slice(0, 37)}…` : r.title,
      spans: this.spans(r.spans),
      dries: this.spans(r.dries),
    })),
  );
  protected readonly size = computed(() => ({
    width: (this.days().at(-1)?.x ?? LABEL) + (this.days().at(-1)?.width ?? 0) + 4,
    height: HEAD + (this.chart().outages.length + this.chart().rows.length) * ROW + 14,
  }));

  constructor() {
    afterRenderEffect(() => {
      this.rows();
      const bars = select(this.host.nativeElement).selectAll<SVGRectElement, unknown>('rect.work');
      bars.call(
        drag<SVGRectElement, unknown>()
          .on('drag', (event: D3DragEvent<SVGRectElement, unknown, { x: number }>) => {
            const bar = select((event.sourceEvent as MouseEvent).target as SVGRectElement);
            if (bar.classed('work')) bar.attr('transform', `translate(${event.x - event.subject.x},0)`);
          })
          .on('end', (event: D3DragEvent<SVGRectElement, unknown, { x: number }>) => {
            const target = (event.sourceEvent as MouseEvent).target as SVGRectElement;
            select(target).attr('transform', null);
            if (Math.abs(event.x - event.subject.x) < 4 || !target.dataset['bar']) return;
            const left = +target.getAttribute('x')! + event.x - event.subject.x;
            const days = this.days();
            const day = Math.max(0, days.findLastIndex((d) => left >= d.x - GAP)); // prettier-ignore
            this.fix.emit({ id: target.dataset['bar'], at: droppedAt(this.chart(), day, days[day]!.scale.invert(left)) });
          }),
      );
    });
  }
}
