/** The door for other devices: its certificate, its passphrase, and who is turned away. Driven over real TLS. */
import { X509Certificate } from 'node:crypto';
import { mkdtempSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { request as httpsRequest } from 'node:https';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import express, { type Express } from 'express';
import { afterAll, afterEach, beforeAll, beforeEach, describe, expect, it } from 'vitest';
import { problemHandler } from '../api/problem.js';
import { certificateFor } from './certificate.js';
import { openLan, terminalWords, type LanDoor } from './index.js';
import { LEAST_LENGTH, madeUp, Passphrase } from './passphrase.js';

let folder: string;
beforeEach(() => (folder = mkdtempSync(join(tmpdir(), 'saddle-lan-'))));
afterEach(() => rmSync(folder, { recursive: true, force: true }));

describe('the certificate', () => {
  it('names the addresses of this machine, may be taken into a phone, is this account’s alone, and stays the same', async () => {
    const made = await certificateFor(folder, ['192.168.7.20']);
    const read = new X509Certificate(made.cert);
    expect([made.fresh, read.ca, read.fingerprint256]).toEqual([true, true, made.fingerprint]);
    expect(read.subjectAltName).toMatch(/DNS:localhost.*IP Address:127\.0\.0\.1, IP Address:192\.168\.7\.20/);
    // phones refuse more than 825 days
    expect((Date.parse(read.validTo) - Date.parse(read.validFrom)) / 86_400_000).toBeLessThanOrEqual(825);
    expect(statSync(join(folder, 'key.pem')).mode & 0o077).toBe(0);
    const again = await certificateFor(folder, ['192.168.7.20']);
    expect([again.fresh, again.fingerprint]).toEqual([false, made.fingerprint]);
  });
  it('is made anew for an address that it doesn’t name, shortly before it ends, and when it is damaged', async () => {
    const first = await certificateFor(folder, ['192.168.7.20']);
    const moved = await certificateFor(folder, ['10.0.0.4']);
    expect([moved.fresh, moved.fingerprint === first.fingerprint]).toEqual([true, false]);
    const days = (n: number) => new Date(Date.now() + n * 86_400_000);
    expect((await certificateFor(folder, ['10.0.0.4'], days(760))).fresh).toBe(false);
    expect((await certificateFor(folder, ['10.0.0.4'], days(785))).fresh).toBe(true);
    writeFileSync(join(folder, 'certificate.pem'), 'half a certifi');
    expect((await certificateFor(folder, ['10.0.0.4'])).fresh).toBe(true);
  });
});

describe('the passphrase', () => {
  it('is made up once and told once; only its scrypt lies on the disk', async () => {
    const { passphrase, madeUp: told } = await Passphrase.of(folder, undefined);
    expect(told).toMatch(/^([a-z]{4}-){4}[a-z]{4}$/);
    expect([await passphrase.is(told!), await passphrase.is(` ${told!} `), await passphrase.is('something else')]).toEqual([
      true,
      true,
      false,
    ]);
    expect(readFileSync(join(folder, 'passphrase.json'), 'utf8')).not.toContain(told!);
    const later = await Passphrase.of(folder, undefined);
    expect([later.madeUp, await later.passphrase.is(told!)]).toEqual([undefined, true]);
    expect(new Set(Array.from({ length: 50 }, madeUp)).size).toBe(50);
  });
  it('set anew, the old one and the tickets given for it are worth nothing; too short a one is refused by name', async () => {
    const { passphrase, madeUp: told } = await Passphrase.of(folder, undefined);
    const ticket = passphrase.ticket(1000).value;
    const { passphrase: other, madeUp: none } = await Passphrase.of(folder, 'heron under the bridge');
    expect([none, await other.is('heron under the bridge'), await other.is(told!), other.isTicket(ticket, 2000)]).toEqual([
      undefined,
      true,
      false,
      false,
    ]);
    await expect(Passphrase.of(folder, 'short')).rejects.toThrow(`SADDLE_PASSPHRASE has 5 characters; ${LEAST_LENGTH} or more would do.`);
  });
  it('a ticket is good for a month, of this secret, unaltered', async () => {
    const { passphrase } = await Passphrase.of(folder, 'heron under the bridge');
    const { value, maxAgeMs } = passphrase.ticket(0);
    expect([passphrase.isTicket(value, maxAgeMs - 1), passphrase.isTicket(value, maxAgeMs + 1)]).toEqual([true, false]);
    const longer = value.replace(/\.(\d+)\./, (_, n: string) => `.${Number(n) * 2}.`);
    for (const bad of [longer, `${value}x`, value.slice(1), '', 'a.b.c', undefined]) expect(passphrase.isTicket(bad, 1)).toBe(false);
  });
});

describe('over TLS', () => {
  const SAID = 'heron under the bridge';
  let door: LanDoor & { folder: string };
  let port: number;
  let fingerprint: string;
  const inside = (gate: express.RequestHandler): Express => {
    const app = express();
    app.use(gate);
    app.get('/', (_request, response) => void response.send('the page'));
    app.get('/api/v1/jobs', (_request, response) => void response.json([]));
    app.use(problemHandler);
    return app;
  };
  const open = async (): Promise<void> => {
    const data = mkdtempSync(join(tmpdir(), 'saddle-door-'));
    const opened = await openLan(data, { port: 0, passphrase: SAID }, inside);
    door = { ...opened, folder: data };
    fingerprint = /Fingerprint.*: (\S+)/.exec(await opened.says)![1]!;
    port = (opened.server.address() as AddressInfo).port;
  };
  const shut = (): void => {
    door.server.closeAllConnections();
    door.server.close();
    rmSync(door.folder, { recursive: true, force: true });
  };
  beforeAll(open);
  afterAll(shut);
  interface Answer {
    status: number;
    headers: Record<string, string | string[] | undefined>;
    body: string;
    fingerprint: string;
  }
  const ask = (
    path: string,
    { method = 'GET', headers = {}, body }: { method?: string; headers?: Record<string, string>; body?: string } = {},
  ): Promise<Answer> =>
    new Promise((resolve, reject) => {
      const asked = httpsRequest(
        { host: '127.0.0.1', port, path, method, headers: { host: `127.0.0.1:${port}`, ...headers }, rejectUnauthorized: false },
        (response) => {
          let text = '';
          const { fingerprint256 } = (
            response.socket as unknown as { getPeerCertificate: () => { fingerprint256: string } }
          ).getPeerCertificate();
          response.on('data', (chunk: Buffer) => (text += chunk.toString()));
          response.on('end', () =>
            resolve({ status: response.statusCode!, headers: response.headers, body: text, fingerprint: fingerprint256 }),
          );
        },
      );
      asked.on('error', reject);
      asked.end(body);
    });
  const FORM = { 'content-type': 'application/x-www-form-urlencoded' };
  const enter = (said: string, headers: Record<string, string> = {}) =>
    ask('/enter', {
      method: 'POST',
      headers: { ...FORM, ...headers },
      body: new URLSearchParams({ passphrase: said, to: '/jobs/x' }).toString(),
    });

  it('shows the certificate whose fingerprint stands on the terminal and on its page', async () => {
    const page = await ask('/enter');
    expect([page.status, page.fingerprint]).toEqual([200, fingerprint]);
    expect(page.body).toContain(fingerprint);
    const kept = await ask('/saddle.crt');
    expect(new X509Certificate(kept.body).fingerprint256).toBe(fingerprint);
  });
  it('without a ticket a page leads to the passphrase, data say so, files are refused', async () => {
    expect([(await ask('/')).status, (await ask('/jobs/a?b=1')).headers['location']]).toEqual([303, '/enter?to=%2Fjobs%2Fa%3Fb%3D1']);
    const data = await ask('/api/v1/jobs');
    expect([data.status, data.body]).toEqual([401, expect.stringMatching(/open \/enter/)]);
    expect((await ask('/main.js')).status).toBe(401);
    expect((await ask('/jobs/a', { method: 'POST' })).status).toBe(401);
  });
  it('the right one gives a ticket that no script reads and no other site sends, and leads where it was meant to', async () => {
    const answer = await enter(SAID);
    expect([answer.status, answer.headers['location']]).toEqual([303, '/jobs/x']);
    const [cookie] = answer.headers['set-cookie'] as string[];
    expect(cookie).toMatch(/; Path=\/; .*HttpOnly; Secure; SameSite=Strict$/);
    const ticket = { cookie: cookie!.split(';')[0]! };
    expect([(await ask('/', { headers: ticket })).body, (await ask('/api/v1/jobs', { headers: ticket })).status]).toEqual([
      'the page',
      200,
    ]);
    expect((await ask('/', { headers: { cookie: `${ticket.cookie}x` } })).status).toBe(303);
  });
  it.each(['//evil.example/', 'https://evil.example/', '/\\evil', '/enter', '\u0000'])('leads nowhere else: %j', async (to) => {
    const answer = await ask('/enter', { method: 'POST', headers: FORM, body: new URLSearchParams({ passphrase: SAID, to }).toString() });
    expect([answer.status, answer.headers['location']]).toEqual([303, '/']);
  });
  it('a foreign name, a foreign page, a wrong word, words that are none, and what is no form are refused', async () => {
    expect((await ask('/enter', { headers: { host: 'saddle.evil.example' } })).status).toBe(421);
    expect((await enter(SAID, { origin: 'https://evil.example' })).status).toBe(403);
    expect((await enter(SAID, { 'sec-fetch-site': 'cross-site' })).status).toBe(403);
    expect((await enter(SAID, { origin: 'null' })).status).toBe(403);
    expect((await enter(SAID, { origin: 'null', 'sec-fetch-site': 'same-origin' })).status).toBe(303);
    const wrong = await enter('heron over the bridge');
    expect([wrong.status, wrong.body]).toEqual([401, expect.stringContaining('That is not the passphrase.')]);
    expect(wrong.headers['set-cookie']).toBeUndefined();
    expect((await ask('/enter', { method: 'POST', headers: FORM, body: 'passphrase[]=a&passphrase[]=b' })).status).toBe(401);
    expect((await ask('/enter', { method: 'POST', headers: { 'content-type': 'application/json' }, body: '{}' })).status).toBe(401);
  });
  it('twenty tries: after ten wrong ones even the right word has to wait', async () => {
    shut();
    await open();
    const answers: number[] = [];
    for (let n = 0; n < 20; n++) answers.push((await enter(`guess number ${n}`)).status);
    expect(answers.filter((s) => s === 401)).toHaveLength(10);
    expect(answers.slice(10).every((s) => s === 429)).toBe(true);
    expect((await enter(SAID)).status).toBe(429);
  });
  it('words for the terminal: address, QR code, fingerprint, and the passphrase only where it is new', async () => {
    const certificate = await certificateFor(folder, ['192.168.7.20']);
    const told = await terminalWords(['https://192.168.7.20:4311/'], certificate, 'bada-bada-bada-bada-bada');
    expect(told).toMatch(/at https:\/\/192\.168\.7\.20:4311\/[\s\S]*▄[\s\S]*Fingerprint[\s\S]*Passphrase: bada/);
    expect(await terminalWords([], certificate, undefined)).toMatch(/on no network[\s\S]*now or before/);
  });
});
