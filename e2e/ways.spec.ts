/** From need to way with an outlet of one's own on the sample house: chosen, forbidden, drawn, printed; and what can't be done says why. */
import { expect, fill, finding, goTo, saved, test, type Page } from './saddle.js';

const open = async (page: Page, job: string): Promise<void> => {
  await page.goto(`/jobs/${job}/route`);
  const choice = page.getByRole('group', { name: 'Ways or the cable' });
  await expect(page.getByRole('heading', { name: /^(Ways there|How the cable gets there)$/ })).toBeVisible();
  if (await choice.count()) await choice.getByRole('button', { name: 'ways there' }).click();
  await expect(page.getByTestId('searched')).toBeVisible({ timeout: 60_000 });
  await answered(page);
};
/** What is shown answers what stands there now. */
const answered = (page: Page): Promise<void> => expect(page.getByTestId('ways')).toHaveAttribute('aria-busy', 'false', { timeout: 60_000 });
const first = (page: Page) => page.getByTestId('way-0');
const need = async (page: Page, job: string): Promise<void> => {
  await page.goto(`/jobs/${job}/need`);
  await expect(page.getByLabel('name of the job')).toBeVisible();
};
const tab = (page: Page, name: string) => page.getByRole('tablist', { name: 'About this' }).getByRole('tab', { name }).click();

test('an outlet behind the study desk: from need to the chosen way, the favourite forbidden, the next one taken', async ({ page }) => {
  await page.goto('/start');
  await page.getByTestId('purpose-outlet').click();
  await page.getByLabel('name of the job').fill('Desk outlet');
  await page.getByLabel('wall, seen from').selectOption({ label: 'study, wall 4, from the study' });
  await fill(page, 'from its left end to the middle of the box', `4' 2 1/2`);
  await fill(page, 'floor to the bottom of the box', '13 1/4');
  await page.getByTestId('start').click();
  await expect(page).toHaveURL(/\/jobs\/.+\/need$/);
  await page.getByTestId('appliance').fill('plotter');
  await page.getByLabel('watts or amps on the plate').fill('400 W');
  await page.getByRole('button', { name: 'Add', exact: true }).click();
  await saved(page);
  await goTo(page, 'Route');
  await answered(page);
  await expect(first(page)).toContainText('favourite');
  const favourite = await first(page).getAttribute('data-key');
  const feed = favourite!.split('>')[0]!;
  await expect(page.getByTestId('way-plan').locator('polyline.way-line')).not.toHaveCount(0);

  // not by the feed of the favourite: another is the favourite then
  await first(page).getByTestId('forbid').first().click();
  await expect(first(page)).not.toHaveAttribute('data-key', favourite!, { timeout: 60_000 });
  expect((await first(page).getAttribute('data-key'))!.startsWith(feed)).toBe(false);
  await expect(page.getByTestId('allow')).toHaveCount(1);
  await answered(page);
  await page.getByTestId('choose').click();
  await expect(first(page)).toContainText('taken');
  await saved(page);
  // what the way brings is in the plan, and judged
  await expect(await finding(page, 'Cable: cut and buy')).toHaveAttribute('data-verdict', 'note');

  // undone step by step, the first favourite is back
  await page.getByRole('button', { name: /^Undo/ }).click();
  await page.getByRole('button', { name: /^Undo/ }).click();
  await expect(first(page)).toHaveAttribute('data-key', favourite!, { timeout: 60_000 });
});

test('kiln: the basement and its joists, then the attic by a word, on plan and walls, and on paper', async ({ page }) => {
  await open(page, 'kiln-corner');
  await expect(first(page)).toContainText('through the basement');
  await page.getByTestId('way-sums').getByText('the sums of these figures').click();
  await expect(page.getByTestId('way-sums')).toContainText('Connect in the panel, space 13');
  await tab(page, 'holes and lengths');
  await expect(page.getByText('6 joists under the loom room', { exact: false })).toBeVisible();
  await expect(page.getByTestId('way-cut')).toHaveText(`27' 6"`);
  await expect(page.getByTestId('buy')).toContainText('20 A breaker');
  await page.getByRole('group', { name: 'Drawing' }).getByRole('button', { name: 'Loom room, kiln wall' }).click();
  await expect(page.getByTestId('way-wall').getByText('24" · middle of the box')).toBeVisible();
  await tab(page, 'ways');
  await page.getByLabel('the cable goes by').selectOption({ label: 'the attic' });
  await expect(first(page)).toContainText('over the attic', { timeout: 60_000 });
  await page.getByRole('group', { name: 'Drawing' }).getByRole('button', { name: 'plan' }).click();
  const via = page.getByTestId('via');
  await expect(via).toBeVisible();
  // the cross is moved by keys and by hand, and searched again
  const before = await via.locator('circle').getAttribute('cx');
  await via.focus();
  await page.keyboard.press('ArrowLeft');
  await expect(via.locator('circle')).not.toHaveAttribute('cx', before!);
  const box = (await via.boundingBox())!;
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
  await page.mouse.down();
  await page.mouse.move(box.x + 60, box.y + 40, { steps: 4 });
  await page.mouse.up();
  await expect(first(page)).toContainText('over the attic', { timeout: 60_000 });
  await saved(page);
  const sheet = await page.request.get((await page.getByTestId('route-sheet').getAttribute('href'))!);
  expect(sheet.headers()['content-type']).toContain('application/pdf');
  expect((await sheet.body()).length).toBeGreaterThan(10_000);
});

