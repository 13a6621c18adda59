/** Backups that Saddle takes by itself, beside the data: looked at once they are written, thinned out by age, restored from the page. */
import Database from 'better-sqlite3';
import { existsSync, mkdirSync, readdirSync, renameSync, rmSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { thinnedBackups } from '@saddle/core/model';
import { looksReadable } from './dataFolder.js';
import { MIGRATIONS } from './migrations.js';
import type { Store } from './store.js';

export const BACKUP_FOLDER = 'backups';
/** `saddle-20261127T074005123Z-before-restore.sqlite`: to the thousandth, so that none is written over another */
const FILE = /^saddle-(\d{4})(\d\d)(\d\d)T(\d\d)(\d\d)(\d\d)(\d{3})Z(-[a-z-]+)?\.sqlite$/;
const EVERY_MS = 24 * 60 * 60_000;
const LOOK_EVERY_MS = 30 * 60_000;

export interface BackupLine {
  name: string;
  /** ISO instant */
  at: string;
  bytes: number;
  /** why it was taken, where that is not the daily round */
  why?: string;
}

const known = MIGRATIONS.map((M) => new M().name);

export class Backups {
  private readonly folder: string;
  private timer: NodeJS.Timeout | undefined;

  constructor(
    private readonly store: Store,
    dataFolder: string,
  ) {
    this.folder = join(dataFolder, BACKUP_FOLDER);
    mkdirSync(this.folder, { recursive: true, mode: 0o700 });
    for (const name of readdirSync(this.folder)) if (name.endsWith('.half')) rmSync(join(this.folder, name), { force: true });
  }

  /** The latest first. */
  list(): BackupLine[] {
    return readdirSync(this.folder)
      .flatMap((name): BackupLine[] => {
        const match = FILE.exec(name);
        if (!match) return [];
        const [, y, mo, d, h, mi, s, ms, why] = match;
        return [{ name, at: `${y}-${mo}-${d}T${h}:${mi}:${s}.${ms}Z`, bytes: statSync(join(this.folder, name)).size, ...(why ? { why: why.slice(1).replaceAll('-', ' ') } : {}) }]; // prettier-ignore
      })
      .sort((a, b) => (a.at < b.at ? 1 : -1));
  }

  /** The file of one that is kept; undefined when there is none of that name. */
  file(name: string): string | undefined {
    return FILE.test(name) && existsSync(join(this.folder, name)) ? join(this.folder, name) : undefined;
  }

  /**
   * Takes one while serving goes on, looks whether it can be read, and lets old ones go.
   * @throws StartError when what was written can’t be read; then it is not kept
   */
  async take(now: string, why?: 'by hand' | 'before restore'): Promise<BackupLine> {
    const stamp = now.replace(/[-:.]/g, '');
    const name = `saddle-${stamp}${why ? `-${why.replaceAll(' ', '-')}` : ''}.sqlite`;
    const half = join(this.folder, `${name}.half`);
    try {
      await this.store.backUp(half);
      looksReadable(half, known);
      renameSync(half, join(this.folder, name));
    } finally {
      rmSync(half, { force: true });
    }
    const there = this.list();
    const gone = new Set(thinnedBackups(there.map((b) => b.at), now)); // prettier-ignore
    for (const line of there) if (gone.has(line.at) && line.name !== name) rmSync(join(this.folder, line.name), { force: true });
    return this.list().find((b) => b.name === name)!;
  }

  /** One a day, the first when the last is older than that; failures are reported and tried again. */
  keepTaking(onFailure: (error: unknown) => void): void {
    const look = (): void => {
      const last = this.list().find((b) => b.why === undefined)?.at;
      const now = new Date().toISOString();
      if (last !== undefined && Date.parse(now) - Date.parse(last) < EVERY_MS && Date.parse(last) <= Date.parse(now)) return;
      void this.take(now).catch(onFailure);
    };
    this.timer = setInterval(look, LOOK_EVERY_MS);
    this.timer.unref();
    setTimeout(look, 5000).unref();
  }
  stop(): void {
    clearInterval(this.timer);
  }

  /** Pictures that kept backups name: they stay as long as those do. */
  pictures(): Set<string> {
    const hashes = new Set<string>();
    for (const { name } of this.list()) {
      let database: Database.Database | undefined;
      try {
        database = new Database(join(this.folder, name), { readonly: true });
        const rows = database.prepare('SELECT picture FROM photo WHERE picture IS NOT NULL').all() as { picture: string }[];
        for (const { picture } of rows) hashes.add((JSON.parse(picture) as { hash: string }).hash);
      } catch {
        // from before there were photos, or damaged: it names none
      } finally {
        database?.close();
      }
    }
    return hashes;
  }

  /**
   * Everything here becomes what a kept backup has; what was here is backed up first.
   * @returns the backup of before
   * @throws StartError when it can’t be read; then nothing was changed
   */
  async restore(file: string, now: string): Promise<BackupLine> {
    looksReadable(file, known);
    const before = await this.take(now, 'before restore');
    await this.store.replaceBy(file);
    return before;
  }
}
