/** One job from end to end, with numbers of its own: from the answers to the record. At a desk and on a phone. */
import { expect, fill, finding, goTo, saved, showAll, test } from './saddle.js';
import { proveDead } from './work.js';

test('a reading nook fed from the landing', async ({ page, request }) => {
  await page.goto('/');
  await expect(page.getByRole('link', { name: /Sewing corner/ })).toContainText('3 stop');
  await page.getByRole('link', { name: 'New job' }).click();

  // the few answers; a refusal first
  await page.getByTestId('purpose-outlet').click();
  await page.getByLabel('house', { exact: true }).selectOption('another house');
  await page.getByTestId('start').click();
  await expect(page.getByRole('alert')).toContainText('Give the house a name.');
  await page.getByLabel('name of the job').fill('Reading nook');
  await page.getByLabel('name of the house').fill('Test house');
  await page.getByLabel('built in').fill('1994');
  await page.getByLabel('room that gets the outlet').fill('den');
  await page.getByLabel('it is a').first().selectOption('study');
  await page.getByLabel('sink, tub or shower within 6 ft').selectOption('no');
  await page.getByLabel('room of the old box').fill('landing');
  await page.getByLabel('it is a').last().selectOption('hallway');
  await fill(page, 'wall, end to end', `11' 8"`);
  await page.getByLabel('what it is').fill('closet door edge');
  await fill(page, /from the left end of the wall, in the den/, '118 1/2');
  await fill(page, /to the centre of the box/, `3' 14"`);
  await expect(page.getByText('did you mean 4\' 2" (50"), or just 14"')).toBeVisible();
  await fill(page, /to the centre of the box/, '41 3/4');
  await fill(page, 'floor to the bottom of the box', '12 1/2');
  await page.getByLabel('breaker number').fill('12');
  await page.getByLabel('its rating').selectOption('20 A');
  await fill(page, /to the centre of the outlet/, '46 1/4');
  await page.getByLabel('the same edge in both rooms').selectOption('yes');
  await page.getByLabel('to the', { exact: true }).first().selectOption('right');
  await page.getByLabel('to the', { exact: true }).last().selectOption('left');
  await page.getByTestId('start').click();
  await expect(page).toHaveURL(/\/jobs\/[\w-]+\/survey$/);

  // the survey; nothing unmeasured passes
  await expect(page.getByRole('heading', { name: 'Reading nook' })).toBeVisible();
  await expect(await finding(page, /Values that were taken for granted/)).toHaveAttribute('data-verdict', 'can’t tell');
  const wall = page.getByRole('region', { name: 'The wall' });
  await fill(wall, 'height', `8'`);
  await fill(wall, 'stud depth', '3 1/2');
  await fill(wall, 'stud spacing', '16');
  await fill(wall, 'one stud’s centre', '64');
  await fill(wall, /^thickness/, '½');
  const second = wall.getByLabel(/^thickness/).nth(1);
  await second.fill('1/2');
  await second.press('Enter');
  await wall.getByLabel('fire-rated').selectOption('no');
  await wall.getByLabel('bay of the work looked into').selectOption('seen with a scope');
  await wall.getByRole('button', { name: 'It is so' }).click();
  // what came filled in counts as measured by nobody
  const granted = await finding(page, /Values that were taken for granted/);
  await expect(granted).toContainText('number of gangs of landing box, kind of landing receptacle');
  await expect(granted).not.toContainText('what the wall is built of');
  await goTo(page, 'Survey');

  const box = page.getByRole('region', { name: 'landing box' });
  await box.getByLabel('kind of box').selectOption('nail-on, one gang, 20.3 in³');
  await box.getByRole('button', { name: 'Add a cable' }).click();
  await box.getByLabel('goes to').fill('panel');
  await box.getByLabel('goes to').blur();
  await box.getByLabel('ground').selectOption('bare');
  await box.getByLabel('metal', { exact: true }).selectOption('copper');
  await box.getByLabel('its white is').selectOption('a neutral');
  await fill(box, 'free ends from the sheath', '7');
  await box.getByLabel('state').selectOption('sound');
  await expect(await finding(page, /Values that were taken for granted/)).toContainText('cable 1: gauge, cable 1: number of conductors');
  await goTo(page, 'Survey');
  const soSeen = box.getByRole('button', { name: 'It is so' });
  for (let left = await soSeen.count(); left > 0; left--) {
    await soSeen.first().click();
    await expect(soSeen).toHaveCount(left - 1);
  }
  await expect(await finding(page, /Values that were taken for granted/)).toHaveAttribute('data-verdict', 'ok');
  await goTo(page, 'Survey');
  const circuit = page.getByRole('region', { name: 'The circuit' });
  await circuit.getByLabel('kept for').selectOption('nothing special');
  await circuit.getByLabel('two hots share a neutral').selectOption('no');
  await circuit.getByLabel('arc-fault protection ahead').selectOption('none');
  await circuit.getByLabel('ground-fault protection ahead').selectOption('none');
  await fill(circuit, 'cable from the panel to the box', '48 ft');
  await fill(circuit, 'another, with watts or amps', 'landing lamp 75 W');
  await circuit.getByLabel('all that hangs on it is noted').selectOption('yes');

  // what is plugged in: from the list, and typed
  await goTo(page, 'Need');
  await page.getByTestId('appliance').fill('lapt');
  await page.getByRole('option', { name: 'laptop computer' }).click();
  await page.getByRole('button', { name: 'Add', exact: true }).click();
  await page.getByTestId('appliance').fill('reading lamp');
  await page.getByLabel('watts or amps on the plate').fill('bright');
  await page.getByRole('button', { name: 'Add', exact: true }).click();
  await expect(page.getByText('That is not a load')).toBeVisible();
  await page.getByLabel('watts or amps on the plate').fill('0.35 A');
  await page.getByRole('button', { name: 'Add', exact: true }).click();
  await expect(page.getByRole('row', { name: /reading lamp/ })).toContainText('0.35');

  // the wall by tape
  await goTo(page, 'Box');
  await page.getByTestId('tape').fill('x 45 7/8');
  await page.getByTestId('tape').press('Enter');
  await expect(page.getByTestId('dim-right-closet door edge')).toContainText('44 3/4"'); // 45 7/8 − half of 2 1/4
  await page.getByTestId('tape').fill('b 12 1/2');
  await page.getByTestId('tape').press('Enter');
  await page.getByTestId('flip').click();
  // the source has two 12 AWG in, two out: 4·2.25 + 2.25 + 2·2.25 = 15.75
  await expect(await finding(page, /Fill of landing box/)).toContainText('needs 15.75 in³, has 20.3 in³');

  // a single plastic gang without a clamp: the remedy, and undo
  await goTo(page, 'Route');
  const held = await finding(page, /Cable held at landing box/);
  await expect(held).toHaveAttribute('data-verdict', 'stop');
  await held.getByRole('button', { name: /which clamps/ }).click();
  await expect(held).toHaveAttribute('data-verdict', 'ok');
  await page.getByTestId('undo').click();
  await expect(held).toHaveAttribute('data-verdict', 'stop');
  await page.getByTestId('redo').click();
  await goTo(page, 'Feed');
  await (await finding(page, 'Arc-fault protection')).getByRole('button', { name: /Arc-fault breaker/ }).click();
  await showAll(page);
  await expect(page.locator('.finding[data-verdict="stop"], .finding[data-verdict="can’t tell"]')).toHaveCount(0);

  // the steps, with the proof of dead before anything that needs it
  await goTo(page, 'Work');
  const step = (id: string) => page.getByTestId(`step-${id}`);
  const done = async (id: string) => {
    await step(id).getByTestId(`do-${id}`).click();
    await expect(step(id)).toHaveClass(/done/);
  };
  const value = async (id: string, key: string, text: string) => {
    await step(id).getByTestId(`ask-${key}`).fill(text);
    await step(id).getByTestId(`ask-${key}`).blur();
  };
  await done('prepare');
  await value('mark-out', 'bottom', '12 1/2');
  await done('mark-out');
  await done('cut-opening');
  await value('set-new-box', 'free-target', '5');
  await expect(step('set-new-box')).toContainText('Too short');
  await expect(step('set-new-box').getByTestId('do-set-new-box')).toBeDisabled();
  await value('set-new-box', 'free-target', '7 1/4');
  await done('set-new-box');
  await done('wire-new');
  await expect(step('prove-dead').getByRole('checkbox')).toBeDisabled();
  await expect(step('open-source').getByRole('checkbox')).toBeDisabled();
  await done('breaker-off');
  await expect(step('prove-dead').getByTestId('do-prove-dead')).toBeDisabled();
  for (const [label, volts] of [
    ['Tester on a live source', '121'],
    ['Target, hot to neutral', '118'],
  ] as const) {
    await step('prove-dead').getByLabel(label, { exact: true }).fill(volts);
    await step('prove-dead').getByLabel(label, { exact: true }).blur();
  }
  await expect(step('prove-dead')).toContainText('LIVE');
  for (const [label, volts] of [
    ['Target, hot to neutral', '0.2'],
    ['Target, hot to ground', '0'],
    ['Target, neutral to ground', '0'],
    ['Tester on the live source again', '120.6'],
  ] as const) {
    await step('prove-dead').getByLabel(label, { exact: true }).fill(volts);
    await step('prove-dead').getByLabel(label, { exact: true }).blur();
  }
  await done('prove-dead');
  await value('open-source', 'free-source-old', '7');
  await done('open-source');
  await done('replace-source');
  await value('fish', 'out-source', '15 1/2');
  await done('fish');
  await value('wire-source', 'free-source', '7');
  await done('wire-source');
  await done('close-boxes');
  // the main is off for the breaker alone, with a proof of its own
  await done('breaker-off-2');
  await expect(step('swap-breaker').getByRole('checkbox')).toBeDisabled();
  await proveDead(page, 'prove-dead-2');
  await done('swap-breaker');
  await done('energise-2');
  await done('energise');
  await value('test', 'hn', '121.4');
  await value('test', 'hg', '121.3');
  await value('test', 'ng', '0.3');
  await done('test');
  await step('record').getByLabel('note', { exact: true }).fill('9 in of cable left over');
  await step('record').getByRole('button', { name: 'Keep note' }).click();
  await done('record');
  await saved(page);

  // the record, after a reload, and the sheet
  await goTo(page, 'Record');
  await page.reload();
  await expect(page.getByText('9 in of cable left over')).toBeVisible();
  await expect(page.getByRole('row', { name: /cable out of the opening/ })).toContainText('15 1/2');
  const sheet = await request.get((await page.getByTestId('sheet').getAttribute('href'))!);
  expect(sheet.headers()['content-type']).toBe('application/pdf');
  await page.goto('/');
  await expect(page.getByRole('link', { name: /Reading nook/ })).toContainText('record');
});
