/**
 * What changed from one version of a document to the next, as little data as it takes: unsaved work and the undo list of a large house are
 * kept in the browser with every edit. Parts that are the same object are skipped without a look.
 */
export type Patch =
  /** takes the place of what was there */
  | { set: unknown }
  /** fields that changed, and those that went */
  | { fields: Record<string, Patch>; without?: string[] }
  /** a list of the same length: items that changed */
  | { items: [index: number, patch: Patch][] }
  /** a list that grew or shrank: from an index, so many give way to these */
  | { from: number; gone: number; put: unknown[] };

type Fields = Record<string, unknown>;
/** A field of its own, not one that every object has. */
const own = (of: Fields, key: string): unknown => (Object.hasOwn(of, key) ? of[key] : undefined);
const isFields = (value: unknown): value is Fields => typeof value === 'object' && value !== null && !Array.isArray(value);

/** Whether two values of JSON say the same. */
export function sameDeep(a: unknown, b: unknown): boolean {
  return a === b || patchOf(a, b) === undefined;
}

/** The patch that makes `after` of `before`; undefined when both say the same. Values are those of JSON. */
export function patchOf(before: unknown, after: unknown): Patch | undefined {
  if (before === after) return undefined;
  if (Array.isArray(before) && Array.isArray(after)) return listPatch(before, after);
  if (!isFields(before) || !isFields(after)) return { set: after };
  const changed = Object.entries(after).flatMap(([key, value]): [string, Patch][] => {
    if (value === undefined) return [];
    const patch = own(before, key) === undefined ? { set: value } : patchOf(before[key], value);
    return patch ? [[key, patch]] : [];
  });
  // from entries, so that a field of any name is a field, `__proto__` too
  const fields = Object.fromEntries(changed);
  const without = Object.keys(before).filter((key) => before[key] !== undefined && own(after, key) === undefined);
  if (without.length === 0) return changed.length ? { fields } : undefined;
  return { fields, without };
}

function listPatch(before: unknown[], after: unknown[]): Patch | undefined {
  if (before.length === after.length) {
    const items = after.flatMap((value, i): [number, Patch][] => {
      const patch = patchOf(before[i], value);
      return patch ? [[i, patch]] : [];
    });
    return items.length ? { items } : undefined;
  }
  const most = Math.min(before.length, after.length);
  let head = 0;
  while (head < most && sameDeep(before[head], after[head])) head++;
  let tail = 0;
  while (tail < most - head && sameDeep(before[before.length - 1 - tail], after[after.length - 1 - tail])) tail++;
  return { from: head, gone: before.length - head - tail, put: after.slice(head, after.length - tail) };
}

/** The later version; parts that the patch doesn't touch are the earlier one's own. */
export function applyPatch(before: unknown, patch: Patch | undefined): unknown {
  if (!patch) return before;
  if ('set' in patch) return patch.set;
  if ('items' in patch) {
    const list = [...(before as unknown[])];
    for (const [i, item] of patch.items) list[i] = applyPatch(list[i], item);
    return list;
  }
  if ('put' in patch) {
    const list = before as unknown[];
    return [...list.slice(0, patch.from), ...patch.put, ...list.slice(patch.from + patch.gone)];
  }
  const fields = new Map(Object.entries(before as Fields));
  for (const [key, field] of Object.entries(patch.fields)) fields.set(key, applyPatch(own(before as Fields, key), field));
  for (const key of patch.without ?? []) fields.delete(key);
  return Object.fromEntries(fields);
}
