import type pg from 'pg';
import { LISTS } from '#contract/schemas/list';
import type { ShippedPart } from '#core/measure/part';
import { toStorableDay } from '#core/period/day';
import { CHANNEL } from '../db/notify';
import { memberSpansOf } from '../deals/index';
import {
  collectTotals,
  hasCustomParts,
  recordRunCorrections,
  startTotals,
  writeTotals,
} from '../ledger/touchedTotals';
import { sqlNameOf } from '../lists/index';
import type { ImportCall } from './call';
import { deriveLines, deriveLinesLater } from './deriveLines';
import type { ImportTally } from './report';
import type { AllNameIds } from './staging';
import { TOUCHED_RECORDS } from './touchedRecords';

export interface Counts {
  created: number;
  changed: number;
  unchanged: number;
  /** The run that was made; null where nothing was written. */
  runId: number | null;
  /** What these rows come to, in the reporting currency. */
  value: { created: number; changed: number; unchanged: number; unassigned: number };
}

export const FACT_COLUMNS = [
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
  'quantity',
  'cost',
  'credited_cost',
  'commission_rate',
  'notes',
];
const list = (prefix: string) => FACT_COLUMNS.map((column) => `${prefix}.${column}`).join(', ');

const DIFFERS = `((${list('s')}) is distinct from (${list('d')}) or s.credit is distinct from c.credit
  or s.lines is not null and s.lines is distinct from d.lines
  or s.custom is not null and merge_custom(d.custom, s.custom) is distinct from d.custom
  or s.refund_code is distinct from (select o.code from deal o where o.id = d.refund_of))`;
/** What a file does not carry and a change to the deal may end or move. */
export const OTHER_COLUMNS = ['lines', 'refund_of', 'custom'];
export const CREDIT_TEXT = `string_agg(salesperson_id || ':' || basis_points || ':' || credited || ':' || coalesce(cost::text, ''), ',' order by position) as credit`;
/** Of a large file all credits are read once, of a few rows only theirs. */
const STORED_CREDIT = {
  large: `left join (select deal_id, ${CREDIT_TEXT} from deal_credit group by deal_id) c on
    c.deal_id = d.id`,
  small: `left join lateral (select ${CREDIT_TEXT} from deal_credit where deal_id = d.id) c on
    true`,
};
/**
 * From here on the planner needs statistics of the file's rows; of fewer, gathering them takes
 * longer than the rest.
 */
const LARGE = 2_000;

/** What a file holds, by which it is known what need not be looked for. */
interface Survey {
  isLarge: boolean;
  hasSplits: boolean;
  hasRefunds: boolean;
  hasLines: boolean;
}

/**
 * Staged rows with the ids of new names in place of their stand-ins. Lists without new names need
 * no look at each row.
 */
function resolve(names: AllNameIds): string {
  const grown = LISTS.filter((list) => names[list].added.length > 0).map(sqlNameOf);
  const columns = FACT_COLUMNS.map((column) => {
    const pick = column.replace(/_id$/, '');
    return grown.includes(pick)
      ? `coalesce(new_${pick}.id, s.${column}) as ${column}`
      : `s.${column}`;
  });
  return `(select s.code, s.line, s.lines, s.custom, s.credit, s.refund_code, ${columns.join(', ')} from staged s
    ${grown
      .map(
        (pick) => `left join new_${pick} on new_${pick}.stand_in =
      s.${pick}_id`,
      )
      .join(' ')})`;
}

/** What an import would do, without doing it. */
export async function countStaged(client: pg.ClientBase): Promise<Counts> {
  return countTouched(client, await findTouched(client, await surveyStaged(client)));
}

/**
 * Writes the staged rows that are new or differ. Rows that meet someone else's deal are refused,
 * and then nothing is written.
 */
