/** Odd requests and whole generated documents through every endpoint: none answered 500, none over 2 s, none that was refused changed a thing. */
import Database from 'better-sqlite3';
import { join } from 'node:path';
import { demoHouses, demoJobs } from '@saddle/core/demo';
import { jsonSchema } from '@saddle/core/exchange';
import { checkHouse, checkJob } from '@saddle/core/model';
import { POCKET_SUMS } from '@saddle/core/pocket';
import { ask, chance, dropFolder, json, JSON_TYPE, newFolder, serve } from './lib.mjs';

const LONG = 10_000;
const LONG_DOCUMENTS = 1000;
const MOST_MS = 2000;
const REFUSAL_BYTES = 64_000;
export const about = `${LONG} odd requests, ${LONG_DOCUMENTS} generated documents through every endpoint`;

/** A value of a JSON Schema, by chance; `odd` now and then gives something else. */
export function valueOf(schema, defs, dice, depth = 0) {
  if (schema.$ref) return valueOf(defs[schema.$ref.split('/').at(-1)], defs, dice, depth);
  if (schema.const !== undefined) return schema.const;
  if (schema.enum) return dice.of(schema.enum);
  const choices = schema.anyOf ?? schema.oneOf;
  if (choices) return valueOf(dice.of(choices), defs, dice, depth);
  if (schema.allOf) return valueOf(schema.allOf[0], defs, dice, depth);
  switch (schema.type) {
    case 'object': {
      const value = {};
      for (const [key, field] of Object.entries(schema.properties ?? {}))
        if (schema.required?.includes(key) || dice.below(2)) value[key] = valueOf(field, defs, dice, depth + 1);
      return value;
    }
    case 'array': {
      if (schema.prefixItems) return schema.prefixItems.map((s) => valueOf(s, defs, dice, depth + 1));
      const [least, most] = [schema.minItems ?? 0, Math.min(schema.maxItems ?? 4, depth > 4 ? 2 : 4)];
      return Array.from({ length: least + dice.below(Math.max(1, most - least + 1)) }, () => valueOf(schema.items, defs, dice, depth + 1));
    }
    case 'number':
    case 'integer': {
      const low = schema.minimum ?? schema.exclusiveMinimum ?? -1000;
      const high = schema.maximum ?? schema.exclusiveMaximum ?? 5000;
      const value = dice.below(4) === 0 ? dice.of([low, high]) : low + dice.next() * (Math.min(high, low + 5000) - low);
      return schema.type === 'integer' ? Math.round(value) : value;
    }
    case 'boolean':
      return dice.below(2) === 1;
    case 'string':
      if (schema.format === 'date-time') return '2026-11-25T10:00:00.000Z';
      if (schema.format === 'date') return '2026-11-25';
      if (schema.pattern?.includes('A-Za-z0-9_-')) return `id-${dice.below(30)}`;
      return dice.of(['a', 'shelf lamp', 'Ünïcode ½″', '<b>x</b>', '=1+1', ' spaced ', '9']).slice(0, schema.maxLength ?? 40);
    default:
      return null;
  }
}

/** Every place of a document with the schema that it follows. */
function placesOf(value, schema, defs, path = [], found = []) {
  const s = schema?.$ref ? defs[schema.$ref.split('/').at(-1)] : schema;
  if (!s) return found;
  if (path.length) found.push({ path, schema: s });
  const choices = s.anyOf ?? s.oneOf;
  if (choices && value && typeof value === 'object') {
    const fits = choices.find((c) => {
      const own = c.$ref ? defs[c.$ref.split('/').at(-1)] : c;
      return Object.entries(own.properties ?? {}).every(([k, f]) => f.const === undefined || value[k] === f.const);
    });
    return placesOf(value, fits, defs, path, found);
  }
  if (Array.isArray(value)) value.forEach((v, i) => placesOf(v, s.prefixItems?.[i] ?? s.items, defs, [...path, i], found));
  else if (value && typeof value === 'object')
    for (const [key, field] of Object.entries(s.properties ?? {})) if (value[key] !== undefined) placesOf(value[key], field, defs, [...path, key], found);
    else if (path.length < 12) found.push({ path: [...path, key], schema: field });
  return found;
} // prettier-ignore

function put(document, path, value) {
  const next = Array.isArray(document) ? [...document] : { ...document };
  const [key, ...rest] = path;
  next[key] = rest.length ? put(next[key], rest, value) : value;
  return next;
}

/** A document of the sample, altered at a few places in ways that its schema allows; references to other things are left alone. */
export function altered(document, schema, dice) {
  const defs = schema.$defs ?? {};
  let next = document;
  const times = 1 + dice.below(8);
  for (let i = 0; i < times; i++) {
    const places = placesOf(next, schema, defs).filter(({ path }) => !/^(format|version|id|houseId|\w*Id)$/.test(String(path.at(-1))) && !['rooms', 'walls', 'boxes', 'circuits'].includes(String(path.at(-1)))); // prettier-ignore
    const place = dice.of(places);
    next = put(next, place.path, valueOf(place.schema, defs, dice));
  }
  return JSON.parse(JSON.stringify(next));
}

