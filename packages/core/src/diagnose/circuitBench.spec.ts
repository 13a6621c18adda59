/**
 * A circuit on the bench from what the survey says of it: which boxes hang together, which way its cables run, and what was taken for what
 * nobody noted. Small houses, by hand.
 */
import { describe, expect, it } from 'vitest';
import { boxOn, smallHouse } from '../route/smallHouse.testing.js';
import { cable, device } from '../panel/smallJob.testing.js';
import { PANEL, type Cable, type Circuit, type Site } from '../model/index.js';
import { circuitBench, circuitWays } from './circuitBench.js';

const circuit = (id: string, part: Partial<Circuit> = {}): Circuit => ({ id, number: id.slice(1), name: `circuit ${id}`, voltsNominal: 120, breakerA: 20, sharedNeutral: false, ...part }); // prettier-ignore
/** A cable from a box, or from what a label says, to a box. */
const led = (id: string, from: string, to: string, part: Partial<Cable> = {}): Cable =>
  cable(id, to, { ends: [/^b\d/.test(from) ? { boxId: from, label: from } : { label: from }, { boxId: to, label: to }], ...part });
const house = (boxes: string[], cables: Cable[], part: Partial<Site> = {}): Site => ({
  ...smallHouse({ boxes: boxes.map((id, i) => boxOn(id, 'n', 10 + 20 * i, { kind: 'nail-on-1g-22', circuitId: 'c5', ...(part.boxes ?? []).find((b) => b.id === id) })) }), // prettier-ignore
  cables,
  devices: boxes.map((id) => device(id)),
  circuits: [circuit('c5'), circuit('c6')],
  ...Object.fromEntries(Object.entries(part).filter(([key]) => key !== 'boxes')),
});
const boxesOn = (site: Site, at: string): string[] => circuitBench(site, at).bench.boxes.map((b) => b.id);
const endsOf = (site: Site, at: string) => Object.fromEntries(circuitBench(site, at).bench.cables.map((c) => [c.id, c.ends.join(' → ')]));

describe('which boxes hang together', () => {
  it('those that cables lead to, one after the other, from whichever of them it is asked', () => {
    const site = house(['b1', 'b2', 'b3', 'b4'], [led('a', 'panel', 'b1'), led('b', 'b1', 'b2'), led('c', 'b2', 'b3'), led('d', 'elsewhere', 'b4')]); // prettier-ignore
    for (const at of ['b1', 'b2', 'b3']) expect(boxesOn(site, at).sort()).toEqual(['b1', 'b2', 'b3']);
    expect(boxesOn(site, 'b4')).toEqual(['b4']);
  });
  it('a box of another circuit only shares a cable’s way; one that nobody put on a circuit belongs to it', () => {
    const of = (circuitId: string | undefined) => house(['b1', 'b2'], [led('a', 'panel', 'b1'), led('b', 'b1', 'b2')], { boxes: [{ id: 'b2', circuitId } as never] }); // prettier-ignore
    expect(boxesOn(of('c5'), 'b1')).toEqual(['b1', 'b2']);
    expect(boxesOn(of('c6'), 'b1')).toEqual(['b1']);
    expect(boxesOn(of(undefined), 'b1')).toEqual(['b1', 'b2']);
    // asked at the one without a circuit, what hangs on it is one with it
    expect(boxesOn(of(undefined), 'b2').sort()).toEqual(['b1', 'b2']);
  });
  it('asked at the second of two circuits, it is that one: its boxes, its breaker', () => {
    const site = house(['b1', 'b2', 'b3'], [led('a', 'panel', 'b1'), led('x', 'b1', 'b2'), led('b', 'panel', 'b2'), led('c', 'b2', 'b3')], { boxes: ['b2', 'b3'].map((id) => ({ id, circuitId: 'c6' }) as never) }); // prettier-ignore
    expect(boxesOn(site, 'b3').sort()).toEqual(['b2', 'b3']);
    expect([circuitBench(site, 'b3').circuit?.id, circuitBench(site, 'b3').bench.breakers[0]!.number]).toEqual(['c6', '6']);
    expect([boxesOn(site, 'b1'), circuitBench(site, 'b1').circuit?.id]).toEqual([['b1'], 'c5']);
  });
  it('the box where the power comes in stands first: its cable goes to the breaker', () => {
    const site = house(['b1', 'b2'], [led('b', 'b2', 'b1'), led('a', 'panel', 'b2')]);
    expect(boxesOn(site, 'b1')).toEqual(['b2', 'b1']);
    expect(boxesOn(house(['b1', 'b2'], [led('a', 'panel', 'b1'), led('b', 'b1', 'b2')]), 'b2')).toEqual(['b1', 'b2']);
    const { bench } = circuitBench(site, 'b1');
    expect(bench.breakers.map((b) => [b.number, b.amps])).toEqual([['5', 20]]);
    expect(bench.joints.filter((j) => j.boxId === PANEL).map((j) => (j.ends[0] as { cableId: string }).cableId)).toEqual(['a', 'a', 'a']);
  });
});

