import { build, install } from './prepare.mjs';

install();
await build();
