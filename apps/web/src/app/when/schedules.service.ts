import { Injectable, type OnDestroy } from '@angular/core';
import type { JobInHouse, When } from '@saddle/core/model';
import type { EndRange, Rates, Schedule } from '@saddle/core/schedule';
import { Observable } from 'rxjs';

export interface ScheduleQuestion {
  jobs: JobInHouse[];
  /** jobs whose notes tell how long things take */
  log: JobInHouse[];
  when: When;
  offset: number;
}
export interface ScheduleAnswer {
  schedule: Schedule;
  rates: Rates;
  /** when the chosen plan is over, as days are like */
  range: EndRange | undefined;
}
export type Scheduling = { state: 'running' } | { state: 'done'; answer: ScheduleAnswer } | { state: 'failed'; says: string };

/** Lays out in a worker; leaving the observable ends it, and the worker with it if it is still at it. */
@Injectable()
export class Schedules implements OnDestroy {
  private worker: Worker | undefined;

  layOut(question: ScheduleQuestion): Observable<Scheduling> {
    return new Observable<Scheduling>((subscriber) => {
      let busy = true;
      const worker = (this.worker ??= new Worker(new URL('./schedule.worker', import.meta.url), { type: 'module' }));
      subscriber.next({ state: 'running' });
      worker.onmessage = ({ data }: MessageEvent<ScheduleAnswer>) => {
        busy = false;
        subscriber.next({ state: 'done', answer: data });
        subscriber.complete();
      };
      worker.onerror = (error) => {
        busy = false;
        this.drop();
        subscriber.next({ state: 'failed', says: error.message || 'it broke off' });
        subscriber.complete();
      };
      worker.postMessage(question);
      return () => {
        if (busy) this.drop();
      };
    });
  }

  private drop(): void {
    this.worker?.terminate();
    this.worker = undefined;
  }
  ngOnDestroy(): void {
    this.drop();
  }
}
