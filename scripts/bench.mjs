// npm run bench [area | smoke]: figures as ratios against a reference in the same run.
import { join } from 'node:path';
import { build, install, must, root } from './prepare.mjs';

install();
await build();
if (process.argv[2] === 'smoke') process.env.SADDLE_BENCH = 'smoke';
must(process.execPath, [join(root, 'bench/run.mjs'), ...process.argv.slice(2)]);
