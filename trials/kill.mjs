/** kill -9 at any moment, over all kinds of writes: what was acknowledged is there, nothing is half, the database is whole. */
import Database from 'better-sqlite3';
import { join } from 'node:path';
import { demoJobs } from '@saddle/core/demo';
import { checkHouse, checkJob } from '@saddle/core/model';
import { ask, chance, dropFolder, json, JSON_TYPE, newFolder, save, serve } from './lib.mjs';

const LONG = 1000;
export const about = `kill -9, ${LONG} rounds over documents, new ones, deletions, files taken in and backups`;

/** A writer goes on until the server is gone; it knows what was acknowledged last. */
function writers(url, memory, dice) {
  let gone = false;
  const until = async (work) => {
    while (!gone) if (!(await work())) gone = true;
  };
  const saving = (kind, id) => () => {
    const last = memory.get(`${kind}/${id}`);
    const document = { ...last.document, note: `n${last.revision + 1} ${'x'.repeat(dice.below(1800))}` };
    return save(url, kind, document, last.revision).then((answer) => {
      if (answer.status === 200) memory.set(`${kind}/${id}`, { revision: json(answer).revision, document, there: true });
      return answer.status === 200;
    });
  };
  let n = 0;
  const fresh = async () => {
    const id = `fresh-${memory.get('count').made + ++n}`;
    const document = { ...demoJobs[0], id, name: id };
    const made = await ask(url, 'POST', '/api/v1/jobs', JSON_TYPE, JSON.stringify(document));
    if (made.status !== 201) return false;
    memory.set(`jobs/${id}`, { revision: json(made).revision, document, there: true });
    if (dice.below(2)) return true;
    const key = `jobs/${id}`;
    memory.set(key, { ...memory.get(key), maybeGone: true });
    const dropped = await ask(url, 'DELETE', `/api/v1/jobs/${id}`, { 'if-match': `"${json(made).revision}"` });
    if (dropped.status === 204) memory.set(key, { ...memory.get(key), there: false });
    return dropped.status === 204;
  };
  const bundle = async () => {
    const mark = `bundle ${dice.below(1e9)}`;
    const jobs = Array.from({ length: 5 }, (_, i) => ({ ...demoJobs[1], id: `bundled-${i}`, name: `bundled ${i}`, note: mark }));
    const file = { format: 'saddle-export', version: 1, houses: [], jobs };
    const answer = await ask(url, 'POST', '/api/v1/import?confirm=yes', JSON_TYPE, JSON.stringify(file));
    if (answer.status === 200) memory.set('bundle', mark);
    return answer.status === 200;
  };
  const backup = () => ask(url, 'GET', '/api/v1/backup.sqlite').then((a) => a.status === 200);
  const all = [until(saving('jobs', 'sewing-corner')), until(saving('jobs', 'wainscot')), until(saving('houses', 'quince-street-14')), until(fresh), until(bundle), until(backup)];
  return Promise.all(all).then(() => memory.set('count', { made: memory.get('count').made + n }));
} // prettier-ignore

export async function run({ long = false, seed = 7, rounds = long ? LONG : 6 } = {}) {
  const dice = chance(seed);
  const folder = newFolder();
  const memory = new Map([['count', { made: 0 }], ['bundle', '']]); // prettier-ignore
  let [lost, half, damaged, acknowledged] = [0, 0, 0, 0];
  let first = true;
  for (let round = 0; round < rounds; round++) {
    const server = await serve(folder);
    if (first) {
      for (const id of ['sewing-corner', 'wainscot']) memory.set(`jobs/${id}`, { ...json(await ask(server.url, 'GET', `/api/v1/jobs/${id}`)), there: true });
      memory.set('houses/quince-street-14', { ...json(await ask(server.url, 'GET', '/api/v1/houses/quince-street-14')), there: true });
      first = false;
    } // prettier-ignore
    const before = [...memory].map(([k, m]) => [k, m.revision]);
    const writing = writers(server.url, memory, dice);
    await new Promise((done) => setTimeout(done, 20 + dice.below(260)));
    server.child.kill('SIGKILL');
    await Promise.all([writing, server.ended]);
    acknowledged += [...memory].filter(([k, m]) => m.revision !== new Map(before).get(k)).length;
    // looked at in the file, as the next start will find it
    const database = new Database(join(folder, 'saddle.sqlite'));
    if (database.pragma('integrity_check', { simple: true }) !== 'ok' || database.pragma('foreign_key_check').length) damaged++;
    const marks = new Set(database.prepare(`SELECT document FROM job WHERE id LIKE 'bundled-%'`).all().map((r) => JSON.parse(r.document).note)); // prettier-ignore
    if (marks.size > 1) half++;
    for (const [key, m] of memory) {
      if (!key.includes('/')) continue;
      const [kind, id] = key.split('/');
      const row = database.prepare(`SELECT revision, document FROM ${kind === 'jobs' ? 'job' : 'house'} WHERE id = ?`).get(id);
      if (!row) {
        if (m.there && !m.maybeGone) lost++;
        memory.delete(key);
        continue;
      }
      if (!m.there || row.revision < m.revision) lost++;
      let document;
      try {
        document = JSON.parse(row.document);
      } catch {
        half++;
        continue;
      }
      if (!(kind === 'jobs' ? checkJob : checkHouse)(document).ok) half++;
      if (row.revision === m.revision && JSON.stringify(document.note) !== JSON.stringify(m.document.note)) lost++;
      // the one that was under way may have gone through
      memory.set(key, { ...m, revision: row.revision, document, there: true, maybeGone: false });
      if (id.startsWith('fresh-')) memory.delete(key);
    }
    database.close();
  }
  dropFolder(folder);
  return {
    line: `kill -9: ${rounds} rounds, ${acknowledged} documents with acknowledged writes, ${lost} lost, ${half} half, ${damaged} damaged`,
    ok: lost === 0 && half === 0 && damaged === 0 && acknowledged > rounds,
  };
}
