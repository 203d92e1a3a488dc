import type { Deal, DealContribution } from '#contract/schemas/deal';
import { attainmentOf, buildBrief } from '#core/attainment/standing';
import { parseDay } from '#core/period/day';
import { showPercent } from '#wording/numbers/percent';
import { describePeriod } from '#wording/period';
import type { Scope } from '../access/index';
import type { DealCredit } from './facts';

/**
 * The units and the month a won deal counts in, as far as the reader may see them, with attainment
 * with and without it; none for what does not count.
 */
export function findDealContributions(
  { dataset, sees }: Scope,
  deal: Deal,
  credits: readonly DealCredit[],
): DealContribution[] {
  if (deal.status !== 'won' || deal.voidedAt !== null) return [];
  const day = parseDay(deal.closedOn!)!;
  const period = dataset.calendar.periodOf('month', day);
  const credited = new Map<number, number>();
  for (const { salespersonId, minor } of credits) {
    for (const id of [salespersonId, ...dataset.tree.ancestorsOn(salespersonId, day)])
      if (sees(id)) credited.set(id, (credited.get(id) ?? 0) + minor);
  }
  const percent = (ratio: number | null) => (ratio === null ? null : showPercent(ratio));
  return [...credited].map(([id, minor]) => {
    const unit = dataset.tree.find(id)!;
    const { actual, target, complete, attainment } = buildBrief(dataset, id, period, 'revenue');
    return {
      unit: unit.code,
      name: unit.name,
      kind: unit.kind,
      period: period.id,
      periodName: describePeriod(period, dataset.calendar),
      credited: minor,
      actual: actual ?? 0,
      target: target.value,
      targetSource: target.targetSource,
      attainment: percent(attainment),
      without: percent(attainmentOf((actual ?? 0) - minor, complete)),
    };
  });
}
