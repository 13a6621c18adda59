/** What a job has of its own: how it begins, what it is judged to be, its steps, ways, sheets, and becoming part of its house. */
import { nanoid } from 'nanoid';
import { finalAsTested, ledgerIn, stepsIn } from '@saddle/core/alteration';
import { closeJob, hindrances, reopenJob, restsOn, surveyedSince, type Closed } from '@saddle/core/closing';
import { finalCsv, photosOnPaper } from '@saddle/core/exchange';
import { Finding } from '@saddle/core/codebook';
import { checkHouse, checkJobIn, Job, plannedSite, wantOf, type House, type Want } from '@saddle/core/model';
import { fromBox, FromBoxAnswers, otherSide, OtherSideAnswers } from '@saddle/core/purpose';
import * as z from 'zod';
import { pictureForPaper } from '../../pictures/picture.js';
import { MOST_DIFFERENCES, refusal, saved, type Api } from '../keeping.js';
import { invalid, notFound, problem } from '../problem.js';
import { accept, answers, attached, file, files, json, type Route, route, WrittenJson } from '../route.js';
import { BothShape, ClosingShape, DatedPaper, PDF_OR_CSV, savedOf, StepShape, SurveyedSinceShape, WaysShape } from '../shapes.js';
import type { Laid } from '../shelf.js';

/** Which house was seen, and whether what can be left undone is left. */
const CloseBody = z.strictObject({ house: z.number().int().positive(), leave: z.boolean().default(false) });
const Since = z.strictObject({ from: z.coerce.number().int().positive() });
const withId = () => ({ id: nanoid(12) });
/** The same with an id that may be left out. */
const FromBoxShown = z.discriminatedUnion(
  'situation',
  FromBoxAnswers.options.map((o) =>
    (o as z.ZodObject<{ situation: z.ZodLiteral<string>; id: z.ZodString }>).partial({ id: true }),
  ) as never,
);

function startRoutes({ store, shelf, kept, now }: Api): Route[] {
  return [
    route({
      ...{ method: 'post', path: '/jobs/from-box', id: 'start-from-box' },
      summary: 'A new job at a surveyed box: moved, made larger, replaced, or feeding a new outlet; the id may be left out',
      body: json(FromBoxAnswers, { fill: withId, shown: FromBoxShown }),
      answer: answers(savedOf(Job), 'as stored', 201),
      handle: async (given) => {
        const { document: house } = await shelf.open<House>('house', given.body.houseId);
        const made = fromBox(house, given.body);
        if (!made.ok) throw invalid([{ path: made.path, message: made.message, expected: made.expected, came: made.came }]);
        const job = accept(checkJobIn(made.job, house, await shelf.jobsOf(house.id)));
        return saved(given, kept('job', await store.create('job', job, now())), job);
      },
    }),
    route({
      ...{ method: 'post', path: '/jobs/other-side', id: 'start-other-side' },
      summary: 'A new job fed from the other side of the same wall; the id may be left out',
      body: json(OtherSideAnswers, { fill: withId, shown: OtherSideAnswers.partial({ id: true }) }),
      answer: answers(savedOf(Job), 'as stored', 201),
      handle: async (given) => {
        const { document: house, revision } = await shelf.open<House>('house', given.body.houseId);
        const started = otherSide(house, given.body);
        const made = accept(checkHouse(started.house));
        const job = accept(checkJobIn(started.job, made, await shelf.jobsOf(made.id)));
        const [, stored] = await together({ store, shelf }, made, job, { house: revision, job: 0 }, now());
        return saved(given, { outcome: 'saved', stored }, job);
      },
    }),
  ];
}

/** Both documents with their new revisions. @throws ProblemError with what somebody was faster with */
async function together(
  { store, shelf }: Pick<Api, 'store' | 'shelf'>,
  house: House,
  job: Job,
  seen: { house: number; job: number },
  now: string,
) {
  const result = await store.saveTogether(
    [
      { kind: 'house', document: house, revision: seen.house },
      { kind: 'job', document: job, revision: seen.job },
    ],
    now,
  );
  // the one of the two that somebody was faster with
  if (result.outcome !== 'saved') throw refusal(result, result.outcome === 'conflict' && result.current.document.format === house.format ? house : job); // prettier-ignore
  const [keptHouse, keptJob] = result.stored as [{ document: House; revision: number; savedAt: string }, { document: Job; revision: number; savedAt: string }]; // prettier-ignore
  shelf.note('house', keptHouse);
  shelf.note('job', keptJob);
  return [keptHouse, keptJob] as const;
}

