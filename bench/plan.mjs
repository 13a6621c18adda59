import highsLoader from 'highs';
import { demoJobsInHouse } from '@saddle/core/demo';
import { usualWhen } from '@saddle/core/model';
import { scheduleOf, soonest } from '@saddle/core/schedule';
import { cheapestPurchase } from '@saddle/core/takeoff';
import { figure, median, SMOKE } from './timing.mjs';

const FT = 304.8;
/** Aim for sixty pieces and eight kinds of coil. */
const PURCHASE_MS = 1000;
const KINDS = [
  [15, 20], [25, 30], [50, 52], [75, 74], [100, 95], [150, 138], [250, 210], [500, 400],
].map(([ft, price]) => ({ id: `${ft}`, name: `${ft} ft`, mm: ft * FT, price })); // prettier-ignore
/** The same pieces in every run: lengths between 4 and 60 ft. */
const pieces = (n, seed) => {
  let x = seed;
  return Array.from({ length: n }, (_, i) => {
    x = (x * 1103515245 + 12345) % 2147483648;
    return { mm: (4 + (x % 57)) * FT, what: `${i}` };
  });
};

/** The same work for HiGHS: which coils are taken, and which piece comes out of which. */
function model(list, kinds) {
  const bins = kinds.flatMap((k) => list.map(() => k));
  return [
    'Minimize',
    ` obj: ${bins.map((b, i) => `${b.price} y${i}`).join(' + ')}`,
    'Subject To',
    ...list.map((_, i) => ` p${i}: ${bins.map((__, b) => `x${i}_${b}`).join(' + ')} = 1`),
    ...bins.map((b, n) => ` b${n}: ${list.map((p, i) => `${p.mm / FT} x${i}_${n}`).join(' + ')} - ${b.mm / FT} y${n} <= 0`),
    'Binary',
    ` ${bins.map((_, b) => `y${b}`).join(' ')} ${list.flatMap((_, i) => bins.map((__, b) => `x${i}_${b}`)).join(' ')}`,
    'End',
  ].join('\n');
}

/** Aim for eighty activities of several jobs, all plans of them. */
const SCHEDULE_MS = 1000;
/** Hours as one person has them: evenings and weekends. */
const WHEN = {
  ...usualWhen('2026-11-27T08:00'),
  people: [
    {
      ...{ id: 'me', name: 'Owner' },
      hours: [
        { days: [0, 1, 2, 3, 4], from: 1020, to: 1200 },
        { days: [5, 6], from: 540, to: 1020 },
      ],
    },
  ],
};
/** Ten tasks over three short evenings, the same every time, for the solver and as a time-indexed MILP. */
const TASKS = [3, 2, 4, 1, 3, 2, 2, 3, 1, 2].map((slots, i) => ({
  ...{ id: `t${i}`, slots, hands: 1 },
  after: i < 3 ? [] : [{ id: `t${(i * 7) % 3}`, lag: i % 4 }],
}));
const EVENINGS = Uint8Array.from({ length: 40 }, (_, s) => (s % 12 < 8 ? 1 : 0));
function timeIndexed() {
  const starts = (t) => Array.from({ length: EVENINGS.length - t.slots + 1 }, (_, s) => s);
  const at = (i, sign) => starts(TASKS[i]).map((s) => `${s} x${i}_${s}`).join(` ${sign} `); // prettier-ignore
  const rows = TASKS.flatMap((t, i) => [
    `${starts(t).map((s) => `x${i}_${s}`).join(' + ')} = 1`, // prettier-ignore
    `last - ${at(i, '-')} >= ${t.slots}`,
    ...t.after.map(({ id, lag }) => `${at(i, '+')} - ${at(+id.slice(1), '-')} >= ${TASKS[+id.slice(1)].slots + lag}`),
  ]);
  for (let k = 0; k < EVENINGS.length; k++) {
    const used = TASKS.flatMap((t, i) => starts(t).filter((s) => s <= k && s + t.slots > k).map((s) => `x${i}_${s}`)); // prettier-ignore
    rows.push(`${used.join(' + ')} <= ${EVENINGS[k]}`);
  }
  const binary = TASKS.flatMap((t, i) => starts(t).map((s) => `x${i}_${s}`));
  return ['Minimize', ' obj: last', 'Subject To', ...rows.map((r, n) => ` c${n}: ${r}`), 'Binary', ` ${binary.join(' ')}`, 'End'].join(
    '\n',
  );
}

/** When: beside HiGHS on the same tasks, and jobs together until there are some eighty activities. */
function scheduleFigures(highs) {
  const own = soonest(TASKS, EVENINGS);
  const start = performance.now();
  const reference = highs.solve(timeIndexed()).ObjectiveValue;
  const solved = performance.now() - start;
  if (!own.ok || own.end !== Math.round(reference)) throw new Error(`schedule: ${own.ok && own.end} beside ${reference}`);
  const one = median(() => soonest(TASKS, EVENINGS), { rounds: 9, calls: 5 });
  const lay = (n) => () => scheduleOf({ jobs: demoJobsInHouse.slice(0, n), when: WHEN });
  const few = median(lay(2), { rounds: 3, calls: 1 });
  const many = median(lay(5), { rounds: 3, calls: 1 });
  const [two, five] = [2, 5].map((n) => lay(n)().activities.length);
  return [
    figure('plan.schedule', one, `HiGHS on the same ${TASKS.length} tasks`, solved),
    figure('plan.schedule.80', many, `aim for eighty activities (here ${five}), all plans`, SCHEDULE_MS),
    figure('plan.growth', many / few, `were it as many times as activities: ${five} beside ${two}`, five / two, 'times'),
  ];
}

/** What to buy: beside HiGHS on the same small list, and a long one against its aim; and when. */
export async function planFigures() {
  const highs = await highsLoader();
  const few = pieces(7, 5);
  const kinds = KINDS.slice(1, 4);
  const own = cheapestPurchase(few, kinds);
  const start = performance.now();
  const cost = highs.solve(model(few, kinds)).ObjectiveValue;
  const solved = performance.now() - start;
  if (!own.ok || Math.abs(own.purchase.price - cost) > 1e-3) throw new Error(`purchase: ${own.ok && own.purchase.price} beside ${cost}`);
  const small = median(() => cheapestPurchase(few, kinds), { rounds: 9, calls: 5 });
  const lists = Array.from({ length: SMOKE ? 1 : 9 }, (_, i) => pieces(60, i + 1));
  const times = lists.map((list) => median(() => cheapestPurchase(list, KINDS), { rounds: 1, calls: 1 }));
  return [
    figure('plan.purchase', small, 'HiGHS on the same list', solved),
    figure('plan.purchase.rests', Math.max(...lists.map((list) => median(() => cheapestPurchase(list, KINDS, [], 0, { leastMm: 6 * FT, perMm: 0.4 / FT }), { rounds: 1, calls: 1 }))), 'aim for sixty pieces with the worth of rests', PURCHASE_MS), // prettier-ignore
    figure('plan.purchase.60', Math.max(...times), 'aim for sixty pieces, the slowest of nine lists', PURCHASE_MS),
    ...scheduleFigures(highs),
  ];
}
