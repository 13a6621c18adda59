/** When: plans, a calendar and a notice for the household, of one job by its own hours or of several of a house together. */
import { laidIn, type House, type Job, type JobInBook } from '@saddle/core/model';
import type { ScheduledWork } from '../../heavy/tasks.js';
import type * as z from 'zod';
import type { Api } from '../keeping.js';
import { notFound, problem } from '../problem.js';
import { answers, attached, file, type Route, route, WrittenJson } from '../route.js';
import { DatedPaper, LocalOffset, ScheduleShape, Together } from '../shapes.js';

const noHours = (name: string) =>
  problem(409, 'not-scheduled', `Nobody has said when “${name}” is done: enter who works and at which hours in its When stage.`);
const logOf = (jobs: readonly Job[], house: House): JobInBook[] =>
  jobs.filter((j) => j.work.ticks.some((t) => t.took !== undefined)).map((j) => laidIn(j, house, jobs));

export function whenRoutes({ shelf, heavy, pdf, print }: Api): Route[] {
  /** One job, by its own hours. */
  const one = async (id: string, { offset }: z.output<typeof LocalOffset>): Promise<ScheduledWork> => {
    const { job, jobs, house } = await shelf.laid(id);
    if (!job.when) throw noHours(job.name);
    return { jobs: [job], log: logOf(jobs, house.document), when: job.when, offset };
  };
  /** Several jobs of a house, by the hours of the first of them that has some. */
  const several = async (id: string, { offset, jobs: ids, plan, aim }: z.output<typeof Together>): Promise<ScheduledWork> => {
    const { document: house } = await shelf.open<House>('house', id);
    const all = await shelf.jobsOf(house.id);
    const missing = ids.find((i) => !all.some((j) => j.id === i));
    if (missing !== undefined) throw notFound('job of this house', missing);
    const jobs = ids.map((i) => laidIn(all.find((j) => j.id === i)!, house, all)); // prettier-ignore
    const when = jobs.find((j) => j.when)?.when;
    if (!when) throw noHours(jobs.map((j) => j.name).join('” and “'));
    return { jobs, log: logOf(all, house), when: { ...when, ...(plan ? { plan } : {}), ...(aim ? { aim } : {}) }, offset };
  };

  /** The three of them, at one address. */
  function at<Q extends typeof LocalOffset>(
    of: 'jobs' | 'houses',
    query: Q,
    read: (id: string, query: z.output<Q>) => Promise<ScheduledWork>,
  ): Route[] {
    const [together, who] = of === 'houses' ? ['-together', 'for several jobs of a house, by the hours of the first that has some'] : ['', 'by its own hours']; // prettier-ignore
    const asked = query as unknown as typeof LocalOffset;
    return [
      route({
        ...{ method: 'get', path: `/${of}/{id}/schedule`, id: `schedule${together}` },
        summary: `When, ${who}: plans none of which beats another, and when the chosen one is over on half and on four of five days`,
        query: asked,
        answer: answers(ScheduleShape, 'plans with their bars, outages and waits, in minutes since the midnight of `origin`'),
        handle: async ({ params, query: q }) =>
          new WrittenJson((await heavy.run({ do: 'schedule', work: await read(params.id, q as z.output<Q>) })) as string),
      }),
      route({
        ...{ method: 'get', path: `/${of}/{id}/schedule.ics`, id: `calendar${together}`, summary: `The chosen plan as iCalendar, ${who}` },
        query: asked,
        answer: file('text/calendar; charset=utf-8', 'the calendar'),
        handle: async ({ params, query: q }) =>
          attached((await heavy.run({ do: 'calendar', work: await read(params.id, q as z.output<Q>) })) as string, `${params.id}.ics`),
      }),
      route({
        ...{ method: 'get', path: `/${of}/{id}/notice.pdf`, id: `notice${together}`, summary: `A notice for the household, ${who}` },
        query: asked.extend(DatedPaper.shape),
        answer: file('application/pdf', 'the notice'),
        handle: async ({ params, query: { paper, zone, ...q } }) => {
          const work = await read(params.id, q as z.output<Q>);
          return pdf(`${params.id}-notice.pdf`, { do: 'notice', work, ...print({ paper, zone }) });
        },
      }),
    ];
  }
  return [...at('jobs', LocalOffset, one), ...at('houses', Together as never, several as never)];
}
