import type { OversizedTotal } from '#contract/schemas/oversizedTotal';
import type { Context } from '../context';
import { fieldOfPart, findOversized } from './oversized';

const MOST_DEALS = 200;
const SHOWN_DEALS = 5;

/** Who of the people one sees is left out of some figures, with the deals that are to blame. */
export async function listOversizedTotals(
  { db, replica }: Pick<Context, 'db' | 'replica'>,
  sees: (unitId: number) => boolean,
): Promise<OversizedTotal[]> {
  const left = new Map(
    replica.omitted
      .filter((each) => sees(each.salespersonId))
      .map((each) => [
        `${each.salespersonId} ${fieldOfPart(each.part)}`,
        { id: each.salespersonId, field: fieldOfPart(each.part) },
      ]),
  );
  if (left.size === 0) return [];
  const { tree } = replica.company!;
  const deals = await findOversized(db, {
    people: [...left.values()].map((each) => each.id),
    limit: MOST_DEALS,
  });
  return [...left.values()].map(({ id, field }) => {
    const unit = tree.find(id)!;
    const own = deals
      .filter((deal) => deal.salespersonId === id && deal.field === field)
      .slice(0, SHOWN_DEALS);
    return {
      salesperson: unit.code,
      name: unit.name,
      unitId: id,
      field,
      deals: own.map((deal) => ({ id: deal.id, deal: deal.deal, value: deal.value })),
    };
  });
}
