/** What a house keeps of the jobs that became part of it, and what it has been asked and not been told. */
import * as z from 'zod';
import { Change } from './change.js';
import { Final } from './final.js';
import { ARTICLE_IDS, CUT_ARTICLES } from '../catalog/index.js';
import { Id, Instant, Name, PositiveLength, Remark } from './known.js';
import { Breaker } from './panel.js';
import { BoxWiring } from './wiring.js';
import { Box, Cable, Circuit, Device, Lamp, Load } from './site.js';

/** What is left of a coil or of a length of raceway, and where it lies. */
export const CoilOnHand = z.strictObject({ id: Id, article: z.enum(CUT_ARTICLES), length: PositiveLength, note: Name.optional() });
export type CoilOnHand = z.infer<typeof CoilOnHand>;
/** Things on hand by the unit they are sold in: boxes, connectors, litres of compound. `reckoned`: by the plan of a closed job, not counted. */
export const CountsOnHand = z.partialRecord(
  z.enum(ARTICLE_IDS),
  z.strictObject({
    count: z.number().min(0, 'not below 0').max(1e6, 'at most a million'),
    reckoned: z.literal(true).optional(),
    note: Name.optional(),
  }),
);
export type CountsOnHand = z.infer<typeof CountsOnHand>;

/** Lists of a site that a job can alter. */
export const ALTERED_LISTS = ['boxes', 'cables', 'devices', 'circuits', 'loads'] as const;

/** Things as they stood at one moment. */
export const Things = z.strictObject({
  boxes: z.array(Box).max(200),
  cables: z.array(Cable).max(200),
  devices: z.array(Device).max(200),
  circuits: z.array(Circuit).max(200),
  loads: z.array(Load).max(200),
  breakers: z.array(Breaker).max(84),
  lamps: z.array(Lamp).max(200).optional(),
  wiring: z.array(BoxWiring).max(200).optional(),
  finals: z.array(Final).max(60).optional(),
});
export type Things = z.infer<typeof Things>;

/** One closed job in the history of a house. */
export const Closing = z.strictObject({
  id: Id,
  jobId: Id,
  jobName: Name,
  at: Instant,
  /** what was built, in the order of the plan */
  changes: z.array(Change).max(200),
  /** what was planned and not built, and what was built otherwise, in words */
  differs: z.array(Remark).max(200),
  /** the things it altered or took away, as they were before */
  was: Things,
  /** where each of these stood in its list, so that it goes back to its place: by list and id */
  wasAt: z.record(z.string().max(60), z.number().int().min(0)),
  /** the things it altered or brought, as they were when it was closed */
  became: Things,
  /** coils on hand before it was closed, and after what it cut was taken off and what it left was booked in */
  onHand: z.strictObject({ was: z.array(CoilOnHand).max(200), became: z.array(CoilOnHand).max(200) }).optional(),
  /** the same of what is counted */
  counts: z.strictObject({ was: CountsOnHand, became: CountsOnHand }).optional(),
});
export type Closing = z.infer<typeof Closing>;

/** Two records say something else of one field: a value of the house, and one that a job of an earlier version carried. */
export const Question = z.strictObject({
  id: Id,
  /** job whose copy of the survey said otherwise */
  jobName: Name,
  list: z.enum(['rooms', 'walls', ...ALTERED_LISTS]),
  thing: Id,
  /** name of the thing, and the field in words */
  about: Name,
  field: z.string().min(1).max(60),
  /** what the house says, in words, and what the job said */
  house: z.string().max(200),
  job: z.string().max(200),
  /** the job’s value as JSON, taken over with one click */
  value: z.string().max(4000),
});
export type Question = z.infer<typeof Question>;
