import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { countedOf, type DealState, explainChange } from './dealChange';

const state = (over: Partial<DealState> = {}): DealState => ({
  status: 'won',
  closedOn: 10,
  voided: false,
  amount: 100,
  currency: 'EUR',
  credits: [{ salespersonId: 1, minor: 100 }],
  ...over,
});
/** Persons 1 and 2, days 0 to 19. */
const holds = (person: number, day: number) => person <= 2 && day < 20;

describe('what a change did', () => {
  it.each([
    ['booked', null, state(), 100],
    ['voided', state(), state({ voided: true }), -100],
    ['restored', state({ voided: true }), state(), 100],
    ['booked', state({ status: 'open', closedOn: null }), state(), 100],
    ['takenBack', state(), state({ status: 'lost' }), -100],
    ['movedOut', state(), state({ closedOn: 25 }), -100],
    ['movedIn', state({ closedOn: 25 }), state(), 100],
    ['movedOut', state(), state({ credits: [{ salespersonId: 3, minor: 100 }] }), -100],
    [
      'amountChanged',
      state(),
      state({ amount: 150, credits: [{ salespersonId: 1, minor: 150 }] }),
      50,
    ],
    [
      'creditChanged',
      state(),
      state({
        credits: [
          { salespersonId: 1, minor: 60 },
          { salespersonId: 3, minor: 40 },
        ],
      }),
      -40,
    ],
    ['restated', state(), state({ credits: [{ salespersonId: 1, minor: 104 }] }), 4],
  ] as const)('%s', (kind, before, after, difference) =>
    expect(explainChange(before, after, holds)).toEqual({ kind, difference }),
  );

  it('is nothing where the figure stays', () => {
    expect(
      explainChange(state(), state({ credits: [{ salespersonId: 2, minor: 100 }] }), holds),
    ).toBeNull();
    expect(explainChange(null, state({ status: 'open', closedOn: null }), holds)).toBeNull();
  });

  it('adds up, over any history, to the difference of its ends', () => {
    const any = fc.record({
      status: fc.constantFrom('open' as const, 'won' as const, 'lost' as const),
      closedOn: fc.constantFrom(null, 5, 19, 20, 30),
      voided: fc.boolean(),
      amount: fc.integer({ min: -500, max: 500 }),
      currency: fc.constantFrom('EUR', 'GBP'),
      credits: fc.array(
        fc.record({
          salespersonId: fc.integer({ min: 1, max: 4 }),
          minor: fc.integer({ min: -500, max: 500 }),
        }),
        { minLength: 1, maxLength: 3 },
      ),
    });
    fc.assert(
      fc.property(fc.array(any, { minLength: 1, maxLength: 8 }), (states) => {
        const sum = states.reduce(
          (total, after, index) =>
            total + (explainChange(states[index - 1] ?? null, after, holds)?.difference ?? 0),
          0,
        );
        expect(sum).toBe(countedOf(states.at(-1)!, holds));
      }),
    );
  });
});
