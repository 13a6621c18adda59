import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { finalDrawing, printRunLength } from '@saddle/core/finals';
import type { Final, PointKind, Verdict } from '@saddle/core/model';

const SHORT: Readonly<Record<PointKind, string>> = { single: '1', twin: '2', 'fused unit': 'F', 'fixed appliance': 'A', joint: 'J' };
const MARK: Readonly<Record<Verdict, string>> = { stop: '✗ stop', 'can’t tell': '?', caution: '! look', note: 'note', ok: '✓' };

/** A name of more than a dozen letters stands in two lines. */
function namedAt(name: string, { y, name: side }: { y: number; name: 'above' | 'below' }): { text: string; y: number }[] {
  const gap = name.length > 13 ? name.slice(0, 14).lastIndexOf(' ') : -1;
  const cut = (text: string) => (text.length > 15 ? `${text.slice(0, 14)}…` : text);
  const lines = gap > 0 ? [name.slice(0, gap), name.slice(gap + 1)] : [name];
  return lines.map((text, i) => ({ text: cut(text), y: side === 'above' ? y - 25 - (lines.length - 1 - i) * 14 : y + 33 + i * 14 }));
}

/** A final circuit from the consumer unit on: the ring one way round, its spurs outside it. */
@Component({
  selector: 'sa-final-drawing',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="final-scroll">
      <svg
        [attr.viewBox]="'0 0 ' + drawn().width + ' ' + drawn().height"
        [style.width.px]="drawn().width"
        role="group"
        [attr.aria-label]="'The circuit: ' + final().name"
        data-testid="final-drawing"
      >
        @for (r of runs(); track r.id) {
          <path [attr.d]="r.path" class="run" [class.spur]="r.spur" [class.suspect]="r.suspect">
            <title>{{ r.title }}</title>
          </path>
          <text class="length" [attr.x]="r.x" [attr.y]="r.y" [class.unknown]="r.unknown">{{ r.words }}</text>
        }
        <g class="board">
          <rect
            [attr.x]="drawn().board.x - 30"
            [attr.y]="drawn().board.y - drawn().board.height / 2"
            width="52"
            [attr.height]="drawn().board.height"
          />
          <text [attr.x]="drawn().board.x - 4" [attr.y]="drawn().board.y - 4">way</text>
          <text class="share" [attr.x]="drawn().board.x - 4" [attr.y]="drawn().board.y + 15">{{ final().number }}</text>
        </g>
        @for (line of centre(); track $index) {
          <text class="centre" [attr.x]="drawn().middle.x" [attr.y]="drawn().middle.y + $index * 20 - (centre().length - 1) * 10">
            {{ line }}
          </text>
        }
        @for (p of points(); track p.id) {
          <g
            class="point"
            tabindex="0"
            role="button"
            [attr.aria-label]="p.label"
            [attr.aria-pressed]="p.id === chosen()"
            [class.chosen]="p.id === chosen()"
            [attr.data-verdict]="p.verdict"
            [attr.data-testid]="'point-' + p.id"
            (click)="picked.emit(p.id)"
            (keydown.enter)="picked.emit(p.id)"
          >
            <rect [attr.x]="p.x - p.wide / 2" [attr.y]="p.y - 17" [attr.width]="p.wide" height="34" />
            <text class="share" [attr.x]="p.x" [attr.y]="p.y + 5">{{ p.short }}</text>
            @for (line of p.nameLines; track $index) {
              <text class="name" [attr.x]="p.x" [attr.y]="line.y">{{ line.text }}</text>
            }
            @if (p.mark) {
              <text class="mark" [attr.x]="p.markX" [attr.y]="p.markY">{{ p.mark }}</text>
            }
          </g>
        }
      </svg>
    </div>
  `,
  styleUrl: './final-drawing.css',
})
export class FinalDrawingView {
  readonly final = input.required<Final>();
  readonly chosen = input<string>();
  /** worst of what was read at each point */
  readonly verdicts = input<ReadonlyMap<string, Verdict>>(new Map<string, Verdict>());
  /** the run that is suspected */
  readonly suspect = input<string>();
  /** words that stand within the ring, or beside a radial */
  readonly centre = input<readonly string[]>([]);
  readonly picked = output<string>();

  protected readonly drawn = computed(() => finalDrawing(this.final()));
  protected readonly runs = computed(() =>
    this.drawn().runs.map(({ run, path, at, spur }) => ({
      ...{ id: run.id, path, spur, x: at.x, y: at.y - 6, suspect: run.id === this.suspect() },
      unknown: run.length === undefined,
      words: run.length ? printRunLength(run.length) : '? m',
      title: `${run.size} mm², ${run.length ? printRunLength(run.length) : 'length not measured'}`,
    })),
  );
  protected readonly points = computed(() =>
    this.drawn().points.map((d) => {
      const point = this.final().points.find((p) => p.id === d.id)!;
      const verdict = this.verdicts().get(d.id);
      return {
        ...d,
        wide: point.kind === 'twin' ? 56 : 34,
        short: SHORT[point.kind],
        nameLines: namedAt(point.name, d),
        // the mark of a spur stands beside it: its run comes in below
        markX: d.spur ? d.x + 48 : d.x,
        markY: d.spur ? d.y + 5 : d.name === 'above' ? d.y + 34 : d.y - 24,
        verdict,
        mark: verdict ? MARK[verdict] : '',
        label: `${point.name}, ${point.kind}${d.spur ? ', on a spur' : ''}${verdict ? `, ${verdict}` : ''}`,
      };
    }),
  );
}
