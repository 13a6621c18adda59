import { build, install } from './prepare.mjs';

install();
build();
