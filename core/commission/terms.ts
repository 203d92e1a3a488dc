import type { MeasureCode } from '../measure/measure';

/** Over which period attainment decides the rate. */
export const COMMISSION_PERIODS = ['month', 'quarter', 'year'] as const;
export type CommissionPeriod = (typeof COMMISSION_PERIODS)[number];

/** marginal: each part of the amount at its own band's rate; all: one rate on everything. */
export const TIER_MODES = ['marginal', 'all'] as const;
export type TierMode = (typeof TIER_MODES)[number];

/** What is paid under tiers to somebody without a target. */
export const WITHOUT_TARGET = ['lowest', 'nothing'] as const;
export type WithoutTarget = (typeof WITHOUT_TARGET)[number];

/** Millionths of money: 50,000 is 5 %. Of anything else minor units for each. */
export type CommissionRate = number;
export const RATE_SCALE = 1_000_000;

export interface Tier {
  /** Attainment from which the rate holds, in basis points; the first from 0. */
  from: number;
  rate: CommissionRate;
}

/** A product or category that is paid at a rate of its own, whatever the attainment. */
export interface SpecialRate {
  by: 'product' | 'category';
  id: number;
  rate: CommissionRate;
}

/** How commission is computed from one month on; amounts in minor units of the reporting currency. */
export interface CommissionTerms {
  /** What it is paid on: one with a scale (core/commission/base). */
  measure: MeasureCode;
  periodKind: CommissionPeriod;
  tierMode: TierMode;
  /** One tier is a simple rate. */
  tiers: readonly Tier[];
  withoutTarget: WithoutTarget;
  specialRates: readonly SpecialRate[];
  /** For reaching the target of the period; null: none. */
  bonus: number | null;
  /** Least and most that a month earns; null: no such limit. */
  floor: number | null;
  cap: number | null;
  /** Least that a month earns while somebody is on a ramp. */
  guarantee: number | null;
  /** Paid in advance each month, against later commission. */
  draw: number | null;
}

/** What is wrong with tiers: 'tierStart', 'tierOrder'; null: nothing. */
export function findTierFault(tiers: readonly Tier[]): 'tierStart' | 'tierOrder' | null {
  if (tiers[0]?.from !== 0) return 'tierStart';
  return tiers.every(({ from }, i) => i === 0 || from > tiers[i - 1]!.from) ? null : 'tierOrder';
}

/** Whether a target decides anything. */
export const needsTarget = ({ tiers, bonus }: CommissionTerms) =>
  tiers.length > 1 || bonus !== null;
