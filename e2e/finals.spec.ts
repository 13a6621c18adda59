/** A house by the UK book from an empty folder: a ring point by point, its tests behind their proof, what its readings say, its sheet. */
import { expect, reading, saved, test, type Page } from './saddle.js';

const type = async (page: Page, label: string | RegExp, text: string): Promise<void> => {
  const field = page.getByLabel(label, { exact: typeof label === 'string' });
  await field.fill(text);
  await field.blur();
};

test.describe('from nothing', () => {
  test.use({ args: ['--empty'] });
  test('a ring of four sockets: noted, judged, locked off and proved dead, read, its odd reading explained and noted, printed', async ({
    page,
    baseURL,
  }) => {
    test.setTimeout(240_000);
    await page.goto('/start');
    await page.getByTestId('purpose-house').click();
    await page.getByLabel('name of the house').fill('Fern Terrace');
    await page.getByLabel('rules').selectOption({ label: 'BS 7671:2018+A2:2022' });
    await expect(page.getByLabel('a bare number is in')).toHaveValue('mm');
    await page.getByTestId('make-house').click();
    await expect(page).toHaveURL(/\/circuits$/);
    // nothing of the other country shows
    await expect(page.getByRole('navigation', { name: 'House' })).not.toContainText(/panel/);
    await page.getByLabel('earthing').selectOption('TN-C-S');
    await type(page, /^Ze, read/, 'low');
    await expect(page.getByRole('alert')).toContainText('“low” is not a number; write 0.24');
    await type(page, /^Ze, read/, '0,25');
    await page.getByLabel('a circuit more').fill('Kitchen ring');
    await page.getByTestId('add-ring').click();

    // point by point, by the keyboard
    const add = page.getByTestId('add-point');
    for (const name of ['Door', 'Window', 'Bench', 'Larder']) {
      await add.getByLabel('point').fill(name);
      await page.keyboard.press('Enter');
      await expect(page.getByTestId('final-drawing')).toContainText(name);
    }
    const findings = page.locator('.final-side .findings');
    await expect(findings).toContainText('whether a 30 mA device stands ahead of it is not noted');
    await page.getByLabel('breaker, A').selectOption('32');
    await page.getByLabel('its letter').selectOption('B');
    await page.getByLabel('30 mA device ahead').selectOption('yes');
    await page.getByLabel('how its cable lies at the worst place').selectOption('C');
    await page.getByRole('button', { name: 'They are as I saw them' }).click();
    const lengths = page.getByTestId('runs').getByLabel(/: length$/);
    await lengths.first().fill('about five');
    await lengths.first().blur();
    await expect(page.getByTestId('runs').getByRole('alert')).toBeVisible();
    for (const [i, metres] of ['5', '6.5', '20 ft', '7 m', '8500 mm'].entries()) {
      await lengths.nth(i).fill(metres);
      await lengths.nth(i).blur();
    }
    await expect(page.getByTestId('runs')).toContainText('said as 20 ft');
    // 5 + 6.5 + 6.096 + 7 + 8.5
    await expect(page.getByTestId('final-drawing')).toContainText('33.1 m round');
    await expect(findings.locator('[data-verdict=stop], [data-verdict="can’t tell"]')).toHaveCount(0);

    // one more: each way is tried
    await type(page, 'cable to it', '4 m');
    await expect(page.getByTestId('extensions').getByRole('row')).toHaveCount(8);
    await expect(page.getByTestId('extensions')).toContainText(/0\.\d\d Ω/);

    await page.getByTestId('to-tests').click();
    const read = async (key: string, value: string): Promise<void> => {
      const field = page.getByTestId(`test-${key}`).getByRole('textbox');
      await field.fill(value);
      await field.blur();
    };
    // before the proof nothing is taken
    await expect(page.getByTestId('dead-gate')).toContainText('Lock its breaker off');
    await expect(page.getByTestId('test-r1').getByRole('textbox')).not.toBeEditable();
    await type(page, 'locked off and key kept by', 'owner');
    await page.getByTestId('proved-before').click();
    await type(page, 'line to neutral, V', '231');
    await expect(page.getByTestId('dead-gate')).toContainText('231 V on L–N: it is live');
    for (const pair of ['line to neutral, V', 'line to earth, V', 'neutral to earth, V']) await type(page, pair, '0');
    await page.getByTestId('proved-after').click();
    await expect(page.getByTestId('dead-gate')).toContainText('Locked off by owner, dead on every pair');

    // 33.1 m: r1 = 0.245 Ω, r2 = 0.40 Ω; Bench reads 0.09 Ω more there and back: about 6 m of spur
    await read('r1', '0.25');
    await read('rn', '0.24');
    await read('r2', '0.4');
    const ids = await page
      .locator('[data-testid^="test-crossed-ln/"]')
      .evaluateAll((all) => all.map((e) => e.getAttribute('data-testid')!.split('/')[1]!));
    for (const [i, id] of ids.entries()) await read(`crossed-ln/${id}`, i === 2 ? '0.21' : '0.12');
    for (const [i, id] of ids.entries()) await read(`crossed-le/${id}`, i === 2 ? '0.27' : '0.16');
    await expect(page.getByTestId('explains')).toContainText(/Bench hangs on a spur, not on the ring: (9\d|over 99) %/);
    await expect(page.getByTestId(`test-crossed-ln/${ids[2]!}`)).toContainText(/hangs on a spur of about \d/);
    await expect(page.getByTestId('live-gate')).toContainText('Not yet');
    await page.getByTestId('note-it').click();
    await expect(page.getByTestId('final-drawing')).toContainText('Joint at');
    for (const pair of ['ln', 'le', 'ne']) await read(`insulation-${pair}`, '>999');
    for (const id of ids) await read(`polarity/${id}`, 'right');
    await page.getByTestId('energised').click();
    await read('polarity-live', 'right');
    for (const id of ids) await read(`zs/${id}`, '0.4');
    await read('fault-current', '0.9');
    await read('residual-1x', '400');
    await expect(page.getByTestId('test-residual-1x')).toContainText('too slow');
    await read('residual-1x', '24');
    await read('residual-5x', '11');
    await read('residual-button', 'right');
    await saved(page);
    const address = (await page.getByTestId('schedule-csv').getAttribute('href'))!;
    const csv = await (await page.request.get(`${baseURL!}${address}`)).text();
    expect(csv).toMatch(/residual-1x,.*,24,ok,/);
    expect((await page.request.get(`${baseURL!}${address.replace('.csv', '.pdf')}`)).status()).toBe(200);
    // the start page shows the house with the way to its circuits
    await page.goto('/');
    await expect(page.getByRole('link', { name: 'circuits, tests, and start a job here' })).toBeVisible();
  });
});

reading('the sample cottage: its odd socket in words on the drawing; a page of the other book says so', async ({ page }) => {
  await page.goto('/houses/larch-cottage/circuits/down/tests');
  await expect(page.getByTestId('explains')).toContainText('Scullery hangs on a spur');
  await expect(page.getByTestId('point-scullery')).toContainText('stop');
  await page.getByTestId('point-scullery').click();
  await expect(page.getByRole('heading', { name: 'Scullery' })).toBeVisible();
  await page.goto('/houses/larch-cottage/circuits/rules');
  await page.locator('[data-rule=loop] summary').click();
  await expect(page.locator('[data-rule=loop]')).toContainText(/Ze.*0\.210 Ω/);
  await page.goto('/houses/larch-cottage/panel');
  await expect(page.getByTestId('not-for-uk')).toBeVisible();
});
