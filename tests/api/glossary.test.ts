import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { ROUTES } from '#contract/routes/index';

const glossary = readFileSync('docs/glossary.md', 'utf8');
const known = new Set([...glossary.matchAll(/`([A-Za-z]+)`/g)].map((match) => match[1]));

interface Schema {
  properties?: Record<string, Schema>;
  [keyword: string]: unknown;
}

/** Names of all fields within a schema. */
function fieldsOf(schema: Schema | undefined): string[] {
  if (typeof schema !== 'object' || schema === null) return [];
  const own = Object.entries(schema.properties ?? {}).flatMap(([name, each]) => [
    name,
    ...fieldsOf(each),
  ]);
  const parts = ['items', 'anyOf', 'allOf', 'additionalProperties'].flatMap(
    (keyword) => [schema[keyword]].flat() as Schema[],
  );
  const byPattern = Object.values((schema['patternProperties'] ?? {}) as Record<string, Schema>);
  return [...own, ...[...parts, ...byPattern].flatMap((each) => fieldsOf(each))];
}

describe('the glossary', () => {
  it.each(ROUTES.map((route) => [route.id, route] as const))(
    'knows every field and parameter of %s',
    (_id, route) => {
      const fields = [route.params, route.query, route.body, route.response].flatMap((schema) =>
        fieldsOf(schema as Schema),
      );
      expect([...new Set(fields)].filter((name) => !known.has(name))).toEqual([]);
    },
  );
});
