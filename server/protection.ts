import { randomBytes } from 'node:crypto';
import type { ServerResponse } from 'node:http';
import type { FastifyInstance } from 'fastify';
import helmet from 'helmet';
import { isSecure, type Settings } from './settings';

const COMMON = {
  crossOriginEmbedderPolicy: false,
} as const;

const NOTHING = {
  defaultSrc: ["'none'"],
  formAction: ["'self'"],
  frameAncestors: ["'none'"],
  baseUri: ["'none'"],
};

/** Nothing of what a browser could give away is used. */
const PERMISSIONS_POLICY =
  'camera=(), microphone=(), geolocation=(), payment=(), usb=(), browsing-topics=()';

const nonces = new WeakMap<ServerResponse, string>();

/**
 * The value that lets styles run which components add while running; another one for each page that
 * is sent.
 */
export function nonceOf(response: ServerResponse): string {
  let nonce = nonces.get(response);
  if (!nonce) nonces.set(response, (nonce = randomBytes(16).toString('hex')));
  return nonce;
}

/**
 * A year, as browsers' preload lists ask at least; only where people come by TLS: told so on plain
 * HTTP, a browser would never come back.
 */
const strictTransport = (settings: Settings) =>
  isSecure(settings) ? { maxAge: 31_536_000 } : false;

/** For the page and its files. */
const protectPage = (settings: Settings) =>
  helmet({
    ...COMMON,
    strictTransportSecurity: strictTransport(settings),
    contentSecurityPolicy: {
      useDefaults: false,
      directives: {
        ...NOTHING,
        scriptSrc: ["'self'"],
        styleSrc: ["'self'", (_request, response) => `'nonce-${nonceOf(response)}'`],
        fontSrc: ["'self'"],
        imgSrc: ["'self'", 'data:', 'blob:'],
        connectSrc: ["'self'"],
        workerSrc: ["'self'"],
        manifestSrc: ["'self'"],
      },
    },
  });

/** For data: nothing in it may run, load or be framed, whatever it is opened as. */
const protectData = (settings: Settings) =>
  helmet({
    ...COMMON,
    strictTransportSecurity: strictTransport(settings),
    contentSecurityPolicy: { useDefaults: false, directives: NOTHING },
  });

/** Headers that tell the browser what it may do; made once, not with every answer. */
export function protectAnswers(app: FastifyInstance, settings: Settings): void {
  const [data, page] = [protectData(settings), protectPage(settings)];
  app.addHook('onRequest', (request, reply, next) => {
    const isData = request.url.startsWith('/api/');
    // Figures are nobody's cache's; what may be kept says so itself.
    if (isData) reply.header('cache-control', 'no-store');
    reply.raw.setHeader('permissions-policy', PERMISSIONS_POLICY);
    (isData ? data : page)(request.raw, reply.raw, (error) => next(error as Error | undefined));
  });
}
