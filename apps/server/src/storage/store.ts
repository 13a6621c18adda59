/** Where documents live. Every write is one transaction, one after another; a reader never sees half of one. */
import 'reflect-metadata';
import type Database from 'better-sqlite3';
import { join } from 'node:path';
import {
  migrated,
  thinned,
  type House,
  type Job,
  type KeptEntry,
  type KeptPhoto,
  type LogEntry,
  type Photo,
  type Picture,
} from '@saddle/core/model';
import { broughtUp, type Bundle } from '@saddle/core/exchange';
import { DataSource, type EntityManager } from 'typeorm';
import { DATABASE_FILE, LAYOUT, ownerOnly, readyFolder, type FolderLock } from './dataFolder.js';
import { HouseEntity, JobEntity, LogEntity, PhotoEntity, RevisionEntity, SettingEntity, type LogRow, type PhotoRow } from './entities.js';
import { StartError, StorageError, troubleOf } from './failures.js';
import { MIGRATIONS } from './migrations.js';

export interface Stored<T> {
  revision: number;
  savedAt: string;
  document: T;
}
export type SaveResult<T> =
  { outcome: 'saved'; stored: Stored<T> } | { outcome: 'conflict'; current: Stored<T> } | { outcome: 'missing' } | { outcome: 'exists' };
export type DeleteResult<T> =
  { outcome: 'deleted' } | { outcome: 'missing' } | { outcome: 'conflict'; current: Stored<T> } | { outcome: 'in use'; by: string[] };

export type Kind = 'house' | 'job';
interface Row {
  id: string;
  revision: number;
  document: string;
  savedAt: string;
}
/** A document without its text. */
export interface Head {
  id: string;
  revision: number;
  savedAt: string;
}

/** A row whose text is no document any more; the text is kept for who can mend it. */
export class UnreadableError extends Error {
  constructor(
    readonly kind: Kind,
    readonly id: string,
    readonly why: string,
  ) {
    super(`The ${kind} ${id} can’t be read: ${why}`);
  }
}

function stored<T>(kind: Kind, row: Row): Stored<T> {
  let document: unknown;
  try {
    document = JSON.parse(row.document);
  } catch (error) {
    throw new UnreadableError(kind, row.id, (error as Error).message.slice(0, 160));
  }
  if (typeof document !== 'object' || document === null || Array.isArray(document))
    throw new UnreadableError(kind, row.id, 'its text holds no document');
  // a revision of an earlier version is looked at as today’s
  return { revision: row.revision, savedAt: row.savedAt, document: migrated(document).document as T };
}

/** How often a document's earlier versions are thinned out: with every so-many-th save of it. */
const THIN_EVERY = 10;

export class Store {
  private last: Promise<unknown> = Promise.resolve();
  /** why no promise can be given any more; the process has to end */
  private broken: string | undefined;

  private constructor(
    private readonly source: DataSource,
    private readonly connection: Database.Database,
    private readonly lock: FolderLock,
    private readonly onBroken: (why: string) => void,
  ) {}

  /**
   * Opens (and where needed creates) the database in a folder; migrations run here, nothing is synchronised.
   * @param onBroken called once when the connection can’t be brought to a known state: whoever serves must end
   * @throws StartError in one sentence when the folder or what lies in it can’t be used; then nothing was changed
   */
  static async open(dataFolder: string, onBroken: (why: string) => void = () => undefined): Promise<Store> {
    const names = MIGRATIONS.map((M) => new M().name);
    const lock = readyFolder(dataFolder, names);
    let connection: Database.Database | undefined;
    const source = new DataSource({
      type: 'better-sqlite3',
      database: join(dataFolder, DATABASE_FILE),
      entities: [HouseEntity, JobEntity, RevisionEntity, SettingEntity, LogEntity, PhotoEntity],
      migrations: MIGRATIONS,
      migrationsRun: true,
      synchronize: false,
      prepareDatabase: (database: Database.Database) => {
        connection = database;
        database.pragma('journal_mode = WAL');
        database.pragma('synchronous = FULL');
        database.pragma('foreign_keys = ON');
        database.pragma('busy_timeout = 2000');
      },
    });
    try {
      await source.initialize();
      for (const entity of source.entityMetadatas) sameColumns(connection!, entity.tableName, entity.columns.map((c) => c.databaseName)); // prettier-ignore
    } catch (error) {
      if (source.isInitialized) await source.destroy();
      else connection?.close();
      lock.release();
      if (error instanceof StartError) throw error;
      const trouble = troubleOf(error);
      throw new StartError(
        `The database in ${dataFolder} can’t be opened: ${trouble ? new StorageError(trouble).message : (error as Error).message}`,
        { cause: error },
      );
    }
    ownerOnly(dataFolder);
    const store = new Store(source, connection!, lock, onBroken);
    try {
      await store.bringUp(new Date().toISOString());
    } catch (error) {
      await store.close();
      throw new StartError(
        `The documents in ${dataFolder} could not be brought to this version: ${(error as Error).message}. They were left as they are.`,
        { cause: error },
      );
    }
    return store;
  }

