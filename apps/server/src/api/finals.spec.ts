/** A house by the UK book over the API: its circuits and sheets are there, what only the US book judges is refused in words. */
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { House, Job } from '@saddle/core/model';
import { dropDataFolder, newDataFolder, runServer, type RunningServer } from '../testing/runServer.js';

const folder = newDataFolder();
let server: RunningServer;
beforeAll(async () => {
  server = await runServer(folder);
});
afterAll(() => {
  server.process.kill();
  dropDataFolder(folder);
});
const ask = (path: string, init: RequestInit = {}) => fetch(`${server.url}/api/v1${path}`, { ...init, headers: { 'content-type': 'application/json', ...init.headers } }); // prettier-ignore
interface Stored<D> {
  revision: number;
  document: D;
}
const larch = async () => (await (await ask('/houses/larch-cottage')).json()) as Stored<House>;

describe('test results of a circuit', () => {
  it('as PDF and as a table', async () => {
    const pdf = await ask('/houses/larch-cottage/circuits/down/tests.pdf?paper=a4');
    expect([pdf.status, pdf.headers.get('content-type')]).toEqual([200, 'application/pdf']);
    expect(
      Buffer.from(await pdf.arrayBuffer())
        .subarray(0, 5)
        .toString(),
    ).toBe('%PDF-');
    const csv = await ask('/houses/larch-cottage/circuits/down/tests.csv');
    expect(csv.headers.get('content-disposition')).toBe('attachment; filename="larch-cottage-down-tests.csv"');
    const rows = (await csv.text()).trim().split('\r\n');
    expect(rows[0]).toBe('way,circuit,key,test,where,unit,must read,read,judged,says,how');
    expect(rows.find((r) => r.includes('crossed-ln/scullery'))).toMatch(/^1,Downstairs ring,.*,0\.24,0\.31,stop,/);
  });
  it.each([
    ['/houses/larch-cottage/circuits/ghost/tests.pdf', 404],
    ['/houses/ghost/circuits/down/tests.pdf', 404],
    ['/houses/larch-cottage/circuits/down/tests.doc', 404],
    ['/houses/larch-cottage/circuits/down/tests.pdf?paper=papyrus', 422],
    ['/houses/quince-street-14/circuits/down/tests.csv', 404],
  ])('%s: %d', async (path, status) => expect((await ask(path)).status).toBe(status));
});

describe('the other book', () => {
  it.each(['/houses/larch-cottage/panel/directory.pdf'])('%s is refused in words', async (path) => {
    const answer = await ask(path);
    expect([answer.status, await answer.json()]).toEqual([422, expect.objectContaining({ type: 'urn:saddle:other-book', title: expect.stringMatching(/UK book/) })]); // prettier-ignore
  });
  it('no job of the US book begins in it, by whatever door; each field is named', async () => {
    const job = ((await (await ask('/jobs/sewing-corner')).json()) as Stored<Job>).document;
    const moved = await ask('/jobs', { method: 'POST', body: JSON.stringify({ ...job, id: 'moved', houseId: 'larch-cottage' }) });
    expect(moved.status).toBe(422);
    const { errors } = (await moved.json()) as { errors: { path: string }[] };
    expect(errors.map((e) => e.path)).toContain('/alteration');
    expect((await ask('/jobs/moved')).status).toBe(404);
  });
  it('nor one of the UK book in a house by the US one', async () => {
    const job = ((await (await ask('/jobs/dresser-socket')).json()) as Stored<Job>).document;
    const moved = await ask('/jobs', { method: 'POST', body: JSON.stringify({ ...job, id: 'moved', houseId: 'quince-street-14' }) });
    expect([moved.status, (await ask('/jobs/moved')).status]).toEqual([422, 404]);
  });
  it.each(['/jobs/dresser-socket/handover.pdf', '/jobs/dresser-socket/inspection.pdf?paper=a4', '/houses/larch-cottage/labels.pdf'])(
    '%s has words of its own in each book, and comes as a PDF',
    async (path) => {
      const answer = await ask(path);
      expect([answer.status, answer.headers.get('content-type')]).toEqual([200, 'application/pdf']);
      expect(
        Buffer.from(await answer.arrayBuffer())
          .subarray(0, 5)
          .toString(),
      ).toBe('%PDF-');
    },
  );
  it.each(['ways', 'route-sheet.pdf'])('/jobs/dresser-socket/%s is by the other book: refused in words', async (path) => {
    const answer = await ask(`/jobs/dresser-socket/${path}`);
    expect([answer.status, await answer.json()]).toEqual([422, expect.objectContaining({ type: 'urn:saddle:other-book' })]);
  });
  it('a house with jobs can’t change to it; one without may', async () => {
    const quince = (await (await ask('/houses/quince-street-14')).json()) as Stored<House>;
    const put = (id: string, revision: number, house: unknown) => ask(`/houses/${id}`, { method: 'PUT', headers: { 'if-match': `"${revision}"` }, body: JSON.stringify(house) }); // prettier-ignore
    const refused = await put('quince-street-14', quince.revision, { ...quince.document, edition: 'UK-2022' });
    expect([refused.status, await refused.json()]).toEqual([422, expect.objectContaining({ errors: [expect.objectContaining({ path: '/edition' })] })]); // prettier-ignore
    const bare: House = { ...quince.document, id: 'bare', name: 'Bare', history: [], questions: [] };
    expect((await ask('/houses', { method: 'POST', body: JSON.stringify(bare) })).status).toBe(201);
    expect((await put('bare', 1, { ...bare, edition: 'UK-2022' })).status).toBe(200);
  });
  it('bad readings are refused by their field, and nothing is written', async () => {
    const before = await larch();
    const [first, ...rest] = before.document.site.finals!;
    const bad = { ...before.document, site: { ...before.document.site, finals: [{ ...first!, tests: { readings: [{ test: 'zs', pointId: 'ghost', value: 1, at: '2026-11-27T10:00:00Z' }] } }, ...rest] } }; // prettier-ignore
    const answer = await ask('/houses/larch-cottage', {
      method: 'PUT',
      headers: { 'if-match': `"${before.revision}"` },
      body: JSON.stringify(bad),
    });
    expect([answer.status, await answer.json()]).toEqual([422, expect.objectContaining({ errors: [expect.objectContaining({ path: '/site/finals/0/tests/readings/0/pointId', came: '"ghost"' })] })]); // prettier-ignore
    expect((await larch()).revision).toBe(before.revision);
  });
});

