import { CUSTOM_NUMBER_DECIMALS, type CustomValues, toWholeValue } from '../customField/field';
import { type CustomAddend, type CustomPart, customPartOf } from '../measure/customPart';
import { WHOLE_CREDIT } from '../money/credit';
import { exponentOf } from '../money/currency';
import { divideHalfAway } from '../money/rate';
import { type Day, parseDay } from '../period/day';
import type { Contribution } from './contribution';

/** A deal as far as custom parts read it. */
export interface DealOfCustomParts {
  status: 'open' | 'won' | 'lost';
  closedOn: Day | null;
  expectedOn: Day | null;
  openedOn: Day | null;
  custom: CustomValues | null;
  /** Minor units of the reporting currency, first-named salesperson first. */
  credits: readonly { salespersonId: number; minor: number; basisPoints: number }[];
}

/** An addend with the part it makes, worked out once. */
export interface CustomRule extends CustomAddend {
  part: CustomPart;
  /** Of the field that is added up; 0 where none is. */
  decimals: number;
}

/** The rules of addends, each part once. @param currency ISO 4217 code of the reporting currency */
export function toCustomRules(addends: readonly CustomAddend[], currency: string): CustomRule[] {
  const rules = new Map<CustomPart, CustomRule>();
  for (const addend of addends) {
    const part = customPartOf(addend);
    if (!rules.has(part))
      rules.set(part, { ...addend, part, decimals: decimalsOf(addend, currency) });
  }
  return [...rules.values()];
}

function decimalsOf({ custom }: CustomAddend, currency: string): number {
  if (!('valueKind' in custom)) return 0;
  return custom.valueKind === 'money' ? exponentOf(currency) : CUSTOM_NUMBER_DECIMALS;
}

/**
 * What a deal adds to the custom parts: the rule that the view `deal_custom_part` says in SQL. Money
 * goes to everybody credited, as differences of cumulative shares, each rounded once; counts, days
 * and numbers to whom the deal names first.
 */
export function customContributionsOf(
  deal: DealOfCustomParts,
  rules: readonly CustomRule[],
): Contribution[] {
  return rules.flatMap((rule) => {
    const day = dateOf(deal, rule.placedBy);
    return day !== null && rule.states.includes(deal.status)
      ? contributionsOfRule(deal, rule, day)
      : [];
  });
}

function contributionsOfRule(deal: DealOfCustomParts, rule: CustomRule, day: Day): Contribution[] {
  const { custom: of, part } = rule;
  const { credits } = deal;
  const isShared = of.kind === 'amount' || (of.kind === 'sum' && of.valueKind === 'money');
  const whole = isShared ? null : valueOf(deal, rule);
  const amounts =
    of.kind === 'amount'
      ? credits.map(({ minor }) => minor)
      : isShared && of.kind === 'sum'
        ? divide(
            toWholeValue(deal.custom?.[of.field], rule.decimals) ?? 0,
            credits.map(({ basisPoints }) => basisPoints),
          )
        : [whole ?? 0];
  return amounts.flatMap((amount, at) =>
    amount === 0 ? [] : [{ salespersonId: credits[at]!.salespersonId, part, day, amount }],
  );
}

/** What the whole deal has of a part; null where it has none. */
function valueOf(deal: DealOfCustomParts, { custom: of, decimals }: CustomRule): number | null {
  if (of.kind === 'sum') return toWholeValue(deal.custom?.[of.field], decimals);
  const size = deal.credits.reduce((sum, { minor }) => sum + minor, 0);
  // A refund takes money back, but is no deal that is counted.
  if (size <= 0) return null;
  switch (of.kind) {
    case 'deals':
      return 1;
    case 'amount':
    case 'size':
      return size;
    case 'undated':
      return dateOf(deal, of.date) === null ? 1 : null;
    case 'value':
      return toWholeValue(deal.custom?.[of.field], decimals);
    case 'filled':
      return deal.custom?.[of.field] === undefined ? null : 1;
    case 'choice':
      return isChosen(deal.custom?.[of.field], of.choice) ? 1 : null;
    case 'days':
    case 'timed':
    case 'within': {
      const [from, to] = [dateOf(deal, of.from), dateOf(deal, of.to)];
      if (from === null || to === null) return null;
      if (of.kind === 'days') return to - from;
      return of.kind === 'timed' || to - from <= of.most ? 1 : null;
    }
  }
}

function isChosen(value: CustomValues[string] | undefined, choice: string): boolean {
  return typeof value === 'boolean' ? (value ? 'yes' : 'no') === choice : value === choice;
}

function dateOf(deal: DealOfCustomParts, date: string): Day | null {
  if (date === 'closedOn' || date === 'openedOn' || date === 'expectedOn') return deal[date];
  const value = deal.custom?.[date];
  return typeof value === 'string' ? parseDay(value) : null;
}

/** Differences of cumulative shares: they add up to the whole. */
function divide(whole: number, shares: readonly number[]): number[] {
  let [before, through] = [0, 0];
  return shares.map((share) => {
    through += share;
    const sum = Number(divideHalfAway(BigInt(whole) * BigInt(through), BigInt(WHOLE_CREDIT)));
    const own = sum - before;
    before = sum;
    return own;
  });
}
