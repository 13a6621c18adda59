/** What to buy: by the piece, as coils with what is on hand cut first, for one job and for several of a house together. */
import { expect, fill, openJob, saved, test } from './saddle.js';
import { takeFirst } from './work.js';

test('a coil on hand is cut first; the price of a foot changes what a job costs; two jobs are bought for together', async ({ page }) => {
  await openJob(page, 'buy');
  const coils = page.getByTestId('coils');
  const cable = page.getByTestId('parts').getByRole('row', { name: /^14-2/ });
  await expect(cable).toContainText('1 × 25 ft coil');
  // the price opens to its sum
  await page.getByRole('button', { name: /How 30.00 for 14-2/ }).click();
  await expect(page.locator('.sum-row')).toContainText('1 × 30, placeholder');
  await expect(coils).toContainText(`25 ft coil: 4' 6" (Hall box to Sewing box); 20' 6" left`);
  const total = page.getByTestId('parts-total');
  const before = Number(await total.textContent());

  // six feet of it lie in the shed, and a foot costs two
  await page.getByRole('link', { name: 'what is on hand', exact: true }).click();
  await page.getByTestId('add-coil').click();
  await page.getByLabel('left on it').fill(`6'`);
  await page.getByLabel('left on it').press('Enter');
  await page.getByLabel('where, what').fill('rest in the shed');
  await page.getByLabel('where, what').press('Enter');
  // two plates too, counted; a word is no count
  await page.getByLabel('count something').selectOption('plate');
  await fill(page, 'cover plate: on hand', 'some');
  await expect(page.getByText('“some”: a number from 0')).toBeVisible();
  await fill(page, 'cover plate: on hand', '2');
  await expect(page.getByLabel('cover plate: on hand')).toHaveValue('2');
  await saved(page);
  await page.getByRole('link', { name: 'Prices', exact: true }).click();
  await page.getByLabel('14 AWG sheathed cable with ground, a foot (placeholder)').fill('2');
  await page.getByLabel('14 AWG sheathed cable with ground, a foot (placeholder)').press('Enter');
  await expect(page.getByLabel('14 AWG sheathed cable with ground, a foot', { exact: true })).toHaveValue('2');
  await saved(page);
  await openJob(page, 'buy');
  await expect(cable).toContainText('on hand: rest in the shed');
  await expect(page.getByTestId('parts').getByRole('row', { name: /^cover plate/ })).toContainText('on hand: 1');
  await expect(coils).toContainText(`rest in the shed: 4' 6" (Hall box to Sewing box); 1' 6" left`);
  // neither the coil at 30 nor the plate at 1
  await expect(total).toHaveText((before - 31).toFixed(2));

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
  await expect(page.getByTestId('coils').filter({ hasText: '12-2 nonmetallic-sheathed cable with ground, 1 piece' })).toBeVisible();
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
  await expect(page.getByLabel('connector for a splice: sold in')).toHaveValue('25');
  // sizes with prices of their own, and one that can't be read
  await fill(page, '14 AWG sheathed cable with ground: sold in', 'by the coil');
  await expect(page.getByText('“by the coil”: a whole number of pieces')).toBeVisible();
  await fill(page, '14 AWG sheathed cable with ground: sold in', '30 for 21; 250 for 150');
  // a table of another kind is refused as a whole
  await page.getByTestId('csv-in').setInputFiles({ name: 'x.csv', mimeType: 'text/csv', buffer: Buffer.from('a;b\n1;2') });
  await expect(report.getByRole('alert')).toContainText('The columns article and price are missing');
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
  await expect(page.getByTestId('parts').getByRole('row', { name: /connector/ })).toContainText('1 packet of 25');
  await expect(page.getByTestId('parts').getByRole('row', { name: /connector/ })).toContainText('corner shelf');
  await expect(page.getByTestId('parts').getByRole('row', { name: /^14-2/ })).toContainText('1 × 30 ft coil');
  await expect(page.getByTestId('parts').getByRole('row', { name: /^14-2/ })).toContainText('21.00');
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

test('what a job came to: paid, and minutes, beside what was planned; a price that is none is refused', async ({ page }) => {
  await page.goto('/houses/quince-street-14/prices');
  await fill(page, 'an hour of work', '40');
  await saved(page);
  await openJob(page, 'record');
  const rows = page.getByTestId('against-actual');
  await expect(rows.getByRole('row', { name: /^together/ })).toContainText('not noted');
  await page.getByTestId('add-paid').click();
  await fill(page, 'amount', '-4');
  await expect(page.getByText('“-4”: a number from 0 to a million')).toBeVisible();
  await fill(page, 'amount', '52.50');
  await fill(page, 'minutes beside the steps', '150');
  await expect(rows.getByRole('row', { name: /^parts/ })).toContainText('52.50');
  await expect(rows.getByRole('row', { name: /^hours/ })).toContainText('2.5 h');
  await expect(rows.getByRole('row', { name: /^work at your rate/ })).toContainText('100.00');
  // nothing was planned for offices: parts and work are the whole
  await expect(rows.getByRole('row', { name: /^together/ })).toContainText('152.50');
  await saved(page);
  await page.reload();
  await expect(page.getByRole('textbox', { name: 'minutes beside the steps' })).toHaveValue('150');
});
