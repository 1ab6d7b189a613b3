import 'reflect-metadata';
import { NestFactory } from '@nestjs/core';
import type { NestExpressApplication } from '@nestjs/platform-express';
import { DocumentBuilder, SwaggerModule } from '@nestjs/swagger';
import cookieParser from 'cookie-parser';
import type { NextFunction, Request, Response } from 'express';
import { AppModule } from './app.module.js';
import { ClientsService } from './clients/index.js';
import { OfficeInterest } from './alerts/index.js';
import { beginAsking } from './common/requestBudget.js';
import type { Config } from './common/config.js';
import { asFailure, FailureFilter } from './common/failureFilter.js';
import { readJson } from './common/bodies.js';
import { bodyPipe } from './common/validation.js';
import { guardDepth } from './common/depth.js';
import { answerOptions, refuseForeignOrigins, secure, serveInterface } from './interface.js';
import { withAnswers } from './openApi.js';

/** The server, ready to listen. */
export async function createApp(config: Config): Promise<NestExpressApplication> {
  const app = await NestFactory.create<NestExpressApplication>(AppModule.of(config), {
    logger: ['error', 'warn'],
    bodyParser: false,
  });
  const web = app.getHttpAdapter().getInstance();
  web.disable('x-powered-by');
  // answers are new each time, and what is kept says for how long
  web.disable('etag');
  web.set('trust proxy', [...config.trustedProxies]);
  secure(web);
  // RFC 8058: a mail program's one-click stop, without a page, a cookie or an Origin of ours
  const stopBy = (stop: (token: string) => Promise<unknown>) => (request: Request, response: Response, next: NextFunction) =>
    void stop(String(request.params['token'])).then(() => response.status(200).json({}), next);
  web.post(
    '/stop/:token',
    stopBy((token) => app.get(ClientsService).stop(token)),
  );
  web.post(
    '/stop/office/:token',
    stopBy((token) => app.get(OfficeInterest).stop(token)),
  );
  app.use(beginAsking);
  app.use(answerOptions);
  app.use('/api', refuseForeignOrigins);
  app.use(readJson);
  app.use(guardDepth);
  app.use(cookieParser());
  if (config.webDir) serveInterface(web, config.webDir);
  app.setGlobalPrefix('api', { exclude: ['media/:key/:file'] });
  app.useGlobalPipes(bodyPipe());
  app.useGlobalFilters(new FailureFilter());
  const description = new DocumentBuilder().setTitle('Perambula').setVersion('0.1').addCookieAuth('perambula_session').build();
  SwaggerModule.setup('api/openapi', app, () => withAnswers(SwaggerModule.createDocument(app, description)), {
    ui: false,
    jsonDocumentUrl: 'api/openapi.json',
  });
  web.use((error: unknown, _request: Request, response: Response, _next: NextFunction) => {
    const failure = asFailure(error);
    if (!response.headersSent) response.status(failure.status).json(failure.body);
  });
  app.enableShutdownHooks();
  return app;
}