  /**
   * Documents of an earlier version become today’s, all in one transaction, each as a new revision: the earlier ones stay. What can’t be
   * read is left as it is. Done once: the layout says so.
   */
  private async bringUp(savedAt: string): Promise<void> {
    if (this.connection.pragma('user_version', { simple: true }) === LAYOUT) return;
    const parsed = (row: Row): unknown[] => {
      try {
        return [JSON.parse(row.document)];
      } catch {
        return [];
      }
    };
    await this.write(async (manager) => {
      const [houses, jobs] = [await manager.find(HouseEntity), await manager.find(JobEntity)];
      const { houses: newHouses, jobs: newJobs } = broughtUp(houses.flatMap(parsed), jobs.flatMap(parsed));
      for (const [kind, documents] of [
        ['house', newHouses],
        ['job', newJobs],
      ] as const)
        for (const document of documents) {
          const row = await manager.findOneBy(this.entity(kind), { id: document.id });
          await this.put(manager, kind, document, row ? row.revision + 1 : 1, savedAt);
        }
    });
    this.connection.pragma(`user_version = ${LAYOUT}`);
  }

  /** Waits for the work under way, then closes. */
  async close(): Promise<void> {
    await this.last.catch(() => undefined);
    await this.source.destroy();
    this.lock.release();
  }

  /** One connection serves all, so that everything takes turns: no reader comes between the statements of a write. */
  private turn<T>(work: () => Promise<T>): Promise<T> {
    const mine = this.last
      .catch(() => undefined)
      .then(() => {
        if (this.broken) throw new StorageError('unknown', { cause: this.broken });
        return work();
      })
      .catch((error: unknown) => {
        const trouble = error instanceof StorageError ? undefined : troubleOf(error);
        throw trouble ? new StorageError(trouble, { cause: error }) : error;
      });
    this.last = mine;
    return mine;
  }

  private read<T>(work: (manager: EntityManager) => Promise<T>): Promise<T> {
    return this.turn(() => work(this.source.manager));
  }

  /**
   * One transaction, begun and ended here and not by TypeORM: SQLite ends one by itself when the disk is full or fails, which a
   * counter of depths doesn't notice. After it, whatever happened, none is open; a write is answered only when its COMMIT went through.
   */
  private write<T>(work: (manager: EntityManager) => Promise<T>): Promise<T> {
    return this.turn(async () => {
      this.connection.exec('BEGIN IMMEDIATE');
      let result: T;
      try {
        result = await work(this.source.manager);
        if (!this.connection.inTransaction) throw new StorageError('unknown', { cause: 'the transaction ended by itself' });
        this.connection.exec('COMMIT');
      } catch (error) {
        this.rollBack();
        throw error;
      }
      if (this.connection.inTransaction) {
        this.rollBack();
        throw new StorageError('unknown', { cause: 'COMMIT left a transaction open' });
      }
      return result;
    });
  }

