/** Everything of a house, or of all of them, in one ZIP: documents, log, photos, tables, sheets. Written while it is sent. */
import { pipeline } from 'node:stream/promises';
import type { Writable } from 'node:stream';
import { exportFile, houseTables } from '@saddle/core/exchange';
import { laidIn, type House, type Job, type KeptEntry, type KeptPhoto } from '@saddle/core/model';
import { ZipFile } from 'yazl';
import type { HeavyPool } from '../heavy/pool.js';
import { OWN_ZONE } from '../own-zone.js';
import type { PictureFolder } from '../pictures/folder.js';

export const ARCHIVE_FORMAT = 'saddle-archive';
export const ARCHIVE_VERSION = 1;

export interface Archived {
  house: House;
  jobs: Job[];
  log: KeptEntry[];
  photos: KeptPhoto[];
}

const README = `Everything of one or more houses, kept by Saddle.

saddle.json   houses and jobs: what Saddle takes in again
records.json  log and photos: taken in with it
photos/       the pictures, by the id of their photo
tables/       the same as tables (CSV), to look at
sheets/       job sheets (PDF), to look at

Take it in on the page "Files" of any Saddle.
`;

/** Sends the ZIP; ends early when whoever asked has gone. */
export async function writeArchive(
  to: Writable,
  houses: readonly Archived[],
  pictures: PictureFolder,
  heavy: HeavyPool,
  now: string,
): Promise<void> {
  const zip = new ZipFile();
  const sent = pipeline(zip.outputStream, to);
  let gone = false;
  to.once('close', () => (gone = true));
  const at = { mtime: new Date(now) };
  const add = (name: string, text: string | Buffer): void => zip.addBuffer(Buffer.from(text), name, at);
  add('README.txt', README);
  add('saddle.json', JSON.stringify(exportFile({ houses: houses.map((h) => h.house), jobs: houses.flatMap((h) => h.jobs) })));
  add('records.json', JSON.stringify({ format: ARCHIVE_FORMAT, version: ARCHIVE_VERSION, log: houses.flatMap((h) => h.log), photos: houses.flatMap((h) => h.photos) })); // prettier-ignore
  for (const { house, jobs, log, photos } of houses) {
    const folder = houses.length > 1 ? `${house.id}/` : '';
    for (const [name, text] of Object.entries(houseTables(house, jobs, log, photos))) add(`tables/${folder}${name}`, text);
    for (const photo of photos)
      // already packed: deflating a JPEG wins nothing
      if (photo.picture && pictures.has(photo.picture.hash)) zip.addFile(pictures.file(photo.picture.hash), `photos/${photo.id}.jpg`, { compress: false, ...at }); // prettier-ignore
  }
  try {
    for (const { house, jobs } of houses)
      for (const job of jobs) {
        if (gone) break;
        const sheet = (await heavy.run({
          do: 'job-sheet',
          job: laidIn(job, house, jobs),
          paper: house.unit === 'in' ? 'letter' : 'a4',
          now,
          zone: OWN_ZONE,
        })) as Uint8Array;
        add(`sheets/${job.id}.pdf`, Buffer.from(sheet));
      }
  } finally {
    zip.end();
  }
  await sent;
}
