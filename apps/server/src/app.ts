import path from 'node:path';
import compression from 'compression';
import express, { type Express } from 'express';
import helmet from 'helmet';
import { craftRoutes } from './craft/routes.js';
import { bridgeRoutes, instrumentRoutes } from './instruments/routes.js';
import { libraryRoutes } from './library/routes.js';
import { doorRoutes, requirePerson } from './people/door.js';
import { peopleRoutes } from './people/routes.js';
import type { ChangeFeed } from './platform/changes.js';
import type { Context } from './platform/context.js';
import { notFound, problemHandler } from './platform/problems.js';
import { keepable } from './platform/bodies.js';
import { requireHost } from './platform/hosts.js';
import { requireCsrf, sessions } from './platform/sessions.js';
import { photoRoutes } from './photos/routes.js';
import { cuttingRoutes } from './cutting/routes.js';
import { recordRoutes } from './record/routes.js';
import { repairRoutes } from './repairs/routes.js';
import { cardRoutes } from './card/routes.js';
import { chartRoutes } from './charts/routes.js';
import { quoteRoutes } from './quote/routes.js';
import { shopRoutes } from './shop/routes.js';
import { trialRoutes } from './trials/routes.js';

const BODY_LIMIT = '1mb';
const RECORD_LIMIT = '8mb';
/** What is small is sent sooner as it is. */
const SQUEEZED = { threshold: '48kb', level: 3 };
/** What the pages may ask a device for: the camera for photographs of the damage, the microphone to hear taps, and to keep its screen on. */
const PERMISSIONS =
  'camera=(self), screen-wake-lock=(self), microphone=(self), geolocation=(), payment=(), usb=(), browsing-topics=()';

/** The HTTP application: API under /api, the built web app for everything else. */
export function createApp(context: Context, changes: ChangeFeed): Express {
  const app = express();
  app.disable('x-powered-by');
  // Nothing of the API is kept by anyone, so nothing has to be told apart.
  app.disable('etag');
  app.set('trust proxy', context.config.trustProxy);
  app.use(
    helmet({
      contentSecurityPolicy: {
        useDefaults: false,
        directives: {
          defaultSrc: ["'self'"],
          scriptSrc: ["'self'"],
          styleSrc: ["'self'", "'unsafe-inline'"],
          imgSrc: ["'self'", 'data:', 'blob:'],
          fontSrc: ["'self'"],
          connectSrc: ["'self'"],
          workerSrc: ["'self'"],
          objectSrc: ["'none'"],
          baseUri: ["'self'"],
          formAction: ["'self'"],
          frameAncestors: ["'none'"],
        },
      },
      strictTransportSecurity: context.config.trustProxy !== false && { maxAge: 365 * 24 * 3600 },
    }),
  );
  app.use((_request, response, next) => {
    response.set('Permissions-Policy', PERMISSIONS);
    next();
  });
  app.use(requireHost(context.config.publicHosts));
  app.use('/api', api(context, changes));
  if (context.config.webRoot) serveWeb(app, context.config.webRoot);
  app.use(problemHandler(context.log));
  return app;
}

function api(context: Context, changes: ChangeFeed): express.Router {
  const router = express.Router();
  router.use((_request, response, next) => {
    // By its time a page sets its clock: tablets are an hour out.
    response.set({ 'Cache-Control': 'no-store', 'Server-Time': String(context.now().getTime()) });
    next();
  });
  router.get('/health', async (_request, response) => {
    await context.pool.query('SELECT 1');
    response.json({ ok: true });
  });
  router.use('/bridge', bridgeRoutes(context, changes));
  router.use(sessions(context));
  router.get('/stream', requirePerson(context), changes.handler);
  router.use(compression(SQUEEZED));
  router.use(doorRoutes(context));
  // Nothing large is read for one who is not known.
  router.use(requirePerson(context), requireCsrf);
  router.use(['/records', '/library/import'], express.json({ limit: RECORD_LIMIT, strict: true }));
  router.use(express.json({ limit: BODY_LIMIT, strict: false }), keepable);
  router.use(
    peopleRoutes(context),
    craftRoutes(context),
    repairRoutes(context),
    photoRoutes(context),
    recordRoutes(context),
    cuttingRoutes(context),
    libraryRoutes(context),
    trialRoutes(context),
    shopRoutes(context),
    quoteRoutes(context),
    cardRoutes(context),
    chartRoutes(context),
    instrumentRoutes(context),
  );
  router.use(() => {
    throw notFound('address');
  });
  return router;
}

/** What tells a browser that there is a newer app: never taken from its cache. */
const ALWAYS_ASKED = ['ngsw.json', 'ngsw-worker.js', 'safety-worker.js'];

function serveWeb(app: Express, webRoot: string): void {
  app.use(compression());
  app.use(
    express.static(webRoot, {
      index: false,
      maxAge: '1y',
      immutable: true,
      setHeaders: (response, file) => {
        if (file.endsWith('.html') || ALWAYS_ASKED.includes(path.basename(file)))
          response.set('Cache-Control', 'no-cache');
      },
    }),
  );
  app.get('/{*page}', (_request, response) => {
    response.set('Cache-Control', 'no-cache').sendFile(path.join(webRoot, 'index.html'));
  });
}
