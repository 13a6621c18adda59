/** Houses and jobs as documents: lists, saving over what was seen, earlier versions, their text, templates of their boxes. */
import { jigFor, openingTemplate, templateSvg, type Template } from '@saddle/core/layout';
import { checkHouse, checkJobIn, differences, House, isUk, Job, plannedSite, type Site } from '@saddle/core/model';
import * as z from 'zod';
import type { Kind } from '../../storage/store.js';
import { saved, withTag, type Api } from '../keeping.js';
import { invalid, notFound, problem } from '../problem.js';
import { accept, answers, attached, file, files, jsonUnchecked, nothing, route, type Route } from '../route.js';
import { HouseList, JobList, Paper, PDF_OR_SVG, RevisionsShape, savedOf, storedOf } from '../shapes.js';
import { CHECK } from '../shelf.js';

/** Revisions of one answer. */
const PAGE_OF_REVISIONS = 20;
/** A document as it was written then: its shape may be that of an earlier version. */
const AnyDocument = z.looseObject({ id: z.string() });
const Before = z.strictObject({ before: z.coerce.number().int().positive().optional() });
/** `jobs=too`: a house goes with its jobs. */
const WithJobs = z.strictObject({ jobs: z.enum(['too']).optional() });
const TemplateQuery = Paper.extend({
  mirrored: z.enum(['yes', 'no']).default('no'),
  of: z.enum(['opening', 'jig']).default('opening'),
});
/** A name that any system takes for a file. */
const plainName = (id: string): string => id.replace(/[^A-Za-z0-9_-]/g, '_').slice(0, 60);

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

const sameId = (document: House | Job, id: string): void => {
  if (document.id === id) return;
  const message = `The document's id is ${document.id}, the address says ${id.slice(0, 60)}.`;
  throw invalid([{ path: '/id', message, expected: id.slice(0, 60), came: document.id }]);
};

function houseRoutes({ store, shelf, kept, now }: Api): Route[] {
  /** A house that has jobs stays by the book of the country that they were judged by. */
  const sameBook = async (house: House, id: string): Promise<void> => {
    const before = await store.get<House>('house', id).catch(() => undefined);
    if (!before || isUk(before.document) === isUk(house) || (await shelf.jobsOf(id)).length === 0) return;
    const [has, wants] = isUk(house) ? ['US', 'UK'] : ['UK', 'US'];
    const message = `This house has jobs, and they are judged by the ${has} book: it can’t change to the ${wants} one.`;
    throw invalid([{ path: '/edition', message, expected: `an edition of the ${has} book`, came: house.edition }]);
  };
  return [
    route({
      ...{ method: 'get', path: '/houses', id: 'houses', summary: 'All houses, a line each; one that can’t be read says why' },
      answer: answers(HouseList, 'the list'),
      handle: () => shelf.list('house'),
    }),
    route({
      ...{ method: 'post', path: '/houses', id: 'create-house', summary: 'A new house' },
      body: jsonUnchecked(House),
      answer: answers(savedOf(House), 'as stored', 201),
      handle: async (given) => {
        const house = accept(checkHouse(given.body));
        return saved(given, kept('house', await store.create('house', house, now())), house);
      },
    }),
    route({
      ...{ method: 'put', path: '/houses/{id}', id: 'save-house', summary: 'Saves over the revision that was seen', seen: true },
      body: jsonUnchecked(House),
      answer: answers(savedOf(House), 'as stored'),
      handle: async (given) => {
        const { id } = given.params;
        const house = accept(checkHouse(given.body));
        await sameBook(house, id);
        sameId(house, id);
        return saved(given, kept('house', await store.save('house', house, given.revision, now())), house);
      },
    }),
  ];
}

function jobRoutes({ store, shelf, kept, now }: Api): Route[] {
  /** A job that came, held against its house and the jobs beside it. */
  const jobIn = async (body: unknown, id?: string): Promise<Job> => {
    const shape = accept(CHECK.job(body)) as Job;
    const { document: house } = await shelf.open<House>('house', shape.houseId);
    const before = id === undefined ? undefined : (await store.get<Job>('job', id).catch(() => undefined))?.document;
    return accept(checkJobIn(shape, house, await shelf.jobsOf(house.id), before?.houseId === house.id ? before : undefined));
  };
  return [
    route({
      ...{ method: 'get', path: '/jobs', id: 'jobs', summary: 'All jobs, a line each: their stage, and what stops them' },
      answer: answers(JobList, 'the list'),
      handle: () => shelf.list('job'),
    }),
    route({
      ...{ method: 'post', path: '/jobs', id: 'create-job', summary: 'A new job' },
      body: jsonUnchecked(Job),
      answer: answers(savedOf(Job), 'as stored', 201),
      handle: async (given) => {
        const job = await jobIn(given.body);
        return saved(given, kept('job', await store.create('job', job, now())), job);
      },
    }),
    route({
      ...{ method: 'put', path: '/jobs/{id}', id: 'save-job', summary: 'Saves over the revision that was seen', seen: true },
      body: jsonUnchecked(Job),
      answer: answers(savedOf(Job), 'as stored'),
      handle: async (given) => {
        const job = await jobIn(given.body, given.params.id);
        sameId(job, given.params.id);
        return saved(given, kept('job', await store.save('job', job, given.revision, now())), job);
      },
    }),
  ];
}

