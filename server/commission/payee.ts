import type { Principal, Scope } from '../access/index';
import { ProblemError } from '../problem';
import type { StoredPlan } from './plans';

/** Who gets a statement: a salesperson on their own deals, or an account on a unit's. */
export type Payee =
  | { kind: 'salesperson'; unitId: number; name: string; id: string }
  | { kind: 'account'; userId: number; name: string; id: string };

/** A viewer reads figures, not what people are paid. @throws ProblemError forbidden */
export function refuseViewers({ role }: Pick<Principal, 'role'>): void {
  if (role === 'viewer') throw new ProblemError('forbidden', { role });
}

export const accountId = (userId: number) => `@${userId}`;

/**
 * Whether somebody may see an account's statements: their own, or of a unit below theirs, never of
 * a colleague's beside them; an administrator all.
 */
export function seesAccount(
  { dataset, wholeTree }: Scope,
  principal: Principal,
  { userId, unitId }: Pick<StoredPlan, 'userId' | 'unitId'>,
): boolean {
  if (userId === principal.userId) return true;
  if (principal.role === 'administrator') return true;
  return (
    principal.role === 'manager' &&
    unitId !== principal.unitId &&
    wholeTree.ancestorsOn(unitId, dataset.asOf).includes(principal.unitId)
  );
}

/** A salesperson sees their own, who plans those below. */
export function seesSalesperson(
  { sees }: Scope,
  { role, unitId }: Principal,
  salespersonId: number,
): boolean {
  return role === 'salesperson'
    ? salespersonId === unitId
    : role !== 'viewer' && sees(salespersonId);
}

/**
 * The payee that an id names. @throws ProblemError notFound for one that is not theirs to see,
 * forbidden
 */
export function findPayee(
  scope: Scope,
  principal: Principal,
  plans: readonly StoredPlan[],
  id: string,
): Payee {
  refuseViewers(principal);
  if (id.startsWith('@')) {
    const userId = Number(id.slice(1));
    const own = plans.filter((plan) => plan.payee === 'account' && plan.userId === userId);
    if (!own.some((plan) => seesAccount(scope, principal, plan)))
      throw new ProblemError('notFound');
    return { kind: 'account', userId, name: own[0]!.accountName!, id };
  }
  const unit = scope.wholeTree.findByCode(id);
  if (unit?.kind !== 'salesperson' || !seesSalesperson(scope, principal, unit.id))
    throw new ProblemError('notFound');
  return { kind: 'salesperson', unitId: unit.id, name: unit.name, id: unit.code };
}
