import { type SQL, sql } from 'drizzle-orm';
import type { Deal } from '#contract/schemas/deal';
import type { ImportKind } from '#contract/schemas/import';
import { toCustomText } from '#core/customField/field';
import { lineTotal } from '#core/deal/line';
import { QUANTITY_SCALE } from '#core/measure/part';
import { parseAmount, toDecimal, writeDecimal } from '#core/money/amount';
import { type Day, END_OF_TIME, FIRST_DAY, parseDay, toIsoDay } from '#core/period/day';
import { readSlice, SLICE_DIMENSIONS } from '#core/targets/targetSlice';
import type { Principal, Scope } from '../access/index';
import { mayDo } from '../access/index';
import type { Context } from '../context';
import { loadCustomerNames, loadCustomers } from '../customers/index';
import { customCodesOf } from '../customFields/index';
import { unit } from '../db/tables/index';
import {
  DEAL_COLUMNS,
  DEAL_JOINS,
  type DealFilter,
  loadDeal,
  loadHistory,
  memberSpansOf,
  readFilter,
  toDeal,
  whereOf,
} from '../deals/index';
import type { PlanRecord } from '../ledger/companyState';
import { loadKnownSlices, loadProducts } from '../lists/index';
import { withPlan } from '../plans/index';
import { ProblemError } from '../problem';
import { listRates } from '../rates/index';
import { buildDecimalsOf, toText } from '../targets/index';
import { ACTIVITY_COLUMNS } from './activities';
import { toCsv } from './csv';
import { CUSTOMER_COLUMNS } from './customers';
import { LINE_COLUMNS } from './dealLines/index';
import { dealColumnsOf } from './dealRows';
import { HISTORY_COLUMNS } from './history';
import { PRODUCT_COLUMNS } from './products';
import { RATE_COLUMNS } from './rates';
import { loadStoredTargets, publishedIds, type StoredTargetRow } from './storedTargets';
import { FILE_NAMES, TARGET_COLUMNS } from './targetColumns';
import { UNIT_COLUMNS } from './units';
import { writeWorkbook } from './workbook';

interface ExportCall {
  context: Context;
  scope: Scope;
  principal: Principal;
  /** For targets: a draft instead of what is published. */
  plan?: PlanRecord | null;
  /** For deals: which ones. */
  filter?: DealFilter | null;
}

const DEALS_AT_ONCE = 5_000;

type Cell = string | number | null;

/** A file as it is made: its columns, and its rows block by block. */
export interface ExportedRows {
  columns: readonly string[];
  blocks: AsyncIterable<readonly (readonly Cell[])[]>;
}

/**
 * The rows an import takes, of what the reader may see; deals only those that match, where a filter
 * is given.
 */
export function exportRows(kind: ImportKind, call: ExportCall): ExportedRows {
  const { customFields } = call.context.replica.company!;
  const columns = {
    deals: { known: dealColumnsOf(customFields) },
    deal_lines: LINE_COLUMNS,
    targets: TARGET_COLUMNS,
    units: UNIT_COLUMNS,
    activities: ACTIVITY_COLUMNS,
    rates: RATE_COLUMNS,
    history: HISTORY_COLUMNS,
    products: PRODUCT_COLUMNS,
    customers: {
      known: [...CUSTOMER_COLUMNS.known, ...customCodesOf(customFields, 'customer')],
    },
  }[kind].known;
  return {
    columns,
    blocks: {
      deals: exportDeals,
      deal_lines: exportDealLines,
      targets: exportTargets,
      units: exportUnits,
      activities: exportActivities,
      rates: exportRates,
      history: exportHistoryTotals,
      products: exportProducts,
      customers: exportCustomers,
    }[kind](call),
  };
}

async function* exportDeals(call: ExportCall): AsyncGenerator<Cell[][]> {
  const codes = customCodesOf(call.context.replica.company!.customFields, 'deal');
  for await (const deals of readDeals(call, sql`true`))
    yield deals.map((deal) => toRow(deal, codes));
}

/** The deals that match, block by block. */
async function* readDeals(
  { context, scope, principal, filter }: ExportCall,
  condition: SQL,
): AsyncGenerator<Deal[]> {
  const where = whereOf(filter ?? readFilter({}, scope, principal));
  for (let after = 0; ;) {
    const { rows } = await context.db.execute<Parameters<typeof toDeal>[0]>(sql`
      select ${DEAL_COLUMNS} from deal d ${DEAL_JOINS} where d.id > ${after} and ${condition} and ${where} order by
        d.id limit ${DEALS_AT_ONCE}`);
    if (rows.length === 0) return;
    yield rows.map(toDeal);
    after = rows.at(-1)!.id;
  }
}

