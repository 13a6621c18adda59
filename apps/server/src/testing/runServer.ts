/** Runs the built server as a person's machine would: a process of its own on a free port with a data folder of its own. */
import { type ChildProcess, spawn } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';

const MAIN = fileURLToPath(new URL('../../bundle/main.js', import.meta.url));

export interface RunningServer {
  url: string;
  process: ChildProcess;
  output: () => string;
  /** resolves with the exit code, or the signal */
  ended: Promise<number | string>;
}

export const newDataFolder = (): string => mkdtempSync(join(tmpdir(), 'saddle-'));
export const dropDataFolder = (folder: string): void => rmSync(folder, { recursive: true, force: true });

/** Starts it and waits for the address it prints; rejects with its output when it ends instead. */
export function runServer(dataFolder: string, args: string[] = [], env: Record<string, string> = {}): Promise<RunningServer> {
  const child = spawn(process.execPath, [MAIN, ...args], {
    env: {
      ...{ ...process.env, SADDLE_PORT: '0', SADDLE_LOG: 'warn', SADDLE_CHECK_ANSWERS: 'yes', SADDLE_DATA: dataFolder },
      // three seconds of a processor for each of hundreds that are started
      SADDLE_WARM: 'no',
      ...env,
    },
    stdio: ['ignore', 'pipe', 'pipe'],
  });
  let output = '';
  const ended = new Promise<number | string>((resolve) => child.on('exit', (code, signal) => resolve(code ?? signal ?? 'gone')));
  return new Promise((resolve, reject) => {
    const listen = (chunk: Buffer): void => {
      output += chunk.toString();
      const url = /at (http:\S+)\//.exec(output)?.[1];
      if (url) resolve({ url, process: child, output: () => output, ended });
    };
    child.stdout.on('data', listen);
    child.stderr.on('data', listen);
    void ended.then((code) => reject(new Error(`ended with ${code}: ${output}`)));
  });
}
