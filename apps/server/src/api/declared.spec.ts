/**
 * Routes are declared once. Each that only reads is asked here with things that are there and with one that isn’t: the answer is of the
 * type that the description says, and JSON of its shape (the server of the tests holds every answer against its schema itself).
 */
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { dropDataFolder, newDataFolder, runServer, type RunningServer } from '../testing/runServer.js';

const folder = newDataFolder();
let server: RunningServer;
let paths: Record<string, Record<string, Operation>>;
interface Operation {
  operationId: string;
  parameters?: { name: string; in: string; required?: boolean; schema: { enum?: string[] } }[];
  responses: Record<string, { content?: Record<string, unknown> }>;
}
beforeAll(async () => {
  server = await runServer(folder);
  // a schedule wants hours, and a backup one that was kept
  const at = `${server.url}/api/v1`;
  const job = (await (await fetch(`${at}/jobs/hall-box-replaced`)).json()) as { document: object };
  const hours = [{ days: [5, 6], from: 540, to: 1020 }];
  const when = { from: '2026-11-28T08:00', people: [{ id: 'me', name: 'Owner', hours }], drying: 'usual', staysOn: [], pins: [] };
  const headers = { 'content-type': 'application/json', 'if-match': '"1"' };
  await fetch(`${at}/jobs/hall-box-replaced`, { method: 'PUT', headers, body: JSON.stringify({ ...job.document, when }) });
  paths = ((await (await fetch(`${at}/openapi.json`)).json()) as { paths: typeof paths }).paths;
});
afterAll(() => {
  server.process.kill();
  dropDataFolder(folder);
});

/** What there is of each kind, by the path that it stands in: [the path begins so, what its id is]. */
const THERE: [RegExp, string][] = [
  [/^\/jobs\/\{id\}\/(ways|route-sheet)/, 'kiln-corner'],
  [/^\/jobs\/\{id\}\/minor-works/, 'glasshouse-heater'],
  [/^\/jobs\/\{id\}\/(schedule|notice)/, 'hall-box-replaced'],
  [/^\/jobs\//, 'sewing-corner'],
  [/^\/houses\/\{id\}\/circuits/, 'larch-cottage'],
  [/^\/houses\//, 'quince-street-14'],
];
const OTHER: Record<string, string> = { revision: '1', final: 'ring-1', name: '' };
/** Asked of one that only a person makes: a photo, its picture, a kept backup, a network that other devices are let in by. */
const NOT_HERE = new Set(['photo', 'picture', 'backup-file', 'network-qr']);

async function boxOf(path: string): Promise<string> {
  const body = (await (await fetch(`${server.url}/api/v1${path}`)).json()) as { document: { site?: { boxes: { id: string }[] }; changes?: { box?: { id: string } }[] } }; // prettier-ignore
  return body.document.site?.boxes[0]!.id ?? body.document.changes?.find((c) => c.box)?.box?.id ?? 'none';
}

describe('what is declared is what is answered', () => {
  it('every route that reads, with things that are there', async () => {
    const finals = (await (await fetch(`${server.url}/api/v1/houses/larch-cottage`)).json()) as { document: { site: { finals: { id: string }[] } } }; // prettier-ignore
    let asked = 0;
    for (const [path, methods] of Object.entries(paths)) {
      const operation = methods['get'];
      if (!operation || NOT_HERE.has(operation.operationId)) continue;
      const id = THERE.find(([begins]) => begins.test(path))?.[1] ?? '';
      const box = path.includes('{box}')
        ? await boxOf(path.startsWith('/houses') ? '/houses/quince-street-14' : '/jobs/sewing-corner')
        : '';
      const forms = operation.parameters?.find((p) => p.in === 'path' && p.schema.enum)?.schema.enum ?? [''];
      const needs = operation.parameters?.some((p) => p.in === 'query' && p.name === 'jobs') ? '?jobs=hall-box-replaced' : path.endsWith('surveyed-since') ? '?from=1' : ''; // prettier-ignore
      for (const form of forms) {
        const at = path.replace('{id}', id).replace('{box}', box).replace('{final}', finals.document.site.finals[0]!.id).replace(/\{(form|name)\}/, form).replace(/\{(\w+)\}/, (_, n: string) => OTHER[n] ?? n) + needs; // prettier-ignore
        const response = await fetch(`${server.url}/api/v1${at}`);
        const type = response.headers.get('content-type')?.split(';')[0];
        const text = response.status === 200 ? '' : await response.text();
        expect([at, response.status, text]).toEqual([at, 200, '']);
        const declared = Object.keys(operation.responses['200']!.content!).map((t) => t.split(';')[0]);
        expect([at, declared]).toEqual([at, expect.arrayContaining([type])]);
        await response.arrayBuffer().catch(() => undefined);
        asked++;
      }
    }
    // 60 addresses and more: none left out because its path changed
    expect(asked).toBeGreaterThan(55);
  });
  it('every route with an id says 404 with a problem document for one that isn’t there', async () => {
    for (const [path, methods] of Object.entries(paths)) {
      if (!methods['get'] || !path.includes('{')) continue;
      const at = path.replace(/\{\w+\}/g, 'nowhere');
      const needs = methods['get'].parameters?.some((p) => p.name === 'jobs' && p.in === 'query') ? '?jobs=x' : path.endsWith('since') ? '?from=1' : ''; // prettier-ignore
      const response = await fetch(`${server.url}/api/v1${at}${needs}`);
      const type = response.headers.get('content-type');
      expect([at, response.status, type]).toEqual([at, 404, 'application/problem+json; charset=utf-8']);
    }
  });
  it('a method that is not declared is not there', async () => {
    const response = await fetch(`${server.url}/api/v1/rules`, { method: 'DELETE' });
    expect(response.status).toBe(404);
  });
});
