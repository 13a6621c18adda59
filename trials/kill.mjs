/** kill -9 at any moment, over all kinds of writes: what was acknowledged is there, nothing is half, the database is whole. */
import Database from 'better-sqlite3';
import { join } from 'node:path';
import { demoHouses, demoJobs } from '@saddle/core/demo';
import { checkHouse, checkJob, inHouse } from '@saddle/core/model';
import { stepsOf } from '@saddle/core/work';
import { ask, chance, dropFolder, json, JSON_TYPE, newFolder, save, serve } from './lib.mjs';

const LONG = 1000;
export const about = `kill -9, ${LONG} rounds over documents, new ones, deletions, files taken in, jobs closed and reopened, and backups`;

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
  /** A job becomes part of its house and is taken out again: both documents, or neither. */
  const closing = async () => {
    const now = memory.get('closing');
    const what = now.closed ? 'reopen' : 'close';
    const answer = await ask(url, 'POST', `/api/v1/jobs/closing-job/${what}`, { ...JSON_TYPE, 'if-match': `"${now.job}"` }, JSON.stringify({ house: now.house, leave: true }));
    if (answer.status !== 200) return false;
    const both = json(answer);
    memory.set('closing', { job: both.job.revision, house: both.house.revision, closed: !now.closed });
    return true;
  };
  const backup = () => ask(url, 'GET', '/api/v1/backup.sqlite').then((a) => a.status === 200);
  const all = [until(saving('jobs', 'sewing-corner')), until(saving('jobs', 'wainscot')), until(saving('houses', 'quince-street-14')), until(fresh), until(bundle), until(closing), until(backup)];
  return Promise.all(all).then(() => memory.set('count', { made: memory.get('count').made + n }));
} // prettier-ignore

/** A house of its own with a job in it that is worked to its end. */
async function plantClosing(url) {
  const house = { ...demoHouses[0], id: 'closing-house', name: 'Closing' };
  const sample = demoJobs.find((j) => j.id === 'hall-box-replaced');
  const at = (n) => new Date(Date.UTC(2026, 9, 3, 8, n)).toISOString();
  const reading = (n, volts) => ({ at: at(n), volts, where: 'here' });
  const read = { testerBefore: reading(50, 120), hotNeutral: reading(51, 0), hotGround: reading(52, 0), neutralGround: reading(53, 0), testerAfter: reading(54, 120) };
  const bare = { ...sample, id: 'closing-job', houseId: house.id };
  const steps = stepsOf(inHouse(bare, house));
  const ticks = steps.map((s, n) => ({ step: s.id, at: at(n) }));
  const proofs = steps.flatMap((s) => s.proves).map((t) => ({ of: t.key, ...read }));
  const job = { ...bare, work: { ticks, notes: [], values: [], proofs } };
  for (const [where, document] of [['houses', house], ['jobs', job]]) {
    const made = await ask(url, 'POST', `/api/v1/${where}`, JSON_TYPE, JSON.stringify(document));
    if (made.status !== 201) throw new Error(`closing: ${made.status} ${made.body}`);
  }
} // prettier-ignore
async function closingNow(url) {
  const [job, house] = [
    json(await ask(url, 'GET', '/api/v1/jobs/closing-job')),
    json(await ask(url, 'GET', '/api/v1/houses/closing-house')),
  ];
  return { job: job.revision, house: house.revision, closed: job.document.closed !== undefined };
}

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
      await plantClosing(server.url);
      first = false;
    } // prettier-ignore
    memory.set('closing', await closingNow(server.url));
    const before = [...memory].map(([k, m]) => [k, m.revision]);
    const writing = writers(server.url, memory, dice);
    // in the first write of every third round, in the others after a few: by what was acknowledged, so that a slow machine tests as much
    const changed = () => [...memory].filter(([k, m]) => m.revision !== new Map(before).get(k)).length;
    const wanted = round % 3 === 2 ? 0 : 2 + dice.below(3);
    for (const end = Date.now() + 20_000; changed() < wanted && Date.now() < end;) await new Promise((done) => setTimeout(done, 2));
    await new Promise((done) => setTimeout(done, dice.below(40)));
    server.child.kill('SIGKILL');
    await Promise.all([writing, server.ended]);
    acknowledged += changed();
    // looked at in the file, as the next start will find it
    const database = new Database(join(folder, 'saddle.sqlite'));
    if (database.pragma('integrity_check', { simple: true }) !== 'ok' || database.pragma('foreign_key_check').length) damaged++;
    const marks = new Set(database.prepare(`SELECT document FROM job WHERE id LIKE 'bundled-%'`).all().map((r) => JSON.parse(r.document).note)); // prettier-ignore
    if (marks.size > 1) half++;
    const pair = ['job', 'house'].map((table) =>
      JSON.parse(database.prepare(`SELECT document FROM ${table} WHERE id = 'closing-${table}'`).get().document),
    );
    if ((pair[0].closed !== undefined) !== (pair[1].history ?? []).some((h) => h.id === pair[0].closed?.closing)) half++;
    if (pair[0].closed === undefined && (pair[1].history ?? []).length) half++;
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
