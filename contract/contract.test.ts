import { Ajv } from 'ajv';
import { Ajv2020 } from 'ajv/dist/2020';
import addFormats from 'ajv-formats';
import { describe, expect, it } from 'vitest';
import { ERRORS, FAULTS, fillIn } from './errors/catalogue';
import { toProblem } from './errors/problem';
import { buildOpenApi, errorsOf } from './openapi';
import { ROUTES } from './routes/index';

describe('endpoints', () => {
  it('have ids and places of their own', () => {
    expect(new Set(ROUTES.map((route) => route.id)).size).toBe(ROUTES.length);
    expect(new Set(ROUTES.map((route) => `${route.method} ${route.path}`)).size).toBe(
      ROUTES.length,
    );
  });

  it.each(ROUTES.map((route) => [route.id, route] as const))(
    '%s has schemas that compile, and errors of the catalogue',
    (_id, route) => {
      const ajv = new Ajv({ strict: false });
      addFormats.default(ajv);
      for (const schema of [route.params, route.query, route.body, route.response])
        if (schema) expect(() => ajv.compile(schema)).not.toThrow();
      for (const code of route.errors ?? []) expect(ERRORS).toHaveProperty(code);
      expect(route.summary.length).toBeGreaterThan(5);
    },
  );

  it.each(
    ROUTES.filter((route) => route.path.includes(':')).map((route) => [route.id, route] as const),
  )('%s describes what stands in its path', (_id, route) => {
    const names = [...route.path.matchAll(/:(\w+)/g)].map((match) => match[1]);
    expect(Object.keys(route.params.properties)).toEqual(names);
  });
});

describe('the description', () => {
  const description = buildOpenApi('1.2.3') as {
    paths: Record<
      string,
      Record<
        string,
        {
          parameters: { name: string; required: boolean }[];
          security: unknown[];
          responses: Record<string, unknown>;
        }
      >
    >;
  };

  it('names parameters and which of them are needed', () => {
    const { parameters } = description.paths['/api/v1/attainment']!['get']!;
    expect(parameters.map((each) => [each.name, each.required])).toEqual([
      ['unit', true],
      ['period', true],
      ['measure', false],
    ]);
  });

  it('asks for no sign-in exactly where none is needed', () => {
    for (const route of ROUTES) {
      const place =
        description.paths[`/api/v1${route.path.replace(/:(\w+)/g, '{$1}')}`]![
          route.method.toLowerCase()
        ]!;
      expect(place.security.length === 0).toBe(route.permission === 'anyone');
    }
  });
});

/** The described thing that a reference means, or the thing itself. */
function resolveRef(description: object, value: object): never {
  const { $ref } = value as { $ref?: string };
  if ($ref === undefined) return value as never;
  return $ref
    .split('/')
    .slice(1)
    .reduce<unknown>((part, key) => (part as Record<string, unknown>)[key], description) as never;
}

describe('what the description says', () => {
  const description = buildOpenApi('1.2.3') as {
    paths: Record<
      string,
      Record<
        string,
        {
          requestBody?: { content: Content };
          responses: Record<string, { description: string; content: Content }>;
          parameters: { schema: object }[];
        }
      >
    >;
  };
  type Content = Record<string, { schema: object }>;

  it('is JSON Schema 2020-12 throughout, as OpenAPI 3.1 asks', () => {
    const ajv = new Ajv2020({ strict: false });
    addFormats.default(ajv);
    for (const place of Object.values(description.paths).flatMap((each) => Object.values(each))) {
      const contents = [
        ...Object.values(place.responses).map(
          (each) => (resolveRef(description, each) as { content: Content }).content,
        ),
        ...(place.requestBody ? [place.requestBody.content] : []),
      ].flatMap((each) => Object.values(each));
      for (const { schema } of [...contents, ...place.parameters]) {
        if ('$ref' in schema) continue;
        expect(ajv.validateSchema(schema), ajv.errorsText()).toBe(true);
      }
    }
  });

  it('writes a tuple so that a third member is refused', () => {
    const schema = resolveRef(
      description,
      description.paths['/api/v1/measure-comparison']!['get']!.responses['200']!.content[
        'application/json'
      ]!.schema,
    ) as { properties: { measures: object } };
    const validate = new Ajv2020({ strict: false }).compile({
      ...schema.properties.measures,
      prefixItems: [{ type: 'integer' }, { type: 'integer' }],
    });
    expect([[1, 2], [1, 2, 3], [1]].map((each) => validate(each))).toEqual([true, false, false]);
  });

  it('names each error of an endpoint, those of the door among them, also where two have one status', () => {
    const { responses } = description.paths['/api/v1/attainment']!['get']!;
    for (const code of ['unknownUnit', 'unknownPeriod', 'unknownMeasure'] as const)
      expect(
        (resolveRef(description, responses['404']!) as { description: string }).description,
      ).toContain(`${code}: ${ERRORS[code].title}`);
    expect(Object.keys(responses).sort()).toEqual([
      '200',
      '400',
      '401',
      '403',
      '404',
      '409',
      '421',
      '422',
      '500',
      '503',
    ]);
    for (const route of ROUTES)
      for (const code of errorsOf(route))
        expect(
          description.paths[`/api/v1${route.path.replace(/:(\w+)/g, '{$1}')}`]![
            route.method.toLowerCase()
          ]!.responses[ERRORS[code].status],
        ).toSatisfy((response: object) =>
          (resolveRef(description, response) as { description: string }).description.includes(code),
        );
  });
});

describe('the catalogue of errors', () => {
  it.each(Object.entries(ERRORS))('%s says what to do, with a status of HTTP', (_code, error) => {
    expect(error.status).toBeGreaterThanOrEqual(400);
    expect(error.status).toBeLessThan(600);
    expect(error.detail).toMatch(/[.:}]$/);
  });

  it.each(Object.entries(FAULTS))('the fault %s is a sentence', (_code, text) =>
    expect(text).toMatch(/\.$/),
  );

  it('fills in parameters and leaves unknown ones to be seen', () => {
    expect(fillIn('{a} and {b}', { a: 1 })).toBe('1 and {b}');
  });

  it('becomes problem details with faults at their fields (RFC 9457)', () => {
    const problem = toProblem('invalidInput', {}, [
      { field: 'amount', code: 'tooManyDecimals', params: { decimals: 2 } },
    ]);
    expect(problem).toMatchObject({
      type: '/problems/invalidInput',
      status: 422,
      errors: [{ field: 'amount', message: 'Has too many decimals: 2 are kept.' }],
    });
  });
});
