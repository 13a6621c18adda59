/**
 * Hands on the bench, one at a time, on a bench written down here: a panel, a plastic box with a duplex and a switch, a metal box with
 * nothing in it, a cable of three conductors to each. What is done, what is refused, and what stays as it was. Lengths by common practice.
 */
import { describe, expect, it } from 'vitest';
import { emptyBench, PANEL, type Bench, type BenchCable, type Joint, type WireEnd } from '../model/index.js';
import {
  addPigtail,
  benchDifferences,
  breakTab,
  cap,
  connect,
  cut,
  dropPigtail,
  plug,
  plugIn,
  setDevice,
  strip,
  stripFor,
  strippedMm,
  takeOff,
  throwBreaker,
  type BenchResult,
  type Target,
} from './benchEdit.js';

const end = (cableId: string, conductor: number, e: 0 | 1 = 1): WireEnd => ({ cableId, conductor, end: e });
const tail = (pigtailId: string, e: 0 | 1 = 0): WireEnd => ({ pigtailId, end: e });
const screw = (device: string, terminal: string): Target => ({ terminal: { device, terminal } });
const cable = (id: string, to: string, gauge: 12 | 14 = 14): BenchCable => ({
  ...{ id, name: `panel to ${to}`, gauge, colours: ['black', 'white', 'bare'], lengthMm: 6000, ends: [PANEL, to], sides: ['top', 'top'] },
  freeMm: [300, 150],
});
const joint = (id: string, kind: Joint['kind'], how: Joint['how'], ...ends: WireEnd[]): Joint => ({
  ...{ id, boxId: 'hall', kind, ends },
  ...(how ? { how } : {}),
});

/** The two blacks of the hall are spliced, the whites on the duplex, one bare is capped and one hangs loose. */
const bench = (): Bench => ({
  ...emptyBench(),
  boxes: [
    { id: 'hall', name: 'Hall', material: 'plastic', gangs: 2 },
    { id: 'attic', name: 'Attic', material: 'metal', gangs: 1 },
  ],
  cables: [cable('feed', 'hall'), cable('on', 'hall', 12), cable('up', 'attic')],
  devices: [
    { ...{ id: 'duplex', name: 'Duplex', boxId: 'hall', form: 'duplex', ratingA: 15, brassTab: true, silverTab: true }, ...{ up: false, tripped: false, powerFactor: 1 } }, // prettier-ignore
    { ...{ id: 'switch', name: 'Switch', boxId: 'hall', form: 'switch', ratingA: 15, brassTab: true, silverTab: true }, ...{ up: false, tripped: false, powerFactor: 1 } }, // prettier-ignore
  ],
  pigtails: [
    { id: 'lead', boxId: 'hall', colour: 'bare', gauge: 14, lengthMm: 150 },
    { id: 'other', boxId: 'hall', colour: 'black', gauge: 12, lengthMm: 120 },
  ],
  joints: [
    joint('blacks', 'splice', 'push-in', end('feed', 0), end('on', 0)),
    { ...joint('white', 'terminal', 'side screw', end('feed', 1)), at: { device: 'duplex', terminal: 'silver upper' } },
    { ...joint('clamped', 'terminal', 'clamp plate', end('on', 1)), at: { device: 'duplex', terminal: 'silver lower' } },
    joint('capped', 'cap', 'cap', end('feed', 2)),
  ],
  breakers: [
    { id: 'b1', number: '1', amps: 15, leg: 'A', kind: 'plain', curve: 'US', on: true, tiedTo: 'b3' },
    { id: 'b3', number: '3', amps: 15, leg: 'B', kind: 'plain', curve: 'US', on: true },
    { id: 'b5', number: '5', amps: 20, leg: 'A', kind: 'plain', curve: 'US', on: true },
  ],
});
const done = (r: BenchResult): Bench => {
  if (!r.ok) throw new Error(r.why);
  return r.bench;
};
const why = (r: BenchResult): string => (r.ok ? 'done' : r.why);
const says = (r: BenchResult): string => (r.ok ? r.says : `no: ${r.why}`);
/** Joints as `id kind how: ends`, in their order. */
const joints = (b: Bench): string[] =>
  b.joints.map((j) => {
    const ends = j.ends.map((e) => ('cableId' in e ? `${e.cableId}/${e.conductor}` : `${e.pigtailId}:${e.end}`));
    return `${j.id} ${j.kind} ${j.how ?? '-'}: ${ends.join(' ')}`;
  });
