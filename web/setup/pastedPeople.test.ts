import { describe, expect, it } from 'vitest';
import { readPeople } from './pastedPeople';

describe('a pasted list of people', () => {
  it('is one a line, with or without an e-mail', () => {
    expect(
      readPeople('Ilse Varga\n  \r\nBo Ek; bo@example.com\nZoë Park\tzoe@example.com\t\n'),
    ).toEqual([
      { name: 'Ilse Varga' },
      { name: 'Bo Ek', email: 'bo@example.com' },
      { name: 'Zoë Park', email: 'zoe@example.com' },
    ]);
  });

  it('takes columns of first and last names together', () => {
    expect(readPeople('Ilse\tVarga\tilse@example.com')).toEqual([
      { name: 'Ilse Varga', email: 'ilse@example.com' },
    ]);
  });

  it('is empty for an empty text', () => expect(readPeople(' \n')).toEqual([]));
});
