import type { FieldFault } from '#contract/errors/catalogue';
import type { DealInput } from '#contract/schemas/deal';
import { addLines } from '#core/deal/line';
import { QUANTITY_SCALE } from '#core/measure/part';
import { parseAmount, toDecimal } from '#core/money/amount';
import { divideCredit, WHOLE_CREDIT, type CreditShare } from '#core/money/credit';
import { exponentOf, isCurrency } from '#core/money/currency';
import { convertMinor, findRate, type Rate } from '#core/money/rate';
import { parseDay, toIsoDay, type Day } from '#core/period/day';
import type { UnitTree } from '#core/units/tree';
import type { Scope } from '../access/index';
import type { DealCredit, DealFacts, DealLineFacts } from './facts';

/** What a deal is checked against; built once for a request or a file. */
export interface DealChecker {
  tree: UnitTree;
  rates: readonly Rate[];
  currency: string;
  today: Day;
  coversDay: Scope['coversDay'];
  currencies: Map<string, boolean>;
}

export type Checked = { ok: true; facts: DealFacts } | { ok: false; faults: FieldFault[] };

export function buildDealChecker(scope: Scope, fullTree: UnitTree, rates: readonly Rate[]): DealChecker {
  return { tree: fullTree, rates, currency: scope.books.currency, today: scope.books.asOf, coversDay: scope.coversDay, currencies: new Map() };
}

/** Checks everything that can be wrong with a deal and names each fault at its field (GUARDS 32, 33). */
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
  if (sums && amount !== null && sums.amount !== amount) fault('amount', 'linesNotAmount', { sum: toDecimal(sums.amount, currency) });
  const givenCost = input.cost == null || input.cost === '' ? null : checkAmount(input.cost, 'cost', currency, fault);
  const cost = sums ? sums.cost : givenCost;

  const closedOn = checkDay(input.closedOn, 'closedOn', fault);
  const expectedOn = checkDay(input.expectedOn, 'expectedOn', fault);
  const openedOn = checkDay(input.openedOn, 'openedOn', fault);
  checkDates(input, { closedOn, expectedOn }, checker.today, faults);
  if (input.status !== 'won' && amount !== null && amount < 0) fault('amount', 'refundOpen');
  if (input.refundOf?.trim() && amount !== null && amount >= 0) fault('amount', 'refundPositive');
  if (input.lostReason?.trim() && input.status !== 'lost') fault('lostReason', 'lostReasonState');

  const owner = checkSalesperson(input.salesperson, 'salesperson', checker, closedOn ?? expectedOn, fault);
  const shares = checkShares(input, owner, checker, closedOn ?? expectedOn, fault);
  const credited = amount === null || faults.length > 0 ? null : convert(amount, currency, closedOn ?? expectedOn!, checker, fault);
  const creditedCost = cost === null || faults.length > 0 ? null : convert(cost, currency, closedOn ?? expectedOn!, checker, fault);
  if (faults.length > 0) return { ok: false, faults };

  return {
    ok: true,
    facts: {
      code: input.deal?.trim() || null,
      status: input.status,
      customer: squeeze(input.customer)!,
      amount: amount!, currency, credited: credited!, closedOn, expectedOn, openedOn,
      probability: input.probability ?? null,
      names: { lostReason: squeeze(input.lostReason), stage: squeeze(input.stage), product: lines?.[0]!.product ?? squeeze(input.product), category: squeeze(input.category), source: squeeze(input.source), location: squeeze(input.location) },
      // As it is stored: three decimals.
      quantity: sums ? sums.quantity / QUANTITY_SCALE : input.quantity == null ? null : Math.round(input.quantity * QUANTITY_SCALE) / QUANTITY_SCALE,
      cost, creditedCost,
      commissionRate: input.commissionRate ?? null,
      credits: toCredits(credited!, creditedCost, shares!),
      refundOf: input.refundOf?.trim() || null,
      lines,
      notes: input.notes?.trim() || null,
    },
  };
}

