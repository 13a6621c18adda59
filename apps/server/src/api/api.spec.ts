/** The API as a program uses it. OpenAPI is held against a reference validator from the registry, the PDF read back with pdf.js. */
import { Validator } from '@seriousme/openapi-schema-validator';
import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { demoJobs, larchJobs, quinceStreet } from '@saddle/core/demo';
import { plannedBench, workOf } from '@saddle/core/ledger';
import { inHouse, plannedSite, type Change, type House, type Job } from '@saddle/core/model';
import { POCKET_SUMS } from '@saddle/core/pocket';
import { wiringIn } from '@saddle/core/wiring';
import { dropDataFolder, newDataFolder, runServer, type RunningServer } from '../testing/runServer.js';
import type { Problem } from './problem.js';

const folder = newDataFolder();
let server: RunningServer;
beforeAll(async () => {
  server = await runServer(folder);
});
afterAll(() => {
  server.process.kill();
  dropDataFolder(folder);
});

interface Answer<T> {
  status: number;
  body: T;
  headers: Headers;
}
async function call<T = Problem>(method: string, path: string, body?: unknown, headers: Record<string, string> = {}): Promise<Answer<T>> {
  const response = await fetch(`${server.url}${path}`, {
    method,
    headers: { ...(body === undefined ? {} : { 'content-type': 'application/json' }), ...headers },
    body: body === undefined ? undefined : typeof body === 'string' ? body : JSON.stringify(body),
  });
  const text = await response.text();
  return { status: response.status, body: (text ? JSON.parse(text) : undefined) as T, headers: response.headers };
}
interface StoredJob {
  revision: number;
  document: Job;
}
const job = async (): Promise<StoredJob> => (await call<StoredJob>('GET', '/api/v1/jobs/sewing-corner')).body;

describe('rules', () => {
  it('every rule with its clause and a worked example, what is not checked, and what bore on a house', async () => {
    const { rules, notChecked } = (
      await call<{ rules: { id: string; clauses: string[]; example?: { verdict: string } }[]; notChecked: string[] }>(
        'GET',
        '/api/v1/rules',
      )
    ).body;
    expect(rules.find((r) => r.id === 'box-fill')).toMatchObject({ clauses: ['314.16(B)'], example: { verdict: 'stop' } });
    expect(notChecked.join()).toMatch(/permit/);
    const bore = (await call<{ id: string; verdicts: Record<string, number> }[]>('GET', '/api/v1/houses/quince-street-14/rules')).body;
    expect(bore.find((b) => b.id === 'box-fill')!.verdicts['stop']).toBeGreaterThan(0);
    expect((await call('GET', '/api/v1/houses/nowhere/rules')).status).toBe(404);
  });
});

