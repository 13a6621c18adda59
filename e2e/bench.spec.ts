/** The bench: wired by keyboard and by mouse, switched on, read with simulated instruments. */
import { expect, openJob, saved, test, type Page } from './saddle.js';

const sample = async (page: Page, id: string): Promise<void> => {
  await page.goto('/bench');
  await page.getByTestId('sample').selectOption(id);
  // a sample that is chosen is taken as an edit: from then on it is the one that is drawn
  await expect(page.getByTestId('sample')).toHaveValue(id);
  await expect(page.getByTestId('undo')).toBeEnabled();
  await expect(page.getByTestId('bench')).toBeVisible();
};
const says = (page: Page) => page.getByTestId('bench-says');
const reading = (page: Page) => page.getByTestId('reading');
const tool = (page: Page, name: string) =>
  page.getByRole('group', { name: 'Instrument in hand' }).getByRole('button', { name, exact: true }).click();
const type = async (page: Page, words: string): Promise<void> => {
  await page.getByTestId('connect').fill(words);
  await page.getByTestId('connect').press('Enter');
};

test('a receptacle in the middle of a run is wired by keyboard alone, and works', async ({ page }) => {
  await sample(page, 'unwired');
  const keys = page.keyboard;
  // by words: what goes where; what is meant lies in the same box
  await keys.press('/');
  for (const order of [
    'black panel to box 1 in box 1 to brass upper of receptacle 1',
    'white panel to box 1 in box 1 to silver upper of receptacle 1',
    'black box 1 to box 2 in box 1 to brass lower of receptacle 1',
    'white box 1 to box 2 in box 1 to silver lower of receptacle 1',
    'bare panel to box 1 in box 1 to bare box 1 to box 2 in box 1',
  ]) {
    await page.getByTestId('connect').fill(order);
    await keys.press('Enter');
    await expect(says(page)).not.toHaveClass(/wrong/);
  }
  await keys.press('Escape');
  // the ground's pigtail: made, put into the splice, its far end under the green screw
  await page.getByRole('button', { name: '+ bare pigtail' }).focus();
  await keys.press('Enter');
  await page.getByRole('button', { name: 'splice of 2' }).focus();
  await keys.press('Enter');
  await expect(page.getByRole('button', { name: 'splice of 3' })).toBeVisible();
  await type(page, 'bare pigtail 1 far end to green of receptacle 1');
  // box 2, by Tab and Enter on the drawing itself
  for (const [end, spot] of [
    ['cable2/0/1', 'terminal box2 device2 brass upper'],
    ['cable2/1/1', 'terminal box2 device2 silver upper'],
    ['cable2/2/1', 'terminal box2 device2 green'],
  ] as const) {
    await page.getByTestId(`end-${end}`).focus();
    await keys.press('Enter');
    await page.getByTestId(`spot-${spot}`).focus();
    await keys.press('Enter');
  }
  await type(page, 'breaker 4 on');
  await expect(page.getByText('LIVE in simulation')).toBeVisible();
  await expect(page.locator('.bench-panel .finding[data-verdict="stop"]')).toHaveCount(0);
  await tool(page, 'three-lamp tester');
  for (const face of ['face-device1-upper', 'face-device2-lower']) {
    await page.getByTestId(face).focus();
    await keys.press('Enter');
    await expect(reading(page)).toContainText('reads as right');
  }
  // a live conductor is not touched with a tool
  await tool(page, 'hands');
  await page.getByTestId('end-cable2/0/1').focus();
  await keys.press('Enter');
  await keys.press('c');
  await expect(says(page)).toContainText(/is live: 1\d\d V.*Nothing was done/);
  // unknown words say what would do; it survives a reload
  await type(page, 'piano');
  await expect(says(page)).toContainText('Nothing here is called “piano”');
  await page.reload();
  await expect(page.getByRole('button', { name: 'splice of 3' })).toBeVisible();
});

