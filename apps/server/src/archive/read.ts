/** A ZIP that comes in: nothing in it is believed. Names, sizes and kinds are looked at before a byte is kept. */
import { promisify } from 'node:util';
import * as z from 'zod';
import { checkShape, KeptEntry, KeptPhoto } from '@saddle/core/model';
import { open, type Entry, type ZipFile } from 'yauzl';
import { nestsDeeperThan, MOST_LEVELS, IMPORT_LIMIT } from '../api/body.js';
import { invalid, problem } from '../api/problem.js';
import { ARCHIVE_FORMAT, ARCHIVE_VERSION } from './write.js';

const MB = 1024 * 1024;
/** The whole file, and what comes out of it. */
export const ARCHIVE_LIMIT = 2048 * MB;
const MOST_FILES = 20_000;
const PICTURE_MOST = 40 * MB;
/** A file that grows more than this in unpacking is a trap: JSON of houses grows by some twenty times. */
const MOST_GROWTH = 200;

const Records = z.strictObject({
  format: z.literal(ARCHIVE_FORMAT),
  version: z.literal(ARCHIVE_VERSION),
  log: z.array(KeptEntry).max(200_000),
  photos: z.array(KeptPhoto).max(50_000),
});

export interface ReadArchive {
  /** saddle.json as it came, to be looked at like any file that comes in */
  bundle: unknown;
  log: KeptEntry[];
  photos: KeptPhoto[];
  /** bytes of a picture by the id of its photo; undefined where the ZIP has none */
  picture(id: string): Promise<Buffer | undefined>;
  close(): void;
}

const notZip = (why: string) =>
  problem(422, 'no-archive', `The ZIP can’t be taken in: ${why}. Nothing was changed.`, {
    errors: [{ path: '/', message: why, expected: 'a ZIP that Saddle gave out', came: 'another' }],
  });

/** yauzl’s own words, in ours. */
function wordsOf(error: Error): string {
  if (/relative path|absolute path|invalid characters/i.test(error.message)) return `a file in it would go outside its folder (${error.message.slice(0, 120)})`; // prettier-ignore
  if (/End of central directory|multi-disk|central directory/i.test(error.message)) return 'it is no whole ZIP: half of it is missing, or it is another kind of file'; // prettier-ignore
  if (/too many bytes|not enough bytes|size/i.test(error.message)) return 'a file in it is larger than it says';
  return error.message.slice(0, 160);
}

const openZip = promisify(open as (path: string, options: object, done: (error: Error | null, zip: ZipFile) => void) => void);

/** Reads the list of files, refusing what no ZIP of Saddle’s has. */
function entriesOf(zip: ZipFile): Promise<Map<string, Entry>> {
  return new Promise((resolve, reject) => {
    const entries = new Map<string, Entry>();
    let whole = 0;
    zip.on('error', (error: Error) => reject(notZip(wordsOf(error))));
    zip.on('entry', (entry: Entry) => {
      whole += entry.uncompressedSize;
      const grows = entry.uncompressedSize > MB && entry.uncompressedSize > MOST_GROWTH * Math.max(1, entry.compressedSize);
      if (entries.size >= MOST_FILES) return reject(notZip(`it holds more than ${MOST_FILES} files`));
      if (grows || whole > ARCHIVE_LIMIT || entry.uncompressedSize > IMPORT_LIMIT) return reject(notZip('unpacked it would be far larger than any house')); // prettier-ignore
      if (entry.isEncrypted()) return reject(notZip('it is locked with a password'));
      entries.set(entry.fileName, entry);
      zip.readEntry();
    });
    zip.on('end', () => resolve(entries));
    zip.readEntry();
  });
}

function bytesOf(zip: ZipFile, entry: Entry, most: number): Promise<Buffer> {
  return new Promise((resolve, reject) => {
    if (entry.uncompressedSize > most) return reject(notZip(`${entry.fileName.slice(0, 60)} is larger than ${Math.round(most / MB)} MB`));
    zip.openReadStream(entry, (error, stream) => {
      if (error) return reject(notZip(wordsOf(error)));
      const chunks: Buffer[] = [];
      let bytes = 0;
      stream.on('data', (chunk: Buffer) => {
        bytes += chunk.length;
        if (bytes > most) stream.destroy(new Error('too many bytes in the stream'));
        else chunks.push(chunk);
      });
      stream.on('error', (e: Error) => reject(notZip(wordsOf(e))));
      stream.on('end', () => resolve(Buffer.concat(chunks)));
    });
  });
}

function jsonOf(name: string, bytes: Buffer): unknown {
  if (nestsDeeperThan(bytes, MOST_LEVELS)) throw notZip(`${name} nests deeper than ${MOST_LEVELS} levels`);
  try {
    return JSON.parse(bytes.toString('utf8'));
  } catch {
    throw notZip(`${name} in it is no JSON`);
  }
}

/**
 * @param file a ZIP on the disk
 * @throws ProblemError 422 with what is wrong; `close` when done
 */
export async function readArchive(file: string): Promise<ReadArchive> {
  let zip: ZipFile;
  try {
    zip = await openZip(file, { lazyEntries: true, autoClose: false });
  } catch (error) {
    throw notZip(wordsOf(error as Error));
  }
  try {
    const entries = await entriesOf(zip);
    const [main, records] = [entries.get('saddle.json'), entries.get('records.json')];
    if (!main) throw notZip('there is no saddle.json in it');
    const bundle = jsonOf('saddle.json', await bytesOf(zip, main, IMPORT_LIMIT));
    const shape = records ? checkShape(Records, jsonOf('records.json', await bytesOf(zip, records, IMPORT_LIMIT))) : undefined;
    if (shape && !shape.ok) throw invalid(shape.errors, 'records.json in the ZIP is not as it should be.');
    return {
      bundle,
      log: shape?.value.log ?? [],
      photos: shape?.value.photos ?? [],
      picture: async (id) => {
        const entry = entries.get(`photos/${id}.jpg`);
        return entry && bytesOf(zip, entry, PICTURE_MOST);
      },
      close: () => zip.close(),
    };
  } catch (error) {
    zip.close();
    throw error;
  }
}
