/** The two documents that are stored whole: a house as it is known today, and a job in it, which holds no copy of it. */
import * as z from 'zod';
import { Alteration } from './alteration.js';
import { Change } from './change.js';
import { Incoming } from './final.js';
import { Closing, CoilOnHand, CountsOnHand, Question } from './history.js';
import { Id, Instant, Name, PositiveLength, Remark } from './known.js';
import { BOOKS, EDITIONS } from './books.js';
import { LocalDay, When } from './when.js';
import { Schools } from './schools.js';
import { Site } from './site.js';
import { Purpose } from './purpose.js';
import { Search } from './search.js';
import { ARTICLE_IDS } from '../catalog/index.js';
import { JobWant, type Want } from './want.js';

export const Edition = z.enum(EDITIONS);
export type Edition = z.infer<typeof Edition>;
export const Book = z.enum(BOOKS);
export type Book = z.infer<typeof Book>;

/** Version of the documents that this program writes; earlier ones are brought to it on reading (`migrate.ts`). */
export const DOCUMENT_VERSION = 4;

/** What is known of a price besides its figure: how many come in a packet, where, and since when it is so. */
export const PriceNote = z.strictObject({
  packet: z.number().int('whole pieces').min(1, 'at least one in a packet').max(10_000).optional(),
  /** packets, coils or lengths of several sizes, each at its own price, in the unit of the article */
  sold: z
    .array(
      z.strictObject({
        count: z.number().positive('a packet holds more than nothing').max(100_000, 'at most 100 000'),
        price: z.number().min(0, 'a price is not below 0').max(1e6, 'at most a million'),
      }),
    )
    .min(1)
    .max(8, 'eight sizes at most')
    .optional(),
  where: Name.optional(),
  on: LocalDay.optional(),
});
export type PriceNote = z.infer<typeof PriceNote>;
const Percent = z.number().min(0, 'not below 0 %').max(100, 'at most 100 %');
const Amount = z.number().min(0, 'not below 0').max(1e6, 'at most a million');
/** What goes with prices: a currency, tax, what an hour costs, what is put aside, what offices ask. */
export const Money = z.strictObject({
  currency: z.string().trim().min(1, 'a currency has a sign or a name').max(12, 'at most 12 characters').optional(),
  taxPercent: Percent.optional(),
  hour: Amount.optional(),
  reservePercent: Percent.optional(),
  fees: z
    .array(z.strictObject({ id: Id, what: Name, amount: Amount }))
    .max(20)
    .default([]),
  /** one more of what breaks is bought */
  spares: z.boolean().default(false),
  /** what a rest that is kept counts, in % of the cheapest price for its length; absent: half */
  restPercent: z.number().min(0, 'not below 0 %').max(90, 'at most 90 %: a rest is never worth what new stock costs').optional(),
  /** shorter rests of cable are waste; absent: 6 ft */
  restLeast: PositiveLength.optional(),
});
export type Money = z.infer<typeof Money>;

const [FIRST_YEAR, LAST_YEAR] = [1500, 2100];
/** The year a house was built, as it is written; nothing is not known. A text that is no year comes back as the words that say so. */
export function readYearBuilt(text: string): { ok: true; value: number | undefined } | { ok: false; message: string } {
  const written = text.trim();
  if (written === '') return { ok: true, value: undefined };
  const year = /^\d{4}$/.test(written) ? Number(written) : NaN;
  if (year >= FIRST_YEAR && year <= LAST_YEAR) return { ok: true, value: year };
  const say = `“${written.slice(0, 30)}” is not a year from ${FIRST_YEAR} to ${LAST_YEAR}`;
  return { ok: false, message: `${say}: write it in four digits, such as 1978, or leave it open.` };
}

export const House = z.strictObject({
  format: z.literal('saddle-house'),
  version: z.literal(DOCUMENT_VERSION),
  id: Id,
  name: Name,
  edition: Book,
  unit: z.enum(['in', 'mm']),
  /** year it was built; decides what dust may hold */
  built: z.number().int().min(FIRST_YEAR).max(LAST_YEAR).optional(),
  note: Remark.optional(),
  site: Site,
  /** supply, in a house by the UK book */
  incoming: Incoming.optional(),
  /** the user’s own prices; absent: placeholders */
  prices: z.partialRecord(z.enum(ARTICLE_IDS), z.number().min(0, 'a price is not below 0').max(1e6)).optional(),
  priceNotes: z.partialRecord(z.enum(ARTICLE_IDS), PriceNote).optional(),
  money: Money.optional(),
  /** what lies there of coils: used before anything is bought */
  onHand: z.array(CoilOnHand).max(200).optional(),
  /** what lies there by the piece, packet or litre */
  counts: CountsOnHand.optional(),
  /** the jobs that became part of it, the earliest first */
  history: z.array(Closing).max(500).optional(),
  /** where two records say something else of one thing: asked, never settled by the program */
  questions: z.array(Question).max(500).optional(),
});
export type House = z.infer<typeof House>;

