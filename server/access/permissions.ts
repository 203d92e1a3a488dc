import type { Permission } from '#contract/routes/route';
import type { Role } from '#contract/schemas/access';

/** What a role may do at all; which rows it may do it to is the unit's matter (scope.ts). */
export const ROLE_PERMISSIONS: Readonly<Record<Role, readonly Permission[]>> = {
  administrator: ['read', 'book', 'plan', 'administer', 'self'],
  manager: ['read', 'book', 'plan', 'self'],
  salesperson: ['read', 'book', 'self'],
  viewer: ['read', 'self'],
};

export function mayDo(role: Role, permission: Permission): boolean {
  return permission === 'anyone' || ROLE_PERMISSIONS[role].includes(permission);
}
