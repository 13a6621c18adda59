/** A wall of 10 ft by 8 ft on a drawing of 662 by 462 pixels: one foot is 50 pixels where the whole wall is seen. Figures by hand. */
import { describe, expect, it } from 'vitest';
import { feet, inches } from '../measure/index.js';
import { wallDrawing, type DrawInput, type Elevation, type ElevationShape } from './index.js';

const shape = (id: string, kind: ElevationShape['kind'], part: Partial<ElevationShape> = {}): ElevationShape => ({
  ...{ id, kind, u: 0, z: 0, width: inches(2), height: inches(3), state: 'found' },
  ...part,
});
const along = (id: string, from: number, to: number, text = '1 ft') =>
  ({ id, axis: 'along', from, to, lane: 0, reach: 0, text, of: id }) as const; // prettier-ignore
const whole = { u: 0, z: 0, width: feet(10), height: feet(8) };
const wall: Elevation = {
  ...{ face: 'A', widthMm: feet(10), heightMm: feet(8), work: whole, dimensions: [] },
  shapes: [shape('b', 'box', { u: feet(4), z: feet(1), label: 'Box' }), shape('wall', 'wall', { width: feet(10), height: feet(8) })],
};
/** 46 + 500 + 16 wide, 22 + 400 + 30 high: 50 px a foot both ways, one foot to spare on the right. */
const draw = (part: Partial<DrawInput> = {}) =>
  wallDrawing({ wall, size: { width: 662, height: 452 }, zoomed: { k: 1, x: 0, y: 0 }, unit: 'in', ...part });

describe('scale', () => {
  it('fits the higher of the two, and stands in the middle of the other', () => {
    const d = draw();
    expect([d.frame.width, d.frame.height]).toEqual([600, 400]);
    expect(d.scale).toBeCloseTo(50 / feet(1), 12);
    // 600 px are 12 ft: one foot of nothing on either side
    expect([d.x.px(0), d.x.px(feet(10)), d.y.px(0), d.y.px(feet(8))].map(Math.round)).toEqual([96, 596, 422, 22]);
    expect(d.x.mm(96)).toBeCloseTo(0, 9);
    expect(d.y.mm(22)).toBeCloseTo(feet(8), 9);
  });
  it('twice as large round a point that stays where it is', () => {
    // zoomed by 2 about the pixel 346, 222: both move by one minus two of it
    const d = draw({ zoomed: { k: 2, x: -346, y: -222 } });
    expect([d.x.px(feet(5)), d.y.px(feet(4)), d.scale * feet(1)].map(Math.round)).toEqual([346, 222, 100]);
  });
  it('a part of the wall fills the drawing', () => {
    const d = draw({ base: { u: feet(2), z: 0, width: feet(6), height: feet(4) } });
    expect([d.x.px(feet(2)), d.x.px(feet(8)), d.y.px(feet(4))].map(Math.round)).toEqual([46, 646, 22]);
  });
  it('what lies behind is drawn first', () => expect(draw().shapes.map((s) => s.s.id)).toEqual(['wall', 'b']));
});

describe('ticks', () => {
  it('every three inches at 50 px a foot, a figure every foot, the feet longer', () => {
    const { xTicks } = draw();
    expect(xTicks).toHaveLength(41);
    expect(xTicks.filter((t) => t.text).map((t) => t.text)).toEqual(["0'", ...[1, 2, 3, 4, 5, 6, 7, 8, 9, 10].map((n) => `${n}'`)]);
    expect(xTicks.filter((t) => t.major)).toHaveLength(11);
    expect(xTicks[1]!.at - xTicks[0]!.at).toBeCloseTo(12.5, 9);
  });
  it('zoomed in, a figure at every inch that has room; none stand nearer than 46 px', () => {
    const { xTicks } = draw({ zoomed: { k: 12, x: -12 * 96 + 46, y: 0 } });
    const figures = xTicks.filter((t) => t.text);
    expect(figures.slice(0, 3).map((t) => t.text)).toEqual(['1', '2', '3']);
    for (const [i, t] of figures.slice(1).entries()) expect(t.at - figures[i]!.at).toBeGreaterThanOrEqual(46);
  });
  it('in millimetres: every 100 mm, figures at 500', () => {
    const { yTicks } = draw({ unit: 'mm' });
    expect(yTicks.filter((t) => t.text).map((t) => t.text)).toEqual(['0', '500', '1000', '1500', '2000']);
    expect(yTicks).toHaveLength(25);
  });
});

