import { type SQL, sql } from 'drizzle-orm';
import type { Dataset } from '#core/dataset/dataset';
import { type DaySpan, END_OF_TIME, FIRST_DAY, intersect, toStorableDay } from '#core/period/day';
import type { MemberSpan, Unit } from '#core/units/unit';

/** The days people stood under a unit, cut to a span. */
export function cutTo(
  memberSpans: readonly MemberSpan[],
  span: DaySpan | null,
): readonly MemberSpan[] {
  return span === null
    ? memberSpans
    : memberSpans.flatMap((each) => {
        const days = intersect(each, span);
        return days ? [{ ...each, ...days }] : [];
      });
}

/** Whose days count in a unit's figure of a period: up to the business date. */
export function countedSpans(dataset: Dataset, unit: Unit, period: DaySpan): readonly MemberSpan[] {
  return cutTo(dataset.tree.memberSpansUnder(unit.id), {
    from: Math.max(period.from, FIRST_DAY),
    to: Math.min(period.to, dataset.asOf + 1, END_OF_TIME),
  });
}

/** The memberSpans as a table `s(id, f, t)`: person, first day, day after the last. */
export function spansOf(cut: readonly MemberSpan[]): SQL {
  return sql`unnest(${sql.param(cut.map((each) => each.salespersonId))}::int[],
    ${sql.param(cut.map((each) => toStorableDay(each.from)))}::date[],
      ${sql.param(cut.map((each) => toStorableDay(each.to)))}::date[]) s(id, f, t)`;
}
