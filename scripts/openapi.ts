import { readFileSync, writeFileSync } from 'node:fs';
import { buildOpenApi } from '#contract/openapi';

/** Writes the API description into docs/openapi.json. */
const { version } = JSON.parse(readFileSync('package.json', 'utf8')) as { version: string };
writeFileSync('docs/openapi.json', `${JSON.stringify(buildOpenApi(version), null, 2)}\n`);