describe('which way the power runs', () => {
  it('outward from the panel’s cable, whichever end of each was noted first', () => {
    const site = house(
      ['b1', 'b2', 'b3'],
      [
        led('a', 'panel', 'b1', { direction: 'unknown' }),
        led('b', 'b2', 'b1', { direction: 'unknown' }),
        led('c', 'b2', 'b3', { direction: 'unknown' }),
      ],
    );
    expect(endsOf(site, 'b3')).toEqual({ a: 'panel → b1', b: 'b1 → b2', c: 'b2 → b3' });
    expect(circuitBench(site, 'b3').taken.join(' ')).not.toMatch(/which cable brings/);
  });
  it.each(['Main panel', 'breaker 5', 'the meter'])('“%s” is where power comes from', (label) => {
    const site = house(['b1', 'b2'], [led('x', 'elsewhere', 'b2', { direction: 'unknown' }), led('b', 'b2', 'b1', { direction: 'unknown' }), led('a', label, 'b1', { direction: 'unknown' })]); // prettier-ignore
    expect(endsOf(site, 'b2')['b']).toBe('b1 → b2');
    expect(circuitBench(site, 'b2').taken.join(' ')).not.toMatch(/which cable brings/);
  });
  it('a box beside the panel, or called after it, is none of it', () => {
    const at = (boxId: string, label: string) => ({ boxId, label });
    const site = house(['b1', 'b2'], [led('b', 'b1', 'b2', { direction: 'unknown', ends: [at('b1', 'box by the panel'), at('b2', 'b2')] }), led('y', 'cellar', 'b2')]); // prettier-ignore
    expect([endsOf(site, 'b1')['b'], endsOf(site, 'b2')['b']]).toEqual(['b2 → b1', 'b2 → b1']);
  });
  it('of another circuit’s cable from the panel nothing is told, though it was noted first', () => {
    const unknown = { direction: 'unknown' as const };
    const site = house(['b1', 'b2', 'b3'], [led('x', 'panel', 'b3'), led('a', 'panel', 'b1', unknown), led('b', 'b2', 'b1', unknown)], { boxes: [{ id: 'b3', circuitId: 'c6' } as never] }); // prettier-ignore
    expect(endsOf(site, 'b1')['b']).toBe('b1 → b2');
  });
  it('a cable that is known to come in from elsewhere, not one that is known to run between two boxes', () => {
    const site = house(['b1', 'b2'], [led('b', 'b1', 'b2'), led('y', 'cellar', 'b2')]);
    expect(endsOf(site, 'b2')['b']).toBe('b2 → b1');
  });
  it('nobody said: a cable known to come in from elsewhere, else one of the box itself that leads out of the survey; and it is said', () => {
    const unknown = { direction: 'unknown' as const };
    const known = house(['b1', 'b2'], [led('x', 'attic', 'b1', unknown), led('b', 'b1', 'b2', unknown), led('y', 'cellar', 'b2')]);
    expect(endsOf(known, 'b1')['b']).toBe('b2 → b1');
    expect(circuitBench(known, 'b1').taken.join(' ')).not.toMatch(/which cable brings/);
    const none = house(['b1', 'b2'], [led('x', 'attic', 'b1', unknown), led('b', 'b1', 'b2', unknown), led('y', 'cellar', 'b2', unknown)]);
    expect(endsOf(none, 'b2')['b']).toBe('b2 → b1');
    expect(circuitBench(none, 'b2').taken).toContain('Nobody noted which cable brings the power: taken to be y.');
    // two boxes that hang on nothing else: the power comes from the other one, whichever end was noted first
    const pair = (from: string, to: string) => house(['b1', 'b2'], [led('b', from, to, unknown)]);
    for (const [from, to] of [['b1', 'b2'], ['b2', 'b1']] as const) expect([endsOf(pair(from, to), 'b1')['b'], endsOf(pair(from, to), 'b2')['b']]).toEqual(['b2 → b1', 'b1 → b2']); // prettier-ignore
    // of a ring between two boxes, the cable comes in at the box that is asked about
    const inward = house(['b1', 'b2'], [led('b', 'b2', 'b1', unknown)]);
    expect(endsOf(inward, 'b2')['b']).toBe('b1 → b2');
    expect(circuitBench(inward, 'b2').taken).toContain('Nobody noted which cable brings the power: taken to be b.');
  });
  it('a cable that passes a box uncut is not followed out of it', () => {
    const site = house(['b1', 'b2'], [led('a', 'panel', 'b1'), led('b', 'b2', 'b1', { direction: 'unknown', unbrokenIn: ['b1'] })]);
    expect(circuitBench(site, 'b1').site.cables.find((c) => c.id === 'b')).toMatchObject({ direction: 'unknown', ends: [{ boxId: 'b2' }, { boxId: 'b1' }] }); // prettier-ignore
  });
  it('a ring is drawn once round', () => {
    const site = house(['b1', 'b2', 'b3'], [led('a', 'panel', 'b1'), led('b', 'b1', 'b2'), led('c', 'b2', 'b3'), led('d', 'b3', 'b1')]);
    expect(endsOf(site, 'b1')).toMatchObject({ a: 'panel → b1', b: 'b1 → b2' });
    expect(boxesOn(site, 'b1').sort()).toEqual(['b1', 'b2', 'b3']);
  });
  it('cables of other circuits stay as they were noted', () => {
    const other = led('z', 'b9', 'b8', { direction: 'unknown' });
    delete other.ground;
    const site = house(['b1', 'b8', 'b9'], [led('a', 'panel', 'b1'), other], { boxes: ['b8', 'b9'].map((id) => ({ id, circuitId: 'c6' }) as never) }); // prettier-ignore
    expect(circuitBench(site, 'b1').site.cables.find((c) => c.id === 'z')).toEqual(other);
  });
});

