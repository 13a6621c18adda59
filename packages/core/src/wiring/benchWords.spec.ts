/**
 * What is typed on the bench: how names are told apart, what is said of those that can’t be, and the example that is offered. On a bench
 * written down here, whose names lie close together: two halls, two cables of one start, a metal box.
 */
import { describe, expect, it } from 'vitest';
import { emptyBench, GROUND_BAR, NEUTRAL_BAR, PANEL, type Bench, type BenchCable, type BenchDevice, type WireEnd } from '../model/index.js';
import { connect, takeOff } from './benchEdit.js';
import { benchExample, readBenchWords } from './benchWords.js';

const end = (cableId: string, conductor: number, e: 0 | 1 = 1): WireEnd => ({ cableId, conductor, end: e });
const cable = (id: string, name: string, from: string, to: string): BenchCable => ({
  ...{ id, name, gauge: 14, colours: ['black', 'white', 'bare'], lengthMm: 6000, ends: [from, to], sides: ['top', 'top'] },
  freeMm: [300, 150],
});
const device = (id: string, name: string, boxId: string, form: BenchDevice['form']): BenchDevice => ({
  ...{ id, name, boxId, form, ratingA: 15, brassTab: true, silverTab: true, up: false, tripped: false, powerFactor: 1 },
});
const bench = (): Bench => ({
  ...emptyBench(),
  boxes: [
    { id: 'hall', name: 'hall', material: 'plastic', gangs: 1 },
    { id: 'low', name: 'hall low', material: 'metal', gangs: 1 },
  ],
  cables: [cable('feed', 'panel to hall', PANEL, 'hall'), cable('on', 'hall to hall low', 'hall', 'low')],
  devices: [device('one', 'Receptacle 1', 'hall', 'duplex'), device('two', 'Receptacle 2', 'low', 'duplex')],
  pigtails: [{ id: 'lead', boxId: 'low', colour: 'bare', gauge: 14, lengthMm: 150 }],
  joints: [
    { id: 'blacks', boxId: 'hall', kind: 'splice', how: 'twist-on', ends: [end('feed', 0), end('on', 0, 0)] },
    { id: 'cap', boxId: 'low', kind: 'cap', how: 'cap', ends: [end('on', 2)] },
  ],
  breakers: [
    { id: 'b4', number: '4', amps: 15, leg: 'A', kind: 'plain', curve: 'US', on: true },
    { id: 'b14', number: '14A', amps: 20, leg: 'B', kind: 'plain', curve: 'US', on: true },
  ],
});
const read = (text: string, held?: WireEnd, on = bench()) => readBenchWords(on, text, held);
const order = (text: string, held?: WireEnd) => {
  const r = read(text, held);
  return r.ok ? r.order : r.message;
};
const target = (text: string, held: WireEnd = end('feed', 1)) => {
  const r = order(text, held);
  return typeof r === 'string' || r.do !== 'connect' ? r : r.target;
};
const screw = (device: string, terminal = 'screw') => ({ terminal: { device, terminal } });

describe('which conductor is meant', () => {
  it('its colour, its cable and its box; words may be begun only, in any order, with or without the small ones', () => {
    const meant = { do: 'off', end: end('feed', 0) };
    for (const text of [
      'off black of panel to hall in hall',
      'off black panel to hall in hall',
      'OFF  Black, panel to hall in: hall.',
      'off the black of the panel to hall in the hall',
    ])
      expect(order(text), text).toEqual(meant);
    // begun words
    expect(order('cut bare pig far')).toEqual({ do: 'cut', end: { pigtailId: 'lead', end: 1 } });
    expect(order('cut bare pigtail')).toMatch(/could be bare pigtail 1 in hall low or bare pigtail 1, far end in hall low; say which/);
  });
  it('one that is said whole is meant before those that say more', () => {
    // “black of panel to hall in hall” is part of no other; “white … in hall low” holds “in hall” in it
    expect(order('off white hall to hall low in hall low')).toEqual({ do: 'off', end: end('on', 1) });
    expect(order('off white hall to hall low in hall')).toEqual({ do: 'off', end: end('on', 1, 0) });
  });
  it('what could be several is asked back with at most four of them; what is none says what would do', () => {
    expect(order('off black')).toBe('“black” could be black of panel to hall in panel or black of panel to hall in hall or black of hall to hall low in hall or black of hall to hall low in hall low; say which.'); // prettier-ignore
    expect(order('off hall')).toMatch(/^“hall” could be (?:[^;]+ or ){3}[^;]+; say which\.$/);
    expect(order('off purple')).toBe('Nothing here is called “purple”. Say a colour and its cable: black panel to hall.');
    expect(order(`off ${'purple '.repeat(10)}`)).toMatch(/^Nothing here is called “(?:purple ){5}purpl”\./);
    // nothing said, nothing in hand
    for (const what of ['off', 'cap', 'cut']) expect(order(what)).toMatch(/^Nothing here is called “”/);
  });
  it('one in hand is meant when none is said', () => {
    const held = end('on', 1, 0);
    for (const what of ['off', 'cap', 'cut'] as const) expect(order(what, held)).toEqual({ do: what, end: held });
    expect(order('strip 3/4', held)).toMatchObject({ do: 'strip', end: held });
    expect(order('strip 3/4')).toMatch(/^Nothing here is called/);
    // one that is said wins
    expect(order('off bare pigtail 1 in hall low', held)).toMatchObject({ end: { pigtailId: 'lead', end: 0 } });
    expect([read('off', held), read('strip 1/2 in', held)]).toMatchObject([
      { ok: true, says: 'off white of hall to hall low' },
      { ok: true, says: 'strip white of hall to hall low' },
    ]);
  });
});