  private rollBack(): void {
    try {
      if (this.connection.inTransaction) this.connection.exec('ROLLBACK');
    } catch {
      // looked at below: what counts is whether one is still open
    }
    if (!this.connection.inTransaction) return;
    this.broken = 'a failed transaction could not be ended';
    this.onBroken(this.broken);
  }

  /** `ok`, or why nothing can be promised. */
  async health(): Promise<string> {
    if (this.broken) return this.broken;
    try {
      return await this.turn(async () => {
        if (this.connection.inTransaction) return 'a transaction is open that should not be';
        const [row] = (await this.source.query('SELECT 1 AS one')) as { one: number }[];
        return row?.one === 1 ? 'ok' : 'no database';
      });
    } catch (error) {
      return (error as Error).message;
    }
  }

  private entity = (kind: Kind) => (kind === 'house' ? HouseEntity : JobEntity) as typeof JobEntity;

  /** What is there, without the documents; of jobs with the house they are of. */
  heads(kind: Kind): Promise<(Head & { houseId?: string })[]> {
    return this.read((manager) =>
      manager.find(this.entity(kind), {
        order: { id: 'ASC' },
        select: { id: true, revision: true, savedAt: true, ...(kind === 'job' ? { houseId: true } : {}) },
      }),
    );
  }

  /** All documents that can be read, in one look; those that can’t are left out and named by `heads` and `raw`. */
  all<T extends House | Job>(kind: Kind): Promise<Stored<T>[]> {
    return this.read(async (manager) =>
      (await manager.find(this.entity(kind), { order: { id: 'ASC' } })).flatMap((row) => {
        try {
          return [stored<T>(kind, row)];
        } catch {
          return [];
        }
      }),
    );
  }

  /** @throws UnreadableError when its text is no document any more */
  get<T extends House | Job>(kind: Kind, id: string): Promise<Stored<T> | undefined> {
    return this.read(async (manager) => {
      const row = await manager.findOneBy(this.entity(kind), { id });
      return row ? stored<T>(kind, row) : undefined;
    });
  }

  /** The text as it lies in the database, whatever it is. */
  raw(kind: Kind, id: string): Promise<string | undefined> {
    return this.read(async (manager) => (await manager.findOneBy(this.entity(kind), { id }))?.document);
  }

  /** Newest first, without the documents. */
  revisions(kind: Kind, id: string): Promise<{ revision: number; savedAt: string }[]> {
    return this.read((manager) =>
      manager.find(RevisionEntity, {
        where: { kind, id },
        order: { revision: 'DESC' },
        select: { revision: true, savedAt: true },
      }),
    );
  }

  revision<T extends House | Job>(kind: Kind, id: string, revision: number): Promise<Stored<T> | undefined> {
    return this.read(async (manager) => {
      const row = await manager.findOneBy(RevisionEntity, { kind, id, revision });
      return row ? stored<T>(kind, row) : undefined;
    });
  }

  create<T extends House | Job>(kind: Kind, document: T, savedAt: string): Promise<SaveResult<T>> {
    return this.write(async (manager) => {
      if (await manager.existsBy(this.entity(kind), { id: document.id })) return { outcome: 'exists' };
      return { outcome: 'saved', stored: await this.put(manager, kind, document, 1, savedAt) };
    });
  }

  /** Saves over `revision`; anything else there is a conflict and nothing is written. */
  save<T extends House | Job>(kind: Kind, document: T, revision: number, savedAt: string): Promise<SaveResult<T>> {
    return this.write(async (manager) => {
      const row = await manager.findOneBy(this.entity(kind), { id: document.id });
      if (!row) return { outcome: 'missing' };
      if (row.revision !== revision) return { outcome: 'conflict', current: stored<T>(kind, row) };
      return { outcome: 'saved', stored: await this.put(manager, kind, document, revision + 1, savedAt) };
    });
  }

