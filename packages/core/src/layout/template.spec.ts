/**
 * Drawings that are cut by, line for line: an opening 2 1/16 by 3 1/16 in for a metal box 2 by 3 (a sixteenth all round, common practice), a
 * jig, and the sheets they are printed on. mm, y downward.
 */
import { describe, expect, it } from 'vitest';
import { inches } from '../measure/index.js';
import { emptySite, measured, type Box, type Wall } from '../model/index.js';
import { boxOn, wallOf } from '../route/smallHouse.testing.js';
import { CHECK_BAR_MM, heightJig, jigFor, openingTemplate, PAPER_MM, TILE, templateSvg, tiles, type Template, type TemplateShape, type TemplateStroke } from './template.js'; // prettier-ignore

const inch = (n: number) => measured(inches(n));
const wall: Wall = wallOf('w', 120, { A: 'den', B: 'hall' });
const box = (fromLeft: number, part: Partial<Box> = {}): Box => boxOn('b', 'w', fromLeft, { kind: 'metal-device-2-1/2', width: undefined, height: undefined, ...part }); // prettier-ignore
const made = (part: Partial<Parameters<typeof openingTemplate>[0]> = {}): Template => openingTemplate({ wall, box: box(40), unit: 'in', roomName: 'den', mirrored: false, ...part }); // prettier-ignore
const near = (n: number) => expect.closeTo(n, 6) as number;
type Line = Extract<TemplateShape, { kind: 'line' }>;
type Text = Extract<TemplateShape, { kind: 'text' }>;
const lines = (t: Template, stroke: TemplateStroke): Line[] => t.shapes.filter((s): s is Line => s.kind === 'line' && s.stroke === stroke);
const cut = (t: Template) => t.shapes.find((s) => s.kind === 'rect' && s.stroke === 'cut') as Extract<TemplateShape, { kind: 'rect' }>;
const words = (t: Template): string[] => t.shapes.flatMap((s) => (s.kind === 'text' ? [s.text] : []));
const text = (t: Template, is: string): Text => t.shapes.find((s): s is Text => s.kind === 'text' && s.text === is)!;
const [W, H] = [inches(2.0625), inches(3.0625)];

