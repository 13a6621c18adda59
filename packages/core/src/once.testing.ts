/**
 * What several tests of a file start from, worked out in the first of them that asks: a file loads at once though only one of its tests
 * is wanted, and `npm run mutate` sees what the tests work out (what a file works out as it loads is held to no test).
 */
export function once<T>(make: () => T): () => T {
  let made: { is: T } | undefined;
  return () => (made ??= { is: make() }).is;
}
