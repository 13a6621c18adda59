/** Choices by several figures at once, each the less the better. */

const beats = (a: readonly number[], b: readonly number[]): boolean => a.every((v, k) => v <= b[k]!) && a.some((v, k) => v < b[k]!);
const same = (a: readonly number[], b: readonly number[]): boolean => a.every((v, k) => v === b[k]!);

/** Those that none of the others beats: none is at least as good in all figures and better in one; of equal ones the first. */
export const unbeaten = <T extends { cost: readonly number[] }>(choices: readonly T[]): T[] =>
  choices.filter((c, i) => !choices.some((o, j) => beats(o.cost, c.cost) || (j < i && same(o.cost, c.cost))));
