/**
 * The boxes that are there: opened, taken apart, exchanged, joined; moved or enlarged in place; closed, tested, noted. In a den and a shop,
 * words and minutes by common practice (handbook 1, 5 to 9, 13, 23).
 */
import { describe, expect, it } from 'vitest';
import { workOf, type Work, type WorkBox, type WorkRun } from '../ledger/index.js';
import { inches } from '../measure/index.js';
import type { Box, Change, Site, Wall } from '../model/index.js';
import { siteWith } from '../panel/smallPanel.testing.js';
import { boxOn } from '../route/smallHouse.testing.js';
import { closeBoxes, record, testAll } from './finish.js';
import { inPlace } from './inPlace.js';
import { closing, plaster } from './makingGood.js';
import { connectIn, openBox, sourceSide } from './oldBox.js';
import { cable, device, inch, jobAt, outlet, renew } from '../panel/smallJob.testing.js';
import type { At, Draft, Target } from './step.js';

const DEAD: Target = { key: 'c1', words: 'circuit 1', off: 'off', prove: 'prove-dead', on: 'on', sole: true };
const at = (w: Work, n = 0): At => ({ w, n, dead: [DEAD], proved: 'prove-dead' });
const kinds = (d: Draft): string => d.time.map((t) => `${t.kind}${t.count === 1 ? '' : ` × ${Number(t.count.toFixed(6))}`}`).join(', ');
const siteOf = (one: Partial<Box> = {}, part: Partial<Omit<Site, 'circuits' | 'panel'>> = {}, wall: Partial<Wall> = {}): Site => {
  const site = siteWith({
    boxes: [boxOn('one', 'e', 20, { circuitId: 'c1', ...one }), boxOn('three', 's', 30, { circuitId: 'c3' })],
    cables: [cable('k1', 'one'), cable('k3', 'three')],
    devices: [device('one'), device('three')],
    loads: [],
    ...part,
  });
  return { ...site, walls: site.walls.map((v) => (v.id === 'e' ? { ...v, ...wall } : v)) };
};
const work = (changes: Change[], site = siteOf(), more: Parameters<typeof jobAt>[2] = {}): Work => workOf(jobAt(site, changes, more));
const boxIn = (w: Work, id: string): WorkBox => w.boxes.find((b) => b.box.id === id)!;
const NEW = outlet(boxOn('new', 'e', 26), 'one');

describe('opened and taken apart', () => {
  it('dead, device out, cables marked; its shortest free end is read, of whatever length', () => {
    const w = work(NEW);
    const step = openBox(at(w), boxIn(w, 'one'), ['prove-dead']);
    expect([step.title, kinds(step), step.dead, step.after, step.alters, step.place?.boxId]).toEqual(['Open box one and take it apart', 'open and take apart', [DEAD], ['prove-dead'], true, 'one']); // prettier-ignore
    expect(step.says[0]).toMatch(/^Plate and device out/);
    expect(step.says.some((l) => l.startsWith('Take the hots off the device first'))).toBe(true);
    expect(step.asks).toMatchObject([{ unit: 'length', least: 0 }]);
    expect(step.asks[0]!.most).toBeUndefined();
  });
  it('two devices take twice as long; a splice box has nothing to take off, and takes its while all the same; a switch is said', () => {
    const two = work(NEW, siteOf({ gangs: 2 }, { devices: [device('one'), device('one', 'duplex-15', { id: 'second' })] }));
    expect(kinds(openBox(at(two), boxIn(two, 'one'), []))).toBe('open and take apart × 2');
    const none = work(NEW, siteOf({ holds: 'junction' }, { devices: [] }));
    const step = openBox(at(none), boxIn(none, 'one'), []);
    expect([kinds(step), step.says.some((l) => l.startsWith('Take the hots'))]).toEqual(['open and take apart', false]);
    const off = work(NEW, siteOf({ holds: 'switch', switchHas: 'hot and neutral' }, { devices: [device('one', 'switch-15')] }));
    expect(openBox(at(off), boxIn(off, 'one'), []).says[0]).toBe('Plate off and switch out, without touching bare ends.');
  });
});

