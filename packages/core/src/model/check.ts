/** Shape, then sense: what a schema can't say about a document (things refer to things, boxes stand in walls). */
import type * as z from 'zod';
import { quoted, type FieldError } from './fieldError.js';
import type { Change } from './change.js';
import { isUk } from './books.js';
import { House, Job, wantOf } from './house.js';
import { versionError } from './migrate.js';
import { jobCycle, laidIn, planOf, type JobInBook, type Unfit } from './inHouse.js';
import { duplicateIds, siteErrors } from './checkSite.js';
import { Panel } from './panel.js';
import { emptySite, Site, SITE_LIMITS } from './site.js';
import { wantErrors } from './checkWant.js';

export type Checked<T> = { ok: true; value: T } | { ok: false; errors: FieldError[] };

const pointer = (path: readonly PropertyKey[]): string =>
  path.map((part) => `/${String(part).replace(/~/g, '~0').replace(/\//g, '~1')}`).join('');

const dig = (root: unknown, path: readonly PropertyKey[]): unknown =>
  path.reduce<unknown>((at, key) => (at !== null && typeof at === 'object' ? (at as Record<PropertyKey, unknown>)[key] : undefined), root);

function expectation(issue: z.core.$ZodIssue): string {
  switch (issue.code) {
    case 'invalid_type':
      return issue.expected;
    case 'invalid_value':
      return `one of ${issue.values.map(String).join(', ')}`;
    case 'too_small':
      return `at least ${String(issue.minimum)}`;
    case 'too_big':
      return `at most ${String(issue.maximum)}`;
    case 'unrecognized_keys':
      return 'no further fields';
    default:
      return issue.message;
  }
}

/** Zod's issues as field errors; `root` is what came. At most 20 are returned. */
export function fieldErrors(error: z.core.$ZodError, root: unknown): FieldError[] {
  return error.issues.slice(0, 20).map((issue) => ({
    path: pointer(issue.path).slice(0, 300) || '/',
    message: issue.message.length > 300 ? `${issue.message.slice(0, 300)}…` : issue.message,
    expected: expectation(issue),
    came: quoted(dig(root, issue.path)),
  }));
}

/** Parses with a schema; never throws on bad data. */
export function checkShape<T>(schema: z.ZodType<T>, data: unknown): Checked<T> {
  const newer = versionError(data);
  if (newer) return { ok: false, errors: [newer] };
  const result = schema.safeParse(data);
  return result.success ? { ok: true, value: result.data } : { ok: false, errors: fieldErrors(result.error, data) };
}

/** Every list of a site, and its most; what is none, the panel, is looked at by itself. */
const LISTS = ['rooms', 'walls', 'boxes', 'cables', 'devices', 'circuits', 'loads', 'lamps', 'wiring', 'subpanels', 'finals'] as const;
const elementOf = (key: (typeof LISTS)[number]): z.ZodType =>
  key === 'lamps' || key === 'wiring' || key === 'subpanels' || key === 'finals'
    ? Site.shape[key].unwrap().element
    : Site.shape[key].element;

/**
 * A site's shape when it comes from one that was checked: what is the same object was checked already, the rest is parsed.
 * A keystroke changes one box of a house; three hundred others need no second look.
 */
function changedShape(before: Site, after: Site, path: string): Checked<Site> {
  const errors: FieldError[] = [];
  const site: Record<string, unknown> = {};
  for (const key of LISTS) {
    const [was, now] = [before[key], after[key]];
    if (now === undefined) continue;
    if (now === was) {
      site[key] = now;
      continue;
    }
    const known = new Set<unknown>(was);
    const element = elementOf(key);
    // too many of them is said by the whole schema
    if (!Array.isArray(now) || now.length > SITE_LIMITS[key]) return checkShape(Site, after);
    site[key] = (now as unknown[]).map((item, i): unknown => {
      if (known.has(item)) return item;
      const result = element.safeParse(item);
      if (result.success) return result.data;
      errors.push(...fieldErrors(result.error, item).map((e) => ({ ...e, path: `${path}/${key}/${i}${e.path === '/' ? '' : e.path}` })));
      return item;
    });
  }
  if (after.panel !== undefined) {
    const panel = after.panel === before.panel ? { success: true as const, data: after.panel } : Panel.safeParse(after.panel);
    if (panel.success) site['panel'] = panel.data;
    else errors.push(...fieldErrors(panel.error, after.panel).map((e) => ({ ...e, path: `${path}/panel${e.path === '/' ? '' : e.path}` })));
  }
  return errors.length ? { ok: false, errors: errors.slice(0, 20) } : { ok: true, value: site as Site };
}
/** A house edited from one that passed its check; the same verdict as `checkHouse`, for less work. */
export function checkHouseEdit(before: House, after: House): Checked<House> {
  const rest = checkShape(House, { ...after, site: emptySite() });
  if (!rest.ok) return rest;
  const site = changedShape(before.site, after.site, '/site');
  if (!site.ok) return { ok: false, errors: site.errors };
  const errors = siteErrors(site.value, after.unit, '/site', before.site);
  return errors.length ? { ok: false, errors: errors.slice(0, 20) } : { ok: true, value: { ...rest.value, site: site.value } };
}

