/**
 * What each conductor end in a box is for: by what was traced, by colour where two wires leave no doubt, by what the box is known to hold;
 * and what has to be found out first. Cables and devices as in the make-ups; colours by NEC 200.7 and common practice.
 */
import { describe, expect, it } from 'vitest';
import { inches } from '../../measure/index.js';
import { BRW, BW, cable, device, inputOf, type MakeUp } from './makeUps.testing.js';
import { purposesIn, usesTaken, type Purposes } from './purposes.js';

const read = (m: MakeUp): Purposes => purposesIn(inputOf(m));
/** Each conductor: `feed-0 hot H black`. */
const list = (m: MakeUp): string[] => read(m).list.map((p) => `${p.lead.id} ${p.is} ${p.lead.letter} ${p.lead.colour}`);
const missing = (m: MakeUp): string[] => read(m).missing;
const FEED = cable('feed', 'line');
const r = device('r', 'duplex-15');
const MARKED = { whiteUsedAsHot: 'marked' as const };

describe('two wires leave no doubt', () => {
  it('black is hot, white neutral, the bare one ground; a cable without a ground has none, one that nobody looked at neither', () => {
    expect(list({ cables: [FEED], devices: [r] })).toEqual(['feed-0 hot H black', 'feed-1 neutral N white', 'feed-g ground G bare']);
    const pair = ['feed-0 hot H black', 'feed-1 neutral N white'];
    expect(list({ cables: [cable('feed', 'line', BW, undefined, { ground: 'none' })] })).toEqual(pair);
    const { ground: _ground, ...unseen } = FEED;
    expect(list({ cables: [unseen] })).toEqual(pair);
    expect(list({ cables: [cable('feed', 'line', BW, undefined, { ground: 'green' })] })[2]).toBe('feed-g ground G green');
  });
  it('what they are of: the cable, which way it goes, its gauge; its role on a screw', () => {
    const { list: purposes, feeds } = read({ cables: [FEED, cable('on', 'load', BW, undefined, { gauge: 14 })], devices: [r] });
    expect(purposes.map((p) => [p.lead.cableId, p.lead.from, p.lead.gauge, p.lead.role, p.side, p.circuit, p.feed, p.by])).toEqual([
      ['feed', 'cable from feed', 12, 'hot', 'line', 'c5', 0, ''],
      ['feed', 'cable from feed', 12, 'neutral', 'line', 'c5', 0, ''],
      ['feed', 'cable from feed', 12, 'ground', 'line', '', 0, ''],
      ['on', 'cable to on', 14, 'hot', 'load', 'c5', 0, ''],
      ['on', 'cable to on', 14, 'neutral', 'load', 'c5', 0, ''],
      ['on', 'cable to on', 14, 'ground', 'load', '', 0, ''],
    ]);
    expect(feeds).toEqual([{ cableId: 'feed', circuit: 'c5', feed: 0 }]);
  });
  it('what runs through uncut has no end here', () => {
    const through = { ...cable('through', 'load'), ends: [{ label: 'x' }, { label: 'y' }] as const, unbrokenIn: ['b'] };
    expect(list({ cables: [FEED, { ...through, ends: [{ label: 'x' }, { label: 'y' }] }] })).toHaveLength(3);
  });
  it('two feeds of one circuit are two; of two circuits each is the first of its own', () => {
    const of = (a: string, b: string) => read({ cables: [cable('f1', 'line', BW, undefined, { circuitId: a }), cable('f2', 'line', BW, undefined, { circuitId: b })] }).feeds; // prettier-ignore
    expect(of('c5', 'c5').map((f) => f.feed)).toEqual([0, 1]);
    expect(of('c5', 'c6').map((f) => [f.circuit, f.feed])).toEqual([['c5', 0], ['c6', 0]]); // prettier-ignore
  });
});