describe('documents', () => {
  it('is alive and has the demo', async () => {
    expect((await call('GET', '/api/v1/health')).body).toMatchObject({ status: 'ok' });
    const jobs = (await call<{ id: string; stops: number; stage: string }[]>('GET', '/api/v1/jobs')).body;
    expect(jobs.find((j) => j.id === 'sewing-corner')).toMatchObject({ stops: 3, stage: 'feed' });
    expect(jobs.map((j) => j.id)).toEqual([...demoJobs, ...larchJobs()].map((j) => j.id).sort());
    expect(jobs.find((j) => j.id === 'kiln-corner')).toMatchObject({
      stops: 0,
      stage: 'route',
      stoppedBy: expect.stringMatching(/no way was taken yet/),
    });
  });
  it('saves over the revision that was seen, and keeps the earlier ones', async () => {
    const { revision, document } = await job();
    const saved = await call<StoredJob>(
      'PUT',
      '/api/v1/jobs/sewing-corner',
      { ...document, note: 'seen' },
      { 'if-match': `"${revision}"` },
    );
    expect([saved.status, saved.body.revision, saved.headers.get('etag')]).toEqual([200, revision + 1, `"${revision + 1}"`]);
    const old = await call<StoredJob>('GET', `/api/v1/jobs/sewing-corner/revisions/${revision}`);
    expect(old.body.document.note).toBeUndefined();
  });
  it('an older revision gets 409 with both versions, and nothing is written', async () => {
    const { revision, document } = await job();
    const refused = await call<Problem & { current: StoredJob; differs: { words: string; was: string; now: string }[] }>(
      'PUT',
      '/api/v1/jobs/sewing-corner',
      { ...document, note: 'late' },
      { 'if-match': `"${revision - 1}"` },
    );
    expect(refused.status).toBe(409);
    expect(refused.body.current.revision).toBe(revision);
    expect(refused.body.differs).toEqual([{ path: '/note', words: 'note', was: 'seen', now: 'late' }]);
    expect((await job()).revision).toBe(revision);
  });
  it('answers a save with the revision alone where it was asked for in the words of RFC 7240, and only then', async () => {
    const at = '/api/v1/jobs/sewing-corner';
    const save = async (prefer: string, name: string) => {
      const { revision, document } = await job();
      return call<StoredJob>('PUT', at, { ...document, name }, { 'if-match': `"${revision}"`, prefer });
    };
    const before = (await job()).document.name;
    const short = await save('return=minimal', 'Mending corner');
    expect([Object.keys(short.body).sort(), short.headers.get('preference-applied')]).toEqual([['revision', 'savedAt'], 'return=minimal']);
    const whole = await save('minimal', before);
    expect([whole.body.document.name, whole.headers.get('preference-applied')]).toEqual([before, null]);
  });
  it('asks for If-Match, and for one that can be read', async () => {
    const { document } = await job();
    expect((await call('PUT', '/api/v1/jobs/sewing-corner', document)).status).toBe(428);
    expect((await call('PUT', '/api/v1/jobs/sewing-corner', document, { 'if-match': 'latest' })).status).toBe(400);
  });
  it('when: nobody said by whom is a question; with hours there are plans, a calendar and a notice', async () => {
    const at = '/api/v1/jobs/hall-box-replaced';
    expect((await call<Problem>('GET', `${at}/schedule`)).body.title).toMatch(/enter who works and at which hours/);
    const { revision, document } = (await call<StoredJob>('GET', at)).body;
    const hours = [{ days: [5, 6], from: 540, to: 1020 }];
    const when = { from: '2026-11-28T08:00', people: [{ id: 'me', name: 'Owner', hours }], drying: 'usual', staysOn: [], pins: [] };
    const bad = { ...when, people: [{ id: 'me', name: 'Owner', hours: [{ days: [5], from: 540, to: 500 }] }] };
    const refused = await call('PUT', at, { ...document, when: bad }, { 'if-match': `"${revision}"` });
    expect(refused.body.errors?.[0]).toMatchObject({ path: '/when/people/0/hours/0/to', message: 'the end lies after the beginning' });
    expect((await call('PUT', at, { ...document, when }, { 'if-match': `"${revision}"` })).status).toBe(200);
    const schedule = (
      await call<{ plans: { outageMinutes: number }[]; range: { p50: number; p80: number } }>('GET', `${at}/schedule?offset=300`)
    ).body;
    expect(schedule.plans[0]!.outageMinutes).toBeGreaterThan(0);
    expect(schedule.range.p80).toBeGreaterThanOrEqual(schedule.range.p50);
    const calendar = await fetch(`${server.url}${at}/schedule.ics`);
    expect([calendar.headers.get('content-type'), (await calendar.text()).slice(0, 15)]).toEqual([
      'text/calendar; charset=utf-8',
      'BEGIN:VCALENDAR',
    ]);
    const notice = await fetch(`${server.url}${at}/notice.pdf?paper=a4&offset=0`);
    expect([
      notice.status,
      Buffer.from(await notice.arrayBuffer())
        .subarray(0, 5)
        .toString(),
    ]).toEqual([200, '%PDF-']);
    const estimate = await fetch(`${server.url}${at}/estimate.pdf?paper=letter`);
    expect([
      estimate.status,
      Buffer.from(await estimate.arrayBuffer())
        .subarray(0, 5)
        .toString(),
    ]).toEqual([200, '%PDF-']);
    // with another job of the house, by the same hours
    const both = '/api/v1/houses/quince-street-14/schedule';
    const together = (await call<{ plans: { key: string }[] }>('GET', `${both}?jobs=sewing-corner,hall-box-replaced&offset=0`)).body;
    expect(together.plans.map((p) => p.key)).toContain('alone-together');
    expect((await call<Problem>('GET', `${both}?jobs=sewing-corner&offset=0`)).status).toBe(409);
    expect((await call<Problem>('GET', `${both}?jobs=ghost,sewing-corner`)).status).toBe(404);
    expect((await call('GET', both)).body.errors?.[0]?.path).toBe('/jobs');
    const ics = await fetch(`${server.url}${both}.ics?jobs=hall-box-replaced,sewing-corner&plan=alone-together`);
    expect(await ics.text()).toContain('Hall box');
    expect((await call('GET', `${at}/schedule?offset=north`)).status).toBe(422);
    expect((await call('GET', `${at}/notice.pdf?paper=a0`)).body.errors?.[0]?.path).toBe('/paper');
    await call('PUT', at, document, { 'if-match': `"${revision + 1}"` });
  });
  it('starts a job from a few answers, and deletes it', async () => {
    const length = (mm: number) => ({ mm, known: 'measured' });
    const answers = {
      houseId: 'quince-street-14', name: 'Reading nook', newRoom: { name: 'den', use: 'study' }, sourceRoom: { name: 'landing', use: 'hallway' },
      wallLength: length(3500), reference: { name: 'door edge', x: length(2800) }, source: { distance: length(1000), toward: 'right', bottom: length(300) }, wanted: { distance: length(1150), toward: 'left' },
    }; // prettier-ignore
    const made = await call<StoredJob>('POST', '/api/v1/jobs/other-side', answers);
    expect(made.status).toBe(201);
    const { id } = made.body.document;
    expect((await call<unknown[]>('GET', `/api/v1/jobs/${id}/ledger`)).body.length).toBeGreaterThan(20);
    expect((await call('DELETE', `/api/v1/jobs/${id}`, undefined, { 'if-match': '"1"' })).status).toBe(204);
    expect((await call('GET', `/api/v1/jobs/${id}`)).status).toBe(404);
    // the house says its edition: a key that is not asked for is refused, never dropped
    expect((await call('POST', '/api/v1/jobs/other-side', { ...answers, edition: 'US-2023' })).status).toBe(422);
    const outside = await call('POST', '/api/v1/jobs/other-side', { ...answers, wanted: { distance: length(9000), toward: 'left' } });
    expect(outside.body.errors?.[0]).toMatchObject({
      path: '/changes/0/box/place/distance/mm',
      message: expect.stringMatching(/outside it/),
    });
  });
  it('starts a job at a surveyed box, and stores no survey with it', async () => {
    const made = await call<StoredJob>('POST', '/api/v1/jobs/from-box', {
      houseId: 'quince-street-14',
      name: 'Higher',
      situation: 'raise',
      boxId: 'alcove-box',
      bottom: { mm: 450, known: 'measured' },
    });
    expect(made.status).toBe(201);
    expect(made.body.document.changes[0]).toMatchObject({ do: 'replace-box', boxId: 'alcove-box' });
    expect(JSON.stringify(made.body.document).length).toBeLessThan(3000);
    const wrong = await call('POST', '/api/v1/jobs/from-box', {
      houseId: 'quince-street-14',
      name: 'x',
      situation: 'replace',
      boxId: 'nobody',
    });
    expect([wrong.status, wrong.body.errors?.[0]?.path]).toEqual([422, '/boxId']);
    const outside = await call('POST', '/api/v1/jobs/from-box', {
      houseId: 'quince-street-14',
      name: 'x',
      situation: 'raise',
      boxId: 'alcove-box',
      sideways: { mm: 9000, known: 'measured' },
    });
    expect(outside.status).toBe(422);
  });
  it('wiring made on the bench comes onto the job sheet', async () => {
    const { revision, document } = await job();
    const laid = inHouse(document, quinceStreet);
    const wiring = wiringIn(plannedSite(laid), plannedBench(workOf(laid)), 'sewing-box');
    const byHand: Change = { id: 'wire-sewing', title: 'Wiring of the sewing box, by hand', do: 'wire-box', wiring };
    const path = '/api/v1/jobs/sewing-corner';
    const saved = await call<StoredJob>(
      'PUT',
      path,
      { ...document, changes: [...document.changes, byHand] },
      { 'if-match': `"${revision}"` },
    );
    expect(saved.status).toBe(200);
    const sheet = await fetch(`${server.url}/api/v1/jobs/sewing-corner/sheet.pdf`);
    const pdf = await getDocument({ data: new Uint8Array(await sheet.arrayBuffer()), verbosity: 0 }).promise;
    let text = '';
    for (let n = 1; n <= pdf.numPages; n++)
      text += (await (await pdf.getPage(n)).getTextContent()).items.map((item) => ('str' in item ? item.str : '')).join(' ');
    expect(text).toContain('Wiring as made on the bench');
    expect(text).toContain('Wiring was made by hand');
    // an end at two places is no wiring, and a joint of a device that isn't there neither
    const [joint] = wiring.joints;
    for (const joints of [[...wiring.joints, { ...joint!, id: 'twice' }], [{ ...joint!, at: { device: 'ghost', terminal: 'green' } }]]) {
      const bad = { ...document, changes: [...document.changes, { ...byHand, wiring: { ...wiring, joints } }] };
      const refused = await call('PUT', path, bad, { 'if-match': `"${revision + 1}"` });
      expect([refused.status, refused.body.errors?.[0]?.message]).toEqual([
        422,
        expect.stringMatching(/wired by hand for what was in it before/),
      ]);
    }
    const wrong = await call(
      'PUT',
      path,
      { ...document, changes: [...document.changes, { ...byHand, wiring: { ...wiring, pigtails: [{ gauge: 13 }] } }] },
      { 'if-match': `"${revision + 1}"` },
    );
    expect([wrong.status, wrong.body.errors?.[0]?.path]).toEqual([422, expect.stringMatching(/^\/changes\/\d+\/wiring\/pigtails\/0/)]);
    await call('PUT', '/api/v1/jobs/sewing-corner', document, { 'if-match': `"${revision + 1}"` });
  });
  it('the panel’s directory comes as PDF for its door and as CSV; nothing else, and of no other house', async () => {
    const at = '/api/v1/houses/quince-street-14/panel/directory';
    const pdf = await fetch(`${server.url}${at}.pdf?paper=a4`);
    expect([pdf.status, pdf.headers.get('content-type')]).toEqual([200, 'application/pdf']);
    expect(
      Buffer.from(await pdf.arrayBuffer())
        .subarray(0, 5)
        .toString(),
    ).toBe('%PDF-');
    const csv = await fetch(`${server.url}${at}.csv`);
    expect((await csv.text()).split('\r\n')[4]).toContain('parlour and hall');
    expect(csv.headers.get('content-type')).toContain('text/csv');
    expect(csv.headers.get('content-disposition')).toContain('quince-street-14-panel.csv');
    expect((await call('GET', `${at}.xls`)).status).toBe(404);
    expect((await call('GET', `${at}.pdf?paper=poster`)).status).toBe(422);
    expect((await call('GET', '/api/v1/houses/nowhere/panel/directory.pdf')).status).toBe(404);
  });
  it('the ways of what a job wants come as JSON, and the chosen one as a sheet; a job that wants nothing new says so', async () => {
    const at = '/api/v1/jobs/kiln-corner';
    const ways = await call('GET', `${at}/ways`);
    expect(ways.status).toBe(200);
    const body = ways.body as unknown as { options: { title: string; favourite: boolean; buys: string[] }[]; feeds: { id: string }[] };
    expect(body.options.map((o) => [o.title, o.favourite])).toEqual([
      ['From Utility room panel: through the basement', true],
      ['From Utility room panel: over the attic', false],
    ]);
    expect(body.feeds.map((f) => f.id)).toEqual(['panel']);
    const sheet = await fetch(`${server.url}${at}/route-sheet.pdf?paper=a4`);
    expect([sheet.status, sheet.headers.get('content-type')]).toEqual([200, 'application/pdf']);
    expect((await call('GET', '/api/v1/jobs/wainscot/ways')).body).toMatchObject({
      status: 409,
      title: expect.stringMatching(/wants nothing new/),
    });
    expect((await call('GET', `${at}/route-sheet.pdf?paper=poster`)).status).toBe(422);
  });
  it('templates come as PDF and SVG, and a jig asks for the depth that it needs', async () => {
    const at = '/api/v1/houses/quince-street-14/boxes/alcove-box/template';
    const pdf = await fetch(`${server.url}${at}.pdf?paper=a4`);
    expect([pdf.status, pdf.headers.get('content-type')]).toEqual([200, 'application/pdf']);
    const svg = await fetch(`${server.url}${at}.svg?mirrored=yes`);
    expect(svg.headers.get('content-type')).toMatch(/^image\/svg\+xml/);
    expect((await call('GET', `${at}.gif`)).status).toBe(404);
    expect((await call('GET', `${at}.pdf?paper=a0`)).body.errors?.[0]?.path).toBe('/paper');
    expect((await call('GET', '/api/v1/houses/quince-street-14/boxes/nobody/template.pdf')).status).toBe(404);
  });
  it('a house with jobs is not deleted', async () => {
    const { revision } = (await call<{ revision: number }>('GET', '/api/v1/houses/quince-street-14')).body;
    const gone = await call('DELETE', '/api/v1/houses/quince-street-14', undefined, { 'if-match': `"${revision}"` });
    expect([gone.status, gone.body.title]).toEqual([409, expect.stringMatching(/sewing-corner/)]);
  });
});

