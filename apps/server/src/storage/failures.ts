/** What can go wrong below a document: said in a sentence, and by a kind that the API and the page can act on. */

export const STORAGE_TROUBLES = ['full', 'i/o', 'busy', 'memory', 'read-only', 'damaged', 'unknown'] as const;
export type StorageTrouble = (typeof STORAGE_TROUBLES)[number];

const WORDS: Record<StorageTrouble, string> = {
  full: 'The disk is full: nothing was written. Make room on it.',
  'i/o': 'The disk did not take it: nothing was written. Look whether it is still there and well.',
  busy: 'Another program holds the database: nothing was written. Try again in a moment.',
  memory: 'There was not enough memory: nothing was written. Try again in a moment.',
  'read-only': 'The data folder can’t be written: nothing was written. Look at the rights of the folder.',
  damaged: 'The database is damaged: nothing was written. Take the last backup into an empty folder.',
  unknown: 'The database refused: nothing was written.',
};

/** A write or read that the database could not do. Nothing of it was written. */
export class StorageError extends Error {
  constructor(
    readonly trouble: StorageTrouble,
    options?: ErrorOptions,
  ) {
    super(WORDS[trouble], options);
  }
}

/** SQLite’s own codes and the system’s, the longest prefix first. */
const CODES: [string, StorageTrouble][] = [
  ['SQLITE_FULL', 'full'],
  ['ENOSPC', 'full'],
  ['EDQUOT', 'full'],
  ['SQLITE_IOERR', 'i/o'],
  ['EIO', 'i/o'],
  ['SQLITE_BUSY', 'busy'],
  ['SQLITE_LOCKED', 'busy'],
  ['SQLITE_PROTOCOL', 'busy'],
  ['SQLITE_NOMEM', 'memory'],
  ['SQLITE_READONLY', 'read-only'],
  ['SQLITE_CANTOPEN', 'read-only'],
  ['EROFS', 'read-only'],
  ['EACCES', 'read-only'],
  ['SQLITE_CORRUPT', 'damaged'],
  ['SQLITE_NOTADB', 'damaged'],
];

/** The kind of trouble behind an error, however deep it is wrapped; undefined when it isn’t the database’s. */
export function troubleOf(error: unknown): StorageTrouble | undefined {
  for (let at = error, depth = 0; at && depth < 5; depth++) {
    if (at instanceof StorageError) return at.trouble;
    const { code, driverError, cause } = at as { code?: unknown; driverError?: unknown; cause?: unknown };
    if (typeof code === 'string') {
      const known = CODES.find(([prefix]) => code.startsWith(prefix));
      if (known) return known[1];
      // a constraint is an answer about the document, not trouble with the disk
      if (code.startsWith('SQLITE_') && !code.startsWith('SQLITE_CONSTRAINT') && code !== 'SQLITE_ERROR') return 'unknown';
    }
    at = driverError ?? cause;
  }
  return undefined;
}

/** Why Saddle can’t start with a folder: one plain sentence, and what to do. Its files were not touched. */
export class StartError extends Error {}
