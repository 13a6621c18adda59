/** Settings from the environment, checked before anything starts. */
import { isIP } from 'node:net';
import { resolve } from 'node:path';
import * as z from 'zod';

export interface Settings {
  port: number;
  host: string;
  /** the one folder that holds all data */
  dataFolder: string;
  demo: boolean;
  logLevel: string;
  /** other devices of the local network are let in, by TLS and passphrase; its port */
  lan: { port: number; passphrase: string | undefined } | undefined;
  /** a backup to put into the (empty) data folder before it is opened */
  restore: string | undefined;
  /** every answer is held against its declared schema before it goes out: for tests */
  checkAnswers: boolean;
  /** its threads make a sheet for nobody once it runs, so that the first one asked for is as quick as the next */
  warm: boolean;
}

const isLoopback = (host: string): boolean => host === 'localhost' || host === '::1' || (isIP(host) === 4 && host.startsWith('127.'));

const Environment = z.object({
  SADDLE_PORT: z
    .string()
    .regex(/^\d{1,5}$/, 'SADDLE_PORT must be a number from 0 to 65535 (0: any free port)')
    .default('4310')
    .transform(Number)
    .refine((port) => port <= 65535, 'SADDLE_PORT must be a number from 0 to 65535 (0: any free port)'),
  SADDLE_HOST: z
    .string()
    .default('127.0.0.1')
    .refine(
      isLoopback,
      'SADDLE_HOST must be a loopback address (127.0.0.1, ::1 or localhost): without a passphrase it answers this machine only. For a phone on this network start it with --lan',
    ),
  SADDLE_LAN_PORT: z
    .string()
    .regex(/^\d{1,5}$/, 'SADDLE_LAN_PORT must be a number from 0 to 65535 (0: any free port)')
    .transform(Number)
    .refine((port) => port <= 65535, 'SADDLE_LAN_PORT must be a number from 0 to 65535 (0: any free port)')
    .optional(),
  SADDLE_PASSPHRASE: z.string().optional(),
  SADDLE_DATA: z.string().min(1).default('data'),
  SADDLE_CHECK_ANSWERS: z.enum(['yes', 'no']).default('no'),
  SADDLE_WARM: z.enum(['yes', 'no']).default('yes'),
  SADDLE_LOG: z.enum(['silent', 'error', 'warn', 'info', 'debug']).default('info'),
});

/**
 * @throws Error with one line a wrong setting
 */
export function readSettings(env: NodeJS.ProcessEnv, args: string[]): Settings {
  const restoreAt = args.indexOf('--restore');
  const restore = restoreAt < 0 ? undefined : args[restoreAt + 1];
  if (restoreAt >= 0 && (restore === undefined || restore.startsWith('--')))
    throw new Error('--restore needs the file of a backup behind it.');
  const unknown = args.filter((a, i) => a !== '--empty' && a !== '--lan' && (restoreAt < 0 || (i !== restoreAt && i !== restoreAt + 1)));
  if (unknown.length)
    throw new Error(
      `Unknown argument ${unknown.join(' ')}; --empty starts with no demo, --lan lets other devices of this network in, --restore FILE begins with a backup.`,
    );
  const read = Environment.safeParse(env);
  if (!read.success) throw new Error(read.error.issues.map((i) => `${i.path.join('.')}: ${i.message}`).join('\n'));
  const { SADDLE_PORT: port, SADDLE_HOST: host, SADDLE_DATA: data, SADDLE_LOG: logLevel } = read.data;
  const lanPort = read.data.SADDLE_LAN_PORT ?? (port === 0 ? 0 : port + 1);
  const lan = args.includes('--lan') ? { port: lanPort, passphrase: read.data.SADDLE_PASSPHRASE } : undefined;
  return {
    port,
    host,
    dataFolder: resolve(data),
    demo: !args.includes('--empty'),
    logLevel,
    lan,
    restore: restore && resolve(restore),
    checkAnswers: read.data.SADDLE_CHECK_ANSWERS === 'yes',
    warm: read.data.SADDLE_WARM === 'yes',
  };
}
