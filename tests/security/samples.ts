import type { TSchema } from 'typebox';
import { type AnyRoute, API } from '#contract/routes/route';

/** A JSON Schema as it stands in the contract. */
interface Schema {
  type?: string;
  properties?: Record<string, Schema>;
  required?: string[];
  items?: Schema | Schema[];
  anyOf?: Schema[];
  enum?: unknown[];
  const?: unknown;
  minimum?: number;
  exclusiveMinimum?: number;
  minItems?: number;
  minLength?: number;
  pattern?: string;
  format?: string;
  patternProperties?: Record<string, Schema>;
}

const asSchema = (schema: TSchema) => schema as unknown as Schema;

/** Values that mean something in the company of the tests, by the name of their field. */
const BY_NAME: Readonly<Record<string, unknown>> = {
  unit: 'salt',
  branch: 'salt',
  parent: 'salt',
  salesperson: 'ivarga',
  code: 'salt',
  period: 'FY2027-P08',
  year: 'FY2027',
  measure: 'revenue',
  x: 'revenue',
  y: 'gross_margin',
  status: 'won',
  closedOn: '2026-11-10',
  from: '2026-11-01',
  to: '2026-11-10',
  on: '2026-11-10',
  day: '2026-11-10',
  country: 'GB',
  amount: '1000.00',
  customer: 'Pike Boats',
  currency: 'EUR',
  timeZone: 'Europe/London',
  email: 'someone@example.com',
  kind: 'deals',
  list: 'product',
  step: 'month',
  rate: '1.16',
  target: '1000',
  value: '5',
};

/**
 * A value that the schema takes, as small as it may be, with the company's own names where a field
 * has one.
 */
export function sampleOf(schema: Schema, name = ''): unknown {
  if (schema.const !== undefined) return schema.const;
  const known = BY_NAME[name];
  if (
    known !== undefined &&
    (schema.type === 'string' || schema.type === undefined) &&
    !schema.enum &&
    !schema.anyOf
  )
    return known;
  if (schema.enum) return schema.enum[0];
  if (schema.anyOf) return sampleOf(schema.anyOf[0]!, name);
  switch (schema.type) {
    case 'object':
      return Object.fromEntries(
        (schema.required ?? []).map((key) => [key, sampleOf(schema.properties?.[key] ?? {}, key)]),
      );
    case 'array':
      return Array.from({ length: Math.max(1, schema.minItems ?? 0) }, (_, at) =>
        sampleOf(
          Array.isArray(schema.items) ? (schema.items[at] ?? {}) : (schema.items ?? {}),
          name,
        ),
      );
    case 'integer':
    case 'number':
      return Math.max(schema.minimum ?? 1, (schema.exclusiveMinimum ?? 0) + 1);
    case 'boolean':
      return true;
    case 'null':
      return null;
    default:
      return schema.format === 'date'
        ? '2026-11-10'
        : schema.format === 'date-time'
          ? '2026-11-10T00:00:00Z'
          : 'x'.repeat(Math.max(schema.minLength ?? 1, 1));
  }
}

/** Every field of a schema as a path, those within objects and lists too. */
export function pathsOf(schema: Schema, path: (string | number)[] = []): (string | number)[][] {
  const inner =
    schema.anyOf?.find((each) => each.type === 'object' || each.type === 'array') ?? schema;
  if (inner.type === 'object' && inner.properties) {
    return Object.entries(inner.properties).flatMap(([key, each]) => [
      [...path, key],
      ...pathsOf(each, [...path, key]),
    ]);
  }
  if (inner.type === 'array' && inner.items && !Array.isArray(inner.items))
    return [[...path, 0], ...pathsOf(inner.items, [...path, 0])];
  return [];
}

/** A copy with a value at a path; what is missing on the way is made. */
export function withValue(
  root: unknown,
  [key, ...rest]: (string | number)[],
  value: unknown,
): unknown {
  if (key === undefined) return value;
  const copy = (
    typeof key === 'number' ? [...(Array.isArray(root) ? root : [])] : { ...(root as object) }
  ) as Record<string | number, unknown>;
  copy[key] = withValue(copy[key] ?? {}, rest, value);
  return copy;
}

export interface Sample {
  params: Record<string, string>;
  query: Record<string, unknown>;
  body: unknown;
}

/** A request that a route would take, as far as its schemas tell. */
export function sampleRequest(route: AnyRoute): Sample {
  const params = Object.fromEntries(
    [...route.path.matchAll(/:(\w+)/g)].map(([, name]) => [
      name!,
      name === 'id' ? '1' : name === 'secret' ? 'x'.repeat(30) : String(BY_NAME[name!] ?? 'x'),
    ]),
  );
  const query = (route.query ? sampleOf(asSchema(route.query)) : {}) as Record<string, unknown>;
  return { params, query, body: route.body ? sampleOf(asSchema(route.body)) : undefined };
}

export function urlOf(route: AnyRoute, { params, query }: Sample): string {
  const path = route.path.replace(/:(\w+)/g, (_, name: string) =>
    encodeURIComponent(params[name] ?? ''),
  );
  const parts = Object.entries(query).map(
    ([name, value]) =>
      `${encodeURIComponent(name)}=${encodeURIComponent(typeof value === 'object' ? JSON.stringify(value) : String(value))}`,
  );
  return `${API}${path}${parts.length > 0 ? `?${parts.join('&')}` : ''}`;
}

export const fieldsOf = (schema: TSchema | undefined) => (schema ? pathsOf(asSchema(schema)) : []);

const deep = (depth: number): unknown => (depth === 0 ? 1 : [deep(depth - 1)]);

/** What nobody means and somebody sends. */
export const NASTY: readonly unknown[] = [
  '',
  ' ',
  'a\u0000b',
  '\ud800',
  'x'.repeat(5_000),
  '\u202egnp.exe',
  '0000-01-01',
  '1900-01-01',
  '9999-12-31',
  '2026-02-30',
  '0000-01-01T00:00:00Z',
  '1e309',
  '-1',
  '1e17',
  '99999999999999999999',
  "'; drop table deal; --",
  '__proto__',
  '{"a":1}',
  'FY0001',
  'FY9999-P13',
  '2026-W99',
  '2026-01-01..2025-01-01',
  '../../etc/passwd',
  '%00',
  -1,
  0,
  1.5,
  1e300,
  2 ** 31,
  2 ** 53 + 2,
  90_000_000_000_000,
  true,
  null,
  [],
  {},
  [[]],
  { a: { b: 1 } },
  deep(60),
];

/** The same for an address, where everything is text. */
export const NASTY_TEXTS = NASTY.filter(
  (each): each is string | number => typeof each === 'string' || typeof each === 'number',
)
  .map(String)
  .filter((each) => each !== '\ud800');
