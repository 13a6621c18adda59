import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { alterationElevation, cutOutline, growths, oldHoleTaken } from '@saddle/core/alteration';
import { BOX_KINDS, isUkBox } from '@saddle/core/catalog';
import { marksFor } from '@saddle/core/layout';
import { printMark } from '@saddle/core/measure';
import { ChoiceField } from '../fields/choice-field';
import { VerdictStamp } from '../ledger/verdict-stamp';
import { WallView } from '../wall/wall-view';
import { AlterationEdits } from './alteration-edits';
import { UK_BOX_CHOICES } from './uk-boxes';

const SIDE = { left: 'to the left of the old hole', right: 'to the right of the old hole', both: 'over the old hole, to both sides' };

/** The box: its kind, to which side it grows, and the marks it is cut by. */
@Component({
  selector: 'sa-alteration-box',
  imports: [ChoiceField, VerdictStamp, WallView],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="stage-head"><h2>Box</h2></div>
    <div class="alteration-page">
      <div class="alteration-walls">
        @if (wall(); as w) {
          <sa-wall-view [wall]="w.wall" [viewKey]="w.key" [title]="w.title" />
        } @else {
          <p class="lead">Nothing to draw yet: say under Where on which wall it is.</p>
        }
      </div>
      <aside class="panel-body">
        <div class="fields">
          <sa-choice-field
            label="kind of box"
            [value]="edits.alteration().boxKind"
            [choices]="kinds()"
            [unknown]="true"
            [unknownLabel]="usual()"
            (set)="edits.put('Kind of box', { boxKind: $event })"
          />
        </div>
        @if (grown().length) {
          <h3>To which side it grows</h3>
          <ul class="ticks growths" data-testid="growths">
            @for (g of grown(); track g.grows) {
              <li>
                <label>
                  <input type="radio" name="grows" [checked]="g.chosen" (change)="edits.put('To which side', { grows: g.grows })" />
                  <sa-verdict [verdict]="g.verdict" /> {{ g.words }}
                </label>
                @if (g.why) {
                  <small class="quiet">{{ g.why }}</small>
                }
              </li>
            }
          </ul>
        }
        @if (cuts().length) {
          <h3>What is cut{{ partly() ? ': the old hole is open already' : '' }}</h3>
          @if (taken()) {
            <p class="caution-line">
              How large the old hole is was not measured: a usual one is taken. Say under Where which box is there, or hold the new one over
              it.
            </p>
          }
          <table class="plain" data-testid="cuts">
            <tbody>
              @for (c of cuts(); track $index) {
                <tr>
                  <td>{{ c.words }}</td>
                  <td class="figure">{{ c.mm }}</td>
                  <td class="quiet">{{ c.where }}</td>
                </tr>
              }
            </tbody>
          </table>
        }
        @if (marks().length) {
          <h3>Cut by these marks</h3>
          <table class="plain" data-testid="marks">
            <tbody>
              @for (m of marks(); track m.edge) {
                <tr>
                  <td>{{ m.edge }} edge</td>
                  <td class="figure">{{ m.mm }}</td>
                  <td class="quiet">{{ m.from }}</td>
                </tr>
              }
            </tbody>
          </table>
        }
      </aside>
    </div>
  `,
  styleUrl: './alteration-box.css',
})
export class AlterationBox {
  protected readonly edits = inject(AlterationEdits);
  private readonly spot = computed(() => this.edits.planned().spot);
  /** boxes for one accessory or two, as it needs */
  protected readonly kinds = computed(() => {
    const gangs = this.edits.alteration().outlet.kind === 'twin' ? 2 : 1;
    return UK_BOX_CHOICES.filter((c) => isUkBox(c.value) && BOX_KINDS[c.value].gangs === gangs);
  });
  protected readonly usual = computed(() => {
    const kind = this.spot()?.box.kind;
    return kind && isUkBox(kind) ? `by the wall (${BOX_KINDS[kind].name})` : 'by the wall';
  });
  protected readonly grown = computed(() => {
    const { from, alteration } = this.edits.subject();
    if (alteration.kind !== 'enlarge' || !from) return [];
    const all = growths(this.edits.job(), from);
    const chosen = all.find((g) => g.grows === alteration.grows) ?? all[0];
    return all.map((g) => ({
      ...{ grows: g.grows, verdict: g.verdict, words: SIDE[g.grows], chosen: g === chosen },
      why: g.judged.find((j) => j.verdict === g.verdict && g.verdict !== 'ok')?.says ?? '',
    }));
  });
  protected readonly marks = computed(() => {
    const spot = this.spot();
    const unit = this.edits.session.unit();
    return spot
      ? marksFor(spot.wall, spot.box).map((m) => ({ edge: m.edge, mm: printMark(m.distanceMm, unit), from: m.toward === 'up' ? 'up from the floor' : `${m.toward} of the ${m.from}` })) // prettier-ignore
      : [];
  });
  protected readonly cuts = computed(() => {
    const unit = this.edits.session.unit();
    return cutOutline(this.edits.job()).map((c) => {
      const [from, to, at] = [c.from, c.to, c.at].map((mm) => printMark(mm, unit));
      const level = c.edge === 'top' || c.edge === 'bottom';
      return {
        ...{ words: level ? `along the ${c.edge}` : `down the ${c.edge}`, mm: printMark(c.mm, unit) },
        where: level ? `from ${from} to ${to} from the left end` : `${at} from the left end`,
      };
    });
  });
  protected readonly taken = computed(() => oldHoleTaken(this.edits.job()));
  protected readonly partly = computed(() => {
    const { from, alteration } = this.edits.subject();
    return from !== undefined && (alteration.kind === 'enlarge' || (alteration.kind === 'move' && alteration.cablesReach === true));
  });
  protected readonly wall = computed(() => {
    const spot = this.spot();
    if (!spot) return undefined;
    const site = this.edits.session.site();
    const wall = site.walls.find((w) => w.id === spot.wall.id)!;
    return { key: `${wall.id}${spot.face}`, wall: alterationElevation(this.edits.job(), site, wall, spot.face, true), title: `Elevation of ${wall.name}` }; // prettier-ignore
  });
}
