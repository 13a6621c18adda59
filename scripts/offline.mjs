// What the page needs to open without its server: a list of all its files with their hashes, and the worker that keeps them.
import { spawnSync } from 'node:child_process';
import { randomBytes } from 'node:crypto';
import { copyFileSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';

const web = fileURLToPath(new URL('../apps/web', import.meta.url));
const modules = fileURLToPath(new URL('../node_modules/@angular/service-worker', import.meta.url));
const dist = join(web, 'dist/browser');

// faces of letters come with the first script: words set in another face would move all that is drawn when they came late
const faces = readdirSync(join(dist, 'media')).filter((file) => file.endsWith('.woff2'));
const preloads = faces.map((file) => `<link rel="preload" href="media/${file}" as="font" type="font/woff2" crossorigin>`).join('');
// the kept page comes with the nonce of its build: from a cache nobody can give it a new one
const nonce = randomBytes(16).toString('base64');
const index = join(dist, 'index.html');
const page = readFileSync(index, 'utf8')
  .replace(/<sa-root[^>]*>/, `<sa-root ngCspNonce="${nonce}">`)
  .replace('</head>', `${preloads}</head>`);
writeFileSync(index, page);
const done = spawnSync(process.execPath, [join(modules, 'ngsw-config.js'), 'dist/browser', 'ngsw-config.json'], {
  cwd: web,
  stdio: 'inherit',
});
if (done.status !== 0) process.exit(done.status ?? 1);
copyFileSync(join(modules, 'ngsw-worker.js'), join(dist, 'ngsw-worker.js'));
