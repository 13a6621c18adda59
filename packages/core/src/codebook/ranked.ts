/** Findings told from one another, and in the order in which they are read. */
import { VERDICTS, type Verdict } from '../model/index.js';
import type { Finding } from './finding.js';

/** What one finding is told from another by. */
export const findingKey = ({ rule, subject }: Pick<Finding, 'rule' | 'subject'>): string => `${rule}/${subject}`;

interface Ranked {
  verdict: Verdict;
}
const rank = (verdict: Verdict): number => VERDICTS.indexOf(verdict);
/** The order in which findings are read: what stops first, a note last. */
export const byVerdict = (a: Ranked, b: Ranked): number => rank(a.verdict) - rank(b.verdict);
/** The verdict that counts for the whole; `ok` where there is nothing to say. What is only noted doesn’t count. */
export const worstVerdict = (list: readonly Ranked[]): Verdict =>
  list.reduce<Verdict>((w, f) => (rank(f.verdict) < rank(w) ? f.verdict : w), 'ok');
