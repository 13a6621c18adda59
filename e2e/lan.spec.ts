/** A phone on the same network: TLS with a certificate of the server’s own, known by its fingerprint; a passphrase once. */
import { createHash, X509Certificate } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { chromium, expect, test } from '@playwright/test';
import { dropDataFolder, newDataFolder, runServer } from '../apps/server/src/testing/runServer.js';
import { FLAGS } from '../scripts/browser.mjs';

const SAID = 'heron under the bridge';

test('with --lan: the browser that knows the certificate’s key comes in by passphrase, works, and is still in after a restart', async () => {
  const data = newDataFolder();
  const env = { SADDLE_LAN_PORT: '0', SADDLE_PASSPHRASE: SAID };
  const running = await runServer(data, ['--lan'], env);
  await expect.poll(() => running.output()).toContain('security settings');
  const port = /https:\/\/[\d.]+:(\d+)\//.exec(running.output())![1]!;
  expect(running.output()).not.toContain(SAID);
  const certificate = new X509Certificate(readFileSync(join(data, 'lan', 'certificate.pem')));
  expect(running.output()).toContain(certificate.fingerprint256);
  // this one key and no other certificate error is let pass
  const key = createHash('sha256')
    .update(certificate.publicKey.export({ type: 'spki', format: 'der' }))
    .digest('base64');
  const browser = await chromium.launch({
    executablePath: process.env['SADDLE_CHROMIUM'] ?? '/usr/bin/chromium',
    args: [...FLAGS, `--ignore-certificate-errors-spki-list=${key}`],
  });
  try {
    const page = await (await browser.newContext({ viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true })).newPage();
    const at = `https://127.0.0.1:${port}`;
    await page.goto(`${at}/jobs/bookcase-plinth/at-the-wall`);
    await expect(page).toHaveURL(/\/enter\?to=/);
    await expect(page.locator('.print')).toHaveText(certificate.fingerprint256);
    await page.getByLabel(/passphrase/).fill('something else');
    await page.getByRole('button', { name: 'Enter' }).tap();
    await expect(page.getByRole('alert')).toHaveText('That is not the passphrase.');
    await page.getByLabel(/passphrase/).fill(SAID);
    await page.getByRole('button', { name: 'Enter' }).tap();
    // to where it was meant to lead
    await expect(page.getByRole('heading', { name: 'Before anything is opened' })).toBeVisible();
    await page.getByTestId('aw-done').tap();
    await expect(page.locator('.aw-count')).toContainText('1 done');
    const ticks = async () => {
      const { document } = (await (await page.request.get(`${at}/api/v1/jobs/bookcase-plinth`, { ignoreHTTPSErrors: true })).json()) as { document: { work: { ticks: unknown[] } } }; // prettier-ignore
      return document.work.ticks.length;
    };
    await expect.poll(ticks).toBe(1);
    // installable: a manifest with its icons, read with the ticket
    const manifest = await page.evaluate(
      async () => (await (await fetch('/saddle.webmanifest')).json()) as { display: string; icons: { src: string }[] },
    );
    expect(manifest.display).toBe('standalone');
    for (const { src } of manifest.icons) expect(await page.evaluate(async (icon) => (await fetch(`/${icon}`)).status, src)).toBe(200);
    // another site that this browser looks at gets nothing with its ticket
    await page.goto('data:text/html,<p>elsewhere</p>');
    const stolen = await page.evaluate(async (url) => {
      try {
        return (await fetch(url, { credentials: 'include' })).status;
      } catch {
        return 'refused';
      }
    }, `${at}/api/v1/jobs`);
    expect(stolen).toBe('refused');
    running.process.kill('SIGTERM');
    await running.ended;
    const again = await runServer(data, ['--lan'], { SADDLE_LAN_PORT: port });
    await page.goto(`${at}/jobs/bookcase-plinth/at-the-wall`);
    await expect(page.locator('.aw-count')).toContainText('1 done');
    again.process.kill('SIGKILL');
  } finally {
    await browser.close();
    running.process.kill('SIGKILL');
    dropDataFolder(data);
  }
});

test('without --lan only this machine gets an answer', async () => {
  const data = newDataFolder();
  const running = await runServer(data);
  expect(running.output()).not.toContain('https://');
  running.process.kill('SIGKILL');
  await running.ended;
  dropDataFolder(data);
});