describe('the drawing of an opening', () => {
  it('its outline lies in the middle, with 42 mm beside it and room for the words over it', () => {
    const t = made();
    expect(t.widthMm).toBeCloseTo(W + 84, 6);
    expect(t.heightMm).toBeCloseTo(H + 44 + 34 + 16, 6);
    expect(cut(t)).toMatchObject({ x: near(42), y: 52, width: near(W), height: near(H) });
  });
  it('level and floor line, centre and arrow: where they have to be', () => {
    const t = made();
    const { x, y } = cut(t);
    expect(lines(t, 'level')).toEqual([{ kind: 'line', stroke: 'level', x1: near(8), y1: near(y + H / 2), x2: near(x + W + 34), y2: near(y + H / 2) }]); // prettier-ignore
    expect(lines(t, 'floor-line')[0]).toMatchObject({ x1: near(8), y1: near(y + H), x2: near(x + W + 34), y2: near(y + H) });
    expect(lines(t, 'centre')[0]).toMatchObject({ x1: near(x + W / 2), y1: near(y - 12), x2: near(x + W / 2), y2: near(y + H + 12) });
    const up = text(t, 'up');
    const shaft = lines(t, 'check').find((l) => l.x1 === l.x2 && Math.abs(l.y1 - l.y2) > 10)!;
    expect([shaft.x1, shaft.y1, shaft.y2]).toEqual([near(x + W / 4), near(y + H / 2 - 4), near(y + H / 2 - 16)]);
    expect([up.x, up.y]).toEqual([near(x + W / 4 + 4), near(y + H / 2 - 8)]);
  });
  it('a bar of 4 in, or of 100 mm, with a tick at each end, and what to do with it', () => {
    const of = (unit: 'in' | 'mm') => {
      const t = made({ unit });
      const bar = lines(t, 'check').find((l) => l.y1 === l.y2)!;
      const ticks = lines(t, 'check').filter((l) => l.x1 === l.x2 && Math.abs(l.y1 - l.y2) === 6);
      return [bar.x2 - bar.x1, bar.y1 - t.heightMm, ticks.map((l) => l.x1 - bar.x1), words(t).find((w) => w.includes('exactly'))];
    };
    expect(of('in')).toEqual([near(101.6), near(-7), [0, near(101.6)], 'this bar is exactly 4 in: measure it before cutting']);
    expect(of('mm')).toEqual([near(100), near(-7), [0, near(100)], 'this bar is exactly 100 mm: measure it before cutting']);
    expect([CHECK_BAR_MM.in, CHECK_BAR_MM.mm]).toEqual([101.6, 100]);
  });
  it('a narrow opening gets a sheet as wide as its bar', () => {
    const slit = openingTemplate({ wall, box: boxOn('b', 'w', 40, { width: inch(0.25) }), unit: 'in', roomName: 'den', mirrored: false });
    expect(slit.widthMm).toBeCloseTo(101.6 + 24, 6);
    expect(cut(slit).x).toBeCloseTo((101.6 + 24 - inches(0.25)) / 2, 6);
  });
  it('edges of a stud beside it, in their place and named; none where none is near', () => {
    // the opening from 38 31/32; the stud at 32 in reaches to 32 3/4, too far to be drawn
    expect([lines(made(), 'stud'), words(made()).includes('stud edge')]).toEqual([[], false]);
    // its left edge half an inch right of the stud’s: 33 1/4 + 1 1/32
    const t = made({ box: box(33.25 + 1.03125) });
    const edges = lines(t, 'stud').map((l) => l.x1 - cut(t).x);
    expect(edges).toEqual([near(inches(-0.5))]);
    expect(lines(t, 'stud')[0]).toMatchObject({ y1: near(44), y2: near(52 + H + 8) });
    expect(text(t, 'stud edge')).toMatchObject({ x: near(cut(t).x + inches(-0.5)), y: 42, anchor: 'middle' });
    // from face B the same stud lies to its right
    const b = made({ box: box(120 - 33.25 - 1.03125, { face: 'B' }) });
    expect(lines(b, 'stud').map((l) => l.x1 - cut(b).x)).toEqual([near(W + inches(0.5))]);
  });
  it('mirrored, each line lies as far from the other edge, and the words read on', () => {
    const [plain, mirrored] = [made({ box: box(34.28125) }), made({ box: box(34.28125), mirrored: true })];
    expect(cut(mirrored).x).toBeCloseTo(plain.widthMm - cut(plain).x - W, 6);
    expect(lines(mirrored, 'stud')[0]!.x1).toBeCloseTo(plain.widthMm - lines(plain, 'stud')[0]!.x1, 6);
    expect(text(mirrored, 'level').x).toBeCloseTo(plain.widthMm - text(plain, 'level').x, 6);
    expect(words(mirrored)).toContain('mirrored: to trace from behind the den face');
    expect([plain.mirrored, mirrored.mirrored, mirrored.forFace, mirrored.title]).toEqual([false, true, 'den', 'Opening of box b']);
  });
  it('says what it is for, how large, and how high its lower edge lies', () => {
    expect(words(made())).toEqual(expect.arrayContaining(['box b: metal device box 3 × 2 × 2½', 'hold to the den face', 'opening 2 1/16" × 3 1/16", cut on the inside of the line', 'box bottom 14" above the floor as it is'])); // prettier-ignore
    expect(words(openingTemplate({ wall, box: boxOn('b', 'w', 40), unit: 'in', roomName: 'den', mirrored: false }))[0]).toBe('box b: box as measured'); // prettier-ignore
    const t = made();
    expect([text(t, 'box b: metal device box 3 × 2 × 2½').y, text(t, 'hold to the den face').y]).toEqual([9, near(9 + 4.4 * 1.35)]);
    const bottom = text(t, 'box bottom 14" above the floor as it is');
    expect([bottom.x, bottom.y, bottom.anchor]).toEqual([near(cut(t).x + W / 2), near(52 + H + 4.6), 'middle']);
  });
  it('a box without a place has none to be cut', () =>
    expect(() => made({ box: box(40, { place: { ...box(40).place, from: 'gone' } }) })).toThrow(/box b has no place on the wall; give its distance/)); // prettier-ignore
});

