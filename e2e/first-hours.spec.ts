/** First hours in an empty folder, by hand, with houses of their own: each named by what somebody saw. */
import { house, room } from './house.js';
import { expect, fill, saved, test, type Page } from './saddle.js';

test.use({ args: ['--empty'] });

/** A hand that counts what it types, picks and presses. */
function hand(page: Page) {
  let entries = 0;
  return {
    entries: () => entries,
    press: async (id: string) => {
      entries++;
      await page.getByTestId(id).click();
    },
    type: async (label: string | RegExp, text: string) => {
      entries++;
      await fill(page, label, text);
    },
    pick: async (label: string | RegExp, value: string, nth = 0) => {
      entries++;
      await page.getByLabel(label).nth(nth).selectOption(value);
    },
  };
}
test('from an empty folder to the first finding in fewer than 25 entries', async ({ page }) => {
  const by = hand(page);
  await page.goto('/start');
  await by.press('purpose-outlet');
  await by.type('name of the house', 'Plover Lane 3');
  await by.type('room that gets the outlet', 'nursery');
  await by.pick('it is a', 'bedroom');
  await by.type('room of the old box', 'corridor');
  await by.pick('it is a', 'hallway', 1);
  await by.type('wall, end to end', `10' 7"`);
  await by.type('what it is', 'door edge');
  await by.type(/from the left end of the wall/, '34 1/2');
  await by.type(/to the centre of the box/, '22 3/4');
  await by.type('floor to the bottom of the box', '12 1/4');
  await by.type(/to the centre of the outlet/, '26');
  await by.pick('the same edge in both rooms', 'yes');
  // which side is never taken for granted
  await page.getByTestId('start').click();
  await expect(page.getByRole('alert')).toContainText('Say to which side of it the old box lies');
  await by.pick(/^to the$/, 'right');
  await by.pick(/^to the$/, 'left', 1);
  await by.press('start');
  await expect(page).toHaveURL(/\/jobs\/[\w-]+\/survey$/);
  await expect(page.locator('.finding').first()).toBeVisible();
  expect(by.entries()).toBeLessThan(25);
  // a gauge that came filled in is not known; said, and taken back, it is not known again
  await page.getByRole('button', { name: 'Add a cable' }).click();
  const gauge = page.getByLabel('gauge', { exact: true });
  await expect(gauge.locator('option:checked')).toHaveText('not known (14 AWG)');
  await gauge.selectOption('12 AWG');
  await expect(gauge.locator('option:checked')).toHaveText('12 AWG');
  await gauge.selectOption('');
  await expect(gauge.locator('option:checked')).toHaveText('not known (12 AWG)');
  // nothing nobody looked at passes
  await page.getByRole('group', { name: 'Which findings' }).getByRole('button', { name: 'all' }).click();
  await expect(page.locator('.finding', { hasText: 'Values that were taken for granted' }).first()).toHaveAttribute(
    'data-verdict',
    'can’t tell',
  );
});

test('what can’t begin leaves nothing behind: a box beyond the end of the wall is said, the house is as it was typed, and put right it begins', async ({
  page,
}) => {
  await page.goto('/start');
  await page.getByTestId('purpose-outlet').click();
  await fill(page, 'name of the house', 'Gannet Street 8');
  await fill(page, 'room that gets the outlet', 'music room');
  await page.getByLabel('it is a').nth(0).selectOption('living');
  await fill(page, 'room of the old box', 'passage');
  await page.getByLabel('it is a').nth(1).selectOption('hallway');
  await fill(page, 'wall, end to end', `9' 11"`);
  await fill(page, 'what it is', 'door edge');
  await fill(page, /from the left end of the wall/, '88');
  // seen from the passage 31 5/8 in to the left is 88 + 31 5/8 = 119 5/8 in from this room’s left end: the wall ends at 119
  await fill(page, /to the centre of the box/, '31 5/8');
  await fill(page, 'floor to the bottom of the box', '15');
  await fill(page, /to the centre of the outlet/, '27 1/2');
  await page.getByLabel('the same edge in both rooms').selectOption('yes');
  await page
    .getByLabel(/^to the$/)
    .nth(0)
    .selectOption('left');
  await page
    .getByLabel(/^to the$/)
    .nth(1)
    .selectOption('left');
  await page.getByTestId('start').click();
  await expect(page.getByRole('alert')).toContainText('along a wall of 119": outside it');
  const houses = async (): Promise<unknown[]> => (await (await page.request.get('/api/v1/houses')).json()) as unknown[];
  expect(await houses()).toEqual([]);
  await expect(page.getByLabel('name of the house')).toHaveValue('Gannet Street 8');
  await fill(page, /to the centre of the box/, '21 5/8');
  await page.getByTestId('start').click();
  await expect(page).toHaveURL(/\/jobs\/[\w-]+\/survey$/);
  expect(await houses()).toHaveLength(1);
  // one wall alone, in another house: wanted beyond its end
  await page.goto('/start');
  await page.getByTestId('purpose-masonry').click();
  await page.getByLabel('house', { exact: true }).selectOption('new');
  await fill(page, 'name of the house', 'Gannet Street 9');
  await page.getByLabel('room', { exact: true }).fill('scullery');
  await page.getByLabel('it is a').first().selectOption('kitchen');
  await fill(page, 'wall, end to end', '100');
  await page.getByLabel('from its left end to the middle of the box').fill('140');
  await page.getByTestId('start').click();
  await expect(page.getByRole('alert')).toContainText('100"');
  expect(await houses()).toHaveLength(1);
});

