/** The panel with tries and figures of one's own: what feeds what found out, a directory as table and for the door, a breaker added. */
import { writeFileSync } from 'node:fs';
import { expect, saved, test, type Page } from './saddle.js';

const HOUSE = '/houses/quince-street-14';
const atPanel = async (page: Page, tab?: string): Promise<void> => {
  await page.goto(`${HOUSE}/panel`);
  await expect(page.getByTestId('space-1')).toBeVisible();
  if (tab) await page.getByRole('tab', { name: tab, exact: true }).click();
};

test('what feeds what is found out by the switch-offs that tell most, written down, and undone', async ({ page }) => {
  await atPanel(page, 'what feeds what');
  await expect(page.getByTestId('feed-hall-box')).toHaveAttribute('data-state', 'open');
  let tries = 0;
  while ((await page.getByTestId('offer').count()) > 0) {
    expect(++tries).toBeLessThanOrEqual(6);
    await page.getByTestId('offer').click();
    await page.getByTestId('simulate').click();
    await page.getByTestId('note-try').click();
    await expect(page.getByTestId('note-try')).toHaveCount(0);
  }
  for (const [box, number] of [
    ['hall-box', '4'],
    ['parlour-box', '4'],
    ['studio-box', '5'],
  ]) {
    await expect(page.getByTestId(`feed-${box}`)).toHaveAttribute('data-state', 'found');
    await expect(page.getByTestId(`feed-${box}`)).toContainText(`found${number}`);
  }
  await page.getByTestId('write-down').click();
  await saved(page);
  await page.getByTestId('space-5').click();
  await page.getByRole('tab', { name: 'circuit' }).click();
  await expect(page.getByLabel('found out how')).toHaveValue(/tried: .*Studio box/);
  await page.getByRole('button', { name: /^Undo/ }).click();
  await expect(page.getByLabel('found out how')).toHaveValue('breaker switched, the back rooms went dead');
});

test('tabs by keyboard: one stop for Tab, arrows round them, Home and End; what they show is named by them', async ({ page }) => {
  await atPanel(page);
  const chosen = page.getByRole('tab', { selected: true });
  await page.getByRole('tab', { name: 'circuit' }).focus();
  for (const [key, name] of [
    ['ArrowRight', 'what feeds what'],
    ['ArrowRight', 'add a breaker'],
    ['ArrowLeft', 'what feeds what'],
    ['End', 'panel'],
    ['ArrowRight', 'circuit'],
    ['Home', 'circuit'],
  ] as const) {
    await page.keyboard.press(key);
    await expect(chosen).toHaveText(name);
    await expect(chosen).toBeFocused();
    await expect(page.getByRole('tabpanel', { name })).toHaveCount(1);
  }
  // out of the tabs with one Tab, into what is shown
  await page.keyboard.press('Tab');
  await expect(page.getByLabel('what it feeds')).toBeFocused();
});

test('a try that can’t be right beside another is named, and taken back', async ({ page }) => {
  await atPanel(page, 'what feeds what');
  const box = page.getByTestId('feed-alcove-box');
  const note = async (breaker: string, shows: string): Promise<void> => {
    await page
      .getByRole('group', { name: 'Breakers that are off now' })
      .getByRole('button', { name: `${breaker} on` })
      .click();
    await page.getByLabel('Alcove box').selectOption(shows);
    await page.getByTestId('note-try').click();
  };
  await note('5', 'its faces dead');
  // only its faces: something else in it may still be live
  await expect(box).toHaveAttribute('data-state', 'open');
  await note('5', 'still live');
  await expect(box).toHaveAttribute('data-state', 'contradiction');
  await expect(box).toContainText('can’t all be right');
  await box.getByText('2 tries').click();
  await box.getByRole('button', { name: 'not so' }).last().click();
  await expect(box).toHaveAttribute('data-state', 'open');
});

