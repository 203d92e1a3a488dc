import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { type CreditedLine, toColumn } from '../slices/lineColumn';
import { changesByCustomer, lastSaleBy, mainCause } from './cause';

const line = (day: number, customer: number, amount: number): CreditedLine => ({
  deal: day * 100 + customer,
  day,
  customer,
  product: 0,
  category: 0,
  source: 0,
  location: 0,
  amount,
  cost: null,
  dealAmount: amount,
  quantity: 0,
  isFirst: true,
  isOfLine: false,
});
const NOW = { from: 100, to: 110 };
const THEN = { from: 0, to: 10 };

describe('what stands out behind a gap', () => {
  it('is the customer that bought least of what it bought a year before', () => {
    const changes = changesByCustomer(
      toColumn([line(3, 1, 500), line(4, 2, 300), line(101, 1, 400), line(105, 3, 50)]),
      NOW,
      THEN,
    );
    expect(mainCause(changes, -600)).toEqual({ customer: 2, now: 0, then: 300 });
    expect(mainCause(changes, 200)).toEqual({ customer: 3, now: 50, then: 0 });
  });

  it('is nobody where none makes a fifth of it, and never what has no customer', () => {
    const changes = [
      { customer: 1, now: 0, then: 19 },
      { customer: 0, now: 0, then: 900 },
    ];
    expect(mainCause(changes, -100)).toBeNull();
    expect(mainCause(changes, -95)).toEqual(changes[0]);
    expect(mainCause([], -100)).toBeNull();
  });

  it('adds up: the changes of all customers are the change of all lines', () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.nat(120), fc.nat(5), fc.integer({ min: -999, max: 999 }))),
        (lines) => {
          const column = toColumn(lines.map((each) => line(...each)));
          const sumIn = ({ from, to }: typeof NOW) =>
            lines.reduce((sum, [day, , amount]) => sum + (day >= from && day < to ? amount : 0), 0);
          const changes = changesByCustomer(column, NOW, THEN);
          const total = (side: 'now' | 'then') =>
            changes.reduce((sum, change) => sum + change[side], 0);
          expect([total('now'), total('then')]).toEqual([sumIn(NOW), sumIn(THEN)]);
        },
      ),
    );
  });

  it('knows the last sale up to a day; a refund is none', () => {
    const column = toColumn([line(3, 1, 500), line(7, 1, -500), line(9, 1, 10)]);
    expect([lastSaleBy(column, 8), lastSaleBy(column, 9), lastSaleBy(column, 2)]).toEqual([
      3,
      9,
      null,
    ]);
  });
});
