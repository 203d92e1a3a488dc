import type { FastifyInstance, FastifyReply, FastifyRequest } from 'fastify';
import {
  type AnyRoute,
  API,
  type BodyOf,
  type ParamsOf,
  PERMISSIONS,
  type QueryOf,
  type ResponseOf,
  USUAL_BYTES,
} from '#contract/routes/route';
import { language } from '#wording/language';
import { Identities } from './access/identities';
import { mayDo } from './access/permissions';
import type { Principal } from './access/principal';
import { buildScope, type Scope } from './access/scope';
import type { Context } from './context';
import { findBadInput } from './input';
import { languageOfAnswer, writeIn } from './language';
import { ProblemError } from './problem';
import { ResponseCache } from './responseCache';
import { SerializedResponse } from './serializedResponse';
import { cutSlowBodies } from './slowBodies';

export interface Call<R extends AnyRoute> {
  body: BodyOf<R>;
  query: QueryOf<R>;
  params: ParamsOf<R>;
  principal: Principal;
  scope: Scope;
  request: FastifyRequest;
  reply: FastifyReply;
}

/**
 * What an answer may be made of that is kept for everyone with the same rights: nothing of who asks
 * but these, and nothing of the request but what it asks.
 */
export interface KeptCall<R extends AnyRoute> {
  query: QueryOf<R>;
  params: ParamsOf<R>;
  principal: Pick<Principal, 'role' | 'unitId'>;
  scope: Scope;
}

export interface Endpoints {
  context: Context;
  identities: Identities;
  /**
   * Binds a record of the contract to what it does; sign-in, permission and CSRF are checked before
   * it is called.
   */
  implement<R extends AnyRoute>(route: R, handler: (call: Call<R>) => Promise<ResponseOf<R>>): void;
  /**
   * The same for an answer that is made of the books alone: it is kept until they change, for
   * everyone with the same rights and language.
   * @param dependencyScopeOf the unit whose people alone it is made of: then nobody else's deals
   * end it; null or left out: anybody's do
   */
  implementCached<R extends AnyRoute>(
    route: R,
    handler: (call: KeptCall<R>) => Promise<ResponseOf<R>>,
    dependencyScopeOf?: (call: KeptCall<R>) => number | null,
  ): void;
  implemented: ReadonlySet<string>;
}

/** Of kept answers, all together. */
const MOST_BYTES = 64_000_000;

/** The one door through which every request of the API comes. */
export function buildEndpoints(app: FastifyInstance, context: Context): Endpoints {
  const implemented = new Set<string>();
  const kept = new ResponseCache<SerializedResponse>(
    context.replica,
    MOST_BYTES,
    (answer) => answer.size,
  );
  context.replica.onChange(() => void kept.revalidate());
  const identities = new Identities(context.db, context.replica, context.settings);
  const endpoints: Endpoints = {
    context,
    identities,
    implemented,
    implementCached(route, handler, dependencyScopeOf) {
      endpoints.implement(route, async ({ query, params, principal, request, reply }) => {
        const rights = { role: principal.role, unitId: principal.unitId };
        // The books anew each time: it is asked again after they have changed.
        const call = () => ({
          query,
          params,
          principal: rights,
          scope: buildScope(context.replica, rights),
        });
        const words = language();
        const answer = await kept.find(
          `${rights.role} ${rights.unitId} ${words.tag} ${request.url}`,
          {
            compute: () =>
              writeIn(words, async () => new SerializedResponse(await handler(call()))),
            dependencyScopeOf: () => (dependencyScopeOf ? dependencyScopeOf(call()) : null),
          },
        );
        return answer.send(request, reply) as never;
      });
    },
    implement(route, handler) {
      if (!PERMISSIONS.includes(route.permission))
        throw new Error(`The endpoint ${route.id} names no permission.`);
      implemented.add(route.id);
      app.route({
        method: route.method,
        url: API + route.path,
        bodyLimit: route.maxBytes ?? USUAL_BYTES,
        schema: {
          ...(route.params ? { params: route.params } : {}),
          ...(route.query ? { querystring: route.query } : {}),
          ...(route.body ? { body: route.body } : {}),
        },
        // Before the body is read: nobody without the right makes the server read 200 MB.
        onRequest: async (request) => {
          request.principal = await admit(context, identities, route, request);
        },
        // A file comes as fast as the line is; its receiver has limits of its own.
        preParsing: route.method === 'GET' || route.bodyType === 'text/csv' ? [] : [cutSlowBodies],
        preValidation: async (request) => {
          const fault =
            findBadInput(request.params) ??
            findBadInput(request.query) ??
            (route.body ? findBadInput(request.body) : null);
          if (fault) throw new ProblemError('invalidInput', {}, [fault]);
        },
        handler: async (request, reply) => {
          if (route.status) reply.status(route.status);
          const principal = request.principal!;
          const scope =
            principal && context.replica.company
              ? buildScope(context.replica, principal)
              : (undefined as unknown as Scope);
          return writeIn(languageOfAnswer(route, request, reply), () =>
            handler({
              body: request.body,
              query: request.query,
              params: request.params,
              principal,
              scope,
              request,
              reply,
            } as Call<typeof route>),
          );
        },
      });
    },
  };
  return endpoints;
}

async function admit(
  context: Context,
  identities: Identities,
  route: AnyRoute,
  request: FastifyRequest,
): Promise<Principal | null> {
  // Nobody waits for a database that does not answer.
  if (context.replica.isHanging) throw new ProblemError('unavailable');
  refuseForeignPage(request, context);
  if (route.permission === 'anyone') return null;
  if (!context.replica.company) throw new ProblemError('notSetUp');
  const principal = await identities.identify(request);
  if (!principal) throw new ProblemError('notSignedIn');
  if (!mayDo(principal.role, route.permission))
    throw new ProblemError('forbidden', { role: principal.role });
  if (
    route.method !== 'GET' &&
    principal.csrf !== null &&
    request.headers['x-csrf'] !== principal.csrf
  )
    throw new ProblemError('csrf');
  const isToken = principal.csrf === null;
  if (isToken && (route.browserOnly || (route.method !== 'GET' && !principal.canWrite)))
    throw new ProblemError('tokenMayNot');
  return principal;
}

/**
 * A page of another origin is known by the headers browsers add: Sec-Fetch-Site, and Origin, which
 * must be of the host that was asked. Whoever sends neither is no browser and has no cookie of one.
 */
function refuseForeignPage(
  { method, headers, host }: FastifyRequest,
  { settings: { publicUrl } }: Context,
): void {
  if (publicUrl && host !== publicUrl.host)
    throw new ProblemError('wrongHost', { host: publicUrl.host });
  if (method === 'GET') return;
  const site = headers['sec-fetch-site'];
  if (site !== undefined && site !== 'same-origin' && site !== 'none')
    throw new ProblemError('csrf');
  const { origin } = headers;
  if (
    origin !== undefined &&
    (!URL.canParse(origin) || new URL(origin).host !== (publicUrl?.host ?? host))
  )
    throw new ProblemError('csrf');
}
