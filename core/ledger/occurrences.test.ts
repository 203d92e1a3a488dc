import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { Occurrences, type Occurrence } from './occurrences';

const one = fc.record({ salespersonId: fc.integer({ min: 1, max: 4 }), dealId: fc.nat(10_000), day: fc.integer({ min: 20_000, max: 20_040 }), customer: fc.integer({ min: 1, max: 9 }), product: fc.integer({ min: 0, max: 3 }), location: fc.integer({ min: 0, max: 2 }) });
const many = fc.uniqueArray(one, { selector: (each) => each.dealId, maxLength: 60 });
type Won = Occurrence & { salespersonId: number };
const span = fc.tuple(fc.integer({ min: 19_995, max: 20_045 }), fc.nat(45)).map(([from, days]) => ({ from, to: from + days }));

function build(all: readonly Won[]): Occurrences {
  const occurrences = new Occurrences();
  for (const { salespersonId, ...each } of all) occurrences.add(salespersonId, each);
  return occurrences;
}

/** The first deal of a customer: the earliest day, then the earliest recorded. */
const isFirst = (all: readonly Won[], each: Won) => !all.some((other) => other.customer === each.customer && (other.day < each.day || (other.day === each.day && other.dealId < each.dealId)));

describe('what is counted apart', () => {
  it('is as many customers and products as a set of them, for people and their days', () => {
    fc.assert(fc.property(many, span, fc.array(fc.record({ salespersonId: fc.integer({ min: 1, max: 4 }), from: fc.integer({ min: 19_990, max: 20_020 }), to: fc.integer({ min: 20_021, max: 20_050 }) }), { maxLength: 3 }), (all, { from, to }, segments) => {
      const counted = all.filter((each) => each.day >= from && each.day < to && segments.some((segment) => segment.salespersonId === each.salespersonId && each.day >= segment.from && each.day < segment.to));
      const occurrences = build(all);
      expect(occurrences.countDistinct(segments, 'customer', { from, to })).toBe(new Set(counted.map((each) => each.customer)).size);
      expect(occurrences.countEachDistinct(segments, { from, to })).toEqual(Object.fromEntries((['customer', 'product', 'location'] as const).map((field) => [field, occurrences.countDistinct(segments, field, { from, to })])));
      for (const field of ['product', 'location'] as const) expect(occurrences.countDistinct(segments, field, { from, to })).toBe(new Set(counted.map((each) => each[field]).filter((key) => key !== 0)).size);
    }));
  });

  it('is a customer new once, on the day of the first deal ever, for whom that names', () => {
    fc.assert(fc.property(many, span, (all, { from, to }) => {
      const occurrences = build(all);
      for (const person of [1, 2, 3, 4]) {
        const wanted = all.filter((each) => each.salespersonId === person && each.day >= from && each.day < to && isFirst(all, each)).length;
        expect(occurrences.countNewCustomers(person, { from, to })).toBe(wanted);
      }
      expect(occurrences.countAllNewCustomers({ from: 0, to: 30_000 })).toBe(new Set(all.map((each) => each.customer)).size);
    }));
  });

  it('follows a day that is read anew', () => {
    fc.assert(fc.property(many, many, fc.integer({ min: 1, max: 4 }), fc.integer({ min: 20_000, max: 20_040 }), (all, others, person, day) => {
      const occurrences = build(all);
      occurrences.countAllNewCustomers({ from: 0, to: 1 });
      const fresh = others.map((each, i) => ({ ...each, salespersonId: person, day, dealId: 20_000 + i }));
      occurrences.replaceDay(person, day, fresh);
      const now = [...all.filter((each) => each.salespersonId !== person || each.day !== day), ...fresh];
      const again = build(now);
      for (const each of [1, 2, 3, 4]) expect(occurrences.countNewCustomers(each, { from: 0, to: 30_000 })).toBe(again.countNewCustomers(each, { from: 0, to: 30_000 }));
    }));
  });
});
