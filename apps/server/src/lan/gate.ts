/** What stands before everything on the local network: its own names only, a passphrase once a device, and not too many tries. */
import express, { Router, type NextFunction, type Request, type Response } from 'express';
import { rateLimit } from 'express-rate-limit';
import { problem } from '../api/problem.js';
import type { Certificate } from './certificate.js';
import type { Passphrase } from './passphrase.js';

export const COOKIE = 'saddle-ticket';
/** Wrong tries from one address in a quarter of an hour. */
const MOST_TRIES = 10;
const QUARTER_MS = 15 * 60 * 1000;

export interface Lan {
  certificate: Certificate;
  passphrase: Passphrase;
  /** `192.168.1.20:4311` and the like: what a device may call it */
  hosts: () => readonly string[];
}

const cookieOf = (request: Request, name: string): string | undefined =>
  request
    .get('cookie')
    ?.split(/;\s*/)
    .find((c) => c.startsWith(`${name}=`))
    ?.slice(name.length + 1);

const escaped = (text: string): string => text.replace(/[&<>"]/g, (c) => `&#${c.charCodeAt(0)};`);

function enterPage({ says, fingerprint, to }: { says?: string; fingerprint: string; to: string }): string {
  return `<!doctype html><html lang="en"><head><meta charset="utf-8"><title>Saddle: passphrase</title>
<meta name="viewport" content="width=device-width, initial-scale=1"><link rel="stylesheet" href="/enter.css"></head><body><main>
<h1>Saddle on this network</h1>
<form method="post" action="/enter"><input type="hidden" name="to" value="${escaped(to)}">
<label for="passphrase">passphrase, as it stands on the terminal of the server</label>
<input id="passphrase" name="passphrase" type="password" autocomplete="current-password" autocapitalize="none" required autofocus>
${says ? `<p class="wrong" role="alert">${escaped(says)}</p>` : ''}
<button type="submit">Enter</button></form>
<p>Fingerprint of the certificate (SHA-256), the same as on the terminal, or this is another server:</p>
<p class="print">${fingerprint}</p></main></body></html>`;
}

const STYLE = `body{margin:0;background:#f8f5ec;color:#1b1e22;font:18px/1.4 system-ui,sans-serif}main{max-width:34rem;margin:0 auto;padding:24px 18px}
label{display:block;margin-bottom:6px}input[type=password]{width:100%;box-sizing:border-box;min-height:52px;font-size:1.1rem;padding:8px 12px;border:2px solid #8d836b;border-radius:6px}
button{margin-top:12px;width:100%;min-height:60px;font-size:1.2rem;border:0;border-radius:8px;background:#1b1e22;color:#fffdf7}
.wrong{color:#8c1d08;font-weight:600}.print{font-family:ui-monospace,monospace;font-size:.9rem;overflow-wrap:anywhere}`;

/** Where to after entering: a page of this server, nothing else. */
const pageOf = (to: unknown): string =>
  typeof to === 'string' && /^\/(?!\/)[\w/?=&.%-]*$/.test(to) && !to.startsWith('/enter') ? to : '/';

/**
 * The gate and the few pages before it: `/enter`, its style, and `/saddle.crt`, which a phone takes into its store.
 * @param clock the time now; ms
 */
export function lanGate({ certificate, passphrase, hosts }: Lan, clock: () => number = Date.now): Router {
  const gate = Router();
  gate.use((request: Request, _response: Response, next: NextFunction) => {
    if (!hosts().includes((request.get('host') ?? '').toLowerCase()))
      throw problem(421, 'wrong-host', 'Saddle does not answer to that name. Use the address on its terminal.');
    next();
  });
  gate.get('/saddle.crt', (_request, response) => {
    response.type('application/x-x509-ca-cert').set('Content-Disposition', 'attachment; filename="saddle.crt"').send(certificate.cert);
  });
  gate.get('/enter.css', (_request, response) => void response.type('css').send(STYLE));
  const enter = (response: Response, status: number, to: string, says?: string): void =>
    void response
      .status(status)
      .set('Cache-Control', 'no-store')
      .type('html')
      .send(enterPage({ ...(says ? { says } : {}), fingerprint: certificate.fingerprint, to }));
  gate.get('/enter', (request, response) => enter(response, 200, pageOf(request.query['to'])));
  gate.post(
    '/enter',
    (request: Request, _response: Response, next: NextFunction) => {
      const site = request.get('sec-fetch-site');
      const origin = request.get('origin');
      const foreign = origin !== undefined && (!URL.canParse(origin) || new URL(origin).host !== request.get('host'));
      // a browser says where a form comes from; under a policy of no referrer its origin is `null`
      if (site === undefined ? foreign : site !== 'same-origin' && site !== 'none')
        throw problem(403, 'foreign-page', 'Another page may not enter for you.');
      next();
    },
    rateLimit({
      windowMs: QUARTER_MS,
      limit: MOST_TRIES,
      skipSuccessfulRequests: true,
      standardHeaders: 'draft-8',
      legacyHeaders: false,
      handler: (_request, response) => enter(response, 429, '/', 'Too many wrong tries from here. Wait a quarter of an hour.'),
    }),
    express.urlencoded({ extended: false, limit: '4kb' }),
    async (request: Request, response: Response) => {
      const { passphrase: said, to } = (request.body ?? {}) as { passphrase?: unknown; to?: unknown };
      if (typeof said !== 'string' || !(await passphrase.is(said.slice(0, 200))))
        return enter(response, 401, pageOf(to), 'That is not the passphrase.');
      const { value, maxAgeMs } = passphrase.ticket(clock());
      response.cookie(COOKIE, value, { httpOnly: true, secure: true, sameSite: 'strict', maxAge: maxAgeMs, path: '/' });
      response.redirect(303, pageOf(to));
    },
  );
  gate.use((request: Request, response: Response, next: NextFunction) => {
    if (passphrase.isTicket(cookieOf(request, COOKIE), clock())) return next();
    // the page asks its own server for data: it says what is to be done; a person is led there
    if (request.path.startsWith('/api/') || request.method !== 'GET')
      throw problem(
        401,
        'passphrase',
        'This device has to say the passphrase again: open /enter. What you do is kept in this browser meanwhile.',
      );
    if (/\.\w+$/.test(request.path)) throw problem(401, 'passphrase', 'This device has to say the passphrase first.');
    response.redirect(303, `/enter?to=${encodeURIComponent(request.originalUrl)}`);
  });
  return gate;
}
