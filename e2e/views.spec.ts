/** Every view: no serious accessibility violation (axe), no sideways scrolling, usable soon after a reload. */
import { AxeBuilder } from '@axe-core/playwright';
import { expect, openJob, test } from './saddle.js';

const STAGES = ['need', 'survey', 'feed', 'route', 'box', 'wire', 'buy', 'work', 'record'];
const views = [
  ...[
    '/',
    '/start',
    '/sums',
    '/exchange',
    '/bench',
    '/houses/quince-street-14',
    '/houses/quince-street-14/walls/parlour-w2/A?box=parlour-box',
    '/houses/quince-street-14/rooms/parlour',
    '/houses/quince-street-14/panel',
    '/houses/quince-street-14/history',
    '/houses/quince-street-14/prices',
    '/houses/quince-street-14/rules',
    '/rules',
    '/jobs/kiln-corner/route',
  ].map((path) => ({ name: path, path })),
  ...STAGES.map((stage) => ({ name: stage, path: `/jobs/sewing-corner/${stage}` })),
];

for (const view of views) {
  test(`${view.name} has no serious violation and fits`, async ({ page }) => {
    if (view.path.startsWith('/jobs/')) await openJob(page, view.name);
    else await page.goto(view.path);
    await expect(page.locator('h1').first()).toBeVisible();
    await expect(page.locator('h2').first()).toBeVisible();
    const { violations } = await new AxeBuilder({ page }).withTags(['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa']).analyze();
    const serious = violations.filter((v) => v.impact === 'serious' || v.impact === 'critical');
    expect(serious.map((v) => `${v.id}: ${v.nodes.map((n) => n.target.join(' ')).join(', ')}`)).toEqual([]);
    const overflow = await page.evaluate(() => document.documentElement.scrollWidth - document.documentElement.clientWidth);
    expect(overflow).toBeLessThanOrEqual(0);
  });
}

test('the dialogs have no serious violation', async ({ page }) => {
  await openJob(page, 'box');
  await page.getByRole('button', { name: 'Keys' }).click();
  await expect(page.getByRole('dialog')).toBeVisible();
  const { violations } = await new AxeBuilder({ page }).include('.modal-dialog').analyze();
  expect(violations.filter((v) => v.impact === 'serious' || v.impact === 'critical').map((v) => v.id)).toEqual([]);
});
