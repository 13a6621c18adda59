/** Parts of the house that a cable goes through, as saved ways and the graph of the house both name them: `bay/wall-3/2`, `attic/1`. */

export const SPACE_KINDS = [
  'bay',
  'wall',
  'surface',
  'chase',
  'attic',
  'basement',
  'crawl-space',
  'floor',
  'feed',
  'place',
  'built-in',
] as const;
export type SpaceKind = (typeof SPACE_KINDS)[number];
export type Space = `${SpaceKind}/${string}`;

/** Kind of a part of the house, and what it is a part of: wall, room, storey. A name that nothing here made has none. */
export function spaceOf(space: string): { kind: SpaceKind | undefined; of: string[] } {
  const [kind, ...of] = space.split('/');
  return { kind: SPACE_KINDS.find((k) => k === kind), of };
}
export const isSpace = (space: string, ...kinds: SpaceKind[]): boolean => {
  const { kind } = spaceOf(space);
  return kind !== undefined && kinds.includes(kind);
};
