import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import type pg from 'pg';
import { from as copyFrom } from 'pg-copy-streams';
import { type ListName, LISTS } from '#contract/schemas/list';
import { type Day, toIsoDay } from '#core/period/day';
import type { DealFacts } from '../deals/index';
import { sqlNameOf } from '../lists/index';

/**
 * Ids of names as a file uses them; a name that is not there yet gets a negative stand-in until the
 * end of the file.
 */
export class NameIds {
  private known = new Map<string, number>();
  readonly added: string[] = [];

  /** All names of a list, or of those that are asked for the ones it has. */
  static async load(
    client: pg.ClientBase,
    list: ListName,
    wanted: readonly string[] | null,
  ): Promise<NameIds> {
    const ids = new NameIds();
    if (wanted?.length === 0) return ids;
    const { rows } = await client.query<{ id: number; key: string }>({
      text: `select coalesce(merged_into, id) as id, lower(name) as key from
        ${sqlNameOf(list)}${wanted ? ' where lower(name) in (select lower(n) from unnest($1::text[]) n)' : ''}`,
      values: wanted ? [wanted] : [],
    });
    for (const row of rows) ids.known.set(row.key, row.id);
    return ids;
  }

  /** Whether the list has it, or this file has added it. */
  has(name: string): boolean {
    return this.known.has(name.toLowerCase());
  }

  idOf(name: string | null): number | null {
    if (name === null) return null;
    const key = name.toLowerCase();
    let id = this.known.get(key);
    if (id === undefined) {
      this.added.push(name);
      this.known.set(key, (id = -this.added.length));
    }
    return id;
  }
}

export type AllNameIds = Record<ListName, NameIds>;

/** Of every list; for a few deals only of the names they have. */
export async function loadAllNameIds(
  client: pg.ClientBase,
  deals: readonly DealFacts[] | null = null,
): Promise<AllNameIds> {
  const entries: [ListName, NameIds][] = [];
  for (const list of LISTS)
    entries.push([list, await NameIds.load(client, list, deals && namesOf(deals, list))]);
  return Object.fromEntries(entries) as AllNameIds;
}

function namesOf(deals: readonly DealFacts[], list: ListName): string[] {
  return [
    ...new Set(
      deals
        .map((deal) => (list === 'customer' ? deal.customer : deal.names[list]))
        .filter((name) => name !== null),
    ),
  ];
}

const COLUMNS = [
  'code',
  'status',
  'salesperson_id',
  'customer_id',
  'amount',
  'currency',
  'credited',
  'closed_on',
  'expected_on',
  'opened_on',
  'probability',
  'stage_id',
  'product_id',
  'category_id',
  'source_id',
  'location_id',
  'lost_reason_id',
  'refund_code',
  'quantity',
  'cost',
  'credited_cost',
  'commission_rate',
  'notes',
  'credit',
  'lines',
  'custom',
  'line',
] as const;

/** A temporary table of checked rows, in the deal's own column types. */
export async function createStaging(client: pg.ClientBase): Promise<void> {
  await client.query(`create temp table staged (
    code text not null, status text not null, salesperson_id int not null, customer_id int not
      null, amount bigint not null, currency char(3) not null,
    credited bigint not null, closed_on date, expected_on date, opened_on date, probability
      numeric(5,4), stage_id int, product_id int, category_id int,
    source_id int, location_id int, lost_reason_id int, refund_code text, quantity numeric(18,3),
      cost bigint, credited_cost bigint, commission_rate numeric(5,4), notes text, credit text,
        lines jsonb, custom jsonb, line int not null
  ) on commit drop`);
}

const isoDays = new Map<Day, string>();

/** Files hold few different days and many rows. */
function isoDay(day: Day | null): string {
  if (day === null) return '\\N';
  let text = isoDays.get(day);
  if (text === undefined) isoDays.set(day, (text = toIsoDay(day)));
  return text;
}

const nullable = (value: string | number | null) => (value === null ? '\\N' : String(value));
/** A text in COPY's text format. */
export const escapeCopy = (text: string) =>
  /[\\\t\n\r]/.test(text)
    ? text.replace(/\\/g, '\\\\').replace(/\t/g, '\\t').replace(/\n/g, '\\n').replace(/\r/g, '\\r')
    : text;

/**
 * One line of COPY's text format. Split credit is written as "salesperson:basis points:minor:cost"
 * by id, first-named first.
 * @param lines the deal's lines as they are stored; null: the file says nothing of them
 */
export function toCopyLine(
  facts: DealFacts & { code: string },
  names: AllNameIds,
  line: number,
  lines: string | null = null,
): string {
  const credit =
    facts.credits.length < 2
      ? '\\N'
      : facts.credits
          .map(
            (each) => `${each.salespersonId}:${each.basisPoints}:${each.minor}:${each.cost ?? ''}`,
          )
          .join(',');
  return (
    `${escapeCopy(facts.code)}\t${facts.status}\t${facts.credits[0]!.salespersonId}\t${names.customer.idOf(facts.customer)}\t${facts.amount}\t${facts.currency}\t${facts.credited}\t` +
    `${isoDay(facts.closedOn)}\t${isoDay(facts.expectedOn)}\t${isoDay(facts.openedOn)}\t${nullable(facts.probability)}\t` +
    `${nullable(names.stage.idOf(facts.names.stage))}\t${nullable(names.product.idOf(facts.names.product))}\t${nullable(names.category.idOf(facts.names.category))}\t` +
    `${nullable(names.source.idOf(facts.names.source))}\t${nullable(names.location.idOf(facts.names.location))}\t${nullable(names.lostReason.idOf(facts.names.lostReason))}\t${facts.refundOf === null ? '\\N' : escapeCopy(facts.refundOf)}\t${nullable(facts.quantity)}\t${nullable(facts.cost)}\t${nullable(facts.creditedCost)}\t` +
    `${nullable(facts.commissionRate)}\t${facts.notes === null ? '\\N' : escapeCopy(facts.notes)}\t${credit}\t${lines === null ? '\\N' : escapeCopy(lines)}\t${facts.custom === null ? '\\N' : escapeCopy(JSON.stringify(facts.custom))}\t${line}\n`
  );
}

/**
 * Copies lines into the staging table as they are made; the writer waits when the database is
 * slower than the file.
 */
export async function copyIntoStaging(
  client: pg.ClientBase,
  lines: AsyncIterable<string>,
): Promise<void> {
  const copy = client.query(copyFrom(`copy staged (${COLUMNS.join(', ')}) from stdin`));
  await pipeline(Readable.from(lines, { objectMode: false }), copy);
}
