// node bundle-specs.mjs src/… …: each spec with all that it imports in one file, `.bundled/…spec.js` of the folder it is called in. It takes a
// tenth of the time of three hundred to load, and `mutate.mjs` loads it for each mutant anew. What a module keeps (a plan by its box, a work by
// its job), and what `once` keeps, is forgotten between tests here: a mutant is tried by those tests that run it, and a test that finds
// everything made by another runs nothing.
import { readFile } from 'node:fs/promises';
import { dirname } from 'node:path';
import { pathToFileURL } from 'node:url';
import { build } from 'esbuild';

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
        onLoad({ filter: /.*/, namespace: 'per-test' }, () => ({ loader: 'js', contents: PER_TEST, resolveDir: process.cwd() }));
        onLoad({ filter: /src\/.*\.ts$/ }, async ({ path }) => ({
          loader: 'ts',
          contents: path.endsWith('once.testing.ts')
            ? ONCE
            : forgetting(await readFile(path, 'utf8'))
                .replaceAll('import.meta.url', JSON.stringify(pathToFileURL(path).href))
                .replaceAll('import.meta.dirname', JSON.stringify(dirname(path))),
        }));
      },
    },
  ],
});
