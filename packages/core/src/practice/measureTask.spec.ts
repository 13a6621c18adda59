/** Figures to reckon, reckoned again from what is written. */
import { describe, expect, it } from 'vitest';
import { inches } from '../measure/index.js';
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
    const [, ft, awg, amps] = /^(\d+) ft of (\d+) AWG copper, (\d+) A/.exec(drop.given[0]!)!;
    expect(drop.questions[0]!.answer).toBeCloseTo((2 * Number(amps) * (awg === '14' ? 3.07 : 1.93) * Number(ft)) / 1000, 6);
  });
  it('box fill by the table: 14 AWG takes 2.00 in³, 12 AWG 2.25 in³, a yoke twice, clamps once (NEC 314.16(B), memory)', () => {
    for (let seed = 0; seed < 40; seed++) {
      const { given, questions } = measureTask('box fill', seed);
      const text = given.join(' ');
      const cables = Number(/^(\d) cables/.exec(text)![1]);
      const each = text.includes('14 AWG') ? 2 : 2.25;
      const insulated = 2 * cables + (text.includes('three insulated') ? 1 : 0);
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
  });
});
/** `14 3/8` in inches, reckoned apart from the program. */
function eval_(text: string): number {
  return text.trim().split(' ').reduce((sum, part) => {
    const [a, b] = part.split('/').map(Number);
    return sum + (b === undefined ? a! : a! / b);
  }, 0); // prettier-ignore
}
