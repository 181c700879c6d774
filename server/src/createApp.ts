import { join } from 'node:path';
import { NestFactory } from '@nestjs/core';
import type { NestExpressApplication } from '@nestjs/platform-express';
import { json, type NextFunction, type Request, type Response } from 'express';
import helmet from 'helmet';
import { BODY_LIMIT, NOTEBOOK_LIMIT } from '@steepsis/contract';
import { AppModule } from './app.module';
import type { Config } from './shared/config';
import { foreignGate, notKept, plainAddresses } from './shared/foreignGate';
import { lanGate } from './lan/lanGate';
import { PairingService } from './lan/pairing.service';

/** The whole application, not yet listening: the API, and the built interface when there is one. */
export async function createApp(config: Config): Promise<NestExpressApplication> {
  const app = await NestFactory.create<NestExpressApplication>(AppModule.with(config), {
    bodyParser: false,
    logger: ['error', 'warn'],
    // What keeps it from starting is said in words by whoever starts it.
    abortOnError: false,
    // Open streams would hold the port after a stop.
    forceCloseConnections: true,
  });
  const pairing = app.get(PairingService);
  // Every answer has its headers, a refusal at the door too.
  app.use(helmet({ strictTransportSecurity: false, contentSecurityPolicy: { directives: CSP } }));
  app.use(notKept);
  app.use(plainAddresses);
  app.use(lanGate(config, (token, by) => pairing.letIn(token, by)));
  app.use(foreignGate);
  // A whole notebook is larger than anything else that is sent.
  app.use('/api/notebook', json({ limit: NOTEBOOK_LIMIT }));
  app.useBodyParser('json', { limit: BODY_LIMIT });
  // The pairing page runs no script, so its form comes as forms do; nothing else does.
  app.useBodyParser('urlencoded', { limit: '2kb', extended: false, type: isPairingForm });
  if (config.webFolder) serveInterface(app, config.webFolder);
  app.enableShutdownHooks();
  return app;
}

const isPairingForm = ({ url = '', headers }: { url?: string; headers: Record<string, unknown> }): boolean =>
  /^\/api\/pair(\?|$)/.test(url) && String(headers['content-type']).startsWith('application/x-www-form-urlencoded');

// Plain http on loopback, so nothing is upgraded; floating panels set their place by style elements.
const CSP = {
  'default-src': ["'self'"],
  'style-src': ["'self'", "'unsafe-inline'"],
  'font-src': ["'self'"],
  'img-src': ["'self'", 'data:'],
  'worker-src': ["'self'"],
  'upgrade-insecure-requests': null,
};

/** Files of the interface, its page for every address that is not the API's, and nothing else. */
function serveInterface(app: NestExpressApplication, folder: string): void {
  app.useStaticAssets(join(folder, 'assets'), { prefix: '/assets', immutable: true, maxAge: '1y' });
  app.useStaticAssets(folder, { index: false });
  app.use((request: Request, response: Response, next: NextFunction) => {
    const wantsPage = request.method === 'GET' && !request.path.startsWith('/api') && request.accepts('html');
    if (!wantsPage) return next();
    response.setHeader('Cache-Control', 'no-cache');
    response.sendFile(join(folder, 'index.html'));
  });
}
