/** Carried out and in: export files, archives with log and photos, the sample, backups of everything. */
import { createWriteStream } from 'node:fs';
import { mkdtemp, readFile, rm, stat } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Transform } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import type { Response } from 'express';
import { demoHouses, demoJobs, larchJobs } from '@saddle/core/demo';
import { exportFile, importReport, type Bundle, type ImportReport } from '@saddle/core/exchange';
import type { House, Job, KeptPhoto } from '@saddle/core/model';
import { joinLog } from '@saddle/core/log';
import * as z from 'zod';
import { sendBackup } from '../../archive/backup.js';
import { ARCHIVE_LIMIT, readArchive } from '../../archive/read.js';
import { writeArchive, type Archived } from '../../archive/write.js';
import { isPicture, madeReady } from '../../pictures/picture.js';
import { IMPORT_LIMIT } from '../body.js';
import type { Api } from '../keeping.js';
import { invalid, notFound, problem } from '../problem.js';
import { answers, attached, file, type FileReply, files, jsonUnchecked, type Route, route, type Sent, SENT, stream } from '../route.js';
import { ArchiveTakenShape, BackupShape, Confirm, ExportFile, ImportedShape } from '../shapes.js';

/** A folder of the system’s for as long as it is worked in. */
async function inFolder<T>(work: (folder: string) => Promise<T>): Promise<T> {
  const folder = await mkdtemp(join(tmpdir(), 'saddle-work-'));
  try {
    return await work(folder);
  } finally {
    await rm(folder, { recursive: true, force: true });
  }
}
/** Lets so many bytes through and ends with a problem at the next. */
function atMost(limit: number): Transform {
  let bytes = 0;
  return new Transform({
    transform(chunk: Buffer, _encoding, done) {
      bytes += chunk.length;
      if (bytes > limit) done(problem(413, 'too-large', `That is more than ${Math.round(limit / 1024 / 1024)} MB.`));
      else done(null, chunk);
    },
  });
}

function exported(name: string, bundle: Bundle): FileReply {
  const text = JSON.stringify(exportFile(bundle));
  if (Buffer.byteLength(text) > IMPORT_LIMIT)
    throw problem(422, 'too-large', 'That is more than one file can bring in again. Take a backup, or the houses one by one.');
  return attached(text, `${name}.saddle.json`);
}
const EXPORT = file('application/json', 'an export file: its schema is /schemas/export.json');

function fileRoutes({ store, shelf, now }: Api): Route[] {
  const here = async () => [await shelf.readable<House>('house'), await shelf.readable<Job>('job')] as const;
  return [
    route({
      ...{ method: 'get', path: '/export.json', id: 'export', summary: 'All houses and jobs; what can’t be read as its text' },
      answer: EXPORT,
      handle: async () => {
        const [houses, jobs] = await here();
        const unreadable = [...houses.unreadable, ...jobs.unreadable];
        return exported('saddle', { houses: houses.documents, jobs: jobs.documents, ...(unreadable.length ? { unreadable } : {}) });
      },
    }),
    route({
      ...{ method: 'get', path: '/houses/{id}/export.json', id: 'export-house', summary: 'A house with its jobs' },
      answer: EXPORT,
      handle: async ({ params }) => {
        const { document: house } = await shelf.open<House>('house', params.id);
        return exported(house.id, { houses: [house], jobs: await shelf.jobsOf(house.id) });
      },
    }),
    route({
      ...{ method: 'get', path: '/jobs/{id}/export.json', id: 'export-job', summary: 'A job with its house' },
      answer: EXPORT,
      handle: async ({ params }) => {
        const { document: job } = await shelf.open<Job>('job', params.id);
        return exported(job.id, { houses: [(await shelf.open<House>('house', job.houseId)).document], jobs: [job] });
      },
    }),
    route({
      ...{
        method: 'post',
        path: '/import',
        id: 'import',
        summary: 'What an export file would bring, row by row; written only when confirmed',
      },
      query: Confirm,
      body: jsonUnchecked(ExportFile),
      answer: answers(ImportedShape, 'row by row'),
      handle: async ({ body, query: { confirm } }) => {
        const [houses, jobs] = await here();
        const report = importReport(body, {
          ...{ houses: houses.documents, jobs: jobs.documents },
          taken: { houses: houses.unreadable.map((u) => u.id), jobs: jobs.unreadable.map((u) => u.id) },
        });
        if (report.errors.length) throw invalid(report.errors, 'This is no Saddle export.');
        const written = confirm === 'yes' && report.take.houses.length + report.take.jobs.length > 0;
        if (written) await store.takeIn(report.take, now());
        return { written, rows: report.rows, refusedMore: report.refusedMore };
      },
    }),
    route({
      ...{ method: 'post', path: '/sample', id: 'fetch-sample' },
      summary: 'The sample houses with their jobs; refused where something of them is there already',
      answer: answers(z.object({ houses: z.array(z.string()), jobs: z.array(z.string()) }), 'what was taken in', 201),
      handle: async () => {
        const [houses, jobs] = await here();
        const taken = new Set([...houses.documents, ...jobs.documents, ...houses.unreadable, ...jobs.unreadable].map((d) => d.id));
        const sample = { houses: demoHouses, jobs: [...demoJobs, ...larchJobs()] };
        const there = [...sample.houses, ...sample.jobs].filter((d) => taken.has(d.id));
        if (there.length) throw problem(409, 'in-use', `The sample is here already: ${there.map((d) => d.name).slice(0, 5).join(', ')}.`); // prettier-ignore
        await store.takeIn(sample, now());
        return { houses: sample.houses.map((h) => h.id), jobs: sample.jobs.map((j) => j.id) };
      },
    }),
  ];
}

