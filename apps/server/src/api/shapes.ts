/**
 * Shapes of what the API answers that is no document of its own. A handler that gives the core’s answer compiles only while that fits its
 * shape; what threads write as text is held against it where it is tested.
 */
import { ExportFile } from '@saddle/core/exchange';
import { Finding } from '@saddle/core/codebook';
import { isZone } from '@saddle/core/measure';
import { AIMS, CRITERIA, House, Job, Stage, STAGES, Sum, Verdict } from '@saddle/core/model';
import * as z from 'zod';
import { OWN_ZONE } from '../own-zone.js';

const whole = z.number().int();
const Span = z.object({ middle: z.number(), bad: z.number() });
const Wait = z.object({ kind: z.string(), minutes: Span });
const Spent = z.object({ kind: z.string(), count: z.number() });
export const FieldErrorShape = z.object({
  path: z.string().meta({ description: 'JSON Pointer of the field' }),
  message: z.string(),
  expected: z.string(),
  came: z.string(),
});

// documents
export const headShape = { revision: whole, savedAt: z.string() };
export const storedOf = <S extends z.ZodType>(schema: S) => z.object({ ...headShape, document: schema });
/** Whole, or the revision alone where it was asked for with `Prefer: return=minimal`. */
export const savedOf = <S extends z.ZodType>(schema: S) => z.object({ ...headShape, document: schema.optional() });
const UnreadableShape = z.object({ id: z.string(), ...headShape, unreadable: z.string(), raw: z.string() });
const HouseLineShape = z.object({ ...House.pick({ id: true, name: true, edition: true, unit: true, built: true }).shape, ...headShape });
export const JobSummaryShape = z.object({
  stage: z.enum(STAGES),
  stops: whole,
  cantTell: whole,
  cautions: whole,
  stoppedBy: z.string().optional(),
  stepsDone: whole,
  steps: whole,
  closed: z.boolean(),
});
const JobLineShape = z.object({
  ...Job.pick({ id: true, name: true, houseId: true, purpose: true }).shape,
  ...headShape,
  ...JobSummaryShape.shape,
});
export const HouseList = z.array(z.union([UnreadableShape, HouseLineShape]));
export const JobList = z.array(z.union([UnreadableShape, JobLineShape]));

export const DifferenceShape = z.object({ path: z.string(), words: z.string(), was: z.string(), now: z.string() });
export const RevisionsShape = z.object({
  revisions: z.array(z.object({ ...headShape, first: z.boolean(), differs: z.array(DifferenceShape), more: whole })),
  earlier: z.boolean(),
});
export const BothShape = z.object({ house: storedOf(House), job: storedOf(Job) });

// jobs
export const ClosingShape = z.union([
  z.object({ hindrances: z.array(z.object({ says: z.string(), canBeLeft: z.boolean() })) }),
  z.object({ closed: z.object({ at: z.string(), closing: z.string() }), restsOn: z.array(z.string()) }),
]);
export const SurveyedSinceShape = z.object({
  revision: whole,
  differs: z.array(DifferenceShape),
  findings: z.array(z.object({ now: Finding, before: Verdict.optional() })),
  settled: z.array(Finding),
});

