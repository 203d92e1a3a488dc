import { randomBytes } from 'node:crypto';
import type { ServerResponse } from 'node:http';
import type { FastifyInstance } from 'fastify';
import helmet from 'helmet';

const COMMON = {
  // Plain HTTP on loopback: a browser told to insist on HTTPS would never come back.
  strictTransportSecurity: false,
  crossOriginEmbedderPolicy: false,
} as const;

const NOTHING = { defaultSrc: ["'none'"], formAction: ["'self'"], frameAncestors: ["'none'"], baseUri: ["'none'"] };

const nonces = new WeakMap<ServerResponse, string>();

/** The value that lets styles run which components add while running; another one for each page that is sent. */
export function nonceOf(response: ServerResponse): string {
  let nonce = nonces.get(response);
  if (!nonce) nonces.set(response, (nonce = randomBytes(16).toString('hex')));
  return nonce;
}

/** For the page and its files. */
const protectPage = helmet({
  ...COMMON,
  contentSecurityPolicy: {
    useDefaults: false,
    directives: {
      ...NOTHING, scriptSrc: ["'self'"], styleSrc: ["'self'", (_request, response) => `'nonce-${nonceOf(response as ServerResponse)}'`], fontSrc: ["'self'"], imgSrc: ["'self'", 'data:', 'blob:'],
      connectSrc: ["'self'"], workerSrc: ["'self'"], manifestSrc: ["'self'"],
    },
  },
});

/** For data: nothing in it may run, load or be framed, whatever it is opened as. */
const protectData = helmet({ ...COMMON, contentSecurityPolicy: { useDefaults: false, directives: NOTHING } });

/** Headers that tell the browser what it may do; made once, not with every answer. */
export function protectAnswers(app: FastifyInstance): void {
  app.addHook('onRequest', (request, reply, next) => {
    (request.url.startsWith('/api/') ? protectData : protectPage)(request.raw, reply.raw, (error) => next(error as Error | undefined));
  });
}