const AS_IT_IS = [
  'blacks splice push-in: feed/0 on/0',
  'white terminal side screw: feed/1',
  'clamped terminal clamp plate: on/1',
  'capped cap cap: feed/2',
];

describe('an end is connected', () => {
  it('under a free screw: a joint of its own, a side screw where nothing else is said', () => {
    const r = connect(bench(), tail('other'), screw('duplex', 'brass upper'), 'n');
    expect(joints(done(r))).toEqual([...AS_IT_IS, 'n terminal side screw: other:0']);
    expect(done(r).joints.at(-1)).toMatchObject({ boxId: 'hall', at: { device: 'duplex', terminal: 'brass upper' } });
    const plate = connect(bench(), tail('other'), screw('duplex', 'brass upper'), 'n', 'clamp plate');
    expect(joints(done(plate)).at(-1)).toBe('n terminal clamp plate: other:0');
  });
  it('under a screw that has one already: both are on it, held as the first is', () => {
    const r = connect(bench(), tail('lead'), screw('duplex', 'silver lower'), 'n');
    expect(joints(done(r))).toEqual([...AS_IT_IS.slice(0, 2), 'clamped terminal clamp plate: on/1 lead:0', AS_IT_IS[3]]);
    // a screw of the same name on another device is another screw
    expect(joints(done(connect(bench(), tail('lead'), screw('switch', 'screw 1'), 'n'))).at(-1)).toBe('n terminal side screw: lead:0');
    expect(joints(done(connect(bench(), tail('lead'), screw('duplex', 'silver upper'), 'n')))[1]).toBe('white terminal side screw: feed/1 lead:0'); // prettier-ignore
  });
  it('into a splice; a cap that takes a second wire is a twist-on splice, unless another is chosen', () => {
    expect(joints(done(connect(bench(), tail('other'), { joint: 'blacks' }, 'n')))[0]).toBe('blacks splice push-in: feed/0 on/0 other:0');
    expect(joints(done(connect(bench(), tail('other'), { joint: 'blacks' }, 'n', 'lever')))[0]).toBe('blacks splice lever: feed/0 on/0 other:0'); // prettier-ignore
    expect(joints(done(connect(bench(), tail('lead'), { joint: 'capped' }, 'n')))[3]).toBe('capped splice twist-on: feed/2 lead:0');
    expect(joints(done(connect(bench(), tail('lead'), { joint: 'capped' }, 'n', 'push-in connector')))[3]).toBe(
      'capped splice push-in connector: feed/2 lead:0',
    );
    // a screw that is named by its joint stays a screw, held as it was
    expect(joints(done(connect(bench(), tail('lead'), { joint: 'white' }, 'n', 'lever')))[1]).toBe(
      'white terminal side screw: feed/1 lead:0',
    );
  });
  it('eight conductors are the most that a connector takes', () => {
    const full = bench();
    full.joints[0]!.ends = Array.from({ length: 7 }, (_, n) => tail(`t${n}`));
    full.pigtails.push(...Array.from({ length: 7 }, (_, n) => ({ ...full.pigtails[0]!, id: `t${n}` })));
    const eight = done(connect(full, tail('other'), { joint: 'blacks' }, 'n'));
    expect(eight.joints[0]!.ends).toHaveLength(8);
    expect(why(connect(eight, tail('lead'), { joint: 'blacks' }, 'n'))).toBe(
      'No connector takes more than eight conductors: split the splice.',
    );
  });
  it('to another end: what that is on takes it; two loose ones make a splice', () => {
    expect(joints(done(connect(bench(), tail('other'), { end: end('on', 0) }, 'n')))[0]).toBe('blacks splice push-in: feed/0 on/0 other:0');
    expect(joints(done(connect(bench(), tail('lead'), { end: end('feed', 1) }, 'n')))[1]).toBe('white terminal side screw: feed/1 lead:0');
    const r = connect(bench(), tail('lead'), { end: end('on', 2) }, 'n');
    expect(joints(done(r)).at(-1)).toBe('n splice twist-on: on/2 lead:0');
    expect(done(r).joints.at(-1)!.boxId).toBe('hall');
    expect(says(r)).toBe('spliced');
    expect(joints(done(connect(bench(), tail('lead'), { end: end('on', 2) }, 'n', 'lever'))).at(-1)).toBe('n splice lever: on/2 lead:0');
    expect(why(connect(bench(), tail('lead'), { end: tail('lead') }, 'n'))).toBe('That is the same end.');
    // the other end of the same piece is another end
    expect(joints(done(connect(bench(), tail('lead'), { end: tail('lead', 1) }, 'n'))).at(-1)).toBe('n splice twist-on: lead:1 lead:0');
  });
  it('off where it was first: a splice of two that loses one is a cap, a screw that loses its last is free', () => {
    const moved = done(connect(bench(), end('on', 0), screw('duplex', 'brass upper'), 'n'));
    expect(joints(moved)).toEqual(['blacks cap cap: feed/0', ...AS_IT_IS.slice(1), 'n terminal side screw: on/0']);
    expect(joints(done(connect(bench(), end('feed', 1), screw('duplex', 'brass upper'), 'n')))).toEqual([
      ...[AS_IT_IS[0], ...AS_IT_IS.slice(2)],
      'n terminal side screw: feed/1',
    ]);
    // a splice of three that loses one is a splice still
    const three = done(connect(bench(), tail('other'), { joint: 'blacks' }, 'n'));
    expect(joints(done(takeOff(three, end('on', 0))))[0]).toBe('blacks splice push-in: feed/0 other:0');
    expect(why(connect(bench(), end('feed', 2), { joint: 'capped' }, 'n'))).toBe(
      'That splice came apart when its last wire was taken off.',
    );
  });
  it('in its own box alone; at what there is; the ground screw of a box only where the box is metal', () => {
    const elsewhere = 'Both lie in different boxes: a conductor ends in its own box.';
    const nothing = 'There is nothing to connect to.';
    expect(why(connect(bench(), end('up', 0), screw('duplex', 'brass upper'), 'n'))).toBe(elsewhere);
    expect(why(connect(bench(), end('up', 0), { joint: 'blacks' }, 'n'))).toBe(elsewhere);
    expect(why(connect(bench(), end('up', 0), { end: end('feed', 0) }, 'n'))).toBe(elsewhere);
    expect(why(connect(bench(), end('feed', 0), { joint: 'none' }, 'n'))).toBe(nothing);
    expect(why(connect(bench(), end('feed', 0), { end: tail('none') }, 'n'))).toBe(nothing);
    expect(why(connect(bench(), end('feed', 0), screw('none', 'brass'), 'n'))).toBe(nothing);
    expect(why(connect(bench(), end('none', 0), screw('duplex', 'brass upper'), 'n'))).toBe('That conductor isn’t there any more.');
    expect(why(connect(bench(), end('feed', 2), screw('box', 'ground'), 'n'))).toBe(nothing);
    expect(joints(done(connect(bench(), end('up', 2), screw('box', 'ground'), 'n'))).at(-1)).toBe('n terminal side screw: up/2');
    // at the panel whatever breaker or bar is named
    expect(done(connect(bench(), end('up', 0, 0), screw('b1', 'screw'), 'n')).joints.at(-1)).toMatchObject({ boxId: PANEL });
    expect(why(connect(bench(), end('feed', 0), screw('switch', 'brass upper'), 'n'))).toBe(
      'Switch has no brass upper; it has screw 1, screw 2, green.',
    );
  });
  it('says how much copper stands bare for it: 5/8 under a side screw, 3/4 of 12 AWG, 5/8 under a plate, 1/2 in a connector; what was stripped by hand wins', () => {
    expect(says(connect(bench(), end('on', 2), screw('duplex', 'green'), 'n'))).toBe('stripped 3/4", under green');
    expect(says(connect(bench(), tail('lead'), screw('duplex', 'green'), 'n'))).toBe('stripped 5/8", under green');
    expect(says(connect(bench(), tail('other'), screw('duplex', 'brass upper'), 'n', 'clamp plate'))).toBe(
      'stripped 5/8", under brass upper',
    );
    expect(says(connect(bench(), tail('other'), screw('duplex', 'silver lower'), 'n', 'side screw'))).toBe(
      'stripped 5/8", under silver lower',
    );
    expect(says(connect(bench(), tail('other'), { joint: 'blacks' }, 'n'))).toBe('stripped 1/2", into the splice');
    const by = { ...bench(), strips: [{ end: tail('lead'), mm: 25.4 }] };
    expect(says(connect(by, tail('lead'), screw('duplex', 'green'), 'n'))).toBe('stripped 1", under green');
    expect(says(connect(by, tail('lead', 1), screw('duplex', 'green'), 'n'))).toBe('stripped 5/8", under green');
    expect([stripFor('lever', 12), stripFor(undefined, 14), stripFor(undefined, 12), stripFor('side screw', 10)]).toEqual([12.7, 15.875, expect.closeTo(19.05, 6), expect.closeTo(19.05, 6)]); // prettier-ignore
  });
});