describe('names', () => {
  const named = (...labels: [string, number][]): Elevation => ({
    ...wall,
    shapes: labels.map(([label, ft], i) => shape(`b${i}`, 'box', { u: feet(ft), z: feet(4), label })),
  });
  it('stand over their boxes; two that would meet step up one over the other', () => {
    const { names } = draw({ wall: named(['Hall box', 3], ['Study box', 3.5]) });
    expect(names.map((n) => n.text)).toEqual(['Hall box', 'Study box']);
    expect(names[0]!.ty - names[1]!.ty).toBe(16);
    const apart = draw({ wall: named(['Hall box', 1], ['Study box', 8]) }).names;
    expect(apart[0]!.ty).toBe(apart[1]!.ty);
  });
  it('that find no room after eight steps are left out, rather than written over each other', () => {
    const many = Array.from({ length: 14 }, (_, i): [string, number] => [`Box number ${i}`, 5]);
    expect(draw({ wall: named(...many) }).names).toHaveLength(9);
  });
  it('stay inside the drawing, and say which face a box belongs to', () => {
    const far = { ...wall, shapes: [shape('g', 'ghost-box', { u: feet(9.9), z: feet(1), label: 'A long name of a box' })] };
    const [name] = draw({ wall: far, base: { u: feet(8), z: 0, width: feet(2), height: feet(4) } }).names;
    expect(name!.text).toBe('A long name of a box · other face');
    expect(name!.at + name!.text.length * 3.4).toBeLessThanOrEqual(646 - 4 + 1e-9);
  });
  it('of what is out of sight are not written', () => {
    expect(draw({ base: { u: 0, z: 0, width: feet(2), height: feet(4) } }).names).toEqual([]);
  });
});

describe('dimensions', () => {
  it('lie in their lane under the drawing, with their words in the middle', () => {
    const d = draw({ wall: { ...wall, dimensions: [along('a', 0, feet(4))] } });
    expect(d.lanes).toBe(1);
    // one lane takes 20 px of the height
    expect(d.along[0]).toMatchObject({ y: 22 + 380 + 30, inFrom: true, inTo: true, label: '1 ft · a' });
    expect(d.along[0]!.mid).toBeCloseTo((d.along[0]!.from + d.along[0]!.to) / 2, 9);
  });
  it('two whose words don’t fit side by side get a lane each; on a narrow screen always', () => {
    const two = { ...wall, dimensions: [along('left end to the box', 0, feet(1)), along('b', feet(1), feet(9))] };
    expect(draw({ wall: two }).lanes).toBe(2);
    const roomy = { ...wall, dimensions: [along('a', 0, feet(4)), along('b', feet(4), feet(9))] };
    expect([draw({ wall: roomy }).lanes, draw({ wall: roomy, size: { width: 619, height: 452 } }).lanes]).toEqual([1, 2]);
  });
  it('an end that is out of sight is clipped, and says so', () => {
    const d = draw({
      wall: { ...wall, dimensions: [along('a', 0, feet(4))] },
      base: { u: feet(2), z: 0, width: feet(6), height: feet(4) },
    });
    expect(d.along[0]).toMatchObject({ inFrom: false, inTo: true, a: 46 });
  });
  it('heights stand to the right of their box, and to its left where no room is there', () => {
    const up = (reach: number) => ({ ...wall, dimensions: [{ ...along('h', 0, feet(1)), axis: 'up' as const, reach }] });
    const side = (reach: number) => Math.sign(draw({ wall: up(reach) }).up[0]!.x - draw({ wall: up(reach) }).up[0]!.reach);
    expect([side(feet(4)), side(feet(10) - 250), side(feet(10) - 251)]).toEqual([1, -1, 1]);
  });
});

describe('what is seen', () => {
  it('is said in words, and drawn small in a corner unless it is all', () => {
    const d = draw();
    expect([d.shown, d.plan.whole, d.plan.width]).toEqual(["the whole wall, 10'", true, 0]);
    const part = draw({ base: { u: feet(2), z: 0, width: feet(6), height: feet(4) } });
    expect(part.shown).toBe("6' of 10' wall shown");
    // a tenth of 150 px a foot: from 2 to 8 ft
    expect([part.plan.width, part.plan.view.x, part.plan.view.width].map(Math.round)).toEqual([150, 30, 90]);
    expect(draw({ unit: 'mm' }).shown).toBe('the whole wall, 3048 mm');
  });
  it('marks with their doubt, never too thin to be seen', () => {
    const marks = [{ u: feet(2), z: feet(1), halfMm: feet(0.5), label: 'stud' }, { u: feet(2), z: feet(1), halfMm: 0, label: 'here?' }]; // prettier-ignore
    expect(draw({ marks }).marks.map((m) => Math.round(m.half * 10) / 10)).toEqual([25, 1.5]);
  });
});
