/** What mends a part that was named, as changes of a job; or, where nothing is changed, what to do. */
import { idOf, type Change, type Schools, type Site } from '../model/index.js';
import { benchOf, renewed, wiringIn } from '../wiring/index.js';
import type { CircuitBench } from './circuitBench.js';
import type { Suspect } from './suspects.js';

export interface Repair {
  says: string;
  changes: Change[];
}

const only = (says: string): Repair => ({ says, changes: [] });

/**
 * @param part as the search names it
 * @param suspect what it most likely is in that part
 */
export function repairOf(
  known: CircuitBench,
  house: Site,
  schools: Schools,
  part: string,
  suspect?: Pick<Suspect, 'kind' | 'deviceId'>,
): Repair {
  const [kind, ...rest] = part.split('/');
  const id = rest.join('/');
  const box = house.boxes.find((b) => b.id === id);
  switch (kind) {
    case 'breaker':
      return only(
        'Unplug everything on it, then switch it on: fully off first, then on, once. It opened for a reason: plug in one thing after the other. If it opens with nothing plugged in, leave it off and enter that.',
      );
    case 'panel':
      return only(
        'It is at the panel: a worn breaker, or a wire loose under it or at a bar. That is work for a licensed electrician; leave the breaker off until then.',
      );
    case 'tripped':
      return only(
        'Unplug everything behind it, then press its reset until it clicks. If it won’t stay with nothing plugged in, leave it and enter that.',
      );
    case 'switch':
      return only('Switch it on, and label what it switches.');
    case 'appliance':
      return only(
        'What is plugged in: have it mended, or let it go; where several ran at once, fewer of them. What was not tested of the circuit is not known by that.',
      );
    case 'unknown':
      return only(
        'Look for a switch nobody knows of: behind furniture, in a cupboard, at the other door, outside. Switch it on, label it, and note its box in the survey.',
      );
    case 'service':
      return only(
        'Leave what is sensitive unplugged and switch off the main: the neutral of the supply is loose. Call the supplier now; nothing of it is mended in the house.',
      );
    case 'noted':
      return only(
        'Find its breaker: one after the other off, with a lamp in it, or with a sender and receiver. Note it in the survey and at the panel; until then what the label says proves nothing dead.',
      );
    case 'back-fed':
      return only(
        'Two sources feed one circuit: leave both off and mark them. A licensed electrician parts them; until then nothing proves it dead but a tester at the place itself.',
      );
    case 'cable': {
      const cable = known.bench.cables.find((c) => c.id === id);
      return only(
        `${cable?.name ?? 'The cable'} doesn’t bring it through: leave the circuit off. First look along its run for a covered box, and whether the box beyond is fed from elsewhere at all. If there is none it is damaged inside the wall. A new cable takes its place: plan it as an outlet of its own way, fed from the same box, and cap this one at both ends.`,
      );
    }
    case 'device': {
      const device = house.devices.find((d) => d.id === id);
      if (!device) return only('A new device of the same kind takes its place; survey it first.');
      return { says: `A new ${device.name} takes its place.`, changes: [renewed(device)] };
    }
    case 'joints': {
      if (suspect?.kind === 'wrong tab') return repairOf(known, house, schools, `device/${suspect.deviceId ?? ''}`);
      if (!box) return only('Its connections are made anew.');
      const circuit = house.circuits.find((c) => c.id === box.circuitId);
      const bench = benchOf(withNoneNoted(house, id), [id], circuit, schools);
      const wiring = wiringIn(house, bench, id);
      if (!wiring.joints.length)
        return only(
          `Make every connection in ${box.name} anew. How, the plan says once the survey has which of its cables brings the power.`,
        );
      return {
        says: `Every connection in ${box.name} is made anew.`,
        changes: [{ id: idOf('wire', id), title: `Connections in ${box.name} made anew`.slice(0, 120), do: 'wire-box', wiring }],
      };
    }
    default:
      return only('Nothing that is known here explains it: survey what else hangs on this circuit, or have it looked at.');
  }
}

/** What was seen is what was wrong: the plan’s own wiring takes its place. */
const withNoneNoted = (site: Site, boxId: string): Site => ({ ...site, wiring: (site.wiring ?? []).filter((w) => w.id !== boxId) });
