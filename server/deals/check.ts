import type { FieldFault } from '#contract/errors/catalogue';
import type { DealInput } from '#contract/schemas/deal';
import { addLines } from '#core/deal/line';
import { QUANTITY_SCALE } from '#core/measure/part';
import { parseAmount, toDecimal } from '#core/money/amount';
import { type CreditShare, divideCredit, WHOLE_CREDIT } from '#core/money/credit';
import { exponentOf, isCurrency } from '#core/money/currency';
import { LARGEST_QUANTITY, largestAmountOf } from '#core/money/limits';
import { convertMinor, findRate, type Rate } from '#core/money/rate';
import { type Day, DEAL_DAYS, parseDay, toIsoDay } from '#core/period/day';
import type { UnitTree } from '#core/units/tree';
import type { Scope } from '../access/index';
import { checkCustomValues, fieldsOf } from '../customFields/index';
import { cleanName } from '../input';
import type { StoredCustomField } from '../ledger/companyState';
import { findTotalAt, type TotalAt } from '../measures/index';
import type { DealCredit, DealFacts, DealLineFacts } from './facts';

/** What a deal is checked against; built once for a request or a file. */
export interface DealChecker {
  tree: UnitTree;
  rates: readonly Rate[];
  currency: string;
  today: Day;
  coversDay: Scope['coversDay'];
  /** Whether there is such a unit for whoever asks: what they may not see does not exist. */
  sees: Scope['sees'];
  currencies: Map<string, boolean>;
  /** Fields that the company has given deals, by code. */
  customFields: ReadonlyMap<string, StoredCustomField>;
  /** The total from before that a person's month has, for a deal that is closed so. */
  totalAt(salespersonId: number, day: Day, status: 'won' | 'lost'): TotalAt | null;
}

export type Checked = { ok: true; facts: DealFacts } | { ok: false; faults: FieldFault[] };

export function buildDealChecker(
  scope: Scope,
  fullTree: UnitTree,
  rates: readonly Rate[],
  customFields: readonly StoredCustomField[],
): DealChecker {
  return {
    tree: fullTree,
    customFields: fieldsOf(customFields, 'deal'),
    rates,
    currency: scope.dataset.currency,
    today: scope.dataset.asOf,
    coversDay: scope.coversDay,
    sees: scope.sees,
    currencies: new Map(),
    totalAt: (salespersonId, day, status) => findTotalAt(scope.dataset, salespersonId, day, status),
  };
}

/**
 * Checks everything that can be wrong with a deal and names each fault at its field (GUARDS 32,
 * 33).
 */
export function checkDeal(input: DealInput, checker: DealChecker): Checked {
  const faults: FieldFault[] = [];
  const fault = (field: string, code: FieldFault['code'], params?: FieldFault['params']): null => {
    faults.push({ field, code, params });
    return null;
  };

  const currency = input.currency || checker.currency;
  if (!knowsCurrency(checker, currency)) fault('currency', 'unknownCurrency');
  const amount = checkAmount(input.amount, 'amount', currency, fault);
  const lines = checkLines(input, currency, faults);
  const sums = lines && faults.length === 0 ? addLines(lines) : null;
  if (sums)
    checkLimits(
      { amount: sums.amount, cost: sums.cost, quantity: sums.quantity / QUANTITY_SCALE },
      currency,
      faults,
    );
  else
    checkLimits({ amount: null, cost: null, quantity: input.quantity ?? null }, currency, faults);
  if (sums && amount !== null && sums.amount !== amount)
    fault('amount', 'linesNotAmount', { sum: toDecimal(sums.amount, currency) });
  const givenCost =
    input.cost == null || input.cost === ''
      ? null
      : checkAmount(input.cost, 'cost', currency, fault);
  // Lines of which one has no cost say nothing of the whole: then it is what was given.
  const cost = sums?.cost ?? givenCost;

  const closedOn = checkDay(input.closedOn, 'closedOn', fault);
  const expectedOn = checkDay(input.expectedOn, 'expectedOn', fault);
  const openedOn = checkDay(input.openedOn, 'openedOn', fault);
  checkDates(input, { closedOn, expectedOn }, checker.today, faults);
  if (input.status !== 'won' && amount !== null && amount < 0) fault('amount', 'refundOpen');
  if (input.refundOf?.trim() && amount !== null && amount >= 0) fault('amount', 'refundPositive');
  if (input.lostReason?.trim() && input.status !== 'lost') fault('lostReason', 'lostReasonState');

  for (const field of ['probability', 'commissionRate'] as const)
    if (!hasDecimals(input[field], SHARE_DECIMALS))
      fault(field, 'tooManyDecimals', { decimals: SHARE_DECIMALS });
  if (!lines) checkQuantityDecimals(input.quantity, fault);

  const custom = checkCustomValues(input.customFields, checker.customFields, checker.currency);
  faults.push(...custom.faults);

  const owner = checkSalesperson(
    input.salesperson,
    'salesperson',
    checker,
    closedOn ?? expectedOn,
    fault,
  );
  const shares = checkShares(input, owner, checker, closedOn ?? expectedOn, fault);
  if (closedOn !== null && input.status !== 'open')
    checkTotals(shares ?? [], closedOn, input.status, checker, fault);
  const credited =
    amount === null || faults.length > 0
      ? null
      : convert(amount, currency, closedOn ?? expectedOn!, checker, fault);
  const creditedCost =
    cost === null || faults.length > 0
      ? null
      : convert(cost, currency, closedOn ?? expectedOn!, checker, fault);
  if (faults.length > 0) return { ok: false, faults };

  return {
    ok: true,
    facts: {
      code: (input.deal && cleanName(input.deal)) || null,
      status: input.status,
      customer: toNameOrNull(input.customer)!,
      amount: amount!,
      currency,
      credited: credited!,
      closedOn,
      expectedOn,
      openedOn,
      probability: input.probability ?? null,
      names: {
        lostReason: toNameOrNull(input.lostReason),
        stage: toNameOrNull(input.stage),
        product: lines?.[0]!.product ?? toNameOrNull(input.product),
        category: toNameOrNull(input.category),
        source: toNameOrNull(input.source),
        location: toNameOrNull(input.location),
      },
      quantity: sums ? sums.quantity / QUANTITY_SCALE : (input.quantity ?? null),
      cost,
      creditedCost,
      commissionRate: input.commissionRate ?? null,
      credits: toCredits(credited!, creditedCost, shares!),
      refundOf: input.refundOf?.trim() || null,
      lines,
      notes: input.notes?.trim() || null,
      custom: custom.values,
    },
  };
}

