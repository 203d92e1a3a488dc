import { describe, expect, it } from 'vitest';
import { besidesOf } from './besides';

describe('measures beside the shown one', () => {
  it('are those of the address, each once, three at most', () => {
    expect(besidesOf('calls,gross_profit,calls', 'revenue')).toEqual(['calls', 'gross_profit']);
    expect(besidesOf('a,b,c,d', 'revenue')).toEqual(['a', 'b', 'c']);
  });
  it('are never the shown one, and never none', () => {
    expect(besidesOf(null, 'revenue')).toEqual(['deals_won']);
    expect(besidesOf('', 'deals_won')).toEqual(['revenue']);
    // The shown one was changed to what stood beside it.
    expect(besidesOf('deals_won', 'deals_won')).toEqual(['revenue']);
  });
});
