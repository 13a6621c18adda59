/** What one test would show with some faults in the circuit. */
import type { FaceState, Shown } from './faultLab.js';
import type { Suspect } from './suspects.js';
import { lampId, type TestKind } from './testKinds.js';

/** What would be shown: an outcome, any of them (undefined), or several with their shares. */
export type Would = string | undefined | Readonly<Record<string, number>>;

/** Faults that are so, and what the circuit shows with them. */
export interface State {
  set: readonly Suspect[];
  is: Shown;
  /** the same with what is switched on, reset and unplugged */
  rest: Shown;
  restSet: readonly Suspect[];
}
export const any = (set: readonly Suspect[], ...kinds: Suspect['kind'][]): boolean => set.some((s) => kinds.includes(s.kind));
const WORN_FEEDS: Suspect['kind'][] = ['worn contacts'];

/** A meter is right within 1 % and 1.5 V (common practice); what it shows near a limit may be either. */
const tail = (x: number): number => 1 / (1 + Math.exp(-1.702 * x));
const voltsKnown = new Map<number, Readonly<Record<string, number>>>();
/** Half a volt is as fine as it matters; where the supply has other volts, the limits go with it. */
export function voltsShown(exact: number, nominal = 120): Readonly<Record<string, number>> {
  const volts = Math.round((2 * exact * 120) / nominal) / 2;
  let shown = voltsKnown.get(volts);
  if (!shown) voltsKnown.set(volts, (shown = voltsClasses(volts)));
  return shown;
}
function voltsClasses(volts: number): Record<string, number> {
  const over = (limit: number): number => tail((volts - limit) / (0.01 * volts + 1.5));
  const [five, hundredTen, high] = [over(5), over(110), over(127)];
  return { none: 1 - five, low: five - hundredTen, full: hundredTen - high, high };
}
const OPENS_UNDER_LOAD = { opens: 1 } as const;
const LOST_NEUTRAL = { low: 0.45, high: 0.35, full: 0.2 } as const;
const mixed = (all: Readonly<Record<string, number>>[]): Readonly<Record<string, number>> => {
  if (all.every((x) => x === all[0])) return all[0]!;
  const sum: Record<string, number> = {};
  for (const one of all) for (const [id, share] of Object.entries(one)) sum[id] = (sum[id] ?? 0) + share / all.length;
  return sum;
};

const works = (is: Shown, set: readonly Suspect[], key: string): boolean =>
  is.faces.get(key)?.works === true && !set.some((s) => WORN_FEEDS.includes(s.kind) && key.startsWith(`${s.deviceId}/`));

/** A test with its kind and where it is made. */
export interface Asked {
  test: TestKind;
  kind: string;
  key: string;
}
export const asked = (test: TestKind): Asked => {
  const [kind, ...path] = test.id.split('/');
  return { test, kind: kind!, key: path.join('/') };
};

