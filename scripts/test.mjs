// npm test: everything that can be checked. Installs what it needs, browser and ngspice included, and ends with `N passed, N failed`.
import { spawn, spawnSync } from 'node:child_process';
import { existsSync, readFileSync, rmSync } from 'node:fs';
import { availableParallelism } from 'node:os';
import { join } from 'node:path';
import { stripVTControlCharacters } from 'node:util';
import { beside, build, buildCore, install, root } from './prepare.mjs';

const there = (command) => spawnSync('sh', ['-c', `command -v ${command}`]).status === 0;

/** Debian packages that tests drive: a browser for the interface, a circuit simulator as reference. */
async function installPrograms() {
  const missing = [['chromium', 'chromium'], ['ngspice', 'ngspice']].filter(([command]) => !there(command)).map(([, name]) => name); // prettier-ignore
  if (missing.length === 0) return true;
  const sudo = process.getuid?.() === 0 ? '' : there('sudo') ? 'sudo -n ' : undefined;
  if (!there('apt-get') || sudo === undefined) {
    console.error(`Install ${missing.join(' and ')} first (on Debian: apt-get install ${missing.join(' ')}), then run npm test again.`);
    return false;
  }
  console.log(`Installing ${missing.join(', ')} …`);
  const apt = `${sudo}env DEBIAN_FRONTEND=noninteractive apt-get`;
  const both = `${apt} update -qq && ${apt} install -y -qq --no-install-recommends ${missing.join(' ')}`;
  if ((await beside('sh', ['-c', both], { stdio: ['ignore', 'ignore', 'inherit'] })) === 0) return true;
  console.error(`apt-get could not install ${missing.join(' and ')}; install them by hand and run npm test again.`);
  return false;
}

/** What a browser test complained of, on one line: the log of a run is long and may be cut. */
function why(spec) {
  const [error] = spec.tests.flatMap((test) => test.results).flatMap((result) => result.errors ?? []);
  const plain = stripVTControlCharacters(error?.message ?? '').replace(/\s+/g, ' ');
  return plain.length > 500 ? `${plain.slice(0, 500)}…` : plain;
}

let passed = 0;
let failed = 0;
/** what failed, named once more at the end, where it is found without reading the whole */
const failures = [];
const count = (name, good, bad) => {
  passed += good;
  failed += bad;
  console.log(`${name}: ${good} passed, ${bad} failed`);
};

/** Checks side by side, each with its output in one piece. */
async function checks(list) {
  const waiting = [...list];
  const next = async () => {
    for (let one = waiting.shift(); one; one = waiting.shift()) {
      const [name, command, args, env] = one;
      const [program, before] = command === 'node' ? [process.execPath, []] : ['npx', ['--no-install', command]];
      const done = spawn(program, [...before, ...args], { cwd: root, env: { ...process.env, ...env } });
      let said = '';
      for (const stream of [done.stdout, done.stderr]) stream.on('data', (chunk) => (said += chunk));
      const status = await new Promise((ended) => done.on('close', ended).on('error', () => ended(1)));
      console.log(`\n== ${name}\n${said.trimEnd()}`);
      if (status !== 0) failures.push(name);
      count(name, status === 0 ? 1 : 0, status === 0 ? 0 : 1);
    }
  };
  await Promise.all(Array.from({ length: Math.min(3, availableParallelism()) }, next));
}

/** Runs a test runner that writes a report; a run without a report, or without a test, is a failure. */
function suite(name, command, args, env, reportFile, read, names) {
  console.log(`\n== ${name}`);
  const file = join(root, 'node_modules', reportFile);
  rmSync(file, { force: true });
  const done = spawnSync('npx', ['--no-install', command, ...args], { cwd: root, stdio: 'inherit', env: { ...process.env, ...env(file) } });
  if (!existsSync(file)) {
    failures.push(`${name}: no report`);
    return count(name, 0, 1);
  }
  const report = JSON.parse(readFileSync(file, 'utf8'));
  const [good, bad] = read(report);
  failures.push(...names(report).map((each) => `${name}: ${each}`));
  if (good + bad === 0 || (done.status !== 0 && bad === 0)) failures.push(`${name}: ended with ${done.status}`);
  count(name, good, bad + (good + bad === 0 || (done.status !== 0 && bad === 0) ? 1 : 0));
}

// two that mostly wait, for the network and for one compiler, side by side
const programs = installPrograms();
install();
if (!(await programs)) process.exit(1);
await buildCore();
await Promise.all([
  checks([
    ['ESLint', 'eslint', ['.', '--max-warnings', '0']],
    ['Types of tests', 'tsc', ['-p', 'tsconfig.tests.json']],
    ['Types of the web app’s tests', 'tsc', ['-p', 'apps/web/tsconfig.spec.json']],
    ['Prettier', 'prettier', ['--check', '--log-level', 'warn', '.']],
    ['Exports that nobody uses', 'knip', ['--include', 'files,exports,types', '--no-progress']],
    ['Layers', 'depcruise', ['--config', '.dependency-cruiser.cjs', 'packages/core/src', 'apps/server/src', 'apps/web/src']],
  ]),
  build().then(() => checks([['Benchmarks, every one once', 'node', ['bench/run.mjs', 'smoke'], { SADDLE_BENCH: 'smoke' }]])),
]);
const vitestReport = join(root, 'node_modules', '.saddle-vitest.json');
suite(
  'Vitest',
  'vitest',
  ['run', '--reporter=default', '--reporter=json', `--outputFile.json=${vitestReport}`],
  () => ({}),
  '.saddle-vitest.json',
  (r) => [r.numPassedTests, r.numFailedTests],
  (r) =>
    r.testResults.flatMap((file) =>
      file.assertionResults.length === 0 && file.status === 'failed'
        ? [`${file.name}: ${file.message}`]
        : file.assertionResults
            .filter((test) => test.status === 'failed')
            .map((test) => `${test.fullName}: ${(test.failureMessages[0] ?? '').split('\n')[0]}`),
    ),
);
await checks([
  ['Trials, a short run of each', 'node', ['scripts/trial.mjs', '--short', 'kill', 'faults', 'odd', 'load', 'bighouse', 'restore']],
]);
suite(
  'Playwright',
  'playwright',
  ['test', '-c', 'e2e', '--reporter=list,json'],
  (file) => ({ PLAYWRIGHT_JSON_OUTPUT_NAME: file, PLAYWRIGHT_SKIP_BROWSER_DOWNLOAD: '1' }),
  '.saddle-playwright.json',
  // one that only passed when it was tried again has failed
  (r) => [r.stats.expected, r.stats.unexpected + r.stats.flaky],
  (r) => {
    const specs = (suite) => [...(suite.specs ?? []), ...(suite.suites ?? []).flatMap(specs)];
    return r.suites
      .flatMap(specs)
      .filter((spec) => !spec.ok || spec.tests.some((test) => test.status === 'flaky'))
      .map((spec) => `${spec.title}${spec.ok ? ' (passed when it was tried again)' : ''}: ${why(spec)}`);
  },
);
for (const failure of failures) console.log(`FAILED: ${failure}`);
console.log(`\n${passed} passed, ${failed} failed`);
process.exit(failed ? 1 : 0);
