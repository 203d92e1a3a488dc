import { Readable } from 'node:stream';
import fc from 'fast-check';
import Papa from 'papaparse';
import { describe, expect, it } from 'vitest';
import { type CsvRecord, readCsv, toCsv } from './csv';

const COLUMNS = { known: ['a', 'b', 'c'], required: ['a'], corrections: undefined };

/** Reads bytes cut into pieces of the given sizes, as a network would hand them over. */
async function readInPieces(bytes: Buffer, sizes: readonly number[]): Promise<CsvRecord[]> {
  const pieces: Buffer[] = [];
  for (let at = 0, i = 0; at < bytes.length; i++) {
    const size = sizes[i % sizes.length]!;
    pieces.push(bytes.subarray(at, at + size));
    at += size;
  }
  const records: CsvRecord[] = [];
  await readCsv(Readable.from(pieces), COLUMNS, (_heading, batch) => {
    records.push(...batch);
  });
  return records;
}

describe('reading CSV as it arrives', () => {
  const field = fc.string({
    unit: fc.constantFrom('x', 'ü', '€', '🙂', ',', '"', '\n', ';', ' '),
    maxLength: 6,
  });
  const rows = fc.array(fc.tuple(field, field, field), { minLength: 1, maxLength: 12 });
  const sizes = fc.array(fc.integer({ min: 1, max: 40 }), { minLength: 1, maxLength: 5 });

  it('gives the same fields however the bytes are cut, even within a letter or a quote', async () => {
    await fc.assert(
      fc.asyncProperty(rows, sizes, async (data, thresholds) => {
        // The first field is never empty, so that no record looks like an empty line.
        const filled = data.map(([a, b, c]) => [`r${a}`, b, c]);
        const bytes = Buffer.from(
          Papa.unparse({ fields: ['a', 'b', 'c'], data: filled }, { newline: '\r\n' }),
        );
        const records = await readInPieces(bytes, thresholds);
        expect(records.map((record) => record.fields)).toEqual(filled);
      }),
    );
  });

  it('numbers lines as an editor does', async () => {
    const records = await readInPieces(Buffer.from('a,b,c\n1,"x\ny",3\n\n4,5,6\n'), [7]);
    expect(records.map((record) => record.line)).toEqual([2, 5]);
  });

  it.each([
    ['CR', '\r'],
    ['CRLF', '\r\n'],
    ['LF', '\n'],
  ])('takes %s as line end', async (_name, end) => {
    const text = ['a,b,c', '1,2,3', '', '4,"5\n5",6', '7,8,9'].join(end);
    const records = await readInPieces(Buffer.from(text), [5]);
    expect(records.map((record) => record.fields)).toEqual([
      ['1', '2', '3'],
      ['4', '5\n5', '6'],
      ['7', '8', '9'],
    ]);
    expect(records.map((record) => record.line)).toEqual([2, 4, 6]);
  });

  it('takes mixed line ends, however they are cut', async () => {
    const line = fc.constantFrom('\r', '\n', '\r\n');
    await fc.assert(
      fc.asyncProperty(
        fc.array(line, { minLength: 3, maxLength: 9 }),
        sizes,
        async (ends, thresholds) => {
          const bytes = Buffer.from(
            `a,b,c\r\n${ends.map((end, at) => `${at},"x\r\ny",z${end}`).join('')}`,
          );
          const records = await readInPieces(bytes, thresholds);
          expect(records.map((record) => record.fields)).toEqual(
            ends.map((_, at) => [String(at), 'x\r\ny', 'z']),
          );
        },
      ),
    );
  });

  it('names the line of a letter that is not UTF-8, and what stood before it', async () => {
    const bytes = Buffer.concat([
      Buffer.from('a,b,c\n1,2,3\n4,Z'),
      Buffer.from([0xfc]),
      Buffer.from('rich,6\n'),
    ]);
    const refused = await readInPieces(bytes, [1_000]).catch((error: unknown) => error);
    expect(refused).toMatchObject({
      code: 'invalidInput',
      faults: [{ field: 'line 3', code: 'notUtf8', params: { after: '4,Z' } }],
    });
  });

  it('refuses a column that stands twice', async () => {
    await expect(readCsv('a,b,A\n1,2,3\n', COLUMNS, () => undefined)).rejects.toMatchObject({
      faults: [{ field: 'line 1', code: 'columnTwice' }],
    });
  });

  it('reports columns it does not know', async () => {
    const heading = await readCsv('b,Z,a\n1,2,3\n', COLUMNS, () => undefined);
    expect(heading).toMatchObject({ at: { a: 2, b: 0, c: null }, ignored: ['z'], width: 3 });
  });

  it('does not wait for ever for a quote to close', async () => {
    const endless = Buffer.from(`a,b,c\n1,"${'x'.repeat(3_000_000)}`);
    await expect(readInPieces(endless, [65_536])).rejects.toMatchObject({ code: 'invalidInput' });
  });
});

describe('writing CSV', () => {
  it('quotes what must be quoted and ends lines with CRLF', () => {
    expect(
      toCsv(
        ['a', 'b'],
        [
          ['x,y', 'say "hi"'],
          [null, 3],
        ],
      ),
    ).toBe('a,b\r\n"x,y","say ""hi"""\r\n,3\r\n');
    expect(toCsv(['a', 'b'], [['1', '2']], false)).toBe('1,2\r\n');
  });
});
