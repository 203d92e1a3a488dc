import { type SQL, sql } from 'drizzle-orm';
import { type BaseScale, baseScaleOf, isLineMeasure } from '#core/commission/base';
import type { CommissionDeal } from '#core/commission/dealCommission';
import type { Dataset } from '#core/dataset/dataset';
import { placesUnder } from '#core/ledger/activityBook';
import type { Term } from '#core/measure/definition';
import { baseOf, type Measure, type MeasureCode } from '#core/measure/measure';
import { type DaySpan, parseDay } from '#core/period/day';
import type { MemberSpan } from '#core/units/unit';
import { firstDealsOf } from '../credited/index';
import type { Queryable } from '../db/client';
import { idsOfPayees } from './locked';
import type { Payee } from './payee';
import type { StoredPlan } from './plans';

/** What a deal adds to a measure of the company's own for one salesperson. */
interface OwnPart {
  deal: number;
  day: number;
  base: number;
}

/** Parts of deals by measure and salesperson, for the measures that are not known line by line. */
export type OwnBases = ReadonlyMap<MeasureCode, ReadonlyMap<number, readonly OwnPart[]>>;

/** The scale of a plan's measure. @throws RangeError for one that no plan may have */
export function scaleOfTerms({ measures }: Dataset, code: MeasureCode): BaseScale {
  const scale = baseScaleOf(measures.get(code));
  if (!scale) throw new RangeError(`Commission cannot be paid on ${code}.`);
  return scale;
}

/** Reads what deals add to the own measures of plans, for the people that payees are paid on. */
export async function loadOwnBases(
  db: Queryable,
  { measures, tree }: Dataset,
  plans: readonly StoredPlan[],
  payees: readonly Payee[],
): Promise<OwnBases> {
  const own = new Set(plans.flatMap(({ versions }) => versions.map(({ terms }) => terms.measure)));
  const paid = idsOfPayees(payees);
  const ofPeople = new Set(paid.people);
  const bases = new Map<MeasureCode, Map<number, OwnPart[]>>();
  for (const code of own) {
    if (isLineMeasure(code)) continue;
    const measure = measures.get(code);
    if (measure.formula.kind !== 'sum') continue;
    const people = new Set<number>();
    for (const plan of plans) {
      if (!plan.versions.some(({ terms }) => terms.measure === code)) continue;
      if (plan.userId !== null && !paid.accounts.includes(plan.userId)) continue;
      for (const { salespersonId } of tree.memberSpansUnder(plan.unitId))
        if (plan.userId !== null || ofPeople.has(salespersonId)) people.add(salespersonId);
    }
    if (people.size > 0)
      bases.set(code, await loadParts(db, measure, measure.formula.terms, [...people]));
  }
  return bases;
}

async function loadParts(
  db: Queryable,
  measure: Measure,
  terms: readonly Term[],
  people: readonly number[],
): Promise<Map<number, OwnPart[]>> {
  const ids = sql.param([...people]);
  const parts = (isCustom: boolean) =>
    terms.filter(({ part }) => part !== 'newCustomers' && part.startsWith('custom:') === isCustom);
  const from = (view: SQL, wanted: readonly Term[]) => sql`
    select p.deal_id, p.salesperson_id, p.day, sum(case ${sql.join(
      wanted.map(({ part, sign }) => sql`when p.part = ${part} then ${sql.raw(String(sign))}`),
      sql` `,
    )} end * p.amount) as amount
    from mine join ${view} p on p.deal_id = mine.id and p.salesperson_id = any(${ids}::int[]) and
      p.part = any(${sql.param(wanted.map(({ part }) => part))}::text[]) group by 1, 2, 3`;
  const sources: SQL[] = [
    ...(parts(false).length > 0 ? [from(sql`deal_part`, parts(false))] : []),
    ...(parts(true).length > 0 ? [from(sql`deal_custom_part`, parts(true))] : []),
    ...(terms.some(({ part }) => part === 'newCustomers')
      ? [
          sql`select f.id as deal_id, f.salesperson_id, f.day, 1 as amount
            from (${firstDealsOf(sql`mine`)}) f`,
        ]
      : []),
  ];
  const { rows } = await db.execute<{ deal: number; who: number; day: string; amount: string }>(sql`
    with mine as (select id from deal where salesperson_id = any(${ids}::int[]) union
      select deal_id from deal_credit where salesperson_id = any(${ids}::int[]))
    select deal_id as deal, salesperson_id as who, day::text, sum(amount)::text as amount
    from (${sql.join(sources, sql` union all `)}) e where salesperson_id = any(${ids}::int[])
    group by 1, 2, 3 having sum(amount) <> 0 order by day, 1`);
  const { perPart } = baseScaleOf(measure)!;
  const ofPeople = new Map<number, OwnPart[]>(people.map((id) => [id, []]));
  for (const { deal, who, day, amount } of rows)
    ofPeople.get(who)!.push({ deal, day: parseDay(day)!, base: Number(amount) * perPart });
  return ofPeople;
}

/** What people's deals, or values typed in for a unit and those below, come to; by day, then deal. */
export function ownDealsOf(
  { measures, activities, tree }: Dataset,
  bases: OwnBases,
  code: MeasureCode,
  {
    unitId,
    memberSpans,
    span,
  }: { unitId: number; memberSpans: readonly MemberSpan[]; span: DaySpan },
): CommissionDeal[] {
  const measure = measures.get(code);
  const { perPart } = baseScaleOf(measure)!;
  const found = new Map<string, { deal: number | null; day: number; base: number }>();
  const add = (deal: number | null, day: number, base: number) => {
    const key = `${day} ${deal}`;
    const known = found.get(key);
    if (known) known.base += base;
    else found.set(key, { deal, day, base });
  };
  if (measure.formula.kind === 'typed')
    for (const place of placesUnder(tree, unitId, span))
      for (const { day, value } of activities.entriesIn(baseOf(code), place.unitId, place))
        add(null, day, value * perPart);
  else
    for (const { salespersonId, from, to } of memberSpans)
      for (const { deal, day, base } of bases.get(code)?.get(salespersonId) ?? [])
        if (day >= Math.max(from, span.from) && day < Math.min(to, span.to)) add(deal, day, base);
  return [...found.values()]
    .filter(({ base }) => base !== 0)
    .sort((a, b) => a.day - b.day || (a.deal ?? 0) - (b.deal ?? 0))
    .map(({ deal, day, base }) => ({ deal, day, lines: [{ product: 0, category: 0, base }] }));
}
