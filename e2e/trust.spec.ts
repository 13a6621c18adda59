/** Nothing that was typed is lost silently: duplicated tabs, a browser that keeps nothing, deletion elsewhere, a full disk, a server that goes. */
import { readFileSync, rmSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { dropDataFolder, newDataFolder, runServer } from '../apps/server/src/testing/runServer.js';
import { expect, openJob, saved, test, type Page } from './saddle.js';

const tape = async (page: Page, entry: string): Promise<void> => {
  await page.getByTestId('tape').fill(entry);
  await page.getByTestId('tape').press('Enter');
};
const left = (page: Page) => page.getByTestId('dim-left-left end of the wall');
const state = (page: Page) => page.getByTestId('save-state');
const tabName = (page: Page) => page.evaluate(() => sessionStorage.getItem('saddle-tab'));

test('a duplicated tab does not write over what its original has not saved', async ({ page, context, server, data }) => {
  await openJob(page, 'box');
  await tape(page, 'x 47');
  await saved(page);
  // a browser copies what the tab keeps
  const [copy] = await Promise.all([context.waitForEvent('page'), page.evaluate(() => void window.open(location.href))]);
  await expect(state(copy)).toBeVisible();
  expect(await tabName(copy)).not.toBe(await tabName(page));
  const port = new URL(server.url).port;
  server.process.kill('SIGKILL');
  await server.ended;
  await tape(page, 'x 41 1/8');
  await tape(copy, 'x 42 1/8');
  await expect(state(page)).toHaveText('kept in this browser');
  await expect(state(copy)).toHaveText('kept in this browser');
  await page.close();
  await copy.close();
  const again = await runServer(data, [], { SADDLE_PORT: port });
  try {
    const kept: string[] = [];
    for (let n = 0; n < 2; n++) {
      const next = await context.newPage();
      await openJob(next, 'box');
      await next.getByRole('button', { name: 'Take it in' }).click();
      // the second shows the first one’s value until its own is taken in
      await expect(left(next)).toContainText(kept[0] === undefined ? /4[12] 1\/8/ : kept[0] === '41 1/8' ? '42 1/8' : '41 1/8');
      kept.push((/4[12] 1\/8/.exec((await left(next).textContent())!) ?? [''])[0]);
      await saved(next);
      await next.close();
    }
    expect(kept.sort()).toEqual(['41 1/8', '42 1/8']);
  } finally {
    again.process.kill('SIGKILL');
  }
});

test('on a slow machine too a reloaded tab is still the tab it was, with all that can be undone', async ({ page, context }) => {
  test.setTimeout(240_000);
  const slow = await context.newCDPSession(page);
  await openJob(page, 'box');
  await slow.send('Emulation.setCPUThrottlingRate', { rate: 8 });
  await tape(page, 'x 47');
  await tape(page, 'x 46');
  await saved(page);
  const before = await tabName(page);
  for (let n = 0; n < 2; n++) {
    await page.reload();
    await expect(page.getByTestId('undo')).toBeEnabled({ timeout: 90_000 });
    expect(await tabName(page)).toBe(before);
  }
});

test('a reload right after an edit, and after two in a row, loses neither', async ({ page }) => {
  await openJob(page, 'box');
  for (let n = 0; n < 12; n++) {
    await tape(page, `x ${40 + n / 2}`);
    // the second within the tenth of a second that the browser's store lets pass
    if (n % 2) await page.keyboard.press('Control+z').then(() => tape(page, `x ${40 + n / 2}`));
    await page.reload();
    await expect(left(page)).toContainText(n % 2 ? `${40 + (n - 1) / 2} 1/2` : `${40 + n / 2}"`);
  }
});

test.describe('a browser that keeps nothing', () => {
  test('no server either: “not kept anywhere”, and the file is offered', async ({ page, server, data }) => {
    await page.addInitScript(() => {
      IDBObjectStore.prototype.put = () => {
        throw new DOMException('full', 'QuotaExceededError');
      };
    });
    await openJob(page, 'box');
    const port = new URL(server.url).port;
    server.process.kill('SIGKILL');
    await server.ended;
    await tape(page, 'x 44 3/8');
    await expect(state(page)).toHaveText('not kept anywhere');
    const [file] = await Promise.all([page.waitForEvent('download'), page.getByRole('button', { name: 'Save it as a file' }).click()]);
    expect(readFileSync(await file.path(), 'utf8')).toContain('44 3/8');
    // it goes out by itself when the server is back
    const again = await runServer(data, [], { SADDLE_PORT: port });
    try {
      await expect(state(page)).toHaveText('saved', { timeout: 15_000 });
      await page.reload();
      await expect(left(page)).toContainText('44 3/8');
    } finally {
      again.process.kill('SIGKILL');
    }
  });
  test('with all of its storage blocked, jobs and houses open, edit and save', async ({ page }) => {
    await page.addInitScript(() => {
      const refuse = () => {
        throw new DOMException('blocked', 'SecurityError');
      };
      Object.defineProperty(window, 'sessionStorage', { get: refuse });
      Object.defineProperty(window, 'localStorage', { get: refuse });
      IDBFactory.prototype.open = refuse;
    });
    await openJob(page, 'box');
    await tape(page, 'x 43');
    await expect(left(page)).toContainText('43"');
    await saved(page);
    await page.reload();
    await expect(left(page)).toContainText('43"');
    await page.goto('/houses/quince-street-14/panel');
    await expect(page.getByTestId('space-4')).toBeVisible();
  });
});

test('a job deleted elsewhere while it is edited: said, kept over a reload, and put back', async ({ page, server }) => {
  await openJob(page, 'box');
  const { revision } = (await (await page.request.get('/api/v1/jobs/sewing-corner')).json()) as { revision: number };
  await page.request.delete('/api/v1/jobs/sewing-corner', { headers: { 'if-match': `"${revision}"` } });
  await tape(page, 'x 45 1/4');
  await expect(page.getByTestId('deleted')).toContainText('Somebody deleted this elsewhere');
  await page.reload();
  await expect(page.getByTestId('deleted')).toBeVisible();
  await expect(left(page)).toContainText('45 1/4');
  await page.getByRole('button', { name: 'Put it back, as it is here' }).click();
  await saved(page);
  const there = (await (await page.request.get(`${server.url}/api/v1/jobs/sewing-corner`)).json()) as { revision: number };
  expect(there.revision).toBe(revision + 1);
});

test('both versions of a conflict are told by their values; with the server gone the dialog stays alive', async ({
  page,
  request,
  server,
  data,
}) => {
  await openJob(page, 'box');
  const stored = (await (await request.get(`${server.url}/api/v1/jobs/sewing-corner`)).json()) as {
    revision: number;
    document: { changes: { do: string; box?: { place: { distance: object } } }[] };
  };
  const changes = stored.document.changes.map((c) => (c.do === 'place-box' ? { ...c, box: { ...c.box, place: { ...c.box!.place, distance: { mm: 1193.8, as: '47', known: 'measured' } } } } : c)); // prettier-ignore
  await request.put(`${server.url}/api/v1/jobs/sewing-corner`, { data: { ...stored.document, changes }, headers: { 'if-match': `"${stored.revision}"` } }); // prettier-ignore
  await tape(page, 'x 46');
  const dialog = page.getByRole('dialog');
  const row = dialog.getByTestId('clashes').locator('tr').filter({ hasText: 'distance' });
  await expect(row).toContainText('47"');
  await expect(row).toContainText('46"');
  const port = new URL(server.url).port;
  server.process.kill('SIGKILL');
  await server.ended;
  await dialog.getByRole('button', { name: /Keep both/ }).click();
  await expect(dialog.getByRole('alert')).toContainText('does not answer');
  await expect(dialog.getByRole('button', { name: 'Keep mine' })).toBeEnabled();
  const again = await runServer(data, [], { SADDLE_PORT: port });
  try {
    await dialog.getByRole('button', { name: 'Keep mine' }).click();
    await saved(page);
    await expect(left(page)).toContainText('46"');
  } finally {
    again.process.kill('SIGKILL');
  }
});

test('earlier versions: what each changed, a look at one, two compared, one brought back and undone', async ({ page }) => {
  await openJob(page, 'box');
  for (const x of ['47', '47 1/2', '48']) {
    await tape(page, `x ${x}`);
    // each is a version of its own once it is in, and saved
    await expect(left(page)).toContainText(`${x}" ·`);
    await saved(page);
  }
  await page.getByRole('link', { name: 'Earlier versions' }).click();
  const line = (n: number) => page.locator(`[data-revision="${n}"]`);
  await expect(line(4)).toContainText('Sewing box: place, distance: 47 1/2" → 48"');
  await expect(line(1)).toContainText('The first version that is kept');
  await page.getByRole('button', { name: 'Compare version 2' }).click();
  await page.getByRole('button', { name: 'Compare version 4' }).click();
  await expect(page.getByTestId('comparison')).toContainText('47"');
  await expect(page.getByTestId('comparison')).toContainText('48"');
  await page.getByRole('button', { name: 'Look at version 1' }).click();
  await expect(page.getByTestId('looked-at')).toContainText('version 1');
  await page.getByRole('navigation', { name: 'Stages of the job' }).getByRole('link', { name: 'Box' }).click();
  await expect(left(page)).toContainText('49 3/16"');
  await tape(page, 'x 40');
  await expect(page.getByTestId('refusal')).toContainText('only looked at');
  await page.getByRole('button', { name: 'Back to now' }).click();
  await expect(left(page)).toContainText('48"');
  await page.getByRole('link', { name: 'Earlier versions' }).click();
  await page.getByRole('button', { name: 'Bring back version 2' }).click();
  await expect(line(5)).toContainText('48" → 47"');
  await page.getByTestId('undo').click();
  await page.getByRole('navigation', { name: 'Stages of the job' }).getByRole('link', { name: 'Box' }).click();
  await expect(left(page)).toContainText('48"');
});

test('a server that is gone takes no stage with it; a page that was never loaded says so', async ({ page, server }) => {
  await openJob(page, 'box');
  // the other stages come along behind the first; a moment without requests says nothing, as there is one before they start
  await page.waitForFunction(() => performance.getEntriesByName('saddle:pages').length > 0, null, { timeout: 60_000 });
  server.process.kill('SIGKILL');
  await server.ended;
  for (const stage of ['Wire', 'Work', 'Feed', 'Survey', 'Record'])
    await page.getByRole('navigation', { name: 'Stages of the job' }).getByRole('link', { name: stage }).click();
  await expect(page.locator('main.stage')).toHaveAttribute('data-stage', 'record');
});

test('a stage whose code can’t be had is said, and what is open goes on', async ({ page }) => {
  // nothing more comes once the start page is there: neither by itself nor when it is asked for
  let shut = false;
  await page.route(/\.js$/, (route) => (shut ? route.abort() : route.continue()));
  page.on('response', (response) => {
    if (response.url().endsWith('/api/v1/houses')) shut = true;
  });
  await page.goto('/');
  await expect(page.getByRole('link', { name: /Sewing corner/ })).toBeVisible();
  await page.getByRole('link', { name: 'Pocket sums' }).click();
  await expect(page.getByTestId('page-trouble')).toContainText('could not be loaded');
  await expect(page.getByRole('link', { name: /Sewing corner/ })).toBeVisible();
  shut = false;
  await page.getByTestId('page-trouble').getByRole('button', { name: 'Close' }).click();
  await expect(page.getByTestId('page-trouble')).toBeHidden();
});

test('one row that can’t be read: named on the start page with its text, the others are there', async ({ page, server, data }) => {
  server.process.kill('SIGTERM');
  await server.ended;
  const { default: Database } = await import('better-sqlite3');
  const database = new Database(join(data, 'saddle.sqlite'));
  database.prepare(`UPDATE job SET document = substr(document, 1, 300) WHERE id = 'wainscot'`).run();
  database.close();
  const again = await runServer(data, [], { SADDLE_PORT: new URL(server.url).port });
  try {
    await page.goto('/');
    await expect(page.getByTestId('unreadable')).toContainText('wainscot can’t be read and was left as it is');
    await expect(page.getByRole('link', { name: /Sewing corner/ })).toBeVisible();
    await expect(page.getByTestId('homeless')).toBeHidden();
    await page.goto('/jobs/wainscot/box');
    await expect(page.getByText(/can’t be read; it was left as it is/)).toBeVisible();
    const [file] = await Promise.all([page.waitForEvent('download'), page.getByRole('link', { name: 'Its text as it is' }).click()]);
    expect(statSync(await file.path()).size).toBe(300);
  } finally {
    again.process.kill('SIGKILL');
  }
});

test('a house that can’t be read does not take its jobs along', async ({ page, server, data }) => {
  server.process.kill('SIGTERM');
  await server.ended;
  const { default: Database } = await import('better-sqlite3');
  const database = new Database(join(data, 'saddle.sqlite'));
  database.prepare(`UPDATE house SET document = 'null' WHERE id = 'quince-street-14'`).run();
  database.close();
  const again = await runServer(data, [], { SADDLE_PORT: new URL(server.url).port });
  try {
    await page.goto('/');
    await expect(page.getByTestId('unreadable')).toContainText('quince-street-14');
    await page
      .getByTestId('homeless')
      .getByRole('link', { name: /Sewing corner/ })
      .click();
    await expect(page.getByText(/The house of this job can’t be opened/)).toBeVisible();
  } finally {
    again.process.kill('SIGKILL');
  }
});

test('a backup is taken from the page, and begins a new folder', async ({ page }) => {
  await openJob(page, 'box');
  await tape(page, 'x 44 1/2');
  await saved(page);
  await page.goto('/exchange');
  const [file] = await Promise.all([page.waitForEvent('download'), page.getByTestId('backup').click()]);
  const folder = newDataFolder();
  rmSync(folder, { recursive: true });
  const other = await runServer(folder, ['--restore', await file.path()]);
  try {
    await page.goto(`${other.url}/jobs/sewing-corner/box`);
    await expect(left(page)).toContainText('44 1/2');
  } finally {
    other.process.kill('SIGKILL');
    dropDataFolder(folder);
  }
});

test('two browsers over one job: neither writes over the other unseen', async ({ page, browser, server }) => {
  await openJob(page, 'box');
  const other = await (await browser.newContext({ baseURL: server.url })).newPage();
  await openJob(other, 'box');
  await tape(page, 'x 47');
  await saved(page);
  await tape(other, 'x 46');
  const dialog = other.getByRole('dialog');
  await expect(dialog.getByTestId('clashes')).toContainText('47"');
  await dialog.getByRole('button', { name: 'Keep mine' }).click();
  await saved(other);
  await page.reload();
  await expect(left(page)).toContainText('46"');
  await other.context().close();
});

test('a server that hangs: the work is kept meanwhile, and goes out when it answers', async ({ page, server }) => {
  await openJob(page, 'box');
  server.process.kill('SIGSTOP');
  await tape(page, 'x 45 3/4');
  await expect(state(page)).toHaveText('saving');
  // kept here although nothing was answered: another page of this browser finds it
  await page.waitForTimeout(400);
  server.process.kill('SIGCONT');
  await saved(page);
  await page.reload();
  await expect(left(page)).toContainText('45 3/4');
});

test('a server that fails for a while: said in its words, tried again by itself, saved in the end', async ({ page }) => {
  await openJob(page, 'box');
  let failing = true;
  await page.route('**/api/v1/jobs/sewing-corner', (route) =>
    failing && route.request().method() === 'PUT'
      ? route.fulfill({
          status: 507,
          contentType: 'application/problem+json',
          body: JSON.stringify({
            type: 'urn:saddle:disk-full',
            title: 'The disk is full: nothing was written. Make room on it.',
            status: 507,
          }),
        })
      : route.continue(),
  );
  await tape(page, 'x 44 1/4');
  await expect(state(page)).toHaveText('kept in this browser');
  await expect(page.getByTestId('trouble')).toContainText('The disk is full');
  await expect(page.getByTestId('trouble')).toContainText('kept in this browser');
  failing = false;
  await expect(state(page)).toHaveText('saved', { timeout: 12_000 });
  await expect(page.getByTestId('trouble')).toBeHidden();
  await page.reload();
  await expect(left(page)).toContainText('44 1/4');
});

test('a crashed page loses nothing of what was kept', async ({ page, context, server, data }) => {
  await openJob(page, 'box');
  const port = new URL(server.url).port;
  server.process.kill('SIGKILL');
  await server.ended;
  await tape(page, 'x 42 5/8');
  await expect(state(page)).toHaveText('kept in this browser');
  await page.goto('chrome://crash').catch(() => undefined);
  const again = await runServer(data, [], { SADDLE_PORT: port });
  try {
    const next = await context.newPage();
    await openJob(next, 'box');
    await next.getByRole('button', { name: 'Take it in' }).click();
    await expect(left(next)).toContainText('42 5/8');
  } finally {
    again.process.kill('SIGKILL');
  }
});
