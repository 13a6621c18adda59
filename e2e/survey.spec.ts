/** What is entered decides what is judged: units, editions, finishes, obstacles, protection. */
import { expect, fill, finding, goTo, openJob, saved, showAll, test } from './saddle.js';
import { done, step } from './work.js';

test('a metric house: bare numbers are mm, the tape steps by mm, inches still work when said', async ({ page }) => {
  await page.goto('/start');
  await page.getByTestId('purpose-outlet').click();
  await page.getByLabel('name of the job').fill('Attic desk');
  await page.getByLabel('house', { exact: true }).selectOption('another house');
  await page.getByLabel('name of the house').fill('Metric test house');
  await page.getByLabel('a bare number is in').selectOption('millimetres');
  await page.getByLabel('room that gets the outlet').fill('loft');
  await page.getByLabel('it is a').first().selectOption('bedroom');
  await page.getByLabel('room of the old box').fill('stair');
  await page.getByLabel('it is a').last().selectOption('hallway');
  await fill(page, 'wall, end to end', '3200');
  await page.getByLabel('what it is').fill('corner');
  await fill(page, /from the left end of the wall/, '13 1/4');
  await expect(page.getByText('13 1/4" if inches are meant')).toBeVisible();
  await fill(page, /from the left end of the wall/, '3.2 m');
  await fill(page, /to the centre of the box/, '120 cm');
  await fill(page, 'floor to the bottom of the box', '300');
  await fill(page, /to the centre of the outlet/, '1350');
  await page.getByLabel('the same edge in both rooms').selectOption('yes');
  await page.getByLabel('to the', { exact: true }).first().selectOption('right');
  await page.getByLabel('to the', { exact: true }).last().selectOption('left');
  await page.getByTestId('start').click();
  await goTo(page, 'Box');
  await expect(page.getByTestId('dim-bottom')).toHaveText('300 mm');
  await expect(page.getByTestId('tape')).toHaveValue('1350 mm');
  await page.getByTestId('tape').press('ArrowUp');
  await expect(page.getByTestId('tape')).toHaveValue('1351 mm');
  await page.getByTestId('tape').fill('b 12"');
  await page.getByTestId('tape').press('Enter');
  await expect(page.getByTestId('dim-bottom')).toHaveText('305 mm'); // 304.8
  await saved(page);
});

test('a finish too thick for the wings stops the box, and another kind cures it', async ({ page }) => {
  await openJob(page, 'survey');
  const wall = page.getByRole('region', { name: 'The wall' });
  await wall.getByLabel('finish').first().selectOption('plaster on wood lath');
  await expect(await finding(page, /taken for granted/)).toContainText('plaster on wood lath');
  await goTo(page, 'Box');
  const kind = await finding(page, 'Kind of box for this wall');
  await expect(kind).toHaveAttribute('data-verdict', 'stop');
  await expect(kind).toContainText('this face is 7/8"');
  await kind.getByRole('button', { name: /long wings for plaster/ }).click();
  await expect(kind).toHaveAttribute('data-verdict', 'ok');
});

test('the edition changes what is asked: a finished basement wants ground-fault protection from 2020 on', async ({ page }) => {
  await openJob(page, 'need');
  await page.getByLabel('sewing room is a').selectOption('basement');
  await goTo(page, 'Feed');
  const protection = await finding(page, 'Ground-fault protection');
  await expect(protection).toHaveAttribute('data-verdict', 'stop');
  await goTo(page, 'Survey');
  await page.getByLabel('rules').selectOption('US 2017');
  await goTo(page, 'Feed');
  await expect(protection).toHaveAttribute('data-verdict', 'ok');
  await page.getByTestId('undo').click();
  await protection.getByRole('button', { name: 'Use a ground-fault receptacle' }).click();
  await expect(protection).toHaveAttribute('data-verdict', 'ok');
  await goTo(page, 'Wire');
  await expect(page.getByText(/LOAD terminals taped/)).toBeVisible();
});

