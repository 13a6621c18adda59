/** When: hours typed, a plan chosen, a step fixed, a delay, what may not be off, the calendar and the notice. */
import { expect, fill, openJob, saved, test } from './saddle.js';

test('hours of one’s own, a helper, what may not be off, a step fixed by hand, the calendar', async ({ page }) => {
  await openJob(page, 'when', 'wainscot');
  await expect(page.getByTestId('assumed-hours')).toContainText('Saturdays and Sundays from 9 to 17');
  await expect(page.getByTestId('range')).toContainText('on four of five');
  await fill(page, 'not before, day', '2027-03-01');
  await fill(page, 'from what time', '8:00');
  await saved(page);
  await expect(page.getByTestId('assumed-hours')).toHaveCount(0);
  // Monday evenings too
  await page.getByRole('button', { name: 'more hours' }).click();
  await expect(page.getByTestId('day-list').locator('li').first()).toContainText('Mon 1 Mar, 17:00');
  // an end before the beginning is refused beside its field, and the hours stay
  const hours = page.getByRole('group', { name: 'Hours of You, 2' });
  await fill(hours, 'to', '16');
  await expect(hours.getByRole('alert')).toHaveText('the end lies after the beginning');
  await fill(hours, 'to', 'noon');
  await expect(hours.getByRole('alert')).toContainText('“noon” is no time of a day');
  await fill(hours, 'to', '20:30');
  await expect(hours.getByRole('alert')).toHaveCount(0);

  // premixed as chosen; setting compound is a plan of its own, and sooner
  await expect(page.getByTestId('plan-alone')).toHaveAttribute('aria-checked', 'true');
  await page.getByTestId('plan-alone-setting').click();
  await expect(page.getByTestId('plan-alone-setting')).toHaveAttribute('aria-checked', 'true');
  await page.getByTestId('plan-alone').click();

  // a freezer that bears less than the outage
  await page.getByLabel('something may not be without power').selectOption({ label: '4, parlour and hall' });
  await fill(page, 'minutes at most', '20');
  await expect(page.getByTestId('plan-problem')).toContainText('freezer may be without for 20 min, and circuit 4 is off for 75');
  await fill(page, 'minutes at most', 'many');
  await expect(page.getByText('“many” is no whole number of minutes')).toBeVisible();
  await fill(page, 'minutes at most', '240');
  await expect(page.getByTestId('plan-problem')).toHaveCount(0);

  // marking out is fixed to Saturday; the rest follows
  const row = page.getByTestId('day-list').getByRole('button', { name: /Mark out/ });
  await row.click();
  await page.getByTestId('pinning').getByLabel('begins exactly at').fill('2027-03-06T10:00');
  await expect(row).toContainText('Sat 6 Mar, 10:00');
  await expect(row).toContainText('fixed');
  // fixed to an hour nobody is there: said, with what can be
  await page.getByTestId('pinning').getByLabel('begins exactly at').fill('2027-03-06T07:00');
  await expect(page.getByTestId('plan-problem')).toContainText('is fixed to Sat 6 Mar, 07:00, and can begin at Sat 6 Mar, 09:00');
  await page.getByTestId('pinning').getByRole('button', { name: 'let it go' }).click();
  await expect(row).toContainText('Mon 1 Mar');
  await saved(page);

  const calendar = await page.request.get((await page.getByTestId('calendar').getAttribute('href'))!);
  expect(await calendar.text()).toContain('DTSTART:20270301T170000');
  const notice = await page.request.get((await page.getByTestId('notice').getAttribute('href'))!);
  expect(notice.headers()['content-type']).toContain('application/pdf');

  // all of it is one undo after another
  await page.getByRole('button', { name: /undo/i }).first().click();
  await expect(row).toContainText('Sat 6 Mar, 09:00');
});

test('what a ticked step took changes how long such work takes; the rest is planned from now', async ({ page }) => {
  await openJob(page, 'work', 'sewing-corner');
  await page.getByTestId('do-prepare').click();
  await expect(page.getByTestId('step-prepare')).toHaveClass(/done/);
  await page.getByTestId('step-prepare').getByRole('button').first().click();
  await fill(page, /^Minutes that “Before/, '0');
  await expect(page.getByText('“0” is no number of minutes')).toBeVisible();
  await fill(page, /^Minutes that “Before/, '45');
  await saved(page);
  await page.goto('/jobs/sewing-corner/when');
  const own = page.getByRole('row', { name: /sheets and moving things/ });
  await expect(own).toContainText('15 to 45 min a job');
  // one note against five: 15 × 3^(1/6) = 18
  await expect(own).toContainText('18 to');
  await expect(page.getByTestId('day-list')).not.toContainText('Before anything is opened');
  await page.getByTestId('replan').click();
  await saved(page);
  await expect(page.getByTestId('range')).toBeVisible();
});

test('several jobs of a house: off once for all of them, or each by itself', async ({ page }) => {
  await page.goto('/houses/quince-street-14/when');
  const jobs = page.getByRole('group', { name: 'Jobs to plan together' });
  await jobs.getByRole('button', { name: 'Sewing corner' }).click();
  await jobs.getByRole('button', { name: 'Wainscot' }).click();
  await expect(page.getByTestId('plan-alone-together')).toContainText('off once for all jobs');
  await page.getByTestId('plan-alone-together').click();
  await expect(page.getByTestId('day-list')).toContainText('Wainscot: Breaker 4 off, locked or labelled (is already: look)');
});

