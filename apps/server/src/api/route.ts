/**
 * A route is declared once: method, path, what it takes, what it answers, and the function between. Express and the OpenAPI document
 * are both made of the declaration, so that neither can say what the other doesn't.
 */
import express, { Router, type Request, type RequestHandler, type Response } from 'express';
import { checkShape, type Checked } from '@saddle/core/model';
import type * as z from 'zod';
import { invalid, problem } from './problem.js';

export type Method = 'get' | 'post' | 'put' | 'delete';

/** What a body is. JSON is checked by its schema, or by the handler where more than its shape counts; bytes come read, or as a stream. */
export type Body =
  | { is: 'json'; schema: z.ZodType; checked: boolean; shown: z.ZodType; fill: (() => Record<string, unknown>) | undefined }
  | { is: 'bytes'; type: string; limit: number }
  | { is: 'stream'; type: string };

/** What a route answers with when all is well; each refusal is a problem document. */
export type Answer =
  | { is: 'json'; status: number; schema: z.ZodType; says: string }
  | { is: 'file'; types: Record<string, string>; says: string }
  | { is: 'nothing'; says: string };

/** A file to send: under its name, shown in the page or put away. */
export interface FileReply {
  send: string | Buffer;
  /** one of the answer’s `types`; absent: the PDF, or the only one */
  form?: string;
  name?: string;
  as?: 'inline' | 'attachment';
}
/** JSON that a thread wrote as text. */
export class WrittenJson {
  constructor(readonly text: string) {}
}
/** The handler has answered itself: a stream, a download. */
export class Sent {
  readonly sent = true;
}
export const SENT = new Sent();
/** A file to put away under its name. */
export const attached = (send: string | Buffer, name: string, form?: string): FileReply => ({
  ...{ send, name, as: 'attachment' as const },
  ...(form ? { form } : {}),
});

type NamesIn<Path extends string> = Path extends `${string}{${infer Name}}${infer Rest}` ? Name | NamesIn<Rest> : never;
type ParamsOf<Path extends string, P> = Omit<Record<NamesIn<Path>, string>, P extends z.ZodObject ? keyof z.output<P> : never> &
  (P extends z.ZodObject ? z.output<P> : unknown);
type BodyGiven<B> = B extends { is: 'json'; checked: true; schema: infer S extends z.ZodType }
  ? z.output<S>
  : B extends { is: 'bytes' }
    ? Buffer
    : unknown;
type Reply<A> = A extends { is: 'json'; schema: infer S extends z.ZodType }
  ? z.output<S> | WrittenJson
  : A extends { is: 'file' }
    ? FileReply | Sent
    : undefined;

export interface Given<Path extends string, P, Q, B> {
  params: ParamsOf<Path, P>;
  query: Q extends z.ZodObject ? z.output<Q> : Record<string, never>;
  body: BodyGiven<B>;
  /** of `If-Match`, where the route asks for it; else 0 */
  revision: number;
  request: Request;
  response: Response;
}

interface Declared<Path extends string, P, Q, B, A> {
  method: Method;
  /** as OpenAPI writes it: `/jobs/{id}/steps` */
  path: Path;
  /** the operation’s name, once in the API */
  id: string;
  summary?: string;
  description?: string;
  /** parameters of the path that are more than a text; one that isn't as it says is a thing that isn't there */
  params?: P;
  query?: Q;
  body?: B;
  /** writes over a revision that was seen: `If-Match` */
  seen?: true;
  answer: A;
  handle: (given: Given<Path, P, Q, B>) => Reply<A> | Promise<Reply<A>>;
}

export interface Route {
  method: Method;
  path: string;
  id: string;
  summary: string | undefined;
  description: string | undefined;
  params: z.ZodObject | undefined;
  query: z.ZodObject | undefined;
  body: Body | undefined;
  seen: boolean;
  answer: Answer;
  handle: (given: Given<string, undefined, undefined, undefined>) => unknown;
}

export const route = <
  const Path extends string,
  P extends z.ZodObject | undefined = undefined,
  Q extends z.ZodObject | undefined = undefined,
  B extends Body | undefined = undefined,
  A extends Answer = Answer,
>({
  summary,
  description,
  params,
  query,
  body,
  seen = false as never,
  ...rest
}: Declared<Path, P, Q, B, A>): Route => ({ summary, description, params, query, body, seen, ...rest }) as unknown as Route;

/** JSON of that shape. `fill` is what it may leave out and gets from here. */
export const json = <S extends z.ZodType>(schema: S, { fill, shown = schema as z.ZodType }: { fill?: () => Record<string, unknown>; shown?: z.ZodType } = {}) =>
  ({ is: 'json', schema, checked: true, shown, fill }) as const; // prettier-ignore
