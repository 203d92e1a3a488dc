import { ERRORS, type ErrorCode } from './errors/catalogue';
import { Problem } from './errors/problem';
import { ROUTES } from './routes/index';
import { API, type AnyRoute } from './routes/route';

/** The OpenAPI 3.1 description, built from the same records that the server validates with. */
export function buildOpenApi(version: string): object {
  const paths: Record<string, Record<string, object>> = {};
  for (const route of ROUTES) {
    const path = API + route.path.replace(/:(\w+)/g, '{$1}');
    (paths[path] ??= {})[route.method.toLowerCase()] = describeRoute(route);
  }
  return {
    openapi: '3.1.0',
    info: { title: 'Iron Ladder', version, description: 'Targets, deals and attainment. Amounts are whole minor units of the reporting currency unless a field says otherwise.' },
    components: {
      schemas: { Problem },
      securitySchemes: {
        session: { type: 'apiKey', in: 'cookie', name: 'iron_ladder', description: 'Browser; changes also need the X-CSRF header.' },
        token: { type: 'http', scheme: 'bearer', description: 'Access token made in Setup.' },
      },
    },
    paths,
  };
}

/** A tuple as JSON Schema 2020-12 writes it, which OpenAPI 3.1 speaks; the validator's dialect puts its members under `items`. */
function toNewDialect(schema: unknown): unknown {
  if (Array.isArray(schema)) return schema.map(toNewDialect);
  if (typeof schema !== 'object' || schema === null) return schema;
  const copy = Object.fromEntries(Object.entries(schema).map(([key, value]) => [key, toNewDialect(value)]));
  if (!Array.isArray(copy['items'])) return copy;
  const { items, additionalItems: _, ...rest } = copy;
  return { ...rest, prefixItems: items, items: false };
}

/** Every error an endpoint may answer with: its own, and those of the door every request comes through. */
export function errorsOf(route: AnyRoute): ErrorCode[] {
  return [...new Set<ErrorCode>([
    ...(route.errors ?? []), 'notSetUp', 'badRequest', 'sumTooLarge', 'wrongHost', 'invalidInput', 'csrf', 'unavailable', 'outcomeUnknown', 'busy', 'diskFull', 'internal',
    ...(route.permission === 'anyone' ? [] : ['notSignedIn', 'forbidden', 'tokenMayNot'] as const),
    ...(route.method === 'GET' ? [] : ['csrf'] as const),
    ...(route.query || route.params || route.body ? ['invalidInput'] as const : []),
    ...(route.body || route.bodyType ? ['invalidBody', 'wrongMediaType', 'tooLarge', 'tooSlow'] as const : []),
  ])];
}

function describeRoute(route: AnyRoute): object {
  const success = String(route.status ?? 200);
  const body = { [route.answerType ?? 'application/json']: { schema: route.answer ? toNewDialect(route.answer) : { type: 'string' } } };
  const codes = errorsOf(route);
  const failures = [...new Set(codes.map((code) => ERRORS[code].status))].map((status) => [String(status), {
    description: codes.filter((code) => ERRORS[code].status === status).map((code) => `${code}: ${ERRORS[code].title}`).join('. '),
    content: { 'application/problem+json': { schema: { $ref: '#/components/schemas/Problem' } } },
  }]);
  return {
    operationId: route.id,
    summary: route.summary,
    'x-permission': route.permission,
    security: route.permission === 'anyone' ? [] : [{ session: [] }, { token: [] }],
    parameters: [...describeParameters(route.params, 'path'), ...describeParameters(route.query, 'query')],
    ...(route.body || route.bodyType
      ? { requestBody: { required: true, content: { [route.bodyType ?? 'application/json']: { schema: route.body ? toNewDialect(route.body) : { type: 'string' } } } } } : {}),
    responses: { [success]: { description: 'Done', content: body }, ...Object.fromEntries(failures) },
  };
}

function describeParameters(schema: { properties?: Record<string, object>; required?: string[] } | undefined, place: 'path' | 'query'): object[] {
  return Object.entries(schema?.properties ?? {}).map(([name, each]) => ({
    name, in: place, required: place === 'path' || (schema?.required ?? []).includes(name), schema: toNewDialect(each),
  }));
}
