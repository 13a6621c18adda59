/** `/api/v1`. Handlers parse, call the core or the store, and answer; they compute nothing. */
import { Router, type Request, type Response } from 'express';
import { nanoid } from 'nanoid';
import {
  directorySheet,
  exportFile,
  importReport,
  jobSheet,
  jsonSchema,
  panelCsv,
  PUBLISHED_SCHEMAS,
  routeSheet,
  type Bundle,
} from '@saddle/core/exchange';
import { jigFor, openingTemplate, templateSvg, type Template } from '@saddle/core/layout';
import { ledgerOf } from '@saddle/core/ledger';
import { checkHouse, checkJob, checkShape, plannedSite, type Checked, type House, type Job, type Want } from '@saddle/core/model';
import { pocketSum, POCKET_SUMS } from '@saddle/core/pocket';
import { fromBox, FromBoxAnswers, OtherSideAnswers, otherSide } from '@saddle/core/situation';
import { stepsOf, summarise } from '@saddle/core/steps';
import { searchRoutes, type RoutesFound } from '@saddle/core/want';
import { z } from 'zod';
import { renderSheet } from '../sheets/pdf.js';
import { renderTemplate } from '../sheets/template.js';
import type { SaveResult, Store, Stored } from '../storage/store.js';
import { openApi } from './openapi.js';
import { invalid, notFound, problem } from './problem.js';

type Kind = 'house' | 'job';
const CHECK = { house: checkHouse, job: checkJob } as {
  house: (d: unknown) => Checked<House | Job>;
  job: (d: unknown) => Checked<House | Job>;
};

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

function answerSave<T extends House | Job>(response: Response, status: number, result: SaveResult<T>, mine: T): void {
  switch (result.outcome) {
    case 'saved':
      return send(response, status, result.stored);
    case 'missing':
      throw notFound('document', mine.id);
    case 'exists':
      throw problem(409, 'exists', `There is already one with the id ${mine.id}.`, {
        errors: [{ path: '/id', message: 'This id is taken.', expected: 'an id of its own', came: mine.id }],
      });
    case 'conflict':
      throw problem(409, 'conflict', 'Somebody saved a newer version in the meantime; nothing was written.', {
        current: result.current,
        yours: mine,
      });
  }
}

const Paper = z.object({ paper: z.enum(['letter', 'a4']).default('letter') });
const TemplateQuery = Paper.extend({
  mirrored: z.enum(['yes', 'no']).default('no'),
  of: z.enum(['opening', 'jig']).default('opening'),
});

