/** What stands in `styles/` is what several components share; the style of one stands beside it. */
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import postcss from 'postcss';
import { describe, expect, it } from 'vitest';

const styles = new URL('.', import.meta.url).pathname;
const app = join(styles, '../app');
/** Words in quotes of the code and the template of each component, where a class may stand; a variable of that name is none. */
const components = new Map<string, Set<string>>();
for (const file of readdirSync(app, { recursive: true, encoding: 'utf8' }))
  if (/\.(?:ts|html)$/.test(file) && !/\.(?:spec|testing)\.ts$/.test(file)) {
    const text = readFileSync(join(app, file), 'utf8').replace(/^(?:import|export) [\s\S]*?;$/gm, (m) => (/ from '/.test(m) ? '' : m));
    const words = components.get(file.replace(/\.(?:ts|html)$/, '')) ?? new Set<string>();
    const named = /class="([^"]*)"|\[class\]="([^"]*)"|class\.([\w-]+)|routerLinkActive="([^"]*)"|'([^'\n]*)'|`([^`\n]*)`/g;
    for (const [, ...found] of text.matchAll(named)) for (const word of found.join(' ').split(/[^\w-]+/)) words.add(word);
    components.set(file.replace(/\.(?:ts|html)$/, ''), words);
  }
const usersOf = (name: string): string[] => [...components].filter(([, words]) => words.has(name)).map(([file]) => file);

/** Classes of the widgets’ package, which no template of ours names. */
const WIDGETS = new Set(['tooltip', 'dropdown-menu', 'modal', 'd-block', 'popover-header', 'popover-body', 'visually-hidden']);
/** What one component says of all that others put into it. */
const REACHES_IN = new Set(['.top-bar :focus-visible', '.way-work table']);
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
    const alone = shared.filter((s) => s.users.length > 0 && !REACHES_IN.has(s.selector) && new Set(s.users.flat()).size < 2);
    expect(alone.map((s) => `${s.file}: ${s.selector} (${s.users.flat()[0]})`)).toEqual([]);
  });
});
