import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { sql } from 'drizzle-orm';
import { drizzle } from 'drizzle-orm/node-postgres';
import type pg from 'pg';
import { from as copyFrom } from 'pg-copy-streams';
import { toInput } from '#contract/dealInput';
import type { FieldFault } from '#contract/errors/catalogue';
import type { Deal } from '#contract/schemas/deal';
import type { ImportReport } from '#contract/schemas/import';
import {
  buildDealChecker,
  checkDeal,
  DEAL_COLUMNS,
  DEAL_JOINS,
  type DealChecker,
  type DealFacts,
  type DealRecord,
  inMemberSpans,
  memberSpansOf,
  toDeal,
} from '../../deals/index';
import { resolveNames } from '../../lists/index';
import { applyStaged, countStaged } from '../applyDeals';
import type { ImportCall } from '../call';
import { type CsvHeading, type CsvRecord, underHeading } from '../csv';
import { inImport } from '../inImport';
import { checkWidth, fieldReader, ImportTally } from '../report';
import {
  type AllNameIds,
  copyIntoStaging,
  createStaging,
  escapeCopy,
  loadAllNameIds,
  toCopyLine,
} from '../staging';
import { LINE_COLUMNS, type LineRow, readLineRow, toDealLine } from './lineRows';

/** So many deals are looked at together. */
const DEALS_AT_ONCE = 1_000;

/**
 * Imports `deal_lines.csv`: the lines of a deal replace those it had and add up to its amount. They
 * are gathered by deal in the database, checked by the rules of the form, and written like changed
 * deals of a file: all or none, undone as a whole; the same file again changes nothing.
 */
export async function importDealLines(
  call: ImportCall,
  source: AsyncIterable<CsvRecord[]>,
): Promise<ImportReport> {
  return inImport(call, (client) => new LineImport(call, client).run(source));
}

type GatheredDeal = DealRecord & { rows: LineRow[] };

class LineImport {
  private tally = new ImportTally();
  private heading: CsvHeading | null = null;
  /** Deals of which a row is refused: none of their lines is taken. */
  private refusedDeals = new Set<string>();
  private names!: AllNameIds;
  private checker: DealChecker;

  constructor(
    private call: ImportCall,
    private client: pg.PoolClient,
  ) {
    const { tree, rates, customFields } = call.context.replica.company!;
    this.checker = buildDealChecker(call.scope, tree, rates, customFields);
  }

  async run(source: AsyncIterable<CsvRecord[]>): Promise<ImportReport> {
    const { call, client, tally } = this;
    await this.gather(source);
    await this.findDeals();
    await createStaging(client);
    this.names = await loadAllNameIds(client);
    await this.stageDeals();
    const isTaken = () => tally.refused === 0 || call.isPartial === true;
    const isWriting = !call.isCheck && isTaken();
    const {
      runId: _run,
      value: _value,
      ...counts
    } = isWriting ? await applyStaged(call, client, this.names, tally) : await countStaged(client);
    return tally.toReport('deal_lines', this.heading!, {
      ...counts,
      written: isWriting && isTaken(),
    });
  }

  private refuse(row: LineRow, faults: readonly FieldFault[]): void {
    this.refusedDeals.add(row.deal);
    this.tally.refuse(row.line, faults, (column) =>
      String(column === 'line' ? row.at : (row[column as keyof LineRow] ?? '')),
    );
  }

  /** Rows in the order of the file, into a table of their own. */
  private async gather(source: AsyncIterable<CsvRecord[]>): Promise<void> {
    const { client } = this;
    await client.query(`create temp table line_row (line int not null, deal text not null, at int
      not null, product text not null, quantity text not null, price text not null, cost text not
        null, amount text not null) on commit drop`);
    const copy = client.query(
      copyFrom('copy line_row (line, deal, at, product, quantity, price, cost, amount) from stdin'),
    );
    await pipeline(Readable.from(this.toRows(source), { objectMode: false }), copy);
    await client.query('create index on line_row (deal)');
    await client.query('analyze line_row');
  }

  private async *toRows(source: AsyncIterable<CsvRecord[]>): AsyncGenerator<string> {
    const { signal, corrections } = this.call;
    for await (const { heading, records } of underHeading(source, {
      ...LINE_COLUMNS,
      corrections,
    })) {
      signal.throwIfAborted();
      this.heading = heading;
      let block = '';
      for (const { line, fields } of records) block += this.toRow(heading, line, fields);
      if (block) yield block;
    }
  }

  private toRow(heading: CsvHeading, line: number, fields: string[]): string {
    this.tally.read++;
    const valueAt = fieldReader(heading, fields);
    const width = checkWidth(heading, fields);
    const read = width ? { ok: false as const, faults: [width] } : readLineRow(line, valueAt);
    if (!read.ok) {
      if (!width) this.refusedDeals.add(valueAt('deal'));
      this.tally.refuse(line, read.faults, width ? () => fields.join(',') : valueAt);
      return '';
    }
    const { row } = read;
    const texts = [row.product, row.quantity, row.price, row.cost, row.amount].map(escapeCopy);
    return `${line}\t${escapeCopy(row.deal)}\t${row.at}\t${texts.join('\t')}\n`;
  }

