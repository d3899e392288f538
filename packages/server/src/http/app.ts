// The HTTP application: API, built web app, headers, errors.
import compression from 'compression';
import express, { type ErrorRequestHandler, type Express, type RequestHandler } from 'express';
import helmet from 'helmet';
import type { Logger } from 'pino';
import type { PlanStore } from '../db/plans.ts';
import type { Desk } from '../documents/desk.ts';
import { plansRouter } from './plans.ts';
import { webApp } from './web.ts';

export interface AppOptions {
  readonly store: PlanStore;
  readonly desk: Desk;
  readonly log: Logger;
  /** Folder of the built web app; the API alone when left out. */
  readonly webFolder?: string;
  readonly version: string;
}

const logged =
  (log: Logger): RequestHandler =>
  (req, res, next) => {
    const begun = performance.now();
    res.on('finish', () => {
      const level = res.statusCode >= 500 ? 'error' : 'info';
      log[level](
        { method: req.method, path: req.path, status: res.statusCode, ms: Math.round(performance.now() - begun) },
        'request',
      );
    });
    next();
  };

/** Errors as JSON with a code and a sentence; details of faults of our own stay in the log. */
const errors =
  (log: Logger): ErrorRequestHandler =>
  (error: { type?: string; status?: number; message?: string }, _req, res, next) => {
    if (res.headersSent) {
      next(error);
      return;
    }
    if (error.type === 'entity.too.large') {
      res.status(413).json({ error: { code: 'too-large', message: 'The plan is larger than 10 MB.' } });
    } else if (error.type === 'entity.parse.failed') {
      res.status(400).json({ error: { code: 'not-json', message: 'The request is not JSON.' } });
    } else if (error.status !== undefined && error.status >= 400 && error.status < 500) {
      res.status(error.status).json({ error: { code: 'bad-request', message: 'The request cannot be read.' } });
    } else {
      log.error({ err: error }, 'request failed');
      res
        .status(500)
        .json({ error: { code: 'failed', message: 'Something went wrong on the server. Nothing was changed.' } });
    }
  };

export function createApp(options: AppOptions): Express {
  const app = express();
  app.disable('x-powered-by');
  app.use(logged(options.log));
  app.use(compression());
  app.get('/api/health', (_req, res) => {
    res.json({ ok: true, version: options.version });
  });
  app.use('/api', helmet(), plansRouter(options.store, options.desk));
  app.use('/api', (_req, res) => {
    res.status(404).json({ error: { code: 'not-found', message: 'There is nothing at this address.' } });
  });
  if (options.webFolder) app.use(webApp(options.webFolder));
  app.use(errors(options.log));
  return app;
}
