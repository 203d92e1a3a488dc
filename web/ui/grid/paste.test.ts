import { describe, expect, it } from 'vitest';
import { placeBlock } from './paste';

const SIZE = { rows: 4, columns: 3 };
const cell = (row: number, column: number) => ({
  top: row,
  bottom: row,
  left: column,
  right: column,
});

describe('a pasted block', () => {
  it('goes from the first selected cell on, and is selected then', () => {
    expect(
      placeBlock(
        [
          ['1', '2'],
          ['3', '4'],
        ],
        cell(1, 1),
        SIZE,
      ),
    ).toEqual({
      ok: true,
      entries: [
        { row: 1, column: 1, text: '1' },
        { row: 1, column: 2, text: '2' },
        { row: 2, column: 1, text: '3' },
        { row: 2, column: 2, text: '4' },
      ],
      selection: { row: 2, column: 2, anchorRow: 1, anchorColumn: 1 },
    });
  });

  it('of one value fills the selection and leaves it as it was', () => {
    const placed = placeBlock([['7']], { top: 0, bottom: 1, left: 1, right: 2 }, SIZE);
    expect(placed).toMatchObject({
      ok: true,
      selection: { row: 1, column: 2, anchorRow: 0, anchorColumn: 1 },
    });
    expect(placed.ok && placed.entries.map(({ row, column, text }) => [row, column, text])).toEqual(
      [
        [0, 1, '7'],
        [0, 2, '7'],
        [1, 1, '7'],
        [1, 2, '7'],
      ],
    );
  });

  it('fits to the last row and column, and says by how much it does not', () => {
    expect(
      placeBlock(
        [
          ['1', '2'],
          ['3', '4'],
        ],
        cell(2, 1),
        SIZE,
      ).ok,
    ).toBe(true);
    expect(placeBlock([['1', '2']], cell(0, 2), SIZE)).toEqual({
      ok: false,
      fault: 'The block has 2 columns, but only 1 are left from here.',
    });
    expect(placeBlock([['1'], ['2'], ['3']], cell(2, 0), SIZE)).toEqual({
      ok: false,
      fault: 'The block has 3 rows, but only 2 are left from here.',
    });
  });

  it('of rows of different length is placed by the longest, and writes no more than it has', () => {
    const placed = placeBlock([['1'], ['2', '3']], cell(0, 0), SIZE);
    expect(placed.ok && placed.entries).toHaveLength(3);
    expect(placeBlock([['1'], ['2', '3', '4', '5']], cell(0, 0), SIZE).ok).toBe(false);
  });
});