/** Pictures and what is said of them out of an archive; `kept` takes each in once it is confirmed. */
async function photosOf(
  archive: Awaited<ReturnType<typeof readArchive>>,
  houses: ReadonlySet<string>,
  confirmed: boolean,
  pictures: Api['pictures'],
) {
  const photos: KeptPhoto[] = [];
  const refused: string[] = [];
  for (const photo of archive.photos.filter((p) => houses.has(p.houseId))) {
    const { picture: before, ...said } = photo;
    const bytes = await archive.picture(photo.id);
    const refuse = (error: unknown): undefined => void refused.push(`${photo.note || photo.id}: ${(error as Error).message}`);
    // before it is confirmed only its kind is looked at: a house of hundreds is answered at once
    const ready = bytes && confirmed ? await madeReady(bytes, before?.hash).catch(refuse) : undefined;
    if (bytes && !(confirmed ? ready : await isPicture(bytes).catch(refuse))) continue;
    if (ready) await pictures.keep(ready);
    photos.push({ ...said, ...(ready ? { picture: ready.picture } : {}) });
  }
  return { photos, refused };
}

function archiveRoutes({ store, shelf, pictures, heavy, logger, now }: Api): Route[] {
  const archived = async (house: House): Promise<Archived> => ({
    house,
    jobs: await shelf.jobsOf(house.id),
    log: joinLog(await store.logOf({ houseId: house.id })),
    photos: await store.photosOf(house.id),
  });
  const everything = async (response: Response, name: string, houses: House[]): Promise<Sent> => {
    const all: Archived[] = [];
    for (const house of houses) all.push(await archived(house));
    response.type('application/zip').set('Content-Disposition', `attachment; filename="${name}.zip"`);
    await writeArchive(response, all, pictures, heavy, now()).catch((error: unknown) => {
      // headers are out: the half ZIP has no end, so that no one takes it for whole
      logger.warn({ err: error }, 'an archive was not sent to its end');
      response.destroy();
    });
    return SENT;
  };
  const takeIn = async (path: string, confirmed: boolean): Promise<z.output<typeof ArchiveTakenShape>> => {
    const archive = await readArchive(path);
    try {
      const [houses, jobs] = [await shelf.readable<House>('house'), await shelf.readable<Job>('job')];
      const report: ImportReport = importReport(archive.bundle, {
        ...{ houses: houses.documents, jobs: jobs.documents },
        taken: { houses: houses.unreadable.map((u) => u.id), jobs: jobs.unreadable.map((u) => u.id) },
      });
      if (report.errors.length) throw invalid(report.errors, 'saddle.json in the ZIP is no Saddle export.');
      const houseOf = new Map(report.take.jobs.map((j) => [j.id, j.houseId]));
      const log = archive.log.flatMap((e) => (houseOf.has(e.jobId) ? [{ ...e, houseId: houseOf.get(e.jobId)! }] : []));
      const taken = new Set(report.take.houses.map((h) => h.id));
      const { photos, refused } = await photosOf(archive, taken, confirmed, pictures);
      const written = confirmed && report.take.houses.length + report.take.jobs.length > 0;
      if (written) await store.takeIn(report.take, now(), { log, photos });
      const counts = { log: log.length, photos: photos.length, photosRefused: refused.slice(0, 40) };
      return { written, rows: report.rows, refusedMore: report.refusedMore, ...counts };
    } finally {
      archive.close();
    }
  };
  const ZIP = file('application/zip', 'JSON, log, photos, tables, sheets');
  return [
    route({
      ...{ method: 'get', path: '/everything.zip', id: 'everything', summary: 'All houses: JSON, log, photos, tables, sheets' },
      answer: ZIP,
      handle: async ({ response }) => {
        const lines = (await shelf.list('house')).filter((l) => !('unreadable' in l));
        const houses: House[] = [];
        for (const line of lines) houses.push((await shelf.open<House>('house', line.id)).document);
        return everything(response, 'saddle', houses);
      },
    }),
    route({
      ...{ method: 'get', path: '/houses/{id}/everything.zip', id: 'everything-of-house', summary: 'The same of one house' },
      answer: ZIP,
      handle: async ({ params, response }) => {
        const { document: house } = await shelf.open<House>('house', params.id);
        return everything(response, house.id, [house]);
      },
    }),
    route({
      ...{ method: 'post', path: '/import.zip', id: 'import-archive' },
      summary: 'What such a ZIP would bring, row by row; written only when confirmed',
      query: Confirm,
      body: stream('application/zip'),
      answer: answers(ArchiveTakenShape, 'row by row'),
      handle: ({ request, query: { confirm } }) => {
        if (!request.is('application/zip')) throw problem(415, 'not-zip', 'Send the ZIP as it is: Content-Type application/zip.');
        return inFolder(async (folder) => {
          const path = join(folder, 'archive.zip');
          await pipeline(request, atMost(ARCHIVE_LIMIT), createWriteStream(path));
          if ((await stat(path)).size === 0) throw problem(422, 'no-archive', 'Nothing came. Nothing was changed.');
          return takeIn(path, confirm === 'yes');
        });
      },
    }),
  ];
}