/** Lines with numbers in minor units and thousandths; faults name the line, as in `lines/2/unitPrice`. */
function checkLines(input: DealInput, currency: string, faults: FieldFault[]): DealLineFacts[] | null {
  if (!input.lines || input.lines.length === 0) return null;
  return input.lines.map((line, index) => {
    const fault: Fault = (field, code, params) => {
      faults.push({ field: `lines/${index}/${field}`, code, params });
      return null;
    };
    return {
      product: squeeze(line.product)!,
      quantity: Math.round(line.quantity * QUANTITY_SCALE),
      unitPrice: checkAmount(line.unitPrice, 'unitPrice', currency, fault) ?? 0,
      unitCost: line.unitCost == null || line.unitCost === '' ? null : checkAmount(line.unitCost, 'unitCost', currency, fault),
    };
  });
}

function toCredits(credited: number, cost: number | null, shares: readonly CreditShare<number>[]): DealCredit[] {
  const costs = cost === null ? null : divideCredit(cost, shares);
  return divideCredit(credited, shares).map((each, i) => ({ salespersonId: each.salesperson, minor: each.minor, cost: costs?.[i]!.minor ?? null, basisPoints: shares[i]!.basisPoints }));
}

type Fault = (field: string, code: FieldFault['code'], params?: FieldFault['params']) => null;

/** One spelling a name: outer and doubled spaces go. */
function squeeze(text: string | null | undefined): string | null {
  return text?.replace(/\s+/g, ' ').trim() || null;
}

/** Asking Intl for every row of a file would take longer than reading it. */
function knowsCurrency(checker: DealChecker, code: string): boolean {
  let known = checker.currencies.get(code);
  if (known === undefined) checker.currencies.set(code, (known = isCurrency(code)));
  return known;
}

function checkAmount(text: string, field: string, currency: string, fault: Fault): number | null {
  const result = parseAmount(text, currency);
  return result.ok ? result.minor : fault(field, result.fault, { currency, decimals: exponentOf(currency) });
}

function checkDay(text: string | null | undefined, field: string, fault: Fault): Day | null {
  if (!text) return null;
  return parseDay(text) ?? fault(field, 'notADate');
}

function checkDates(input: DealInput, days: { closedOn: Day | null; expectedOn: Day | null }, today: Day, faults: FieldFault[]): void {
  if (input.status === 'open') {
    if (!input.expectedOn) faults.push({ field: 'expectedOn', code: 'expectedOnMissing' });
    if (input.closedOn) faults.push({ field: 'closedOn', code: 'closedOnOpen' });
    return;
  }
  if (!input.closedOn) faults.push({ field: 'closedOn', code: 'closedOnMissing' });
  if (days.closedOn !== null && days.closedOn > today) faults.push({ field: 'closedOn', code: 'future', params: { today: toIsoDay(today) } });
}

function checkSalesperson(code: string, field: string, checker: DealChecker, day: Day | null, fault: Fault): number | null {
  const unit = checker.tree.findByCode(code.trim());
  if (!unit) return fault(field, 'unknownSalesperson');
  if (unit.kind !== 'salesperson') return fault(field, 'notASalesperson', { kind: unit.kind });
  if (day !== null && !checker.coversDay(unit.id, day)) return fault(field, 'outsideUnit');
  return unit.id;
}

function checkShares(input: DealInput, owner: number | null, checker: DealChecker, day: Day | null, fault: Fault) {
  if (owner === null) return null;
  if (!input.credit || input.credit.length === 0) return [{ salesperson: owner, basisPoints: WHOLE_CREDIT }];
  const shares = input.credit.map((each) => ({
    salesperson: checkSalesperson(each.salesperson, 'credit', checker, day, fault) ?? -1, basisPoints: Math.round(each.percent * 100),
  }));
  const total = shares.reduce((sum, share) => sum + share.basisPoints, 0);
  const names = new Set(shares.map((share) => share.salesperson));
  if (total !== WHOLE_CREDIT || names.size !== shares.length || shares.some((share) => share.basisPoints <= 0)) return fault('credit', 'sharesNot100');
  if (shares[0]!.salesperson !== owner) return fault('credit', 'firstNotOwner');
  return shares;
}

function convert(amount: number, currency: string, day: Day, checker: DealChecker, fault: Fault): number | null {
  if (currency === checker.currency) return amount;
  const rate = findRate(checker.rates, currency, day);
  if (!rate) return fault('currency', 'noRate', { currency, day: toIsoDay(day) });
  return convertMinor(amount, currency, checker.currency, rate.rate);
}
