/** How well what somebody notices goes with what is wrong: a complaint is a reading too. */
import type { Complaint } from '../model/index.js';
import type { Shown } from './faultLab.js';
import { any, type State } from './wouldShow.js';

/** How well a complaint goes with what a suspect would do, 0 to 1 (common practice). */
export function fitOf(
  complaint: Complaint,
  { set, is }: State,
  loose: readonly Shown[],
  faces: readonly string[],
  protector: boolean,
  brightens: boolean,
): number {
  if (any(set, 'none of these')) return 0.15;
  const working = faces.map((f) => is.faces.get(f)?.works === true);
  const dead = working.every((w) => !w);
  const right = faces.every((f) => is.faces.get(f)?.reads === 'reads as right');
  const opens = is.breakerOpens && !any(set, 'breaker off', 'breaker worn');
  // a load on it drags it down here
  const weak =
    faces.some((f) => working[faces.indexOf(f)] && loose.some((l) => (l.faces.get(f)?.loadVolts ?? 0) < 110)) ||
    (set.some((s) => s.looseOf) && faces.length === 0);
  const underLoad = faces.some((f) => is.faces.get(f)?.opensUnderLoad);
  const odd = any(set, 'lost service neutral');
  switch (complaint) {
    case 'dead':
      if (any(set, 'appliance', 'worn contacts')) return 0.4;
      // with something on at the other breaker it is bright or dim, not dead
      return dead ? (brightens ? 0.4 : 0.95) : weak ? 0.2 : 0.02;
    case 'half dead':
      if (any(set, 'worn contacts')) return 0.3;
      return working.some((w) => w) && working.some((w) => !w) ? 0.95 : 0.02;
    case 'low':
      return weak ? 0.9 : odd ? 0.6 : any(set, 'worn contacts') ? 0.6 : any(set, 'appliance') ? 0.3 : brightens ? 0.5 : 0.02;
    case 'flickers':
      return weak ? 0.9 : any(set, 'worn contacts') ? 0.7 : odd ? 0.6 : any(set, 'appliance') ? 0.3 : 0.02;
    case 'bright':
      return odd || brightens ? 0.95 : 0.01;
    case 'trips at once':
      return opens
        ? 0.95
        : any(set, 'appliance')
          ? 0.6
          : any(set, 'breaker worn')
            ? 0.2
            : is.deviceOpens && !any(set, 'device tripped')
              ? 0.7
              : 0.01;
    case 'trips after a while':
      return any(set, 'appliance') ? 0.9 : any(set, 'breaker worn') ? 0.5 : any(set, 'leak') ? 0.4 : weak ? 0.15 : opens ? 0.05 : 0.01;
    case 'trips when plugged in':
      return underLoad
        ? 0.95
        : any(set, 'appliance')
          ? 0.5
          : any(set, 'breaker worn')
            ? 0.3
            : any(set, 'device worn out')
              ? 0.2
              : opens
                ? 0.05
                : 0.01;
    case 'will not reset':
      if (!protector) return opens ? 0.9 : any(set, 'appliance') ? 0.5 : 0.05;
      if (any(set, 'device worn out')) return 0.8;
      if (any(set, 'appliance', 'line and load swapped')) return 0.5;
      if (any(set, 'leak')) return 0.8;
      return is.deviceOpens && !any(set, 'device tripped') || opens || any(set, 'bootleg ground', 'pinched ground') ? 0.6 : dead && !any(set, 'device tripped') ? 0.4 : 0.05; // prettier-ignore
    case 'plug falls out':
      return any(set, 'worn contacts') ? 0.95 : 0.01;
    case 'live though off':
      return any(set, 'back-fed', 'wrong breaker noted') ? 0.95 : any(set, 'fed from elsewhere') ? 0.7 : 0.01;
    case 'tester':
      return working.every((w) => w) && !right ? 0.95 : dead ? 0.1 : 0.03;
  }
}
