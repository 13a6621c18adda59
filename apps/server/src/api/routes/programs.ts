/** For programs and other devices: whether it is alive, how it is reached, schemas, the rules, and the pocket sums. */
import { jsonSchema, PUBLISHED_SCHEMAS } from '@saddle/core/exchange';
import { POCKET_SUMS } from '@saddle/core/pocket';
import * as z from 'zod';
import type { Api } from '../keeping.js';
import { notFound } from '../problem.js';
import { answers, file, json, route, WrittenJson, type Route } from '../route.js';
import { RuleIndexShape, SumAnswerShape, SumListShape } from '../shapes.js';

const SCHEMAS = Object.keys(PUBLISHED_SCHEMAS) as [keyof typeof PUBLISHED_SCHEMAS];

export function programRoutes({ store, heavy, network, version }: Api): Route[] {
  return [
    route({
      ...{ method: 'get', path: '/health', id: 'health', summary: 'Whether it is alive: 503 where the database is not' },
      answer: answers(z.object({ status: z.string(), version: z.string() }), 'alive'),
      handle: async ({ response }) => {
        const status = await store.health();
        if (status !== 'ok') response.status(503);
        return { status, version };
      },
    }),
    route({
      ...{ method: 'get', path: '/network', id: 'network' },
      summary: 'How other devices of this network reach it; no addresses where it was not started with --lan',
      answer: answers(z.object({ urls: z.array(z.string()), fingerprint: z.string().optional() }), 'addresses'),
      handle: () => network() ?? { urls: [] },
    }),
    route({
      ...{ method: 'get', path: '/network/qr.svg', id: 'network-qr', summary: 'The first address as a QR code' },
      answer: file('image/svg+xml', 'the code'),
      handle: async () => {
        const [url] = network()?.urls ?? [];
        if (!url) throw notFound('address on this network', 'of this server');
        const { toString: qrCode } = await import('qrcode');
        return { send: await qrCode(url, { type: 'svg', margin: 2 }) };
      },
    }),
    route({
      ...{ method: 'get', path: '/schemas/{name}.json', id: 'schema', summary: 'JSON Schema of a document or of an export file' },
      params: z.object({ name: z.enum(SCHEMAS) }),
      answer: file('application/schema+json', 'the schema'),
      handle: ({ params: { name } }) => ({ send: JSON.stringify(jsonSchema(name)) }),
    }),
    route({
      ...{ method: 'get', path: '/rules', id: 'rules', summary: 'Every rule the ledger judges by, and what is not checked' },
      answer: answers(RuleIndexShape, 'the rules'),
      handle: async () => new WrittenJson((await heavy.run({ do: 'rules' })) as string),
    }),
    route({
      ...{ method: 'get', path: '/sums', id: 'sums', summary: 'The pocket sums and what they ask' },
      answer: answers(SumListShape, 'the sums'),
      handle: () => POCKET_SUMS.map(({ name, title, about, fields }) => ({ name, title, about, fields })),
    }),
    ...POCKET_SUMS.map((sum) =>
      route({
        ...{ method: 'post', path: `/sums/${sum.name}`, id: `sum-${sum.name}`, summary: sum.title, description: sum.about },
        body: json(sum.schema),
        answer: answers(SumAnswerShape, 'the figure with its sum'),
        handle: ({ body }) => sum.run(body as never),
      }),
    ),
  ];
}
