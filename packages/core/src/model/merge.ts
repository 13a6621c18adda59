/**
 * Two people saved one document at once: the edits of both are laid over what they began from. What both changed otherwise is a clash, which
 * a person settles; everything else joins by itself, and no edit is lost without a word.
 */
import type { LengthUnit } from '../measure/index.js';
import { inWords, isLength } from './difference.js';
import { fieldWords } from './fieldWords.js';
import { sameDeep } from './patch.js';

/** One field that both sides changed, each otherwise. */
export interface Clash {
  /** names the field whatever the order of lists: fields and keys of items with `/` between */
  at: string;
  /** the field as a person would say it */
  words: string;
  was: string;
  mine: string;
  theirs: string;
}
export interface Joined<T> {
  document: T;
  clashes: Clash[];
}

type Fields = Record<string, unknown>;
const isFields = (value: unknown): value is Fields => typeof value === 'object' && value !== null && !Array.isArray(value);

/** By what the items of a list are told apart: the first of these that all of them have, and no two the same. */
const KEYS = [['id'], ['step', 'key'], ['of', 'what'], ['step'], ['list', 'thing'], ['wallId', 'face']] as const;
/** A proof of dead is one act: its readings are never put together from two hands. */
const WHOLE = new Set(['/work/proofs', '/taken']);
/** What the program remembers for itself: the later one holds. */
const LATER = new Set(['/houseSeen']);

function keyed(lists: readonly (readonly unknown[])[]): ((item: unknown) => string) | undefined {
  const all = lists.flat();
  if (!all.every(isFields)) return undefined;
  for (const names of KEYS) {
    const key = (item: unknown): string => names.map((n) => String((item as Fields)[n])).join(' ');
    if (all.every((item) => names.every((n) => typeof (item as Fields)[n] === 'string')) && lists.every((l) => new Set(l.map(key)).size === l.length)) return key; // prettier-ignore
  }
  // proofs: one may be of the whole job
  if (all.every((item) => Object.hasOwn(item as Fields, 'testerBefore') || Object.hasOwn(item as Fields, 'of'))) return (item) => String((item as Fields)['of'] ?? ''); // prettier-ignore
  return undefined;
}

/** Everything of `other` that `skeleton` hasn’t goes in after what stands before it there. */
function inOrder(skeleton: readonly string[], other: readonly string[]): string[] {
  const order = [...skeleton];
  const there = new Set(skeleton);
  other.forEach((key, i) => {
    if (there.has(key)) return;
    const before = other.slice(0, i).findLast((k) => there.has(k));
    order.splice(before === undefined ? 0 : order.indexOf(before) + 1, 0, key);
    there.add(key);
  });
  return order;
}

/** Two that say the same, at other times: the later stands. A breaker that two hands switched off may have been on in between, so that a proof read before the second is none. */
function later(mine: unknown, theirs: unknown): unknown {
  if (!isFields(mine) || !isFields(theirs) || typeof mine['at'] !== 'string' || typeof theirs['at'] !== 'string') return undefined;
  const [a, b] = [
    { ...mine, at: '' },
    { ...theirs, at: '' },
  ];
  return sameDeep(a, b) ? (mine['at'] >= theirs['at'] ? mine : theirs) : undefined;
}

/**
 * Lays the edits of both sides over what they began from.
 * @param base what both began from
 * @param take clashes, by `at`, in which theirs is taken; in all others mine stands
 * @param unit in which lengths are printed
 */
export function joined<T>(base: T, mine: T, theirs: T, unit: LengthUnit, take: ReadonlySet<string> = new Set()): Joined<T> {
  const clashes: Clash[] = [];
  /** `at`: by keys; `pointer`: into mine, for words */
  const clash = (at: string, pointer: string, was: unknown, a: unknown, b: unknown): unknown => {
    const words = fieldWords(pointer || '/', a === undefined ? theirs : mine);
    clashes.push({ at, words, was: inWords(was, unit), mine: inWords(a, unit), theirs: inWords(b, unit) });
    return take.has(at) ? b : a;
  };
  const lists = (at: string, pointer: string, was: readonly unknown[], a: readonly unknown[], b: readonly unknown[]): unknown => {
    const key = keyed([was, a, b]);
    if (!key) return clash(at, pointer, was, a, b);
    const [byWas, byA, byB] = [was, a, b].map((list) => new Map(list.map((item) => [key(item), item])));
    const common = (list: readonly unknown[]): string[] => list.map(key).filter((k) => byWas!.has(k) && byA!.has(k) && byB!.has(k));
    const theyMoved = common(b).join('\n') !== common(was).join('\n');
    const order = theyMoved ? inOrder(b.map(key), a.map(key)) : inOrder(a.map(key), b.map(key));
    return order.flatMap((k) => {
      const index = a.findIndex((item) => key(item) === k);
      const item = walk(`${at}/${k}`, `${pointer}/${index < 0 ? b.findIndex((x) => key(x) === k) : index}`, byWas!.get(k), byA!.get(k), byB!.get(k), WHOLE.has(at)); // prettier-ignore
      return item === undefined ? [] : [item];
    });
  };
  const walk = (at: string, pointer: string, was: unknown, a: unknown, b: unknown, whole = false): unknown => {
    if (sameDeep(a, b) || sameDeep(was, b)) return a;
    if (sameDeep(was, a)) return b;
    if (LATER.has(at) && typeof a === 'number' && typeof b === 'number') return Math.max(a, b);
    const first = later(a, b);
    if (first !== undefined) return first;
    if (whole || WHOLE.has(at) && !Array.isArray(a)) return clash(at, pointer, was, a, b); // prettier-ignore
    if (Array.isArray(a) && Array.isArray(b) && (Array.isArray(was) || was === undefined)) return lists(at, pointer, was ?? [], a, b);
    if (!isFields(a) || !isFields(b) || isLength(a) || isLength(b) || (was !== undefined && !isFields(was))) return clash(at, pointer, was, a, b); // prettier-ignore
    const before = was ?? {};
    const fields = Object.keys({ ...b, ...a }).map((name) => [name, walk(`${at}/${name}`, `${pointer}/${name}`, before[name], a[name], b[name])]); // prettier-ignore
    return Object.fromEntries(fields.filter(([, value]) => value !== undefined));
  };
  return { document: walk('', '', base, mine, theirs) as T, clashes };
}
