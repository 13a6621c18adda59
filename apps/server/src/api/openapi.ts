/** OpenAPI 3.1, generated from the schemas that check the requests. */
import { createDocument, type ZodOpenApiOperationObject, type ZodOpenApiPathsObject } from 'zod-openapi';
import { ExportFile } from '@saddle/core/exchange';
import { AIMS, Finding, House, Job, KeptEntry, KeptPhoto, LogBatch, Photo, Sum, Verdict } from '@saddle/core/model';
import { POCKET_SUMS } from '@saddle/core/pocket';
import { FromBoxAnswers, OtherSideAnswers } from '@saddle/core/purpose';
import * as z from 'zod';

const FieldErrorSchema = z.object({
  path: z.string().meta({ description: 'JSON Pointer of the field' }),
  message: z.string(),
  expected: z.string(),
  came: z.string(),
});
const ProblemSchema = z
  .object({
    type: z.string(),
    title: z.string(),
    status: z.number().int(),
    detail: z.string().optional(),
    errors: z.array(FieldErrorSchema).optional(),
  })
  .meta({ id: 'Problem', description: 'RFC 9457 problem document' });
const json = (schema: z.ZodType) => ({ 'application/json': { schema } });
const problems = Object.fromEntries(
  [
    [400, 'not JSON, or a header that can’t be read'],
    [404, 'no such thing'],
    [409, 'a newer version is there, or the id is taken'],
    [413, 'too large'],
    [403, 'asked for by another page'],
    [415, 'not sent as JSON'],
    [421, 'asked for under a name that is not this machine'],
    [422, 'a field is wrong'],
    [428, 'without the revision that was seen'],
    [503, 'the database or the threads can’t do it now; nothing was written'],
    [507, 'the disk is full; nothing was written'],
  ].map(([status, description]) => [
    `${status}`,
    { description: description as string, content: { 'application/problem+json': { schema: ProblemSchema } } },
  ]),
);
const id = z.string().meta({ description: 'id of the document' });
const together = z.object({
  jobs: z.string().meta({ description: 'ids with commas between' }),
  aim: z.enum(AIMS).optional(),
  plan: z.string().optional(),
  offset: z.number().int().optional().meta({ description: 'minutes that local time is behind UTC' }),
});
const localOffset = z.object({ offset: z.number().int().optional().meta({ description: 'minutes that local time is behind UTC' }) });
const ifMatch = z.object({ 'if-match': z.string().meta({ description: 'revision that was seen, in quotes' }) });
const ok = (schema: z.ZodType, description: string, status = '200'): ZodOpenApiOperationObject['responses'] => ({
  [status]: { description, content: json(schema) },
  ...problems,
});

const file = (type: string, description: string): ZodOpenApiOperationObject['responses'] => ({
  '200': { description, content: { [type]: { schema: z.string() } } },
  ...problems,
});
const BackupSchema = z.object({ name: z.string(), at: z.string(), bytes: z.number().int(), why: z.string().optional() });
const binary = (type: string) => ({
  required: true,
  content: { [type]: { schema: z.string().meta({ description: 'the bytes as they are' }) } },
});
const paperQuery = z.object({ paper: z.enum(['letter', 'a4']).optional() });

