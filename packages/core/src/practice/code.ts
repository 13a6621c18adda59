/** A task as a short code that can be read out: its kind and level, its seed, and a letter that notices a slip. */

export const TASK_KINDS = ['fault', 'wiring', 'measure'] as const;
export type TaskKind = (typeof TASK_KINDS)[number];
export interface TaskCode {
  kind: TaskKind;
  /** place among the levels of its kind, from 0 */
  level: number;
  /** 0 to 2²⁰ − 1 */
  seed: number;
}
export const MOST_SEED = 2 ** 20 - 1;

/** No I, L, O, U: they are taken for others when read or said. */
const LETTERS = '0123456789ABCDEFGHJKMNPQRSTVWXYZ';
const FIRST: Record<TaskKind, string> = { fault: 'F', wiring: 'W', measure: 'M' };
/** Weighed by place, modulo a prime: one letter off, or two exchanged, comes out otherwise. */
const check = (kind: TaskKind, level: number, seed: number): string => {
  const digits = [15, 10, 5, 0].map((shift) => (seed >>> shift) & 31);
  return LETTERS[(digits.reduce((sum, d, i) => sum + (i + 2) * d, 0) + 7 * level + 11 * TASK_KINDS.indexOf(kind)) % 31]!;
};

/** `F3-7K2MX`: kind and level, four letters of seed, one to check it. */
export function taskCode({ kind, level, seed }: TaskCode): string {
  const letters = [15, 10, 5, 0].map((shift) => LETTERS[(seed >>> shift) & 31]).join('');
  return `${FIRST[kind]}${level + 1}-${letters}${check(kind, level, seed)}`;
}

export type ReadCode = { ok: true; code: TaskCode } | { ok: false; why: string };
/** @param levels how many levels each kind has */
export function readCode(text: string, levels: Record<TaskKind, number>): ReadCode {
  const clean = text.trim().toUpperCase().replace(/[IL]/g, '1').replace(/O/g, '0');
  const match = /^([FWM])(\d{1,2})[\s-]*([0-9A-Z]{5})$/.exec(clean);
  if (!match) return { ok: false, why: `“${text.trim().slice(0, 30)}” is no code of a task: one is like F1-0A7F9.` };
  const kind = TASK_KINDS.find((k) => FIRST[k] === match[1])!;
  const level = Number(match[2]) - 1;
  if (level < 0 || level >= levels[kind])
    return { ok: false, why: `${match[1]}${match[2]} is no level: ${match[1]} has 1 to ${levels[kind]}.` };
  const digits = [...match[3]!].map((c) => LETTERS.indexOf(c));
  if (digits.some((d) => d < 0)) return { ok: false, why: 'A code has no letter U.' };
  const seed = digits.slice(0, 4).reduce((sum, d) => sum * 32 + d, 0);
  if (check(kind, level, seed) !== LETTERS[digits[4]!])
    return { ok: false, why: 'One of its letters is not right: compare it with what was passed on.' };
  return { ok: true, code: { kind, level, seed } };
}
