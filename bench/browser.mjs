/** A server with the sample data and a page in Chromium, for figures that only a browser can give. */
import { spawn } from 'node:child_process';
import { existsSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { chromium } from '@playwright/test';
import { FLAGS } from '../scripts/browser.mjs';

const CHROMIUM = process.env.SADDLE_CHROMIUM ?? '/usr/bin/chromium';
export const FRAME_MS = 1000 / 60;

/** Runs `measure({ page, url, busy })`; `busy()` is the main thread's time so far in ms: script, style and layout, by the browser's own counters. */
export async function inBrowser(area, measure) {
  if (!existsSync(CHROMIUM)) {
    console.log(`${area}: no ${CHROMIUM}; install chromium to measure in a browser`);
    return [];
  }
  const data = mkdtempSync(join(tmpdir(), 'saddle-bench-'));
  const server = spawn(process.execPath, [fileURLToPath(new URL('../apps/server/bundle/main.js', import.meta.url))], {
    env: { ...process.env, SADDLE_DATA: data, SADDLE_PORT: '0', SADDLE_LOG: 'silent' },
  });
  const url = await new Promise((resolve) => server.stdout.on('data', (chunk) => resolve(/at (http:\S+)\//.exec(chunk.toString())?.[1])));
  const browser = await chromium.launch({
    executablePath: CHROMIUM,
    args: FLAGS,
  });
  try {
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
    const session = await page.context().newCDPSession(page);
    await session.send('Performance.enable');
    const busy = async () => {
      const { metrics } = await session.send('Performance.getMetrics');
      const value = (name) => metrics.find((m) => m.name === name).value * 1000;
      // what the measuring itself asks of the page is not the page's work
      return value('TaskDuration') - value('DevToolsCommandDuration');
    };
    return await measure({ page, url, busy });
  } finally {
    await browser.close();
    server.kill();
    rmSync(data, { recursive: true, force: true });
  }
}