test('the same by mouse: drag to a screw, tap to a splice, cut uses up free length, undo', async ({ page }) => {
  await sample(page, 'unwired');
  const middle = async (id: string) => {
    const box = (await page.getByTestId(id).locator('circle, rect').first().boundingBox())!;
    return { x: box.x + box.width / 2, y: box.y + box.height / 2 };
  };
  const drag = async (from: string, to: string) => {
    // waits till the drawing stands still: the sample before this one may have been drawn a moment ago
    await page.getByTestId(from).locator('circle, rect').first().hover();
    const [a, b] = [await middle(from), await middle(to)];
    await page.mouse.down();
    await page.mouse.move((a.x + b.x) / 2, (a.y + b.y) / 2, { steps: 4 });
    await page.mouse.move(b.x, b.y, { steps: 4 });
    await page.mouse.up();
  };
  await drag('end-cable1/0/1', 'spot-terminal box1 device1 brass upper');
  await expect(page.getByRole('button', { name: 'brass upper, 1 on it' })).toBeVisible();
  await page.getByTestId('end-cable1/1/1').click();
  await page.getByTestId('spot-terminal box1 device1 silver upper').click();
  await page.getByTestId('end-cable1/2/1').click();
  await page.getByTestId('spot-terminal box1 device1 green').click();
  await page.getByTestId('breaker-4').click();
  await tool(page, 'meter');
  await page.getByTestId('pin-device1-upper-hot').click();
  await page.getByTestId('pin-device1-upper-neutral').click();
  await expect(reading(page)).toContainText(/120\.0 V|119\.9 V/);
  await page.getByTestId('breaker-4').click();
  await tool(page, 'continuity');
  await page.getByTestId('pin-device1-upper-ground').click();
  await page.getByTestId('spot-terminal panel ground-bar screw').click();
  await expect(reading(page)).toContainText('it beeps');
  await tool(page, 'hands');
  const free = page.locator('.bench-free').nth(1);
  await expect(free).toContainText('7 1/16');
  await page.getByTestId('end-cable1/0/1').click();
  await page.getByRole('button', { name: /cut back/ }).click();
  await expect(free).toContainText('6 9/16');
  await page.getByTestId('undo').click();
  await expect(free).toContainText('7 1/16');
});

test('reversed polarity is found with the tester, and its blind spots are said', async ({ page }) => {
  await sample(page, 'swapped');
  await tool(page, 'three-lamp tester');
  await page.getByTestId('face-device1-upper').click();
  await expect(reading(page)).toContainText('reads as right');
  await page.getByTestId('face-device2-upper').click();
  await expect(reading(page)).toContainText('hot and neutral swapped');
  await expect(reading(page)).toContainText('neutral and ground swapped');
  await expect(page.locator('.finding').filter({ hasText: 'Receptacle 2: polarity' })).toHaveAttribute('data-verdict', 'stop');
});

test('a tripped protective receptacle leaves its line side live', async ({ page }) => {
  await sample(page, 'protected');
  await page.getByTestId('test-device1').click();
  await expect(says(page)).toContainText('LINE screws stay live');
  await tool(page, 'low-impedance meter');
  await page.getByTestId('pin-device2-upper-hot').click();
  await page.getByTestId('pin-device2-upper-neutral').click();
  await expect(reading(page)).toContainText('0.0 V');
  await page.getByTestId('spot-terminal box1 device1 line brass').click();
  await page.getByTestId('spot-terminal box1 device1 line silver').click();
  await expect(reading(page)).toContainText(/12\d\.\d V|119\.\d V/);
  await page.getByTestId('reset-device1').click();
  await page.getByTestId('pin-device2-upper-hot').click();
  await page.getByTestId('pin-device2-upper-neutral').click();
  await expect(reading(page)).toContainText(/1[12]\d\.\d V/);
});

test('a shared neutral that opens shares out 240 V: 48 and 192', async ({ page }) => {
  await sample(page, 'shared');
  await tool(page, 'clamp');
  await page.getByTestId('end-run/2/1').click();
  await expect(reading(page)).toContainText(/3\.7\d A/);
  await page.getByTestId('breaker-1').click();
  await expect(page.getByTestId('breaker-3')).toContainText('off');
  await tool(page, 'hands');
  await type(page, 'off white kitchen run in panel');
  await page.getByTestId('breaker-1').click();
  await tool(page, 'meter');
  await page.getByTestId('spot-terminal box load1 hot').click();
  await page.getByTestId('spot-terminal box load1 neutral').click();
  await expect(reading(page)).toContainText(/4[78]\.\d V/);
  await page.getByTestId('spot-terminal box load2 hot').click();
  await page.getByTestId('spot-terminal box load2 neutral').click();
  await expect(reading(page)).toContainText(/19[12]\.\d V/);
});

test('two live cables in one box: the bench leads through legs and breakers', async ({ page }) => {
  await sample(page, 'two-live');
  await expect(page.getByText(/240 V\. near 240 V: two breakers on opposite legs/)).toBeVisible();
});

