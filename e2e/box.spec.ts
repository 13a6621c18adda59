/** The wall: mouse, keys and tape move the same box, and everything follows. */
import { expect, finding, goTo, openJob, saved, test, type Page, type Route } from './saddle.js';

/** The rules of the US book come as a file of their own: what becomes of it. */
const rulesOfBook = (page: Page, when: (route: Route) => Promise<void>): Promise<unknown> => page.route(/\/us-\w{8}\.js$/, when);

test('the boxes stand on their walls before the plan is judged, and nothing counts as clear meanwhile', async ({ page }) => {
  let judge = (): void => undefined;
  const asked = new Promise<void>((resolve) => (judge = resolve));
  await rulesOfBook(page, async (route) => asked.then(() => route.continue()));
  await page.goto('/jobs/sewing-corner/box');
  await expect(page.getByTestId('box-sewing-box')).toBeVisible();
  await expect(page.getByTestId('dim-left-left end of the wall')).toContainText('49 3/16"');
  await expect(page.getByText('Checking the plan …')).toBeVisible();
  const rail = page.getByRole('navigation', { name: 'Stages of the job' });
  await expect(rail.locator('[data-state=clear]')).toHaveCount(0);
  // what is built goes by steps, and there are none yet
  const built = page.getByRole('button', { name: 'as built' });
  await expect(built).toBeDisabled();
  judge();
  await expect(page.getByText('Fill of Hall box once tapped')).toBeVisible();
  await expect(built).toBeEnabled();
  await expect(rail.locator('[data-state=stopped]')).not.toHaveCount(0);
  await page.unrouteAll({ behavior: 'ignoreErrors' });
});

test('where its rules can’t be fetched a plan stands and is edited; the ledger says why it is not judged', async ({ page }) => {
  await rulesOfBook(page, (route) => route.abort());
  await page.goto('/jobs/sewing-corner/box');
  await expect(page.getByText('The rules of this house’s book could not be fetched')).toBeVisible();
  await page.getByTestId('tape').fill('x 47');
  await page.getByTestId('tape').press('Enter');
  await expect(page.getByTestId('dim-left-left end of the wall')).toContainText('47"');
  await saved(page);
  // a stage that is made of steps can't come without them; what is open stays
  await page.getByRole('navigation', { name: 'Stages of the job' }).getByRole('link', { name: 'Work' }).click();
  await expect(page.getByText('That page could not be loaded')).toBeVisible();
  await expect(page.getByTestId('box-sewing-box')).toBeVisible();
  // at the wall nobody is told that there is nothing to do
  await page.goto('/jobs/sewing-corner/at-the-wall');
  await expect(page.getByText('That page could not be loaded')).toBeVisible();
  await expect(page.getByText('Nothing to do yet')).toHaveCount(0);
  await page.unrouteAll({ behavior: 'ignoreErrors' });
  await page.goto('/jobs/sewing-corner/box');
  await expect(page.getByText('Fill of Hall box once tapped')).toBeVisible();
});

