import { sql } from 'drizzle-orm';
import { formatExact } from '#wording/numbers/format';
import type { Context } from '../context';
import { DEAL_COLUMNS, DEAL_JOINS, type DealFilter, toDeal, whereOf } from '../deals/index';

const MOST_EVENTS = 5_000;

/**
 * The expected days of the open deals that match, as an iCalendar file (RFC 5545): whole days, each
 * deal always with the same id.
 */
export async function writeDealCalendar(
  { db, replica }: Context,
  filter: DealFilter,
): Promise<string> {
  const { rows } = await db.execute<Parameters<typeof toDeal>[0]>(sql`
    select ${DEAL_COLUMNS} from deal d ${DEAL_JOINS} where
      ${whereOf({ ...filter, status: 'open', voided: false })} order by d.expected_on, d.id limit
        ${MOST_EVENTS}`);
  const { default: ical, ICalEventStatus } = await import('ical-generator');
  const calendar = ical({
    name: 'Open deals',
    prodId: { company: 'Iron Ladder', product: 'Iron Ladder', language: 'EN' },
  });
  for (const deal of rows.map(toDeal)) {
    calendar.createEvent({
      id: `deal-${deal.id}@iron-ladder`,
      start: new Date(`${deal.expectedOn}T00:00:00Z`),
      allDay: true,
      stamp: new Date(deal.changedAt),
      sequence: deal.version - 1,
      status: ICalEventStatus.TENTATIVE,
      summary: `${deal.customer}: ${formatExact(deal.credited, { kind: 'money', currency: replica.company!.currency })} expected`,
      description: [
        deal.deal,
        deal.salespersonName,
        deal.product,
        deal.stage,
        deal.probability === null ? null : `${Math.round(deal.probability * 100)} % likely`,
        deal.notes,
      ]
        .filter(Boolean)
        .join('\n'),
    });
  }
  return calendar.toString();
}
