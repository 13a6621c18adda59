// The server in two files instead of some six hundred: reading and linking them one by one takes a second of every start. Packages stay outside.
import { rmSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { build } from 'esbuild';

const server = fileURLToPath(new URL('../apps/server', import.meta.url));
rmSync(`${server}/bundle`, { recursive: true, force: true });
await build({
  entryPoints: [`${server}/dist/main.js`, `${server}/dist/heavy/worker.js`],
  outdir: `${server}/bundle`,
  // side by side: whoever starts the worker looks for it beside itself
  entryNames: '[name]',
  ...{ bundle: true, splitting: true, platform: 'node', format: 'esm', target: 'node20' },
  // classes are known by their names: entities, errors
  keepNames: true,
  logLevel: 'warning',
  plugins: [
    {
      name: 'packages stay outside',
      setup: ({ onResolve }) =>
        onResolve({ filter: /^[^./]/ }, ({ path }) => (path.startsWith('@saddle/core') ? undefined : { path, external: true })),
    },
  ],
});
