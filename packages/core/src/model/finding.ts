/** What a judgement is made of: verdict, sums, remedies, and the stages of a job where it is settled. */
import * as z from 'zod';
import { Change } from './change.js';
import { Id } from './known.js';
import { Purpose } from './purpose.js';
import { Schools } from './schools.js';

export const VERDICTS = ['stop', 'can’t tell', 'caution', 'ok', 'note'] as const;
export const Verdict = z.enum(VERDICTS);
export type Verdict = z.infer<typeof Verdict>;

export const UnitName = z.enum([
  'length',
  'in³',
  'in²',
  'A',
  'W',
  'V',
  'Ω',
  '%',
  'ft',
  'min',
  'h',
  'count',
  'Ω/1000 ft',
  'lbf·in',
  'lb',
  'm',
  'm²',
  'mΩ/m',
  'mV/A/m',
  'MΩ',
  'kA',
  'ms',
]);

/** A term's contribution is `value`; `times` × `each` is how it came about, when it is a product. */
export const Term = z.object({
  label: z.string(),
  value: z.number(),
  unit: UnitName,
  times: z.number().optional(),
  each: z.number().optional(),
  /** how the value was said or found, when not plainly counted */
  how: z.string().optional(),
});
export type Term = z.infer<typeof Term>;

export const Sum = z.object({
  terms: z.array(Term),
  /** the terms' combination in words, when it isn't plain addition */
  formula: z.string().optional(),
  result: Term,
  /** what the result is held against; `result relation limit` must be true */
  limit: Term.extend({ relation: z.enum(['≤', '≥', '=']) }).optional(),
});
export type Sum = z.infer<typeof Sum>;

/** A change of the plan that one click applies; undone like any other. */
export const JobEdit = z.discriminatedUnion('op', [
  z.object({ op: z.literal('put-change'), change: Change }),
  z.object({ op: z.literal('drop-change'), changeId: Id }),
  z.object({ op: z.literal('set-schools'), schools: Schools.partial() }),
  /** another way to the same end: what was planned gives way as a whole */
  z.object({ op: z.literal('replan'), purpose: Purpose, changes: z.array(Change).max(200) }),
  /** wiring made by hand gives way to the plan’s */
  z.object({ op: z.literal('wire-by-plan') }),
]);
export type JobEdit = z.infer<typeof JobEdit>;

export const Remedy = z.object({ id: z.string(), title: z.string(), edits: z.array(JobEdit) });
export type Remedy = z.infer<typeof Remedy>;

export const STAGES = ['need', 'survey', 'feed', 'route', 'box', 'wire', 'buy', 'when', 'work', 'record'] as const;
export const Stage = z.enum(STAGES);
export type Stage = z.infer<typeof Stage>;
