import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { type Occurrence, Occurrences } from './occurrences';

const one = fc.record({
  salespersonId: fc.integer({ min: 1, max: 4 }),
  dealId: fc.nat(10_000),
  day: fc.integer({ min: 20_000, max: 20_040 }),
  customer: fc.integer({ min: 1, max: 9 }),
  product: fc.integer({ min: 0, max: 3 }),
  location: fc.integer({ min: 0, max: 2 }),
});
const many = fc.uniqueArray(one, { selector: (each) => each.dealId, maxLength: 60 });
type Won = Occurrence & { salespersonId: number };
const span = fc
  .tuple(fc.integer({ min: 19_995, max: 20_045 }), fc.nat(45))
  .map(([from, days]) => ({ from, to: from + days }));

function build(all: readonly Won[]): Occurrences {
  const occurrences = new Occurrences();
  for (const { salespersonId, ...each } of all) occurrences.add(salespersonId, each);
  return occurrences;
}

/** The first deal of a customer: the earliest day, then the earliest recorded. */
const isFirst = (all: readonly Won[], each: Won) =>
  !all.some(
    (other) =>
      other.customer === each.customer &&
      (other.day < each.day || (other.day === each.day && other.dealId < each.dealId)),
  );

describe('what is counted apart', () => {
  it('is as many customers and products as a set of them, for people and their days', () => {
    fc.assert(
      fc.property(
        many,
        span,
        fc.array(
          fc.record({
            salespersonId: fc.integer({ min: 1, max: 4 }),
            from: fc.integer({ min: 19_990, max: 20_020 }),
            to: fc.integer({ min: 20_021, max: 20_050 }),
          }),
          { maxLength: 3 },
        ),
        (all, { from, to }, memberSpans) => {
          const counted = all.filter(
            (each) =>
              each.day >= from &&
              each.day < to &&
              memberSpans.some(
                (segment) =>
                  segment.salespersonId === each.salespersonId &&
                  each.day >= segment.from &&
                  each.day < segment.to,
              ),
          );
          const occurrences = build(all);
          const different = (field: 'customer' | 'product' | 'location') =>
            new Set(counted.map((each) => each[field]).filter((key) => key !== 0)).size;
          expect(occurrences.countEachDistinct(memberSpans, { from, to })).toEqual({
            customer: different('customer'),
            product: different('product'),
            location: different('location'),
          });
        },
      ),
    );
  });

  it('is a customer new once, on the day of the first deal ever, for whom that names', () => {
    fc.assert(
      fc.property(many, span, (all, { from, to }) => {
        const occurrences = build(all);
        for (const person of [1, 2, 3, 4]) {
          const wanted = all.filter(
            (each) =>
              each.salespersonId === person &&
              each.day >= from &&
              each.day < to &&
              isFirst(all, each),
          ).length;
          expect(occurrences.countNewCustomers(person, { from, to })).toBe(wanted);
        }
        expect(occurrences.countAllNewCustomers({ from: 0, to: 30_000 })).toBe(
          new Set(all.map((each) => each.customer)).size,
        );
      }),
    );
  });

  it('follows days that are read anew, whenever it is asked for between them', () => {
    const step = fc.record({
      salespersonId: fc.integer({ min: 1, max: 4 }),
      day: fc.integer({ min: 20_000, max: 20_006 }),
      won: fc.uniqueArray(one, { selector: (each) => each.dealId, maxLength: 4 }),
      isAsked: fc.boolean(),
    });
    fc.assert(
      fc.property(many, fc.array(step, { maxLength: 12 }), (loaded, steps) => {
        const occurrences = new Occurrences();
        for (const person of [1, 2, 3, 4])
          occurrences.load(
            person,
            loaded.filter((each) => each.salespersonId === person),
          );
        let all: Won[] = [...loaded];
        for (const { salespersonId, day, won, isAsked } of steps) {
          // A deal has one id for good: what is read again under it is the same deal, on its day.
          const fresh = won
            .filter((each) =>
              all.every(
                (other) =>
                  other.dealId !== each.dealId ||
                  (other.salespersonId === salespersonId && other.day === day),
              ),
            )
            .map((each) => ({ ...each, salespersonId, day }));
          occurrences.replaceDay(salespersonId, day, fresh);
          all = [
            ...all.filter((each) => each.salespersonId !== salespersonId || each.day !== day),
            ...fresh,
          ];
          if (!isAsked) continue;
          for (const person of [1, 2, 3, 4]) {
            const span = { from: 20_000, to: 20_004 };
            expect(occurrences.countNewCustomers(person, span)).toBe(
              all.filter(
                (each) =>
                  each.salespersonId === person &&
                  each.day >= span.from &&
                  each.day < span.to &&
                  isFirst(all, each),
              ).length,
            );
          }
        }
      }),
      { numRuns: 300 },
    );
  });
});
