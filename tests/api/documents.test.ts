import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import * as XLSX from 'xlsx';
import type { ComparisonView } from '#contract/schemas/comparison';
import { createCompany, createDatabase, startServer, type TestServer, wonDeal } from './harness';

/** Files of Compare and Explore, read by pdf.js and SheetJS. */
let server: TestServer;
let people: Awaited<ReturnType<typeof createCompany>>;
const PLACE = 'unit=salt&period=FY2027-P08';

beforeAll(async () => {
  server = await startServer(await createDatabase());
  people = await createCompany(server);
  for (const name of ['Rope', 'Pump']) await people.admin.send('POST', '/lists/product', { name });
  for (const [salesperson, customer, product, closedOn, amount] of [
    ['ivarga', 'Pike Boats', 'Rope', '2026-11-05', '300.00'],
    ['tbrandt', 'Anvil Yard', 'Pump', '2026-11-10', '150.00'],
    ['ivarga', '=HYPERLINK("x")', 'Pump', '2026-11-11', '50.00'],
    ['ivarga', 'Pike Boats', 'Rope', '2025-11-05', '400.00'],
  ]) {
    const booked = await people.manager.send(
      'POST',
      '/deals',
      wonDeal({ salesperson, customer, product, closedOn, amount }),
    );
    expect(booked.statusCode, booked.body).toBe(201);
  }
  for (const [unit, text] of [
    ['deck', 'Rope fair was late'],
    ['salt', 'Two yards closed'],
  ])
    await people.manager.send('POST', '/notes', {
      unit,
      period: 'FY2027-P08',
      measure: 'revenue',
      text,
    });
});
afterAll(() => server.stop());

const file = async (path: string, as = people.manager) => {
  const answer = await as.get(path);
  expect(answer.statusCode, answer.body.slice(0, 300)).toBe(200);
  return answer;
};
const pdfText = async (bytes: Buffer) => {
  const document = await getDocument({ data: new Uint8Array(bytes), verbosity: 0 }).promise;
  const pages = await Promise.all(
    Array.from({ length: document.numPages }, async (_, index) => {
      const { items } = await (await document.getPage(index + 1)).getTextContent();
      return items.map((item) => ('str' in item ? item.str : '')).join(' ');
    }),
  );
  return { pages, text: pages.join(' ').replace(/\s+/g, ' ') };
};
const sheetsOf = (bytes: Buffer) => {
  const book = XLSX.read(bytes);
  return Object.fromEntries(
    book.SheetNames.map((name) => [
      name,
      XLSX.utils.sheet_to_json<(string | number | null)[]>(book.Sheets[name]!, {
        header: 1,
        defval: null,
      }),
    ]),
  );
};

describe('a comparison as a file', () => {
  it('is a workbook whose numbers are those of the view', async () => {
    const view = (await file(`/comparison?${PLACE}&by=customer`)).json<ComparisonView>();
    const answer = await file(`/comparison/export?${PLACE}&by=customer&format=xlsx`);
    expect(answer.headers['content-disposition']).toContain(
      'comparison salt FY2027-P08 revenue.xlsx',
    );
    const { summary, Growth, notes, ...others } = sheetsOf(answer.rawPayload);
    expect(summary!.flat()).toContain(view.sentence.map(({ text }) => text).join(''));
    expect(Growth!.slice(1, -1).map(([, now, then]) => [now, then])).toEqual(
      view.rows.map(({ now, then }) => [now! / 100, then! / 100]),
    );
    // A name that begins like a formula is text.
    expect(Growth!.map(([name]) => name)).toContain(`'=HYPERLINK("x")`);
    expect(Growth!.at(-1)!.slice(0, 4)).toEqual(['Saltmarsh', 500, 400, 100]);
    expect(notes!.map((row) => row[4])).toEqual(
      expect.arrayContaining(['Rope fair was late', 'Two yards closed']),
    );
    expect(Object.keys(others)).toEqual(
      expect.arrayContaining(['Year by year', 'Weeks', 'Attainment by month']),
    );
  });

  it('is pages with the sentence, every table and the notes, as text', async () => {
    const { text, pages } = await pdfText(
      (await file(`/comparison/export?${PLACE}&by=unit&format=pdf`)).rawPayload,
    );
    for (const words of [
      'Saltmarsh in November 2026',
      'Growth',
      'Deck & rigging',
      'Year by year',
      'Attainment by month',
      'Rope fair was late',
      `page ${pages.length}`,
    ])
      expect(text).toContain(words);
  });

  it('tells a note of a row at the row', async () => {
    const { Growth } = sheetsOf(
      (await file(`/comparison/export?${PLACE}&by=unit&format=xlsx`)).rawPayload,
    );
    const at = Growth![0]!.indexOf('Notes');
    expect(Growth!.find(([name]) => name === 'Deck & rigging')![at]).toMatch(/^Note: Rope fair/);
  });
});

describe('what is explored as a file', () => {
  it('has a table a dimension, of what passes the choices', async () => {
    const product = (await people.admin.get('/lists/product'))
      .json<{ id: number; name: string }[]>()
      .find(({ name }) => name === 'Rope')!;
    const answer = await file(
      `/explore/export?${PLACE}&pick=${encodeURIComponent(`product:${product.id}`)}&format=xlsx`,
    );
    const { summary, Customer, Product } = sheetsOf(answer.rawPayload);
    expect(String(summary![0]![0])).toContain('60%');
    expect(Customer!.find(([name]) => name === 'Pike Boats')).toEqual([
      'Pike Boats',
      300,
      300,
      400,
    ]);
    expect(Customer!.find(([name]) => name === 'Anvil Yard')).toEqual(['Anvil Yard', 0, 150, 0]);
    expect(Product!.map(([name]) => name)).toContain('✓ Rope');
  });

  it('is of the measure asked for, and as pages too', async () => {
    const { text } = await pdfText(
      (await file(`/explore/export?${PLACE}&measure=deals_won&format=pdf`)).rawPayload,
    );
    expect(text).toContain('Saltmarsh won 3 deals in November 2026');
    expect(text).toContain('Pike Boats');
  });

  it('has only what the reader may see', async () => {
    expect((await people.north.get(`/explore/export?${PLACE}&format=pdf`)).statusCode).toBe(404);
    const own = sheetsOf(
      (await file('/explore/export?unit=ivarga&period=FY2027-P08&format=xlsx', people.salesperson))
        .rawPayload,
    );
    expect(JSON.stringify(own)).not.toContain('Anvil Yard');
  });
});
