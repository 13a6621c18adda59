/**
 * From conductors that belong together to joints, net by net: under a screw, fed through, spliced with pigtails, capped; and how each is said.
 * Strips and connectors by common practice (handbook 6, 14); 300.14 and 250.148 from memory.
 */
import { describe, expect, it } from 'vitest';
import { inches, type Awg } from '../../measure/index.js';
import { DEFAULT_SCHOOLS, type Schools } from '../../model/index.js';
import { connectBriefly } from './brief.js';
import { breakLine, jointLine, Landing, sentence, type Net } from './landing.js';
import { describeLead, deviceWords, landing, pigtailTo, piecesOf, stripForTerminal, terminalWords, thickest, type Lead, type Role, type Terminal, type TerminalName } from './lead.js'; // prettier-ignore
import { device } from './makeUps.testing.js';
import type { WiringPlan } from './planned.js';

const LETTER = { hot: 'H', neutral: 'N', ground: 'G' } as const;
const COLOUR = { hot: 'black', neutral: 'white', ground: 'bare' } as const;
const lead = (id: string, role: Role = 'hot', more: Partial<Lead> = {}): Lead => ({
  ...{ id, role, colour: COLOUR[role], letter: LETTER[role], gauge: 12, cableId: id, from: `cable to ${id}` },
  ...more,
});
const at = (name: TerminalName, deviceId = 'r', of = ''): Terminal => ({ deviceId, name, of });
const net = (leads: Lead[], terminals: Terminal[], more: Partial<Net> = {}): Net => ({ role: 'hot', letter: 'H', what: 'hots', leads, terminals, ...more }); // prettier-ignore
const laid = (nets: Net[], schools: Partial<Schools> = {}) => {
  const notes: string[] = [];
  const landing = new Landing({ ...DEFAULT_SCHOOLS, ...schools }, notes);
  for (const n of nets) landing.lay(n);
  return { joints: landing.joints, notes };
};
/** Each joint: its id, its kind, its ends. */
const shape = (nets: Net[], schools: Partial<Schools> = {}) => laid(nets, schools).joints.map((j) => `${j.id} ${j.kind}: ${j.leads.map((l) => `${l.id}${l.far ? ' far' : ''}`).join(' + ')}`); // prettier-ignore
const FEED = { device: 'feed-through' } as const;

