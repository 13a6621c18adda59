import { computed, linkedSignal, type Signal } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { debounceTime, of, switchMap } from 'rxjs';
import type { ScheduleAnswer, ScheduleQuestion, Schedules, Scheduling } from './schedules.service';

/** What a page shows of a schedule that is laid out. */
export interface LayingOut {
  busy: Signal<boolean>;
  /** how far it is, `, 40 %`; nothing while nobody knows */
  share: Signal<string>;
  /** why there is none, in words; empty while there is */
  failure: Signal<string>;
  answer: Signal<ScheduleAnswer | undefined>;
}
/** There is nothing to lay out. */
export const RESTS: Scheduling = { state: 'stopped' };
/** What is shown after a piece of news: the last that came of it, unless there is nothing to lay out any more. */
export const shownAfter = (news: Scheduling, before: Scheduling | undefined): Scheduling =>
  news === RESTS || news.state === 'done' || ('meanwhile' in news && news.meanwhile) ? news : (before ?? news);
export const answerIn = (s: Scheduling): ScheduleAnswer | undefined =>
  s.state === 'done' ? s.answer : s.state === 'failed' ? undefined : s.meanwhile;
/** `, 40 %`; nothing while nobody knows. */
export const shareIn = (s: Scheduling): string =>
  s.state === 'running' && s.share !== undefined ? `, ${Math.round(s.share * 100)} %` : '';

/**
 * Lays out whatever is asked now; what came of it last stays on the page while the next is laid out, and where that is stopped or fails.
 * To be called where a component is made.
 * @param question undefined: there is nothing to lay out
 */
export function layingOut(schedules: Schedules, question: Signal<ScheduleQuestion | undefined>): LayingOut {
  const now = toSignal(
    toObservable(question).pipe(
      debounceTime(60),
      switchMap((q) => (q ? schedules.layOut(q) : of(RESTS))),
    ),
    { initialValue: { state: 'running' } as Scheduling },
  );
  const last = linkedSignal<Scheduling, Scheduling>({ source: now, computation: (s, before) => shownAfter(s, before?.value) });
  return {
    busy: computed(() => now().state === 'running'),
    share: computed(() => shareIn(now())),
    failure: computed(() => {
      const s = now();
      return s.state === 'failed' ? s.says : '';
    }),
    answer: computed(() => answerIn(last())),
  };
}
