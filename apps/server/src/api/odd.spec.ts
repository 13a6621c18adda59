/** Odd requests: each is refused by its kind, in little text, at little cost, and changes nothing. */
import { request as rawRequest } from 'node:http';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { Job } from '@saddle/core/model';
import { dropDataFolder, newDataFolder, runServer, type RunningServer } from '../testing/runServer.js';
import { nestsDeeperThan } from './body.js';
import { REFUSAL_LIMIT, refusalText } from './problem.js';

const folder = newDataFolder();
let server: RunningServer;
beforeAll(async () => {
  server = await runServer(folder);
});
afterAll(() => {
  server.process.kill();
  dropDataFolder(folder);
});

interface Raw {
  status: number;
  text: string;
  headers: Record<string, unknown>;
}
/** A request with any header at all, which `fetch` would not send. */
function raw(method: string, path: string, headers: Record<string, string> = {}, body?: string | Buffer): Promise<Raw> {
  const { hostname, port } = new URL(server.url);
  return new Promise((done, failed) => {
    const request = rawRequest({ hostname, port, method, path, headers }, (response) => {
      let text = '';
      response.setEncoding('utf8').on('data', (chunk: string) => (text += chunk));
      response.on('end', () => done({ status: response.statusCode!, text, headers: response.headers }));
    });
    request.on('error', failed);
    request.end(body);
  });
}
const JSON_TYPE = { 'content-type': 'application/json' };
const stored = async () => (await (await fetch(`${server.url}/api/v1/jobs/sewing-corner`)).json()) as { revision: number; document: Job };

describe('who asks', () => {
  it.each(['null', 'x', 'http://127.0.0.1:4442.evil.example', 'file://', 'http://elsewhere.example'])(
    'Origin %s writes nothing and is told so: 403',
    async (origin) => {
      const before = await stored();
      for (const [method, path] of [
        ['PUT', '/api/v1/jobs/sewing-corner'],
        ['POST', '/api/v1/jobs'],
        ['POST', '/api/v1/import'],
        ['DELETE', '/api/v1/jobs/sewing-corner'],
        ['POST', '/api/v1/sums/length'],
      ] as const) {
        const answer = await raw(
          method,
          path,
          { ...JSON_TYPE, origin, 'if-match': `"${before.revision}"` },
          method === 'DELETE' ? undefined : '{}',
        );
        expect([method, path, answer.status]).toEqual([method, path, 403]);
      }
      expect(await stored()).toEqual(before);
    },
  );
  it.each(['cross-site', 'same-site'])('a picture on a %s page costs nothing: the sheet is not even begun', async (site) => {
    for (const path of ['/jobs/sewing-corner/sheet.pdf', '/jobs/kiln-corner/ways', '/export.json'])
      expect((await raw('GET', `/api/v1${path}`, { 'sec-fetch-site': site })).status).toBe(403);
    expect((await raw('GET', '/api/v1/health', { 'sec-fetch-site': 'same-origin' })).status).toBe(200);
    expect((await raw('GET', '/api/v1/health', { 'sec-fetch-site': 'none' })).status).toBe(200);
  });
  it('under another name neither the API answers nor the page', async () => {
    for (const path of ['/', '/jobs/sewing-corner/box', '/api/v1/health'])
      expect((await raw('GET', path, { host: 'saddle.example' })).status).toBe(421);
    expect((await raw('GET', '/', { host: new URL(server.url).host })).status).toBe(200);
  });
  it('documents are not left in a cache', async () => {
    for (const path of ['/api/v1/jobs', '/api/v1/export.json', '/api/v1/jobs/nobody'])
      expect((await raw('GET', path)).headers['cache-control']).toBe('no-store');
  });
});