/** Where it was noticed, and what the circuit is. */
export interface Where {
  /** faces of the box where it was noticed */
  own: readonly string[];
  /** the box of each face */
  boxOf: ReadonlyMap<string, string>;
  boxId: string;
  /** volts of the supply */
  nominal: number;
  /** how the power goes on in boxes that nobody opened; absent: it was seen */
  school?: string;
}
/** @param levels the same with its loose joint at each of its resistances */
export function wouldShow(
  { test, kind, key }: Asked,
  { set, is, rest, restSet }: State,
  levels: readonly Shown[],
  { own: boxFaces, boxOf, boxId, nominal, school }: Where,
): Would {
  if (any(set, 'none of these')) return undefined;
  const opened =
    any(set, 'breaker off') || (is.breakerOpens && !any(set, 'breaker worn'))
      ? 'off'
      : is.deviceOpens || any(set, 'device tripped', 'device worn out')
        ? 'tripped'
        : 'neither';
  const worn = set.find((s) => s.kind === 'worn contacts' && key.startsWith(`${s.deviceId}/`));
  switch (kind) {
    case 'breakers':
      if (opened === 'off') return 'breaker off';
      if (opened === 'tripped') return test.outcomes.some((o) => o.id === 'device tripped') ? 'device tripped' : 'breaker off';
      return any(set, 'appliance', 'fed from elsewhere', 'wrong neutral') ? undefined : 'all on';
    case 'appliance':
      return any(set, 'appliance') ? 'fails' : 'works';
    case 'reset': {
      if (any(restSet, 'device worn out') || (rest.breakerOpens && !any(restSet, 'breaker worn')) || rest.deviceOpens) return 'opens again';
      const fine = boxFaces.length === 0 || boxFaces.every((f) => works(rest, restSet, f));
      // what opens under load alone stays on with everything unplugged
      if (fine && boxFaces.some((f) => rest.faces.get(f)?.opensUnderLoad)) return 'works now';
      return restSet.length < set.length && (fine || restSet.length === 0) ? 'works now' : 'still dead';
    }
    case 'switches':
      return any(set, 'switch off', 'unknown switch') && set.length === 1
        ? 'works now'
        : any(set, 'switch off', 'unknown switch')
          ? undefined
          : 'no change';
    case 'others': {
      const others = [...is.faces.keys()].filter((f) => boxOf.get(f) !== boxId);
      const working = others.filter((f) => works(is, set, f)).length;
      return working === others.length ? 'none' : working === 0 ? 'all' : 'some';
    }
    case 'off':
      return any(set, 'back-fed', 'wrong breaker noted') ? 'live' : any(set, 'fed from elsewhere') ? undefined : 'dead';
    case 'turn':
      return any(set, 'back-fed') || !boxFaces.every((f) => works(is, set, f)) ? 'none' : 'one';
    case 'house':
      return any(set, 'lost service neutral') ? 'changes' : 'steady';
    case 'lamps':
    case 'meter': {
      if (worn) return kind === 'meter' ? undefined : lampId('no power');
      const face = is.faces.get(key);
      return face && lampId(face.reads);
    }
    case 'probe': {
      const face = [...is.faces].filter(([f]) => f.startsWith(`${key}/`)).at(-1)?.[1];
      return (face?.hotVolts ?? 0) >= 50 ? 'signals' : 'silent';
    }
    case 'volts': {
      if (worn) return 'low';
      if (any(set, 'lost service neutral')) return LOST_NEUTRAL;
      return mixed(levels.map((l): Readonly<Record<string, number>> => {
        const face: FaceState | undefined = l.faces.get(key);
        return face?.opensUnderLoad ? OPENS_UNDER_LOAD : voltsShown(face?.loadVolts ?? 0, nominal);
      })); // prettier-ignore
    }
    case 'press': {
      const own = set.filter((s) => s.deviceId === key);
      if (any(own, 'device worn out')) return 'out';
      // without the supply on its LINE screws it does not set (in devices since 2006; from memory)
      return rest.deviceOpens || rest.faces.get(`${key}/upper`)?.works === false ? 'out' : 'set';
    }
    case 'line': {
      if (any(set, 'line and load swapped')) return undefined;
      // up to its own screws: what is open in its own box may lie before them or behind
      const lineOpen =
        is.faces.get(`${key}/upper`)?.works === false &&
        !set.some((s) => s.deviceId === key && (s.kind === 'device worn out' || s.kind === 'device tripped')) &&
        !is.deviceOpens;
      return lineOpen ? 'none' : 'full';
    }
    case 'panel':
      return set.some((s) => s.part === 'panel') ? 'found' : 'sound';
    case 'through': {
      const own = set.filter((s) => s.part === `cable/${key}` || s.part === `unknown/${key}`);
      if (!own.length) return 'whole';
      if (any(own, 'cable shorted', 'leak')) return 'touching';
      return test.outcomes.some((o) => o.id === 'broken') ? 'broken' : 'whole';
    }
    case 'school':
      return school;
    case 'plug':
      return set.some((s) => s.kind === 'worn contacts' && key === s.deviceId) ? 'loose' : 'firm';
    case 'look':
      if (set.some((s) => s.seenIn === key)) return 'found';
      return set.some((s) => (s.kind === 'worn contacts' || s.kind === 'back-fed') && (s.boxId ?? key) === key) ? undefined : 'sound';
    default:
      return undefined;
  }
}