describe('a jig', () => {
  const jig = (bottom: number, floor = 0) => heightJig(inches(bottom), inches(floor), inches(0.625), inches(3), 'in');
  it('leg, shelf and lip: half an inch of plywood less, an inch and a half more than the box is deep, as thick as the finish', () => {
    expect(jig(14).pieces).toEqual([
      { name: 'leg', lengthMm: near(inches(13.5)), widthMm: inches(1.5), thickMm: inches(0.5), count: 1 },
      { name: 'shelf under the box', lengthMm: near(inches(4.5)), widthMm: inches(1.5), thickMm: inches(0.5), count: 1 },
      { name: 'lip, as thick as the finish', lengthMm: inches(3), widthMm: inches(1.5), thickMm: inches(0.625), count: 1 },
    ]);
  });
  it('drawn from the side: the shelf on its leg', () => {
    const { template: t } = jig(14);
    const rects = t.shapes.flatMap((s) => (s.kind === 'rect' ? [[s.x, s.y, s.width, s.height]] : []));
    expect(rects).toEqual([[12, near(32.7), inches(1.5), near(inches(13.5))], [12, 20, near(inches(4.5)), inches(0.5)]]); // prettier-ignore
    expect([t.widthMm, t.heightMm]).toEqual([near(inches(4.5) + 24), near(inches(14) + 40)]);
    expect(text(t, 'leg 13 1/2"')).toMatchObject({ x: near(12 + 38.1 + 4), y: near(32.7 + inches(13.5) / 2) });
    expect([t.title, t.forFace, t.mirrored]).toEqual(['Height jig', '', false]);
  });
  it('the sheet is as wide as its shelf: what is cut by it is as long as the list says', () => {
    const of = (depth: number) => heightJig(inches(14), 0, inches(0.5), inches(depth), 'in').template;
    const shelf = (t: Template) => t.shapes.flatMap((s) => (s.kind === 'rect' && s.y === 20 ? [[s.x, s.width]] : []))[0];
    expect([of(2).widthMm, shelf(of(2))]).toEqual([near(128.1), [12, near(inches(3.5))]]);
    expect([of(3.5).widthMm, shelf(of(3.5))]).toEqual([near(inches(5) + 24), [12, near(inches(5))]]);
  });
  it('a floor that is still to come is said, and the leg stands on what is there', () => {
    expect(words(jig(14).template)[0]).toBe('Jig: box bottom 14"');
    expect(words(jig(14, 0.75).template)[0]).toBe('Jig: box bottom 14" above the floor as it is (13 1/4" once 3/4" is laid)');
    expect(words(jig(14).template)[1]).toBe('lip 5/8" in front of the stud; shelf 1/2 in plywood, side view');
  });
  it('half an inch up and less there is no leg', () => {
    expect(() => jig(0.5)).toThrow(/leaves no leg under the shelf; it needs more than 1\/2 in/);
    expect(jig(0.5625).pieces[0]!.lengthMm).toBeCloseTo(inches(0.0625), 6);
  });
  it('of a box: its depth, its finish, its room’s floor; none where the depth is not known or it lies on the floor', () => {
    const site = { ...emptySite(), rooms: [{ id: 'den', name: 'den', use: 'living' as const, floorToAdd: inch(0.75) }], walls: [wall] };
    expect(words(jigFor(site, wall, box(40), 'in')!.template)[0]).toBe('Jig: box bottom 14" above the floor as it is (13 1/4" once 3/4" is laid)'); // prettier-ignore
    expect(words(jigFor({ ...site, rooms: [] }, wall, box(40), 'in')!.template)[0]).toBe('Jig: box bottom 14"');
    expect(words(jigFor(site, wall, box(40, { face: 'B' }), 'in')!.template)[0]).toBe('Jig: box bottom 14"');
    expect(jigFor(site, wall, boxOn('b', 'w', 40), 'in')).toBeUndefined();
    const low = (bottom: number) => jigFor(site, wall, box(40, { place: { ...box(40).place, bottom: inch(bottom) } }), 'in');
    expect([low(0.5), low(0.5625) !== undefined]).toEqual([undefined, true]);
  });
});

