import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { RouterLink } from '@angular/router';
import { settleQuestion } from '@saddle/core/model';
import { HouseSession } from './house-session';

/** What the house was before each job, and where two records say something else of one thing. */
@Component({
  selector: 'sa-history-page',
  imports: [RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="stage-head"><h2>History of the house</h2></div>
    <section class="panel-body house-history">
      @if (questions().length) {
        <h3>Two records say something else</h3>
        <p class="quiet">A job that was begun before had its own survey. The house’s value stands until you say otherwise.</p>
        <table class="plain" data-testid="questions">
          <thead>
            <tr>
              <th>what</th>
              <th>the house says</th>
              <th>the job said</th>
              <th></th>
            </tr>
          </thead>
          <tbody>
            @for (q of questions(); track q.id) {
              <tr>
                <td>{{ q.about }}</td>
                <td>{{ q.house }}</td>
                <td>
                  {{ q.job }}<br /><small class="quiet">{{ q.jobName }}</small>
                </td>
                <td>
                  <button type="button" class="btn-line" (click)="settle(q.id, false)">keep the house’s</button>
                  <button type="button" class="btn-line" (click)="settle(q.id, true)">take the job’s</button>
                </td>
              </tr>
            }
          </tbody>
        </table>
      }
      <h3>Jobs that became part of it</h3>
      <ol class="history">
        @for (h of history(); track h.id) {
          <li [attr.data-testid]="'history-' + h.jobId">
            <p>
              <a [routerLink]="['/jobs', h.jobId, 'record']"
                ><strong>{{ h.jobName }}</strong></a
              >
              <time>{{ h.day }}</time>
            </p>
            <ul>
              @for (t of h.built; track $index) {
                <li>{{ t }}</li>
              }
              @for (t of h.was; track $index) {
                <li class="quiet">before: {{ t }}</li>
              }
              @for (t of h.differs; track $index) {
                <li class="quiet">{{ t }}</li>
              }
            </ul>
          </li>
        } @empty {
          <li class="quiet">None yet. A job becomes part of the house when it is closed on its Record stage.</li>
        }
      </ol>
    </section>
  `,
})
export class HistoryPage {
  private readonly session = inject(HouseSession);
  protected readonly questions = computed(() => this.session.house().questions ?? []);
  protected readonly history = computed(() =>
    [...(this.session.house().history ?? [])].reverse().map((h) => ({
      ...h,
      day: new Date(h.at).toLocaleDateString([], { dateStyle: 'medium' }),
      built: h.changes.map((c) => c.title),
      was: [...h.was.boxes, ...h.was.devices, ...h.was.circuits, ...h.was.loads].map((x) => x.name),
    })),
  );

  protected settle(id: string, take: boolean): void {
    this.session.editHouse(take ? 'Took the job’s value' : 'Kept the house’s value', (h) => settleQuestion(h, id, take));
  }
}