describe('a job becomes part of its house', () => {
  const house = async () => (await call<{ revision: number; document: House }>('GET', '/api/v1/houses/quince-street-14')).body;
  const open = (path: string) => call<{ revision: number; document: Job }>('GET', `/api/v1/jobs/${path}`);
  /** The worn box replaced, every step ticked with good values, as a program may say it. */
  async function done(id: string): Promise<{ revision: number; document: Job }> {
    const { revision, document } = (await open(id)).body;
    interface Ask {
      key: string;
      unit: string;
      least?: number;
    }
    const steps = (await call<{ id: string; asks: Ask[]; proves: { key: string }[] }[]>('GET', `/api/v1/jobs/${id}/steps`)).body;
    const at = (n: number) => new Date(Date.UTC(2026, 9, 3, 8, n)).toISOString();
    const reading = (n: number, volts: number) => ({ at: at(n), volts, where: 'here' });
    const work = {
      ticks: steps.map((s, n) => ({ step: s.id, at: at(n) })),
      notes: [],
      values: steps.flatMap((s, n) => s.asks.map((a) => ({ step: s.id, key: a.key, value: a.unit === 'V' && a.least === 0 ? 0.4 : (a.least ?? 0) + 1, at: at(n) }))),
      proofs: steps.flatMap((s) => s.proves).map(({ key }) => ({ of: key, testerBefore: reading(30, 120), hotNeutral: reading(31, 0), hotGround: reading(32, 0), neutralGround: reading(33, 0), testerAfter: reading(34, 120) })),
    }; // prettier-ignore
    const saved = await call<{ revision: number; document: Job }>(
      'PUT',
      `/api/v1/jobs/${id}`,
      { ...document, work },
      { 'if-match': `"${revision}"` },
    );
    expect(saved.status).toBe(200);
    return saved.body;
  }
  it('with stops it doesn’t, and says why; nothing is written', async () => {
    const [before, { revision }] = [await house(), (await open('sewing-corner')).body];
    const answer = await call<Problem & { hindrances: unknown[] }>(
      'POST',
      '/api/v1/jobs/sewing-corner/close',
      { house: before.revision },
      { 'if-match': `"${revision}"` },
    );
    expect([answer.status, answer.body.type]).toEqual([409, 'urn:saddle:not-closed']);
    expect(answer.body.hindrances.length).toBeGreaterThan(0);
    expect(await house()).toEqual(before);
  });
  it('built, it does: both documents at once, the house keeps what it was, and it can be taken back', async () => {
    const before = await house();
    const { revision } = await done('hall-box-replaced');
    const late = await call(
      'POST',
      '/api/v1/jobs/hall-box-replaced/close',
      { house: before.revision + 7 },
      { 'if-match': `"${revision}"` },
    );
    expect([late.status, late.body.type]).toEqual([409, 'urn:saddle:conflict']);
    const closed = await call<{ house: { revision: number; document: House }; job: { revision: number; document: Job } }>(
      'POST', '/api/v1/jobs/hall-box-replaced/close', { house: before.revision }, { 'if-match': `"${revision}"` },
    ); // prettier-ignore
    expect(closed.status).toBe(200);
    expect(closed.body.house.document.history).toMatchObject([{ jobId: 'hall-box-replaced' }]);
    expect(closed.body.job.document.closed).toBeDefined();
    expect((await house()).revision).toBe(before.revision + 1);
    const line = (await call<{ id: string; closed: boolean; stoppedBy?: string }[]>('GET', '/api/v1/jobs')).body.find(
      (j) => j.id === 'hall-box-replaced',
    );
    expect([line?.closed, line?.stoppedBy]).toEqual([true, undefined]);
    const again = await call(
      'POST',
      '/api/v1/jobs/hall-box-replaced/close',
      { house: closed.body.house.revision },
      { 'if-match': `"${closed.body.job.revision}"` },
    );
    expect([again.status, again.body.title]).toEqual([409, expect.stringMatching(/part of the house already/)]);
    const back = await call<{ house: { document: House } }>(
      'POST',
      '/api/v1/jobs/hall-box-replaced/reopen',
      { house: closed.body.house.revision },
      { 'if-match': `"${closed.body.job.revision}"` },
    );
    expect([back.status, back.body.house.document]).toEqual([200, before.document]);
  });
  it('one that others come after is not deleted under them', async () => {
    const { revision, document } = (await open('wainscot')).body;
    const saved = await call<StoredJob>(
      'PUT',
      '/api/v1/jobs/wainscot',
      { ...document, after: ['sewing-corner'] },
      { 'if-match': `"${revision}"` },
    );
    expect(saved.status).toBe(200);
    const gone = await call('DELETE', '/api/v1/jobs/sewing-corner', undefined, { 'if-match': `"${(await job()).revision}"` });
    expect([gone.status, gone.body.title]).toEqual([409, expect.stringMatching(/come after it: Wainscot/)]);
    await call('PUT', '/api/v1/jobs/wainscot', document, { 'if-match': `"${saved.body.revision}"` });
  });
  it('what the survey says otherwise since a revision, and what the job is judged by otherwise', async () => {
    const { revision, document } = await house();
    const walls = document.site.walls.map((w) =>
      w.id === 'sewing-hall'
        ? { ...w, obstacles: [...w.obstacles, { ...w.obstacles[0]!, id: 'late', x: { mm: 1250, known: 'measured' as const } }] }
        : w,
    );
    const saved = await call<StoredJob>(
      'PUT',
      '/api/v1/houses/quince-street-14',
      { ...document, site: { ...document.site, walls } },
      { 'if-match': `"${revision}"` },
    );
    expect(saved.status).toBe(200);
    const since = await call<{ differs: unknown[]; findings: { now: { rule: string } }[] }>(
      'GET',
      `/api/v1/jobs/sewing-corner/surveyed-since?from=${revision}`,
    );
    expect([since.body.differs.length, since.body.findings.some((f) => f.now.rule === 'obstacle')]).toEqual([1, true]);
    expect((await call('GET', '/api/v1/jobs/sewing-corner/surveyed-since?from=9999')).status).toBe(404);
    await call('PUT', '/api/v1/houses/quince-street-14', document, { 'if-match': `"${saved.body.revision}"` });
  });
});

