import type { Queryable } from '../db/client';
import { audit } from '../db/tables/index';

export interface AuditRow {
  userId: number | null;
  entity:
    | 'deal'
    | 'target'
    | 'plan'
    | 'month'
    | 'unit'
    | 'company'
    | 'user'
    | 'token'
    | 'import'
    | 'measure'
    | 'activity'
    | 'list'
    | 'feed'
    | 'rule'
    | 'board'
    | 'custom field'
    | 'note'
    | 'alert rule'
    | 'report'
    | 'webhook'
    | 'contest'
    | 'commission';
  entityId: string;
  action: string;
  before?: unknown;
  after?: unknown;
  reason?: string | null;
  importId?: number | null;
}

const ROWS_A_STATEMENT = 1000;

/** Records changes in the caller's transaction: they stand or fall with what they describe. */
export async function recordAudit(tx: Queryable, rows: readonly AuditRow[]): Promise<void> {
  for (let i = 0; i < rows.length; i += ROWS_A_STATEMENT) {
    await tx
      .insert(audit)
      .values(
        rows
          .slice(i, i + ROWS_A_STATEMENT)
          .map((row) => ({ before: null, after: null, reason: null, importId: null, ...row })),
      );
  }
}