/** What both kinds have. */
function eitherRoutes(kind: Kind, { store, shelf, pdf, now }: Api): Route[] {
  const schema: z.ZodType<House | Job> = kind === 'house' ? House : Job;
  const path = `/${kind}s/{id}` as const;
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
  return [
    route({
      ...{ method: 'get', path, id: kind, summary: `One ${kind}, whole` },
      answer: answers(storedOf(schema), 'with its revision, also as ETag'),
      handle: async ({ params, response }) => withTag(response, await shelf.open<House | Job>(kind, params.id)),
    }),
    route({
      ...{ method: 'delete', path, id: `delete-${kind}`, summary: 'Deletes it; its revisions stay', seen: true },
      query: WithJobs,
      answer: nothing('gone'),
      handle: async ({ params: { id }, query, revision }) => {
        if (kind === 'job') await notWaitedFor(id);
        const result = await store.remove(kind, id, revision, query.jobs === 'too');
        if (result.outcome === 'missing') throw notFound(kind, id);
        if (result.outcome === 'conflict')
          throw problem(409, 'conflict', 'Somebody saved a newer version in the meantime; nothing was deleted.', { current: result.current }); // prettier-ignore
        if (result.outcome === 'in use') throw problem(409, 'in-use', `The house still has jobs: ${result.by.join(', ')}.`);
        return undefined;
      },
    }),
    route({
      ...{ method: 'get', path: `${path}/boxes/{box}/template.{form}`, id: `${kind}-template` },
      summary: 'Opening or height jig of a box at true scale',
      params: z.object({ form: z.enum(['pdf', 'svg']) }),
      query: TemplateQuery,
      answer: files(PDF_OR_SVG, 'the template'),
      handle: async ({ params: { id, box, form }, query }) => {
        const laid = kind === 'job' ? (await shelf.laid(id)).job : undefined;
        const house = laid ? undefined : (await shelf.open<House>('house', id)).document;
        const template = templateOf(laid ? plannedSite(laid) : house!.site, (laid ?? house!).unit, box, query);
        const name = `${query.of}-${box}${query.mirrored === 'yes' ? '-mirrored' : ''}.${form}`;
        if (form === 'svg') return { send: templateSvg(template), form, name };
        return pdf(name, { do: 'template', template, paper: query.paper, now: now() });
      },
    }),
    route({
      ...{ method: 'get', path: `${path}/raw`, id: `${kind}-raw` },
      summary: 'Its text as it lies in the database, also when it can’t be read as a document',
      answer: file('text/plain; charset=utf-8', 'the text'),
      handle: async ({ params: { id } }) => {
        const text = await store.raw(kind, id);
        if (text === undefined) throw notFound(kind, id);
        return attached(text, `${kind}-${plainName(id)}.txt`);
      },
    }),
    route({
      ...{ method: 'get', path: `${path}/revisions`, id: `${kind}-revisions` },
      summary: 'Earlier versions, newest first, each with what it changed; of a deleted one too',
      query: Before,
      answer: answers(RevisionsShape, 'a page of them'),
      handle: async ({ params: { id }, query: { before } }) => {
        const all = await store.revisions(kind, id);
        if (all.length === 0) throw notFound(kind, id);
        const from = before === undefined ? 0 : all.findIndex((r) => r.revision < before);
        const page = from < 0 ? [] : all.slice(from, from + PAGE_OF_REVISIONS);
        const earlier = all[(from < 0 ? all.length : from) + PAGE_OF_REVISIONS];
        const unit = kind === 'job' ? await unitOf(id) : 'in';
        const documents = new Map<number, House | Job | undefined>();
        for (const { revision } of [...page, ...(earlier ? [earlier] : [])])
          documents.set(revision, (await store.revision<House | Job>(kind, id, revision).catch(() => undefined))?.document);
        const revisions = page.map(({ revision, savedAt }, i) => {
          const [mine, last] = [documents.get(revision), documents.get((page[i + 1] ?? earlier)?.revision ?? -1)];
          const found = mine && last ? differences(last, mine, 'unit' in mine ? mine.unit : unit) : [];
          return { revision, savedAt, first: !last, differs: found.slice(0, 12), more: Math.max(0, found.length - 12) };
        });
        return { revisions, earlier: earlier !== undefined };
      },
    }),
    route({
      ...{ method: 'get', path: `${path}/revisions/{revision}`, id: `${kind}-revision` },
      params: z.object({ revision: z.coerce.number().int() }),
      answer: answers(storedOf(AnyDocument), 'as it was'),
      handle: async ({ params: { id, revision }, response }) => {
        const stored = await store.revision<House | Job>(kind, id, revision);
        if (!stored) throw notFound('revision', `${revision}`);
        return withTag(response, stored);
      },
    }),
  ];
}

export const documentRoutes = (api: Api): Route[] => [
  ...houseRoutes(api),
  ...jobRoutes(api),
  ...eitherRoutes('house', api),
  ...eitherRoutes('job', api),
];
