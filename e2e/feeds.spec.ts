/** Feeds side by side: what speaks against each, another one taken and taken back. */
import { expect, openJob, saved, test } from './saddle.js';

test('the feeds of the sewing corner are compared, another is taken, and undone', async ({ page }) => {
  await openJob(page, 'feed');
  const hall = page.getByTestId('candidate-hall-box');
  const window = page.getByTestId('candidate-sewing-window-box');
  await expect(hall).toContainText('feeds it now');
  await expect(hall).toContainText('1 to 2 h');
  await expect(hall).toContainText('23.9 A wanted of 15 A');
  await expect(page.getByTestId('candidate-panel')).toHaveAttribute('data-verdict', 'can’t tell');
  // each opens to its findings, and they to their sums
  await window.getByRole('button', { name: /Sewing window box/ }).click();
  await window.getByRole('button', { name: /Everything on circuit 5/ }).click();
  await expect(window.locator('table.sum').first()).toContainText('steam press');

  await window.getByRole('button', { name: 'Feed it from here' }).click();
  await expect(window).toContainText('feeds it now');
  await expect(page.getByText(/Sewing window box, fed by circuit 5/)).toBeVisible();
  await saved(page);
  await page.reload();
  await expect(page.getByText(/Sewing window box, fed by circuit 5/)).toBeVisible();
  await page.getByRole('button', { name: /^Undo/ }).click();
  await expect(hall).toContainText('feeds it now');
});

test('a box on another wall is judged, and can’t pass while the way is not worked out', async ({ page }) => {
  await openJob(page, 'feed', 'router-shelf');
  await expect(page.locator('.feeds-list > li').first()).toContainText('Studio box');
  const alcove = page.getByTestId('candidate-alcove-box');
  await expect(alcove).toHaveAttribute('data-verdict', 'can’t tell');
  await expect(alcove).toContainText('way not worked out');
  await expect(alcove.getByRole('button', { name: 'Feed it from here' })).toHaveCount(0);
});
