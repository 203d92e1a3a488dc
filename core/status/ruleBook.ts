import { baseOf, type MeasureCode } from '../measure/measure';
import type { MeasureBook } from '../measure/measureBook';
import type { Day, DaySpan } from '../period/day';
import { defaultRule, type StatusRule } from './rule';

/** A rule from a day on, until a later one. */
export interface DatedRule {
  measure: MeasureCode;
  from: Day;
  rule: StatusRule;
}

/** The status rules of a company; one a measure and day, in one place. */
export interface RuleBook {
  /** The rule a period is graded by: the one in force on its last day, while it runs today. */
  of(measure: MeasureCode, period: DaySpan): StatusRule;
  /** The day from which that rule holds; null for the standard rule. */
  since(measure: MeasureCode, period: DaySpan): Day | null;
  /**
   * The days of a span on which another rule began, the first first: marked wherever grades of
   * several periods stand side by side.
   */
  changesIn(measure: MeasureCode, span: DaySpan): Day[];
  /**
   * Whether any rule of it, of whatever day, compares a unit with the average of its peers: then
   * the figures of others decide its grade.
   */
  comparesPeers(measure: MeasureCode): boolean;
}

/** A measure of several versions has the rule of its own version, else that of its first. */
export function buildRuleBook(
  measures: MeasureBook,
  dated: readonly DatedRule[],
  asOf: Day,
): RuleBook {
  const newestFirst = [...dated].sort((a, b) => b.from - a.from);
  const byCode = new Map(
    measures.all.map((measure) => {
      const own = newestFirst.filter((each) => each.measure === measure.code);
      return [
        measure.code,
        {
          shipped: defaultRule(measure),
          versions:
            own.length > 0
              ? own
              : newestFirst.filter((each) => each.measure === baseOf(measure.code)),
        },
      ];
    }),
  );
  const dayOf = (period: DaySpan) => Math.min(period.to - 1, Math.max(asOf, period.from));
  const find = (code: MeasureCode, period: DaySpan) =>
    byCode.get(code)!.versions.find((each) => each.from <= dayOf(period));
  return {
    of(code, period) {
      const { shipped, versions } = byCode.get(code)!;
      return versions.length === 0 ? shipped : (find(code, period)?.rule ?? shipped);
    },
    since: (code, period) => find(code, period)?.from ?? null,
    changesIn: (code, { from, to }) =>
      byCode
        .get(code)!
        .versions.map((each) => each.from)
        .filter((day) => day >= from && day < to)
        .reverse(),
    comparesPeers(code) {
      const { shipped, versions } = byCode.get(code)!;
      return [shipped, ...versions.map((each) => each.rule)].some(
        (rule) => rule.benchmark === 'peerAverage',
      );
    },
  };
}