/** Log, photos, archives, backups. */
function recordPaths(): ZodOpenApiPathsObject {
  const path = z.object({ id });
  const name = z.object({ name: z.string().meta({ description: 'name of a kept backup' }) });
  return {
    '/jobs/{id}/log': {
      get: { operationId: 'log', summary: 'Entries of all devices joined, in the order of what happened', requestParams: { path }, responses: ok(z.array(KeptEntry), 'the log') },
      post: {
        operationId: 'bring-log',
        summary: 'Adds entries that are not there yet, by their ids; how far the device’s clock is off is told from `sentAt`',
        requestParams: { path }, requestBody: { required: true, content: json(LogBatch) },
        responses: ok(z.object({ added: z.number().int(), there: z.array(z.string()) }), 'how many were new'),
      },
    },
    '/houses/{id}/log': { get: { operationId: 'log-of-house', requestParams: { path }, responses: ok(z.array(KeptEntry), 'the logs of its jobs') } },
    '/houses/{id}/photos': { get: { operationId: 'photos', requestParams: { path }, responses: ok(z.array(KeptPhoto), 'the earliest first') } },
    '/photos/{id}': {
      get: { operationId: 'photo', requestParams: { path }, responses: ok(KeptPhoto, 'what is said of it') },
      put: { operationId: 'put-photo', summary: 'What is said of a photo; its picture comes apart', requestParams: { path }, requestBody: { required: true, content: json(Photo) }, responses: ok(KeptPhoto, 'as kept') },
      delete: { operationId: 'remove-photo', requestParams: { path }, responses: { '204': { description: 'thrown out; put again before the next start it comes back with its picture' }, ...problems } },
    },
    '/photos/{id}/picture': {
      get: { operationId: 'picture', requestParams: { path, query: z.object({ size: z.enum(['whole', 'small']).optional() }) }, responses: file('image/jpeg', 'the picture') },
      put: { operationId: 'put-picture', summary: 'JPEG, PNG or WebP up to 25 MB; kept as JPEG without place or maker', requestParams: { path }, requestBody: binary('application/octet-stream'), responses: ok(KeptPhoto, 'with its picture') },
    },
    '/target.{form}': { get: { operationId: 'target', summary: 'The sheet to measure from in a photo, at true scale', requestParams: { path: z.object({ form: z.enum(['pdf', 'svg']) }), query: paperQuery }, responses: file('application/pdf', 'the sheet') } },
    '/jobs/{id}/handover.pdf': { get: { operationId: 'handover', summary: 'What was done, by which rules, readings, photos, what to test when, what is not known', requestParams: { path, query: paperQuery }, responses: file('application/pdf', 'the sheet') } },
    '/jobs/{id}/inspection.pdf': { get: { operationId: 'inspection', summary: 'For an inspector: the findings of this job with their sums and sources', requestParams: { path, query: paperQuery }, responses: file('application/pdf', 'the sheet') } },
    '/everything.zip': { get: { operationId: 'everything', summary: 'All houses: JSON, log, photos, tables, sheets', responses: file('application/zip', 'the archive') } },
    '/houses/{id}/everything.zip': { get: { operationId: 'everything-of-house', requestParams: { path }, responses: file('application/zip', 'the archive') } },
    '/import.zip': {
      post: {
        operationId: 'import-archive', requestParams: { query: z.object({ confirm: z.enum(['yes', 'no']).optional() }) }, requestBody: binary('application/zip'),
        responses: ok(z.object({ written: z.boolean(), rows: z.array(ImportRowSchema), refusedMore: z.number().int(), log: z.number().int(), photos: z.number().int(), photosRefused: z.array(z.string()) }), 'row by row; written only when confirmed'),
      },
    },
    '/backups': {
      get: { operationId: 'backups', responses: ok(z.array(BackupSchema), 'the latest first') },
      post: { operationId: 'take-backup', responses: ok(BackupSchema, 'looked at and kept', '201') },
    },
    '/backups/{name}': { get: { operationId: 'backup-file', requestParams: { path: name }, responses: file('application/vnd.sqlite3', 'the file') } },
    '/backups/{name}/restore': { post: { operationId: 'restore-backup', summary: 'Everything becomes as it was then; what is here is backed up first', requestParams: { path: name }, responses: ok(z.object({ restored: z.string(), before: BackupSchema }), 'done') } },
    '/backup.zip': { get: { operationId: 'whole-backup', summary: 'One file with everything, earlier versions and pictures too; `npm start -- --restore FILE` begins with it', responses: file('application/zip', 'the backup') } },
  };
} // prettier-ignore

const storedOf = (schema: z.ZodType) => z.object({ revision: z.number().int(), savedAt: z.string(), document: schema });
const SumAnswerSchema = z
  .object({ figure: z.string(), verdict: Verdict, says: z.string(), sums: z.array(Sum), source: z.unknown(), ask: z.string().optional() })
  .meta({ id: 'SumAnswer' });
