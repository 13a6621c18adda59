/** The log of a job: entries that are only added, each with an id from where it was made, so that a phone without connection can bring them later. */
import * as z from 'zod';
import { Id, Instant, Name, Remark } from './known.js';

export const LOG_KINDS = ['done', 'taken back', 'value', 'reading', 'void', 'told', 'note', 'minutes', 'photo', 'found'] as const;
/** Made where the entry was made; long enough that no two are ever the same. */
export const LogId = z.string().regex(/^[A-Za-z0-9_-]{8,40}$/, 'an entry’s id is 8 to 40 letters, digits, - or _');

/** A figure of an entry, with what the plan wanted it to be. */
export const LogFigure = z.strictObject({
  /** which of the step’s figures, so that a later one is known to correct it */
  key: z.string().min(1).max(80),
  value: z.number().min(-60_000).max(60_000),
  unit: z.enum(['mm', 'V', 'min', 'Ω', 'MΩ', 'ms']),
  as: z.string().max(80).optional(),
  estimated: z.literal(true).optional(),
  least: z.number().min(-60_000).max(60_000).optional(),
  most: z.number().min(-60_000).max(60_000).optional(),
});

export type LogFigure = z.infer<typeof LogFigure>;
export const LogEntry = z.strictObject({
  id: LogId,
  kind: z.enum(LOG_KINDS),
  /** by the clock of the device that made it */
  at: Instant,
  /** the device, and the how-many-th entry of its own this is: their order holds whatever its clock says */
  device: Id,
  n: z.number().int().min(0).max(1e9),
  by: Name.optional(),
  step: Id.optional(),
  /** the activity as it was called then */
  title: Name.optional(),
  /** what it says, in words */
  says: Remark.min(1, 'an entry says something'),
  figure: LogFigure.optional(),
  /** the photo it brought */
  photo: LogId.optional(),
});
export type LogEntry = z.infer<typeof LogEntry>;

/** An entry as the server has it. */
export const KeptEntry = LogEntry.extend({
  jobId: Id,
  received: Instant,
  /** how far the device’s clock was ahead of the server’s when it brought the entry, ms */
  aheadMs: z.number().min(-1e12).max(1e12),
});
export type KeptEntry = z.infer<typeof KeptEntry>;

/** What a device brings: its clock now, and the entries that it has not heard of yet. */
export const LogBatch = z.strictObject({
  sentAt: Instant,
  entries: z.array(LogEntry).min(1, 'bring at least one entry').max(500, 'at most 500 entries at once'),
});
export type LogBatch = z.infer<typeof LogBatch>;
