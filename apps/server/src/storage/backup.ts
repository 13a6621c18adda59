/** A backup is one SQLite file; it goes into an empty place, and what was there is never written over. */
import { copyFileSync, existsSync, mkdirSync, renameSync, rmSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { DATABASE_FILE, looksReadable } from './dataFolder.js';
import { StartError, troubleOf } from './failures.js';
import { MIGRATIONS } from './migrations.js';

/**
 * Puts a backup into a data folder that holds no database yet.
 * @throws StartError when the backup can't be read or the folder holds one already; then nothing was changed
 */
export function restoreBackup(backup: string, dataFolder: string): void {
  if (!existsSync(backup) || !statSync(backup).isFile() || statSync(backup).size === 0)
    throw new StartError(`There is no backup at ${backup}. Nothing was changed.`);
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
