import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { MemberSpan } from '../units/unit';
import { DistinctCounts } from './distinctCounts';
import { IdCounts } from './idCounts';
import { type Occurrence, Occurrences } from './occurrences';

const PEOPLE = 30;
/**
 * A large unit, in which everybody stood for some of the days and the first two twice; and a small
 * one.
 */
const LARGE: MemberSpan[] = [
  ...Array.from({ length: PEOPLE }, (_, i) => ({
    salespersonId: i + 1,
    from: 20_000 + (i % 4),
    to: 20_020,
  })),
  { salespersonId: 1, from: 20_025, to: 20_040 },
  { salespersonId: 2, from: 20_025, to: 20_040 },
];
const SMALL = LARGE.slice(0, 3);

type Won = Occurrence & { salespersonId: number };
const deal = fc.record({
  salespersonId: fc.integer({ min: 1, max: PEOPLE + 2 }),
  day: fc.integer({ min: 19_998, max: 20_042 }),
  customer: fc.integer({ min: 1, max: 2_000 }),
  product: fc.integer({ min: 0, max: 4 }),
  location: fc.integer({ min: 0, max: 2 }),
});
const FIELDS = ['customer', 'product', 'location'] as const;

function recount(
  all: readonly Won[],
  memberSpans: readonly MemberSpan[],
  { from, to }: { from: number; to: number },
) {
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
  return Object.fromEntries(
    FIELDS.map((field) => [
      field,
      new Set(counted.map((each) => each[field]).filter((id) => id !== 0)).size,
    ]),
  );
}

describe('distinct counts', () => {
  it('are those of a recount after any history of deals won, changed and voided', () => {
    const step = fc.oneof(
      fc.record({ kind: fc.constant('win' as const), deal }),
      fc.record({ kind: fc.constant('void' as const), at: fc.nat(50) }),
      fc.record({
        kind: fc.constant('change' as const),
        at: fc.nat(50),
        customer: fc.integer({ min: 1, max: 9 }),
      }),
      fc.record({
        kind: fc.constant('load' as const),
        salespersonId: fc.integer({ min: 1, max: PEOPLE }),
      }),
      fc.record({
        kind: fc.constant('ask' as const),
        isLarge: fc.boolean(),
        from: fc.integer({ min: 19_995, max: 20_045 }),
        days: fc.nat(45),
      }),
    );
    fc.assert(
      fc.property(fc.array(step, { minLength: 5, maxLength: 60 }), (steps) => {
        const occurrences = new Occurrences();
        const counts = new DistinctCounts(occurrences);
        let all: Won[] = [];
        let next = 1;
        const readAnew = ({ salespersonId, day }: Won) =>
          occurrences.replaceDay(
            salespersonId,
            day,
            all.filter((each) => each.salespersonId === salespersonId && each.day === day),
          );
        for (const each of steps) {
          if (each.kind === 'win') {
            const won = { ...each.deal, dealId: next++ };
            all.push(won);
            readAnew(won);
          } else if (each.kind === 'load') {
            all = all.filter((won) => won.salespersonId !== each.salespersonId);
            occurrences.load(each.salespersonId, []);
          } else if (each.kind === 'ask') {
            const span = { from: each.from, to: each.from + each.days };
            // Twice: the first counts, the second finds what is kept.
            for (let i = 0; i < 2; i++)
              expect(
                counts.count(each.isLarge ? 1 : 2, each.isLarge ? LARGE : SMALL, span),
              ).toEqual(recount(all, each.isLarge ? LARGE : SMALL, span));
          } else if (all.length > 0) {
            const old = all[each.at % all.length]!;
            all = all.filter((won) => won !== old);
            if (each.kind === 'change') all.push({ ...old, customer: each.customer });
            readAnew(old);
          }
        }
        const span = { from: 20_000, to: 20_030 };
        expect(counts.count(1, LARGE, span)).toEqual(recount(all, LARGE, span));
      }),
      { numRuns: 300 },
    );
  });

  it('stay right when more units and spans are asked for than are kept, and more changes than are remembered', () => {
    const occurrences = new Occurrences();
    const counts = new DistinctCounts(occurrences);
    for (let i = 0; i < 250; i++) {
      occurrences.add(1 + (i % PEOPLE), {
        dealId: i + 1,
        day: 20_005,
        customer: i + 1,
        product: 0,
        location: 0,
      });
      expect(counts.count(i, LARGE, { from: 20_000, to: 20_010 + i }).customer).toBe(i + 1);
    }
    for (let i = 0; i < 10_050; i++)
      occurrences.replaceDay(9, 20_006, [
        { dealId: 300, day: 20_006, customer: 9_000 + i, product: 1, location: 0 },
      ]);
    expect(counts.count(1, LARGE, { from: 20_000, to: 20_011 })).toEqual({
      customer: 251,
      product: 1,
      location: 0,
    });
    expect(occurrences.log.changes.length).toBeLessThan(10_001);
  });
});

describe('how often ids are there', () => {
  it('counts different ones as a list would, whatever comes and goes, and nothing not at all', () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.tuple(
            fc.boolean(),
            fc.oneof(fc.integer({ min: 0, max: 5 }), fc.integer({ min: 0, max: 50_000 })),
          ),
        ),
        (steps) => {
          const ids = new IdCounts();
          const list: number[] = [];
          for (const [comes, id] of steps) {
            if (comes) {
              ids.add(id);
              list.push(id);
            } else if (list.includes(id)) {
              ids.remove(id);
              list.splice(list.indexOf(id), 1);
            }
            expect(ids.count).toBe(new Set(list.filter((each) => each !== 0)).size);
          }
        },
      ),
    );
  });
});
