import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { printLength, printMark } from '@saddle/core/measure';
import { SumTable } from '../ledger/sum-table';
import { JobSession } from '../job/job-session';

/** The cable in the wall: how long it lies, what to cut, what to buy, each with its sum. */
@Component({
  selector: 'sa-route-stage',
  imports: [SumTable],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="stage-head"><h2>How the cable gets there</h2></div>
    <div class="sheet">
      <p class="lead">From {{ session.context().source.name }} through the bay to {{ session.context().target.name }}, in the same wall.</p>
      @if (session.context().run; as run) {
        <div class="figures">
          <div>
            <b data-testid="cut">{{ length(run.cutMm) }}</b><span>cut</span>
          </div>
          <div>
            <b>{{ length(run.buyMm, true) }}</b><span>buy</span>
          </div>
          <div>
            <b>{{ mark(run.runMm) }}</b><span>lies in the wall</span>
          </div>
        </div>
        <div class="sum-columns">
          @for (part of parts(); track part.title) {
            <section>
              <h3>{{ part.title }}</h3>
              <sa-sum-table [sum]="part.sum" />
            </section>
          }
        </div>
        <p class="quiet">
          A tape along the wall lies; a drawn line through it is better. Measure what sticks out of each opening when the cable is in, and
          enter it at that step.
        </p>
      } @else {
        <p class="lead">
          The depth of a box isn’t known, so neither the free ends nor the length can be told. Measure
          {{ session.context().source.name }} in the survey.
        </p>
      }
    </div>
  `,
})
export class RouteStage {
  protected readonly session = inject(JobSession);
  protected readonly parts = computed(() => {
    const sums = this.session.context().run?.sums;
    if (!sums) return [];
    return [
      { title: 'In the wall', sum: sums.run },
      { title: 'What it ends up as', sum: sums.finished },
      { title: 'What fishing takes', sum: sums.fishing },
      { title: 'Cut', sum: sums.cut },
      { title: 'Buy', sum: sums.buy },
    ];
  });
  protected mark = (mm: number): string => printMark(mm, this.session.job().unit);
  protected length = (mm: number, inFeet = false): string =>
    printLength(mm, this.session.job().unit, { style: inFeet ? 'feet' : 'inches' });
}
