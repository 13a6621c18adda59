/**
 * A box as hands wired it, in the words of a plan; and the lines of a plan that are no joints: what is taken apart, broken, left, tightened,
 * folded, looked at first (handbook 6, 14; common practice). Boxes as in the make-ups.
 */
import { describe, expect, it } from 'vitest';
import { inches } from '../../measure/index.js';
import type { BoxWiring, Cable, Schools } from '../../model/index.js';
import { asWired } from './asWired.js';
import { BRW, BW, cable, device, inputOf, MAKE_UPS, planOf, type MakeUp } from './makeUps.testing.js';
import { cableKind, wiringPlan } from './plan.js';

type Joint = BoxWiring['joints'][number];
const end = (cableId: string, conductor: number, side: 0 | 1 = 1): Joint['ends'][number] => ({ cableId, conductor, end: side });
const tail = (pigtailId: string, side: 0 | 1 = 0): Joint['ends'][number] => ({ pigtailId, end: side });
const screw = (id: string, device_: string, terminal: string, ends: Joint['ends'], how?: string): Joint => ({ id, kind: 'terminal', at: { device: device_, terminal }, ends, ...(how ? { how } : {}) }) as Joint; // prettier-ignore
const splice = (id: string, ends: Joint['ends'], more: Partial<Joint> = {}): Joint => ({ id, kind: 'splice', ends, ...more });
const wired = (m: MakeUp, joints: Joint[], more: Partial<BoxWiring> = {}) => {
  const input = inputOf(m);
  const wiring: BoxWiring = { id: 'b', of: { cables: m.cables.map((c) => c.id), devices: [] }, joints, pigtails: [], ...more };
  return asWired(wiringPlan(input), input.site, input.box, wiring);
};
const ONE: MakeUp = { cables: [cable('feed', 'line')], devices: [device('r', 'duplex-15')] };
/** What a conductor of one cable is taken for. */
const lead = (part: Partial<Cable>, conductor: number) => wired({ ...ONE, cables: [{ ...cable('feed', 'line'), ...part }] }, [splice('s', [end('feed', conductor)])]).joints[0]!.leads[0]!; // prettier-ignore

