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
  it.each(['/houses/larch-cottage/panel/directory.pdf', '/houses/larch-cottage/labels.pdf'])('%s is refused in words', async (path) => {
    const answer = await ask(path);
    expect([answer.status, await answer.json()]).toEqual([422, expect.objectContaining({ type: 'urn:saddle:other-book', title: expect.stringMatching(/UK book/) })]); // prettier-ignore
  });
  it('no job begins in it, by whatever door', async () => {
    const job = ((await (await ask('/jobs/sewing-corner')).json()) as Stored<Job>).document;
    const moved = await ask('/jobs', { method: 'POST', body: JSON.stringify({ ...job, id: 'moved', houseId: 'larch-cottage' }) });
    expect(moved.status).toBe(422);
    expect(((await moved.json()) as { title: string }).title).toMatch(/UK book/);
    expect((await ask('/jobs/moved')).status).toBe(404);
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
