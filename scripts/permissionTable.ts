import { DOMAIN_OF, ROUTES } from '#contract/routes/index';
import { ROLES } from '#contract/schemas/access';
import { mayDo } from '#server/access/permissions';

/** Which role may call which endpoint, as a page of the docs. Which rows it sees is decided by its unit. */
export function buildPermissionTable(): string {
  const rows = ROUTES.map((route) => {
    const allowed = ROLES.map((role) => (mayDo(role, route.permission) ? 'yes' : ''));
    const anyone = route.permission === 'anyone' ? 'yes' : '';
    const place = `\`${route.method} ${route.path}\``;
    return `| ${DOMAIN_OF.get(route.id)} | ${place} | ${[anyone, ...allowed].join(' | ')} |`;
  }).sort();
  return [
    '# Permissions',
    '',
    'Which role may call which endpoint. Every answer and change is limited to the unit of the person besides. Written by `npm run openapi` and compared by a test, so a change is seen in review.',
    '',
    `| domain | endpoint | without signing in | ${ROLES.join(' | ')} |`,
    `|---|---|---|${ROLES.map(() => '---|').join('')}`,
    ...rows,
    '',
  ].join('\n');
}
