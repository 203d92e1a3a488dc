import type { RuleTried, StatusRule as RuleView } from '#contract/schemas/rule';
import type { Measure } from '#core/measure/measure';
import type { Period } from '#core/period/calendar';
import type { Books } from '#core/standing/books';
import { gradeIn } from '#core/standing/grading';
import { buildBrief } from '#core/standing/standing';
import type { StatusRule } from '#core/status/rule';
import { refuseFaults } from '../problem';
import { toAttainmentText, toPeriodView, toUnitSummary } from '../standings/index';
import { toFaults } from './service';

/** Grades every unit the reader sees by the present rule and by others, without keeping them. @throws Refused invalidInput */
export function tryRules(books: Books, measure: Measure, period: Period, rules: readonly RuleView[]): RuleTried {
  refuseFaults(rules.flatMap((rule, index) => toFaults(rule as StatusRule, measure, `rules/${index}`)));
  const day = Math.max(period.from, Math.min(books.asOf, period.to - 1));
  const units = books.tree.units.filter((unit) => books.tree.membershipsOf(unit.id).some((each) => each.from < period.to && each.to > period.from)).map((unit) => {
    const now = buildBrief(books, unit.id, period, measure.code);
    const judged = { unitId: unit.id, period, measure: measure.code, actual: now.actual, target: now.target, elapsed: now.elapsed };
    const parent = books.tree.parentOn(unit.id, day);
    return {
      unit: toUnitSummary(unit), under: parent === null ? null : books.tree.find(parent)?.name ?? null, attainmentText: toAttainmentText(books, measure.code, period, now.attainment),
      now: now.status, then: rules.map((rule) => gradeIn(books, judged, rule as StatusRule)),
    };
  });
  return { period: toPeriodView(books, period), units, changed: rules.map((_, index) => units.filter((each) => each.then[index]!.grade !== each.now.grade).length) };
}
