import { Ajv } from 'ajv';
import addFormats from 'ajv-formats';
import { describe, expect, it } from 'vitest';
import { ERRORS, FAULTS, fillIn } from './errors/catalogue';
import { toProblem } from './errors/problem';
import { buildOpenApi } from './openapi';
import { ROUTES } from './routes/index';

describe('endpoints', () => {
  it('have ids and places of their own', () => {
    expect(new Set(ROUTES.map((route) => route.id)).size).toBe(ROUTES.length);
    expect(new Set(ROUTES.map((route) => `${route.method} ${route.path}`)).size).toBe(ROUTES.length);
  });

  it.each(ROUTES.map((route) => [route.id, route] as const))('%s has schemas that compile, and errors of the catalogue', (_id, route) => {
    const ajv = new Ajv({ strict: false });
    addFormats.default(ajv);
    for (const schema of [route.params, route.query, route.body, route.answer]) if (schema) expect(() => ajv.compile(schema)).not.toThrow();
    for (const code of route.errors ?? []) expect(ERRORS).toHaveProperty(code);
    expect(route.summary.length).toBeGreaterThan(5);
  });

  it.each(ROUTES.filter((route) => route.path.includes(':')).map((route) => [route.id, route] as const))('%s describes what stands in its path', (_id, route) => {
    const names = [...route.path.matchAll(/:(\w+)/g)].map((match) => match[1]);
    expect(Object.keys(route.params.properties)).toEqual(names);
  });
});

describe('the description', () => {
  const description = buildOpenApi('1.2.3') as { paths: Record<string, Record<string, { parameters: { name: string; required: boolean }[]; security: unknown[]; responses: Record<string, unknown> }>> };

  it('names parameters and which of them are needed', () => {
    const { parameters } = description.paths['/api/v1/standing']!['get']!;
    expect(parameters.map((each) => [each.name, each.required])).toEqual([['unit', true], ['period', true], ['measure', false]]);
  });

  it('asks for no sign-in exactly where none is needed', () => {
    for (const route of ROUTES) {
      const place = description.paths[`/api/v1${route.path.replace(/:(\w+)/g, '{$1}')}`]![route.method.toLowerCase()]!;
      expect(place.security.length === 0).toBe(route.permission === 'anyone');
    }
  });
});

describe('the catalogue of errors', () => {
  it.each(Object.entries(ERRORS))('%s says what to do, with a status of HTTP', (_code, error) => {
    expect(error.status).toBeGreaterThanOrEqual(400);
    expect(error.status).toBeLessThan(600);
    expect(error.detail).toMatch(/[.:}]$/);
  });

  it.each(Object.entries(FAULTS))('the fault %s is a sentence', (_code, text) => expect(text).toMatch(/\.$/));

  it('fills in parameters and leaves unknown ones to be seen', () => {
    expect(fillIn('{a} and {b}', { a: 1 })).toBe('1 and {b}');
  });

  it('becomes problem details with faults at their fields (RFC 9457)', () => {
    const problem = toProblem('invalidInput', {}, [{ field: 'amount', code: 'tooManyDecimals', params: { decimals: 2 } }]);
    expect(problem).toMatchObject({ type: '/problems/invalidInput', status: 422, errors: [{ field: 'amount', message: 'Has too many decimals: 2 are kept.' }] });
  });
});
