/**
 * What belongs together in a box, before anybody decides how it is joined: nets of conductor ends and the screws that want them; what hangs on
 * which feed; what has to be found out. Handbook 6; 210.4, 250.148, 300.13(B), 404.2 from memory.
 */
import { describe, expect, it } from 'vitest';
import { BRW, BW, cable, device, inputOf, MAKE_UPS, type MakeUp } from './makeUps.testing.js';
import { feedKey, hangingOf, netsOf } from './nets.js';
import { purposesIn } from './purposes.js';

const read = (m: MakeUp) => purposesIn(inputOf(m));
const nets = (m: MakeUp) => netsOf(inputOf(m).box, read(m));
/** Each net: `H feed-0 on-0 > r brass upper (or brass lower)`. */
const lines = (m: MakeUp | string): string[] =>
  nets(typeof m === 'string' ? MAKE_UPS[m]! : m).nets.map((n) => {
    const at = n.terminals.map((t) => `${t.deviceId} ${t.name}`).join(' & ');
    return `${n.letter} ${n.leads.map((l) => l.id).join(' ')}${at ? ` > ${at}` : ''}${n.second ? ` (or ${n.second.name})` : ''}`;
  });
const FEED = cable('feed', 'line');
const on = (id: string, circuitId?: string) => cable(id, 'load', BW, undefined, circuitId ? { circuitId } : {});
const two = (c5: 'c5' | 'c6', c6: 'c5' | 'c6') => [cable('f1', 'line', BW, undefined, { circuitId: c5 }), cable('f2', 'line', BW, undefined, { circuitId: c6 })]; // prettier-ignore

