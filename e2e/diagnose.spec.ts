/** Something doesn’t work: from the one door to the repair in the plan, test by test. */
import { expect, goTo, saved, test } from './saddle.js';

test('a dead outlet: signs are asked first, tests narrow it down, the repair is planned with its proof of dead', async ({ page }) => {
  await page.goto('/start?house=quince-street-14');
  await page.getByTestId('purpose-mend').click();
  await page.getByLabel('box', { exact: true }).selectOption('hall-box');
  await page.getByLabel('name of the job').fill('Dark hall');
  await page.getByRole('button', { name: /start|begin/i }).click();
  const verdict = page.getByTestId('verdict');
  // a sign ends it, whatever else is known; taken back the search goes on
  await page.getByTestId('signs').getByRole('button', { name: 'buzzing' }).click();
  await expect(verdict).toContainText('buzzing: leave the circuit off');
  await expect(page.getByTestId('next-test')).toHaveCount(0);
  await page.getByTestId('signs').getByRole('button', { name: 'buzzing' }).click();
  await page.getByTestId('signs').getByRole('button', { name: 'none of these' }).click();
  await page.getByRole('group', { name: 'What is wrong' }).getByRole('button', { name: 'nothing works in it' }).click();
  await expect(verdict).toContainText(/Likeliest now, \d+ %: breaker 4 is off or has tripped/);
  const next = page.getByTestId('next-test');
  // whatever it asks for next is answered as a black wire out in this box would
  const shown: [RegExp, RegExp][] = [
    [/Three-lamp tester/, /hot open, or no power/],
    [/Feel how a plug/, /it holds firmly/],
    [/Look at the breaker/, /^all are on/],
    [/same appliance/, /it works there/],
    [/Unplug everything/, /nothing changed/],
    [/Meter across/, /under 5 V/],
    [/cover of .* off/, /something is loose, out/],
  ];
  for (let n = 0; n < 8 && !/^9\d %/.test(await verdict.innerText()); n++) {
    const asked = await next.getByRole('heading').innerText();
    const [, outcome] = shown.find(([test]) => test.test(asked))!;
    const proved = next.getByTestId('proved-dead');
    // bare ends are looked at only once it is proved dead
    if (await proved.count()) {
      await expect(next.getByRole('button', { name: outcome })).toBeDisabled();
      await proved.check();
    }
    await next.getByRole('button', { name: outcome }).click();
    await expect(page.getByTestId('made').getByRole('listitem')).toHaveCount(n + 1);
  }
  // on the drawing: the box is suspected, in words; tapped, its parts say what speaks for and against them
  const box = page.getByTestId('line-hall-box');
  await expect(box).toContainText('likely here');
  await expect(page.getByTestId('line-panel')).not.toContainText('likely here');
  await box.click();
  const why = page.getByTestId('why-joints/hall-box');
  await expect(why).toHaveAttribute('open', '');
  await expect(why).toContainText('something is loose, out, wrong or scorched in it');
  await expect(why).toContainText(/for it, \d/);
  await expect(verdict).toContainText(/^9\d %: open: black/);
  await saved(page);
  await page.reload();
  await expect(verdict).toContainText(/^9\d %/);
  // one taken back makes it less sure
  await page
    .getByTestId('made')
    .getByRole('button', { name: /Take back.*cover of Hall box off/ })
    .click();
  await expect(verdict).not.toContainText(/^9\d %/);
  await page.keyboard.press('Control+z');
  await expect(verdict).toContainText(/^9\d %/);
  await page.getByRole('button', { name: 'Plan the repair' }).click();
  await expect(page.getByTestId('repair')).toContainText('It is in the plan');
  await saved(page);
  await goTo(page, 'work');
  await expect(page.getByRole('button', { name: /Prove it dead/ })).toBeVisible();
  await expect(page.getByRole('button', { name: /connect in Hall box/i })).toBeVisible();
});
