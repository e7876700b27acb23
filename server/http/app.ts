import { randomUUID } from 'node:crypto';
import { join } from 'node:path';
import compression from 'compression';
import express, { type Express, type RequestHandler } from 'express';
import expressStaticGzip from 'express-static-gzip';
import helmet from 'helmet';
import type { Pool } from 'pg';
import type { Logger } from 'pino';
import { pinoHttp } from 'pino-http';
import { agreementsHandlers } from '../agreements/routes.ts';
import { backupsHandlers } from '../backups/routes.ts';
import { calendarHandlers } from '../calendar/routes.ts';
import { companyHandlers } from '../company/routes.ts';
import type { Services } from '../context.ts';
import { drillHandlers } from '../drill/routes.ts';
import { notFound } from '../errors.ts';
import type { Handlers } from '../handlers.ts';
import { importsHandlers } from '../imports/routes.ts';
import { inspectionsHandlers, quickLookHandlers } from '../inspections/routes.ts';
import { jobsHandlers } from '../jobs/routes.ts';
import { checklistHandlers, kitHandlers } from '../kit/routes.ts';
import { lessonsHandlers } from '../lessons/routes.ts';
import { lettersHandlers } from '../letters/routes.ts';
import { methodsHandlers } from '../methods/routes.ts';
import { accountHandlers, peopleHandlers } from '../people/routes.ts';
import { photosHandlers } from '../photos/routes.ts';
import { quotesHandlers } from '../quotes/routes.ts';
import { reckoningHandlers } from '../reckoning/routes.ts';
import { reportsHandlers } from '../reports/routes.ts';
import { rulesHandlers } from '../rules/routes.ts';
import { safetyHandlers } from '../safety/routes.ts';
import { scheduleHandlers } from '../schedule/routes.ts';
import { sitesHandlers } from '../spine/routes.ts';
import type { Pulse } from '../storage/pulse.ts';
import { systemHandlers } from '../system/routes.ts';
import { uploadsHandlers } from '../uploads/routes.ts';
import { resinHandlers, waterHandlers } from '../water/routes.ts';
import { weatherHandlers } from '../weather/routes.ts';
import type { Spool } from './intake.ts';
import { errorForLog, safeAddress } from './logs.ts';
import { answerProblems } from './problems.ts';
import { contractRouter } from './router.ts';
import { sessions } from './session.ts';
import { withPulse } from './withPulse.ts';

const handlers: Handlers = {
  ...peopleHandlers,
  ...accountHandlers,
  ...drillHandlers,
  ...companyHandlers,
  ...sitesHandlers,
  ...waterHandlers,
  ...resinHandlers,
  ...inspectionsHandlers,
  ...quickLookHandlers,
  ...photosHandlers,
  ...reckoningHandlers,
  ...lessonsHandlers,
  ...rulesHandlers,
  ...weatherHandlers,
  ...kitHandlers,
  ...checklistHandlers,
  ...methodsHandlers,
  ...safetyHandlers,
  ...quotesHandlers,
  ...jobsHandlers,
  ...agreementsHandlers,
  ...lettersHandlers,
  ...calendarHandlers,
  ...reportsHandlers,
  ...scheduleHandlers,
  ...importsHandlers,
  ...backupsHandlers,
  ...uploadsHandlers,
  ...systemHandlers,
};

export interface AppOptions {
  services: Services;
  pulse: Pulse;
  spool: Spool;
  sessionPool: Pool;
  sessionSecret: string;
  logger: Logger;
  webFolder?: string | undefined;
  behindProxy: boolean;
}

export function createApp(options: AppOptions): Express {
  const app = express();
  if (options.behindProxy) app.set('trust proxy', 1);
  app.disable('x-powered-by');
  // Answers are never kept by a browser, so nobody would ask by their sum; files carry one of their own.
  app.disable('etag');
  app.use(
    pinoHttp({
      logger: options.logger,
      genReqId: (_request, response) => {
        const id = randomUUID();
        response.setHeader('X-Request-Id', id);
        return id;
      },
      serializers: {
        req: ({ id, method, url }) => ({ id, method, url: safeAddress(url) }),
        res: ({ statusCode }) => ({ statusCode }),
        err: errorForLog,
      },
      customLogLevel: (_request, response, error) => (error || response.statusCode >= 500 ? 'error' : 'info'),
    }),
  );
  // Nothing here is for a search engine, least of all what a private link opens.
  app.use((_request, response, next) => {
    response.setHeader('X-Robots-Tag', 'noindex, nofollow');
    next();
  });
  app.use(compression());
  app.use('/api', answerGuards(options.behindProxy), (_request, response, next) => {
    response.setHeader('Cache-Control', 'no-store');
    next();
  });
  const pulse = withPulse(options.pulse);
  app.use('/api/ready', pulse);
  app.use(contractRouter(options.services, handlers, options.spool, true));
  app.use('/api', pulse);
  app.use('/api', sessions(options.sessionPool, options.sessionSecret, options.logger));
  app.use(contractRouter(options.services, handlers, options.spool, false));
  app.use('/api', () => {
    throw notFound('address');
  });
  app.use(pageGuards(options.behindProxy));
  if (options.webFolder) serveWeb(app, options.webFolder);
  app.use(answerProblems);
  return app;
}

/** What a browser is told to refuse with a page of ours. */
const pageGuards = (behindProxy: boolean): RequestHandler =>
  helmet({
    contentSecurityPolicy: {
      directives: {
        defaultSrc: ["'self'"],
        imgSrc: ["'self'", 'data:', 'blob:'],
        styleSrc: ["'self'", "'unsafe-inline'"],
        objectSrc: ["'none'"],
        upgradeInsecureRequests: null,
      },
    },
    strictTransportSecurity: behindProxy,
  });

/** What it is told with an answer, which is no page: it loads nothing, stands in no frame and is what it says it is. */
const answerGuards = (behindProxy: boolean): RequestHandler =>
  helmet({
    contentSecurityPolicy: {
      useDefaults: false,
      directives: {
        defaultSrc: ["'none'"],
        imgSrc: ["'self'"],
        styleSrc: ["'unsafe-inline'"],
        frameAncestors: ["'none'"],
      },
    },
    strictTransportSecurity: behindProxy,
    crossOriginOpenerPolicy: false,
    originAgentCluster: false,
    xDnsPrefetchControl: false,
    xDownloadOptions: false,
    xPermittedCrossDomainPolicies: false,
    xXssProtection: false,
  });

/** The built interface, packed when it was built: hashed files may be kept for a year, the page itself never. */
function serveWeb(app: Express, folder: string): void {
  const packed = { enableBrotli: true, orderPreference: ['br', 'gz'], index: false };
  app.use(
    '/assets',
    expressStaticGzip(join(folder, 'assets'), {
      ...packed,
      serveStatic: { immutable: true, maxAge: '1y', fallthrough: false },
    }),
  );
  app.use(expressStaticGzip(folder, { ...packed, serveStatic: { maxAge: 0 } }));
  app.get('/{*any}', (_request, response) => {
    response.setHeader('Cache-Control', 'no-cache');
    response.sendFile(join(folder, 'index.html'));
  });
}