  /**
   * Several documents at once, each over the revision that was seen (0: it is new); all of them or none.
   * @returns the first that somebody was faster with, or that isn’t there, as the outcome of the whole
   */
  saveTogether(
    documents: readonly { kind: Kind; document: House | Job; revision: number }[],
    savedAt: string,
  ): Promise<{ outcome: 'saved'; stored: Stored<House | Job>[] } | Exclude<SaveResult<House | Job>, { outcome: 'saved' }>> {
    return this.write(async (manager) => {
      for (const { kind, document, revision } of documents) {
        const row = await manager.findOneBy(this.entity(kind), { id: document.id });
        if (revision === 0) {
          if (row) return { outcome: 'exists' };
        } else if (!row) return { outcome: 'missing' };
        else if (row.revision !== revision) return { outcome: 'conflict', current: stored<House | Job>(kind, row) };
      }
      const saved: Stored<House | Job>[] = [];
      for (const { kind, document, revision } of documents) saved.push(await this.put(manager, kind, document, revision + 1, savedAt));
      return { outcome: 'saved', stored: saved };
    });
  }

  /** The jobs of a house that can be read, in the order of their ids. */
  jobsOf(houseId: string): Promise<Stored<Job>[]> {
    return this.read(async (manager) =>
      (await manager.find(JobEntity, { where: { houseId }, order: { id: 'ASC' } })).flatMap((row) => {
        try {
          return [stored<Job>('job', row)];
        } catch {
          return [];
        }
      }),
    );
  }

  /** @param withJobs a house goes with all of its jobs, or not at all */
  remove<T extends House | Job>(kind: Kind, id: string, revision: number, withJobs = false): Promise<DeleteResult<T>> {
    return this.write(async (manager): Promise<DeleteResult<T>> => {
      const row = await manager.findOneBy(this.entity(kind), { id });
      if (!row) return { outcome: 'missing' };
      if (row.revision !== revision) return { outcome: 'conflict', current: stored<T>(kind, row) };
      if (kind === 'house') {
        const jobs = await manager.find(JobEntity, { where: { houseId: id }, select: { id: true } });
        if (jobs.length && !withJobs) return { outcome: 'in use', by: jobs.map((j) => j.id) };
        for (const job of jobs) await manager.delete(JobEntity, { id: job.id });
      }
      await manager.delete(this.entity(kind), { id });
      return { outcome: 'deleted' };
    });
  }

  // log

  /** Adds what is not there yet: an entry that came before stays as it came first. @returns how many were new */
  addLog(houseId: string, entries: readonly KeptEntry[]): Promise<number> {
    return this.write((manager) => this.putLog(manager, houseId, entries));
  }

  private async putLog(manager: EntityManager, houseId: string, entries: readonly KeptEntry[]): Promise<number> {
    let added = 0;
    for (const { jobId, received, aheadMs, ...entry } of entries) {
      if (await manager.existsBy(LogEntity, { id: entry.id })) continue;
      await manager.insert(LogEntity, { id: entry.id, jobId, houseId, entry: JSON.stringify(entry), received, aheadMs });
      added++;
    }
    return added;
  }

  /** The log of a job, or of all jobs of a house, in no order. */
  logOf(where: { jobId: string } | { houseId: string }): Promise<KeptEntry[]> {
    return this.read(async (manager) => (await manager.find(LogEntity, { where })).flatMap(keptEntry));
  }

  // photos

  /** What is said of a photo; a picture that came before stays. One that was thrown out comes back. */
  putPhoto(photo: Photo, saved: string): Promise<KeptPhoto> {
    return this.write(async (manager) => {
      const there = await manager.findOneBy(PhotoEntity, { id: photo.id });
      const row: PhotoRow = {
        ...{ id: photo.id, houseId: photo.houseId, jobId: photo.jobId ?? null, document: JSON.stringify(photo), saved },
        ...{ picture: there?.picture ?? null, removed: null },
      };
      await manager.upsert(PhotoEntity, row, ['id']);
      return keptPhoto(row)[0]!;
    });
  }

  photo(id: string): Promise<KeptPhoto | undefined> {
    return this.read(async (manager) => {
      const row = await manager.findOneBy(PhotoEntity, { id });
      return row && row.removed === null ? keptPhoto(row)[0] : undefined;
    });
  }