describe('on sheets', () => {
  // letter paper with 10 mm of margin: 195.9 by 259.4 mm; sheets overlap by 12
  const of = (widthMm: number, heightMm: number) => tiles({ widthMm, heightMm }, 'letter');
  it('one sheet to the hair, no cross on it; a hair more wants a second', () => {
    expect(of(195.9, 259.4)).toEqual([{ column: 0, row: 0, columns: 1, rows: 1, x: 0, y: 0, width: 195.9, height: 259.4, crosses: [] }]);
    expect([of(196, 259).length, of(195, 260).length, of(196, 260).length]).toEqual([2, 2, 4]);
    // two sheets hold 2 × 195.9 − 12
    expect([of(379.8, 100)[0]!.columns, of(379.9, 100)[0]!.columns]).toEqual([2, 3]);
  });
  it('the second begins where the first overlaps it, and shows what is left', () => {
    const [first, second] = of(300, 200);
    expect([first!.x, first!.width, second!.x, second!.width]).toEqual([0, near(195.9), near(183.9), near(300 - 183.9)]);
    expect([second!.column, second!.row, second!.y, second!.height]).toEqual([1, 0, 0, 200]);
    const down = of(100, 300)[1]!;
    expect([down.column, down.row, down.y, down.height]).toEqual([0, 1, near(247.4), near(300 - 247.4)]);
  });
  it('crosses lie in the middle of the overlap, a fifth in from either end of it, on both sheets', () => {
    const [first, second] = of(300, 200);
    expect(first!.crosses).toEqual([{ x: near(189.9), y: near(40) }, { x: near(189.9), y: near(160) }]); // prettier-ignore
    expect(second!.crosses).toEqual(first!.crosses);
    const four = of(300, 300);
    expect(four.map((t) => t.crosses)).toEqual([0, 1, 2, 3].map(() => [{ x: near(189.9), y: near(253.4) }]));
  });
  it('paper of A4 is its own', () => {
    expect([PAPER_MM.a4, TILE]).toEqual([{ width: 210, height: 297 }, { marginMm: 10, overlapMm: 12 }]); // prettier-ignore
    expect([tiles({ widthMm: 190, heightMm: 277 }, 'a4').length, tiles({ widthMm: 191, heightMm: 277 }, 'a4').length]).toEqual([1, 2]);
  });
});

describe('as SVG', () => {
  it('one unit is one mm; strokes and dashes by what a line is; words are escaped', () => {
    const svg = templateSvg({
      ...{ title: 'a "b" & <c>', forFace: '', mirrored: false, widthMm: 100.12345, heightMm: 50 },
      shapes: [
        { kind: 'line', stroke: 'stud', x1: 1, y1: 2.00049, x2: 3, y2: 4 },
        { kind: 'rect', stroke: 'cut', x: 5, y: 6, width: 7, height: 8 },
        { kind: 'text', x: 9, y: 10, size: 3, text: '1 < 2 & "3"', anchor: 'middle' },
      ],
    });
    expect(svg).toBe(
      '<svg xmlns="http://www.w3.org/2000/svg" width="100.123mm" height="50mm" viewBox="0 0 100.123 50"><title>a &quot;b&quot; &amp; &lt;c></title>' +
        '<line x1="1" y1="2" x2="3" y2="4" fill="none" stroke="#000" stroke-width="0.3" stroke-dasharray="3 1.5" data-is="stud"/>' +
        '<rect x="5" y="6" width="7" height="8" fill="none" stroke="#000" stroke-width="0.5" data-is="cut"/>' +
        '<text x="9" y="10" font-family="sans-serif" font-size="3" text-anchor="middle">1 &lt; 2 &amp; &quot;3&quot;</text></svg>',
    );
  });
});