async function* exportDealLines(call: ExportCall): AsyncGenerator<Cell[][]> {
  for await (const deals of readDeals(call, sql`d.lines is not null`))
    yield deals.flatMap((deal) => toLineRows(deal));
}

/** The lines of a deal as rows of `deal_lines.csv`. */
function toLineRows({ deal, currency, lines }: Deal): Cell[][] {
  const minor = (text: string) => {
    const read = parseAmount(text, currency);
    return read.ok ? read.minor : 0;
  };
  return (lines ?? []).map(({ product, quantity, unitPrice, unitCost }, at) => [
    deal,
    at + 1,
    product,
    quantity,
    unitPrice,
    unitCost ?? null,
    toDecimal(lineTotal(Math.round(quantity * QUANTITY_SCALE), minor(unitPrice)), currency),
  ]);
}

/** A deal as a row of `deals.csv`, custom fields last. */
function toRow(deal: Deal, customCodes: readonly string[]): Cell[] {
  const credit =
    deal.credit?.map((each) => `${each.salesperson}:${each.percent}`).join(';') ?? null;
  return [
    deal.deal,
    deal.salesperson,
    deal.customer,
    deal.amount,
    deal.currency,
    deal.status,
    deal.closedOn,
    deal.expectedOn,
    deal.openedOn,
    deal.probability,
    deal.stage,
    deal.product,
    deal.category,
    deal.source,
    deal.location,
    deal.quantity,
    deal.cost,
    deal.commissionRate,
    credit,
    deal.lostReason,
    deal.refundOf,
    deal.notes,
    ...customCodes.map((code) => toCustomText(deal.customFields[code]) || null),
  ];
}

async function* exportTargets(call: ExportCall): AsyncGenerator<Cell[][]> {
  yield (await listTargetRows(call)).map((row) =>
    TARGET_COLUMNS.known.map((column) => row[column as keyof typeof row]),
  );
}

async function loadSetTargets({ context, scope, plan }: ExportCall): Promise<StoredTargetRow[]> {
  const stored = await loadStoredTargets(context.db, plan ? [plan.id] : publishedIds(context));
  return [...stored.values()].filter((row) => row.target !== null && scope.sees(row.unitId));
}

/** Targets as rows of the open format, of what the reader may see. */
async function listTargetRows(call: ExportCall) {
  const { dataset } = call.scope;
  const decimals = buildDecimalsOf(dataset);
  const known = await loadKnownSlices(call.context.db, SLICE_DIMENSIONS);
  return (await loadSetTargets(call)).map((row) => {
    const slice = readSlice(row.slice);
    const text = (value: number | null) => toText(value, row.measure, decimals);
    return {
      unit: dataset.tree.find(row.unitId)!.code,
      period: row.periodId,
      measure: row.measure,
      target: text(row.target),
      floor: text(row.floor),
      stretch: text(row.stretch),
      note: row.note,
      dimension: slice && FILE_NAMES[slice.by],
      value: slice && known.nameOf(slice),
    };
  });
}

/** A year's targets as a workbook, of the reader's unit and all below it. */
export async function exportWorkbook(call: ExportCall, yearLabel: number): Promise<Buffer> {
  const { context, scope, principal, plan } = call;
  const { dataset } = withPlan(context, scope, principal, plan ?? null);
  const year = dataset.calendar.year(yearLabel);
  const stored = (await loadSetTargets(call)).filter((row) => {
    const period = dataset.calendar.parse(row.periodId)!;
    return row.slice === '' && period.from >= year.from && period.to <= year.to;
  });
  const used = new Set(stored.map((row) => row.measure));
  const measures = context.replica
    .company!.measureRecords.filter((each) => !each.isArchived || used.has(each.code))
    .map((each) => each.code);
  return writeWorkbook(
    dataset,
    measures,
    { yearLabel, root: dataset.tree.find(principal.unitId)! },
    stored,
  );
}

async function* exportActivities(call: ExportCall): AsyncGenerator<Cell[][]> {
  const rows = await loadTyped(call);
  yield rows
    .filter(({ isTotal }) => !isTotal)
    .map(({ unit, day, measure, value }) => [unit, toIsoDay(day), measure, value]);
}

/** Totals from before the first deals, by their months. */
async function* exportHistoryTotals(call: ExportCall): AsyncGenerator<Cell[][]> {
  const { calendar } = call.scope.dataset;
  yield (await loadTyped(call))
    .filter(({ isTotal }) => isTotal)
    .map(({ unit, day, measure, value }) => [
      unit,
      calendar.periodOf('month', day).id,
      measure,
      value,
    ]);
}

