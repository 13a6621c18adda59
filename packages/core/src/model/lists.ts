/** Edits of lists of things with an id, and of optional fields: what every document edit is made of. Each gives a new list or thing. */

type Change<T> = Partial<T> | ((thing: T) => T);
const changed = <T extends object>(thing: T, change: Change<T>): T =>
  typeof change === 'function' ? change(thing) : { ...thing, ...change };

/** One thing of a list changed; a list without it stays as it is. */
export const changeOne = <T extends { id: string }>(list: readonly T[], id: string, change: Change<T>): T[] =>
  list.map((t) => (t.id === id ? changed(t, change) : t));
export const withoutOne = <T extends { id: string }>(list: readonly T[], id: string): T[] => list.filter((t) => t.id !== id);
/** Put in where it isn’t, taken out where it is. */
export const toggled = <T extends string>(list: readonly T[], value: T): T[] =>
  list.includes(value) ? list.filter((x) => x !== value) : [...list, value];
/** A thing with some fields set; one that is given as undefined goes. */
export const withFields = <T extends object>(thing: T, part: { [K in keyof T]?: T[K] | undefined }): T =>
  Object.fromEntries(Object.entries({ ...thing, ...part }).filter(([, v]) => v !== undefined)) as T;
