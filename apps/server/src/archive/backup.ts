/** A whole backup as one file: the database and every picture it names. */
import { createWriteStream } from 'node:fs';
import { mkdir, rm } from 'node:fs/promises';
import { join } from 'node:path';
import type { Writable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { promisify } from 'node:util';
import Database from 'better-sqlite3';
import { open, type Entry, type ZipFile } from 'yauzl';
import { ZipFile as NewZip } from 'yazl';
import { PHOTO_FOLDER, SIZES, type PictureFolder } from '../pictures/folder.js';
import { DATABASE_FILE } from '../storage/dataFolder.js';

const PICTURE_FILE = /^photos\/[0-9a-f]{64}(-small)?\.jpg$/;

/** Hashes of the pictures that a database names. */
function picturesIn(file: string): string[] {
  const database = new Database(file, { readonly: true });
  try {
    const rows = database.prepare('SELECT picture FROM photo WHERE picture IS NOT NULL').all() as { picture: string }[];
    return [...new Set(rows.map((r) => (JSON.parse(r.picture) as { hash: string }).hash))];
  } finally {
    database.close();
  }
}

export async function sendBackup(to: Writable, database: string, pictures: PictureFolder): Promise<void> {
  const zip = new NewZip();
  const sent = pipeline(zip.outputStream, to);
  zip.addFile(database, DATABASE_FILE);
  for (const hash of picturesIn(database))
    if (pictures.has(hash))
      for (const size of SIZES) zip.addFile(pictures.file(hash, size), `${PHOTO_FOLDER}/${hash}${size === 'small' ? '-small' : ''}.jpg`, { compress: false }); // prettier-ignore
  zip.end();
  await sent;
}

const openZip = promisify(open as (path: string, options: object, done: (error: Error | null, zip: ZipFile) => void) => void);

/**
 * Unpacks a backup that came as a ZIP: the database beside its pictures, and nothing else that may be in it.
 * @param into an empty folder of our own
 * @throws Error when it is no whole backup
 */
export async function unpackBackup(file: string, into: string): Promise<{ database: string; photos: string }> {
  const zip = await openZip(file, { lazyEntries: true, autoClose: false });
  const photos = join(into, PHOTO_FOLDER);
  await mkdir(photos, { recursive: true });
  const stream = promisify(
    zip.openReadStream.bind(zip) as (entry: Entry, done: (error: Error | null, stream: NodeJS.ReadableStream) => void) => void,
  );
  let database: string | undefined;
  try {
    await new Promise<void>((resolve, reject) => {
      zip.on('error', reject);
      zip.on('end', resolve);
      zip.on('entry', (entry: Entry) => {
        const target = entry.fileName === DATABASE_FILE || PICTURE_FILE.test(entry.fileName) ? join(into, entry.fileName) : undefined;
        if (entry.fileName === DATABASE_FILE) database = target;
        const next = (): void => zip.readEntry();
        if (!target) return next();
        stream(entry).then((from) => pipeline(from, createWriteStream(target, { mode: 0o600 }))).then(next, reject); // prettier-ignore
      });
      zip.readEntry();
    });
  } catch (error) {
    await rm(into, { recursive: true, force: true });
    throw error;
  } finally {
    zip.close();
  }
  if (!database) throw new Error(`there is no ${DATABASE_FILE} in it`);
  return { database, photos };
}
