/** The data folder before anything is opened for writing: is it there, is it ours alone, and can what lies in it be read? */
import Database from 'better-sqlite3';
import { chmodSync, constants, existsSync, mkdirSync, openSync, closeSync, readSync, statSync, accessSync } from 'node:fs';
import { join } from 'node:path';
import { StartError, troubleOf } from './failures.js';

export const DATABASE_FILE = 'saddle.sqlite';
const LOCK_FILE = 'saddle.lock';
/** Layout of the tables and version of the documents; a database that says a higher one was written by a newer Saddle. */
export const LAYOUT = 2;

const OWNER_ONLY_FILE = 0o600;
const OWNER_ONLY_FOLDER = 0o700;

function madeOrThere(folder: string): void {
  try {
    if (existsSync(folder)) {
      if (!statSync(folder).isDirectory())
        throw new StartError(`The data folder ${folder} is a file. Set SADDLE_DATA to a folder, or move the file away.`);
    } else mkdirSync(folder, { recursive: true, mode: OWNER_ONLY_FOLDER });
    accessSync(folder, constants.R_OK | constants.W_OK | constants.X_OK);
  } catch (error) {
    if (error instanceof StartError) throw error;
    const { code } = error as NodeJS.ErrnoException;
    const why =
      code === 'ENOSPC'
        ? 'the disk is full: make room'
        : code === 'ENOTDIR'
          ? 'part of its path is a file'
          : 'it can’t be written: give this account the right to, or set SADDLE_DATA to another folder';
    throw new StartError(`The data folder ${folder} can’t be used: ${why}.`, { cause: error });
  }
}

/** First 16 bytes of every SQLite database. */
const MAGIC = 'SQLite format 3\u0000';

function startsAsDatabase(file: string): boolean {
  const handle = openSync(file, 'r');
  try {
    const bytes = Buffer.alloc(MAGIC.length);
    return readSync(handle, bytes, 0, MAGIC.length, 0) === MAGIC.length && bytes.toString('latin1') === MAGIC;
  } finally {
    closeSync(handle);
  }
}

/**
 * Looks at an existing database without writing to it.
 * @param known names of the migrations that this program has
 * @throws StartError when it is damaged, no database, or of a newer Saddle
 */
export function looksReadable(file: string, known: readonly string[]): void {
  if (!existsSync(file) || statSync(file).size === 0) return;
  const damaged = (why: string, cause?: unknown): StartError =>
    new StartError(
      `${file} ${why}. It was left as it is: move it away and restore the last backup (npm start -- --restore FILE), or start with another SADDLE_DATA.`,
      { cause },
    );
  if (!startsAsDatabase(file)) throw damaged('is no database');
  let database: Database.Database | undefined;
  try {
    database = new Database(file, { readonly: true, fileMustExist: true });
    const found = database.pragma('quick_check(1)', { simple: true });
    if (found !== 'ok') throw damaged(`is damaged (${String(found).replace(/\s+/g, ' ').slice(0, 80)})`);
    const layout = database.pragma('user_version', { simple: true }) as number;
    const tables = new Set(
      (database.prepare(`SELECT name FROM sqlite_master WHERE type = 'table'`).all() as { name: string }[]).map((t) => t.name),
    );
    const ran = tables.has('migrations')
      ? (database.prepare('SELECT name FROM migrations').all() as { name: string }[]).map((m) => m.name)
      : [];
    if (layout > LAYOUT || ran.some((name) => !known.includes(name)))
      throw new StartError(
        `${file} was made by a newer Saddle. It was left as it is: start it with that version, or take an export of it in here.`,
      );
    if (tables.size > 0 && !tables.has('migrations')) throw damaged('is a database of some other program');
  } catch (error) {
    if (error instanceof StartError) throw error;
    if (troubleOf(error) === 'damaged') throw damaged('is damaged', error);
    throw new StartError(`${file} can’t be opened: ${(error as Error).message}. It was left as it is.`, { cause: error });
  } finally {
    database?.close();
  }
}

export interface FolderLock {
  release(): void;
}

/** One server a folder: the lock is SQLite’s own on a file of its own, so that it ends with the process however that ends. */
function lockFolder(folder: string): FolderLock {
  let lock: Database.Database | undefined;
  try {
    lock = new Database(join(folder, LOCK_FILE), { timeout: 0 });
    lock.exec('BEGIN EXCLUSIVE');
  } catch (error) {
    lock?.close();
    if (troubleOf(error) === 'busy')
      throw new StartError(`Another Saddle already serves the data folder ${folder}. Use that one, or set SADDLE_DATA to another folder.`);
    const why = troubleOf(error) === 'full' ? 'the disk is full: make room' : (error as Error).message;
    throw new StartError(`The data folder ${folder} can’t be used: ${why}.`, { cause: error });
  }
  const held = lock;
  return { release: () => held.close() };
}

/** Other accounts of the machine have no business in it. */
export function ownerOnly(folder: string): void {
  for (const name of [DATABASE_FILE, `${DATABASE_FILE}-wal`, `${DATABASE_FILE}-shm`, LOCK_FILE]) {
    const file = join(folder, name);
    if (existsSync(file)) chmodSync(file, OWNER_ONLY_FILE);
  }
}

/**
 * Makes a folder ready to be opened: made when missing, locked, its database looked at.
 * @throws StartError in one plain sentence; nothing in the folder was changed
 */
export function readyFolder(folder: string, knownMigrations: readonly string[]): FolderLock {
  madeOrThere(folder);
  const lock = lockFolder(folder);
  try {
    looksReadable(join(folder, DATABASE_FILE), knownMigrations);
  } catch (error) {
    lock.release();
    throw error;
  }
  return lock;
}