test('a house with basement and attic, made without a job: storeys switch, and its ways lead under and over', async ({ page }) => {
  await house(page, 'Heron Row 12', '1948');
  // what the room is has to be said
  await page.getByTestId('add-room').click();
  await page.getByLabel('name of the room').fill('living room');
  await page.getByTestId('round').fill(`15' 2", 12' 8"`);
  await page.getByTestId('keep-room').click();
  await expect(page.getByText('Say what the room is')).toBeVisible();
  await room(page, 'living room', 'living', `15' 2", 12' 8", 15' 2", 12' 8"`, { above: 'attic', below: 'basement' });
  await room(page, 'snug', 'study', `12' 8", 9' 5", 12' 8", 9' 5"`, { share: 'other side of living room, wall 2', above: 'attic', below: 'basement' }); // prettier-ignore
  await room(page, 'cellar', 'basement', `15' 2", 12' 8", 15' 2", 12' 8"`);
  // the storey switch is not under the plan
  const storeys = page.getByRole('group', { name: 'Storey' });
  await storeys.getByRole('button', { name: 'basement' }).click();
  await expect(page.locator('svg text', { hasText: 'cellar' })).toBeVisible();
  await storeys.getByRole('button', { name: 'ground floor' }).click();
  await expect(page.locator('svg text', { hasText: 'snug' })).toBeVisible();
  // place, storey and joists are found from the list
  await page
    .getByRole('link', { name: /its place, storey and joists/ })
    .last()
    .click();
  await fill(page, 'first corner to the right', '0');
  await fill(page, 'first corner down', '0');
  await saved(page);
  const plan = page.url().replace(/(\/houses\/[\w-]+).*/, '$1');
  await page.goto(`${plan}/panel`);
  await page.getByTestId('start-panel').click();
  await page.getByRole('tab', { name: 'panel' }).click();
  await page.getByLabel('it hangs on').selectOption({ label: 'cellar, wall 2, from the cellar' });
  await saved(page);
  await page.goto(`/start?house=${plan.split('/').at(-1)}`);
  await page.getByTestId('purpose-own-circuit').click();
  await page.getByLabel('wall, seen from').selectOption({ label: 'snug, wall 3, from the snug' });
  await fill(page, 'from its left end to the middle of the box', `4' 3"`);
  await page.getByTestId('start').click();
  await expect(page).toHaveURL(/\/need$/);
  await page.getByRole('navigation', { name: 'Stages of the job' }).getByRole('link', { name: 'Route' }).click();
  await expect(page.getByTestId('way-0')).toContainText('basement', { timeout: 60_000 });
  // joists nobody looked at are a doubt, not a fact
  await expect(page.getByTestId('way-0')).toContainText(/doubt/);
});

