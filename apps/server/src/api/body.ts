/** Bodies before anybody reads a field of them: how deep they nest, and whether their texts are text. */
import express, { type NextFunction, type Request, type RequestHandler, type Response } from 'express';
import type { IncomingMessage } from 'node:http';
import { invalid, problem } from './problem.js';

/** Largest body that is read at all. Larger than any field allows, so that an oversized field is named and not just cut off. */
export const BODY_LIMIT = 16 * 1024 * 1024;
/** A file of everything may be larger: as large as any that is given out. */
export const IMPORT_LIMIT = 192 * 1024 * 1024;

/** Deepest nesting of a body; a house's own is 9. Parsers and checks recurse, so more would end in an overflow. */
export const MOST_LEVELS = 60;

const [QUOTE, BACKSLASH, OPEN_LIST, OPEN_OBJECT, CLOSE_LIST, CLOSE_OBJECT] = [...'"\\[{]}'].map((c) => c.charCodeAt(0)) as [
  ...[number, number, number, number, number, number],
];

/** Whether JSON text nests deeper than `most`; looks no further than the first place where it does. */
export function nestsDeeperThan(text: Uint8Array, most: number): boolean {
  let depth = 0;
  let quoted = false;
  for (let i = 0; i < text.length; i++) {
    const c = text[i];
    if (quoted) {
      if (c === BACKSLASH) i++;
      else if (c === QUOTE) quoted = false;
    } else if (c === QUOTE) quoted = true;
    else if (c === OPEN_LIST || c === OPEN_OBJECT) {
      if (++depth > most) return true;
    } else if (c === CLOSE_LIST || c === CLOSE_OBJECT) depth--;
  }
  return false;
}

/** Requests whose text holds an escape from which half a character could come. */
const suspect = new WeakSet<IncomingMessage>();

function verify(request: IncomingMessage, _response: unknown, text: Buffer): void {
  if (nestsDeeperThan(text, MOST_LEVELS))
    throw problem(422, 'too-deep', `The body nests deeper than ${MOST_LEVELS} levels.`, {
      errors: [
        { path: '/', message: 'Lists and objects lie too deep in each other.', expected: `at most ${MOST_LEVELS} levels`, came: 'more' },
      ],
    });
  if (text.includes('\\ud') || text.includes('\\uD')) suspect.add(request);
}

/** Where a text with half a character stands, as a JSON Pointer; undefined when there is none. */
export function brokenText(value: unknown, path = ''): string | undefined {
  if (typeof value === 'string') return value.isWellFormed() ? undefined : path || '/';
  if (typeof value !== 'object' || value === null) return undefined;
  for (const [key, item] of Object.entries(value)) {
    const at = `${path}/${key.toWellFormed().slice(0, 60)}`;
    if (!key.isWellFormed()) return at;
    const broken = brokenText(item, at);
    if (broken) return broken;
  }
  return undefined;
}

function wholeTexts(request: Request, _response: Response, next: NextFunction): void {
  const at = suspect.has(request) ? brokenText(request.body) : undefined;
  if (at)
    throw invalid([
      {
        path: at.slice(0, 300),
        message: 'The text holds half of a character (a lone surrogate).',
        expected: 'whole characters',
        came: 'half of one',
      },
    ]);
  next();
}

/** Reads a JSON body of at most `limit` bytes. */
export const jsonBody = (limit: number): RequestHandler[] => [express.json({ limit, strict: false, verify }), wholeTexts];