describe('what comes', () => {
  it.each([
    ['20 000 lists', '['.repeat(20_000)],
    ['10 MB of lists', '['.repeat(10_000_000)],
    ['objects in objects', '{"a":'.repeat(20_000)],
  ])('%s in each other: 422 at once', async (_what, body) => {
    const started = performance.now();
    for (const path of ['/api/v1/jobs', '/api/v1/import', '/api/v1/sums/length']) {
      const answer = await raw('POST', path, JSON_TYPE, body);
      expect([path, answer.status]).toEqual([path, 422]);
    }
    // it took 3 to 10 s of the only thread before
    expect(performance.now() - started).toBeLessThan(3000);
  });
  it('brackets inside a text are text, and an escaped quote does not end it', () => {
    const text = (value: unknown) => Buffer.from(JSON.stringify(value));
    expect(nestsDeeperThan(text({ a: '[[[[[[[[[["[[[[\\[[[[[' }), 3)).toBe(false);
    expect(nestsDeeperThan(text([[[1]]]), 3)).toBe(false);
    expect(nestsDeeperThan(text([[[[1]]]]), 3)).toBe(true);
    expect(nestsDeeperThan(text([[], [], [], [[]]]), 3)).toBe(false);
  });
  it('half a character in a name is refused by its field, and nothing breaks', async () => {
    const { revision, document } = await stored();
    const broken = JSON.stringify({ ...document, name: 'NAME' }).replace('NAME', 'half \\ud800');
    const answer = await raw('PUT', '/api/v1/jobs/sewing-corner', { ...JSON_TYPE, 'if-match': `"${revision}"` }, broken);
    expect([answer.status, (JSON.parse(answer.text) as { errors: { path: string }[] }).errors[0]!.path]).toEqual([422, '/name']);
    const whole = JSON.stringify({ ...document, name: 'NAME' }).replace('NAME', 'whole \\ud83d\\udd0c');
    expect((await raw('PUT', '/api/v1/jobs/sewing-corner', { ...JSON_TYPE, 'if-match': `"${revision}"` }, whole)).status).toBe(200);
    const sheet = await fetch(`${server.url}/api/v1/jobs/sewing-corner/sheet.pdf`);
    expect(sheet.status).toBe(200);
    await raw('PUT', '/api/v1/jobs/sewing-corner', { ...JSON_TYPE, 'if-match': `"${revision + 1}"` }, JSON.stringify(document));
  });
  it('a refusal stays small, whatever came', async () => {
    const house = JSON.parse(await (await fetch(`${server.url}/api/v1/houses/quince-street-14`)).text()) as {
      revision: number;
      document: { site: { walls: unknown[] } };
    };
    const keys = Object.fromEntries(Array.from({ length: 150_000 }, (_, i) => [`nonsense-${i}`, i]));
    const wall = house.document.site.walls[0] as { id: string; obstacles: unknown[] };
    const outside = Array.from({ length: 200 }, (_, i) => ({
      ...(wall.obstacles[0] as object),
      id: `o${i}`,
      x: { mm: 50_000, known: 'measured' },
    }));
    const bodies: [string, unknown][] = [
      ['/api/v1/houses', { ...house.document, id: 'other', ...keys }],
      ['/api/v1/houses', { ...house.document, id: 'other', site: { ...house.document.site, walls: house.document.site.walls.map((w) => ({ ...(w as object), obstacles: outside })) } }],
      ['/api/v1/import', { format: 'saddle-export', version: 1, houses: [], jobs: Array.from({ length: 2000 }, () => ({ format: 'saddle-job' })) }],
      ['/api/v1/jobs', { ['k'.repeat(1_000_000)]: 1 }],
    ]; // prettier-ignore
    for (const [path, body] of bodies) {
      const answer = await raw('POST', path, JSON_TYPE, JSON.stringify(body));
      expect(answer.text.length, path).toBeLessThan(64_000);
      expect(answer.status).toBeLessThan(500);
    }
    const report = await raw('POST', '/api/v1/import', JSON_TYPE, JSON.stringify(bodies[2]![1]));
    expect((JSON.parse(report.text) as { refusedMore: number }).refusedMore).toBe(1970);
  });
  it('errors that would be too much are cut, not the answer’s sense', () => {
    const error = { path: '/x', message: 'm'.repeat(5000), expected: 'e', came: 'c' };
    const text = refusalText({ type: 't', title: 'no', status: 422, errors: Array.from({ length: 1000 }, () => error) });
    expect(text.length).toBeLessThanOrEqual(REFUSAL_LIMIT);
    const cut = JSON.parse(text) as { errors: unknown[]; title: string };
    expect([cut.title, cut.errors.length > 50]).toEqual(['no', true]);
  });
});

describe('heavy work', () => {
  it('does not keep anybody waiting: health answers while sheets and searches are made', async () => {
    const heavy = Promise.all([
      ...Array.from({ length: 6 }, () => raw('GET', '/api/v1/jobs/kiln-corner/ways')),
      ...Array.from({ length: 6 }, () => raw('GET', '/api/v1/jobs/sewing-corner/sheet.pdf')),
    ]);
    let answered = 0;
    let over = false;
    void heavy.finally(() => (over = true));
    while (!over) {
      expect((await raw('GET', '/api/v1/health')).status).toBe(200);
      answered++;
    }
    expect((await heavy).map((a) => a.status)).toEqual(Array<number>(12).fill(200));
    // one thread for all would have answered once or twice between them
    expect(answered).toBeGreaterThan(12);
  });
});
