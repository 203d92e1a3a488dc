import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { guardCell, unguardCell } from './guardCell';

describe('a cell of an exported file', () => {
  it.each([
    ['=1+1', "'=1+1"],
    ['+cmd', "'+cmd"],
    ['-2+3', "'-2+3"],
    ['@x', "'@x"],
    ["'=x", "''=x"],
    ['-12.50', '-12.50'],
    ['plain', 'plain'],
    ["'quoted'", "'quoted'"],
    ['', ''],
  ])('%s is written %s', (text, written) => {
    expect(guardCell(text)).toBe(written);
    expect(unguardCell(written)).toBe(text);
  });

  it('never begins like a formula, and reads back unchanged, whatever it is', () => {
    fc.assert(
      fc.property(fc.stringMatching(/^['=+\-@ab1.]{0,6}$/), (text) => {
        const written = guardCell(text);
        expect(/^[=+\-@]/.test(written) && !/^[-+]?\d+(\.\d+)?$/.test(written)).toBe(false);
        expect(unguardCell(written)).toBe(text);
      }),
    );
  });
});
