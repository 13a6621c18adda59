/** Pocket sums without a job, and what the server offers for them. */
import { expect, test, type Page } from './saddle.js';

const pick = (page: Page, name: string) =>
  page.getByRole('navigation', { name: 'Sums' }).getByRole('button', { name, exact: true }).click();

test('every sum gives its figure as it is typed, with its source', async ({ page }) => {
  await page.goto('/sums');
  const figure = page.getByTestId('figure');
  await page.getByLabel('Lengths').fill(`8' - 1 1/2`);
  await expect(figure).toHaveText('94 1/2"');
  await pick(page, 'Box fill');
  await page.getByLabel('14 AWG conductors from outside').fill('0');
  await page.getByLabel('12 AWG conductors').fill('6');
  await page.getByLabel('grounds', { exact: true }).fill('3');
  await page.getByLabel('largest ground').selectOption('12 AWG');
  await page.getByLabel('largest conductor on them').selectOption('12 AWG');
  await page.getByLabel('volume of the box, in³').fill('20.3');
  await expect(figure).toHaveText('22.50 in³'); // handbook 22
  await expect(page.getByTestId('answer')).toContainText('stop');
  await expect(page.getByTestId('answer')).toContainText('from memory');
  await pick(page, 'Voltage drop');
  await expect(figure).toHaveText('3.68 V = 3.07 %');
  await pick(page, 'Bored hole');
  await page.getByLabel('hole', { exact: true }).fill('1');
  await expect(figure).toHaveText('1 1/4" of wood, no plate');
  await pick(page, 'Counter clearance');
  await expect(figure).toContainText('plate bottom 38 7/8"');
  await pick(page, 'Circuit load');
  await page.getByLabel(/loads, one after the other/).fill('lamps 840 W continuous');
  await expect(figure).toHaveText('8.75 A');
  await pick(page, 'Staples for a run');
  await expect(figure).toHaveText('5 staples');
  await pick(page, 'Height match');
  await expect(figure).toHaveText('plate bottom at 12 7/8"');
  await pick(page, 'Free conductor');
  await page.getByLabel('depth of the box').fill('3 1/2');
  await expect(figure).toHaveText('at least 6 1/4"');
  // by the UK book: handbook 22
  await pick(page, 'UK: readings of a ring');
  await page.getByLabel('line, end to end, Ω').fill('0.44');
  await page.getByLabel('neutral, end to end, Ω').fill('0.44');
  await page.getByLabel('protective conductor, Ω').fill('0.72');
  await expect(figure).toHaveText('R1+R2 about 0.29 Ω, L to N 0.22 Ω');
  await page.getByLabel('neutral, end to end, Ω').fill('over');
  await expect(figure).toHaveText('broken');
});

test('bad entries say what would do, beside the field', async ({ page }) => {
  await page.goto('/sums');
  await page.getByLabel('Lengths').fill('13 1/0');
  await expect(page.getByRole('alert')).toContainText('0 below the line');
  await expect(page.getByTestId('figure')).toHaveCount(0);
  await pick(page, 'Box fill');
  await page.getByLabel('14 AWG conductors from outside').fill('-3');
  await expect(page.getByRole('alert')).toContainText('not negative');
  await page.getByLabel('14 AWG conductors from outside').fill('2');
  await page.getByLabel('volume of the box, in³').fill('');
  await expect(page.getByTestId('answer')).toContainText('can’t tell');
});
