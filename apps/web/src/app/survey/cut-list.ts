import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { jigFor, marksFor } from '@saddle/core/layout';
import { printLength } from '@saddle/core/measure';
import type { Site } from '@saddle/core/model';
import type { BoxJudgement } from '@saddle/core/survey';
import { SURVEY_HOST } from './survey-host';
import { paperOf } from '../exchange/on-paper';

/** One box's opening: where its edges are marked, which cuts in which order, which kinds suit, the patch, and its true-scale templates. */
@Component({
  selector: 'sa-cut-list',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <details>
      <summary>Mark out and cut</summary>
      <table class="plain">
        <tbody>
          @for (m of marks(); track $index) {
            <tr>
              <th scope="row">{{ m.edge }}</th>
              <td>{{ m.toward === 'up' ? 'up from the' : 'to the ' + m.toward + ' of the' }} {{ m.from }}</td>
              <td class="figure">{{ printed(m.distanceMm) }}</td>
            </tr>
          }
        </tbody>
      </table>
      <p>
        Depth: no further in than <b>{{ printed(judgement().cut.depthMm) }}</b> from the surface.
      </p>
      <ol>
        @for (line of judgement().cut.order; track line) {
          <li>{{ line }}</li>
        }
      </ol>
    </details>
    @if (judgement().patch; as p) {
      @if (p.pieces.length) {
        <details>
          <summary>Close the old opening</summary>
          <ul>
            @for (piece of p.pieces; track $index) {
              <li>
                piece {{ printed(piece.piece.right - piece.piece.left) }} × {{ printed(piece.piece.top - piece.piece.bottom)
                }}{{ piece.onStud ? ', squared out to the middle of the stud' : '' }}
              </li>
            }
            <li>{{ p.battens }} battens, {{ p.screws }} screws, {{ printed(p.tapeMm) }} of tape</li>
          </ul>
        </details>
      }
    }
    @if (kinds()) {
      <details>
        <summary>Kinds of box for this wall</summary>
        <ul class="kinds">
          @for (k of judgement().kinds; track k.kind.id) {
            <li [class.unfit]="!k.fits">
              <strong>{{ k.kind.name }}</strong>
              {{ k.recommended ? '· recommended' : k.fits ? '· fits' : '· no' }}
              <span class="quiet">{{ k.reasons.join('; ') }}</span>
            </li>
          } @empty {
            <li>No kind in the list has as many gangs.</li>
          }
        </ul>
      </details>
    }
    @if (jig(); as pieces) {
      <details>
        <summary>Height jig: its cut list</summary>
        <ul>
          @for (piece of pieces; track piece.name) {
            <li>
              {{ piece.count }} × {{ piece.name }}: {{ printed(piece.lengthMm) }} × {{ printed(piece.widthMm) }} ×
              {{ printed(piece.thickMm) }}
            </li>
          }
        </ul>
        <p class="quiet">1/2 in plywood; it repeats the height and the setback for every box of a room. Common practice.</p>
      </details>
    }
    <details [open]="true">
      <summary>True-scale templates</summary>
      <p class="templates">
        @for (t of templates(); track t.href) {
          <a class="btn-line" [href]="t.href" target="_blank" rel="noopener" [attr.data-testid]="t.id">{{ t.label }}</a>
        }
      </p>
      <p class="quiet">Print at 100 %, then measure the check bar before you cut.</p>
    </details>
  `,
  styleUrl: './cut-list.css',
})
export class CutList {
  private readonly host = inject(SURVEY_HOST);
  /** where the document is kept that the box is planned in; absent: the surveyed one */
  readonly address = input<string>();
  readonly judgement = input.required<BoxJudgement>();
  readonly boxId = input.required<string>();
  readonly kinds = input(true);
  /** where the box is looked for when it is only planned */
  readonly site = input<Site>();
  private readonly place = computed(() => {
    const site = this.site() ?? this.host.surveyed();
    const box = site.boxes.find((b) => b.id === this.boxId());
    const wall = site.walls.find((w) => w.id === box?.wallId);
    return box && wall ? { site, box, wall } : undefined;
  });
  protected readonly marks = computed(() => {
    const at = this.place();
    return at ? marksFor(at.wall, at.box) : [];
  });
  /** pieces of a jig for this height; none while the depth of the box is not known or it sits too low for a leg */
  protected readonly jig = computed(() => {
    const at = this.place();
    return at && jigFor(at.site, at.wall, at.box, this.host.unit())?.pieces;
  });
  protected readonly templates = computed(() => {
    const base = `${this.address() ?? this.host.address()}/boxes/${this.boxId()}/template`;
    const paper = paperOf(this.host.unit());
    const other = paper === 'letter' ? 'a4' : 'letter';
    return [
      { id: 'template-pdf', label: `opening, ${paper}`, href: `${base}.pdf?paper=${paper}` },
      { id: 'template-other', label: `opening, ${other}`, href: `${base}.pdf?paper=${other}` },
      { id: 'template-mirrored', label: 'mirrored, from behind', href: `${base}.pdf?paper=${paper}&mirrored=yes` },
      { id: 'template-svg', label: 'opening, SVG', href: `${base}.svg` },
      ...(this.jig()
        ? [
            { id: 'template-jig', label: 'height jig', href: `${base}.pdf?of=jig&paper=${paper}` },
            { id: 'template-jig-svg', label: 'height jig, SVG', href: `${base}.svg?of=jig` },
          ]
        : []),
    ];
  });
  protected printed = (mm: number): string => printLength(mm, this.host.unit());
}
