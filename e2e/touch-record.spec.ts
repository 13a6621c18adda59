/** A phone without connection in mid-job, put away and taken out again, while a desk changes the same job: nothing lost, nothing twice, both equal. */
import type { Job, KeptEntry, KeptPhoto } from '@saddle/core/model';
import { wallPicture } from './pictures.js';
import { expect, test, type Page } from './saddle.js';

const WALL = '/jobs/sewing-corner/at-the-wall';
async function missing(): Promise<number> {
  const list = (await (await fetch('/ngsw.json')).json()) as { assetGroups: { urls: string[] }[] };
  const kept = await Promise.all(list.assetGroups.flatMap((g) => g.urls).map((url) => caches.match(url)));
  return kept.filter((file) => !file).length;
}
const card = (page: Page) => page.locator('main.aw-card');
async function note(page: Page, text: string): Promise<void> {
  await page.getByRole('button', { name: 'Note', exact: true }).tap();
  await page.getByRole('textbox', { name: 'note' }).fill(text);
  await page.getByRole('button', { name: 'Keep it' }).tap();
}

test.use({ serviceWorkers: 'allow' });

test('ticks, notes and a photo of a day without connection join what the desk changed; the count of what waits is in sight', async ({
  page,
  context,
  browser,
  server,
}) => {
  await page.goto(WALL);
  await expect(card(page)).toBeVisible();
  await page.evaluate(() => navigator.serviceWorker.ready);
  await expect.poll(() => page.evaluate(missing), { timeout: 90_000 }).toBe(0);
  const picture = await wallPicture(page, { x: 200, up: 60 });
  await page.reload();
  await expect(card(page)).toBeVisible();

  await context.setOffline(true);
  await note(page, 'before it was pulled');
  await page.getByTestId('photo-file').first().setInputFiles(picture.file);
  await expect(page.locator('.photo-thumb')).toContainText('waits');
  await page.getByTestId('aw-done').tap();
  await expect(page.getByTestId('waiting')).toContainText(/wait to go out/);
  // put away and taken out again
  await page.close();
  const again = await context.newPage();
  await again.goto(WALL);
  await expect(again.locator('.aw-count')).toContainText('1 done');
  await expect(again.getByTestId('waiting')).toBeVisible();
  await note(again, 'after it was opened again');

  // the desk meanwhile: another browser, the same job
  const desk = await (await browser.newContext({ viewport: { width: 1280, height: 800 } })).newPage();
  await desk.goto(`${server.url}/jobs/sewing-corner/box`);
  await desk.getByTestId('tape').fill('x 47');
  await desk.getByTestId('tape').press('Enter');
  await expect(desk.getByTestId('save-state')).toHaveText('saved');

  await context.setOffline(false);
  await expect(again.getByTestId('waiting')).toHaveCount(0, { timeout: 60_000 });
  await expect(again.locator('.aw-saving')).toHaveCount(0, { timeout: 60_000 });
  const api = async <T>(path: string): Promise<T> => (await (await desk.request.get(`${server.url}/api/v1${path}`)).json()) as T;
  await expect
    .poll(async () => {
      const { document } = await api<{ document: Job }>('/jobs/sewing-corner');
      const box = document.changes.find((c) => c.do === 'place-box');
      return [
        document.work.ticks.length,
        document.work.notes.map((n) => n.text).join(),
        box?.do === 'place-box' && box.box.place.distance.as,
      ];
    })
    .toEqual([1, 'before it was pulled,after it was opened again', '47']);
  const log = await api<KeptEntry[]>('/jobs/sewing-corner/log');
  expect(log.filter((e) => e.kind === 'note').map((e) => e.says)).toEqual(['before it was pulled', 'after it was opened again']);
  expect(log.filter((e) => e.kind === 'done')).toHaveLength(1);
  expect(new Set(log.map((e) => e.id)).size).toBe(log.length);
  const photos = await api<KeptPhoto[]>('/houses/quince-street-14/photos');
  expect(photos.map((p) => [p.of.kind, p.picture?.width])).toEqual([['step', 1600]]);
  // the desk takes it in by itself, and both say the same
  await desk.goto(`${server.url}/jobs/sewing-corner/record`);
  await expect(desk.getByTestId('log')).toContainText('after it was opened again');
  await expect(again.locator('.aw-count')).toContainText('1 done');
  await desk.context().close();
});
