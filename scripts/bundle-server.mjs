// The server in three files instead of some sixteen hundred, the packages that every start needs among them: reading and linking them one by one takes a second of every start.
import { rmSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { build } from 'esbuild';

/** These come along with all that they need, but for what is not installed (drivers of other databases) and what is compiled. */
const ALONG = new Set([
  ...['compression', 'express', 'express-rate-limit', 'express-static-gzip', 'helmet'],
  ...['nanoid', 'reflect-metadata', 'typeorm', 'zod', 'zod-openapi'],
]);
const COMPILED = new Set(['better-sqlite3', 'sharp']);

const server = fileURLToPath(new URL('../apps/server', import.meta.url));
rmSync(`${server}/bundle`, { recursive: true, force: true });
await build({
  entryPoints: [`${server}/dist/main.js`, `${server}/dist/heavy/worker.js`],
  outdir: `${server}/bundle`,
  // side by side: whoever starts the worker looks for it beside itself
  entryNames: '[name]',
  ...{ bundle: true, splitting: true, platform: 'node', format: 'esm', target: 'node20' },
  mainFields: ['module', 'main'],
  // classes are known by their names: entities, errors
  keepNames: true,
  logLevel: 'warning',
  // what packages of the older module system look for
  banner: { js: `import { createRequire as requireOf } from 'node:module';\nconst require = requireOf(import.meta.url);` },
  plugins: [
    {
      name: 'packages stay outside',
      setup: ({ onResolve, resolve }) =>
        onResolve({ filter: /^[^./]/ }, async ({ path, pluginData, ...from }) => {
          if (pluginData === 'asked') return undefined;
          const name = path.split('/', path.startsWith('@') ? 2 : 1).join('/');
          const outside = { path, external: true };
          if (name === '@saddle/core') return undefined;
          if (COMPILED.has(name) || (!from.importer.includes('node_modules') && !ALONG.has(name))) return outside;
          const found = await resolve(path, { ...from, pluginData: 'asked' });
          return found.errors.length > 0 ? outside : found;
        }),
    },
  ],
});
