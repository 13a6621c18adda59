/** What is asked of one receptacle, by its circuit: just inside and just outside of what each clause speaks of. Clauses from memory. */
import { describe, expect, it } from 'vitest';
import { outletJob } from './cases/asDocument.js';
import type { OutletFacts } from './cases/facts.js';
import { ledgerOf } from './meant.testing.js';

const of = (facts: OutletFacts, rule: string) =>
  ledgerOf(outletJob(facts)).filter((f) => f.rule === rule && f.about.includes('new-device'));

describe('arc-fault protection (210.12)', () => {
  it('speaks of 120 V on 15 and 20 A: not of a larger breaker, not of 240 V', () => {
    const asked = (circuit: OutletFacts['circuit']) => of({ circuit: { arcFault: 'none', ...circuit } }, 'arc-fault').length;
    expect([asked({ breaker: 15 }), asked({ breaker: 20 }), asked({ breaker: 25 }), asked({ breaker: 30 })]).toEqual([1, 1, 0, 0]);
    expect(asked({ breaker: 20, volts: 240 })).toBe(0);
  });
  it('a breaker for it, or a receptacle ahead, can be pressed for where the circuit has none', () => {
    const [f] = of({ circuit: { arcFault: 'none', breaker: 15 } }, 'arc-fault');
    expect([f!.verdict, f!.remedies.map((r) => r.id)]).toEqual(['stop', ['arc-fault-breaker', 'arc-fault-first']]);
  });
});

describe('a face and its circuit (210.21(B))', () => {
  it('20 A on 15 A: a 15 A face can be pressed for; on 30 A no smaller face is a cure', () => {
    const [small] = of({ circuit: { breaker: 15 }, face: { kind: 'duplex-20' } }, 'receptacle-rating');
    expect([small!.verdict, small!.remedies.map((r) => r.id)]).toEqual(['stop', ['rating-15']]);
    const [large] = of({ circuit: { breaker: 30 }, face: { kind: 'duplex-20' } }, 'receptacle-rating');
    expect([large!.verdict, large!.remedies]).toEqual(['stop', []]);
  });
  it('a 120 V face on 240 V burns what is plugged in', () => {
    expect(of({ circuit: { volts: 240 } }, 'face-volts').map((f) => f.verdict)).toEqual(['stop']);
    expect(of({ circuit: { volts: 120 } }, 'face-volts')).toEqual([]);
  });
});

describe('ground-fault protection (210.8)', () => {
  it('a protective face has it whatever the breaker; what the breaker has counts too; not looked is not known', () => {
    const verdict = (groundFault: 'none' | 'breaker' | 'not looked', kind: 'duplex-15' | 'ground-fault-15') =>
      of({ room: 'garage', circuit: { groundFault, breaker: 15 }, face: { kind } }, 'ground-fault')[0]!.verdict;
    expect([verdict('none', 'ground-fault-15'), verdict('breaker', 'duplex-15')]).toEqual(['ok', 'ok']);
    expect([verdict('none', 'duplex-15'), verdict('not looked', 'duplex-15')]).toEqual(['stop', 'can’t tell']);
  });
});
