import { type ErrorCode, ERRORS } from './errors/catalogue';
import { Problem } from './errors/problem';
import { DOMAIN_OF, DOMAIN_TEXTS, ROUTES } from './routes/index';
import { type AnyRoute, API, type Permission } from './routes/route';
import { NAMED_SCHEMAS } from './schemas/index';

type Json = Record<string, unknown>;

const PERMISSION_TEXTS: Readonly<Record<Permission, string>> = {
  anyone: 'No sign-in is needed.',
  read: 'Every signed-in person; only what lies in their unit.',
  book: 'Salespeople, managers and administrators; only deals of their unit.',
  plan: 'Managers and administrators; only their unit.',
  administer: 'Administrators.',
  self: 'Every signed-in person, about themselves.',
};

/** The OpenAPI 3.1 description, built from the same records that the server validates with. */
export function buildOpenApi(version: string): object {
  const components = new Components();
  const paths: Record<string, Record<string, object>> = {};
  for (const route of byPath(ROUTES)) {
    const path = API + route.path.replace(/:(\w+)/g, '{$1}');
    (paths[path] ??= {})[route.method.toLowerCase()] = describeRoute(route, components);
  }
  return {
    openapi: '3.1.0',
    info: {
      title: 'Iron Ladder',
      version,
      description:
        'Targets, deals and attainment. Amounts are whole minor units of the reporting currency unless a field says otherwise.',
      license: { name: 'MIT', identifier: 'MIT' },
      contact: { name: 'Iron Ladder', email: 'hello@iron-ladder.example' },
    },
    servers: [{ url: '/', description: 'The server that this description comes from.' }],
    tags: Object.entries(DOMAIN_TEXTS)
      .map(([name, description]) => ({ name, description }))
      .sort((a, b) => (a.name < b.name ? -1 : 1)),
    components: {
      schemas: components.build(),
      responses: Object.fromEntries([...components.failures].sort(([a], [b]) => (a < b ? -1 : 1))),
      securitySchemes: {
        session: {
          type: 'apiKey',
          in: 'cookie',
          name: 'iron_ladder',
          description: 'Browser; changes also need the X-CSRF header.',
        },
        token: { type: 'http', scheme: 'bearer', description: 'Access token made in Setup.' },
      },
    },
    paths,
  };
}

/** In an order of its own, so that the description is the same however the modules were loaded. */
function byPath(routes: readonly AnyRoute[]): AnyRoute[] {
  const key = (route: AnyRoute) => `${route.path} ${route.method}`;
  return [...routes].sort((a, b) => (key(a) < key(b) ? -1 : 1));
}

/** Schemas and refusals that many endpoints share, described once and referred to. */
class Components {
  readonly failures = new Map<string, object>();
  private failureNames = new Map<string, string>();

  /** A refusal by its status and text; alike ones are one component. */
  referFailure(status: number, description: string): object {
    const key = `${status} ${description}`;
    let name = this.failureNames.get(key);
    if (name === undefined) {
      const alike = [...this.failureNames.keys()].filter((each) =>
        each.startsWith(`${status} `),
      ).length;
      name = `Error${status}${alike === 0 ? '' : `Variant${alike + 1}`}`;
      this.failureNames.set(key, name);
      this.failures.set(name, {
        description,
        content: {
          'application/problem+json': { schema: { $ref: '#/components/schemas/Problem' } },
        },
      });
    }
    return { $ref: `#/components/responses/${name}` };
  }

  private described = new Map<string, unknown>([['Problem', null]]);
  private waiting: [string, object][] = [['Problem', Problem]];

  /** A schema in the dialect of OpenAPI 3.1; named ones as a reference. */
  refer(schema: object): unknown {
    const name = NAMED_SCHEMAS.get(schema);
    if (name === undefined) return this.convert(schema);
    if (!this.described.has(name)) {
      this.described.set(name, null);
      this.waiting.push([name, schema]);
    }
    return { $ref: `#/components/schemas/${name}` };
  }

  build(): Json {
    for (let next = this.waiting.shift(); next; next = this.waiting.shift())
      this.described.set(next[0], this.convert(next[1]));
    return Object.fromEntries([...this.described].sort(([a], [b]) => (a < b ? -1 : 1)));
  }

  private convert(schema: unknown): unknown {
    if (Array.isArray(schema)) return schema.map((each) => this.visit(each));
    if (typeof schema !== 'object' || schema === null) return schema;
    return toNewDialect(
      Object.fromEntries(Object.entries(schema).map(([key, value]) => [key, this.visit(value)])),
    );
  }

