/** The bench as a drawing: whatever is wired, every end has one place, wires keep clear of devices, words stand on what they name. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { runOfBoxes, sharedNeutralRun } from '../../circuit/index.js';
import { benchSamples, plannedJobs } from '../../houses.testing.js';
import { workOf, plannedBench } from '../../ledger/index.js';
import { endKey, GROUND_BAR, NEUTRAL_BAR, PANEL, type Bench, type BenchDevice, type WireEnd } from '../../model/index.js';
import { benchDrawing, fittingScale, lineDrawing, type BenchDeviceShape, type BenchDrawing } from './index.js';

const benches: [string, Bench][] = [
  ...benchSamples.map((s): [string, Bench] => [s.name, s.bench]),
  ...plannedJobs.map((j): [string, Bench] => [j.name, plannedBench(workOf(j))]),
];
const run = runOfBoxes({ boxes: 2 });
const spot = (d: BenchDrawing, device: string, terminal: string) => d.spots.find((s) => s.device === device && s.terminal === terminal)!;
const endsOf = (b: Bench): string[] => [
  ...b.cables.flatMap((c) =>
    c.ends.flatMap((at, end) =>
      at === 'elsewhere' ? [] : c.colours.map((_, conductor) => endKey({ cableId: c.id, conductor, end } as WireEnd)),
    ),
  ),
  ...b.pigtails.flatMap((p) => [0, 1].map((end) => endKey({ pigtailId: p.id, end } as WireEnd))),
];

/** Whether a stretch of wire runs through the inside of a device. */
function crosses([ax, ay]: [number, number], [bx, by]: [number, number], d: BenchDeviceShape): boolean {
  const [l, r, t, b] = [d.x + 1, d.x + d.width - 1, d.y + 1, d.y + d.height - 1];
  if (Math.max(ax, bx) <= l || Math.min(ax, bx) >= r || Math.max(ay, by) <= t || Math.min(ay, by) >= b) return false;
  return ax === bx || ay === by;
}

describe.each(benches)('%s', (_, bench) => {
  const drawn = benchDrawing(bench);
  it('every end of every wire is drawn once', () => {
    expect(drawn.wires.map((w) => w.key).sort()).toEqual(endsOf(bench).sort());
  });
  it('no wire runs through a device', () => {
    for (const w of drawn.wires)
      for (const d of drawn.devices)
        w.points.slice(1).forEach((p, i) => expect(crosses(w.points[i]!, p, d), `${w.key} through ${d.name}`).toBe(false));
  });
  it('wires that don’t meet never lie on one another', () => {
    const meets = new Map(bench.joints.flatMap((j) => j.ends.map((e) => [endKey(e), j.id] as const)));
    /** what hangs together: by its joint, or by that of a pigtail’s other end */
    const joints = (key: string): (string | undefined)[] => [meets.get(key), meets.get(key.replace(/0$/, '1')), meets.get(key.replace(/1$/, '0'))]; // prettier-ignore
    const stretches = drawn.wires.flatMap((w) => w.points.slice(1).map((to, i) => ({ w, from: w.points[i]!, to })));
    for (const a of stretches)
      for (const b of stretches) {
        // what ends on one screw or bar meets there
        if (a.w.tip.join() === b.w.tip.join()) continue;
        if (a.w.key >= b.w.key || joints(a.w.key).some((j) => j !== undefined && joints(b.w.key).includes(j))) continue;
        for (const [across, along] of [
          [0, 1],
          [1, 0],
        ] as const) {
          if (a.from[across] !== a.to[across] || b.from[across] !== b.to[across] || Math.abs(a.from[across] - b.from[across]) > 0.5) continue; // prettier-ignore
          const [p, q] = [a, b].map((s) => [Math.min(s.from[along], s.to[along]), Math.max(s.from[along], s.to[along])] as const);
          expect(Math.min(p![1], q![1]) - Math.max(p![0], q![0]), `${a.w.key} on ${b.w.key} at ${a.from.join()}`).toBeLessThanOrEqual(0.5);
        }
      }
  });
  it('at the panel wires come down between the cables and the screws', () => {
    const panel = drawn.boxes.find((b) => b.id === PANEL)!;
    const cables = Math.max(...panel.cables.map((c) => c.x + c.width), panel.x);
    for (const w of drawn.wires.filter(
      (x) => 'cableId' in x.end && !x.loose && x.points[0]![0] < cables && x.tip[0] < panel.x + panel.width,
    )) {
      // down from the sheath, along its lane, down its column, to the screw
      expect(w.points).toHaveLength(5);
      const column = w.points[2]![0];
      expect([column > cables, column < w.tip[0] - 10]).toEqual([true, true]);
    }
  });
  it('a wire that is on something ends there, one that is not hangs free', () => {
    for (const w of drawn.wires) {
      const joint = bench.joints.find((j) => j.ends.some((e) => endKey(e) === w.key));
      expect(w.loose).toBe(!joint);
      if (!joint || w.points.length === 0 || joint.kind !== 'terminal') continue;
      const at = drawn.spots.find((s) => s.device === joint.at!.device && s.terminal === joint.at!.terminal)!;
      expect(w.tip).toEqual([at.x, at.y]);
    }
  });
  it('boxes stand beside each other, with what is in them inside', () => {
    drawn.boxes.slice(1).forEach((b, i) => expect(b.x).toBeGreaterThan(drawn.boxes[i]!.x + drawn.boxes[i]!.width));
    for (const d of drawn.devices) {
      const inside = drawn.boxes.find((b) => d.x > b.x && d.x + d.width <= b.x + b.width);
      expect(inside, d.name).toBeDefined();
    }
    for (const w of drawn.wires)
      for (const [x, y] of w.points) {
        expect(x).toBeLessThanOrEqual(drawn.width);
        expect(y).toBeLessThanOrEqual(drawn.height);
      }
  });
  it('no two conductors come out of their sheaths at one place', () => {
    const starts = drawn.wires.filter((w) => 'cableId' in w.end).map((w) => w.points[0]!.join());
    expect(new Set(starts).size).toBe(starts.length);
  });
});

