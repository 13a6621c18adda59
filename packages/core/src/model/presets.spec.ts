/** What came filled in and nobody touched: until somebody says it, nothing that hangs on it can be told. */
import { describe, expect, it } from 'vitest';
import { FINISHES } from '../catalog/index.js';
import { asSeen, isPreset, presetWords, said, takenLayer, untold } from './presets.js';

interface Cable {
  gauge: number;
  conductors: number;
  ends?: string;
  circuitId?: string;
  presets?: readonly ('gauge' | 'conductors' | 'line')[];
}
const cable: Cable = { gauge: 12, conductors: 2, presets: ['gauge', 'conductors', 'line'] };

describe('what was said is no preset any more', () => {
  it('that alone; with the last of them the list goes', () => {
    expect(said(cable, { gauge: 14 })).toEqual({ gauge: 14, conductors: 2, presets: ['conductors', 'line'] });
    expect(said({ ...cable, presets: ['gauge'] }, { gauge: 12 })).toEqual({ gauge: 12, conductors: 2 });
    expect(said({ gauge: 12, conductors: 2 } as Cable, { gauge: 14 })).toEqual({ gauge: 14, conductors: 2 });
  });
  it('its ends say which one brings power; its circuit says nothing of it', () => {
    expect(said(cable, { ends: 'a' }).presets).toEqual(['gauge', 'conductors']);
    expect(said(cable, { circuitId: 'c' }).presets).toEqual(cable.presets);
  });
  it('a list that is given is taken as it is', () => expect(said(cable, { gauge: 14, presets: ['gauge'] }).presets).toEqual(['gauge']));
});
describe('and the other way', () => {
  it('not known after all: named once, whatever stood there before', () => {
    expect(untold(cable, 'gauge').presets).toEqual(['gauge', 'conductors', 'line']);
    expect(untold({ gauge: 12, conductors: 2 } as Cable, 'line').presets).toEqual(['line']);
  });
  it('as it was seen: none is left', () => expect(asSeen(cable)).toEqual({ gauge: 12, conductors: 2 }));
  it('one of several is enough; of none that is named, no', () => {
    expect([isPreset(cable, 'gauge'), isPreset({ ...cable, presets: ['line'] as const } as Cable, 'gauge', 'line'), isPreset({ ...cable, presets: ['line'] as const } as Cable, 'gauge')]).toEqual([true, true, false]); // prettier-ignore
    expect(isPreset({ gauge: 12, conductors: 2 } as Cable, 'gauge')).toBe(false);
  });
  it('in words, one that has none by its own name', () => {
    expect(presetWords(cable)).toEqual(['gauge', 'number of conductors', 'whether it brings power']);
    expect([presetWords({ presets: ['mystery'] }), presetWords({})]).toEqual([['mystery'], []]);
  });
  it('a surface nobody looked at is the usual one, as thick as usual, and only taken', () =>
    expect(takenLayer('drywall')).toEqual({ finish: 'drywall', thickness: { mm: FINISHES.drywall.usualMm, known: 'assumed' }, presets: ['finish'] })); // prettier-ignore
});
