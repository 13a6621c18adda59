// What a page needs together is one file: the bundler makes one for each set of pages that share a piece of code, over two hundred of them, and each costs a browser its own request.
import { readFileSync, unlinkSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { transform } from 'esbuild';
import { rollup } from 'rollup';
import { dist, PAGES, scripts } from './built.mjs';

/** What is shared by so many pages, and is no page itself, lies in one file. */
const SHARED = 3;

const { text, closure, asked, loadedFrom, exporting } = scripts();
const main = [...text.keys()].find((f) => f.startsWith('main-'));
const polyfills = [...text.keys()].filter((f) => f.startsWith('polyfills'));
const shell = closure([main]);
const start = closure(PAGES.start.map(loadedFrom));
const job = closure(PAGES.job.map(loadedFrom));
const pages = [...asked()];
const needs = pages.map((page) => closure([page]));
/** Of no page of its own, and needed by several. */
const shared = [...text.keys()].filter((file) => !pages.includes(file) && needs.filter((n) => n.has(file)).length >= SHARED);
/**
 * Groups in an order in which each needs only those before it: what a door needs that none before it brought.
 * So a file never waits for one that waits for it.
 */
const doors = [
  ['shell', [...shell, ...[...start].filter((f) => job.has(f))]],
  ['start', start],
  ['job', job],
  // come behind the drawing: tools of the bar, the table beside the wall, photos; and the rules that judge it
  ['tools', closure(['JobTools', 'BoxTable', 'WordMark', 'PhotoStrip'].map(loadedFrom))],
  ['us', closure([exporting('usJobBook')])],
  ['uk', closure([exporting('ukJobBook')])],
  ['shared', shared],
];
const groupOf = new Map();
for (const [name, files] of doors) for (const file of files) if (!groupOf.has(file)) groupOf.set(file, name);

const bundle = await rollup({
  input: join(dist, main),
  treeshake: false,
  onwarn: ({ message }) => {
    throw new Error(message);
  },
});
const { output } = await bundle.generate({
  format: 'es',
  entryFileNames: 'main-[hash].js',
  chunkFileNames: ({ name }) => `${name.replace(/-[A-Z0-9]{8}$/, '')}-[hash].js`,
  hashCharacters: 'base36',
  manualChunks: (id) => groupOf.get(id.slice(dist.length + 1)),
  generatedCode: { preset: 'es2015' },
});
await bundle.close();
for (const file of text.keys()) if (!polyfills.includes(file)) unlinkSync(join(dist, file));
for (const { code, fileName } of output) {
  const small = await transform(code, { format: 'esm', target: 'es2022', minify: true, charset: 'utf8', legalComments: 'none' });
  writeFileSync(join(dist, fileName), small.code);
}

const entry = output.find((o) => o.isEntry);
const index = join(dist, 'index.html');
const html = readFileSync(index, 'utf8')
  .replace(/<link rel="modulepreload"[^>]*>/g, '')
  .replace(main, entry.fileName)
  .replace('<script', `${entry.imports.map((f) => `<link rel="modulepreload" href="${f}">`).join('')}<script`);
writeFileSync(index, html);
