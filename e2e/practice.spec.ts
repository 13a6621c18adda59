/** Practice in the browser: a hidden fault found safely, a dangerous act, a box wired, figures reckoned, a code. */
import { expect, reading as test } from './saddle.js';

test('the dark study: tested, proved dead, opened, named; beside the best search, act by act', async ({ page }) => {
  await page.goto('/practice');
  await page.getByRole('link', { name: 'Dark study' }).click();
  await expect(page.getByTestId('at-box')).toBeVisible({ timeout: 60_000 });
  await page.getByTestId('test-lamps/box5-outlet/lower').click();
  await expect(page.getByTestId('last')).toContainText('no lamp lit');
  await page.getByTestId('line-box2').click();
  await page.getByTestId('test-lamps/box2-outlet/lower').click();
  await expect(page.getByTestId('last')).toContainText('no lamp lit');
  await page.getByTestId('line-box1').click();
  await page.getByTestId('test-lamps/box1-outlet/lower').click();
  await expect(page.getByTestId('last')).toContainText('lamps 1 and 2 lit');
  await page.getByTestId('breaker-4').click();
  await page.getByTestId('line-box2').click();
  await page.getByTestId('prove').click();
  await expect(page.getByTestId('last')).toContainText('nothing on any pair');
  await page.getByTestId('open').click();
  await expect(page.getByTestId('last')).toContainText('black of Hall to Sewing room');
  await page.getByTestId('name-it').selectOption({ label: 'wiring in Sewing room' });
  await page.getByRole('button', { name: 'That is it' }).click();
  const grade = page.getByTestId('grade');
  await expect(grade).toContainText('Found');
  await expect(grade).toContainText('It was: open: black of Hall to Sewing room');
  await expect(page.getByTestId('replay').getByRole('listitem').first()).toContainText(/places? before, \d+ after/);
  await page.goto('/practice');
  await expect(page.getByTestId('fault-0').locator('..')).toContainText('not tried yet');
});

test('a dangerous act ends the round, says what would have happened, and keeps what it was', async ({ page }) => {
  await page.goto('/practice/dark-study');
  await expect(page.getByTestId('at-box')).toBeVisible({ timeout: 60_000 });
  await page.getByTestId('line-box1').click();
  await page.getByTestId('open').click();
  const grade = page.getByTestId('grade');
  await expect(grade).toContainText('Stopped: live');
  await expect(grade.getByRole('alert')).toContainText('through you to anything grounded');
  await expect(grade).toContainText('stays hidden');
  await expect(grade).not.toContainText('Sewing room');
  await page.getByRole('button', { name: 'Once more' }).click();
  await expect(page.getByTestId('at-box')).toBeVisible();
  await expect(page.getByTestId('clock')).toHaveText('0 min');
});

test('a level starts with a code of its own; progress is kept by topic; a mistyped code says so', async ({ page }) => {
  await page.goto('/practice');
  await page.getByTestId('fault-5').click();
  await expect(page.getByTestId('at-box')).toBeVisible({ timeout: 90_000 });
  const code = await page.getByTestId('task-code').innerText();
  expect(code).toMatch(/^F6-[0-9A-Z]{5}$/);
  await page.getByTestId('check-tester').click();
  await expect(page.getByTestId('last')).toContainText('nothing there either');
  await page.getByTestId('name-it').selectOption('tester');
  await page.getByRole('button', { name: 'That is it' }).click();
  await expect(page.getByTestId('grade')).toContainText('battery is empty');
  await page.goto('/practice');
  await expect(page.getByTestId('fault-5').locator('..')).toContainText(/^.*1 of 1/);
  await page.getByTestId('code').fill('F6-00000');
  await page.getByRole('button', { name: 'Open it' }).click();
  await expect(page.getByRole('alert')).toContainText('One of its letters is not right');
  await page.getByTestId('code').fill(code.toLowerCase());
  await page.getByRole('button', { name: 'Open it' }).click();
  await expect(page.getByTestId('task-code')).toHaveText(code);
});

test('the end of a run, wired on the bench: not yet, then by hand till it does what it should', async ({ page }) => {
  await page.goto('/practice/W1-002DP');
  await page.getByTestId('judge').click();
  await expect(page.getByTestId('wiring-verdict')).toContainText('Nothing works in it');
  for (const [end, spot] of [
    ['cable2/0/1', 'terminal box2 box2-outlet brass upper'],
    ['cable2/1/1', 'terminal box2 box2-outlet silver upper'],
    ['cable2/2/1', 'terminal box2 box2-outlet green'],
  ] as const) {
    await page.getByTestId(`end-${end}`).click();
    await page.getByTestId(`spot-${spot}`).click();
  }
  await page.getByTestId('judge').click();
  await expect(page.getByTestId('wiring-verdict')).toContainText('It does what it should');
  // taken back, and it does no more
  await page.getByRole('button', { name: 'undo' }).click();
  await page.getByTestId('judge').click();
  await expect(page.getByTestId('wiring-verdict')).toContainText('Not yet');
});

test('figures: what can’t be read is no mistake; a wrong one says by how much, and the reckoning opens', async ({ page }) => {
  await page.goto('/practice/M3-0005Y');
  const question = page.getByTestId('question-0');
  await question.getByRole('textbox').fill('lots');
  await page.getByRole('button', { name: 'Check' }).click();
  await expect(question).toContainText('is no figure');
  await question.getByRole('textbox').fill('1');
  await page.getByRole('button', { name: 'Check' }).click();
  await expect(question).toContainText(/too little/);
  await expect(question.locator('table.sum')).toBeVisible();
});
