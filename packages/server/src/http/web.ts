// Serves the built web app under a strict content policy; every page gets a nonce for the styles made at run time.
import { randomBytes } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import express, { Router } from 'express';
import helmet from 'helmet';
import { refuse } from './answers.ts';

const NONCE = '__NONCE__';

export function webApp(folder: string): Router {
  const router = Router();
  const page = readFileSync(join(folder, 'index.html'), 'utf8');
  router.use(
    '/assets',
    helmet(),
    express.static(join(folder, 'assets'), {
      immutable: true,
      maxAge: '1y',
      index: false,
      redirect: false,
    }),
    // a file that is not there is no page of the app
    (_req, res) => refuse(res, 404, 'not-found', 'There is nothing at this address.'),
  );
  router.use(helmet(), express.static(folder, { index: false, redirect: false }));
  router.get(/^(?!\/api\/).*/, (_req, res, next) => {
    const nonce = randomBytes(16).toString('base64');
    helmet({
      contentSecurityPolicy: {
        useDefaults: false,
        directives: {
          defaultSrc: ["'none'"],
          scriptSrc: ["'self'"],
          styleSrc: ["'self'", `'nonce-${nonce}'`],
          fontSrc: ["'self'"],
          imgSrc: ["'self'", 'data:', 'blob:'],
          connectSrc: ["'self'"],
          workerSrc: ["'self'"],
          manifestSrc: ["'self'"],
          baseUri: ["'none'"],
          formAction: ["'none'"],
          frameAncestors: ["'none'"],
        },
      },
    })(_req, res, (error?: unknown) => {
      if (error) next(error);
      else res.set('Cache-Control', 'no-store').type('html').send(page.replaceAll(NONCE, nonce));
    });
  });
  return router;
}
