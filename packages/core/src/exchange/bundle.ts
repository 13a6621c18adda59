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
  errors.slice(0, MOST_ERRORS).map((e) => ({ ...e, path: `${at}${e.path === '/' ? '' : e.path}` }));

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
  const there = {
    houses: new Set([...known.houses.map((h) => h.id), ...(known.taken?.houses ?? [])]),
    jobs: new Set([...known.jobs.map((j) => j.id), ...(known.taken?.jobs ?? [])]),
  };
  const format = (data as { format?: unknown } | null)?.format;
  let file: { houses: unknown[]; jobs: unknown[] };
  let at = (kind: 'houses' | 'jobs', i: number) => `/${kind}/${i}`;
  if (format === 'saddle-house' || format === 'saddle-job') {
    file = { houses: format === 'saddle-house' ? [data] : [], jobs: format === 'saddle-job' ? [data] : [] };
    at = () => '';
  } else {
    const version = (data as { version?: unknown } | null)?.version;
    if (format === 'saddle-export' && typeof version === 'number' && version > EXPORT_VERSION)
      return {
        ...{ rows: [], refusedMore: 0, take: { houses: [], jobs: [] } },
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
    if (!shape.ok) return { rows: [], refusedMore: 0, take: { houses: [], jobs: [] }, errors: shape.errors };
    file = shape.value;
  }
  const report: ImportReport = { rows: [], refusedMore: 0, take: { houses: [], jobs: [] }, errors: [] };
  const wantedJobs: Record<string, unknown>[] = [];
  file.houses.forEach((raw, i) => {
    const { document, jobs: wanted = [] } = migrated(raw);
    const checked = checkHouse(document);
    if (checked.ok) wantedJobs.push(...wanted);
    const { id, name } = (raw ?? {}) as { id?: unknown; name?: unknown };
    if (checked.ok) report.take.houses.push(checked.value);
    report.rows.push({
      kind: 'house',
      id: short(id),
      name: short(name),
      outcome: checked.ok ? (there.houses.has(checked.value.id) ? 'replaces' : 'new') : 'refused',
      errors: checked.ok ? [] : prefixed(checked.errors, at('houses', i)),
    });
  });
  const houseOf = (id: string): House | undefined => report.take.houses.find((h) => h.id === id) ?? known.houses.find((h) => h.id === id);
  const given = file.jobs.map((raw) => {
    const { document, carried } = migrated(raw);
    return { raw, carried, checked: checkJob(document) };
  });
  const joined = new Map(
    joinWanted(
      given.flatMap(({ checked }) => (checked.ok ? [checked.value] : [])),
      wantedJobs,
    ).map((j) => [j.id, j]),
  );
  const fileIds = new Set(given.flatMap(({ checked }) => (checked.ok ? [checked.value.id] : [])));
  const ok = (value: Job) => ({ ok: true as const, value });
  const read = [
    ...given.map((g) =>
      g.checked.ok
        ? {
            ...g,
            checked: ok({
              ...g.checked.value,
              ...(joined.get(g.checked.value.id)?.want ? { want: joined.get(g.checked.value.id)!.want } : {}),
            }),
          }
        : g,
    ),
    ...[...joined.values()].filter((j) => !fileIds.has(j.id)).map((j) => ({ raw: j as unknown, carried: undefined, checked: ok(j) })),
  ];
  // what jobs of an earlier version carried of the survey goes into their houses first, so that all of them are held against the same
  for (const { carried, checked } of read) {
    const house = checked.ok && carried ? houseOf(checked.value.houseId) : undefined;
    if (!checked.ok || !carried || !house) continue;
    const next = takeUp(house, checked.value, carried.found);
    if (next === house) continue;
    const index = report.take.houses.indexOf(house);
    if (index >= 0) report.take.houses[index] = next;
    else {
      report.take.houses.push(next);
      report.rows.push({ kind: 'house', id: next.id, name: next.name, outcome: 'replaces', errors: [] });
    }
  }
  const arriving = read.flatMap(({ checked }) => (checked.ok ? [checked.value] : []));
  const arrivingIds = new Set(arriving.map((j) => j.id));
  const jobs = [...arriving, ...known.jobs.filter((j) => !arrivingIds.has(j.id))];
  read.forEach(({ raw, checked: shape }, i) => {
    const house = shape.ok ? houseOf(shape.value.houseId) : undefined;
    const checked = shape;
    const misfits = shape.ok && house ? jobErrors(laidIn(shape.value, house, jobs), jobs) : [];
    const { id, name } = (raw ?? {}) as { id?: unknown; name?: unknown };
    const errors = checked.ok ? [] : prefixed(checked.errors, at('jobs', i));
    if (shape.ok && !house) {
      errors.push({
        path: `${at('jobs', i)}/houseId`,
        message: `The house ${shape.value.houseId} is neither here nor in the file; import the house with it.`,
        expected: 'the id of a house',
        came: JSON.stringify(shape.value.houseId),
      });
    }
    // jobs that would wait for each other can't be kept; one that lost its footing in the house is kept as it is, and its ledger says so
    errors.push(
      ...prefixed(
        misfits.filter((e) => e.path.startsWith('/after')),
        at('jobs', i),
      ),
    );
    const taken = checked.ok && errors.length === 0;
    if (taken) errors.push(...prefixed(misfits, at('jobs', i)));
    if (taken) report.take.jobs.push(checked.value);
    report.rows.push({
      kind: 'job',
      id: short(id),
      name: short(name),
      outcome: taken ? (there.jobs.has(checked.value.id) ? 'replaces' : 'new') : 'refused',
      errors,
    });
  });
  for (const kind of ['house', 'job'] as const) {
    const seen = new Set<string>();
    for (const row of report.rows.filter((r) => r.kind === kind && r.outcome !== 'refused')) {
      if (seen.has(row.id)) {
        row.outcome = 'refused';
        row.errors.push({
          path: '/',
          message: `A second ${kind} with the id ${row.id} is in the file.`,
          expected: 'one of each id',
          came: row.id,
        });
        report.take[`${kind}s`].splice(
          report.take[`${kind}s`].findLastIndex((d) => d.id === row.id),
          1,
        );
      }
      seen.add(row.id);
    }
  }
  const refused = report.rows.filter((r) => r.outcome === 'refused');
  const unnamed = new Set(refused.slice(MOST_REFUSED));
  return { ...report, rows: report.rows.filter((r) => !unnamed.has(r)), refusedMore: unnamed.size };
}

/** Published JSON Schemas (draft 2020-12) by file name. */
export const PUBLISHED_SCHEMAS: Record<'house' | 'job' | 'export', z.ZodType> = { house: House, job: Job, export: WholeExport };

export const jsonSchema = (name: keyof typeof PUBLISHED_SCHEMAS): Record<string, unknown> => ({
  title: `Saddle ${name}, version ${name === 'export' ? EXPORT_VERSION : DOCUMENT_VERSION}`,
  ...(z.toJSONSchema(PUBLISHED_SCHEMAS[name], { io: 'input', unrepresentable: 'any' }) as Record<string, unknown>),
});
