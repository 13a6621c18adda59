/** The copy of a survey that a job of version 1 carried, taken up by its house: what the house doesn’t know goes in, what both say is asked. */
import { differences } from './difference.js';
import { siteErrors } from './checkSite.js';
import { fieldWords } from './fieldWords.js';
import { ALTERED_LISTS, type Question } from './history.js';
import type { House, Job } from './house.js';
import { Site } from './site.js';

type Fields = Record<string, unknown>;
type Thing = Fields & { id: string; name?: string };
const LISTS = ['rooms', 'walls', ...ALTERED_LISTS] as const;
type List = (typeof LISTS)[number];
const isFields = (value: unknown): value is Fields => typeof value === 'object' && value !== null && !Array.isArray(value);
const isLength = (value: unknown): value is Fields => isFields(value) && typeof value['mm'] === 'number' && 'known' in value;
const same = (a: unknown, b: unknown): boolean => differences(a, b, 'in').length === 0;

/** Most questions one house keeps open; more say that two houses were mixed up, and then the rest is left unasked. */
const MOST_QUESTIONS = 500;

/**
 * One value of two records. Where the house says nothing, or only the usual value, the job’s is taken; where the job knows no more, the
 * house’s stays; else it is asked.
 */
function merged(house: unknown, job: unknown, path: string, ask: (field: string, house: unknown, job: unknown) => void): unknown {
  if (job === undefined || same(house, job)) return house;
  if (house === undefined) return job;
  if (isLength(house) && isLength(job)) {
    if (job['known'] === 'assumed') return house;
    if (house['known'] === 'assumed') return job;
    ask(path, house, job);
    return house;
  }
  if (isFields(house) && isFields(job) && !isLength(house) && !isLength(job))
    return Object.fromEntries(
      [...new Set([...Object.keys(house), ...Object.keys(job)])].map((key) => [
        key,
        merged(house[key], job[key], path ? `${path}.${key}` : key, ask),
      ]),
    );
  if (Array.isArray(house) && Array.isArray(job) && [...house, ...job].every((x) => isFields(x) && typeof x['id'] === 'string')) {
    const theirs = new Map((job as Thing[]).map((x) => [x.id, x]));
    const known = new Set((house as Thing[]).map((x) => x.id));
    if ((house as Thing[]).some((x) => theirs.has(x.id) && !same(x, theirs.get(x.id)))) ask(path, house, job);
    return [...(house as Thing[]), ...(job as Thing[]).filter((x) => !known.has(x.id))];
  }
  if (Array.isArray(house) && house.length === 0) return job;
  ask(path, house, job);
  return house;
}

/** Ids of the things that a job is about: its boxes, and what hangs together with them. */
function nearJob(job: Job, found: Site): Record<List, Set<string>> {
  const boxes = new Set(
    job.changes.flatMap((c) =>
      c.do === 'replace-box' ? [c.boxId] : c.do === 'run-cable' ? c.cable.ends.flatMap((e) => e.boxId ?? []) : [],
    ),
  );
  const walls = new Set([
    ...found.boxes.filter((b) => boxes.has(b.id)).map((b) => b.wallId),
    ...job.changes.flatMap((c) => (c.do === 'place-box' ? [c.box.wallId] : [])),
  ]);
  for (const b of found.boxes) if (walls.has(b.wallId)) boxes.add(b.id);
  const circuits = new Set(found.boxes.flatMap((b) => (boxes.has(b.id) && b.circuitId ? [b.circuitId] : [])));
  const cables = found.cables.filter((c) => c.ends.some((e) => e.boxId !== undefined && boxes.has(e.boxId)));
  for (const c of cables) for (const e of c.ends) if (e.boxId) boxes.add(e.boxId);
  for (const b of found.boxes) if (boxes.has(b.id)) walls.add(b.wallId);
  return {
    boxes,
    walls,
    circuits,
    rooms: new Set(found.walls.filter((w) => walls.has(w.id)).flatMap((w) => [w.faces.A.roomId, w.faces.B.roomId])),
    cables: new Set(cables.map((c) => c.id)),
    devices: new Set(found.devices.filter((d) => boxes.has(d.boxId)).map((d) => d.id)),
    loads: new Set(found.loads.filter((l) => circuits.has(l.circuitId)).map((l) => l.id)),
  };
}

