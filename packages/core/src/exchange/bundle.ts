/** Open formats: one house, one job, or everything in one JSON file, with a published schema and a report before anything is taken in. */
import * as z from 'zod';
import { joinWanted } from './bringUp.js';
import {
  checkHouse,
  checkJob,
  checkShape,
  DOCUMENT_VERSION,
  House,
  laidIn,
  Job,
  jobErrors,
  migrated,
  takeUp,
  type FieldError,
} from '../model/index.js';

/** Version of the file; its documents have their own. */
export const EXPORT_VERSION = 1;

export const ExportFile = z.strictObject({
  $schema: z.string().max(200).optional(),
  format: z.literal('saddle-export'),
  version: z.literal(EXPORT_VERSION),
  houses: z.array(z.unknown()).max(2000),
  jobs: z.array(z.unknown()).max(20_000),
  /** text of what could not be read where the file was made; carried along, never taken in */
  unreadable: z
    .array(z.strictObject({ kind: z.enum(['house', 'job']), id: z.string(), text: z.string() }))
    .max(2000)
    .optional(),
});

/** The same with its contents, for the published schema. */
const WholeExport = ExportFile.extend({ houses: z.array(House), jobs: z.array(Job) });

export interface Bundle {
  houses: House[];
  jobs: Job[];
  unreadable?: { kind: 'house' | 'job'; id: string; text: string }[];
}

export const exportFile = (bundle: Bundle) => ({
  $schema: '/api/v1/schemas/export.json',
  format: 'saddle-export' as const,
  version: EXPORT_VERSION,
  ...bundle,
});

export interface ImportRow {
  kind: 'house' | 'job';
  id: string;
  name: string;
  outcome: 'new' | 'replaces' | 'refused';
  /** why it is refused; of one that is taken, what of it doesn’t fit its house */
  errors: FieldError[];
}
export interface ImportReport {
  rows: ImportRow[];
  /** refused ones beyond those that stand among the rows */
  refusedMore: number;
  /** what would be written; empty when the file as a whole can't be read */
  take: Bundle;
  /** errors of the file as a whole */
  errors: FieldError[];
}

/** Refused documents that are named with what is wrong; a file of thousands says no more with the rest of them. */
const MOST_REFUSED = 30;
/** What is wrong with one of them: the first of it. */
const MOST_ERRORS = 5;

const short = (value: unknown): string => (typeof value === 'string' ? value.slice(0, 60) : 'without a name');
const prefixed = (errors: FieldError[], at: string): FieldError[] =>
  errors.slice(0, MOST_ERRORS).map((e) => ({ ...e, path: e.path === '/' ? at || '/' : `${at}${e.path}` }));

/** What is there already. */
export interface Known {
  houses: readonly House[];
  jobs: readonly Job[];
  /** ids that are taken by documents that can’t be read */
  taken?: { houses: readonly string[]; jobs: readonly string[] };
}

/**
 * Reads an export, a house or a job and says row by row what would be taken. Writes nothing. Documents of an earlier version are brought to
 * today’s: what a job carried of a survey goes into its house, which is then taken too.
 */
export function importReport(data: unknown, known: Known): ImportReport {
  const file = fileOf(data);
  if ('errors' in file) return { rows: [], refusedMore: 0, take: { houses: [], jobs: [] }, errors: file.errors };
  const ids = (kind: 'houses' | 'jobs') => new Set([...known[kind].map((d) => d.id), ...(known.taken?.[kind] ?? [])]);
  const importing: Importing = {
    ...{ known, at: file.at, rows: [], houses: [], jobs: [] },
    there: { houses: ids('houses'), jobs: ids('jobs') },
  };
  const wanted = file.houses.flatMap((raw, i) => houseRow(importing, raw, i));
  const read = jobsOf(file.jobs, wanted);
  for (const job of read) takeUpCarried(importing, job);
  const arriving = read.flatMap(({ checked }) => (checked.ok ? [checked.value] : []));
  const arrivingIds = new Set(arriving.map((j) => j.id));
  const all = [...arriving, ...known.jobs.filter((j) => !arrivingIds.has(j.id))];
  read.forEach((job, i) => jobRow(importing, job, i, all));
  refuseSeconds(importing);
  const { rows, houses, jobs } = importing;
  const unnamed = new Set(rows.filter((r) => r.outcome === 'refused').slice(MOST_REFUSED));
  return { rows: rows.filter((r) => !unnamed.has(r)), refusedMore: unnamed.size, take: { houses, jobs }, errors: [] };
}

