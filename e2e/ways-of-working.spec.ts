/** Ways of working from need to closed, by hand and with numbers of their own: a raceway, lights. */
import { expect, fill, finding, goTo, saved, showAll, test } from './saddle.js';
import { close, cure, cureAll, takeFirst, TESTED, workThrough } from './work.js';

test('three outlets on a raceway, the third round the corner on the front edge of a shelf: nothing is cut, all is on the wall before the breaker is off', async ({
  page,
}) => {
  await page.goto('/start');
  await page.getByTestId('purpose-raceway').click();
  await page.getByLabel('wall, seen from').selectOption({ label: 'Shed, bench wall, from the potting shed' });
  await fill(page, 'from its left end to the middle of the box', `3' 4"`);
  await fill(page, 'floor to the bottom of the box', '42');
  await page.getByLabel('name of the job').fill('Potting bench');
  await page.getByTestId('start').click();
  await expect(page).toHaveURL(/\/need$/);
  const job = page.url().split('/').at(-2)!;
  await page.getByTestId('add-place').click();
  await page.getByTestId('add-place').click();
  await expect(page.getByRole('heading', { name: 'Outlet 3' })).toBeVisible();
  await page.getByLabel('wall, seen from').nth(2).selectOption({ label: 'Shed, window wall, from the potting shed' });
  await page.getByLabel('from its left end to the middle of the box').nth(2).fill('30 1/2');
  await page.getByLabel('from its left end to the middle of the box').nth(2).press('Enter');
  await page.getByLabel('the raceway lies there').selectOption({ label: 'front of the shelf' });
  await page.getByLabel('floor to the bottom of the box').nth(2).fill('50 1/4');
  await page.getByLabel('floor to the bottom of the box').nth(2).press('Enter');
  await fill(page, '12 AWG wires it is made for', '10');
  await page.getByTestId('appliance').fill('soil heater');
  await page.getByLabel('watts or amps on the plate').fill('300 W');
  await page.getByRole('button', { name: 'Add', exact: true }).click();

  await takeFirst(page);
  await saved(page);
  await showAll(page);
  // hot, neutral and ground where the sheet allows ten
  await expect(await finding(page, 'Wires in the raceway')).toHaveAttribute('data-verdict', 'ok');
  await goTo(page, 'Box');
  await expect(page.getByRole('group', { name: 'Box that is shown' }).getByRole('button')).toHaveText([
    'Potting bench 1',
    'Potting bench 2',
    'Potting bench 3',
    'Shed box',
  ]);
  await cure(page, 'Fill of Shed box once tapped', /Use .*one gang/);
  await goTo(page, 'Wire');
  await expect(page.locator('.box-plan').last()).toContainText('load brass screw');
  await goTo(page, 'Buy');
  await expect(page.getByRole('row', { name: /device box of a surface raceway/ })).toContainText('3');
  await expect(page.getByRole('row', { name: /12 AWG single wire, green/ })).toBeVisible();
  // up before the corner, and round it onto the shelf
  await expect(page.getByRole('row', { name: /raceway fitting: flat elbow/ })).toContainText('2');
  await expect(page.getByRole('row', { name: /raceway fitting: inside corner/ })).toContainText('1');

  const ids = await workThrough(page, {
    'open-source/free-source-old': '8',
    'fish/out-source': '13',
    'wire-source/free-source': '8 1/2',
    ...TESTED,
  });
  expect(ids.filter((id) => id.startsWith('cut'))).toEqual([]);
  expect(ids.indexOf('wire-new-3')).toBeLessThan(ids.indexOf('breaker-off'));
  await close(page);
  await page.goto('/houses/quince-street-14/history');
  await expect(page.getByTestId(`history-${job}`)).toContainText('Potting bench');
});

test('six lampholders under the study: fed at the switch, wired alike, closed with the lamps in the house', async ({ page }) => {
  await page.goto('/start');
  await page.getByTestId('purpose-lights').click();
  await page.getByLabel('wall, seen from').selectOption({ label: 'Loom room, switch wall, from the loom room' });
  await fill(page, 'from its left end to the middle of the box', `86 1/2`);
  await fill(page, 'floor to the bottom of the box', '46');
  await page.getByLabel('name of the job').fill('Loom lights');
  await page.getByTestId('start').click();
  await expect(page).toHaveURL(/\/need$/);
  const job = page.url().split('/').at(-2)!;
  await fill(page, 'how many', '6');
  await fill(page, 'in rows', '2');
  await takeFirst(page);
  await saved(page);
  await goTo(page, 'Box');
  await page.getByRole('button', { name: '6 lampholders' }).click();
  await expect(page.getByTestId('lamps').getByRole('row')).toHaveCount(7);
  await goTo(page, 'Wire');
  await expect(page.getByText('lamp 1 to lamp 5, alike')).toBeVisible();
  await goTo(page, 'Buy');
  await expect(page.getByRole('row', { name: /^lampholder/ })).toContainText('6');
  await showAll(page);
  await cureAll(page);
  const ids = await workThrough(page, {
    'mark-out/bottom': '46',
    'lay-cable/out-target': '14',
    'set-new-box/free-target': '8',
    'open-source/free-source-old': '8',
    'fish/out-source': '15',
    'wire-source/free-source': '8',
    ...TESTED,
  });
  expect(ids).toEqual(expect.arrayContaining(['lamp-boxes', 'lamp-cable', 'wire-lamps']));
  await close(page);
  // the house has its lamps: a second job on that circuit counts them
  await page.goto(`/jobs/${job}/record`);
  await page.getByTestId('closed').getByRole('link', { name: 'history' }).click();
  await expect(page.getByTestId(`history-${job}`)).toContainText('Lampholder 6');
});