function closingRoutes(api: Api): Route[] {
  const { store, shelf, now } = api;
  const seen = (laid: Laid, revision: number, house: number): { house: number; job: number } => {
    const stale = revision !== laid.stored.revision ? laid.stored : house !== laid.house.revision ? laid.house : undefined;
    if (!stale) return { house, job: revision };
    const title = `The ${stale === laid.house ? 'house' : 'job'} was saved newer in the meantime; nothing was written.`;
    throw problem(409, 'conflict', title, { current: stale });
  };
  /** What changes a job and its house together, over the revisions of both that were seen. */
  const closing = (what: 'close' | 'reopen', summary: string, change: (laid: Laid, leave: boolean) => Closed): Route =>
    route({
      ...{ method: 'post', path: `/jobs/{id}/${what}`, id: `${what}-job`, summary, seen: true },
      body: json(CloseBody),
      answer: answers(BothShape, 'both as stored'),
      handle: async ({ params, body, revision }) => {
        const laid = await shelf.laid(params.id);
        const revisions = seen(laid, revision, body.house);
        const changed = change(laid, body.leave);
        const [house, job] = await together(api, accept(checkHouse(changed.house)), changed.job, revisions, now());
        return { house, job };
      },
    });
  return [
    route({
      ...{ method: 'get', path: '/jobs/{id}/closing', id: 'closing' },
      summary: 'What keeps the job from becoming part of the house; of a closed one, what rests on it',
      answer: answers(ClosingShape, 'hindrances, worst first'),
      handle: async ({ params }) => {
        const { house, job, jobs, stored } = await shelf.laid(params.id);
        return job.closed
          ? { closed: job.closed, restsOn: restsOn(stored.document, house.document, jobs) }
          : { hindrances: hindrances(job, jobs) };
      },
    }),
    closing('close', 'What was built becomes the house: both documents in one transaction', (laid, leave) => {
      const result = closeJob(laid.stored.document, laid.house.document, laid.jobs, now(), leave);
      if (result.ok) return result;
      const title = `“${laid.job.name}” can’t become part of the house yet: ${result.hindrances[0]!.says}`;
      throw problem(409, 'not-closed', title, { hindrances: result.hindrances });
    }),
    closing('reopen', 'Takes a closing back while nothing rests on it', (laid) => {
      const result = reopenJob(laid.stored.document, laid.house.document, laid.jobs);
      if (result.ok) return result;
      const title = `“${laid.job.name}” can’t be taken out of the house again: ${result.reasons[0]}`;
      throw problem(409, 'not-reopened', title, { reasons: result.reasons });
    }),
    route({
      ...{ method: 'get', path: '/jobs/{id}/surveyed-since', id: 'surveyed-since' },
      summary: 'What the survey says otherwise since a revision of the house, and what the job is judged by otherwise',
      query: Since,
      answer: answers(SurveyedSinceShape, 'differences and findings'),
      handle: async ({ params, query: { from } }) => {
        const { house, jobs, stored } = await shelf.laid(params.id);
        const before = await store.revision<House>('house', house.document.id, from);
        if (!before || !checkHouse(before.document).ok) throw notFound('revision of the house', `${from}`);
        const since = surveyedSince(stored.document, before.document, house.document, jobs);
        return { revision: house.revision, ...since, differs: since.differs.slice(0, MOST_DIFFERENCES) };
      },
    }),
  ];
}

