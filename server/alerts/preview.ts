import { setImmediate } from 'node:timers/promises';
import { sql } from 'drizzle-orm';
import type { AlertRuleInput, AlertRulePreview } from '#contract/schemas/alert';
import { type Firing, type ReadOn, replay } from '#core/alerts/replay';
import { canBeReplayed } from '#core/alerts/rule';
import type { Dataset } from '#core/dataset/dataset';
import { type Day, parseDay, toIsoDay } from '#core/period/day';
import type { Principal, Scope } from '../access/index';
import { toUnitSummary } from '../attainment/index';
import type { Context } from '../context';
import { checkRule } from './rules';
import { readSlices, watchedBy } from './watched';
import { tellInWords } from './words';

/** As far back as a quarter is long. */
const PREVIEW_DAYS = 92;
const SHOWN = 200;
/** Watched units that are looked at on each of the days. */
export const MOST_PREVIEWED = 300;

/**
 * When a rule would have fired in the last quarter, each day looked at once its business had ended.
 * @throws ProblemError those of `checkRule`
 */
export async function previewRule(
  context: Context,
  scope: Scope,
  principal: Principal,
  input: AlertRuleInput,
): Promise<AlertRulePreview> {
  const rule = await checkRule(context, scope, principal, input);
  const { dataset } = scope;
  const to = dataset.asOf;
  const from = to - PREVIEW_DAYS + 1;
  const units = watchedBy(dataset, rule);
  const watched = units.slice(0, MOST_PREVIEWED);
  const days = Array.from({ length: PREVIEW_DAYS }, (_, i) => from + i);
  const firings = !canBeReplayed(rule.kind)
    ? []
    : rule.kind === 'deal'
      ? await findDeals(context, dataset, rule, from)
      : await replayInSteps(
          dataset,
          watched.map(({ id }) => id),
          rule,
          days,
          rule.slice === '' ? undefined : await readSlices(context, dataset, rule, watched, from),
        );
  firings.sort((a, b) => b.day - a.day);
  return {
    canBeReplayed: canBeReplayed(rule.kind),
    from: toIsoDay(from),
    to: toIsoDay(to),
    count: firings.length,
    firings: firings.slice(0, SHOWN).map((firing) => ({
      day: toIsoDay(firing.day),
      unit: toUnitSummary(dataset.tree.find(firing.unitId)!),
      text: tellInWords(context, { rule, ...firing }),
    })),
    omitted: units.length - watched.length,
  };
}

/** A day a step: nobody else waits for ninety of them. */
async function replayInSteps(
  dataset: Dataset,
  unitIds: readonly number[],
  rule: Awaited<ReturnType<typeof checkRule>>,
  days: readonly Day[],
  read?: ReadOn,
): Promise<Firing[]> {
  const firings: Firing[] = [];
  const { measure, periodKind } = rule;
  for (const ofDay of replay(dataset, unitIds, rule, { measure, periodKind, days }, read)) {
    firings.push(...ofDay);
    await setImmediate();
  }
  return firings;
}

interface Found {
  day: Day;
  unitId: number;
  reading: number;
  previous: number | null;
  periodId: string;
}

async function findDeals(
  { db }: Context,
  dataset: Dataset,
  { unitId, threshold, periodKind }: Awaited<ReturnType<typeof checkRule>>,
  from: Day,
): Promise<Found[]> {
  const spans = dataset.tree.memberSpansUnder(unitId);
  const { rows } = await db.execute<{ salesperson_id: number; credited: number; day: string }>(sql`
    select salesperson_id, credited, closed_on::text as day from deal where status = 'won' and
      voided_at is null and credited >= ${threshold} and closed_on >= ${toIsoDay(from)} and
        closed_on <= ${toIsoDay(dataset.asOf)} and salesperson_id =
          any(${sql.param([...new Set(spans.map(({ salespersonId }) => salespersonId))])}::int[])`);
  return rows.flatMap((row) => {
    const day = parseDay(row.day)!;
    return spans.some(
      (span) => span.salespersonId === row.salesperson_id && day >= span.from && day < span.to,
    )
      ? [
          {
            day,
            unitId: row.salesperson_id,
            reading: row.credited,
            previous: null,
            periodId: dataset.calendar.periodOf(periodKind, day).id,
          },
        ]
      : [];
  });
}
