/** A running Saddle for each test, and the few things that every test does with it. */
import { test as base, expect, type BrowserContext, type ConsoleMessage, type Locator, type Page, type Route } from '@playwright/test';
import { dropDataFolder, newDataFolder, runServer, type RunningServer } from '../apps/server/src/testing/runServer.js';

export { expect };
export type { Locator, Page, Route };

interface Saddle {
  /** arguments of the server: `--empty` */
  args: string[];
  data: string;
  server: RunningServer;
}

export const test = base.extend<Saddle>({
  args: [[], { option: true }],
  // Playwright reads what a fixture needs from this pattern, so it has to be one, empty or not
  // eslint-disable-next-line no-empty-pattern
  data: async ({}, use) => {
    const folder = newDataFolder();
    await use(folder);
    dropDataFolder(folder);
  },
  server: async ({ data, args }, use) => {
    const server = await runServer(data, args);
    await use(server);
    server.process.kill('SIGKILL');
  },
  baseURL: async ({ server }, use) => use(server.url),
  page: async ({ page }, use) => uncomplaining(page, use),
});

/** Anything the page complains about is a failure: script errors and breaches of the content security policy among them. */
async function uncomplaining(page: Page, use: (page: Page) => Promise<void>): Promise<void> {
  const complaints: string[] = [];
  const thrown = (error: Error): void => void complaints.push(error.message);
  const said = (message: ConsoleMessage): void => {
    // a resource or a page that a test withholds is said by the page itself, and the browser says it too
    if (message.type() === 'error' && !/Failed to load resource|Failed to fetch dynamically imported module/.test(message.text()))
      complaints.push(message.text());
  };
  page.on('pageerror', thrown).on('console', said);
  await use(page);
  page.off('pageerror', thrown).off('console', said);
  expect(complaints).toEqual([]);
}

/** For tests that only look: one Saddle and one browser window for all that a worker runs, which saves a start and a load a test. */
export const reading = test.extend<object, { shared: RunningServer; window: BrowserContext }>({
  window: [
    async ({ browser, shared }, use, worker) => {
      const { viewport, hasTouch, isMobile } = worker.project.use;
      const context = await browser.newContext({ baseURL: shared.url, serviceWorkers: 'block', ...(viewport ? { viewport } : {}), ...(hasTouch ? { hasTouch } : {}), ...(isMobile ? { isMobile } : {}) }); // prettier-ignore
      await use(context);
      await context.close();
    },
    { scope: 'worker' },
  ],
  page: async ({ window }, use) => {
    const page = window.pages()[0] ?? (await window.newPage());
    page.setDefaultTimeout(40_000);
    await uncomplaining(page, use);
  },
  shared: [
    // eslint-disable-next-line no-empty-pattern
    async ({}, use) => {
      const folder = newDataFolder();
      const server = await runServer(folder);
      await use(server);
      server.process.kill('SIGKILL');
      await server.ended;
      dropDataFolder(folder);
    },
    { scope: 'worker' },
  ],
  server: async ({ shared }, use) => use(shared),
});

export const openJob = async (page: Page, stage: string, id = 'sewing-corner'): Promise<void> => {
  await page.goto(`/jobs/${id}/${stage}`);
  await expect(page.getByTestId('save-state')).toBeVisible();
  // drawn, and judged
  await expect(page.getByText('Checking the plan …')).toHaveCount(0);
};
export const saved = (page: Page): Promise<void> => expect(page.getByTestId('save-state')).toHaveText('saved');
export const goTo = async (page: Page, stage: string): Promise<void> => {
  await openLedger(page, false);
  await page.getByRole('navigation', { name: 'Stages of the job' }).getByRole('link', { name: stage }).click();
  await expect(page).toHaveURL(new RegExp(`/${stage.toLowerCase()}$`));
};
/** The ledger's row of a finding; on a phone the ledger is opened first. */
export const finding = async (page: Page, title: string | RegExp): Promise<Locator> => {
  await openLedger(page);
  return page.locator('.finding').filter({ has: page.getByRole('button', { name: title }) });
};
export const showAll = async (page: Page): Promise<void> => {
  await openLedger(page);
  await page.getByRole('group', { name: 'Which findings' }).getByRole('button', { name: 'all' }).click();
};
/** On a phone the ledger lies over the stage until it is opened, and closed again. */
const openLedger = async (page: Page, open = true): Promise<void> => {
  await expect(page.getByTestId('save-state')).toBeVisible();
  const toggle = page.getByRole('button', { name: 'Ledger', exact: true });
  if ((await toggle.isVisible()) && (await toggle.getAttribute('aria-expanded')) === `${!open}`) await toggle.click();
};
/** Types into a field and leaves it. */
export const fill = async (scope: Page | Locator, label: string | RegExp, text: string): Promise<void> => {
  const field = scope.getByLabel(label).first();
  await field.fill(text);
  await field.press('Enter');
  await field.blur();
};
