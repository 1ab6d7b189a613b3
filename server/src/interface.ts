import { randomBytes } from 'node:crypto';
import { existsSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import compression from 'compression';
import type { Express, NextFunction, Request, RequestHandler, Response } from 'express';
import staticGzip from 'express-static-gzip';
import helmet from 'helmet';
import { Failure } from './common/failure.js';

const NONCE = '__NONCE__';
/** The pages that there are: what clients open from a message, an agent's day on the road, and for all else the agent's side. */
const SIDES = [
  { below: /^\/(asked|p|confirm|stop|with)(\/|$)/, file: 'portal.html' },
  { below: /^\/day(\/|$)/, file: 'day.html' },
  { below: /^\//, file: 'index.html' },
] as const;

/** Headers that keep pages to what they ship with; styles that are made at run time carry the page's own nonce. */
export function secure(app: Express): void {
  const nonceOf = (_: unknown, response: object): string => `'nonce-${(response as Response).locals['nonce'] as string}'`;
  const ofPages = headers([nonceOf]);
  const ofAnswers = headers([]);
  app.use((request: Request, response: Response, next: NextFunction) => {
    if (!isPage(request)) return ofAnswers(request, response, next);
    response.locals['nonce'] = randomBytes(16).toString('base64');
    ofPages(request, response, next);
  });
}

function headers(nonce: readonly ((request: object, response: object) => string)[]): RequestHandler {
  return helmet({
    contentSecurityPolicy: {
      useDefaults: false,
      directives: {
        defaultSrc: ["'self'"],
        scriptSrc: ["'self'", ...nonce],
        styleSrc: ["'self'", ...nonce],
        imgSrc: ["'self'", 'data:', 'blob:'],
        fontSrc: ["'self'"],
        connectSrc: ["'self'"],
        workerSrc: ["'self'", 'blob:'],
        frameSrc: ["'self'"],
        objectSrc: ["'none'"],
        baseUri: ["'self'"],
        formAction: ["'self'"],
        frameAncestors: ["'self'"],
      },
    },
    strictTransportSecurity: false,
    xFrameOptions: { action: 'sameorigin' },
    crossOriginOpenerPolicy: false,
    originAgentCluster: false,
  }) as RequestHandler;
}

/** Whether a request is for a page of the interface, rather than for what it asks and shows. */
function isPage({ method, path }: Pick<Request, 'method' | 'path'>): boolean {
  return ['GET', 'HEAD'].includes(method) && !/^\/(api|media|assets)(\/|$)/.test(path) && path !== '/day/worker.js';
}

interface Layer {
  readonly match: (path: string) => boolean;
  readonly route?: { readonly methods: Readonly<Record<string, boolean>> };
}

/** Answers OPTIONS with the methods that an address takes (RFC 9110, 9.3.7). */
export function answerOptions(request: Request, response: Response, next: NextFunction): void {
  if (request.method !== 'OPTIONS') return next();
  const { stack } = request.app.router as unknown as { readonly stack: readonly Layer[] };
  const taken = stack.flatMap((layer) =>
    layer.route && layer.match(request.path) ? Object.keys(layer.route.methods).map((method) => method.toUpperCase()) : [],
  );
  const methods = new Set(taken.length === 0 && isPage({ method: 'GET', path: request.path }) ? ['GET'] : taken);
  if (methods.size === 0) return next();
  if (methods.has('GET')) methods.add('HEAD');
  response
    .status(204)
    .set('allow', [...methods, 'OPTIONS'].join(', '))
    .end();
}

/** Refuses requests that a page of another origin sends; one without an Origin passes. */
export function refuseForeignOrigins(request: Request, response: Response, next: NextFunction): void {
  const { origin, host } = request.headers;
  if (origin === undefined || origin === `http://${host ?? ''}` || origin === `https://${host ?? ''}`) return next();
  const failure = new Failure('origin.foreign', 'This request comes from a page of another origin.');
  response.status(failure.status).json(failure.body);
}

/** Serves the built interface. */
export function serveInterface(app: Express, webDir: string): void {
  // what goes to telephones, on slow lines too; a photograph is as small as it gets already
  app.use(['/api/portal', '/api/visitors', '/media'], compression());
  app.use(
    '/assets',
    staticGzip(join(webDir, 'assets'), { enableBrotli: true, serveStatic: { immutable: true, maxAge: '365d' } }),
  );
  const pageOf = (file: string): string => {
    const path = join(webDir, file);
    return existsSync(path) ? readFileSync(path, 'utf8') : '';
  };
  const pages = SIDES.map(({ below, file }) => ({ below, page: pageOf(file) }));
  // what keeps a day on a telephone is asked for anew whenever there is a network
  app.get('/day/worker.js', (_request: Request, response: Response) => {
    response.setHeader('cache-control', 'no-cache');
    response.sendFile(join(webDir, 'worker.js'));
  });
  app.use((request: Request, response: Response, next: NextFunction) => {
    if (!isPage(request)) return next();
    const page = pages.find(({ below }) => below.test(request.path))?.page ?? '';
    response.setHeader('cache-control', 'no-store');
    response.type('html').send(page.replaceAll(NONCE, String(response.locals['nonce'])));
  });
}
