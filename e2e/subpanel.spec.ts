/** A second panel, from an empty folder: noted, its door’s directory, a breaker in it; by somebody who has one in the barn. */
import { house } from './house.js';
import { expect, fill, saved, test, type Page } from './saddle.js';

test.use({ args: ['--empty'] });

async function panelOf(page: Page, name: string): Promise<void> {
  await house(page, name, '');
  await page.goto(`${page.url()}/panel`);
  await page.getByLabel('it has').selectOption('12');
  await page.getByTestId('start-panel').click();
}

test('a panel in the barn: fed by 5 and 7, numbers told apart, the feeder off for work in it, both stay as typed', async ({ page }) => {
  await panelOf(page, 'Heron Row 8');
  await page.getByTestId('space-5').click();
  await page.getByTestId('note-breaker').click();
  await fill(page, 'what it feeds', 'barn');
  await page.getByLabel('rating', { exact: true }).selectOption('50');
  await page.getByLabel('poles').selectOption('2');
  await page.getByTestId('another-panel').click();
  await fill(page, 'name', 'Barn panel');
  await page.getByLabel('the breaker that feeds it').selectOption({ label: '5 barn' });
  await page.getByLabel('its main').selectOption({ label: 'none: the feeder on lugs' });
  await expect(page.locator('.panel-main')).toContainText('no main of its own');
  // what was refused is not shown as if it were kept, and stays to be mended
  const spaces = page.locator('input').and(page.getByLabel('spaces', { exact: true }));
  await spaces.fill('7');
  await spaces.press('Enter');
  await expect(page.getByTestId('refusal')).toContainText('spaces come in pairs');
  await expect(page.getByText('Not taken: it is still 6.')).toBeVisible();
  await expect(spaces).toHaveValue('7');
  await spaces.fill('8');
  await spaces.press('Enter');
  await expect(page.getByText(/Not taken/)).toHaveCount(0);
  await expect(page.getByTestId('space-8')).toBeVisible();
  await expect(page.getByText('Its lugs stay live until the breaker that feeds it is off.')).toBeVisible();
  // a breaker in its space 5 is none in the main panel’s
  await page.getByTestId('space-5').click();
  await page.getByTestId('note-breaker').click();
  await fill(page, 'what it feeds', 'saw bench');
  await page.getByLabel('rating', { exact: true }).selectOption('20');
  await page.getByLabel('another, with watts or amps').fill('saw 1500 W');
  await page.getByLabel('another, with watts or amps').press('Enter');
  await expect(page.locator('.panel-left')).toContainText(/12\.5 A noted/);
  await page.getByTestId('rest-empty').click();
  await page.getByRole('tab', { name: 'add a breaker' }).click();
  await fill(page, 'what it is to feed', 'lathe');
  await expect(page.locator('.panel-side')).toContainText('breaker 5 in the Panel off makes all of the Barn panel dead');
  await expect(page.locator('.breaker-steps')).toContainText('Test the feeder’s lugs, both bus bars');
  await expect(page.locator('.panel-side')).toContainText('whether neutrals and grounds have bars of their own was not noted');
  // joined bars stop it
  await page.getByRole('tab', { name: 'panel' }).click();
  await page.getByLabel('neutrals and grounds').selectOption({ label: 'joined by a bar, strap or screw' });
  await page.getByRole('tab', { name: 'add a breaker' }).click();
  await fill(page, 'what it is to feed', 'lathe');
  await expect(page.getByTestId('place-breaker')).toBeDisabled();
  await saved(page);
  await page.reload();
  await expect(page.getByTestId('space-5')).toContainText('barn');
  await expect(page.locator('.panel-left')).toContainText(/saw|12\.5 A noted/);
  await page.getByRole('button', { name: 'Barn panel', exact: true }).click();
  await expect(page.getByTestId('space-5')).toContainText('saw bench');
  await expect(page.getByTestId('space-8')).toContainText('free');
  const [pdf, csv] = await Promise.all(
    ['directory', 'csv-out'].map(async (id) => page.request.get((await page.getByTestId(id).getAttribute('href'))!)),
  );
  expect([pdf!.status(), (await pdf!.body()).subarray(0, 5).toString()]).toEqual([200, '%PDF-']);
  expect(await csv!.text()).toMatch(/^space,.*\r\n5,1,5,saw bench,20,/);
  // taken out with undo: the feeder stays
  await page.getByRole('tab', { name: 'panel' }).click();
  await page.getByTestId('drop-panel').click();
  await expect(page.getByTestId('space-5')).toContainText('barn');
  await expect(page.getByRole('button', { name: 'Barn panel', exact: true })).toHaveCount(0);
  await page.keyboard.press('Control+z');
  await expect(page.getByRole('button', { name: 'Barn panel', exact: true })).toBeVisible();
});