const RuleIndexSchema = z.object({
  rules: z.array(
    z.object({
      id: z.string(),
      stage: z.string(),
      title: z.string(),
      looksAt: z.string(),
      clauses: z.array(z.string()),
      editions: z.string().optional(),
      example: z.unknown(),
    }),
  ),
  notChecked: z.array(z.string()),
});
const ImportRowSchema = z.object({
  kind: z.enum(['house', 'job']),
  id: z.string(),
  name: z.string(),
  outcome: z.enum(['new', 'replaces', 'refused']),
  errors: z.array(FieldErrorSchema),
});

const DifferenceSchema = z.object({ path: z.string(), words: z.string(), was: z.string(), now: z.string() });
const RevisionsSchema = z.object({
  revisions: z.array(
    z.object({
      revision: z.number().int(),
      savedAt: z.string(),
      first: z.boolean(),
      differs: z.array(DifferenceSchema),
      more: z.number().int(),
    }),
  ),
  earlier: z.boolean(),
});

const ClosingSchema = z.object({
  hindrances: z.array(z.object({ says: z.string(), canBeLeft: z.boolean() })).optional(),
  closed: z.object({ at: z.string(), closing: z.string() }).optional(),
  restsOn: z.array(z.string()).optional(),
});

function documentPaths(kind: 'house' | 'job', schema: z.ZodType): ZodOpenApiPathsObject {
  const path = z.object({ id });
  return {
    [`/${kind}s`]: {
      get: {
        operationId: `${kind}s`,
        summary: `All ${kind}s, a line each`,
        responses: ok(z.array(z.object({ id: z.string(), name: z.string(), revision: z.number().int() }).loose()), 'the list'),
      },
      post: {
        operationId: `create-${kind}`,
        summary: `A new ${kind}`,
        requestBody: { required: true, content: json(schema) },
        responses: ok(storedOf(schema), 'as stored', '201'),
      },
    },
    [`/${kind}s/{id}`]: {
      get: {
        operationId: kind,
        summary: `One ${kind}, whole`,
        requestParams: { path },
        responses: ok(storedOf(schema), 'with its revision, also as ETag'),
      },
      put: {
        operationId: `save-${kind}`,
        summary: `Saves over the revision that was seen`,
        requestParams: { path, header: ifMatch },
        requestBody: { required: true, content: json(schema) },
        responses: ok(storedOf(schema), 'as stored'),
      },
      delete: {
        operationId: `delete-${kind}`,
        summary: `Deletes it; its revisions stay`,
        requestParams: { path, header: ifMatch },
        responses: { '204': { description: 'gone' }, ...problems },
      },
    },
    [`/${kind}s/{id}/raw`]: {
      get: {
        operationId: `${kind}-raw`,
        summary: 'Its text as it lies in the database, also when it can’t be read as a document',
        requestParams: { path },
        responses: { '200': { description: 'the text', content: { 'text/plain': { schema: z.string() } } }, ...problems },
      },
    },
    [`/${kind}s/{id}/revisions`]: {
      get: {
        operationId: `${kind}-revisions`,
        summary: 'Earlier versions, newest first, each with what it changed; of a deleted one too',
        requestParams: { path, query: z.object({ before: z.coerce.number().int().optional() }) },
        responses: ok(RevisionsSchema, 'a page of them'),
      },
    },
    [`/${kind}s/{id}/revisions/{revision}`]: {
      get: {
        operationId: `${kind}-revision`,
        requestParams: { path: z.object({ id, revision: z.coerce.number().int() }) },
        responses: ok(storedOf(schema), 'as it was'),
      },
    },
    [`/${kind}s/{id}/boxes/{box}/template.{form}`]: {
      get: {
        operationId: `${kind}-template`,
        summary: 'Opening or height jig of a box at true scale',
        requestParams: {
          path: z.object({ id, box: z.string(), form: z.enum(['pdf', 'svg']) }),
          query: z.object({
            paper: z.enum(['letter', 'a4']).optional(),
            mirrored: z.enum(['yes', 'no']).optional(),
            of: z.enum(['opening', 'jig']).optional(),
          }),
        },
        responses: {
          '200': {
            description: 'the template',
            content: { 'application/pdf': { schema: z.string() }, 'image/svg+xml': { schema: z.string() } },
          },
          ...problems,
        },
      },
    },
    [`/${kind}s/{id}/export.json`]: {
      get: { operationId: `export-${kind}`, requestParams: { path }, responses: ok(ExportFile, 'an export file') },
    },
  };
}

