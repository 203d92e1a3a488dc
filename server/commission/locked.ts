import { type SQL, sql } from 'drizzle-orm';
import type { StatementState } from '#contract/schemas/commission';
import type { Entry } from '#core/commission/statement';
import type { Queryable } from '../db/client';
import { accountId, type Payee } from './payee';

/** A statement as it was approved. */
export interface StoredStatement {
  id: number;
  planId: number;
  unitId: number;
  periodId: string;
  state: Exclude<StatementState, 'open'>;
  entries: Entry[];
  earned: number;
  total: number;
  owed: number;
  target: number | null;
  isOnRamp: boolean;
  approvedBy: number;
  approvedByName: string;
  approvedAt: string;
  secondByName: string | null;
  secondAt: string | null;
  paidOn: string | null;
}

/** Approved statements of payees, by payee's key and month. */
export type StoredStatements = ReadonlyMap<string, ReadonlyMap<string, StoredStatement>>;

export const keyOfPayee = (payee: Payee) =>
  payee.kind === 'account' ? accountId(payee.userId) : String(payee.unitId);

export const wherePayee = (payee: Payee): SQL =>
  payee.kind === 'account'
    ? sql`payee_user_id = ${payee.userId}`
    : sql`salesperson_id = ${payee.unitId}`;

/** A payee as the two columns that name one. */
export const columnsOfPayee = (payee: Payee) =>
  payee.kind === 'account'
    ? { salespersonId: null, payeeUserId: payee.userId }
    : { salespersonId: payee.unitId, payeeUserId: null };

/** Ids of payees by what they are. */
export function idsOfPayees(payees: readonly Payee[]): { people: number[]; accounts: number[] } {
  return {
    people: payees.flatMap((each) => (each.kind === 'salesperson' ? [each.unitId] : [])),
    accounts: payees.flatMap((each) => (each.kind === 'account' ? [each.userId] : [])),
  };
}

export async function loadStored(
  db: Queryable,
  payees: readonly Payee[],
): Promise<StoredStatements> {
  const { people, accounts } = idsOfPayees(payees);
  const { rows } = await db.execute<
    StoredStatement & { salesperson: number | null; account: number | null } & Record<
        string,
        unknown
      >
  >(sql`
    select s.id, s.plan_id as "planId", s.unit_id as "unitId", s.period_id as "periodId", s.state,
      s.entries, s.earned, s.total, s.owed, s.target, s.is_on_ramp as "isOnRamp", s.approved_by as
        "approvedBy", a.name as "approvedByName", s.approved_at::text as "approvedAt", b.name as
          "secondByName", s.second_at::text as "secondAt", s.paid_on::text as "paidOn",
      s.salesperson_id as salesperson, s.payee_user_id as account
    from commission_statement s join app_user a on a.id = s.approved_by left join app_user b on b.id
      = s.second_by
    where s.salesperson_id = any(${sql.param(people)}::int[]) or s.payee_user_id =
      any(${sql.param(accounts)}::int[])`);
  const found = new Map<string, Map<string, StoredStatement>>();
  for (const row of rows) {
    const key = row.account === null ? String(row.salesperson) : accountId(row.account);
    let ofPayee = found.get(key);
    if (!ofPayee) found.set(key, (ofPayee = new Map()));
    ofPayee.set(row.periodId, row);
  }
  return found;
}