describe('a box as hands wired it', () => {
  it('each end by its colour, its letter, its cable; the last of a cable is its ground', () => {
    expect([0, 1, 2].map((n) => lead({}, n)).map((l) => [l.id, l.role, l.letter, l.colour, l.gauge, l.from])).toEqual([
      ['feed-0', 'hot', 'H', 'black', 12, 'cable to feed'],
      ['feed-1', 'neutral', 'N', 'white', 12, 'cable to feed'],
      ['feed-g', 'ground', 'G', 'bare', 12, 'cable to feed'],
    ]);
    expect([lead({ ground: 'green' }, 2).colour, lead({ conductors: BRW! }, 1).letter, lead({ conductors: ['blue', 'white'] }, 0).letter]).toEqual(['green', 'R', 'H']); // prettier-ignore
  });
  it('traced it is what it was traced to be; a white that is used as a hot is one, marked or not', () => {
    const traced = { conductors: BRW!, uses: [{ is: 'neutral' }, { is: 'switched' }, { is: 'traveller' }] } as Partial<Cable>;
    expect([0, 1, 2].map((n) => lead(traced, n)).map((l) => [l.role, l.letter])).toEqual([['neutral', 'N'], ['hot', 'S'], ['hot', 'T']]); // prettier-ignore
    expect(lead({ uses: [{ is: 'hot' }, { is: 'hot' }] }, 1)).toMatchObject({ role: 'hot', letter: 'H' });
    const white = (used?: 'marked' | 'unmarked' | 'no') => lead(used ? ({ whiteUsedAsHot: used } as Partial<Cable>) : {}, 1).role;
    expect([white('marked'), white('unmarked'), white('no'), white()]).toEqual(['hot', 'hot', 'neutral', 'neutral']);
  });
  it('a screw by what it is for, stripped as it was made; a ground screw is a side screw', () => {
    const on = (terminal: string, how?: string) => wired(ONE, [screw('j', 'r', terminal, [end('feed', 0)], how)]).joints[0]!;
    expect(['brass upper', 'silver upper', 'green', 'neutral', 'hot', 'common'].map((t) => on(t).role)).toEqual(['hot', 'neutral', 'ground', 'neutral', 'hot', 'hot']); // prettier-ignore
    expect([on('brass upper'), on('brass upper', 'clamp plate'), on('brass upper', 'push-in'), on('green', 'push-in'), on('brass upper', 'by luck'), on('brass upper', 'side screw')].map((j) => j.stripMm)).toEqual([0.75, 0.5, 0.5, 0.75, 0.75, 0.75].map(inches)); // prettier-ignore
    expect(on('brass upper').says).toBe('the black (H) of the cable to feed, stripped 3/4", hooked clockwise under the brass upper screw');
    const box = wired(ONE, [screw('j', 'box', 'screw', [end('feed', 2)])]).joints[0]!;
    expect([box.role, box.at]).toEqual(['ground', { deviceId: 'box', name: 'box screw', of: '' }]);
    // two under one screw are both said
    expect(wired(ONE, [screw('j', 'r', 'green', [end('feed', 2), end('feed', 0)])]).joints[0]!.says).toMatch(/screw; and the black/);
    const two = wired({ ...ONE, devices: [device('r', 'duplex-15'), device('q', 'duplex-15')] }, [screw('j', 'q', 'brass upper', [end('feed', 0)])]); // prettier-ignore
    expect(two.joints[0]!.at!.of).toBe('the second receptacle');
  });
  it('a splice by its connector, or by how it was made; its role is that of its cable', () => {
    const made = (more: Partial<Joint>, ends = [end('feed', 0), tail('p')]) => wired(ONE, [splice('s', ends, more)], { pigtails: [{ id: 'p', colour: 'white', gauge: 14, lengthMm: 150 }] }).joints[0]!; // prettier-ignore
    expect([made({ connector: 'blue one' }), made({ how: 'lever' }), made({ how: 'push-in connector' }), made({}), made({ how: 'twist-on' })].map((j) => j.connector)).toEqual(['blue one', 'lever connector', 'push-in connector', 'twist-on', 'twist-on']); // prettier-ignore
    expect([made({}).role, made({}, [tail('p'), end('feed', 0)]).role, made({}, [tail('p')]).role]).toEqual(['hot', 'hot', 'neutral']);
    expect(made({}).says).toBe('splice the black (H) of the cable to feed, a white pigtail (N) in a twist-on');
    const cap = wired(ONE, [splice('c', [end('feed', 0)], { kind: 'cap' })]).joints[0]!;
    expect([cap.kind, cap.stripMm, cap.says]).toEqual(['cap', 0, 'cap the black (H) of the cable to feed']);
  });
  it('a piece under two screws is a jumper, its far end said; other colours are drawn as the nearest', () => {
    const pigtails = [{ id: 'j', colour: 'black' as const, gauge: 12 as const, lengthMm: 150 }, { id: 'p', colour: 'white' as const, gauge: 12 as const, lengthMm: 150 }]; // prettier-ignore
    const joints = [
      screw('a', 'r', 'brass upper', [tail('j')]),
      screw('b', 'r', 'brass lower', [tail('j', 1)]),
      screw('c', 'r', 'silver upper', [tail('p', 1)]),
      splice('s', [tail('p'), end('feed', 1)]),
    ];
    const leads = wired(ONE, joints, { pigtails }).joints.map((j) => [j.id, j.leads[0]!.jumper === true, j.leads[0]!.far === true]);
    expect(leads).toEqual([['a', true, false], ['b', true, true], ['c', false, true], ['s', false, false]]); // prettier-ignore
    const colour = (of: string) => wired(ONE, [splice('s', [tail('p')])], { pigtails: [{ id: 'p', colour: of as 'black', gauge: 12, lengthMm: 1 }] }).joints[0]!.leads[0]!; // prettier-ignore
    expect(['black', 'red', 'white', 'blue', 'bare', 'green', 'green-yellow', 'brown', 'grey'].map((c) => [colour(c).colour, colour(c).role])).toEqual([
      ...[['black', 'hot'], ['red', 'hot'], ['white', 'neutral'], ['blue', 'hot'], ['bare', 'ground'], ['green', 'ground']],
      ...[['green', 'ground'], ['black', 'hot'], ['black', 'hot']],
    ]); // prettier-ignore
  });
  it('what isn’t there holds nothing', () => {
    const gone = wired(ONE, [splice('s', [tail('gone')]), splice('t', [end('gone', 0)]), splice('u', [tail('gone'), end('feed', 0)])]);
    expect(gone.joints.map((j) => [j.id, j.leads.length])).toEqual([['u', 1]]);
  });
  it('connected in the order of the trade; ends on nothing are said, at this end of the cable', () => {
    const plan = wired(ONE, [screw('h', 'r', 'brass upper', [end('feed', 0)]), screw('g', 'r', 'green', [end('feed', 2)])]);
    expect(plan.connect.map((l) => l.slice(0, 9))).toEqual(['The bare ', 'The black']);
    expect(plan.notes).toEqual(['The white (N) of the cable to feed is on nothing: a loose end is capped.']);
    expect([plan.refused, plan.joints.length]).toEqual([[], 2]);
    // the same conductor met at the far end of a cable that goes on is none of this box
    const on = wired({ ...ONE, cables: [cable('on', 'load', BW, undefined, { ground: 'none' })] }, [splice('s', [end('on', 0, 0)])]);
    expect(on.notes).toEqual(['The white (N) of the cable to on is on nothing: a loose end is capped.']);
    const bare = (ground: Cable['ground']) => wired({ ...ONE, cables: [{ ...cable('feed', 'line'), ground }] }, []).notes.length;
    expect([bare('bare'), bare('none'), bare(undefined as never)]).toEqual([3, 2, 2]);
    // what runs through has no end here
    const through = { ...cable('through', 'load'), ends: [{ label: 'x' }, { label: 'y' }] as Cable['ends'], unbrokenIn: ['b'] };
    expect(wired({ ...ONE, cables: [cable('feed', 'line'), through] }, []).notes).toHaveLength(3);
  });
  it('tabs that hands broke come first, by the name of the device', () => {
    const plan = wired(ONE, [splice('s', [end('feed', 0)])], { broken: [{ deviceId: 'r', side: 'brass' }, { deviceId: 'r', side: 'silver' }, { deviceId: 'x', side: 'silver' }] }); // prettier-ignore
    expect(plan.breaks).toEqual(['Break the brass and the silver tab of r.', 'Break the silver tab of x.']);
    expect([plan.connect.slice(0, 2), plan.devices.map((d) => d.broken)]).toEqual([plan.breaks, [{ brass: true, silver: true }]]);
    expect(wired(ONE, []).devices[0]!.broken).toBeUndefined();
  });
  it('a red that was traced as a neutral is one; tabs are said by the name of their device, silver alone too', () => {
    const red = { conductors: BRW!, uses: [{ is: 'hot' }, { is: 'neutral' }, { is: 'hot' }] } as Partial<Cable>;
    expect([0, 1, 2].map((n) => lead(red, n).letter)).toEqual(['H', 'N', 'H']);
    const named = { ...ONE, devices: [device('q', 'duplex-15', { name: 'lamp' }), device('r', 'duplex-15', { name: 'tv' })] };
    const plan = wired(named, [splice('s', [end('feed', 0)])], { broken: [{ deviceId: 'r', side: 'silver' }] });
    expect([plan.breaks, plan.devices.map((d) => d.broken)]).toEqual([['Break the silver tab of tv.'], [undefined, { brass: false, silver: true }]]); // prettier-ignore
    // a pigtail in a splice alone is none under a screw
    const tails = [{ id: 'p', colour: 'black' as const, gauge: 12 as const, lengthMm: 150 }];
    expect(wired(ONE, [splice('s', [tail('p'), end('feed', 0)]), screw('h', 'r', 'green', [end('feed', 2)])], { pigtails: tails }).joints[0]!.leads[0]!.jumper).toBeUndefined(); // prettier-ignore
  });
  it('pigtails are as long as hands cut them, or as the school', () => {
    const long = (mm?: number) => wired(ONE, [], mm ? { pigtails: [{ id: 'p', colour: 'black', gauge: 12, lengthMm: mm }] } : {}).pigtailMm;
    expect([long(120), long()]).toEqual([120, inches(6)]);
  });
});