describe('where it goes', () => {
  it('a screw of a device, a splice, a cap, another end, a bar, a breaker, the ground screw of a metal box', () => {
    expect(target('to silver upper of receptacle 1')).toEqual(screw('one', 'silver upper'));
    expect(target('silver upper of receptacle 2 in hall low')).toEqual(screw('two', 'silver upper'));
    expect(target('splice 1 in hall')).toEqual({ joint: 'blacks' });
    expect(target('to cap 1')).toEqual({ joint: 'cap' });
    expect(target('white of hall to hall low in hall low')).toEqual({ end: end('on', 1) });
    expect(target('neutral bar')).toEqual(screw(NEUTRAL_BAR));
    expect(target('ground bar')).toEqual(screw(GROUND_BAR));
    expect(target('breaker 4')).toEqual(screw('b4'));
    expect(target('ground screw')).toEqual(screw('box'));
    expect(target('ground screw of hall low')).toEqual(screw('box'));
    expect(target('silver')).toMatch(/could be/);
    expect(target('piano')).toBe('Nothing here is called “piano”. A terminal, a splice or another end would do.');
  });
  it('from and to in one entry: cables have a “to” of their own; what could be several is meant in the box of what it goes from', () => {
    expect(order('white panel to hall in hall to silver lower of receptacle 1')).toEqual({ do: 'connect', end: end('feed', 1), target: screw('one', 'silver lower') }); // prettier-ignore
    // both receptacles have one: of the box where the wire lies
    expect(order('white panel to hall in hall to silver lower')).toMatchObject({ target: screw('one', 'silver lower') });
    expect(order('white hall to hall low in hall low to silver lower')).toMatchObject({ end: end('on', 1), target: screw('two', 'silver lower') }); // prettier-ignore
    expect(read('white panel to hall in hall to silver lower')).toMatchObject({
      says: 'white of panel to hall in hall to silver lower of Receptacle 1 in hall',
    });
    expect(order('white to silver lower')).toMatch(/^“white” could be/);
    expect(order('white panel to hall in hall to piano')).toMatch(/^Nothing here is called “piano”\. A terminal/);
    expect(order('purple to silver lower of receptacle 1')).toMatch(/^Nothing here is called “purple”\. Say a colour/);
    expect(order('white panel')).toMatch(/^Say what goes where/);
  });
});

describe('handles and tabs', () => {
  it('a breaker by its number, in whatever case; one that is not there is answered with those that are', () => {
    expect(order('breaker 4 on')).toEqual({ do: 'breaker', breakerId: 'b4', on: true });
    expect(order('BREAKER 14a Off')).toEqual({ do: 'breaker', breakerId: 'b14', on: false });
    expect(order('breaker 5 on')).toBe('There is no breaker 5; there are 4, 14A.');
    expect(order('breaker 4 perhaps')).not.toMatchObject({ do: 'breaker' });
  });
  it('a tab of a duplex that is named, or of the only one', () => {
    expect(order('break Brass tab of receptacle 2')).toEqual({ do: 'tab', deviceId: 'two', side: 'brass' });
    expect(order('break silver')).toBe('“” could be Receptacle 1 or Receptacle 2; say which.');
    expect(order('break silver tab of lamp')).toBe('Nothing here is called “lamp”. A duplex has tabs.');
    const alone = { ...bench(), devices: [device('one', 'Receptacle 1', 'hall', 'duplex'), device('s', 'Switch', 'low', 'switch')] };
    expect(read('break silver', undefined, alone)).toMatchObject({ order: { do: 'tab', deviceId: 'one', side: 'silver' } });
  });
  it('160 characters are read, one more is too long', () => {
    expect(order('x'.repeat(160))).toMatch(/^Say what goes where/);
    expect(order('x'.repeat(161))).toMatch(/^That is 161 characters long/);
  });
});

describe('an example that can be typed as it stands', () => {
  it('is a bare end and a screw of its colour in its own box, and is read as that', () => {
    const example = benchExample(bench())!;
    expect(order(example)).toMatchObject({ do: 'connect' });
    // the black of the feed is spliced at the hall; at the panel there is no screw of a device: the white of the hall is the first
    expect(example).toBe('white of panel to hall in hall to silver upper');
  });
  it('a black goes to brass, a bare to green', () => {
    const off = takeOff(bench(), end('feed', 0));
    expect(off.ok && benchExample(off.bench)).toBe('black of panel to hall in hall to brass upper');
    const bares = { ...bench(), cables: bench().cables.map((c) => ({ ...c, colours: ['bare' as const] })), joints: [] };
    expect(benchExample(bares)).toBe('bare of panel to hall in hall to green');
  });
  it('where all ends are joined, or no device is, there is none', () => {
    expect(benchExample({ ...bench(), devices: [] })).toBeUndefined();
    let all = bench();
    for (const [i, e] of [
      end('feed', 1),
      end('feed', 2),
      end('on', 1, 0),
      end('on', 2, 0),
      end('on', 0),
      end('on', 1),
      { pigtailId: 'lead', end: 0 as const },
      { pigtailId: 'lead', end: 1 as const },
      end('feed', 0, 0),
      end('feed', 1, 0),
      end('feed', 2, 0),
    ].entries()) {
      // prettier-ignore
      const at = 'cableId' in e && e.cableId === 'feed' && e.end === 0 ? screw(NEUTRAL_BAR) : 'cableId' in e && e.end !== 1 ? screw('one', 'green') : 'cableId' in e && e.cableId === 'feed' ? screw('one', 'green') : screw('two', 'green'); // prettier-ignore
      const r = connect(all, e, at, `j${i}`);
      if (r.ok) all = r.bench;
    }
    expect(benchExample(all)).toBeUndefined();
  });
});