  /** The photos of a house, the earliest first. */
  photosOf(houseId: string): Promise<KeptPhoto[]> {
    return this.read(async (manager) =>
      (await manager.find(PhotoEntity, { where: { houseId } }))
        .filter((row) => row.removed === null)
        .flatMap(keptPhoto)
        .sort((a, b) => (a.at < b.at ? -1 : a.at > b.at ? 1 : 0)),
    );
  }

  /** Notes the picture of a photo that is there. @returns false when it isn’t */
  setPicture(id: string, picture: Picture): Promise<boolean> {
    return this.write(async (manager) => {
      const { affected } = await manager.update(PhotoEntity, { id }, { picture: JSON.stringify(picture) });
      return (affected ?? 0) > 0;
    });
  }

  /** Throws a photo out; until the next start it can come back. @returns false when it isn’t there */
  removePhoto(id: string, now: string): Promise<boolean> {
    return this.write(async (manager) => {
      const row = await manager.findOneBy(PhotoEntity, { id });
      if (!row || row.removed !== null) return false;
      await manager.update(PhotoEntity, { id }, { removed: now });
      return true;
    });
  }

  /** What belongs to houses that are gone, and photos that were thrown out, goes for good. @returns hashes of the pictures that stay */
  sweep(): Promise<Set<string>> {
    return this.write(async (manager) => {
      const houses = new Set((await manager.find(HouseEntity, { select: { id: true } })).map((h) => h.id));
      for (const row of await manager.find(PhotoEntity))
        if (row.removed !== null || !houses.has(row.houseId)) await manager.delete(PhotoEntity, { id: row.id });
      const logs = (await manager.query('SELECT DISTINCT houseId FROM log_entry')) as { houseId: string }[];
      for (const { houseId } of logs) if (!houses.has(houseId)) await manager.delete(LogEntity, { houseId });
      return new Set((await manager.find(PhotoEntity)).flatMap(keptPhoto).flatMap((p) => (p.picture ? [p.picture.hash] : [])));
    });
  }

  /** All of a bundle or nothing of it, with logs and photos. What is there under the same id gets a new revision. */
  takeIn(
    bundle: Bundle,
    savedAt: string,
    with_: { log: readonly (KeptEntry & { houseId: string })[]; photos: readonly KeptPhoto[] } = { log: [], photos: [] },
  ): Promise<void> {
    return this.write(async (manager) => {
      for (const [kind, documents] of [
        ['house', bundle.houses],
        ['job', bundle.jobs],
      ] as const) {
        for (const document of documents) {
          const row = await manager.findOneBy(this.entity(kind), { id: document.id });
          await this.put(manager, kind, document, row ? row.revision + 1 : await this.firstRevision(manager, kind, document.id), savedAt);
        }
      }
      for (const { houseId, ...entry } of with_.log) await this.putLog(manager, houseId, [entry]);
      for (const { picture, saved, ...photo } of with_.photos) {
        // one of another house keeps its name
        const there = await manager.findOneBy(PhotoEntity, { id: photo.id });
        if (there && there.houseId !== photo.houseId) continue;
        const row = { id: photo.id, houseId: photo.houseId, jobId: photo.jobId ?? null, document: JSON.stringify(photo), saved };
        await manager.upsert(PhotoEntity, { ...row, picture: picture ? JSON.stringify(picture) : null, removed: null }, ['id']);
      }
    });
  }

  /** A deleted document's revisions stay; one that comes back goes on counting behind them. */
  private async firstRevision(manager: EntityManager, kind: Kind, id: string): Promise<number> {
    const [latest] = await manager.find(RevisionEntity, {
      where: { kind, id },
      order: { revision: 'DESC' },
      take: 1,
      select: { revision: true },
    });
    return latest ? latest.revision + 1 : 1;
  }

