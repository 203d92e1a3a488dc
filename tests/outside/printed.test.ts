import { getDocument, OPS } from 'pdfjs-dist/legacy/build/pdf.mjs';
import { PNG } from 'pngjs';
import { beforeAll, describe, expect, it } from 'vitest';
import * as XLSX from 'xlsx';
import { buildSampleDataset } from '#core/dataset/sampleDataset';
import type { Scope } from '#server/access/index';
import { viewStanding } from '#server/attainment/service';
import { drawStanding, PAGE } from '#server/print/drawStanding';
import { openPdf } from '#server/print/pdfPaper';
import { writeStandingWorkbook } from '#server/print/standingTable';
import { openSvg } from '#server/print/svgPaper';

/**
 * Files of a standing read by programs that had no part in writing them: pdf.js, pngjs and SheetJS.
 */
const dataset = buildSampleDataset({
  asOf: '2026-11-18',
  booked: [
    { salespersonId: 11, amount: 39_618_050, on: '2026-11-02' },
    { salespersonId: 12, amount: 12_000_00, on: '2026-11-03' },
    { salespersonId: 13, amount: -500_00, on: '2026-11-04' },
  ],
  targets: [11, 12, 13].map((unitId) => ({ unitId, periodId: 'FY2027-P08', target: 48_000_000 })),
});
const view = viewStanding(
  { dataset, isWhole: true } as Scope,
  dataset.tree.find(2)!,
  dataset.calendar.parse('FY2027-P08')!,
  'revenue',
  dataset.sums.newestDay,
);
const standing = { view, notes: [], timeZone: 'Europe/Amsterdam' };
const sentence = view.sentence.map((part) => part.text).join('');

describe('the PDF, read by pdf.js', () => {
  let document: Awaited<ReturnType<typeof getDocument>['promise']>;
  beforeAll(async () => {
    const pdf = openPdf(PAGE.width, PAGE.height, {
      title: 'Saltmarsh, November 2026',
      author: 'Marit',
      made: new Date('2026-11-18T00:00:00Z'),
    });
    drawStanding(pdf, standing);
    document = await getDocument({ data: new Uint8Array(await pdf.finish()), verbosity: 0 })
      .promise;
  });

  it('has one page of A4, its title and its language', async () => {
    expect(document.numPages).toBe(1);
    expect((await document.getPage(1)).view).toEqual([0, 0, PAGE.width, PAGE.height]);
    expect((await document.getMetadata()).info).toMatchObject({
      Title: 'Saltmarsh, November 2026',
      Author: 'Marit',
      Language: 'en-GB',
    });
  });

  it('has the sentence, every name with percent and word, and the definitions as text that can be found', async () => {
    const { items } = await (await document.getPage(1)).getTextContent();
    const words = items
      .map((item) => ('str' in item ? item.str : ''))
      .filter((text) => text.trim() !== '')
      .join(' ')
      .replace(/\s+/g, ' ');
    for (const word of sentence.split(' ')) expect(words).toContain(word);
    for (const place of view.rankings)
      for (const text of [place.unit.name, `${place.attainmentText} ${place.status.label}`])
        expect(words).toContain(text);
    expect(words).toContain('Refunds count as negative.');
  });

  it('is drawn in vectors: there is no picture in it', async () => {
    const { fnArray } = await (await document.getPage(1)).getOperatorList();
    expect(
      fnArray.filter((operation) =>
        [OPS.paintImageXObject, OPS.paintInlineImageXObject, OPS.paintImageMaskXObject].includes(
          operation,
        ),
      ),
    ).toEqual([]);
    expect(fnArray.filter((operation) => operation === OPS.constructPath).length).toBeGreaterThan(
      50,
    );
  });
});

describe('the PNG, read by pngjs', () => {
  it('has twice the points of the page, and the ember rung at 100 % on it', () => {
    const svg = openSvg(PAGE.width, PAGE.height);
    drawStanding(svg, standing);
    const png = PNG.sync.read(svg.toPng(2));
    expect([png.width, png.height]).toEqual([PAGE.width * 2, PAGE.height * 2]);
    const colors = new Set<string>();
    for (let at = 0; at < png.data.length; at += 4)
      colors.add(png.data.subarray(at, at + 3).toString('hex'));
    for (const color of ['e2673a', '34608c', 'ffffff', '20262c']) expect(colors).toContain(color);
  });
});

describe('the workbook, read by SheetJS', () => {
  it('has numbers as numbers, words and grades as on the screen, and the definitions', async () => {
    const book = XLSX.read(await writeStandingWorkbook(standing));
    expect(book.SheetNames).toEqual(['standing', 'definitions']);
    const rows = XLSX.utils.sheet_to_json<Record<string, string | number | null>>(
      book.Sheets['standing']!,
      { range: 3, defval: null },
    );
    const named = new Map(rows.map((row) => [row['unit'], row]));
    for (const place of view.rankings) {
      expect(named.get(place.unit.code)).toMatchObject({
        rank: place.rank,
        name: place.unit.name,
        actual: place.actual! / 100,
        target: 480_000,
        grade: place.status.grade,
        status: place.status.label,
        gap: place.gap! / 100,
      });
      expect(named.get(place.unit.code)!['attainment']).toBeCloseTo(place.attainment!, 10);
    }
    expect(rows.at(-1)).toMatchObject({
      name: 'Saltmarsh, all',
      actual: view.figures.actual! / 100,
    });
    expect(XLSX.utils.sheet_to_json<string[]>(book.Sheets['standing']!, { header: 1 })[0]![0]).toBe(
      sentence,
    );
    expect(
      XLSX.utils
        .sheet_to_json<string[]>(book.Sheets['definitions']!, { header: 1 })
        .flat()
        .join(' '),
    ).toContain('Refunds count as negative.');
  });
});
