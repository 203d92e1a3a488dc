import { sql } from 'drizzle-orm';
import type { FieldFault } from '#contract/errors/catalogue';
import {
  type CommissionTermsInput,
  HIGHEST_AMOUNT_EACH,
  HIGHEST_RATE,
} from '#contract/schemas/commission';
import { baseScaleOf, isLineMeasure } from '#core/commission/base';
import { type CommissionTerms, findTierFault } from '#core/commission/terms';
import type { Context } from '../context';
import type { Queryable } from '../db/client';
import { findEach, NO_NAMES } from '../lists/index';
import { assertNoFieldErrors } from '../problem';

/** Terms with their products and categories by id. @throws ProblemError invalidInput */
export async function readTerms(
  { db, replica }: Context,
  { secondAbove: _second, specialRates, ...input }: CommissionTermsInput,
): Promise<CommissionTerms> {
  const faults: FieldFault[] = [];
  const measure = replica.company!.measures.find(input.measure);
  const scale = measure ? baseScaleOf(measure) : null;
  if (!scale) faults.push({ field: 'terms/measure', code: 'noCommissionMeasure' });
  else if (specialRates.length > 0 && !isLineMeasure(input.measure))
    faults.push({ field: 'terms/specialRates/0/name', code: 'rateNeedsLines' });
  const isCount = scale?.isMoney === false;
  const highest = isCount ? HIGHEST_AMOUNT_EACH : HIGHEST_RATE;
  const checkRate = (rate: number, field: string) => {
    if (rate <= highest) return;
    faults.push({
      field,
      code: 'aboveLimit',
      params: { max: isCount ? String(HIGHEST_AMOUNT_EACH / 100) : '100 %' },
    });
  };
  input.tiers.forEach(({ rate }, at) => checkRate(rate, `terms/tiers/${at}/rate`));
  const tierFault = findTierFault(input.tiers);
  if (tierFault) faults.push({ field: 'terms/tiers', code: tierFault });
  if (input.cap !== null && input.floor !== null && input.floor > input.cap)
    faults.push({ field: 'terms/floor', code: 'floorAboveCap' });
  const found: CommissionTerms['specialRates'][number][] = [];
  for (const [at, { by, name, rate }] of specialRates.entries()) {
    checkRate(rate, `terms/specialRates/${at}/rate`);
    const id = (await findEach(db, { ...NO_NAMES, [by]: name }))[by];
    if (id === null) faults.push({ field: `terms/specialRates/${at}/name`, code: 'unknownName' });
    else if (found.some((each) => each.by === by && each.id === id))
      faults.push({ field: `terms/specialRates/${at}/name`, code: 'rateTwice' });
    else found.push({ by, id, rate });
  }
  assertNoFieldErrors(faults);
  return { ...input, specialRates: found };
}

/** Names of the products and categories that terms give a rate of their own. */
export type RateNames = ReadonlyMap<string, string>;

const keyOfRate = (by: 'product' | 'category', id: number) => `${by} ${id}`;

export async function loadRateNames(
  db: Queryable,
  all: readonly CommissionTerms[],
): Promise<RateNames> {
  const idsOf = (by: 'product' | 'category') =>
    sql.param(
      all.flatMap(({ specialRates }) =>
        specialRates.filter((rate) => rate.by === by).map(({ id }) => id),
      ),
    );
  const { rows } = await db.execute<{ by: 'product' | 'category'; id: number; name: string }>(sql`
    select 'product' as by, id, name from product where id = any(${idsOf('product')}::int[])
    union all
    select 'category', id, name from category where id = any(${idsOf('category')}::int[])`);
  return new Map(rows.map(({ by, id, name }) => [keyOfRate(by, id), name]));
}

/** The same terms with names, as they are read and written. */
export function writeTerms(
  { specialRates, ...terms }: CommissionTerms,
  secondAbove: number | null,
  names: RateNames,
): CommissionTermsInput {
  return {
    ...terms,
    tiers: [...terms.tiers],
    specialRates: specialRates.map(({ by, id, rate }) => ({
      by,
      name: names.get(keyOfRate(by, id)) ?? '',
      rate,
    })),
    secondAbove,
  };
}
