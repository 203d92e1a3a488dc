import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { crossTableOf } from './crossTable';
import { groupBy } from './grouped';
import { LineBook } from './lineBook';
import { toColumn } from './lineColumn';
import { gatherLines, type SliceMeasure } from './lineTable';

type Row = [day: number, deal: number, customer: number, product: number, amount: number];
const SPAN = { from: 0, to: 30 };

function tableOf(rows: readonly Row[], most: [number, number], measure: SliceMeasure = 'revenue') {
  const book = new LineBook();
  book.load(
    1,
    toColumn(
      rows.map(([day, deal, customer, product, amount]) => ({
        ...{ day, deal, customer, product, amount, dealAmount: 1 },
        ...{ category: 0, source: 0, location: 0, cost: null, quantity: 1_000 },
        ...{ isFirst: true, isOfLine: true },
      })),
    ),
  );
  const lines = gatherLines(book, [{ salespersonId: 1, from: 0, to: 100 }], SPAN);
  const customers = groupBy(lines, (row) => lines.customers[row]!);
  const products = groupBy(lines, (row) => lines.products[row]!);
  const table = crossTableOf(customers, products, { measure, most });
  return { ...table, customers, products };
}

describe('a cross table', () => {
  it('has the largest first and all others last', () => {
    const { rows, columns, cells, total, customers } = tableOf(
      [
        [1, 1, 7, 1, 500],
        [1, 1, 7, 2, 100],
        [2, 2, 8, 1, 900],
        [3, 3, 9, 3, 50],
        [4, 4, 10, 3, 20],
        [40, 5, 11, 1, 9_999],
      ],
      [2, 8],
    );
    const named = rows.map(({ code, ...each }) => ({
      customer: code === null ? null : customers.ids[code],
      ...each,
    }));
    expect(named).toEqual([
      { customer: 8, count: 1, total: 900 },
      { customer: 7, count: 1, total: 600 },
      { customer: null, count: 2, total: 70 },
    ]);
    expect(columns.map((each) => each.total)).toEqual([1_400, 100, 70]);
    expect(cells).toEqual([
      [900, 0, 0],
      [500, 100, 0],
      [0, 0, 70],
    ]);
    expect(total).toBe(1_570);
  });

  it('shows a single one more by its name', () => {
    const rows: Row[] = [1, 2, 3].map((customer) => [1, customer, customer, 1, 100]);
    expect(tableOf(rows, [2, 8]).rows.map(({ code }) => code)).toEqual([0, 1, 2]);
  });

  it('counts a deal of two products once a cell, once a row and once in all', () => {
    const { cells, rows, total } = tableOf(
      [
        [1, 1, 7, 1, 500],
        [1, 1, 7, 2, 100],
      ],
      [5, 5],
      'deals_won',
    );
    expect([cells, rows.map((each) => each.total), total]).toEqual([[[1, 1]], [1], 1]);
  });

  it('leaves nothing out: cells make rows, columns and the whole', () => {
    const row = fc.tuple(
      fc.nat(40),
      fc.integer({ min: 1, max: 20 }),
      fc.nat(6),
      fc.nat(6),
      fc.integer({ min: -500, max: 1_000 }),
    );
    fc.assert(
      fc.property(fc.array(row, { maxLength: 60 }), fc.nat(4), fc.nat(4), (lines, down, across) => {
        const { rows, columns, cells, total } = tableOf(lines, [down, across]);
        const sum = (values: number[]) => values.reduce((all, each) => all + each, 0);
        expect(cells.map(sum)).toEqual(rows.map((each) => each.total));
        expect(columns.map((_, at) => sum(cells.map((each) => each[at]!)))).toEqual(
          columns.map((each) => each.total),
        );
        expect(total).toBe(
          sum(lines.filter(([day]) => day < SPAN.to).map(([, , , , amount]) => amount)),
        );
        expect(sum(rows.map((each) => each.total))).toBe(total);
      }),
    );
  });
});
