import { existsSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import cookie from '@fastify/cookie';
import serveStatic from '@fastify/static';
import { Ajv } from 'ajv';
import addFormats from 'ajv-formats';
import Fastify, { type FastifyInstance } from 'fastify';
import { API } from '#contract/routes/route';
import { buildOpenApi } from '#contract/openapi';
import { ROUTES } from '#contract/routes/index';
import { addAccessRoutes } from './access/index';
import { addBoardRoutes, MOST_PHOTO_BYTES } from './boards/index';
import { addCompanyRoutes } from './company/index';
import type { Context } from './context';
import { addCustomerRoutes } from './customers/index';
import { addDealRoutes } from './deals/index';
import { buildEndpoints } from './endpoints';
import { addFeedRoutes } from './feed/index';
import { addFileRoutes, XLSX_TYPE } from './imports/index';
import { addListRoutes } from './lists/index';
import { addLiveRoutes } from './live/index';
import { answerErrors } from './errors';
import { addMeasureRoutes } from './measures/index';
import { addPastRoutes } from './past/index';
import { addPipelineRoutes } from './pipeline/index';
import { addPlanRoutes } from './plans/index';
import { addPrintRoutes } from './print/index';
import { nonceOf, protectAnswers } from './protection';
import { addRateRoutes } from './rates/index';
import { addRuleRoutes } from './rules/index';
import { addStandingRoutes } from './standings/index';
import { addTargetRoutes } from './targets/index';
import { addUnitRoutes } from './units/index';

export interface AppOptions {
  context: Context;
  /** Folder of the built client; left out when only the API is wanted. */
  webRoot?: string;
  version: string;
  logger?: boolean;
}

const JSON_LIMIT = 20 * 1024 * 1024;

/** Builds the application from what it is given; listens to nothing. @throws Error when an endpoint of the contract is missing */
export async function buildApp({ context, webRoot, version, logger = false }: AppOptions): Promise<FastifyInstance> {
  const app = Fastify({ logger: logger && { level: 'warn' }, bodyLimit: JSON_LIMIT, forceCloseConnections: true, trustProxy: false });
  app.setValidatorCompiler(buildValidator());
  app.decorateRequest('principal', null);
  answerErrors(app);
  await app.register(cookie);
  protectAnswers(app);
  // A signature is of the very bytes that were sent: for the feed the text stays as it is.
  const parseJson = app.getDefaultJsonParser('error', 'error');
  app.removeContentTypeParser('application/json');
  app.addContentTypeParser('application/json', { parseAs: 'string' }, (request, body, done) => (request.url.startsWith(`${API}/feed/`) ? done(null, body) : parseJson(request, body as string, done)));
  // A file is handed on as it arrives; its reader counts the bytes.
  for (const type of ['text/csv', XLSX_TYPE]) app.addContentTypeParser(type, { bodyLimit: Number.MAX_SAFE_INTEGER }, (_request, payload, done) => done(null, payload));

  app.addContentTypeParser(['image/png', 'image/jpeg', 'image/webp'], { parseAs: 'buffer', bodyLimit: MOST_PHOTO_BYTES }, (_request, body, done) => done(null, body));

  const endpoints = buildEndpoints(app, context);
  for (const add of [addAccessRoutes, addCompanyRoutes, addUnitRoutes, addMeasureRoutes, addRuleRoutes, addStandingRoutes, addTargetRoutes, addPlanRoutes, addDealRoutes, addCustomerRoutes, addListRoutes, addPipelineRoutes, addPastRoutes, addRateRoutes, addFileRoutes, addFeedRoutes, addLiveRoutes, addBoardRoutes, addPrintRoutes]) add(endpoints);
  const missing = ROUTES.filter((route) => !endpoints.implemented.has(route.id));
  if (missing.length > 0) throw new Error(`Not implemented: ${missing.map((route) => route.id).join(', ')}.`);

  app.get('/api/openapi.json', async () => buildOpenApi(version));
  app.get('/api/health', async (_request, reply) => {
    await context.db.execute('select 1');
    return reply.status(context.replica.connected ? 200 : 503).send({ ok: context.replica.connected });
  });
  if (webRoot && existsSync(webRoot)) await serveClient(app, webRoot);
  return app;
}

function buildValidator() {
  const ajv = new Ajv({ allErrors: true, coerceTypes: false, useDefaults: false, removeAdditional: false, strict: false });
  // Addresses and queries are text; only there "5" may be a number.
  const coercing = new Ajv({ allErrors: true, coerceTypes: true, strict: false });
  addFormats.default(ajv);
  addFormats.default(coercing);
  return ({ schema, httpPart }: { schema: unknown; httpPart?: string }) => (httpPart === 'body' ? ajv : coercing).compile(schema as object);
}

/** Files by name for ever, the page itself never from a cache, with a nonce for the styles that components add while running. */
async function serveClient(app: FastifyInstance, webRoot: string): Promise<void> {
  await app.register(serveStatic, { root: join(webRoot, 'assets'), prefix: '/assets/', immutable: true, maxAge: '1y', preCompressed: true });
  const page = readFileSync(join(webRoot, 'index.html'), 'utf8');
  app.get('/*', (request, reply) => {
    if (request.url.startsWith('/api/')) return reply.callNotFoundProblem();
    return reply.header('content-type', 'text/html; charset=utf-8').header('cache-control', 'no-store').send(page.replaceAll('__NONCE__', nonceOf(reply.raw)));
  });
}