describe('one net', () => {
  it('one conductor and one screw: under it; without a screw it is capped; with nothing to join there is nothing', () => {
    expect(shape([net([lead('a')], [at('brass upper')])])).toEqual(['hot-brass-upper terminal: a']);
    const cap = laid([net([lead('a')], [])]).joints[0]!;
    expect([cap.id, cap.kind, cap.stripMm, cap.connector, cap.says]).toEqual(['hot-cap', 'cap', 0, 'small twist-on connector', 'cap the black (H) of the cable to a; nothing hangs on it here']); // prettier-ignore
    expect([shape([net([], [])]), shape([net([], [at('brass upper')])])]).toEqual([[], []]);
  });
  it('two conductors: a splice with a pigtail for each screw, as thick as the thickest', () => {
    const two = [lead('a', 'hot', { gauge: 14 }), lead('b')];
    expect(shape([net(two, [at('brass upper')])])).toEqual(['hot-splice splice: a + b + pigtail-hot-brass-upper', 'hot-brass-upper terminal: pigtail-hot-brass-upper']); // prettier-ignore
    const { joints } = laid([net(two, [at('brass upper'), at('brass lower')])]);
    expect(joints[0]!.leads.map((l) => l.gauge)).toEqual([14, 12, 12, 12]);
    expect(joints.map((j) => j.kind)).toEqual(['splice', 'terminal', 'terminal']);
    expect(shape([net(two, [])])).toEqual(['hot-splice splice: a + b']);
  });
  it('fed through where that is the school: one under each screw of a side; never the grounds, never one that is short', () => {
    const two = [lead('a'), lead('b')];
    const second = { second: at('brass lower') };
    expect(shape([net(two, [at('brass upper')], second)], FEED)).toEqual(['hot-brass-upper terminal: a', 'hot-brass-lower terminal: b']);
    const spliced = ['splice', 'terminal'];
    const kinds = (n: Net, schools: Partial<Schools> = FEED) => laid([n], schools).joints.map((j) => j.kind);
    expect(kinds(net(two, [at('brass upper')], second), {})).toEqual(spliced);
    expect(kinds(net(two, [at('brass upper')]))).toEqual(spliced);
    expect(kinds(net([lead('a', 'ground'), lead('b', 'ground')], [at('green')], { role: 'ground', second: at('green') }))).toEqual(spliced);
    expect(kinds(net([lead('a', 'hot', { short: true }), lead('b')], [at('brass upper')], second))).toEqual(spliced);
    expect(kinds(net(two, [at('brass upper'), at('brass lower')], second))).toEqual(['splice', 'terminal', 'terminal']);
  });
  it('three can’t be fed through: that is said once, of the hots, where somebody would have', () => {
    const three = [lead('a'), lead('b'), lead('c')];
    const notes = (n: Net, schools: Partial<Schools> = FEED) => laid([n], schools).notes;
    const second = { second: at('brass lower') };
    expect(notes(net(three, [at('brass upper')], second))).toEqual(['3 cables: a device has two screws a side and one conductor goes under each, so these are spliced with a pigtail.']); // prettier-ignore
    expect(notes(net(three, [at('brass upper')], second), {})).toEqual([]);
    expect(notes(net(three, [at('brass upper')]))).toEqual([]);
    expect(notes(net(three, [], second))).toEqual([]);
    expect(notes(net(three, [at('silver upper')], { ...second, role: 'neutral' }))).toEqual([]);
    expect(notes(net(three.slice(1), [at('brass upper'), at('brass lower')], second))).toEqual([]);
  });
  it('short: one that would go under a screw is lengthened by a pigtail, and it is said (300.14); one that is capped is not', () => {
    const short = lead('a', 'hot', { short: true });
    expect(shape([net([short], [at('brass upper')])])).toEqual(['hot-splice splice: a + pigtail-hot-brass-upper', 'hot-brass-upper terminal: pigtail-hot-brass-upper']); // prettier-ignore
    expect(laid([net([short], [at('brass upper')])]).notes).toEqual(['The black (H) of the cable to a is short: it is lengthened by a pigtail, nothing is stretched to reach a screw (300.14).']); // prettier-ignore
    expect([shape([net([short], [])]), laid([net([short], [])]).notes]).toEqual([['hot-cap cap: a'], []]);
    // of two they are spliced anyway
    expect(laid([net([short, lead('b')], [at('brass upper')])]).notes).toEqual([]);
  });
  it('screws that no conductor of a cable joins: a jumper between two, a splice of pigtails for more', () => {
    const screws = [at('load brass', 'g'), at('brass upper', 'r')];
    expect(shape([net([], screws)])).toEqual(['hot-load-brass terminal: jumper-hot', 'hot-brass-upper terminal: jumper-hot far']);
    const gauges = (more: Partial<Net>, terminals = screws) => laid([net([], terminals, more)]).joints.map((j) => j.leads.map((l) => l.gauge)); // prettier-ignore
    expect([gauges({ gauge: 12 }), gauges({})]).toEqual([[[12], [12]], [[14], [14]]]); // prettier-ignore
    expect(gauges({ gauge: 10 }, [...screws, at('brass upper', 's')])).toEqual([[10, 10, 10], [10], [10], [10]]);
    const jumper = laid([net([], screws, { role: 'neutral', letter: 'N' })]).joints[0]!.leads[0]!;
    expect(jumper).toMatchObject({ role: 'neutral', letter: 'N', colour: 'white', jumper: true, from: 'jumper between the two devices' });
  });
  it('strips by the school: 5/8 in on 14 AWG and 3/4 on 12 under a screw, 1/2 in a clamp or a push-in; a ground under its screw', () => {
    const strip = (terminals: Schools['terminals'], gauge: Awg, role: Role = 'hot') => laid([net([lead('a', role, { gauge })], [at(role === 'ground' ? 'green' : 'brass upper')], { role })], { terminals }).joints[0]!; // prettier-ignore
    expect([strip('side screw', 14), strip('side screw', 12), strip('clamp plate', 12), strip('push-in', 14), strip('push-in', 14, 'ground')].map((j) => j.stripMm)).toEqual([0.625, 0.75, 0.5, 0.5, 0.625].map(inches)); // prettier-ignore
    expect(strip('clamp plate', 12).says).toBe('the black (H) of the cable to a, stripped 1/2", under the clamp plate of the brass upper screw'); // prettier-ignore
    expect([stripForTerminal('side screw', 14), stripForTerminal('side screw', 12)]).toEqual([inches(0.625), inches(0.75)]);
  });
});

