import { randomBytes } from 'node:crypto';
import { existsSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import express from 'express';
import type { Express, NextFunction, Request, Response } from 'express';
import helmet from 'helmet';
import { Failure } from './common/failure.js';

const NONCE = '__NONCE__';

/** Headers that keep pages to what they ship with; styles that are made at run time carry the response's own nonce. */
export function secure(app: Express): void {
  app.use((_request: Request, response: Response, next: NextFunction) => {
    (response.locals as { nonce: string }).nonce = randomBytes(16).toString('base64');
    next();
  });
  app.use((request: Request, response: Response, next: NextFunction) => {
    const nonce = `'nonce-${(response.locals as { nonce: string }).nonce}'`;
    helmet({
      contentSecurityPolicy: {
        useDefaults: false,
        directives: {
          defaultSrc: ["'self'"],
          scriptSrc: ["'self'", nonce],
          styleSrc: ["'self'", nonce],
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
    })(request, response, next);
  });
}

/** Refuses requests that a page of another origin sends; one without an Origin passes. */
export function refuseForeignOrigins(request: Request, response: Response, next: NextFunction): void {
  const { origin, host } = request.headers;
  if (origin === undefined || origin === `http://${host ?? ''}` || origin === `https://${host ?? ''}`) return next();
  const failure = new Failure('origin.foreign', 'This request comes from a page of another origin.');
  response.status(failure.status).json(failure.body);
}

/** Serves the built interface: the agent's side, and the pages that clients open from a message. */
export function serveInterface(app: Express, webDir: string): void {
  app.use('/assets', express.static(join(webDir, 'assets'), { immutable: true, maxAge: '365d' }));
  const pageOf = (file: string): string => {
    const path = join(webDir, file);
    return existsSync(path) ? readFileSync(path, 'utf8') : '';
  };
  const [agent, client] = [pageOf('index.html'), pageOf('portal.html')];
  app.use((request: Request, response: Response, next: NextFunction) => {
    if (!['GET', 'HEAD'].includes(request.method) || /^\/(api|media|assets)(\/|$)/.test(request.path)) return next();
    const page = /^\/(p|confirm|stop)(\/|$)/.test(request.path) ? client : agent;
    response.setHeader('cache-control', 'no-store');
    response.type('html').send(page.replaceAll(NONCE, (response.locals as { nonce: string }).nonce));
  });
}