const TargetShape = z.object({
  ...{ key: z.string(), words: z.string(), off: z.string(), prove: z.string(), on: z.string() },
  sole: z.boolean(),
  uk: z.literal(true).optional(),
  by: z.string().optional().meta({ description: 'what is switched off for it, where it is not its own breaker' }),
});
const AskShape = z.object({
  ...{ key: z.string(), label: z.string(), what: z.string() },
  unit: z.enum(['length', 'V', 'Ω', 'MΩ', 'ms']),
  ...{ least: z.number().optional(), most: z.number().optional() },
  ...{ otherwise: z.string(), source: z.string() },
});
export const StepShape = z
  .object({
    id: z.string(),
    title: z.string(),
    says: z.array(z.string()),
    brief: z.array(z.string()).optional(),
    place: z
      .object({ words: z.string(), boxId: z.string().optional(), wallId: z.string().optional(), roomId: z.string().optional() })
      .optional(),
    time: z.array(Spent),
    minutes: Span,
    hands: whole,
    wait: Wait.optional(),
    dead: z.array(TargetShape).meta({ description: 'what must stand proved dead' }),
    proves: z.array(TargetShape),
    alters: z.boolean(),
    connects: z.boolean(),
    after: z.array(z.string()).meta({ description: 'steps that must be ticked before' }),
    asks: z.array(AskShape),
    cautions: z.array(z.string()),
    changeIds: z.array(z.string()),
  })
  .meta({ id: 'Step' });

const CriterionShape = z.enum(CRITERIA);
const OptionShape = z.object({
  key: z.string(),
  title: z.string(),
  gauge: whole.meta({ description: 'AWG' }),
  figures: z.record(CriterionShape, z.number()),
  best: z.array(CriterionShape),
  beaten: z.boolean(),
  buys: z.array(z.string()),
  favourite: z.boolean(),
  through: z.array(z.object({ space: z.string(), words: z.string() })),
  feed: z.object({ id: z.string(), name: z.string(), verdict: Verdict }),
});
const FoundShape = z.object({ unbeaten: whole, options: z.array(OptionShape) });
export const WaysShape = z.object({
  ...FoundShape.shape,
  problem: z.string().optional().meta({ description: 'why no way can be looked for' }),
  gaps: z.array(z.string()),
  joistQuestions: z.array(
    z.object({ roomId: z.string(), room: z.string(), field: z.enum(['joistsAbove', 'joistsBelow']), firstWall: z.string() }),
  ),
  otherwise: FoundShape.optional(),
  feeds: z.array(
    z.object({
      ...{ id: z.string(), name: z.string(), where: z.string(), verdict: Verdict },
      ...{ refused: z.boolean(), cures: z.array(z.string()) },
    }),
  ),
});

// when
const minute = z.number().meta({ description: 'minutes since the midnight of `origin`' });
const ActivityShape = z
  .object({
    ...{ id: z.string(), jobId: z.string(), jobName: z.string(), step: z.string(), title: z.string(), place: z.string() },
    ...{ minutes: Span, hands: whole, time: z.array(Spent) },
    after: z.array(z.object({ id: z.string(), wait: Span })),
    wait: Wait.optional(),
    ...{ loud: z.boolean(), dusty: z.boolean(), wet: z.boolean(), where: z.string(), visit: z.boolean(), usesParts: z.boolean() },
    only: z.array(z.object({ days: z.array(whole), from: whole, to: whole })),
    notBefore: minute.optional(),
  })
  .meta({ id: 'Activity' });
const PlanShape = z.object({
  ...{ key: z.string(), title: z.string() },
  bars: z.array(
    z.object({
      ...{ activity: ActivityShape, start: minute, end: minute },
      parts: z.array(z.object({ start: minute, end: minute })),
      ...{ pinned: z.boolean(), alone: z.boolean() },
    }),
  ),
  outages: z.array(z.object({ key: z.string(), words: z.string(), rooms: z.array(z.string()), start: minute, end: minute })),
  dries: z.array(z.object({ after: z.string(), words: z.string(), start: minute, end: minute })),
  end: minute,
  ...{ outageMinutes: z.number(), outageCount: whole, days: whole, trips: whole, helperMinutes: z.number() },
  ...{ proved: z.boolean(), soonerAtMost: z.number(), setting: z.boolean(), problems: z.array(z.string()) },
});
export const ScheduleShape = z.object({
  origin: z.string(),
  plans: z.array(PlanShape),
  problems: z.array(z.string()),
  activities: z.array(ActivityShape),
  chosen: z.string().optional(),
  range: z.object({ p50: minute, p80: minute }).loose().optional(),
});

