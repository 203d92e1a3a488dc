import { and, eq } from 'drizzle-orm';
import type { FieldFault } from '#contract/errors/catalogue';
import type { RuleInput, Rules, RulesOfMeasure } from '#contract/schemas/rule';
import type { Dataset } from '#core/dataset/dataset';
import type { Measure } from '#core/measure/measure';
import { type Day, parseDay, toIsoDay } from '#core/period/day';
import { defaultRule, findRuleFaults, type StatusRule } from '#core/status/rule';
import { recordAudit } from '../audit/record';
import type { Context } from '../context';
import { announce } from '../db/notify';
import { appUser, statusRule } from '../db/tables/index';
import { assertNoFieldErrors, ProblemError } from '../problem';

/** The rules of every measure that is offered, each with its versions. */
export async function listRules(
  context: Context,
  { measures, currency }: Pick<Dataset, 'measures' | 'currency'>,
): Promise<Rules> {
  const stored = await loadVersions(context);
  const retired = new Set(
    context.replica
      .company!.measureRecords.filter((each) => each.isArchived)
      .map((each) => each.code),
  );
  const firstDay = findFirstDay(context);
  return {
    currency,
    firstDay: firstDay === null ? null : toIsoDay(firstDay),
    measures: measures.all
      .filter(({ code }) => !retired.has(code))
      .map((measure) => toView(measure, stored)),
  };
}

type Version = RulesOfMeasure['versions'][number] & { measure: string };

async function loadVersions({ db }: Context): Promise<Version[]> {
  const rows = await db
    .select({
      measure: statusRule.measure,
      effectiveFrom: statusRule.effectiveFrom,
      rule: statusRule.rule,
      reason: statusRule.reason,
      userName: appUser.name,
    })
    .from(statusRule)
    .innerJoin(appUser, eq(appUser.id, statusRule.createdBy));
  return rows.sort((a, b) => (a.effectiveFrom < b.effectiveFrom ? 1 : -1)) as Version[];
}

function toView(measure: Measure, stored: readonly Version[]): RulesOfMeasure {
  const { code, name, valueKind, decimals, direction, isCumulative } = measure;
  const versions = stored
    .filter((each) => each.measure === code)
    .map(({ measure: _, ...version }) => version);
  return {
    measure: code,
    name,
    valueKind,
    decimals,
    direction,
    isCumulative,
    versions: [
      ...versions,
      {
        effectiveFrom: null,
        rule: defaultRule(measure) as RulesOfMeasure['versions'][number]['rule'],
        userName: null,
        reason: null,
      },
    ],
  };
}

/**
 * Closed periods keep the rule they were closed with (docs/calculations.md, 3): no rule may begin
 * in or before them.
 */
function findFirstDay(context: Context): Day | null {
  const { closedMonths } = context.replica.company!;
  return closedMonths.length === 0 ? null : Math.max(...closedMonths.map((month) => month.to));
}

/**
 * Sets a measure's rule from a day on; on the day of another it takes its place. @throws
 * ProblemError invalidInput
 */
export async function saveRule(
  context: Context,
  userId: number,
  measure: Measure,
  { effectiveFrom, rule, reason }: RuleInput,
): Promise<RulesOfMeasure> {
  assertNoFieldErrors([...findDayFaults(context, effectiveFrom), ...toFaults(rule, measure)]);
  const tidy = {
    ...rule,
    labels: {
      open: rule.labels.open.map((word) => word.trim()),
      ended: rule.labels.ended.map((word) => word.trim()),
    },
  } as unknown as StatusRule;
  await context.db.transaction(async (tx) => {
    const key = and(
      eq(statusRule.measure, measure.code),
      eq(statusRule.effectiveFrom, effectiveFrom),
    );
    const [before] = await tx
      .select({ rule: statusRule.rule })
      .from(statusRule)
      .where(key)
      .for('update');
    const values = { rule: tidy, reason: reason?.trim() || null, createdBy: userId };
    await tx
      .insert(statusRule)
      .values({ measure: measure.code, effectiveFrom, ...values })
      .onConflictDoUpdate({ target: [statusRule.measure, statusRule.effectiveFrom], set: values });
    await recordAudit(tx, [
      {
        userId,
        entity: 'rule',
        entityId: `${measure.code} ${effectiveFrom}`,
        action: before ? 'changed' : 'created',
        before: before?.rule,
        after: tidy,
        reason: values.reason,
      },
    ]);
    await announce(tx, 'measures', null);
  });
  await context.replica.afterWrite({ company: true });
  return toView(measure, await loadVersions(context));
}

/** @throws ProblemError notFound, invalidInput for one that graded a closed month */
export async function removeRule(
  context: Context,
  userId: number,
  measure: Measure,
  from: string,
): Promise<Record<string, never>> {
  assertNoFieldErrors(findDayFaults(context, from));
  await context.db.transaction(async (tx) => {
    const [gone] = await tx
      .delete(statusRule)
      .where(and(eq(statusRule.measure, measure.code), eq(statusRule.effectiveFrom, from)))
      .returning({ rule: statusRule.rule });
    if (!gone) throw new ProblemError('notFound');
    await recordAudit(tx, [
      {
        userId,
        entity: 'rule',
        entityId: `${measure.code} ${from}`,
        action: 'taken back',
        before: gone.rule,
      },
    ]);
    await announce(tx, 'measures', null);
  });
  await context.replica.afterWrite({ company: true });
  return {};
}

function findDayFaults(context: Context, from: string): FieldFault[] {
  const firstDay = findFirstDay(context);
  return firstDay !== null && parseDay(from)! < firstDay
    ? [{ field: 'effectiveFrom', code: 'closedKeepsRule', params: { day: toIsoDay(firstDay) } }]
    : [];
}

/** What is wrong with a rule, at its fields. */
export function toFaults(rule: StatusRule, measure: Measure, under = 'rule'): FieldFault[] {
  return findRuleFaults(rule, measure.direction).map(({ field, fault }) => ({
    field: `${under}/${field}`,
    code: fault,
    ...(fault === 'thresholdsCrossed'
      ? { params: { way: measure.direction === 'lower' ? 'below' : 'above' } }
      : {}),
  }));
}
