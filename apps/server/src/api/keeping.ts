/** What the routes work with. */
import type { Logger } from 'pino';
import type * as z from 'zod';
import type { House, Job } from '@saddle/core/model';
import { differences } from '@saddle/core/model';
import type { HeavyPool } from '../heavy/pool.js';
import type { ForPrint, Task } from '../heavy/tasks.js';
import type { Network } from '../lan/index.js';
import type { PictureFolder } from '../pictures/folder.js';
import type { Backups } from '../storage/backups.js';
import type { Kind, SaveResult, Store, Stored } from '../storage/store.js';
import { notFound, problem, type ProblemError } from './problem.js';
import type { FileReply } from './route.js';
import type { DatedPaper } from './shapes.js';
import type { Request, Response } from 'express';
import { Shelf } from './shelf.js';

export interface Keeping {
  store: Store;
  pictures: PictureFolder;
  backups: Backups;
  heavy: HeavyPool;
  logger: Logger;
}
export interface Api extends Keeping {
  shelf: Shelf;
  network: () => Network | undefined;
  version: string;
  now: () => string;
  /** What a dated sheet is printed with. */
  print: (asked: z.output<typeof DatedPaper>) => ForPrint;
  /** A PDF from the threads, shown in the page. */
  pdf: (name: string, task: Task) => Promise<FileReply>;
  /** What was just written is known as it was checked. */
  kept: <T extends House | Job>(kind: Kind, result: SaveResult<T>) => SaveResult<T>;
}
export function apiOf(keeping: Keeping, version: string, network: () => Network | undefined): Api {
  const { store, heavy, logger } = keeping;
  const now = (): string => new Date().toISOString();
  const shelf = new Shelf(store, (err, what) => logger.error({ err }, `${what} failed`));
  return {
    ...keeping,
    ...{ shelf, network, version },
    now,
    print: ({ paper, zone }) => ({ paper, zone, now: now() }),
    pdf: async (name, task) => ({ send: Buffer.from((await heavy.run(task)) as Uint8Array), name }),
    kept: (kind, result) => {
      if (result.outcome === 'saved') shelf.note(kind, result.stored);
      return result;
    },
  };
}

/** Differences that an answer names; the rest is counted by whoever compares the documents themselves. */
export const MOST_DIFFERENCES = 40;

export const withTag = <T extends { revision: number }>(response: Response, stored: T): T => {
  response.set('ETag', `"${stored.revision}"`);
  return stored;
};

/** What was saved. Who saved a document has it: the revision alone does where it says `Prefer: return=minimal` (RFC 7240). */
export function saved<T extends House | Job>(
  { request, response }: { request: Request; response: Response },
  result: SaveResult<T>,
  mine: House | Job,
): Omit<Stored<T>, 'document'> & { document?: T } {
  if (result.outcome !== 'saved') throw refusal(result, mine);
  const { revision, savedAt } = withTag(response, result.stored);
  if (!request.get('prefer')?.includes('return=minimal')) return result.stored;
  response.set('Preference-Applied', 'return=minimal');
  return { revision, savedAt };
}
/** Why it was not: it is gone, its id is taken, or somebody was faster. */
export function refusal<T extends House | Job>(result: Exclude<SaveResult<T>, { outcome: 'saved' }>, mine: House | Job): ProblemError {
  switch (result.outcome) {
    case 'missing':
      return notFound('document', mine.id);
    case 'exists':
      return problem(409, 'exists', `There is already one with the id ${mine.id}.`, {
        errors: [{ path: '/id', message: 'This id is taken.', expected: 'an id of its own', came: mine.id }],
      });
    case 'conflict':
      return problem(409, 'conflict', 'Somebody saved a newer version in the meantime; nothing was written.', {
        current: result.current,
        differs: differences(result.current.document, mine, 'unit' in mine ? mine.unit : 'in').slice(0, MOST_DIFFERENCES),
      });
  }
}
