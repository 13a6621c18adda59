/**
 * The houses that specs stand on where a small one of their own does not do: a surveyed US house with its jobs and a UK one with its own,
 * as they were once written into a file. They are held apart from the sample that users are shown, so that the sample may change.
 */
import { readFileSync } from 'node:fs';
import type { BenchSample } from './demo/index.js';
import { checkHouse, checkJobIn, inHouse, migrated, type House, type Job, type JobInHouse } from './model/index.js';

const file = JSON.parse(readFileSync(new URL('../fixtures/houses.json', import.meta.url), 'utf8')) as {
  houses: unknown[];
  jobs: { houseId: string }[];
  benches: BenchSample[];
};
/** What was read, or why it can't be: a held file that no longer opens is a fault of the program. */
function sound<T>(read: { ok: true; value: T } | { ok: false; errors: unknown }): T {
  if (!read.ok) throw new Error(`fixtures/houses.json: ${JSON.stringify(read.errors)}`);
  return read.value;
}

export const heldHouses: House[] = file.houses.map((h) => sound(checkHouse(migrated(h).document)));
export const [quinceStreet, larchCottage] = heldHouses as [House, House];
const ofHouse = (house: House): Job[] =>
  file.jobs.filter((j) => j.houseId === house.id).map((j) => sound(checkJobIn(migrated(j).document, house, [])));
/** Jobs of the US house, as they are stored. */
export const heldJobs: Job[] = ofHouse(quinceStreet);
const cottage = ofHouse(larchCottage);
export const larchJobs = (): readonly Job[] => cottage;
export const benchSamples: readonly BenchSample[] = file.benches;

/** Each laid on the house as if it were the only job there. */
const alone = (job: Job): JobInHouse => inHouse(job, quinceStreet);
/** Those that have a plan, and those that have taken no way yet. */
export const plannedJobs: JobInHouse[] = heldJobs.filter((j) => j.changes.length > 0).map(alone);
export const openJobs: JobInHouse[] = heldJobs.filter((j) => j.changes.length === 0).map(alone);
const [sewing, aquarium, parlour, hallEnd, shelf] = plannedJobs as [JobInHouse, JobInHouse, JobInHouse, JobInHouse, JobInHouse];
export { sewing as sewingCorner, aquarium as aquariumAlcove, parlour as wainscot, hallEnd as hallBox, shelf as routerShelf };
