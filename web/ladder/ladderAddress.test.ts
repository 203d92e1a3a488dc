import { describe, expect, it } from 'vitest';
import { readLadderAddress, toLength } from './ladderAddress';

const rule = { kind: 'month', firstMonth: 4, yearLabel: 'ends' } as const;

describe('the address of the ladder', () => {
  it('takes what it understands', () => {
    expect(readLadderAddress(new URLSearchParams('level=team&by=gap&ramps=out'))).toEqual({
      level: 'team',
      by: 'gap',
      withoutRamps: true,
      columns: ['deals_won', 'average_deal'],
    });
    expect(readLadderAddress(new URLSearchParams('level=village&by=luck'))).toEqual({
      level: undefined,
      by: 'attainment',
      withoutRamps: false,
      columns: ['deals_won', 'average_deal'],
    });
    const columns = (text: string) => readLadderAddress(new URLSearchParams(text)).columns;
    expect([columns('columns=none'), columns('columns=a,b,c,d,e')]).toEqual([
      [],
      ['a', 'b', 'c', 'd'],
    ]);
  });
  it.each([
    ['FY2027-P08', 'day', '2026-11-18'],
    ['FY2027-P08', 'week', '2026-W47'],
    ['FY2027-P07', 'day', '2026-10-31'],
    ['FY2027', 'month', 'FY2027-P08'],
    ['2026-11-18', 'quarter', 'FY2027-Q3'],
    ['FY2028', 'month', 'FY2028-P01'],
    ['nonsense', 'year', 'FY2027'],
  ] as const)('goes from %s to the %s %s', (shown, length, id) =>
    expect(toLength(rule, '2026-11-18', shown, length)).toBe(id),
  );
});
