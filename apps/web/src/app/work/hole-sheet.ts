import { ChangeDetectionStrategy, Component, inject, input } from '@angular/core';
import { printMark } from '@saddle/core/measure';
import type { HoleCard } from '@saddle/core/work';
import { LengthUnits } from '../fields/length-units';

/** The member and its hole in a picture this wide, px. */
const WIDE = 150;

/** Holes in their order, each in its member at true proportion: where its edges lie, and what is left beside it. */
@Component({
  selector: 'sa-hole-sheet',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <ol class="hole-sheet" data-testid="hole-sheet">
      @for (h of holes(); track h.number) {
        <li>
          <svg viewBox="0 0 200 74" role="img" [attr.aria-label]="words(h)">
            <rect class="member" x="25" y="8" [attr.width]="wide" height="34" />
            @if (h.deepMm; as deep) {
              <circle class="bore" cx="100" cy="25" [attr.r]="radius(h, deep)" />
              <path
                class="dim"
                [attr.d]="'M25 50v8M' + (100 - radius(h, deep)) + ' 50v8M' + (100 + radius(h, deep)) + ' 50v8M175 50v8M25 54H175'"
              />
              <text x="48" y="70" text-anchor="middle">{{ mark(h.leftMm!) }}</text>
              <text x="100" y="70" text-anchor="middle">{{ mark(h.sizeMm) }}</text>
              <text x="152" y="70" text-anchor="middle">{{ mark(h.leftMm!) }}</text>
            } @else {
              <circle class="bore" cx="100" cy="25" r="9" />
              <text x="100" y="62" text-anchor="middle">{{ mark(h.sizeMm) }}, in the middle</text>
            }
          </svg>
          <p>
            <strong>{{ h.number }}.{{ named(h) }}</strong> {{ h.where }}
            @for (more of extras(h); track more) {
              <span class="extra">{{ more }}</span>
            }
          </p>
        </li>
      }
    </ol>
  `,
  styleUrl: './hole-sheet.css',
})
export class HoleSheet {
  readonly holes = input.required<HoleCard[]>();
  private readonly unit = inject(LengthUnits).unit;
  protected readonly wide = WIDE;
  protected mark = (mm: number): string => printMark(mm, this.unit());
  /** what is bored, where the place doesn’t begin with it */
  protected named = (h: HoleCard): string =>
    h.where.includes(h.member) && h.count > 1 ? '' : ` ${h.count > 1 ? `${h.count} ${h.member}s` : h.member},`;
  protected radius = (h: HoleCard, deep: number): number => ((h.sizeMm / deep) * WIDE) / 2;
  protected extras = (h: HoleCard): string[] => [
    ...(h.deepMm === undefined ? ['how deep the member is was not measured'] : []),
    ...(h.plate ? ['steel plate over it'] : []),
    ...(h.bushing ? ['bushing in before the cable'] : []),
    ...(h.seal ? ['sealed once the cable is in'] : []),
  ];
  protected words = (h: HoleCard): string =>
    h.leftMm === undefined
      ? `a hole of ${this.mark(h.sizeMm)} in the middle of the ${h.member}`
      : `a hole of ${this.mark(h.sizeMm)} in the ${h.member}, ${this.mark(h.leftMm)} to each side`;
}
