// How much a page needs before it shows, over the wire: the script that it and the shell import, with their styles in it, and the styles that all share, packed. Fails the build when it grows too large.
import { existsSync, readdirSync, readFileSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';

const dist = fileURLToPath(new URL('../apps/web/dist/browser', import.meta.url));
/** Pages by the components that they are loaded as, and how much script each may send at most before it shows, kB (1000 bytes). */
const MOST = {
  'start page': { of: ['JobsPage'], kB: 130 },
  // a plan is drawn before it is judged: the rules of its book come after
  'job page': { of: ['JobPage', 'StageByBook', 'BoxStage'], kB: 220 },
};

const text = new Map(readdirSync(dist).filter((f) => f.endsWith('.js')).map((f) => [f, readFileSync(join(dist, f), 'utf8')])); // prettier-ignore
const index = readFileSync(join(dist, 'index.html'), 'utf8');
const styles = [...new Set([...index.matchAll(/href="([^"]+\.css)"/g)].map((m) => m[1]))];
const shell = [...index.matchAll(/(?:src|href)="([^"]+\.js)"/g)].map((m) => m[1]);
/** File that a component is loaded from, however the loading is written. */
function loadedFrom(component) {
  for (const code of text.values()) {
    const found = new RegExp(`import\\("\\./([\\w-]+\\.js)"\\)\\.then\\(\\(?(\\w+)\\)?=>\\2\\.${component}\\)`).exec(code);
    if (found) return found[1];
  }
  throw new Error(`nothing loads ${component}`);
}
function closure(entries) {
  const all = new Set();
  const waiting = [...entries];
  for (let file = waiting.pop(); file; file = waiting.pop()) {
    if (all.has(file)) continue;
    all.add(file);
    for (const m of text.get(file).matchAll(/(?:from|import)"\.\/([\w-]+\.js)"/g)) waiting.push(m[1]);
  }
  return [...all];
}
const size = (file) => statSync(join(dist, existsSync(join(dist, `${file}.br`)) ? `${file}.br` : file)).size;

export const sent = () =>
  Object.entries(MOST).map(([page, { of, kB }]) => {
    const files = closure([...shell, ...of.map(loadedFrom)]);
    const kBOf = (list) => list.reduce((s, f) => s + size(f), 0) / 1000;
    return { page, kB: kBOf(files) + kBOf(styles), script: kBOf(files), most: kB, files };
  });

if (process.argv[1] === fileURLToPath(import.meta.url)) {
  const pages = sent();
  for (const p of pages)
    console.log(
      `${p.page}: ${p.kB.toFixed(1)} kB, of it ${p.script.toFixed(1)} of script in ${p.files.length} files, at most ${p.most} of script`,
    );
  if (pages.some((p) => p.script > p.most)) process.exit(1);
}
