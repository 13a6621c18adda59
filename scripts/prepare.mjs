// What start, test and bench share: install when the lock file changed, build when sources changed. Needs Node and npm only.
import { spawn, spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';

export const root = dirname(dirname(fileURLToPath(import.meta.url)));

const [major, minor] = process.versions.node.split('.').map(Number);
if (major < 20 || (major === 20 && minor < 19)) {
  console.error(`Saddle needs Node 20.19 or later; this is ${process.version}.`);
  process.exit(1);
}

/** Runs a command in the project's root; ends the process with its code when it fails. */
export function must(command, args, options = {}) {
  const done = spawnSync(command, args, { cwd: root, stdio: 'inherit', shell: process.platform === 'win32', ...options });
  if (done.status !== 0) {
    console.error(`${command} ${args.join(' ')} failed.`);
    process.exit(done.status ?? 1);
  }
}

function* files(path) {
  if (!existsSync(path)) return;
  if (statSync(path).isFile()) {
    yield path;
    return;
  }
  for (const name of readdirSync(path).sort()) if (!['node_modules', 'dist', '.angular'].includes(name)) yield* files(join(path, name));
}

function fingerprint(paths) {
  const hash = createHash('sha256');
  for (const path of paths)
    for (const file of files(join(root, path)))
      if (!file.endsWith('.spec.ts')) hash.update(file.slice(root.length)).update(readFileSync(file));
  return hash.digest('hex');
}

const upToDate = (stamp, print) => existsSync(stamp) && readFileSync(stamp, 'utf8') === print;

export function install() {
  const stamp = join(root, 'node_modules', '.saddle-installed');
  const print = fingerprint(['package-lock.json', 'package.json']);
  if (upToDate(stamp, print)) return;
  console.log('Installing packages (a few minutes the first time: SQLite is compiled) …');
  const options = {
    cwd: root,
    stdio: 'inherit',
    shell: process.platform === 'win32',
    env: { ...process.env, PLAYWRIGHT_SKIP_BROWSER_DOWNLOAD: '1' },
  };
  const flags = ['--no-audit', '--no-fund', '--loglevel=error'];
  // the exact tree first; a registry that lacks a platform's optional package refuses that, and then the lock file's versions do
  if (spawnSync('npm', ['ci', ...flags], { ...options, stdio: ['ignore', 'inherit', 'ignore'] }).status !== 0)
    must('npm', ['install', '--no-save', ...flags], options);
  writeFileSync(stamp, print);
}

const PARTS = [
  {
    name: 'core',
    sources: ['tsconfig.base.json', 'packages/core/src', 'packages/core/tsconfig.json'],
    output: 'packages/core/dist',
    command: ['tsc', '-p', 'packages/core'],
  },
  {
    name: 'server',
    sources: ['tsconfig.base.json', 'packages/core/src', 'apps/server/src', 'apps/server/tsconfig.json', 'scripts/bundle-server.mjs'],
    output: 'apps/server/bundle',
    command: ['tsc', '-p', 'apps/server'],
    after: ['scripts/bundle-server.mjs'],
  },
  {
    name: 'web',
    sources: [
      'tsconfig.base.json',
      'packages/core/src',
      'apps/web/src',
      'apps/web/public',
      'apps/web/angular.json',
      'apps/web/tsconfig.json',
      'apps/web/tsconfig.worker.json',
      'apps/web/ngsw-config.json',
      'scripts/built.mjs',
      'scripts/chunks.mjs',
      'scripts/offline.mjs',
      'scripts/compress.mjs',
      'scripts/sent.mjs',
    ],
    output: 'apps/web/dist',
    command: ['ng', 'build'],
    cwd: 'apps/web',
    after: ['scripts/chunks.mjs', 'scripts/offline.mjs', 'scripts/compress.mjs', 'scripts/sent.mjs'],
  },
];

/** Runs a command beside others. @returns its exit code, 1 where it can’t be started */
export const beside = (command, args, options = {}) =>
  new Promise((ended) =>
    spawn(command, args, { cwd: root, stdio: 'inherit', shell: process.platform === 'win32', ...options })
      .on('close', (status) => ended(status ?? 1))
      .on('error', () => ended(1)),
  );

async function make(part) {
  const stamp = join(root, 'node_modules', `.saddle-built-${part.name}`);
  const print = fingerprint([...part.sources, 'package-lock.json']);
  if (upToDate(stamp, print) && existsSync(join(root, part.output))) return;
  console.log(`Building ${part.name} …`);
  const status = await beside('npx', ['--no-install', ...part.command], {
    cwd: join(root, part.cwd ?? '.'),
    stdio: ['ignore', 'ignore', 'inherit'],
    env: { ...process.env, NG_CLI_ANALYTICS: 'false' },
  });
  if (status !== 0) {
    console.error(`${part.command.join(' ')} failed.`);
    process.exit(status);
  }
  for (const script of part.after ?? []) must(process.execPath, [join(root, script)], { shell: false });
  writeFileSync(stamp, print);
}

/** What all the rest is built on. */
export const buildCore = () => make(PARTS[0]);
/** All of it, server and page side by side. */
export async function build() {
  await buildCore();
  await Promise.all(PARTS.slice(1).map(make));
}
