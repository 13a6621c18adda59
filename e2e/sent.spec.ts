/** What a page is made of: files that are kept, letters that come with the first script, few files before it shows. */
import { expect, test } from './saddle.js';

test('files named by what is in them are kept, the page is asked for anew; letters and first scripts are named in it', async ({
  page,
  request,
}) => {
  const html = await (await request.get('/')).text();
  const named = [...html.matchAll(/(?:src|href)="([^"]+\.(?:js|css|woff2))"/g)].map((m) => m[1]!);
  const kept = async (file: string): Promise<string | undefined> => (await request.get(`/${file}`)).headers()['cache-control'];
  for (const file of named) expect(await kept(file), file).toContain('immutable');
  for (const file of ['', 'index.html', 'ngsw.json', 'ngsw-worker.js', 'saddle.svg', 'saddle-192.png']) expect(await kept(file), file).not.toContain('immutable'); // prettier-ignore
  await page.goto('/bench');
  await expect(page.getByTestId('bench')).toBeVisible();
  const files = await page.evaluate(async () => {
    await document.fonts.ready;
    return performance.getEntriesByType('resource').map((r) => new URL(r.name).pathname.slice(1));
  });
  const letters = files.filter((f) => f.endsWith('.woff2'));
  expect(letters.length).toBeGreaterThan(0);
  // letters that come late move everything under the hand
  expect(letters.filter((f) => !named.includes(f))).toEqual([]);
});

test('a plan stands after few files: its shell and its own, not one for each piece of code that pages share', async ({ page }) => {
  const before: string[] = [];
  page.on('request', (r) => void (/\.js$/.test(r.url()) && before.push(r.url())));
  await page.goto('/jobs/sewing-corner/box');
  await expect(page.getByTestId('box-sewing-box')).toBeVisible();
  await expect(page.getByText('Fill of Hall box once tapped')).toBeVisible();
  // polyfills, shell, job, what draws and judges it; other pages come later
  expect(new Set(before).size).toBeLessThan(25);
});
