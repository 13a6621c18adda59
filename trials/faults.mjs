/** Storage errors injected at every statement, and a disk that is really full: refused or on the disk, and the next save goes through. */
import Database from 'better-sqlite3';
import { join } from 'node:path';
import { demoHouses, demoJobs } from '@saddle/core/demo';
import { connectionOf, FAULTS, FaultyDisk } from '../apps/server/dist/testing/faultyDisk.js';
import { Store } from '../apps/server/dist/storage/store.js';
import { chance, dropFolder, newFolder } from './lib.mjs';

const LONG = 1000;
export const about = `${LONG} injected storage errors`;

export async function run({ long = false, seed = 11, rounds = long ? LONG : 60 } = {}) {
  const dice = chance(seed);
  const folder = newFolder();
  const store = await Store.open(folder);
  const now = new Date().toISOString();
  await store.takeIn({ houses: demoHouses, jobs: demoJobs }, now);
  const disk = new FaultyDisk(connectionOf(store));
  const look = new Database(join(folder, 'saddle.sqlite'), { readonly: true });
  const onDisk = (id) => look.prepare('SELECT revision FROM job WHERE id = ?').get(id)?.revision;
  let [refused, lost, unasked, stuck, full] = [0, 0, 0, 0, 0];
  const acknowledged = new Map(demoJobs.map((j) => [j.id, 1]));
  for (let n = 0; refused < rounds && n < rounds * 20; n++) {
    const job = dice.of(demoJobs);
    const really = dice.below(12) === 0;
    const connection = connectionOf(store);
    if (really) {
      connection.pragma(`max_page_count = ${connection.pragma('page_count', { simple: true })}`);
      full++;
    } else disk.fail({ after: dice.below(9), code: dice.of(FAULTS), rollsBack: dice.below(2) === 1 });
    const note = `${n} ${'x'.repeat(really ? 1900 : dice.below(600))}`;
    const before = acknowledged.get(job.id);
    try {
      const result = await store.save('job', { ...job, note }, before, now);
      if (result.outcome === 'saved') acknowledged.set(job.id, result.stored.revision);
    } catch {
      refused++;
      if (onDisk(job.id) !== before) unasked++;
    }
    disk.count();
    connection.pragma('max_page_count = 1073741823');
    if (onDisk(job.id) !== acknowledged.get(job.id)) lost++;
    if ((await store.health()) !== 'ok') stuck++;
  }
  disk.stop();
  look.close();
  await store.close();
  dropFolder(folder);
  return {
    line: `storage errors: ${refused} refused (${full} tries on a full disk), ${lost} acknowledged and lost, ${unasked} refused and written, ${stuck} left stuck`,
    ok: refused >= rounds && lost + unasked + stuck === 0,
  };
}