test('a job’s boxes open on the bench; what is done by hand is kept, undone, and given back to the plan', async ({ page }) => {
  await openJob(page, 'wire');
  await page.getByTestId('on-bench').click();
  await expect(page.getByTestId('bench')).toBeVisible();
  // an overload stands, with the time it takes; the breaker goes off before hands go in
  await expect(page.getByTestId('event').first()).toContainText(/Overload: \d+\.\d A on breaker 4 of 15 A/);
  await page.getByTestId('breaker-4').click();
  await page.getByTestId('end-hall-to-sewing/0/1').click();
  await page.getByRole('button', { name: /^off/ }).click();
  await expect(page.locator('.bench-panel .finding').filter({ hasText: 'hangs loose' })).toBeVisible();
  await saved(page);
  await page.getByRole('button', { name: 'wired by hand: back to the plan' }).click();
  await expect(page.locator('.finding').filter({ hasText: 'hangs loose' })).toHaveCount(0);
  // as found there is one box; it is looked at, not rewired
  await page.getByRole('button', { name: 'as found' }).click();
  await page.getByTestId('end-hall-from-panel/0/1').click();
  await page.getByRole('button', { name: /^off/ }).click();
  await expect(says(page)).toContainText('not rewired here');
});

test('what meets where in a box of the house is noted, altered, undone, and what a job finds', async ({ page }) => {
  await page.goto('/houses/quince-street-14/boxes/hall-box');
  const note = page.getByTestId('wiring-noted');
  await expect(note).toContainText('Nobody noted it');
  await page.getByRole('button', { name: 'I looked: it is so' }).click();
  await expect(note).toContainText('Noted as it was seen');
  await saved(page);
  // a wire that hangs loose behind the device
  await page.getByTestId('breaker-4').click();
  await page.getByTestId('end-hall-from-panel/0/1').click();
  await page.getByRole('button', { name: /^off/ }).click();
  const loose = page.locator('.finding').filter({ hasText: 'hangs loose' });
  await expect(loose).toBeVisible();
  await saved(page);
  await page.reload();
  await expect(loose).toBeVisible();
  // the job finds it so, in words and on its bench
  await openJob(page, 'wire');
  await page.getByRole('button', { name: 'as found' }).click();
  await expect(page.getByText('Hall box: drawn as it was noted.')).toBeVisible();
  await expect(page.locator('.box-plan').first()).toContainText(/is on nothing: a loose end is capped/);
  await page.getByRole('link', { name: 'What meets where in it' }).click();
  await page.getByRole('button', { name: 'Nobody looked: forget it' }).click();
  await expect(note).toContainText('Nobody noted it');
  await expect(loose).toHaveCount(0);
  await page.keyboard.press('Control+z');
  await expect(note).toContainText('Noted as it was seen');
});

test('every single fault is tried in the background, and a netlist is saved', async ({ page }) => {
  await sample(page, 'run');
  await tool(page, 'three-lamp tester');
  await page.getByTestId('face-device2-upper').click();
  await page.getByText('Every single fault').click();
  await page.getByTestId('scan').click();
  const table = page.getByTestId('scanned');
  await expect(table.getByRole('row', { name: /ground open/ })).toContainText('6');
  await expect(table.getByRole('row', { name: /breaker opens at once/ })).toContainText('4');
  const [file] = await Promise.all([page.waitForEvent('download'), page.getByRole('button', { name: 'SPICE netlist' }).click()]);
  expect(file.suggestedFilename()).toBe('bench.cir');
  // pulled off and let go where nothing is: it hangs loose; the back shows brass on the other side
  await tool(page, 'hands');
  await page.getByTestId('breaker-4').click();
  const brass = page.getByTestId('spot-terminal box1 device1 brass upper');
  const before = (await brass.boundingBox())!.x;
  await page.keyboard.press('b');
  await expect.poll(async () => (await brass.boundingBox())!.x).toBeLessThan(before);
});

test('a box is wired by plan, refused while live; bare copper by hand shows in the checks', async ({ page }) => {
  await sample(page, 'unwired');
  await page.getByText('Wire a box by plan').click();
  await page.getByTestId('by-plan').click();
  await expect(page.getByText('Take the hots off first')).toBeVisible();
  await page.getByLabel('box', { exact: true }).selectOption({ label: 'Box 2' });
  await page.getByLabel('its ground is short').check();
  await page.getByTestId('by-plan').click();
  await expect(page.getByText('The short ground is extended')).toBeVisible();
  await type(page, 'breaker 4 on');
  await tool(page, 'three-lamp tester');
  await page.getByTestId('face-device2-upper').click();
  await expect(reading(page)).toContainText('reads as right');
  await page.getByTestId('by-plan').click();
  await expect(says(page)).toHaveClass(/wrong/);
  await type(page, 'breaker 4 off');
  await tool(page, 'hands');
  await page.getByTestId('end-cable2/0/1').click();
  await page.getByRole('button', { name: 'strip' }).click();
  await page.getByTestId('connect').fill('strip 1 1/4');
  await page.getByTestId('connect').press('Enter');
  await expect(says(page)).toContainText('strip');
  await page.keyboard.press('Escape');
  await type(page, 'brass upper of receptacle 2');
  await expect(page.locator('.bench-panel')).toContainText('copper stands bare');
});
