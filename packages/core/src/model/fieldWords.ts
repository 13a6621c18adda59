const ONE: Record<string, string> = { boxes: 'box', switches: 'switch', ids: 'id' };
/** parts of a path that a person has no word for: the document's own shelves, and the figure inside a measured length */
const SHELVES = new Set(['found', 'planned', 'site', 'mm']);

const spaced = (key: string): string =>
  key.replace(/([a-z])A$/, '$1 amps').replace(/([a-z0-9])([A-Z])/g, (_, a: string, b: string) => `${a} ${b.toLowerCase()}`);
const one = (key: string): string => spaced(ONE[key] ?? key.replace(/s$/, ''));

/**
 * A JSON Pointer as a person would say it: `/found/walls/0/framing/studDepth` is "landing wall: framing, stud depth".
 * With the document at hand a thing goes by its name, without it by its number, counted from 1.
 */
export function fieldWords(path: string, root?: unknown): string {
  const parts = path
    .split('/')
    .slice(1)
    .map((p) => p.replace(/~1/g, '/').replace(/~0/g, '~'));
  let words: string[] = [];
  let owner = '';
  let at = root;
  for (const [i, part] of parts.entries()) {
    at = at !== null && typeof at === 'object' ? (at as Record<string, unknown>)[part] : undefined;
    const name = at !== null && typeof at === 'object' ? (at as { name?: unknown }).name : undefined;
    if (typeof name === 'string' && name.trim()) {
      owner = name.trim();
      words = [];
    } else if (/^\d+$/.test(part) && i > 0) words = [...words.slice(0, -1), `${one(parts[i - 1]!)} ${Number(part) + 1}`];
    // who reads it knows a thing by its name, not by its id
    else if (!SHELVES.has(part) && part !== '') words.push(spaced(part.replace(/([a-z])Id$/, '$1')));
  }
  const rest = words.join(', ');
  return owner && rest ? `${owner}: ${rest}` : owner || rest || 'the whole of it';
}
