import { sql } from 'drizzle-orm';
import type { FirstRunInput, SampleData, SampleDataRemoval } from '#contract/schemas/company';
import { recordAudit } from '../audit/record';
import type { Context } from '../context';
import { announce } from '../db/notify';
import { company, unit } from '../db/tables/index';
import { ProblemError } from '../problem';
import { insertCompany, prepareCompany } from './service';

/** What goes when the sample data are put away; none of it where the company is one's own. */
export async function viewSampleData({ db, replica }: Context): Promise<SampleData> {
  const { rows } = await db.execute<Omit<SampleData, 'isDemo'>>(sql`select
    (select count(*) from deal)::int as deals, (select count(*) from customer)::int as customers,
    (select count(*) from target t join plan p on p.id = t.plan_id where t.target is not null and
      p.status = 'published')::int as targets,
    (select count(*) from activity where value is not null)::int as values,
    (select count(*) from unit where kind = 'salesperson')::int as people,
    (select count(*) from unit where kind <> 'salesperson')::int as units`);
  return { isDemo: replica.company!.isDemo, ...rows[0]! };
}

function refuseOwn({ replica }: Context): void {
  if (!replica.company!.isDemo) throw new ProblemError('noSampleData');
}

/**
 * Puts away deals, targets, customers, products and typed-in values of the demonstration, with the
 * record of how they came; people, units, measures, rules and the rest of the setup stay. @throws
 * ProblemError noSampleData
 */
export async function removeSampleData(
  context: Context,
  userId: number,
  { name }: SampleDataRemoval,
): Promise<void> {
  refuseOwn(context);
  const before = await viewSampleData(context);
  await context.db.transaction(async (tx) => {
    await tx.execute(sql`select put_sample_data_away(true)`);
    await tx.update(company).set({ name: name.trim() });
    await tx
      .update(unit)
      .set({ name: name.trim() })
      .where(sql`${unit.kind} = 'company'`);
    await recordAudit(tx, [
      {
        userId,
        entity: 'company',
        entityId: '1',
        action: 'sample data put away',
        before,
        after: { name: name.trim() },
      },
    ]);
    await announce(tx, 'company', null);
  });
  await context.replica.afterWrite({ company: true, all: true });
}

/**
 * Puts the demonstration company away whole and writes one's own in its place, in one transaction;
 * returns the id of its administrator. @throws ProblemError noSampleData, invalidInput
 */
export async function replaceSampleCompany(
  context: Context,
  input: FirstRunInput,
): Promise<number> {
  refuseOwn(context);
  const prepared = await prepareCompany(input);
  const userId = await context.db.transaction(async (tx) => {
    await tx.execute(sql`select put_sample_data_away(false)`);
    return insertCompany(tx, input, prepared);
  });
  await context.replica.afterWrite({ company: true, all: true });
  return userId;
}
