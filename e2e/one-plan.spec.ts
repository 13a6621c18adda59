/** One house, one plan: a circuit of its own from need to closed, then a job that finds what the first one built. Numbers of its own. */
import { expect, fill, finding, goTo, saved, showAll, test } from './saddle.js';
import { done, proveDead, step, takeFirst, value } from './work.js';

test('a dust collector on a circuit of its own: panel, way, steps, closed; the next job finds its box, circuit and load', async ({
  page,
}) => {
  await page.goto('/start');
  await page.getByTestId('purpose-own-circuit').click();
  await page.getByTestId('start').click();
  await expect(page.getByRole('alert')).toContainText('Say which wall, seen from which room.');
  await page.getByLabel('wall, seen from').selectOption({ label: 'Loom room, kiln wall, from the loom room' });
  await fill(page, 'from its left end to the middle of the box', `3' 2 1/2"`);
  await fill(page, 'floor to the bottom of the box', '18');
  await page.getByLabel('name of the job').fill('Dust collector');
  await page.getByTestId('start').click();
  await expect(page).toHaveURL(/\/jobs\/[\w-]+\/need$/);
  const job = page.url().split('/').at(-2)!;
  await showAll(page);
  await expect(await finding(page, 'The way there')).toHaveAttribute('data-verdict', 'can’t tell');
  await page.getByTestId('appliance').fill('dust collector');
  await page.getByLabel('watts or amps on the plate').fill('9.6 A');
  await page.getByRole('button', { name: 'Add', exact: true }).click();

  // nothing of it is planned yet, and every stage says so
  for (const [stage, says] of [['Box', 'No box yet'], ['Wire', 'No box is touched yet'], ['Buy', 'Nothing yet'], ['Work', 'No steps yet']] as const) {
    await goTo(page, stage);
    await expect(page.locator('main.stage')).toContainText(says);
  } // prettier-ignore

  await takeFirst(page);
  await saved(page);
  await goTo(page, 'Feed');
  await expect(page.getByText(/The panel, by a circuit \d+/)).toBeVisible();
  await page.getByLabel('type printed on the breaker').fill('P1');
  await page.getByLabel('type printed on the breaker').blur();
  await expect(await finding(page, 'Breaker made for this panel')).toHaveAttribute('data-verdict', 'ok');
  await page.getByLabel('space in the panel').selectOption({ label: '16, leg B' });
  await expect(page.getByText('The panel, by a circuit 16')).toBeVisible();

  // 9.6 A of 20 A, and nothing else is on it
  await expect(await finding(page, 'Everything on circuit 16 at once')).toContainText('9.6 A of 20 A');
  await goTo(page, 'Box');
  await expect(page.getByRole('heading', { name: 'Seen from the loom room' })).toBeVisible();
  await goTo(page, 'Wire');
  await expect(page.getByTestId('panel-end')).toContainText('space 16');
  await expect(page.getByTestId('panel-end')).toContainText('Ground to the ground bar');
  await goTo(page, 'Buy');
  await expect(page.getByRole('row', { name: /20 A .*breaker of the make and type listed/ })).toBeVisible();

  await goTo(page, 'Work');
  await done(page, 'prepare');
  await value(page, 'mark-out', 'bottom', '18');
  await done(page, 'mark-out');
  await done(page, 'cut-opening');
  await done(page, 'bore-way');
  await value(page, 'lay-cable', 'out-target', '14');
  await done(page, 'lay-cable');
  await value(page, 'set-new-box', 'free-target', '8');
  await done(page, 'set-new-box');
  await done(page, 'wire-new');
  await expect(step(page, 'panel-connect').getByRole('checkbox')).toBeDisabled();
  await done(page, 'breaker-off');
  await proveDead(page);
  await value(page, 'panel-connect', 'sheath-panel', '1');
  await done(page, 'panel-connect');
  await done(page, 'close-boxes');

  // not while the main is off
  await goTo(page, 'Record');
  await page.getByTestId('close-job').click();
  await expect(page.getByTestId('hindrances')).toContainText('The breaker is still off');
  await goTo(page, 'Work');
  await done(page, 'energise');
  await value(page, 'test', 'hn', '119.8');
  await value(page, 'test', 'hg', '119.7');
  await value(page, 'test', 'ng', '0.2');
  await done(page, 'test');
  await done(page, 'record');
  await goTo(page, 'Record');
  await page.getByTestId('close-job').click();
  await expect(page.getByTestId('closed')).toBeVisible();
  await page.getByTestId('closed').getByRole('link', { name: 'history' }).click();
  await expect(page.getByTestId(`history-${job}`)).toContainText('Breaker for Dust collector');

  // the panel has its breaker, and a second job on that circuit finds the load of the first
  await page.goto('/houses/quince-street-14/panel?space=16');
  await expect(page.getByText('Dust collector').first()).toBeVisible();
  await page.goto('/start');
  await page.getByTestId('purpose-outlet').click();
  await page.getByLabel('wall, seen from').selectOption({ label: 'Loom room, kiln wall, from the loom room' });
  await fill(page, 'from its left end to the middle of the box', `5' 1"`);
  await page.getByTestId('start').click();
  await page.getByTestId('appliance').fill('bench lamp');
  await page.getByLabel('watts or amps on the plate').fill('40 W');
  await page.getByRole('button', { name: 'Add', exact: true }).click();
  await goTo(page, 'Feed');
  const first = page.locator('.feeds-list > li').filter({ hasText: 'Dust collector' });
  await expect(first).toBeVisible({ timeout: 60_000 });
  await first.getByRole('button', { name: /Dust collector/ }).click();
  await first.getByRole('button', { name: /Everything on circuit 16/ }).click();
  // 9.6 A of the first + 40 W ÷ 120 V = 0.33 A of the second
  await expect(first.locator('table.sum').first()).toContainText('dust collector');
  await expect(first).toContainText('9.93 A');

  // something rests on it only once it is planned on it
  await page.goto(`/jobs/${job}/record`);
  await page.getByTestId('reopen').click();
  await expect(page.getByTestId('close-job')).toBeVisible();
});

