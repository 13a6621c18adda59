// node bundle-specs.mjs src/… …: each spec with all that it imports in one file, `.bundled/…spec.js` of the folder it is called in. It takes a
// tenth of the time of three hundred to load, and `mutate.mjs` loads it for each mutant anew.
import { readFile } from 'node:fs/promises';
import { dirname } from 'node:path';
import { pathToFileURL } from 'node:url';
import { build } from 'esbuild';

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
      setup: ({ onLoad }) =>
        onLoad({ filter: /src\/.*\.ts$/ }, async ({ path }) => ({
          loader: 'ts',
          contents: (await readFile(path, 'utf8'))
            .replaceAll('import.meta.url', JSON.stringify(pathToFileURL(path).href))
            .replaceAll('import.meta.dirname', JSON.stringify(dirname(path))),
        })),
    },
  ],
});