describe('connected', () => {
  const of = (changes: Change[], site = siteOf()) => {
    const w = work(changes, site);
    return connectIn(at(w), boxIn(w, 'one'), [], ['x']);
  };
  it('a cable takes its time, and what becomes of the box is done with it', () => {
    const step = of(NEW);
    expect([step.id, step.title, kinds(step), step.connects, step.alters, step.dead, step.after]).toEqual(['wire-source', 'Clamp, strip and connect in box one', 'strip, splice, land × 2', true, true, [DEAD], ['x']]); // prettier-ignore
    expect(step.changeIds).toEqual([]);
  });
  it('a device exchanged, taken out or put in, and wiring by hand, are done here; those of another box are not', () => {
    const put = (id: string, boxId: string): Change => ({ id, title: id, do: 'place-device', device: device(boxId, 'duplex-15', { id: `${id}-d` }) }); // prettier-ignore
    const changes: Change[] = [
      ...NEW,
      { id: 'swap', title: 'swap', do: 'replace-device', deviceId: 'one-d', device: device('one', 'duplex-20') },
      { id: 'swap-3', title: 'swap', do: 'replace-device', deviceId: 'three-d', device: device('three', 'duplex-20') },
      put('put-here', 'one'),
      put('put-there', 'three'),
    ];
    expect(of(changes).changeIds).toEqual(['swap', 'put-here']);
    expect(of([...NEW, { id: 'out', title: 'out', do: 'remove-device', deviceId: 'one-d' }]).changeIds).toEqual(['out']);
    const wiring = (id: string): Change => ({ id: `wire-${id}`, title: 'by hand', do: 'wire-box', wiring: { id, of: { cables: [], devices: [] }, joints: [], pigtails: [] } }); // prettier-ignore
    expect(of([...NEW, wiring('one'), wiring('new')]).changeIds).toEqual(['wire-one']);
  });
  it('what the plan misses is said among its lines', () => {
    const three = siteOf({}, { cables: [cable('k1', 'one', { conductors: ['black', 'red', 'white'] })] });
    expect(of(NEW, three).says.some((l) => /does? is not known|share a neutral/.test(l))).toBe(true);
  });
});

