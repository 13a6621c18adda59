/** The shopping list on a phone: ticked off at the shelf, without a connection too. */
import { expect, openJob, saved, test } from './saddle.js';

test('ticked off at the shelf while the server is out of reach; kept, and sent when it is back', async ({ page }) => {
  await openJob(page, 'buy');
  const tick = (what: RegExp) => page.getByRole('checkbox', { name: what });
  await tick(/Bought: cover plate/).check();
  await saved(page);
  await page.context().setOffline(true);
  await tick(/Bought: duplex receptacle/).check();
  await expect(page.getByTestId('save-state')).not.toHaveText('saved');
  await expect(page.getByTestId('parts').getByRole('row', { name: /duplex receptacle/ })).toHaveClass(/bought/);
  await page.context().setOffline(false);
  await saved(page);
  await page.reload();
  await expect(tick(/Bought: duplex receptacle/)).toBeChecked();
  await expect(tick(/Bought: cover plate/)).toBeChecked();
  await tick(/Bought: cover plate/).uncheck();
  await saved(page);
  // nothing lies beside the screen
  expect(await page.evaluate(() => document.documentElement.scrollWidth - document.documentElement.clientWidth)).toBeLessThanOrEqual(0);
});
