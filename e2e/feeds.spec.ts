/** Feeds side by side: what speaks against each, another one taken by its way and taken back. */
import { expect, goTo, openJob, saved, test } from './saddle.js';

test('the feeds of the sewing corner are compared, another is taken, and undone', async ({ page }) => {
  await openJob(page, 'feed');
  const hall = page.getByTestId('feed-hall-box');
  const window = page.getByTestId('feed-sewing-window-box');
  await expect(hall).toContainText('23.9 A wanted of 15 A', { timeout: 60_000 });
  await expect(page.getByText(/Hall box, fed by circuit 4/)).toBeVisible();
  // the panel of the house is surveyed: the job knows it
  await expect(page.getByTestId('feed-panel')).not.toContainText('nobody looked at the panel');
  // each opens to its findings, and they to their sums
  await window.getByRole('button', { name: /Sewing window box/ }).click();
  await window.getByRole('button', { name: /Everything on circuit 5/ }).click();
  await expect(window.locator('table.sum').filter({ hasText: 'steam press' }).first()).toBeVisible();

  // not from the hall box: the ways then come from elsewhere, and the first of them is taken
  await hall.getByRole('button', { name: /Hall box/ }).click();
  await hall.getByRole('button', { name: 'not from here' }).click();
  await expect(hall).toContainText('forbidden');
  await goTo(page, 'Route');
  await page.getByRole('group', { name: 'Ways or the cable' }).getByRole('button', { name: 'ways there' }).click();
  await expect(page.getByTestId('ways')).toHaveAttribute('aria-busy', 'false', { timeout: 60_000 });
  await page.getByTestId('way-0').getByRole('button').first().click();
  await page.getByTestId('choose').click();
  await expect(page.getByTestId('way-0')).toContainText('taken');
  await goTo(page, 'Feed');
  await expect(page.getByText(/Hall box, fed by circuit 4/)).toHaveCount(0);
  await expect(page.locator('.feeds-list .current')).toContainText('feeds it now', { timeout: 60_000 });
  await saved(page);
  await page.reload();
  await expect(page.locator('.feeds-list .current')).toContainText('feeds it now', { timeout: 60_000 });
  await page.getByRole('button', { name: /^Undo/ }).click();
  await expect(page.getByText(/Hall box, fed by circuit 4/)).toBeVisible();
});

test('every box of the house is judged as a feed, on whichever wall it hangs', async ({ page }) => {
  await openJob(page, 'feed', 'router-shelf');
  await expect(page.locator('.feeds-list > li').first()).toContainText('Studio box', { timeout: 60_000 });
  await expect(page.getByTestId('feed-alcove-box')).toContainText('another wall, in the study');
  await expect(page.getByTestId('feed-panel')).toBeVisible();
});
