/** OpenAPI 3.1 of the declared routes: the schemas in it are those that check what comes and what goes. */
import { createDocument, type ZodOpenApiOperationObject, type ZodOpenApiPathsObject } from 'zod-openapi';
import * as z from 'zod';
import { FieldErrorShape } from './shapes.js';
import type { Answer, Body, Route } from './route.js';

const ProblemShape = z
  .object({
    type: z.string(),
    title: z.string(),
    status: z.number().int(),
    detail: z.string().optional(),
    errors: z.array(FieldErrorShape).optional(),
  })
  .meta({ id: 'Problem', description: 'RFC 9457 problem document' });

const REFUSALS: Record<number, string> = {
  400: 'not JSON, or a header that can’t be read',
  403: 'asked for by another page',
  404: 'no such thing',
  409: 'a newer version is there, or the id is taken',
  413: 'too large',
  415: 'not sent as it is to be',
  421: 'asked for under a name that is not this machine',
  422: 'a field is wrong',
  428: 'without the revision that was seen',
  503: 'the database or the threads can’t do it now; nothing was written',
  507: 'the disk is full; nothing was written',
};
const problemOf = (status: number) => ({
  [`${status}`]: { description: REFUSALS[status]!, content: { 'application/problem+json': { schema: ProblemShape } } },
});
/** Which refusals a route can give: by what it takes. */
function refusals(r: Route): number[] {
  return [
    ...[403, 404, 421, 503],
    ...(r.query || r.body ? [422] : []),
    ...(r.body ? [400, 413] : []),
    ...(r.method === 'get' ? [] : [415, 507]),
    ...(r.seen ? [400, 428] : []),
    409,
  ].filter((s, i, all) => all.indexOf(s) === i);
}

const text = (type: string) => [type, { schema: z.string().meta({ description: 'the bytes as they are' }) }] as const;
function success(answer: Answer): ZodOpenApiOperationObject['responses'] {
  if (answer.is === 'nothing') return { '204': { description: answer.says } };
  if (answer.is === 'file') return { '200': { description: answer.says, content: Object.fromEntries(Object.values(answer.types).map(text)) } }; // prettier-ignore
  return { [`${answer.status}`]: { description: answer.says, content: { 'application/json': { schema: answer.schema } } } };
}
const bodyOf = (body: Body): ZodOpenApiOperationObject['requestBody'] => ({
  required: true,
  content: body.is === 'json' ? { 'application/json': { schema: body.shown } } : Object.fromEntries([text(body.type)]),
});

const Seen = z.object({ 'if-match': z.string().meta({ description: 'revision that was seen, in quotes' }) });
const ABOUT: Record<string, string> = { id: 'id of the document', form: 'form of the file' };
function operation(r: Route): ZodOpenApiOperationObject {
  const names = [...r.path.matchAll(/\{(\w+)\}/g)].map((m) => m[1]!);
  const path = z.object(
    Object.fromEntries(
      names.map((n) => [n, (r.params?.shape[n] as z.ZodType | undefined) ?? z.string().meta({ description: ABOUT[n] ?? n })]),
    ),
  );
  return {
    operationId: r.id,
    ...(r.summary ? { summary: r.summary } : {}),
    ...(r.description ? { description: r.description } : {}),
    ...(names.length || r.query || r.seen
      ? {
          requestParams: { ...(names.length ? { path } : {}), ...(r.query ? { query: r.query } : {}), ...(r.seen ? { header: Seen } : {}) },
        }
      : {}),
    ...(r.body ? { requestBody: bodyOf(r.body) } : {}),
    responses: { ...success(r.answer), ...Object.assign({}, ...refusals(r).map(problemOf)) },
  };
}

export function openApi(routes: readonly Route[], version: string): Record<string, unknown> {
  const paths: ZodOpenApiPathsObject = {};
  for (const r of routes) paths[r.path] = { ...paths[r.path], [r.method]: operation(r) };
  return createDocument({
    openapi: '3.1.0',
    info: { title: 'Saddle', version, description: 'Lengths inside documents are mm; pocket sums take them as people say them.' },
    servers: [{ url: '/api/v1' }],
    paths,
  }) as unknown as Record<string, unknown>;
}