export async function applyStaged(
  call: ImportCall,
  client: pg.ClientBase,
  names: AllNameIds,
  tally: ImportTally,
): Promise<Counts> {
  await addNames(client, names);
  const survey = await surveyStaged(client);
  const isAllNew = await findTouched(client, survey);
  const foreign = [
    ...(await refuseForeign(call, client, tally)),
    ...(survey.hasRefunds ? await refuseLooseRefunds(client, tally) : []),
  ];
  if (foreign.length > 0 && call.isPartial) await leaveOut(client, foreign);
  const counts = await countTouched(client, isAllNew);
  if (tally.refused > 0 && !call.isPartial) return counts;
  // A file that changes nothing has been read all the same; what a machine repeats needs no record.
  if (call.run && counts.created + counts.changed === 0) return counts;

  const importId = await startRun(call, client, counts);
  const resolved = resolve(names);
  if (survey.hasLines) await deriveLinesLater(client);
  await insertNew(client, resolved, importId, call.principal.userId, counts);
  await startTotals(client);
  if (counts.changed > 0) {
    await collectTotals(client, -1);
    await updateChanged(client, resolved);
  }
  if (survey.hasSplits) await saveSplits(client);
  if (survey.hasLines)
    await deriveLines(
      client,
      'select d.id from staged s join touched t on t.line = s.line join deal d on d.code = s.code',
    );
  if (survey.hasRefunds) await linkRefunds(client);
  if (counts.changed > 0) await recordChanged(call, client, importId);
  await collectNewTotals(client, counts, survey);
  await recordRunCorrections(client, call.context.replica.company!, {
    runId: importId,
    userId: call.principal.userId,
    reason: call.reason,
    action: call.run?.action ?? 'imported',
  });
  await writeTotals(client, call.context.replica);
  await client.query(
    `insert into audit (user_id, entity, entity_id, action, after, import_id, reason) values ($1,
      'import', $2, $6, $3, $4, $5)`,
    [
      call.principal.userId,
      String(importId),
      JSON.stringify({ fileName: call.fileName, ...counts }),
      importId,
      call.reason ?? call.fileName,
      call.run?.action ?? 'deals imported',
    ],
  );
  await client.query('select pg_notify($1, $2)', [CHANNEL, 'deals:*']);
  return { ...counts, runId: importId };
}

/** Adds the file's new names and notes which ids their stand-ins mean. */
async function addNames(client: pg.ClientBase, names: AllNameIds): Promise<void> {
  for (const list of LISTS) {
    const { added } = names[list];
    if (added.length === 0) continue;
    const pick = sqlNameOf(list);
    await client.query(
      `insert into ${pick} (name) select n from unnest($1::text[]) n on conflict do nothing`,
      [added],
    );
    await client.query(
      `create temp table new_${pick} on commit drop as
      select -w.at::int as stand_in, t.id from unnest($1::text[]) with ordinality w(name, at) join
        ${pick} t on lower(t.name) = lower(w.name)`,
      [added],
    );
    if (added.length > LARGE) await client.query(`analyze new_${pick}`);
  }
}

async function surveyStaged(client: pg.ClientBase): Promise<Survey> {
  const {
    rows: [survey],
  } = await client.query<Survey>(
    `select count(*) > ${LARGE} as "isLarge", count(credit) > 0 as "hasSplits", count(refund_code)
      > 0 as "hasRefunds", count(lines) > 0 as "hasLines" from staged`,
  );
  return survey!;
}

/**
 * One pass over file and book: rows that are new (no id) or differ. In an empty book every row is
 * new, which needs no look at each.
 * @returns whether every row is new
 */
async function findTouched(client: pg.ClientBase, { isLarge }: Survey): Promise<boolean> {
  if (isLarge) await client.query('analyze staged');
  const {
    rows: [book],
  } = await client.query('select not exists (select from deal) as is_empty');
  if (book.is_empty) {
    await client.query(
      'create temp view touched as select line, null::bigint as id, false as voided, null::text as code from staged',
    );
    return true;
  }
  await client.query(`create temp table touched on commit drop as
    select s.line, d.id, d.voided_at is not null as voided, case when d.id is not null then s.code
      end as code
    from staged s left join deal d on d.code = s.code ${STORED_CREDIT[isLarge ? 'large' : 'small']}
      where d.id is null or ${DIFFERS}`);
  if (isLarge) await client.query('analyze touched');
  return false;
}

async function countTouched(client: pg.ClientBase, isAllNew: boolean): Promise<Counts> {
  const {
    rows: [all],
  } = await client.query<{ count: number; worth: string; unassigned: string }>(`
    select count(*) as count, coalesce(sum(s.credited), 0) as worth,
      coalesce(sum(s.credited) filter (where s.status = 'won' and m.unit_id is null), 0) as
        unassigned
    from staged s left join membership m on m.unit_id = s.salesperson_id and s.closed_on >=
      m.from_day and s.closed_on < m.to_day`);
  const [worth, unassigned] = [Number(all!.worth), Number(all!.unassigned)];
  if (isAllNew)
    return {
      created: all!.count,
      changed: 0,
      unchanged: 0,
      runId: null,
      value: { created: worth, changed: 0, unchanged: 0, unassigned },
    };
  const {
    rows: [of],
  } = await client.query<{
    created: number;
    changed: number;
    newWorth: string;
    changedWorth: string;
  }>(`
    select count(*) filter (where ch.id is null) as created, count(ch.id) as changed,
      coalesce(sum(s.credited) filter (where ch.id is null), 0) as "newWorth",
      coalesce(sum(s.credited) filter (where ch.id is not null), 0) as "changedWorth"
    from touched ch join staged s on s.line = ch.line`);
  const { created, changed } = of!;
  const [ofNew, ofChanged] = [Number(of!.newWorth), Number(of!.changedWorth)];
  return {
    created,
    changed,
    unchanged: all!.count - created - changed,
    runId: null,
    value: {
      created: ofNew,
      changed: ofChanged,
      unchanged: worth - ofNew - ofChanged,
      unassigned,
    },
  };
}

