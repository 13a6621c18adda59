/** Small shapes that everything else is made of. */
import * as z from 'zod';
import { AWG_SIZES } from '../measure/index.js';

// Zod's compiled parsers need `new Function`, which the page's content security policy forbids (and reports).
z.config({ jitless: true });
/** Objects that refuse what they do not name. Modules without another import from here take it, so that the line above ran before. */
export const strict = z.strictObject;

/** Ids are chosen by the program; short, printable, without spaces. */
export const Id = z.string().regex(/^[A-Za-z0-9_-]{1,40}$/, 'an id is 1 to 40 letters, digits, - or _');
export const Name = z.string().trim().min(1, 'a name needs at least one letter').max(120, 'a name has at most 120 characters');
export const Remark = z.string().max(2000, 'a note has at most 2000 characters');
/** ISO 8601 instant in UTC. */
export const Instant = z.iso.datetime();

/** Longest id that `Id` takes. */
const LONGEST_ID = 40;
/**
 * An id made of others: told apart from every other, however long its parts are. What doesn’t fit is cut and carries a hash of the whole
 * (FNV-1a, 32 bit), so that two long ones that begin alike stay two.
 */
export function idOf(...parts: readonly (string | number)[]): string {
  const text = parts.join('-').replace(/[^A-Za-z0-9_-]/g, '-');
  if (text.length <= LONGEST_ID) return text;
  let hash = 0x811c9dc5;
  for (let i = 0; i < text.length; i++) hash = Math.imul(hash ^ text.charCodeAt(i), 0x01000193) >>> 0;
  const tail = hash.toString(36);
  return `${text.slice(0, LONGEST_ID - 1 - tail.length)}-${tail}`;
}

/** How a value is known. Only `assumed` wasn't looked at. */
export const Known = z.enum(['measured', 'seen', 'felt', 'scanned', 'assumed']);
export type Known = z.infer<typeof Known>;

const TOO_LONG = 'a length is at most 60 m (196 ft 10 in)';
/** A length with the words in which it was given and how it is known; `mm` is the truth. */
export const MeasuredLength = z.strictObject({
  mm: z.number().min(-60_000, TOO_LONG).max(60_000, TOO_LONG),
  as: z.string().max(80).optional(),
  known: Known,
  toleranceMm: z.number().min(0).max(1000).optional(),
});
export type MeasuredLength = z.infer<typeof MeasuredLength>;
const positive = (least: number, what: string) => MeasuredLength.refine((l) => l.mm >= least, { path: ['mm'], message: what });
/** A length that must be above zero. */
export const PositiveLength = positive(0.1, 'must be above 0');
/** Zero or more. */
export const DistanceLength = positive(0, 'can’t be below 0');
export const StudSpacing = positive(100, 'studs stand at least 100 mm (4 in) apart; 16 in and 24 in are usual');

export const GaugeAwg = z.literal(AWG_SIZES);

/** Convenience for data and tests: a measured length of `mm` said as `as`. */
export const measured = (mm: number, as?: string): MeasuredLength => ({ mm, ...(as === undefined ? {} : { as }), known: 'measured' });
export const assumed = (mm: number): MeasuredLength => ({ mm, known: 'assumed' });
