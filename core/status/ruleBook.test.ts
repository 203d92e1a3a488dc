import { describe, expect, it } from 'vitest';
import { buildMeasureBook } from '../measure/measureBook';
import { SHIPPED_MEASURES } from '../measure/shipped';
import { parseDay } from '../period/day';
import { defaultRule, type StatusRule } from './rule';
import { buildRuleBook } from './ruleBook';

const day = (text: string) => parseDay(text)!;
const month = (number: number) => ({
  from: day(`2026-${String(number).padStart(2, '0')}-01`),
  to: day(`2026-${String(number + 1).padStart(2, '0')}-01`),
});
const named = (word: string): StatusRule => {
  const rule = defaultRule({ isCumulative: true, direction: 'higher' });
  return { ...rule, labels: { ...rule.labels, open: [word, 'b', 'c', 'd'] } };
};
const [spring, summer] = [named('spring'), named('summer')];
const version = (code: string) => ({ ...SHIPPED_MEASURES[0]!, code });
const book = buildRuleBook(
  buildMeasureBook([...SHIPPED_MEASURES, version('revenue@2'), version('revenue@3')]),
  [
    { measure: 'revenue', from: day('2026-04-01'), rule: spring },
    { measure: 'revenue', from: day('2026-07-15'), rule: summer },
    { measure: 'revenue@3', from: day('2026-05-01'), rule: named('third') },
  ],
  day('2026-08-10'),
);

describe('the rule of a day', () => {
  it('is the one in force on the last day of the period', () => {
    expect(book.of('revenue', month(4))).toBe(spring);
    expect(book.of('revenue', month(6))).toBe(spring);
    // It began on the 15th.
    expect(book.of('revenue', month(7))).toBe(summer);
    expect(book.since('revenue', month(6))).toBe(day('2026-04-01'));
    expect(book.since('revenue', month(7))).toBe(day('2026-07-15'));
  });

  it('is today’s while the period runs, and of its first day before it begins', () => {
    const at = (asOf: string) =>
      buildRuleBook(
        buildMeasureBook(SHIPPED_MEASURES),
        [
          { measure: 'revenue', from: day('2026-04-01'), rule: spring },
          { measure: 'revenue', from: day('2026-07-15'), rule: summer },
        ],
        day(asOf),
      );
    expect(at('2026-07-14').of('revenue', month(7))).toBe(spring);
    expect(at('2026-07-15').of('revenue', month(7))).toBe(summer);
    expect(at('2026-06-01').of('revenue', month(7))).toBe(spring);
    expect(at('2026-06-01').of('revenue', month(8))).toBe(summer);
  });

  it('is the one that ships where none is set, and before the first', () => {
    const shipped = defaultRule({ isCumulative: true, direction: 'higher' });
    expect(book.of('revenue', month(3))).toEqual(shipped);
    expect(book.since('revenue', month(3))).toBeNull();
    expect(book.of('deals_won', month(7))).toEqual(shipped);
    expect(book.since('deals_won', month(7))).toBeNull();
  });

  it('of a version is its own, else that of the first version', () => {
    expect(book.of('revenue@2', month(7))).toBe(summer);
    expect(book.of('revenue@3', month(7)).labels.open[0]).toBe('third');
  });

  it('changes on the days of a span, the first first', () => {
    const from = day('2026-04-01');
    expect(book.changesIn('revenue', { from, to: day('2026-12-01') })).toEqual([
      from,
      day('2026-07-15'),
    ]);
    expect(book.changesIn('revenue', { from: from + 1, to: day('2026-07-15') })).toEqual([]);
    expect(book.changesIn('revenue', { from: from + 1, to: day('2026-07-16') })).toEqual([
      day('2026-07-15'),
    ]);
  });

  it('compares peers where any of its rules does, of whatever day', () => {
    const peers = { ...spring, benchmark: 'peerAverage' as const };
    const withPeers = buildRuleBook(
      buildMeasureBook(SHIPPED_MEASURES),
      [
        { measure: 'revenue', from: day('2020-01-01'), rule: peers },
        { measure: 'revenue', from: day('2026-01-01'), rule: spring },
      ],
      day('2026-08-10'),
    );
    expect(withPeers.comparesPeers('revenue')).toBe(true);
    expect(withPeers.comparesPeers('deals_won')).toBe(false);
    expect(book.comparesPeers('revenue')).toBe(false);
  });
});