/**
 * A row must not take over a deal that lies outside the importer's unit. @returns the lines refused
 * for it
 */
async function refuseForeign(
  call: ImportCall,
  client: pg.ClientBase,
  tally: ImportTally,
): Promise<number[]> {
  const memberSpans = memberSpansOf(call.scope, call.principal);
  if (memberSpans === null) return [];
  const { rows } = await client.query(
    `select ch.line, ch.code from touched ch join deal d on d.id = ch.id
    where not exists (select 1 from unnest($1::int[], $2::date[], $3::date[]) s(id, f, t) where
      s.id = d.salesperson_id and d.day >= s.f and d.day < s.t)
      or exists (select 1 from deal_credit c where c.deal_id = d.id and not exists (
        select 1 from unnest($1::int[], $2::date[], $3::date[]) s(id, f, t) where s.id =
          c.salesperson_id and d.day >= s.f and d.day < s.t))`,
    [
      memberSpans.map((each) => each.salespersonId),
      memberSpans.map((each) => toStorableDay(each.from)),
      memberSpans.map((each) => toStorableDay(each.to)),
    ],
  );
  for (const row of rows)
    tally.refuse(row.line, [{ field: 'deal', code: 'idElsewhere' }], () => row.code);
  return rows.map((row) => row.line);
}

async function leaveOut(client: pg.ClientBase, lines: readonly number[]): Promise<void> {
  await client.query('delete from staged where line = any($1::int[])', [lines]);
  // Foreign deals are found in a book that is not empty: there `touched` is a table.
  await client.query('delete from touched where line = any($1::int[])', [lines]);
}

async function startRun(
  call: ImportCall,
  client: pg.ClientBase,
  { created, changed, unchanged }: Counts,
): Promise<number> {
  const { rows } = await client.query(
    `insert into import_run (kind, file_name, user_id, created, changed, same, is_recorded,
      recorded_through)
    values ($6, $1, $2, $3, $4, $5, $3 = 0, (select coalesce(max(id), 0) from deal)) returning id`,
    [call.fileName, call.principal.userId, created, changed, unchanged, call.run?.kind ?? 'deals'],
  );
  return rows[0].id;
}

async function insertNew(
  client: pg.ClientBase,
  resolved: string,
  importId: number,
  userId: number,
  { created, changed, unchanged }: Counts,
): Promise<void> {
  if (created === 0) return;
  const onlyNew =
    changed + unchanged === 0 ? '' : 'join touched t on t.line = s.line and t.id is null';
  await client.query(
    `insert into deal (code, ${FACT_COLUMNS.join(', ')}, custom, import_id, created_by)
    select s.code, ${list('s')}, merge_custom(null, s.custom), $1, $2 from ${resolved} s ${onlyNew} order by s.line`,
    [importId, userId],
  );
}

/**
 * The parts of the file's new deals, read once: going through a million deals part by part takes
 * ten times as long. Split ones have their sums in `deal_credit`.
 */
const FRESH_PARTS: Readonly<Record<ShippedPart, string>> = {
  revenue: "sum(credited) filter (where status = 'won' and credit is null)",
  lostAmount: "sum(credited) filter (where status = 'lost' and credit is null)",
  costed:
    "sum(credited) filter (where status = 'won' and credit is null and credited_cost is not null)",
  cost: "sum(credited_cost) filter (where status = 'won' and credit is null)",
  quantity: "sum((quantity * 1000)::bigint) filter (where status = 'won')",
  won: "count(*) filter (where status = 'won' and credited > 0)",
  lost: "count(*) filter (where status = 'lost' and credited > 0)",
  days: "sum(closed_on - opened_on) filter (where status = 'won' and credited > 0)",
  timed: "count(opened_on) filter (where status = 'won' and credited > 0)",
  lostDays: "sum(closed_on - opened_on) filter (where status = 'lost' and credited > 0)",
  lostTimed: "count(opened_on) filter (where status = 'lost' and credited > 0)",
};
const freshTotals = (fresh: string) => `
  insert into delta select g.salesperson_id, v.part, g.day, v.amount
  from (select salesperson_id, closed_on as day, ${Object.entries(FRESH_PARTS)
    .map(([part, sum]) => `${sum} as "${part}"`)
    .join(', ')} from ${fresh} where status <> 'open' group by 1, 2) g
  cross join lateral (values ${Object.keys(FRESH_PARTS)
    .map((part) => `('${part}', g."${part}"::bigint)`)
    .join(', ')}) v(part, amount) where v.amount <> 0`;
