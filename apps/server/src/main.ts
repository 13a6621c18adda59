/** Starts Saddle: settings, database, demo, server; stops gracefully. */
import { readFileSync } from 'node:fs';
import type { AddressInfo } from 'node:net';
import { fileURLToPath } from 'node:url';
import type { RequestHandler } from 'express';
import { pino } from 'pino';
import { createApp } from './app.js';
import { seedOnce } from './demo.js';
import { readSettings, type Settings } from './settings.js';
import { HeavyPool } from './heavy/pool.js';
import { openLan, type LanDoor } from './lan/index.js';
import { PictureFolder } from './pictures/folder.js';
import { Backups } from './storage/backups.js';
import { restoreBackup } from './storage/backup.js';
import { StartError, StorageError } from './storage/failures.js';
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
// what is made in the data folder is this account's alone
process.umask(0o077);

/** Once nothing can be promised any more, the process ends: a new one begins from what is on the disk. */
const endNow = (why: string): void => {
  logger.fatal(why);
  console.error(`Saddle ends: ${why}. What was acknowledged is on the disk; start it again.`);
  setTimeout(() => process.exit(1), 200);
};
let store: Store;
try {
  if (settings.restore) await restoreBackup(settings.restore, settings.dataFolder);
  store = await Store.open(settings.dataFolder, endNow);
  await seedOnce(store, settings.demo);
} catch (error) {
  if (!(error instanceof StartError) && !(error instanceof StorageError)) throw error;
  console.error(error.message);
  process.exit(1);
}
const heavy = new HeavyPool();
const pictures = new PictureFolder(settings.dataFolder);
const backups = new Backups(store, settings.dataFolder);
// what was deleted can be put back while it runs; a new start lets it go, but never what a backup still names
pictures.sweep(new Set([...(await store.sweep()), ...backups.pictures()]));
backups.keepTaking((error) => logger.error({ err: error }, 'the daily backup failed'));
const appWith = (gate?: RequestHandler) =>
  createApp({ store, heavy, logger, pictures, backups }, here('../../web/dist/browser'), version, {
    ...(gate ? { gate } : {}),
    network: () => lan?.network(),
    checkAnswers: settings.checkAnswers,
  });
let lan: LanDoor | undefined;
if (settings.lan)
  try {
    lan = await openLan(settings.dataFolder, settings.lan, appWith);
    console.log(await lan.says);
  } catch (error) {
    const { code, message } = error as NodeJS.ErrnoException;
    console.error(code === 'EADDRINUSE' ? `Port ${settings.lan.port} is taken; set SADDLE_LAN_PORT to another.` : message);
    process.exit(1);
  }
const server = appWith().listen(settings.port, settings.host);

// A browser on a busy machine may take seconds between two requests; a connection that closes under it would lose the second.
server.keepAliveTimeout = 75_000;
server.headersTimeout = 80_000;

server.on('listening', () => {
  const { address, port, family } = server.address() as AddressInfo;
  console.log(`Saddle is at http://${family === 'IPv6' ? `[${address}]` : address}:${port}/`);
  console.log(`Data is in ${settings.dataFolder}`);
  // not in the way of the first page
  if (settings.warm) setTimeout(() => heavy.warm(), 3000).unref();
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
  backups.stop();
  lan?.server.close();
  lan?.server.closeAllConnections();
  server.close(() => void Promise.all([store.close(), heavy.close()]).then(() => process.exit(0)));
  server.closeIdleConnections();
  setTimeout(() => server.closeAllConnections(), 3000).unref();
};
process.on('SIGINT', stop);
process.on('SIGTERM', stop);
