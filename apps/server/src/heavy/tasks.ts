/** Work that takes longer than a blink: sheets in type, and the search for ways. Pure functions of what they are given. */
import { directorySheet, jobSheet, routeSheet } from '@saddle/core/exchange';
import type { Paper, Template } from '@saddle/core/layout';
import type { House, Job, JobInHouse, Want } from '@saddle/core/model';
import { boreOn, NOT_CHECKED, ruleIndex } from '@saddle/core/rules';
import { searchRoutes, type RoutesFound } from '@saddle/core/purpose';
import { renderSheet } from '../sheets/pdf.js';
import { renderTemplate } from '../sheets/template.js';

export type Task =
  | { do: 'job-sheet'; job: JobInHouse; paper: Paper; now: string }
  | { do: 'route-sheet'; house: House; want: Want; paper: Paper; now: string }
  | { do: 'directory-sheet'; house: House; paper: Paper; now: string }
  | { do: 'template'; template: Template; paper: Paper; now: string }
  | { do: 'ways'; house: House; want: Want }
  | { do: 'rules' }
  | { do: 'bore'; house: House; jobs: Job[] };

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

/** Answers with the bytes of a PDF, or with JSON. */
export async function run(task: Task): Promise<Uint8Array | string> {
  switch (task.do) {
    case 'job-sheet':
      return renderSheet(jobSheet(task.job), task.job.unit, task.paper, task.now);
    case 'route-sheet':
      return renderSheet(routeSheet(task.house, task.want), task.house.unit, task.paper, task.now);
    case 'directory-sheet':
      return renderSheet(directorySheet(task.house), task.house.unit, task.paper, task.now);
    case 'template':
      return renderTemplate(task.template, task.paper, task.now);
    case 'rules':
      return JSON.stringify({ rules: ruleIndex(), notChecked: NOT_CHECKED });
    case 'bore':
      return JSON.stringify(boreOn(task.house, task.jobs));
    case 'ways':
      return JSON.stringify(ways(task.house, task.want));
  }
}
