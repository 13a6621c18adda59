/** Two tests ahead: a test that tells little by itself may make the next one tell all. Looked at where the first few are near each other. */
import type { Search } from '../model/index.js';
import type { Dictionary } from './predict.js';
import { likelihood, NAMED_AT, nextTests, searchState, sharesOf, type NextTest, type SearchState } from './search.js';

/** So many of the best are looked at two steps deep. */
const LOOKED_AT = 4;
/** A test that tells less than this part of the best in a minute is not worth the look. */
const NEAR = 0.4;

/** Whether one part carries it all already: nothing is tested after that. */
function named({ suspects }: Dictionary, shares: readonly number[]): boolean {
  const byPart = new Map<string, number>();
  suspects.forEach((s, i) => byPart.set(s.part, (byPart.get(s.part) ?? 0) + shares[i]!));
  return [...byPart.values()].some((share) => share >= NAMED_AT);
}

/** What a test and the best one after it are expected to tell in a minute of both, bits. */
function twoSteps(dictionary: Dictionary, search: Search, shares: readonly number[], first: NextTest): number {
  const would = dictionary.shows.get(first.test.id)!;
  let [bits, minutes] = [first.bits, first.test.minutes];
  for (const { outcome, share } of first.after) {
    if (share < 0.01) continue;
    const after = shares.map((p, i) => (p * likelihood(first.test, would[i], outcome)) / share);
    if (named(dictionary, after)) continue;
    const then = { ...search, readings: [...search.readings, { id: 'ahead', test: first.test.id, outcome, at: '' }] };
    const [second] = nextTests(dictionary, then, after);
    if (!second) continue;
    bits += share * second.bits;
    minutes += share * second.test.minutes;
  }
  return bits / minutes;
}

/**
 * The tests in the order in which they are worth making.
 * @param next as `nextTests` has them, the most told in a minute first
 */
export function lookedAhead(dictionary: Dictionary, search: Search, shares: readonly number[], next: readonly NextTest[]): NextTest[] {
  const best = next[0] ? next[0].bits / next[0].test.minutes : 0;
  const near = next.slice(0, LOOKED_AT).filter((n) => n.bits / n.test.minutes >= NEAR * best && n.bits > 0);
  if (near.length < 2) return [...next];
  const worth = new Map(near.map((n) => [n, twoSteps(dictionary, search, shares, n)]));
  return [...[...near].sort((a, b) => worth.get(b)! - worth.get(a)!), ...next.filter((n) => !worth.has(n))];
}

/** The state of a search with its tests looked at two steps deep: what a page shows. */
export function searchAhead(dictionary: Dictionary, search: Search): SearchState {
  const state = searchState(dictionary, search);
  if (state.next.length < 2) return state;
  return { ...state, next: lookedAhead(dictionary, search, sharesOf(dictionary, search), state.next) };
}
