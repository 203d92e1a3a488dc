import { readFileSync, writeFileSync } from 'node:fs';
import { buildOpenApi } from '#contract/openapi';
import { buildPermissionTable } from './permissionTable';

/** Writes what is made of the list of endpoints: the API description and the table of permissions. */
const { version } = JSON.parse(readFileSync('package.json', 'utf8')) as { version: string };
writeFileSync('docs/openapi.json', `${JSON.stringify(buildOpenApi(version), null, 2)}\n`);
writeFileSync('docs/permissions.md', buildPermissionTable());
