/** How often each kind of fault is met, and what makes it likelier here (handbook 25, common practice). */
import type { Happened, Since } from '../model/index.js';

export const SUSPECT_KINDS = [
  'breaker off',
  'breaker worn',
  'device tripped',
  'device worn out',
  'appliance',
  'switch off',
  'open contact',
  'loose contact',
  'open splice',
  'loose splice',
  'open ground',
  'worn contacts',
  'swapped',
  'line and load swapped',
  'bootleg ground',
  'cable shorted',
  'pinched ground',
  'broken conductor',
  'unknown box',
  'unknown switch',
  'fed from elsewhere',
  'wrong tab',
  'wrong neutral',
  'leak',
  'lost service neutral',
  'back-fed',
  'wrong breaker noted',
  'none of these',
] as const;
export type SuspectKind = (typeof SUSPECT_KINDS)[number];

/** How often each is met, 5 every week to 1 once in years (handbook 25, common practice). */
const MET: Record<SuspectKind, number> = {
  'breaker off': 5,
  'device tripped': 5,
  appliance: 5,
  'open contact': 5,
  'open splice': 4,
  'worn contacts': 4,
  'loose contact': 4,
  'loose splice': 3,
  swapped: 3,
  'open ground': 3,
  'line and load swapped': 3,
  'switch off': 3,
  'bootleg ground': 2,
  'cable shorted': 2,
  'pinched ground': 2,
  'device worn out': 2,
  'broken conductor': 1,
  'breaker worn': 1,
  'wrong tab': 2,
  'wrong neutral': 2,
  leak: 2,
  'unknown switch': 2,
  'unknown box': 1,
  'fed from elsewhere': 1,
  'lost service neutral': 1,
  'back-fed': 1,
  'wrong breaker noted': 1,
  'none of these': 1,
};
/** One step of that scale is about three times as often (common practice, no source). */
const STEP = 3;

/** What is known of the circuit and of what was done to it; each makes some faults likelier. */
export interface Circumstances {
  since?: Since;
  happened?: readonly Happened[];
  /** boxes that somebody worked in lately */
  touched?: ReadonlySet<string>;
  /** when the house was built */
  year?: number;
  /** how often each kind was what it was, in searches of this user before */
  history?: Partial<Record<SuspectKind, number>>;
  /** share of readings that are taken down wrongly, by somebody who is new to it; 0 unless said. Tests may then be made twice */
  misread?: number;
  /** so many pairs are looked at, the likeliest first; 3 000 unless said */
  mostPairs?: number;
}
/** How much likelier a kind becomes (common practice, no source). */
const AFTER: Record<Happened, Partial<Record<SuspectKind, number>>> = {
  'device changed': { 'open contact': 3, 'open splice': 3, 'loose contact': 3, 'loose splice': 3, swapped: 6, 'line and load swapped': 6, 'open ground': 3, 'pinched ground': 5, 'wrong tab': 6, 'wrong neutral': 4, 'bootleg ground': 3 },
  'hung or screwed': { 'cable shorted': 10, 'broken conductor': 10, leak: 4 },
  'new appliance': { appliance: 4, 'breaker off': 2, 'device tripped': 2 },
  storm: { 'device worn out': 4, 'breaker off': 2, 'device tripped': 2, 'lost service neutral': 6, 'breaker worn': 2 },
  'work on the house': { 'unknown switch': 2, 'unknown box': 2, 'fed from elsewhere': 4, 'broken conductor': 4, 'cable shorted': 4, 'wrong neutral': 3, 'back-fed': 4, 'open splice': 2 },
}; // prettier-ignore
const SINCE: Record<Since, Partial<Record<SuspectKind, number>>> = {
  today: { 'breaker off': 2, 'device tripped': 2, appliance: 1.5, swapped: 0.1, 'open ground': 0.3, 'bootleg ground': 0.1, 'wrong tab': 0.3, 'line and load swapped': 0.3, 'fed from elsewhere': 0.3 },
  weeks: { 'open contact': 1.5, 'loose contact': 1.5, 'loose splice': 1.5, 'breaker off': 0.3, 'switch off': 0.5 },
  always: { swapped: 8, 'open ground': 8, 'bootleg ground': 5, 'wrong tab': 8, 'line and load swapped': 5, 'unknown switch': 4, 'fed from elsewhere': 6, 'unknown box': 3, 'wrong neutral': 4, 'breaker off': 0.1, 'device tripped': 0.2, 'loose contact': 0.3 },
}; // prettier-ignore
/** A push-in lets go about so much oftener than a screw (handbook 25: 5 beside 4, one step). */
const PUSH_IN = STEP;
/** A box that was worked in lately (common practice). */
const TOUCHED = 3;
/** Handbook 25 weighs as much as so many searches of the user's own. */
const OWN_WEIGHS = 30;
function likelier(kind: SuspectKind, { since, happened = [], year }: Circumstances): number {
  const age = year !== undefined && year < 1965 && (kind === 'open ground' || kind === 'bootleg ground') ? STEP : 1;
  return happened.reduce((f, h) => f * (AFTER[h][kind] ?? 1), age * (since ? (SINCE[since][kind] ?? 1) : 1));
}

/** Who is weighed: its kind, and what of its place makes it likelier. */
export interface Placed {
  kind: SuspectKind;
  boxId?: string;
  pushIn?: true;
}
/**
 * Shares before any reading. Kinds share what they are met by among their places; a push-in lets go far more often than a screw, and an
 * unseen box may have any.
 */
export function priorsOf(list: readonly Placed[], unseen: ReadonlySet<string>, circumstances: Circumstances): number[] {
  const { history = {}, touched } = circumstances;
  const own = Object.values(history).reduce((a, b) => a + b, 0);
  const weight = (s: Placed): number =>
    (s.kind === 'open contact' && s.boxId !== undefined && unseen.has(s.boxId) ? 1.5 : 1) *
    (s.pushIn ? PUSH_IN : 1) *
    (s.boxId !== undefined && touched?.has(s.boxId) ? TOUCHED : 1);
  const weights = new Map<SuspectKind, number>();
  const places = new Map<SuspectKind, number>();
  for (const s of list) {
    weights.set(s.kind, (weights.get(s.kind) ?? 0) + weight(s));
    places.set(s.kind, (places.get(s.kind) ?? 0) + 1);
  }
  // push-ins and boxes that were worked in make their kind more frequent, not only this place among its others
  const met = (kind: SuspectKind): number =>
    STEP ** MET[kind] * likelier(kind, circumstances) * Math.sqrt(weights.get(kind)! / places.get(kind)!);
  const total = [...weights.keys()].reduce((sum, kind) => sum + met(kind), 0);
  const share = (kind: SuspectKind): number => (OWN_WEIGHS * (met(kind) / total) + (history[kind] ?? 0)) / (OWN_WEIGHS + own);
  const raw = list.map((s) => (share(s.kind) * weight(s)) / weights.get(s.kind)!);
  const sum = raw.reduce((a, b) => a + b, 0);
  return raw.map((x) => x / sum);
}