test('what counts for the owner changes the favourite; the feeds say why they are refused', async ({ page }) => {
  await open(page, 'sewing-corner');
  await expect(first(page)).toContainText('From Hall box: within the bay');
  for (const c of ['hours', 'money', 'holes', 'drying']) {
    await page.getByTestId(`weight-${c}`).fill('0');
    await page.getByTestId(`weight-${c}`).dispatchEvent('change');
  }
  // only what was looked at counts: no way with a doubt is first
  await expect(first(page).locator('.way-row span').filter({ hasText: 'doubts' }).locator('b')).toHaveText('0', { timeout: 60_000 });
  await goTo(page, 'Feed');
  const hall = page.getByTestId('feed-hall-box');
  await expect(hall).toContainText('would do: Move the hall heater');
  await hall.getByRole('button', { name: /Hall box/ }).click();
  await hall.getByRole('button', { name: 'not from here' }).click();
  await expect(hall).toContainText('forbidden');
});

test('another way takes the place of the first; what was altered by hand stays and is named', async ({ page }) => {
  await open(page, 'sewing-corner');
  await first(page).getByRole('button').first().click();
  await page.getByTestId('choose').click();
  await goTo(page, 'Box');
  await page.getByTestId('tape').fill('b 14');
  await page.getByTestId('tape').press('Enter');
  await saved(page);
  await goTo(page, 'Route');
  await open(page, 'sewing-corner');
  await page.getByTestId('way-1').getByRole('button').first().click();
  await page.getByTestId('choose').click();
  await expect(page.getByTestId('taken-said')).toContainText('Kept as you altered it: Set Sewing corner');
});

test('on a stud, in a door, and where nothing leads, it says so and what would do', async ({ page }) => {
  await need(page, 'sewing-corner');
  await fill(page, 'from its left end to the middle of the box', '40');
  await saved(page);
  await open(page, 'sewing-corner');
  await expect(page.getByTestId('no-way')).toContainText('would sit on the stud at 40": 38 1/8" or 41 7/8"', { timeout: 60_000 });
  await need(page, 'sewing-corner');
  await fill(page, 'from its left end to the middle of the box', `12'`);
  await expect(page.getByRole('alert').filter({ hasText: 'past the end of Sewing room, hall wall' }).first()).toBeVisible();
  await open(page, 'kiln-corner');
  for (const space of ['the basement', 'the attic']) {
    await first(page).getByTestId('forbid').filter({ hasText: space }).click();
    await expect(page.getByTestId('allow').filter({ hasText: space })).toBeVisible();
    if (space === 'the basement') await expect(first(page)).toContainText('over the attic', { timeout: 60_000 });
  }
  await expect(page.getByTestId('no-way')).toContainText('No fit feed is reached from there', { timeout: 60_000 });
  await expect(page.getByTestId('no-way')).toContainText('forbidden here');
});

test('joists nobody looked at are asked for; the answer is the house’s, and can be undone', async ({ page }) => {
  await open(page, 'rain-barrel-pump');
  const ask = page.getByTestId('joists').filter({ hasText: 'under the pantry' });
  await expect(ask).toContainText('the favourite stays the same');
  await ask.getByRole('button', { name: 'across it' }).click();
  await expect(ask).toHaveCount(0, { timeout: 60_000 });
  await page.getByRole('button', { name: /^Undo/ }).click();
  await expect(ask).toHaveCount(1, { timeout: 60_000 });
});