/** What was typed in, of units that stood in the reader's part on the day. */
async function loadTyped({ context, scope }: ExportCall) {
  const { dataset } = scope;
  const decimals = buildDecimalsOf(dataset);
  const isTheirs = (unitId: number, day: Day) =>
    dataset.tree.isActiveDuring(unitId, { from: day, to: day + 1 });
  const { rows } = await context.db.execute<{
    unit_id: number;
    measure: string;
    day: string;
    value: number;
  }>(
    sql`select unit_id, measure, "on"::text as day, value from activity where value is not null
      order by "on", unit_id, measure`,
  );
  return rows
    .filter((row) => isTheirs(row.unit_id, parseDay(row.day)!))
    .map((row) => ({
      unit: dataset.tree.find(row.unit_id)!.code,
      day: parseDay(row.day)!,
      measure: row.measure,
      value: writeDecimal(row.value, decimals(row.measure)!),
      isTotal: dataset.measures.get(row.measure).formula.kind !== 'typed',
    }));
}

async function* exportRates({ context }: ExportCall): AsyncGenerator<Cell[][]> {
  yield listRates(context).map((rate) => [rate.currency, rate.from, rate.rate]);
}

async function* exportProducts({
  context,
  scope,
  principal,
}: ExportCall): AsyncGenerator<Cell[][]> {
  const { currency } = scope.dataset;
  const money = (minor: number | null) => (minor === null ? null : toDecimal(minor, currency));
  const maySeeCost = mayDo(principal.role, 'plan');
  yield (await loadProducts(context.db)).map((each) => [
    each.code ?? each.name,
    each.name,
    each.category,
    money(each.listPrice),
    each.listPrice === null && each.cost === null ? null : currency,
    maySeeCost ? money(each.cost) : null,
    each.soldFrom,
    each.soldUntil,
  ]);
}

/** Customers with a deal of the reader's, or of an owner of theirs. */
async function* exportCustomers({
  context,
  scope,
  principal,
}: ExportCall): AsyncGenerator<Cell[][]> {
  const { tree } = scope.dataset;
  const seen = scope.isWhole
    ? null
    : new Set((await loadCustomerNames(context, scope, principal)).map((each) => each.id));
  const isTheirs = (ownerId: number | null) => ownerId !== null && scope.sees(ownerId);
  const codes = customCodesOf(context.replica.company!.customFields, 'customer');
  yield [...(await loadCustomers(context.db, null)).values()]
    .filter((each) => seen === null || seen.has(each.id) || isTheirs(each.ownerId))
    .map((each) => [
      each.name,
      each.group,
      each.email,
      each.address,
      isTheirs(each.ownerId) ? tree.find(each.ownerId!)!.code : null,
      each.notes,
      ...codes.map((code) => toCustomText(each.custom?.[code]) || null),
    ]);
}

async function* exportUnits({ context, scope }: ExportCall): AsyncGenerator<Cell[][]> {
  const { tree } = scope.dataset;
  const details = new Map((await context.db.select().from(unit)).map((each) => [each.id, each]));
  yield tree.units.flatMap((each) =>
    tree
      .membershipsOf(each.id)
      .map((place) => [
        each.code,
        each.name,
        each.kind,
        place.parentId === null ? null : (tree.find(place.parentId)?.code ?? null),
        place.from === FIRST_DAY ? null : toIsoDay(place.from),
        place.to === END_OF_TIME ? null : toIsoDay(place.to - 1),
        details.get(each.id)!.email,
        details.get(each.id)!.country,
      ]),
  );
}

/**
 * Every past state of a deal as a row, newest first: when, who, what and why, then the columns of
 * `deals.csv`. @throws ProblemError unknownDeal
 */
export async function exportHistory(
  { context, scope, principal }: ExportCall,
  dealId: number,
): Promise<string> {
  if (!(await loadDeal(context.db, dealId, memberSpansOf(scope, principal))))
    throw new ProblemError('unknownDeal', { deal: dealId });
  const { customFields } = context.replica.company!;
  const codes = customCodesOf(customFields, 'deal');
  const changes = await loadHistory(context.db, dealId, scope);
  return toCsv(
    ['at', 'who', 'action', 'reason', ...dealColumnsOf(customFields)],
    changes.map(({ at, userName, action, reason, after }) => [
      at,
      userName,
      action,
      reason,
      ...(after ? toRow(after, codes) : []),
    ]),
  );
}
