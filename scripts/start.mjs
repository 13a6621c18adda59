// npm start [-- --empty]: installs and builds what changed, then runs the server in the foreground.
import { spawn } from 'node:child_process';
import { join } from 'node:path';
import { build, install, root } from './prepare.mjs';

install();
await build();
const server = spawn(process.execPath, [join(root, 'apps/server/bundle/main.js'), ...process.argv.slice(2)], {
  stdio: ['inherit', 'inherit', 'inherit'],
  env: { SADDLE_DATA: join(root, 'data'), SADDLE_LOG: 'warn', ...process.env },
});
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => server.kill(signal));
server.on('exit', (code) => process.exit(code ?? 0));
