import { type SQL, sql } from 'drizzle-orm';
import type { OpenDeal } from '#core/forecast/outlook';
import { parseDay } from '#core/period/day';
import type { MemberSpan } from '#core/units/unit';
import type { Queryable } from '../db/client';

/** Open deals by credited person. */
export class OpenBook {
  private byPerson = new Map<number, OpenDeal[]>();

  add(salespersonId: number, deal: OpenDeal): void {
    const deals = this.byPerson.get(salespersonId);
    if (deals) deals.push(deal);
    else this.byPerson.set(salespersonId, [deal]);
  }

  /** Those that count for people on the days they stood under a unit. */
  of(memberSpans: readonly MemberSpan[]): OpenDeal[] {
    return memberSpans.flatMap(({ salespersonId, from, to }) =>
      (this.byPerson.get(salespersonId) ?? []).filter(
        ({ expectedOn }) => expectedOn >= from && expectedOn < to,
      ),
    );
  }
}

/** Reads the open deals of people, or of everybody, each once a credited person. */
export async function loadOpenBook(
  db: Queryable,
  salespeople: readonly number[] | null = null,
): Promise<OpenBook> {
  const ofThem: SQL =
    salespeople === null
      ? sql`true`
      : sql`coalesce(k.salesperson_id, d.salesperson_id) = any(${sql.param([...salespeople])}::int[])`;
  const { rows } = await db.execute<{
    id: number;
    sp: number;
    amount: number;
    probability: string | null;
    day: string;
  }>(sql`
    select d.id, coalesce(k.salesperson_id, d.salesperson_id) as sp, coalesce(k.credited, d.credited)
      as amount, coalesce(d.probability, st.probability) as probability, d.expected_on::text as day
    from deal d left join deal_credit k on k.deal_id = d.id left join stage st on st.id = d.stage_id
    where d.status = 'open' and d.voided_at is null and ${ofThem}`);
  const book = new OpenBook();
  for (const { id, sp, amount, probability, day } of rows)
    book.add(sp, {
      id,
      unitBelow: '',
      stage: null,
      amount,
      probability: probability === null ? null : Number(probability),
      expectedOn: parseDay(day)!,
    });
  return book;
}
