import { describe, expect, it } from 'vitest';
import { placeLink } from './placeLink';

describe('a link to another view', () => {
  it('keeps whose, when and of what, and nothing else', () =>
    expect(placeLink('?unit=salt&by=gap&period=FY2027&book=new')).toBe('?unit=salt&period=FY2027'));
  it('goes to another place where it says so', () =>
    expect(placeLink(new URLSearchParams('unit=salt&measure=deals_won'), { unit: 'iv' })).toBe(
      '?unit=iv&measure=deals_won',
    ));
  it('is empty of nothing', () => expect(placeLink('?book=new')).toBe(''));
});
