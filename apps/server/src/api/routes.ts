/** `/api/v1`. Handlers parse, call the core or the store, and answer; they compute nothing. */
import { Router, type Request, type Response } from 'express';
import { nanoid } from 'nanoid';
import { toString as qrCode } from 'qrcode';
import { demoHouses, demoJobs, larchJobs } from '@saddle/core/demo';
import { exportFile, finalCsv, importReport, LABELS_OF, jsonSchema, panelCsv, PUBLISHED_SCHEMAS, type Bundle } from '@saddle/core/exchange';
import { finalOf } from '@saddle/core/finals';
import { jigFor, openingTemplate, templateSvg, type Template } from '@saddle/core/layout';
import { closeJob, hindrances, reopenJob, restsOn, surveyedSince } from '@saddle/core/closing';
import { finalAsTested, ledgerIn, stepsIn } from '@saddle/core/alteration';
import {
  checkHouse,
  AIMS,
  checkJobIn,
  checkShape,
  differences,
  laidIn,
  PANEL,
  plannedSite,
  subpanelOf,
  wantOf,
  type Checked,
  type House,
  type Job,
  type JobInBook,
  type Site,
  type Want,
  isUk,
  usBook,
} from '@saddle/core/model';
import { pocketSum, POCKET_SUMS } from '@saddle/core/pocket';
import { fromBox, FromBoxAnswers, OtherSideAnswers, otherSide } from '@saddle/core/purpose';
import type { Network } from '../lan/index.js';
import { mkdtemp, readFile, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import * as z from 'zod';
import type { ScheduledWork, Task } from '../heavy/tasks.js';
import type { Kind, SaveResult, Stored } from '../storage/store.js';
import { sendBackup } from '../archive/backup.js';
import { openApi } from './openapi.js';
import { IMPORT_LIMIT } from './body.js';
import { invalid, notFound, problem } from './problem.js';
import { recordRoutes, type Keeping } from './records.js';
import { CHECK, Shelf, type Laid } from './shelf.js';

const accept = <T>(checked: Checked<T>): T => {
  if (!checked.ok) throw invalid(checked.errors);
  return checked.value;
};

const param = (request: Request, name: string): string => String(request.params[name]);

/** `If-Match: "7"` → 7. */
function revisionOf(request: Request): number {
  const header = request.get('if-match');
  if (!header) throw problem(428, 'no-revision', 'Say which revision you have seen: If-Match: "7".');
  const match = /^"?(\d{1,9})"?$/.exec(header);
  if (!match) throw problem(400, 'bad-revision', `If-Match must be a revision number, got ${header.slice(0, 40)}.`);
  return Number(match[1]);
}

const send = <T>(response: Response, status: number, stored: Stored<T>): void => {
  response.status(status).set('ETag', `"${stored.revision}"`).json(stored);
};

/** Who saved a document has it: the revision alone does where it says `Prefer: return=minimal` (RFC 7240). */
function answerSave<T extends House | Job>(response: Response, status: number, result: SaveResult<T>, mine: T): void {
  switch (result.outcome) {
    case 'saved': {
      const { revision, savedAt } = result.stored;
      if (!response.req.get('prefer')?.includes('return=minimal')) return send(response, status, result.stored);
      response
        .status(status)
        .set({ ETag: `"${revision}"`, 'Preference-Applied': 'return=minimal' })
        .json({ revision, savedAt });
      return;
    }
    case 'missing':
      throw notFound('document', mine.id);
    case 'exists':
      throw problem(409, 'exists', `There is already one with the id ${mine.id}.`, {
        errors: [{ path: '/id', message: 'This id is taken.', expected: 'an id of its own', came: mine.id }],
      });
    case 'conflict':
      throw problem(409, 'conflict', 'Somebody saved a newer version in the meantime; nothing was written.', {
        current: result.current,
        differs: differences(result.current.document, mine, 'unit' in mine ? mine.unit : 'in').slice(0, MOST_DIFFERENCES),
      });
  }
}

/** Differences that an answer names; the rest is counted by whoever compares the documents themselves. */
const MOST_DIFFERENCES = 40;
/** Revisions of one answer. */
const PAGE_OF_REVISIONS = 20;

const Paper = z.strictObject({ paper: z.enum(['letter', 'a4']).default('letter') });
const TemplateQuery = Paper.extend({
  mirrored: z.enum(['yes', 'no']).default('no'),
  of: z.enum(['opening', 'jig']).default('opening'),
});

/** The template of a box, opening or jig, of a house as surveyed or a job as planned. */
function templateOf(site: Site, unit: House['unit'], boxId: string, query: z.infer<typeof TemplateQuery>): Template {
  const box = site.boxes.find((b) => b.id === boxId);
  const wall = site.walls.find((w) => w.id === box?.wallId);
  if (!box || !wall) throw notFound('box', boxId);
  const room = site.rooms.find((r) => r.id === wall.faces[box.face].roomId);
  if (query.of === 'opening')
    return openingTemplate({ wall, box, unit, roomName: room?.name ?? box.face, mirrored: query.mirrored === 'yes' });
  const jig = jigFor(site, wall, box, unit);
  if (!jig)
    throw invalid([
      {
        path: `/boxes/${box.id}/depth`,
        message: `A jig for ${box.name} needs its depth, and a height that leaves a leg under the shelf.`,
        expected: 'a depth, and a bottom above 1/2 in',
        came: 'not both',
      },
    ]);
  return jig.template;
}

const Before = z.strictObject({ before: z.coerce.number().int().positive().optional() });
/** A name that any system takes for a file. */
const plainName = (id: string): string => id.replace(/[^A-Za-z0-9_-]/g, '_').slice(0, 60);

/** Which house was seen, and whether what can be left undone is left. */
const CloseBody = z.strictObject({ house: z.number().int().positive(), leave: z.boolean().default(false) });
/** How far the person’s clock is behind UTC, minutes; absent: as this machine’s. `paper` goes with it where a sheet is asked for. */
const LocalOffset = z.strictObject({
  offset: z.coerce
    .number()
    .int()
    .min(-900)
    .max(900)
    .default(() => new Date().getTimezoneOffset()),
  paper: z.string().optional(),
});
/** Jobs planned together: their ids with commas between, and which of the plans. */
const Together = LocalOffset.extend({
  jobs: z
    .string()
    .transform((text) => text.split(',').filter(Boolean))
    .pipe(z.array(z.string()).min(1, 'name at least one job').max(20, 'at most 20 jobs')),
  plan: z.string().max(80).optional(),
  aim: z.enum(AIMS).optional(),
});
const Since = z.strictObject({ from: z.coerce.number().int().positive() });
/** `jobs=too`: a house goes with its jobs. */
const WithJobs = z.strictObject({ jobs: z.enum(['too']).optional() });
const Confirm = z.strictObject({ confirm: z.enum(['yes', 'no']).default('no') });

export function apiRoutes(
  { store, heavy, logger, pictures, backups }: Omit<Keeping, 'shelf'>,
  version: string,
  network: () => Network | undefined,
): Router {
  const api = Router();
  api.get('/network', (_request, response) => void response.json(network() ?? { urls: [] }));
  api.get('/network/qr.svg', async (_request, response) => {
    const [url] = network()?.urls ?? [];
    if (!url) throw notFound('address on this network', 'of this server');
    response.type('image/svg+xml').send(await qrCode(url, { type: 'svg', margin: 2 }));
  });
  const now = () => new Date().toISOString();
  const shelf = new Shelf(store, (err, what) => logger.error({ err }, `${what} failed`));
  api.use(recordRoutes({ store, heavy, logger, pictures, backups, shelf }));
  const must = <T extends House | Job>(kind: Kind, id: string): Promise<Stored<T>> => shelf.open<T>(kind, id);
  const kept = <T extends House | Job>(kind: Kind, result: SaveResult<T>): SaveResult<T> => {
    if (result.outcome === 'saved') shelf.note(kind, result.stored);
    return result;
  };
  const noted = (stored: readonly Stored<House | Job>[]): void => {
    for (const s of stored) shelf.note(s.document.format === 'saddle-house' ? 'house' : 'job', s);
  };
  /** A job that came, held against its house and the jobs beside it. */
  const jobIn = async (body: unknown, id?: string): Promise<Job> => {
    const shape = accept(CHECK.job(body)) as Job;
    const { document: house } = await must<House>('house', shape.houseId);
    const before = id === undefined ? undefined : (await store.get<Job>('job', id).catch(() => undefined))?.document;
    return accept(checkJobIn(shape, house, await shelf.jobsOf(house.id), before?.houseId === house.id ? before : undefined));
  };
  /** A job that others come after can’t be deleted under them. */
  const notWaitedFor = async (id: string): Promise<void> => {
    const job = await store.get<Job>('job', id).catch(() => undefined);
    const waiting = job ? (await shelf.jobsOf(job.document.houseId)).filter((j) => j.after?.includes(id)) : [];
    if (waiting.length)
      throw problem(409, 'in-use', `Other jobs come after it: ${waiting.map((j) => j.name).join(', ')}. Take it out of their order first.`);
  };
  /** The unit a job’s lengths are printed in: that of its house. */
  const unitOf = async (id: string): Promise<House['unit']> => {
    const job = await store.get<Job>('job', id).catch(() => undefined);
    const house = job && (await store.get<House>('house', job.document.houseId).catch(() => undefined));
    return house?.document.unit ?? 'in';
  };
  /** Answers with a PDF from the threads, shown in the page. */
  const pdf = async (response: Response, name: string, task: Task): Promise<void> => {
    const bytes = (await heavy.run(task)) as Uint8Array;
    response.type('application/pdf').set('Content-Disposition', `inline; filename="${name}"`).send(Buffer.from(bytes));
  };

  api.get('/health', async (_request, response) => {
    const status = await store.health();
    response.status(status === 'ok' ? 200 : 503).json({ status, version });
  });
  api.get('/openapi.json', (_request, response) => void response.json(openApi(version)));
  api.get('/schemas/:name.json', (request, response) => {
    const name = param(request, 'name');
    if (!Object.hasOwn(PUBLISHED_SCHEMAS, name)) throw notFound('schema', name);
    response.type('application/schema+json').send(JSON.stringify(jsonSchema(name as keyof typeof PUBLISHED_SCHEMAS)));
  });

  /** A house that has jobs stays by the book of the country that they were judged by. */
  const sameBook = async (house: House, id: string): Promise<void> => {
    const before = await store.get<House>('house', id).catch(() => undefined);
    if (!before || isUk(before.document) === isUk(house) || (await shelf.jobsOf(id)).length === 0) return;
    const [has, wants] = isUk(house) ? ['US', 'UK'] : ['UK', 'US'];
    throw invalid([{ path: '/edition', message: `This house has jobs, and they are judged by the ${has} book: it can’t change to the ${wants} one.`, expected: `an edition of the ${has} book`, came: house.edition }]); // prettier-ignore
  };
  for (const kind of ['house', 'job'] as const) {
    const path = `/${kind}s`;
    api.get(path, async (_request, response) => response.json(await (kind === 'job' ? shelf.list('job') : shelf.list('house'))));
    api.post(path, async (request, response) => {
      const document = kind === 'job' ? await jobIn(request.body) : accept(checkHouse(request.body));
      answerSave(response, 201, kept(kind, await store.create(kind, document, now())), document);
    });
    api.get(`${path}/:id`, async (request, response) => send(response, 200, await must(kind, param(request, 'id'))));
    api.put(`${path}/:id`, async (request, response) => {
      const revision = revisionOf(request);
      const id = param(request, 'id');
      const document = kind === 'job' ? await jobIn(request.body, id) : accept(checkHouse(request.body));
      if (kind === 'house') await sameBook(document as House, id);
      if (document.id !== id)
        throw invalid([
          {
            path: '/id',
            message: `The document's id is ${document.id}, the address says ${id.slice(0, 60)}.`,
            expected: id.slice(0, 60),
            came: document.id,
          },
        ]);
      answerSave(response, 200, kept(kind, await store.save(kind, document, revision, now())), document);
    });
    api.get(`${path}/:id/boxes/:box/template.:form`, async (request, response) => {
      const query = accept(checkShape(TemplateQuery, request.query));
      const form = param(request, 'form');
      if (form !== 'pdf' && form !== 'svg') throw notFound('form of template', form);
      const laid = kind === 'job' ? (await shelf.laid(param(request, 'id'))).job : undefined;
      const house = laid ? undefined : (await must<House>('house', param(request, 'id'))).document;
      const template = templateOf(laid ? plannedSite(laid) : house!.site, (laid ?? house!).unit, param(request, 'box'), query);
      const name = `${query.of}-${param(request, 'box')}${query.mirrored === 'yes' ? '-mirrored' : ''}.${form}`;
      if (form === 'pdf') return pdf(response, name, { do: 'template', template, paper: query.paper, now: now() });
      response.type('image/svg+xml').set('Content-Disposition', `inline; filename="${name}"`).send(templateSvg(template));
    });
    api.delete(`${path}/:id`, async (request, response) => {
      const id = param(request, 'id');
      if (kind === 'job') await notWaitedFor(id);
      const { jobs } = accept(checkShape(WithJobs, request.query));
      const result = await store.remove(kind, id, revisionOf(request), jobs === 'too');
      if (result.outcome === 'missing') throw notFound(kind, id);
      if (result.outcome === 'conflict')
        throw problem(409, 'conflict', 'Somebody saved a newer version in the meantime; nothing was deleted.', { current: result.current });
      if (result.outcome === 'in use') throw problem(409, 'in-use', `The house still has jobs: ${result.by.join(', ')}.`);
      response.status(204).end();
    });
    api.get(`${path}/:id/raw`, async (request, response) => {
      const id = param(request, 'id');
      const text = await store.raw(kind, id);
      if (text === undefined) throw notFound(kind, id);
      response
        .type('text/plain; charset=utf-8')
        .set('Content-Disposition', `attachment; filename="${kind}-${plainName(id)}.txt"`)
        .send(text);
    });
    api.get(`${path}/:id/revisions`, async (request, response) => {
      const { before } = accept(checkShape(Before, request.query));
      const id = param(request, 'id');
      const all = await store.revisions(kind, id);
      if (all.length === 0) throw notFound(kind, id);
      const from = before === undefined ? 0 : all.findIndex((r) => r.revision < before);
      const page = from < 0 ? [] : all.slice(from, from + PAGE_OF_REVISIONS);
      const earlier = all[(from < 0 ? all.length : from) + PAGE_OF_REVISIONS];
      const unit = kind === 'job' ? await unitOf(id) : 'in';
      const documents = new Map<number, House | Job | undefined>();
      for (const { revision } of [...page, ...(earlier ? [earlier] : [])])
        documents.set(revision, (await store.revision<House | Job>(kind, id, revision).catch(() => undefined))?.document);
      const lines = page.map(({ revision, savedAt }, i) => {
        const [mine, last] = [documents.get(revision), documents.get((page[i + 1] ?? earlier)?.revision ?? -1)];
        const found = mine && last ? differences(last, mine, 'unit' in mine ? mine.unit : unit) : [];
        return { revision, savedAt, first: !last, differs: found.slice(0, 12), more: Math.max(0, found.length - 12) };
      });
      response.json({ revisions: lines, earlier: earlier !== undefined });
    });
    api.get(`${path}/:id/revisions/:revision`, async (request, response) => {
      const stored = await store.revision(kind, param(request, 'id'), Number(param(request, 'revision')) || 0);
      if (!stored) throw notFound('revision', param(request, 'revision'));
      send(response, 200, stored);
    });
  }

  api.get('/houses/:id/labels.pdf', async (request, response) => {
    const { paper, of } = accept(checkShape(Paper.extend({ of: z.enum(LABELS_OF).default('all') }), request.query));
    const { document: house } = await must<House>('house', param(request, 'id'));
    // a code is for a phone: without an address that one reaches there is none
    const base = network()?.urls[0]?.replace(/\/$/, '');
    return pdf(response, `${house.id}-labels.pdf`, { do: 'labels', house, of, base, paper, now: now() });
  });

  api.get('/houses/:id/panel/directory.:form', async (request, response) => {
    const { paper, panel } = accept(checkShape(Paper.extend({ panel: z.string().max(40).default(PANEL) }), request.query));
    const form = param(request, 'form');
    if (form !== 'pdf' && form !== 'csv') throw notFound('form of directory', form);
    const { document: house } = await must<House>('house', param(request, 'id'));
    if (panel !== PANEL && !subpanelOf(house.site, panel)) throw notFound('panel', panel);
    usBook(house);
    const name = `${house.id}-${panel}.${form}`;
    if (form === 'pdf') return pdf(response, name, { do: 'directory-sheet', house, panelId: panel, paper, now: now() });
    response.type('text/csv; charset=utf-8').set('Content-Disposition', `attachment; filename="${name}"`).send(panelCsv(house.site, panel));
  });

  api.get('/houses/:id/circuits/:final/tests.:form', async (request, response) => {
    const { paper } = accept(checkShape(Paper, request.query));
    const form = param(request, 'form');
    if (form !== 'pdf' && form !== 'csv') throw notFound('form of test results', form);
    const { document: house } = await must<House>('house', param(request, 'id'));
    const final = finalOf(house.site, param(request, 'final'));
    if (!final) throw notFound('circuit', param(request, 'final'));
    const name = `${house.id}-${final.id}-tests.${form}`;
    if (form === 'pdf') return pdf(response, name, { do: 'final-sheet', house, final, paper, now: now() });
    response.type('text/csv; charset=utf-8').set('Content-Disposition', `attachment; filename="${name}"`).send(finalCsv(house, final));
  });

  const wanted = async (request: Request): Promise<{ house: House; want: Want }> => {
    const { house, job } = await shelf.laidUs(param(request, 'id'));
    const want = wantOf(job);
    if (!want) throw problem(409, 'nothing-wanted', `“${job.name}” wants nothing new, so there are no ways to look for.`);
    return { house: { ...house.document, site: job.found }, want };
  };
  api.get('/jobs/:id/ways', async (request, response) => {
    response.type('application/json').send(await heavy.run({ do: 'ways', ...(await wanted(request)) }));
  });
  api.get('/jobs/:id/route-sheet.pdf', async (request, response) => {
    const { paper } = accept(checkShape(Paper, request.query));
    const { house, want } = await wanted(request);
    return pdf(response, `${want.id}-route.pdf`, { do: 'route-sheet', house, want, paper, now: now() });
  });

  api.get('/rules', async (_request, response) => {
    response.type('application/json').send(await heavy.run({ do: 'rules' }));
  });
  api.get('/houses/:id/rules', async (request, response) => {
    const house = await must<House>('house', param(request, 'id'));
    const jobs = await shelf.jobsOf(param(request, 'id'));
    response.type('application/json').send(await heavy.run({ do: 'bore', house: house.document, jobs }));
  });

  api.get('/houses/:id/jobs', async (request, response) => {
    await must<House>('house', param(request, 'id'));
    response.json(await shelf.storedJobsOf(param(request, 'id')));
  });

  api.post('/jobs/other-side', async (request, response) => {
    const given = (request.body ?? {}) as Record<string, unknown>;
    const answers = accept(checkShape(OtherSideAnswers, { id: nanoid(12), ...given }));
    const { document: house, revision } = await must<House>('house', answers.houseId);
    const started = otherSide(house, answers);
    const made = accept(checkHouse(started.house));
    const job = accept(checkJobIn(started.job, made, await shelf.jobsOf(made.id)));
    const result = await store.saveTogether(
      [
        { kind: 'house', document: made, revision },
        { kind: 'job', document: job, revision: 0 },
      ],
      now(),
    );
    if (result.outcome !== 'saved') return answerSave(response, 201, result, job);
    noted(result.stored);
    answerSave(response, 201, { outcome: 'saved', stored: result.stored[1] as Stored<Job> }, job);
  });
  api.post('/jobs/from-box', async (request, response) => {
    const given = (request.body ?? {}) as Record<string, unknown>;
    const answers = accept(checkShape(FromBoxAnswers, { id: nanoid(12), ...given }));
    const { document: house } = await must<House>('house', answers.houseId);
    const made = fromBox(house, answers);
    if (!made.ok) throw invalid([{ path: made.path, message: made.message, expected: made.expected, came: made.came }]);
    const job = accept(checkJobIn(made.job, house, await shelf.jobsOf(house.id)));
    answerSave(response, 201, kept('job', await store.create('job', job, now())), job);
  });

  /** Both documents with their new revisions, or what somebody was faster with. */
  const answerBoth = async (response: Response, house: House, job: Job, revisions: { house: number; job: number }): Promise<void> => {
    const result = await store.saveTogether(
      [
        { kind: 'house', document: house, revision: revisions.house },
        { kind: 'job', document: job, revision: revisions.job },
      ],
      now(),
    );
    if (result.outcome !== 'saved') return answerSave(response, 200, result, job);
    noted(result.stored);
    response.json({ house: result.stored[0], job: result.stored[1] });
  };
  const seen = (request: Request, laid: Laid, what: { house: number }): { house: number; job: number } => {
    const revision = revisionOf(request);
    const stale = revision !== laid.stored.revision ? laid.stored : what.house !== laid.house.revision ? laid.house : undefined;
    if (stale)
      throw problem(
        409,
        'conflict',
        `The ${stale === laid.house ? 'house' : 'job'} was saved newer in the meantime; nothing was written.`,
        {
          current: stale,
        },
      );
    return { house: what.house, job: revision };
  };
  api.get('/jobs/:id/closing', async (request, response) => {
    const { house, job, jobs, stored } = await shelf.laid(param(request, 'id'));
    response.json(
      job.closed ? { closed: job.closed, restsOn: restsOn(stored.document, house.document, jobs) } : { hindrances: hindrances(job, jobs) },
    );
  });
  api.post('/jobs/:id/close', async (request, response) => {
    const what = accept(checkShape(CloseBody, request.body ?? {}));
    const laid = await shelf.laid(param(request, 'id'));
    const revisions = seen(request, laid, what);
    const result = closeJob(laid.stored.document, laid.house.document, laid.jobs, now(), what.leave);
    if (!result.ok)
      throw problem(409, 'not-closed', `“${laid.job.name}” can’t become part of the house yet: ${result.hindrances[0]!.says}`, {
        hindrances: result.hindrances,
      });
    await answerBoth(response, accept(checkHouse(result.house)), result.job, revisions);
  });
  api.post('/jobs/:id/reopen', async (request, response) => {
    const what = accept(checkShape(CloseBody, request.body ?? {}));
    const laid = await shelf.laid(param(request, 'id'));
    const revisions = seen(request, laid, what);
    const result = reopenJob(laid.stored.document, laid.house.document, laid.jobs);
    if (!result.ok)
      throw problem(409, 'not-reopened', `“${laid.job.name}” can’t be taken out of the house again: ${result.reasons[0]}`, {
        reasons: result.reasons,
      });
    await answerBoth(response, accept(checkHouse(result.house)), result.job, revisions);
  });
  api.get('/jobs/:id/surveyed-since', async (request, response) => {
    const { from } = accept(checkShape(Since, request.query));
    const { house, jobs, stored } = await shelf.laid(param(request, 'id'));
    const before = await store.revision<House>('house', house.document.id, from);
    if (!before || !checkHouse(before.document).ok) throw notFound('revision of the house', `${from}`);
    const since = surveyedSince(stored.document, before.document, house.document, jobs);
    response.json({ revision: house.revision, ...since, differs: since.differs.slice(0, MOST_DIFFERENCES) });
  });
  api.get('/jobs/:id/ledger', async (request, response) => void response.json(ledgerIn((await shelf.laid(param(request, 'id'))).job)));
  api.get('/jobs/:id/steps', async (request, response) => void response.json(stepsIn((await shelf.laid(param(request, 'id'))).job)));
  api.get('/jobs/:id/sheet.pdf', async (request, response) => {
    const { paper } = accept(checkShape(Paper, request.query));
    const { job } = await shelf.laid(param(request, 'id'));
    return pdf(response, `${job.id}-sheet.pdf`, { do: 'job-sheet', job, paper, now: now() });
  });
  api.get('/jobs/:id/minor-works.:form', async (request, response) => {
    const { paper } = accept(checkShape(Paper, request.query));
    const form = param(request, 'form');
    if (form !== 'pdf' && form !== 'csv') throw notFound('form of certificate figures', form);
    const { job, house } = await shelf.laid(param(request, 'id'));
    const final = finalAsTested(job);
    if (!final) throw problem(409, 'no-circuit', `“${job.name}” alters no final circuit: there are no figures for a certificate.`);
    const planned = { ...house.document, site: plannedSite(job) };
    const name = `${job.id}-minor-works.${form}`;
    if (form === 'pdf') return pdf(response, name, { do: 'final-sheet', house: planned, final, paper, now: now() });
    response.type('text/csv; charset=utf-8').set('Content-Disposition', `attachment; filename="${name}"`).send(finalCsv(planned, final));
  });

  api.get('/jobs/:id/estimate.pdf', async (request, response) => {
    const { paper } = accept(checkShape(Paper, request.query));
    const { job, house } = await shelf.laid(param(request, 'id'));
    return pdf(response, `${job.id}-estimate.pdf`, { do: 'estimate', job, house: house.document, paper, now: now() });
  });
  const noHours = (name: string) =>
    problem(409, 'not-scheduled', `Nobody has said when “${name}” is done: enter who works and at which hours in its When stage.`);
  const logOf = (jobs: readonly Job[], house: House): JobInBook[] =>
    jobs.filter((j) => j.work.ticks.some((t) => t.took !== undefined)).map((j) => laidIn(j, house, jobs));
  /** One job, by its own hours. */
  const scheduled = async (request: Request): Promise<ScheduledWork> => {
    const { offset } = accept(checkShape(LocalOffset, request.query));
    const { job, jobs, house } = await shelf.laid(param(request, 'id'));
    if (!job.when) throw noHours(job.name);
    return { jobs: [job], log: logOf(jobs, house.document), when: job.when, offset };
  };
  /** Several jobs of a house, by the hours of the first of them that has some. */
  const scheduledTogether = async (request: Request): Promise<ScheduledWork> => {
    const { offset, jobs: ids, plan, aim } = accept(checkShape(Together, request.query));
    const { document: house } = await must<House>('house', param(request, 'id'));
    const all = await shelf.jobsOf(house.id);
    const missing = ids.find((i) => !all.some((j) => j.id === i));
    if (missing !== undefined) throw notFound('job of this house', missing);
    const jobs = ids.map((i) =>
      laidIn(
        all.find((j) => j.id === i)!,
        house,
        all,
      ),
    );
    const when = jobs.find((j) => j.when)?.when;
    if (!when) throw noHours(jobs.map((j) => j.name).join('” and “'));
    return { jobs, log: logOf(all, house), when: { ...when, ...(plan ? { plan } : {}), ...(aim ? { aim } : {}) }, offset };
  };
  for (const [path, read] of [
    ['/jobs/:id', scheduled],
    ['/houses/:id', scheduledTogether],
  ] as const) {
    api.get(`${path}/schedule`, async (request, response) => {
      response.type('application/json').send(await heavy.run({ do: 'schedule', work: await read(request) }));
    });
    api.get(`${path}/schedule.ics`, async (request, response) => {
      const work = await read(request);
      response
        .type('text/calendar; charset=utf-8')
        .set('Content-Disposition', `attachment; filename="${param(request, 'id')}.ics"`)
        .send(await heavy.run({ do: 'calendar', work }));
    });
    api.get(`${path}/notice.pdf`, async (request, response) => {
      const { paper } = accept(checkShape(Paper, { paper: request.query['paper'] }));
      return pdf(response, `${param(request, 'id')}-notice.pdf`, { do: 'notice', work: await read(request), paper, now: now() });
    });
  }

  const download = (response: Response, name: string, bundle: Bundle): void => {
    const text = JSON.stringify(exportFile(bundle));
    if (Buffer.byteLength(text) > IMPORT_LIMIT)
      throw problem(422, 'too-large', 'That is more than one file can bring in again. Take a backup, or the houses one by one.');
    response.type('application/json').set('Content-Disposition', `attachment; filename="${name}.saddle.json"`).send(text);
  };
  const readable = <T extends House | Job>(kind: Kind) => shelf.readable<T>(kind);
  api.get('/export.json', async (_request, response) => {
    const [houses, jobs] = [await readable<House>('house'), await readable<Job>('job')];
    const unreadable = [...houses.unreadable, ...jobs.unreadable];
    download(response, 'saddle', { houses: houses.documents, jobs: jobs.documents, ...(unreadable.length ? { unreadable } : {}) });
  });
  /** One file with everything; as a ZIP with the pictures, as SQLite without. Either begins a new Saddle. */
  api.get('/backup.:form', async (request, response) => {
    const form = param(request, 'form');
    if (form !== 'sqlite' && form !== 'zip') throw notFound('form of backup', form);
    const folder = await mkdtemp(join(tmpdir(), 'saddle-backup-'));
    try {
      const file = join(folder, 'backup.sqlite');
      await store.backUp(file);
      const name = `saddle-${now().slice(0, 16).replace(':', '')}.${form}`;
      response.set('Content-Disposition', `attachment; filename="${name}"`);
      if (form === 'zip') {
        response.type('application/zip');
        await sendBackup(response, file, pictures);
      } else response.type('application/vnd.sqlite3').send(await readFile(file));
    } finally {
      await rm(folder, { recursive: true, force: true });
    }
  });
  api.get('/houses/:id/export.json', async (request, response) => {
    const house = await must<House>('house', param(request, 'id'));
    download(response, house.document.id, { houses: [house.document], jobs: await shelf.jobsOf(house.document.id) });
  });
  api.get('/jobs/:id/export.json', async (request, response) => {
    const { document: job } = await must<Job>('job', param(request, 'id'));
    download(response, job.id, { houses: [(await must<House>('house', job.houseId)).document], jobs: [job] });
  });
  /** The sample house with its jobs, fetched at any time; what is there already stays as it is. */
  api.post('/sample', async (_request, response) => {
    const [houses, jobs] = [await readable<House>('house'), await readable<Job>('job')];
    const taken = new Set([...houses.documents, ...jobs.documents, ...houses.unreadable, ...jobs.unreadable].map((d) => d.id));
    const here = [...demoHouses, ...demoJobs, ...larchJobs()].filter((d) => taken.has(d.id));
    if (here.length) throw problem(409, 'in-use', `The sample is here already: ${here.map((d) => d.name).slice(0, 5).join(', ')}.`); // prettier-ignore
    await store.takeIn({ houses: demoHouses, jobs: [...demoJobs, ...larchJobs()] }, now());
    response.status(201).json({ houses: demoHouses.map((h) => h.id), jobs: [...demoJobs, ...larchJobs()].map((j) => j.id) });
  });
  api.post('/import', async (request, response) => {
    const { confirm } = accept(checkShape(Confirm, request.query));
    const [houses, jobs] = [await readable<House>('house'), await readable<Job>('job')];
    const report = importReport(request.body, {
      houses: houses.documents,
      jobs: jobs.documents,
      taken: { houses: houses.unreadable.map((u) => u.id), jobs: jobs.unreadable.map((u) => u.id) },
    });
    if (report.errors.length) throw invalid(report.errors, 'This is no Saddle export.');
    const written = confirm === 'yes' && report.take.houses.length + report.take.jobs.length > 0;
    if (written) await store.takeIn(report.take, now());
    response.json({ written, rows: report.rows, refusedMore: report.refusedMore });
  });

  api.get(
    '/sums',
    (_request, response) => void response.json(POCKET_SUMS.map(({ name, title, about, fields }) => ({ name, title, about, fields }))),
  );
  api.post('/sums/:name', (request, response) => {
    const sum = pocketSum(param(request, 'name'));
    if (!sum) throw notFound('sum', param(request, 'name'));
    response.json(sum.run(accept(checkShape(sum.schema, request.body ?? {})) as never));
  });

  api.use((request) => {
    throw problem(404, 'not-found', `There is no ${request.method} ${request.path.slice(0, 80)} here.`);
  });
  return api;
}