describe('traced', () => {
  it('each is what it was traced to be, on its own circuit, of its own switch', () => {
    const uses = [{ is: 'hot' as const, circuitId: 'c12' }, { is: 'switched' as const, by: 's' }, 'neutral' as const];
    const m = { cables: [cable('feed', 'line', BRW, uses)], devices: [r] };
    expect(list(m)).toEqual(['feed-0 hot H black', 'feed-1 switched S red', 'feed-2 neutral N white', 'feed-g ground G bare']);
    expect(read(m).list.map((p) => [p.circuit, p.by, p.lead.role])).toEqual([
      ['c12', '', 'hot'],
      ['c5', 's', 'hot'],
      ['c5', '', 'neutral'],
      ['', '', 'ground'],
    ]);
    expect(list({ cables: [cable('feed', 'line', BRW, ['hot', 'traveller', 'traveller'])] }).slice(0, 3)).toEqual(['feed-0 hot H black', 'feed-1 traveller T red', 'feed-2 traveller T white']); // prettier-ignore
    // a hot that is red, or a white that was traced as one
    expect(list({ cables: [cable('feed', 'line', BRW, ['hot', 'hot', 'hot'])] }).slice(1, 3)).toEqual(['feed-1 hot R red', 'feed-2 hot H white']); // prettier-ignore
  });
  it('one that was not is named, those that were are not', () => {
    const one = { cables: [cable('feed', 'line', BRW, ['hot', 'unknown', 'neutral'])], devices: [r] };
    expect(missing(one)).toEqual(['Not every conductor of the cable from feed was traced: find out what the red does.']);
    expect(list(one)).toEqual([]);
    const two = missing({ cables: [FEED, cable('on', 'load', BRW, ['hot', 'unknown', 'unknown'])], devices: [r] });
    expect(two).toEqual(['Not every conductor of the cable to on was traced: find out what the red and the white does.']);
  });
  it('three wires that nobody traced, and a white that is marked as a hot, are asked for', () => {
    expect(missing({ cables: [FEED, cable('on', 'load', BRW)], devices: [r] })).toEqual([
      expect.stringMatching(/^What the conductors of the cable to on do is not known: two hots may share a neutral here/),
    ]);
    expect(missing({ cables: [FEED, cable('on', 'load', BW, undefined, MARKED)], devices: [r] })).toEqual([
      expect.stringMatching(/^The white of the cable to on is marked as a hot/),
    ]);
    // two blacks are no pair either
    expect(missing({ cables: [FEED, cable('on', 'load', ['black', 'black'])], devices: [r] })[0]).toMatch(/is marked as a hot/);
  });
});

