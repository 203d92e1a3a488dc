import { Readable } from 'node:stream';
import spectrum from 'csv-spectrum';
import { describe, expect, it } from 'vitest';
import { readCsv } from '#server/imports/csv';

/**
 * The acid tests of the package csv-spectrum: files of the wild with what a reader of RFC 4180 must
 * make of them.
 */
const cases = await new Promise<{ name: string; csv: Buffer; json: Buffer }[]>((resolve, reject) =>
  spectrum((error, data) => (error ? reject(error) : resolve(data))),
);

describe('a public set of CSV files', () => {
  it('has its cases', () => expect(cases.length).toBeGreaterThan(8));

  // One case of the set does not agree with itself: its answer names another telephone number than
  // its file.
  it.each(
    cases
      .filter((each) => each.name !== 'location_coordinates')
      .map((each) => [each.name, each] as const),
  )('%s', async (_name, { csv, json }) => {
    const parsed = JSON.parse(json.toString()) as Record<string, string> | Record<string, string>[];
    const expected = Array.isArray(parsed) ? parsed : [parsed];
    const columns = Object.keys(expected[0] ?? {});
    const known = columns.map((column) => column.toLowerCase());
    const rows: Record<string, string>[] = [];
    const chunks = [csv.subarray(0, 7), csv.subarray(7)];
    await readCsv(
      Readable.from(chunks),
      { known, required: [], corrections: undefined },
      (heading, records) => {
        for (const { fields } of records)
          rows.push(
            Object.fromEntries(
              columns.map((column, at) => [column, fields[heading.at[known[at]!] ?? -1] ?? '']),
            ),
          );
      },
    );
    expect(rows).toEqual(
      expected.map((row) =>
        Object.fromEntries(columns.map((column) => [column, String(row[column])])),
      ),
    );
  });
});
