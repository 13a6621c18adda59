// npm run bench [area]: figures as ratios against a reference in the same run.
import { join } from 'node:path';
import { build, install, must, root } from './prepare.mjs';

install();
build();
must(process.execPath, [join(root, 'bench/run.mjs'), ...process.argv.slice(2)]);