describe('bad input is named, and changes nothing', () => {
  it.each([
    ['malformed JSON', '{"name": ', 400, 'not-json'],
    ['no object', '3', 422, 'invalid'],
    ['a list', '[]', 422, 'invalid'],
    ['an empty body', '', 400, undefined],
  ])('%s', async (_what, body, status, type) => {
    const before = await job();
    const answer = await call('PUT', '/api/v1/jobs/sewing-corner', body, {
      'if-match': `"${before.revision}"`,
      'content-type': 'application/json',
    });
    expect(answer.status).toBeGreaterThanOrEqual(400);
    if (type) expect([answer.status, answer.body.type]).toEqual([status, `urn:saddle:${type}`]);
    expect(answer.headers.get('content-type')).toMatch(/problem\+json/);
    expect(await job()).toEqual(before);
  });
  it('a name of 10 MB is refused by its field, a body over 16 MB by its size', async () => {
    const { revision, document } = await job();
    const long = await call(
      'PUT',
      '/api/v1/jobs/sewing-corner',
      { ...document, name: 'n'.repeat(10_000_000) },
      { 'if-match': `"${revision}"` },
    );
    expect([long.status, long.body.errors?.[0]?.path]).toEqual([422, '/name']);
    expect(JSON.stringify(long.body).length).toBeLessThan(1000);
    const huge = await call(
      'PUT',
      '/api/v1/jobs/sewing-corner',
      { ...document, name: 'n'.repeat(17_000_000) },
      { 'if-match': `"${revision}"` },
    );
    expect([huge.status, huge.body.title]).toEqual([413, 'That is more than 16 MB.']);
  });
  it('wrong types, an unknown edition, a box outside the wall, zero spacing, a negative count: field, expectation and what came', async () => {
    const { revision, document } = await job();
    const house = (await call<{ revision: number; document: House }>('GET', '/api/v1/houses/quince-street-14')).body;
    const wall = house.document.site.walls[0]!;
    const box = house.document.site.boxes[0]!;
    const site = (part: object): unknown => ({ ...house.document, site: { ...house.document.site, ...part } });
    const cases: [unknown, string][] = [
      [{ ...house.document, edition: 'US-1999' }, '/edition'],
      [site({ boxes: 'two' }), '/site/boxes'],
      [
        site({
          boxes: [{ ...box, place: { ...box.place, distance: { mm: 9999, known: 'measured' } } }, ...house.document.site.boxes.slice(1)],
        }),
        '/site/boxes/0/place/distance/mm',
      ],
      [
        site({ walls: [{ ...wall, framing: { ...wall.framing, spacing: { mm: 0, known: 'measured' } } }] }),
        '/site/walls/0/framing/spacing/mm',
      ],
      [site({ boxes: [{ ...box, supportFittings: -2 }] }), '/site/boxes/0/supportFittings'],
      [{ ...document, purpose: 'something' }, '/purpose'],
      [{ ...document, after: ['sewing-corner'] }, '/after/0'],
      [{ ...document, version: 9 }, '/version'],
    ];
    for (const [body, path] of cases) {
      const { format } = body as { format: string };
      const [at, seen] =
        format === 'saddle-house' ? ['/api/v1/houses/quince-street-14', house.revision] : ['/api/v1/jobs/sewing-corner', revision];
      const answer = await call('PUT', at, body, { 'if-match': `"${seen}"` });
      expect(answer.status).toBe(422);
      expect(answer.body.errors?.[0]).toMatchObject({ path, expected: expect.any(String), came: expect.any(String) });
      expect(JSON.stringify(answer.body)).not.toMatch(/ at .*\.js:\d+/);
    }
    expect((await job()).revision).toBe(revision);
  });
  it('unknown places and names', async () => {
    expect((await call('GET', '/api/v1/jobs/nothing')).status).toBe(404);
    expect((await call('GET', '/api/v1/nonsense')).status).toBe(404);
    expect((await call('POST', '/api/v1/sums/nonsense', {})).status).toBe(404);
    expect((await call('GET', '/api/v1/schemas/constructor.json')).status).toBe(404);
    expect((await call('GET', '/api/v1/jobs/sewing-corner/sheet.pdf?paper=a0')).body.errors?.[0]?.path).toBe('/paper');
  });
  it('a foreign page, a rebound host name and a form can’t write', async () => {
    const { revision, document } = await job();
    const put = (headers: Record<string, string>) =>
      call('PUT', '/api/v1/jobs/sewing-corner', JSON.stringify(document), {
        'if-match': `"${revision}"`,
        'content-type': 'application/json',
        ...headers,
      });
    expect((await put({ origin: 'http://elsewhere.example' })).status).toBe(403);
    expect((await put({ 'content-type': 'text/plain' })).status).toBe(415);
    expect((await job()).revision).toBe(revision);
  });
});