/** What a job came to, once it is done: what was paid, and hours that no step has noted. */
export const Actual = z.strictObject({
  paid: z
    .array(z.strictObject({ id: Id, what: Name, kind: z.enum(['parts', 'fees', 'help']), amount: Amount, on: LocalDay.optional() }))
    .max(100)
    .default([]),
  /** minutes beside what the steps noted: the trip, looking for the stud finder */
  minutes: z.number().min(0, 'not below 0').max(60_000, 'at most 1000 hours').optional(),
});
export type Actual = z.infer<typeof Actual>;

/** One reading in the proof of dead: what was touched, what the tester showed, when. */
export const ProofReading = z.strictObject({ at: Instant, volts: z.number().min(0).max(1000), where: Name });
export type ProofReading = z.infer<typeof ProofReading>;

/** Tester proved on a live source, target tested on every pair, tester proved again: in that order. */
export const DeadProof = z.strictObject({
  /** id of the circuit, `panel`, or the box whose breaker nobody knows; absent: from when a job had one proof for all */
  of: z.string().min(1).max(80).optional(),
  testerBefore: ProofReading.optional(),
  hotNeutral: ProofReading.optional(),
  hotGround: ProofReading.optional(),
  neutralGround: ProofReading.optional(),
  testerAfter: ProofReading.optional(),
  /** who took the readings */
  by: Name.optional(),
});
export type DeadProof = z.infer<typeof DeadProof>;

export const Tick = z.strictObject({
  step: Id,
  at: Instant,
  /** minutes it took, as the person says; absent: nobody said */
  took: z.number().positive('minutes are above 0').max(1440, 'a day has 1440 minutes').optional(),
});
/** A clock at a step: minutes so far, and since when it goes on. */
export const Timer = z.strictObject({ step: Id, minutes: z.number().min(0).max(60_000), since: Instant.optional() });
export type Timer = z.infer<typeof Timer>;
export const StepNote = z.strictObject({ id: Id, step: Id.optional(), text: Remark.min(1, 'an empty note says nothing'), at: Instant });
export const StepValue = z.strictObject({
  step: Id,
  key: Id,
  /** mm, volts or plain number, as the step asks */ value: z.number().min(-60_000).max(60_000),
  as: z.string().max(80).optional(),
  at: Instant,
  /** nobody measured it: it stands in, and passes as nothing */
  estimated: z.boolean().optional(),
});

/** The household warned, or a breaker locked or labelled: by whom, and when. */
export const TOLD = ['household', 'breaker'] as const;
export const Told = z.strictObject({ of: z.string().min(1).max(80), what: z.enum(TOLD), by: Name, at: Instant });
export type Told = z.infer<typeof Told>;

export const Work = z.strictObject({
  ticks: z.array(Tick).max(500).default([]),
  notes: z.array(StepNote).max(500).default([]),
  values: z.array(StepValue).max(500).default([]),
  /** clocks of steps that are not ticked yet */
  timers: z.array(Timer).max(500).optional(),
  /** who knows of an outage, and who locked or labelled its breaker */
  told: z.array(Told).max(120).optional(),
  /** one for each circuit that was switched off */
  proofs: z.array(DeadProof).max(60).default([]),
});
export type Work = z.infer<typeof Work>;
export type StepValue = z.infer<typeof StepValue>;

export const Job = z.strictObject({
  format: z.literal('saddle-job'),
  version: z.literal(DOCUMENT_VERSION),
  id: Id,
  houseId: Id,
  name: Name,
  purpose: Purpose,
  note: Remark.optional(),
  /** what is wanted and where, as long as something new is; the ways there are searched for it */
  want: JobWant.optional(),
  /** what is to be done to a final circuit, in a house by the UK book; the plan is written from it */
  alteration: Alteration.optional(),
  /** jobs of the same house that are done before: what they will build is found by this one */
  after: z.array(Id).max(20).optional(),
  /** what doesn’t work, and what was found out about it */
  search: Search.optional(),
  changes: z.array(Change).max(200),
  /** the way that was taken, and what it wrote: so that what was altered by hand afterwards is known as such */
  taken: z
    .strictObject({
      way: z.strictObject({ key: z.string().max(2000), title: Name, feed: z.string().max(40) }),
      changes: z.array(Change).max(200),
    })
    .optional(),
  schools: Schools,
  /** words of its own for the paper that is handed over; absent: those of the plan */
  estimate: z
    .strictObject({
      scope: z.string().max(4000).optional(),
      excluded: z.string().max(4000).optional(),
      days: z.number().int('whole days').min(1, 'at least a day').max(365, 'at most a year').optional(),
    })
    .optional(),
  /** what it did come to */
  actual: Actual.optional(),
  /** what was ticked off on the shopping list */
  bought: z.array(z.string().min(1).max(240)).max(500).optional(),
  /** when it is done and by whom, once somebody planned it */
  when: When.optional(),
  work: Work,
  /** revision of the house that the person last saw this job with */
  houseSeen: z.number().int().min(1).optional(),
  /** built, and part of the house now: which entry of its history */
  closed: z.strictObject({ at: Instant, closing: Id }).optional(),
});
export type Job = z.infer<typeof Job>;

/** A job’s want under the job’s own id and name; undefined where nothing new is wanted. */
export const wantOf = (job: Pick<Job, 'id' | 'name' | 'want'>): Want | undefined => job.want && { ...job.want, id: job.id, name: job.name };
