/**
 * A box opened flat, drawn: what a person has to be able to follow with a finger. Held over every make-up by both ways to feed a device; one
 * box is worked out by hand.
 */
import { describe, expect, it } from 'vitest';
import { wiringDrawing, type WireShape, type WiringDrawing } from './drawing.js';
import { once } from '../once.testing.js';
import { BRW, BW, cable, device, MAKE_UPS, planOf, type MakeUp } from './plan/makeUps.testing.js';

interface Seg {
  from: [number, number];
  to: [number, number];
  wire: WireShape;
}
const segments = (d: WiringDrawing): Seg[] => d.wires.flatMap((wire) => wire.points.slice(1).map((to, i) => ({ from: wire.points[i]!, to, wire }))); // prettier-ignore
const drawn = (m: MakeUp, feed: 'pigtail' | 'feed-through' = 'pigtail') => {
  const plan = planOf(m, { device: feed });
  return { plan, drawing: wiringDrawing(plan) };
};
const span = (a: number, b: number): [number, number] => [Math.min(a, b), Math.max(a, b)];
/** How much of two stretches lies over each other. */
const overlap = (a: [number, number], b: [number, number]): number => Math.min(a[1], b[1]) - Math.max(a[0], b[0]);
/** how far the strap of a device reaches over it */
const STRAP = 18;
const flat = ({ from, to }: Seg): boolean => from[1] === to[1];