describe('a switch', () => {
  const s = device('s', 'switch-15');
  const LAMP = cable('lamp', 'load');
  it('what goes on from one switch is switched, its white is neutral; what the plan brings is not', () => {
    const m = { cables: [FEED, LAMP], devices: [s] };
    expect(list(m).slice(3, 5)).toEqual(['lamp-0 switched S black', 'lamp-1 neutral N white']);
    expect(list({ ...m, added: ['lamp'] }).slice(3, 5)).toEqual(['lamp-0 hot H black', 'lamp-1 neutral N white']);
    // without a switch, or with two, nobody takes it for switched
    expect(list({ ...m, devices: [r] })[3]).toBe('lamp-0 hot H black');
    expect(list({ ...m, devices: [s, device('s2', 'switch-15')] })[3]).toBe('lamp-0 hot H black');
    expect(list({ ...m, devices: [], box: { holds: 'switch', switchHas: 'hot and neutral' } })[3]).toBe('lamp-0 switched S black');
  });
  it('a loop alone in its box brings the hot on the white and takes it back on the black', () => {
    const loop: MakeUp = { cables: [cable('loop', 'line', BW, undefined, MARKED)], devices: [s], box: { switchHas: 'switch loop' } };
    expect(list(loop)).toEqual(['loop-0 switched S black', 'loop-1 hot H white', 'loop-g ground G bare']);
    expect(list({ ...loop, devices: [], box: { ...loop.box, holds: 'switch' } })[1]).toBe('loop-1 hot H white');
    // beside another cable, or of three wires, or without a switch, it is none
    expect(missing({ ...loop, cables: [...loop.cables, FEED] }).join()).toMatch(/is marked as a hot/);
    expect(missing({ ...loop, cables: [cable('loop', 'line', BRW)] }).join()).toMatch(
      /What the conductors of the cable from loop do is not known/,
    );
    expect(missing({ ...loop, devices: [r] })[0]).toMatch(/is marked as a hot/);
  });
  it('of one that the survey knows by its box alone it is asked what is behind it, and which cable it feeds', () => {
    const known = (box: MakeUp['box'], ...cables: MakeUp['cables']) => missing({ cables, box: { holds: 'switch', ...box } });
    const looked = { switchHas: 'hot and neutral' as const };
    expect(known({}, FEED, LAMP)).toEqual([expect.stringMatching(/^Whether an always-hot and a neutral are in this switch box was not looked at/)]); // prettier-ignore
    expect(known(looked, FEED, LAMP)).toEqual([]);
    expect(known(looked, FEED)).toEqual([expect.stringMatching(/^Which cable goes from this switch to what it switches was not noted/)]);
    expect(known(looked, FEED, LAMP, cable('more', 'load'))).toEqual([expect.stringMatching(/^2 cables go on from this switch box/)]);
    // one that was traced leaves the other to be asked for
    expect(known({}, cable('feed', 'line', BW, ['hot', 'neutral']), LAMP)).toEqual([expect.stringMatching(/^Whether an always-hot/)]);
    // all traced, or looked at as a device of its own: nothing is asked
    expect(known({}, cable('feed', 'line', BW, ['hot', 'neutral']), cable('lamp', 'load', BW, ['switched', 'neutral']))).toEqual([]);
    expect(missing({ cables: [FEED, LAMP, cable('more', 'load')], devices: [s], box: { holds: 'switch' } })).toEqual([]);
    // what the plan brings is no cable that the switch might feed
    expect(missing({ cables: [FEED, LAMP, cable('more', 'load')], box: { holds: 'switch', ...looked }, added: ['more'] })).toEqual([]);
  });
  it('taken by colour as long as nobody traced it', () => {
    const { site, box } = inputOf({ cables: [FEED, LAMP], devices: [s] });
    const taken = (id: string) =>
      usesTaken(
        site,
        box,
        site.cables.find((c) => c.id === id)!,
      )?.map((u) => u.is);
    expect([taken('feed'), taken('lamp')]).toEqual([['hot', 'neutral'], ['switched', 'neutral']]); // prettier-ignore
    expect(usesTaken(site, box, cable('elsewhere', 'line', BW, undefined, { ends: [{ label: 'x' }, { label: 'y' }] }))).toBeUndefined();
    const three = inputOf({ cables: [cable('feed', 'line', BRW)] });
    expect(usesTaken(three.site, three.box, three.site.cables[0]!)).toBeUndefined();
  });
});

