import { isDeepStrictEqual } from 'node:util';
import { eq, sql } from 'drizzle-orm';
import type {
  MeasureChange,
  MeasureInput,
  MeasureSaved,
  MeasureUse,
  MeasureView,
} from '#contract/schemas/measure';
import { isTyped } from '#core/measure/definition';
import { baseOf, codeOfVersion, type MeasureCode, versionOf } from '#core/measure/measure';
import { listCustomAddends } from '#core/measure/measureParts';
import { recordAudit } from '../audit/record';
import type { Context } from '../context';
import type { Queryable } from '../db/client';
import { announce } from '../db/notify';
import { measure } from '../db/tables/index';
import type { StoredMeasure } from '../ledger/companyState';
import { addCustomParts, dropCustomParts } from '../ledger/customParts';
import { assertNoFieldErrors, ProblemError } from '../problem';
import { findMeasureFaults } from './check';

export function toMeasureView({
  code,
  name,
  group,
  valueKind,
  decimals,
  direction,
  definition,
  description,
  isShipped,
  isArchived,
}: StoredMeasure): MeasureView {
  return {
    code,
    name,
    group,
    valueKind,
    decimals,
    direction,
    definition,
    description,
    isShipped,
    isArchived,
    version: versionOf(code),
  };
}

export function listMeasures(context: Context): MeasureView[] {
  return context.replica.company!.measureRecords.map(toMeasureView);
}

/** @throws ProblemError unknownMeasure */
export function findStoredMeasure(context: Context, code: MeasureCode): StoredMeasure {
  const found = context.replica.company!.measureRecords.find((each) => each.code === code);
  if (!found) throw new ProblemError('unknownMeasure', { measure: code });
  return found;
}

type IsSeen = (plan: { unitId: number; isPublished: boolean }) => boolean;

/**
 * What stands on a measure: so that nothing built on it changes unseen (GUARDS 30). Of plans only
 * those the reader may see.
 */
export async function loadMeasureUse(
  context: Context,
  code: MeasureCode,
  isSeen: IsSeen = () => true,
): Promise<MeasureUse> {
  const { rows } = await context.db.execute<{
    id: number;
    name: string;
    year: number;
    status: string;
    unit_id: number;
    targets: number;
  }>(sql`
    select p.id, p.name, p.unit_id, p.year_label as year, p.status, count(t.target) as targets from
      target t join plan p on p.id = t.plan_id
    where t.measure = ${code} and t.target is not null and p.status in ('draft', 'published') group
      by p.id order by p.year_label desc, p.id`);
  const {
    rows: [counts],
  } = await context.db.execute<{
    values: number;
    contests: number;
    alerts: number;
    commissionPlans: number;
  }>(sql`
    select (select count(value) from activity where measure = ${baseOf(code)})::int as values,
      ${countContests([code])} as contests, ${countAlerts([code])} as alerts,
      ${countCommission([code])} as "commissionPlans"`);
  const seen = rows.filter((row) =>
    isSeen({ unitId: row.unit_id, isPublished: row.status === 'published' }),
  );
  return { plans: seen.map(({ unit_id: _, ...row }) => row), ...counts! };
}

/** Contests that are decided by one of these measures, drafts among them. */
const countContests = (codes: readonly MeasureCode[]) =>
  sql`(select count(*) from contest where removed_at is null and exists (select from
    jsonb_array_elements(rules->'goals') g where g->>'measure' =
      any(${sql.param([...codes])}::text[])))::int`;

/** Alert rules that look at one of these measures. */
const countAlerts = (codes: readonly MeasureCode[]) =>
  sql`(select count(*) from alert_rule where removed_at is null and measure =
    any(${sql.param([...codes])}::text[]))::int`;

/** Commission plans of which a version pays on one of these measures. */
const countCommission = (codes: readonly MeasureCode[]) =>
  sql`(select count(distinct t.plan_id) from commission_terms t join commission_plan p on p.id =
    t.plan_id where p.removed_at is null and t.terms->>'measure' =
      any(${sql.param([...codes])}::text[]))::int`;