  private visit(value: unknown): unknown {
    return typeof value === 'object' && value !== null && NAMED_SCHEMAS.has(value)
      ? this.refer(value)
      : this.convert(value);
  }
}

/**
 * A schema as JSON Schema 2020-12 writes it: a tuple's members are `prefixItems`, a choice of
 * constants of one kind is an `enum`, and a value that may be null has a list of types where it is
 * plain.
 */
function toNewDialect(schema: Json): Json {
  if (Array.isArray(schema['items'])) {
    const { items, additionalItems: _, ...rest } = schema;
    return { ...rest, prefixItems: items, items: { not: {} } };
  }
  if (Array.isArray(schema['enum']) && schema['type'] === undefined)
    return { ...schema, type: typeof schema['enum'][0] };
  const anyOf = schema['anyOf'];
  if (!Array.isArray(anyOf)) return schema;
  const [first, second] = anyOf as [Json, Json];
  const isNullable =
    anyOf.length === 2 &&
    second['type'] === 'null' &&
    typeof first['type'] === 'string' &&
    first['enum'] === undefined &&
    first['const'] === undefined;
  if (!isNullable) return schema;
  const { anyOf: _, ...rest } = schema;
  return { ...first, ...rest, type: [first['type'], 'null'] };
}

/** Every error an endpoint may answer with: its own, and those every request may meet. */
export function errorsOf(route: AnyRoute): ErrorCode[] {
  return [
    ...new Set<ErrorCode>([
      ...(route.errors ?? []),
      'notSetUp',
      'badRequest',
      'sumTooLarge',
      'wrongHost',
      'invalidInput',
      'csrf',
      'unavailable',
      'outcomeUnknown',
      'busy',
      'diskFull',
      'internal',
      ...(route.permission === 'anyone'
        ? []
        : (['notSignedIn', 'forbidden', 'tokenMayNot'] as const)),
      ...(route.method === 'GET' ? [] : (['csrf'] as const)),
      ...(route.query || route.params || route.body ? (['invalidInput'] as const) : []),
      ...(route.body || route.bodyType
        ? (['invalidBody', 'wrongMediaType', 'tooLarge', 'tooSlow'] as const)
        : []),
    ]),
  ];
}

function describeRoute(route: AnyRoute, components: Components): object {
  const success = String(route.status ?? 200);
  const schemaOf = (schema: object | undefined) => ({
    schema: schema ? components.refer(schema) : { type: 'string' },
  });
  return {
    operationId: route.id,
    tags: [DOMAIN_OF.get(route.id)],
    summary: route.summary,
    description: `${route.summary}. ${PERMISSION_TEXTS[route.permission]}`,
    'x-permission': route.permission,
    security:
      route.permission === 'anyone'
        ? []
        : [{ session: [] }, ...(route.browserOnly ? [] : [{ token: [] }])],
    parameters: [
      ...describeParameters(route.params, 'path', components),
      ...describeParameters(route.query, 'query', components),
    ],
    ...(route.body || route.bodyType
      ? {
          requestBody: {
            required: true,
            content: {
              [route.bodyType ?? 'application/json']: {
                ...schemaOf(route.body),
                ...(route.example ? { example: route.example } : {}),
              },
            },
          },
        }
      : {}),
    responses: {
      [success]: {
        description: 'Done',
        content: { [route.responseType ?? 'application/json']: schemaOf(route.response) },
      },
      ...describeFailures(route, components),
    },
  };
}

function describeFailures(route: AnyRoute, components: Components): Json {
  const codes = errorsOf(route);
  return Object.fromEntries(
    [...new Set(codes.map((code) => ERRORS[code].status))].map((status) => [
      String(status),
      components.referFailure(
        status,
        codes
          .filter((code) => ERRORS[code].status === status)
          .sort()
          .map((code) => `${code}: ${ERRORS[code].title}`)
          .join('. '),
      ),
    ]),
  );
}

interface ObjectSchema {
  properties?: Record<string, object>;
  required?: string[];
}

function describeParameters(
  schema: ObjectSchema | undefined,
  place: 'path' | 'query',
  components: Components,
): object[] {
  return Object.entries(schema?.properties ?? {}).map(([name, each]) => ({
    name,
    in: place,
    required: place === 'path' || (schema?.required ?? []).includes(name),
    schema: components.refer(each),
  }));
}
