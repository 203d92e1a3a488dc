import type { MeasureCode } from '#core/measure/measure';
import type { Books } from '#core/standing/books';
import type { Unit } from '#core/units/unit';

/**
 * The unit whose people alone decide a unit's figures of some measures; null where others do: who is judged by the average of peers,
 * and new customers, which another salesperson may have won before.
 */
export function reachOf(books: Books, unit: Unit, measures: readonly MeasureCode[]): number | null {
  return measures.some((code) => books.rules.comparesPeers(code) || countsNewCustomers(books, code)) ? null : unit.id;
}

function countsNewCustomers(books: Books, code: MeasureCode): boolean {
  const { formula } = books.measures.get(code);
  const terms = formula.kind === 'sum' ? formula.terms : formula.kind === 'ratio' ? [...formula.numerator, ...formula.denominator] : [];
  return terms.some(({ part }) => part === 'newCustomers');
}
