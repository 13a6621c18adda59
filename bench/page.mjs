import { spawn } from 'node:child_process';
import { existsSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { chromium } from '@playwright/test';
import { figure } from './timing.mjs';

const CHROMIUM = process.env.SADDLE_CHROMIUM ?? '/usr/bin/chromium';
const FRAME_MS = 1000 / 60;

/** Main-thread time of a drag and of a tape entry in Chromium: script, style and layout, from the browser's own counters. */
export async function pageFigures() {
  if (!existsSync(CHROMIUM)) {
    console.log(`page: no ${CHROMIUM}; install chromium to measure in a browser`);
    return [];
  }
  const data = mkdtempSync(join(tmpdir(), 'saddle-bench-'));
  const server = spawn(process.execPath, [fileURLToPath(new URL('../apps/server/dist/main.js', import.meta.url))], {
    env: { ...process.env, SADDLE_DATA: data, SADDLE_PORT: '0', SADDLE_LOG: 'silent' },
  });
  const url = await new Promise((resolve) => server.stdout.on('data', (chunk) => resolve(/at (http:\S+)\//.exec(chunk.toString())?.[1])));
  const browser = await chromium.launch({
    executablePath: CHROMIUM,
    args: [
      '--no-sandbox',
      '--disable-gpu',
      '--disable-background-networking',
      '--disable-component-update',
      '--disable-sync',
      '--no-first-run',
    ],
  });
  try {
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
    await page.goto(`${url}/jobs/sewing-corner/box`);
    const box = page.getByTestId('box-sewing-box');
    await box.waitFor();
    const session = await page.context().newCDPSession(page);
    await session.send('Performance.enable');
    const busy = async () => {
      const { metrics } = await session.send('Performance.getMetrics');
      return metrics.find((m) => m.name === 'TaskDuration').value * 1000;
    };
    const { x, y } = await box.boundingBox();
    await page.mouse.move(x + 10, y + 30);
    await page.mouse.down();
    const moves = 80;
    for (let i = 0; i < 20; i++) await page.mouse.move(x + 10 + i, y + 30);
    const before = await busy();
    for (let i = 0; i < moves; i++) await page.mouse.move(x + 30 + (i % 40), y + 30);
    const drag = ((await busy()) - before) / moves;
    await page.mouse.up();
    const tape = page.getByTestId('tape');
    const entries = 30;
    const start = await busy();
    for (let i = 0; i < entries; i++) {
      await tape.fill(`4${i % 9} 1/2`);
      await tape.press('Enter');
    }
    const entry = ((await busy()) - start) / entries;
    return [figure('page.drag', drag, 'one frame at 60 Hz', FRAME_MS), figure('page.tape', entry, 'one frame at 60 Hz', FRAME_MS)];
  } finally {
    await browser.close();
    server.kill();
    rmSync(data, { recursive: true, force: true });
  }
}
