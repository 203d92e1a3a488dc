import { divideHalfAway } from '../money/rate';
import type { Day, DaySpan } from '../period/day';
import { type Odds, oddsOf } from './odds';

/** An open deal as far as it is credited to the people looked at. */
export interface OpenDeal {
  id: number;
  /** The unit directly below that it belongs to, or the person. */
  unitBelow: string;
  stage: string | null;
  /** Minor units. */
  amount: number;
  /** 0 to 1; null: nobody said, and it weighs nothing. */
  probability: number | null;
  expectedOn: Day;
}

/** What is booked and what is wanted in a period. `target` null: none, or incomplete. */
export interface Goal {
  actual: number;
  target: number | null;
}

/** Booked and expected are two figures, never one (GUARDS 8). */
export interface Outlook extends Goal {
  open: number;
  count: number;
  /** Open deals of which nobody said how likely they are. */
  withoutProbability: number;
  weighted: number;
  /** won + weighted */
  forecast: number;
  /** expected / target; null without a target above 0. */
  forecastAttainment: number | null;
  /** max(0, target - expected); null without a target. */
  shortfall: number | null;
  /** open / (target - won): null when nothing is left to win, or without a target. */
  coverage: number | null;
  /** Null without a target. */
  odds: Odds | null;
}

const BASIS_POINTS = 10_000;

/** amount x probability, rounded half away from zero, once a deal (docs/calculations.md, 11). */
export function weigh(amount: number, probability: number | null): number {
  return Number(
    divideHalfAway(
      BigInt(amount) * BigInt(Math.round((probability ?? 0) * BASIS_POINTS)),
      BigInt(BASIS_POINTS),
    ),
  );
}

/**
 * The open deals of a period; the overdue ones only in the period that holds today, and only when
 * asked for.
 */
export function dealsIn(
  deals: readonly OpenDeal[],
  span: DaySpan,
  asOf: Day,
  countsOverdue: boolean,
): OpenDeal[] {
  const holdsToday = asOf >= span.from && asOf < span.to;
  return deals.filter((deal) =>
    deal.expectedOn < asOf
      ? countsOverdue && holdsToday
      : deal.expectedOn >= span.from && deal.expectedOn < span.to,
  );
}

/**
 * A deal split between several of the people looked at is one deal, that closes for all of them or
 * for none.
 */
export function joinParts(deals: readonly OpenDeal[]): OpenDeal[] {
  const byId = new Map<number, OpenDeal>();
  for (const deal of deals) {
    const known = byId.get(deal.id);
    byId.set(deal.id, known ? { ...known, amount: known.amount + deal.amount } : deal);
  }
  return [...byId.values()];
}

/** What won and open deals come to against a target (docs/calculations.md, 11). */
export function outlookOf({ actual, target }: Goal, parts: readonly OpenDeal[]): Outlook {
  const deals = joinParts(parts);
  const open = deals.reduce((sum, deal) => sum + deal.amount, 0);
  const weighted = deals.reduce((sum, deal) => sum + weigh(deal.amount, deal.probability), 0);
  const forecast = actual + weighted;
  return {
    actual,
    target,
    open,
    count: deals.length,
    withoutProbability: deals.filter((deal) => deal.probability === null).length,
    weighted,
    forecast,
    forecastAttainment: target !== null && target > 0 ? forecast / target : null,
    shortfall: target === null ? null : Math.max(0, target - forecast),
    coverage: target === null || target <= actual ? null : open / (target - actual),
    odds:
      target === null
        ? null
        : oddsOf(
            target - actual,
            deals.map((deal) => ({ amount: deal.amount, probability: deal.probability ?? 0 })),
          ),
  };
}

/** What might happen to an open deal. */
export type WhatIf = { kind: 'out' } | { kind: 'close' } | { kind: 'move'; to: Day };

/**
 * The deals as they would be; nothing is saved. One that closes is certain, on its day or today if
 * that has passed.
 */
export function applyWhatIf(
  deals: readonly OpenDeal[],
  whatIf: ReadonlyMap<number, WhatIf>,
  asOf: Day,
): OpenDeal[] {
  return deals.flatMap((deal) => {
    const change = whatIf.get(deal.id);
    if (!change) return [deal];
    if (change.kind === 'out') return [];
    return [
      change.kind === 'move'
        ? { ...deal, expectedOn: change.to }
        : { ...deal, probability: 1, expectedOn: Math.max(asOf, deal.expectedOn) },
    ];
  });
}

/** Open deals put together by what all parts of one have in common, the largest first. */
export function groupOpen(
  deals: readonly OpenDeal[],
  keyOf: (deal: OpenDeal) => string | null,
): { key: string | null; count: number; open: number; weighted: number }[] {
  const groups = new Map<string | null, { count: number; open: number; weighted: number }>();
  for (const deal of joinParts(deals)) {
    const group = groups.get(keyOf(deal)) ?? { count: 0, open: 0, weighted: 0 };
    groups.set(keyOf(deal), {
      count: group.count + 1,
      open: group.open + deal.amount,
      weighted: group.weighted + weigh(deal.amount, deal.probability),
    });
  }
  return [...groups]
    .map(([key, group]) => ({ key, ...group }))
    .sort((a, b) => b.weighted - a.weighted || b.open - a.open);
}
