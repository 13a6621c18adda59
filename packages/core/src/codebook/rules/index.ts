/** One table of rules with two books: ids are typed, and what each decides, asks and where it stands is read here and nowhere else. */
import { printSource } from '../../catalog/index.js';
import type { RuleRow } from './row.js';
import { ALTERATION_RULES, FINAL_RULES } from './uk.js';
import { BENCH_RULES, US_RULES } from './us.js';

export * from './row.js';
export { ALTERATION_RULES, BENCH_RULES, FINAL_RULES, US_RULES };

/** Rules of the ledger of a job by the US book. */
export type LedgerRule = keyof typeof US_RULES;
export type FinalRule = keyof typeof FINAL_RULES;
export type AlterationRule = keyof typeof ALTERATION_RULES;
export type BenchRule = keyof typeof BENCH_RULES;
export type UsRule = LedgerRule | BenchRule;
export type UkRule = FinalRule | AlterationRule;
export type RuleId = UsRule | UkRule;
export type Book = 'US' | 'UK';

const ROWS: Readonly<Record<Book, Readonly<Partial<Record<RuleId, RuleRow>>>>> = {
  US: { ...US_RULES, ...BENCH_RULES },
  UK: { ...FINAL_RULES, ...ALTERATION_RULES },
};
export const RULE_IDS = [...new Set(Object.values(ROWS).flatMap((rows) => Object.keys(rows)))] as [RuleId, ...RuleId[]];

/** What a book knows of a rule. Throws RangeError for a rule that it doesn’t have. */
export function ruleRow(book: Book, id: RuleId): RuleRow {
  const row = ROWS[book][id];
  if (!row) throw new RangeError(`the ${book} book has no rule ${id}`);
  return row;
}

/** Whether what can’t be told by a rule keeps back: the first cut (`the job`), or what is connected to the wiring of a house. */
export const keepsBack = (book: Book, id: RuleId, what: 'the job' | 'connecting'): boolean => {
  const decides = ROWS[book][id]?.decides;
  return decides === 'the job' || (decides === 'connecting' && what === 'connecting');
};

/** Clause or source of a rule in words. */
export const whereOf = ({ clauses, source }: RuleRow): string =>
  clauses?.length ? clauses.join(' · ') : source ? printSource(source) : 'common practice, no source';