describe.each(Object.entries(MAKE_UPS).flatMap(([name, m]) => (['pigtail', 'feed-through'] as const).map((feed) => [`${name}, ${feed}`, m, feed] as const)))('%s', (_, m, feed) => {
  const box = once(() => drawn(m, feed));
  it('every wire goes level or upright, from its cable or its splice to where its joint is', () => {
    const { plan, drawing } = box();
    for (const s of segments(drawing)) expect(s.from[0] === s.to[0] || s.from[1] === s.to[1]).toBe(true);
    for (const wire of drawing.wires) {
      const [start, last] = [wire.points[0]!, wire.points.at(-1)!];
      const joint = plan.joints.find((j) => j.id === wire.jointIds.at(-1) || (j.id === wire.jointIds[0] && j.kind === 'terminal'))!;
      const own = drawing.cables.find((c) => c.id === wire.lead.cableId);
      if (own) expect([start[1], start[0] > own.x && start[0] < own.x + own.width]).toEqual([50, true]);
      const screw = plan.joints.find((j) => wire.jointIds.includes(j.id) && j.kind === 'terminal' && (!wire.lead.jumper || j.id === wire.jointIds[1])); // prettier-ignore
      if (screw) {
        const to = drawing.terminals.find((t) => t.deviceId === screw.at!.deviceId && t.name === screw.at!.name)!;
        expect(last).toEqual([to.x, to.y]);
      } else {
        const splice = drawing.splices.find((x) => x.id === joint.id)!;
        expect(Math.abs(last[1] - splice.y)).toBeLessThanOrEqual(splice.count * 3.5);
      }
    }
  });
  it('each end of a cable, each pigtail and each jumper is drawn once', () => {
    const { plan, drawing } = box();
    const ends = plan.joints.flatMap((j) => j.leads.filter((l) => l.cableId).map((l) => l.id));
    expect(drawing.wires.filter((w) => w.lead.cableId).map((w) => w.lead.id).sort()).toEqual(ends.sort()); // prettier-ignore
    const tails = plan.joints.filter((j) => j.kind === 'terminal' && !j.leads[0]!.cableId && !j.leads[0]!.jumper).map((j) => j.leads[0]!.id); // prettier-ignore
    const far = plan.joints.flatMap((j) => j.leads.filter((l) => l.far).map((l) => l.id));
    expect(drawing.wires.filter((w) => !w.lead.cableId).map((w) => w.lead.id).sort()).toEqual([...tails, ...far].sort()); // prettier-ignore
  });
  it('wires that don’t meet never lie on one another', () => {
    const { drawing } = box();
    const all = segments(drawing);
    for (const a of all)
      for (const b of all) {
        if (a.wire === b.wire || a.wire.jointIds.some((id) => b.wire.jointIds.includes(id)) || flat(a) !== flat(b)) continue;
        const [across, along] = flat(a) ? [1, 0] : [0, 1];
        if (Math.abs(a.from[across]! - b.from[across]!) > 0.5) continue;
        const shared = overlap(span(a.from[along]!, a.to[along]!), span(b.from[along]!, b.to[along]!));
        expect(shared, `${a.wire.lead.id} on ${b.wire.lead.id} at ${a.from.join()}`).toBeLessThanOrEqual(0.5);
      }
  });
  it('no wire goes through a device; devices, cables and splices stand apart; all lies inside', () => {
    const { drawing } = box();
    for (const s of segments(drawing))
      for (const d of drawing.devices) {
        const [x, y] = [span(s.from[0], s.to[0]), span(s.from[1], s.to[1])];
        const inside = x[1] > d.x + 1 && x[0] < d.x + d.width - 1 && y[1] > d.y - STRAP && y[0] < d.y + d.height - 1;
        expect(inside, `${s.wire.lead.id} through ${d.id}`).toBe(false);
      }
    drawing.devices.slice(1).forEach((d, i) => expect(d.x - (drawing.devices[i]!.x + drawing.devices[i]!.width)).toBeGreaterThan(100));
    drawing.cables.slice(1).forEach((c, i) => expect(c.x).toBeGreaterThan(drawing.cables[i]!.x + drawing.cables[i]!.width));
    for (const a of drawing.splices) for (const b of drawing.splices) if (a !== b) expect(Math.abs(a.y - b.y)).toBeGreaterThanOrEqual(24);
    for (const w of drawing.wires)
      for (const [x, y] of [...w.points, w.label]) expect([x >= 0, y >= 0, x <= drawing.width, y <= drawing.height]).toEqual([true, true, true, true]); // prettier-ignore
    for (const t of drawing.terminals) expect([t.x <= drawing.width - 20, t.y <= drawing.height - 4]).toEqual([true, true]);
  });
  it('no wire crosses the name of a screw that it doesn’t go to', () => {
    const { drawing } = box();
    // names are set under their screws in 15 px letters, some 6 px each, away from the device
    for (const t of drawing.terminals.filter((x) => x.labelSide !== 'below')) {
      const long = 13 + t.name.length * 6;
      const [x, y] = [t.labelSide === 'right' ? ([t.x + 13, t.x + long] as const) : ([t.x - long, t.x - 13] as const), [t.y + 10, t.y + 20] as const]; // prettier-ignore
      for (const s of segments(drawing)) {
        if (flat(s)) continue;
        const hit = s.from[0] > x[0] && s.from[0] < x[1] && overlap(span(s.from[1], s.to[1]), [...y]) > 0;
        expect(hit, `${s.wire.lead.id} over ${t.deviceId} ${t.name}`).toBe(false);
      }
    }
  });
  it('hots lie over neutrals, neutrals over grounds', () => {
    const { drawing } = box();
    const lane = (role: string) => drawing.splices.filter((s) => s.role === role).map((s) => s.y);
    expect(Math.max(0, ...lane('hot'))).toBeLessThan(Math.min(9999, ...lane('neutral')));
    expect(Math.max(0, ...lane('neutral'))).toBeLessThan(Math.min(9999, ...lane('ground')));
  });
}); // prettier-ignore

