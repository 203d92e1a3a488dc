import type { FieldFault } from '#contract/errors/catalogue';
import { DEAL_COLUMNS, NEEDED_DEAL_COLUMNS } from '#contract/importMapping';
import { DEAL_STATUSES, type DealInput, type DealStatus } from '#contract/schemas/deal';
import { parseCreditText } from '#core/money/credit';
import { customCodesOf } from '../customFields/index';
import { checkDeal, type DealChecker, type DealFacts } from '../deals/index';
import { hasBadCharacter } from '../input';
import type { StoredCustomField } from '../ledger/companyState';

export const DEAL_COLUMNS_OF_FILE = { known: DEAL_COLUMNS, required: NEEDED_DEAL_COLUMNS };

/** The columns of `deals.csv`, with the fields the company has given its deals. */
export function dealColumnsOf(customFields: readonly StoredCustomField[]): string[] {
  return [...DEAL_COLUMNS, ...customCodesOf(customFields, 'deal')];
}

/** The file's column of each field of a deal, for pointing at faults. */
const COLUMN_OF: Record<string, string> = {
  closedOn: 'closed_on',
  expectedOn: 'expected_on',
  openedOn: 'opened_on',
  commissionRate: 'commission_rate',
  lostReason: 'lost_reason',
  refundOf: 'refund_of',
};
const DECIMAL = /^-?\d{1,15}(\.\d{1,10})?$/;

export type CheckedRow =
  { ok: true; facts: DealFacts & { code: string } } | { ok: false; faults: FieldFault[] };

/**
 * Reads one row of `deals.csv` (`customColumns`: the custom fields it carries) and checks it by the same rules as the form. Faults name the file's
 * columns.
 */
export function checkDealRow(
  valueAt: (column: string) => string,
  checker: DealChecker,
  customColumns: readonly string[] = [],
): CheckedRow {
  const faults: FieldFault[] = [];
  const number = (
    column: string,
    code: FieldFault['code'],
    isValid: (value: number) => boolean,
  ) => {
    const text = valueAt(column);
    if (text === '') return null;
    const value = Number(text);
    if (DECIMAL.test(text) && isValid(value)) return value;
    faults.push({ field: column, code });
    return null;
  };
  const isShare = (value: number) => value >= 0 && value <= 1;

  const deal = valueAt('deal');
  const customer = valueAt('customer');
  for (const [column, text] of [
    ['deal', deal],
    ['customer', customer],
  ] as const)
    if (text === '') faults.push({ field: column, code: 'required' });
  checkTexts(valueAt, faults);
  const status = valueAt('status') as DealStatus;
  if (!DEAL_STATUSES.includes(status)) faults.push({ field: 'status', code: 'unknownStatus' });
  const probability = number('probability', 'range01', isShare);
  const commissionRate = number('commission_rate', 'range01', isShare);
  const quantity = number('quantity', 'notANumber', () => true);
  const credit = readCredit(valueAt('credit'), faults);
  if (faults.length > 0) return { ok: false, faults };

  const input: DealInput = {
    deal,
    salesperson: valueAt('salesperson'),
    customer,
    amount: valueAt('amount'),
    currency: valueAt('currency'),
    status,
    closedOn: valueAt('closed_on'),
    expectedOn: valueAt('expected_on'),
    openedOn: valueAt('opened_on'),
    probability,
    stage: valueAt('stage'),
    product: valueAt('product'),
    category: valueAt('category'),
    source: valueAt('source'),
    location: valueAt('location'),
    quantity,
    cost: valueAt('cost'),
    commissionRate,
    credit,
    lostReason: valueAt('lost_reason'),
    refundOf: valueAt('refund_of'),
    notes: valueAt('notes'),
    ...(customColumns.length > 0
      ? { customFields: Object.fromEntries(customColumns.map((code) => [code, valueAt(code)])) }
      : {}),
  };
  const checked = checkDeal(input, checker);
  if (!checked.ok)
    return {
      ok: false,
      faults: checked.faults.map((fault) => ({
        ...fault,
        field: COLUMN_OF[fault.field] ?? fault.field.replace(/^customFields\//, ''),
      })),
    };
  return { ok: true, facts: { ...checked.facts, code: deal } };
}

/** The lengths that the form allows. */
const LONGEST: Readonly<Record<string, number>> = {
  deal: 80,
  customer: 200,
  amount: 40,
  currency: 3,
  stage: 80,
  product: 120,
  category: 80,
  source: 80,
  location: 80,
  lost_reason: 80,
  refund_of: 80,
  cost: 40,
  notes: 2_000,
};

const LIMITS = DEAL_COLUMNS.map((column) => [column, LONGEST[column] ?? 200] as const);

/** No text longer than the form takes, and none that the database cannot keep. */
function checkTexts(valueAt: (column: string) => string, faults: FieldFault[]): void {
  for (const [column, max] of LIMITS) {
    const text = valueAt(column);
    if (text === '') continue;
    if (text.length > max) faults.push({ field: column, code: 'tooLong', params: { max } });
    else if (hasBadCharacter(text)) faults.push({ field: column, code: 'badText' });
  }
}

function readCredit(text: string, faults: FieldFault[]): DealInput['credit'] {
  if (text === '') return null;
  const shares = parseCreditText(text);
  if (!shares) {
    faults.push({ field: 'credit', code: 'sharesNot100' });
    return null;
  }
  return shares.length < 2
    ? null
    : shares.map((share) => ({ salesperson: share.salesperson, percent: share.basisPoints / 100 }));
}
