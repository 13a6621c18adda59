/** The table against the program: every row is judged by somebody, says what its findings say, and keeps back what it says it does. */
import { readdirSync, readFileSync, statSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { ALTERATION_RULES, BENCH_RULES, FINAL_RULES, keepsBack, ruleRow, US_RULES, type RuleId, type RuleRow } from '../codebook/index.js';
import { heldJobs, quinceStreet } from '../houses.testing.js';
import { ledgerOf } from '../ledger/index.js';
import { boreOn, NOT_CHECKED, ruleIndex, sampleJobs, usRules } from './index.js';

/** Code of some folders, without tests. */
const sourceOf = (...folders: string[]): string =>
  folders
    .map((f) => new URL(`../${f}/`, import.meta.url))
    .flatMap((dir) => (readdirSync(dir, { recursive: true }) as string[]).map((f) => new URL(f, dir)))
    .filter((f) => statSync(f).isFile() && f.pathname.endsWith('.ts') && !/\.(spec|testing)\.ts$/.test(f.pathname))
    .map((f) => readFileSync(f, 'utf8'))
    .join('\n');
const unnamed = (rules: object, code: string): string[] => Object.keys(rules).filter((id) => !code.includes(`'${id}'`));

describe('the rule table', () => {
  it('has no row that nobody judges by', () => {
    expect(unnamed(US_RULES, sourceOf('ledger', 'survey', 'panel'))).toEqual([]);
    expect(unnamed(BENCH_RULES, sourceOf('wiring'))).toEqual([]);
    expect(unnamed({ ...FINAL_RULES, ...ALTERATION_RULES }, sourceOf('finals', 'alteration'))).toEqual([]);
  });
  it('each book has a rule once; a rule of the other book is refused', () => {
    const twice = (a: object, b: object) => Object.keys(a).filter((id) => id in b);
    expect([twice(US_RULES, BENCH_RULES), twice(FINAL_RULES, ALTERATION_RULES)]).toEqual([[], []]);
    expect(() => ruleRow('US', 'spurs')).toThrow(new RangeError('the US book has no rule spurs'));
    expect(() => ruleRow('UK', 'box-fill')).toThrow(new RangeError('the UK book has no rule box-fill'));
    // one name, two rows: 12 mm behind a stud’s face here, a lath and plaster wall there
    expect(ruleRow('US', 'stud').wayOn).toMatch(/Move the box clear/);
    expect(ruleRow('UK', 'stud').wayOn).toBeUndefined();
  });
  it('US rows quote clauses of the US book, UK rows sources of theirs', () => {
    const all = (rows: Readonly<Record<string, RuleRow>>) => Object.entries(rows);
    expect(all({ ...US_RULES, ...BENCH_RULES }).filter(([, r]) => r.source).map(([id]) => id)).toEqual([]); // prettier-ignore
    expect(all({ ...FINAL_RULES, ...ALTERATION_RULES }).filter(([, r]) => !r.source || r.clauses).map(([id]) => id)).toEqual([]); // prettier-ignore
  });
  it('what decides the job keeps back the first cut and all that connects; what decides connecting only that; the rest nothing', () => {
    const back = (book: 'US' | 'UK', id: RuleId) => [keepsBack(book, id, 'the job'), keepsBack(book, id, 'connecting')];
    // whether a circuit may be extended is known with nothing opened; how full a box is only with it open
    expect(back('US', 'may-tap')).toEqual([true, true]);
    expect(back('US', 'box-fill')).toEqual([false, true]);
    expect(back('US', 'height')).toEqual([false, false]);
    expect([back('UK', 'spurs'), back('UK', 'old-box'), back('UK', 'dust')]).toEqual([
      [true, true],
      [false, true],
      [false, false],
    ]);
    // a rule that the book doesn’t have keeps nothing back
    expect(back('UK', 'may-tap')).toEqual([false, false]);
  });
});

/** Rules of a book that have a column set. */
const having = (rows: Readonly<Record<string, RuleRow>>, is: (row: RuleRow) => unknown): string[] =>
  Object.entries(rows).filter(([, row]) => is(row)).map(([id]) => id).sort(); // prettier-ignore
const of = (text: string): string[] => text.trim().split(/\s+/).sort();

describe('what waits for what, as the trade has it (common practice, no source)', () => {
  it('US: known with nothing opened, before the first cut', () => {
    expect(having(US_RULES, (r) => r.decides === 'the job')).toEqual(
      of('circuit may-tap circuit-load receptacle-rating ground-fault arc-fault'),
    );
  });
  it('US: known with the box open, before anything is connected', () => {
    expect(having(US_RULES, (r) => r.decides === 'connecting')).toEqual(
      of(`source-cables ground-present conductor-state conductor-breaker shared-neutral switch-box face-volts box-fill free-conductor
        wiring-plan panel-stays-live panel-bars`),
    );
    // a bench is looked at; what it finds reaches a job as its wiring by hand
    expect(having(BENCH_RULES, (r) => r.decides)).toEqual([]);
  });
  it('UK: the circuit and its place before the first cut; the depth of boxes and what the cable carries before connecting', () => {
    const uk = { ...FINAL_RULES, ...ALTERATION_RULES };
    expect(having(uk, (r) => r.decides === 'the job')).toEqual(of('subject load place shape spurs rating residual arc-fault'));
    expect(having(uk, (r) => r.decides === 'connecting')).toEqual(of('depth old-box lies'));
    // no ok rests on a size or a length that was only taken
    expect(having(uk, (r) => r.restsOn?.includes('size'))).toEqual(of('spurs rating carries legs drop loop'));
    expect(having(uk, (r) => r.restsOn?.includes('length'))).toEqual(of('legs drop loop'));
  });
  it('a feed is judged by its box too; while ways are looked for nothing is said of what the way decides', () => {
    expect(having(US_RULES, (r) => r.ofFeed)).toEqual(
      of('box-fill same-bay device-state wiring-plan source-cables circuit junction-reach'),
    );
    expect(having(US_RULES, (r) => r.byWay)).toEqual(
      of('same-bay voltage-drop cable-length carry-through back-to-back fire-rated securing'),
    );
  });
});

describe('the rule index', () => {
  it('the clause of every finding of the sample jobs, in all three editions, stands in its rule', () => {
    for (const job of sampleJobs())
      for (const edition of ['US-2017', 'US-2020', 'US-2023'] as const)
        for (const f of ledgerOf({ ...job, edition })) {
          const { clauses = [], stage } = ruleRow('US', f.rule);
          // a rule may be settled earlier where it is asked of what is there
          expect([f.rule, f.stage === stage || ['conductor-breaker', 'source-cables', 'nothing-planned'].includes(f.rule)]).toEqual([f.rule, true]); // prettier-ignore
          const { clause } = f.source;
          if (clause) expect(clauses.some((c) => clause.includes(c)) || clauses.length === 0, `${f.rule}: ${clause}`).toBe(true);
        }
  });
  it('most rules have a worked example with its sum', () => {
    const index = ruleIndex();
    expect(index.map((r) => r.id)).toEqual(usRules().map((r) => r.id));
    expect(index.filter((r) => r.example).length).toBeGreaterThan(50);
    expect(index.find((r) => r.id === 'box-fill')!.example!.sums.length).toBeGreaterThan(0);
  });
  it('says which rules bore on a house, by its jobs', () => {
    const bore = boreOn(quinceStreet, heldJobs);
    expect(bore.find((b) => b.id === 'box-fill')!.verdicts.stop).toBeGreaterThan(0);
    expect(bore.find((b) => b.id === 'face-volts')).toBeUndefined();
    // jobs know each other: two that load one circuit
    const [sewing] = heldJobs;
    const loads = (jobs: typeof heldJobs) => boreOn(quinceStreet, jobs).find((b) => b.id === 'other-jobs-load') !== undefined;
    expect([loads([sewing!]), loads([sewing!, { ...sewing!, id: 'twin', name: 'Twin' }])]).toEqual([false, true]);
  });
  it('and what nobody checks', () => expect(NOT_CHECKED.length).toBeGreaterThan(8));
});
