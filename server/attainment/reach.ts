import type { Dataset } from '#core/dataset/dataset';
import type { MeasureCode } from '#core/measure/measure';
import type { Unit } from '#core/units/unit';

/**
 * The unit whose people alone decide a unit's figures of some measures; null where others do: who
 * is judged by the average of peers, and new customers, which another salesperson may have won
 * before.
 */
export function dependencyScopeOf(
  dataset: Dataset,
  unit: Unit,
  measures: readonly MeasureCode[],
): number | null {
  return measures.some(
    (code) => dataset.rules.comparesPeers(code) || countsNewCustomers(dataset, code),
  )
    ? null
    : unit.id;
}

function countsNewCustomers(dataset: Dataset, code: MeasureCode): boolean {
  const { formula } = dataset.measures.get(code);
  const terms =
    formula.kind === 'sum'
      ? formula.terms
      : formula.kind === 'ratio'
        ? [...formula.numerator.terms, ...formula.denominator.terms]
        : [];
  return terms.some(({ part }) => part === 'newCustomers');
}
