/** A task as a code that is read out and typed in again. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { FAULT_LEVELS, MEASURE_LEVELS, MOST_SEED, readCode, taskCode, TASK_KINDS, WIRING_LEVELS } from './index.js'; // prettier-ignore

const COUNTS = { fault: FAULT_LEVELS.length, wiring: WIRING_LEVELS.length, measure: MEASURE_LEVELS.length };

describe('a code that can be passed on', () => {
  it('gives the same task back, with small letters, spaces and the letters that are taken for digits', () => {
    fc.assert(
      fc.property(fc.constantFrom(...TASK_KINDS), fc.nat(5), fc.integer({ min: 0, max: MOST_SEED }), (kind, level, seed) => {
        const code = taskCode({ kind, level, seed });
        expect(code).toMatch(/^[FWM]\d-[0-9A-Z]{5}$/);
        expect(readCode(code, COUNTS)).toEqual({ ok: true, code: { kind, level, seed } });
        expect(
          readCode(
            ` ${code
              .toLowerCase()
              .replace('-', ' ')
              .replace(/0/g, 'o')
              .replace(/(?<=..)1/g, 'l')} `,
            COUNTS,
          ),
        ).toEqual({ ok: true, code: { kind, level, seed } });
      }),
    );
  });
  it('one letter off is noticed', () => {
    const code = taskCode({ kind: 'fault', level: 0, seed: 4711 });
    const slips = [3, 4, 5, 6, 7].map((i) => code.slice(0, i) + (code[i] === '7' ? '8' : '7') + code.slice(i + 1));
    for (const slip of slips) expect(readCode(slip, COUNTS)).toMatchObject({ ok: false });
    // another level, and any two letters exchanged
    expect(readCode(code.replace('F1', 'F2'), COUNTS)).toMatchObject({ ok: false });
    for (let i = 3; i < 7; i++) {
      const exchanged = code.slice(0, i) + code[i + 1]! + code[i]! + code.slice(i + 2);
      if (exchanged !== code) expect(readCode(exchanged, COUNTS)).toMatchObject({ ok: false });
    }
  });
  it.each([
    ['', /no code of a task: one is like/],
    ['F9-0000F', /F9 is no level: F has 1 to 6/],
    ['F7-0000F', /F7 is no level: F has 1 to 6/],
    ['F0-0000F', /F0 is no level: F has 1 to 6/],
    [` ${'x'.repeat(40)} `, /^“x{30}” is no code/],
    ['X1-00000', /no code of a task/],
    ['F1-0000UU', /no code/],
    ['F1-000UF', /letter U/],
  ])('%s is refused with what would do', (text, why) => {
    expect(readCode(text, COUNTS)).toEqual({ ok: false, why: expect.stringMatching(why) });
  });
});