test('an outlet in brick: a chase, a box in mortar, plaster in passes', async ({ page }) => {
  await page.goto('/start');
  await page.getByTestId('purpose-masonry').click();
  await page.getByLabel('wall, seen from').selectOption({ label: 'Loom room, chimney breast, from the loom room' });
  await fill(page, 'from its left end to the middle of the box', '31 1/4');
  await fill(page, 'floor to the bottom of the box', '44');
  await page.getByLabel('name of the job').fill('Bobbin lamp');
  await page.getByTestId('start').click();
  await expect(page).toHaveURL(/\/need$/);
  await page.getByTestId('appliance').fill('bobbin lamp');
  await page.getByLabel('watts or amps on the plate').fill('25 W');
  await page.getByRole('button', { name: 'Add', exact: true }).click();
  await takeFirst(page);
  await saved(page);
  await showAll(page);
  await cureAll(page);
  await goTo(page, 'Buy');
  await expect(page.getByRole('row', { name: /mortar and plaster/ })).toBeVisible();
  const ids = await workThrough(page, {
    'mark-out/bottom': '44',
    'lay-cable/out-target': '14',
    'set-new-box/free-target': '8',
    'open-source/free-source-old': '8',
    'fish/out-source': '15',
    'wire-source/free-source': '8',
    ...TESTED,
  });
  expect(ids).toEqual(expect.arrayContaining(['chase', 'plaster-1', 'plaster-2']));
  await close(page);
});

test('three outlets in a run, typed in any order: visited in the best one, each wired to the next, closed', async ({ page }) => {
  await page.goto('/start');
  await page.getByTestId('purpose-run').click();
  await page.getByLabel('wall, seen from').selectOption({ label: 'Loom room, switch wall, from the loom room' });
  await fill(page, 'from its left end to the middle of the box', '70 1/2');
  await fill(page, 'floor to the bottom of the box', '14');
  await page.getByLabel('name of the job').fill('Warping room');
  await page.getByTestId('start').click();
  await expect(page).toHaveURL(/\/need$/);
  await saved(page);
  for (const [n, at] of [
    [1, '22 1/2'],
    [2, '46'],
  ] as const) {
    await page.getByTestId('add-place').click();
    await expect(page.getByRole('heading', { name: `Outlet ${n + 1}` })).toBeVisible();
    const wall = page.getByLabel('wall, seen from').nth(n);
    await wall.selectOption({ label: 'Loom room, switch wall, from the loom room' });
    const place = page.getByLabel('from its left end to the middle of the box').nth(n);
    await place.fill(at === '46' ? '38 1/2' : at);
    await place.press('Enter');
  }
  await page.getByTestId('appliance').fill('warping mill');
  await page.getByLabel('watts or amps on the plate').fill('300 W');
  await page.getByRole('button', { name: 'Add', exact: true }).click();
  await takeFirst(page);
  await saved(page);
  await showAll(page);
  await cureAll(page);
  await goTo(page, 'Buy');
  await expect(page.getByRole('row', { name: /^duplex receptacle, 15 A/ })).toContainText('3');
  const numbered = (n: number, step: string, key: string, text: string): Record<string, string> => ({
    [`${n === 1 ? step : `${step}-${n}`}/${key}`]: text,
  });
  const asks = [1, 2, 3].reduce<Record<string, string>>(
    (all, n) => ({
      ...all,
      ...numbered(n, 'mark-out', 'bottom', '14'),
      ...numbered(n, 'lay-cable', 'out-target', '14'),
      ...numbered(n, 'set-new-box', 'free-target', '8'),
    }),
    { 'open-source/free-source-old': '8', 'fish/out-source': '15', 'wire-source/free-source': '8', ...TESTED },
  );
  await workThrough(page, asks);
  await close(page);
});
