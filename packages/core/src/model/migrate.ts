/**
 * Documents of earlier versions, brought to today’s. One step a version; the next version adds a step to its list. What a step takes out of
 * a document because it belongs elsewhere now is handed on, never dropped.
 */
import type { FieldError } from './fieldError.js';
import { DOCUMENT_VERSION } from './house.js';
import { idOf } from './known.js';
import { DEFAULT_SCHOOLS } from './schools.js';

type Fields = Record<string, unknown>;
const isFields = (value: unknown): value is Fields => typeof value === 'object' && value !== null && !Array.isArray(value);

/** What a job of version 1 carried: a copy of the survey, and what is said once in its house now. */
export interface Carried {
  found: unknown;
  edition: unknown;
  unit: unknown;
  built: unknown;
}
export interface Migrated {
  document: unknown;
  carried?: Carried;
  /** jobs that a house of version 1 held as outlets and lights that were only wanted */
  jobs?: Fields[];
}

type Step = (document: Fields) => { document: Fields; carried?: Carried; jobs?: Fields[] };
/** By format: the step that leads away from version 1, from version 2 … */
const STEPS: Record<string, Step[]> = {
  'saddle-house': [
    ({ wants, ...house }) => ({
      document: { ...house, version: 2 },
      ...(Array.isArray(wants) ? { jobs: wants.filter(isFields).map((want) => wantedJob(house['id'], want)) } : {}),
    }),
    // prices by article instead of ten rates
    ({ rates, ...house }) => ({ document: { ...house, version: 3, ...(isFields(rates) ? { prices: pricesOf(rates) } : {}) } }),
    // what meets where in opened boxes; nobody noted it before
    (house) => ({ document: { ...house, version: 4 } }),
  ],
  'saddle-job': [
    ({ found, edition, unit, built, situation, sourceBoxId: _source, newBoxId: _new, ...job }) => {
      const own = withOwnIds({ ...job, version: 2, purpose: purposeOf(situation, job['changes']) }, found);
      return { document: own.job, carried: { found: own.found, edition, unit, built } };
    },
    // a proof of dead for each circuit
    (job) => ({ document: { ...job, version: 3, work: proofsOf(job['work']) } }),
    // wiring made by hand: a whole bench before, a change for each box now
    ({ bench, ...job }) => ({ document: { ...job, version: 4, changes: wiredByHand(job['changes'], bench) } }),
  ],
};

/** What version 1 called the situation of a job. */
function purposeOf(situation: unknown, changes: unknown): unknown {
  if (situation === 'raise') return 'move';
  if (situation !== 'other-side' && situation !== 'same-wall') return situation;
  const placed = Array.isArray(changes) ? (changes as { do?: unknown; box?: { divided?: unknown } }[]) : [];
  return placed.some((c) => c?.do === 'place-box' && c.box?.divided === true) ? 'low-voltage' : 'outlet';
}

/** A wanted outlet, raceway or run of lights as the job it always was: one that has taken no way yet. */
function wantedJob(houseId: unknown, { id, name, ...want }: Fields): Fields {
  return {
    format: 'saddle-job',
    version: 2,
    id,
    houseId,
    name,
    purpose:
      want['kind'] === 'raceway' || want['kind'] === 'lights' ? want['kind'] : want['ownCircuit'] === true ? 'own-circuit' : 'outlet',
    want,
    changes: [],
    schools: DEFAULT_SCHOOLS,
    work: { ticks: [], notes: [], values: [], proof: {} },
  };
}

/** Rates of version 2 and the article whose price each was; what a foot of raceway cost is parted between track and cover. */
const ARTICLE_OF = {
  cable14PerFt: 'cable-14',
  cable12PerFt: 'cable-12',
  cable10PerFt: 'cable-10',
  patch: 'board',
  seal: 'seal',
  fitting: 'raceway-fitting',
  sleeve: 'sleeve',
  breaker: 'breaker',
} as const;
const pricesOf = (rates: Fields): Fields => ({
  ...Object.fromEntries(
    Object.entries(ARTICLE_OF).flatMap(([rate, article]) => (typeof rates[rate] === 'number' ? [[article, rates[rate]]] : [])),
  ),
  ...(typeof rates['racewayPerFt'] === 'number' ? { track: rates['racewayPerFt'] * 0.6, cover: rates['racewayPerFt'] * 0.4 } : {}),
});

/** The one proof of version 2 as the first of several. */
function proofsOf(work: unknown): unknown {
  if (!isFields(work) || !('proof' in work)) return work;
  const { proof, ...rest } = work;
  return { ...rest, proofs: isFields(proof) && Object.keys(proof).length === 0 ? [] : [proof] };
}

