/** kill -9 at any moment loses no acknowledged save and leaves no half one; settings and stopping. */
import { setTimeout as wait } from 'node:timers/promises';
import { afterEach, describe, expect, it } from 'vitest';
import { checkJob, type Job } from '@saddle/core/model';
import { dropDataFolder, newDataFolder, runServer, type RunningServer } from '../testing/runServer.js';

const KILLS = 20;
const folders: string[] = [];
const folder = (): string => {
  folders.push(newDataFolder());
  return folders.at(-1)!;
};
afterEach(() => folders.splice(0).forEach(dropDataFolder));

interface StoredJob {
  revision: number;
  document: Job;
}
const read = async (server: RunningServer): Promise<StoredJob> =>
  (await (await fetch(`${server.url}/api/v1/jobs/sewing-corner`)).json()) as StoredJob;

/** Saves as fast as it can until the server is gone; returns the last revision and note that were acknowledged. */
async function saveUntilGone(server: RunningServer, from: StoredJob, saved: (saves: number) => void): Promise<StoredJob> {
  let last = from;
  for (let n = 1; ; n++) {
    const next = { ...last.document, note: `save ${last.revision + 1} ${'x'.repeat((n * 37) % 1900)}` };
    try {
      const response = await fetch(`${server.url}/api/v1/jobs/sewing-corner`, {
        method: 'PUT',
        body: JSON.stringify(next),
        headers: { 'content-type': 'application/json', 'if-match': `"${last.revision}"` },
      });
      if (!response.ok) throw new Error(`${response.status}`);
      last = (await response.json()) as StoredJob;
      saved(n);
    } catch {
      return last;
    }
  }
}

describe('kill -9', () => {
  it(`${KILLS} times in the middle of saving: every acknowledged save is there, every document whole`, async () => {
    const data = folder();
    let acknowledged = 0;
    let promised = 0;
    for (let round = 0; round < KILLS; round++) {
      const server = await runServer(data);
      const before = await read(server);
      // the one that was under way may have gone through; nothing acknowledged may be missing
      expect(before.revision).toBeGreaterThanOrEqual(acknowledged);
      expect(before.revision).toBeLessThanOrEqual(acknowledged + 1 + (round === 0 ? 1 : 0));
      expect(checkJob(before.document)).toMatchObject({ ok: true });
      if (before.revision > 1) expect(before.document.note).toMatch(new RegExp(`^save ${before.revision} x*$`));
      // every third round is killed in its first save; the others after one to three saves, however fast the machine is
      const after = round % 3 === 0 ? 0 : 1 + ((round % 4) % 3);
      let reached!: () => void;
      const enough = new Promise<void>((resolve) => (reached = resolve));
      if (after === 0) reached();
      else promised += after;
      const saving = saveUntilGone(server, before, (saves) => saves === after && reached());
      await enough;
      await wait((round * 53) % 47);
      server.process.kill('SIGKILL');
      acknowledged = (await saving).revision;
      expect(await server.ended).toBe('SIGKILL');
    }
    expect(acknowledged).toBeGreaterThan(promised);
  });
});

describe('starting and stopping', () => {
  it('a deleted demo stays deleted, and --empty starts with nothing', async () => {
    const data = folder();
    const first = await runServer(data);
    const { revision } = await read(first);
    const gone = await fetch(`${first.url}/api/v1/jobs/sewing-corner`, { method: 'DELETE', headers: { 'if-match': `"${revision}"` } });
    expect(gone.status).toBe(204);
    first.process.kill('SIGTERM');
    expect(await first.ended).toBe(0);
    const second = await runServer(data);
    const left = (await (await fetch(`${second.url}/api/v1/jobs`)).json()) as { id: string }[];
    expect(left.map((j) => j.id)).not.toContain('sewing-corner');
    expect(left.length).toBeGreaterThan(0);
    second.process.kill('SIGTERM');
    const empty = await runServer(folder(), ['--empty']);
    expect(await (await fetch(`${empty.url}/api/v1/houses`)).json()).toEqual([]);
    empty.process.kill('SIGTERM');
  });
  it.each([
    [{ SADDLE_HOST: '0.0.0.0' }, [], /loopback address/],
    [{ SADDLE_PORT: 'many' }, [], /SADDLE_PORT/],
    [{}, ['--demo=no'], /--empty starts with no demo/],
  ])('refuses %j %j and says what would do', async (env, args, says) => {
    await expect(runServer(folder(), args, env as Record<string, string>)).rejects.toThrow(says);
  });
  it('a taken port is said, not thrown', async () => {
    const first = await runServer(folder());
    await expect(runServer(folder(), [], { SADDLE_PORT: new URL(first.url).port })).rejects.toThrow(/is taken; set SADDLE_PORT/);
    first.process.kill();
  });
});
