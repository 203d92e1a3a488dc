import {
  type ColumnKind,
  columnKindOf,
  DEAL_COLUMNS,
  NEEDED_DEAL_COLUMNS,
} from '#contract/importMapping';
import { DEAL_STATUSES } from '#contract/schemas/deal';
import type { ImportMapping, ImportPreview } from '#contract/schemas/importMapping';
import { styleOf } from '#core/money/typed';
import { dayFormsOf } from '#core/period/dayForm';
import { nameKey } from '#core/text/similar';
import type { Queryable } from '../db/client';
import type { StoredCustomField } from '../ledger/companyState';
import { assertNoFieldErrors } from '../problem';
import type { CsvRecord } from './csv';
import { unguardCell } from './guardCell';
import { findMapping } from './mappings';

const SHOWN_ROWS = 12;
/** Rows by which the forms of days and numbers are guessed. */
const LOOKED_AT = 300;
/** Of a larger file only the beginning is sent; what its last row lacks is no fault. */
export const HEAD_BYTES = 256 * 1024;

/** What other programs and people call our columns; common practice, no source. */
const OTHER_NAMES: Readonly<Record<string, readonly string[]>> = {
  deal: [
    'id',
    'deal id',
    'order',
    'order no',
    'order number',
    'order id',
    'invoice',
    'invoice no',
    'number',
    'no',
    'reference',
    'ref',
    'opportunity id',
  ],
  salesperson: [
    'sales person',
    'seller',
    'rep',
    'sales rep',
    'owner',
    'deal owner',
    'account manager',
    'agent',
    'employee',
    'person',
  ],
  customer: ['client', 'account', 'account name', 'company', 'customer name', 'buyer'],
  amount: [
    'value',
    'total',
    'net',
    'net amount',
    'revenue',
    'sum',
    'price',
    'deal value',
    'turnover',
  ],
  currency: ['curr', 'ccy', 'currency code'],
  status: ['state', 'result', 'outcome'],
  closed_on: [
    'close date',
    'closed',
    'closed date',
    'date',
    'won on',
    'order date',
    'invoice date',
    'booked on',
    'day',
  ],
  expected_on: ['expected close', 'expected close date', 'expected', 'due', 'forecast date'],
  opened_on: ['created', 'created on', 'open date', 'opened'],
  probability: ['chance', 'likelihood', 'prob'],
  stage: ['phase', 'step'],
  product: ['item', 'article', 'product name'],
  category: ['group', 'product group', 'type'],
  source: ['lead source', 'channel', 'origin'],
  location: ['place', 'city', 'site', 'region'],
  quantity: ['qty', 'units', 'pieces', 'count'],
  cost: ['costs', 'cost price', 'purchase price'],
  commission_rate: ['commission', 'commission percent'],
  lost_reason: ['reason', 'loss reason', 'lost because'],
  notes: ['note', 'comment', 'comments', 'remark', 'remarks', 'description'],
};

/**
 * The first rows of a file and how it might be read: as one with the same headings was, or as its
 * headings and values suggest.
 */
export async function previewDeals(
  db: Queryable,
  userId: number,
  source: AsyncIterable<CsvRecord[]>,
  customFields: readonly StoredCustomField[],
): Promise<ImportPreview> {
  const data = await readHead(source);
  const headings = (data[0] ?? []).map((heading) => heading.trim());
  if (headings.length === 0) assertNoFieldErrors([{ field: 'file', code: 'emptyFile' }]);
  const rows = data
    .slice(1)
    .map((row) => headings.map((_, at) => unguardCell((row[at] ?? '').trim())));
  const remembered = await findMapping(db, userId, headings);
  const { mapping, isDoubtful } = remembered
    ? { mapping: remembered, isDoubtful: false }
    : guess(headings, rows, customFields);
  const found = new Set(Object.values(mapping.columns));
  return {
    headings,
    rows: rows.slice(0, SHOWN_ROWS),
    mapping,
    isRemembered: remembered !== null,
    isDoubtful,
    missing: NEEDED_DEAL_COLUMNS.filter(
      (column) => !found.has(column) && !mapping.defaults[column],
    ),
  };
}

/** The heading and the first rows; the rest is not read. */
async function readHead(source: AsyncIterable<CsvRecord[]>): Promise<string[][]> {
  const head: string[][] = [];
  for await (const batch of source) {
    head.push(...batch.map((record) => record.fields));
    if (head.length > LOOKED_AT) break;
  }
  return head.slice(0, LOOKED_AT + 1);
}

function guess(
  headings: readonly string[],
  rows: readonly string[][],
  customFields: readonly StoredCustomField[],
): { mapping: ImportMapping; isDoubtful: boolean } {
  const offered = customFields.filter((each) => each.owner === 'deal' && !each.isArchived);
  const kinds = new Map(offered.map(({ code, kind }) => [code, kind]));
  const columns = guessColumns(headings, offered);
  const valuesOf = (wanted: ColumnKind) =>
    headings.flatMap((heading, at) =>
      columnKindOf(columns[heading] ?? '', kinds) === wanted ? rows.map((row) => row[at]!) : [],
    );
  const days = valuesOf('day');
  const forms = dayFormsOf(days);
  const isIso = forms.includes('iso');
  const at = headings.findIndex((heading) => columns[heading] === 'status');
  const statuses = at < 0 ? [] : [...new Set(rows.map((row) => row[at]!))];
  return {
    mapping: {
      columns,
      days: isIso ? 'iso' : (forms[0] ?? 'iso'),
      numbers: styleOf(valuesOf('number'), 4) ?? 'point',
      values: {
        status: Object.fromEntries(
          statuses.flatMap((text) => {
            const meant = guessStatus(text);
            return meant && meant !== text ? [[text, meant]] : [];
          }),
        ),
      },
      defaults: {},
    },
    isDoubtful: !isIso && forms.length > 1,
  };
}

function guessColumns(
  headings: readonly string[],
  customFields: readonly StoredCustomField[],
): Record<string, string> {
  const taken = new Set<string>();
  const columns: Record<string, string> = {};
  const take = (heading: string, column: string | undefined) => {
    if (!column || taken.has(column) || columns[heading]) return;
    taken.add(column);
    columns[heading] = column;
  };
  for (const heading of headings)
    take(
      heading,
      DEAL_COLUMNS.find((column) => column === heading.toLowerCase().replace(/[ -]/g, '_')),
    );
  for (const heading of headings)
    take(
      heading,
      DEAL_COLUMNS.find(
        (column) =>
          OTHER_NAMES[column]?.includes(nameKey(heading)) ||
          OTHER_NAMES[column]?.includes(heading.toLowerCase().replace(/[_-]/g, ' ')),
      ),
    );
  for (const heading of headings)
    take(
      heading,
      customFields.find(
        ({ code, name }) =>
          code === heading.toLowerCase().replace(/[ -]/g, '_') ||
          name.toLowerCase() === heading.toLowerCase(),
      )?.code,
    );
  for (const heading of headings) columns[heading] ??= '';
  return columns;
}

/** "Closed won", "Lost", "In progress": by the word in it. */
function guessStatus(text: string): string | null {
  const words = text.toLowerCase();
  const found = DEAL_STATUSES.find((status) => new RegExp(`\\b${status}\\b`).test(words));
  if (found) return found === 'open' && words.includes('won') ? 'won' : found;
  if (/paid|invoiced|booked|ordered|closed|complete/.test(words)) return 'won';
  if (/reject|cancel|declin/.test(words)) return 'lost';
  return /progress|pending|negotiat|quot|draft|new/.test(words) ? 'open' : null;
}