/** Sums of the new deals that are split; their counts went to whom they name first. */
const freshSplits = (fresh: string) => `
  insert into delta select p.salesperson_id, p.part, p.day, sum(p.amount) from ${fresh} join deal d
    on d.code = s.code join deal_part p on p.deal_id = d.id
  where s.credit is not null and p.part in ('revenue', 'lostAmount', 'costed', 'cost') group by 1,
    2, 3`;

/** What the new deals add to the parts of custom fields. */
const freshCustom = (fresh: string) => `
  insert into delta select p.salesperson_id, p.part, p.day, sum(p.amount) from ${fresh} join deal d
    on d.code = s.code join deal_custom_part p on p.deal_id = d.id group by 1, 2, 3`;

async function updateChanged(client: pg.ClientBase, resolved: string): Promise<void> {
  await client.query(`create temp table before_change on commit drop as ${TOUCHED_RECORDS}`);
  await client.query(`
    update deal d set ${FACT_COLUMNS.map((column) => `${column} = s.${column}`).join(', ')},
      version = d.version + 1,
      lines = case when s.lines is not null then s.lines when (d.amount, d.currency) = (s.amount,
        s.currency) then d.lines end,
      refund_of = case when s.refund_code is not null then d.refund_of end,
      custom = case when s.custom is null then d.custom else merge_custom(d.custom, s.custom) end
    from ${resolved} s join touched ch on ch.line = s.line where d.id = ch.id`);
  await client.query(
    'delete from deal_credit where deal_id in (select id from touched where id is not null)',
  );
}

/** The history of the changed deals, when all of them that changes is written. */
async function recordChanged(
  call: ImportCall,
  client: pg.ClientBase,
  importId: number,
): Promise<void> {
  await client.query(
    `insert into audit (user_id, entity, entity_id, action, before, after, import_id, reason)
    select $2, 'deal', b.id::text, $4, b.row, n.row, $1, $3 from before_change b join
      (${TOUCHED_RECORDS}) n on n.id = b.id`,
    [
      importId,
      call.principal.userId,
      call.reason ?? call.fileName,
      call.run?.action ?? 'changed by import',
    ],
  );
}

async function saveSplits(client: pg.ClientBase): Promise<void> {
  await client.query(`
    insert into deal_credit (deal_id, salesperson_id, position, basis_points, credited, cost)
    select d.id, split_part(p.part, ':', 1)::int, p.at - 1, split_part(p.part, ':', 2)::int,
      split_part(p.part, ':', 3)::bigint, nullif(split_part(p.part, ':', 4), '')::bigint
    from staged s join touched t on t.line = s.line join deal d on d.code = s.code
    cross join unnest(string_to_array(s.credit, ',')) with ordinality p(part, at) where s.credit is
      not null`);
}

/** Refunds point to the deals they take money back from, also to ones the file has brought. */
async function linkRefunds(client: pg.ClientBase): Promise<void> {
  await client.query(`update deal d set refund_of = o.id from staged s join touched t on t.line =
    s.line join deal o on o.code = s.refund_code
    where d.code = s.code and o.id <> d.id and d.refund_of is distinct from o.id`);
}

/** A refund of a deal that is neither in the book nor in the file is refused. @returns its lines */
async function refuseLooseRefunds(client: pg.ClientBase, tally: ImportTally): Promise<number[]> {
  const { rows } =
    await client.query(`select s.line, s.refund_code as code from staged s where s.refund_code is
      not null
    and not exists (select from deal d where d.code = s.refund_code) and not exists (select from
      staged o where o.code = s.refund_code)`);
  for (const row of rows)
    tally.refuse(row.line, [{ field: 'refund_of', code: 'refundOfUnknown' }], () => row.code);
  return rows.map((row) => row.line);
}

async function collectNewTotals(
  client: pg.ClientBase,
  { created, changed, unchanged }: Counts,
  { hasSplits }: Survey,
): Promise<void> {
  if (changed > 0) await collectTotals(client, 1);
  if (created === 0) return;
  const fresh =
    changed + unchanged === 0
      ? 'staged s'
      : 'staged s join touched t on t.line = s.line and t.id is null';
  await client.query(freshTotals(fresh));
  if (hasSplits) await client.query(freshSplits(fresh));
  if (await hasCustomParts(client)) await client.query(freshCustom(fresh));
}
