/** Issue-sized work at a wall, with numbers of its own: a wall surveyed from nothing by keyboard, an outlet above a wainscot, single to double, a template. */
import { expect, finding, saved, showAll, test, type Page } from './saddle.js';

const atWall = async (page: Page, wall: string, face = 'A', box = ''): Promise<void> => {
  await page.goto(`/houses/quince-street-14/walls/${wall}/${face}${box ? `?box=${box}` : ''}`);
  await expect(page.getByTestId('tape')).toBeVisible();
};
const says = (page: Page) => page.locator('#tape-says');

test('a wall surveyed from nothing, by keyboard only', async ({ page }) => {
  await page.goto('/houses/quince-street-14');
  const keys = page.keyboard;
  // a room by its wall lengths; one that doesn't close is refused with the gap
  await page.getByTestId('add-room').focus();
  await keys.press('Enter');
  await page.getByLabel('name of the room').focus();
  await keys.type('box room');
  // nothing of a room is taken for granted
  await keys.press('Tab');
  await keys.type('closet');
  await page.getByTestId('round').focus();
  await keys.type(`11' 4", 9', 11', 9'`);
  await expect(page.getByText(/These walls don’t close: the last one ends 4" in the direction of wall 1/)).toBeVisible();
  await page.getByTestId('round').fill('');
  await keys.type(`11' 4", 9'`);
  await expect(page.getByText('4 walls, and they close.')).toBeVisible();
  await page.getByTestId('keep-room').focus();
  await keys.press('Enter');
  await expect(page).toHaveURL(/\/walls\/[\w-]+-w1\/A$/);
  await expect(page.getByRole('heading', { name: /box room, wall 1/ })).toBeVisible();
  // the panel says what to measure first
  await expect(page.locator('.next-list li').first()).toContainText('one stud');

  // a stud, a door, a box, a thing in the bay: key, type, done
  const enter = async (text: string) => {
    await keys.press('Control+a');
    await keys.type(text);
    await keys.press('Enter');
  };
  await keys.press('s');
  await enter('22 3/4');
  await keys.press('Escape');
  await expect(page.locator('.wall-svg text.guess').first()).toBeVisible();
  await keys.press('Escape');
  await keys.press('d');
  await enter('x 3 from right');
  await expect(says(page)).not.toHaveClass(/wrong/);
  await enter('w 30');
  await keys.press('Escape');
  await keys.press('Escape');
  await keys.press('b');
  await enter('r 40 from door');
  await enter('b 14 1/4');
  await expect(page.getByTestId('dim-bottom')).toHaveText('14 1/4"');
  await keys.press('Escape');
  // 1/16 up, 1 in down
  await keys.press('ArrowUp');
  await expect(page.getByTestId('dim-bottom')).toHaveText('14 5/16"');
  await keys.press('Shift+ArrowDown');
  await expect(page.getByTestId('dim-bottom')).toHaveText('13 5/16"');
  await keys.press('Escape');
  await keys.press('o');
  await enter('x 30 1/2');
  await enter('d 9');
  // deeper than the wall: refused with both figures
  await expect(says(page)).toContainText(/into a wall that is 4 1\/2" thick/);
  await enter('d 1 1/8');
  await expect(says(page)).not.toHaveClass(/wrong/);
  await enter('x 9 from piano');
  await expect(says(page)).toContainText('Nothing here is called “piano”');
  await keys.press('Escape');

  // the table shows and edits the same things
  await keys.press('t');
  const cell = page.getByLabel(/^box 1, bottom/);
  await expect(cell).toHaveValue('13 5/16"');
  await cell.focus();
  await keys.press('Control+a');
  await keys.type('13 3/4');
  await keys.press('Tab');
  await page.getByRole('heading', { name: /box room, wall 1/ }).click();
  await keys.press('t');
  await keys.press('Control+z');
  await keys.press('Control+y');
  // round the room and back, and to the other face
  await keys.press(']');
  await expect(page.getByRole('heading', { name: /box room, wall 2/ })).toBeVisible();
  await keys.press('[');
  await expect(page.getByRole('heading', { name: /box room, wall 1/ })).toBeVisible();
  await keys.press('f');
  await expect(page.getByRole('heading', { name: /seen from the far side/ })).toBeVisible();
  await saved(page);
  await page.reload();
  await expect(page.getByTestId('tape')).toBeVisible();
  await keys.press('f');
  await expect(page.locator('[data-testid^="box-"]')).toHaveCount(1);
});

test('what is typed faster than the wall is drawn belongs to the thing just added', async ({ page }) => {
  await atWall(page, 'sewing-hall', 'A');
  const tape = page.getByTestId('tape');
  /** a key on the page and, before it is drawn, what a hand does on the tape */
  const atOnce = (key: string, then: 'x typed' | 'all of it chosen'): Promise<void> =>
    page.evaluate(
      async ([pressed, done]) => {
        document.body.dispatchEvent(new KeyboardEvent('keydown', { key: pressed!, bubbles: true }));
        const field = document.querySelector<HTMLInputElement>('[data-testid=tape]')!;
        field.focus();
        field.select();
        if (done === 'x typed') document.execCommand('insertText', false, 'x');
        for (let frames = 0; frames < 3; frames++) await new Promise(requestAnimationFrame);
      },
      [key, then],
    );
  await atOnce('b', 'x typed');
  await expect(tape).toHaveValue('x');
  await page.keyboard.type(' 25 from left');
  await page.keyboard.press('Enter');
  await expect(tape).toHaveValue('25');
  await page.keyboard.press('Escape');
  await page.keyboard.press('Escape');
  await atOnce('s', 'all of it chosen');
  await page.keyboard.type('70 1/2');
  await page.keyboard.press('Enter');
  await expect(tape).toHaveValue('70 1/2');
  await expect(says(page)).not.toHaveClass(/wrong/);
});

test('two distances that can’t both hold: which, and by how much', async ({ page }) => {
  await atWall(page, 'study-w3');
  await page.getByText('Measure something twice').click();
  await page.getByLabel('from', { exact: true }).selectOption('left end');
  await page.getByLabel('to', { exact: true }).selectOption({ label: 'door, left edge' });
  await page.getByLabel('distance', { exact: true }).fill('9 3/4');
  await page.getByLabel('distance', { exact: true }).blur();
  await page.getByRole('button', { name: 'Keep the second measurement' }).click();
  const row = page.locator('.finding').filter({ hasText: 'Measured twice' });
  await expect(row).toHaveAttribute('data-verdict', 'stop');
  await expect(row).toContainText('left end to door, left');
  await expect(row).toContainText('1 3/4"');
  await expect(page.locator('.next-list li').first()).toContainText('measured twice');
});

test('the simulated finder is swept with the mouse, its reading taken over; other walls have none', async ({ page }) => {
  await atWall(page, 'sewing-hall');
  await page.getByRole('tab', { name: 'finder' }).click();
  await page.getByRole('button', { name: 'stud finder' }).click();
  const wall = (await page.getByTestId('wall').boundingBox())!;
  await page.mouse.move(wall.x + 260, wall.y + 330);
  await page.mouse.down();
  await page.mouse.move(wall.x + 400, wall.y + 332, { steps: 5 });
  await page.mouse.move(wall.x + 600, wall.y + 334, { steps: 5 });
  await page.mouse.up();
  const readings = page.locator('.readings li');
  await expect.poll(() => readings.count()).toBeGreaterThan(2);
  const guesses = await page.locator('.wall-svg text.guess').count();
  await readings.filter({ hasText: ': stud' }).first().getByRole('button', { name: 'mark as a stud' }).click();
  await expect(page.locator('.wall-svg text.guess')).toHaveCount(guesses - 1);
  await page.getByRole('button', { name: 'scope', exact: true }).click();
  await page.getByLabel('hole at, along').fill('45');
  await page.getByLabel('height', { exact: true }).last().fill('40');
  await page.getByLabel('height', { exact: true }).last().blur();
  await page.getByRole('button', { name: 'Look in' }).click();
  await expect(page.getByText(/in the bay: cable/)).toBeVisible();
  await page.getByRole('button', { name: 'note it' }).first().click();
  await expect(page.locator('[data-testid^="thing-"]').first()).toBeAttached();
  await saved(page);
  await atWall(page, 'sewing-w2');
  await page.getByRole('tab', { name: 'finder' }).click();
  await expect(page.getByText(/Nothing is made up for your own wall/)).toBeVisible();
});

test('an outlet goes above a wainscot: worked height, patch, a cable that no longer reaches and the way out', async ({ page }) => {
  await atWall(page, 'parlour-w2', 'A', 'parlour-box');
  await page.getByText('Start a job here').click();
  await page.getByLabel('name of the job').fill('Above the cap');
  await page.getByLabel('name of the job').blur();
  await page.getByTestId('start-job').click();
  await expect(page).toHaveURL(/\/jobs\/[\w-]+\/box$/);
  // cap at 37 1/2, 1/4 clear, half a plate, less half a box of the new kind: 37.5 + .25 + 2.25 − 1.5
  await expect(page.getByTestId('dim-bottom')).toHaveText('38 1/2"');
  const reach = await finding(page, /still reach/);
  await expect(reach).toHaveAttribute('data-verdict', 'stop');
  await expect(reach).toContainText('lost: hall to parlour comes from the bottom');
  await page.keyboard.press('t');
  await page.getByText('Close the old opening').click();
  await expect(page.getByText(/piece .* × /)).toBeVisible();
  await reach.getByRole('button', { name: /Keep the old box as a junction box/ }).click();
  await expect(await finding(page, /stays as a junction box/)).toContainText('behind the wainscot');
  await page.getByTestId('undo').click();
  await expect(reach).toHaveAttribute('data-verdict', 'stop');
});

test('single to double, away from the stud, and its template is printed', async ({ page, request }) => {
  await atWall(page, 'study-w1', 'A', 'alcove-box');
  await page.getByText('Start a job here').click();
  await page.getByLabel('what is to be done').selectOption('box made larger for more outlets');
  await page.getByLabel('name of the job').fill('Four faces');
  await page.getByLabel('name of the job').blur();
  await page.getByTestId('start-job').click();
  await expect(page).toHaveURL(/\/jobs\/[\w-]+\/box$/);
  await showAll(page);
  await expect(await finding(page, 'Room to enlarge')).toContainText('grows to the right, away from the stud');
  // the edge at the stud stays: 25 1/4, and 2 1/4 + 1 13/16 further
  await expect(page.getByTestId('dim-left-left end of the wall')).toContainText('25 1/4"');
  await expect(page.getByTestId('dim-right-left end of the wall')).toContainText('29 5/16"');
  await page.keyboard.press('t');
  const pdf = await request.get((await page.getByTestId('template-pdf').getAttribute('href'))!);
  expect([pdf.status(), pdf.headers()['content-type']]).toEqual([200, 'application/pdf']);
  const svg = await (await request.get((await page.getByTestId('template-svg').getAttribute('href'))!)).text();
  // 4 1/16 in in mm, one unit one mm
  expect(svg).toContain('width="103.188" height="95.25"');
});

test('receptacles round a room: suggested, placed, one moved, undone', async ({ page }) => {
  await page.goto('/houses/quince-street-14/rooms/study');
  await expect(page.getByTestId('strip')).toBeVisible();
  const row = page.locator('.finding').filter({ hasText: 'Wall spaces' });
  await expect(row).toHaveAttribute('data-verdict', 'caution');
  await page.getByTestId('take-suggestion').click();
  await expect(row).toHaveAttribute('data-verdict', 'ok');
  const first = page.getByLabel(/from its left end/).first();
  await first.fill('4');
  await first.press('Enter');
  await first.fill('999');
  await first.press('Enter');
  await expect(page.getByTestId('refusal')).toContainText('past the end of');
  await page.getByTestId('undo').click();
  await page.getByTestId('undo').click();
  await expect(row).toHaveAttribute('data-verdict', 'caution');
});

test('a wall surveyed from its far face: what was measured stays, a depth is taken from this side, a stud is one stud', async ({
  page,
}) => {
  await atWall(page, 'sewing-hall', 'B');
  const keys = page.keyboard;
  const enter = async (text: string) => {
    await page.getByTestId('tape').fill(text);
    await keys.press('Enter');
  };
  await page.getByTestId('add').click();
  await page.getByRole('button', { name: 'duct', exact: true }).click();
  await enter('x 80');
  await enter('w 6');
  await enter('h 30');
  await page.getByRole('button', { name: /^table/ }).click();
  const row = page.locator('table.things tr').filter({ hasText: 'duct' });
  await expect(row.getByLabel('duct, left')).toHaveValue('80"');
  await expect(row.getByLabel('duct, width')).toHaveValue('6"');
  await enter('d 1');
  await expect(says(page)).toContainText('How thick is the duct itself?');
  await page.getByLabel('its own thickness').fill('2');
  await page.getByLabel('its own thickness').press('Enter');
  await enter('d 1');
  await expect(row.getByLabel('duct, depth')).toHaveValue('1"');
  await saved(page);
  const wall = async () => ((await (await page.request.get('/api/v1/houses/quince-street-14')).json()) as { document: { site: { walls: { id: string; obstacles: { kind: string; behindA: { mm: number } }[]; framing: { extraStuds: { insteadOf?: number }[] } }[] } } }).document.site.walls.find((w) => w.id === 'sewing-hall')!; // prettier-ignore
  // 4 1/2 in through: 1 1/2 in lie behind the other face
  expect((await wall()).obstacles.find((o) => o.kind === 'duct')!.behindA.mm).toBeCloseTo(38.1, 3);

  // the wall is 120 in, its rhythm has a stud at 72 from the left end of face A: 48 from here
  const studs = () => page.locator('table.things th button', { hasText: /^stud/ }).count();
  const before = await studs();
  await keys.press('Escape');
  await keys.press('Escape');
  await keys.press('s');
  await enter('c 47 1/2');
  await expect.poll(studs).toBe(before);
  await saved(page);
  expect((await wall()).framing.extraStuds.at(-1)!.insteadOf).toBeDefined();
});

test('the assumed figure typed again is a measurement; a button never moves what was found', async ({ page }) => {
  await atWall(page, 'sewing-w2', 'A');
  await page.getByRole('tab', { name: 'wall' }).click();
  const field = page.locator('sa-length-field').filter({ hasText: 'stud depth' });
  await expect(field.locator('.assumed')).toBeVisible();
  const shown = await field.getByRole('textbox').inputValue();
  await field.getByRole('textbox').fill(shown);
  await field.getByRole('textbox').blur();
  await expect(field.locator('.assumed')).toBeHidden();
  await saved(page);

  // a box as found: what is judged of it offers no button that would move it in the survey
  await atWall(page, 'study-w1', 'A', 'alcove-box');
  await expect(page.locator('sa-selected-panel sa-finding-list').getByRole('button').first()).toBeVisible();
  expect(
    await page
      .locator('sa-selected-panel sa-finding-list')
      .getByRole('button', { name: /set it to|^Use / })
      .count(),
  ).toBe(0);
});
