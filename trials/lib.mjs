/** What every trial needs: a server with a folder of its own, requests that never throw, chance that can be repeated. */
import { spawn } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { request as httpRequest } from 'node:http';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';

const MAIN = fileURLToPath(new URL('../apps/server/bundle/main.js', import.meta.url));

export const newFolder = () => mkdtempSync(join(tmpdir(), 'saddle-trial-'));
export const dropFolder = (folder) => rmSync(folder, { recursive: true, force: true });

/** Starts the built server; resolves with its address, rejects with what it said when it ends instead. */
export function serve(folder, { args = [], env = {} } = {}) {
  const child = spawn(process.execPath, [MAIN, ...args], {
    env: { ...process.env, SADDLE_PORT: '0', SADDLE_LOG: 'silent', SADDLE_DATA: folder, ...env },
    stdio: ['ignore', 'pipe', 'pipe'],
  });
  let said = '';
  const ended = new Promise((done) => child.on('exit', (code, signal) => done(signal ?? code)));
  return new Promise((done, failed) => {
    const listen = (chunk) => {
      said += chunk;
      const url = /at (http:\S+)\//.exec(said)?.[1];
      if (url) done({ url, child, ended, said: () => said });
    };
    child.stdout.on('data', listen);
    child.stderr.on('data', listen);
    void ended.then((code) => failed(new Error(`ended with ${code}: ${said}`)));
  });
}

/** Numbers of chance from a seed (mulberry32): the same trial again is the same trial. */
export function chance(seed) {
  let a = seed >>> 0;
  const next = () => {
    a = (a + 0x6d2b79f5) >>> 0;
    let t = a;
    t = Math.imul(t ^ (t >>> 15), t | 1);
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
  const below = (n) => Math.floor(next() * n);
  return { next, below, of: (list) => list[below(list.length)] };
}

/** A request with any header and body; a broken connection is an answer with status 0. */
export function ask(url, method, path, headers = {}, body = undefined) {
  const { hostname, port } = new URL(url);
  const started = performance.now();
  return new Promise((done) => {
    let request;
    try {
      request = httpRequest({ hostname, port, method, path, headers }, (response) => {
        const chunks = [];
        response.on('data', (c) => chunks.push(c));
        response.on('error', () => done({ status: 0, ms: performance.now() - started, bytes: 0, body: Buffer.alloc(0) }));
        response.on('end', () => {
          const all = Buffer.concat(chunks);
          done({ status: response.statusCode, headers: response.headers, ms: performance.now() - started, bytes: all.length, body: all });
        });
      });
    } catch (error) {
      return done({ status: -1, ms: 0, bytes: 0, body: Buffer.from(String(error)) });
    }
    request.on('error', () => done({ status: 0, ms: performance.now() - started, bytes: 0, body: Buffer.alloc(0) }));
    request.end(body);
  });
}
export const json = (answer) => JSON.parse(answer.body.toString());
export const JSON_TYPE = { 'content-type': 'application/json' };
export const save = (url, kind, document, revision) =>
  ask(url, 'PUT', `/api/v1/${kind}/${document.id}`, { ...JSON_TYPE, 'if-match': `"${revision}"` }, JSON.stringify(document));

export const quantile = (list, q) => [...list].sort((a, b) => a - b)[Math.min(list.length - 1, Math.floor(q * list.length))] ?? 0;