/** The bench of version 3, whose joints and pigtails named their box, as one change for each box; how the handles stood is not kept. */
function wiredByHand(changes: unknown, bench: unknown): unknown {
  const planned = isFields(bench) ? bench['planned'] : undefined;
  if (!isFields(planned) || !Array.isArray(changes)) return changes;
  const list = (key: string): Fields[] => (Array.isArray(planned[key]) ? planned[key].filter(isFields) : []);
  const inBox = (key: string, id: unknown): Fields[] => list(key).filter((x) => x['boxId'] === id);
  const bare = ({ boxId: _, ...rest }: Fields): Fields => rest;
  const wired = list('boxes').map((box): Fields => {
    const { id, name } = box;
    const cables = list('cables').filter((c) => Array.isArray(c['ends']) && c['ends'].includes(id));
    const tails = inBox('pigtails', id);
    const own = new Set([...cables, ...tails].map((x) => x['id']));
    const strips = list('strips').filter((s) => {
      const { end } = s;
      if (!isFields(end)) return false;
      if ('pigtailId' in end) return own.has(end['pigtailId']);
      const cable = cables.find((c) => c['id'] === end['cableId']);
      return cable !== undefined && (cable['ends'] as unknown[])[Number(end['end'])] === id;
    });
    const devices = inBox('devices', id);
    const broken = devices.flatMap((d) =>
      (['brass', 'silver'] as const).filter((side) => d[`${side}Tab`] === false).map((side) => ({ deviceId: d['id'], side })),
    );
    return {
      id: idOf('wire', String(id)),
      title: `Wiring of ${String(name)} as made by hand`.slice(0, 120),
      do: 'wire-box',
      wiring: {
        id,
        of: {
          cables: cables.map((c) => c['id']),
          // a switch that the survey knows by its box only is no device of its own
          devices: devices.map((d) => d['id']).filter((d) => d !== idOf(String(id), 'switch')),
        },
        joints: inBox('joints', id).map(bare),
        pigtails: tails.map(bare),
        ...(broken.length ? { broken } : {}),
        ...(strips.length ? { strips } : {}),
      },
    };
  });
  return [...(changes as unknown[]), ...wired];
}

/** A document as today’s version has it; one that is of no earlier version is given back as it came. */
export function migrated(raw: unknown): Migrated {
  if (!isFields(raw) || typeof raw['format'] !== 'string' || !Object.hasOwn(STEPS, raw['format'])) return { document: raw };
  const steps = STEPS[raw['format']]!;
  let result: Migrated = { document: raw };
  for (;;) {
    const document = result.document as Fields;
    const version = document['version'];
    const step = typeof version === 'number' && Number.isInteger(version) && version >= 1 ? steps[version - 1] : undefined;
    // what was handed on by an earlier step is of that step's version
    if (!step) return result.jobs ? { ...result, jobs: result.jobs.map((j) => migrated(j).document as Fields) } : result;
    const next = step(document);
    const [carried, jobs] = [next.carried ?? result.carried, next.jobs ?? result.jobs];
    result = { document: next.document, ...(carried ? { carried } : {}), ...(jobs ? { jobs } : {}) };
  }
}

/** What is wrong with the version of a document that this program can’t read; undefined where it can. */
export function versionError(raw: unknown): FieldError | undefined {
  if (!isFields(raw) || typeof raw['format'] !== 'string' || !Object.hasOwn(STEPS, raw['format'])) return undefined;
  const version = raw['version'];
  if (typeof version !== 'number' || version <= DOCUMENT_VERSION) return undefined;
  return {
    path: '/version',
    message: `It was made by a newer Saddle (version ${version} of the document). Take it in there; this one reads up to version ${DOCUMENT_VERSION}.`,
    expected: `at most ${DOCUMENT_VERSION}`,
    came: `${version}`,
  };
}

/** Ids that every job of version 1 gave to its own things; in one house each needs its own. */
const ONCE_COMMON = new Set([
  ...['box-new', 'cable-new', 'device-new', 'wanted-box', 'wanted-cable', 'wanted-device'],
  ...['room-new', 'room-source', 'wall', 'box-source', 'device-source', 'circuit'],
]);
const NO_ID = new Set(['name', 'title', 'text', 'note', 'as', 'label', 'do', 'kind', 'thing']);

/** The job and its copy of the survey with ids of the job’s own in place of those that every job had. */
function withOwnIds(job: Fields, found: unknown): { job: Fields; found: unknown } {
  const id = typeof job['id'] === 'string' ? job['id'] : 'job';
  const own = (common: string): string => `${id.slice(0, 39 - common.length)}-${common}`;
  const walk = (value: unknown, key: string): unknown => {
    if (typeof value === 'string')
      return !NO_ID.has(key) && (ONCE_COMMON.has(value) || /^wanted-load-\d+$/.test(value)) ? own(value) : value;
    if (Array.isArray(value)) return value.map((v) => walk(v, key));
    if (!isFields(value)) return value;
    return Object.fromEntries(Object.entries(value).map(([k, v]) => [k, walk(v, k)]));
  };
  return { job: walk(job, '') as Fields, found: walk(found, '') };
}
