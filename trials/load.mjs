/** Fifty clients at once, one request in twenty a printed sheet: everybody is answered within a second, and memory stays level. */
import { readFileSync } from 'node:fs';
import { ask, chance, dropFolder, json, newFolder, quantile, save, serve } from './lib.mjs';

const CLIENTS = 50;
const LONG_S = 60;
const MOST_MS = 1000;
export const about = `${CLIENTS} clients for ${LONG_S} s, 5 % sheets`;

/** Between two requests a person looks at what came: on average so long, ms. */
const LOOKS_MS = 400;
const residentMb = (pid) => Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${pid}/status`, 'utf8'))[1]) / 1024;

export async function run({ long = false, seed = 5, rounds = long ? LONG_S : 6 } = {}) {
  const folder = newFolder();
  const server = await serve(folder);
  const { url } = server;
  const jobs = ['sewing-corner', 'aquarium-alcove', 'wainscot', 'hall-box-replaced', 'router-shelf'];
  // the threads that make sheets are there once the first was made
  await Promise.all([0, 1].map(() => ask(url, 'GET', '/api/v1/jobs/sewing-corner/sheet.pdf')));
  const [all, sheets, odd] = [[], [], []];
  const until = performance.now() + rounds * 1000;
  const memory = [];
  const watching = setInterval(() => memory.push(residentMb(server.child.pid)), 1000);
  const client = async (n) => {
    const dice = chance(seed * 1000 + n);
    await new Promise((done) => setTimeout(done, dice.below(LOOKS_MS)));
    while (performance.now() < until) {
      const id = dice.of(jobs);
      const kind = dice.next();
      let answer;
      if (kind < 0.05) {
        answer = await ask(url, 'GET', `/api/v1/jobs/${id}/sheet.pdf`);
        sheets.push(answer.ms);
      } else if (kind < 0.3) {
        const last = json(await ask(url, 'GET', `/api/v1/jobs/${id}`));
        answer = await save(url, 'jobs', { ...last.document, note: `${n} ${dice.below(1e6)}` }, last.revision);
      } else answer = await ask(url, 'GET', dice.of([`/api/v1/jobs/${id}`, '/api/v1/jobs', '/api/v1/houses', `/api/v1/jobs/${id}/ledger`]));
      all.push(answer.ms);
      // somebody else was faster: an answer like any other
      if (answer.status !== 200 && answer.status !== 409) odd.push(answer.status);
      await new Promise((done) => setTimeout(done, dice.next() * 2 * LOOKS_MS));
    }
  };
  const started = performance.now();
  await Promise.all(Array.from({ length: CLIENTS }, (_, n) => client(n)));
  const seconds = (performance.now() - started) / 1000;
  clearInterval(watching);
  server.child.kill('SIGTERM');
  await server.ended;
  dropFolder(folder);
  const third = Math.max(1, Math.floor(memory.length / 3));
  const [early, late] = [Math.max(...memory.slice(0, third)), Math.max(...memory.slice(-third))];
  const p99 = quantile(all, 0.99);
  return {
    line: `load: ${CLIENTS} clients, ${seconds.toFixed(0)} s, ${(all.length / seconds).toFixed(0)} requests/s, median ${quantile(all, 0.5).toFixed(0)} ms, p99 ${p99.toFixed(0)} ms (sheets: ${sheets.length}, median ${quantile(sheets, 0.5).toFixed(0)}, p99 ${quantile(sheets, 0.99).toFixed(0)} ms), unexpected ${odd.length}, memory ${early.toFixed(0)} → ${late.toFixed(0)} MB`,
    // a short run beside other tests says nothing of times
    ok: odd.length === 0 && all.length > CLIENTS && (!long || (p99 < MOST_MS && late < early * 1.5 + 50)),
  };
}