  /** The deals the file names, as far as the sender may see them; others are refused. */
  private async findDeals(): Promise<void> {
    const { client, call } = this;
    const db = drizzle(client);
    await client.query(
      'create temp table line_deal (id bigint not null, deal text not null) on commit drop',
    );
    await db.execute(sql`insert into line_deal select d.id, d.code from (select distinct deal from
      line_row) r join deal d on d.code = r.deal where d.voided_at is null and
        ${inMemberSpans(memberSpansOf(call.scope, call.principal))}`);
    await client.query('create index on line_deal (id)');
    const { rows } = await client.query<LineRow>(`select distinct on (r.deal) r.* from line_row r
      where not exists (select from line_deal d where d.deal = r.deal) order by r.deal, r.line`);
    for (const row of rows) this.refuse(row, [{ field: 'deal', code: 'unknownDealCode' }]);
  }

  /** The next deals are read while the ones before are checked. */
  private async stageDeals(): Promise<void> {
    let coming = this.loadDeals(0);
    for (;;) {
      this.call.signal.throwIfAborted();
      const deals = await coming;
      if (deals.length === 0) return;
      coming = this.loadDeals(deals.at(-1)!.id);
      // Its fault is thrown where it is awaited; one of these deals comes first.
      coming.catch(() => {});
      await this.stage(deals);
    }
  }

  private async stage(deals: readonly GatheredDeal[]): Promise<void> {
    const checked = deals.flatMap((deal) => this.check(deal) ?? []);
    const products = await resolveNames(
      drizzle(this.client),
      'product',
      checked.flatMap(({ facts }) => facts.lines!.map((line) => line.product)),
    );
    const lines = checked.map(({ facts, line }) =>
      toCopyLine(facts, this.names, line, storedLines(facts, products)),
    );
    await copyIntoStaging(this.client, toBlocks(lines));
  }

  private async loadDeals(after: number): Promise<GatheredDeal[]> {
    const { rows } = await drizzle(this.client).execute<GatheredDeal>(sql`
      select ${DEAL_COLUMNS}, g.rows from (select id, deal from line_deal where id > ${after} order
        by id limit ${DEALS_AT_ONCE}) ld join deal d on d.id = ld.id ${DEAL_JOINS}
      cross join lateral (select json_agg(r order by r.at, r.line) as rows from line_row r where
        r.deal = ld.deal) g order by d.id`);
    return rows;
  }

  /** A deal with its new lines, or null where one of them is refused. */
  private check(
    record: GatheredDeal,
  ): { facts: DealFacts & { code: string }; line: number } | null {
    const deal = toDeal(record);
    const { rows } = record;
    rows.forEach((row, index) => {
      const first = rows[index - 1];
      if (first?.at === row.at)
        this.refuse(row, [{ field: 'line', code: 'duplicate', params: { line: first.line } }]);
    });
    const lines = rows.flatMap((row) => {
      const read = toDealLine(row, deal);
      if (read.ok) return [read.line];
      this.refuse(row, read.faults);
      return [];
    });
    if (this.refusedDeals.has(deal.deal)) return null;
    const checked = checkDeal(withLines(deal, lines), this.checker);
    if (checked.ok) return { facts: { ...checked.facts, code: deal.deal }, line: rows[0]!.line };
    for (const fault of checked.faults) this.refuse(...toRowFault(rows, fault));
    return null;
  }
}

/** Quantity and product of a deal follow from its lines, and its cost where each of them has one. */
function withLines(deal: Deal, lines: Deal['lines']) {
  return { ...toInput(deal), lines, product: lines![0]!.product, quantity: null };
}

const COLUMNS: Readonly<Record<string, string>> = { unitPrice: 'price', unitCost: 'cost' };

/** The row and column at which a fault of the deal is told: of a line its own, else the first. */
function toRowFault(rows: readonly LineRow[], fault: FieldFault): [LineRow, FieldFault[]] {
  const [, at, field] = /^lines\/(\d+)\/(.+)$/.exec(fault.field) ?? [];
  return at === undefined
    ? [rows[0]!, [fault]]
    : [rows[Number(at)]!, [{ ...fault, field: COLUMNS[field!] ?? field! }]];
}

function storedLines(facts: DealFacts, products: ReadonlyMap<string, number>): string {
  return JSON.stringify(
    facts.lines!.map(({ product, ...numbers }) => ({
      productId: products.get(product.toLowerCase())!,
      ...numbers,
    })),
  );
}

async function* toBlocks(lines: readonly string[]): AsyncGenerator<string> {
  if (lines.length > 0) yield lines.join('');
}
