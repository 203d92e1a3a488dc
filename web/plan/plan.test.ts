import { describe, expect, it } from 'vitest';
import { parseBlock, toBlock } from '../ui/grid/clipboard';
import { cellsOf, moveSelection, single, toBlockOf } from '../ui/grid/selection';
import { scaleLimits } from './proposal';

describe('blocks from a spreadsheet', () => {
  it('are rows and columns, with either line break and a last one that is no row', () => {
    expect(parseBlock('1\t2\r\n3\t"4"\r\n')).toEqual([
      ['1', '2'],
      ['3', '4'],
    ]);
    expect(parseBlock('80,000')).toEqual([['80,000']]);
    expect(
      parseBlock(
        toBlock([
          ['a', ''],
          ['', 'd'],
        ]),
      ),
    ).toEqual([
      ['a', ''],
      ['', 'd'],
    ]);
  });
});

describe('selection', () => {
  const size = { rows: 3, columns: 4 };
  it('stays within the sheet and grows from its anchor', () => {
    expect(moveSelection(single(0, 0), { rows: -1, columns: -1 }, size, false)).toEqual(
      single(0, 0),
    );
    const grown = moveSelection(single(2, 3), { rows: -1, columns: -2 }, size, true);
    expect(toBlockOf(grown)).toEqual({ top: 1, bottom: 2, left: 1, right: 3 });
    expect([...cellsOf(toBlockOf(grown))]).toHaveLength(6);
  });
});

describe('a part of a target', () => {
  it.each([
    [{ value: 100, floor: 80, stretch: 115 }, 50, { floor: 40, stretch: 58 }],
    [{ value: 100, floor: null, stretch: null }, 50, { floor: null, stretch: null }],
    [{ value: 3, floor: 3, stretch: 3 }, 2, { floor: 2, stretch: 2 }],
    [{ value: null, floor: null, stretch: null }, 50, { floor: null, stretch: null }],
  ])('of %j is %i with %j', (cell, part, limits) =>
    expect(scaleLimits(cell, part)).toEqual(limits),
  );
});
