/**
 * Jobs in the den and the shop of the small house, with a panel of two circuits: cables, devices and changes of the plan by hand, for specs of
 * what follows from them. Lengths in inches.
 */
import { inches } from '../measure/index.js';
import {
  DEFAULT_SCHOOLS,
  DOCUMENT_VERSION,
  inHouse,
  measured,
  type Box,
  type Cable,
  type Change,
  type Closing,
  type Device,
  type House,
  type Job,
  type JobInHouse,
  type Schools,
  type Site,
} from '../model/index.js';

export const cable = (id: string, boxId: string, part: Partial<Cable> = {}): Cable => ({
  ...{ id, name: id, gauge: 12, conductors: ['black', 'white'], ground: 'bare', metal: 'copper', sheath: 'nonmetallic' },
  ...{ direction: 'known', unbrokenIn: [] },
  ends: [{ label: 'panel' }, { boxId, label: boxId, side: 'top' }],
  ...part,
});
export const device = (boxId: string, kind: Device['kind'] = 'duplex-15', part: Partial<Device> = {}): Device => ({
  ...{ id: `${boxId}-d`, name: `outlet of ${boxId}`, boxId, kind },
  ...part,
});
export const houseAt = (site: Site, part: Partial<House> = {}): House => ({ format: 'saddle-house', version: DOCUMENT_VERSION, id: 'h', name: 'H', edition: 'US-2020', unit: 'in', site, ...part }); // prettier-ignore
/** @param more of the job; `house`: of its house */
export function jobAt(
  site: Site,
  changes: Change[],
  { house, schools, ...more }: Partial<Omit<Job, 'schools'>> & { house?: Partial<House>; schools?: Partial<Schools> } = {},
): JobInHouse {
  const own = houseAt(site, house);
  const job: Job = {
    ...{ format: 'saddle-job', version: DOCUMENT_VERSION, id: 'j', houseId: 'h', name: 'J', purpose: 'replace', changes },
    ...{ schools: { ...DEFAULT_SCHOOLS, ...schools }, work: { ticks: [], notes: [], values: [], proofs: [] } },
    ...more,
  };
  return inHouse(job, own);
}
/** Another box in place of that one: it is opened for it. */
export const renew = (site: Site, id: string, part: Partial<Box> = {}): Change => ({
  ...{ id: `renew-${id}`, title: `New box for ${id}`, do: 'replace-box', boxId: id },
  box: { ...(site.boxes.find((b) => b.id === id) as Box), ...part },
});
/** A new box, its device, and the cable that feeds it from another. */
export const outlet = (box: Box, from: string, part: Partial<Cable> = {}, kind: Device['kind'] = 'duplex-15'): Change[] => [
  { id: `set-${box.id}`, title: `Set ${box.name}`, do: 'place-box', box },
  {
    ...{ id: `run-${box.id}`, title: `Run to ${box.name}`, do: 'run-cable' },
    cable: cable(`to-${box.id}`, box.id, {
      name: 'new cable',
      ends: [
        { boxId: from, label: from },
        { boxId: box.id, label: box.name },
      ],
      ...part,
    }),
  },
  {
    ...{ id: `put-${box.id}`, title: `Device in ${box.name}`, do: 'place-device' },
    device: device(box.id, kind, { tamperResistant: true }),
  },
];
export const inch = (v: number) => measured(inches(v));
const NOTHING: Closing['was'] = { boxes: [], cables: [], devices: [], circuits: [], loads: [], breakers: [] };
/** A closing that altered nothing; what it did is said by its changes, or in `part`. */
export const closing = (jobId: string, changes: Change[] = [], part: Partial<Closing> = {}): Closing => ({
  ...{ id: `${jobId}-closing`, jobId, jobName: `Job ${jobId}`, at: '2026-11-20T12:00:00Z', changes, differs: [] },
  ...{ was: NOTHING, wasAt: {}, became: NOTHING },
  ...part,
});