describe('hots, neutrals and grounds told apart without colour', () => {
  it('each wire carries its letter: H, R for the second hot, N, G', () => {
    const letters = Object.fromEntries(benchDrawing(sharedNeutralRun(24, 96)).wires.map((w) => [w.colour, w.letter]));
    expect(letters).toEqual({ black: 'H', red: 'R', white: 'N', bare: 'G' });
  });
  it('in a cable hots come first and grounds last, whatever order they were noted in', () => {
    const shuffled: Bench = {
      ...run,
      joints: [],
      cables: run.cables.map((c) => ({ ...c, colours: ['bare', 'white', 'black'] })),
    };
    const own = benchDrawing(shuffled).wires.filter((w) =>
      w.key.startsWith(endKey({ cableId: 'cable1', conductor: 0, end: 1 }).slice(0, 6)),
    );
    const box = own
      .filter((w) => 'cableId' in w.end && w.end.cableId === 'cable1' && w.end.end === 1)
      .sort((a, b) => a.points[0]![0] - b.points[0]![0]);
    expect(box.map((w) => w.colour)).toEqual(['black', 'white', 'bare']);
  });
});

describe('screws', () => {
  const device = (form: BenchDevice['form']): Bench => ({
    ...run,
    devices: run.devices.map((d) => ({ ...d, form })),
    joints: [],
    pigtails: [],
  });
  it('brass at the right and silver at the left as seen from the front; from behind they change sides', () => {
    const [front, back] = [benchDrawing(run, 'in', 'front'), benchDrawing(run, 'in', 'back')];
    const d = front.devices[0]!;
    const middle = d.x + d.width / 2;
    expect(spot(front, d.id, 'brass upper').x).toBeGreaterThan(middle);
    expect(spot(front, d.id, 'silver upper').x).toBeLessThan(middle);
    expect(spot(back, d.id, 'brass upper').x).toBeLessThan(middle);
    expect(spot(front, d.id, 'brass upper').x + spot(back, d.id, 'brass upper').x).toBeCloseTo(2 * middle, 6);
    // up stays up
    expect(spot(back, d.id, 'brass upper').y).toBe(spot(front, d.id, 'brass upper').y);
  });
  it.each([
    ['duplex', ['brass upper', 'brass lower', 'silver upper', 'silver lower', 'green']],
    ['single', ['brass', 'silver', 'green']],
    ['ground-fault', ['line brass', 'line silver', 'load brass', 'load silver', 'green']],
    ['switch', ['screw 1', 'screw 2', 'green']],
    ['three-way', ['common', 'traveller 1', 'traveller 2', 'green']],
    ['four-way', ['in 1', 'in 2', 'out 1', 'out 2', 'green']],
    ['lamp', ['hot', 'neutral', 'green']],
  ] as const)('a %s has %j, no two at one place', (form, names) => {
    const drawn = benchDrawing(device(form));
    const own = drawn.spots.filter((s) => s.device === 'device1');
    expect(own.map((s) => s.terminal).sort()).toEqual([...names].sort());
    expect(new Set(own.map((s) => `${s.x} ${s.y}`)).size).toBe(own.length);
    for (const s of own) expect(s.words!.text.length).toBeGreaterThan(1);
  });
  it('a duplex and a protective receptacle have two faces with three slots each, a single one, a switch none', () => {
    const faces = (form: BenchDevice['form']) => benchDrawing(device(form)).devices[0]!.faces;
    expect([faces('duplex').length, faces('ground-fault').length, faces('single').length, faces('switch').length]).toEqual([2, 2, 1, 0]);
    for (const face of faces('duplex')) expect(face.pins.map((p) => p.pin).sort()).toEqual(['ground', 'hot', 'neutral']);
  });
  it('the panel has a screw for each breaker, and its two bars', () => {
    const drawn = benchDrawing(sharedNeutralRun(24, 96));
    for (const id of ['b1', 'b3', NEUTRAL_BAR, GROUND_BAR]) expect(spot(drawn, id, 'screw'), id).toBeDefined();
    expect(spot(drawn, 'b1', 'screw').label).toBe('breaker 1');
  });
  it('a metal box has a screw of its own, a plastic one none', () => {
    const metal: Bench = { ...run, boxes: run.boxes.map((b) => ({ ...b, material: 'metal' })) };
    expect(benchDrawing(metal).spots.filter((s) => s.device === 'box')).toHaveLength(2);
    expect(benchDrawing(run).spots.filter((s) => s.device === 'box')).toHaveLength(0);
  });
  it('a bar with many screws has one spot, and says how many are on it', () => {
    const two: Bench = {
      ...run,
      joints: [
        ...run.joints,
        { id: 'more', boxId: PANEL, kind: 'terminal', at: { device: NEUTRAL_BAR, terminal: 'screw' }, ends: [{ pigtailId: 'p', end: 0 }] },
      ],
      pigtails: [...run.pigtails, { id: 'p', boxId: PANEL, colour: 'white', gauge: 14, lengthMm: 200 }],
    };
    const drawn = benchDrawing(two);
    expect(drawn.spots.filter((s) => s.device === NEUTRAL_BAR)).toHaveLength(1);
    expect(spot(drawn, NEUTRAL_BAR, 'screw').count).toBe(2);
  });
});

