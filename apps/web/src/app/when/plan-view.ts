import { ChangeDetectionStrategy, Component, computed, input, output, signal } from '@angular/core';
import { AIMS, type When } from '@saddle/core/model';
import { chartOf, chosenPlan, whenWords, type SchedulePlan } from '@saddle/core/schedule';
import { ChoiceField, type Choice } from '../fields/choice-field';
import { ScheduleChart } from './schedule-chart';
import type { ScheduleAnswer } from './schedules.service';

/** Plans to choose among, when the chosen one is over, its bars, and the same as a list with what may be fixed. */
@Component({
  selector: 'sa-plan-view',
  imports: [ChoiceField, ScheduleChart],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './plan-view.html',
  styleUrl: './plan-view.css',
})
export class PlanView {
  readonly answer = input.required<ScheduleAnswer>();
  readonly when = input.required<When>();
  /** what was refused of a pin */
  readonly pinError = input('');
  readonly choosePlan = output<string>();
  readonly useSetting = output();
  /** a local time, or nothing to let it go */
  readonly pin = output<{ id: string; at: string }>();

  /** plans best in this first */
  readonly setAim = output<When['aim']>();

  protected readonly aims: Choice[] = [
    { value: 'end', label: 'done soonest' },
    { value: 'off', label: 'least time without power' },
    { value: 'outages', label: 'fewest outages' },
    { value: 'trips', label: 'fewest trips' },
    { value: 'help', label: 'least help' },
  ];
  protected aimOf(value: string | undefined): When['aim'] {
    return AIMS.find((a) => a === value);
  }
  protected readonly picked = signal<string | undefined>(undefined);
  protected readonly plan = computed((): SchedulePlan | undefined => chosenPlan(this.answer().schedule, this.when()));
  protected readonly chart = computed(() => {
    const plan = this.plan();
    return plan && chartOf(this.answer().schedule, plan);
  });
  protected readonly plans = computed(() => {
    const { schedule } = this.answer();
    return schedule.plans.map((p) => ({
      ...{ key: p.key, title: p.title, chosen: p.key === this.plan()?.key },
      end: whenWords(schedule, p.end),
      off: p.outageMinutes ? `${p.outageMinutes} min off${p.outageCount > 1 ? ` in ${p.outageCount}` : ''}` : 'nothing off',
      days: `${p.days} ${p.days === 1 ? 'day' : 'days'}`,
      trips: p.trips ? ` · ${p.trips} ${p.trips === 1 ? 'trip' : 'trips'}` : '',
      helper: p.helperMinutes ? `${p.helperMinutes} min of help` : '',
    }));
  });
  protected readonly range = computed(() => {
    const { range, schedule } = this.answer();
    return range && { half: whenWords(schedule, range.p50), most: whenWords(schedule, range.p80), draws: range.draws };
  });
  protected readonly ownTimes = computed(() => Object.keys(this.answer().rates).length > 0);
  protected readonly pinOf = computed(() => this.when().pins.find((p) => p.step === this.picked())?.at ?? '');
  protected pick(id: string): void {
    this.picked.update((p) => (p === id ? undefined : id));
  }
}