describe('nets beside each other', () => {
  it('each joint and each pigtail has a name of its own', () => {
    const pair = (n: string) => net([lead(`${n}1`), lead(`${n}2`)], [at('brass upper', n)]);
    expect(shape([pair('a'), pair('b'), pair('c')])).toEqual([
      ...['hot-splice splice: a1 + a2 + pigtail-hot-brass-upper', 'hot-brass-upper terminal: pigtail-hot-brass-upper'],
      ...['hot-splice-2 splice: b1 + b2 + pigtail-hot-brass-upper-2', 'hot-brass-upper-2 terminal: pigtail-hot-brass-upper-2'],
      ...['hot-splice-3 splice: c1 + c2 + pigtail-hot-brass-upper-3', 'hot-brass-upper-3 terminal: pigtail-hot-brass-upper-3'],
    ]);
  });
  it('more than one connector takes: two splices and a jumper between them; more than two take is said', () => {
    const many = (n: number, gauge: Awg = 12) =>
      net(
        Array.from({ length: n }, (_, i) => lead(`a${i}`, 'hot', { gauge })),
        [],
      );
    const { joints, notes } = laid([many(7)]);
    expect(notes).toEqual(['No single connector takes 7 hots: two splices, joined by a jumper.']);
    expect(joints.map((j) => [j.id, j.leads.length, j.leads.at(-1)!.id, j.leads.at(-1)!.far === true, j.leads.at(-1)!.from, j.leads.at(-1)!.gauge])).toEqual([
      ['hot-splice', 5, 'jumper-hot', false, 'jumper between the two splices', 12],
      ['hot-splice-2', 4, 'jumper-hot', true, 'jumper between the two splices', 12],
    ]); // prettier-ignore
    expect(new Set(joints.flatMap((j) => j.leads.map((l) => l.id)))).toEqual(new Set(['a0', 'a1', 'a2', 'a3', 'a4', 'a5', 'a6', 'jumper-hot'])); // prettier-ignore
    const most = laid([many(14)]);
    expect([most.joints.length, most.joints[0]!.connector, most.notes[0]]).toEqual([1, 'row of connectors', '14 hots of 12 AWG are more than two connectors take: a larger box, or fewer cables in it.']); // prettier-ignore
  });
  it('a splice is said with its connector, and taped where that is the school', () => {
    const two = net([lead('a'), lead('b', 'hot', { colour: 'red', letter: 'R' })], []);
    const says = (schools: Partial<Schools>) => laid([two], schools).joints[0]!;
    expect(says({}).says).toBe(`splice the black (H) of the cable to a, the red (R) of the cable to b in a ${says({}).connector!}`);
    expect(says({ tape: true }).says.endsWith(', taped')).toBe(true);
    expect(says({ splice: 'lever' }).connector).not.toBe(says({}).connector);
    expect(jointLine({ says: 'splice x' })).toBe('Splice x.');
    expect([sentence('abc'), sentence('')]).toEqual(['Abc', '']);
  });
  it('a broken tab is said by its side', () => {
    const line = (brass: boolean, silver: boolean) => breakLine({ brass, silver }, 'tv');
    expect([line(true, true), line(true, false), line(false, true)]).toEqual(['Break the brass and the silver tab of tv.', 'Break the brass tab of tv.', 'Break the silver tab of tv.']); // prettier-ignore
  });
});