test('drag, keys and tape; flip mirrors; outside the wall is refused', async ({ page }) => {
  await openJob(page, 'box');
  const box = page.getByTestId('box-sewing-box');
  const dimension = page.getByTestId('dim-left-left end of the wall');
  await expect(dimension).toContainText('49 3/16"');

  await expect(page.getByTestId('wall')).toHaveClass(/in-hand/);
  // drag 60 px right: the dimension grows while the mouse is down, and stays
  const start = (await box.boundingBox())!;
  await page.mouse.move(start.x + 10, start.y + 30);
  await page.mouse.down();
  await page.mouse.move(start.x + 40, start.y + 30, { steps: 4 });
  const during = await dimension.textContent();
  expect(during).not.toContain('49 3/16');
  await page.mouse.move(start.x + 70, start.y + 30, { steps: 4 });
  await page.mouse.up();
  const after = (await dimension.textContent())!;
  expect(Number.parseFloat(after)).toBeGreaterThan(51);
  await page.getByTestId('undo').click();
  await expect(dimension).toContainText('49 3/16"');

  // digits go to the tape from anywhere
  await page.getByRole('heading', { name: /Seen from/ }).click();
  await page.keyboard.press('4');
  await page.keyboard.type('7 1/2');
  await page.keyboard.press('Enter');
  await expect(dimension).toContainText('47 1/2"');
  // a sixteenth with the arrow, an inch with Shift
  await page.getByTestId('tape').press('ArrowUp');
  await expect(dimension).toContainText('47 9/16"');
  await page.getByTestId('tape').press('Shift+ArrowDown');
  await expect(dimension).toContainText('46 9/16"');
  await page.getByTestId('tape').press('Escape');
  await page.keyboard.press('ArrowUp');
  await expect(page.getByTestId('dim-bottom')).toHaveText('13 5/16"');

  // into a stud: a stop with a way out
  await page.getByTestId('tape').fill('x 54 1/2');
  await page.getByTestId('tape').press('Enter');
  const stud = await finding(page, 'Opening and studs');
  await expect(stud).toHaveAttribute('data-verdict', 'stop');
  await stud
    .getByRole('button', { name: /clear of the stud/ })
    .first()
    .click();
  await expect(stud).not.toHaveAttribute('data-verdict', 'stop');

  // nonsense and impossible places are refused with a reason, nothing changes
  const before = await dimension.textContent();
  for (const [entry, says] of [
    ['x 13 1/0', /0 below the line/],
    ['x abc', /not a length/],
    ['x 300', /outside it/],
    ['b 95', /above the wall/],
  ] as const) {
    await page.getByTestId('tape').fill(entry);
    await page.getByTestId('tape').press('Enter');
    await expect(page.locator('#tape-says')).toHaveText(says);
    await expect(dimension).toHaveText(before!);
  }

  // the other face: mirrored, the same box as a ghost
  await page.getByTestId('tape').press('Escape');
  await page.getByTestId('tape').fill('x 49 3/16');
  await page.getByTestId('tape').press('Enter');
  await page.getByTestId('tape').press('Escape');
  await page.keyboard.press('f');
  await expect(page.getByRole('heading', { name: 'Seen from the hall' })).toBeVisible();
  await expect(page.getByText('Sewing box · other face')).toBeVisible();
  await expect(page.getByTestId('dim-left-door edge')).toContainText('40 9/16"'); // 92 − 51 7/16
  await saved(page);
});

test('the ledger opens to its sum; remedies apply, undo survives a reload', async ({ page }) => {
  await openJob(page, 'box');
  const fill = await finding(page, /Fill of Hall box/);
  await expect(fill).toHaveAttribute('data-verdict', 'stop');
  await expect(fill).toContainText('20.00 in³');
  await expect(fill).toContainText('NEC 2020, 314.16(B) · from memory');
  await fill.getByRole('button', { name: /one gang, deep 20 in³/ }).click();
  await expect(fill).toHaveAttribute('data-verdict', 'ok');
  await goTo(page, 'Feed');
  await (await finding(page, /Everything on circuit 4/)).getByRole('button', { name: 'Move the hall heater to another circuit' }).click();
  await expect(await finding(page, /Everything on circuit 4/)).toContainText('11.4 A of 15 A');
  await saved(page);
  await page.reload();
  await page.getByTestId('undo').click();
  await expect(await finding(page, /Everything on circuit 4/)).toHaveAttribute('data-verdict', 'stop');
  await page.getByTestId('undo').click();
  await expect(page.getByTestId('undo')).toBeDisabled();
  await saved(page);
  await page.reload();
  await page.getByTestId('redo').click();
  await page.getByTestId('redo').click();
  await expect(await finding(page, /Everything on circuit 4/)).toHaveAttribute('data-verdict', 'ok');
  await goTo(page, 'Box');
  await expect(await finding(page, /Fill of Hall box/)).toHaveAttribute('data-verdict', 'ok');
});

test('schools change the plan of both boxes', async ({ page }) => {
  await openJob(page, 'wire');
  await expect(page.getByText(/Splice the black \(H\)/)).toHaveCount(1);
  await page.getByLabel('terminals').selectOption('clamp plate');
  await expect(page.getByText(/under the clamp plate of the brass upper screw/).first()).toBeVisible();
  await page.getByLabel('splices', { exact: true }).selectOption('lever');
  await expect(page.getByText(/lever connector, 4 ports/).first()).toBeVisible();
  await page.getByLabel('devices are').selectOption('fed through');
  await expect(page.getByText(/two screws a side/)).toBeVisible();
  await page
    .getByRole('group', { name: /State of the house/ })
    .getByRole('button', { name: 'as found' })
    .click();
  await expect(page.getByText(/brass lower screw/).first()).toBeVisible();
  await expect(page.getByText('Sewing box', { exact: true })).toHaveCount(0);
});
