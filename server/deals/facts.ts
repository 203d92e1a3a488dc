import type { DealStatus } from '#contract/schemas/deal';
import type { ListName } from '#contract/schemas/list';
import type { CustomValue, CustomValues } from '#core/customField/field';
import type { LineNumbers } from '#core/deal/line';
import { type Contribution, contributionsOf } from '#core/ledger/contribution';
import { customContributionsOf, type CustomRule } from '#core/ledger/customContribution';
import { QUANTITY_SCALE } from '#core/measure/part';
import type { Day } from '#core/period/day';

type NameList = Exclude<ListName, 'customer'>;

export interface DealCredit {
  salespersonId: number;
  basisPoints: number;
  minor: number;
  cost: number | null;
}

/** A line with its product by name; numbers as they are stored. */
export interface DealLineFacts extends LineNumbers {
  product: string;
}

/** A deal whose every value has been checked: what booking and import write. */
export interface DealFacts {
  /** The source's own id; null: one is given on booking. */
  code: string | null;
  status: DealStatus;
  customer: string;
  /** Minor units of the deal's own currency. */
  amount: number;
  currency: string;
  /** Minor units of the reporting currency; the credits add up to it. */
  credited: number;
  closedOn: Day | null;
  expectedOn: Day | null;
  openedOn: Day | null;
  probability: number | null;
  names: Record<NameList, string | null>;
  quantity: number | null;
  cost: number | null;
  /** The cost in minor units of the reporting currency; the credits' costs add up to it. */
  creditedCost: number | null;
  commissionRate: number | null;
  /** First-named first; one entry of 100 % for a deal that is not split. */
  credits: DealCredit[];
  /** Id of the deal this one takes money back from. */
  refundOf: string | null;
  /** They add up to the amount. */
  lines: DealLineFacts[] | null;
  notes: string | null;
  /** What was given of custom fields, by code; null takes a value away, the others stay. */
  custom: Readonly<Record<string, CustomValue | null>> | null;
}

/** What a deal adds to the totals, those of custom fields too. @param rules as they stand now */
export function toContributions(
  deal: Pick<
    DealFacts,
    'status' | 'closedOn' | 'expectedOn' | 'openedOn' | 'quantity' | 'credits'
  > & { custom: CustomValues | null },
  rules: readonly CustomRule[],
  voided = false,
): Contribution[] {
  const { status, closedOn, openedOn, quantity, credits } = deal;
  return [
    ...contributionsOf({
      status,
      closedOn,
      openedOn,
      voided,
      credits,
      quantity: quantity === null ? null : Math.round(quantity * QUANTITY_SCALE),
    }),
    ...(voided ? [] : customContributionsOf(deal, rules)),
  ];
}
