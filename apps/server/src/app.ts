/** The Express application: security headers, the API, and the built page. */
import { randomBytes } from 'node:crypto';
import { existsSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import compression from 'compression';
import packedStatic from 'express-static-gzip';
import express, { type Express, type NextFunction, type Request, type RequestHandler, type Response } from 'express';
import helmet from 'helmet';
import { pinoHttp } from 'pino-http';
import { BODY_LIMIT, IMPORT_LIMIT, jsonBody } from './api/body.js';
import { problem, problemHandler } from './api/problem.js';
import type { Keeping } from './api/keeping.js';
import { apiRoutes } from './api/routes.js';
import type { Network } from './lan/index.js';

const LOOPBACK_HOST = /^(localhost|127(\.\d{1,3}){3}|\[::1\])(:\d+)?$/i;

/** A rebound name gets neither data nor page. */
function thisMachineOnly(request: Request, _response: Response, next: NextFunction): void {
  if (!LOOPBACK_HOST.test(request.get('host') ?? '')) throw problem(421, 'wrong-host', 'Saddle answers on this machine only.');
  next();
}

/** An address names its host; `null`, words and other odd things name none. */
const hostOf = (origin: string): string | undefined => (URL.canParse(origin) ? new URL(origin).host : undefined);

/** Only pages of this very server may write, or have something worked out: a foreign page's form, picture or script gets nothing. */
function sameOriginOnly(request: Request, response: Response, next: NextFunction): void {
  response.set('Cache-Control', 'no-store');
  const site = request.get('sec-fetch-site');
  if (site === 'cross-site' || site === 'same-site')
    throw problem(403, 'foreign-page', 'Another page may not ask for this. Open it from Saddle itself.');
  const origin = request.get('origin');
  if (origin !== undefined && hostOf(origin) !== request.get('host'))
    throw problem(403, 'foreign-origin', 'Another page may not ask for this or write here.');
  if (request.method === 'GET' || request.method === 'HEAD') return next();
  // none of these can be sent by a form of a foreign page; which of them a route takes it says itself
  if (request.method !== 'DELETE' && !request.is(['application/json', 'application/octet-stream', 'application/zip']))
    throw problem(415, 'not-json', 'Send JSON: Content-Type application/json.');
  next();
}

/**
 * The page itself. Angular adds its widgets' few rules as style elements; they carry a nonce that is new with every answer,
 * so that the policy needs no `unsafe-inline`.
 */
function sendPage(webFolder: string): RequestHandler {
  const file = join(webFolder, 'index.html');
  return (_request, response, next) => {
    if (!existsSync(file)) return next();
    const nonce = randomBytes(16).toString('base64');
    const policy = String(response.getHeader('Content-Security-Policy'));
    response.set('Content-Security-Policy', `${policy};style-src 'self' 'nonce-${nonce}'`);
    const html = readFileSync(file, 'utf8').replace(/<sa-root[^>]*>/, `<sa-root ngCspNonce="${nonce}">`);
    response.set('Cache-Control', 'no-store').type('html').send(html);
  };
}

/** The page as it was built, for the worker that keeps it for when there is no server: with the nonce that stands in it. */
function sendKeptPage(webFolder: string): RequestHandler {
  const file = join(webFolder, 'index.html');
  return (_request, response, next) => {
    if (!existsSync(file)) return next();
    const html = readFileSync(file, 'utf8');
    const nonce = /<sa-root ngCspNonce="([A-Za-z0-9+/=]+)">/.exec(html)?.[1];
    const policy = String(response.getHeader('Content-Security-Policy'));
    if (nonce) response.set('Content-Security-Policy', `${policy};style-src 'self' 'nonce-${nonce}'`);
    response.set('Cache-Control', 'no-cache').type('html').send(html);
  };
}

/**
 * @param options `gate` stands before everything where other devices are let in; absent: this machine only. `network` is how they reach it; `checkAnswers` holds each answer against its schema
 */
export function createApp(
  keeping: Keeping,
  webFolder: string,
  version: string,
  {
    gate,
    network = () => undefined,
    checkAnswers = false,
  }: { gate?: RequestHandler; network?: () => Network | undefined; checkAnswers?: boolean } = {},
): Express {
  const { logger } = keeping;
  const app = express();
  app.disable('x-powered-by');
  app.use(
    pinoHttp({
      logger,
      serializers: {
        req: ({ id, method, url }: { id: unknown; method: string; url: string }) => ({ id, method, url }),
        res: ({ statusCode }: { statusCode: number }) => ({ statusCode }),
      },
      autoLogging: { ignore: (request) => !request.url?.startsWith('/api') },
    }),
  );
  app.use(
    helmet({
      contentSecurityPolicy: {
        useDefaults: false,
        directives: {
          defaultSrc: ["'self'"],
          baseUri: ["'self'"],
          objectSrc: ["'none'"],
          frameAncestors: ["'none'"],
          formAction: ["'self'"],
          // photos that were taken and are not on the server yet
          imgSrc: ["'self'", 'blob:'],
        },
      },
      // a certificate of one's own may be made anew: nothing is pinned
      strictTransportSecurity: false,
    }),
  );
  app.use(compression());
  app.use(gate ?? thisMachineOnly);
  app.use('/api/v1', sameOriginOnly);
  app.use('/api/v1/import', ...jsonBody(IMPORT_LIMIT));
  app.use('/api/v1', ...jsonBody(BODY_LIMIT), apiRoutes(keeping, version, network, checkAnswers));
  app.get('/index.html', sendKeptPage(webFolder));
  app.use(
    packedStatic(webFolder, {
      ...{ index: false, enableBrotli: true, orderPreference: ['br'] },
      serveStatic: {
        setHeaders: (response, path) =>
          void response.setHeader(
            'Cache-Control',
            /-[A-Za-z0-9]{8}\.\w+(?:\.br)?$/.test(path) ? 'public, max-age=31536000, immutable' : 'no-cache',
          ),
      },
    }),
  );
  app.get(/^\/(?!api\/)[^.]*$/, sendPage(webFolder));
  app.use((request: Request) => {
    throw problem(404, 'not-found', `There is no ${request.path.slice(0, 80)} here.`);
  });
  app.use(problemHandler);
  return app;
}
