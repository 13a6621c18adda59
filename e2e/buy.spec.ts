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

test('a price book from a table with two bad rows; packets, tax and an hour’s price make the whole; the estimate says its own words', async ({
  page,
}) => {
  await page.goto('/houses/quince-street-14/prices');
  const head = 'article,what,unit,price,packet,where,priced on';
  const rows = [
    'connector,,each,0.50,25,corner shelf,2020-01-31',
    'conector,,each,1,,,',
    'plate,,each,cheap,,,',
    '"plate",,each,"1,50",,,',
  ];
  await page
    .getByTestId('csv-in')
    .setInputFiles({ name: 'prices.csv', mimeType: 'text/csv', buffer: Buffer.from([head, ...rows].join('\n')) });
  const report = page.getByTestId('csv-report');
  await expect(report.getByRole('row').nth(2)).toContainText('“conector” is none of the book');
  await expect(report.getByRole('row').nth(3)).toContainText('price: “cheap”');
  await page.getByTestId('csv-take').click();
  await expect(page.getByLabel('cover plate, each', { exact: true })).toHaveValue('1.5');
  await expect(page.getByLabel('connector for a splice: pieces in a packet')).toHaveValue('25');
  // a table of another kind is refused as a whole
  await page.getByTestId('csv-in').setInputFiles({ name: 'x.csv', mimeType: 'text/csv', buffer: Buffer.from('a;b\n1;2') });
  await expect(report.getByRole('alert')).toContainText('The column article and price is missing');
  await page.getByRole('button', { name: 'Leave it' }).click();

  await page.getByLabel('currency').fill('Taler');
  await page.getByLabel('currency').press('Enter');
  await page.getByLabel('an hour of work').fill('40');
  await page.getByLabel('an hour of work').press('Enter');
  await page.getByLabel('tax, %').fill('120');
  await page.getByLabel('tax, %').press('Enter');
  await expect(page.getByText('“120”: a number from 0 to 100 would do')).toBeVisible();
  await page.getByLabel('tax, %').fill('10');
  await page.getByLabel('tax, %').press('Enter');
  await saved(page);

  await openJob(page, 'buy');
  await expect(page.getByTestId('packets')).toContainText('connector for a splice: 3 needed, 1 packet of 25, corner shelf');
  await expect(page.getByTestId('packets')).toContainText('priced on 2020-01-31, more than a year ago');
  await expect(page.getByTestId('whole-cost')).toContainText('10 % of all above');
  await expect(page.getByTestId('whole-total')).toContainText('Taler');
  await page.getByLabel('what is done').fill('One outlet in the sewing room');
  await page.getByLabel('what is done').blur();
  await page.getByLabel('the price holds for, days').fill('0');
  await page.getByLabel('the price holds for, days').press('Enter');
  await expect(page.getByText('“0” is no number of days')).toBeVisible();
  await saved(page);
  const estimate = await page.request.get((await page.getByTestId('estimate').getAttribute('href'))!);
  expect(estimate.headers()['content-type']).toContain('application/pdf');
});
