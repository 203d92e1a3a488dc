import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { makeCode } from './code';

const free = () => false;

describe('a code made of a name', () => {
  it.each([
    ['Ilse Varga', 'salesperson', 'ivarga'],
    ['Maria-Luise von der Aue', 'salesperson', 'maue'],
    ['Zoë Ångström', 'salesperson', 'zangstrom'],
    ['Bjørn Weiß', 'salesperson', 'bweiss'],
    ['Cher', 'salesperson', 'cher'],
    ['Deck & rigging', 'team', 'deck-rigging'],
    ['李 雷', 'salesperson', 'salesperson'],
  ] as const)('%s as a %s is %s', (name, kind, code) =>
    expect(makeCode(name, kind, free)).toBe(code),
  );

  it('is another one where it is taken', () => {
    const taken = new Set(['ivarga', 'ivarga-2']);
    expect(makeCode('Ines Varga', 'salesperson', (code) => taken.has(code))).toBe('ivarga-3');
  });

  it('is always one that a unit may have', () => {
    fc.assert(
      fc.property(fc.string({ unit: 'grapheme' }), (name) => {
        expect(makeCode(name, 'team', free)).toMatch(/^[A-Za-z0-9][A-Za-z0-9._-]{0,39}$/);
      }),
    );
  });
});