export function openApi(version: string): Record<string, unknown> {
  const sums: ZodOpenApiPathsObject = Object.fromEntries(
    POCKET_SUMS.map((sum) => [
      `/sums/${sum.name}`,
      {
        post: {
          operationId: `sum-${sum.name}`,
          summary: sum.title,
          description: sum.about,
          requestBody: { required: true, content: json(sum.schema) },
          responses: ok(SumAnswerSchema, 'the figure with its sum'),
        },
      },
    ]),
  );
  return createDocument({
    openapi: '3.1.0',
    info: { title: 'Saddle', version, description: 'Lengths inside documents are mm; pocket sums take them as people say them.' },
    servers: [{ url: '/api/v1' }],
    paths: {
      '/health': { get: { operationId: 'health', responses: ok(z.object({ status: z.string(), version: z.string() }), 'alive') } },
      '/network': {
        get: {
          operationId: 'network',
          summary: 'How other devices of this network reach it; no addresses where it was not started with --lan',
          responses: ok(z.object({ urls: z.array(z.string()), fingerprint: z.string().optional() }), 'addresses'),
        },
      },
      '/network/qr.svg': {
        get: {
          operationId: 'network-qr',
          responses: {
            '200': { description: 'the first address as a QR code', content: { 'image/svg+xml': { schema: z.string() } } },
            ...problems,
          },
        },
      },
      '/schemas/{name}.json': {
        get: {
          operationId: 'schema',
          requestParams: { path: z.object({ name: z.enum(['house', 'job', 'export']) }) },
          responses: ok(z.unknown(), 'JSON Schema'),
        },
      },
      ...documentPaths('house', House.meta({ id: 'House' })),
      ...documentPaths('job', Job.meta({ id: 'Job' })),
      '/houses/{id}/panel/directory.{form}': {
        get: {
          operationId: 'panel-directory',
          summary: 'Directory of a panel, the main one unless another is named: to stick in its door, or as a table (RFC 4180)',
          requestParams: {
            path: z.object({ id, form: z.enum(['pdf', 'csv']) }),
            query: z.object({ paper: z.enum(['letter', 'a4']).optional(), panel: z.string().optional() }),
          },
          responses: {
            '200': {
              description: 'the directory',
              content: { 'application/pdf': { schema: z.string() }, 'text/csv': { schema: z.string() } },
            },
            ...problems,
          },
        },
      },
      '/houses/{id}/circuits/{final}/tests.{form}': {
        get: {
          operationId: 'final-tests',
          summary:
            'Test results of a final circuit by the UK book: schedule, figures for a certificate, every reading; or as a table (RFC 4180)',
          requestParams: {
            path: z.object({ id, final: z.string(), form: z.enum(['pdf', 'csv']) }),
            query: z.object({ paper: z.enum(['letter', 'a4']).optional() }),
          },
          responses: {
            '200': {
              description: 'the results',
              content: { 'application/pdf': { schema: z.string() }, 'text/csv': { schema: z.string() } },
            },
            ...problems,
          },
        },
      },
      '/houses/{id}/labels.pdf': {
        get: {
          operationId: 'labels',
          summary: 'Labels of panels, breakers and boxes at true scale; with codes where another device can reach this server',
          requestParams: {
            path: z.object({ id }),
            query: z.object({ paper: z.enum(['letter', 'a4']).optional(), of: z.enum(['all', 'boxes', 'breakers']).optional() }),
          },
          responses: { '200': { description: 'the labels', content: { 'application/pdf': { schema: z.string() } } }, ...problems },
        },
      },
      '/houses/{id}/jobs': {
        get: {
          operationId: 'house-jobs',
          summary: 'The jobs of a house, whole; those that can’t be read are left out',
          requestParams: { path: z.object({ id }) },
          responses: ok(z.array(storedOf(Job)), 'the jobs'),
        },
      },
      '/jobs/{id}/ways': {
        get: {
          operationId: 'ways',
          summary: 'Ways to what a job wants from every fit feed: those that no other beats, a handful of them, and why',
          requestParams: { path: z.object({ id }) },
          responses: ok(z.unknown(), 'ways, feeds, gaps, questions'),
        },
      },
      '/jobs/{id}/route-sheet.pdf': {
        get: {
          operationId: 'route-sheet',
          summary: 'The taken way as a printed sheet: plan, walls, holes, lengths, what to buy',
          requestParams: { path: z.object({ id }), query: z.object({ paper: z.enum(['letter', 'a4']).optional() }) },
          responses: { '200': { description: 'the sheet', content: { 'application/pdf': { schema: z.string() } } }, ...problems },
        },
      },
      '/jobs/{id}/closing': {
        get: {
          operationId: 'closing',
          summary: 'What keeps the job from becoming part of the house; of a closed one, what rests on it',
          requestParams: { path: z.object({ id }) },
          responses: ok(ClosingSchema, 'hindrances, worst first'),
        },
      },
      ...Object.fromEntries(
        (
          [
            ['close', 'What was built becomes the house: both documents in one transaction'],
            ['reopen', 'Takes a closing back while nothing rests on it'],
          ] as const
        ).map(([what, summary]) => [
          `/jobs/{id}/${what}`,
          {
            post: {
              operationId: `${what}-job`,
              summary,
              requestParams: { path: z.object({ id }), header: ifMatch },
              requestBody: { required: true, content: json(z.object({ house: z.number().int(), leave: z.boolean().optional() })) },
              responses: ok(z.object({ house: storedOf(House), job: storedOf(Job) }), 'both as stored'),
            },
          },
        ]),
      ),
      '/jobs/{id}/surveyed-since': {
        get: {
          operationId: 'surveyed-since',
          summary: 'What the survey says otherwise since a revision of the house, and what the job is judged by otherwise',
          requestParams: { path: z.object({ id }), query: z.object({ from: z.coerce.number().int() }) },
          responses: ok(
            z.object({
              revision: z.number().int(),
              differs: z.array(DifferenceSchema),
              findings: z.array(z.object({ now: Finding, before: Verdict.optional() })),
              settled: z.array(Finding),
            }),
            'differences and findings',
          ),
        },
      },
      '/jobs/other-side': {
        post: {
          operationId: 'start-other-side',
          summary: 'A new job fed from the other side of the same wall',
          requestBody: { required: true, content: json(OtherSideAnswers.partial({ id: true })) },
          responses: ok(storedOf(Job), 'as stored', '201'),
        },
      },
      '/jobs/from-box': {
        post: {
          operationId: 'start-from-box',
          summary: 'A new job at a surveyed box: moved, made larger, replaced, or feeding a new outlet; the id may be left out',
          requestBody: { required: true, content: json(FromBoxAnswers) },
          responses: ok(storedOf(Job), 'as stored', '201'),
        },
      },
      '/jobs/{id}/ledger': {
        get: {
          operationId: 'ledger',
          requestParams: { path: z.object({ id }) },
          responses: ok(z.array(Finding), 'all findings, worst first'),
        },
      },
      '/jobs/{id}/steps': {
        get: { operationId: 'steps', requestParams: { path: z.object({ id }) }, responses: ok(z.array(z.unknown()), 'steps in order') },
      },
      '/jobs/{id}/sheet.pdf': {
        get: {
          operationId: 'sheet',
          requestParams: { path: z.object({ id }), query: z.object({ paper: z.enum(['letter', 'a4']).optional() }) },
          responses: { '200': { description: 'the job sheet', content: { 'application/pdf': { schema: z.string() } } }, ...problems },
        },
      },
      '/jobs/{id}/minor-works.{form}': {
        get: {
          operationId: 'minorWorks',
          summary: 'Figures of the certificate of a job in a house by the UK book: its circuit as planned, with what was read at its steps',
          requestParams: {
            path: z.object({ id, form: z.enum(['pdf', 'csv']) }),
            query: z.object({ paper: z.enum(['letter', 'a4']).optional() }),
          },
          responses: {
            '200': {
              description: 'the figures',
              content: { 'application/pdf': { schema: z.string() }, 'text/csv': { schema: z.string() } },
            },
            ...problems,
          },
        },
      },
      '/houses/{id}/schedule': {
        get: {
          operationId: 'scheduleTogether',
          summary:
            'When, for several jobs of a house: `jobs` are their ids with commas between, the hours those of the first that has some',
          requestParams: { path: z.object({ id }), query: together },
          responses: ok(z.unknown(), 'plans with their bars, outages and waits, in minutes since the midnight of `origin`'),
        },
      },
      '/houses/{id}/schedule.ics': {
        get: {
          operationId: 'calendarTogether',
          requestParams: { path: z.object({ id }), query: together },
          responses: { '200': { description: 'the plan as iCalendar', content: { 'text/calendar': { schema: z.string() } } }, ...problems },
        },
      },
      '/houses/{id}/notice.pdf': {
        get: {
          operationId: 'noticeTogether',
          requestParams: { path: z.object({ id }), query: together.extend({ paper: z.enum(['letter', 'a4']).optional() }) },
          responses: {
            '200': { description: 'a notice for the household', content: { 'application/pdf': { schema: z.string() } } },
            ...problems,
          },
        },
      },
      '/jobs/{id}/estimate.pdf': {
        get: {
          operationId: 'estimate',
          requestParams: { path: z.object({ id }), query: z.object({ paper: z.enum(['letter', 'a4']).optional() }) },
          responses: {
            '200': { description: 'an estimate to hand over', content: { 'application/pdf': { schema: z.string() } } },
            ...problems,
          },
        },
      },
      '/jobs/{id}/schedule': {
        get: {
          operationId: 'schedule',
          summary: 'When: plans none of which beats another, and when the chosen one is over on half and on four of five days',
          requestParams: { path: z.object({ id }), query: localOffset },
          responses: ok(z.unknown(), 'plans with their bars, outages and waits, in minutes since the midnight of `origin`'),
        },
      },
      '/jobs/{id}/schedule.ics': {
        get: {
          operationId: 'calendar',
          requestParams: { path: z.object({ id }), query: localOffset },
          responses: {
            '200': { description: 'the chosen plan as iCalendar', content: { 'text/calendar': { schema: z.string() } } },
            ...problems,
          },
        },
      },
      '/jobs/{id}/notice.pdf': {
        get: {
          operationId: 'notice',
          requestParams: { path: z.object({ id }), query: localOffset.extend({ paper: z.enum(['letter', 'a4']).optional() }) },
          responses: {
            '200': { description: 'a notice for the household', content: { 'application/pdf': { schema: z.string() } } },
            ...problems,
          },
        },
      },
      ...recordPaths(),
      '/backup.sqlite': {
        get: {
          operationId: 'backup',
          summary: 'One file with everything, earlier versions included; `npm start -- --restore FILE` begins with it',
          responses: {
            '200': { description: 'an SQLite database', content: { 'application/vnd.sqlite3': { schema: z.string() } } },
            ...problems,
          },
        },
      },
      '/export.json': { get: { operationId: 'export', responses: ok(ExportFile, 'everything') } },
      '/sample': {
        post: {
          operationId: 'fetchSample',
          summary: 'the sample house with its jobs; refused where something of it is there already',
          responses: ok(z.object({ houses: z.array(z.string()), jobs: z.array(z.string()) }), 'what was taken in', '201'),
        },
      },
      '/import': {
        post: {
          operationId: 'import',
          requestParams: { query: z.object({ confirm: z.enum(['yes', 'no']).optional() }) },
          requestBody: { required: true, content: json(ExportFile) },
          responses: ok(
            z.object({ written: z.boolean(), rows: z.array(ImportRowSchema), refusedMore: z.number().int() }),
            'row by row; written only when confirmed',
          ),
        },
      },
      '/rules': {
        get: { operationId: 'rules', responses: ok(RuleIndexSchema, 'every rule the ledger judges by, and what is not checked') },
      },
      '/houses/{id}/rules': {
        get: {
          operationId: 'rulesOfHouse',
          requestParams: { path: z.object({ id }) },
          responses: ok(
            z.array(z.object({ id: z.string(), verdicts: z.record(z.string(), z.number()) })),
            'how often each rule bore on the jobs of a house',
          ),
        },
      },
      '/sums': { get: { operationId: 'sums', responses: ok(z.array(z.unknown()), 'the pocket sums and what they ask') } },
      ...sums,
    },
  }) as unknown as Record<string, unknown>;
}