/**
 * Lines with numbers in minor units and thousandths; faults name the line, as in
 * `lines/2/unitPrice`.
 */
function checkLines(
  input: DealInput,
  currency: string,
  faults: FieldFault[],
): DealLineFacts[] | null {
  if (!input.lines || input.lines.length === 0) return null;
  return input.lines.map((line, index) => {
    const fault: Fault = (field, code, params) => {
      faults.push({ field: `lines/${index}/${field}`, code, params });
      return null;
    };
    return {
      product: toNameOrNull(line.product)!,
      quantity: checkQuantity(line.quantity, fault),
      unitPrice: checkAmount(line.unitPrice, 'unitPrice', currency, fault) ?? 0,
      unitCost:
        line.unitCost == null || line.unitCost === ''
          ? null
          : checkAmount(line.unitCost, 'unitCost', currency, fault),
    };
  });
}

/** With separators, so that nobody has to count zeros. */
const grouped = (decimal: string) => decimal.replace(/\B(?=(\d{3})+(?!\d))(?<!\.\d*)/g, ',');

/** Of a probability and a rate as they are stored. */
const SHARE_DECIMALS = 4;

/** Whether a number is kept as it is. */
function hasDecimals(value: number | null | undefined, decimals: number): boolean {
  return value == null || Number(value.toFixed(decimals)) === value;
}

/** Of a quantity as it is stored. */
const QUANTITY_DECIMALS = 3;

function checkQuantityDecimals(quantity: number | null | undefined, fault: Fault): void {
  if (!hasDecimals(quantity, QUANTITY_DECIMALS))
    fault('quantity', 'tooManyDecimals', { decimals: QUANTITY_DECIMALS });
}

function checkQuantity(quantity: number, fault: Fault): number {
  checkQuantityDecimals(quantity, fault);
  if (Math.abs(quantity) > LARGEST_QUANTITY)
    fault('quantity', 'aboveLimit', { max: grouped(String(LARGEST_QUANTITY)) });
  return Math.round(quantity * QUANTITY_SCALE);
}

/**
 * What the lines come to, or what is given of the whole deal: none beyond what one deal may have.
 */
function checkLimits(
  of: { amount: number | null; cost: number | null; quantity: number | null },
  currency: string,
  faults: FieldFault[],
): void {
  const most = largestAmountOf(currency);
  for (const field of ['amount', 'cost'] as const)
    if (Math.abs(of[field] ?? 0) > most)
      faults.push({
        field,
        code: 'aboveLimit',
        params: { max: grouped(toDecimal(most, currency)) },
      });
  if (Math.abs(of.quantity ?? 0) > LARGEST_QUANTITY)
    faults.push({
      field: 'quantity',
      code: 'aboveLimit',
      params: { max: grouped(String(LARGEST_QUANTITY)) },
    });
}

function toCredits(
  credited: number,
  cost: number | null,
  shares: readonly CreditShare<number>[],
): DealCredit[] {
  const costs = cost === null ? null : divideCredit(cost, shares);
  return divideCredit(credited, shares).map((each, i) => ({
    salespersonId: each.salesperson,
    minor: each.minor,
    cost: costs?.[i]!.minor ?? null,
    basisPoints: shares[i]!.basisPoints,
  }));
}

type Fault = (field: string, code: FieldFault['code'], params?: FieldFault['params']) => null;

