/** Soonest ends beside HiGHS (npm `highs`) on the same work as a time-indexed MILP, and what may never be broken. */
import fc from 'fast-check';
import * as highsModule from 'highs';
import { describe, expect, it } from 'vitest';
import { inGivenOrder, soonest, type Task } from './solve.js';

/** the package’s types don’t know its default export under Node’s module rules */
const highsLoader = highsModule.default as unknown as () => Promise<{ solve(model: string): { ObjectiveValue: number; Status: string } }>;

/** `11110000`: a pair of hands in the first four slots. */
const hands = (text: string): Uint8Array => Uint8Array.from([...text].map(Number));
const task = (id: string, slots: number, after: [string, number][] = [], more: Partial<Task> = {}): Task => ({
  ...{ id, slots, hands: 1 },
  after: after.map(([of, lag]) => ({ id: of, lag })),
  ...more,
});

describe('by hand', () => {
  it('two coats with a wait of three between: 2 + 3 + 2 = 7; another thing of three fits into the wait', () => {
    const coats = [task('coat', 2), task('again', 2, [['coat', 3]])];
    expect(soonest(coats, hands('1111111111'))).toMatchObject({ ok: true, end: 7, proved: true });
    expect(soonest([...coats, task('other', 3)], hands('1111111111'))).toMatchObject({ end: 7 });
    expect(soonest([...coats, task('other', 4)], hands('111111111111'))).toMatchObject({ end: 8 });
  });
  it('nothing goes on over a night: three slots of two-slot evenings take the second evening', () =>
    expect(soonest([task('a', 2), task('b', 1)], hands('1100011'))).toMatchObject({ end: 6 }));
  it('what takes two pairs of hands waits for both; what is apart is never at once', () => {
    expect(soonest([task('lift', 1, [], { hands: 2 })], hands('1112111'))).toMatchObject({ end: 4 });
    expect(soonest([task('dust', 2, [], { apart: ['paint'] }), task('paint', 2)], hands('2222'))).toMatchObject({ end: 4 });
  });
  it('loud work keeps to its hours', () =>
    expect(soonest([task('bore', 1, [], { may: hands('0001') })], hands('1111'))).toMatchObject({ end: 4 }));
  it('a ring, and what finds no place, are named', () => {
    expect(soonest([task('a', 1, [['b', 0]]), task('b', 1, [['a', 0]])], hands('1111'))).toMatchObject({ ok: false, why: 'ring' });
    expect(soonest([task('long', 3)], hands('1101'))).toEqual({ ok: false, task: 'long', why: 'no place' });
  });
});

const HORIZON = 22;
interface Made {
  tasks: Task[];
  hands: Uint8Array;
}
/** Up to seven tasks; each may rest on earlier ones, take two pairs of hands, and keep apart from another. */
const made: fc.Arbitrary<Made> = fc
  .record({
    tasks: fc.array(
      fc.record({
        slots: fc.integer({ min: 1, max: 3 }),
        hands: fc.constantFrom(1, 1, 2),
        on: fc.array(fc.tuple(fc.nat(6), fc.constantFrom(0, 0, 1, 3)), { maxLength: 2 }),
        apart: fc.option(fc.nat(6), { nil: undefined }),
        earliest: fc.constantFrom(0, 0, 0, 4),
      }),
      { minLength: 3, maxLength: 7 },
    ),
    night: fc.constantFrom(0, 2, 3),
    helper: fc.boolean(),
  })
  .map(({ tasks, night, helper }) => ({
    tasks: tasks.map((t, i): Task => ({
      ...{ id: `t${i}`, slots: t.slots, hands: helper ? t.hands : 1, earliest: t.earliest },
      after: t.on.filter(([of]) => of < i).map(([of, lag]) => ({ id: `t${of}`, lag })),
      ...(t.apart !== undefined && t.apart !== i ? { apart: [`t${t.apart}`] } : {}),
    })),
    hands: Uint8Array.from({ length: HORIZON }, (_, s) => (s % (5 + night) < 5 ? (helper ? 2 : 1) : 0)),
  }));

