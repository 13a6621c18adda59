/** The log of the work and its photos, and the sheet that is measured from in a photo. */
import { printedTarget } from '@saddle/core/photo';
import { templateSvg } from '@saddle/core/layout';
import { KeptEntry, KeptPhoto, LogBatch, Photo, PICTURE_LIMIT, type House, type Job } from '@saddle/core/model';
import { joinLog } from '@saddle/core/log';
import * as z from 'zod';
import { madeReady, PictureError, PICTURES_TAKEN } from '../../pictures/picture.js';
import type { Api } from '../keeping.js';
import { invalid, notFound, problem } from '../problem.js';
import { answers, bytes, file, files, json, nothing, route, type Route } from '../route.js';
import { Paper, PDF_OR_SVG } from '../shapes.js';

const Size = z.strictObject({ size: z.enum(['whole', 'small']).default('whole') });
/** A batch that waited longer than this says nothing of the clock that made it. */
const CLOCK_WRONG_MS = 10 * 365 * 24 * 3_600_000;
const noPicture = (message: string, came: string) =>
  problem(422, 'no-picture', message, { errors: [{ path: '/', message, expected: PICTURES_TAKEN, came }] });

function logRoutes({ store, shelf, now }: Api): Route[] {
  return [
    route({
      ...{ method: 'get', path: '/jobs/{id}/log', id: 'log', summary: 'Entries of all devices joined, in the order of what happened' },
      answer: answers(z.array(KeptEntry), 'the log'),
      handle: async ({ params }) => {
        await shelf.open<Job>('job', params.id);
        return joinLog(await store.logOf({ jobId: params.id }));
      },
    }),
    route({
      ...{ method: 'post', path: '/jobs/{id}/log', id: 'bring-log' },
      summary: 'Adds entries that are not there yet, by their ids; how far the device’s clock is off is told from `sentAt`',
      body: json(LogBatch),
      answer: answers(z.object({ added: z.number().int(), there: z.array(z.string()) }), 'how many were new'),
      handle: async ({ params, body: batch }) => {
        const job = (await shelf.open<Job>('job', params.id)).document;
        const received = now();
        const ahead = Date.parse(batch.sentAt) - Date.parse(received);
        const aheadMs = Math.abs(ahead) > CLOCK_WRONG_MS ? Math.sign(ahead) * CLOCK_WRONG_MS : ahead;
        const added = await store.addLog(job.houseId, batch.entries.map((entry): KeptEntry => ({ ...entry, jobId: job.id, received, aheadMs }))); // prettier-ignore
        return { added, there: batch.entries.map((e) => e.id) };
      },
    }),
    route({
      ...{ method: 'get', path: '/houses/{id}/log', id: 'log-of-house', summary: 'The logs of its jobs' },
      answer: answers(z.array(KeptEntry), 'the log'),
      handle: async ({ params }) => {
        await shelf.open<House>('house', params.id);
        return joinLog(await store.logOf({ houseId: params.id }));
      },
    }),
  ];
}

function photoRoutes({ store, shelf, pictures, pdf, now }: Api): Route[] {
  const photoOf = async (id: string): Promise<KeptPhoto> => {
    const photo = await store.photo(id);
    if (!photo) throw notFound('photo', id);
    return photo;
  };
  return [
    route({
      ...{ method: 'get', path: '/houses/{id}/photos', id: 'photos', summary: 'The photos of a house, the earliest first' },
      answer: answers(z.array(KeptPhoto), 'the photos'),
      handle: async ({ params }) => {
        await shelf.open<House>('house', params.id);
        return store.photosOf(params.id);
      },
    }),
    route({
      ...{ method: 'get', path: '/photos/{id}', id: 'photo', summary: 'What is said of a photo' },
      answer: answers(KeptPhoto, 'what is said of it'),
      handle: ({ params }) => photoOf(params.id),
    }),
    route({
      ...{ method: 'put', path: '/photos/{id}', id: 'put-photo', summary: 'What is said of a photo; its picture comes apart' },
      body: json(Photo),
      answer: answers(KeptPhoto, 'as kept'),
      handle: async ({ params: { id }, body: photo }) => {
        if (photo.id !== id)
          throw invalid([{ path: '/id', message: `The photo’s id is ${photo.id}, the address says another.`, expected: id.slice(0, 60), came: photo.id }]); // prettier-ignore
        await shelf.open<House>('house', photo.houseId);
        const there = await store.photo(photo.id);
        if (there && there.houseId !== photo.houseId)
          throw problem(409, 'exists', `There is a photo ${photo.id} of another house already.`);
        return store.putPhoto(photo, now());
      },
    }),
    route({
      ...{ method: 'delete', path: '/photos/{id}', id: 'remove-photo' },
      summary: 'Thrown out; put again before the next start it comes back with its picture',
      answer: nothing('gone'),
      handle: async ({ params }) => {
        if (!(await store.removePhoto(params.id, now()))) throw notFound('photo', params.id);
        return undefined;
      },
    }),
    route({
      ...{ method: 'get', path: '/photos/{id}/picture', id: 'picture', summary: 'The picture; it never changes' },
      query: Size,
      answer: file('image/jpeg', 'the picture'),
      handle: async ({ params, query: { size }, response }) => {
        const { picture } = await photoOf(params.id);
        if (!picture || !pictures.has(picture.hash)) throw notFound('picture of photo', params.id);
        response.set({ 'Cache-Control': 'private, max-age=31536000, immutable', 'Content-Disposition': 'inline' });
        return { send: await pictures.read(picture.hash, size) };
      },
    }),
    route({
      ...{ method: 'put', path: '/photos/{id}/picture', id: 'put-picture' },
      summary: 'JPEG, PNG or WebP up to 25 MB; kept as JPEG without place or maker',
      body: bytes('application/octet-stream', PICTURE_LIMIT),
      answer: answers(KeptPhoto, 'with its picture'),
      handle: async ({ params, body }) => {
        const photo = await photoOf(params.id);
        if (!Buffer.isBuffer(body) || body.length === 0) throw noPicture('Nothing came.', 'an empty body');
        const ready = await madeReady(body).catch((error: unknown) => {
          throw error instanceof PictureError ? noPicture(error.message, error.came) : error;
        });
        if (photo.picture && photo.picture.hash !== ready.picture.hash)
          throw problem(409, 'exists', 'This photo has its picture already; another picture is another photo.');
        await pictures.keep(ready);
        await store.setPicture(photo.id, ready.picture);
        return { ...photo, picture: ready.picture };
      },
    }),
    route({
      ...{ method: 'get', path: '/target.{form}', id: 'target', summary: 'The sheet to measure from in a photo, at true scale' },
      params: z.object({ form: z.enum(['pdf', 'svg']) }),
      query: Paper,
      answer: files(PDF_OR_SVG, 'the sheet'),
      handle: async ({ params: { form }, query: { paper } }) =>
        form === 'svg'
          ? { send: templateSvg(printedTarget()), form }
          : pdf('target.pdf', { do: 'template', template: printedTarget(), paper, now: now() }),
    }),
  ];
}

export const recordRoutes = (api: Api): Route[] => [...logRoutes(api), ...photoRoutes(api)];
