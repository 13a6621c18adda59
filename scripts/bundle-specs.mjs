// node bundle-specs.mjs src/… …: each spec with all that it imports in one file, `.bundled/…spec.js` of the folder it is called in. It takes a
// tenth of the time of three hundred to load, and `mutate.mjs` loads it for each mutant anew. What a module keeps (a plan by its box, a work by
// its job), and what `once` keeps, is forgotten between tests here: a mutant is tried by those tests that run it, and a test that finds
// everything made by another runs nothing. For the same reason a spec is gone through again for each of its tests, from its first line to that
// test: what it works out beside its tests is worked out within the one in hand.
import { readFile } from 'node:fs/promises';
import { dirname } from 'node:path';
import { pathToFileURL } from 'node:url';
import { build, transform } from 'esbuild';

/** A map that belongs to the test in hand. */
const PER_TEST = `import { beforeEach } from 'vitest';
let test = 0;
beforeEach(() => void test++);
const perTest = (Kind) => class {
  #of = -1;
  #map = new Kind();
  get now() {
    if (this.#of !== test) [this.#of, this.#map] = [test, new Kind()];
    return this.#map;
  }
  get(key) { return this.now.get(key); }
  has(key) { return this.now.has(key); }
  set(key, value) { this.now.set(key, value); return this; }
  delete(key) { return this.now.delete(key); }
  clear() { this.now.clear(); }
  get size() { return this.now.size; }
};
export const TestMap = perTest(Map);
export const TestWeakMap = perTest(WeakMap);
export const testNow = () => test;
`;
const ONCE = `import { testNow } from 'per-test';
export function once(make) {
  let made;
  return () => (made?.of === testNow() ? made : (made = { of: testNow(), is: make() })).is;
}
`;
/** `describe`, `it` and `beforeAll` of a spec whose text is the body of `file`. */
const AGAIN = `import { afterAll, describe as D, expect, it as I } from 'vitest';
export { afterAll, expect };
let body, frame, replay;
const enter = (path, run) => {
  const outer = frame;
  frame = { path, n: 0 };
  try { run(); } finally { frame = outer; }
};
export const file = (run) => enter([], (body = run));
const rows = (table) => (table.every(Array.isArray) ? table : table.map((row) => [row]));
const again = (path) => async (...context) => {
  replay = { path, depth: 0, n: 0, before: [] };
  const { before } = replay;
  let found;
  try { body(); } finally { found = replay.found; replay = undefined; }
  for (const each of before) await each();
  return found(...context);
};
export function describe(name, run) {
  if (!replay) {
    const path = [...frame.path, frame.n++];
    return D(name, () => enter(path, run));
  }
  const n = replay.n++;
  if (replay.depth >= replay.path.length - 1 || replay.path[replay.depth] !== n) return;
  replay.depth++;
  replay.n = 0;
  run();
  replay.depth--;
  replay.n = n + 1;
}
describe.each = (table) => (name, run) => rows(table).forEach((row, i) => describe(name + ' #' + i, () => run(...row)));
export function it(name, run, timeout) {
  if (!replay) return I(name, again([...frame.path, frame.n++]), timeout);
  const n = replay.n++;
  if (replay.depth === replay.path.length - 1 && replay.path[replay.depth] === n) replay.found = run;
}
it.each = (table) => (name, run, timeout) => rows(table).forEach((row, i) => it(name + ' #' + i, () => run(...row), timeout));
it.skipIf = (skip) => (skip ? () => undefined : it);
export const beforeAll = (run) => void replay?.before.push(run);
`;
const IMPORTS = /^(?:import\b[^;]*?["'][^"']+["'];\s*)+/;
/** A spec as the body of a function, so that it can be gone through again; one that waits at its top is left as it is. */
async function repeatable(text) {
  const { code } = await transform(text, { loader: 'ts', format: 'esm', target: 'es2022' });
  const imports = IMPORTS.exec(code)?.[0] ?? '';
  const rest = code.slice(imports.length);
  if (/^(const .*|let .*|)await /m.test(rest)) return text;
  if (/^import /m.test(rest)) throw new Error('a spec imports behind its first line of code');
  return `${imports.replace(/"vitest"/, '"again"')}import { file } from "again";\nfile(() => {\n${rest}\n});\n`;
}

/** Maps that a module keeps. */
const KEPT = /^((?:export )?const \w+(?:: [^=\n]+)? = new )(Map|WeakMap)\b/gm;
const forgetting = (text) => {
  const kept = text.replace(KEPT, '$1Test$2');
  return kept === text ? text : `import { TestMap, TestWeakMap } from 'per-test';\n${kept}`;
};

await build({
  entryPoints: process.argv.slice(2),
  outdir: '.bundled',
  outbase: 'src',
  bundle: true,
  format: 'esm',
  platform: 'node',
  target: 'node20',
  packages: 'external',
  logLevel: 'warning',
  plugins: [
    {
      // what a module reads lies where the module was
      name: 'where-it-was',
      setup: ({ onLoad, onResolve }) => {
        onResolve({ filter: /^per-test$/ }, () => ({ path: 'per-test', namespace: 'per-test' }));
        onResolve({ filter: /^again$/ }, () => ({ path: 'again', namespace: 'again' }));
        onLoad({ filter: /.*/, namespace: 'again' }, () => ({ loader: 'js', contents: AGAIN, resolveDir: process.cwd() }));
        onLoad({ filter: /.*/, namespace: 'per-test' }, () => ({ loader: 'js', contents: PER_TEST, resolveDir: process.cwd() }));
        onLoad({ filter: /src\/.*\.ts$/ }, async ({ path }) => {
          if (path.endsWith('once.testing.ts')) return { loader: 'ts', contents: ONCE };
          const text = await readFile(path, 'utf8');
          const placed = (path.endsWith('.spec.ts') ? await repeatable(text) : forgetting(text))
            .replaceAll('import.meta.url', JSON.stringify(pathToFileURL(path).href))
            .replaceAll('import.meta.dirname', JSON.stringify(dirname(path)));
          return { loader: 'ts', contents: placed };
        });
      },
    },
  ],
});
