/** What a declaration promises, held over the wire of a small Express: what comes is checked, what goes is as it was said, the rest is refused. */
import express from 'express';
import type { Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { pino } from 'pino';
import { pinoHttp } from 'pino-http';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import * as z from 'zod';
import { openApi } from './openapi.js';
import { problemHandler } from './problem.js';
import { answers, attached, bytes, expressOf, file, files, json, jsonUnchecked, nothing, route, SENT, WrittenJson } from './route.js';

const Length = z.object({ mm: z.number() });
const wrong = { mm: 'three' } as unknown as z.output<typeof Length>;
const routes = [
  route({
    ...{ method: 'get', path: '/walls/{id}/studs.{form}', id: 'studs' },
    params: z.object({ form: z.enum(['pdf', 'csv']) }),
    query: z.strictObject({ every: z.coerce.number().int().default(16) }),
    answer: files({ pdf: 'application/pdf', csv: 'text/csv' }, 'the studs'),
    handle: ({ params: { id, form }, query: { every } }) =>
      form === 'csv' ? attached(`${id},${every}`, 'studs.csv', form) : { send: Buffer.from('%PDF'), name: 'studs.pdf' },
  }),
  route({
    ...{ method: 'post', path: '/lengths', id: 'length', body: json(Length, { fill: () => ({ mm: 406 }) }) },
    answer: answers(Length, 'the length', 201),
    handle: ({ body }) => body,
  }),
  route({ ...{ method: 'post', path: '/as-came', id: 'came', body: jsonUnchecked(Length) }, answer: answers(z.object({ is: z.string() }), 'what it is'), handle: ({ body }) => ({ is: typeof body }) }), // prettier-ignore
  route({ ...{ method: 'put', path: '/picture', id: 'picture', body: bytes('application/octet-stream', 8) }, answer: answers(z.object({ n: z.number() }), 'how many'), handle: ({ body }) => ({ n: body.length }) }), // prettier-ignore
  route({ ...{ method: 'put', path: '/seen', id: 'seen', seen: true }, answer: answers(z.object({ revision: z.number() }), 'the revision'), handle: ({ revision }) => ({ revision }) }), // prettier-ignore
  route({ ...{ method: 'delete', path: '/gone', id: 'gone' }, answer: nothing('gone'), handle: () => undefined }),
  route({ ...{ method: 'get', path: '/wrong', id: 'wrong' }, answer: answers(Length, 'a length'), handle: () => wrong }),
  route({ ...{ method: 'get', path: '/written', id: 'written' }, answer: answers(Length, 'a length'), handle: () => new WrittenJson('{"mm":"x"}') }), // prettier-ignore
  route({ ...{ method: 'get', path: '/itself', id: 'itself' }, answer: file('text/plain', 'a text'), handle: ({ response }) => (response.type('text/plain').send('by itself'), SENT) }), // prettier-ignore
];
const servers: Server[] = [];
const at: Record<'checking' | 'plain', string> = { checking: '', plain: '' };
beforeAll(async () => {
  for (const [name, check] of [['checking', true], ['plain', false]] as const) {
    const app = express().use(pinoHttp({ logger: pino({ level: 'silent' }) }), express.json(), expressOf(routes, check), problemHandler);
    const server = app.listen(0, '127.0.0.1');
    await new Promise((listening) => server.once('listening', listening));
    servers.push(server);
    at[name] = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
  } // prettier-ignore
});
afterAll(() => servers.forEach((s) => s.close()));
const ask = async (method: string, path: string, body?: string, headers: Record<string, string> = { 'content-type': 'application/json' }, of: keyof typeof at = 'checking') => {
  const response = await fetch(`${at[of]}${path}`, { method, headers, ...(body === undefined ? {} : { body }) });
  return { status: response.status, type: response.headers.get('content-type'), name: response.headers.get('content-disposition'), text: await response.text() };
}; // prettier-ignore

describe('what comes', () => {
  it('a parameter that isn’t one of those it can be is a thing that isn’t there', async () => {
    expect(await ask('GET', '/walls/w1/studs.csv')).toMatchObject({ status: 200, text: 'w1,16', type: 'text/csv; charset=utf-8', name: 'attachment; filename="studs.csv"' }); // prettier-ignore
    expect(await ask('GET', '/walls/w1/studs.pdf')).toMatchObject({
      status: 200,
      type: 'application/pdf',
      name: 'inline; filename="studs.pdf"',
    });
    const odd = await ask('GET', '/walls/w1/studs.png');
    const [error] = (JSON.parse(odd.text) as { errors: object[] }).errors;
    expect([odd.status, error]).toEqual([
      404,
      { path: '/form', message: 'There is no form png here.', expected: 'one of pdf, csv', came: 'png' },
    ]);
  });
  it('a query is read by its schema, and an odd one is named', async () => {
    expect((await ask('GET', '/walls/w1/studs.csv?every=24')).text).toBe('w1,24');
    for (const query of ['every=x', 'often=24'])
      expect([query, (await ask('GET', `/walls/w1/studs.csv?${query}`)).status]).toEqual([query, 422]);
  });
  it('a body is checked and filled where it may leave something out; unchecked it comes as it is', async () => {
    expect(await ask('POST', '/lengths', '{"mm":3}')).toMatchObject({ status: 201, text: '{"mm":3}' });
    expect((await ask('POST', '/lengths', '{}')).text).toBe('{"mm":406}');
    expect((await ask('POST', '/lengths', undefined, {})).text).toBe('{"mm":406}');
    const bad = await ask('POST', '/lengths', '{"mm":"x"}');
    expect([bad.status, (JSON.parse(bad.text) as { errors: { path: string }[] }).errors[0]!.path]).toEqual([422, '/mm']);
    // a list is no object that something could be filled into
    expect((await ask('POST', '/lengths', '[]')).status).toBe(422);
    expect((await ask('POST', '/as-came', '"text"')).status).toBe(400);
    expect((await ask('POST', '/as-came', '[1]')).text).toBe('{"is":"object"}');
  });
  it('bytes come as they are, up to so many', async () => {
    const octets = { 'content-type': 'application/octet-stream' };
    expect([(await ask('PUT', '/picture', '12345678', octets)).text, (await ask('PUT', '/picture', '123456789', octets)).status]).toEqual([
      '{"n":8}',
      413,
    ]);
  });
  it('the revision that was seen: with quotes or without, and nothing else', async () => {
    const seen = async (header?: string) => ask('PUT', '/seen', undefined, header === undefined ? {} : { 'if-match': header });
    expect([(await seen('"7"')).text, (await seen('7')).text]).toEqual(['{"revision":7}', '{"revision":7}']);
    // as large as nine figures make it, and no larger
    expect([(await seen('"123456789"')).text, (await seen('"1234567890"')).status]).toEqual(['{"revision":123456789}', 400]);
    expect([(await seen()).status, (await seen('latest')).status, (await seen('"7')).status, (await seen('-1')).status]).toEqual([
      428, 400, 200, 400,
    ]);
  });
});

describe('what goes', () => {
  it('nothing is 204, and a handler that answered itself is left alone', async () => {
    expect(await ask('DELETE', '/gone')).toMatchObject({ status: 204, text: '' });
    expect((await ask('GET', '/itself')).text).toBe('by itself');
  });
  it('an answer that isn’t as it was declared is a fault where answers are checked, by value or written by a thread', async () => {
    expect([(await ask('GET', '/wrong')).status, (await ask('GET', '/written')).status]).toEqual([500, 500]);
    expect(await ask('GET', '/wrong', undefined, {}, 'plain')).toMatchObject({
      status: 200,
      text: '{"mm":"three"}',
      type: 'application/json; charset=utf-8',
    });
    expect((await ask('GET', '/written', undefined, {}, 'plain')).text).toBe('{"mm":"x"}');
  });
  it('what isn’t declared isn’t there', async () => {
    expect([(await ask('GET', '/lengths')).status, (await ask('GET', '/nowhere')).status]).toEqual([404, 404]);
  });
});

describe('what is described', () => {
  const paths = (openApi(routes, '1') as { paths: Record<string, Record<string, { parameters?: { name: string; in: string }[]; responses: object; requestBody?: { content: object } }>> }).paths; // prettier-ignore
  it('has every route, with its parameters, its body and its success', () => {
    expect(Object.entries(paths).flatMap(([path, methods]) => Object.keys(methods).map((m) => `${m} ${path}`)).sort()).toEqual(routes.map((r) => `${r.method} ${r.path}`).sort()); // prettier-ignore
    const studs = paths['/walls/{id}/studs.{form}']!['get']!;
    expect(studs.parameters!.map((p) => `${p.in} ${p.name}`).sort()).toEqual(['path form', 'path id', 'query every']);
    expect(Object.keys(paths['/lengths']!['post']!.responses)).toContain('201');
    expect(Object.keys(paths['/gone']!['delete']!.responses)).toContain('204');
    expect(Object.keys(paths['/picture']!['put']!.requestBody!.content)).toEqual(['application/octet-stream']);
  });
  it('a refusal stands where it can come: 428 with a revision, 413 with a body, 422 with either body or query', () => {
    const has = (path: string, method: string, status: string) => status in paths[path]![method]!.responses;
    expect([has('/seen', 'put', '428'), has('/gone', 'delete', '428'), has('/picture', 'put', '413'), has('/wrong', 'get', '413'), has('/wrong', 'get', '422'), has('/walls/{id}/studs.{form}', 'get', '422')]).toEqual([true, false, true, false, false, true]); // prettier-ignore
  });
});
