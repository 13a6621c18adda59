/** What a ledger says: a judgement at a stage of a job, with the changes that would cure it. Derived, never stored. */
import * as z from 'zod';
import type { Source } from '../catalog/index.js';
import { Name, Remedy, Stage, strict, Sum, Verdict } from '../model/index.js';
import type { Figure, Told } from '../words/phrases.js';
import type { Judged } from './judged.js';
import { RULE_IDS, type RuleId } from './rules/index.js';

/** One rule’s answer about one thing, whoever judges: ledger, wall, bench, panel, final circuit. */
export interface Judgement<R extends RuleId = RuleId> extends Judged {
  rule: R;
  title: string;
  /** ids of what it is about: box, cable, device, circuit; empty: the whole */
  about: readonly string[];
}

const SourceShape: z.ZodType<Source> = strict({
  standard: z.string().optional(),
  edition: z.string().optional(),
  clause: z.string().optional(),
  from: z.enum(['memory', 'common practice', 'definition', 'stamped', 'measured', 'sum']),
});
const FigureShape: z.ZodType<Figure> = z.lazy(() =>
  z.union([
    z.string(),
    z.number(),
    z.boolean(),
    z.null(),
    z.undefined(),
    z.array(z.union([z.string(), z.number()])).readonly(),
    ToldShape,
    z.array(ToldShape).readonly(),
  ]),
);
const ToldShape: z.ZodType<Told> = strict({
  code: z.string(),
  figures: z.record(z.string(), FigureShape).readonly(),
  says: z.string(),
  ask: z.string().optional(),
});
export const Finding = z.object({
  /** rule and subject together are unique within a ledger */
  rule: z.enum(RULE_IDS),
  subject: z.string(),
  /** ids of the things that it is about */
  about: z.array(z.string()).readonly(),
  /** stage of the job where it is settled */
  stage: Stage,
  verdict: Verdict,
  title: Name,
  /** subject and outcome, `fill.held`: the same whatever the words are */
  code: z.string(),
  /** what the words are made of */
  figures: z.record(z.string(), FigureShape).readonly(),
  /** one plain sentence: what is so */
  says: z.string(),
  sums: z.array(Sum),
  source: SourceShape,
  /** what to measure or look at when nothing can be told */
  ask: z.string().optional(),
  remedies: z.array(Remedy),
});
export type Finding = z.infer<typeof Finding>;
