/** Starts Saddle: settings, database, demo, server; stops gracefully. */
import { readFileSync } from 'node:fs';
import type { AddressInfo } from 'node:net';
import { fileURLToPath } from 'node:url';
import { pino } from 'pino';
import { createApp } from './app.js';
import { seedOnce } from './demo.js';
import { readSettings, type Settings } from './settings.js';
import { Store } from './storage/store.js';

const here = (path: string) => fileURLToPath(new URL(path, import.meta.url));

let settings: Settings;
try {
  settings = readSettings(process.env, process.argv.slice(2));
} catch (error) {
  console.error((error as Error).message);
  process.exit(2);
}
const { version } = JSON.parse(readFileSync(here('../package.json'), 'utf8')) as { version: string };
const logger = pino({ level: settings.logLevel }, pino.destination(2));
const store = await Store.open(settings.dataFolder);
await seedOnce(store, settings.demo);
const server = createApp(store, logger, here('../../web/dist/browser'), version).listen(settings.port, settings.host);

// A browser on a busy machine may take seconds between two requests; a connection that closes under it would lose the second.
server.keepAliveTimeout = 75_000;
server.headersTimeout = 80_000;

server.on('listening', () => {
  const { address, port, family } = server.address() as AddressInfo;
  console.log(`Saddle is at http://${family === 'IPv6' ? `[${address}]` : address}:${port}/`);
  console.log(`Data is in ${settings.dataFolder}`);
});
server.on('error', (error: NodeJS.ErrnoException) => {
  console.error(error.code === 'EADDRINUSE' ? `Port ${settings.port} is taken; set SADDLE_PORT to another.` : error.message);
  process.exit(1);
});

/** Requests under way end, the database closes; a second signal doesn't wait. */
let stopping = false;
const stop = (): void => {
  if (stopping) process.exit(1);
  stopping = true;
  server.close(() => void store.close().then(() => process.exit(0)));
  server.closeIdleConnections();
  setTimeout(() => server.closeAllConnections(), 3000).unref();
};
process.on('SIGINT', stop);
process.on('SIGTERM', stop);
