/** Without its server: on a phone, after one visit, everything of a job that was open. */
import { expect, fill, goTo, openJob, saved, test } from './saddle.js';

/** Files of the page that the browser doesn't keep yet. */
async function missing(): Promise<number> {
  const list = (await (await fetch('/ngsw.json')).json()) as { assetGroups: { urls: string[] }[] };
  const kept = await Promise.all(list.assetGroups.flatMap((g) => g.urls).map((url) => caches.match(url)));
  return kept.filter((file) => !file).length;
}

test.use({ serviceWorkers: 'allow' });

test('the list at the shelf, reloaded without a connection; stages never seen before open; a tab closed and opened again goes on; all of it arrives', async ({
  page,
  context,
}) => {
  await page.goto('/');
  await expect(page.getByRole('link', { name: /Sewing corner/ })).toBeVisible();
  await openJob(page, 'buy');
  await saved(page);
  // all of the page is kept a moment after the first visit
  await page.evaluate(() => navigator.serviceWorker.ready);
  await expect.poll(() => page.evaluate(missing), { timeout: 90_000 }).toBe(0);
  await page.getByRole('link', { name: 'with other jobs of the house' }).click();
  await expect(page.getByTestId('parts')).toBeVisible();

  await context.setOffline(true);
  await openJob(page, 'buy');
  await expect(page.getByTestId('save-state')).toHaveText('kept in this browser');
  const tick = (what: RegExp) => page.getByRole('checkbox', { name: what });
  await tick(/Bought: cover plate/).check();
  await page.reload();
  await expect(tick(/Bought: cover plate/)).toBeChecked();
  for (const stage of ['When', 'Wire', 'Record', 'Survey']) {
    await goTo(page, stage);
    await expect(page.getByRole('heading', { level: 2 }).first()).toBeVisible();
  }
  // several jobs together, as they were when they were last seen
  await page.goto('/houses/quince-street-14/buy');
  await expect(page.getByTestId('parts').getByRole('row').nth(3)).toBeVisible();
  // the phone was put away: another tab goes on with what the first kept
  await page.close();
  const again = await context.newPage();
  await again.goto('/');
  await expect(again.getByTestId('list-of')).toContainText('does not answer');
  await again.goto('/jobs/sewing-corner/buy');
  await expect(again.getByRole('checkbox', { name: /Bought: cover plate/ })).toBeChecked();
  await again.getByRole('checkbox', { name: /Bought: duplex receptacle/ }).check();
  await goTo(again, 'Record');
  await fill(again, 'minutes beside the steps', '75');
  await expect(again.getByTestId('against-actual').getByRole('row', { name: /^hours/ })).toContainText('1.3 h');

  await context.setOffline(false);
  await saved(again);
  const { document } = (await (await context.request.get('/api/v1/jobs/sewing-corner')).json()) as { document: { bought: string[]; actual: { minutes: number } } }; // prettier-ignore
  expect(document.bought.map((b) => b.replace(/,.*/, ''))).toEqual(['cover plate to fit', 'duplex receptacle']);
  expect(document.actual.minutes).toBe(75);
});