/** A whole house document, shape and sense. */
export function checkHouse(data: unknown): Checked<House> {
  const shape = checkShape(House, data);
  if (!shape.ok) return shape;
  const { site, unit } = shape.value;
  const errors = siteErrors(site, unit, '/site');
  return errors.length ? { ok: false, errors: errors.slice(0, 20) } : shape;
}

/** A job document’s shape; whether it makes sense is only seen in its house (`checkJobIn`). */
export function checkJob(data: unknown): Checked<Job> {
  const shape = checkShape(Job, data);
  if (!shape.ok) return shape;
  const errors = duplicateIds(shape.value.changes, '/changes');
  return errors.length ? { ok: false, errors: errors.slice(0, 20) } : shape;
}

const PARTS = { boxes: 'box', cables: 'cable', devices: 'device', loads: 'load', circuits: 'with', lamps: 'lamp' } as const;
/** Where in a job an error of the planned state is written: within its own change where that brought the thing. */
function changePath(job: Job, unfit: Unfit, error: FieldError | undefined): string {
  const at = `/changes/${job.changes.indexOf(unfit.change)}`;
  const field = /^\/(boxes|cables|devices|loads|circuits|lamps)\/\d+(.*)$/.exec(error?.path ?? '');
  const part = field ? PARTS[field[1] as keyof typeof PARTS] : undefined;
  return part && part in unfit.change ? `${at}/${part}${field![2]}` : at;
}

/** What a job in a house by the UK book may change, and one by the US book may not: a box is put into both. */
const UK_ONLY: ReadonlySet<Change['do']> = new Set<Change['do']>(['add-final', 'alter-final']);
const BOTH: ReadonlySet<Change['do']> = new Set<Change['do']>(['place-box', 'replace-box']);
/** What of a job is of the book of the other country. */
function otherBookErrors(job: JobInBook): FieldError[] {
  const uk = isUk(job);
  const foreign = (path: string, message: string, expected: string, came: unknown): FieldError => ({ path, message, expected, came: quoted(came) });
  const errors = job.changes.flatMap((c, i) =>
    BOTH.has(c.do) || UK_ONLY.has(c.do) === uk
      ? []
      : [foreign(`/changes/${i}/do`, `“${c.title}” is work by the ${uk ? 'US' : 'UK'} book; this house goes by the other.`, uk ? 'work on a final circuit' : 'work on a branch circuit', c.do)],
  );
  if (uk && job.want) errors.push(foreign('/want', 'What is wanted here is by the US book; in this house a job says what is altered of a final circuit.', 'an alteration', job.want.kind));
  if (uk && !job.alteration) errors.push(foreign('/alteration', 'A job in a house by the UK book says what is altered of a final circuit.', 'an alteration', 'none'));
  if (!uk && job.alteration) errors.push(foreign('/alteration', 'Final circuits are altered in houses by the UK book; this one goes by the US book.', 'a want, or changes', job.alteration.kind));
  return errors;
} // prettier-ignore

/** What makes no sense of a job in its house: changes that don’t fit, boxes that are gone, jobs that wait for each other. */
export function jobErrors(job: JobInBook, jobs: readonly Job[]): FieldError[] {
  const errors: FieldError[] = [];
  const { unfit } = planOf(job);
  // what rests on another that doesn’t fit is put right with it
  for (const u of unfit.filter((x) => !x.restsOn)) {
    const first = u.errors[0];
    errors.push({
      path: changePath(job, u, first),
      message: first?.message ?? `“${u.change.title}” doesn’t fit the house: ${u.why}.`,
      expected: first?.expected ?? 'a change of something that is there',
      came: first?.came ?? quoted(u.change.id),
    });
  }
  errors.push(...otherBookErrors(job));
  const want = wantOf(job);
  if (want) errors.push(...wantErrors(want, job.found, job.unit));
  const there = new Map(jobs.map((j) => [j.id, j]));
  job.after?.forEach((id, i) => {
    const before = there.get(id);
    if (id !== job.id && before?.houseId === job.houseId) return;
    errors.push({
      path: `/after/${i}`,
      message: id === job.id ? 'A job can’t come after itself.' : `There is no job with the id ${id} in this house.`,
      expected: 'the id of another job of the same house',
      came: quoted(id),
    });
  });
  const cycle = jobCycle(job, jobs);
  if (cycle && !job.after?.includes(job.id))
    errors.push({
      path: '/after',
      message: `These jobs would wait for each other: ${cycle.map((id) => (id === job.id ? job.name : (there.get(id)?.name ?? id))).join(' after ')}.`,
      expected: 'an order in which each job has an end of its waiting',
      came: quoted(job.after),
    });
  return errors;
}

/**
 * A whole job document in its house. What was wrong with it before already, since the house was surveyed otherwise, doesn’t keep it from
 * being saved: the ledger says it.
 * @param before the job as it was stored; absent for a new one
 */
export function checkJobIn(data: unknown, house: House, jobs: readonly Job[], before?: Job): Checked<Job> {
  const shape = checkJob(data);
  if (!shape.ok) return shape;
  const errors = jobErrors(laidIn(shape.value, house, jobs), jobs);
  if (errors.length === 0) return shape;
  const known = new Set(before ? jobErrors(laidIn(before, house, jobs), jobs).map((e) => e.message) : []);
  const fresh = errors.filter((e) => !known.has(e.message));
  return fresh.length ? { ok: false, errors: fresh.slice(0, 20) } : shape;
}
