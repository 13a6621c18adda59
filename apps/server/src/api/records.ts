/** Log, photos, archives and backups: what a house keeps beside its documents. */
import { createWriteStream } from 'node:fs';
import { mkdtemp, rm, stat } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Transform } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import express, { Router, type Request } from 'express';
import type { Logger } from 'pino';
import { importReport, MOST_PHOTOS, sheetPhotos } from '@saddle/core/exchange';
import { templateSvg } from '@saddle/core/layout';
import { checkShape, LogBatch, Photo, PICTURE_LIMIT, type Checked, type House, type Job, type KeptEntry, type KeptPhoto } from '@saddle/core/model'; // prettier-ignore
import { joinLog } from '@saddle/core/record';
import { printedTarget } from '@saddle/core/photo';
import * as z from 'zod';
import { ARCHIVE_LIMIT, readArchive } from '../archive/read.js';
import { writeArchive, type Archived } from '../archive/write.js';
import type { HeavyPool } from '../heavy/pool.js';
import type { PictureFolder } from '../pictures/folder.js';
import { isPicture, madeReady, PictureError, PICTURES_TAKEN, pictureForPaper } from '../pictures/picture.js';
import type { Backups } from '../storage/backups.js';
import type { Store } from '../storage/store.js';
import { invalid, notFound, problem } from './problem.js';
import type { Shelf } from './shelf.js';

const accept = <T>(checked: Checked<T>): T => {
  if (!checked.ok) throw invalid(checked.errors);
  return checked.value;
};
const param = (request: Request, name: string): string => String(request.params[name]);
const Paper = z.strictObject({ paper: z.enum(['letter', 'a4']).default('letter') });
const Size = z.strictObject({ size: z.enum(['whole', 'small']).default('whole') });
const Confirm = z.strictObject({ confirm: z.enum(['yes', 'no']).default('no') });
/** A batch that waited longer than this says nothing of the clock that made it. */
const CLOCK_WRONG_MS = 10 * 365 * 24 * 3_600_000;

export interface Keeping {
  store: Store;
  shelf: Shelf;
  pictures: PictureFolder;
  backups: Backups;
  heavy: HeavyPool;
  logger: Logger;
}

