import { sql } from 'drizzle-orm';
import { toIsoDay } from '#core/period/day';
import type { Context } from '../context';
import type { Transaction } from '../db/client';
import { type MailToSend, queueMail } from '../mail/index';
import { loadPeople, type Person } from './people';
import type { Fired } from './storedRule';
import { tellInWords } from './words';

/**
 * Records what fired and tells its receivers, each with the rights they have now: whoever no longer
 * sees the unit is not told.
 */
export async function tellFired(
  context: Context,
  tx: Transaction,
  fired: readonly Fired[],
): Promise<void> {
  const { replica } = context;
  const dataset = replica.wholeDataset;
  const seers = new Map<number, Person[]>();
  for (const each of fired) {
    const {
      rows: [row],
    } = await tx.execute<{ id: number }>(sql`
      insert into alert (rule_id, unit_id, period_id, deal_id, reading, previous) values
        (${each.rule.id}, ${each.unitId}, ${each.periodId}, ${each.dealId}, ${each.reading},
          ${each.previous})
      on conflict do nothing returning id`);
    if (!row) continue;
    let people = seers.get(each.unitId);
    if (!people)
      seers.set(
        each.unitId,
        (people = await loadPeople(tx, { tree: dataset.tree, asOf: dataset.asOf }, each.unitId)),
      );
    const told = people.filter(
      ({ id, role }) => each.rule.receivers.includes(id) || each.rule.roles.includes(role),
    );
    if (told.length === 0) continue;
    await tx.execute(sql`insert into alert_receipt (alert_id, user_id, is_for_daily)
      select ${row.id}, id, ${each.rule.delivery === 'daily'} from
        unnest(${sql.param(told.map(({ id }) => id))}::int[]) id`);
    if (each.rule.delivery !== 'mail') continue;
    const text = tellInWords(context, each);
    await queueMail(
      tx,
      told.map((person) => toMail(context, row.id, each, person, text)),
    );
  }
}

function toMail(
  { origin, replica }: Context,
  alertId: number,
  { rule, unitId, periodId }: Fired,
  { id, email }: Person,
  text: string,
): MailToSend {
  const unit = replica.company!.tree.find(unitId)!;
  const place = new URLSearchParams({ unit: unit.code, period: periodId, measure: rule.measure });
  return {
    key: `alert ${alertId} ${id}`,
    kind: 'alert',
    userId: id,
    address: email,
    subject: text.replace(/\.$/, ''),
    title: text,
    parts: [
      { kind: 'text', text: `As of ${toIsoDay(replica.asOf)}.` },
      { kind: 'link', text: `Open ${unit.name}`, url: `${origin}/?${place}` },
      {
        kind: 'list',
        items: [
          { text: 'Compare with last year', url: `${origin}/compare?${place}` },
          { text: 'All alerts', url: `${origin}/alerts` },
        ],
      },
    ],
    footer: `You get this by the alert rule “${rule.name}”. Mute or change it under Alerts.`,
  };
}
