import { Injectable, type OnDestroy } from '@angular/core';
import type { JobInBook, When } from '@saddle/core/model';
import type { EndRange, Rates, Schedule } from '@saddle/core/schedule';
import { WorkerDesk, type Working } from '../worker/worker-desk';

export interface ScheduleQuestion {
  jobs: JobInBook[];
  /** jobs whose notes tell how long things take */
  log: JobInBook[];
  when: When;
  offset: number;
}
export interface ScheduleAnswer {
  schedule: Schedule;
  rates: Rates;
  /** when the chosen plan is over, as days are like; not there yet while that is drawn */
  range: EndRange | undefined;
}
export type Scheduling = Working<ScheduleAnswer>;

/** Lays out in a worker. */
@Injectable()
export class Schedules implements OnDestroy {
  private readonly desk = new WorkerDesk<ScheduleQuestion, ScheduleAnswer>(
    () => new Worker(new URL('./schedule.worker', import.meta.url), { type: 'module' }),
  );
  readonly layOut = (question: ScheduleQuestion) => this.desk.ask(question);
  readonly stop = (): void => this.desk.stop();

  ngOnDestroy(): void {
    this.desk.close();
  }
}