function findFaults({ replica }: Context, input: Parameters<typeof findMeasureFaults>[0]) {
  const { measures, customFields } = replica.company!;
  return findMeasureFaults(input, measures.all, customFields);
}

/** Adds a measure of the company's own. @throws ProblemError invalidInput, measureExists */
export async function createMeasure(
  context: Context,
  userId: number,
  input: MeasureInput,
): Promise<MeasureSaved> {
  assertNoFieldErrors(findFaults(context, input));
  const record = { ...tidy(input), code: input.code };
  await context.db.transaction(async (tx) => {
    const [added] = await tx
      .insert(measure)
      .values({ ...record, createdBy: userId })
      .onConflictDoNothing()
      .returning({ code: measure.code });
    if (!added) throw new ProblemError('measureExists', { code: input.code });
    await addParts(context, tx, record);
    await recordAudit(tx, [
      { userId, entity: 'measure', entityId: input.code, action: 'created', after: record },
    ]);
    await announce(tx, 'measures', null);
  });
  return answer(context, input.code, false);
}

/**
 * Changes a measure. Another computation becomes a new version beside the old one, which keeps its
 * targets until someone moves them; words and decimals change in place.
 * @throws ProblemError invalidInput, unknownMeasure, shippedMeasure, notNewest
 */
export async function changeMeasure(
  context: Context,
  userId: number,
  code: MeasureCode,
  { reason, preview, ...change }: MeasureChange,
): Promise<MeasureSaved> {
  const stored = findStoredMeasure(context, code);
  if (stored.isShipped) throw new ProblemError('shippedMeasure');
  const newest = Math.max(
    ...context.replica
      .company!.measureRecords.filter((each) => baseOf(each.code) === baseOf(code))
      .map((each) => versionOf(each.code)),
  );
  if (newest !== versionOf(code))
    throw new ProblemError('notNewest', { name: stored.name, version: newest });
  assertNoFieldErrors(findFaults(context, change));
  const after = tidy(change);
  const { valueKind, decimals, direction, definition } = stored;
  const isNewVersion = !isDeepStrictEqual(
    { valueKind, decimals, direction, definition },
    {
      valueKind: after.valueKind,
      decimals: after.decimals,
      direction: after.direction,
      definition: after.definition,
    },
  );
  const nextCode = isNewVersion ? codeOfVersion(baseOf(code), newest + 1) : code;
  if (preview)
    return {
      measure: toMeasureView({ ...stored, ...after, code: nextCode }),
      isNewVersion,
      use: await loadMeasureUse(context, code),
    };
  await context.db.transaction(async (tx) => {
    if (isNewVersion) {
      await tx.insert(measure).values({ ...after, code: nextCode, createdBy: userId });
      await tx.update(measure).set({ isArchived: true }).where(eq(measure.code, code));
      await addParts(context, tx, after);
    } else await tx.update(measure).set(after).where(eq(measure.code, code));
    await recordAudit(tx, [
      {
        userId,
        entity: 'measure',
        entityId: nextCode,
        action: isNewVersion ? 'computed anew' : 'changed',
        before: toMeasureView(stored),
        after,
        reason: reason?.trim() || null,
      },
    ]);
    await announce(tx, 'measures', null);
  });
  return answer(context, nextCode, isNewVersion);
}

/**
 * Puts a measure aside, or offers it again: what uses it stays. @throws ProblemError
 * unknownMeasure, revenueStays
 */
export async function archiveMeasure(
  context: Context,
  userId: number,
  code: MeasureCode,
  isArchived: boolean,
): Promise<MeasureSaved> {
  const stored = findStoredMeasure(context, code);
  if (code === 'revenue') throw new ProblemError('revenueStays');
  await context.db.transaction(async (tx) => {
    await tx.update(measure).set({ isArchived }).where(eq(measure.code, code));
    await recordAudit(tx, [
      {
        userId,
        entity: 'measure',
        entityId: code,
        action: isArchived ? 'archived' : 'restored',
        before: { isArchived: stored.isArchived },
        after: { isArchived },
      },
    ]);
    await announce(tx, 'measures', null);
  });
  return answer(context, code, false);
}

