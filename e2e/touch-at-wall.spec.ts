/** At the wall with one thumb: a whole job on the cards, in the dark, with the server killed twice on the way; and what is found otherwise. */
import { AxeBuilder } from '@axe-core/playwright';
import { runServer, type RunningServer } from '../apps/server/src/testing/runServer.js';
import { expect, test, type Page } from './saddle.js';

const WALL = '/jobs/bookcase-plinth/at-the-wall';
// a card of an activity: until the plan is judged there is one that has none
const card = (page: Page) => page.locator('main.aw-card[data-testid]');
const idOf = async (page: Page): Promise<string> => (await card(page).getAttribute('data-testid'))!.slice(3);
const key = async (page: Page, keys: string): Promise<void> => {
  for (const k of keys) await page.getByTestId(`pad-${k}`).tap();
  await page.getByTestId('pad-set').tap();
};
/** A value in its range, from what the card says of it. */
function within(says: string): string {
  const numbers = /measure it: (?:at least |at most )?(.*?)(?: to (.*))?$/.exec(says);
  if (/at most (\d+) V/.test(says)) return '0.2';
  const volts = /(\d+) V to (\d+) V/.exec(says);
  if (volts) return `${(Number(volts[1]) + Number(volts[2])) / 2}`;
  return (numbers?.[2] ?? numbers?.[1] ?? '').replace(/"$/, '') || '7';
}
/** Readings and values of a card that are still open. */
async function measure(page: Page): Promise<void> {
  for (const volts of ['120', '0', '0', '0', '120']) {
    const reading = card(page).locator('.aw-proof .aw-reading[data-verdict=open]:not([disabled])').first();
    // the pad stays open for the next reading of a proof
    if (!(await page.getByTestId('aw-pad').isVisible())) {
      if (!(await reading.isVisible())) break;
      await reading.tap();
    }
    await key(page, volts);
  }
  for (const ask of await card(page).locator('[data-testid^=aw-ask-]').all()) {
    const text = within((await ask.locator('small').innerText()).trim());
    await ask.tap();
    if (/^[\d.]+$/.test(text)) await key(page, text);
    else {
      await page.getByTestId('pad-words').fill(text);
      await page.getByTestId('pad-words').blur();
      await page.getByTestId('pad-set').tap();
    }
  }
}

test('a whole job on the cards, in the dark, the server killed twice: one tap an activity besides what is measured, and all of it arrives', async ({
  page,
  server,
  data,
}) => {
  test.setTimeout(240_000);
  await page.emulateMedia({ colorScheme: 'dark' });
  await page.goto(WALL);
  await expect(card(page)).toBeVisible();
  await expect(page.locator('sa-at-wall')).toHaveAttribute('data-light', 'dark');
  const port = new URL(server.url).port;
  let running: RunningServer = server;
  let taps = 0;
  const ids: string[] = [];
  for (let n = 0; n < 40; n++) {
    const id = await idOf(page);
    if (ids.includes(id)) break;
    ids.push(id);
    // gone before the cut and again while things are connected
    if (ids.length === 3 || ids.length === 10) {
      running.process.kill('SIGKILL');
      await running.ended;
    }
    await measure(page);
    await expect(page.getByTestId('aw-done')).toBeEnabled();
    await page.getByTestId('aw-done').tap();
    taps++;
    await expect(page.locator('.aw-count')).toContainText(`${ids.length} done`);
    if (ids.length === 6 || ids.length === 13) {
      running = await runServer(data, [], { SADDLE_PORT: port });
      await expect(page.locator('.aw-saving')).toHaveCount(0, { timeout: 60_000 });
    }
  }
  expect(ids.length).toBeGreaterThan(10);
  expect(taps / ids.length).toBeLessThan(3);
  await expect(page.locator('.aw-count')).toContainText(`${ids.length} done`);
  await expect(page.locator('.aw-saving')).toHaveCount(0, { timeout: 60_000 });
  // a second device sees the same
  await expect
    .poll(async () => {
      const { document } = (await (await page.request.get('/api/v1/jobs/bookcase-plinth')).json()) as { document: { work: { ticks: { step: string }[]; proofs: unknown[] } } }; // prettier-ignore
      return [document.work.ticks.length, document.work.proofs.length];
    })
    .toEqual([ids.length, 1]);
  running.process.kill('SIGKILL');
});

test('not dead leads to what it may be and never past it; something else found live voids the proof; a name stands beside who was told', async ({
  page,
}) => {
  await page.goto(WALL);
  const goTo = async (name: RegExp) => {
    await page.getByTestId('aw-list').tap();
    await page.locator('.aw-sheet li button').filter({ hasText: name }).first().tap();
  };
  // everything before the breaker
  for (let id = await idOf(page); !id.startsWith('breaker-off'); id = await idOf(page)) {
    await measure(page);
    await page.getByTestId('aw-done').tap();
    await expect(card(page)).not.toHaveAttribute('data-testid', `aw-${id}`);
  }
  await page.getByTestId('aw-who').fill('helper');
  await page.getByTestId('aw-who').blur();
  await page.getByTestId('told-household').tap();
  await expect(page.getByTestId('told-household')).toContainText('helper');
  await page.getByTestId('told-breaker').tap();
  await page.getByTestId('aw-done').tap();
  await expect(card(page)).toHaveAttribute('data-testid', /^aw-prove-dead/);
  await page.getByTestId('aw-testerBefore').tap();
  await key(page, '120');
  await key(page, '118');
  const not = page.getByTestId('not-dead');
  await expect(not).toContainText('wrong breaker');
  await expect(page.getByTestId('aw-pad')).toHaveCount(0);
  await expect(page.getByTestId('aw-hotGround')).toBeDisabled();
  await expect(page.getByTestId('aw-done')).toBeDisabled();
  await page.getByTestId('aw-hotNeutral').tap();
  for (const volts of ['0', '0', '0', '120']) await key(page, volts);
  await expect(not).toHaveCount(0);
  await expect(card(page)).toContainText('Read by helper.');
  await page.getByTestId('aw-done').tap();
  await goTo(/^\d+\. Prove it dead/);
  await expect(page.getByTestId('aw-done')).toHaveText('Take back');
  await page.getByTestId('aw-found').tap();
  await page.getByTestId('found-live').tap();
  await expect(page.getByRole('alert')).toContainText('Every proof of dead is void');
  await expect(page.getByTestId('aw-done')).toHaveText('Done');
  await goTo(/^\d+\. Open Bookcase box/);
  await expect(page.getByTestId('aw-gate')).toContainText('not proved dead');
});

test('found otherwise in two taps: the survey has it, the ledger judges anew, the cut stops; an estimate is no ok; volts can’t be estimated', async ({
  page,
}) => {
  await page.goto(WALL);
  await page.getByTestId('aw-done').tap();
  await page.locator('[data-testid^=aw-ask-]').first().tap();
  await page.getByTestId('pad-2').tap();
  await page.getByTestId('pad-5/8').tap();
  await expect(page.getByTestId('pad-shown')).toHaveText('2 5/8');
  await page.getByTestId('pad-estimated').tap();
  const ask = page.locator('[data-testid^=aw-ask-]').first();
  await expect(ask).toHaveAttribute('data-verdict', 'can’t tell');
  await expect(ask).toContainText('estimated');
  await page.getByTestId('aw-done').tap();
  // behind the new opening a block
  await page.getByTestId('aw-found').tap();
  await page.getByTestId('found-fire-block').tap();
  await expect(page.getByRole('alert')).toContainText('in the survey of');
  const { document } = (await (await page.request.get('/api/v1/houses/quince-street-14')).json()) as { document: { site: { walls: { obstacles: { kind: string }[] }[] } } }; // prettier-ignore
  await expect
    .poll(async () => {
      const now = (await (await page.request.get('/api/v1/houses/quince-street-14')).json()) as { document: typeof document };
      const blocks = (d: typeof document) => d.site.walls.flatMap((w) => w.obstacles).filter((o) => o.kind === 'fire-block').length;
      return blocks(now.document) - blocks(document) >= 0 && blocks(now.document) > 0;
    })
    .toBe(true);
  // a proof is read on a tester, not guessed
  await page.getByTestId('aw-list').tap();
  await page.locator('.aw-sheet li button').filter({ hasText: 'Test every' }).first().tap();
  await page.locator('[data-testid^=aw-ask-]').first().tap();
  await expect(page.getByTestId('pad-estimated')).toHaveCount(0);
});

for (const light of ['light', 'dark', 'dim'] as const)
  test(`the cards have no serious violation in the ${light} light, text at AAA, also twice as large`, async ({ page }) => {
    await page.addInitScript((is) => localStorage.setItem('saddle-light', is), light);
    await page.goto(WALL);
    await expect(page.locator('sa-at-wall')).toHaveAttribute('data-light', light);
    for (const turn of ['as it is', 'list', 'twice as large']) {
      if (turn === 'list') await page.getByTestId('aw-list').tap();
      if (turn === 'twice as large') {
        await page.getByTestId('aw-list').tap();
        await page.evaluate(() => (document.documentElement.style.fontSize = '200%'));
        expect(await page.evaluate(() => document.documentElement.scrollWidth - document.documentElement.clientWidth)).toBeLessThanOrEqual(
          0,
        );
        await expect(page.getByTestId('aw-done')).toBeInViewport();
      }
      const { violations } = await new AxeBuilder({ page })
        .withTags(['wcag2a', 'wcag2aa', 'wcag21aa', 'wcag22aa'])
        .options({ rules: { 'color-contrast-enhanced': { enabled: true } } })
        .exclude('.aw-drawing')
        .setLegacyMode()
        .analyze();
      const serious = violations.filter((v) => v.impact === 'serious' || v.impact === 'critical');
      expect(serious.map((v) => `${turn}, ${v.id}: ${v.nodes.map((n) => n.target.join(' ')).join(', ')}`)).toEqual([]);
    }
  });