  private async put<T extends House | Job>(
    manager: EntityManager,
    kind: Kind,
    document: T,
    wanted: number,
    savedAt: string,
  ): Promise<Stored<T>> {
    const revision = wanted === 1 ? await this.firstRevision(manager, kind, document.id) : wanted;
    const row = { id: document.id, revision, document: JSON.stringify(document), savedAt };
    const whole = { ...row, ...(kind === 'job' ? { houseId: (document as Job).houseId } : {}) };
    await manager.upsert(this.entity(kind), whole as never, ['id']);
    await manager.insert(RevisionEntity, { kind, ...row });
    if (revision % THIN_EVERY === 0) await this.thinOut(manager, kind, document.id, savedAt);
    return { revision, savedAt, document };
  }

  private async thinOut(manager: EntityManager, kind: Kind, id: string, now: string): Promise<void> {
    const kept = await manager.find(RevisionEntity, { where: { kind, id }, select: { revision: true, savedAt: true } });
    for (const revision of thinned(kept, now)) await manager.delete(RevisionEntity, { kind, id, revision });
  }

  setting(key: string): Promise<string | undefined> {
    return this.read(async (manager) => (await manager.findOneBy(SettingEntity, { key }))?.value);
  }

  setSetting(key: string, value: string): Promise<void> {
    return this.write(async (manager) => void (await manager.upsert(SettingEntity, { key, value }, ['key'])));
  }

  /** Writes a whole, checked copy into a file while serving goes on; the copy is one file without a -wal. */
  backUp(file: string): Promise<void> {
    return this.turn(async () => void (await this.connection.backup(file)));
  }

  /**
   * Puts everything of a backup in the place of everything here, in one transaction: nothing of it or all of it.
   * @param backup a database that `looksReadable` found good, with the same tables
   */
  replaceBy(backup: string): Promise<void> {
    return this.turn(async () => {
      this.connection.prepare('ATTACH DATABASE ? AS backup').run(backup);
      try {
        this.connection.pragma('foreign_keys = OFF');
        this.connection.exec('BEGIN IMMEDIATE');
        try {
          for (const { tableName, columns } of this.source.entityMetadatas) {
            const names = columns.map((c) => `"${c.databaseName}"`).join(', ');
            const there = this.connection.prepare('SELECT 1 FROM backup.sqlite_master WHERE type = ? AND name = ?').get('table', tableName);
            this.connection.exec(`DELETE FROM main."${tableName}"`);
            if (there) this.connection.exec(`INSERT INTO main."${tableName}" (${names}) SELECT ${names} FROM backup."${tableName}"`);
          }
          this.connection.pragma(`main.user_version = ${this.connection.pragma('backup.user_version', { simple: true }) as number}`);
          this.connection.exec('COMMIT');
        } catch (error) {
          this.rollBack();
          throw error;
        }
      } finally {
        this.connection.exec('DETACH DATABASE backup');
        this.connection.pragma('foreign_keys = ON');
      }
    }).then(() => this.bringUp(new Date().toISOString()));
  }

  /** Moves what the -wal holds into the main file, so that the one file alone is whole. */
  settle(): Promise<void> {
    return this.turn(async () => void this.connection.pragma('wal_checkpoint(TRUNCATE)'));
  }
}

const keptEntry = (row: LogRow): KeptEntry[] => {
  try {
    return [{ ...(JSON.parse(row.entry) as LogEntry), jobId: row.jobId, received: row.received, aheadMs: row.aheadMs }];
  } catch {
    return [];
  }
};
const keptPhoto = (row: PhotoRow): KeptPhoto[] => {
  try {
    const picture = row.picture === null ? undefined : (JSON.parse(row.picture) as Picture);
    return [{ ...(JSON.parse(row.document) as Photo), ...(picture ? { picture } : {}), saved: row.saved }];
  } catch {
    return [];
  }
};

/** A table with other columns than this program knows was made by another version; writing to it would lose something. */
function sameColumns(connection: Database.Database, table: string, known: string[]): void {
  const there = (connection.pragma(`table_info(${table})`) as { name: string }[]).map((c) => c.name);
  const odd = [...there.filter((c) => !known.includes(c)), ...known.filter((c) => !there.includes(c))];
  if (odd.length)
    throw new StartError(
      `The database was made by another version of Saddle (table ${table}: ${odd.join(', ')}). Start it with that version, or take an export of it in here.`,
    );
}
