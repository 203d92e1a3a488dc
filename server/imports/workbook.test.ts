import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import ExcelJS from 'exceljs';
import fc from 'fast-check';
import { HyperFormula } from 'hyperformula';
import { describe, expect, it } from 'vitest';
import { read, utils } from 'xlsx';
import { buildSampleDataset } from '#core/dataset/sampleDataset';
import type { FileRecord } from '../reading/index';
import { readTable, readTargets } from '../reading/workbook';
import type { StoredTargetRow } from './storedTargets';
import { TARGET_COLUMNS } from './targetColumns';
import { writeWorkbook } from './workbook';

/** All records of a workbook that stands in a file, as the worker reads it. */
async function recordsOf(
  bytes: Buffer,
  read: (path: string) => Iterable<FileRecord[]>,
): Promise<FileRecord[]> {
  const folder = mkdtempSync(join(tmpdir(), 'workbook-'));
  const path = join(folder, 'book.xlsx');
  writeFileSync(path, bytes);
  try {
    const records: FileRecord[] = [];
    for (const batch of read(path)) records.push(...batch);
    return records;
  } finally {
    rmSync(folder, { recursive: true });
  }
}
const targetsIn = (bytes: Buffer) =>
  recordsOf(bytes, (path) => readTargets(path, COLUMNS, MEASURES));

/** A workbook holds whole units; targets of slices are in the other formats. */
const COLUMNS = TARGET_COLUMNS.known.filter((name) => name !== 'dimension' && name !== 'value');
const MEASURES = ['revenue', 'gross_margin'];
const stored = (over: Partial<StoredTargetRow>): StoredTargetRow => ({
  planId: 1,
  unitId: 11,
  measure: 'revenue',
  slice: '',
  periodId: 'FY2027-P01',
  target: 100,
  floor: null,
  stretch: null,
  note: null,
  own: null,
  version: 1,
  changedBy: 1,
  changedAt: '',
  xid: '1',
  ...over,
});
const booksOf = (targets: { unitId: number; periodId: string; target: number }[]) =>
  buildSampleDataset({ asOf: '2026-11-18', targets });
const write = (
  targets: { unitId: number; periodId: string; target: number }[],
  rows: StoredTargetRow[] = targets.map(stored),
) => {
  const dataset = booksOf(targets);
  return writeWorkbook(dataset, MEASURES, { yearLabel: 2027, root: dataset.tree.root! }, rows);
};
const months = (unitId: number, from = 1, to = 12) =>
  Array.from({ length: to - from + 1 }, (_, i) => ({
    unitId,
    periodId: `FY2027-P${String(from + i).padStart(2, '0')}`,
    target: 1_000_050 + unitId * 100 + i,
  }));

