/** Jobs in a house by the UK book: a single that becomes a twin in brick, from an empty folder to the certificate; a spur on a phone. */
import { expect, saved, test, type Page } from './saddle.js';

const type = async (page: Page, label: string | RegExp, text: string): Promise<void> => {
  // what is only assumed says so behind its label
  const field = page.getByLabel(typeof label === 'string' ? new RegExp(`^${label}`) : label).first();
  await field.fill(text);
  await field.blur();
};
const rail = (page: Page, name: string) => page.getByRole('navigation', { name: 'Stages of the job' }).getByRole('link', { name });

/** The step in hand: what it proves and asks, then done. */
async function step(page: Page, id: string, asks: Record<string, string> = {}): Promise<void> {
  const at = page.getByTestId(`step-${id}`);
  for (const [key, value] of Object.entries(asks)) {
    const field = at.getByTestId(`ask-${key}`);
    await field.fill(value);
    await field.blur();
  }
  await at.getByTestId(`do-${id}`).click();
  await expect(at).toHaveClass(/done/);
}

test.describe('from nothing', () => {
  test.use({ args: ['--empty'] });
  test('a single becomes a twin in brick: room, ring, box, cut, connected, tested, its certificate, part of the house', async ({ page, request, baseURL }) => {
    test.skip((page.viewportSize()?.width ?? 0) < 600, 'the spur is the one on a phone');
    test.setTimeout(240_000);
    await page.goto('/start');
    await page.getByTestId('purpose-house').click();
    await page.getByLabel('name of the house').fill('Fern Terrace');
    await page.getByLabel('rules').selectOption({ label: 'BS 7671:2018+A2:2022' });
    await page.getByLabel('built in').fill('1912');
    await page.getByTestId('make-house').click();
    await expect(page).toHaveURL(/\/circuits$/);
    await page.getByLabel('earthing').selectOption('TN-S');
    await type(page, /^Ze, read/, '0.4');

    // a room of 4200 by 3100 in brick
    await page.getByRole('navigation', { name: 'House' }).getByRole('link', { name: 'rooms' }).click();
    await page.getByTestId('add-room').click();
    const form = page.locator('form.add-room');
    await form.getByLabel('name of the room').fill('Morning room');
    await form.getByLabel('it is a').selectOption('living');
    await form.getByLabel('ceiling height').fill('2600');
    await form.getByLabel('framing').selectOption('masonry');
    await form.getByTestId('round').fill('4200, 3100, 4200');
    await page.getByTestId('keep-room').click();
    await expect(form.getByRole('alert')).toContainText('can’t close');
    await form.getByTestId('round').fill('4200, 3100');
    await page.getByTestId('keep-room').click();
    await expect(page).toHaveURL(/\/walls\//);
    await expect(page.locator('aside.survey-panel')).not.toContainText(/drywall|stucco|2 × 4/);
    await type(page, 'leaf, without plaster', '102.5');
    await type(page, 'thickness', '15');
    await page.getByLabel('finish').first().selectOption('plaster');
    await page.getByLabel('fire-rated').selectOption('no');

    // the ring
    await page.getByRole('navigation', { name: 'House' }).getByRole('link', { name: 'circuits' }).click();
    await page.getByLabel('a circuit more').fill('Ground floor');
    await page.getByTestId('add-ring').click();
    const add = page.getByTestId('add-point');
    await add.getByLabel('what it is').selectOption('single');
    for (const name of ['Fireside', 'Bay']) {
      await add.getByLabel('point').fill(name);
      await page.keyboard.press('Enter');
      await expect(page.getByTestId('final-drawing')).toContainText(name);
    }
    await page.getByLabel('breaker, A').selectOption('32');
    await page.getByLabel('its letter').selectOption('B');
    await page.getByLabel('30 mA device ahead').selectOption('yes');
    await page.getByLabel('how its cable lies at the worst place').selectOption('C');
    await page.getByRole('button', { name: 'They are as I saw them' }).click();
    const lengths = page.getByTestId('runs').getByLabel(/: length$/);
    for (const [i, metres] of ['9', '12.5', '30 ft'].entries()) {
      await lengths.nth(i).fill(metres);
      await lengths.nth(i).blur();
    }
    for (const n of [0, 1, 2]) await page.getByTestId('runs').getByLabel(/cores$/).nth(n).selectOption('red and black');

    // the job
    await page.getByRole('navigation', { name: 'House' }).getByRole('link', { name: 'circuits' }).click();
    await page.getByTestId('alteration-enlarge').click();
    await expect(page).toHaveURL(/\/jobs\/.*\/need$/);
    await page.getByLabel('circuit', { exact: true }).selectOption({ label: '1, Ground floor' });
    await page.getByLabel('which point').selectOption({ label: 'Fireside, single' });
    await rail(page, 'Where').click();
    await expect(page.getByTestId('put-on-wall')).toBeVisible();
    const put = page.getByTestId('put-on-wall');
    await put.getByRole('button', { name: 'Put it there' }).click();
    await expect(put.getByRole('alert')).toContainText('Say on which wall');
    await put.getByLabel('on the wall').selectOption({ index: 1 });
    await type(page, 'its middle, from the left end', '9000');
    await type(page, 'its bottom, from the floor', '457');
    await put.getByLabel('kind of its box').selectOption('back-metal-25-1g');
    await put.getByRole('button', { name: 'Put it there' }).click();
    await expect(put.getByRole('alert')).toContainText('outside it');
    await type(page, 'its middle, from the left end', '3 ft');
    await put.getByRole('button', { name: 'Put it there' }).click();
    await expect(page.locator('sa-wall-view').first()).toContainText('Fireside');
    await rail(page, 'Box').click();
    await page.getByLabel('kind of box').selectOption('back-metal-35-2g');
    await expect(page.getByTestId('growths')).toContainText('ok');
    // 914.4 and 30 to the right: 877.9 to 1010.9
    await page.getByTestId('growths').getByLabel(/to the right/).check();
    await expect(page.getByTestId('marks')).toContainText('878 mm');
    await rail(page, 'Wire').click();
    await expect(page.locator('[data-testid^=terminals-]')).toContainText('second earth');
    await expect(page.locator('[data-testid^=terminals-]')).toContainText('red');
    await rail(page, 'Buy').click();
    await expect(page.getByTestId('parts')).toContainText('metal box 35 mm, twin');
    await expect(page.getByTestId('parts')).toContainText('grommet');

    // the work: nothing that needs it dead before the proof
    await rail(page, 'Work').click();
    await step(page, 'sheets');
    await step(page, 'mark-out', { 'left-edge': '878' });
    await step(page, 'lock-off');
    const proof = page.getByTestId('step-prove-dead');
    await expect(page.getByTestId('step-old-out').locator('.gate, input[disabled]').first()).toBeAttached();
    const readings = proof.locator('.proof-row input');
    await readings.nth(0).fill('120');
    await readings.nth(0).blur();
    await expect(proof).toContainText('no proof');
    for (const [i, volts] of ['690', '0', '0', '0', '690'].entries()) {
      await readings.nth(i).fill(volts);
      await readings.nth(i).blur();
      await expect(readings.nth(i)).toHaveValue(volts);
    }
    await step(page, 'prove-dead');
    await step(page, 'old-out');
    await step(page, 'cut-box', { 'hole-depth': '38' });
    await step(page, 'set-box');
    await step(page, 'connect-new');
    const dead = page.getByTestId('step-dead-tests');
    await dead.getByTestId('ask-crossed-le').fill('about a half');
    await dead.getByTestId('ask-crossed-le').blur();
    await expect(dead.getByRole('alert')).toBeVisible();
    // 30.64 m round: 0.227, 0.227, 0.371
    await step(page, 'dead-tests', { r1: '0.23', rn: '0.23', r2: '0.38', 'crossed-le': '0.14', 'insulation-le': '>200', 'insulation-ln': '>200' });
    await step(page, 'energise');
    await step(page, 'live-tests', { zs: '0.55', 'residual-1x': '24' });
    await step(page, 'clean');
    await step(page, 'record');

    await rail(page, 'Record').click();
    await saved(page);
    const href = await page.getByTestId('minor-works').getAttribute('href');
    const pdf = await request.get(`${baseURL}${href}`);
    expect([pdf.status(), pdf.headers()['content-type']]).toEqual([200, 'application/pdf']);
    await page.getByTestId('close-job').click();
    await expect(page.getByTestId('closed')).toBeVisible();
    const houses = (await (await request.get(`${baseURL}/api/v1/houses`)).json()) as { id: string }[];
    const { document } = (await (await request.get(`${baseURL}/api/v1/houses/${houses[0]!.id}`)).json()) as { document: { site: { finals: { points: { name: string; kind: string }[]; tests: { readings: unknown[] } }[] } } }; // prettier-ignore
    expect(document.site.finals[0]!.points.find((p) => p.name === 'Fireside')!.kind).toBe('twin');
    expect(document.site.finals[0]!.tests.readings).toHaveLength(8);
  }); // prettier-ignore
});

test('a spur in brick: where, which way, how it is connected, undone and done again', async ({ page }) => {
  await page.goto('/jobs/dresser-socket/need');
  await expect(page.getByLabel('it is called')).toHaveValue('Dresser');
  await rail(page, 'Way').click();
  const ways = page.getByTestId('uk-ways');
  await expect(ways.getByRole('listitem').first()).toContainText('straight across in the wall');
  await ways.getByLabel('down, under the floor, and up').check();
  await expect(ways.locator('li.chosen')).toContainText('under the floor');
  await type(page, 'cable as measured along its way', '12 ft');
  await rail(page, 'Circuit').click();
  await expect(page.getByTestId('must-read')).toContainText('R1+R2 there, cold');
  await expect(page.getByTestId('final-drawing')).toContainText('3.66 m');
  await page.keyboard.press('Control+z');
  await expect(page.getByTestId('final-drawing')).not.toContainText('3.66 m');
  await rail(page, 'Where').click();
  // a place past the end of the wall is refused, and what stood there stays
  await type(page, 'left end to its middle', '3390');
  await expect(page.getByRole('main')).toContainText(/outside it|past the end/);
  await rail(page, 'Wire').click();
  await expect(page.locator('[data-testid^=terminals-]').first()).toContainText('cable to Dresser');
  await saved(page);
});

test('what nobody answered stays not known: the 30 mA device of a circuit that is begun, joists that nobody looked at', async ({
  page,
}) => {
  await page.goto('/houses/larch-cottage/circuits');
  await page.getByTestId('alteration-own-radial').click();
  await expect(page).toHaveURL(/\/need$/);
  await expect(page.getByLabel('behind a 30 mA device')).toHaveValue('');
  await page.goto('/houses/larch-cottage/rooms/dining');
  await expect(page.getByLabel('wall to wall (above)')).toHaveValue('');
  await expect(page.getByLabel('wall to wall (below)')).toHaveValue('yes');
});

test('nothing of the US way shows on the pages of a UK job', async ({ page }) => {
  for (const stage of ['need', 'survey', 'feed', 'route', 'box', 'wire', 'buy', 'work', 'record']) {
    await page.goto(`/jobs/glasshouse-heater/${stage}`);
    await expect(page.getByRole('heading', { level: 2 }).first()).toBeVisible();
    await expect(page.locator('body')).not.toContainText(/\b(receptacle|NEC|AWG|drywall|feet)\b/i);
  }
});

test('the bench of a circuit: a neutral hangs free, the lamps say so; something wrong is put in, found and shown', async ({ page }) => {
  await page.goto('/houses/larch-cottage/circuits/down/bench');
  const readings = page.getByTestId('bench-readings');
  await expect(readings).toContainText(/L–E\s*lit.*L–N\s*lit.*N–E\s*dark/s);
  await expect(page.getByTestId('pattern-means')).toContainText('all in order; neutral and earth exchanged');
  for (const label of ['neutral of the cable to the consumer unit', 'neutral of the cable to Front room left'])
    await page.getByLabel(label).selectOption('loose');
  await expect(readings).toContainText(/L–E\s*lit.*L–N\s*dark.*N–E\s*dark/s);
  await page.getByRole('button', { name: 'end to end' }).click();
  await expect(readings).toContainText(/neutral, end to end at the board\s*over 99.9 Ω/);
  await page.getByRole('button', { name: 'All as it should be' }).click();
  // 63.5 m at 7.41 mΩ/m
  await expect(readings).toContainText(/line, end to end at the board\s*0.47 Ω/);
  await page.getByTestId('draw-mistake').click();
  await expect(page.getByTestId('hidden')).toBeVisible();
  await expect(page.getByTestId('landings')).toHaveCount(0);
  await page.getByTestId('show-wrong').click();
  await expect(page.getByTestId('wrong-count').or(page.getByTestId('wrong-device'))).toContainText(
    /not in their own terminals|30 mA device itself/,
  );
  // the device under test: half stays, once and five times open; a slow one opens, too late
  await page.getByRole('button', { name: 'All as it should be' }).click();
  await page.getByRole('button', { name: '30 mA', exact: true }).click();
  await expect(readings).toContainText(
    /15 mA from line to earth here\s*stays on.*30 mA from line to earth here\s*opens in \d+ ms\s*as it should.*its button\s*opens/s,
  );
  await page.getByLabel('the device itself is').selectOption('slow');
  await expect(readings).toContainText(/opens in \d+ ms\s*not as it should/);
});

test('ways of working are chosen under Need, and list and steps follow; what serves both books and what is of one stand beside each other', async ({ page, request, baseURL }) => {
  await page.goto('/jobs/dresser-socket/need');
  await page.getByTestId('uk-schools').locator('summary').click();
  await page.getByLabel('over the cable in its chase').selectOption('oval conduit');
  await page.getByLabel('sockets', { exact: true }).selectOption('unswitched');
  await rail(page, 'Buy').click();
  await expect(page.getByTestId('parts')).toContainText('oval conduit, 20 mm');
  await expect(page.getByTestId('parts')).toContainText('twin socket, unswitched');
  await rail(page, 'Circuit').click();
  await expect(page.getByTestId('must-read')).toContainText('Zs there, cold');
  await rail(page, 'Buy').click();
  await page.keyboard.press('Control+z');
  await expect(page.getByTestId('parts')).toContainText('twin socket, switched');
  await rail(page, 'Work').click();
  await page.getByTestId('step-chase').getByRole('button').first().click();
  await expect(page.getByTestId('step-chase')).toContainText('25 mm deep');
  await rail(page, 'Record').click();
  await saved(page);
  for (const id of ['handover', 'inspection']) {
    const pdf = await request.get(`${baseURL}${await page.getByTestId(id).getAttribute('href')}`);
    expect([pdf.status(), pdf.headers()['content-type']]).toEqual([200, 'application/pdf']);
  }
}); // prettier-ignore

test('the file of a house by the UK book: its unit, circuits with what was read, cables, boxes; labels to print', async ({ page, request, baseURL }) => {
  await page.goto('/houses/larch-cottage/file');
  await expect(page.getByTestId('file-consumer-unit')).toContainText('Ze 0.21 Ω');
  await page.getByTestId('file-search').fill('scullery');
  await expect(page.getByTestId('file-count')).not.toContainText('everything');
  await expect(page.locator('.house-file')).toContainText('L to N, cross-connected, Scullery: 0.31 Ω');
  const labels = await request.get(`${baseURL}/api/v1/houses/larch-cottage/labels.pdf?paper=a4`);
  expect([labels.status(), labels.headers()['content-type']]).toEqual([200, 'application/pdf']);
}); // prettier-ignore

test('fault finding on a ring as a job: its readings and what explains them stand beside it, the steps lead from the lock to the record', async ({
  page,
}) => {
  await page.goto('/houses/larch-cottage/circuits');
  await page.getByTestId('alteration-find-fault').click();
  await expect(page).toHaveURL(/\/need$/);
  await page.getByLabel('circuit', { exact: true }).selectOption({ label: '1, Downstairs ring' });
  await page.getByLabel('seen at').selectOption({ label: 'Scullery, twin' });
  await rail(page, 'Circuit').click();
  const open = page.getByRole('button', { name: /^Ledger/ });
  if (await open.isVisible()) await open.click();
  await expect(page.getByRole('complementary', { name: 'Ledger' })).toContainText('Scullery hangs on a spur');
  if (await open.isVisible()) await open.click();
  await rail(page, 'Work').click();
  await page
    .getByTestId('step-mend')
    .getByRole('button', { name: /Open what the readings name/ })
    .click();
  await expect(page.getByTestId('step-mend')).toContainText('By what was read: Scullery hangs on a spur');
  await expect(page.getByTestId('step-mend')).toContainText('not proved dead');
  await saved(page);
});
