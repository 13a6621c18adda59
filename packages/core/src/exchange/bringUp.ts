/** Documents of earlier versions that lie together, brought to today’s: what one held for another goes where it belongs now. */
import { checkHouse, checkJob, migrated, takeUp, type House, type Job } from '../model/index.js';

type Raw = Record<string, unknown>;

/**
 * Jobs that a house of version 1 held as wants, beside the jobs there are: one of the same id that wants nothing yet is told what it wants,
 * the others are jobs of their own.
 */
export function joinWanted(jobs: readonly Job[], wanted: readonly Raw[]): Job[] {
  const all = new Map(jobs.map((j) => [j.id, j]));
  for (const raw of wanted) {
    const checked = checkJob(raw);
    if (!checked.ok) continue;
    const job = checked.value;
    const there = all.get(job.id);
    if (!there) all.set(job.id, job);
    else if (there.houseId === job.houseId && !there.want && there.changes.some((c) => c.do === 'place-box'))
      all.set(job.id, { ...there, want: job.want });
    else if (!(there.houseId === job.houseId && there.want)) {
      const id = `${job.id.slice(0, 33)}-wanted`;
      if (!all.has(id)) all.set(id, { ...job, id });
    }
  }
  return [...all.values()];
}

/** The copies of a survey that jobs of version 1 carried, taken up by their house one after another. */
export const takeUpAll = (house: House, carried: readonly { job: Job; found: unknown }[]): House =>
  carried.reduce((h, { job, found }) => takeUp(h, job, found), house);

export interface BroughtUp {
  houses: House[];
  jobs: Job[];
}

/**
 * Everything of a store that is of an earlier version, as it is to be written now; what is of today’s is not among it, and neither is what
 * can’t be read.
 */
export function broughtUp(houses: readonly unknown[], jobs: readonly unknown[]): BroughtUp {
  const result: BroughtUp = { houses: [], jobs: [] };
  const readHouses = houses.flatMap((raw) => {
    const { document, jobs: wanted = [] } = migrated(raw);
    const checked = checkHouse(document);
    return checked.ok ? [{ house: checked.value, wanted, old: document !== raw }] : [];
  });
  const readJobs = jobs.flatMap((raw) => {
    const { document, carried } = migrated(raw);
    const checked = checkJob(document);
    return checked.ok ? [{ job: checked.value, carried, old: document !== raw }] : [];
  });
  for (const { house, wanted, old } of readHouses) {
    const mine = readJobs.filter((j) => j.job.houseId === house.id);
    const next = takeUpAll(
      house,
      mine.flatMap(({ job, carried }) => (carried ? [{ job, found: carried.found }] : [])),
    );
    if (old || next !== house) result.houses.push(next);
    const before = new Map(mine.map((m) => [m.job.id, m]));
    for (const job of joinWanted(
      mine.map((m) => m.job),
      wanted,
    )) {
      const known = before.get(job.id);
      if (!known || known.old || known.job !== job) result.jobs.push(job);
    }
  }
  return result;
}