describe('cables and their sides', () => {
  const sided = (side: 'top' | 'bottom'): Bench => ({ ...run, cables: run.cables.map((c) => ({ ...c, sides: [side, side] })) });
  it('what comes from below is drawn below: its sheath at the floor of the box, its wires running up', () => {
    const drawn = benchDrawing(sided('bottom'));
    const box = drawn.boxes.find((b) => b.id === 'box1')!;
    const sheath = box.cables[0]!;
    expect(sheath.y).toBeGreaterThan(box.y + box.height - 20);
    const wire = drawn.wires.find((w) => 'cableId' in w.end && w.end.cableId === sheath.id && w.end.end === 1)!;
    expect(wire.points[0]![1]).toBeGreaterThan(wire.points[1]![1]);
    // the panel’s cables all come in at the top
    expect(drawn.boxes[0]!.cables[0]!.y).toBeLessThan(drawn.boxes[0]!.y);
    expect(drawn.height).toBeGreaterThan(benchDrawing(sided('top')).height);
  });
  it('each says where it goes, its gauge and conductors, and what is free of its sheath in the house’s own unit', () => {
    const [at] = benchDrawing(run, 'in').boxes.find((b) => b.id === 'box1')!.cables;
    expect(at).toMatchObject({ toward: 'panel', kind: '14-2' });
    expect(benchDrawing(run, 'in').boxes[1]!.cables[0]!.free).toMatch(/"$/);
    expect(benchDrawing(run, 'mm').boxes[1]!.cables[0]!.free).toMatch(/^\d+( mm)?$/);
  });
});

describe('a step back', () => {
  it('boxes stand as many columns from the panel as there are cables between', () => {
    const line = lineDrawing(runOfBoxes({ boxes: 4 }));
    const x = (id: string) => line.boxes.find((b) => b.id === id)!.x;
    const step = x('box1') - x(PANEL);
    for (const n of [2, 3, 4]) expect(x(`box${n}`) - x(`box${n - 1}`)).toBe(step);
    expect(line.cables).toHaveLength(4);
    for (const c of line.cables) expect(c.x2).toBeGreaterThan(c.x1);
  });
  it('two boxes at the same distance stand under each other; a breaker says its rating and whether it is on', () => {
    const fork: Bench = { ...run, cables: run.cables.map((c) => ({ ...c, ends: [PANEL, c.ends[1]] })) };
    const line = lineDrawing(fork);
    const [a, b] = ['box1', 'box2'].map((id) => line.boxes.find((x) => x.id === id)!);
    expect(a!.x).toBe(b!.x);
    expect(Math.abs(a!.y - b!.y)).toBeGreaterThanOrEqual(a!.height);
    expect(line.boxes[0]!.breakers[0]).toMatchObject({ amps: 15, on: true });
  });
});

describe('scale', () => {
  it('never larger than drawn, never too small to be hit', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 6000 }), fc.integer({ min: 0, max: 4000 }), (width, room) => {
        const scale = fittingScale({ width }, room);
        expect(scale).toBeLessThanOrEqual(1);
        expect(scale).toBeGreaterThanOrEqual(0.78);
        if (scale < 1 && scale > 0.78) expect(width * scale).toBeCloseTo(room, 6);
      }),
    );
  });
});
