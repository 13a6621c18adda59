import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { alterationElevation, alterationFaces, noWay, waysOf } from '@saddle/core/alteration';
import { LAID_WORDS } from '@saddle/core/codebook';
import { printLength } from '@saddle/core/measure';
import { CABLE_SIZES, LAID, sizeWords } from '@saddle/core/model';
import { printSpan } from '@saddle/core/work';
import { ChoiceField } from '../fields/choice-field';
import { LengthField } from '../fields/length-field';
import { YesNoField } from '../fields/yes-no-field';
import { SumTable } from '../ledger/sum-table';
import { VerdictStamp } from '../ledger/verdict-stamp';
import { WallView } from '../wall/wall-view';
import { AlterationEdits } from './alteration-edits';

/** The ways the cable can take, what each is made of, and what speaks against it. */
@Component({
  selector: 'sa-alteration-way',
  imports: [ChoiceField, LengthField, YesNoField, SumTable, VerdictStamp, WallView],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="stage-head"><h2>Way of the cable</h2></div>
    <div class="alteration-page">
      <div class="alteration-walls">
        @for (w of walls(); track w.key) {
          <sa-wall-view [wall]="w.wall" [viewKey]="w.key" [title]="w.title" />
        }
      </div>
      <aside class="panel-body">
        @if (edits.alteration().kind === 'enlarge') {
          <p class="lead">No cable is laid: the box only grows.</p>
        } @else {
          @if (edits.alteration().kind === 'move') {
            <div class="fields">
              <sa-yes-no
                label="the cables that are there reach"
                [value]="edits.alteration().cablesReach"
                [unknown]="true"
                unknownLabel="not looked"
                (set)="edits.put('Whether the cables reach', { cablesReach: $event })"
              />
            </div>
          }
          @if (none(); as why) {
            <p class="caution-line" data-testid="no-way">No way is known: {{ why }}.</p>
          }
          <ol class="uk-ways" data-testid="uk-ways">
            @for (w of ways(); track w.kind) {
              <li [class.chosen]="w.chosen">
                <label>
                  <input type="radio" name="way" [checked]="w.chosen" (change)="edits.put('Way of the cable', { way: w.kind })" />
                  <strong>{{ w.words }}</strong>
                </label>
                <p><sa-verdict [verdict]="w.verdict" /> {{ w.cable }} of cable, {{ w.minutes }}</p>
                @for (line of w.why; track line) {
                  <p class="quiet">{{ line }}</p>
                }
                <details>
                  <summary>How long it is</summary>
                  <sa-sum-table [sum]="w.length" />
                </details>
              </li>
            }
          </ol>
          <div class="fields">
            <sa-length-field
              label="cable as measured along its way"
              [value]="edits.alteration().cable"
              [optional]="true"
              hint="with a string; takes the place of what is reckoned"
              (set)="edits.put('Length of the cable', { cable: $event })"
            />
            <sa-choice-field
              label="cable"
              [value]="edits.alteration().size"
              [choices]="sizes"
              [unknown]="true"
              unknownLabel="by its circuit"
              (set)="edits.put('Size of the cable', { size: $event })"
            />
            <sa-choice-field
              label="it lies at its worst"
              [value]="edits.alteration().laid"
              [choices]="laids"
              [unknown]="true"
              unknownLabel="by its way"
              (set)="edits.put('How the cable lies', { laid: $event })"
            />
          </div>
        }
      </aside>
    </div>
  `,
  styleUrl: './alteration-way.css',
})
export class AlterationWay {
  protected readonly edits = inject(AlterationEdits);
  protected readonly sizes = CABLE_SIZES.map((value) => ({ value, label: sizeWords(value) }));
  protected readonly laids = LAID.map((value) => ({ value, label: LAID_WORDS[value] }));
  protected readonly none = computed(() => noWay(this.edits.job()));
  protected readonly ways = computed(() => {
    const unit = this.edits.session.unit();
    return waysOf(this.edits.job()).map((w, i) => ({
      ...{ kind: w.kind, words: w.words, verdict: w.verdict, length: w.length, chosen: i === 0 },
      cable: printLength(w.cableMm, unit),
      minutes: printSpan(w.minutes),
      why: w.judged.filter((j) => j.verdict !== 'ok').map((j) => (j.ask ? `${j.says}. ${j.ask}` : j.says)),
    }));
  });
  protected readonly walls = computed(() => {
    const job = this.edits.job();
    const site = this.edits.session.site();
    return alterationFaces(job).flatMap(({ wall: { id }, face }) => {
      const wall = site.walls.find((w) => w.id === id);
      return wall
        ? [{ key: `${id}${face}`, wall: alterationElevation(job, site, wall, face, true), title: `Elevation of ${wall.name}` }]
        : [];
    });
  });
}