export function recordRoutes({ store, shelf, pictures, backups, heavy, logger }: Keeping): Router {
  const api = Router();
  const now = () => new Date().toISOString();

  // log
  api.post('/jobs/:id/log', async (request, response) => {
    const batch = accept(checkShape(LogBatch, request.body ?? {}));
    const job = (await shelf.open<Job>('job', param(request, 'id'))).document;
    const received = now();
    const ahead = Date.parse(batch.sentAt) - Date.parse(received);
    const aheadMs = Math.abs(ahead) > CLOCK_WRONG_MS ? Math.sign(ahead) * CLOCK_WRONG_MS : ahead;
    const added = await store.addLog(job.houseId, batch.entries.map((entry): KeptEntry => ({ ...entry, jobId: job.id, received, aheadMs }))); // prettier-ignore
    response.json({ added, there: batch.entries.map((e) => e.id) });
  });
  api.get('/jobs/:id/log', async (request, response) => {
    await shelf.open<Job>('job', param(request, 'id'));
    response.json(joinLog(await store.logOf({ jobId: param(request, 'id') })));
  });
  api.get('/houses/:id/log', async (request, response) => {
    await shelf.open<House>('house', param(request, 'id'));
    response.json(joinLog(await store.logOf({ houseId: param(request, 'id') })));
  });

  // photos
  const photoOf = async (request: Request): Promise<KeptPhoto> => {
    const photo = await store.photo(param(request, 'id'));
    if (!photo) throw notFound('photo', param(request, 'id'));
    return photo;
  };
  api.get('/houses/:id/photos', async (request, response) => {
    await shelf.open<House>('house', param(request, 'id'));
    response.json(await store.photosOf(param(request, 'id')));
  });
  api.get('/photos/:id', async (request, response) => void response.json(await photoOf(request)));
  api.put('/photos/:id', async (request, response) => {
    const photo = accept(checkShape(Photo, request.body ?? {}));
    if (photo.id !== param(request, 'id'))
      throw invalid([{ path: '/id', message: `The photo’s id is ${photo.id}, the address says another.`, expected: param(request, 'id').slice(0, 60), came: photo.id }]); // prettier-ignore
    await shelf.open<House>('house', photo.houseId);
    const there = await store.photo(photo.id);
    if (there && there.houseId !== photo.houseId) throw problem(409, 'exists', `There is a photo ${photo.id} of another house already.`);
    response.json(await store.putPhoto(photo, now()));
  });
  api.put('/photos/:id/picture', express.raw({ type: 'application/octet-stream', limit: PICTURE_LIMIT }), async (request, response) => {
    const photo = await photoOf(request);
    const bytes = request.body as unknown;
    if (!Buffer.isBuffer(bytes) || bytes.length === 0) throw noPicture('Nothing came.', 'an empty body');
    const ready = await madeReady(bytes).catch((error: unknown) => {
      throw error instanceof PictureError ? noPicture(error.message, error.came) : error;
    });
    if (photo.picture && photo.picture.hash !== ready.picture.hash)
      throw problem(409, 'exists', 'This photo has its picture already; another picture is another photo.');
    await pictures.keep(ready);
    await store.setPicture(photo.id, ready.picture);
    response.json({ ...photo, picture: ready.picture });
  });
  api.get('/photos/:id/picture', async (request, response) => {
    const { size } = accept(checkShape(Size, request.query));
    const { picture } = await photoOf(request);
    if (!picture || !pictures.has(picture.hash)) throw notFound('picture of photo', param(request, 'id'));
    // the picture of a photo never changes
    response.set({ 'Cache-Control': 'private, max-age=31536000, immutable', 'Content-Disposition': 'inline' }).type('image/jpeg');
    response.send(await pictures.read(picture.hash, size));
  });
  api.delete('/photos/:id', async (request, response) => {
    if (!(await store.removePhoto(param(request, 'id'), now()))) throw notFound('photo', param(request, 'id'));
    response.status(204).end();
  });
  api.get('/target.:form', async (request, response) => {
    const { paper } = accept(checkShape(Paper, request.query));
    const form = param(request, 'form');
    if (form === 'svg') return void response.type('image/svg+xml').send(templateSvg(printedTarget()));
    if (form !== 'pdf') throw notFound('form of the target', form);
    const bytes = (await heavy.run({ do: 'template', template: printedTarget(), paper, now: now() })) as Uint8Array;
    response.type('application/pdf').set('Content-Disposition', 'inline; filename="target.pdf"').send(Buffer.from(bytes));
  });

  // sheets of the record
  api.get('/jobs/:id/:sheet.pdf', async (request, response, next) => {
    const sheet = param(request, 'sheet');
    if (sheet !== 'handover' && sheet !== 'inspection') return next();
    const { paper } = accept(checkShape(Paper, request.query));
    const { job } = await shelf.laid(param(request, 'id'));
    const photos = (await store.photosOf(job.houseId)).filter((p) => p.jobId === job.id);
    const shown: Record<string, Uint8Array> = {};
    if (sheet === 'handover')
      for (const { id } of sheetPhotos(photos).slice(0, MOST_PHOTOS)) {
        const hash = photos.find((p) => p.id === id)?.picture?.hash;
        if (hash && pictures.has(hash)) shown[id] = await pictureForPaper(await pictures.read(hash));
      }
    const log = await store.logOf({ jobId: job.id });
    const bytes = (await heavy.run({ do: sheet, job, log, photos, shown, paper, now: now() })) as Uint8Array;
    response.type('application/pdf').set('Content-Disposition', `inline; filename="${job.id}-${sheet}.pdf"`).send(Buffer.from(bytes));
  });

  // everything out and in
  const archived = async (house: House): Promise<Archived> => ({
    house,
    jobs: await shelf.jobsOf(house.id),
    log: joinLog(await store.logOf({ houseId: house.id })),
    photos: await store.photosOf(house.id),
  });
  const everything = async (response: express.Response, name: string, houses: House[]): Promise<void> => {
    const all: Archived[] = [];
    for (const house of houses) all.push(await archived(house));
    response.type('application/zip').set('Content-Disposition', `attachment; filename="${name}.zip"`);
    await writeArchive(response, all, pictures, heavy, now()).catch((error: unknown) => {
      // headers are out: the half ZIP has no end, so that no one takes it for whole
      logger.warn({ err: error }, 'an archive was not sent to its end');
      response.destroy();
    });
  };
  api.get('/everything.zip', async (_request, response) => {
    const lines = await shelf.list('house');
    const houses: House[] = [];
    for (const line of lines) if (!('unreadable' in line)) houses.push((await shelf.open<House>('house', line.id)).document);
    await everything(response, 'saddle', houses);
  });
  api.get('/houses/:id/everything.zip', async (request, response) => {
    const { document: house } = await shelf.open<House>('house', param(request, 'id'));
    await everything(response, house.id, [house]);
  });

  api.post('/import.zip', async (request, response) => {
    const { confirm } = accept(checkShape(Confirm, request.query));
    if (!request.is('application/zip')) throw problem(415, 'not-zip', 'Send the ZIP as it is: Content-Type application/zip.');
    const folder = await mkdtemp(join(tmpdir(), 'saddle-archive-'));
    try {
      const file = join(folder, 'archive.zip');
      await pipeline(request, atMost(ARCHIVE_LIMIT), createWriteStream(file));
      if ((await stat(file)).size === 0) throw problem(422, 'no-archive', 'Nothing came. Nothing was changed.');
      response.json(await takeArchive(file, confirm === 'yes'));
    } finally {
      await rm(folder, { recursive: true, force: true });
    }
  });
  const takeArchive = async (file: string, confirmed: boolean): Promise<unknown> => {
    const archive = await readArchive(file);
    try {
      const [houses, jobs] = [await shelf.readable<House>('house'), await shelf.readable<Job>('job')];
      const report = importReport(archive.bundle, {
        houses: houses.documents, jobs: jobs.documents,
        taken: { houses: houses.unreadable.map((u) => u.id), jobs: jobs.unreadable.map((u) => u.id) },
      }); // prettier-ignore
      if (report.errors.length) throw invalid(report.errors, 'saddle.json in the ZIP is no Saddle export.');
      const taken = new Set(report.take.houses.map((h) => h.id));
      const houseOf = new Map(report.take.jobs.map((j) => [j.id, j.houseId]));
      const log = archive.log.flatMap((e) => (houseOf.has(e.jobId) ? [{ ...e, houseId: houseOf.get(e.jobId)! }] : []));
      const photos: KeptPhoto[] = [];
      const refused: string[] = [];
      for (const photo of archive.photos.filter((p) => taken.has(p.houseId))) {
        const { picture: before, ...said } = photo;
        const bytes = await archive.picture(photo.id);
        const refuse = (error: unknown): undefined => void refused.push(`${photo.note || photo.id}: ${(error as Error).message}`);
        // before it is confirmed only its kind is looked at: a house of hundreds is answered at once
        const ready = bytes && confirmed ? await madeReady(bytes, before?.hash).catch(refuse) : undefined;
        if (bytes && !(confirmed ? ready : await isPicture(bytes).catch(refuse))) continue;
        if (ready) await pictures.keep(ready);
        photos.push({ ...said, ...(ready ? { picture: ready.picture } : {}) });
      }
      const written = confirmed && report.take.houses.length + report.take.jobs.length > 0;
      if (written) await store.takeIn(report.take, now(), { log, photos });
      return { written, rows: report.rows, refusedMore: report.refusedMore, log: log.length, photos: photos.length, photosRefused: refused.slice(0, 40) }; // prettier-ignore
    } finally {
      archive.close();
    }
  };

  // backups
  api.get('/backups', (_request, response) => void response.json(backups.list()));
  api.post('/backups', async (_request, response) => void response.status(201).json(await backups.take(now(), 'by hand')));
  api.get('/backups/:name', (request, response) => {
    const file = backups.file(param(request, 'name'));
    if (!file) throw notFound('backup', param(request, 'name'));
    response.type('application/vnd.sqlite3').download(file, param(request, 'name'));
  });
  api.post('/backups/:name/restore', async (request, response) => {
    const file = backups.file(param(request, 'name'));
    if (!file) throw notFound('backup', param(request, 'name'));
    let before;
    try {
      before = await backups.restore(file, now());
    } catch (error) {
      if (error instanceof Error && error.constructor.name === 'StartError') throw problem(409, 'bad-backup', error.message);
      throw error;
    }
    shelf.forget();
    response.json({ restored: param(request, 'name'), before });
  });
  return api;
}

const noPicture = (message: string, came: string) =>
  problem(422, 'no-picture', message, { errors: [{ path: '/', message, expected: PICTURES_TAKEN, came }] });

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