test('a raceway in a garage of one’s own: five outlets along two walls, from need to the steps; no stud is taken for found', async ({
  page,
}) => {
  await house(page, 'Teal Yard 6', '1992');
  await room(page, 'garage', 'garage', `21' 4", 19' 8", 21' 4", 19' 8"`, { below: 'slab' });
  const plan = page.url().replace(/(\/houses\/[\w-]+).*/, '$1');
  await page.goto(`${plan}/panel`);
  await page.getByTestId('start-panel').click();
  await page.getByRole('tab', { name: 'panel' }).click();
  await page.getByLabel('it hangs on').selectOption({ label: 'garage, wall 2, from the garage' });
  await saved(page);
  await page.goto(`/start?house=${plan.split('/').at(-1)}`);
  await page.getByTestId('purpose-raceway').click();
  await page.getByLabel('wall, seen from').selectOption({ label: 'garage, wall 1, from the garage' });
  await fill(page, 'from its left end to the middle of the box', `3' 1"`);
  await page.getByTestId('start').click();
  await expect(page).toHaveURL(/\/need$/);
  for (let n = 2; n <= 5; n++) {
    await page.getByTestId('add-place').click();
    await expect(page.getByRole('heading', { name: `Outlet ${n}` })).toBeVisible();
  }
  // past the end of its wall it is refused where it was typed, and stays as it was
  const fourth = page.getByLabel('from its left end to the middle of the box').nth(3);
  await fourth.fill('400');
  await fourth.press('Enter');
  await expect(page.getByTestId('refusal')).toContainText(/past the end|lie/);
  await page.getByRole('button', { name: 'Nothing was changed' }).click();
  // past the end of the other wall it would lie nowhere: it begins in that wall’s middle, assumed, and what is shown is what is kept
  const fifth = page.getByLabel('from its left end to the middle of the box').nth(4);
  await fifth.fill('250');
  await fifth.press('Enter');
  await saved(page);
  const wall = page.getByLabel('wall, seen from').nth(4);
  await wall.selectOption({ label: 'garage, wall 2, from the garage' });
  await expect(fifth).toHaveValue(/118/);
  await saved(page);
  await page.reload();
  await expect(wall.locator('option:checked')).toHaveText('garage, wall 2, from the garage');
  await fifth.fill('30');
  await fifth.press('Enter');
  await saved(page);
  await page.getByRole('navigation', { name: 'Stages of the job' }).getByRole('link', { name: 'Route' }).click();
  await expect(page.getByTestId('way-0')).toContainText('in a raceway', { timeout: 60_000 });
  await page.getByRole('tab', { name: 'holes and lengths' }).click();
  const pieces = page.getByTestId('raceway-pieces');
  await expect(pieces.getByRole('row').filter({ hasText: 'device box' })).toHaveCount(5);
  await expect(pieces.getByRole('row').filter({ hasText: 'inside corner' })).not.toHaveCount(0);
  await page.getByRole('tab', { name: 'ways' }).click();
  await page.getByRole('button', { name: 'Take this way' }).click();
  await saved(page);
  await page.getByRole('group', { name: 'Which findings' }).getByRole('button', { name: 'all' }).click();
  // nobody found a stud: what holds the track can’t be told
  await expect(page.locator('.finding', { hasText: 'What the raceway is screwed to' })).toHaveAttribute('data-verdict', 'can’t tell');
  await page.getByRole('navigation', { name: 'Stages of the job' }).getByRole('link', { name: 'Work' }).click();
  await expect(page.getByText(/Prove it dead/).first()).toBeVisible();
});

test('a yard along a wall: no ceiling, no four walls; an outlet is wanted from it', async ({ page }) => {
  await house(page, 'Brook End 1', '1978');
  await room(page, 'kitchen', 'kitchen', `11' 6", 10', 11' 6", 10'`);
  await page.getByTestId('add-room').click();
  await page.getByLabel('name of the room').fill('back yard');
  await page.getByLabel('it is a').selectOption('outdoors');
  await expect(page.getByLabel('ceiling height')).toHaveCount(0);
  await page.getByTestId('keep-room').click();
  await expect(page.getByText('Say along which wall of the house it lies.')).toBeVisible();
  await page.getByRole('button', { name: 'other side of kitchen, wall 1' }).click();
  await page.getByTestId('keep-room').click();
  await expect(page.getByRole('heading', { name: 'back yard' })).toBeVisible();
  await saved(page);
  const id = /houses\/([\w-]+)/.exec(page.url())![1]!;
  await page.goto(`/start?house=${id}`);
  await page.getByTestId('purpose-outlet').click();
  await expect(page.getByLabel('wall, seen from').locator('option', { hasText: 'from the back yard' })).toHaveCount(1);
});

test('a word that the program uses in its own way is one tap away', async ({ page }) => {
  await page.goto('/words');
  await page.getByLabel('find a word').fill('stud');
  await expect(page.locator('dt', { hasText: 'bay' })).toBeVisible();
  await expect(page.locator('dt', { hasText: 'pigtail' })).toHaveCount(0);
});
