/**
 * The best decision tree there is, by looking at all of them: what the search is held against on small circuits. For readings that are
 * never wrong; a part is named as the search names it. Exponential: for some thirty hypotheses.
 */
import type { Complaint } from '../model/index.js';
import type { Dictionary } from './predict.js';
import { NAMED_AT, tableOf } from './search.js';
import { costOf } from './testKinds.js';

/** The same circuit where every test shows what is likeliest, always, and only single faults that somebody would notice so. */
export function certain(dictionary: Dictionary, complaint: Complaint, most = 40): Dictionary {
  const { hypotheses, fitOf } = dictionary;
  const weight = (h: number): number => (hypotheses[h]!.of.length === 1 ? hypotheses[h]!.prior * fitOf[complaint][h]! : 0);
  const kept = hypotheses
    .map((_, h) => h)
    .filter((h) => weight(h) > 0 && dictionary.classes[hypotheses[h]!.of[0]!]!.part !== 'none')
    .sort((a, b) => weight(b) - weight(a))
    .slice(0, most);
  const total = kept.reduce((sum, h) => sum + weight(h), 0);
  return {
    ...dictionary,
    classes: dictionary.classes.map((c) => ({ ...c, alone: kept.indexOf(c.alone) })),
    hypotheses: [...kept.map((h) => ({ of: hypotheses[h]!.of, prior: weight(h) / total })), { of: [], prior: 0 }],
    fitOf: { ...fitOf, [complaint]: new Float64Array(kept.length + 1).fill(1) },
    odds: new Map(
      [...dictionary.odds].map(([id, { row, rows }]) => [
        id,
        {
          row: Int32Array.from([...kept, hypotheses.length - 1], (h) => row[h]!),
          rows: rows.map((r) => r.map((_, o) => (o === r.indexOf(Math.max(...r)) ? 1 : 0))),
        },
      ]),
    ),
  };
}

/** What the best tree costs on average to the end: minutes, and risk in minutes. Throws where it would take too long. */
export function bestTreeCost(sure: Dictionary, mostStates = 400_000): number {
  const table = tableOf(sure);
  const n = sure.hypotheses.length - 1;
  const prior = sure.hypotheses.map((h) => h.prior);
  // tests that part the hypotheses in the same way: the quickest
  const byParting = new Map<string, { minutes: number; masks: bigint[] }>();
  for (const { test, row, rows } of table.tests) {
    const of = Array.from({ length: n }, (_, h) => rows[row[h]!]!.indexOf(1));
    const masks = [...new Set(of)].map((o) => of.reduce((mask, x, h) => (x === o ? mask | (1n << BigInt(h)) : mask), 0n));
    if (masks.length < 2) continue;
    const key = masks.map(String).sort().join();
    const known = byParting.get(key);
    if (!known || known.minutes > costOf(test)) byParting.set(key, { minutes: costOf(test), masks });
  }
  const tests = [...byParting.values()].sort((a, b) => a.minutes - b.minutes);
  const members = (mask: bigint): number[] => Array.from({ length: n }, (_, h) => h).filter((h) => (mask >> BigInt(h)) & 1n);
  const weigh = (mask: bigint): { total: number; named: boolean } => {
    const sums = new Map<number, number>();
    let total = 0;
    for (const h of members(mask)) {
      total += prior[h]!;
      sums.set(table.first[h]!, (sums.get(table.first[h]!) ?? 0) + prior[h]!);
    }
    return { total, named: Math.max(...sums.values()) >= NAMED_AT * total };
  };
  const weights = new Map<bigint, { total: number; named: boolean }>();
  const weightOf = (mask: bigint): { total: number; named: boolean } => {
    let w = weights.get(mask);
    if (!w) weights.set(mask, (w = weigh(mask)));
    return w;
  };
  /** minutes × share, so that sums need no division */
  const known = new Map<bigint, number>();
  const cost = (mask: bigint): number => {
    const before = known.get(mask);
    if (before !== undefined) return before;
    if (known.size > mostStates) throw new Error(`more than ${mostStates} states`);
    const { total, named } = weightOf(mask);
    if (named) return 0;
    const open = tests.flatMap((t) => {
      const parts = t.masks.map((m) => m & mask).filter((m) => m !== 0n);
      if (parts.length < 2) return [];
      // nothing is named before one test more is made where a part is not named yet
      const least = parts.reduce((sum, m) => sum + (weightOf(m).named ? 0 : weightOf(m).total), 0);
      return [{ minutes: t.minutes, parts, least }];
    });
    if (!open.length) return 0;
    const quickest = Math.min(...open.map((t) => t.minutes));
    let best = Infinity;
    for (const t of open.sort((a, b) => a.minutes * total + a.least * quickest - (b.minutes * total + b.least * quickest))) {
      let sum = t.minutes * total;
      if (sum + t.least * quickest >= best) continue;
      for (const part of t.parts) {
        sum += cost(part);
        if (sum >= best) break;
      }
      best = Math.min(best, sum);
    }
    known.set(mask, best);
    return best;
  };
  const all = (1n << BigInt(n)) - 1n;
  return cost(all) / weightOf(all).total;
}