test('a pipe of unknown depth can’t be told, its depth decides, and the wall shows it', async ({ page }) => {
  await openJob(page, 'survey');
  const wall = page.getByRole('region', { name: 'The wall' });
  await wall.getByRole('button', { name: 'Add a pipe, vent, duct or cable' }).click();
  await wall.getByLabel('what', { exact: true }).nth(1).selectOption('pipe');
  await fill(wall.getByLabel('left edge').nth(1).locator('xpath=ancestor::sa-length-field'), 'left edge', '50');
  await goTo(page, 'Box');
  const pipe = await finding(page, 'Pipe in the wall');
  await expect(pipe).toHaveAttribute('data-verdict', 'can’t tell');
  await goTo(page, 'Survey');
  await fill(
    wall
      .getByLabel(/behind the surface/)
      .nth(1)
      .locator('xpath=ancestor::sa-length-field'),
    /behind the surface/,
    '1 1/2',
  );
  await goTo(page, 'Box');
  await expect(pipe).toHaveAttribute('data-verdict', 'stop');
  await expect(page.getByText(/pipe · felt · 1 1\/2" behind/)).toBeVisible();
});

test('wrong entries are refused beside the field: spacing, gangs, volume, year', async ({ page }) => {
  await openJob(page, 'survey');
  const wall = page.getByRole('region', { name: 'The wall' });
  await fill(wall, 'stud spacing', '0');
  await expect(page.getByTestId('refusal')).toContainText('at least 100 mm');
  await expect(page.getByTestId('refusal')).toContainText('framing, spacing');
  await page.getByRole('button', { name: 'Nothing was changed' }).click();
  await page.getByRole('button', { name: /^More: .*gangs/ }).click();
  await fill(page.getByRole('region', { name: 'Hall box' }), 'gangs', '-2');
  await expect(page.getByTestId('refusal')).toContainText('at least one gang');
  await fill(page.getByRole('region', { name: 'Hall box' }), 'volume, in³', 'roomy');
  await expect(page.getByTestId('refusal')).toContainText('not a volume');
  await fill(page, 'built in', '19');
  await expect(page.getByText('“19” is not a year from 1500 to 2100: write it in four digits')).toBeVisible();
  await page.reload();
  await expect(wall.getByLabel('stud spacing')).toHaveValue('16');
});

test('a box and its cables show what the job in hand asks for; the rest is behind a fold, and nothing goes away under the hand', async ({
  page,
}) => {
  await openJob(page, 'survey');
  const box = page.getByRole('region', { name: 'Hall box' });
  const shown = box.locator('input:visible, select:visible');
  await expect(box.getByLabel('kind of box')).toBeVisible();
  // it was 39 for this box and its two cables
  expect(await shown.count()).toBeLessThan(25);
  await expect(box.getByLabel('sheath inside the box')).toHaveCount(2);
  await expect(box.getByLabel('sheath inside the box').first()).toBeHidden();
  await box
    .getByRole('button', { name: /^More: .*sheath inside/ })
    .first()
    .click();
  await fill(box, 'sheath inside the box', '1/8');
  await box
    .getByRole('button', { name: /^Only what is asked for/ })
    .first()
    .click();
  // too short: now the ledger asks for it, and it stays in sight, said or not
  await expect(box.getByLabel('sheath inside the box').first()).toBeVisible();
  await fill(box, 'sheath inside the box', '1/2');
  await expect(box.getByLabel('sheath inside the box').first()).toBeVisible();
  // from which side a cable comes in has a field
  await box
    .getByRole('button', { name: /^More: .*where it comes in/ })
    .first()
    .click();
  await box.getByLabel('it comes in').first().selectOption('from below');
  await saved(page);
  await page.reload();
  await box
    .getByRole('button', { name: /^More: .*where it comes in/ })
    .first()
    .click();
  await expect(box.getByLabel('it comes in').first()).toHaveValue('bottom');
});

test('the whole ledger is one click away, worst first', async ({ page }) => {
  await openJob(page, 'need');
  await showAll(page);
  const verdicts = await page.locator('.finding').evaluateAll((rows) => rows.map((r) => r.getAttribute('data-verdict')));
  const order = ['stop', 'can’t tell', 'caution', 'ok', 'note'];
  expect(verdicts).toEqual([...verdicts].sort((a, b) => order.indexOf(a!) - order.indexOf(b!)));
  expect(verdicts.length).toBeGreaterThan(30);
});

test('by keyboard alone: to the job, a length on the tape, a remedy, undo', async ({ page }) => {
  await page.goto('/');
  await page.getByRole('link', { name: /Sewing corner/ }).focus();
  await page.keyboard.press('Enter');
  await page.getByRole('navigation', { name: 'Stages of the job' }).getByRole('link', { name: 'Box' }).focus();
  await page.keyboard.press('Enter');
  await expect(page.getByTestId('tape')).toBeVisible();
  await page.keyboard.press('4');
  await page.keyboard.type('8 5/8');
  await page.keyboard.press('Enter');
  await expect(page.getByTestId('dim-left-left end of the wall')).toContainText('48 5/8"');
  await page.getByTestId('tape').press('Tab');
  await page.keyboard.type('13 1/2');
  await page.keyboard.press('Enter');
  await expect(page.getByTestId('dim-bottom')).toHaveText('13 1/2"');
  await page.keyboard.press('Escape');
  await (await finding(page, /Fill of Hall box/)).getByRole('button', { name: /one gang, deep 20 in³/ }).focus();
  await page.keyboard.press('Enter');
  await expect(await finding(page, /Fill of Hall box/)).toHaveAttribute('data-verdict', 'ok');
  await page.keyboard.press('Control+z');
  await expect(await finding(page, /Fill of Hall box/)).toHaveAttribute('data-verdict', 'stop');
  await page.keyboard.press('?');
  await expect(page.getByRole('dialog')).toContainText('flip to the other face');
});

test('readings of a proof one after the other by Tab: the next one is open before the last is left', async ({ page }) => {
  await page.goto('/jobs/bookcase-plinth/wire');
  await page.getByLabel('outage').selectOption('off at the start');
  await saved(page);
  await goTo(page, 'Work');
  await done(page, 'prepare');
  await done(page, 'breaker-off');
  const proof = step(page, 'prove-dead');
  const order = [
    'Tester on a live source',
    'Target, hot to neutral',
    'Target, hot to ground',
    'Target, neutral to ground',
    'Tester on the live source again',
  ];
  await proof.getByLabel(order[0]!, { exact: true }).focus();
  for (const [i, label] of order.entries()) {
    await expect(proof.getByLabel(label, { exact: true })).toBeFocused();
    await page.keyboard.type(i === 0 || i === 4 ? '120' : '0');
    await page.keyboard.press('Tab');
  }
  await done(page, 'prove-dead');
});