describe('one box by hand', () => {
  const box = once(() => drawn({ cables: [cable('feed', 'line'), cable('on', 'load')], devices: [device('r', 'duplex-15')] }).drawing);
  it('cables at the top from the left; in each the hot first, then white, then bare', () => {
    const drawing = box();
    expect(drawing.cables).toEqual([
      { id: 'feed', x: 34, width: 76, label: 'feed', side: 'line', kind: '12-2' },
      { id: 'on', x: 138, width: 76, label: 'on', side: 'load', kind: '12-2' },
    ]);
    const x = (id: string) => drawing.wires.find((w) => w.lead.id === id)!.points[0]![0];
    expect(['feed-0', 'feed-1', 'feed-g', 'on-0', 'on-1', 'on-g'].map(x)).toEqual([45, 69, 93, 149, 173, 197]);
  });
  it('three splices one under another, two ends and a pigtail in each', () => {
    const drawing = box();
    expect(drawing.splices.map((s) => [s.id, s.role, s.kind, s.count, s.x, s.width])).toEqual([
      ['ground-splice', 'ground', 'splice', 3, 264, 24],
      ['neutral-splice', 'neutral', 'splice', 3, 264, 24],
      ['hot-splice', 'hot', 'splice', 3, 264, 24],
    ]);
    const y = Object.fromEntries(drawing.splices.map((s) => [s.role, s.y]));
    expect(y).toEqual({ hot: 128, neutral: 196, ground: 344 });
    // the two that come down lie 7 apart about its middle
    expect(['feed-0', 'on-0'].map((id) => drawing.wires.find((w) => w.lead.id === id)!.points.at(-1))).toEqual([[264, 124.5], [264, 131.5]]); // prettier-ignore
  });
  it('the device with its screws: silver left, brass right, green below', () => {
    const drawing = box();
    const [d] = drawing.devices;
    expect([d!.name, d!.form, d!.x, d!.width, d!.height]).toEqual([['duplex receptacle', '15 A'], 'duplex', 444, 84, 186]);
    const at = (name: string) => drawing.terminals.find((t) => t.name === name)!;
    expect([at('silver upper').x, at('brass upper').x, at('green').x]).toEqual([444, 528, 460]);
    expect([at('silver upper').labelSide, at('brass lower').labelSide, at('green').labelSide]).toEqual(['left', 'right', 'below']);
    expect(drawing.terminals.filter((t) => t.used).map((t) => t.name)).toEqual(['silver upper', 'brass upper', 'green']);
    expect(d!.faces.map((f) => Math.round(f - d!.y))).toEqual([52, 134]);
    expect([at('silver upper').role, at('brass upper').role, at('green').role]).toEqual(['neutral', 'hot', 'ground']);
  });
  it('hot comes in from the right, white from the left, ground from below', () => {
    const drawing = box();
    const into = (name: string) => {
      const wire = drawing.wires.find((w) => w.lead.id === `pigtail-${name}`)!;
      return wire.points.at(-2)![0] - wire.points.at(-1)![0];
    };
    // beside the screw, whose head is drawn 18 wide, there is room to see which way it comes
    expect(into('hot-brass-upper')).toBeGreaterThan(9);
    expect(into('neutral-silver-upper')).toBeLessThan(-9);
    expect(into('ground-green')).toBe(0);
  });
});