describe('a workbook of targets', () => {
  it('read by another program and computed anew by a spreadsheet engine gives what the core gives', async () => {
    const cell = fc.record({
      unitId: fc.constantFrom(2, 3, 11, 12, 13),
      periodId: fc.constantFrom(
        'FY2027-P01',
        'FY2027-P02',
        'FY2027-P03',
        'FY2027-P07',
        'FY2027-Q1',
        'FY2027-Q3',
        'FY2027',
      ),
      target: fc.nat(10 ** 9),
    });
    await fc.assert(
      fc.asyncProperty(
        fc.uniqueArray(cell, {
          selector: (each) => `${each.unitId} ${each.periodId}`,
          maxLength: 25,
        }),
        async (some) => {
          const targets = [
            ...months(11),
            ...months(13, 1, 3),
            ...some.filter((each) => each.unitId !== 11),
          ].filter(
            (each, i, all) =>
              all.findIndex(
                (other) => other.unitId === each.unitId && other.periodId === each.periodId,
              ) === i,
          );
          const dataset = booksOf(targets);
          // SheetJS reads, HyperFormula computes: neither had a part in writing it.
          const sheet = read(await write(targets)).Sheets['revenue']!;
          const range = utils.decode_range(sheet['!ref']!);
          const raw = Array.from({ length: range.e.r + 1 }, (_, r) =>
            Array.from({ length: range.e.c + 1 }, (__, c) => {
              const each = sheet[utils.encode_cell({ r, c })];
              return each?.f ? `=${each.f}` : (each?.v ?? null);
            }),
          );
          const engine = HyperFormula.buildFromArray(raw, { licenseKey: 'gpl-v3' });
          const values = engine.getSheetValues(0);
          let compared = 0;
          for (let r = 1; r < raw.length; r++)
            for (let c = 2; c < raw[0]!.length; c++) {
              if (raw[r]![c] === null) continue;
              const unit = dataset.tree.findByCode(String(raw[r]![0]))!;
              const found = dataset.lookup.find(
                unit.id,
                dataset.calendar.parse(String(raw[0]![c]))!,
                'revenue',
              );
              // A formula of an empty cell is empty to the engine and 0 on the sheet.
              expect(Math.round(Number(values[r]![c] ?? 0) * 100)).toBe(found.value);
              compared++;
            }
          engine.destroy();
          expect(compared).toBeGreaterThan(12);
        },
      ),
      { numRuns: 25 },
    );
  });

  it('has formulas for the sums of time and of people', async () => {
    const sheet = read(await write([...months(11), ...months(12), ...months(13)])).Sheets[
      'revenue'
    ]!;
    // Rows: company, branch, team, Ilse, Tomas, team, Mina; columns: code, name, three months, the
    // quarter ...
    expect(sheet['F5'].f).toBe('C5+D5+E5');
    expect(sheet['C4'].f).toBe('C5+C6');
    expect(sheet['C5']).toMatchObject({ v: 10_011.5 });
    expect(sheet['C5'].f).toBeUndefined();
  });

  it('is read back as what was set, with floors, stretches, notes and days', async () => {
    const targets = [
      ...months(11, 1, 2),
      { unitId: 2, periodId: 'FY2027', target: 5_000_000 },
      { unitId: 11, periodId: '2026-04-07', target: 250 },
    ];
    const rows = targets.map(stored);
    rows[0] = { ...rows[0]!, floor: 900_000, stretch: 1_200_000, note: 'a, "b"' };
    const [heading, ...records] = await targetsIn(await write(targets, rows));
    const read = records.map(({ fields }) =>
      Object.fromEntries(heading!.fields.map((name, at) => [name, fields[at]])),
    );
    expect(
      read.sort((a, b) => (`${a['unit']}${a['period']}` < `${b['unit']}${b['period']}` ? -1 : 1)),
    ).toEqual([
      {
        unit: 'iv',
        period: '2026-04-07',
        measure: 'revenue',
        target: '2.5',
        floor: '',
        stretch: '',
        note: '',
      },
      {
        unit: 'iv',
        period: 'FY2027-P01',
        measure: 'revenue',
        target: '10011.5',
        floor: '9000',
        stretch: '12000',
        note: 'a, "b"',
      },
      {
        unit: 'iv',
        period: 'FY2027-P02',
        measure: 'revenue',
        target: '10011.51',
        floor: '',
        stretch: '',
        note: '',
      },
      {
        unit: 'salt',
        period: 'FY2027',
        measure: 'revenue',
        target: '50000',
        floor: '',
        stretch: '',
        note: '',
      },
    ]);
  });

  it('says of every row in which cell it stood', async () => {
    const records = (await targetsIn(await write(months(11, 1, 2)))).slice(1);
    expect(records.map(({ fields }) => fields.slice(0, 2).join(' '))).toEqual([
      'iv FY2027-P01',
      'iv FY2027-P02',
    ]);
    expect(records.map(({ place }) => place)).toEqual(['revenue!C5', 'revenue!D5']);
  });

  it('that is none, or has no sheet of a measure, is refused with what to do', async () => {
    await expect(targetsIn(Buffer.from('not a workbook'))).rejects.toMatchObject({
      code: 'invalidInput',
    });
    const other = new ExcelJS.Workbook();
    other.addWorksheet('Sheet1').addRow(['x']);
    await expect(targetsIn(Buffer.from(await other.xlsx.writeBuffer()))).rejects.toMatchObject({
      code: 'invalidInput',
    });
  });

  it('of another table is read by its heading, dates as days', async () => {
    const book = new ExcelJS.Workbook();
    const sheet = book.addWorksheet('deals');
    sheet.addRow(['Deal', 'closed_on', 'amount']);
    sheet.addRow(['D1', new Date(Date.UTC(2026, 10, 2)), 12.5]);
    sheet.getRow(5).values = ['D2', new Date(Date.UTC(2026, 10, 3)), 3];
    const records = await recordsOf(Buffer.from(await book.xlsx.writeBuffer()), readTable);
    // Rows left blank are counted, so that a fault is found where it stands.
    expect(records).toEqual([
      { line: 1, fields: ['Deal', 'closed_on', 'amount'] },
      { line: 2, fields: ['D1', '2026-11-02', '12.5'] },
      { line: 5, fields: ['D2', '2026-11-03', '3'] },
    ]);
  });
});
