/** Words of judgements: made in this folder alone, of a code and figures that are data. */
import { readdirSync, readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { switchOn } from '../circuit/index.js';
import { benchSamples, quinceStreet } from '../houses.testing.js';
import { ledgerOf } from '../ledger/index.js';
import { breakerFindings } from '../panel/index.js';
import { sampleJobs } from '../rules/index.js';
import { benchFindings } from '../wiring/index.js';
import { groundFaultWords, placeWords } from './codebook/place.js';
import { NO_SHEATH } from './codebook/uk/cable.js';
import { expectMeant, meant } from './meaning.testing.js';
import type { Figure, Told } from './phrases.js';

type Teller = (figures?: Record<string, Figure>) => Told;
const all = readdirSync(import.meta.dirname, { recursive: true, encoding: 'utf8' }).filter((f) => f.includes('/') && f.endsWith('.ts'));
/** names of findings and of remedies, not sentences */
const isTitles = (file: string): boolean => /(titles|remedies)\.ts$/.test(file);
const files = all.filter((f) => !isTitles(f));
const words = (await Promise.all(files.map((f) => import(`./${f.slice(0, -3)}.ts`)))) as Record<string, unknown>[];
const tables = words.flatMap((w) => Object.values(w)).filter((w) => typeof w === 'object') as Record<string, Teller>[];
/** Told again from code and figures alone, by whichever table has the code. */
function again(code: string, figures: Record<string, Figure>): Told | undefined {
  const outcome = code.split('.')[1]!;
  for (const table of tables) {
    if (!table[outcome]) continue;
    try {
      const told = table[outcome](figures);
      if (told.code === code) return told;
    } catch {
      // a phrase of another subject with an outcome of this name, which wants other figures
    }
  }
  return undefined;
}

describe('over all sample jobs of both books', () => {
  const findings = sampleJobs().flatMap((job) => ledgerOf(job));
  it('every finding has a code, and is told again, word for word, from its figures as they come out of a file', () => {
    expect(findings.length).toBeGreaterThan(1000);
    for (const f of findings) {
      const told = again(f.code, JSON.parse(JSON.stringify(f.figures)) as Record<string, Figure>);
      expect([f.code, told?.says]).toEqual([f.code, f.says]);
      expectMeant(f);
      if (told?.ask !== undefined && f.ask !== told.ask) expect([f.code, f.ask]).toEqual([f.code, told.ask]);
    }
  });
});

it('a subject has one table', () => {
  // a phrase without figures tells its subject; all tables but those of figures alone have one
  const subjects = tables.flatMap((t) => {
    const plain = Object.values(t).find((tell) => {
      try {
        return tell().code;
      } catch {
        return undefined;
      }
    });
    return plain ? [plain().code.split('.')[0]!] : [];
  });
  expect(subjects.length).toBeGreaterThan(35);
  expect(new Set(subjects).size).toBe(subjects.length);
});

it('a meaning is written for every sentence that stands beside a verdict, and for no other', () => {
  for (const file of files) {
    const text = readFileSync(`${import.meta.dirname}/${file}`, 'utf8');
    const subject = /phrases\('([^']+)'/.exec(text)?.[1];
    if (!subject || !meant(subject)) continue;
    const table = tables.find((t) => Object.keys(t).every((outcome) => text.includes(`  ${outcome}: (`)))!;
    // what only goes into other sentences stands beside no verdict
    const inside = ['mainUnknown', 'feederUnknown', 'feederRatingUnknown'].filter(() => subject === 'panel-loads');
    expect([subject, [...meant(subject)!, ...inside].sort()]).toEqual([subject, Object.keys(table).sort()]);
  }
});

describe('what a sentence means', () => {
  const site = quinceStreet.site;
  it('of new breakers and of benches as drawn', () => {
    for (const edition of ['US-2017', 'US-2020', 'US-2023'] as const)
      for (const poles of [1, 2] as const)
        for (const ratingA of [15, 20, 30] as const)
          for (const room of [undefined, ...site.rooms])
            for (const type of [undefined, 'P1', 'else'])
              breakerFindings(site, edition, { ...{ name: 'n', poles, ratingA, gauge: 12, loads: [], rooms: room ? [room] : [] }, ...(type ? { type } : {}) }).forEach(expectMeant); // prettier-ignore
    for (const { bench } of benchSamples) benchFindings(switchOn(bench), bench, 'US-2020').forEach(expectMeant);
  });
});

it('every phrase is told by some judge', () => {
  const core = `${import.meta.dirname}/..`;
  const judges = readdirSync(core, { recursive: true, encoding: 'utf8' })
    .filter((f) => f.endsWith('.ts') && !/\.(spec|testing)\.ts$/.test(f) && !f.startsWith('words/'))
    .map((f) => readFileSync(`${core}/${f}`, 'utf8'))
    .join('\n');
  // told by name, or picked by a value of that name: `boxWords[state]()`
  const told = (outcome: string) => new RegExp(`Words\\s*\\.${outcome}\\b|'${outcome}'`).test(judges);
  expect(tables.flatMap((t) => Object.keys(t)).filter((outcome) => !told(outcome))).toEqual([]);
  // and every title, by its table’s name
  for (const file of all.filter(isTitles)) {
    const text = readFileSync(`${import.meta.dirname}/${file}`, 'utf8');
    for (const [, table, body] of text.matchAll(/^export const (\w+) = \{\n(.*?)^\};/gms)) {
      const names = [...body!.matchAll(/^ {2}(\w+): /gm)].map((m) => m[1]!);
      expect(names.length).toBeGreaterThan(3);
      expect([table, names.filter((name) => !new RegExp(`${table}\\s*\\.${name}\\b`).test(judges))]).toEqual([table, []]);
    }
  }
});

describe('words that several phrases share', () => {
  it.each([
    ['living', 'in a living room'],
    ['attic', 'in an attic'],
    ['unfinished-basement', 'in an unfinished basement'],
    ['deck', 'on a deck'],
    ['outdoors', 'outdoors'],
  ])('%s: %s', (use, said) => expect(placeWords(use)).toBe(said));
  it.each([
    ['place', 'bathroom', 'in a bathroom every receptacle is protected'],
    ['basement', 'basement', 'from 2020 on finished basements count too'],
    ['kitchen', 'kitchen', 'from 2023 on every kitchen receptacle'],
    ['counter', 'kitchen', 'kitchen receptacles that serve the counter'],
    ['water', 'bedroom', 'within 6 ft of a sink, tub or shower'],
  ] as const)('asked for by %s in a %s: %s', (reason, use, said) => expect(groundFaultWords(reason, use)).toBe(said));
  it('singles', () => expect(NO_SHEATH).toMatch(/conduit or trunking/));
});
