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

/** When a room can be worked in: from a day on, at certain hours. */
export const RoomFree = z
  .strictObject({ id: Id, roomId: Id, from: LocalTime.optional(), hours: Hours.optional() })
  .refine((r) => r.from !== undefined || r.hours !== undefined, 'say from when, or at which hours');
export type RoomFree = z.infer<typeof RoomFree>;

/** Something that is brought. Without a step it is everything there is to buy. */
export const Delivery = z.strictObject({
  id: Id,
  what: Name,
  at: LocalTime,
  step: z
    .string()
    .regex(/^[A-Za-z0-9_-]{1,40}\/[A-Za-z0-9_-]{1,80}$/, 'a step is named job/step')
    .optional(),
});
export type Delivery = z.infer<typeof Delivery>;

/** Somebody who looks at it before it goes on: a hold point behind a step. */
export const Visit = z.strictObject({
  id: Id,
  what: Name,
  after: z.string().regex(/^[A-Za-z0-9_-]{1,40}\/[A-Za-z0-9_-]{1,80}$/, 'a step is named job/step'),
  minutes: z.number().int('whole minutes').min(5, 'at least 5 min').max(600, 'at most ten hours'),
});
export type Visit = z.infer<typeof Visit>;

/** The air that something dries in. */
export const Air = z.strictObject({
  celsius: z.number().min(2, 'nothing dries below 2 °C').max(45, 'at most 45 °C'),
  humidity: z.number().min(5, 'at least 5 %').max(90, 'above 90 % nothing dries'),
});
export type Air = z.infer<typeof Air>;

/** What makes one plan better than another. */
export const AIMS = ['end', 'off', 'outages', 'trips', 'help'] as const;

export const When = z.strictObject({
  /** nothing is done before */
  from: LocalTime,
  people: z.array(Person).max(6),
  /** warm and dry, or cold and damp: then what dries takes its bad day */
  drying: z.enum(['usual', 'slow']).default('usual'),
  /** the air that it dries in, when somebody knows it: takes the place of `drying` */
  air: Air.optional(),
  /** a trip to the shop before anything is put in: how long, and when it is open */
  shop: z
    .strictObject({
      minutes: z.number().int('whole minutes').min(5, 'at least 5 min').max(600, 'at most ten hours'),
      open: Hours.optional(),
    })
    .optional(),
  deliveries: z.array(Delivery).max(20).optional(),
  visits: z.array(Visit).max(20).optional(),
  rooms: z.array(RoomFree).max(40).optional(),
  /** plans that are best in this stand first; absent: the soonest */
  aim: z.enum(AIMS).optional(),
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
