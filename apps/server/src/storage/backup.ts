/** A backup is one file, the database alone or a ZIP with the pictures; it goes into an empty place, and what was there is never written over. */
import {
  closeSync,
  copyFileSync,
  cpSync,
  existsSync,
  mkdirSync,
  mkdtempSync,
  openSync,
  readSync,
  renameSync,
  rmSync,
  statSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { unpackBackup } from '../archive/backup.js';
import { PHOTO_FOLDER } from '../pictures/folder.js';
import { DATABASE_FILE, looksReadable } from './dataFolder.js';
import { StartError, troubleOf } from './failures.js';
import { MIGRATIONS } from './migrations.js';

/**
 * Puts a backup into a data folder that holds no database yet.
 * @throws StartError when the backup can't be read or the folder holds one already; then nothing was changed
 */
export async function restoreBackup(backup: string, dataFolder: string): Promise<void> {
  if (!existsSync(backup) || !statSync(backup).isFile() || statSync(backup).size === 0)
    throw new StartError(`There is no backup at ${backup}. Nothing was changed.`);
  if (!startsAsZip(backup)) return restoreDatabase(backup, dataFolder);
  const folder = mkdtempSync(join(tmpdir(), 'saddle-restore-'));
  try {
    const { database, photos } = await unpackBackup(backup, folder).catch((error: unknown) => {
      throw new StartError(`${backup} is no whole backup: ${(error as Error).message.slice(0, 160)}. Nothing was changed.`, {
        cause: error,
      });
    });
    restoreDatabase(database, dataFolder);
    // a picture has its name by its content: nothing can be written over
    cpSync(photos, join(dataFolder, PHOTO_FOLDER), { recursive: true });
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}

function startsAsZip(file: string): boolean {
  const handle = openSync(file, 'r');
  try {
    const bytes = Buffer.alloc(4);
    readSync(handle, bytes, 0, 4, 0);
    return bytes.toString('latin1') === 'PK\u0003\u0004';
  } finally {
    closeSync(handle);
  }
}

function restoreDatabase(backup: string, dataFolder: string): void {
  looksReadable(
    backup,
    MIGRATIONS.map((M) => new M().name),
  );
  const target = join(dataFolder, DATABASE_FILE);
  if (existsSync(target))
    throw new StartError(`${dataFolder} holds a database already; a backup goes into an empty folder. Set SADDLE_DATA to a new one.`);
  const half = `${target}.half`;
  try {
    mkdirSync(dataFolder, { recursive: true, mode: 0o700 });
    copyFileSync(backup, half);
    renameSync(half, target);
  } catch (error) {
    rmSync(half, { force: true });
    throw new StartError(
      `The backup could not be put into ${dataFolder}: ${troubleOf(error) === 'full' ? 'the disk is full' : (error as Error).message}. Nothing was changed.`,
      { cause: error },
    );
  }
}
