/**
 * How long each kind of work takes: a middle and a bad day, in minutes (handbook 23; common practice, no source). One table for the steps,
 * the ways and the schedule.
 */
export interface Span {
  middle: number;
  bad: number;
}

export const TIMES = {
  'sheets and moving things': { each: 'job', middle: 15, bad: 45 },
  cleaning: { each: 'job', middle: 15, bad: 30 },
  'mark out': { each: 'opening', middle: 10, bad: 20 },
  'look inside': { each: 'opening', middle: 5, bad: 15 },
  'cut drywall': { each: 'opening', middle: 10, bad: 20 },
  'cut plaster on lath': { each: 'opening', middle: 25, bad: 60 },
  'cut brick or block': { each: 'opening', middle: 90, bad: 180 },
  'chase in brick': { each: 'ft', middle: 20, bad: 40 },
  'bore a stud or plate': { each: 'hole', middle: 5, bad: 15 },
  'bore a joist': { each: 'hole', middle: 5, bad: 10 },
  'fish in a bay': { each: 'cable', middle: 10, bad: 30 },
  'fish round a corner or past a block': { each: 'place', middle: 30, bad: 90 },
  'pull cable': { each: '10 ft', middle: 5, bad: 10 },
  'turn of a cable': { each: 'turn', middle: 10, bad: 10 },
  staple: { each: 'staple', middle: 2, bad: 2 },
  'set a box': { each: 'box', middle: 5, bad: 10 },
  'screw a box to a stud': { each: 'box', middle: 15, bad: 40 },
  'free a nailed box': { each: 'box', middle: 10, bad: 30 },
  'open and take apart': { each: 'device', middle: 5, bad: 10 },
  'strip, splice, land': { each: 'cable', middle: 8, bad: 15 },
  'mount device and plate': { each: 'device', middle: 5, bad: 10 },
  lampholder: { each: 'lampholder', middle: 15, bad: 25 },
  raceway: { each: 'ft', middle: 4, bad: 8 },
  'raceway box': { each: 'box', middle: 10, bad: 10 },
  'through an outside wall': { each: 'wall', middle: 45, bad: 120 },
  'breaker in a panel': { each: 'breaker', middle: 30, bad: 60 },
  'switch off and label': { each: 'breaker', middle: 5, bad: 10 },
  'prove dead': { each: 'circuit', middle: 5, bad: 10 },
  'switch on': { each: 'breaker', middle: 2, bad: 5 },
  'test a face': { each: 'face', middle: 2, bad: 4 },
  'cut and fix a patch': { each: 'patch', middle: 20, bad: 40 },
  'coat of compound': { each: 'patch', middle: 10, bad: 15 },
  sand: { each: 'patch', middle: 10, bad: 10 },
  paint: { each: 'patch', middle: 20, bad: 40 },
  'rough-in inspection': { each: 'visit', middle: 15, bad: 60 },
  'finish hung': { each: 'wall', middle: 60, bad: 180 },
  'label and note': { each: 'job', middle: 10, bad: 20 },
  // by the UK way of working; by the metre what stands above by the foot
  'chase, cap and fill': { each: 'm', middle: 66, bad: 131 },
  'cut plasterboard': { each: 'opening', middle: 10, bad: 20 },
  'wall chaser, cap and fill': { each: 'm', middle: 30, bad: 60 },
  'sink a box with a guide': { each: 'opening', middle: 45, bad: 90 },
  'notch a joist': { each: 'joist', middle: 8, bad: 15 },
  'lift and lay boards': { each: 'place', middle: 20, bad: 45 },
  'pull cable by the metre': { each: 'm', middle: 1.6, bad: 3.3 },
  trunking: { each: 'm', middle: 13, bad: 26 },
  'conduit and singles': { each: 'm', middle: 20, bad: 40 },
  'chain-drill and chisel for a box': { each: 'opening', middle: 90, bad: 180 },
  'drill through a leaf': { each: 'hole', middle: 15, bad: 30 },
  'lock off and keep the key': { each: 'breaker', middle: 5, bad: 10 },
  'dead tests of a point': { each: 'point', middle: 10, bad: 20 },
  'live tests of a point': { each: 'point', middle: 8, bad: 15 },
} as const satisfies Record<string, Span & { each: string }>;
export type TimeKind = keyof typeof TIMES;

/** Nothing can be done at a place before it has set or dried (handbook 23; common practice, makers' sheets differ). Minutes. */
export const WAITS = {
  'setting compound': { middle: 20, bad: 45 },
  'premixed compound': { middle: 8 * 60, bad: 24 * 60 },
  primer: { middle: 60, bad: 60 },
  'wall paint': { middle: 120, bad: 240 },
  mortar: { middle: 4 * 60, bad: 24 * 60 },
  'one-coat plaster': { middle: 2 * 60, bad: 24 * 60 },
  'exterior sealant': { middle: 60, bad: 24 * 60 },
} as const satisfies Record<string, Span>;
export type WaitKind = keyof typeof WAITS;

/** One kind of work and how much of it. */
export interface Spent {
  kind: TimeKind;
  count: number;
}
export const spent = (kind: TimeKind, count = 1): Spent => ({ kind, count });

/** The minutes of a list of work, rounded to whole ones. */
export const minutesOf = (list: readonly Spent[]): Span => ({
  middle: Math.round(list.reduce((s, { kind, count }) => s + TIMES[kind].middle * count, 0)),
  bad: Math.round(list.reduce((s, { kind, count }) => s + TIMES[kind].bad * count, 0)),
});

/** `10 to 20 min`, `2 h 10 to 4 h`. */
export function printSpan({ middle, bad }: Span): string {
  if (bad < 90) return middle === bad ? `${middle} min` : `${middle} to ${bad} min`;
  return middle === bad ? printMinutes(middle) : `${printMinutes(middle)} to ${printMinutes(bad)}`;
}
/** `40 min`, `2 h`, `2 h 10`. */
export function printMinutes(minutes: number): string {
  const whole = Math.round(minutes);
  if (whole < 60) return `${whole} min`;
  return whole % 60 === 0 ? `${whole / 60} h` : `${Math.floor(whole / 60)} h ${`${whole % 60}`.padStart(2, '0')}`;
}
/** What the minutes are made of: `bore a joist × 4: 20 to 40 min`. */
export const timeTerms = (list: readonly Spent[]): string[] =>
  list
    .filter((t) => t.count > 0)
    .map((t) => {
      const count = Number.isInteger(t.count) ? t.count : t.count.toFixed(1);
      return `${t.kind}${t.count === 1 ? '' : ` × ${count}${['ft', '10 ft', 'm'].includes(TIMES[t.kind].each) ? ` (${TIMES[t.kind].each})` : ''}`}: ${printSpan(minutesOf([t]))}`;
    });
