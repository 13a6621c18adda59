/** The same wall by touch on a phone: a stud, a box, the tape, and a job from it. */
import { expect, finding, saved, showAll, test } from './saddle.js';

test('a wall surveyed by touch, and an outlet raised from it', async ({ page }) => {
  await page.goto('/houses/quince-street-14');
  await page.getByTestId('add-room').tap();
  await page.getByLabel('name of the room').fill('linen room');
  await page.getByLabel('it is a').selectOption('closet');
  await page.getByTestId('round').fill(`7' 6", 6'`);
  await page.getByTestId('keep-room').tap();
  await expect(page.getByRole('heading', { name: /linen room, wall 1/ })).toBeVisible();
  const add = async (what: string) => {
    await page.getByTestId('add').tap();
    await page.getByRole('button', { name: new RegExp(`^${what}`) }).tap();
  };
  const enter = async (text: string) => {
    await page.getByTestId('tape').fill(text);
    await page.getByRole('button', { name: 'Set', exact: true }).tap();
  };
  await add('stud');
  await enter('17 1/4');
  await add('box');
  await enter('x 18 from left');
  await enter('b 12');
  await expect(page.getByTestId('dim-bottom')).toHaveText('12"');
  // dragged with a finger, by mouse events of the emulated screen
  await saved(page);
  await page.getByRole('button', { name: /^panel/ }).tap();
  await page.getByRole('tab', { name: 'selected' }).tap();
  await page.getByText('Start a job here').tap();
  await page.getByLabel('name of the job').fill('Linen shelf');
  await page.getByLabel('new height to its bottom').fill('44');
  await page.getByLabel('new height to its bottom').blur();
  await page.getByTestId('start-job').tap();
  await expect(page).toHaveURL(/\/jobs\/[\w-]+\/box$/);
  await expect(page.getByTestId('dim-bottom')).toHaveText('44"');
  // nobody has said which breaker feeds it: that can’t be told, and it is asked for
  const breaker = await finding(page, /Which breaker/);
  await showAll(page);
  await expect(breaker).toHaveAttribute('data-verdict', 'can’t tell');
});

test('the tape and the ledger’s bar with its counts are in sight, without scrolling', async ({ page }) => {
  await page.goto('/jobs/aquarium-alcove/box');
  const field = page.locator('.tape-entry input');
  await expect(field).toBeVisible();
  await expect(field).toBeInViewport({ ratio: 1 });
  const bar = page.locator('.ledger-toggle');
  await expect(bar).toBeInViewport({ ratio: 1 });
  await expect(bar).toContainText(/\d stop/);
  // neither lies over the other
  const [tape, foot] = [await page.locator('sa-tape').boundingBox(), await bar.boundingBox()];
  expect(tape!.y + tape!.height).toBeLessThanOrEqual(foot!.y + 1);
  await page.goto('/houses/quince-street-14/walls/sewing-hall/A');
  await expect(field).toBeInViewport({ ratio: 1 });
  await expect(page.getByRole('button', { name: 'Wall to the right, round the room' })).toContainText('›');
});

test('a thumb on a drawing scrolls it, unless it lies on what can be dragged there', async ({ page }) => {
  const touch = (selector: string) =>
    page
      .locator(selector)
      .first()
      .evaluate((e) => getComputedStyle(e).touchAction);
  await page.goto('/bench');
  await expect(page.locator('.bench-end').first()).toBeVisible();
  expect([await touch('.bench-svg'), await touch('.bench-end')]).toEqual(['auto', 'none']);
  // swiped up beside what can be grabbed: the page goes with the thumb; to the left, the drawing
  const client = await page.context().newCDPSession(page);
  const swipe = async (x: number, y: number, dx: number, dy: number) => {
    const at = (part: number) => [{ x: x + dx * part, y: y + dy * part }];
    await client.send('Input.dispatchTouchEvent', { type: 'touchStart', touchPoints: at(0) });
    for (let n = 1; n <= 10; n++) await client.send('Input.dispatchTouchEvent', { type: 'touchMove', touchPoints: at(n / 10) });
    await client.send('Input.dispatchTouchEvent', { type: 'touchEnd', touchPoints: [] });
  };
  // where it lies now: what is drawn later above it moves it down, and a swipe that began on the move goes nowhere
  const swiped = (dx: number, dy: number, moved: () => Promise<number>) =>
    expect(async () => {
      const box = (await page.locator('.bench-scroll').boundingBox())!;
      await swipe(200, box.y + box.height - 40, dx, dy);
      await expect.poll(moved, { timeout: 2000 }).toBeGreaterThan(50);
    }).toPass({ timeout: 60_000 });
  await swiped(-150, 0, () => page.locator('.bench-scroll').evaluate((e) => e.scrollLeft));
  await swiped(0, -250, () => page.evaluate(() => window.scrollY));
  // the plan of a way too; its point to pass is dragged
  await page.goto('/jobs/kiln-corner/route');
  await expect(page.locator('.way-leg, .way-hit').first()).toBeAttached({ timeout: 60_000 });
  const plan = page.locator('svg:has(.way-hit)').first();
  expect(await plan.evaluate((e) => getComputedStyle(e).touchAction)).toBe('auto');
});

test('what is done folds up, and the next step stands where it stays: nothing glides under the thumb', async ({ page }) => {
  await page.goto('/jobs/sewing-corner/work');
  const current = page.locator('.steps > li.current');
  await expect(current.getByRole('button', { name: 'Done' })).toBeVisible();
  /** ticks what is in hand; where its next begins in each of the 40 pictures after that, and whether the page went there */
  const tick = () =>
    current.evaluate(async (step) => {
      const from = scrollY;
      step.querySelector<HTMLElement>('[data-testid^=do-]')!.click();
      const tops: number[] = [];
      for (let n = 0; n < 40; n++) {
        await new Promise(requestAnimationFrame);
        tops.push(document.querySelector('.steps > li.current')!.getBoundingClientRect().top);
      }
      return { tops: [...new Set(tops)], went: scrollY !== from };
    });
  // far down the page, where folding up takes the next above the screen
  await page.evaluate(() => scrollTo(0, document.documentElement.scrollHeight));
  const { tops, went } = await tick();
  expect(went).toBe(true);
  expect(tops).toHaveLength(1);
  expect(tops[0]).toBeGreaterThanOrEqual(0);
});
