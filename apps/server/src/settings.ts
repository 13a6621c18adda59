/** Settings from the environment, checked before anything starts. */
import { isIP } from 'node:net';
import { resolve } from 'node:path';
import { z } from 'zod';

export interface Settings {
  port: number;
  host: string;
  /** the one folder that holds all data */
  dataFolder: string;
  demo: boolean;
  logLevel: string;
}

const isLoopback = (host: string): boolean => host === 'localhost' || host === '::1' || (isIP(host) === 4 && host.startsWith('127.'));

const Environment = z.object({
  SADDLE_PORT: z.coerce.number({ error: 'SADDLE_PORT must be a number' }).int().min(0).max(65535).default(4310),
  SADDLE_HOST: z
    .string()
    .default('127.0.0.1')
    .refine(
      isLoopback,
      'SADDLE_HOST must be a loopback address (127.0.0.1, ::1 or localhost): this version has no passphrase, so it answers this machine only',
    ),
  SADDLE_DATA: z.string().min(1).default('data'),
  SADDLE_LOG: z.enum(['silent', 'error', 'warn', 'info', 'debug']).default('info'),
});

/**
 * @throws Error with one line a wrong setting
 */
export function readSettings(env: NodeJS.ProcessEnv, args: string[]): Settings {
  const unknown = args.filter((a) => a !== '--empty');
  if (unknown.length) throw new Error(`Unknown argument ${unknown.join(' ')}; --empty starts with no demo.`);
  const read = Environment.safeParse(env);
  if (!read.success) throw new Error(read.error.issues.map((i) => `${i.path.join('.')}: ${i.message}`).join('\n'));
  const { SADDLE_PORT: port, SADDLE_HOST: host, SADDLE_DATA: data, SADDLE_LOG: logLevel } = read.data;
  return { port, host, dataFolder: resolve(data), demo: !args.includes('--empty'), logLevel };
}