describe('receptacles', () => {
  it('one on its feed takes hot, white and ground, with a second screw a side to feed through', () => {
    expect(lines('end of a run')).toEqual(['G feed-g > r green', 'N feed-1 > r silver upper (or silver lower)', 'H feed-0 > r brass upper (or brass lower)']); // prettier-ignore
    expect(lines('single receptacle in a metal box')).toEqual(['G feed-g on-g > r green & box box screw', 'N feed-1 on-1 > r silver', 'H feed-0 on-0 > r brass']); // prettier-ignore
  });
  it('two on one feed share it and feed nothing through; on two feeds each has its own, in the order of the feeds', () => {
    expect(lines('two yokes on one feed')).toEqual(['G feed-g on-g > r1 green & r2 green', 'N feed-1 on-1 > r1 silver upper & r2 silver upper', 'H feed-0 on-0 > r1 brass upper & r2 brass upper']); // prettier-ignore
    expect(lines('two yokes on two feeds of one circuit, kept apart').slice(1)).toEqual(['N feed1-1 > r1 silver upper', 'N feed2-1 > r2 silver upper', 'H feed1-0 > r1 brass upper', 'H feed2-0 > r2 brass upper']); // prettier-ignore
    const crossed = { cables: two('c5', 'c6'), devices: [device('a', 'duplex-15', { circuitId: 'c6' }), device('b', 'duplex-15', { circuitId: 'c5' })] }; // prettier-ignore
    expect(lines(crossed).slice(1)).toEqual(['N f1-1 > b silver upper', 'N f2-1 > a silver upper', 'H f1-0 > b brass upper', 'H f2-0 > a brass upper']); // prettier-ignore
  });
  it('a protective one: what comes from the panel on LINE, what goes on and the receptacle beside it on LOAD', () => {
    expect(lines('ground-fault beside a plain receptacle')).toEqual([
      'G feed-g on-g > g green & r green',
      'N feed-1 > g line silver',
      'N on-1 > g load silver & r silver upper',
      'H feed-0 > g line brass',
      'H on-0 > g load brass & r brass upper',
    ]);
    expect(lines('ground-fault, nothing behind it').slice(1)).toEqual(['N feed-1 > g line silver', 'H feed-0 > g line brass']);
    expect(lines('ground-fault that protects only itself').slice(1)).toEqual([
      'N feed-1 on-1 > g line silver',
      'H feed-0 on-0 > g line brass',
    ]);
    expect(lines('ground-fault, nobody noted which cable is line').slice(1)).toEqual(['N a-1 b2-1 > g line silver', 'H a-0 b2-0 > g line brass']); // prettier-ignore
    expect(lines('two ground-fault receptacles').slice(1)).toEqual(['N feed-1 on-1 > g1 line silver & g2 line silver', 'H feed-0 on-0 > g1 line brass & g2 line brass']); // prettier-ignore
    expect(lines('ground-fault beside a receptacle of another circuit').slice(1)).toEqual(['N feed-c5-1 > g line silver', 'N feed-c6-1 > r silver upper', 'H feed-c5-0 > g line brass', 'H feed-c6-0 > r brass upper']); // prettier-ignore
  });
  it('screws behind LOAD with no cable to them are joined with each other, as thick as the feed', () => {
    const behind = nets(MAKE_UPS['ground-fault with a plain receptacle behind it, no cable']!).nets.filter((n) => n.leads.length === 0);
    expect(behind.map((n) => [n.role, n.gauge, n.terminals.map((t) => t.name)])).toEqual([['neutral', 12, ['load silver', 'silver upper']], ['hot', 12, ['load brass', 'brass upper']]]); // prettier-ignore
    const withCable = nets(MAKE_UPS['ground-fault beside a plain receptacle']!).nets;
    expect(withCable.every((n) => n.gauge === undefined && n.leads.length > 0)).toBe(true);
  });
  it('split on two feeds: both tabs where each has its white, the brass one where they share it', () => {
    expect(lines('split duplex on two circuits').slice(1)).toEqual(['N feed1-1 > r silver upper', 'N feed2-1 > r silver lower', 'H feed1-0 > r brass upper', 'H feed2-0 > r brass lower']); // prettier-ignore
    expect(lines('split duplex on a shared neutral').slice(1)).toEqual(['N feed-2 > r silver upper', 'H feed-0 > r brass upper', 'H feed-1 > r brass lower']); // prettier-ignore
    expect([...nets(MAKE_UPS['split duplex on two circuits']!).tabs]).toEqual([['r', { brass: true, silver: true }]]);
    expect([...nets(MAKE_UPS['split duplex on a shared neutral']!).tabs]).toEqual([['r', { brass: true, silver: false }]]);
  });
  it('half by a switch: the lower half goes by it, brass tab broken', () => {
    const name = 'half switched, the switch on a cable of its own';
    expect(lines(name)).toEqual(['G feed-g switch-g > r green', 'N feed-1 switch-2 > r silver upper', 'H feed-0 switch-0 > r brass upper', 'S switch-1 > r brass lower']); // prettier-ignore
    expect([...nets(MAKE_UPS[name]!).tabs]).toEqual([['r', { brass: true, silver: false }]]);
  });
  it('a shared neutral is never fed through a device', () => {
    const shared = { cables: [cable('in', 'line', BRW, [{ is: 'hot', circuitId: 'c12' }, { is: 'hot', circuitId: 'c14' }, 'neutral'], { circuitId: 'c12' })], devices: [device('r', 'duplex-15', { circuitId: 'c12' })] } as MakeUp; // prettier-ignore
    expect(lines(shared)).toEqual(['G in-g > r green', 'N in-2 > r silver upper', 'H in-0 > r brass upper (or brass lower)', 'H in-1']);
  });
});