test('the directory goes out as a table and comes in row by row; a bad row changes nothing', async ({ page }, info) => {
  await atPanel(page);
  const download = page.waitForEvent('download');
  await page.getByTestId('csv-out').click();
  const path = await (await download).path();
  expect(path).toBeTruthy();
  const file = info.outputPath('directory.csv');
  writeFileSync(file, 'space,name,breaker A\r\n7,freezer and washer,20\r\n16,loom,19\r\n18,dye kettle,20\r\n');
  await page.getByTestId('csv-in').setInputFiles(file);
  const report = page.getByTestId('csv-report');
  await expect(report.getByRole('row')).toHaveCount(4);
  await expect(report).toContainText('breaker A: “19”');
  await expect(page.getByTestId('space-7')).toContainText('utility and freezer');
  await page.getByTestId('csv-take').click();
  await expect(page.getByTestId('space-7')).toContainText('freezer and washer');
  await expect(page.getByTestId('space-18')).toContainText('dye kettle');
  await expect(page.getByTestId('space-16')).toContainText('free');
  await saved(page);

  writeFileSync(file, 'room;watts\r\nhall;60\r\n');
  await page.getByTestId('csv-in').setInputFiles(file);
  await expect(report).toContainText('The columns space and name are missing');
  await expect(report).toContainText('Nothing was changed');

  const pdf = await page.request.get((await page.getByTestId('directory').getAttribute('href'))!);
  expect(pdf.headers()['content-type']).toContain('application/pdf');
});

test('a circuit of its own: what it must be, where it stands, what stays live', async ({ page }) => {
  await atPanel(page, 'add a breaker');
  const side = page.getByRole('complementary', { name: 'What is known of it' });
  await expect(side.getByText('Who may do this')).toBeVisible();
  await expect(side.getByText(/service lugs and the wires to them stay live/).first()).toBeVisible();
  await side.getByLabel('what it is to feed').fill('dye kettle');
  await side.getByLabel('what it is to feed').blur();
  await side.getByLabel('room', { exact: true }).selectOption('laundry');
  await side.getByLabel('load on it, watts or amps').fill('1500 W');
  await side.getByLabel('load on it, watts or amps').blur();
  await side.getByLabel('cable').selectOption('14 AWG');
  await expect(side.getByText(/14 AWG copper may stand on 15 A at most/).first()).toBeVisible();
  await expect(page.getByTestId('place-breaker')).toBeDisabled();
  await side.getByLabel('cable').selectOption('12 AWG');
  await side.getByLabel('type printed on it').fill('Q9');
  await side.getByLabel('type printed on it').blur();
  await expect(side.getByText(/type Q9 is not on the panel’s label/).first()).toBeVisible();
  await side.getByLabel('type printed on it').fill('P1-AF');
  await side.getByLabel('type printed on it').blur();
  await side.getByLabel('protection in the breaker').selectOption('arc-fault and ground-fault');
  await page.getByTestId('place-breaker').click();
  // the lighter leg is A: the first free space there
  await expect(page.getByTestId('space-13')).toContainText('dye kettle');
  await expect(page.getByTestId('space-13')).toContainText('AF');
  await saved(page);
  await page.getByRole('button', { name: /^Undo/ }).click();
  await expect(page.getByTestId('space-13')).toContainText('free');
});

