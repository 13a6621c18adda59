/** A phrase: its code, its figures and the words made of them. */
import { describe, expect, it } from 'vitest';
import { phrases, toldBy, type Told } from './phrases.js';

const shapes = phrases('door', {
  shut: () => 'it is shut',
  wide: ({ mm, name }: { mm: number; name: string }) => `${name} opens ${mm} mm`,
  unknown: ({ name }: { name: string }) => ({ says: `nobody tried ${name}`, ask: `Try ${name}.` }),
  both: ({ told }: { told: Told }) => `${told.says}, as far as one sees`,
});

describe('a phrase', () => {
  it('tells its code, its figures and its words', () => {
    expect(shapes.wide({ mm: 760, name: 'the hall door' })).toEqual({
      code: 'door.wide',
      figures: { mm: 760, name: 'the hall door' },
      says: 'the hall door opens 760 mm',
    });
    expect(shapes.shut()).toEqual({ code: 'door.shut', figures: {}, says: 'it is shut' });
  });
  it('with what to look at where nothing can be told', () =>
    expect(shapes.unknown({ name: 'the hatch' })).toEqual({
      code: 'door.unknown',
      figures: { name: 'the hatch' },
      says: 'nobody tried the hatch',
      ask: 'Try the hatch.',
    }));
  it('goes on from what another judgement said, and keeps that whole', () => {
    const judged = { ...shapes.unknown({ name: 'the hatch' }), verdict: 'can’t tell', sums: [] };
    const both = shapes.both({ told: toldBy(judged) });
    expect([both.says, both.figures]).toEqual([
      'nobody tried the hatch, as far as one sees',
      { told: shapes.unknown({ name: 'the hatch' }) },
    ]);
    expect(Object.keys(toldBy(shapes.shut()))).toEqual(['code', 'figures', 'says']);
  });
});
