import { sql } from 'drizzle-orm';
import type { WebhookEvent } from '#contract/schemas/webhook';
import { describeStoredAlert } from '../alerts/index';
import type { Context } from '../context';
import { loadDealAfter } from '../deals/index';

export interface StoredEvent {
  event: WebhookEvent | 'test';
  at: string;
  auditId: number | null;
  alertId: number | null;
}

interface AuditRow extends Record<string, unknown> {
  entityId: string;
  action: string;
  reason: string | null;
  userName: string | null;
  after: Record<string, unknown> | null;
}

/**
 * What is sent of an event: type, timestamp and data as Standard Webhooks advises. A deal is as it
 * stood after that very change, in the words of the API.
 */
export async function writePayload(context: Context, stored: StoredEvent): Promise<string> {
  const { event, at, auditId, alertId } = stored;
  const data =
    event === 'test'
      ? { text: 'A test of Iron Ladder.' }
      : alertId !== null
        ? await describeStoredAlert(context, alertId)
        : await describeChange(context, event, auditId!);
  return JSON.stringify({ type: event, timestamp: new Date(at).toISOString(), data });
}

async function describeChange(context: Context, event: WebhookEvent, auditId: number) {
  const {
    rows: [row],
  } = await context.db.execute<AuditRow>(sql`
    select a.entity_id as "entityId", a.action, a.reason, u.name as "userName", a.after
    from audit a left join app_user u on u.id = a.user_id where a.id = ${auditId}`);
  if (!row) return null;
  const { entityId, action, reason, userName, after } = row;
  const told = { action, reason, userName };
  switch (event) {
    case 'period.closed':
      return { ...told, period: entityId, unit: after?.['unit'] ?? null };
    case 'target.published':
      return { ...told, plan: await describePlan(context, Number(entityId)), ...after };
    case 'contest.won':
      return { ...told, ...after };
    default:
      return { ...told, deal: await loadDealAfter(context.db, auditId) };
  }
}

async function describePlan({ db }: Context, id: number) {
  const {
    rows: [plan],
  } = await db.execute<{ name: string; year: number; unit: string }>(sql`select p.name, p.year_label
    as year, u.code as unit from plan p join unit u on u.id = p.unit_id where p.id = ${id}`);
  return plan ? { id, name: plan.name, fiscalYear: plan.year, unit: plan.unit } : { id };
}