test('a panel noted from nothing, and wrong figures refused by name', async ({ page }) => {
  const house = await (await page.request.get('/api/v1/houses/quince-street-14')).json();
  const own = { ...house.document, id: 'bare-house', name: 'Bare house', site: { ...house.document.site, panel: undefined } };
  expect((await page.request.post('/api/v1/houses', { data: own })).status()).toBe(201);
  await page.goto('/houses/bare-house/panel');
  await page.getByLabel('it has').selectOption('12 spaces');
  await page.getByTestId('start-panel').click();
  // nobody opened it yet: no space counts as free
  await expect(page.locator('.panel-main')).toContainText('12 not looked at');
  await page.getByTestId('space-5').click();
  await expect(page.getByText('Nobody said whether something stands here.')).toBeVisible();
  await page.getByTestId('note-breaker').click();
  await page.getByTestId('space-7').click();
  await page.getByTestId('space-empty').click();
  await expect(page.getByTestId('space-7')).toContainText('free');
  await expect(page.getByTestId('space-9')).toContainText('not looked');
  await page.getByTestId('rest-empty').click();
  await expect(page.locator('.panel-main')).toContainText('11 spaces free');
  await page.getByTestId('space-5').click();
  await page.getByLabel('rating').selectOption('15 A');
  await expect(page.getByTestId('space-5')).toContainText('15 A');
  await page.getByRole('tab', { name: 'panel' }).click();
  await page.getByLabel('main breaker, A').fill('2000');
  await page.getByLabel('main breaker, A').blur();
  await expect(page.getByTestId('refusal')).toContainText('over 400 A');
  await page.getByLabel('spaces under a plate').fill('5');
  await page.getByLabel('spaces under a plate').blur();
  await expect(page.getByTestId('refusal')).toContainText('Space 5 is noted as covered');
  await page.getByLabel('spaces under a plate').fill('last');
  await page.getByLabel('spaces under a plate').blur();
  await expect(page.getByText('“last” is no space')).toBeVisible();
});

test('an empty directory is filled from the simulated finder, box by box', async ({ page }) => {
  const { document, revision } = await (await page.request.get('/api/v1/houses/quince-street-14')).json();
  const { site } = document;
  // nobody knows what any breaker feeds
  const bare = {
    ...document,
    site: {
      ...site,
      boxes: site.boxes.map((b: object) => ({ ...b, circuitId: undefined })),
      circuits: site.circuits.map((c: { number: string }) => ({
        ...c,
        name: `breaker ${c.number}`,
        foundHow: undefined,
        foundOn: undefined,
      })),
      panel: { ...site.panel, tests: [] },
    },
  };
  const put = await page.request.put('/api/v1/houses/quince-street-14', { data: bare, headers: { 'if-match': `"${revision}"` } });
  expect(put.status()).toBe(200);
  const csv = async (): Promise<string> => (await page.request.get('/api/v1/houses/quince-street-14/panel/directory.csv')).text();
  expect(await csv()).not.toContain('Hall box');
  await atPanel(page, 'what feeds what');
  const boxes = [
    'hall-box',
    'parlour-box',
    'hall-end-box',
    'book-box',
    'linen-box',
    'trough-box',
    'post-box',
    'mast-box',
    'studio-box',
    'alcove-box',
    'pantry-box',
    'shed-box',
    'loom-switch',
    'stair-switch',
  ];
  // a sender in each box, the receiver at the breakers: it points, and names neighbours along with the right one
  for (const id of [...boxes, 'sewing-window-box']) {
    const box = page.getByTestId(`feed-${id}`);
    await box.getByRole('button', { name: 'finder' }).click();
    await box.getByRole('button', { name: 'Note the loudest' }).click();
    await expect(box).toContainText('1 try');
  }
  // what it pointed at is made sure of by the switch-offs that tell most
  for (let tries = 0; (await page.getByTestId('offer').count()) > 0; tries++) {
    expect(tries).toBeLessThan(6);
    await page.getByTestId('offer').click();
    await page.getByTestId('simulate').click();
    await page.getByTestId('note-try').click();
    await expect(page.getByTestId('note-try')).toHaveCount(0);
  }
  for (const id of [...boxes, 'sewing-window-box']) await expect(page.getByTestId(`feed-${id}`)).toHaveAttribute('data-state', 'found');
  await page.getByTestId('write-down').click();
  await saved(page);
  const table = await csv();
  for (const name of ['Hall box', 'Parlour box', 'Studio box', 'Pantry box', 'Shed box', 'Hall switch box']) expect(table).toContain(name);
  const row = (space: string): string => table.split('\r\n').find((l) => l.startsWith(`${space},`)) ?? '';
  expect(row('4')).toContain('Parlour box');
  expect(row('5')).toContain('Alcove box');
  expect(row('8')).toContain('Shed box');
  expect(row('9')).toContain('Hall switch box');
});