const GETS = ['/jobs', '/houses', '/health', '/export.json', '/sums', '/openapi.json', '/schemas/house.json', '/jobs/sewing-corner', '/jobs/sewing-corner/ledger', '/jobs/sewing-corner/steps', '/jobs/sewing-corner/revisions', '/jobs/sewing-corner/revisions/1', '/houses/quince-street-14/panel/directory.csv', '/houses/quince-street-14/boxes/alcove-box/template.svg', '/jobs/sewing-corner/sheet.pdf', '/jobs/kiln-corner/ways', '/jobs/kiln-corner/route-sheet.pdf', '/jobs/sewing-corner/closing', '/jobs/sewing-corner/surveyed-since?from=1', '/houses/quince-street-14/jobs', '/backup.sqlite']; // prettier-ignore
const WRITES = [['PUT', '/jobs/sewing-corner'], ['PUT', '/houses/quince-street-14'], ['POST', '/jobs'], ['POST', '/houses'], ['POST', '/jobs/from-box'], ['POST', '/jobs/other-side'], ['POST', '/import'], ['POST', '/import?confirm=yes'], ['POST', '/jobs/wainscot/close'], ['POST', '/jobs/wainscot/reopen'], ['DELETE', '/jobs/wainscot'], ['DELETE', '/houses/quince-street-14'], ...POCKET_SUMS.map((s) => ['POST', `/sums/${s.name}`])]; // prettier-ignore
const ODD_TEXT = ['', '0', '-1', '1e309', '\ud800', '\u0000', '../../etc', '%00', '’', '½', "1' 14\"", 'x'.repeat(5000), '__proto__', 'constructor', '=cmd|x', '<script>', '9'.repeat(400), '1/0', '3 1/0']; // prettier-ignore
const ODD_VALUES = [null, true, false, 0, -0, 1e308, -1, 0.1, [], {}, [[]], '', ...ODD_TEXT];

function oddBody(dice, documents) {
  switch (dice.below(9)) {
    case 0:
      return dice.of(['', '{', '[', 'null', '3', '"x"', '{"a":1,}', '{"a":{"a":'.repeat(50), '['.repeat(200), '\u00ff\u00fe', 'NaN']);
    case 1:
      return `${'['.repeat(dice.of([10, 70, 5000]))}`;
    case 2:
      return JSON.stringify(Object.fromEntries(Array.from({ length: dice.below(40) }, () => [dice.of(ODD_TEXT).slice(0, 60), dice.of(ODD_VALUES)])));
    case 3:
      return JSON.stringify(dice.of(ODD_VALUES));
    case 4: {
      const text = JSON.stringify(dice.of(documents));
      const at = dice.below(text.length);
      return text.slice(0, at) + dice.of(['', '\\ud800', '"', '}', '1e999', 'x']) + text.slice(at + dice.below(20));
    }
    default: {
      let document = dice.of(documents);
      for (let i = 0; i < 1 + dice.below(3); i++) {
        const path = [];
        for (let at = document; at && typeof at === 'object' && Object.keys(at).length && (path.length === 0 || dice.below(5)); ) {
          path.push(dice.of(Object.keys(at)));
          at = at[path.at(-1)];
        }
        document = put(document, path, dice.of(ODD_VALUES));
      }
      return JSON.stringify(document);
    }
  }
} // prettier-ignore

