// npm run trial [name] [--short] [--seed N] [--rounds N]: measures what Saddle promises. Not part of npm test but for a short run of each.
import { parseArgs } from 'node:util';
import { build, install } from './prepare.mjs';

export const TRIALS = ['kill', 'faults', 'odd', 'load', 'bighouse', 'client', 'restore'];

const { values, positionals } = parseArgs({
  allowPositionals: true,
  options: { short: { type: 'boolean' }, seed: { type: 'string' }, rounds: { type: 'string' } },
});
const unknown = positionals.filter((name) => !TRIALS.includes(name));
if (unknown.length) {
  console.error(`There is no trial ${unknown.join(', ')}; there are ${TRIALS.join(', ')}.`);
  process.exit(2);
}
install();
await build();
let failed = 0;
for (const name of positionals.length ? positionals : TRIALS) {
  const trial = await import(`../trials/${name}.mjs`);
  console.log(`${name}: ${trial.about}${values.short ? ' (short run)' : ''}`);
  const started = Date.now();
  const { line, ok } = await trial.run({
    long: !values.short,
    ...(values.seed ? { seed: Number(values.seed) } : {}),
    ...(values.rounds ? { rounds: Number(values.rounds) } : {}),
  });
  if (!ok) failed++;
  console.log(`${ok ? 'held' : 'FAILED'} in ${((Date.now() - started) / 1000).toFixed(0)} s: ${line}\n`);
}
process.exit(failed ? 1 : 0);
