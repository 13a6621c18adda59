/** Which of some judgements counts for the whole. */
import type { Verdict } from '../model/index.js';

/** From what lets a way be taken to what forbids it: what can’t be told is worse than what wants care. */
export const FROM_FIT: readonly Verdict[] = ['ok', 'note', 'caution', 'can’t tell', 'stop'];
export const worseOf = (list: readonly { verdict: Verdict }[]): Verdict =>
  list.reduce<Verdict>((w, j) => (FROM_FIT.indexOf(j.verdict) > FROM_FIT.indexOf(w) ? j.verdict : w), 'ok');
