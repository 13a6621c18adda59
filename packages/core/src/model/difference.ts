/** What two versions of a document say differently, in words with both values: for revisions, and for two that were saved at once. */
import { printLength, type LengthUnit } from '../measure/index.js';
import { fieldWords } from './fieldWords.js';

export interface Difference {
  /** JSON Pointer into the later version; into the earlier one for what is gone */
  path: string;
  /** the field as a person would say it */
  words: string;
  was: string;
  now: string;
}

type Record_ = Record<string, unknown>;
const isObject = (value: unknown): value is Record_ => typeof value === 'object' && value !== null && !Array.isArray(value);
export const isLength = (value: unknown): value is Record_ & { mm: number; known: string } =>
  isObject(value) && typeof value['mm'] === 'number' && typeof value['known'] === 'string';
const idOf = (value: unknown): string | undefined => (isObject(value) && typeof value['id'] === 'string' ? value['id'] : undefined);

/** Fields by which the program remembers something for itself; a person said nothing by them. */
const OWN_NOTES = new Set(['houseSeen', 'taken']);
const NOT_SAID = 'not said';
const MOST_CHARACTERS = 80;
const cut = (text: string): string => (text.length > MOST_CHARACTERS ? `${text.slice(0, MOST_CHARACTERS)}…` : text);

/** A value in a few words. */
export function inWords(value: unknown, unit: LengthUnit): string {
  if (value === undefined || value === null) return NOT_SAID;
  if (value === true) return 'yes';
  if (value === false) return 'no';
  if (isLength(value)) return `${printLength(value.mm, unit)}${value.known === 'measured' ? '' : `, ${value.known}`}`;
  if (Array.isArray(value)) return value.length === 0 ? 'none' : cut(value.map((v) => inWords(v, unit)).join(', '));
  if (isObject(value)) {
    const named = value['title'] ?? value['name'] ?? value['text'];
    if (typeof named === 'string') return cut(named);
    return cut(
      Object.entries(value)
        .filter(([key, v]) => key !== 'id' && v !== undefined)
        .map(([key, v]) => `${fieldWords(`/${key}`)} ${inWords(v, unit)}`)
        .join(', '),
    );
  }
  return cut(String(value as string | number));
}

/** A field that holds the id of another thing of the document. */
const isReference = (path: string): boolean => /(?:^|[a-z])Id$/.test(path.slice(path.lastIndexOf('/') + 1));
/** Names of all things of a document that have an id and a name. */
function namesIn(root: unknown, into = new Map<string, string>()): Map<string, string> {
  if (Array.isArray(root)) root.forEach((v) => namesIn(v, into));
  else if (isObject(root)) {
    const [id, name] = [root['id'], root['name']];
    if (typeof id === 'string' && typeof name === 'string') into.set(id, name);
    for (const v of Object.values(root)) if (typeof v === 'object') namesIn(v, into);
  }
  return into;
}

const step = (path: string, key: string | number): string => `${path}/${String(key).replace(/~/g, '~0').replace(/\//g, '~1')}`;

/**
 * Every field that says something else, in the order of the later version.
 * @param unit in which lengths are printed
 */
export function differences(before: unknown, after: unknown, unit: LengthUnit): Difference[] {
  const found: Difference[] = [];
  let known: Map<string, string> | undefined;
  const names = (): Map<string, string> => (known ??= namesIn(after, namesIn(before)));
  const add = (path: string, was: unknown, now: unknown): void => {
    const said = (value: unknown): string =>
      isReference(path) && typeof value === 'string' ? cut(names().get(value) ?? value) : inWords(value, unit);
    const [a, b] = [said(was), said(now)];
    // beyond what is printed: said so rather than shown as the same twice
    const words = fieldWords(path, now === undefined ? before : after);
    found.push({ path, words, was: a, now: a === b ? `${b} (changed in detail)` : b });
  };
  const lists = (path: string, was: unknown[], now: unknown[]): void => {
    const ids = [...was, ...now].map(idOf);
    if (ids.some((id) => id === undefined)) {
      if (JSON.stringify(was) === JSON.stringify(now)) return;
      if (was.length !== now.length || !was.every((v, i) => isObject(v) && isObject(now[i]))) return add(path, was, now);
      was.forEach((v, i) => walk(step(path, i), v, now[i]));
      return;
    }
    const earlier = new Map(was.map((v) => [idOf(v)!, v]));
    const later = new Set(now.map(idOf));
    now.forEach((v, i) => walk(step(path, i), earlier.get(idOf(v)!), v));
    was.forEach((v, i) => later.has(idOf(v)) || add(step(path, i), v, undefined));
    const order = (list: unknown[]) => list.map(idOf).filter((id) => earlier.has(id!) && later.has(id));
    if (order(was).join(' ') !== order(now).join(' '))
      found.push({ path, words: `${fieldWords(path)}: order`, was: 'another order', now: inWords(now, unit) });
  };
  const walk = (path: string, was: unknown, now: unknown): void => {
    if (was === now) return;
    if (was === undefined || now === undefined) return add(path || '/', was, now);
    if (Array.isArray(was) && Array.isArray(now)) return lists(path, was, now);
    if (isLength(was) && isLength(now)) {
      if (was.mm !== now.mm || was.known !== now.known) add(path, was, now);
      return;
    }
    if (isObject(was) && isObject(now)) {
      for (const key of new Set([...Object.keys(now), ...Object.keys(was)]))
        if (!OWN_NOTES.has(key)) walk(step(path, key), was[key], now[key]);
      return;
    }
    add(path || '/', was, now);
  };
  walk('', before, after);
  return found;
}