describe('an end comes off', () => {
  it('taken off it hangs loose; capped it is under a cap of its own', () => {
    expect(joints(done(takeOff(bench(), end('feed', 1))))).toEqual([AS_IT_IS[0], ...AS_IT_IS.slice(2)]);
    const capped = cap(bench(), end('feed', 1), 'n');
    expect([joints(done(capped)), done(capped).joints.at(-1)!.boxId]).toEqual([[AS_IT_IS[0], ...AS_IT_IS.slice(2), 'n cap cap: feed/1'], 'hall']); // prettier-ignore
    expect(why(cap(bench(), tail('none'), 'n'))).toBe('That conductor isn’t there any more.');
  });
  it('cut back it loses half an inch at that end, its strip, and its joint; a last half inch can be cut, less can’t', () => {
    const stripped = { ...bench(), strips: [{ end: end('feed', 1), mm: 20 }, { end: end('feed', 0), mm: 20 }] }; // prettier-ignore
    const off = done(cut(stripped, end('feed', 1)));
    expect([off.cables[0]!.freeMm, off.cables[1]!.freeMm]).toEqual([[300, 137.3], [300, 150]]); // prettier-ignore
    expect(off.strips).toEqual([{ end: end('feed', 0), mm: 20 }]);
    expect(joints(off)).toEqual([AS_IT_IS[0], ...AS_IT_IS.slice(2)]);
    expect(done(cut(bench(), end('feed', 1, 0))).cables[0]!.freeMm).toEqual([287.3, 150]);
    const free = (mm: number): Bench => ({ ...bench(), cables: [{ ...cable('feed', 'hall'), freeMm: [300, mm] }] });
    expect(done(cut(free(12.7), end('feed', 0))).cables[0]!.freeMm).toEqual([300, 0]);
    expect(why(cut(free(12.6), end('feed', 0)))).toBe('No free length is left to cut.');
    expect(why(cut(bench(), end('none', 0)))).toBe('That cable isn’t there any more.');
  });
  it('of a pigtail an inch has to be left to cut from', () => {
    const long = (mm: number): Bench => ({ ...bench(), pigtails: bench().pigtails.map((p) => (p.id === 'lead' ? { ...p, lengthMm: mm } : p)) }); // prettier-ignore
    const left = done(cut(long(25.5), tail('lead'))).pigtails;
    expect(left.map((p) => p.lengthMm)).toEqual([expect.closeTo(12.8, 6), 120]);
    expect(why(cut(long(25.4), tail('lead')))).toBe('Nothing is left of that pigtail to cut: make a new one.');
    expect(why(cut(bench(), tail('none')))).toBe('That pigtail isn’t there any more.');
  });
  it('stripped it comes off; once more, and the last time counts; from more than nothing to three inches', () => {
    const once = done(strip(bench(), end('feed', 1), 20));
    expect([once.strips, joints(once)]).toEqual([[{ end: end('feed', 1), mm: 20 }], [AS_IT_IS[0], ...AS_IT_IS.slice(2)]]);
    const twice = done(strip(done(strip(once, end('feed', 0), 12)), end('feed', 1), 25.4));
    expect(twice.strips).toEqual([{ end: end('feed', 0), mm: 12 }, { end: end('feed', 1), mm: 25.4 }]); // prettier-ignore
    expect([strippedMm(twice, end('feed', 1)), strippedMm(twice, end('on', 1)), strippedMm(bench(), end('on', 1))]).toEqual([25.4, undefined, undefined]); // prettier-ignore
    expect(says(strip(bench(), end('feed', 1), 76.2))).toBe('stripped 3"');
    for (const mm of [76.3, 0, -1]) expect(why(strip(bench(), end('feed', 1), mm))).toMatch(/more than 0 and no more than 3"/);
    expect(why(strip(bench(), end('none', 1), 20))).toBe('That conductor isn’t there any more.');
  });
});

describe('pigtails, tabs, devices', () => {
  it('a pigtail is made in a box, and has a length', () => {
    const r = addPigtail(bench(), 'attic', 'white', 12, 150, 'n');
    expect(done(r).pigtails).toEqual([...bench().pigtails, { id: 'n', boxId: 'attic', colour: 'white', gauge: 12, lengthMm: 150 }]);
    expect([says(r), why(addPigtail(bench(), 'attic', 'white', 12, 0, 'n'))]).toEqual(['a white pigtail', 'A pigtail has a length.']);
  });
  it('taken out it leaves both its joints and its strips, and no other’s', () => {
    const one = done(connect(bench(), tail('lead'), screw('duplex', 'green'), 'g'));
    const both = done(connect(one, tail('lead', 1), { joint: 'capped' }, 'n'));
    const strips = [{ end: tail('lead', 1), mm: 20 }, { end: tail('other'), mm: 20 }, { end: end('feed', 0), mm: 20 }]; // prettier-ignore
    const gone = done(dropPigtail({ ...both, strips }, 'lead'));
    expect(gone.pigtails.map((p) => p.id)).toEqual(['other']);
    expect(gone.strips).toEqual(strips.slice(1));
    expect(joints(gone)).toEqual(AS_IT_IS);
    expect('strips' in done(dropPigtail(both, 'lead'))).toBe(false);
  });
  it('a tab is broken off a duplex, once, on its own side', () => {
    const brass = done(breakTab(bench(), 'duplex', 'brass'));
    expect(brass.devices.map((d) => [d.id, d.brassTab, d.silverTab])).toEqual([['duplex', false, true], ['switch', true, true]]); // prettier-ignore
    expect(done(breakTab(brass, 'duplex', 'silver')).devices[0]).toMatchObject({ brassTab: false, silverTab: false });
    expect(why(breakTab(brass, 'duplex', 'brass'))).toMatch(/^The brass tab is off already/);
    expect(why(breakTab(bench(), 'switch', 'brass'))).toBe('Only a duplex has tabs to break.');
    expect(why(breakTab(bench(), 'none', 'brass'))).toBe('Only a duplex has tabs to break.');
    expect(setDevice(bench(), 'switch', { up: true }).devices.map((d) => d.up)).toEqual([false, true]);
  });
});

describe('what is plugged in, and handles', () => {
  it('a name and watts or amps as they are typed; what was in that face comes out, what is in the other stays', () => {
    const kettle = done(plugIn(bench(), 'duplex', 'upper', 'kettle 1500 W', 'k'));
    expect(kettle.plugged).toEqual([{ id: 'k', name: 'kettle', deviceId: 'duplex', face: 'upper', watts: 1500, powerFactor: 1, on: true }]);
    const two = done(plugIn(kettle, 'duplex', 'lower', ' 12 A ', 'h'));
    expect(two.plugged.map((p) => [p.name, p.watts, p.face])).toEqual([['kettle', 1500, 'upper'], ['load', 1440, 'lower']]); // prettier-ignore
    expect(done(plugIn(two, 'duplex', 'upper', 'lamp 60W', 'l')).plugged.map((p) => p.name)).toEqual(['load', 'lamp']);
    expect(done(plugIn(two, 'switch', 'upper', 'lamp 60W', 'l')).plugged.map((p) => p.name)).toEqual(['kettle', 'load', 'lamp']);
    expect(why(plugIn(bench(), 'duplex', 'upper', 'kettle', 'k'))).toBe('Type a name and its watts: kettle 1500 W.');
    expect(why(plugIn(bench(), 'duplex', 'upper', 'kettle 3 ducks', 'k'))).not.toBe('done');
  });
  it('more than 0 and no more than 25 000 W; a long name is cut short', () => {
    expect(done(plug(bench(), 'duplex', 'upper', 'x'.repeat(150), 25_000, 'k')).plugged[0]!.name).toHaveLength(120);
    for (const watts of [0, -5, 25_001, Number.NaN]) expect(why(plug(bench(), 'duplex', 'upper', 'k', watts, 'k'))).toMatch(/^(-?\d+|NaN) W: /); // prettier-ignore
  });
  it('tied handles move together, whichever is thrown; others stay', () => {
    const off = (id: string): string[] => throwBreaker(bench(), id, false).breakers.filter((b) => !b.on).map((b) => b.id); // prettier-ignore
    expect([off('b1'), off('b3'), off('b5'), off('none')]).toEqual([['b1', 'b3'], ['b1', 'b3'], ['b5'], []]);
    expect(throwBreaker(throwBreaker(bench(), 'b1', false), 'b3', true).breakers.map((b) => b.on)).toEqual([true, true, true]);
  });
});

describe('two states side by side', () => {
  it('an end that lands elsewhere, one that meets others, one that hangs loose; not what only stands in another order', () => {
    const same = bench();
    same.joints[0]!.ends.reverse();
    expect([...benchDifferences(bench(), same).ends]).toEqual([]);
    const moved = done(connect(bench(), end('feed', 1), screw('duplex', 'brass upper'), 'n'));
    expect([...benchDifferences(bench(), moved).ends]).toEqual(['feed/1/1']);
    const apart = done(takeOff(bench(), end('on', 0)));
    // the other black meets nobody any more
    expect([...benchDifferences(bench(), apart).ends].sort()).toEqual(['feed/0/1', 'on/0/1']);
    expect([...benchDifferences(apart, bench()).ends].sort()).toEqual(['feed/0/1', 'on/0/1']);
    // two screws of one name on two devices are two places
    const [one, other] = [screw('duplex', 'green'), screw('switch', 'green')].map((at) => done(connect(bench(), tail('lead'), at, 'n')));
    expect([...benchDifferences(one!, other!).ends]).toEqual(['lead//0']);
  });
  it('devices and cables that are otherwise, or new', () => {
    const { devices, cables } = benchDifferences(bench(), setDevice(done(cut(bench(), end('up', 0))), 'switch', { up: true }));
    expect([[...devices], [...cables]]).toEqual([['switch'], ['up']]);
    const less = { ...bench(), devices: bench().devices.slice(0, 1) };
    expect([[...benchDifferences(less, bench()).devices], [...benchDifferences(bench(), less).devices]]).toEqual([['switch'], []]);
  });
});
