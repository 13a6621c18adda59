/** What a schedule is asked and what it answers. */
import type { JobInBook, When } from '../model/index.js';
import type { Activity, Rates } from './activities.js';

export interface Bar {
  activity: Activity;
  /** minutes since the midnight of the plan’s first day */
  start: number;
  end: number;
  /** it pauses over a night: where it goes on */
  parts: { start: number; end: number }[];
  pinned: boolean;
  /** fewer hands than it is meant for: it takes longer */
  alone: boolean;
}
export interface OutageBar {
  key: string;
  words: string;
  /** rooms with something on it */
  rooms: string[];
  start: number;
  end: number;
}
export interface Dries {
  after: string;
  words: string;
  start: number;
  end: number;
}
export interface SchedulePlan {
  key: string;
  title: string;
  bars: Bar[];
  outages: OutageBar[];
  dries: Dries[];
  /** minutes since the first midnight */
  end: number;
  /** minutes that something is off, each block once */
  outageMinutes: number;
  outageCount: number;
  /** days on which somebody works */
  days: number;
  /** drives to the shop */
  trips: number;
  /** minutes of hands other than the first person’s */
  helperMinutes: number;
  /** whether every order was tried; else how many minutes sooner it could end at most */
  proved: boolean;
  soonerAtMost: number;
  /** rests on setting compound, where another was chosen */
  setting: boolean;
  /** what can’t be as it was asked for */
  problems: string[];
}
export interface Schedule {
  /** day whose midnight minutes count from */
  origin: string;
  /** none beaten by another in outage, number of outages, end, trips, what a helper gives, and keeping to the compound that was chosen */
  plans: SchedulePlan[];
  /** why there is none */
  problems: string[];
  activities: Activity[];
}
export interface ScheduleInput {
  jobs: readonly JobInBook[];
  when: When;
  rates?: Rates;
  /** an instant where the house stands, `2026-11-26T09:30` */
  localOf?: (instant: string) => string;
}