describe('files', () => {
  it('everything out, into an empty start, judged the same', async () => {
    const file = (await call('GET', '/api/v1/export.json')).body;
    const ledger = (await call('GET', '/api/v1/jobs/sewing-corner/ledger')).body;
    const emptyFolder = newDataFolder();
    const empty = await runServer(emptyFolder, ['--empty']);
    const there = server;
    server = empty;
    try {
      expect((await call('GET', '/api/v1/jobs')).body).toEqual([]);
      const look = await call<{ written: boolean; rows: unknown[] }>('POST', '/api/v1/import', file);
      // the sample’s two houses and their jobs, and the one that this test’s file has started
      expect([look.body.written, look.body.rows.length]).toEqual([false, 2 + demoJobs.length + larchJobs().length + 1]);
      expect((await call('GET', '/api/v1/jobs')).body).toEqual([]);
      expect((await call<{ written: boolean }>('POST', '/api/v1/import?confirm=yes', file)).body.written).toBe(true);
      expect((await call('GET', '/api/v1/jobs/sewing-corner/ledger')).body).toEqual(ledger);
    } finally {
      server = there;
      empty.process.kill();
      dropDataFolder(emptyFolder);
    }
  });
  it('what is no export is refused with its field', async () => {
    const answer = await call('POST', '/api/v1/import', { format: 'saddle-export', version: 7, houses: [], jobs: [] });
    expect(answer.body.errors?.[0]).toMatchObject({
      path: '/version',
      came: '7',
      message: expect.stringMatching(/made by a newer Saddle/),
    });
  });
});

