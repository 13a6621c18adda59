/**
 * The body of cases: hazards, sound jobs and unmeasured ones in the words of the trade, run through every place that judges them. What has
 * to be said stands with each case, from the clause it names (from memory) or as common practice; none of it was taken from the program.
 */
import { describe, expect, it } from 'vitest';
import type { Verdict } from '../../model/index.js';
import type { Case } from './facts.js';
import { HAZARDS } from './hazards.js';
import { judged } from './judged.js';
import { LIMITS } from './limits.js';
import { SOUND } from './sound.js';
import { UNMEASURED } from './unmeasured.js';

const of = (x: Pick<Case, 'facts' | 'rule'>) => judged(x.facts).filter((f) => f.rule === x.rule);
const against = (least: 'stop' | 'caution'): Verdict[] => (least === 'stop' ? ['stop'] : ['stop', 'caution']);
const hazards = [...HAZARDS, ...LIMITS.map((l) => ({ ...l, tells: l.beyond[0], facts: l.beyond[1] }))];
const within = LIMITS.map((l) => ({ ...l, tells: l.within[0], facts: l.within[1] }));

describe('hazards: each is said, no less than it is', () => {
  it.each(hazards.map((h) => [h.tells, h] as const))('%s', (_, h) => {
    const said = of(h).map((f) => `${f.verdict}: ${f.says}`);
    expect(
      of(h).some((f) => against(h.least).includes(f.verdict)),
      `${h.rule} (${h.clause}): ${said.join('; ') || 'nothing said'}`,
    ).toBe(true);
  });
});

describe('just within a limit: nothing stops the job, and the rule has nothing against it', () => {
  it.each(within.map((l) => [l.tells, l] as const))('%s', (_, l) => {
    const all = judged(l.facts);
    expect(all.filter((f) => f.verdict === 'stop').map((f) => `${f.rule}: ${f.says}`)).toEqual([]);
    expect(all.filter((f) => f.rule === l.rule && against(l.least).includes(f.verdict)).map((f) => f.says)).toEqual([]);
  });
});

describe('sound jobs: no stop', () => {
  it.each(SOUND.map((s) => [s.tells, s] as const))('%s', (_, s) =>
    expect(
      judged(s.facts)
        .filter((f) => f.verdict === 'stop')
        .map((f) => `${f.rule}: ${f.says}`),
    ).toEqual([]),
  );
});

describe('what nobody looked at is asked about, and never passes', () => {
  it.each(UNMEASURED.map((u) => [u.tells, u] as const))('%s', (_, u) => {
    const said = of(u);
    expect(
      said.some((f) => f.verdict === 'can’t tell' && f.ask),
      `${u.rule}: ${said.map((f) => `${f.verdict}: ${f.says}`).join('; ') || 'nothing said'}`,
    ).toBe(true);
  });
});
