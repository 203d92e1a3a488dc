import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { openMemory } from '#tests/memoryPaper';
import { PAGE } from '../drawStanding';
import type { DocumentTable, FigureDocument } from './document';
import { drawDocument } from './drawDocument';

const table = (name: string, rows: number, over: Partial<DocumentTable> = {}): DocumentTable => ({
  name,
  note: 'against November 2025',
  columns: [
    { name: 'Customer', kind: 'text' },
    { name: 'Now', kind: 'figure' },
    { name: 'Change', kind: 'signed' },
    { name: '%', kind: 'change' },
    { name: 'Class', kind: 'text' },
  ],
  rows: Array.from({ length: rows }, (_, row) => [
    `A customer of a rather long name ${row}`,
    (row + 1) * 123_456,
    row % 2 ? -5_000 : 5_000,
    row === 0 ? 'new' : 0.123,
    'A',
  ]),
  hasTotal: false,
  bars: null,
  isWide: false,
  ...over,
});
const document = (
  tables: DocumentTable[],
  notes: FigureDocument['notes'] = [],
): FigureDocument => ({
  title: 'Saltmarsh · November 2026 · Revenue',
  fileName: 'comparison',
  sentence: [
    { text: 'Saltmarsh in November 2026 is ' },
    { text: '€1,705 below', emphasis: 'bad' },
    { text: ' the same point of November 2025.' },
  ],
  facts: ['1–18 Nov 2026 against 1–18 Nov 2025'],
  unit: { kind: 'money', currency: 'EUR' },
  tables,
  notes,
  about: 'salt',
  timeZone: 'Europe/Amsterdam',
  asOf: '2026-11-18',
});
const wordsOf = (of: FigureDocument) => {
  const pages = openMemory();
  drawDocument(pages, of);
  return pages.texts;
};

describe('a document on paper', () => {
  it('keeps every word on its page, and no two at one place', () => {
    fc.assert(
      fc.property(
        fc.array(fc.record({ rows: fc.nat(70), isWide: fc.boolean(), hasTotal: fc.boolean() }), {
          maxLength: 8,
        }),
        (shapes) => {
          const texts = wordsOf(
            document(shapes.map(({ rows, ...over }, at) => table(`Table ${at}`, rows, over))),
          );
          for (const { text, x, y, width } of texts)
            expect([
              text,
              x >= 0 && x + width <= PAGE.width + 0.5 && y > 0 && y <= PAGE.height,
            ]).toEqual([text, true]);
          const places = texts.map(({ page, x, y }) => `${page} ${x.toFixed(1)} ${y.toFixed(1)}`);
          expect(new Set(places).size).toBe(places.length);
          for (let at = 0; at < shapes.length; at++)
            expect(texts.filter(({ text }) => text === `Table ${at}`)).toHaveLength(1);
        },
      ),
      { numRuns: 40 },
    );
  });

  it('says how many rows are in the workbook alone, and keeps the total in sight', () => {
    const texts = wordsOf(document([table('Growth', 70, { hasTotal: true })])).map(
      ({ text }) => text,
    );
    expect(texts).toContain('40 more in the workbook.');
    // The last of seventy: 70 times 1,234.56 euros.
    expect(texts).toContain('€86,419');
    expect(
      wordsOf(document([table('Growth', 30)])).some(({ text }) => text.includes('more in')),
    ).toBe(false);
  });

  it('numbers its pages, and writes the notes after the tables', () => {
    const note = {
      unit: { code: 'salt', name: 'Saltmarsh' },
      measure: 'revenue',
      period: { name: 'November 2026' },
      slice: null,
      text: 'two yards closed',
      author: { id: 1, name: 'Marit Osei' },
      at: '2026-11-17T10:00:00Z',
      assignee: null,
      replies: [],
    } as unknown as FigureDocument['notes'][number];
    const texts = wordsOf(
      document(
        [1, 2, 3, 4].map((at) => table(`Table ${at}`, 30)),
        [note],
      ),
    );
    const pages = texts.filter(({ text }) => /^page \d+$/.test(text));
    expect(pages.map(({ text, page }) => [text, page])).toEqual(
      pages.map((_, index) => [`page ${index + 1}`, index + 1]),
    );
    expect(pages.length).toBeGreaterThan(1);
    expect(texts.at(-1)!.text).toBe('November 2026: two yards closed (Marit Osei, 17 Nov 2026)');
  });

  it('shows signs, percents and what is not known', () => {
    const texts = wordsOf(
      document([
        table('Growth', 2, {
          rows: [
            ['Pike', 100, -5_000, 0.123, 'A'],
            ['Quill', null, null, null, null],
          ],
        }),
      ]),
    ).map(({ text }) => text);
    for (const text of ['€1', '−€50', '+12.3%', '–']) expect(texts).toContain(text);
  });
});
