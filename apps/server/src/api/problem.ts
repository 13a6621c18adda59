/** Errors as RFC 9457 problem documents: what field, what was expected, what came. Never a stack trace. */
import type { NextFunction, Request, Response } from 'express';
import type {} from 'pino-http';
import { OtherBookError, type FieldError } from '@saddle/core/model';
import { SumInputError } from '@saddle/core/pocket';
import { StorageError, type StorageTrouble } from '../storage/failures.js';

export interface Problem {
  type: string;
  title: string;
  status: number;
  detail?: string;
  errors?: FieldError[];
  [extra: string]: unknown;
}

export class ProblemError extends Error {
  constructor(readonly problem: Problem) {
    super(problem.title);
  }
}

export const problem = (status: number, type: string, title: string, more: Partial<Problem> = {}): ProblemError =>
  new ProblemError({ type: `urn:saddle:${type}`, title, status, ...more });

export const invalid = (errors: FieldError[], title = 'Something in it is not as it should be.'): ProblemError =>
  problem(422, 'invalid', title, { detail: errors[0]?.message, errors });
export const notFound = (what: string, id: string): ProblemError => problem(404, 'not-found', `There is no ${what} ${id.slice(0, 60)}.`);

/** A full disk is the person's to mend (507); the rest may pass (503). Either way nothing was written, and the page tries again. */
const STATUS: Record<StorageTrouble, [number, string]> = {
  full: [507, 'disk-full'],
  'i/o': [503, 'disk-failed'],
  busy: [503, 'database-busy'],
  memory: [503, 'no-memory'],
  'read-only': [503, 'read-only'],
  damaged: [503, 'database-damaged'],
  unknown: [503, 'database-refused'],
};

/** Body-parser's own errors carry a type; what the client did wrong is said, the rest is ours. */
function asProblem(error: unknown): Problem | undefined {
  if (error instanceof ProblemError) return error.problem;
  if (error instanceof StorageError) {
    const [status, type] = STATUS[error.trouble];
    return problem(status, type, error.message).problem;
  }
  if (error instanceof OtherBookError) return problem(422, 'other-book', error.message).problem;
  if (error instanceof SumInputError) {
    const came = JSON.stringify(error.came) ?? 'nothing';
    return invalid([
      {
        path: `/${error.field}`,
        message: error.message,
        expected: 'see the message',
        came: came.length > 60 ? `${came.slice(0, 60)}…` : came,
      },
    ]).problem;
  }
  const { type, limit, status } = error as { type?: string; limit?: number; status?: number };
  if (type === 'entity.too.large')
    return problem(413, 'too-large', `That is more than ${Math.round((limit ?? 0) / 1024 / 1024)} MB.`, {
      errors: [{ path: '/', message: 'The body is too large.', expected: `at most ${limit ?? 0} bytes`, came: 'more' }],
    }).problem;
  if (type === 'entity.parse.failed')
    return problem(400, 'not-json', 'The body is not JSON.', {
      errors: [
        { path: '/', message: (error as Error).message.slice(0, 200), expected: 'one JSON value', came: 'text that does not parse' },
      ],
    }).problem;
  if (status !== undefined && status >= 400 && status < 500)
    return problem(status, 'request', (error as Error).message.slice(0, 200)).problem;
  return undefined;
}

/** Most bytes of a refusal: what came must not come back larger. */
export const REFUSAL_LIMIT = 60_000;

/** A refusal as text, with as many of its errors as fit. */
export function refusalText(body: Problem): string {
  const text = JSON.stringify(body);
  // both versions of a conflict are what the answer is for
  if (text.length <= REFUSAL_LIMIT || body['current'] !== undefined) return text;
  const errors: FieldError[] = [];
  let room = REFUSAL_LIMIT - 2000;
  for (const error of body.errors ?? []) {
    const cut: FieldError = {
      path: error.path.slice(0, 300),
      message: error.message.slice(0, 500),
      expected: error.expected.slice(0, 200),
      came: error.came.slice(0, 200),
    };
    room -= JSON.stringify(cut).length + 1;
    if (room < 0) break;
    errors.push(cut);
  }
  const { type, title, status, detail } = body;
  return JSON.stringify({ type, title: title.slice(0, 300), status, detail: detail?.slice(0, 500), errors });
}

/** How long a sender of an oversized body may go on before the answer comes anyway. */
const DRAIN_MS = 20_000;

export function problemHandler(error: unknown, request: Request, response: Response, next: NextFunction): void {
  if (response.headersSent) return next(error);
  const known = asProblem(error);
  if (!known || error instanceof StorageError) request.log.error({ err: error }, known ? 'storage' : 'unexpected error');
  const body = known ?? problem(500, 'internal', 'Saddle made a mistake; nothing was changed. The log has the details.').problem;
  if (body.status === 503 || body.status === 507) response.set('Retry-After', '5');
  const answer = (): unknown => response.status(body.status).type('application/problem+json').send(refusalText(body));
  if (known?.status !== 413 || request.readableEnded) return void answer();
  // A refused body is read to its end before the answer goes out: a sender that is still writing would see a broken pipe instead.
  const deadline = setTimeout(answer, DRAIN_MS);
  request.once('end', () => {
    clearTimeout(deadline);
    answer();
  });
  request.once('close', () => clearTimeout(deadline));
  request.resume();
}
