/** A sum as lines of words and figures: the same on the page and on the sheet. */
import { printQuantity, type LengthUnit } from '../measure/index.js';
import type { Finding } from '../codebook/index.js';
import type { Sum, Term } from '../model/index.js';

export interface SumLine {
  label: string;
  /** how the value came about: `6 × 2.25`, `1100 W ÷ 120 V` */
  work: string;
  value: string;
  role: 'term' | 'result' | 'limit';
}

const workOf = (term: Term, unit: LengthUnit): string => {
  const product =
    term.times === undefined || term.each === undefined
      ? ''
      : `${Number(term.times.toFixed(3))} × ${printQuantity(term.each, term.unit, unit).replace(/ (in³|A|in²)$/, '')}`;
  return [product, term.how].filter(Boolean).join(' · ');
};

/** Terms, result and limit in order; whether the limit holds is the verdict's to say. */
export function sumLines(sum: Sum, unit: LengthUnit): SumLine[] {
  const value = (t: Term) => printQuantity(t.value, t.unit, unit);
  const lines: SumLine[] = sum.terms.map((t) => ({ label: t.label, work: workOf(t, unit), value: value(t), role: 'term' }));
  lines.push({
    label: sum.result.label,
    work: [sum.formula, sum.result.how].filter(Boolean).join(' · '),
    value: value(sum.result),
    role: 'result',
  });
  if (sum.limit) lines.push({ label: sum.limit.label, work: '', value: `${sum.limit.relation} ${value(sum.limit)}`, role: 'limit' });
  return lines;
}

/** `2 stop · 1 caution` of a ledger, the worst first. */
export function countWords(findings: readonly Pick<Finding, 'verdict'>[]): string {
  const of = (verdict: Finding['verdict']): string[] => {
    const n = findings.filter((f) => f.verdict === verdict).length;
    return n ? [`${n} ${verdict}`] : [];
  };
  return [...of('stop'), ...of('can’t tell'), ...of('caution')].join(' · ') || 'all in order';
}
