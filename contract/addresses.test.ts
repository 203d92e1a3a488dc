import { describe, expect, it } from 'vitest';
import { readCompareAddress, readExploreAddress } from './addresses';

const search = (text: string) => new URLSearchParams(text);

describe('the address of Compare', () => {
  it('asks for all that the page lets one choose', () => {
    expect(
      readCompareAddress(
        search('against=priorPeriod&point=workingDay&by=customer&units=now&classes=60-85'),
      ),
    ).toEqual({
      against: 'priorPeriod',
      point: 'workingDay',
      by: 'customer',
      organisation: 'asItIsNow',
      shareA: 60,
      shareB: 85,
    });
  });

  it.each(['', 'point=hour&by=mood&units=then', 'classes=85-60', 'classes=70-70', 'classes=0-50'])(
    'leaves out what it does not know: "%s"',
    (text) => expect(readCompareAddress(search(text))).toEqual({}),
  );
});

describe('the address of Explore', () => {
  it('asks for the span, the measure, what is chosen and the order', () => {
    expect(
      readExploreAddress(search('span=quarter&of=deals_won&pick=source:1&order=change'), 'revenue'),
    ).toEqual({ span: 'quarter', measure: 'deals_won', pick: 'source:1', order: 'change' });
  });

  it('falls back on the measure of the place, and on revenue where deals have none of it', () => {
    expect(readExploreAddress(search(''), 'gross_profit')).toEqual({
      span: 'months',
      measure: 'gross_profit',
      pick: null,
      order: 'amount',
    });
    expect(readExploreAddress(search('of=calls'), 'gross_profit').measure).toBe('revenue');
    expect(readExploreAddress(search(''), null).measure).toBe('revenue');
  });
});