describe('how ends are said', () => {
  it('a cable’s by its colour, letter and cable; a pigtail’s by where it goes; another piece by what it is', () => {
    expect(describeLead(lead('a'))).toBe('the black (H) of the cable to a');
    expect(describeLead(pigtailTo('ground', 'G', 12, at('green')))).toBe('a bare pigtail (G) for the green screw');
    const { cableId: _, ...piece } = lead('p');
    expect(describeLead({ ...piece, pigtailFor: '' })).toBe('a black pigtail (H)');
    expect(describeLead({ ...piece, from: 'jumper between the two splices' })).toBe('a black jumper between the two splices');
  });
  it('on a screw: a pigtail, one end of a jumper, its other end', () => {
    const { cableId: _, ...piece } = lead('p');
    const says = (more: Partial<Lead>) => landing({ ...piece, ...more }, at('brass upper'), inches(0.75), 'side screw').split(',')[0];
    expect([says({}), says({ jumper: true }), says({ jumper: true, far: true })]).toEqual(['the black pigtail (H)', 'one end of a black jumper (H)', 'the other end of a black jumper (H)']); // prettier-ignore
    expect(landing(lead('a'), at('common', 't', 'the second switch'), inches(0.5), 'push-in')).toBe('the black (H) of the cable to a, stripped 1/2", into the push-in beside the common (dark) screw of the second switch'); // prettier-ignore
  });
  it('screws by their names, of which device where there are several', () => {
    expect([at('green'), at('box screw'), at('brass lower'), at('screw 2', 's', 'the switch'), at('hot'), at('neutral')].map(terminalWords)).toEqual([
      ...['green screw', 'ground screw of the box', 'brass lower screw', 'second screw of the switch of the switch'],
      ...['brass (centre contact) screw', 'silver (shell) screw'],
    ]); // prettier-ignore
  });
  it('devices by their order among their like; a lampholder, or one alone, has no number', () => {
    const all = [device('a', 'duplex-15'), device('s', 'switch-15'), device('b', 'single-20'), device('l', 'lampholder'), device('t', 'three-way-15')]; // prettier-ignore
    expect(all.map((d) => deviceWords(all, d))).toEqual(['the first receptacle', 'the first switch', 'the second receptacle', 'the lampholder', 'the second switch']); // prettier-ignore
    expect([deviceWords([all[0]!], all[0]!), deviceWords([all[0]!, all[1]!], all[1]!)]).toEqual(['', 'the switch']);
    expect(deviceWords([all[1]!, all[3]!], all[3]!)).toBe('the lampholder');
    const six = Array.from({ length: 6 }, (_, i) => device(`d${i}`, 'duplex-15'));
    expect(deviceWords(six, six[5]!)).toBe('the sixth receptacle');
  });
  it('the thickest of some is the smallest number; of none 14', () => {
    const of = (...gauges: Awg[]) => thickest(gauges.map((gauge, i) => lead(`${i}`, 'hot', { gauge })));
    expect([of(14, 10, 12), of(12), of(12, 14), of()]).toEqual([10, 12, 12, 14]);
  });
  it('pieces that are cut, each once: pigtails in their splice, jumpers under the first of their screws', () => {
    const { joints } = laid([
      net([lead('a'), lead('b')], [at('brass upper'), at('brass upper', 's')]),
      net([], [at('load brass', 'g'), at('brass upper', 'h')]),
      net(
        Array.from({ length: 7 }, (_, i) => lead(`n${i}`, 'neutral')),
        [],
        { role: 'neutral', letter: 'N', what: 'neutrals' },
      ),
    ]);
    expect(piecesOf(joints).map((l) => l.id)).toEqual(['pigtail-hot-brass-upper', 'pigtail-hot-brass-upper-2', 'jumper-hot', 'jumper-neutral']); // prettier-ignore
  });
});

