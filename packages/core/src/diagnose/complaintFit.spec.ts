/**
 * How well what somebody notices goes with what is wrong: which faults it speaks for, which it leaves possible, and which it all but rules
 * out. How much exactly is common practice, no source; what is held here is the order, from handbook 25.
 */
import { describe, expect, it } from 'vitest';
import { COMPLAINTS, type Complaint } from '../model/index.js';
import { fitOf } from './complaintFit.js';
import type { FaceState, Shown } from './faultLab.js';
import type { SuspectKind } from './priors.js';
import type { State } from './wouldShow.js';

const GOOD: FaceState = { reads: 'reads as right', works: true, loadVolts: 117, hotVolts: 120, opensUnderLoad: false };
const DEAD: FaceState = { reads: 'no power', works: false, loadVolts: 0, hotVolts: 0, opensUnderLoad: false };
const shown = (faces: Partial<FaceState>[], part: Partial<Shown> = {}): Shown => ({
  faces: new Map(faces.map((f, i) => [`r/${i ? 'lower' : 'upper'}`, { ...GOOD, ...f }])),
  ...{ breakerOpens: false, deviceOpens: false },
  ...part,
});
const FACES = ['r/upper', 'r/lower'];
interface So {
  /** the two faces where it was noticed; both as they should be */
  faces?: [Partial<FaceState>, Partial<FaceState>];
  opens?: 'breaker' | 'device';
  loose?: boolean;
  /** volts under load at each resistance of a loose joint */
  levels?: number[];
  protector?: boolean;
  brightens?: boolean;
  /** noticed where no face is */
  noFace?: boolean;
}
/** `well`, `may`, `hardly`. */
function goes(complaint: Complaint, kind: SuspectKind, { faces = [{}, {}], ...so }: So = {}): string {
  const is = shown(faces, { breakerOpens: so.opens === 'breaker', deviceOpens: so.opens === 'device' });
  const suspect = { id: 'x', kind, part: 'p', words: '', prior: 1, ...(so.loose ? { looseOf: 'y' } : {}) };
  const state: State = { set: [suspect], is, rest: is, restSet: [suspect] };
  const levels = (so.levels ?? [117]).map((loadVolts) => shown(faces.map((f) => ({ ...f, loadVolts }))));
  const fit = fitOf(complaint, state, levels, so.noFace ? [] : FACES, so.protector ?? false, so.brightens ?? false);
  expect(fit).toBeGreaterThan(0);
  expect(fit).toBeLessThan(1);
  return fit >= 0.8 ? 'well' : fit <= 0.1 ? 'hardly' : 'may';
}
const dark: So = { faces: [DEAD, DEAD] };
const half: So = { faces: [{}, DEAD] };
const weak: So = { loose: true, levels: [116, 112, 90] };

it('what nobody listed goes with all of them, a little', () => {
  for (const c of COMPLAINTS) expect([c, goes(c, 'none of these', dark)]).toEqual([c, 'may']);
});

describe('nothing works, or one half', () => {
  it('dead: both faces dark; hardly one that works, though a loose joint may look so', () => {
    expect([goes('dead', 'open splice', dark), goes('dead', 'open splice', half), goes('dead', 'swapped')]).toEqual(['well', 'hardly', 'hardly']); // prettier-ignore
    expect(goes('dead', 'loose splice', weak)).toBe('may');
    // its appliance, and contacts that don’t grip, look dead where all is there
    expect([goes('dead', 'appliance'), goes('dead', 'worn contacts')]).toEqual(['may', 'may']);
    // an open shared neutral is bright or dim by what runs on the other breaker
    expect(goes('dead', 'open splice', { ...dark, brightens: true })).toBe('may');
  });
  it('half dead: one of the two, and not both', () => {
    expect([half, dark, {}].map((so) => goes('half dead', 'wrong tab', so))).toEqual(['well', 'hardly', 'hardly']);
    expect(goes('half dead', 'worn contacts')).toBe('may');
  });
});

describe('dim, flickering, bright', () => {
  it('a loose joint, by what is left under a load: under 110 V at any of its resistances', () => {
    const at = (...levels: number[]) => goes('low', 'loose contact', { levels });
    expect([at(117, 115, 109.9), at(117, 115, 110), at(90)]).toEqual(['well', 'hardly', 'well']);
    expect([goes('flickers', 'loose contact', weak), goes('flickers', 'open contact')]).toEqual(['well', 'hardly']);
    // a face that is dark anyway is not dim
    expect(goes('low', 'open contact', { ...dark, levels: [0] })).toBe('hardly');
  });
  it('where no face is to be read, any loose joint may be it, an open one not', () => {
    expect([goes('low', 'loose splice', { noFace: true, loose: true }), goes('low', 'open splice', { noFace: true })]).toEqual(['well', 'hardly']); // prettier-ignore
  });
  it('the neutral of the supply may be it, worn contacts, and what is plugged in; nothing else that reads as right', () => {
    for (const c of ['low', 'flickers'] as const) {
      for (const kind of ['lost service neutral', 'worn contacts', 'appliance'] as const) expect([c, kind, goes(c, kind)]).toEqual([c, kind, 'may']); // prettier-ignore
      expect(goes(c, 'swapped')).toBe('hardly');
    }
    // of an open shared neutral one side is dim
    expect(goes('low', 'open splice', { brightens: true })).toBe('may');
    expect(goes('flickers', 'open splice', { brightens: true })).toBe('hardly');
  });
  it('bright: the neutral of the supply, or one that two circuits share; nothing else', () => {
    expect([goes('bright', 'lost service neutral'), goes('bright', 'open splice', { brightens: true }), goes('bright', 'loose splice', weak)]).toEqual(['well', 'well', 'hardly']); // prettier-ignore
  });
});

