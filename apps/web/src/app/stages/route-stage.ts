import { ChangeDetectionStrategy, Component, computed, inject, linkedSignal, untracked } from '@angular/core';
import { printLength, printMark } from '@saddle/core/measure';
import { wantedAsPlanned } from '@saddle/core/purpose';
import { Segmented, type Segment } from '../fields/segmented';
import { JobSession } from '../job/job-session';
import { SumTable } from '../ledger/sum-table';
import { WaysPane } from '../ways/ways-pane';

/** How each cable gets there: the ways to choose from, and the length of what was taken as a sum that opens. */
@Component({
  selector: 'sa-route-stage',
  imports: [Segmented, SumTable, WaysPane],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (session.job().want && runs().length) {
      <div class="route-tabs">
        <sa-segmented label="Ways or the cable" [segments]="views" [value]="view()" (set)="view.set($event)" />
      </div>
    }
    @if (view() === 'ways' && session.job().want) {
      <sa-ways-pane />
    } @else {
      <div class="stage-head"><h2>How the cable gets there</h2></div>
      <div class="sheet">
        @for (r of runs(); track r.id) {
          <p class="lead">{{ r.says }}</p>
          @if (r.run; as run) {
            <div class="figures">
              <div>
                <b data-testid="cut">{{ length(run.cutMm) }}</b><span>cut</span>
              </div>
              <div>
                <b>{{ length(run.buyMm, true) }}</b><span>buy</span>
              </div>
              <div>
                <b>{{ mark(run.runMm) }}</b><span>lies there</span>
              </div>
            </div>
            <div class="sum-columns">
              @for (part of r.parts; track part.title) {
                <section>
                  <h3>{{ part.title }}</h3>
                  <sa-sum-table [sum]="part.sum" />
                </section>
              }
            </div>
          } @else {
            <p class="lead">{{ r.missing }}</p>
          }
        } @empty {
          @if (session.work().boxes.length) {
            <p class="lead">No cable is run: the work stays at {{ boxNames() }}, and the cables that are there stay.</p>
          } @else {
            <p class="lead">Nothing is planned yet.</p>
          }
        }
        @if (runs().length) {
          <p class="quiet">
            A tape along the wall lies; a drawn line through it is better. Measure what sticks out of each opening when the cable is in, and
            enter it at that step.
          </p>
          @if (!session.job().want) {
            <button type="button" class="btn-line" (click)="lookForOthers()">Look for other feeds and ways</button>
          }
        }
      </div>
    }
  `,
  styleUrl: './route-stage.css',
})
export class RouteStage {
  protected readonly session = inject(JobSession);
  protected readonly views: Segment<'ways' | 'cable'>[] = [
    { value: 'cable', label: 'the cable' },
    { value: 'ways', label: 'ways there' },
  ];
  protected readonly runs = computed(() =>
    this.session.work().runs.map((r) => {
      const sums = r.run?.sums;
      const from = r.from?.box.name ?? 'the panel';
      const studs = r.crossings.length;
      return {
        id: r.cable.id,
        run: r.run,
        says: r.way
          ? `${r.way.title}, to ${r.to.box.name}.`
          : `From ${from} ${studs ? `past ${studs === 1 ? 'one stud' : `${studs} studs`}` : 'through the bay'} to ${r.to.box.name}, in the same wall.`,
        missing:
          r.from && r.from.wall !== r.to.wall
            ? `${from} hangs on another wall, and no way to it was taken yet.`
            : `The depth of a box isn’t known, so neither the free ends nor the length can be told. Measure ${from} in the survey.`,
        parts: sums
          ? [
              { title: 'As it lies', sum: sums.run },
              { title: 'What it ends up as', sum: sums.finished },
              { title: 'What fishing takes', sum: sums.fishing },
              { title: 'Cut', sum: sums.cut },
              { title: 'Buy', sum: sums.buy },
            ]
          : [],
      };
    }),
  );
  /** a job that has taken no way yet looks at the ways first */
  protected readonly view = linkedSignal({
    source: this.session.jobId,
    computation: (): 'ways' | 'cable' =>
      untracked(() =>
        this.session.job().want && (this.session.work().runs.length === 0 || this.session.job().taken?.way.key) ? 'ways' : 'cable',
      ),
  });
  protected readonly boxNames = computed(() =>
    this.session
      .work()
      .boxes.map((b) => b.box.name)
      .join(' and '),
  );
  protected lookForOthers(): void {
    this.session.editPlan('Wanted where it is planned', (job) => wantedAsPlanned(job));
    this.view.set('ways');
  }
  protected mark = (mm: number): string => printMark(mm, this.session.unit());
  protected length = (mm: number, inFeet = false): string => printLength(mm, this.session.unit(), { style: inFeet ? 'feet' : 'inches' });
}