describe('said shortly', () => {
  const brief = (nets: Net[], plan: Partial<WiringPlan> = {}, schools: Partial<Schools> = {}) => {
    const { joints } = laid(nets, schools);
    return connectBriefly({ joints, breaks: [], connect: joints.map(jointLine), ...plan } as unknown as WiringPlan);
  };
  it('grounds, neutrals, hots; a pigtail at its splice with its screw; how much is bare once', () => {
    const nets = [
      net([lead('a'), lead('b')], [at('brass upper')]),
      net([lead('n', 'neutral')], [at('silver upper')], { role: 'neutral' }),
      net([lead('g', 'ground'), lead('h', 'ground')], [], { role: 'ground' }),
      net([lead('c')], []),
    ];
    const lines = brief(nets);
    expect(lines.map((l) => l.replace(/^[^:]*: /, 'splice: '))).toEqual([
      'splice: bare (G) of the cable to g + bare (G) of the cable to h.',
      'White (N) of the cable to n on the silver upper screw.',
      'splice: black (H) of the cable to a + black (H) of the cable to b + black pigtail to the brass upper screw.',
      'Cap the black (H) of the cable to c; nothing hangs on it here.',
      'Under the screws 3/4" bare.',
    ]);
    expect(lines[0]).toMatch(/^[A-Z].*connector: /);
  });
  it('tabs first, other lines last; strips of two sizes are both said, none where nothing is under a screw', () => {
    const nets = [
      net([lead('a')], [at('brass upper')]),
      net([lead('b', 'neutral', { gauge: 14 })], [at('silver upper')], { role: 'neutral' }),
    ];
    const joints = laid(nets).joints;
    const lines = brief(nets, { breaks: ['Break it.'], connect: ['Break it.', ...joints.map(jointLine), 'Tighten all.'] });
    expect([lines[0], lines.at(-2), lines.at(-1), lines.length]).toEqual(['Break it.', 'Under the screws 3/4" or 5/8" bare.', 'Tighten all.', 5]); // prettier-ignore
    expect(brief([net([lead('a'), lead('b')], [])]).some((l) => /bare\.$/.test(l))).toBe(false);
  });
  it('a jumper from screw to screw in one line; one between splices in both', () => {
    expect(brief([net([], [at('load brass', 'g', 'the first receptacle'), at('brass upper', 'r', 'the second receptacle')])])).toEqual([
      'Black jumper from the load brass screw of the first receptacle to the brass upper screw of the second receptacle.',
      'Under the screws 5/8" bare.',
    ]);
    const two = brief([
      net(
        Array.from({ length: 7 }, (_, i) => lead(`a${i}`)),
        [],
      ),
    ]);
    expect(two.filter((l) => /black jumper between the two splices\.$/.test(l))).toHaveLength(2);
  });
  it('a pigtail whose splice nobody made is said where it lies', () => {
    const { cableId: _, ...piece } = lead('p', 'hot', { from: 'pigtail' });
    const joint = { id: 'j', role: 'hot' as const, kind: 'terminal' as const, at: at('brass upper'), stripMm: inches(0.75), leads: [piece], says: 'x' }; // prettier-ignore
    expect(connectBriefly({ joints: [joint], breaks: [], connect: ['X.'] } as unknown as WiringPlan)[0]).toBe('Black pigtail to the brass upper screw on the brass upper screw.'); // prettier-ignore
  });
});
