import type { DistinctField } from '../measure/definition';
import type { DaySpan } from '../period/day';
import type { MemberSpan } from '../units/unit';
import { LogReader } from './changeLog';
import { IdCounts } from './idCounts';
import type { OccurrenceNews, Occurrences } from './occurrences';
import { placesOf } from './wonColumn';

/** Fewer people are counted as quickly as found. */
const MANY_SEGMENTS = 20;
/** Units and spans together; a company's customers take up to a hundred kilobytes each time. */
const MOST_KEPT = 100;

interface Counted {
  memberSpans: readonly MemberSpan[];
  span: DaySpan;
  ids: Record<DistinctField, IdCounts>;
}

/**
 * How many different customers, products and locations a unit won a deal with in a span: counted
 * when it is first asked for, and for large units kept up with every booking, for a company's month
 * is ten thousand deals and its year a hundred thousand.
 */
export class DistinctCounts {
  private kept = new Map<string, Counted>();
  private reader: LogReader<OccurrenceNews>;

  constructor(private occurrences: Occurrences) {
    this.reader = new LogReader(
      occurrences.log,
      () => this.kept.clear(),
      (news) => {
        for (const each of this.kept.values()) take(each, news);
      },
    );
  }

  /** @param memberSpans the days on which people stood under the unit */
  count(
    unitId: number,
    memberSpans: readonly MemberSpan[],
    span: DaySpan,
  ): Record<DistinctField, number> {
    if (memberSpans.length < MANY_SEGMENTS)
      return this.occurrences.countEachDistinct(memberSpans, span);
    this.reader.keepUp();
    const key = `${unitId} ${span.from} ${span.to}`;
    let found = this.kept.get(key);
    if (!found) {
      if (this.kept.size >= MOST_KEPT) this.kept.clear();
      this.kept.set(key, (found = this.build(memberSpans, span)));
    }
    const { customer, product, location } = found.ids;
    return { customer: customer.count, product: product.count, location: location.count };
  }

  private build(memberSpans: readonly MemberSpan[], span: DaySpan): Counted {
    const ids = { customer: new IdCounts(), product: new IdCounts(), location: new IdCounts() };
    for (const segment of memberSpans) {
      const column = this.occurrences.columnOf(segment.salespersonId);
      const [from, to] = placesOf(column, {
        from: Math.max(segment.from, span.from),
        to: Math.min(segment.to, span.to),
      });
      for (let at = from; at < to; at++) {
        ids.customer.add(column.customers[at]!);
        ids.product.add(column.products[at]!);
        ids.location.add(column.locations[at]!);
      }
    }
    return { memberSpans, span, ids };
  }
}

/** Takes in what came and went, as far as it was won under the unit within the span. */
function take(
  { memberSpans, span, ids }: Counted,
  { salespersonId, day, gone, come }: OccurrenceNews,
): void {
  if (day < span.from || day >= span.to) return;
  if (
    !memberSpans.some(
      (segment) =>
        segment.salespersonId === salespersonId && segment.from <= day && segment.to > day,
    )
  )
    return;
  for (const each of gone) for (const field of FIELDS) ids[field].remove(each[field]);
  for (const each of come) for (const field of FIELDS) ids[field].add(each[field]);
}

const FIELDS: readonly DistinctField[] = ['customer', 'product', 'location'];