describe('what is drawn of what', () => {
  it('four conductors of a cable stand closer', () => {
    const { drawing } = drawn({ cables: [cable('feed', 'line'), cable('three', 'load', BRW, ['hot', 'switched', 'neutral'])], devices: [device('r', 'duplex-15', { split: 'half switched' })] }); // prettier-ignore
    const xs = ['three-0', 'three-1', 'three-2', 'three-g'].map((id) => drawing.wires.find((w) => w.lead.id === id)!.points[0]![0]);
    expect(xs).toEqual([149, 167, 185, 203]);
  });
  it('a cable whose side nobody knows, and one that runs through', () => {
    const side = (c: ReturnType<typeof cable>) => drawn({ cables: [cable('feed', 'line'), c], devices: [device('r', 'duplex-15')] }).drawing.cables[1]!.side; // prettier-ignore
    expect(side(cable('on', 'load'))).toBe('load');
    expect(drawn({ cables: [cable('only', 'unknown')], devices: [device('r', 'duplex-15')] }).drawing.cables[0]!.side).toBe('line or load not known'); // prettier-ignore
    expect(side({ ...cable('through', 'load'), ends: [{ label: 'x' }, { label: 'y' }], unbrokenIn: ['b'] })).toBe('runs through uncut');
  });
  it('faces where something is plugged in; a switch has none, one lamp one; a lampholder no green screw', () => {
    const of = (name: string) => drawn(MAKE_UPS[name]!).drawing;
    expect(['end of a run', 'single receptacle in a metal box', 'ground-fault, nothing behind it', 'three-way at the feed', 'lampholder at its end'].map((n) => of(n).devices[0]!.faces.length)).toEqual([2, 1, 2, 0, 1]); // prettier-ignore
    const screws = (name: string) => of(name).terminals.map((t) => t.name);
    expect(screws('lampholder at its end')).toEqual(['neutral', 'hot']);
    expect(screws('ground-fault, nothing behind it')).toEqual(['load silver', 'line silver', 'load brass', 'line brass', 'green']);
    expect(screws('four-way between them')).toEqual(['in 1', 'in 2', 'out 1', 'out 2', 'green']);
    expect(screws('three-way at the feed')).toEqual(['common', 'traveller 1', 'traveller 2', 'green']);
  });
  it('the ground screw of a metal box under everything, right of the splices; none in a plastic one', () => {
    const screw = drawn(MAKE_UPS['single receptacle in a metal box']!).drawing.terminals.find((t) => t.name === 'box screw')!;
    expect([screw.deviceId, screw.used, screw.role, screw.labelSide]).toEqual(['box', true, 'ground', 'right']);
    expect(drawn(MAKE_UPS['end of a run']!).drawing.terminals.some((t) => t.name === 'box screw')).toBe(false);
  });
  it('a box without a device is as wide as its splices, and never lower than its frame', () => {
    const { drawing } = drawn(MAKE_UPS['junction box']!);
    expect([drawing.devices, drawing.width, drawing.height]).toEqual([[], 264 + 80, 428]);
    const two = drawn(MAKE_UPS['two yokes on one feed']!).drawing;
    expect([two.width, two.devices.map((d) => d.x)]).toEqual([444 + 284 + 84 + 140, [444, 728]]);
  });
  it('seven hots of one net are two splices with a jumper between, beside them', () => {
    const many: MakeUp = { cables: [cable('feed', 'line'), ...Array.from({ length: 6 }, (_, i) => cable(`on${i}`, 'load', BW))], box: { holds: 'junction', gangs: 2 } }; // prettier-ignore
    const { drawing } = drawn(many);
    const jumper = drawing.wires.find((w) => w.lead.id === 'jumper-hot')!;
    const [first, second] = drawing.splices.filter((s) => s.role === 'hot');
    expect(jumper.points).toEqual([
      [first!.x + 24, first!.y + 5],
      [first!.x + 32, first!.y + 5],
      [first!.x + 32, second!.y - 5],
      [first!.x + 24, second!.y - 5],
    ]);
    expect(jumper.label).toEqual([first!.x + 40, (first!.y + second!.y) / 2]);
    expect(jumper.jointIds).toEqual([first!.id, second!.id]);
  });
});