/** The same as a MILP: one binary for each task and slot it may begin at. */
function model({ tasks, hands: there }: Made): string {
  const starts = (t: Task): number[] => Array.from({ length: HORIZON - t.slots + 1 }, (_, s) => s).filter((s) => s >= (t.earliest ?? 0));
  const x = (i: number, s: number): string => `x${i}_${s}`;
  const at = (i: number): string => starts(tasks[i]!).map((s) => `${s} ${x(i, s)}`).join(' + '); // prettier-ignore
  const rows: string[] = [];
  tasks.forEach((t, i) => {
    rows.push(`${starts(t).map((s) => x(i, s)).join(' + ')} = 1`); // prettier-ignore
    rows.push(`last - ${at(i).replaceAll(' + ', ' - ')} >= ${t.slots}`);
    for (const { id, lag } of t.after) {
      const of = tasks.findIndex((o) => o.id === id);
      rows.push(`${at(i)} - ${at(of).replaceAll(' + ', ' - ')} >= ${tasks[of]!.slots + lag}`);
    }
  });
  const under = (i: number, k: number): number[] => starts(tasks[i]!).filter((s) => s <= k && s + tasks[i]!.slots > k);
  for (let k = 0; k < HORIZON; k++) {
    const used = tasks.flatMap((t, i) => under(i, k).map((s) => `${t.hands} ${x(i, s)}`));
    if (used.length) rows.push(`${used.join(' + ')} <= ${there[k]!}`);
    tasks.forEach((t, i) =>
      (t.apart ?? []).forEach((id) => {
        const j = tasks.findIndex((o) => o.id === id);
        if (j < 0) return;
        const both = [...under(i, k).map((s) => x(i, s)), ...under(j, k).map((s) => x(j, s))];
        if (both.length) rows.push(`${both.join(' + ')} <= 1`);
      }),
    );
  }
  const binary = tasks.flatMap((t, i) => starts(t).map((s) => x(i, s)));
  return ['Minimize', ' obj: last', 'Subject To', ...rows.map((r, n) => ` c${n}: ${r}`), 'Bounds', ` 0 <= last <= ${HORIZON}`, 'Binary', ` ${binary.join(' ')}`, 'End'].join('\n'); // prettier-ignore
}

describe('beside HiGHS', () => {
  it('200 random ones: the same end, or none by both', async () => {
    const highs = await highsLoader();
    const tried = { found: 0, none: 0 };
    fc.assert(
      fc.property(made, (m) => {
        const own = soonest(m.tasks, m.hands);
        const reference = highs.solve(model(m));
        if (reference.Status === 'Infeasible') {
          tried.none++;
          expect(own.ok).toBe(false);
          return;
        }
        tried.found++;
        expect(own).toMatchObject({ ok: true, proved: true, end: Math.round(reference.ObjectiveValue) });
      }),
      { numRuns: 200, seed: 26 },
    );
    // both kinds have to be among them, or half of it was not tried
    expect(tried.found).toBeGreaterThan(120);
    expect(tried.none).toBeGreaterThan(3);
  });
});

describe('whatever it is given', () => {
  it('precedence, hands, hours and what is apart hold; a given order never ends sooner than the best', () => {
    fc.assert(
      fc.property(made, (m) => {
        const s = soonest(m.tasks, m.hands);
        if (!s.ok) return;
        const used = new Uint8Array(HORIZON);
        for (const t of m.tasks) {
          const at = s.starts.get(t.id)!;
          expect(at).toBeGreaterThanOrEqual(t.earliest ?? 0);
          for (let k = at; k < at + t.slots; k++) used[k] = used[k]! + t.hands;
          for (const { id, lag } of t.after) {
            const before = m.tasks.find((o) => o.id === id)!;
            expect(at).toBeGreaterThanOrEqual(s.starts.get(id)! + before.slots + lag);
          }
          for (const id of t.apart ?? []) {
            const other = m.tasks.find((o) => o.id === id);
            if (other) expect(at >= s.starts.get(id)! + other.slots || s.starts.get(id)! >= at + t.slots).toBe(true);
          }
        }
        used.forEach((n, k) => expect(n).toBeLessThanOrEqual(m.hands[k]!));
        const given = inGivenOrder(m.tasks, m.hands, m.tasks.map((t) => t.id)); // prettier-ignore
        if (given) expect(given.end).toBeGreaterThanOrEqual(s.end);
        expect(s.atLeast).toBeLessThanOrEqual(s.end);
      }),
      { numRuns: 400 },
    );
  });
  it('cut short it says so, and how much sooner it could be at most', () => {
    const many = Array.from({ length: 14 }, (_, i) => task(`t${i}`, 1 + (i % 3), i > 2 && i % 4 === 0 ? [[`t${i - 3}`, 2]] : []));
    const night = Uint8Array.from({ length: 120 }, (_, s) => (s % 7 < 4 ? 1 : 0));
    const [short, whole] = [soonest(many, night, 1), soonest(many, night)];
    if (!short.ok || !whole.ok) throw new Error('both have a place');
    expect(short.end).toBeGreaterThanOrEqual(whole.end);
    expect(short.atLeast).toBeLessThanOrEqual(whole.end);
  });
});
