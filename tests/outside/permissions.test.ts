import { readFileSync } from 'node:fs';
import { expect, it } from 'vitest';
import { buildPermissionTable } from '../../scripts/permissionTable';

it('the table of permissions by role and route is the committed one', () => {
  expect(readFileSync('docs/permissions.md', 'utf8')).toBe(buildPermissionTable());
});