/** JSON of that shape, which the handler checks itself: more than its shape counts. */
export const jsonUnchecked = <S extends z.ZodType>(schema: S) => ({ is: 'json', schema, checked: false, shown: schema, fill: undefined }) as const; // prettier-ignore
export const bytes = (type: string, limit: number) => ({ is: 'bytes', type, limit }) as const;
export const stream = (type: string) => ({ is: 'stream', type }) as const;

export const answers = <S extends z.ZodType>(schema: S, says: string, status = 200) => ({ is: 'json', status, schema, says }) as const;
export const file = (type: string, says: string) => ({ is: 'file', types: { only: type }, says }) as const;
/** A file of several forms: the types by the words that stand for them in the path. */
export const files = (types: Record<string, string>, says: string) => ({ is: 'file', types, says }) as const;
export const nothing = (says: string) => ({ is: 'nothing', says }) as const;

export const accept = <T>(checked: Checked<T>): T => {
  if (!checked.ok) throw invalid(checked.errors);
  return checked.value;
};

/** `If-Match: "7"` → 7. */
function revisionOf(request: Request): number {
  const header = request.get('if-match');
  if (!header) throw problem(428, 'no-revision', 'Say which revision you have seen: If-Match: "7".');
  const match = /^"?(\d{1,9})"?$/.exec(header);
  if (!match) throw problem(400, 'bad-revision', `If-Match must be a revision number, got ${header.slice(0, 40)}.`);
  return Number(match[1]);
}

function paramsOf(r: Route, request: Request): Record<string, unknown> {
  const came = Object.fromEntries(Object.entries(request.params).map(([key, value]) => [key, String(value)]));
  const read = r.params?.safeParse(came);
  if (read && !read.success) {
    const issue = read.error.issues[0]!;
    const name = String(issue.path[0]);
    const expected = issue.code === 'invalid_value' ? `one of ${issue.values.join(', ')}` : issue.message;
    const message = `There is no ${name} ${(came[name] ?? '').slice(0, 60)} here.`;
    throw problem(404, 'not-found', message, { errors: [{ path: `/${name}`, message, expected, came: (came[name] ?? '').slice(0, 60) }] });
  }
  return { ...came, ...read?.data };
}

function bodyOf({ body }: Route, request: Request): unknown {
  if (body?.is !== 'json') return request.body as unknown;
  if (!body.checked) return request.body as unknown;
  const came = (request.body ?? {}) as unknown;
  const filled = body.fill && typeof came === 'object' && !Array.isArray(came) ? { ...body.fill(), ...came } : came;
  return accept(checkShape(body.schema, filled));
}

/** An answer that isn’t as it is declared: a fault of the program, looked for where it is tested. */
function held(r: Route, value: unknown): void {
  if (r.answer.is !== 'json') return;
  const read = r.answer.schema.safeParse(value);
  if (read.success) return;
  const { path, message } = read.error.issues[0]!;
  throw new Error(`${r.id} answers otherwise than it declares, at /${path.join('/')}: ${message}`);
}

function send(r: Route, response: Response, reply: unknown, check: boolean): void {
  if (reply === SENT) return;
  const { answer } = r;
  if (answer.is === 'nothing') return void response.status(204).end();
  if (answer.is === 'json') {
    const text = reply instanceof WrittenJson ? reply.text : JSON.stringify(reply);
    if (check) held(r, JSON.parse(text));
    if (response.statusCode === 200) response.status(answer.status);
    return void response.type('application/json').send(text);
  }
  const { send: content, form, name, as = 'inline' } = reply as FileReply;
  response.type(answer.types[form ?? ('pdf' in answer.types ? 'pdf' : 'only')]!);
  if (name) response.set('Content-Disposition', `${as}; filename="${name}"`);
  response.send(content);
}

/** `/jobs/{id}` → `/jobs/:id` */
const expressPath = (path: string): string => path.replace(/\{(\w+)\}/g, ':$1');

/** @param check whether every JSON answer is held against its schema before it goes out */
export function expressOf(routes: readonly Route[], check: boolean): Router {
  const router = Router();
  for (const r of routes) {
    const before: RequestHandler[] = r.body?.is === 'bytes' ? [express.raw({ type: r.body.type, limit: r.body.limit })] : [];
    router[r.method](expressPath(r.path), ...before, async (request, response) => {
      const params = paramsOf(r, request);
      const query = r.query ? accept(checkShape(r.query, request.query)) : {};
      const revision = r.seen ? revisionOf(request) : 0;
      const given = { params, query, body: bodyOf(r, request), revision, request, response };
      send(r, response, await r.handle(given as never), check);
    });
  }
  router.use((request) => {
    throw problem(404, 'not-found', `There is no ${request.method} ${request.path.slice(0, 80)} here.`);
  });
  return router;
}
