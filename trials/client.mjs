/** The page against everything that can happen to it: the browser's tests of saving, run by name, and no second try. */
import { spawnSync } from 'node:child_process';
import { join } from 'node:path';
import { root } from '../scripts/prepare.mjs';

export const about = 'tabs, duplicated tabs, two browsers, blocked and full storage, a server that dies, hangs, fails, deletion elsewhere';

export async function run({ long = false } = {}) {
  const args = ['--no-install', 'playwright', 'test', '-c', 'e2e', 'trust', 'saving', '--retries', '0', '--reporter', 'json', ...(long ? ['--repeat-each', '3'] : ['--project', 'desk', '-g', 'duplicated|deleted elsewhere'])]; // prettier-ignore
  const done = spawnSync('npx', args, {
    cwd: root,
    encoding: 'utf8',
    maxBuffer: 1e9,
    env: { ...process.env, PLAYWRIGHT_JSON_OUTPUT_NAME: '' },
  });
  const report = JSON.parse(done.stdout.slice(done.stdout.indexOf('{')));
  const { expected, unexpected, flaky } = report.stats;
  return { line: `client: ${expected} scenarios held, ${unexpected + flaky} failed (${join('e2e', 'trust.spec.ts')}, saving.spec.ts)`, ok: expected > 0 && unexpected + flaky === 0 }; // prettier-ignore
}
