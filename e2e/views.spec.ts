/** Every view: no serious accessibility violation (axe), no sideways scrolling, usable soon after a reload. */
import { AxeBuilder } from '@axe-core/playwright';
import { expect, openJob, reading as test, type Page } from './saddle.js';

const STAGES = ['need', 'survey', 'feed', 'route', 'box', 'wire', 'buy', 'when', 'work', 'record'];
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
    '/houses/quince-street-14/file',
    '/houses/quince-street-14/photos',
    '/houses/larch-cottage/circuits',
    '/houses/larch-cottage/circuits/down',
    '/houses/larch-cottage/circuits/down/tests',
    '/houses/larch-cottage/circuits/rules',
    '/houses/larch-cottage/circuits/down/bench',
    '/houses/larch-cottage/plan',
    '/houses/larch-cottage/walls/dining-w4/A?box=dining-door-box',
    '/houses/larch-cottage/rooms/dining',
    '/houses/quince-street-14/prices',
    '/houses/quince-street-14/on-hand',
    '/houses/quince-street-14/when',
    '/houses/quince-street-14/rules',
    '/rules',
    '/words',
    '/phone',
    '/jobs/kiln-corner/route',
  ].map((path) => ({ name: path, path })),
  ...STAGES.map((stage) => ({ name: stage, path: `/jobs/sewing-corner/${stage}` })),
  ...STAGES.map((stage) => ({ name: `dresser ${stage}`, path: `/jobs/dresser-socket/${stage}` })),
];

for (const view of views) {
  test(`${view.name} has no serious violation and fits`, async ({ page }) => {
    if (view.path.startsWith('/jobs/sewing-corner/')) await openJob(page, view.name);
    else await page.goto(view.path);
    await expect(page.locator('h1').first()).toBeVisible();
    await expect(page.locator('h2').first()).toBeVisible();
    if (view.path === '/jobs/kiln-corner/route') await expect(page.getByTestId('way-0')).toBeVisible({ timeout: 60_000 });
    await expect(page.locator('[aria-busy=true]')).toHaveCount(0, { timeout: 60_000 });
    // judged as a whole: on a screen a bar at its foot lies over what one scrolls out from under it
    const screen = page.viewportSize()!;
    await showWhole(page);
    // in this page alone: there are no frames, for which a tab of its own would be opened to gather what was found
    const { violations } = await new AxeBuilder({ page })
      .options({ resultTypes: ['violations'] })
      .withTags(['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa'])
      .setLegacyMode()
      .analyze();
    await page.setViewportSize(screen);
    const serious = violations.filter((v) => v.impact === 'serious' || v.impact === 'critical');
    expect(serious.map((v) => `${v.id}: ${v.nodes.map((n) => n.target.join(' ')).join(', ')}`)).toEqual([]);
    const overflow = await page.evaluate(() => document.documentElement.scrollWidth - document.documentElement.clientWidth);
    expect(overflow).toBeLessThanOrEqual(0);
    expect(await page.evaluate(coveredWords)).toEqual([]);
    expect(await page.evaluate(unreadLabels)).toEqual([]);
  });
}

/** Grows the screen until the page fits it and stays as high: a plan that a worker still reckons comes in late. */
async function showWhole(page: Page): Promise<void> {
  const width = page.viewportSize()!.width;
  let height = 0;
  await expect(async () => {
    await page.setViewportSize({ width, height: Math.max(height, page.viewportSize()!.height) });
    await page.waitForTimeout(300);
    const was = height;
    height = await page.evaluate(() => document.documentElement.scrollHeight);
    expect(height).toBe(was);
  }).toPass();
}

/** Words on the screen that something else lies over: each must be what one points at in its middle, unless it is scrolled out of its place. */
function coveredWords(): string[] {
  const shown = (e: Element, x: number, y: number): boolean => {
    // folded away
    if (!e.checkVisibility({ opacityProperty: true, visibilityProperty: true })) return false;
    for (let up: Element | null = e; up; up = up.parentElement) {
      const { overflowX, overflowY } = getComputedStyle(up);
      const r = up.getBoundingClientRect();
      if ((overflowX !== 'visible' || overflowY !== 'visible') && (x < r.left || x > r.right || y < r.top || y > r.bottom)) return false;
    }
    return true;
  };
  return Array.from(document.querySelectorAll('main :is(h1, h2, h3, h4, p, li, td, th, label, summary, button)')).flatMap((e) => {
    const words = Array.from(e.childNodes).find((n) => n.nodeType === Node.TEXT_NODE && n.textContent!.trim() !== '');
    if (!words) return [];
    const range = document.createRange();
    range.selectNodeContents(words);
    const line = range.getClientRects()[0];
    if (!line || line.width < 4) return [];
    const [x, y] = [line.left + line.width / 2, line.top + line.height / 2];
    if (x < 0 || y < 0 || x > innerWidth || y > innerHeight || !shown(e, x, y)) return [];
    const top = document.elementFromPoint(x, y);
    // bars that stay at the foot of a phone’s screen lie over what scrolls under them
    if (!top || e.contains(top) || top.contains(e) || top.closest('.tabbar, .stuck, [data-stays]')) return [];
    return [`“${words.textContent!.trim().slice(0, 40)}” under ${top.tagName.toLowerCase()}.${top.className.toString()}`];
  });
}

/** Words of a drawing on a label of their own (the shape drawn just before them) that stand out from it by less than 3 to 1; axe looks at no drawing. */
function unreadLabels(): string[] {
  const light = (colour: string): number => {
    const [r, g, b] = (colour.match(/[\d.]+/g) ?? []).map((n) =>
      Number(n) / 255 <= 0.04045 ? Number(n) / 255 / 12.92 : ((Number(n) / 255 + 0.055) / 1.055) ** 2.4,
    );
    return 0.2126 * r! + 0.7152 * g! + 0.0722 * b!;
  };
  const opaque = (colour: string): boolean => /^rgb\(/.test(colour);
  return Array.from(document.querySelectorAll('main svg text')).flatMap((words) => {
    const label = words.previousElementSibling;
    if (!label?.matches('rect, circle') || !words.textContent!.trim()) return [];
    const [on, of] = [label.getBoundingClientRect(), words.getBoundingClientRect()];
    const [x, y] = [of.left + of.width / 2, of.top + of.height / 2];
    if (of.width === 0 || x < on.left || x > on.right || y < on.top || y > on.bottom) return [];
    const [ground, ink] = [getComputedStyle(label).fill, getComputedStyle(words).fill];
    if (!opaque(ground) || !opaque(ink)) return [];
    const [dark, bright] = [light(ground), light(ink)].sort((a, b) => a - b);
    const contrast = (bright! + 0.05) / (dark! + 0.05);
    return contrast < 3 ? [`“${words.textContent!.trim().slice(0, 30)}” ${ink} on ${ground}`] : [];
  });
}

test('the dialogs have no serious violation', async ({ page }) => {
  await openJob(page, 'box');
  await page.getByRole('button', { name: 'Keys' }).click();
  await expect(page.getByRole('dialog')).toBeVisible();
  const { violations } = await new AxeBuilder({ page }).include('.modal-dialog').analyze();
  expect(violations.filter((v) => v.impact === 'serious' || v.impact === 'critical').map((v) => v.id)).toEqual([]);
});
