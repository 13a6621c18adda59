/** Deleting what was only tried, and bringing it back. */
import { expect, saved, test } from './saddle.js';

test('a job is deleted from the list, said before, and brought back with its ticks', async ({ page }) => {
  await page.goto('/');
  const row = page.getByRole('listitem').filter({ hasText: 'Router shelf' });
  await expect(row).toBeVisible();
  await row.getByRole('button', { name: 'Delete Router shelf' }).click();
  await expect(page.getByTestId('delete-asked')).toContainText('Delete Router shelf');
  await page.getByRole('button', { name: 'Keep' }).click();
  await row.getByRole('button', { name: 'Delete Router shelf' }).click();
  await page.getByTestId('delete-asked').getByRole('button', { name: 'Delete' }).click();
  await expect(page.getByTestId('deleted')).toContainText('Router shelf is deleted');
  await expect(row).toHaveCount(0);
  await page.getByRole('button', { name: 'Bring it back' }).click();
  await expect(row).toBeVisible();
  await row.getByRole('link').click();
  await saved(page);
});

test.describe('from nothing', () => {
  test.use({ args: ['--empty'] });
  test('the sample is one click away, and thrown out with all its jobs; all of it comes back', async ({ page }) => {
    await page.goto('/');
    await page.getByTestId('fetch-sample').click();
    const house = page.getByRole('link', { name: 'Quince Street 14' });
    await expect(house).toBeVisible();
    // the cottage’s jobs are its own
    const ofHouse = page.locator('section.house').filter({ has: house }).locator('.job-list li:not(.none)');
    const jobs = await ofHouse.count();
    await page.getByRole('button', { name: 'Delete the house Quince Street 14' }).click();
    await expect(page.getByTestId('delete-asked')).toContainText(`its ${jobs} jobs`);
    await page.getByTestId('delete-asked').getByRole('button', { name: 'Delete' }).click();
    await expect(house).toHaveCount(0);
    await expect(page.getByRole('link', { name: 'Larch Cottage' })).toBeVisible();
    await page.getByRole('button', { name: 'Bring it back' }).click();
    await expect(house).toBeVisible();
    expect(await ofHouse.count()).toBe(jobs);
  });
});

test('a room that jobs are about stays; once they are gone it goes, with its walls and boxes named, and undo brings it back', async ({
  page,
}) => {
  await page.goto('/houses/quince-street-14/rooms/loom');
  await expect(page.getByText('Not while it is in use')).toBeVisible();
  await page.goto('/houses/quince-street-14/rooms/pantry');
  const takeOut = page.getByTestId('take-room-out');
  await expect(takeOut).toBeVisible();
  await expect(page.getByText(/Goes: pantry/i)).toBeVisible();
  await takeOut.click();
  await expect(page).toHaveURL(/houses\/quince-street-14$/);
  const drawn = page.locator('svg text').filter({ hasText: /pantry/i });
  await expect(drawn).toHaveCount(0);
  await page.getByTestId('undo').click();
  await expect(drawn.first()).toBeVisible();
  await saved(page);
});