describe('the box that power comes from', () => {
  const side = (
    changes: Change[],
    { site = siteOf(), run = {}, tailFirst = true, seen = new Set<WorkBox>(), more = {} }: { site?: Site; run?: Partial<WorkRun>; tailFirst?: boolean; seen?: Set<WorkBox>; more?: Parameters<typeof jobAt>[2] } = {}, // prettier-ignore
  ) => {
    const w = work(changes, site, more);
    const source = boxIn(w, 'one');
    return sourceSide(at(w), { ...w.runs[0]!, ...run }, source, { tailFirst, laid: ['laid'], far: ['far'] }, seen.size ? new Set([source]) : seen); // prettier-ignore
  };
  const ids = (steps: Draft[]) => steps.map((d) => d.id);
  it('opened, the tail caught and pulled in, clamped and connected once what lies further is', () => {
    const steps = side(NEW);
    expect(ids(steps)).toEqual(['open-source', 'fish', 'wire-source']);
    const [open, fish, wire] = steps;
    expect([open!.after, fish!.after, wire!.after]).toEqual([['prove-dead'], ['open-source', 'laid'], ['fish', 'far']]);
    expect([fish!.title, kinds(fish!), fish!.asks.map((a) => a.key), fish!.dead]).toEqual(['Bring the cable into box one', 'fish in a bay', ['out-source'], [DEAD]]); // prettier-ignore
    expect(fish!.says).toEqual([
      'Catch the tail in the bay through the box’s knockout or clamp and pull it in.',
      'Leave at least 12", better 16", out of each opening.',
    ]);
    expect(wire!.asks.map((a) => a.key)).toEqual(['free-source']);
  });
  it('with power off first it is fished from here, and sticks out at both ends; a way that was laid is brought in', () => {
    const fish = (more: Parameters<typeof side>[1]) => side(NEW, { tailFirst: false, ...more })[1]!;
    expect([fish({}).title, fish({}).asks.map((a) => a.key)]).toEqual(['Fish the cable from box one to the opening', ['out-source', 'out-target']]); // prettier-ignore
    // no depth of the boxes, no length to cut
    expect(fish({ run: { run: undefined } }).says[0]).toBe('Cut the cable; push it in at box one, catch it at the opening.');
    expect(fish({ run: { run: { cutMm: inches(78) } as WorkRun['run'] } }).says[0]).toMatch(/^Cut 6' 6"; push it in at box one/);
    const laid = fish({ run: { traced: {} as WorkRun['traced'] } });
    expect([laid.title, laid.asks.map((a) => a.key), laid.says[0]]).toEqual(['Bring the cable into box one', ['out-source'], 'Catch the tail in the bay through the box’s knockout or clamp and pull it in.']); // prettier-ignore
  });
  it('a box that was opened for another cable is not opened again', () => {
    const steps = side(NEW, { seen: new Set([{} as WorkBox]) });
    expect([ids(steps), steps[0]!.after]).toEqual([
      ['fish', 'wire-source'],
      ['open-source', 'laid'],
    ]);
  });
  it('one that is too small is exchanged first', () => {
    const site = siteOf();
    const steps = side([...NEW, renew(site, 'one', { gangs: 2 })], { site });
    expect([ids(steps), steps[2]!.after]).toEqual([
      ['open-source', 'replace-source', 'fish', 'wire-source'],
      ['replace-source', 'laid'],
    ]);
    expect([steps[1]!.title, kinds(steps[1]!), steps[1]!.changeIds, steps[1]!.dead]).toEqual(['New box for one', 'free a nailed box, set a box', ['renew-one'], [DEAD]]); // prettier-ignore
    // another box’s exchange is none of it
    expect(ids(side([...NEW, renew(site, 'three')], { site }))).toEqual(['open-source', 'fish', 'wire-source']);
  });
  it('a block on the way is opened at and bored, half an hour each; between open studs it is only bored', () => {
    const block = { block: { kind: 'fire-block', z: inch(40) } } as unknown as WorkRun['blocks'][number];
    const fish = side(NEW, { run: { blocks: [block, block] } })[1]!;
    expect(kinds(fish)).toBe('fish in a bay, fish round a corner or past a block × 2');
    expect(fish.says[1]).toBe('At the fire-block, 40" over the floor: open the finish in front of it, bore its middle, cable through, hole sealed where it blocks fire.'); // prettier-ignore
    const faces = siteOf().walls.find((v) => v.id === 'e')!.faces;
    const open = siteOf({}, {}, { faces: { ...faces, A: { ...faces.A, open: true } } });
    expect(side(NEW, { site: open, run: { blocks: [block] } })[1]!.says[1]).toMatch(/over the floor: bore its middle/);
  });
  it('single wires come in with their raceway, and fish nothing past a block', () => {
    const wires = outlet(boxOn('new', 'e', 26), 'one', { sheath: 'single wires' });
    const block = { block: { kind: 'fire-block', z: inch(40) } } as unknown as WorkRun['blocks'][number];
    const fish = side(wires, { run: { blocks: [block] } })[1]!;
    expect([fish.title, kinds(fish), fish.says[0]!.startsWith('Base fitting of the raceway')]).toEqual(['Bring the wires into box one', 'fish in a bay', true]); // prettier-ignore
    expect(fish.says[1]).toMatch(/; 12" out of the box/);
  });
  it('forward into a built-in the old box gets an extension', () => {
    const w = work(NEW);
    const front = { ...w.runs[0]!.to, wall: { ...w.runs[0]!.to.wall, builtIn: {} } as unknown as Wall };
    const [, fish] = sourceSide(at(w), { ...w.runs[0]!, to: front }, boxIn(w, 'one'), { tailFirst: true, laid: [], far: [] }, new Set());
    expect(fish!.says[0]).toMatch(/^Box extension on the old box/);
  });
});

describe('a box that is worked at where it is', () => {
  const of = (changes: Change[], site = siteOf(), more: Parameters<typeof jobAt>[2] = {}) => {
    const w = work(changes, site, more);
    return inPlace(at(w), boxIn(w, 'one'));
  };
  const moved = (up: number): Partial<Box> => ({ place: { ...boxOn('one', 'e', 20).place, bottom: inch(14 + up) } });
  it('only opened: its device exchanged, nothing marked, cut or patched', () => {
    const { marks, work: steps, patches, last } = of([{ id: 'swap', title: 's', do: 'replace-device', deviceId: 'one-d', device: device('one', 'duplex-20') }]); // prettier-ignore
    expect([marks, steps.map((d) => [d.id, d.title]), patches, last]).toEqual([
      [],
      [
        ['open-source', 'Open box one and take it apart'],
        ['wire-source', 'Strip and connect in box one'],
      ],
      [],
      'wire-source',
    ]);
    expect(steps[1]!.after).toEqual(['open-source']);
  });
  it('raised: marked before, freed, cut, set; what it leaves is patched', () => {
    const site = siteOf();
    const { marks, work: steps, patches } = of([renew(site, 'one', moved(20))], site);
    expect(marks.map((d) => d.id)).toEqual(['mark-out']);
    expect(steps.map((d) => d.id)).toEqual(['open-source', 'free-box', 'cut-opening', 'set-new-box', 'wire-source']);
    const [, free, cut, set, wire] = steps;
    expect([free!.title, kinds(free!), kinds(cut!), kinds(set!), set!.changeIds, wire!.after]).toEqual([
      ...['Free the old box and take it out', 'free a nailed box', 'look inside, cut drywall', 'set a box'],
      ...[['renew-one'], ['set-new-box']],
    ]);
    for (const d of [free, cut, set]) expect([d!.dead, d!.alters, d!.place?.boxId]).toEqual([[DEAD], true, 'one']);
    expect(set!.asks.map((a) => a.key)).toEqual(['free-source-set']);
    expect(cut!.says.at(-1)).toMatch(/^Depth: no further than [\d /]+" from the surface\.$/);
    expect(patches).toHaveLength(1);
    // nobody looked behind it: that is said at the cut
    expect(cut!.cautions.length).toBeGreaterThan(1);
  });
  it('another of the same size is freed and set, nothing is cut', () => {
    const site = siteOf();
    const { marks, work: steps, patches } = of([renew(site, 'one', { kind: 'other', name: 'box one' })], site);
    expect([marks, steps.map((d) => d.id), patches]).toEqual([[], ['open-source', 'free-box', 'set-new-box', 'wire-source'], []]);
  });
  it('by the school the old one stays in the bay; lath takes longer to cut', () => {
    const lath = { finish: 'plaster-lath', thickness: inch(0.75) };
    const faces = siteOf().walls.find((v) => v.id === 'e')!.faces;
    const site = siteOf({}, {}, { faces: { ...faces, A: { ...faces.A, layers: [{ finish: 'drywall', thickness: inch(0.5) }, lath] } } as Wall['faces'] }); // prettier-ignore
    const steps = of([renew(site, 'one', moved(20))], site, { schools: { oldBox: 'pushed aside' as never } }).work;
    expect([steps[1]!.title, steps[1]!.says.at(-1), kinds(steps[2]!)]).toEqual(['Free the old box', 'Push the freed box aside in the bay, clear of the cables.', 'look inside, cut plaster on lath']); // prettier-ignore
  });
});

describe('closed and tested', () => {
  it('plates on, screw slots as the school wants them; the panel’s cover before anything is switched on', () => {
    const close = (devices: number, main: boolean, slots = true) => closeBoxes(work(NEW, siteOf(), { schools: slots ? { plateScrews: 'slots vertical' } : { plateScrews: 'any' as never } }), 1, [DEAD], ['x'], devices, main); // prettier-ignore
    expect([close(2, false).id, kinds(close(2, false)), kinds(close(0, false)), close(2, false).dead, close(2, false).after]).toEqual(['close-boxes-2', 'mount device and plate × 2', 'mount device and plate', [DEAD], ['x']]); // prettier-ignore
    expect([close(1, false).says.length, close(1, true).says[2]]).toEqual([
      2,
      'Cover of the panel back on before anything is switched on.',
    ]);
    expect([close(1, false).says[1], close(1, false, false).says[1]]).toEqual(['Devices upright and flush; plates on, screw slots upright.', 'Devices upright and flush; plates on.']); // prettier-ignore
  });
  const test = (changes: Change[], site = siteOf()) => testAll(work(changes, site), ['on']);
  it('120 V within 5 % on the hot, at most 2 V between neutral and ground; at least two faces, each two minutes', () => {
    const step = test(NEW);
    expect(step.asks.map((a) => [a.key, a.least, a.most, a.label])).toEqual([
      ['hn', 114, 126, 'hot to neutral at the new face'],
      ['hg', 114, 126, 'hot to ground at the new face'],
      ['ng', 0, 2, 'neutral to ground at the new face'],
    ]);
    expect([step.after, kinds(step), step.says]).toEqual([['on'], 'test a face × 2', ['Both halves of the new outlet and of the old one, then all the others.']]); // prettier-ignore
    // a third box of the circuit is tested too, one of another circuit isn’t
    const more = siteOf({}, { boxes: [...siteOf().boxes, boxOn('far', 'n', 30, { circuitId: 'c1' })] });
    expect(kinds(test(NEW, more))).toBe('test a face × 3');
  });
  it('where power came from a switch: it still does what it did; from a splice: what was worked on; a ground-fault face trips', () => {
    const fromSwitch = siteOf({ holds: 'switch', switchHas: 'hot and neutral' }, { devices: [device('one', 'switch-15')] });
    expect(test(NEW, fromSwitch).says.map((l) => l.slice(0, 37))).toEqual(['Both halves of every outlet that was ', 'Its switch still does what it did: on']); // prettier-ignore
    const fault = test(outlet(boxOn('new', 'e', 26), 'one', {}, 'ground-fault-15'));
    expect(fault.says.at(-1)).toBe('Press TEST on the ground-fault face: it must trip and reset.');
    const splice = siteOf({ holds: 'junction' }, { devices: [] });
    expect(test(NEW, splice).says).toEqual(['Both halves of every outlet that was worked on, then all the others.']);
  });
  it('what is plugged in or no longer used is done with the test', () => {
    const load = { id: 'l', name: 'lamp', watts: 40, boxId: 'new', circuitId: 'c1', continuous: false, fixed: false };
    const changes: Change[] = [...NEW, { id: 'plug', title: 'p', do: 'plug-in', load }, { id: 'unplug', title: 'u', do: 'unplug', loadId: 'x' }]; // prettier-ignore
    expect(test(changes).changeIds).toEqual(['plug', 'unplug']);
  });
  it('what is left of the circuits is noted with the record', () => {
    const alter = (id: string): Change => ({ id, title: id, do: 'alter-circuit', circuitId: 'c1', with: { breakerA: 15 } });
    const step = record(work([...NEW, alter('a'), alter('b')]), new Set(['b']), ['test']);
    expect([step.id, kinds(step), step.after, step.changeIds]).toEqual(['record', 'label and note, cleaning', ['test'], ['a']]);
  });
});

describe('made good', () => {
  const patch = (wide: number, high: number, onStud = false) => ({ pieces: [{ piece: { left: 0, right: inches(wide), bottom: 0, top: inches(high) }, onStud }], battens: 1, screws: 6 }) as unknown as Parameters<typeof closing>[1][number]; // prettier-ignore
  const w = (compound: 'setting, same day' | 'premixed, overnight') => work(NEW, siteOf(), { schools: { compound: compound as never } });
  it('piece, batten and screws; three coats that set; sanded and painted', () => {
    const steps = closing(w('setting, same day'), [patch(4, 6), patch(3, 5, true)], 'Close it', ['test']);
    expect(steps.map((d) => [d.id, d.title, kinds(d), d.after, d.wait?.kind])).toEqual([
      ['patch', 'Close it', 'cut and fix a patch × 2', ['test'], undefined],
      ['coat-1', 'Compound, first coat', 'coat of compound × 2', undefined, 'setting compound'],
      ['coat-2', 'Compound, second coat', 'coat of compound × 2', undefined, 'setting compound'],
      ['coat-3', 'Compound, third coat', 'coat of compound × 2', undefined, 'setting compound'],
      ['paint', 'Sand and paint', 'sand × 2, paint × 2', undefined, 'wall paint'],
    ]);
    expect(steps[0]!.says).toEqual([
      'Piece 4" wide, 6" high.',
      'Piece 3" wide, 5" high, squared out to the middle of the stud.',
      '2 battens behind, glued and screwed; 12 screws in all, heads just under the paper.',
    ]);
    expect(closing(w('setting, same day'), [patch(4, 6)], '', [])[0]!.says.at(-1)).toBe('1 batten behind, glued and screwed; 6 screws in all, heads just under the paper.'); // prettier-ignore
    expect(steps.slice(1, 4).map((d) => [d.says, d.cautions.length])).toEqual([
      [['To 2 in past the joint, thin.', 'Let it set (about 20 to 45 minutes) before the next coat.'], 1],
      [['To 4 1/2 in past the joint, thin.', 'Let it set (about 20 to 45 minutes) before the next coat.'], 0],
      [['To 7 in past the joint, thin.', 'Let it set (about 20 to 45 minutes) before it is sanded.'], 0],
    ]);
  });
  it('premixed compound dries overnight; with nothing to close there is nothing', () => {
    const [, coat] = closing(w('premixed, overnight'), [patch(4, 6)], '', []);
    expect([coat!.wait?.kind, coat!.says[1]]).toEqual(['premixed compound', 'Let it dry (8 to 24 h, overnight) before the next coat.']);
    expect(closing(w('setting, same day'), [], '', [])).toEqual([]);
    expect(closing(w('setting, same day'), [{ ...patch(4, 6), pieces: [] }], '', [])).toEqual([]);
  });
  it('a chase is filled in as many passes as its deepest wants', () => {
    const chase = (passes: number) => ({ passes, wallId: 'e' }) as unknown as Parameters<typeof plaster>[0][number];
    const steps = plaster([chase(1), chase(4)], ['test']);
    expect(steps.map((d) => [d.id, d.title, kinds(d), d.after, d.wait?.kind, d.place?.wallId])).toEqual([
      ['plaster-1', 'Plaster the chase, first pass', 'coat of compound × 2', ['test'], 'mortar', 'e'],
      ['plaster-2', 'Plaster the chase, second pass', 'coat of compound × 2', undefined, 'mortar', 'e'],
      ['plaster-3', 'Plaster the chase, third pass', 'coat of compound × 2', undefined, 'mortar', 'e'],
      ['plaster-4', 'Plaster the chase, 4th pass', 'coat of compound × 2', undefined, 'mortar', 'e'],
      ['paint-chase', 'Sand and paint the chase', 'sand × 2, paint × 2', undefined, 'wall paint', 'e'],
    ]);
    expect(steps.slice(0, 4).map((d) => d.says)).toEqual([
      ['Wet the chase; mortar round the box and cable, pressed in.', 'Let it set before the next pass.'],
      ['Thin, over the whole width.', 'Let it set before the next pass.'],
      ['Thin, over the whole width.', 'Let it set before the next pass.'],
      ['Thin, over the whole width.', 'Feather it out; let it set before it is sanded.'],
    ]);
    expect(plaster([], ['test'])).toEqual([]);
  });
});

describe('what every step at an old box says of itself', () => {
  it('alters the house, warns where it is dangerous, and is done for its own box alone', () => {
    const site = siteOf();
    const w = work([...NEW, renew(site, 'three'), renew(site, 'one', { gangs: 2 })], site);
    const steps = sourceSide(at(w), w.runs[0]!, boxIn(w, 'one'), { tailFirst: true, laid: [], far: [] }, new Set());
    expect(steps.map((d) => [d.id, d.alters, d.cautions.length, d.says.length > 1, d.changeIds])).toEqual([
      ['open-source', true, 1, true, []],
      ['replace-source', true, 1, true, ['renew-one']],
      ['fish', true, 0, true, []],
      ['wire-source', true, 0, true, []],
    ]);
    const here = work([renew(site, 'one', { place: { ...boxOn('one', 'e', 20).place, bottom: inch(40) } }), renew(site, 'three')], site);
    const { work: own } = inPlace(at(here), boxIn(here, 'one'));
    expect(own.map((d) => [d.id, d.alters, d.cautions.length > 0, d.says.length > 1, d.changeIds])).toEqual([
      ['open-source', true, true, true, []],
      ['free-box', true, true, true, []],
      ['cut-opening', true, true, true, []],
      ['set-new-box', true, false, true, ['renew-one']],
      ['wire-source', true, false, true, []],
    ]);
    expect(own[1]!.says.at(-1)).toBe('Take the box out through its opening.');
    // each line of the cut a sentence of its own, and only what is not in order is warned of
    for (const line of own[2]!.says) expect(line).toMatch(/^[A-Z\d].*\.$/);
    const seen = siteOf({}, {}, { bayLooked: 'seen' });
    const looked = work([renew(seen, 'one', { place: { ...boxOn('one', 'e', 20).place, bottom: inch(2) } })], seen);
    expect(inPlace(at(looked), boxIn(looked, 'one')).work[2]!.cautions.join(' ')).not.toMatch(/nobody has looked/);
    const close = closeBoxes(w, 0, [], [], 1, false);
    expect([close.alters, testAll(w, []).cautions.length, testAll(w, []).alters, record(w, new Set(), []).says.length]).toEqual([true, 2, false, 3]); // prettier-ignore
  });
});
