import { sql } from 'drizzle-orm';
import { drizzle } from 'drizzle-orm/node-postgres';
import type pg from 'pg';
import type { ImportReport } from '#contract/schemas/import';
import { type ListName, LISTS } from '#contract/schemas/list';
import { type CustomValues, toCustomText } from '#core/customField/field';
import { toDecimal } from '#core/money/amount';
import type { UnitTree } from '#core/units/tree';
import { inMemberSpans, memberSpansOf } from '../deals/index';
import { sqlNameOf } from '../lists/index';
import { CREDIT_TEXT } from './applyDeals';
import type { ImportCall } from './call';
import type { AllNameIds } from './staging';

/** So many changed rows are shown with what differs; all are counted. */
export const CHANGES_SHOWN = 50;

type Change = NonNullable<ImportReport['changes']>[number];
type Side = Record<string, string | number | null> & { custom?: CustomValues | null };

const PLAIN = [
  'status',
  'currency',
  'closed_on',
  'expected_on',
  'opened_on',
  'probability',
  'quantity',
  'commission_rate',
  'notes',
] as const;
const MONEY = ['amount', 'cost'] as const;

/**
 * The first changed rows of a file of deals with each field that differs, of deals the sender may
 * see; others are refused when the file is taken.
 */
export async function listChanges(
  { context, scope, principal }: ImportCall,
  client: pg.PoolClient,
  names: AllNameIds,
): Promise<Change[]> {
  const { rows } = await drizzle(client).execute<{
    line: number;
    deal: string;
    before: Side;
    after: Side;
    credit_before: string | null;
    lines_before: number | null;
    lines_after: number | null;
  }>(sql`
    select s.line, s.code as deal, to_jsonb(d) as before, to_jsonb(s) as after, c.credit as
      credit_before, jsonb_array_length(d.lines) as lines_before, jsonb_array_length(s.lines) as
        lines_after
    from touched t join staged s on s.line = t.line join deal d on d.id = t.id
    left join lateral (select ${sql.raw(CREDIT_TEXT)} from deal_credit where deal_id = d.id) c on true
    where ${inMemberSpans(memberSpansOf(scope, principal))} order by s.line limit ${CHANGES_SHOWN}`);
  const nameOf = await loadNamesOf(
    client,
    names,
    rows.flatMap(({ before, after }) => [before, after]),
  );
  const { tree, customFields } = context.replica.company!;
  return rows.map(({ line, deal, before, after, ...of }) => ({
    line,
    deal,
    fields: [
      ...PLAIN.map((field) => [field, before[field], after[field]] as const),
      ...MONEY.map((field) => [field, toMoney(before, field), toMoney(after, field)] as const),
      ...LISTS.map(
        (list) =>
          [
            list === 'lostReason' ? 'lost_reason' : list,
            nameOf(list, before),
            nameOf(list, after),
          ] as const,
      ),
      ['salesperson', toCode(tree, before), toCode(tree, after)] as const,
      ['credit', toCredit(tree, of.credit_before), toCredit(tree, after['credit'])] as const,
      ...customFields
        .filter(({ owner, code }) => owner === 'deal' && code in (after.custom ?? {}))
        .map(
          ({ code }) =>
            [
              code,
              toCustomText(before.custom?.[code]) || null,
              toCustomText(after.custom?.[code]) || null,
            ] as const,
        ),
      // Lines that a file of deals does not carry stay.
      ...(of.lines_after === null ? [] : [['lines', of.lines_before, of.lines_after] as const]),
    ].flatMap(([field, from, to]) => {
      const [left, right] = [toText(from), toText(to)];
      return left === right ? [] : [{ field, before: left, after: right }];
    }),
  }));
}

const toText = (value: string | number | null | undefined) =>
  value == null ? null : String(value);

function toMoney(side: Side, field: 'amount' | 'cost'): string | null {
  return side[field] == null ? null : toDecimal(Number(side[field]), String(side['currency']));
}

const toCode = (tree: UnitTree, side: Side) =>
  tree.find(Number(side['salesperson_id']))?.code ?? null;

/** "12:6000:…,14:4000:…" as it stands in a file: "ivarga:60;tbrandt:40". */
function toCredit(tree: UnitTree, stored: string | number | null | undefined): string | null {
  if (!stored) return null;
  return String(stored)
    .split(',')
    .map((share) => {
      const [id, basisPoints] = share.split(':');
      return `${tree.find(Number(id))?.code ?? id}:${Number(basisPoints) / 100}`;
    })
    .join(';');
}

/** Names by list and side; a name the file would add has a negative stand-in. */
async function loadNamesOf(
  client: pg.PoolClient,
  names: AllNameIds,
  sides: readonly Side[],
): Promise<(list: ListName, side: Side) => string | null> {
  const known = new Map<string, string>();
  for (const list of LISTS) {
    const column = `${sqlNameOf(list)}_id`;
    const ids = [...new Set(sides.map((side) => Number(side[column] ?? 0)))].filter((id) => id > 0);
    if (ids.length === 0) continue;
    const { rows } = await client.query<{ id: number; name: string }>(
      `select id, name from ${sqlNameOf(list)} where id = any($1::int[])`,
      [ids],
    );
    for (const row of rows) known.set(`${list} ${row.id}`, row.name);
  }
  return (list, side) => {
    const id = side[`${sqlNameOf(list)}_id`];
    if (id == null) return null;
    return Number(id) < 0
      ? (names[list].added[-Number(id) - 1] ?? null)
      : (known.get(`${list} ${id}`) ?? null);
  };
}
