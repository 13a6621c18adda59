/** What to buy: by the piece, as coils with what is on hand cut first, for one job and for several of a house together. */
import { expect, openJob, saved, test } from './saddle.js';
import { takeFirst } from './work.js';

test('a coil on hand is cut first; the price of a foot changes what a job costs; two jobs are bought for together', async ({ page }) => {
  await openJob(page, 'buy');
  const coils = page.getByTestId('coils');
  await expect(coils).toContainText('14-2, 1 piece: 1 × 25 ft coil, 30.00');
  await expect(coils).toContainText(`25 ft coil: 4' 6" (Hall box to Sewing box); 20' 6" left`);
  const total = page.getByTestId('parts-total');
  const before = Number(await total.textContent());

  // six feet of it lie in the shed, and a foot costs two
  await page.getByRole('link', { name: 'What is on hand, and your prices' }).click();
  await page.getByTestId('add-coil').click();
  await page.getByLabel('left on it').fill(`6'`);
  await page.getByLabel('left on it').press('Enter');
  await page.getByLabel('where, what').fill('rest in the shed');
  await page.getByLabel('where, what').press('Enter');
  await page.getByLabel('14 AWG sheathed cable with ground, a foot (placeholder)').fill('2');
  await page.getByLabel('14 AWG sheathed cable with ground, a foot (placeholder)').press('Enter');
  await expect(page.getByLabel('14 AWG sheathed cable with ground, a foot', { exact: true })).toHaveValue('2');
  await saved(page);
  await openJob(page, 'buy');
  await expect(coils).toContainText('nothing: what is on hand does');
  await expect(coils).toContainText(`rest in the shed: 4' 6" (Hall box to Sewing box); 1' 6" left`);
  // six feet at one more each
  await expect(total).toHaveText((before + 6).toFixed(2));

  // a price that is none is refused, by its field, and nothing is lost
  await page.goto('/houses/quince-street-14/prices');
  await page.getByLabel('breaker, each (placeholder)', { exact: true }).fill('-3');
  await page.getByLabel('breaker, each (placeholder)', { exact: true }).press('Enter');
  await expect(page.getByText(/price is not below 0/).first()).toBeVisible();

  // the kiln takes a way, and both are bought for in one go
  await page.goto('/jobs/kiln-corner/route');
  await takeFirst(page);
  await saved(page);
  await page.goto('/houses/quince-street-14/buy');
  const parts = page.getByTestId('parts');
  await expect(parts.getByRole('row', { name: /breaker of the make/ })).toContainText('Kiln corner');
  await expect(page.getByTestId('coils').filter({ hasText: '12-2, 1 piece' })).toBeVisible();
  const rows = await parts.getByRole('row').count();
  await page.getByRole('button', { name: 'Kiln corner' }).click();
  await expect(page.getByTestId('coils').filter({ hasText: '12-2' })).toHaveCount(0);
  expect(await parts.getByRole('row').count()).toBeLessThan(rows);
});