// rules and sums
const SumLineShape = z.object({
  ...{ label: z.string(), work: z.string(), value: z.string() },
  role: z.enum(['term', 'result', 'limit']),
});
export const RuleIndexShape = z.object({
  rules: z.array(
    z.object({
      ...{ id: z.string(), stage: Stage, title: z.string(), looksAt: z.string(), clauses: z.array(z.string()) },
      editions: z.string().optional(),
      example: z
        .object({
          ...{ job: z.string(), title: z.string(), verdict: Verdict, says: z.string() },
          ...{ sums: z.array(z.array(SumLineShape)), source: z.string() },
        })
        .optional(),
    }),
  ),
  notChecked: z.array(z.string()),
});
export const BoreShape = z.array(z.object({ id: z.string(), verdicts: z.partialRecord(Verdict, whole) }));
export const SumAnswerShape = z
  .object({
    figure: z.string(),
    verdict: Verdict,
    says: z.string(),
    sums: z.array(Sum),
    source: Finding.shape.source,
    ask: z.string().optional(),
  })
  .meta({ id: 'SumAnswer' });
export const SumFieldShape = z.object({
  ...{ key: z.string(), label: z.string() },
  kind: z.enum(['length', 'lengths', 'expression', 'number', 'choice', 'yes-no']),
  start: z.string(),
  choices: z.array(z.object({ value: z.string(), label: z.string() })).optional(),
  optional: z.boolean().optional(),
  hint: z.string().optional(),
});
export const SumListShape = z.array(z.object({ name: z.string(), title: z.string(), about: z.string(), fields: z.array(SumFieldShape) }));

// carried in and out
const ImportRowShape = z.object({
  kind: z.enum(['house', 'job']),
  ...{ id: z.string(), name: z.string() },
  outcome: z.enum(['new', 'replaces', 'refused']),
  errors: z.array(FieldErrorShape),
});
export const ImportedShape = z.object({ written: z.boolean(), rows: z.array(ImportRowShape), refusedMore: whole });
export const ArchiveTakenShape = ImportedShape.extend({ log: whole, photos: whole, photosRefused: z.array(z.string()) });
export const BackupShape = z.object({ name: z.string(), at: z.string(), bytes: whole, why: z.string().optional() });
export { ExportFile };

// what is asked
export const Paper = z.strictObject({ paper: z.enum(['letter', 'a4']).default('letter') });
/** A paper that bears its day, which is another one at the other end of the world. */
export const DatedPaper = Paper.extend({
  zone: z
    .string()
    .max(60)
    .refine(isZone, 'there is no such time zone; one like America/Chicago would do')
    .default(OWN_ZONE)
    .meta({ description: 'zone by whose clock days are printed, as IANA names it; absent: this machine’s' }),
});
export const PDF_OR_CSV = { pdf: 'application/pdf', csv: 'text/csv; charset=utf-8' };
export const PDF_OR_SVG = { pdf: 'application/pdf', svg: 'image/svg+xml' };
export const Confirm = z.strictObject({ confirm: z.enum(['yes', 'no']).default('no') });
/** How far the person’s clock is behind UTC; absent: as this machine’s. */
export const LocalOffset = z.strictObject({
  offset: z.coerce
    .number()
    .int()
    .min(-900)
    .max(900)
    .default(() => new Date().getTimezoneOffset())
    .meta({ description: 'minutes that local time is behind UTC; absent: as this machine’s' }),
});
/** Jobs planned together, and which of the plans. */
export const Together = LocalOffset.extend({
  jobs: z
    .string()
    .transform((text) => text.split(',').filter(Boolean))
    .pipe(z.array(z.string()).min(1, 'name at least one job').max(20, 'at most 20 jobs'))
    .meta({ description: 'their ids with commas between' }),
  plan: z.string().max(80).optional(),
  aim: z.enum(AIMS).optional(),
});