test('fetched or brought, a room that is free on Sundays, cold air; what counts most stands first', async ({ page }) => {
  await openJob(page, 'when', 'wainscot');
  await fill(page, 'not before, day', '2027-03-01');
  await page.getByTestId('add-shop').click();
  await expect(page.getByTestId('day-list')).toContainText('Fetch what there is to buy');
  await fill(page, 'a trip to the shop takes, min', '2');
  await expect(page.getByText('“2”: whole minutes from 5 to 600')).toBeVisible();
  await fill(page, 'a trip to the shop takes, min', '90');
  await page.getByTestId('add-delivery').click();
  await page.getByTestId('delivery').getByLabel('on', { exact: true }).fill('2027-03-20T12:00');
  await expect(page.getByTestId('plan-alone-fetched')).toContainText('1 trip');
  await expect(page.getByTestId('plan-alone-fetched')).toHaveAttribute('aria-checked', 'true');
  await page.getByLabel('what counts most').selectOption('trips');
  await expect(page.getByTestId('plan-alone-brought')).toHaveAttribute('aria-checked', 'true');
  await expect(page.getByTestId('day-list')).not.toContainText('Fetch what there is to buy');
  await page
    .getByTestId('delivery')
    .getByRole('button', { name: /take out/i })
    .click();

  await page.getByLabel('a room is not free all the time').selectOption({ index: 1 });
  const room = page.getByTestId('room-free');
  const days = room.getByRole('group', { name: 'free only' });
  for (const day of ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat']) await days.getByRole('button', { name: `free only: ${day}` }).click();
  await expect(page.getByTestId('day-list').getByRole('button', { name: /Mark out/ })).toContainText('Sun 7 Mar');
  // neither hours nor a day would say nothing
  await days.getByRole('button', { name: /take out/i }).click();
  await expect(room.getByRole('alert')).toContainText('say from when, or at which hours');
  await room.getByRole('button', { name: /is free again/ }).click();
  await expect(room).toHaveCount(0);

  await page.getByTestId('add-air').click();
  await fill(page, 'temperature, °F', '46');
  // half of it counts for nothing
  await expect(page.getByText('Counts once both are entered')).toBeVisible();
  await expect(page.getByTestId('plan-problem')).toHaveCount(0);
  await fill(page, 'humidity, %', '50');
  await expect(page.getByTestId('plan-problem')).toContainText('Below 50 °F');
  await fill(page, 'humidity, %', '99');
  await expect(page.getByText('“99”: 5 to 90 % would do')).toBeVisible();
  await fill(page, 'temperature, °F', '60');
  await expect(page.getByTestId('plan-problem')).toHaveCount(0);
  await saved(page);
});

test('the clock of a step: started, read off when the step is ticked', async ({ page }) => {
  await page.clock.install();
  await openJob(page, 'work', 'sewing-corner');
  const step = page.getByTestId('step-prepare');
  await step.getByRole('button', { name: 'start the clock' }).click();
  await page.clock.fastForward('12:10');
  await expect(step.getByTestId('clock')).toContainText('12 min');
  await page.getByTestId('do-prepare').click();
  await expect(step).toHaveClass(/done/);
  await step.getByRole('button').first().click();
  await expect(step.getByLabel(/^Minutes that “Before/)).toHaveValue('12');
});

test('an inspection is fixed to a day: before its work it says why not, after it the rest follows; a delay is planned from now', async ({
  page,
}) => {
  await openJob(page, 'when', 'wainscot');
  await fill(page, 'not before, day', '2026-01-03');
  await fill(page, 'from what time', '8:00');
  await page.getByTestId('add-visit').click();
  const visit = page.getByTestId('visit');
  await fill(visit, 'takes, min', '2');
  await expect(visit.getByRole('alert')).toContainText('“2”: whole minutes from 5 to 600');
  await fill(visit, 'takes, min', '20');
  await visit.getByLabel('once this is done').selectOption({ label: 'Compound, first coat' });
  await expect(page.getByTestId('day-list').locator('li').first()).toContainText('Sat 3 Jan, 09:00');
  const inspection = page.getByTestId('day-list').getByRole('button', { name: /Inspection/ });
  await inspection.click();
  const exactly = page.getByTestId('pinning').getByLabel('begins exactly at');
  await exactly.fill('2026-01-03T09:00');
  await expect(page.getByTestId('plan-problem')).toContainText('something it rests on isn’t done before');
  await exactly.fill('2026-01-24T10:00');
  await expect(inspection).toContainText('Sat 24 Jan, 10:00');
  await expect(page.getByTestId('plan-problem')).toHaveCount(0);
  // what is covered waits for it
  await expect(page.getByTestId('day-list').getByRole('button', { name: /second coat/ })).toContainText(/(Sat 24|Sun 25) Jan/);
  await saved(page);
  const calendar = await (await page.request.get((await page.getByTestId('calendar').getAttribute('href'))!)).text();
  expect(calendar).toMatch(/DTSTART:20260124T100000[\s\S]*BEGIN:VALARM/);
  // nothing was done in January: one click, and the rest lies ahead
  await page.getByTestId('replan').click();
  await expect(page.getByTestId('day-list').locator('li').first()).not.toContainText('Jan, ');
  await expect(page.getByTestId('plan-problem')).toHaveCount(0);
});