describe('what was taken for what nobody noted', () => {
  const taken = (site: Site, at = 'b1'): string[] => circuitBench(site, at).taken;
  it('a ground that nobody looked for: taken to be there, by the cable’s name', () => {
    const bare = led('a', 'panel', 'b1');
    delete bare.ground;
    expect(taken(house(['b1'], [bare]))).toContain('Nobody looked for a ground in a: taken to have one.');
    expect(circuitBench(house(['b1'], [bare]), 'b1').bench.cables[0]!.colours).toEqual(['black', 'white', 'bare']);
    expect(circuitBench(house(['b1'], [{ ...bare, ground: 'none' }]), 'b1').bench.cables[0]!.colours).toEqual(['black', 'white']);
    expect(taken(house(['b1'], [led('a', 'panel', 'b1')])).join(' ')).not.toMatch(/ground/);
  });
  it('no cable at all: one of 14-2 from the panel', () => {
    const site = house(['b1'], []);
    expect(taken(site)).toContain('No cable of it is surveyed: taken as fed by one 14-2 cable, with whatever lies before it.');
    const { bench } = circuitBench(site, 'b1');
    expect(bench.cables).toMatchObject([{ name: 'what feeds it', gauge: 14, colours: ['black', 'white', 'bare'], ends: ['panel', 'b1'] }]);
    expect(circuitBench(site, 'b1').site.cables.at(-1)!.ends).toEqual([{ label: 'panel' }, { boxId: 'b1', label: 'box b1' }]);
  });
  it('no circuit named: one breaker of 15 A; named, its own', () => {
    const site = house(['b1'], [led('a', 'panel', 'b1')], { boxes: [{ id: 'b1', circuitId: undefined } as never] });
    expect(taken(site)).toContain('Its circuit is not named: taken as one breaker of 15 A.');
    expect(circuitBench(site, 'b1').bench.breakers[0]!.amps).toBe(15);
    const named = circuitBench(house(['b1'], [led('a', 'panel', 'b1')]), 'b1');
    expect([named.circuit?.id, named.taken.join(' ').includes('not named')]).toEqual(['c5', false]);
  });
  it('boxes that nobody looked into are named; one whose device was looked at is not', () => {
    const site = house(['b1', 'b2'], [led('a', 'panel', 'b1'), led('b', 'b1', 'b2')]);
    expect(taken(site).at(-1)).toBe('Nobody noted what meets where in box b1, box b2: taken as usual.');
    const looked = { ...site, devices: [device('b1', 'duplex-15', { wiredAs: 'pigtail' }), device('b2')] };
    expect(taken(looked).at(-1)).toBe('Nobody noted what meets where in box b2: taken as usual.');
    expect([...circuitBench(looked, 'b1').unseen]).toEqual(['b2']);
    const all = {
      ...site,
      devices: [device('b1', 'duplex-15', { wiredAs: 'pigtail' }), device('b2', 'duplex-15', { wiredAs: 'pigtail' })],
    };
    expect(taken(all).join(' ')).not.toMatch(/what meets where/);
  });
  it('nothing is plugged in: what hangs on it is asked about by itself', () => {
    const site = house(['b1'], [led('a', 'panel', 'b1')], { loads: [{ id: 'l', name: 'kettle', watts: 1500, deviceId: 'b1-d' }] as never });
    const { bench, site: own } = circuitBench(site, 'b1');
    expect([bench.plugged, own.loads]).toEqual([[], []]);
  });
});