/** An import as it is read: rows, and what would be taken. */
interface Importing {
  known: Known;
  /** ids that are there already */
  there: Record<'houses' | 'jobs', ReadonlySet<string>>;
  /** where a document stands in the file, for the path of an error */
  at: (kind: 'houses' | 'jobs', i: number) => string;
  rows: ImportRow[];
  houses: House[];
  jobs: Job[];
}
type FileRead = Pick<Importing, 'at'> & { houses: unknown[]; jobs: unknown[] };
/** The documents of a file, whether it is a house, a job or an export. */
function fileOf(data: unknown): FileRead | { errors: FieldError[] } {
  const { format, version } = (data ?? {}) as { format?: unknown; version?: unknown };
  if (format === 'saddle-house') return { houses: [data], jobs: [], at: () => '' };
  if (format === 'saddle-job') return { houses: [], jobs: [data], at: () => '' };
  if (format === 'saddle-export' && typeof version === 'number' && version > EXPORT_VERSION)
    return {
      errors: [
        {
          path: '/version',
          message: `The file was made by a newer Saddle (version ${version} of the format). Take it in there, or export it for version ${EXPORT_VERSION}.`,
          expected: `at most ${EXPORT_VERSION}`,
          came: `${version}`,
        },
      ],
    };
  const shape = checkShape(ExportFile, data);
  return shape.ok ? { ...shape.value, at: (kind, i) => `/${kind}/${i}` } : { errors: shape.errors };
}

const named = (raw: unknown): Pick<ImportRow, 'id' | 'name'> => {
  const { id, name } = (raw ?? {}) as { id?: unknown; name?: unknown };
  return { id: short(id), name: short(name) };
};
const houseFor = ({ houses, known }: Importing, id: string): House | undefined => [...houses, ...known.houses].find((h) => h.id === id);

/** Reads a house; answers with what an earlier version wanted in it, which are jobs today. */
function houseRow(importing: Importing, raw: unknown, i: number): Record<string, unknown>[] {
  const { document, jobs: wanted = [] } = migrated(raw);
  const checked = checkHouse(document);
  if (checked.ok) importing.houses.push(checked.value);
  importing.rows.push({
    ...{ kind: 'house', ...named(raw) },
    outcome: !checked.ok ? 'refused' : importing.there.houses.has(checked.value.id) ? 'replaces' : 'new',
    errors: checked.ok ? [] : prefixed(checked.errors, importing.at('houses', i)),
  });
  return checked.ok ? wanted : [];
}

interface JobRead {
  raw: unknown;
  /** what a job of an earlier version carried of the survey */
  carried: ReturnType<typeof migrated>['carried'];
  checked: ReturnType<typeof checkJob>;
}
/** Jobs of the file, with what houses of an earlier version wanted joined to them. */
function jobsOf(given: readonly unknown[], wanted: Record<string, unknown>[]): JobRead[] {
  const read = given.map((raw): JobRead => {
    const { document, carried } = migrated(raw);
    return { raw, carried, checked: checkJob(document) };
  });
  const own = read.flatMap(({ checked }) => (checked.ok ? [checked.value] : []));
  const ids = new Set(own.map((j) => j.id));
  const joined = new Map(joinWanted(own, wanted).map((j) => [j.id, j]));
  const withWant = (job: Job): Job => {
    const want = joined.get(job.id)?.want;
    return want ? { ...job, want } : job;
  };
  return [
    ...read.map((r): JobRead => (r.checked.ok ? { ...r, checked: { ok: true, value: withWant(r.checked.value) } } : r)),
    ...[...joined.values()].filter((j) => !ids.has(j.id)).map((j): JobRead => ({ raw: j, carried: undefined, checked: { ok: true, value: j } })), // prettier-ignore
  ];
}