/** One spelling a name: outer and doubled spaces go, and what cannot be seen. */
function toNameOrNull(text: string | null | undefined): string | null {
  return (text && cleanName(text)) || null;
}

/** Asking Intl for every row of a file would take longer than reading it. */
function knowsCurrency(checker: DealChecker, code: string): boolean {
  let known = checker.currencies.get(code);
  if (known === undefined) checker.currencies.set(code, (known = isCurrency(code)));
  return known;
}

function checkAmount(text: string, field: string, currency: string, fault: Fault): number | null {
  const result = parseAmount(text, currency);
  const most = largestAmountOf(currency);
  if (result.ok && Math.abs(result.minor) <= most) return result.minor;
  const code = result.ok || result.fault === 'tooLarge' ? 'aboveLimit' : result.fault;
  return fault(field, code, {
    currency,
    decimals: exponentOf(currency),
    max: grouped(toDecimal(most, currency)),
  });
}

function checkDay(text: string | null | undefined, field: string, fault: Fault): Day | null {
  if (!text) return null;
  const day = parseDay(text);
  if (day === null) return fault(field, 'notADate');
  const isInRange = day >= DEAL_DAYS.from && day < DEAL_DAYS.to;
  return isInRange
    ? day
    : fault(field, 'dayOutOfRange', {
        from: toIsoDay(DEAL_DAYS.from),
        to: toIsoDay(DEAL_DAYS.to - 1),
      });
}

function checkDates(
  input: DealInput,
  days: { closedOn: Day | null; expectedOn: Day | null },
  today: Day,
  faults: FieldFault[],
): void {
  if (input.status === 'open') {
    if (!input.expectedOn) faults.push({ field: 'expectedOn', code: 'expectedOnMissing' });
    if (input.closedOn) faults.push({ field: 'closedOn', code: 'closedOnOpen' });
    return;
  }
  if (!input.closedOn) faults.push({ field: 'closedOn', code: 'closedOnMissing' });
  if (days.closedOn !== null && days.closedOn > today)
    faults.push({ field: 'closedOn', code: 'future', params: { today: toIsoDay(today) } });
}

function checkSalesperson(
  code: string,
  field: string,
  checker: DealChecker,
  day: Day | null,
  fault: Fault,
): number | null {
  const unit = checker.tree.findByCode(code.trim());
  if (!unit || !checker.sees(unit.id)) return fault(field, 'unknownSalesperson');
  if (unit.kind !== 'salesperson') return fault(field, 'notASalesperson', { kind: unit.kind });
  if (day !== null && !checker.coversDay(unit.id, day)) return fault(field, 'outsideUnit');
  return unit.id;
}

function checkShares(
  input: DealInput,
  owner: number | null,
  checker: DealChecker,
  day: Day | null,
  fault: Fault,
) {
  if (owner === null) return null;
  if (!input.credit || input.credit.length === 0)
    return [{ salesperson: owner, basisPoints: WHOLE_CREDIT }];
  const shares = input.credit.map((each) => ({
    salesperson: checkSalesperson(each.salesperson, 'credit', checker, day, fault) ?? -1,
    basisPoints: Math.round(each.percent * 100),
  }));
  const total = shares.reduce((sum, share) => sum + share.basisPoints, 0);
  const names = new Set(shares.map((share) => share.salesperson));
  if (
    total !== WHOLE_CREDIT ||
    names.size !== shares.length ||
    shares.some((share) => share.basisPoints <= 0)
  )
    return fault('credit', 'sharesNot100');
  if (shares[0]!.salesperson !== owner) return fault('credit', 'firstNotOwner');
  return shares;
}

/** A month has a total from before or deals, never both. */
function checkTotals(
  shares: readonly { salesperson: number }[],
  day: Day,
  status: 'won' | 'lost',
  checker: DealChecker,
  fault: Fault,
): void {
  for (const { salesperson } of shares) {
    const found = checker.totalAt(salesperson, day, status);
    if (!found) continue;
    fault('closedOn', 'totalThere', { unit: found.name, month: found.month });
    return;
  }
}

function convert(
  amount: number,
  currency: string,
  day: Day,
  checker: DealChecker,
  fault: Fault,
): number | null {
  if (currency === checker.currency) return amount;
  const rate = findRate(checker.rates, currency, day);
  if (!rate) return fault('currency', 'noRate', { currency, day: toIsoDay(day) });
  const most = largestAmountOf(checker.currency);
  const converted = tryConvert(amount, currency, checker.currency, rate.rate);
  if (converted !== null && Math.abs(converted) <= most) return converted;
  return fault('amount', 'aboveLimit', {
    max: `${grouped(toDecimal(most, checker.currency))} ${checker.currency}`,
  });
}

/** Null where it is beyond exact numbers: a rate may be large, too. */
function tryConvert(
  amount: number,
  currency: string,
  reporting: string,
  rate: string,
): number | null {
  try {
    return convertMinor(amount, currency, reporting, rate);
  } catch (error) {
    if (error instanceof RangeError) return null;
    throw error;
  }
}
