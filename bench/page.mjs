import { FRAME_MS, inBrowser } from './browser.mjs';
import { figure, SMOKE } from './timing.mjs';

/** Main-thread time of a drag and of a tape entry in Chromium: script, style and layout, from the browser's own counters. */
export const pageFigures = () =>
  inBrowser('page', async ({ page, url, busy }) => {
    await page.goto(`${url}/jobs/sewing-corner/box`);
    const box = page.getByTestId('box-sewing-box');
    await box.waitFor();
    const { x, y } = await box.boundingBox();
    await page.mouse.move(x + 10, y + 30);
    await page.mouse.down();
    const moves = SMOKE ? 8 : 80;
    for (let i = 0; i < 20; i++) await page.mouse.move(x + 10 + i, y + 30);
    const before = await busy();
    for (let i = 0; i < moves; i++) await page.mouse.move(x + 30 + (i % 40), y + 30);
    const drag = ((await busy()) - before) / moves;
    await page.mouse.up();
    const tape = page.getByTestId('tape');
    const entries = SMOKE ? 3 : 30;
    const start = await busy();
    for (let i = 0; i < entries; i++) {
      await tape.fill(`4${i % 9} 1/2`);
      await tape.press('Enter');
    }
    const entry = ((await busy()) - start) / entries;
    return [figure('page.drag', drag, 'one frame at 60 Hz', FRAME_MS), figure('page.tape', entry, 'one frame at 60 Hz', FRAME_MS)];
  });