describe('it trips', () => {
  it('at once: what opens it by itself; a worn breaker may, one that is only off does not', () => {
    expect(goes('trips at once', 'cable shorted', { opens: 'breaker' })).toBe('well');
    expect(goes('trips at once', 'bootleg ground', { opens: 'device' })).toBe('may');
    expect([goes('trips at once', 'appliance'), goes('trips at once', 'breaker worn', { opens: 'breaker' })]).toEqual(['may', 'may']);
    expect(goes('trips at once', 'breaker off', { opens: 'breaker' })).toBe('hardly');
    expect([goes('trips at once', 'device tripped', { opens: 'device' }), goes('trips at once', 'open splice', dark)]).toEqual(['hardly', 'hardly']); // prettier-ignore
  });
  it('after a while: too much plugged in before all; a worn breaker, damp, a joint that heats; a short does not wait', () => {
    expect(goes('trips after a while', 'appliance')).toBe('well');
    expect([goes('trips after a while', 'breaker worn'), goes('trips after a while', 'leak'), goes('trips after a while', 'loose splice', weak)]).toEqual(['may', 'may', 'may']); // prettier-ignore
    expect([goes('trips after a while', 'cable shorted', { opens: 'breaker' }), goes('trips after a while', 'swapped')]).toEqual(['hardly', 'hardly']); // prettier-ignore
  });
  it('as something is plugged in: what opens under load; the appliance itself may; what opens at once needs no plug', () => {
    expect(goes('trips when plugged in', 'wrong neutral', { faces: [{ opensUnderLoad: true }, {}] })).toBe('well');
    expect(goes('trips when plugged in', 'wrong neutral', { faces: [{}, { opensUnderLoad: true }] })).toBe('well');
    expect(['appliance', 'breaker worn', 'device worn out'].map((kind) => goes('trips when plugged in', kind as SuspectKind))).toEqual(['may', 'may', 'may']); // prettier-ignore
    expect([goes('trips when plugged in', 'cable shorted', { opens: 'breaker' }), goes('trips when plugged in', 'open splice', dark)]).toEqual(['hardly', 'hardly']); // prettier-ignore
  });
  it('will not stay on: with nothing in it that senses, a short; else the device, damp, a bare wire, or no supply at its LINE screws', () => {
    const plain = (kind: SuspectKind, so: So = {}) => goes('will not reset', kind, so);
    expect([plain('cable shorted', { opens: 'breaker' }), plain('appliance'), plain('open splice', dark)]).toEqual(['well', 'may', 'hardly']); // prettier-ignore
    const behind = (kind: SuspectKind, so: So = {}) => goes('will not reset', kind, { ...so, protector: true });
    expect([behind('device worn out'), behind('leak')]).toEqual(['well', 'well']);
    expect(['appliance', 'line and load swapped', 'bootleg ground', 'pinched ground'].map((kind) => behind(kind as SuspectKind))).toEqual(['may', 'may', 'may', 'may']); // prettier-ignore
    expect([behind('wrong neutral', { opens: 'device' }), behind('cable shorted', { opens: 'breaker' }), behind('open contact', dark)]).toEqual(['may', 'may', 'may']); // prettier-ignore
    // one that has merely tripped goes in again
    expect([behind('device tripped', { ...dark, opens: 'device' }), behind('device tripped', dark), behind('open contact', half), behind('swapped')]).toEqual(['hardly', 'hardly', 'hardly', 'hardly']); // prettier-ignore
  });
});

describe('what is felt, found live, or found by a tester', () => {
  it('plugs that fall out: worn contacts and nothing else', () => {
    expect([goes('plug falls out', 'worn contacts'), goes('plug falls out', 'loose contact', weak)]).toEqual(['well', 'hardly']);
  });
  it('live with its breaker off: another feed, or another breaker than noted; fed from elsewhere may be', () => {
    expect(['back-fed', 'wrong breaker noted', 'fed from elsewhere', 'swapped'].map((kind) => goes('live though off', kind as SuspectKind))).toEqual(['well', 'well', 'may', 'hardly']); // prettier-ignore
  });
  it('a tester: all works, and one face reads wrong', () => {
    const swapped: Partial<FaceState> = { reads: 'hot and neutral swapped' };
    expect([goes('tester', 'swapped', { faces: [swapped, swapped] }), goes('tester', 'swapped', { faces: [{}, swapped] })]).toEqual(['well', 'well']); // prettier-ignore
    expect([goes('tester', 'appliance'), goes('tester', 'open splice', dark), goes('tester', 'wrong tab', half)]).toEqual(['hardly', 'hardly', 'hardly']); // prettier-ignore
  });
});