function judgedRoutes({ shelf, heavy, pdf, print }: Api): Route[] {
  const wanted = async (id: string): Promise<{ house: House; want: Want }> => {
    const { house, job } = await shelf.laidUs(id);
    const want = wantOf(job);
    if (!want) throw problem(409, 'nothing-wanted', `“${job.name}” wants nothing new, so there are no ways to look for.`);
    return { house: { ...house.document, site: job.found }, want };
  };
  return [
    route({
      ...{ method: 'get', path: '/jobs/{id}/ledger', id: 'ledger', summary: 'All findings, worst first' },
      answer: answers(z.array(Finding), 'the findings'),
      handle: async ({ params }) => ledgerIn((await shelf.laid(params.id)).job),
    }),
    route({
      ...{
        method: 'get',
        path: '/jobs/{id}/steps',
        id: 'steps',
        summary: 'The steps of the work in their order, with what each waits for',
      },
      answer: answers(z.array(StepShape), 'the steps'),
      handle: async ({ params }) => stepsIn((await shelf.laid(params.id)).job),
    }),
    route({
      ...{ method: 'get', path: '/jobs/{id}/ways', id: 'ways' },
      summary: 'Ways to what a job wants from every fit feed: those that no other beats, a handful of them, and why',
      answer: answers(WaysShape, 'ways, feeds, gaps, questions'),
      handle: async ({ params }) => new WrittenJson((await heavy.run({ do: 'ways', ...(await wanted(params.id)) })) as string),
    }),
    route({
      ...{ method: 'get', path: '/jobs/{id}/route-sheet.pdf', id: 'route-sheet' },
      summary: 'The taken way as a printed sheet: plan, walls, holes, lengths, what to buy',
      query: DatedPaper,
      answer: file('application/pdf', 'the sheet'),
      handle: async ({ params, query }) => {
        const { house, want } = await wanted(params.id);
        return pdf(`${want.id}-route.pdf`, { do: 'route-sheet', house, want, ...print(query) });
      },
    }),
  ];
}

function sheetRoutes({ store, shelf, pictures, pdf, print }: Api): Route[] {
  const onPaper = (sheet: 'handover' | 'inspection', summary: string): Route =>
    route({
      ...{ method: 'get', path: `/jobs/{id}/${sheet}.pdf`, id: sheet, summary },
      query: DatedPaper,
      answer: file('application/pdf', 'the sheet'),
      handle: async ({ params, query }) => {
        const { job } = await shelf.laid(params.id);
        const photos = (await store.photosOf(job.houseId)).filter((p) => p.jobId === job.id);
        const shown: Record<string, Uint8Array> = {};
        if (sheet === 'handover')
          for (const { id, picture } of photosOnPaper(photos)) {
            const hash = picture?.hash;
            if (hash && pictures.has(hash)) shown[id] = await pictureForPaper(await pictures.read(hash));
          }
        const log = await store.logOf({ jobId: job.id });
        return pdf(`${job.id}-${sheet}.pdf`, { do: sheet, job, log, photos, shown, ...print(query) });
      },
    });
  return [
    route({
      ...{ method: 'get', path: '/jobs/{id}/sheet.pdf', id: 'sheet', summary: 'The job sheet' },
      query: DatedPaper,
      answer: file('application/pdf', 'the job sheet'),
      handle: async ({ params, query }) => {
        const { job } = await shelf.laid(params.id);
        return pdf(`${job.id}-sheet.pdf`, { do: 'job-sheet', job, ...print(query) });
      },
    }),
    route({
      ...{ method: 'get', path: '/jobs/{id}/estimate.pdf', id: 'estimate', summary: 'An estimate to hand over' },
      query: DatedPaper,
      answer: file('application/pdf', 'the estimate'),
      handle: async ({ params, query }) => {
        const { job, house } = await shelf.laid(params.id);
        return pdf(`${job.id}-estimate.pdf`, { do: 'estimate', job, house: house.document, ...print(query) });
      },
    }),
    onPaper('handover', 'What was done, by which rules, readings, photos, what to test when, what is not known'),
    onPaper('inspection', 'For an inspector: the findings of this job with their sums and sources'),
    route({
      ...{ method: 'get', path: '/jobs/{id}/minor-works.{form}', id: 'minor-works' },
      summary: 'Figures of the certificate of a job in a house by the UK book: its circuit as planned, with what was read at its steps',
      params: z.object({ form: z.enum(['pdf', 'csv']) }),
      query: DatedPaper,
      answer: files(PDF_OR_CSV, 'the figures'),
      handle: async ({ params: { id, form }, query }) => {
        const { job, house } = await shelf.laid(id);
        const final = finalAsTested(job);
        if (!final) throw problem(409, 'no-circuit', `“${job.name}” alters no final circuit: there are no figures for a certificate.`);
        const planned = { ...house.document, site: plannedSite(job) };
        const name = `${job.id}-minor-works.${form}`;
        if (form === 'csv') return attached(finalCsv(planned, final), name, form);
        return pdf(name, { do: 'final-sheet', house: planned, final, ...print(query) });
      },
    }),
  ];
}

export const jobRoutes = (api: Api): Route[] => [...startRoutes(api), ...closingRoutes(api), ...judgedRoutes(api), ...sheetRoutes(api)];
