/** Where documents live. Every write is one transaction, one after another; a reader never sees half of one. */
import 'reflect-metadata';
import { mkdirSync } from 'node:fs';
import { join } from 'node:path';
import type { House, Job } from '@saddle/core/model';
import type { Bundle } from '@saddle/core/exchange';
import { DataSource, type EntityManager } from 'typeorm';
import { HouseEntity, JobEntity, RevisionEntity, SettingEntity } from './entities.js';
import { Documents1764000000000 } from './migrations.js';

export interface Stored<T> {
  revision: number;
  savedAt: string;
  document: T;
}
export type SaveResult<T> =
  { outcome: 'saved'; stored: Stored<T> } | { outcome: 'conflict'; current: Stored<T> } | { outcome: 'missing' } | { outcome: 'exists' };
export type DeleteResult<T> =
  { outcome: 'deleted' } | { outcome: 'missing' } | { outcome: 'conflict'; current: Stored<T> } | { outcome: 'in use'; by: string[] };

type Kind = 'house' | 'job';
interface Row {
  id: string;
  revision: number;
  document: string;
  savedAt: string;
}

const stored = <T>(row: Row): Stored<T> => ({ revision: row.revision, savedAt: row.savedAt, document: JSON.parse(row.document) as T });

export class Store {
  private last: Promise<unknown> = Promise.resolve();

  private constructor(private readonly source: DataSource) {}

  /** Opens (and where needed creates) the database in a folder; migrations run here, nothing is synchronised. */
  static async open(dataFolder: string): Promise<Store> {
    mkdirSync(dataFolder, { recursive: true });
    const source = new DataSource({
      type: 'better-sqlite3',
      database: join(dataFolder, 'saddle.sqlite'),
      entities: [HouseEntity, JobEntity, RevisionEntity, SettingEntity],
      migrations: [Documents1764000000000],
      migrationsRun: true,
      synchronize: false,
      prepareDatabase: (database: { pragma(text: string): unknown }) => {
        database.pragma('journal_mode = WAL');
        database.pragma('synchronous = FULL');
        database.pragma('foreign_keys = ON');
      },
    });
    await source.initialize();
    return new Store(source);
  }

  /** Waits for the write under way, then closes. */
  async close(): Promise<void> {
    await this.last.catch(() => undefined);
    await this.source.destroy();
  }

  /** One connection serves all, so transactions take turns. */
  private write<T>(work: (manager: EntityManager) => Promise<T>): Promise<T> {
    const turn = this.last.catch(() => undefined).then(() => this.source.transaction(work));
    this.last = turn;
    return turn;
  }

  private entity = (kind: Kind) => (kind === 'house' ? HouseEntity : JobEntity) as typeof JobEntity;

  async all<T extends House | Job>(kind: Kind): Promise<Stored<T>[]> {
    await this.last.catch(() => undefined);
    return (await this.source.manager.find(this.entity(kind), { order: { id: 'ASC' } })).map((row) => stored<T>(row));
  }

  async get<T extends House | Job>(kind: Kind, id: string): Promise<Stored<T> | undefined> {
    await this.last.catch(() => undefined);
    const row = await this.source.manager.findOneBy(this.entity(kind), { id });
    return row ? stored<T>(row) : undefined;
  }

  async revisions(kind: Kind, id: string): Promise<{ revision: number; savedAt: string }[]> {
    await this.last.catch(() => undefined);
    return this.source.manager.find(RevisionEntity, {
      where: { kind, id },
      order: { revision: 'DESC' },
      select: { revision: true, savedAt: true },
    });
  }

  async revision<T extends House | Job>(kind: Kind, id: string, revision: number): Promise<Stored<T> | undefined> {
    await this.last.catch(() => undefined);
    const row = await this.source.manager.findOneBy(RevisionEntity, { kind, id, revision });
    return row ? stored<T>(row) : undefined;
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
      if (row.revision !== revision) return { outcome: 'conflict', current: stored<T>(row) };
      return { outcome: 'saved', stored: await this.put(manager, kind, document, revision + 1, savedAt) };
    });
  }

  remove<T extends House | Job>(kind: Kind, id: string, revision: number): Promise<DeleteResult<T>> {
    return this.write(async (manager): Promise<DeleteResult<T>> => {
      const row = await manager.findOneBy(this.entity(kind), { id });
      if (!row) return { outcome: 'missing' };
      if (row.revision !== revision) return { outcome: 'conflict', current: stored<T>(row) };
      if (kind === 'house') {
        const jobs = await manager.find(JobEntity, { where: { houseId: id } });
        if (jobs.length) return { outcome: 'in use', by: jobs.map((j) => j.id) };
      }
      await manager.delete(this.entity(kind), { id });
      return { outcome: 'deleted' };
    });
  }

  /** All of a bundle or nothing of it. What is there under the same id gets a new revision. */
  takeIn(bundle: Bundle, savedAt: string): Promise<void> {
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
    });
  }

  /** A deleted document's revisions stay; one that comes back goes on counting behind them. */
  private async firstRevision(manager: EntityManager, kind: Kind, id: string): Promise<number> {
    const [latest] = await manager.find(RevisionEntity, { where: { kind, id }, order: { revision: 'DESC' }, take: 1 });
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
    await manager.save(this.entity(kind), { ...row, ...(kind === 'job' ? { houseId: (document as Job).houseId } : {}) } as never);
    await manager.insert(RevisionEntity, { kind, ...row });
    return { revision, savedAt, document };
  }

  async setting(key: string): Promise<string | undefined> {
    return (await this.source.manager.findOneBy(SettingEntity, { key }))?.value;
  }

  setSetting(key: string, value: string): Promise<void> {
    return this.write(async (manager) => void (await manager.save(SettingEntity, { key, value })));
  }

  /** Whether the database answers. */
  async alive(): Promise<boolean> {
    return ((await this.source.query('SELECT 1 AS one')) as { one: number }[])[0]?.one === 1;
  }
}