test('five breakers entered one after the other stay as they were typed', async ({ page }) => {
  const house = await (await page.request.get('/api/v1/houses/quince-street-14')).json();
  const own = { ...house.document, id: 'bare-house', name: 'Bare house', site: { ...house.document.site, panel: undefined, circuits: [], loads: [], boxes: [], devices: [], cables: [] } }; // prettier-ignore
  expect((await page.request.post('/api/v1/houses', { data: own })).status()).toBe(201);
  await page.goto('/houses/bare-house/panel');
  await page.getByLabel('it has').selectOption('24 spaces');
  await page.getByTestId('start-panel').click();
  const side = page.getByRole('complementary', { name: 'What is known of it' });
  const entered = [
    { space: 7, name: 'den and nook', rating: '20 A', poles: '1', kept: 'nothing special' },
    { space: 15, name: 'bedrooms', rating: '15 A', poles: '1', kept: 'nothing special' },
    { space: 11, name: 'range', rating: '50 A', poles: '2', kept: 'one appliance' },
    { space: 2, name: 'laundry', rating: '20 A', poles: '1', kept: 'laundry' },
    { space: 4, name: 'workshop B', rating: '20 A', poles: '1', kept: 'nothing special' },
  ];
  for (const e of entered) {
    await page.getByTestId(`space-${e.space}`).click();
    await page.getByTestId('note-breaker').click();
    await expect(side.getByRole('heading', { level: 3 })).toContainText(`Space ${e.space}`);
    await side.getByLabel('what it feeds').fill(e.name);
    await side.getByLabel('what it feeds').blur();
    await side.getByLabel('rating').selectOption(e.rating);
    await side.getByLabel('poles').selectOption(e.poles);
    await expect(side.getByRole('heading', { level: 3 })).toContainText(`Space ${e.space}`);
    await side.getByLabel('kept for').selectOption(e.kept);
  }
  await side.getByLabel('handle tied to').selectOption('space 2');
  await expect(side.getByRole('heading', { level: 3 })).toContainText('Space 4');
  await saved(page);
  const stored = (await (await page.request.get('/api/v1/houses/bare-house')).json()) as {
    document: { site: { circuits: { id: string; name: string; breakerA: number; reservedFor: string; voltsNominal: number }[]; panel: { breakers: { id: string; space: number; poles: number; circuitId: string; tiedTo?: string }[] } } };
  }; // prettier-ignore
  const { circuits, panel } = stored.document.site;
  for (const e of entered) {
    const breaker = panel.breakers.find((b) => b.space === e.space)!;
    const circuit = circuits.find((c) => c.id === breaker.circuitId)!;
    expect({ name: circuit.name, rating: `${circuit.breakerA} A`, poles: `${breaker.poles}` }).toEqual({ name: e.name, rating: e.rating, poles: e.poles }); // prettier-ignore
    expect(circuit.voltsNominal).toBe(e.poles === '2' ? 240 : 120);
    expect(circuit.reservedFor.replace(/-/g, ' ').replace('none', 'nothing special')).toBe(e.kept);
  }
  const at = (space: number) => panel.breakers.find((b) => b.space === space)!;
  expect([at(4).tiedTo, at(2).tiedTo]).toEqual([at(2).id, at(4).id]);
});

test('the rule index: searched by clause, opened to its worked example; in a house it says what bore', async ({ page }) => {
  test.setTimeout(240_000);
  await page.goto('/rules');
  await expect(page.locator('[data-rule=box-fill]')).toBeVisible({ timeout: 60_000 });
  await page.getByLabel('find').fill('314.16');
  await expect(page.locator('[data-rule]')).toHaveCount(2);
  await page.locator('[data-rule=box-fill] summary').click();
  // examples are worked meanwhile
  await expect(page.locator('[data-rule=box-fill]')).toContainText('volume of the box', { timeout: 90_000 });
  await page.getByLabel('find').fill('nothing of the kind');
  await expect(page.getByText('No rule has these words.')).toBeVisible();
  await page.goto('/houses/quince-street-14/rules');
  await expect(page.locator('[data-rule=box-fill] .bore')).toContainText('× stop', { timeout: 100_000 });
});