describe('what stops a plan', () => {
  const says = (m: MakeUp) => read(m).refused.join(' | ');
  it('no cable that brings power; one of an unknown side, or traced as hot, may be it', () => {
    const none = /^No cable that brings power to this box has been noted/;
    expect(missing({ cables: [cable('on', 'load')], devices: [r] })[0]).toMatch(none);
    expect(missing({ cables: [], devices: [r] })[0]).toMatch(none);
    expect(missing({ cables: [cable('old', 'unknown')], devices: [r] })).toEqual([]);
    expect(missing({ cables: [cable('on', 'load', BW, ['hot', 'neutral'])], devices: [r] })).toEqual([]);
    expect(missing({ cables: [cable('on', 'load', BW, ['switched', 'neutral'])], devices: [r] })[0]).toMatch(none);
  });
  it('two cables from the panel’s side, unless each has its circuit', () => {
    const two = /^Two cables here come from the panel’s side/;
    expect(missing({ cables: [FEED, cable('f2', 'line')] })[0]).toMatch(two);
    expect(missing({ cables: [cable('f1', 'line', BW, undefined, { circuitId: 'c5' }), cable('f2', 'line')] })[0]).toMatch(two);
    const traced = cable('f2', 'line', BW, [{ is: 'hot', circuitId: 'c6' }, 'neutral']);
    expect(missing({ cables: [cable('f1', 'line', BW, undefined, { circuitId: 'c5' }), traced] })).toEqual([]);
    expect(missing({ cables: [cable('f1', 'line', BW, undefined, { circuitId: 'c5' }), cable('f2', 'line', BW, ['hot', 'neutral'])] })[0]).toMatch(two); // prettier-ignore
    expect(missing({ cables: [FEED] })).toEqual([]);
  });
  it('a circuit that shares its neutral, until each of its conductors was traced; what the plan brings may wait', () => {
    const shared = (...cables: MakeUp['cables']) => {
      const input = inputOf({ cables, devices: [r], added: ['new'] });
      return purposesIn({ ...input, circuit: { ...input.circuit!, sharedNeutral: true } }).missing;
    };
    expect(shared(FEED)[0]).toMatch(/^Circuit 5 shares its neutral with another/);
    // one that was traced is no word for the other
    expect(shared(cable('feed', 'line', BW, ['hot', 'neutral']), cable('on', 'load'))[0]).toMatch(/^Circuit 5 shares its neutral/);
    expect(shared(cable('feed', 'line', BW, ['hot', 'neutral']), cable('new', 'load'))).toEqual([]);
  });
  it('aluminium, a white used as a hot without a mark, 12 AWG in push-ins, more than six devices', () => {
    expect(says({ cables: [FEED, cable('old', 'load', BW, undefined, { metal: 'aluminium' })] })).toMatch(/^Aluminium conductors/);
    expect(says({ cables: [FEED, cable('old', 'load', BW, undefined, { whiteUsedAsHot: 'unmarked' })] })).toMatch(/^A white conductor is used as a hot/); // prettier-ignore
    const pushed = (gauge: 12 | 14) => purposesIn(inputOf({ cables: [cable('feed', 'line', BW, undefined, { gauge })] }, { terminals: 'push-in' })).refused; // prettier-ignore
    expect([pushed(14), pushed(12)]).toEqual([[], [expect.stringMatching(/^Spring push-ins take 14 AWG only/)]]);
    // one that is too thick among thin ones is enough
    const mixed = inputOf({ cables: [FEED, cable('thin', 'load', BW, undefined, { gauge: 14 })] }, { terminals: 'push-in' });
    expect(purposesIn(mixed).refused).toHaveLength(1);
    const devices = (n: number) => says({ cables: [FEED], devices: Array.from({ length: n }, (_, i) => device(`r${i}`, 'duplex-15')) });
    expect([devices(6), devices(7)]).toEqual(['', expect.stringMatching(/^More than six devices/)]);
    expect(says({ cables: [FEED], devices: [r] })).toBe('');
  });
});

describe('free ends', () => {
  it('that don’t reach out of the box by more than a sixteenth are short; of those that nobody measured nothing is said', () => {
    const free = (mm: number | undefined, reachMm: number | undefined) => {
      const feed = cable('feed', 'line');
      if (mm !== undefined) feed.ends[1] = { ...feed.ends[1], freeLength: { mm, known: 'measured' } };
      return read({ cables: [feed], ...(reachMm ? { reachMm } : {}) }).list.map((p) => p.lead.short === true);
    };
    expect(free(inches(5), inches(6))).toEqual([true, true, true]);
    expect(free(inches(6) - inches(1 / 16), inches(6))).toEqual([false, false, false]);
    expect(free(inches(6) - inches(1 / 16) - 0.1, inches(6))).toEqual([true, true, true]);
    expect([free(inches(5), undefined), free(undefined, inches(6))]).toEqual([[false, false, false], [false, false, false]]); // prettier-ignore
  });
});
