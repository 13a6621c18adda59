// npm run mutate [folder …] [-- --with folder,folder] [--file name] [--spec name,name] [--sample n]: puts small faults into folders of the core, one
// at a time, and tells which of them no test sees. Without a folder: each in turn. What survives is written to `mutants/FOLDER.txt`, by
// file and line. `--spec` runs these spec files alone: soon done; what they see is seen, what they miss another may see. `--sample 8` takes one
// of eight stretches of lines, always the same ones: a folder's mark within a few points, in an eighth of the time.
import { createHash } from 'node:crypto';
import { mkdirSync, readdirSync, readFileSync, rmSync, writeFileSync, existsSync } from 'node:fs';
import { basename, join } from 'node:path';
import { availableParallelism } from 'node:os';
import { parseArgs } from 'node:util';
import { Stryker } from '@stryker-mutator/core';
import { root } from './prepare.mjs';

/** Killed of a hundred, at least, where a wrong figure can hurt somebody; the rest of the core below. */
const LEAST = { codebook: 90, circuit: 90, instruments: 90, work: 90, panel: 90, route: 90, wiring: 90, diagnose: 90 };
const LEAST_ELSEWHERE = 80;
/** Folders whose specs are its checks too: their tests look at its answers from outside. */
const SEEN_FROM = {
  instruments: ['circuit'],
  circuit: ['instruments'],
};

const { values, positionals } = parseArgs({
  allowPositionals: true,
  options: { with: { type: 'string' }, file: { type: 'string' }, spec: { type: 'string' }, sample: { type: 'string' } },
});
/** Lines that are taken or left together: a fault that spans more of them is in no sample. */
const STRETCH = 20;
/** What is mutated of a folder, as Stryker wants it: all of its files, or stretches of their lines. */
function mutated(folder) {
  const all = [
    `src/${folder}/**/${values.file ?? '*'}.ts`,
    '!src/**/*.spec.ts',
    '!src/**/*.testing.ts',
    '!src/**/index.ts',
    '!src/**/sample*.ts',
  ];
  const one = Number(values.sample ?? 1);
  if (!Number.isInteger(one) || one < 1) {
    console.error(`--sample takes a whole number from 1 on, not “${values.sample}”.`);
    process.exit(2);
  }
  if (one === 1) return all;
  const files = (values.file ?? '*').replaceAll('*', '[^/]*').replace(/\{(.*)\}/, (_, list) => `(${list.replaceAll(',', '|')})`);
  const name = new RegExp(`(^|/)${files}\\.ts$`);
  return readdirSync(join(core, 'src', folder), { recursive: true, encoding: 'utf8' })
    .filter((file) => name.test(file) && !/(\.spec|\.testing|(^|\/)index|(^|\/)sample[^/]*)\.ts$/.test(file))
    .flatMap((file) => {
      const count = readFileSync(join(core, 'src', folder, file), 'utf8').split('\n').length;
      const first = Array.from({ length: Math.ceil(count / STRETCH) }, (_, i) => i * STRETCH + 1);
      const taken = (line) => createHash('sha1').update(`${folder}/${file}:${line}`).digest().readUInt32BE(0) % one === 0;
      return first.filter(taken).map((line) => `src/${folder}/${file}:${line}-${line + STRETCH - 1}`);
    });
}
const core = join(root, 'packages/core');
const folders = readdirSync(join(core, 'src'), { withFileTypes: true }).filter((f) => f.isDirectory()).map((f) => f.name); // prettier-ignore
for (const name of positionals)
  if (!folders.includes(name)) {
    console.error(`There is no folder “${name}” in packages/core/src; there are: ${folders.join(', ')}.`);
    process.exit(2);
  }

process.chdir(core);
mkdirSync(join(root, 'mutants'), { recursive: true });
const lines = [];
for (const folder of positionals.length ? positionals : folders) {
  const mutate = mutated(folder);
  if (mutate.length === 0) {
    lines.push(`${folder.padEnd(12)} none of its stretches is in this sample: a smaller one, or the whole, tells`);
    console.log(lines.at(-1));
    continue;
  }
  const also = values.with?.split(',') ?? SEEN_FROM[folder] ?? [];
  const config = join(core, '.mutate.vitest.config.mjs');
  const wanted = values.spec?.split(',').map((name) => `${name}.spec.ts`);
  const specs = [folder, ...also].flatMap((f) =>
    readdirSync(join(core, 'src', f), { recursive: true, encoding: 'utf8' })
      .filter((name) => name.endsWith('.spec.ts') && (!wanted || wanted.includes(basename(name))))
      .map((name) => `src/${f}/${name}`),
  );
  writeFileSync(
    config,
    `export default { test: { include: ['.bundled/**/*.spec.js'], setupFiles: ['src/drawn.testing.ts'], testTimeout: 120000, isolate: false } };\n`,
  );
  const report = join(root, 'mutants', `${folder}.json`);
  const results = await new Stryker({
    mutate,
    testRunner: 'vitest',
    plugins: ['@stryker-mutator/vitest-runner'],
    vitest: { configFile: '.mutate.vitest.config.mjs', related: false },
    // each spec in one file, which loads in no time: a mutant is tried in half a second
    buildCommand: `node ${join(root, 'scripts/bundle-specs.mjs')} ${specs.join(' ')}`,
    coverageAnalysis: 'perTest',
    // words are read by people: only what carries a figure, a choice or an order is mutated
    mutator: { excludedMutations: ['StringLiteral', 'ObjectLiteral', 'Regex'] },
    ignoreStatic: true,
    concurrency: availableParallelism(),
    reporters: ['json', 'clear-text', 'progress-append-only'],
    clearTextReporter: { allowColor: false, logTests: false, reportTests: false, reportMutants: false, reportScoreTable: false },
    jsonReporter: { fileName: report },
    tempDirName: '.stryker-tmp',
    cleanTempDir: 'always',
    timeoutMS: 6_000,
    // that a bundled spec is none of the mutated files is no news
    logLevel: 'error',
    allowConsoleColors: false,
  })
    .runMutationTest()
    .finally(() => rmSync(config, { force: true }));
  const count = (...status) => results.filter((m) => status.includes(m.status)).length;
  const [killed, survived] = [count('Killed', 'Timeout'), count('Survived', 'NoCoverage')];
  const survivors = results
    .filter((m) => m.status === 'Survived' || m.status === 'NoCoverage')
    .map((m) => {
      const source = readFileSync(m.fileName, 'utf8').split('\n')[m.location.start.line - 1] ?? '';
      return `${m.fileName.split('/src/')[1]}:${m.location.start.line} ${m.status === 'NoCoverage' ? 'not run' : 'unseen'} ${m.mutatorName} → ${m.replacement}   | ${source.trim()}`;
    });
  if (existsSync(report)) rmSync(report);
  writeFileSync(join(root, 'mutants', `${folder}.txt`), `${survivors.join('\n')}\n`);
  if (killed + survived === 0) {
    lines.push(`${folder.padEnd(12)} nothing in it could be mutated: no mark`);
    console.log(lines.at(-1));
    continue;
  }
  const score = (100 * killed) / (killed + survived);
  const least = LEAST[folder] ?? LEAST_ELSEWHERE;
  lines.push(
    `${folder.padEnd(12)} ${killed} of ${killed + survived} seen${values.sample ? `, a sample of 1 in ${values.sample}` : ''}, ${score.toFixed(1)} % (at least ${least}${score < least ? ': NOT reached' : ''})`,
  );
  console.log(lines.at(-1));
}
console.log(`\n${lines.join('\n')}\nWhat nobody saw: mutants/FOLDER.txt`);
