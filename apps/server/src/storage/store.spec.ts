/** The store alone: revisions, conflicts, whole transactions, and that two writes at once take turns. */
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { quinceStreet, sewingCorner } from '@saddle/core/demo';
import type { House, Job } from '@saddle/core/model';
import { dropDataFolder, newDataFolder } from '../testing/runServer.js';
import { Store } from './store.js';

const NOW = '2026-11-24T09:00:00.000Z';
let folder: string;
let store: Store;
beforeEach(async () => {
  folder = newDataFolder();
  store = await Store.open(folder);
  await store.create<House>('house', quinceStreet, NOW);
  await store.create<Job>('job', sewingCorner, NOW);
});
afterEach(async () => {
  await store.close();
  dropDataFolder(folder);
});

describe('documents', () => {
  it('come back as they went in, with revision 1', async () => {
    expect(await store.get<Job>('job', 'sewing-corner')).toEqual({
      revision: 1,
      savedAt: NOW,
      document: JSON.parse(JSON.stringify(sewingCorner)) as Job,
    });
    expect(await store.get('job', 'nothing')).toBeUndefined();
  });
  it('are made once', async () => expect(await store.create('job', sewingCorner, NOW)).toEqual({ outcome: 'exists' }));
  it('a save over the seen revision counts up and keeps the old one', async () => {
    expect(await store.save('job', { ...sewingCorner, note: 'two' }, 1, NOW)).toMatchObject({ outcome: 'saved', stored: { revision: 2 } });
    expect((await store.revisions('job', 'sewing-corner')).map((r) => r.revision)).toEqual([2, 1]);
    expect((await store.revision<Job>('job', 'sewing-corner', 1))?.document.note).toBeUndefined();
  });
  it('a save over an older one is a conflict with what is there; over a missing one it is missing', async () => {
    await store.save('job', { ...sewingCorner, note: 'theirs' }, 1, NOW);
    expect(await store.save('job', { ...sewingCorner, note: 'mine' }, 1, NOW)).toMatchObject({
      outcome: 'conflict',
      current: { revision: 2, document: { note: 'theirs' } },
    });
    expect(await store.save('job', { ...sewingCorner, id: 'gone' }, 1, NOW)).toEqual({ outcome: 'missing' });
  });
  it('twenty saves at once over one revision: one is taken, the others are told', async () => {
    const results = await Promise.all(Array.from({ length: 20 }, (_, i) => store.save('job', { ...sewingCorner, note: `${i}` }, 1, NOW)));
    expect(results.filter((r) => r.outcome === 'saved')).toHaveLength(1);
    expect(results.filter((r) => r.outcome === 'conflict')).toHaveLength(19);
    expect((await store.get('job', 'sewing-corner'))?.revision).toBe(2);
  });
});

describe('deleting', () => {
  it('a house with jobs stays, and says by which', async () =>
    expect(await store.remove('house', quinceStreet.id, 1)).toEqual({ outcome: 'in use', by: ['sewing-corner'] }));
  it('needs the seen revision', async () => expect(await store.remove('job', 'sewing-corner', 7)).toMatchObject({ outcome: 'conflict' }));
  it('a document that comes back counts on behind its old revisions', async () => {
    await store.remove('job', 'sewing-corner', 1);
    expect(await store.create('job', sewingCorner, NOW)).toMatchObject({ outcome: 'saved', stored: { revision: 2 } });
  });
});

describe('taking in', () => {
  it('is all or nothing: a job of no house takes the whole bundle back', async () => {
    const stranger: Job = { ...sewingCorner, id: 'stranger', houseId: 'nowhere' };
    await expect(store.takeIn({ houses: [{ ...quinceStreet, id: 'other', name: 'Other' }], jobs: [stranger] }, NOW)).rejects.toThrow(
      /FOREIGN KEY/,
    );
    expect((await store.all<House>('house')).map((s) => s.document.id)).toEqual([quinceStreet.id]);
  });
  it('what is there under the same id gets a new revision', async () => {
    await store.takeIn({ houses: [quinceStreet], jobs: [{ ...sewingCorner, note: 'from a file' }] }, NOW);
    expect(await store.get<Job>('job', 'sewing-corner')).toMatchObject({ revision: 2, document: { note: 'from a file' } });
  });
  it('a failed write does not keep the next one from going through', async () => {
    await expect(store.takeIn({ houses: [], jobs: [{ ...sewingCorner, id: 'x', houseId: 'nowhere' }] }, NOW)).rejects.toThrow();
    expect(await store.save('job', sewingCorner, 1, NOW)).toMatchObject({ outcome: 'saved' });
  });
});

it('survives being closed and opened again', async () => {
  await store.setSetting('seeded', 'demo');
  await store.close();
  store = await Store.open(folder);
  expect([await store.setting('seeded'), (await store.all('job')).length, await store.health()]).toEqual(['demo', 1, 'ok']);
});
