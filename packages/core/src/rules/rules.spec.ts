/** The table against the program: every rule that the ledger can say is in it, and says what its findings say. */
import { readdirSync, readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { demoJobs, quinceStreet } from '../demo/index.js';
import { ledgerOf } from '../ledger/index.js';
import { boreOn, NOT_CHECKED, ruleIndex, ruleOf, RULES, sampleJobs } from './index.js';

const folder = new URL('../ledger/', import.meta.url);
const source = readdirSync(folder)
  .filter((f) => f.endsWith('.ts') && !f.endsWith('.spec.ts'))
  .map((f) => readFileSync(new URL(f, folder), 'utf8'))
  .join('\n');
const judgement = readFileSync(new URL('../survey/judgement.ts', import.meta.url), 'utf8');
const panel = ['addBreaker', 'behindFeeder', 'breakerPlaces']
  .map((f) => readFileSync(new URL(`../panel/${f}.ts`, import.meta.url), 'utf8'))
  .join('\n');

describe('the rule index', () => {
  it('knows every rule that the ledger’s code names, and names none that it doesn’t', () => {
    const named = [...source.matchAll(/finding\(\s*'([a-z0-9-]+)'/g)].map((m) => m[1]!);
    expect(named.length).toBeGreaterThan(50);
    expect([...new Set(named)].filter((id) => !ruleOf(id))).toEqual([]);
    const everywhere = source + judgement + panel;
    const gone = RULES.filter((r) => {
      const id = r.id.replace(/\*$/, '').replace(/^panel-/, '');
      return !new RegExp(`['\`]${id}`).test(everywhere);
    });
    expect(gone.map((r) => r.id)).toEqual([]);
    expect(new Set(RULES.map((r) => r.id)).size).toBe(RULES.length);
  });
  it('the clause of every finding of the sample jobs, in all three editions, stands in its rule', () => {
    for (const job of sampleJobs())
      for (const edition of ['US-2017', 'US-2020', 'US-2023'] as const)
        for (const f of ledgerOf({ ...job, edition })) {
          const rule = ruleOf(f.rule)!;
          expect(rule, f.rule).toBeDefined();
          expect(f.stage === rule.stage || f.rule === 'conductor-breaker', `${f.rule} at ${f.stage}`).toBe(true);
          const { clause } = f.source;
          if (clause) expect(rule.clauses.some((c) => clause.includes(c)) || rule.clauses.length === 0, `${f.rule}: ${clause}`).toBe(true);
        }
  });
  it('most rules have a worked example with its sum', () => {
    const index = ruleIndex();
    expect(index.filter((r) => r.example).length).toBeGreaterThan(50);
    expect(index.find((r) => r.id === 'box-fill')!.example!.sums.length).toBeGreaterThan(0);
  });
  it('says which rules bore on a house, by its jobs', () => {
    const bore = boreOn(quinceStreet, demoJobs);
    expect(bore.find((b) => b.id === 'box-fill')!.verdicts.stop).toBeGreaterThan(0);
    expect(bore.find((b) => b.id === 'face-volts')).toBeUndefined();
  });
  it('and what nobody checks', () => expect(NOT_CHECKED.length).toBeGreaterThan(8));
});