describe('a shared neutral', () => {
  const breakers = (tied: boolean) => ({
    mainA: 100,
    breakers: [
      { id: 'k5', space: 1, amps: 20, circuitId: 'c5', ...(tied ? { tiedTo: 'k6' } : {}) },
      { id: 'k6', space: 3, amps: 20, circuitId: 'c6' },
    ],
  });
  const site = (panel?: unknown): Site =>
    house(['b1'], [led('a', 'panel', 'b1', { conductors: ['black', 'red', 'white'] })], {
      circuits: [circuit('c5', { sharedNeutral: true }), circuit('c6', { sharedNeutral: true })],
      ...(panel ? { panel: panel as never } : {}),
    });
  it('the red is on the partner’s breaker, on the other leg, tied to its own', () => {
    const { bench, taken } = circuitBench(site(breakers(true)), 'b1');
    expect(bench.breakers.map((b) => [b.number, b.leg])).toEqual([['5', 'A'], ['6', 'B']]); // prettier-ignore
    const [own, partner] = bench.breakers;
    expect([own!.tiedTo, partner!.tiedTo]).toEqual([partner!.id, own!.id]);
    const red = bench.joints.find((j) => j.boxId === PANEL && j.ends.some((e) => 'cableId' in e && e.conductor === 1))!;
    expect(red.at!.device).toBe(partner!.id);
    const black = bench.joints.find((j) => j.boxId === PANEL && j.ends.some((e) => 'cableId' in e && e.conductor === 0))!;
    expect(black.at!.device).toBe(own!.id);
    expect(taken.join(' ')).not.toMatch(/handle tie/);
  });
  it('the tie noted at the other of the two is the same', () => {
    const panel = {
      mainA: 100,
      breakers: breakers(true).breakers.map(({ tiedTo: _, ...b }) => (b.id === 'k6' ? { ...b, tiedTo: 'k5' } : b)),
    };
    expect(circuitBench(site(panel), 'b1').bench.breakers).toHaveLength(2);
  });
  it('in a subpanel as in the main one; a breaker beside it that is tied to nothing is none', () => {
    const { panel: _, ...rest } = site();
    const shop = { id: 's', name: 'shop panel', spaces: 8, covered: [], tests: [], ...breakers(true), main: undefined };
    const other = { id: 'k7', space: 5, poles: 1, circuitId: 'c7' };
    const inSub = { ...rest, subpanels: [{ ...shop, breakers: [other, ...shop.breakers] }] as never };
    expect(circuitBench(inSub, 'b1').bench.breakers.map((b) => b.number)).toEqual(['5', '6']);
  });
  it('a circuit that shares no neutral has no partner, though a handle is tied; nor one without a red wire', () => {
    const apart = { ...site(breakers(true)), circuits: [circuit('c5'), circuit('c6')] };
    expect(circuitBench(apart, 'b1').bench.breakers).toHaveLength(1);
    const plain = house(['b1'], [led('a', 'panel', 'b1')], { circuits: [circuit('c5', { sharedNeutral: true }), circuit('c6')], panel: breakers(true) as never }); // prettier-ignore
    expect(circuitBench(plain, 'b1').bench.breakers).toHaveLength(1);
  });
  it('nobody noted what it is tied to: said, and left with the one', () => {
    const { bench, taken } = circuitBench(site(breakers(false)), 'b1');
    expect(bench.breakers).toHaveLength(1);
    expect(taken.join(' ')).toMatch(/The neutral of circuit c5 is shared, and which breaker is tied to its own was not noted/);
    expect(circuitBench(site(), 'b1').taken.join(' ')).toMatch(/handle tie at the panel/);
    // a panel in which its own breaker was not noted
    const without = { mainA: 100, breakers: breakers(true).breakers.slice(1) };
    expect(circuitBench(site(without), 'b1').taken.join(' ')).toMatch(/handle tie at the panel/);
  });
});

