/** Whatever the disk does: a save that was acknowledged is in the file, one that was refused is not, and the next one goes through. */
import Database from 'better-sqlite3';
import { createHash } from 'node:crypto';
import { join } from 'node:path';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { quinceStreet, sewingCorner } from '@saddle/core/demo';
import type { House, Job } from '@saddle/core/model';
import { connectionOf, FAULTS, FaultyDisk } from '../testing/faultyDisk.js';
import { dropDataFolder, newDataFolder } from '../testing/runServer.js';
import { DATABASE_FILE } from './dataFolder.js';
import { StorageError, troubleOf } from './failures.js';
import { Store } from './store.js';

const NOW = '2026-11-25T09:00:00.000Z';
let folder: string;
let store: Store;
let broken: string[];
beforeEach(async () => {
  folder = newDataFolder();
  broken = [];
  store = await Store.open(folder, (why) => broken.push(why));
  await store.create<House>('house', quinceStreet, NOW);
  await store.create<Job>('job', sewingCorner, NOW);
});
afterEach(async () => {
  await store.close();
  dropDataFolder(folder);
});

/** What another process sees in the file: only what was committed. */
function onDisk(id = 'sewing-corner'): { revision: number; note: string | undefined; kept: number } | undefined {
  const other = new Database(join(folder, DATABASE_FILE), { readonly: true });
  try {
    const row = other.prepare('SELECT revision, document FROM job WHERE id = ?').get(id) as
      { revision: number; document: string } | undefined;
    const kept = other.prepare(`SELECT count(*) AS n FROM revision WHERE kind = 'job' AND id = ?`).get(id) as { n: number };
    return row && { revision: row.revision, note: (JSON.parse(row.document) as Job).note, kept: kept.n };
  } finally {
    other.close();
  }
}
const save = (note: string, revision: number) => store.save<Job>('job', { ...sewingCorner, note }, revision, NOW);

describe('a full disk', () => {
  it('refuses for as long as it is full, and every save acknowledged afterwards is in the file', async () => {
    const connection = connectionOf(store);
    const pages = connection.pragma('page_count', { simple: true }) as number;
    connection.pragma(`max_page_count = ${pages + 4}`);
    let acknowledged = 1;
    const refusals: string[] = [];
    for (let n = 0; n < 12; n++) {
      try {
        const result = await save(`full ${n} ${'x'.repeat(1500)}`, acknowledged);
        if (result.outcome === 'saved') acknowledged = result.stored.revision;
      } catch (error) {
        expect(error).toBeInstanceOf(StorageError);
        refusals.push((error as StorageError).trouble);
      }
      expect(onDisk()?.revision).toBe(acknowledged);
    }
    expect(refusals.length).toBeGreaterThan(2);
    expect(new Set(refusals)).toEqual(new Set(['full']));
    expect(await store.health()).toBe('ok');
    connection.pragma('max_page_count = 1073741823');
    for (let n = 0; n < 8; n++) {
      const result = await save(`room ${n}`, acknowledged);
      expect(result.outcome).toBe('saved');
      acknowledged++;
      expect(onDisk()).toMatchObject({ revision: acknowledged, note: `room ${n}` });
    }
    await store.close();
    store = await Store.open(folder);
    expect((await store.get<Job>('job', 'sewing-corner'))?.revision).toBe(acknowledged);
  });
});

describe('a fault at every statement of a write', () => {
  /** Each write of a kind, on documents of its own, so that it can be made again. */
  const writes: [string, (n: number) => Promise<unknown>][] = [
    ['a save', async () => save('changed', (await store.get<Job>('job', 'sewing-corner'))!.revision)],
    ['a new job', (n) => store.create<Job>('job', { ...sewingCorner, id: `fresh-${n}` }, NOW)],
    ['a deletion', (n) => store.remove<Job>('job', `old-${n}`, 1)],
    ['a file taken in', (n) => store.takeIn({ houses: [quinceStreet], jobs: [sewingCorner, { ...sewingCorner, id: `second-${n}` }] }, NOW)],
    ['a setting', (n) => store.setSetting('k', `${n}`)],
  ];
  const combinations = FAULTS.flatMap((code) => [false, true].map((rollsBack) => ({ code, rollsBack })));
  /** All rows as another process sees them, in one number. */
  const whole = (): string => {
    const other = new Database(join(folder, DATABASE_FILE), { readonly: true });
    const rows = ['house', 'job', 'revision', 'setting'].map((t) => other.prepare(`SELECT * FROM ${t} ORDER BY rowid`).all());
    other.close();
    return createHash('sha256').update(JSON.stringify(rows)).digest('hex');
  };
  it.each(writes)('%s: whole or not at all, and the next one goes through', async (_what, write) => {
    for (const n of combinations.keys()) await store.create<Job>('job', { ...sewingCorner, id: `old-${n}` }, NOW);
    const disk = new FaultyDisk(connectionOf(store));
    let tried = 0;
    for (const [n, { code, rollsBack }] of combinations.entries()) {
      const before = whole();
      for (let after = 0; ; after++) {
        const at = `${code} at statement ${after}${rollsBack ? ', rolled back by itself' : ''}`;
        disk.fail({ after, code, rollsBack });
        const failedBefore = disk.failed;
        const outcome = await write(n).then(
          () => 'taken',
          (error: unknown) => troubleOf(error),
        );
        // the plan lay behind the last statement: every statement was tried, and the write went through
        if (disk.failed === failedBefore) {
          expect(outcome).toBe('taken');
          expect(whole()).not.toBe(before);
          break;
        }
        tried++;
        expect(outcome, at).not.toBe('taken');
        expect(whole(), at).toBe(before);
        expect([await store.health(), broken], at).toEqual(['ok', []]);
      }
    }
    expect(tried).toBeGreaterThan(combinations.length * 2);
    disk.stop();
  });
  it('a transaction that cannot be ended: nothing more is promised, health says so, and whoever serves is told to end', async () => {
    const connection = connectionOf(store);
    const exec = connection.exec.bind(connection);
    connection.exec = (text: string) => {
      if (text === 'COMMIT' || text === 'ROLLBACK') throw new Database.SqliteError('stuck', 'SQLITE_IOERR');
      return exec(text);
    };
    await expect(save('never', 1)).rejects.toThrow(StorageError);
    expect(broken).toHaveLength(1);
    expect(await store.health()).toMatch(/could not be ended/);
    await expect(save('nor this', 1)).rejects.toThrow(StorageError);
    connection.exec = exec;
    exec('ROLLBACK');
    expect(onDisk()?.revision).toBe(1);
  });
});

describe('what is kept', () => {
  it('earlier versions are thinned by age, the last of each day stays', async () => {
    let revision = 1;
    // four days of sixty saves, a minute apart
    for (let day = 1; day <= 4; day++)
      for (let n = 0; n < 60; n++) {
        const at = `2026-11-0${day}T10:${String(n).padStart(2, '0')}:00.000Z`;
        const result = await store.save<Job>('job', { ...sewingCorner, note: `${day}/${n}` }, revision, at);
        if (result.outcome === 'saved') revision = result.stored.revision;
      }
    const kept = await store.revisions('job', 'sewing-corner');
    expect(kept.length).toBeLessThan(100);
    const ends = [60, 120, 180, 240].map((n) => n + 1);
    expect(kept.map((r) => r.revision)).toEqual(expect.arrayContaining(ends));
    expect((await store.revision<Job>('job', 'sewing-corner', 121))?.document.note).toBe('2/59');
  });
});
