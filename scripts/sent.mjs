// How much a page needs before it shows, over the wire: the script that it and the shell import, with their styles in it, and the styles that all share, packed. Fails the build when it grows too large.
import { existsSync, readFileSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { dist, PAGES, scripts } from './built.mjs';

/** How much script each page may send at most before it shows, kB (1000 bytes). */
const MOST = { start: 130, job: 220 };

const size = (file) => statSync(join(dist, existsSync(join(dist, `${file}.br`)) ? `${file}.br` : file)).size;

export const sent = () => {
  const { closure, loadedFrom } = scripts();
  const index = readFileSync(join(dist, 'index.html'), 'utf8');
  const styles = [...new Set([...index.matchAll(/href="([^"]+\.css)"/g)].map((m) => m[1]))];
  const shell = [...index.matchAll(/(?:src|href)="([^"]+\.js)"/g)].map((m) => m[1]);
  return Object.entries(MOST).map(([page, most]) => {
    const files = [...closure([...shell, ...PAGES[page].map(loadedFrom)])];
    const kBOf = (list) => list.reduce((s, f) => s + size(f), 0) / 1000;
    return { page: `${page} page`, kB: kBOf(files) + kBOf(styles), script: kBOf(files), most, files };
  });
};

if (process.argv[1] === fileURLToPath(import.meta.url)) {
  const pages = sent();
  for (const p of pages)
    console.log(
      `${p.page}: ${p.kB.toFixed(1)} kB, of it ${p.script.toFixed(1)} of script in ${p.files.length} files, at most ${p.most} of script`,
    );
  if (pages.some((p) => p.script > p.most)) process.exit(1);
}
