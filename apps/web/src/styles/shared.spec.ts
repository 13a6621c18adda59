/** What stands in `styles/` is what several components share; the style of one stands beside it. */
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import postcss from 'postcss';
import { describe, expect, it } from 'vitest';

const styles = new URL('.', import.meta.url).pathname;
const app = join(styles, '../app');
/** Code and template of each component, as one text. */
const components = new Map<string, string>();
for (const file of readdirSync(app, { recursive: true, encoding: 'utf8' }))
  if (/\.(?:ts|html)$/.test(file) && !/\.(?:spec|testing)\.ts$/.test(file)) {
    const name = file.replace(/\.(?:ts|html)$/, '');
    components.set(name, `${components.get(name) ?? ''}\n${readFileSync(join(app, file), 'utf8')}`);
  }
const usersOf = (name: string): string[] => {
  const word = new RegExp(`(?<![\\w-])${name}(?![\\w-])`);
  return [...components].filter(([, text]) => word.test(text)).map(([file]) => file);
};

/** Classes of the widgets’ package, which no template of ours names. */
const WIDGETS = new Set(['tooltip', 'dropdown-menu', 'modal', 'd-block', 'popover-header', 'popover-body', 'visually-hidden']);
/** Classes by which a component says how something shared looks inside it: `.tests .field-input`. */
const shared = readdirSync(styles)
  .filter((f) => /^_(?!icons)\w+\.scss$/.test(f))
  .flatMap((file) => {
    const found: { file: string; selector: string; users: string[][] }[] = [];
    postcss.parse(readFileSync(join(styles, file), 'utf8').replace(/^\s*\/\/.*$/gm, '')).walkRules((rule) => {
      for (const selector of rule.selectors) {
        const classes = [...selector.replace(/\[[^\]]*\]/g, '').matchAll(/\.([\w-]+)/g)].map((m) => m[1]!).filter((c) => !WIDGETS.has(c));
        found.push({ file, selector, users: classes.map(usersOf) });
      }
    });
    return found;
  });

describe('shared styles', () => {
  it('are many, and each names a class that is used', () => {
    expect(shared.length).toBeGreaterThan(150);
    expect(shared.filter((s) => s.users.some((u) => u.length === 0)).map((s) => `${s.file}: ${s.selector}`)).toEqual([]);
  });
  it('are used by more than one component: what one alone names stands beside it', () => {
    const alone = shared.filter((s) => s.users.length > 0 && new Set(s.users.flat()).size < 2);
    expect(alone.map((s) => `${s.file}: ${s.selector} (${s.users.flat()[0]})`)).toEqual([]);
  });
});
