/** When the work of a job is done, and by whom: hours of people, quiet hours, what must not be off, what is fixed. Local times, no zone. */
import * as z from 'zod';
import { Id, Name } from './known.js';

/** A day as `2026-11-26`. */
export const LocalDay = z.iso.date('a day is written 2026-11-26');
/** A minute of a day as `2026-11-26T09:30`, where the house stands. */
export const LocalTime = z
  .string()
  .regex(/^\d{4}-\d{2}-\d{2}T([01]\d|2[0-3]):[0-5]\d$/, 'a time is written 2026-11-26T09:30')
  .refine((t) => LocalDay.safeParse(t.slice(0, 10)).success, 'there is no such day');
/** Minutes since midnight. */
const Minute = z.number().int('whole minutes').min(0, 'not before midnight').max(1440, 'a day has 1440 minutes');
/** Monday is 0. */
const Weekday = z.number().int().min(0, 'Monday is 0').max(6, 'Sunday is 6');

export const Hours = z
  .strictObject({ days: z.array(Weekday).min(1, 'say at least one day').max(7), from: Minute, to: Minute })
  .refine((h) => h.to > h.from, { path: ['to'], message: 'the end lies after the beginning' });
export type Hours = z.infer<typeof Hours>;

/** Somebody who works on it, with the hours they have. */
export const Person = z.strictObject({ id: Id, name: Name, hours: z.array(Hours).max(14) });
export type Person = z.infer<typeof Person>;

/** What hangs on a circuit and may not be without it: for how long at most, or at which hours at all. */
export const StaysOn = z.strictObject({
  id: Id,
  circuitId: Id,
  what: Name,
  atMost: z.number().int('whole minutes').min(1, 'at least one minute').max(1440, 'a day has 1440 minutes').optional(),
  never: Hours.optional(),
});
export type StaysOn = z.infer<typeof StaysOn>;

/** A step that is to begin at a certain minute: an inspection that was booked, a delivery. */
export const Pin = z.strictObject({
  /** its job’s id, a stroke, its own */
  step: z.string().regex(/^[A-Za-z0-9_-]{1,40}\/[A-Za-z0-9_-]{1,80}$/, 'a step is named job/step'),
  at: LocalTime,
});
export type Pin = z.infer<typeof Pin>;

export const When = z.strictObject({
  /** nothing is done before */
  from: LocalTime,
  people: z.array(Person).max(6),
  /** warm and dry, or cold and damp: then what dries takes its bad day */
  drying: z.enum(['usual', 'slow']).default('usual'),
  /** what is loud is done between these only */
  loud: Hours.optional(),
  staysOn: z.array(StaysOn).max(20).default([]),
  pins: z.array(Pin).max(60).default([]),
  /** the plan that was chosen, by its key; absent: the first */
  plan: z.string().max(80).optional(),
});
export type When = z.infer<typeof When>;

/** What stands in until somebody says otherwise: one person, on Saturdays and Sundays. */
export const usualWhen = (from: string): When => ({
  from,
  people: [{ id: 'me', name: 'You', hours: [{ days: [5, 6], from: 9 * 60, to: 17 * 60 }] }],
  drying: 'usual',
  staysOn: [],
  pins: [],
});