describe('ways in which it may be wired', () => {
  const site = house(['b1', 'b2'], [led('a', 'panel', 'b1'), led('b', 'b1', 'b2')]);
  it('a box with a cable that goes on, that nobody opened: by pigtails or through the screws, each as likely', () => {
    const ways = circuitWays(site, 'b2');
    expect(ways.map((w) => [w.school, w.share, w.open])).toEqual([['pigtail', 0.5, ['b1']], ['feed-through', 0.5, ['b1']]]); // prettier-ignore
    const hots = (way: number) => ways[way]!.known.bench.joints.filter((j) => j.boxId === 'b1' && j.at?.terminal.startsWith('brass')).length; // prettier-ignore
    expect([hots(0), hots(1)]).toEqual([1, 2]);
    for (const { known } of ways)
      expect(known.taken.at(-1)).toMatch(/by pigtails or through the screws of the devices in box b1 nobody noted/);
  });
  it('one way where no box goes on, or every one that does was opened', () => {
    expect(circuitWays(house(['b1'], [led('a', 'panel', 'b1')]), 'b1').map((w) => [w.share, w.school])).toEqual([[1, undefined]]);
    const looked = { ...site, devices: [device('b1', 'duplex-15', { wiredAs: 'pigtail' }), device('b2')] };
    expect(circuitWays(looked, 'b2')).toHaveLength(1);
  });
});
