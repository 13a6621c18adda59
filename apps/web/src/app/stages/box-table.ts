import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import type { BoxKindId } from '@saddle/core/catalog';
import type { WorkBox } from '@saddle/core/ledger';
import type { Box } from '@saddle/core/model';
import type { BoxJudgement } from '@saddle/core/survey';
import { JobSession } from '../job/job-session';
import { CutList } from '../survey/cut-list';

/** Beside the wall: how the opening of a box is marked out and cut, and which kinds of box would do there. Fetched when it is asked for. */
@Component({
  selector: 'sa-box-table',
  imports: [CutList],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h3>Opening of {{ selected().name }}</h3>
    @if (judged(); as judgement) {
      <sa-cut-list
        [address]="'/api/v1/jobs/' + session.job().id"
        [judgement]="judgement"
        [boxId]="selected().id"
        [site]="session.planned()"
        [kinds]="false"
      />
    }
    <h3>Boxes for this wall</h3>
    <table class="plain">
      <thead>
        <tr>
          <th>kind</th>
          <th>why</th>
          <th></th>
        </tr>
      </thead>
      <tbody>
        @for (k of kinds(); track k.kind.id) {
          <tr [class.unfit]="!k.fits">
            <td>{{ k.kind.name }}</td>
            <td>{{ k.reasons.join('; ') }}</td>
            <td>
              @if (k.kind.id === shown().box.kind) {
                <em>planned</em>
              } @else if (k.fits) {
                <button type="button" class="btn-line" (click)="chosen.emit(k.kind.id)">use</button>
              } @else {
                no
              }
            </td>
          </tr>
        }
      </tbody>
    </table>
  `,
  styleUrl: './box-table.css',
})
export class BoxTable {
  protected readonly session = inject(JobSession);
  /** the box whose wall is shown, and the one on it that is selected, with its judgement as soon as there is one */
  readonly shown = input.required<WorkBox>();
  readonly selected = input.required<Box>();
  readonly judged = input<BoxJudgement>();
  readonly chosen = output<BoxKindId>();
  protected readonly kinds = computed(() => this.session.judgeBox(this.shown())?.kinds ?? []);
}
