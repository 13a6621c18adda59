// The scripts of the built page as files that import one another: which of them a page needs before it shows.
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';

export const dist = fileURLToPath(new URL('../apps/web/dist/browser', import.meta.url));
/** Pages by the components that they are loaded as. A plan is drawn before it is judged: the rules of its book come after. */
export const PAGES = { start: ['JobsPage'], job: ['JobPage', 'StageByBook', 'BoxStage'] };

/** Files of `folder` by name, with their text. Workers stand alone. */
export function scripts(folder = dist) {
  const text = new Map(
    readdirSync(folder)
      .filter((f) => f.endsWith('.js') && !/^(?:ngsw-)?worker/.test(f))
      .map((f) => [f, readFileSync(join(folder, f), 'utf8')]),
  );
  /** Names of the files that some code imports before it runs. */
  const imports = (file) => [...text.get(file).matchAll(/(?:from|import)"\.\/([\w-]+\.js)"/g)].map((m) => m[1]);
  const closure = (entries) => {
    const all = new Set();
    const waiting = [...entries];
    for (let file = waiting.pop(); file; file = waiting.pop()) {
      if (all.has(file)) continue;
      all.add(file);
      waiting.push(...imports(file));
    }
    return all;
  };
  /** Every file that is fetched when some code asks for it. */
  const asked = () => new Set([...text.values()].flatMap((code) => [...code.matchAll(/import\("\.\/([\w-]+\.js)"\)/g)].map((m) => m[1])));
  /** File that a component is loaded from, however the loading is written. */
  const loadedFrom = (component) => {
    const part = String.raw`\(?\w+\)?=>\w+\.\w+|function\(\w+\)\{return \w+\.\w+\}`;
    const loading = new RegExp(String.raw`import\("\./([\w-]+\.js)"\)(?:\.then\((?:${part})\))?\.then\(\(?(\w+)\)?=>\2\.${component}\)`);
    for (const code of text.values()) {
      const found = loading.exec(code);
      if (found) return found[1];
    }
    throw new Error(`nothing loads ${component}`);
  };
  /** File that exports a name. */
  const exporting = (name) => {
    for (const [file, code] of text) if (new RegExp(String.raw`\bas ${name}\b`).test(code)) return file;
    throw new Error(`nothing exports ${name}`);
  };
  return { text, closure, asked, loadedFrom, exporting };
}