function backupRoutes({ store, shelf, pictures, backups, now }: Api): Route[] {
  return [
    route({
      ...{ method: 'get', path: '/backup.{form}', id: 'backup' },
      summary:
        'One file with everything, earlier versions too, as a ZIP with the pictures, as SQLite without; `npm start -- --restore FILE` begins with either',
      params: z.object({ form: z.enum(['sqlite', 'zip']) }),
      answer: files({ sqlite: 'application/vnd.sqlite3', zip: 'application/zip' }, 'the backup'),
      handle: ({ params: { form }, response }) =>
        inFolder(async (folder): Promise<FileReply | Sent> => {
          const path = join(folder, 'backup.sqlite');
          await store.backUp(path);
          const name = `saddle-${now().slice(0, 16).replace(':', '')}.${form}`;
          if (form === 'sqlite') return attached(await readFile(path), name, form);
          response.type('application/zip').set('Content-Disposition', `attachment; filename="${name}"`);
          await sendBackup(response, path, pictures);
          return SENT;
        }),
    }),
    route({
      ...{ method: 'get', path: '/backups', id: 'backups', summary: 'Those that were kept, the latest first' },
      answer: answers(z.array(BackupShape), 'the backups'),
      handle: () => backups.list(),
    }),
    route({
      ...{ method: 'post', path: '/backups', id: 'take-backup', summary: 'One now' },
      answer: answers(BackupShape, 'looked at and kept', 201),
      handle: () => backups.take(now(), 'by hand'),
    }),
    route({
      ...{ method: 'get', path: '/backups/{name}', id: 'backup-file', summary: 'A kept backup as its file' },
      answer: file('application/vnd.sqlite3', 'the file'),
      handle: ({ params: { name }, response }) => {
        const path = backups.file(name);
        if (!path) throw notFound('backup', name);
        response.type('application/vnd.sqlite3').download(path, name);
        return SENT;
      },
    }),
    route({
      ...{ method: 'post', path: '/backups/{name}/restore', id: 'restore-backup' },
      summary: 'Everything becomes as it was then; what is here is backed up first',
      answer: answers(z.object({ restored: z.string(), before: BackupShape }), 'done'),
      handle: async ({ params: { name } }) => {
        const path = backups.file(name);
        if (!path) throw notFound('backup', name);
        const before = await backups.restore(path, now()).catch((error: unknown) => {
          if (error instanceof Error && error.constructor.name === 'StartError') throw problem(409, 'bad-backup', error.message);
          throw error;
        });
        shelf.forget();
        return { restored: name, before };
      },
    }),
  ];
}

export const exchangeRoutes = (api: Api): Route[] => [...fileRoutes(api), ...archiveRoutes(api), ...backupRoutes(api)];