/** What jobs of an earlier version carried of the survey goes into their houses first, so that all of them are held against the same. */
function takeUpCarried(importing: Importing, { carried, checked }: JobRead): void {
  const house = checked.ok && carried ? houseFor(importing, checked.value.houseId) : undefined;
  if (!checked.ok || !carried || !house) return;
  const next = takeUp(house, checked.value, carried.found);
  if (next === house) return;
  const index = importing.houses.indexOf(house);
  if (index >= 0) importing.houses[index] = next;
  else {
    importing.houses.push(next);
    importing.rows.push({ kind: 'house', id: next.id, name: next.name, outcome: 'replaces', errors: [] });
  }
}

function jobRow(importing: Importing, { raw, checked }: JobRead, i: number, all: readonly Job[]): void {
  const at = importing.at('jobs', i);
  const row = { kind: 'job' as const, ...named(raw) };
  if (!checked.ok) return void importing.rows.push({ ...row, outcome: 'refused', errors: prefixed(checked.errors, at) });
  const job = checked.value;
  const house = houseFor(importing, job.houseId);
  if (!house) {
    const message = `The house ${job.houseId} is neither here nor in the file; import the house with it.`;
    const error = { path: `${at}/houseId`, message, expected: 'the id of a house', came: JSON.stringify(job.houseId) };
    return void importing.rows.push({ ...row, outcome: 'refused', errors: [error] });
  }
  const misfits = jobErrors(laidIn(job, house, all), all);
  // jobs that would wait for each other can't be kept; one that lost its footing in the house is kept as it is, and its ledger says so
  const waiting = misfits.filter((e) => e.path.startsWith('/after'));
  if (waiting.length) return void importing.rows.push({ ...row, outcome: 'refused', errors: prefixed(waiting, at) });
  importing.jobs.push(job);
  importing.rows.push({ ...row, outcome: importing.there.jobs.has(job.id) ? 'replaces' : 'new', errors: prefixed(misfits, at) });
}

/** Of two documents with one id in a file the first is taken. */
function refuseSeconds(importing: Importing): void {
  for (const kind of ['house', 'job'] as const) {
    const taken: { id: string }[] = importing[`${kind}s`];
    const seen = new Set<string>();
    for (const row of importing.rows.filter((r) => r.kind === kind && r.outcome !== 'refused')) {
      if (seen.has(row.id)) {
        row.outcome = 'refused';
        row.errors.push({
          path: '/',
          message: `A second ${kind} with the id ${row.id} is in the file.`,
          expected: 'one of each id',
          came: row.id,
        });
        taken.splice(
          taken.findLastIndex((d) => d.id === row.id),
          1,
        );
      }
      seen.add(row.id);
    }
  }
}

/** Published JSON Schemas (draft 2020-12) by file name. */
export const PUBLISHED_SCHEMAS: Record<'house' | 'job' | 'export', z.ZodType> = { house: House, job: Job, export: WholeExport };

export const jsonSchema = (name: keyof typeof PUBLISHED_SCHEMAS): Record<string, unknown> => ({
  title: `Saddle ${name}, version ${name === 'export' ? EXPORT_VERSION : DOCUMENT_VERSION}`,
  ...(z.toJSONSchema(PUBLISHED_SCHEMAS[name], { io: 'input', unrepresentable: 'any' }) as Record<string, unknown>),
});
