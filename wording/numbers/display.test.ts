import { afterEach, describe, expect, it } from 'vitest';
import { type Display, FIRST_DISPLAY } from '#core/money/display';
import { ENGLISH, languageOf, readLanguageFrom } from '../language';
import { showBelow, showBelowInColumn,showColumn, showFigure, showGap } from './display';

const EUR = { kind: 'money', currency: 'EUR' } as const;
const as = (over: Partial<Display>): Display => ({ ...FIRST_DISPLAY, ...over });

describe('figures as somebody wants them', () => {
  it.each([
    [39_618_050, as({}), '€396,181', '396,181'],
    [39_618_050, as({ decimals: 2 }), '€396,180.50', '396,180.50'],
    [39_618_050, as({ units: 'thousands' }), '€396k', '396k'],
    [39_618_050, as({ units: 'thousands', decimals: 1 }), '€396.2k', '396.2k'],
    [39_618_050, as({ units: 'millions', decimals: 2 }), '€0.40m', '0.40m'],
    [-39_618_050, as({ units: 'automatic' }), '−€396k', '−396k'],
    [123_456_789, as({ units: 'automatic' }), '€1.23m', '1.23m'],
    [45_600, as({ units: 'automatic' }), '€456', '456'],
    [-40, as({ units: 'thousands' }), '€0k', '0k'],
  ])('%d %j is %s, in a column %s', (value, display, figure, column) => {
    expect(showFigure(value, EUR, display)).toBe(figure);
    expect(showColumn(value, EUR, display)).toBe(column);
  });

  it('leave what is no money as it is', () => {
    const percent = { kind: 'percent', decimals: 1 } as const;
    expect(showFigure(325, percent, as({ units: 'millions', decimals: 2 }))).toBe('32.5%');
    expect(showColumn(325, percent, as({ units: 'thousands' }))).toBe('32.5');
  });

  it('never round over what they are measured by', () => {
    const thousands = as({ units: 'thousands' });
    const show = (value: number) => showFigure(value, EUR, thousands);
    expect(showBelow(7_996_000, 8_000_000, EUR, show)).toBe('€79,960');
    expect(showBelow(7_999_999, 8_000_000, EUR, show)).toBe('€79,999.99');
    expect(showBelow(7_600_000, 8_000_000, EUR, show)).toBe('€76k');
    expect(showBelow(8_000_100, 8_000_000, EUR, show)).toBe('€80k');
  });

  it('show a gap as an amount or as a percent of the target', () => {
    const amount = (gap: number) => showFigure(gap, EUR, FIRST_DISPLAY);
    const percent = as({ gap: 'percent' });
    expect(showGap(-8_382_000, 48_000_000, as({}), amount)).toBe('−€83,820');
    expect(showGap(-8_382_000, 48_000_000, percent, amount)).toBe('−17.5%');
    expect(showGap(-1, 48_000_000, percent, amount)).toBe('−<0.1%');
    expect(showGap(0, 48_000_000, percent, amount)).toBe('0.0%');
    expect([showGap(null, 1, percent, amount), showGap(5, 0, percent, amount)]).toEqual(['–', '–']);
  });
});

describe('a figure beside its target in a column', () => {
  afterEach(() => readLanguageFrom(() => ENGLISH));
  const thousands = as({ units: 'thousands' });

  it.each([
    ['GB', '79,960', '79,999.99', '79,999.90'],
    ['DE', '79.960', '79.999,99', '79.999,90'],
    ['NL', '79.960', '79.999,99', '79.999,90'],
  ] as const)(
    'of %s is never rounded over it, and has no currency',
    (region, whole, exact, even) => {
      readLanguageFrom(() => languageOf('en', region));
      const show = (value: number) => showBelowInColumn(value, 8_000_000, EUR, thousands);
      expect(show(7_996_000)).toBe(whole);
      expect(show(7_999_999)).toBe(exact);
      expect(show(7_999_990)).toBe(even);
      expect(show(7_600_000)).toBe('76k');
      expect(show(8_000_100)).toBe('80k');
    },
  );
});
