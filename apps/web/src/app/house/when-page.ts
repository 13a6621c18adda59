import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { usualWhen, type When } from '@saddle/core/model';
import { localBy } from '@saddle/core/schedule';
import { PlanView } from '../when/plan-view';
import { layingOut } from '../when/laying-out';
import { Schedules } from '../when/schedules.service';
import { HouseJobs } from './house-jobs';
import { HouseSession } from './house-session';
import { dated, paperOf } from '../exchange/on-paper';

/** Several jobs of a house together: by the hours that one of them has, off once for all or each by itself. */
@Component({
  selector: 'sa-house-when-page',
  imports: [PlanView],
  providers: [HouseJobs, Schedules],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="stage-head">
      <h2>When, for several jobs</h2>
      @if (busy()) {
        <span class="quiet" role="status">laying out{{ share() }} …</span>
        <button type="button" class="btn-line" (click)="stop()">stop</button>
      }
      @if (from() && answer()) {
        <a class="btn-line" [href]="address('schedule.ics')" download data-testid="calendar">Calendar (.ics)</a>
        <a class="btn-line" target="_blank" [href]="address('notice.pdf')" data-testid="notice">Notice for the household (PDF)</a>
      }
    </div>
    <div class="sheet wide when">
      @if (jobs.failure()) {
        <p class="notice stop" role="alert">{{ jobs.failure() }}</p>
      }
      <fieldset class="chips" aria-label="Jobs to plan together">
        @for (j of jobs.open(); track j.id) {
          <button type="button" class="chip" [attr.aria-pressed]="jobs.picked().has(j.id)" (click)="jobs.toggle(j.id)">{{ j.name }}</button>
        } @empty {
          <p class="lead">No open job of this house has a plan yet: take a way in its Route stage.</p>
        }
      </fieldset>
      @if (jobs.chosen().length) {
        <p class="notice">
          {{
            from()
              ? 'Hours, pins and what stays on are those of “' + from() + '”: they are edited in its When stage.'
              : 'Taken for granted: one person, Saturdays and Sundays from 9 to 17. Say otherwise in the When stage of one of the jobs.'
          }}
        </p>
        @if (failure()) {
          <p class="notice stop" role="alert">The plan could not be laid out: {{ failure() }}.</p>
        }
        @if (answer(); as a) {
          <sa-plan-view [answer]="a" [when]="when()" (choosePlan)="plan.set($event)" (setAim)="choose($event)" />
        }
      } @else if (jobs.open().length) {
        <p class="lead">Choose the jobs to plan together.</p>
      }
    </div>
  `,
})
export class HouseWhenPage {
  private readonly session = inject(HouseSession);
  protected readonly jobs = inject(HouseJobs);
  private readonly schedules = inject(Schedules);
  private readonly offset = new Date().getTimezoneOffset();
  private readonly usual = usualWhen(localBy(this.offset)(new Date().toISOString()));
  protected readonly plan = signal<string | undefined>(undefined);
  private readonly aim = signal<When['aim']>(undefined);
  protected choose(aim: When['aim']): void {
    this.aim.set(aim);
    this.plan.set(undefined);
  }

  private readonly planned = computed(() => this.jobs.chosen().find((j) => j.when));
  protected readonly from = computed(() => this.planned()?.name);
  protected readonly when = computed((): When => {
    const { plan: _own, ...hours } = this.planned()?.when ?? this.usual;
    const [plan, aim] = [this.plan(), this.aim()];
    return { ...hours, ...(aim ? { aim } : {}), ...(plan === undefined ? {} : { plan }) };
  });
  /** What the server makes of the same jobs and the same plan. */
  protected address(file: string): string {
    const { plan } = this.when();
    const paper = file.endsWith('.pdf') ? `&${dated(paperOf(this.session.unit()))}` : '';
    return `${this.session.address()}/${file}?jobs=${this.jobs
      .chosen()
      .map((j) => j.id)
      .join(',')}&offset=${this.offset}${plan ? `&plan=${plan}` : ''}${this.aim() ? `&aim=${this.aim()}` : ''}${paper}`;
  }
  private readonly question = computed(() => {
    const jobs = this.jobs.chosen();
    return jobs.length ? { jobs, log: this.jobs.noted(), when: this.when(), offset: this.offset } : undefined;
  });
  private readonly laying = layingOut(this.schedules, this.question);
  protected readonly busy = this.laying.busy;
  protected readonly share = this.laying.share;
  protected readonly failure = this.laying.failure;
  protected readonly answer = this.laying.answer;
  protected readonly stop = this.schedules.stop;
}
