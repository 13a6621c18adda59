/** Nothing is lost: two tabs, a server that goes away, files out and in. */
import { readFileSync } from 'node:fs';
import type { Job } from '@saddle/core/model';
import { runServer } from '../apps/server/src/testing/runServer.js';
import { expect, finding, openJob, saved, test, type Page } from './saddle.js';

const tape = async (page: Page, entry: string): Promise<void> => {
  await page.getByTestId('tape').fill(entry);
  await page.getByTestId('tape').press('Enter');
};

/** As another device would: over the revision that is there now. */
async function byAnotherDevice(page: Page, url: string, change: (job: Job) => Job): Promise<void> {
  const stored = (await (await page.request.get(`${url}/api/v1/jobs/sewing-corner`)).json()) as { revision: number; document: Job };
  const answer = await page.request.put(`${url}/api/v1/jobs/sewing-corner`, {
    data: change(stored.document),
    headers: { 'if-match': `"${stored.revision}"` },
  });
  expect(answer.status()).toBe(200);
}
const moved = (job: Job, inches: number): Job => ({
  ...job,
  changes: job.changes.map((c) =>
    c.do === 'place-box' ? { ...c, box: { ...c.box, place: { ...c.box.place, distance: { mm: inches * 25.4, known: 'measured' as const } } } } : c,
  ),
}); // prettier-ignore

test('what another tab saves is taken in; two that change one field choose between both', async ({ page, context, server }) => {
  await openJob(page, 'box');
  const second = await context.newPage();
  await openJob(second, 'box');
  await tape(page, 'x 47');
  await saved(page);
  await expect(second.getByTestId('came-in')).toContainText('one field changed there');
  await expect(second.getByTestId('dim-left-left end of the wall')).toContainText('47"');
  await second.getByRole('button', { name: 'Seen' }).click();

  // a device that nobody here hears of sets the same field: both are offered, nothing is overwritten
  await byAnotherDevice(page, server.url, (job) => moved(job, 45));
  await tape(second, 'x 46');
  const dialog = second.getByRole('dialog');
  await expect(dialog.getByTestId('clashes')).toContainText('45"');
  await expect(dialog.getByTestId('clashes')).toContainText('46');
  await dialog.getByTestId('theirs-0').check();
  await dialog.getByTestId('settle-each').click();
  await expect(second.getByTestId('dim-left-left end of the wall')).toContainText('45"');

  // whole versions can be kept beside each other
  await byAnotherDevice(page, server.url, (job) => moved(job, 44));
  await tape(second, 'x 48');
  await second.getByRole('button', { name: /Keep both/ }).click();
  await expect(second.getByRole('heading', { name: 'Sewing corner (my version)' })).toBeVisible();
  // the copy has no undo list of the job it came from
  await expect(second.getByTestId('undo')).toBeDisabled();
  await expect(second.getByTestId('dim-left-left end of the wall')).toContainText('48"');
});

test('two that change different things end equal, without a question', async ({ page, server }) => {
  await openJob(page, 'box');
  await byAnotherDevice(page, server.url, (job) => ({ ...job, note: 'by another program' }));
  await tape(page, 'x 48');
  await saved(page);
  const now = (await (await page.request.get(`${server.url}/api/v1/jobs/sewing-corner`)).json()) as { document: Job };
  expect(now.document.note).toBe('by another program');
  expect(now.document.changes.find((c) => c.do === 'place-box')).toMatchObject({ box: { place: { distance: { mm: 48 * 25.4 } } } });
});

test('a tab that edits over a newer revision can keep its own', async ({ page, request, server }) => {
  await openJob(page, 'box');
  const stored = (await (await request.get(`${server.url}/api/v1/jobs/sewing-corner`)).json()) as { revision: number; document: Job };
  await request.put(`${server.url}/api/v1/jobs/sewing-corner`, {
    data: moved({ ...stored.document, note: 'by another program' }, 40),
    headers: { 'if-match': `"${stored.revision}"` },
  });
  await tape(page, 'x 48');
  await page.getByRole('dialog').getByRole('button', { name: 'Keep mine' }).click();
  await saved(page);
  const now = (await (await request.get(`${server.url}/api/v1/jobs/sewing-corner`)).json()) as {
    revision: number;
    document: { note?: string };
  };
  expect([now.revision, now.document.note]).toEqual([stored.revision + 2, undefined]);
});

test('work survives a server that is gone and a reload', async ({ page, server, data }) => {
  await openJob(page, 'box');
  const port = new URL(server.url).port;
  server.process.kill('SIGKILL');
  await server.ended;
  await tape(page, 'x 47 3/4');
  await expect(page.getByTestId('save-state')).toHaveText('kept in this browser');
  const again = await runServer(data, [], { SADDLE_PORT: port });
  try {
    await page.reload();
    await expect(page.getByTestId('dim-left-left end of the wall')).toContainText('47 3/4"');
    await saved(page);
    const stored = (await (await page.request.get(`${again.url}/api/v1/jobs/sewing-corner`)).json()) as {
      document: { changes: { box?: { place: { distance: { as: string } } } }[] };
    };
    expect(stored.document.changes[0]!.box!.place.distance.as).toBe('47 3/4');
  } finally {
    again.process.kill('SIGKILL');
  }
});

test.describe('on an empty start', () => {
  test.use({ args: ['--empty'] });
  test('an exported job is taken in and judged the same', async ({ page, browser }) => {
    const demoServer = await runServer((await import('../apps/server/src/testing/runServer.js')).newDataFolder());
    const other = await browser.newPage({ baseURL: demoServer.url });
    await other.goto('/jobs/sewing-corner/record');
    const [download] = await Promise.all([other.waitForEvent('download'), other.getByTestId('export-job').click()]);
    const kept = readFileSync(await download.path());
    await other.close();
    demoServer.process.kill();

    await page.goto('/');
    await expect(page.getByText('No house yet')).toBeVisible();
    await page.getByRole('link', { name: 'Take in a file' }).click();
    await page
      .getByTestId('import-file')
      .setInputFiles({ name: 'broken.json', mimeType: 'application/json', buffer: Buffer.from('{"format": "saddle-export", ') });
    await expect(page.getByRole('alert')).toContainText('broken.json is not JSON');
    const bad = JSON.parse(kept.toString()) as { houses: { site: { boxes: { gangs: number }[] } }[] };
    bad.houses[0]!.site.boxes[0]!.gangs = -1;
    await page
      .getByTestId('import-file')
      .setInputFiles({ name: 'bad.json', mimeType: 'application/json', buffer: Buffer.from(JSON.stringify(bad)) });
    await expect(page.getByTestId('import-rows')).toContainText('a box has at least one gang');
    await page.getByTestId('import-file').setInputFiles({ name: 'job.json', mimeType: 'application/json', buffer: kept });
    await expect(page.getByTestId('import-rows')).toContainText('Sewing corner');
    await page.getByTestId('import-confirm').click();
    await page.getByRole('link', { name: 'See the jobs' }).click();
    await page.getByRole('link', { name: /Sewing corner/ }).click();
    await expect(await finding(page, /Everything on circuit 4/)).toContainText('23.88 A');
  });
});

test('leaving right after an edit saves it', async ({ page, server }) => {
  await openJob(page, 'box');
  await tape(page, 'x 46 7/8');
  await page.getByRole('link', { name: 'Saddle, all jobs' }).click();
  await expect(page.getByRole('heading', { name: 'Jobs' })).toBeVisible();
  await expect
    .poll(async () => ((await (await page.request.get(`${server.url}/api/v1/jobs/sewing-corner`)).json()) as { revision: number }).revision)
    .toBe(2);
});