/** The template of a box, opening or jig, of a house as surveyed or a job as planned. */
function templateOf(document: House | Job, boxId: string, query: z.infer<typeof TemplateQuery>): Template {
  const site = document.format === 'saddle-job' ? plannedSite(document) : document.site;
  const box = site.boxes.find((b) => b.id === boxId);
  const wall = site.walls.find((w) => w.id === box?.wallId);
  if (!box || !wall) throw notFound('box', boxId);
  const room = site.rooms.find((r) => r.id === wall.faces[box.face].roomId);
  if (query.of === 'opening')
    return openingTemplate({ wall, box, unit: document.unit, roomName: room?.name ?? box.face, mirrored: query.mirrored === 'yes' });
  const jig = jigFor(site, wall, box, document.unit);
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

const Confirm = z.object({ confirm: z.enum(['yes', 'no']).default('no') });

export function apiRoutes(store: Store, version: string): Router {
  const api = Router();
  const now = () => new Date().toISOString();
  const must = async <T extends House | Job>(kind: Kind, id: string): Promise<Stored<T>> => {
    const stored = await store.get<T>(kind, id);
    if (!stored) throw notFound(kind, id);
    return stored;
  };

  api.get('/health', async (_request, response) => {
    response.json({ status: (await store.alive()) ? 'ok' : 'no database', version });
  });
  api.get('/openapi.json', (_request, response) => void response.json(openApi(version)));
  api.get('/schemas/:name.json', (request, response) => {
    const name = param(request, 'name');
    if (!Object.hasOwn(PUBLISHED_SCHEMAS, name)) throw notFound('schema', name);
    response.type('application/schema+json').send(JSON.stringify(jsonSchema(name as keyof typeof PUBLISHED_SCHEMAS)));
  });

  for (const kind of ['house', 'job'] as const) {
    const path = `/${kind}s`;
    api.get(path, async (_request, response) => {
      const all = await store.all<House | Job>(kind);
      response.json(
        kind === 'job'
          ? all.map(({ document, revision, savedAt }) => ({
              id: document.id,
              name: document.name,
              houseId: (document as Job).houseId,
              situation: (document as Job).situation,
              revision,
              savedAt,
              ...summarise(document as Job),
            }))
          : all.map(({ document, revision, savedAt }) => ({
              id: document.id,
              name: document.name,
              edition: document.edition,
              unit: document.unit,
              built: document.built,
              revision,
              savedAt,
            })),
      );
    });
    api.post(path, async (request, response) => {
      const document = accept(CHECK[kind](request.body));
      if (kind === 'job') await must('house', (document as Job).houseId);
      answerSave(response, 201, await store.create(kind, document, now()), document);
    });
    api.get(`${path}/:id`, async (request, response) => send(response, 200, await must(kind, param(request, 'id'))));
    api.put(`${path}/:id`, async (request, response) => {
      const revision = revisionOf(request);
      const document = accept(CHECK[kind](request.body));
      const id = param(request, 'id');
      if (document.id !== id)
        throw invalid([
          {
            path: '/id',
            message: `The document's id is ${document.id}, the address says ${id.slice(0, 60)}.`,
            expected: id.slice(0, 60),
            came: document.id,
          },
        ]);
      if (kind === 'job') await must('house', (document as Job).houseId);
      answerSave(response, 200, await store.save(kind, document, revision, now()), document);
    });
    api.get(`${path}/:id/boxes/:box/template.:form`, async (request, response) => {
      const query = accept(checkShape(TemplateQuery, request.query));
      const form = param(request, 'form');
      if (form !== 'pdf' && form !== 'svg') throw notFound('form of template', form);
      const { document } = await must<House | Job>(kind, param(request, 'id'));
      const template = templateOf(document, param(request, 'box'), query);
      const name = `${query.of}-${param(request, 'box')}${query.mirrored === 'yes' ? '-mirrored' : ''}.${form}`;
      response.type(form === 'pdf' ? 'application/pdf' : 'image/svg+xml').set('Content-Disposition', `inline; filename="${name}"`);
      response.send(form === 'pdf' ? await renderTemplate(template, query.paper, now()) : templateSvg(template));
    });
    api.delete(`${path}/:id`, async (request, response) => {
      const id = param(request, 'id');
      const result = await store.remove(kind, id, revisionOf(request));
      if (result.outcome === 'missing') throw notFound(kind, id);
      if (result.outcome === 'conflict')
        throw problem(409, 'conflict', 'Somebody saved a newer version in the meantime; nothing was deleted.', { current: result.current });
      if (result.outcome === 'in use') throw problem(409, 'in-use', `The house still has jobs: ${result.by.join(', ')}.`);
      response.status(204).end();
    });
    api.get(`${path}/:id/revisions`, async (request, response) => {
      await must(kind, param(request, 'id'));
      response.json(await store.revisions(kind, param(request, 'id')));
    });
    api.get(`${path}/:id/revisions/:revision`, async (request, response) => {
      const stored = await store.revision(kind, param(request, 'id'), Number(param(request, 'revision')) || 0);
      if (!stored) throw notFound('revision', param(request, 'revision'));
      send(response, 200, stored);
    });
  }

  api.get('/houses/:id/panel/directory.:form', async (request, response) => {
    const { paper } = accept(checkShape(Paper, request.query));
    const form = param(request, 'form');
    if (form !== 'pdf' && form !== 'csv') throw notFound('form of directory', form);
    const { document: house } = await must<House>('house', param(request, 'id'));
    response.set('Content-Disposition', `${form === 'csv' ? 'attachment' : 'inline'}; filename="${house.id}-panel.${form}"`);
    if (form === 'csv') response.type('text/csv; charset=utf-8').send(panelCsv(house.site));
    else response.type('application/pdf').send(await renderSheet(directorySheet(house), house.unit, paper, now()));
  });

  const wanted = async (request: Request): Promise<{ house: House; want: Want }> => {
    const { document: house } = await must<House>('house', param(request, 'id'));
    const want = house.wants?.find((w) => w.id === param(request, 'wantId'));
    if (!want) throw notFound('wanted outlet', param(request, 'wantId'));
    return { house, want };
  };
  api.get('/houses/:id/wants/:wantId/routes', async (request, response) => {
    const { house, want } = await wanted(request);
    const { found, otherwise, feeds, problem, gaps, joistQuestions } = searchRoutes(house, want);
    const short = (f: RoutesFound) => ({
      unbeaten: f.unbeaten,
      options: f.options.map(({ key, title, gauge, figures, best, beaten, buys, favourite, through, feed }) => ({
        ...{ key, title, gauge, figures, best, beaten, buys, favourite, through },
        feed: { id: feed.id, name: feed.name, verdict: feed.verdict },
      })),
    });
    response.json({
      ...short(found),
      ...(problem ? { problem } : {}),
      gaps,
      joistQuestions,
      ...(otherwise ? { otherwise: short(otherwise) } : {}),
      feeds: feeds.map(({ id, name, where, verdict, refused, cures }) => ({ id, name, where, verdict, refused, cures })),
    });
  });
  api.get('/houses/:id/wants/:wantId/sheet.pdf', async (request, response) => {
    const { paper } = accept(checkShape(Paper, request.query));
    const { house, want } = await wanted(request);
    response.set('Content-Disposition', `inline; filename="${want.id}-route.pdf"`);
    response.type('application/pdf').send(await renderSheet(routeSheet(house, want), house.unit, paper, now()));
  });

  api.post('/jobs/other-side', async (request, response) => {
    const given = (request.body ?? {}) as Record<string, unknown>;
    const answers = accept(checkShape(OtherSideAnswers, { id: nanoid(12), ...given }));
    await must('house', answers.houseId);
    const job = accept(checkJob(otherSide(answers)));
    answerSave(response, 201, await store.create('job', job, now()), job);
  });
  api.post('/jobs/from-box', async (request, response) => {
    const given = (request.body ?? {}) as Record<string, unknown>;
    const answers = accept(checkShape(FromBoxAnswers, { id: nanoid(12), ...given }));
    const { document: house } = await must<House>('house', answers.houseId);
    const made = fromBox(house, answers);
    if (!made.ok) throw invalid([{ path: made.path, message: made.message, expected: made.expected, came: made.came }]);
    const job = accept(checkJob(made.job));
    answerSave(response, 201, await store.create('job', job, now()), job);
  });
  api.get(
    '/jobs/:id/ledger',
    async (request, response) => void response.json(ledgerOf((await must<Job>('job', param(request, 'id'))).document)),
  );
  api.get(
    '/jobs/:id/steps',
    async (request, response) => void response.json(stepsOf((await must<Job>('job', param(request, 'id'))).document)),
  );
  api.get('/jobs/:id/sheet.pdf', async (request, response) => {
    const { paper } = accept(checkShape(Paper, request.query));
    const { document: job } = await must<Job>('job', param(request, 'id'));
    const house = await store.get<House>('house', job.houseId);
    const pdf = await renderSheet(jobSheet(job, house?.document), job.unit, paper, now());
    response.type('application/pdf').set('Content-Disposition', `inline; filename="${job.id}-sheet.pdf"`).send(pdf);
  });

  const download = (response: Response, name: string, bundle: Bundle): void => {
    response
      .type('application/json')
      .set('Content-Disposition', `attachment; filename="${name}.saddle.json"`)
      .send(JSON.stringify(exportFile(bundle), null, 2));
  };
  const jobsOf = async (houseId: string): Promise<Job[]> =>
    (await store.all<Job>('job')).map((s) => s.document).filter((j) => j.houseId === houseId);
  api.get('/export.json', async (_request, response) => {
    const [houses, jobs] = [await store.all<House>('house'), await store.all<Job>('job')];
    download(response, 'saddle', { houses: houses.map((s) => s.document), jobs: jobs.map((s) => s.document) });
  });
  api.get('/houses/:id/export.json', async (request, response) => {
    const house = await must<House>('house', param(request, 'id'));
    download(response, house.document.id, { houses: [house.document], jobs: await jobsOf(house.document.id) });
  });
  api.get('/jobs/:id/export.json', async (request, response) => {
    const { document: job } = await must<Job>('job', param(request, 'id'));
    download(response, job.id, { houses: [(await must<House>('house', job.houseId)).document], jobs: [job] });
  });
  api.post('/import', async (request, response) => {
    const { confirm } = accept(checkShape(Confirm, request.query));
    const known = {
      houses: new Set((await store.all<House>('house')).map((s) => s.document.id)),
      jobs: new Set((await store.all<Job>('job')).map((s) => s.document.id)),
    };
    const report = importReport(request.body, known);
    if (report.errors.length) throw invalid(report.errors, 'This is no Saddle export.');
    const written = confirm === 'yes' && report.take.houses.length + report.take.jobs.length > 0;
    if (written) await store.takeIn(report.take, now());
    response.json({ written, rows: report.rows });
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