describe('switches and lamps', () => {
  it('a switch between the hot and what it feeds; beside a receptacle on the same feed', () => {
    expect(lines('lamp fed at the switch, and on from there')).toEqual(['G feed-g lamp-g on-g > s green', 'N feed-1 lamp-1 on-1', 'H feed-0 on-0 > s screw 1', 'S lamp-0 > s screw 2']); // prettier-ignore
    expect(lines('switch beside a receptacle').slice(2)).toEqual(['H feed-0 > r brass upper & s screw 1 (or brass lower)', 'S lamp-0 > s screw 2']); // prettier-ignore
  });
  it('each of two switches feeds its own; of one that is said by none it is asked', () => {
    expect(lines('two switches, two lamps').slice(2)).toEqual(['H feed-0 > s1 screw 1 & s2 screw 1', 'S lamp1-0 > s1 screw 2', 'S lamp2-0 > s2 screw 2']); // prettier-ignore
    const one = { cables: [FEED, cable('l', 'load', BW, [{ is: 'switched', by: 's1' }, 'neutral'])], devices: [device('s1', 'switch-15'), device('s2', 'switch-15')] } as MakeUp; // prettier-ignore
    expect(nets(one).missing).toEqual(['Which conductor the second switch feeds is not known: note at its cable which switch it comes from.']); // prettier-ignore
  });
  it('a loop: hot down on one wire, back on the other', () => expect(lines('an old loop, its white marked')).toEqual(['G lamp-g > s green', 'S lamp-0 > s screw 2', 'H lamp-1 > s screw 1'])); // prettier-ignore
  it('three-way: the common on the hot at the source, on what is switched at the lamp; said where both are here', () => {
    expect(lines('three-way at the feed').slice(2)).toEqual([
      'H feed-0 > t common',
      'T pair-0 > t traveller 1',
      'T pair-1 > t traveller 2',
    ]);
    expect(lines('three-way at the lamp').slice(2)).toEqual([
      'S lamp-0 > t common',
      'T pair-0 > t traveller 1',
      'T pair-1 > t traveller 2',
    ]);
    expect(lines('three-way at the feed, its lamp fed from here too: three wires to the other switch and back').slice(2)).toEqual(['H feed-0 > t common', 'S lamp-0 other-2', 'T other-0 > t traveller 1', 'T other-1 > t traveller 2']); // prettier-ignore
  });
  it('four-way: in from the side of the panel, out on the other; a pair that only passes is joined wire to wire', () => {
    expect(lines('four-way between them').slice(2)).toEqual(['T pair1-0 > f in 1', 'T pair1-1 > f in 2', 'T pair2-0 > f out 1', 'T pair2-1 > f out 2']); // prettier-ignore
    expect(lines('travellers that only pass')).toEqual([
      'G pair1-g pair2-g',
      'N pair1-2 pair2-2',
      'T pair1-0 pair2-0',
      'T pair1-1 pair2-1',
    ]);
  });
  it('a lampholder on what is switched, else on the hot, and said; no green screw of its own', () => {
    expect(lines('lampholder at its end')).toEqual(['G before-g', 'N before-1 > l neutral', 'S before-0 > l hot']);
    expect(lines('lampholder that is always on')).toEqual(['G feed-g', 'N feed-1 > l neutral', 'H feed-0 > l hot']);
    expect(nets(MAKE_UPS['lampholder that is always on']!).notes).toEqual(['No switched conductor is here: the lampholder is always on unless it has a pull chain.']); // prettier-ignore
    expect(nets(MAKE_UPS['lampholder at its end']!).notes).toEqual([]);
  });
  it('a spare conductor is by itself', () => {
    const spare = { cables: [cable('feed', 'line', BRW, ['hot', 'spare', 'neutral'])], devices: [device('r', 'duplex-15')] } as MakeUp;
    expect(lines(spare)).toContain('R feed-1');
  });
});

describe('grounds', () => {
  it('all together, the box screw of a metal one too; where no cable has one it is said of devices that have a screw for it', () => {
    const bare = (c: ReturnType<typeof cable>) => ({ ...c, ground: 'none' as const });
    const none = nets({ cables: [bare(FEED)], devices: [device('r', 'duplex-15')], box: { material: 'metal' } });
    expect([none.nets.map((n) => n.role), none.notes]).toEqual([['neutral', 'hot'], ['No ground in any cable here: the device has none to land on its green screw.']]); // prettier-ignore
    expect(nets({ cables: [bare(FEED), bare(on('on'))], box: { holds: 'junction' } }).notes).toEqual([]);
    expect(lines({ cables: [FEED], devices: [device('r', 'duplex-15')], box: { material: 'plastic' } })[0]).toBe('G feed-g > r green');
    expect(lines({ cables: [FEED], devices: [device('r', 'duplex-15')], box: { material: 'metal' } })[0]).toBe('G feed-g > r green & box box screw'); // prettier-ignore
  });
});

