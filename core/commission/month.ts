import type { BaseScale } from './base';
import {
  atOneRate,
  type CommissionDeal,
  commissionOfDeal,
  type LineCommission,
  type PeriodBase,
} from './dealCommission';
import { buildRateCurve, roundedOf } from './rateCurve';
import type { CommissionTerms } from './terms';

/** Everything a month of a payee is computed from. */
export interface MonthFacts {
  /** Id of the month. */
  month: string;
  terms: CommissionTerms;
  scale: BaseScale;
  /** The target of the terms' period in base units, ramp included; null: none, or incomplete. */
  target: number | null;
  isOnRamp: boolean;
  /** What the period had before this month. */
  before: Readonly<PeriodBase>;
  /** In the order of close date, then id. */
  deals: readonly CommissionDeal[];
}

/** What of a month is no deal. */
export type MonthPart = 'newTier' | 'bonus' | 'floor' | 'cap' | 'guarantee';

export interface EarnedMonth {
  lines: LineCommission[];
  parts: { kind: MonthPart; amount: number }[];
  /** Lines and parts together. */
  earned: number;
  /** The period's base at the end of the month. */
  after: PeriodBase;
  /** Lines whose base is not known: deals without a cost under a plan on profit. */
  unknown: number;
}

/**
 * What a payee earns in a month, before what is carried over from others (docs/calculations.md,
 * 13): deals at their rates, earlier deals of the period at a new tier (where one rate holds for
 * all), the bonus in the month in which the target is reached (taken back where it is lost again),
 * then the limits.
 */
export function computeMonth(facts: MonthFacts): EarnedMonth {
  const { terms, scale, target, before, deals, isOnRamp } = facts;
  const curve = buildRateCurve(terms, target);
  const after: PeriodBase = { ...before };
  const special = new Map(
    terms.specialRates.map(({ by, id, rate }) => [`${by} ${id}`, rate] as const),
  );
  const specialRateOf = ({ product, category }: CommissionDeal['lines'][number]) =>
    special.size === 0
      ? null
      : (special.get(`product ${product}`) ?? special.get(`category ${category}`) ?? null);
  const inMonth = deals.reduce(
    (sum, { lines }) => lines.reduce((all, { base }) => all + (base ?? 0), sum),
    0,
  );
  const end = before.all + inMonth;
  const partsOf = terms.tierMode === 'marginal' ? curve.partsBetween : atOneRate(curve, end);
  const lines: LineCommission[] = [];
  for (const deal of deals)
    for (const line of commissionOfDeal(deal, after, partsOf, { scale, specialRateOf }))
      lines.push(line);

  const parts: EarnedMonth['parts'] = [];
  const add = (kind: MonthPart, amount: number) => {
    if (amount !== 0) parts.push({ kind, amount });
  };
  if (terms.tierMode === 'all') {
    const [rate, rateBefore] = [curve.rateAt(end), curve.rateAt(before.all)];
    const { regular: base } = before;
    const at = (each: number) => roundedOf([{ base, rate: each }], scale);
    add('newTier', at(rate) - at(rateBefore));
  }
  if (terms.bonus !== null && target !== null && target > 0)
    add('bonus', terms.bonus * (Number(end >= target) - Number(before.all >= target)));
  const sumOf = () =>
    lines.reduce((sum, { amount }) => sum + amount, 0) +
    parts.reduce((sum, { amount }) => sum + amount, 0);
  if (terms.cap !== null) add('cap', Math.min(0, terms.cap - sumOf()));
  if (terms.floor !== null) add('floor', Math.max(0, terms.floor - sumOf()));
  if (terms.guarantee !== null && isOnRamp)
    add('guarantee', Math.max(0, terms.guarantee - sumOf()));
  return {
    lines,
    parts,
    earned: sumOf(),
    after,
    unknown: lines.filter(({ base }) => base === null).length,
  };
}