/** A field in its own words, of a thing whose name goes before it. */
const about = (thing: Thing, field: string): string =>
  `${thing.name ?? thing.id}: ${field === '' ? 'all of it' : fieldWords(`/${field.replaceAll('.', '/')}`)}`.slice(0, 120);
const inWords = (value: unknown, unit: House['unit']): string => (differences(undefined, value, unit)[0]?.now ?? 'not said').slice(0, 200);

/**
 * @param found the copy as it was written; one that is no survey any more is left alone
 * @returns the house with it; the same house where nothing came of it
 */
export function takeUp(house: House, job: Job, found: unknown): House {
  const read = Site.safeParse(found);
  if (!read.success) return house;
  const copy = read.data;
  const near = nearJob(job, copy);
  const questions: Question[] = [];
  const ask = (list: List, thing: Thing, field: string, mine: unknown, theirs: unknown): void => {
    const value = JSON.stringify(theirs);
    // a value too long to be kept as one is still in the earlier version of the job
    if (value.length > 4000) return;
    questions.push({
      id: `${list}-${thing.id}-${(house.questions?.length ?? 0) + questions.length}`.slice(-40),
      jobName: job.name,
      list,
      thing: thing.id,
      about: about(thing, field),
      field: field === '' ? '*' : field.slice(0, 60),
      house: inWords(mine, house.unit),
      job: inWords(theirs, house.unit),
      value,
    });
  };
  const site: Record<string, unknown> = { ...house.site };
  for (const list of LISTS) {
    const mine = house.site[list] as unknown as Thing[];
    const theirs = new Map((copy[list] as unknown as Thing[]).map((x) => [x.id, x]));
    const known = new Set(mine.map((x) => x.id));
    const kept = mine.map((thing) => {
      const other = theirs.get(thing.id);
      return other === undefined ? thing : merged(thing, other, '', (field, house_, job_) => ask(list, thing, field, house_, job_));
    });
    const fresh = [...theirs.values()].filter((x) => !known.has(x.id));
    for (const x of fresh) if (!near[list].has(x.id)) ask(list, x, '', undefined, x);
    site[list] = [...kept, ...fresh.filter((x) => near[list].has(x.id))];
  }
  if (site['panel'] === undefined && copy.panel !== undefined) site['panel'] = copy.panel;
  if (site['subpanels'] === undefined && copy.subpanels !== undefined) site['subpanels'] = copy.subpanels;
  const next = Site.safeParse(site);
  if (!next.success || siteErrors(next.data, house.unit, '').length > 0) return house;
  if (questions.length === 0 && same(house.site, next.data)) return house;
  const all = [...(house.questions ?? []), ...questions].slice(0, MOST_QUESTIONS);
  return { ...house, site: next.data, ...(all.length ? { questions: all } : {}) };
}

/** Settles a question: the house’s value stays, or the job’s takes its place. The site may not make sense then: the caller checks it. */
export function settleQuestion(house: House, id: string, take: boolean): House {
  const question = house.questions?.find((q) => q.id === id);
  if (!question) return house;
  const rest = house.questions!.filter((q) => q.id !== id);
  const { questions: _, ...bare } = house;
  const settled: House = rest.length ? { ...bare, questions: rest } : bare;
  if (!take) return settled;
  const value = JSON.parse(question.value) as unknown;
  const list = house.site[question.list] as unknown as Thing[];
  const put = (thing: unknown, path: string[]): unknown =>
    path.length === 0 ? value : { ...(thing as Fields), [path[0]!]: put((thing as Fields | undefined)?.[path[0]!], path.slice(1)) };
  const next =
    question.field === '*'
      ? [...list.filter((x) => x.id !== question.thing), value]
      : list.map((x) => (x.id === question.thing ? put(x, question.field.split('.')) : x));
  return { ...settled, site: { ...house.site, [question.list]: next } };
}