/**
 * Deletes a measure of the company's own with all its versions, where nothing uses any of them.
 * @throws ProblemError unknownMeasure, shippedMeasure, measureInUse
 */
export async function deleteMeasure(
  context: Context,
  userId: number,
  code: MeasureCode,
): Promise<void> {
  const stored = findStoredMeasure(context, code);
  if (stored.isShipped) throw new ProblemError('shippedMeasure');
  const base = baseOf(code);
  const records = context.replica.company!.measureRecords;
  const versions = records.filter((each) => baseOf(each.code) === base).map((each) => each.code);
  const reader = records.find((each) => readsMeasure(each, base));
  if (reader)
    throw new ProblemError('measureInUse', {
      name: stored.name,
      uses: `${reader.name}, which is computed from it`,
    });
  await context.db.transaction(async (tx) => {
    const ofVersions = sql`${sql.param(versions)}::text[]`;
    // What was taken away again leaves its row; only what still says something is a use.
    await tx.execute(sql`delete from activity where measure = ${base} and value is null`);
    await tx.execute(sql`delete from target where measure = any(${ofVersions}) and target is null`);
    const {
      rows: [uses],
    } = await tx.execute<Record<string, number>>(sql`
      select (select count(*) from target where measure = any(${ofVersions}))::int as targets,
        (select count(*) from activity where measure = ${base})::int as values,
        (select count(*) from status_rule where measure = any(${ofVersions}))::int as rules,
        (select count(*) from board where settings->>'measure' = any(${ofVersions}))::int as boards,
        ${countContests(versions)} as contests, ${countAlerts(versions)} as "alert rules",
        ${countCommission(versions)} as "commission plans"`);
    const named = Object.entries(uses!).filter(([, count]) => count > 0);
    if (named.length > 0)
      throw new ProblemError('measureInUse', {
        name: stored.name,
        uses: named
          .map(([what, count]) => `${count} ${count === 1 ? what.replace(/s$/, '') : what}`)
          .join(', '),
      });
    await tx.execute(sql`delete from measure where code = any(${ofVersions})`);
    if (stored.definition.kind !== 'typed')
      await dropCustomParts(
        tx,
        records
          .filter((each) => !versions.includes(each.code))
          .flatMap(({ definition }) => listCustomAddends(definition)),
      );
    await recordAudit(tx, [
      {
        userId,
        entity: 'measure',
        entityId: base,
        action: 'deleted',
        before: toMeasureView(stored),
      },
    ]);
    await announce(tx, 'measures', null);
  });
  await context.replica.afterWrite({ company: true });
}

/** What a measure needs of deals is in the totals before the measure is. */
async function addParts(
  { replica }: Context,
  tx: Queryable,
  { definition }: Pick<StoredMeasure, 'definition'>,
): Promise<void> {
  await addCustomParts(tx, listCustomAddends(definition), replica.company!.currency);
}

function readsMeasure({ definition }: Pick<StoredMeasure, 'definition'>, base: string): boolean {
  return (
    definition.kind === 'ratio' &&
    [definition.numerator, definition.denominator].some(
      (side) => isTyped(side) && side.measure === base,
    )
  );
}

async function answer(
  context: Context,
  code: MeasureCode,
  isNewVersion: boolean,
): Promise<MeasureSaved> {
  await context.replica.afterWrite({ company: true, all: true });
  return {
    measure: toMeasureView(findStoredMeasure(context, code)),
    isNewVersion,
    use: await loadMeasureUse(context, code),
  };
}

type Kept = Omit<StoredMeasure, 'code' | 'isShipped' | 'isArchived'>;

function tidy({
  name,
  group,
  valueKind,
  decimals,
  direction,
  definition,
  description,
}: Omit<MeasureInput, 'code'>): Kept {
  // The currency decides the decimals of money.
  return {
    name: name.trim(),
    group: group.trim(),
    valueKind,
    decimals: valueKind === 'money' ? 0 : decimals,
    direction,
    definition,
    description: description.trim(),
  };
}
