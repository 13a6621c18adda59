/** A house of one’s own from an empty folder, by hand: made, and its rooms walked round. */
import { expect, saved, type Page } from './saddle.js';

/** @param built year, or empty: not known */
export const house = async (page: Page, name: string, built: string): Promise<void> => {
  await page.goto('/start');
  await page.getByTestId('purpose-house').click();
  // the page may still shift under a first press while its letters load
  await expect(async () => {
    await page.getByTestId('make-house').click();
    await expect(page.getByRole('alert')).toHaveText('Give the house a name.', { timeout: 1000 });
  }).toPass();
  await page.getByLabel('name of the house').fill(name);
  if (built) await page.getByLabel('built in').fill(built);
  await page.getByTestId('make-house').click();
  await expect(page).toHaveURL(/\/houses\/[\w-]+$/);
};
/** @param share other side of which wall its first wall is */
export const room = async (
  page: Page,
  name: string,
  use: string,
  round: string,
  more: { share?: string; above?: string; below?: string } = {},
) => {
  const plan = page.url().replace(/(\/houses\/[\w-]+).*/, '$1');
  await page.goto(plan);
  await page.getByTestId('add-room').click();
  await page.getByLabel('name of the room').fill(name);
  await page.getByLabel('it is a').selectOption(use);
  if (more.above) await page.getByLabel('above it').selectOption(more.above);
  if (more.below) await page.getByLabel('below it').selectOption(more.below);
  // which wall is shared can be said before its length is typed, and stays said
  if (more.share) await page.getByLabel(/^wall 1/).selectOption({ label: more.share });
  await page.getByTestId('round').fill(round);
  await page.getByTestId('keep-room').click();
  await expect(page).toHaveURL(/\/walls\//);
  await saved(page);
  await page.goto(plan);
};