describe('for programs', () => {
  it('the OpenAPI document is valid 3.1 and describes every pocket sum', async () => {
    const { body } = await call<{ openapi: string; paths: Record<string, unknown> }>('GET', '/api/v1/openapi.json');
    const result = await new Validator().validate(body as never);
    expect(result.errors).toBeUndefined();
    expect(result.valid).toBe(true);
    const sums = (await call<{ name: string }[]>('GET', '/api/v1/sums')).body;
    expect(sums).toHaveLength(POCKET_SUMS.length);
    expect(Object.keys(body.paths)).toContain('/houses/{id}/panel/directory.{form}');
    expect(Object.keys(body.paths)).toContain('/jobs/{id}/ways');
    for (const { name } of sums) expect(Object.keys(body.paths)).toContain(`/sums/${name}`);
  });
  it('a pocket sum over the wire: handbook 22, 16.0 in³', async () => {
    const answer = await call<{ figure: string; sums: unknown[] }>('POST', '/api/v1/sums/box-fill', {
      fourteen: 4,
      grounds: 2,
      yokes: 1,
      volume: 18,
    });
    expect([answer.status, answer.body.figure]).toEqual([200, '16.00 in³']);
    const bad = await call('POST', '/api/v1/sums/length', { expression: `1' 14"` });
    expect(bad.body.errors?.[0]).toMatchObject({ path: '/expression', message: expect.stringMatching(/did you mean 2' 2"/) });
  });
  it('sends a strict policy and no hint of what runs it', async () => {
    const { headers } = await call('GET', '/api/v1/health');
    expect(headers.get('content-security-policy')).toBe(
      "default-src 'self';base-uri 'self';object-src 'none';frame-ancestors 'none';form-action 'self';img-src 'self' blob:",
    );
    expect(headers.get('x-powered-by')).toBeNull();
  });
});

describe('the printed sheet, read back', () => {
  it.each([
    ['letter', 612, 792],
    ['a4', 595.28, 841.89],
  ] as const)('%s: size, dimensions, sums, wiring, steps, list and cautions are on it', async (paper, width, height) => {
    const response = await fetch(`${server.url}/api/v1/jobs/sewing-corner/sheet.pdf?paper=${paper}`);
    expect(response.headers.get('content-type')).toBe('application/pdf');
    const pdf = await getDocument({ data: new Uint8Array(await response.arrayBuffer()), verbosity: 0 }).promise;
    const view = (await pdf.getPage(1)).view as number[];
    expect([view[2], view[3]]).toEqual([expect.closeTo(width, 1), expect.closeTo(height, 1)]);
    let text = '';
    for (let n = 1; n <= pdf.numPages; n++)
      text += (await (await pdf.getPage(n)).getTextContent()).items.map((item) => ('str' in item ? item.str : '')).join(' ');
    for (const words of [
      'Sewing corner',
      '49 3/16"',
      '13 1/4"',
      '42 13/16"',
      'needed 20.00 in³',
      'Opened flat, devices seen from the front',
      'Prove it dead',
      'What to bring',
      'twist-on',
      'proved dead',
      'check the adopted local code',
    ]) {
      expect(text.replace(/\s+/g, ' ')).toContain(words.replace(/\s+/g, ' '));
    }
  });
});

describe('a whole house', () => {
  it('goes with its jobs or not at all, comes back by its file, and the sample is fetched where it isn’t', async () => {
    const kept = newDataFolder();
    const own = await runServer(kept, ['--empty']);
    const at = (method: string, path: string, body?: unknown, headers: Record<string, string> = {}) =>
      fetch(`${own.url}/api/v1${path}`, { method, headers: { 'content-type': 'application/json', ...headers }, ...(body === undefined ? {} : { body: JSON.stringify(body) }) }); // prettier-ignore
    const count = async (path: string): Promise<number> => ((await (await at('GET', path)).json()) as unknown[]).length;
    try {
      expect([await count('/houses'), await count('/jobs')]).toEqual([0, 0]);
      expect((await at('POST', '/sample', {})).status).toBe(201);
      const jobs = await count('/jobs');
      expect([await count('/houses'), jobs]).toEqual([2, demoJobs.length + larchJobs().length]);
      const again = await at('POST', '/sample', {});
      expect([again.status, ((await again.json()) as Problem).title]).toEqual([409, expect.stringMatching(/sample is here already: Quince Street 14/)]); // prettier-ignore
      const file: unknown = await (await at('GET', '/houses/quince-street-14/export.json')).json();
      // with its jobs only when that is said, and over the revision that was seen
      expect((await at('DELETE', '/houses/quince-street-14', undefined, { 'if-match': '"1"' })).status).toBe(409);
      expect((await at('DELETE', '/houses/quince-street-14?jobs=too', undefined, { 'if-match': '"7"' })).status).toBe(409);
      expect((await at('DELETE', '/houses/quince-street-14?jobs=some', undefined, { 'if-match': '"1"' })).status).toBe(422);
      expect([await count('/houses'), await count('/jobs')]).toEqual([2, jobs]);
      expect((await at('DELETE', '/houses/quince-street-14?jobs=too', undefined, { 'if-match': '"1"' })).status).toBe(204);
      expect([await count('/houses'), await count('/jobs')]).toEqual([1, larchJobs().length]);
      expect(((await (await at('POST', '/import?confirm=yes', file)).json()) as { written: boolean }).written).toBe(true);
      expect([await count('/houses'), await count('/jobs')]).toEqual([2, jobs]);
      const back = (await (await at('GET', '/houses/quince-street-14')).json()) as { revision: number; document: House };
      expect([back.revision, back.document]).toEqual([2, quinceStreet]);
    } finally {
      own.process.kill();
      await own.ended;
      dropDataFolder(kept);
    }
  });
});
