/** Work that takes longer than a blink: sheets in type, and the search for ways. Pure functions of what they are given. */
import {
  directorySheet,
  finalSheet,
  estimateSheet,
  handoverSheet,
  householdNotice,
  inspectionSheet,
  alterationSheet,
  jobSheet,
  labelsOf,
  routeSheet,
  type LabelsOf,
} from '@saddle/core/exchange';
import { inUsBook } from '@saddle/core/work';
import type { Paper, Template } from '@saddle/core/layout';
import { dayIn } from '@saddle/core/measure';
import type { Final, House, Job, JobInBook, KeptEntry, KeptPhoto, Want, When } from '@saddle/core/model';
import { boreOn, NOT_CHECKED, ruleIndex } from '@saddle/core/rules';
import { searchRoutes, type RoutesFound } from '@saddle/core/purpose';
import { calendarEvents, chosenPlan, endRange, localBy, notedTimes, ratesOf, scheduleOf, type ScheduleInput } from '@saddle/core/schedule';
import { renderCalendar } from '../sheets/calendar.js';
import { renderSheet, type Printed } from '../sheets/pdf.js';
import { renderLabels } from '../sheets/labels.js';
import { renderTemplate } from '../sheets/template.js';

/** A sheet on paper: which, when, and by which zone’s clock its days are told. */
export interface ForPrint {
  paper: Paper;
  now: string;
  zone: string;
}

export type Task =
  | ({ do: 'job-sheet'; job: JobInBook } & ForPrint)
  | ({ do: 'route-sheet'; house: House; want: Want } & ForPrint)
  | ({ do: 'final-sheet'; house: House; final: Final } & ForPrint)
  | ({ do: 'directory-sheet'; house: House; panelId: string } & ForPrint)
  | ({ do: 'notice'; work: ScheduledWork } & ForPrint)
  | ({
      do: 'handover' | 'inspection';
      job: JobInBook;
      log: KeptEntry[];
      photos: KeptPhoto[];
      shown: Record<string, Uint8Array>;
    } & ForPrint)
  | ({ do: 'estimate'; job: JobInBook; house: House } & ForPrint)
  // without a day on it
  | { do: 'labels'; house: House; of: LabelsOf; base: string | undefined; paper: Paper; now: string }
  | { do: 'template'; template: Template; paper: Paper; now: string }
  | { do: 'ways'; house: House; want: Want }
  | { do: 'schedule' | 'calendar'; work: ScheduledWork }
  | { do: 'rules' }
  | { do: 'bore'; house: House; jobs: Job[] };

/** Jobs that are scheduled together by the same hours; `log`: jobs of the house whose notes tell how long things take. */
export interface ScheduledWork {
  jobs: JobInBook[];
  log: JobInBook[];
  when: When;
  /** minutes that local time is behind UTC */
  offset: number;
}
function scheduled({ jobs, log, when, offset }: ScheduledWork) {
  const input: ScheduleInput = {
    ...{ jobs, when, rates: ratesOf(notedTimes(log)) },
    localOf: localBy(offset),
  };
  const schedule = scheduleOf(input);
  return { input, schedule, plan: chosenPlan(schedule, when), name: jobs.map((j) => j.name).join(', ') };
}

const short = (f: RoutesFound) => ({
  unbeaten: f.unbeaten,
  options: f.options.map(({ key, title, gauge, figures, best, beaten, buys, favourite, through, feed }) => ({
    ...{ key, title, gauge, figures, best, beaten, buys, favourite, through },
    feed: { id: feed.id, name: feed.name, verdict: feed.verdict },
  })),
});

function ways(house: House, want: Want): unknown {
  const { found, otherwise, feeds, problem, gaps, joistQuestions } = searchRoutes(house, want);
  return {
    ...short(found),
    ...(problem ? { problem } : {}),
    gaps,
    joistQuestions,
    ...(otherwise ? { otherwise: short(otherwise) } : {}),
    feeds: feeds.map(({ id, name, where, verdict, refused, cures }) => ({ id, name, where, verdict, refused, cures })),
  };
}

const printed = ({ now, zone }: ForPrint): Printed => ({ at: now, day: dayIn(zone)(now) });

/** Answers with the bytes of a PDF, or with JSON. */
export async function run(task: Task): Promise<Uint8Array | string> {
  switch (task.do) {
    case 'job-sheet':
      return renderSheet(inUsBook(task.job) ? jobSheet(task.job) : alterationSheet(task.job), task.job.unit, task.paper, printed(task));
    case 'route-sheet':
      return renderSheet(routeSheet(task.house, task.want), task.house.unit, task.paper, printed(task));
    case 'final-sheet':
      return renderSheet(finalSheet(task.house, task.final), task.house.unit, task.paper, printed(task));
    case 'directory-sheet':
      return renderSheet(directorySheet(task.house, task.panelId), task.house.unit, task.paper, printed(task));
    case 'labels':
      return renderLabels(labelsOf(task.house, task.of), `${task.house.name}, labels`, task.base, task.paper, task.now);
    case 'template':
      return renderTemplate(task.template, task.paper, task.now);
    case 'schedule': {
      const { input, schedule, plan } = scheduled(task.work);
      return JSON.stringify({ ...schedule, chosen: plan?.key, range: plan && endRange(input, plan.key) });
    }
    case 'calendar': {
      const { schedule, plan, name } = scheduled(task.work);
      return renderCalendar(name, plan ? calendarEvents(schedule, plan, name, task.work.jobs[0]!.id) : []);
    }
    case 'notice': {
      const { schedule, plan, name } = scheduled(task.work);
      const job = task.work.jobs[0]!;
      const sheet = plan
        ? householdNotice(schedule, plan, name, job.houseName)
        : { title: 'Power off', subtitle: name, foot: '', blocks: schedule.problems.map((text) => ({ kind: 'caution' as const, text })) };
      return renderSheet(sheet, job.unit, task.paper, printed(task));
    }
    case 'handover':
      return renderSheet(
        handoverSheet(task.job, task.log, task.photos, task.now, dayIn(task.zone)),
        task.job.unit,
        task.paper,
        printed(task),
        task.shown,
      );
    case 'inspection':
      return renderSheet(inspectionSheet(task.job, task.now, dayIn(task.zone)), task.job.unit, task.paper, printed(task));
    case 'estimate':
      return renderSheet(estimateSheet(task.job, task.house, task.now, dayIn(task.zone)), task.job.unit, task.paper, printed(task));
    case 'rules':
      return JSON.stringify({ rules: ruleIndex(), notChecked: NOT_CHECKED });
    case 'bore':
      return JSON.stringify(boreOn(task.house, task.jobs));
    case 'ways':
      return JSON.stringify(ways(task.house, task.want));
  }
}