test('a raceway with one more outlet, and ten lamps in two rows', async ({ page }) => {
  await open(page, 'model-railway');
  await tab(page, 'holes and lengths');
  const pieces = page.getByTestId('raceway-pieces');
  await expect(pieces.getByRole('row').filter({ hasText: 'device box' })).toHaveCount(6);
  await need(page, 'model-railway');
  await page.getByLabel('12 AWG wires it is made for').fill('2');
  await page.getByLabel('12 AWG wires it is made for').blur();
  await saved(page);
  await open(page, 'model-railway');
  await tab(page, 'holes and lengths');
  await expect(page.getByText('more wires than it is made for')).toBeVisible({ timeout: 60_000 });
  await open(page, 'cellar-lights');
  await tab(page, 'holes and lengths');
  await expect(page.getByTestId('lamp-sections').getByRole('row')).toHaveCount(11);
  await need(page, 'cellar-lights');
  await fill(page, 'how many', '6');
  await saved(page);
  await open(page, 'cellar-lights');
  await tab(page, 'holes and lengths');
  await expect(page.getByTestId('lamp-sections').getByRole('row')).toHaveCount(7, { timeout: 60_000 });
});

test('a bare house: a room typed round, a panel hung, and an outlet wanted, with figures of one’s own', async ({ page }) => {
  const bare = {
    ...{ format: 'saddle-house', version: 4, id: 'own-house', name: 'Own house', edition: 'US-2023', unit: 'in', built: 1994 },
    site: { rooms: [], walls: [], boxes: [], cables: [], devices: [], circuits: [], loads: [] },
  };
  expect((await page.request.post('/api/v1/houses', { data: bare })).status()).toBe(201);
  await page.goto('/houses/own-house');
  await page.getByTestId('add-room').click();
  await page.getByLabel('name of the room').fill('den');
  await page.getByLabel('it is a').selectOption('living');
  await page.getByTestId('round').fill(`13' 4", 11' 2", 13' 4", 11' 2"`);
  await page.getByTestId('keep-room').click();
  await saved(page);
  await page.goto('/houses/own-house/panel');
  await page.getByTestId('start-panel').click();
  await page.getByRole('tab', { name: 'panel' }).click();
  await page.getByLabel('it hangs on').selectOption({ label: 'den, wall 3, from the den' });
  await saved(page);
  await page.goto('/start?house=own-house');
  await page.getByTestId('purpose-outlet').click();
  await page.getByLabel('house', { exact: true }).selectOption('Own house');
  await page.getByLabel('wall, seen from').selectOption({ label: 'den, wall 1, from the den' });
  await fill(page, 'from its left end to the middle of the box', `3' 7"`);
  await page.getByTestId('start').click();
  await expect(page).toHaveURL(/\/need$/);
  await goTo(page, 'Route');
  await answered(page);
  // nothing is known over and under the room: only the long way through the studs, and what could open another is named
  await expect(first(page)).toContainText('round the corner');
  await expect(page.getByText('nobody said what lies above the den')).toBeVisible();
  await page.goto(
    '/houses/own-house/rooms/' + ((await (await page.request.get('/api/v1/houses/own-house')).json()).document.site.rooms[0].id as string),
  );
  await page.getByLabel('above it').selectOption('attic');
  await saved(page);
  await page.getByRole('link', { name: 'jobs', exact: true }).click();
  await page.getByRole('link', { name: /A new outlet, den/ }).click();
  await answered(page);
  await expect(first(page)).toContainText('over the attic');
  await tab(page, 'holes and lengths');
  // the walls’ depth was never measured: no plate hole passes as fine
  await expect(page.locator('.finding[data-verdict="ok"]').filter({ hasText: 'plate' })).toHaveCount(0);
  await expect(page.getByText('was only assumed', { exact: false }).first()).toBeVisible();
});

test('the place moved after a way was taken: the Route stage says so, and a way taken again plans it there', async ({ page }) => {
  await open(page, 'kiln-corner');
  await first(page).getByRole('button').first().click();
  await page.getByTestId('choose').click();
  await expect(first(page)).toContainText('taken');
  await expect(page.getByTestId('off-wanted')).toBeHidden();
  await need(page, 'kiln-corner');
  await fill(page, 'from its left end to the middle of the box', '55');
  await open(page, 'kiln-corner');
  await expect(page.getByTestId('off-wanted')).toContainText('31"');
  await first(page).getByRole('button').first().click();
  await page.getByTestId('choose').click();
  await expect(page.getByTestId('off-wanted')).toBeHidden();
});
