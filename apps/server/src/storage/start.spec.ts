/** Starting with a folder that can't be used: one plain sentence, no trace, and the files as they were. Broken rows: named, the rest goes on. */
import { DOCUMENT_VERSION } from '@saddle/core/model';
import Database from 'better-sqlite3';
import { createHash } from 'node:crypto';
import { chmodSync, copyFileSync, existsSync, mkdirSync, readFileSync, statSync, truncateSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { afterEach, describe, expect, it } from 'vitest';
import { demoJobs, larchJobs } from '@saddle/core/demo';
import { dropDataFolder, newDataFolder, runServer, type RunningServer } from '../testing/runServer.js';

const folders: string[] = [];
const folder = (): string => {
  folders.push(newDataFolder());
  return folders.at(-1)!;
};
afterEach(() => folders.splice(0).forEach(dropDataFolder));
const stop = async (server: RunningServer): Promise<void> => {
  server.process.kill('SIGTERM');
  await server.ended;
};
const hash = (file: string): string => createHash('sha256').update(readFileSync(file)).digest('hex');

/** A folder with the sample in it, orderly closed. */
async function seeded(): Promise<{ data: string; file: string }> {
  const data = folder();
  await stop(await runServer(data));
  return { data, file: join(data, 'saddle.sqlite') };
}
/** Ends with code 1 and one sentence. */
async function refuses(data: string, says: RegExp): Promise<void> {
  const why = await runServer(data).then(
    () => 'started',
    (error: unknown) => (error as Error).message,
  );
  expect(why).toMatch(/^ended with 1: /);
  expect(why).toMatch(says);
  expect(why).not.toMatch(/\n\s+at /);
  expect(why.trim().split('\n')).toHaveLength(1);
}

describe('a folder that can’t be used', () => {
  it('is a file', async () => {
    const data = join(folder(), 'data');
    writeFileSync(data, 'mine');
    await refuses(data, /is a file. Set SADDLE_DATA/);
    expect(readFileSync(data, 'utf8')).toBe('mine');
  });
  it('lies below a file', async () => {
    const file = join(folder(), 'note.txt');
    writeFileSync(file, 'mine');
    await refuses(join(file, 'data'), /part of its path is a file/);
  });
  it('holds a text, or half a database, or one with a page overwritten', async () => {
    const { data, file } = await seeded();
    const sound = join(folder(), 'sound.sqlite');
    copyFileSync(file, sound);
    for (const [spoil, says] of [
      [() => writeFileSync(file, 'these are notes, not a database, and longer than a header'), /is no database/],
      [() => truncateSync(file, Math.floor(statSync(sound).size / 2)), /is damaged/],
      [
        () => {
          const bytes = readFileSync(sound);
          bytes.fill(0xab, 4096, 12_288);
          writeFileSync(file, bytes);
        },
        /is damaged/,
      ],
    ] as [() => void, RegExp][]) {
      // prettier-ignore
      copyFileSync(sound, file);
      spoil();
      const before = hash(file);
      await refuses(data, says);
      expect(hash(file)).toBe(before);
    }
  });
  it.each([
    ['a migration that this one doesn’t know', `INSERT INTO migrations (timestamp, name) VALUES (9, 'Later9')`, /newer Saddle/],
    ['a higher layout', 'PRAGMA user_version = 9', /newer Saddle/],
    ['a column more', 'ALTER TABLE job ADD COLUMN colour TEXT', /another version of Saddle.*colour/],
    ['a column renamed', 'ALTER TABLE job RENAME COLUMN document TO text', /another version of Saddle/],
  ])('holds a database with %s: it is not opened for writing', async (_what, change, says) => {
    const { data, file } = await seeded();
    const database = new Database(file);
    database.exec(change);
    database.pragma('wal_checkpoint(TRUNCATE)');
    database.close();
    const rows = () => {
      const look = new Database(file, { readonly: true });
      const text = JSON.stringify(['house', 'job', 'setting'].map((t) => look.prepare(`SELECT * FROM ${t}`).all()));
      look.close();
      return createHash('sha256').update(text).digest('hex');
    };
    const before = rows();
    await refuses(data, says);
    expect(rows()).toBe(before);
  });
  it('is served already: the second says so and ends, the first goes on', async () => {
    const data = folder();
    const first = await runServer(data);
    await refuses(data, /Another Saddle already serves/);
    expect((await fetch(`${first.url}/api/v1/health`)).status).toBe(200);
    first.process.kill('SIGKILL');
    await first.ended;
    // a lock that outlives its holder would keep everybody out
    await stop(await runServer(data));
  });
});

it('what lies in the folder is this account’s alone', async () => {
  const { data, file } = await seeded();
  chmodSync(file, 0o644);
  const server = await runServer(data);
  for (const name of ['saddle.sqlite', 'saddle.sqlite-wal', 'saddle.lock'])
    if (existsSync(join(data, name))) expect([name, statSync(join(data, name)).mode & 0o077]).toEqual([name, 0]);
  await stop(server);
  const made = join(folder(), 'made');
  await stop(await runServer(made));
  expect(statSync(made).mode & 0o077).toBe(0);
});

describe('broken rows', () => {
  it.each([
    ['text cut short', (text: string) => text.slice(0, 200)],
    ['null', () => 'null'],
    ['a job without changes', (text: string) => JSON.stringify({ ...(JSON.parse(text) as object), changes: undefined })],
    ['no JSON at all', () => 'gone'],
  ])('%s: the list, the start page’s lists and the export go on without it, name it, and offer its text', async (_what, spoil) => {
    const { data, file } = await seeded();
    const database = new Database(file);
    const { document } = database.prepare(`SELECT document FROM job WHERE id = 'wainscot'`).get() as { document: string };
    const spoiled = spoil(document);
    database.prepare(`UPDATE job SET document = ? WHERE id = 'wainscot'`).run(spoiled);
    database.close();
    const server = await runServer(data);
    const get = async <T>(path: string) => {
      const response = await fetch(`${server.url}/api/v1${path}`);
      return { status: response.status, body: (response.headers.get('content-type')?.includes('json') ? await response.json() : await response.text()) as T };
    }; // prettier-ignore
    const list = await get<{ id: string; unreadable?: string; raw?: string }[]>('/jobs');
    expect(list.status).toBe(200);
    expect(list.body).toHaveLength(demoJobs.length + larchJobs().length);
    expect(list.body.filter((j) => j.unreadable)).toMatchObject([{ id: 'wainscot', raw: '/api/v1/jobs/wainscot/raw' }]);
    expect((await get('/jobs/wainscot')).status).toBe(409);
    for (const path of ['/jobs/wainscot/ledger', '/jobs/wainscot/sheet.pdf', '/jobs/wainscot/steps', '/jobs/wainscot/export.json'])
      expect([path, (await get(path)).status]).toEqual([path, 409]);
    expect((await get('/jobs/wainscot/raw')).body).toBe(spoiled);
    const all = await get<{ jobs: { id: string }[]; unreadable: { id: string; text: string }[] }>('/export.json');
    expect(all.body.jobs).toHaveLength(demoJobs.length + larchJobs().length - 1);
    expect(all.body.unreadable).toEqual([{ kind: 'job', id: 'wainscot', text: spoiled }]);
    // such a file goes in again, without it
    const into = await runServer(folder(), ['--empty']);
    const taken = await fetch(`${into.url}/api/v1/import?confirm=yes`, { method: 'POST', headers: { 'content-type': 'application/json' }, body: JSON.stringify(all.body) }); // prettier-ignore
    expect(await taken.json()).toMatchObject({ written: true });
    await Promise.all([stop(server), stop(into)]);
  });
});

describe('backup', () => {
  it('taken while saving goes on, restored into an empty place, gives the same answers; never over what is there', async () => {
    const data = folder();
    const server = await runServer(data);
    const job = (await (await fetch(`${server.url}/api/v1/jobs/sewing-corner`)).json()) as {
      revision: number;
      document: { note?: string };
    };
    let saving = true;
    let { revision } = job;
    const saves = (async () => {
      while (saving) {
        const saved = await fetch(`${server.url}/api/v1/jobs/sewing-corner`, { method: 'PUT', headers: { 'content-type': 'application/json', 'if-match': `"${revision}"` }, body: JSON.stringify({ ...job.document, note: `n${revision}` }) }); // prettier-ignore
        revision = ((await saved.json()) as { revision: number }).revision;
      }
    })();
    const bytes = Buffer.from(await (await fetch(`${server.url}/api/v1/backup.sqlite`)).arrayBuffer());
    saving = false;
    await saves;
    const backup = join(folder(), 'backup.sqlite');
    writeFileSync(backup, bytes);
    const restored = join(folder(), 'elsewhere');
    const other = await runServer(restored, ['--restore', backup]);
    const of = async (url: string, path: string) => (await fetch(`${url}/api/v1${path}`)).text();
    for (const path of ['/houses/quince-street-14', '/jobs/wainscot', '/jobs/wainscot/ledger', '/jobs/hall-box-replaced/steps', '/houses/quince-street-14/panel/directory.csv'])
      expect(await of(other.url, path)).toBe(await of(server.url, path)); // prettier-ignore
    const there = JSON.parse(await of(other.url, '/jobs/sewing-corner')) as { revision: number };
    expect(await of(other.url, `/jobs/sewing-corner/revisions/${there.revision}`)).toBe(await of(server.url, `/jobs/sewing-corner/revisions/${there.revision}`)); // prettier-ignore
    await Promise.all([stop(server), stop(other)]);
    await expect(runServer(restored, ['--restore', backup])).rejects.toThrow(/holds a database already/);
    const notOne = join(folder(), 'x.sqlite');
    writeFileSync(notOne, 'x'.repeat(100));
    mkdirSync(join(folders.at(-1)!, 'empty'));
    await expect(runServer(join(folders.at(-1)!, 'empty'), ['--restore', notOne])).rejects.toThrow(/is no database/);
    await expect(runServer(folder(), ['--restore', join(data, 'nothing')])).rejects.toThrow(/There is no backup/);
    await expect(runServer(folder(), ['--restore'])).rejects.toThrow(/needs the file/);
  });
});

describe('documents of version 1 in the folder', () => {
  const old = JSON.parse(readFileSync(new URL('../../../../packages/core/fixtures/version-1.saddle.json', import.meta.url), 'utf8')) as {
    houses: { id: string }[];
    jobs: { id: string; houseId: string; found: unknown }[];
  };
  /** The folder as version 1 left it. */
  async function asOfVersion1(): Promise<string> {
    const data = folder();
    await stop(await runServer(data, ['--empty']));
    const database = new Database(join(data, 'saddle.sqlite'));
    for (const h of old.houses)
      database.prepare('INSERT INTO house VALUES (?, 1, ?, ?)').run(h.id, JSON.stringify(h), '2026-10-01T08:00:00.000Z');
    for (const j of old.jobs)
      database
        .prepare('INSERT INTO job (id, houseId, revision, document, savedAt) VALUES (?, ?, 1, ?, ?)')
        .run(j.id, j.houseId, JSON.stringify(j), '2026-10-01T08:00:00.000Z');
    for (const [kind, list] of [
      ['house', old.houses],
      ['job', old.jobs],
    ] as const)
      for (const d of list)
        database.prepare('INSERT INTO revision VALUES (?, ?, 1, ?, ?)').run(kind, d.id, JSON.stringify(d), '2026-10-01T08:00:00.000Z');
    database.prepare('INSERT INTO house VALUES (?, 1, ?, ?)').run('torn', '{"format":"saddle-ho', '2026-10-01T08:00:00.000Z');
    database.pragma('user_version = 1');
    database.close();
    return data;
  }
  it('become today’s once, each as a new revision; what each was stays, and what can’t be read too', async () => {
    const data = await asOfVersion1();
    const server = await runServer(data);
    const get = async <T>(path: string): Promise<T> => (await (await fetch(`${server.url}/api/v1${path}`)).json()) as T;
    interface Line {
      id: string;
      stage: string;
      revision: number;
      unreadable?: string;
    }
    const jobs = await get<Line[]>('/jobs');
    // five of what was only wanted are jobs too now; the sixth was one already
    expect(jobs).toHaveLength(old.jobs.length + 5);
    expect(jobs.filter((j) => j.unreadable)).toEqual([]);
    expect(jobs.find((j) => j.id === 'sewing-corner')!.revision).toBe(2);
    const house = await get<{ document: { version: number; site: { walls: unknown[] } } }>('/houses/maple-row-3');
    expect([house.document.version, house.document.site.walls.length]).toEqual([DOCUMENT_VERSION, 2]);
    const first = await get<{ document: object }>('/jobs/sewing-corner/revisions/1');
    expect([Object.hasOwn(first.document, 'found'), (first.document as { version: number }).version]).toEqual([false, DOCUMENT_VERSION]);
    expect((await get<Line[]>('/houses')).find((h) => h.id === 'torn')!.unreadable).toMatch(/can’t be read|JSON/);
    expect(await (await fetch(`${server.url}/api/v1/houses/torn/raw`)).text()).toBe('{"format":"saddle-ho');
    await stop(server);
    const again = await runServer(data);
    const later = (await (await fetch(`${again.url}/api/v1/jobs`)).json()) as Line[];
    expect(later.map((j) => [j.id, j.revision])).toEqual(jobs.map((j) => [j.id, j.revision]));
    await stop(again);
  });
});