export async function run({ long = false, seed = 3, rounds = long ? LONG : 400 } = {}) {
  const dice = chance(seed);
  const folder = newFolder();
  const server = await serve(folder);
  // a server at work is what is asked here: its threads are warm a few seconds after its start
  for (let i = 0; i < 2; i++) await (await fetch(`${server.url}/api/v1/jobs/sewing-corner/sheet.pdf`)).arrayBuffer();
  const look = new Database(join(folder, 'saddle.sqlite'), { readonly: true });
  const version = () => look.pragma('data_version', { simple: true });
  const seen = { 500: 0, slow: 0, changed: 0, large: 0, silent: 0, refused: 0, taken: 0 };
  const worst = [];
  const note = (what, answer, refusedMayNotChange, before) => {
    if (answer.status >= 500 && answer.status !== 503) seen[500]++;
    if (answer.status === 0) seen.silent++;
    if (answer.ms > MOST_MS) seen.slow++;
    const refused = answer.status >= 400;
    seen[refused ? 'refused' : 'taken']++;
    if (refused && answer.bytes > REFUSAL_BYTES && answer.status !== 409) seen.large++;
    if (refused && refusedMayNotChange && version() !== before) seen.changed++;
    if ((answer.status >= 500 && answer.status !== 503) || answer.status === 0 || answer.ms > MOST_MS) worst.push(`${what} ${answer.status} ${answer.ms.toFixed(0)} ms`);
  }; // prettier-ignore
  const documents = [...demoJobs, demoHouses[0], { format: 'saddle-export', version: 1, houses: demoHouses, jobs: demoJobs }];
  for (let n = 0; n < rounds; n++) {
    const writes = dice.below(10) > 2;
    const [method, path] = writes ? dice.of(WRITES) : ['GET', dice.of(GETS.slice(0, dice.below(6) ? 14 : GETS.length))];
    const address = `/api/v1${path}${dice.below(8) === 0 ? `${dice.of(['/', '?paper=a0', '?confirm=maybe', '?before=x', '/..%2f', '%20', '?x=%'])}` : ''}`;
    const headers = {
      ...(dice.below(12) ? JSON_TYPE : { 'content-type': dice.of(['text/plain', 'application/xml', '', 'application/json; charset=utf-16']) }),
      ...(method === 'PUT' || method === 'DELETE' || /close|reopen/.test(path) ? { 'if-match': dice.of(['"1"', '"2"', 'x', '"99999999999"', '*', '""']) } : {}),
      ...(dice.below(14) === 0 ? { origin: dice.of(['null', 'x', 'http://elsewhere.example', 'file://']) } : {}),
      ...(dice.below(20) === 0 ? { 'sec-fetch-site': 'cross-site' } : {}),
      ...(dice.below(25) === 0 ? { 'content-encoding': dice.of(['gzip', 'br', 'zip']) } : {}),
    };
    const body = writes && method !== 'DELETE' ? oddBody(dice, documents) : undefined;
    const before = version();
    const answer = await ask(server.url, method, address, headers, body);
    note(`${method} ${address}`, answer, method !== 'GET', before);
    // what was really deleted comes back, so that the rest has something to go wrong with
    if (answer.status === 204) await ask(server.url, 'POST', '/api/v1/import?confirm=yes', JSON_TYPE, JSON.stringify(documents.at(-1)));
  } // prettier-ignore

  // whole documents: all that the schema allows, and whatever follows from the ones that are taken
  const wanted = long ? LONG_DOCUMENTS : 40;
  const schemas = { job: jsonSchema('job'), house: jsonSchema('house') };
  let [made, tried, judged] = [0, 0, 0];
  while (made < wanted && tried < wanted * 40) {
    tried++;
    const kind = dice.below(3) ? 'job' : 'house';
    const sample = kind === 'job' ? dice.of(demoJobs) : demoHouses[0];
    const document = { ...altered(sample, schemas[kind], dice), id: `made-${kind}-${made}` };
    if (!(kind === 'job' ? checkJob : checkHouse)(document).ok) continue;
    const base = `/api/v1/${kind}s/${document.id}`;
    const posted = await ask(server.url, 'POST', `/api/v1/${kind}s`, JSON_TYPE, JSON.stringify(document));
    note(`POST ${kind}`, posted, false);
    // what makes no sense in its house is refused, and gives nothing to ask about
    if (posted.status !== 201) continue;
    made++;
    const paths = kind === 'job' ? [base, `${base}/ledger`, `${base}/steps`, `${base}/sheet.pdf`, `${base}/export.json`, `${base}/revisions`, `${base}/closing`, ...(document.want ? [`${base}/ways`, `${base}/route-sheet.pdf`] : [])] : [base, `${base}/panel/directory.csv`, `${base}/panel/directory.pdf`, `${base}/export.json`, `${base}/jobs`]; // prettier-ignore
    const box = kind === 'job' ? document.changes.find((c) => c.do === 'place-box')?.box : document.site.boxes[0];
    if (box) paths.push(`${base}/boxes/${box.id}/template.svg`);
    for (const path of paths) {
      const answer = await ask(server.url, 'GET', path);
      note(`GET ${path} ${JSON.stringify(document).length}`, answer, false);
      judged++;
    }
    if (made % 20 === 0) note('GET /jobs', await ask(server.url, 'GET', '/api/v1/jobs'), false);
    await ask(server.url, 'DELETE', base, { 'if-match': '"1"' });
  }
  const alive =
    (await ask(server.url, 'GET', '/api/v1/health')).status === 200 && json(await ask(server.url, 'GET', '/api/v1/jobs')).length > 0;
  server.child.kill('SIGTERM');
  await server.ended;
  look.close();
  dropFolder(folder);
  for (const line of worst.slice(0, 12)) console.log(`  ${line}`);
  return {
    line: `odd: ${rounds} requests and ${made} documents (${judged} answers about them): ${seen.taken} taken, ${seen.refused} refused, ${seen[500]} × 5xx, ${seen.silent} without answer, ${seen.slow} over 2 s, ${seen.changed} changed by a refusal, ${seen.large} refusals over 64 kB`,
    ok: alive && made === wanted && seen[500] + seen.slow + seen.changed + seen.large + seen.silent === 0,
  };
}
