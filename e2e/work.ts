/** Working a job in the browser: taking a way, ticking steps, measuring, proving dead, closing. */
import { expect, finding, goTo, saved, type Page } from './saddle.js';

export const step = (page: Page, id: string) => page.getByTestId(`step-${id}`);
export const done = async (page: Page, id: string): Promise<void> => {
  await step(page, id).getByTestId(`do-${id}`).click();
  await expect(step(page, id)).toHaveClass(/done/);
};
export const value = async (page: Page, id: string, key: string, text: string): Promise<void> => {
  await step(page, id).getByTestId(`ask-${key}`).fill(text);
  await step(page, id).getByTestId(`ask-${key}`).blur();
};
/** Takes the proof of everything that one step proves dead, and ticks it. */
export const proveDead = async (page: Page, id = 'prove-dead'): Promise<void> => {
  for (const proof of await step(page, id).locator('.proof').all())
    for (const [label, volts] of [
      ['Tester on a live source', '120'],
      ['Target, hot to neutral', '0'],
      ['Target, hot to ground', '0.1'],
      ['Target, neutral to ground', '0'],
      ['Tester on the live source again', '120'],
    ] as const) {
      await proof.getByLabel(label, { exact: true }).fill(volts);
      await proof.getByLabel(label, { exact: true }).blur();
    }
  await done(page, id);
};
export const takeFirst = async (page: Page): Promise<void> => {
  await goTo(page, 'Route');
  await expect(page.getByTestId('ways')).toHaveAttribute('aria-busy', 'false', { timeout: 60_000 });
  await page.getByTestId('way-0').getByRole('button').first().click();
  await page.getByTestId('choose').click();
  await expect(page.getByTestId('way-0')).toContainText('taken');
};
/** Presses the first remedy of a finding. */
export const cure = async (page: Page, title: string | RegExp, remedy: string | RegExp): Promise<void> => {
  const row = await finding(page, title);
  const button = row.getByRole('button', { name: remedy });
  if (!(await button.isVisible())) await row.getByRole('button', { name: title }).click();
  await button.click();
  await expect(row.and(page.locator('[data-verdict=stop]'))).toHaveCount(0);
};
/** Takes the first remedy of every stop that has one, until none is left. */
export const cureAll = async (page: Page): Promise<void> => {
  for (let round = 0; round < 8; round++) {
    const stops = page.locator('.finding[data-verdict=stop]');
    if ((await stops.count()) === 0) return;
    const remedies = stops.locator('.remedies button');
    const before = await stops.allTextContents();
    if (!(await remedies.first().isVisible())) await stops.first().getByRole('button').first().click();
    await remedies.first().click();
    await expect.poll(() => stops.allTextContents()).not.toEqual(before);
  }
};
/** Every step in the order of the page, each with what it asks for: `step/key` to what is typed. */
export const workThrough = async (page: Page, asks: Record<string, string>): Promise<string[]> => {
  await goTo(page, 'Work');
  await expect(page.locator('[data-testid^=step-]').first()).toBeVisible();
  const ids = await page.locator('[data-testid^=step-]').evaluateAll((all) => all.map((e) => e.getAttribute('data-testid')!.slice(5)));
  for (const id of ids) {
    for (const [at, text] of Object.entries(asks)) if (at.startsWith(`${id}/`)) await value(page, id, at.slice(id.length + 1), text);
    if (id.startsWith('prove-dead')) await proveDead(page, id);
    else await done(page, id);
  }
  return ids;
};
export const TESTED = { 'test/hn': '119.6', 'test/hg': '119.5', 'test/ng': '0.2' };
/** Makes the job part of its house. */
export const close = async (page: Page): Promise<void> => {
  await goTo(page, 'Record');
  await saved(page);
  await page.getByTestId('close-job').click();
  // both documents are checked and written
  await expect(page.getByTestId('closed')).toBeVisible({ timeout: 60_000 });
};