describe('what hangs on which feed', () => {
  const hanging = (m: MakeUp) => hangingOf(read(m));
  it('feeds are what comes from the panel’s side; where none does, whatever is hot', () => {
    expect(hanging({ cables: [FEED, on('on')] }).powered).toEqual(['c5#0']);
    expect(hanging({ cables: [cable('x', 'load', BW, ['hot', 'neutral'])] }).powered).toEqual(['c5#0']);
    expect(hanging({ cables: two('c5', 'c5') }).powered).toEqual(['c5#0', 'c5#1']);
    expect(feedKey({ circuit: 'c5', feed: 1 })).toBe('c5#1');
  });
  it('a device on its circuit, or on the feed of its turn; with one feed all hang on it', () => {
    const { feedOf } = hanging({ cables: two('c5', 'c6') });
    const r = device('r', 'duplex-15');
    expect([feedOf(r, 0), feedOf(r, 1), feedOf(r, 2), feedOf({ ...r, circuitId: 'c6' }, 0), feedOf({ ...r, circuitId: 'c12' }, 0)]).toEqual(['c5#0', 'c6#0', undefined, 'c6#0', undefined]); // prettier-ignore
    const one = hanging({ cables: [FEED] });
    expect([one.feedOf(r, 0), one.feedOf(r, 3), hanging({ cables: [] }).feedOf(r, 0)]).toEqual(['c5#0', 'c5#0', undefined]);
  });
  it('one protective receptacle guards what is behind it; two, or one that was said not to, guard nothing', () => {
    const of = (name: string) => {
      const { guards, behind, lineUnknown } = hanging(MAKE_UPS[name]!);
      return [guards?.id, behind, lineUnknown];
    };
    expect(of('ground-fault, two cables behind it')).toEqual(['g', 'c5#0', false]);
    expect(of('ground-fault that protects only itself')).toEqual([undefined, undefined, false]);
    expect(of('two ground-fault receptacles')).toEqual([undefined, undefined, false]);
    expect(of('ground-fault, nobody noted which cable is line')).toEqual(['g', undefined, true]);
    expect(of('end of a run')).toEqual([undefined, undefined, false]);
    // one cable of an unknown side leaves no doubt: there is no other
    const only = hanging({ cables: [cable('only', 'unknown')], devices: [device('g', 'ground-fault-20')] });
    expect([only.behind, only.lineUnknown]).toEqual(['c5#0', false]);
  });
  it('said where it matters', () => {
    const notes = (name: string) => nets(MAKE_UPS[name]!).notes.map((n) => n.slice(0, 30));
    expect(notes('two yokes on two feeds of one circuit, kept apart')).toEqual(['Two feeds of one circuit come ']);
    expect(notes('two yokes on two circuits, each with a cable that goes on')).toEqual([]);
    expect(notes('ground-fault, nobody noted which cable is line')).toEqual(['Which cable is line is not kno']);
    expect(notes('two ground-fault receptacles')).toEqual(['Two ground-fault receptacles i']);
    expect(notes('end of a run')).toEqual([]);
  });
});

describe('what has to be found out', () => {
  const missing = (m: MakeUp) => nets(m).missing;
  it('a neutral that is not there for the screws that want it, by their names', () => {
    const none = { cables: [cable('a', 'line', BW, ['hot', 'switched'], { whiteUsedAsHot: 'marked' })], devices: [device('r', 'duplex-15')] } as MakeUp; // prettier-ignore
    expect(missing(none)).toEqual(['No conductor is known here for the silver upper.']);
    const two_ = { ...none, devices: [device('r', 'duplex-15'), device('q', 'duplex-15')], box: { gangs: 2 } } as MakeUp;
    expect(missing(two_)).toEqual(['No conductor is known here for the silver upper of the first receptacle and the silver upper of the second receptacle.']); // prettier-ignore
  });
  it('which feed a receptacle is on where there are more feeds than receptacles, unless it says so', () => {
    const m = (more: object = {}) => ({ cables: two('c5', 'c6'), devices: [device('r', 'duplex-15', more)] });
    expect(missing(m())[0]).toMatch(/^2 feeds come in here and one receptacle/);
    expect(missing(m({ circuitId: 'c6' }))).toEqual([]);
    expect(missing({ cables: two('c5', 'c6'), devices: [device('r', 'duplex-15'), device('q', 'duplex-15')] })).toEqual([]);
  });
  it('nothing hot for a receptacle, a protective one, a switch', () => {
    const dead = cable('x', 'line', BW, ['switched', 'neutral']);
    const of = (kind: 'duplex-15' | 'ground-fault-20' | 'switch-15') => missing({ cables: [dead], devices: [device('d', kind)] })[0]!.slice(0, 50); // prettier-ignore
    expect([of('duplex-15'), of('ground-fault-20'), of('switch-15')]).toEqual([
      ...['Nothing always hot is known in this box for the re', 'Nothing always hot is known in this box for the re', 'Nothing always hot is known in this switch box: no'],
    ]); // prettier-ignore
  });
});