test('jobs of one house know each other: one comes after the other and finds its box; a survey that went on is listed', async ({
  page,
}) => {
  await page.goto('/jobs/router-shelf/feed');
  await expect(await finding(page, 'Circuit 5 with “Aquarium alcove”')).toBeVisible();
  await goTo(page, 'Need');
  await page.getByLabel(/comes after/).selectOption({ label: 'Aquarium alcove' });
  await saved(page);
  await goTo(page, 'Feed');
  await expect(page.getByText('Circuit 5 with “Aquarium alcove”')).toHaveCount(0);
  // 260 W and router 30 W, aquarium 400 W, these continuous: 2.17 + 1.25 × 3.58 A
  await expect(await finding(page, 'Everything on circuit 5 at once')).toContainText('6.6 A of 15 A');

  // a pipe is found where the sewing box is to be
  await page.goto('/jobs/sewing-corner/need');
  await page.getByLabel('name of the job').fill('Sewing corner, by the window');
  await page.getByLabel('name of the job').blur();
  await saved(page);
  const { document, revision } = await (await page.request.get('/api/v1/houses/quince-street-14')).json();
  for (const wall of document.site.walls)
    if (wall.id === 'sewing-hall')
      wall.obstacles.push({
        ...wall.obstacles[0],
        id: 'late',
        kind: 'pipe',
        x: { mm: 1260, known: 'measured' },
        behindA: undefined,
        thick: undefined,
      });
  const put = await page.request.put('/api/v1/houses/quince-street-14', { data: document, headers: { 'if-match': `"${revision}"` } });
  expect(put.status()).toBe(200);
  await page.goto('/jobs/sewing-corner/box');
  await expect(page.getByTestId('surveyed-since')).toContainText('obstacle 2');
  await expect(page.getByTestId('surveyed-since')).toContainText('Pipe in the wall');
  await page.getByTestId('survey-seen').click();
  await expect(page.getByTestId('surveyed-since')).toHaveCount(0);
  await saved(page);
  await page.reload();
  await expect(page.getByRole('heading', { name: /Seen from/ })).toBeVisible();
  await expect(page.getByTestId('surveyed-since')).toHaveCount(0);
});

test('an outlet moved to another place of its wall: its old box stays as a junction, and feeds it', async ({ page }) => {
  await page.goto('/start');
  await page.getByTestId('purpose-relocate').click();
  await page.getByLabel('box', { exact: true }).selectOption({ label: 'Alcove box, Study, alcove wall' });
  await page.getByLabel('name of the job').fill('Reading lamp');
  await page.getByTestId('start').click();
  await expect(page).toHaveURL(/\/need$/);
  await expect(page.getByLabel('its power comes from')).toHaveValue('alcove-box');
  await fill(page, 'from its left end to the middle of the box', '52');
  await fill(page, 'floor to the bottom of the box', '13 1/4');
  await takeFirst(page);
  await expect(page.getByTestId('way-0')).toContainText('From Alcove box');
  await goTo(page, 'Work');
  await expect(page.locator('[data-testid^=step-]').filter({ hasText: 'Alcove box' }).first()).toBeVisible();
  await goTo(page, 'Buy');
  await expect(page.getByRole('row', { name: /^blank cover plate/ })).toBeVisible();
});