describe('every wire of a box, corner by corner', () => {
  type Run = [id: string, points: string, label: string, joints: string];
  const runs = (m: MakeUp, feed: 'pigtail' | 'feed-through' = 'pigtail'): Run[] =>
    drawn(m, feed).drawing.wires.map((w) => [
      w.lead.id,
      // a screw sits at a share of the device’s height: hundredths are enough
      w.points.map((p) => p.map((n) => Math.round(n * 100) / 100).join()).join(' '),
      w.label.join(),
      w.jointIds.join(' '),
    ]);
  const onward: MakeUp = { cables: [cable('feed', 'line'), cable('on', 'load')], devices: [device('r', 'duplex-15')] };

  it('three splices: the device ends 6 over the first ground (344), under the last hot (160 + 10); its screws 0.28 and 0.72 of 186 down', () => {
    expect(runs(onward)).toEqual([
      // the ends of two cables 3.5 over and under the middle; the pigtail comes out at the right, 24 on, and is named 24 further
      ['feed-g', '93,50 93,340.5 264,340.5', '93,72', 'ground-splice'],
      ['on-g', '197,50 197,347.5 264,347.5', '197,72', 'ground-splice'],
      // 54 left of the device, 22 under its ground screw, and up
      ['pigtail-ground-green', '288,344 390,344 390,378 460,378 460,356', '312,344', 'ground-green ground-splice'],
      ['feed-1', '69,50 69,192.5 264,192.5', '69,72', 'neutral-splice'],
      ['on-1', '173,50 173,199.5 264,199.5', '173,72', 'neutral-splice'],
      // 26 left of the device, down to the screw
      ['pigtail-neutral-silver-upper', '288,196 418,196 418,222.08 444,222.08', '312,196', 'neutral-silver-upper neutral-splice'],
      ['feed-0', '45,50 45,124.5 264,124.5', '45,72', 'hot-splice'],
      ['on-0', '149,50 149,131.5 264,131.5', '149,72', 'hot-splice'],
      // over the device, 34 right of it, down to the screw
      ['pigtail-hot-brass-upper', '288,128 562,128 562,222.08 528,222.08', '312,128', 'hot-brass-upper hot-splice'],
    ]);
  });
  it('straight to the screws: lanes 14 apart; the lower screws from beyond the names of the upper', () => {
    expect(runs(onward, 'feed-through').filter(([id]) => !id.includes('g'))).toEqual([
      ['feed-1', '69,50 69,196 418,196 418,218.08 444,218.08', '69,72', 'neutral-silver-upper'],
      // 92 left; two hots of 14 end at 156, the device stands 10 under: 166
      ['on-1', '173,50 173,210 352,210 352,299.92 444,299.92', '173,72', 'neutral-silver-lower'],
      ['feed-0', '45,50 45,128 562,128 562,218.08 528,218.08', '45,72', 'hot-brass-upper'],
      // one name above it: 66 + 18 right
      ['on-0', '149,50 149,142 612,142 612,299.92 528,299.92', '149,72', 'hot-brass-lower'],
    ]);
  });
  it('a second device: whites and grounds under the first, each with a column of its own', () => {
    const { drawing } = drawn(MAKE_UPS['two yokes on one feed']!);
    expect(drawing.devices.map((d) => [d.x, d.y])).toEqual([[444, 170], [728, 170]]); // prettier-ignore
    // 356 + 2 · 16 + 32 + 24
    expect([drawing.width, drawing.height]).toEqual([952, 444]);
    expect(runs(MAKE_UPS['two yokes on one feed']!).filter(([id]) => id.endsWith('-2'))).toEqual([
      // 54 + 7 left of the first; 376 the end of the grounds, + 8; or 36 + 16 under the device: 408; + 8
      ['pigtail-ground-green-2', '288,344 383,344 383,416 744,416 744,356', '312,344', 'ground-green-2 ground-splice'],
      // 98 + 8 left of the first, 32 + 8 under it, 92 left of its own
      ['pigtail-neutral-silver-upper-2', '288,196 338,196 338,396 636,396 636,222.08 728,222.08', '312,196', 'neutral-silver-upper-2 neutral-splice'],
      ['pigtail-hot-brass-upper-2', '288,128 846,128 846,222.08 812,222.08', '312,128', 'hot-brass-upper-2 hot-splice'],
    ]); // prettier-ignore
  });
  it('a jumper from screw to screw: out 20 right of the brass, 14 left of the silver, along a lane of its own', () => {
    const name = 'ground-fault with a plain receptacle behind it, no cable';
    expect(runs(MAKE_UPS[name]!).filter(([id]) => id.startsWith('jumper') || id.startsWith('feed'))).toEqual([
      // one end alone lies in the middle of its splice
      ['feed-g', '93,50 93,344 160,344', '93,72', 'ground-splice'],
      // the line screws are the lower ones
      ['feed-1', '69,50 69,196 248,196 248,299.92 340,299.92', '69,72', 'neutral-line-silver'],
      ['jumper-neutral', '340,218.08 326,218.08 326,210 234,210 234,392 532,392 532,218.08 624,218.08', '326,224', 'neutral-load-silver neutral-silver-upper'],
      ['feed-0', '45,50 45,128 508,128 508,299.92 424,299.92', '45,72', 'hot-line-brass'],
      ['jumper-hot', '424,218.08 444,218.08 444,142 742,142 742,218.08 708,218.08', '444,156', 'hot-load-brass hot-brass-upper'],
    ]); // prettier-ignore
  });
  it('to the ground screw of a metal box: straight down from its splice', () => {
    const { drawing } = drawn(MAKE_UPS['single receptacle in a metal box']!);
    const { x, y } = drawing.terminals.find((t) => t.name === 'box screw')!;
    // in the middle of the splice, 20 under the end of the grounds
    expect([x, y]).toEqual([264 + 12, 344 + 32 + 20]);
    expect(runs(MAKE_UPS['single receptacle in a metal box']!).find(([id]) => id === 'pigtail-ground-box-screw')).toEqual(
      ['pigtail-ground-box-screw', '288,344 276,344 276,396', '312,344', 'ground-box-screw ground-splice'], // prettier-ignore
    );
  });
  it('four cables of two circuits: splices 32 apart, neutrals 24 under the hots; two grounds with a jumper', () => {
    const { drawing } = drawn(MAKE_UPS['two yokes on two circuits, each with a cable that goes on']!);
    const y = (id: string) => drawing.splices.find((s) => s.id === id)!.y;
    // two hots end at 192; 24 on 216; two neutrals end at 280, 344 stays; the devices stand 10 under the hots
    expect(['hot-splice', 'hot-splice-2', 'neutral-splice', 'neutral-splice-2', 'ground-splice', 'ground-splice-2'].map(y)).toEqual([128, 160, 216, 248, 344, 376]); // prettier-ignore
    expect(drawing.devices.map((d) => [d.x, d.y])).toEqual([[652, 202], [936, 202]]); // prettier-ignore
    expect([drawing.width, drawing.height]).toEqual([1160, 476]);
    expect(runs(MAKE_UPS['two yokes on two circuits, each with a cable that goes on']!).filter(([id]) => /ground|6-1|silver/.test(id))).toEqual([
      ['jumper-ground', '496,349 504,349 504,371 496,371', '512,360', 'ground-splice ground-splice-2'],
      ['pigtail-ground-green', '496,376 598,376 598,410 668,410 668,388', '520,376', 'ground-green ground-splice-2'],
      // here the grounds end lowest: 408 + 8, and the devices 388 + 36 + 16 = 440
      ['pigtail-ground-green-2', '496,376 591,376 591,448 952,448 952,388', '520,376', 'ground-green-2 ground-splice-2'],
      ['pigtail-neutral-silver-upper', '496,216 626,216 626,254.08 652,254.08', '520,216', 'neutral-silver-upper neutral-splice'],
      ['feed-c6-1', '277,50 277,244.5 472,244.5', '277,72', 'neutral-splice-2'],
      ['on-c6-1', '381,50 381,251.5 472,251.5', '381,72', 'neutral-splice-2'],
      ['pigtail-neutral-silver-upper-2', '496,248 546,248 546,428 844,428 844,254.08 936,254.08', '520,248', 'neutral-silver-upper-2 neutral-splice-2'],
    ]); // prettier-ignore
  });
  it('a hot that is capped has a lane like a splice, and no wire on', () => {
    const { drawing } = drawn(MAKE_UPS['one hot taken on, the other capped']!);
    expect(drawing.splices.filter((s) => s.role === 'hot').map((s) => [s.id, s.kind, s.y, s.count])).toEqual([['hot-splice', 'splice', 128, 2], ['hot-cap', 'cap', 160, 1]]); // prettier-ignore
    expect(drawing.wires.find((w) => w.lead.id === 'in-1')!.points).toEqual([[63, 50], [63, 160], [264, 160]]); // prettier-ignore
  });
});