describe('a job on a circuit', () => {
  it('its sheet, the figures of its certificate, its ledger, its steps and its hours', async () => {
    for (const path of ['sheet.pdf', 'minor-works.pdf', 'estimate.pdf']) {
      const pdf = await ask(`/jobs/dresser-socket/${path}?paper=a4`);
      expect([path, pdf.status, pdf.headers.get('content-type')]).toEqual([path, 200, 'application/pdf']);
    }
    const csv = await (await ask('/jobs/dresser-socket/minor-works.csv')).text();
    expect(csv).toMatch(/crossed-le\/dresser-socket-point/);
    const ledger = (await (await ask('/jobs/dresser-socket/ledger')).json()) as { rule: string }[];
    expect(ledger.map((f) => f.rule)).toContain('zone');
    const steps = (await (await ask('/jobs/dresser-socket/steps')).json()) as { id: string }[];
    expect(steps.map((s) => s.id)).toContain('lock-off');
    expect((await ask('/jobs/dresser-socket/minor-works.doc')).status).toBe(404);
    expect((await ask('/jobs/sewing-corner/minor-works.csv')).status).toBe(409);
  });
  it('a place off the wall and a circuit that is not there are refused by their field', async () => {
    const { document: job } = (await (await ask('/jobs/dresser-socket')).json()) as Stored<Job>;
    const put = async (changes: unknown) => ask('/jobs', { method: 'POST', body: JSON.stringify({ ...job, id: 'other', changes }) });
    const off = await put(job.changes.map((c) => (c.do === 'place-box' ? { ...c, box: { ...c.box, place: { ...c.box.place, distance: { mm: 9000, known: 'measured' } } } } : c))); // prettier-ignore
    expect([off.status, await off.json()]).toEqual([422, expect.objectContaining({ errors: expect.arrayContaining([expect.objectContaining({ path: '/changes/0/box/place/distance/mm' })]) })]); // prettier-ignore
    const ghost = await put(job.changes.map((c) => (c.do === 'alter-final' ? { ...c, finalId: 'ghost' } : c)));
    expect(((await ghost.json()) as { errors: { message: string }[] }).errors[0]!.message).toMatch(/no circuit with the id ghost/);
  });
  it('the house can’t change its country under it', async () => {
    const { document, revision } = await larch();
    const answer = await ask('/houses/larch-cottage', { method: 'PUT', headers: { 'if-match': `"${revision}"` }, body: JSON.stringify({ ...document, edition: 'US-2020' }) }); // prettier-ignore
    expect([answer.status, ((await answer.json()) as { errors: { path: string }[] }).errors[0]!.path]).toEqual([422, '/edition']);
  });
});
