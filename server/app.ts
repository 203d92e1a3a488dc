import { existsSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import type { Readable } from 'node:stream';
import cookie from '@fastify/cookie';
import serveStatic from '@fastify/static';
import { Ajv, type ValidateFunction } from 'ajv';
import addFormats from 'ajv-formats';
import Fastify, { type FastifyInstance, type FastifyRequest } from 'fastify';
import { buildOpenApi } from '#contract/openapi';
import { importFile, previewImport } from '#contract/routes/imports';
import { ROUTES } from '#contract/routes/index';
import { API } from '#contract/routes/route';
import { parseDay } from '#core/period/day';
import { addAccessRoutes, addAccountRoutes } from './access/index';
import { addAlertRoutes } from './alerts/index';
import { addAttainmentRoutes } from './attainment/index';
import { addBoardRoutes } from './boards/index';
import { addCommissionRoutes } from './commission/index';
import { addCompanyRoutes } from './company/index';
import { addContestRoutes } from './contests/index';
import type { Context } from './context';
import { addCustomerRoutes } from './customers/index';
import { addCustomFieldRoutes } from './customFields/index';
import { addDealRoutes } from './deals/index';
import { buildEndpoints } from './endpoints';
import { answerErrors } from './errors';
import { addFeedRoutes } from './feed/index';
import { addPastRoutes } from './history/index';
import { addFileRoutes, XLSX_TYPE } from './imports/index';
import { addKeptViewRoutes } from './keptViews/index';
import { addListRoutes } from './lists/index';
import { addLiveRoutes } from './live/index';
import { addMailRoutes } from './mail/index';
import { addMeasureRoutes } from './measures/index';
import { addNoteRoutes } from './notes/index';
import { MOST_PICTURE_BYTES } from './pictures';
import { addPipelineRoutes } from './pipeline/index';
import { addPlanRoutes } from './plans/index';
import { addPrintRoutes } from './print/index';
import { ProblemError } from './problem';
import { nonceOf, protectAnswers } from './protection';
import { addRateRoutes } from './rates/index';
import { addReportRoutes } from './reports/index';
import { addRuleRoutes } from './rules/index';
import { addSliceRoutes } from './slices/index';
import { addStartRoutes } from './start/index';
import { addTargetRoutes } from './targets/index';
import { addUnitRoutes } from './units/index';
import { addWebhookRoutes } from './webhooks/index';

export interface AppOptions {
  context: Context;
  /** Folder of the built client; left out when only the API is wanted. */
  webRoot?: string;
  version: string;
  logger?: boolean;
}

/** Of what is not one of our routes. */
const USUAL_LIMIT = 64 * 1024;
/**
 * A whole request, its file included; bodies of forms have a shorter time of their own
 * (slowBodies).
 */
const REQUEST_MS = 900_000;
const HEAD_MS = 20_000;
const IDLE_MS = 60_000;

/**
 * Builds the application from what it is given; listens to nothing. @throws Error when an endpoint
 * of the contract is missing
 */
export async function buildApp({
  context,
  webRoot,
  version,
  logger = false,
}: AppOptions): Promise<FastifyInstance> {
  const { trustedProxies } = context.settings;
  const app = Fastify({
    logger: logger && { level: 'warn', base: undefined },
    bodyLimit: USUAL_LIMIT,
    requestTimeout: REQUEST_MS,
    keepAliveTimeout: IDLE_MS,
    // What is under way or comes in on an open connection is answered before the server ends;
    // connections at rest are closed.
    return503OnClosing: false,
    forceCloseConnections: 'idle',
    trustProxy: trustedProxies.length > 0 ? trustedProxies : false,
  });
  app.server.headersTimeout = HEAD_MS;
  app.setValidatorCompiler(buildValidator());
  app.decorateRequest('principal', null);
  answerErrors(app);
  await app.register(cookie);
  protectAnswers(app, context.settings);
  const parseJson = app.getDefaultJsonParser('error', 'error');
  app.removeContentTypeParser('application/json');
  app.addContentTypeParser(
    'application/json',
    async (request: FastifyRequest, payload: Readable) => {
      if (isFileRoute(request)) return payload;
      const text = await readText(payload, request.routeOptions.bodyLimit);
      // A signature is of the very bytes that were sent: for the feed the text stays as it is.
      if (request.url.startsWith(`${API}/feed/`)) return text;
      return new Promise((resolve, reject) =>
        parseJson(request, text, (error, body) => (error ? reject(error) : resolve(body))),
      );
    },
  );
  // A file is handed on as it arrives; its reader counts the bytes.
  for (const type of ['text/csv', XLSX_TYPE])
    app.addContentTypeParser(
      type,
      { bodyLimit: Number.MAX_SAFE_INTEGER },
      (_request, payload, done) => done(null, payload),
    );

  app.addContentTypeParser(
    ['image/png', 'image/jpeg', 'image/webp'],
    { parseAs: 'buffer', bodyLimit: MOST_PICTURE_BYTES },
    (_request, body, done) => done(null, body),
  );

  const endpoints = buildEndpoints(app, context);
  for (const add of [
    addAccessRoutes,
    addAccountRoutes,
    addCompanyRoutes,
    addUnitRoutes,
    addMeasureRoutes,
    addCustomFieldRoutes,
    addRuleRoutes,
    addAttainmentRoutes,
    addTargetRoutes,
    addPlanRoutes,
    addDealRoutes,
    addCustomerRoutes,
    addListRoutes,
    addPipelineRoutes,
    addPastRoutes,
    addRateRoutes,
    addFileRoutes,
    addFeedRoutes,
    addLiveRoutes,
    addBoardRoutes,
    addPrintRoutes,
    addSliceRoutes,
    addNoteRoutes,
    addKeptViewRoutes,
    addMailRoutes,
    addStartRoutes,
    addAlertRoutes,
    addReportRoutes,
    addWebhookRoutes,
    addCommissionRoutes,
    addContestRoutes,
  ])
    add(endpoints);
  const missing = ROUTES.filter((route) => !endpoints.implemented.has(route.id));
  if (missing.length > 0)
    throw new Error(`Not implemented: ${missing.map((route) => route.id).join(', ')}.`);

  app.get('/api/openapi.json', async (request) => {
    // Strangers learn neither version nor addresses.
    if (!(await endpoints.identities.identify(request))) throw new ProblemError('notSignedIn');
    return buildOpenApi(version);
  });
  app.get('/api/health', async (_request, reply) => {
    const ok = context.replica.connected && (await answersInTime(context));
    return reply.status(ok ? 200 : 503).send({ ok });
  });
  if (webRoot && existsSync(webRoot)) await serveClient(app, webRoot);
  return app;
}

/** ISO 8601 with its zone (RFC 3339). */
const MOMENT = /^\d{4}-\d{2}-\d{2}T\d{2}:\d{2}(:\d{2}(\.\d{1,6})?)?(Z|[+-]\d{2}:\d{2})$/;

const FILE_ROUTES = new Set([importFile, previewImport].map((route) => API + route.path));

function isFileRoute({ routeOptions }: FastifyRequest): boolean {
  return FILE_ROUTES.has(routeOptions.url ?? '');
}

/** @throws ProblemError tooLarge as soon as more has arrived than the route takes */
async function readText(payload: Readable, limit: number): Promise<string> {
  const chunks: Buffer[] = [];
  let size = 0;
  for await (const chunk of payload.iterator({ destroyOnReturn: false }) as AsyncIterable<Buffer>) {
    size += chunk.length;
    if (size > limit) {
      payload.resume();
      throw new ProblemError('tooLarge', { limit: `${Math.round(limit / 1024)} kB` });
    }
    chunks.push(chunk);
  }
  return Buffer.concat(chunks).toString('utf8');
}

const HEALTHY_WITHIN_MS = 2_000;

async function answersInTime({ db }: Context): Promise<boolean> {
  const late = new Promise<boolean>((resolve) =>
    setTimeout(() => resolve(false), HEALTHY_WITHIN_MS).unref(),
  );
  return Promise.race([
    db.execute('select 1').then(
      () => true,
      () => false,
    ),
    late,
  ]);
}

/**
 * A form's body: every fault is told. Of a larger one only the first: telling all would take longer
 * than reading it.
 */
const FORM_CHARACTERS = 20_000;

function buildValidator() {
  const ajv = withFormats(
    new Ajv({ coerceTypes: false, useDefaults: false, removeAdditional: false, strict: false }),
  );
  const thorough = withFormats(
    new Ajv({
      coerceTypes: false,
      useDefaults: false,
      removeAdditional: false,
      strict: false,
      allErrors: true,
    }),
  );
  // Addresses and queries are text; only there "5" may be a number.
  const coercing = withFormats(new Ajv({ coerceTypes: true, strict: false }));
  // Compiled when the first request of its kind comes: all of them at once were a third of what a
  // start takes.
  return ({ schema, httpPart }: { schema: unknown; httpPart?: string }) => {
    let compiled: ValidateFunction | null = null;
    let telling: ValidateFunction | null = null;
    const validate = (value: unknown): boolean => {
      compiled ??= (httpPart === 'body' ? ajv : coercing).compile(schema as object);
      const isValid = compiled(value);
      validate.errors = compiled.errors;
      if (!isValid && httpPart === 'body' && isForm(value)) {
        telling ??= thorough.compile(schema as object);
        telling(value);
        validate.errors = telling.errors;
      }
      return isValid;
    };
    validate.errors = undefined as ValidateFunction['errors'];
    return validate;
  };
}

/** Nothing at all, which JSON has no text for, is one that lacks its fields. */
const isForm = (value: unknown) => (JSON.stringify(value) ?? '').length <= FORM_CHARACTERS;

/** Days and moments that the calendar and the database know. */
function withFormats(ajv: Ajv): Ajv {
  addFormats.default(ajv);
  ajv.addFormat('date', (text) => parseDay(text) !== null);
  return ajv.addFormat(
    'date-time',
    (text) =>
      MOMENT.test(text) && parseDay(text.slice(0, 10)) !== null && !Number.isNaN(Date.parse(text)),
  );
}

/** Files that a browser looks for at the root, and what they are. */
const ROOT_FILES = [
  ['offline.js', 'text/javascript; charset=utf-8'],
  ['manifest.webmanifest', 'application/manifest+json; charset=utf-8'],
] as const;

/**
 * Files by name for ever, the page itself never from a cache, with a nonce for the styles that
 * components add while running.
 */
async function serveClient(app: FastifyInstance, webRoot: string): Promise<void> {
  await app.register(serveStatic, {
    root: join(webRoot, 'assets'),
    prefix: '/assets/',
    immutable: true,
    maxAge: '1y',
    preCompressed: true,
  });
  await app.register(serveStatic, {
    root: join(webRoot, 'icons'),
    prefix: '/icons/',
    maxAge: '1d',
    decorateReply: false,
  });
  for (const [name, type] of ROOT_FILES) {
    const path = join(webRoot, name);
    if (!existsSync(path)) continue;
    const content = readFileSync(path);
    // Asked for anew each time: an old one would hold everything else back.
    app.get(`/${name}`, (_request, reply) =>
      reply.header('content-type', type).header('cache-control', 'no-cache').send(content),
    );
  }
  const page = readFileSync(join(webRoot, 'index.html'), 'utf8');
  app.get('/*', (request, reply) => {
    if (request.url.startsWith('/api/')) return reply.callNotFoundProblem();
    return reply
      .header('content-type', 'text/html; charset=utf-8')
      .header('cache-control', 'no-store')
      .send(page.replaceAll('__NONCE__', nonceOf(reply.raw)));
  });
}
