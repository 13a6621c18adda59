/** Figures to reckon, reckoned again from what is written. */
import { describe, expect, it } from 'vitest';
import { inches, printQuantity } from '../measure/index.js';
import { marked, MEASURE_LEVELS, measureTask } from './index.js'; // prettier-ignore

describe('figures to reckon', () => {
  it.each(MEASURE_LEVELS)('%s: the sum shown is the answer asked for, and both are finite', (level) => {
    for (let seed = 0; seed < 60; seed++) {
      const task = measureTask(level, seed);
      expect(measureTask(level, seed)).toEqual(task);
      for (const q of task.questions) {
        expect(q.sum.result.value).toBeCloseTo(q.answer, 6);
        expect(q.answer).toBeGreaterThan(0);
      }
    }
  });
  it('by hand: gaps and plates fill the wall; a drop is 2 · I · R · L', () => {
    const gaps = measureTask('equal gaps', 7);
    const [, boxes, width] = /wall .* long; (\d) plates, each ([^"]+)"/.exec(gaps.given[0]!)!;
    const wall = inches(eval_(/wall ([^"]+)"/.exec(gaps.given[0]!)![1]!));
    const gap = gaps.questions[0]!.answer;
    expect((Number(boxes) + 1) * gap + Number(boxes) * inches(eval_(width!))).toBeCloseTo(wall, 6);
    const drop = measureTask('voltage drop', 7);
    expect(drop.given[0]).toContain(drop.given[0]!.includes('14 AWG') ? '; 3.07 Ω per 1000 ft' : '; 1.93 Ω per 1000 ft');
    const [, ft, awg, amps] = /^(\d+) ft of (\d+) AWG copper, (\d+) A/.exec(drop.given[0]!)!;
    expect(drop.questions[0]!.answer).toBeCloseTo((2 * Number(amps) * (awg === '14' ? 3.07 : 1.93) * Number(ft)) / 1000, 6);
  });
  it('box fill by the table: 14 AWG takes 2.00 in³, 12 AWG 2.25 in³, a yoke twice, clamps once (NEC 314.16(B), memory)', () => {
    for (let seed = 0; seed < 40; seed++) {
      const { given, questions } = measureTask('box fill', seed);
      const text = given.join(' ');
      expect(text).toMatch(/^A cable of 1[24] AWG ends in it|^[234] cables of 1[24] AWG end in it/);
      expect(text).toMatch(/\. (One device on a yoke|Two devices on a yoke each), /);
      const cables = Number(/^(\d) cables/.exec(text)?.[1] ?? 1);
      const each = text.includes('14 AWG') ? 2 : 2.25;
      const insulated = 2 * cables + (/three insulated/.test(text) ? 1 : 0);
      const allowances =
        insulated + 1 + (text.includes('clamps inside') && !text.includes('no clamps') ? 1 : 0) + (text.includes('Two devices') ? 4 : 2);
      expect(questions[0]!.answer).toBeCloseTo(allowances * each, 6);
    }
  });
  it('marks, cables and holes, reckoned from what is written', () => {
    const figures = (text: string): number[] => [...text.matchAll(/(\d+(?: \d+\/\d+)?|\d+\/\d+)"/g)].map((m) => inches(eval_(m[1]!)));
    for (let seed = 0; seed < 40; seed++) {
      const mark = measureTask('mark out a box', seed);
      const [first, spacing, stud] = figures(mark.given[0]!) as [number, number, number];
      const [width, tall, middle] = figures(mark.given[1]!) as [number, number, number];
      const [, side, nth] = /on the (left|right) side of stud (\d)/.exec(mark.title)!;
      const from = first + (Number(nth) - 1) * spacing;
      expect(mark.questions[0]!.answer).toBeCloseTo(side === 'right' ? from + stud / 2 + width / 2 : from - stud / 2 - width / 2, 6);
      expect(mark.questions[1]!.answer).toBeCloseTo(middle + tall / 2, 6);
      const cable = measureTask('length of a cable', seed);
      const [up, across, down, free] = figures(cable.given[0]!) as [number, number, number, number];
      expect(cable.questions.map((q) => q.answer)).toEqual([
        expect.closeTo(up + across + down + 2 * free, 6),
        expect.closeTo(1.1 * (up + across + down + 2 * free), 6),
      ]);
      const holes = measureTask('schedule of holes', seed);
      const [depth, hole, at] = figures(holes.given[0]!) as [number, number, number];
      expect(holes.questions.map((q) => q.answer)).toEqual([
        expect.closeTo(Math.min(at, depth - at) - hole / 2, 6),
        expect.closeTo((depth - hole) / 2, 6),
        // NEC 300.4(A)(1), memory: 1 1/4 in from the edge of the hole
        expect.closeTo(inches(1.25) + hole / 2, 6),
      ]);
    }
  });
  it('written out: what is given, and the terms of the sum', () => {
    const terms = (level: (typeof MEASURE_LEVELS)[number], seed: number): [string, string[]][] =>
      measureTask(level, seed).questions.map((q) => [
        `${q.sum.result.label}: ${printQuantity(q.answer, q.unit, 'in')}${q.sum.formula === undefined ? '' : `, ${q.sum.formula}`}`,
        q.sum.terms.map((t) => `${t.label} ${printQuantity(t.value, q.unit, 'in')}${t.how === undefined ? '' : `, ${t.how}`}`),
      ]);
    expect(measureTask('mark out a box', 5).given).toEqual([
      'The first stud’s middle is 14 3/8" from the corner; studs are 24" apart, 1 1/2" thick.',
      'The box is 4" wide and 3 3/4" tall, its middle 15 1/2" above the floor.',
    ]);
    expect(terms('mark out a box', 5)).toEqual([
      [
        'middle of the box: 35 5/8"',
        ['first stud’s middle 14 3/8"', 'a spacing 24", 1 × 24"', 'half a stud to the left -3/4"', 'half the box -2"'],
      ],
      ['top edge: 17 3/8"', ['middle of the box 15 1/2"', 'half its height 1 7/8"']],
    ]);
    expect(terms('mark out a box', 1)[0]).toEqual(['middle of the box: 64 1/16"', ['first stud’s middle 14 1/4"', '3 spacings 48", 3 × 16"', 'half a stud to the right 3/4"', 'half the box 1 1/16"']]); // prettier-ignore
    expect(terms('equal gaps', 5)).toEqual([
      ['gap: 30", what is left ÷ 5', ['wall 159"', '4 plates -9", 4 × 2 1/4"']],
      ['middle of plate 3: 95 5/8"', ['3 gaps 90", 3 × 30"', '2 plates 4 1/2"', 'half a plate 1 1/8"']],
    ]);
    expect(terms('equal gaps', 2)[1]).toEqual(['middle of plate 2: 109 3/8"', ['2 gaps 106", 2 × 53"', 'a plate 2 1/4"', 'half a plate 1 1/8"']]); // prettier-ignore
    expect(terms('length of a cable', 2)).toEqual([
      ['to cut: 245"', ['up to the attic 77 1/2"', 'across 92"', 'down to the box 59 1/2"', 'free ends, both 16", 2 × 8"']],
      ['to cut: 269 1/2"', ['with its free ends 245"', 'a tenth of it 24 1/2"']],
    ]);
    expect(terms('schedule of holes', 1)).toEqual([
      ['edge to the face: 1 1/8"', ['middle to the nearer face 1 1/2"', 'less half the hole -3/8"']],
      ['edge to the face: 2 3/8"', ['half the stud 2 3/4"', 'less half the hole -3/8"']],
      ['middle of the hole: 1 5/8"', ['asked for 1 1/4"', 'half the hole 3/8"']],
    ]);
    // plate 1 has one gap before it and no plate
    const first = Array.from({ length: 40 }, (_, seed) => measureTask('equal gaps', seed)).find((t) => t.questions[1]!.ask.endsWith('plate 1?'))!; // prettier-ignore
    expect(first.questions[1]!.sum.terms.map((t) => t.label)).toEqual(['a gap', '0 plates', 'half a plate']);
  });
  it('what is drawn: each figure from its list, the ends of its list among them', () => {
    const all = Array.from({ length: 400 }, (_, seed) => seed);
    const drawn = (level: (typeof MEASURE_LEVELS)[number], pattern: RegExp): string[] =>
      [...new Set(all.map((seed) => { const t = measureTask(level, seed); return pattern.exec(`${t.title} ${t.given.join(' ')} ${t.questions.map((q) => q.ask).join(' ')}`)?.[1] ?? '-'; }))].sort(); // prettier-ignore
    expect(drawn('mark out a box', /side of stud (\d)/)).toEqual(['2', '3', '4', '5']);
    expect(drawn('mark out a box', /on the (\w+) side/)).toEqual(['left', 'right']);
    expect(drawn('mark out a box', /studs are (\d+)" apart/)).toEqual(['16', '24']);
    expect(drawn('mark out a box', /The box is ([^"]+)" wide/)).toEqual(['2 1/4', '2 1/8', '4']);
    expect(drawn('mark out a box', /middle is ([^"]+)" from/)).toEqual(['13', '13 1/2', '13 1/4', '13 1/8', '13 3/4', '13 3/8', '13 5/8', '13 7/8', '14', '14 1/2', '14 1/4', '14 1/8', '14 3/4', '14 3/8', '14 5/8', '14 7/8', '15']); // prettier-ignore
    expect(drawn('equal gaps', /(\d) plates,/)).toEqual(['2', '3', '4']);
    expect(drawn('equal gaps', /middle of plate (\d)/)).toEqual(['1', '2', '3', '4']);
    expect(drawn('box fill', /(A|\d) cables? of/)).toEqual(['2', '3', '4', 'A']);
    expect(drawn('box fill', /(A cable of 1\d AWG ends in it, with \w+) insulated/)).toEqual(['-', 'A cable of 12 AWG ends in it, with three', 'A cable of 12 AWG ends in it, with two', 'A cable of 14 AWG ends in it, with three', 'A cable of 14 AWG ends in it, with two']); // prettier-ignore
    expect(drawn('schedule of holes', /Studs ([^"]+)" deep/)).toEqual(['3 1/2', '5 1/2']);
    expect(drawn('schedule of holes', /a hole of ([^"]+)"/)).toEqual(['1', '3/4', '7/8']);
    expect(drawn('schedule of holes', /middle lies ([^"]+)"/)).toEqual(['1', '1 1/2', '1 1/4', '1 1/8', '1 3/4', '1 3/8', '1 5/8', '1 7/8', '2']); // prettier-ignore
    // a lamp's load up to eight tenths of what the breaker of the wire is rated (common practice)
    const of = (awg: number): number[] => drawn('voltage drop', new RegExp(`${awg} AWG copper, (\\d+) A`)).filter((x) => x !== '-').map(Number).sort((a, b) => a - b); // prettier-ignore
    expect([of(14), of(12)]).toEqual([
      [5, 6, 7, 8, 9, 10, 11, 12],
      [5, 6, 7, 8, 9, 10, 11, 12, 13, 14, 15, 16],
    ]);
  });
  it('marks: within a sixteenth is right, beside it says by how much; what can’t be read is not wrong', () => {
    const q = measureTask('mark out a box', 3).questions[0]!;
    const typed = (mm: number): string => `${(mm / 25.4).toFixed(4)}`;
    expect(marked(q, typed(q.answer))).toMatchObject({ ok: true, right: true });
    expect(marked(q, typed(q.answer + inches(0.06)))).toMatchObject({ right: true });
    expect(marked(q, typed(q.answer + inches(0.07)))).toMatchObject({ right: false, says: expect.stringMatching(/too much$/) });
    expect(marked(q, typed(q.answer - inches(1)))).toMatchObject({ right: false, says: '1" too little' });
    expect(marked(q, 'about a foot')).toMatchObject({ ok: false });
    expect(marked(measureTask('box fill', 1).questions[0]!, '18,5')).toEqual({
      ok: false,
      why: expect.stringMatching(/write one like 18\.5/),
    });
    const volts = measureTask('voltage drop', 1).questions[0]!;
    expect(['1.27', ' 1.3 V', '1.3volts', '.9', '1.4'].map((t) => marked(volts, t))).toEqual([
      { ok: true, right: true, value: 1.27, says: 'right' },
      { ok: true, right: true, value: 1.3, says: 'right' },
      { ok: true, right: true, value: 1.3, says: 'right' },
      { ok: true, right: false, value: 0.9, says: '0.37 V too little' },
      { ok: true, right: false, value: 1.4, says: '0.13 V too much' },
    ]);
    expect(marked(volts, 'two')).toEqual({ ok: false, why: '“two” is no figure; write one like 3.4.' });
    expect(marked(measureTask('box fill', 1).questions[0]!, '26 cu in')).toMatchObject({ right: true });
  });
});
/** `14 3/8` in inches, reckoned apart from the program. */
function eval_(text: string): number {
  return text.trim().split(' ').reduce((sum, part) => {
    const [a, b] = part.split('/').map(Number);
    return sum + (b === undefined ? a! : a! / b);
  }, 0); // prettier-ignore
}
