/** What a pocket sum asks for: one description serves the form on the page, the API's check and its documentation. */
import * as z from 'zod';
import type { Judged } from '../codebook/index.js';
import { parseLength, type LengthUnit } from '../measure/index.js';

export interface FieldSpec {
  key: string;
  label: string;
  kind: 'length' | 'lengths' | 'expression' | 'number' | 'choice' | 'yes-no';
  /** what stands there at first, as a person would type it; '' leaves it open */
  start: string;
  choices?: { value: string; label: string }[];
  optional?: boolean;
  hint?: string;
}

/** Lengths come as text as people say it, or as a number in `unit`. */
export const Spoken = z.union([z.string().max(200), z.number()]);

export const UnitField = z.enum(['in', 'mm']).default('in');
export const EditionField = z.enum(['US-2017', 'US-2020', 'US-2023']).default('US-2020');

export class SumInputError extends Error {
  constructor(
    readonly field: string,
    readonly came: unknown,
    message: string,
  ) {
    super(message);
  }
}

/** Below this a length that a sum divides by, or cuts, is none, mm. */
const LEAST_MM = 0.1;
/** A spoken length in mm, 0 or more; throws SumInputError naming the field. */
export function lengthField(field: string, value: string | number, unit: LengthUnit, options: { above0?: boolean } = {}): number {
  const read = parseLength(String(value), { unit });
  if (!read.ok) throw new SumInputError(field, value, read.message);
  if (options.above0 && read.mm < LEAST_MM) throw new SumInputError(field, value, 'This must be above 0.');
  return read.mm;
}

/** What every sum is asked in. */
export const base = { unit: UnitField, edition: EditionField };

export interface SumAnswer extends Judged {
  /** the one figure, printed */
  figure: string;
}

export interface PocketSum {
  name: string;
  title: string;
  about: string;
  schema: z.ZodObject;
  fields: FieldSpec[];
  /** @throws SumInputError naming a field */
  run: (input: never) => SumAnswer;
}

/** A field of a form, its start as a person would type it. */
export const f = (key: string, label: string, kind: FieldSpec['kind'], start: string, more: Partial<FieldSpec> = {}): FieldSpec => ({
  key,
  label,
  kind,
  start,
  ...more,
});
/** Choices that say what they are. */
export const options = (...values: string[]) => values.map((value) => ({ value, label: value }));
