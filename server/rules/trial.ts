import type { RulePreview, StatusRule as RuleView } from '#contract/schemas/rule';
import { gradeIn } from '#core/attainment/grading';
import { buildBrief } from '#core/attainment/standing';
import type { Dataset } from '#core/dataset/dataset';
import type { Measure } from '#core/measure/measure';
import type { Period } from '#core/period/calendar';
import { dayWithin } from '#core/period/day';
import type { StatusRule } from '#core/status/rule';
import { toAttainmentText, toPeriodView, toUnitSummary } from '../attainment/index';
import { assertNoFieldErrors } from '../problem';
import { toFaults } from './service';

/**
 * Grades every unit the reader sees by the present rule and by others, without keeping them.
 * @throws ProblemError invalidInput
 */
export function previewRules(
  dataset: Dataset,
  measure: Measure,
  period: Period,
  rules: readonly RuleView[],
): RulePreview {
  assertNoFieldErrors(
    rules.flatMap((rule, index) => toFaults(rule as StatusRule, measure, `rules/${index}`)),
  );
  const day = dayWithin(period, dataset.asOf);
  const units = dataset.tree.units
    .filter((unit) =>
      dataset.tree
        .membershipsOf(unit.id)
        .some((each) => each.from < period.to && each.to > period.from),
    )
    .map((unit) => {
      const now = buildBrief(dataset, unit.id, period, measure.code);
      const judged = {
        unitId: unit.id,
        period,
        measure: measure.code,
        actual: now.actual,
        target: now.target,
        elapsed: now.elapsed,
      };
      const parent = dataset.tree.parentOn(unit.id, day);
      return {
        unit: toUnitSummary(unit),
        parentName: parent === null ? null : (dataset.tree.find(parent)?.name ?? null),
        attainmentText: toAttainmentText(dataset, measure.code, period, now.attainment),
        current: now.status,
        previews: rules.map((rule) => gradeIn(dataset, judged, rule as StatusRule)),
      };
    });
  return {
    period: toPeriodView(dataset, period),
    units,
    changed: rules.map(
      (_, index) =>
        units.filter((each) => each.previews[index]!.grade !== each.current.grade).length,
    ),
  };
}