describe('the lines of a plan', () => {
  const of = (m: MakeUp, schools: Partial<Schools> = {}) => planOf(m, schools);
  it('a cable’s name on the trade’s tongue', () => {
    expect([cableKind({ gauge: 14, conductors: BW! }), cableKind({ gauge: 12, conductors: BRW! })]).toEqual(['14-2', '12-3']);
    const plan = of({ cables: [cable('feed', 'line'), { ...cable('through', 'load'), ends: [{ label: 'x' }, { label: 'y' }], unbrokenIn: ['b'] }], devices: [device('r', 'duplex-15')] }); // prettier-ignore
    expect(plan.cables.map((c) => [c.id, c.kind, c.unbroken])).toEqual([['feed', '12-2', false], ['through', '12-2', true]]); // prettier-ignore
  });
  it('hots off first; the unused screws home, LOAD taped; every screw tightened', () => {
    const lines = (m: MakeUp, schools: Partial<Schools> = {}) => of(m, schools).connect.slice(-2);
    expect(of(ONE).takeApart).toEqual(['Take the hots off the device first, and treat every conductor as live; then the neutrals, last the grounds.']); // prettier-ignore
    expect(lines(ONE)[0]).toBe('Drive the unused screws home.');
    expect(lines(ONE)[1]).toMatch(/^Tighten every screw to the torque/);
    expect(lines(ONE, { terminals: 'clamp plate' })[0]).not.toMatch(/unused/);
    expect(lines(MAKE_UPS['ground-fault, nothing behind it']!)[0]).toBe('Leave the LOAD terminals taped.');
    expect(lines(MAKE_UPS['ground-fault, two cables behind it']!)[0]).not.toMatch(/taped|unused/);
    expect(lines(MAKE_UPS['an old loop, its white marked']!)[0]).not.toMatch(/unused/);
    const apart = (name: string) => /off the (\w+) first/.exec(of(MAKE_UPS[name]!).takeApart[0] ?? '')?.[1];
    expect([apart('an old loop, its white marked'), apart('two yokes on one feed'), apart('lampholder at its end'), apart('three-way at the feed'), apart('junction box')]).toEqual(['switch', 'devices', 'device', 'device', undefined]); // prettier-ignore
    expect(of(MAKE_UPS['junction box']!).connect.some((l) => l.startsWith('Tighten'))).toBe(false);
  });
  it('grounds, neutrals, hots; a tab that is broken comes before all of them', () => {
    expect(of(ONE).connect.slice(0, 3).map((l) => l.slice(0, 9))).toEqual(['The bare ', 'The white', 'The black']); // prettier-ignore
    const split = of({ ...MAKE_UPS['split duplex on two circuits']!, devices: [device('r', 'duplex-15', { split: 'two feeds', name: 'tv' })] }); // prettier-ignore
    expect([split.breaks, split.connect[0]]).toEqual([['Break the brass and the silver tab of tv.'], 'Break the brass and the silver tab of tv.']); // prettier-ignore
    expect([of(ONE).breaks, of(ONE).notes, of(MAKE_UPS['junction box']!).takeApart]).toEqual([[], [], []]);
    // of a circuit that nobody knows it is planned all the same
    const { circuit: _, ...input } = inputOf(ONE);
    expect(wiringPlan({ ...input, circuit: undefined }).connect.length).toBe(of(ONE).connect.length);
    // a switch beside a lampholder: what was taken on is ahead of it
    const beside = of({ cables: [cable('feed', 'line'), cable('new', 'load')], devices: [device('s', 'switch-15'), device('r', 'duplex-15')], added: ['new'] }); // prettier-ignore
    expect(beside.missing.length + beside.notes.length).toBeGreaterThan(0);
  });
  it('folded grounds first; closed by what is in the box', () => {
    const last = (name: string) => of(MAKE_UPS[name]!).fold.at(-1);
    expect(of(ONE).fold.map((l) => l.slice(0, 16))).toEqual(['Fold the grounds', 'Then the neutral', 'Set the device u']);
    expect([last('junction box'), last('lampholder at its end'), last('an old loop, its white marked')]).toEqual([
      ...['Close with a blank plate that stays reachable.', 'Screw the lampholder to the box, flush.', 'Set the device upright and flush, then the plate.'],
    ]); // prettier-ignore
    const both = of({ cables: [cable('before', 'line', BW, ['switched', 'neutral'])], devices: [device('l', 'lampholder'), device('m', 'lampholder')] }); // prettier-ignore
    expect(both.refused.length + both.fold.length).toBeGreaterThan(0);
  });
  it('what nobody looked at is said, and what a school gave way in', () => {
    const notes = (m: MakeUp, schools: Partial<Schools> = {}) => of(m, schools).notes.join(' | ');
    const unseen = (id: string): Cable => {
      const { ground: _, ...c } = cable(id, id === 'feed' ? 'line' : 'load');
      return c;
    };
    expect(notes({ ...ONE, cables: [unseen('feed'), unseen('on')] })).toMatch(/Nobody has looked for a ground in the cable to feed and the cable to on: look before/); // prettier-ignore
    expect(notes(ONE)).not.toMatch(/Nobody has looked/);
    expect([notes({ ...ONE, box: { kind: 'other', gangs: 1 } }), notes(ONE)].map((n) => /Whether the box is metal was not noted/.test(n))).toEqual([true, false]); // prettier-ignore
    const two = MAKE_UPS['two yokes on one feed']!;
    const tells = (m: MakeUp, schools: Partial<Schools>) => /Two receptacles on one feed: pigtails to each/.test(notes(m, schools));
    expect([tells(two, { device: 'feed-through' }), tells(two, {}), tells(ONE, { device: 'feed-through' })]).toEqual([true, false, false]);
    const ahead = (m: MakeUp) => /stays live with the switch off/.test(notes(m));
    const taken = { cables: [cable('feed', 'line'), cable('lamp', 'load'), cable('new', 'load')], devices: [device('s', 'switch-15')], added: ['new'] }; // prettier-ignore
    expect([ahead(taken), ahead({ ...taken, devices: [device('r', 'duplex-15')] }), ahead({ ...taken, cables: [...taken.cables.slice(0, 2), cable('new', 'load', BW, ['hot', 'neutral'])] }), ahead({ ...taken, added: [] }), ahead({ ...taken, added: ['elsewhere'] })]).toEqual([true, false, false, false, false]); // prettier-ignore
  });
  it('the same box gives the same plan, another gives another', () => {
    const input = inputOf(ONE);
    expect(wiringPlan(input)).toBe(wiringPlan(inputOf(ONE)));
    expect(wiringPlan(input)).not.toBe(wiringPlan({ ...input, box: { ...input.box, gangs: 1 } }));
    expect(wiringPlan(input)).not.toBe(wiringPlan({ ...input, schools: { ...input.schools, tape: true } }));
    // measured from the other end it is the same box
    expect(wiringPlan({ ...input, box: { ...input.box, place: { ...input.box.place, from: 'right-end' } } })).toBe(wiringPlan(input));
  });
  it('refused, or with something to find out, it has no lines at all', () => {
    const refused = of({ ...ONE, cables: [cable('feed', 'line', BW, undefined, { metal: 'aluminium' })] });
    expect([refused.refused.length, refused.joints, refused.connect, refused.fold]).toEqual([1, [], [], []]);
    const missing = of({ ...ONE, cables: [cable('on', 'load')] });
    expect([missing.missing.length, missing.connect, missing.takeApart]).toEqual([1, [], []]);
    const noNeutral = of({ ...ONE, cables: [cable('a', 'line', BW, ['hot', 'switched'], { whiteUsedAsHot: 'marked' })] });
    expect([noNeutral.missing.length, noNeutral.joints, noNeutral.connect, noNeutral.fold]).toEqual([1, [], [], []]);
  });
});
