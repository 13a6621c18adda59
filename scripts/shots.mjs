// npm run shots: the current picture of each main view, from the sample data, into docs/screenshots.
import { spawn } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { chromium } from '@playwright/test';
import { FLAGS } from './browser.mjs';
import { build, install, root } from './prepare.mjs';

install();
await build();
const data = mkdtempSync(join(tmpdir(), 'saddle-shots-'));
const server = spawn(process.execPath, [join(root, 'apps/server/bundle/main.js')], {
  env: { ...process.env, SADDLE_DATA: data, SADDLE_PORT: '0', SADDLE_LOG: 'silent' },
});
const url = await new Promise((resolve) => server.stdout.on('data', (chunk) => resolve(/at (http:\S+)\//.exec(chunk.toString())?.[1])));
const browser = await chromium.launch({
  executablePath: process.env.SADDLE_CHROMIUM ?? '/usr/bin/chromium',
  args: FLAGS,
});
const folder = join(root, 'docs/screenshots');
const shoot = async (name, path, viewport = { width: 1280, height: 800 }, act = async () => {}) => {
  const page = await browser.newPage({ viewport });
  await page.goto(url + path);
  await page.locator('h1, h2, .aw-card h1').first().waitFor();
  await page.evaluate(() => document.fonts.ready);
  await act(page);
  await page.waitForTimeout(400);
  await page.screenshot({ path: join(folder, `${name}.png`) });
  await page.close();
};
await shoot('start', '/start');
await shoot('jobs', '/', undefined, (page) => page.getByRole('link', { name: 'Sewing corner' }).waitFor());
await shoot('feed', '/jobs/sewing-corner/feed', undefined, (page) => page.locator('.feeds-list > li').first().waitFor());
for (const stage of ['box', 'wire', 'buy', 'work']) await shoot(stage, `/jobs/sewing-corner/${stage}`);
await shoot('when', '/jobs/wainscot/when', undefined, async (page) => {
  await page.getByTestId('range').waitFor();
  await page.locator('sa-schedule-chart').scrollIntoViewIfNeeded();
});
await shoot('practice', '/practice/dark-study', undefined, async (page) => {
  await page.getByTestId('at-box').waitFor({ timeout: 20_000 });
  await page.getByTestId('test-lamps/box5-outlet/lower').click();
  await page.getByTestId('line-box2').click();
  await page.getByTestId('test-lamps/box2-outlet/lower').click();
});
await shoot('brick', '/jobs/dresser-socket/route', undefined, (page) => page.getByTestId('uk-ways').waitFor());
await shoot('house', '/houses/quince-street-14');
await shoot('file', '/houses/quince-street-14/file', undefined, (page) => page.getByTestId('file-search').fill('hall'));
await shoot('wall', '/houses/quince-street-14/walls/parlour-w2/A?box=parlour-box');
await shoot('panel', '/houses/quince-street-14/panel?space=4');
await shoot('route', '/jobs/cellar-lights/route', undefined, (page) => page.getByTestId('way-0').waitFor());
const mend = { situation: 'mend', houseId: 'quince-street-14', name: 'Dark parlour', boxId: 'parlour-box', complaint: 'dead' };
const made = await (
  await fetch(`${url}/api/v1/jobs/from-box`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(mend),
  })
).json();
await shoot('search', `/jobs/${made.document.id}/need`, undefined, async (page) => {
  await page.getByTestId('signs').getByRole('button', { name: 'none of these' }).click();
  for (let n = 1; n <= 2; n++) {
    await page.getByTestId('next-test').locator('.outcomes button').first().click();
    await page
      .getByTestId('made')
      .getByRole('listitem')
      .nth(n - 1)
      .waitFor();
  }
  await page.getByTestId('verdict').scrollIntoViewIfNeeded();
});
await shoot('bench', '/bench', undefined, async (page) => {
  await page.getByTestId('sample').selectOption('swapped');
  await page.getByRole('button', { name: 'three-lamp tester', exact: true }).click();
  await page.getByTestId('face-device2-upper').click();
});
await shoot('phone', '/jobs/bookcase-plinth/at-the-wall', { width: 390, height: 844 }, async (page) => {
  await page.getByTestId('aw-list').click();
  await page.locator('.aw-sheet li button').filter({ hasText: 'Connect duplex' }).click();
  await page.getByTestId('aw-line').click();
});
await shoot('ring', '/houses/larch-cottage/circuits/down/tests', undefined, (page) => page.getByTestId('explains').waitFor());
await browser.close();
server.kill();
rmSync(data, { recursive: true, force: true });
