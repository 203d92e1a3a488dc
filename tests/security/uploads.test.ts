import { readdirSync } from 'node:fs';
import { request as httpRequest } from 'node:http';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { constants, deflateRawSync } from 'node:zlib';
import { sql } from 'drizzle-orm';
import { strToU8, unzipSync, Zip, ZipDeflate, ZipPassThrough, zipSync } from 'fflate';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import {
  type Client,
  createCompany,
  createDatabase,
  startServer,
  type TestServer,
} from '../api/harness';

let server: TestServer;
let people: Awaited<ReturnType<typeof createCompany>>;

beforeAll(async () => {
  server = await startServer(await createDatabase());
  people = await createCompany(server);
  await server.app.listen({ port: 0, host: '127.0.0.1' });
});
afterAll(() => server.stop());

const XLSX = 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet';
const HEAD = 'deal,salesperson,customer,amount,status,closed_on';
const take = async (client: Client, body: string | Buffer, type: string) =>
  (await client.send('POST', '/imports/deals', body, { 'content-type': type })).json();
const countDeals = async () =>
  Number(
    (await server.db.execute<{ count: number }>(sql`select count(*) as count from deal`)).rows[0]!
      .count,
  );

/** The least that is a workbook (ECMA-376, part 1, 12.3), with one sheet. */
function workbookOf(sheet: string, more: Record<string, Uint8Array> = {}): Buffer {
  const main = 'http://schemas.openxmlformats.org/spreadsheetml/2006/main';
  const links = 'http://schemas.openxmlformats.org/officeDocument/2006/relationships';
  return Buffer.from(
    zipSync(
      {
        '[Content_Types].xml': strToU8(
          '<Types xmlns="http://schemas.openxmlformats.org/package/2006/content-types"/>',
        ),
        '_rels/.rels': strToU8(
          `<Relationships xmlns="http://schemas.openxmlformats.org/package/2006/relationships"><Relationship Id="r1" Type="${links}/officeDocument" Target="xl/workbook.xml"/></Relationships>`,
        ),
        'xl/workbook.xml': strToU8(
          `<workbook xmlns="${main}" xmlns:r="${links}"><sheets><sheet name="deals" sheetId="1" r:id="r1"/></sheets></workbook>`,
        ),
        'xl/_rels/workbook.xml.rels': strToU8(
          `<Relationships xmlns="http://schemas.openxmlformats.org/package/2006/relationships"><Relationship Id="r1" Type="${links}/worksheet" Target="worksheets/sheet1.xml"/></Relationships>`,
        ),
        'xl/worksheets/sheet1.xml': strToU8(
          `<worksheet xmlns="${main}"><sheetData>${sheet}</sheetData></worksheet>`,
        ),
        ...more,
      },
      { level: 9 },
    ),
  );
}

const cell = (text: string) => `<c t="inlineStr"><is><t>${text}</t></is></c>`;
const rowOf = (text: string, number: number) =>
  `<row r="${number}">${text.split(',').map(cell).join('')}</row>`;

const MEGABYTE = ' '.repeat(1024 * 1024 - 100);
const ANOTHER_CELL = '</t></is></c><c t="inlineStr"><is><t>';

/** A workbook whose sheet says the same again and again, packed once. */
function packedOf(text: string, times: number): Buffer {
  const pieces: Uint8Array[] = [];
  const zip = new Zip((error, piece) => {
    if (error) throw error;
    pieces.push(piece);
  });
  for (const [name, content] of Object.entries(unzipSync(workbookOf('')))) {
    if (name.endsWith('sheet1.xml')) continue;
    const part = new ZipDeflate(name);
    zip.add(part);
    part.push(content, true);
  }
  const pack = (part: string, isLast = false) =>
    deflateRawSync(part, { finishFlush: isLast ? constants.Z_FINISH : constants.Z_FULL_FLUSH });
  const sheet = new ZipPassThrough('xl/worksheets/sheet1.xml');
  sheet.compression = 8;
  zip.add(sheet);
  sheet.push(pack(`<worksheet><sheetData>${rowOf(HEAD, 1)}<row r="2"><c t="inlineStr"><is><t>`));
  const packed = pack(text);
  for (let at = 0; at < times; at++) sheet.push(packed);
  sheet.push(pack('</t></is></c></row></sheetData></worksheet>', true), true);
  zip.end();
  return Buffer.concat(pieces);
}

describe('a workbook', () => {
  it('is read by its rows, whatever program wrote it, and blank rows keep the line numbers of the rest', async () => {
    const good = rowOf('X1,ivarga,Pike,1,won,2026-11-02', 4);
    expect(
      await take(
        people.admin,
        workbookOf(rowOf(HEAD, 1) + good + rowOf('X2,nobody,Pike,1,won,2026-11-02', 9)),
        XLSX,
      ),
    ).toMatchObject({
      read: 2,
      refused: 1,
      written: false,
      refusals: [{ line: 9, column: 'salesperson', value: 'nobody' }],
    });
    expect(await take(people.admin, workbookOf(rowOf(HEAD, 1) + good), XLSX)).toMatchObject({
      read: 1,
      created: 1,
      written: true,
    });
  });

  it('that unpacks to far more than it is, is refused by its limit, and others are served meanwhile', async () => {
    const bomb = packedOf(`${MEGABYTE}${ANOTHER_CELL}`, 450);
    expect(bomb.length).toBeLessThan(2 * 1024 * 1024);
    const refused = take(people.admin, bomb, XLSX);
    const answers = await Promise.all(
      Array.from({ length: 5 }, () => people.manager.get('/session')),
    );
    expect(answers.map((each) => each.statusCode)).toEqual([200, 200, 200, 200, 200]);
    expect(await refused).toMatchObject({ status: 413, code: 'tooLarge' });
  });

  it('with a cell without end is refused at its row', async () => {
    expect(await take(people.admin, packedOf(MEGABYTE, 40), XLSX)).toMatchObject({
      status: 422,
      errors: [{ field: 'line 2', code: 'recordTooLong' }],
    });
  });

  it('with more cells than can be meant is refused by its limit', async () => {
    expect(
      await take(people.admin, packedOf(ANOTHER_CELL.repeat(50_001), 100), XLSX),
    ).toMatchObject({
      status: 413,
      code: 'tooLarge',
      detail: expect.stringContaining('5,000,000 cells') as string,
    });
  });

  it('that reaches for what is outside it gets nothing: entities of XML are not followed', async () => {
    const sheet =
      '<!DOCTYPE x [<!ENTITY secret SYSTEM "file:///etc/passwd">]><worksheet xmlns="http://schemas.openxmlformats.org/spreadsheetml/2006/main"><sheetData>' +
      `${rowOf(HEAD, 1)}${rowOf('&secret;,ivarga,Pike,1,won,2026-11-02', 2)}</sheetData></worksheet>`;
    const answer = await take(
      people.admin,
      workbookOf('', { 'xl/worksheets/sheet1.xml': strToU8(sheet) }),
      XLSX,
    );
    expect(JSON.stringify(answer)).not.toContain('root:');
    expect(answer.written ?? false).toBe(false);
  });

  it.each<[string, Buffer]>([
    ['nothing at all', Buffer.alloc(0)],
    ['a text', Buffer.from('this is no workbook')],
    ['the first half of one', workbookOf(rowOf(HEAD, 1)).subarray(0, 300)],
    ['a zip of something else', Buffer.from(zipSync({ 'a.txt': strToU8('a') }))],
    [
      'one whose sheet ends in the middle',
      workbookOf('', {
        'xl/worksheets/sheet1.xml': strToU8('<worksheet><sheetData><row r="1"><c'),
      }),
    ],
    [
      'one whose list of sheets is no XML',
      workbookOf('', { 'xl/workbook.xml': strToU8('<<<>>>') }),
    ],
  ])('that is %s is refused as the sender’s', async (_case, body) => {
    const answer = await take(people.admin, body, XLSX);
    expect(answer.status).toBeGreaterThanOrEqual(400);
    expect(answer.status).toBeLessThan(500);
    expect(answer.detail).toMatch(/\w/);
  });
});

describe('JSON rows', () => {
  it.each<[string, string, object]>([
    ['is not finished', '[{"deal":"J1"', { status: 400, code: 'invalidBody' }],
    ['is no list', '{"deal":"J1"}', { status: 400, code: 'invalidBody' }],
    [
      'holds a row that is a list',
      '[{"deal":"J1"},[1]]',
      { status: 422, errors: [{ field: '1', code: 'format' }] },
    ],
    [
      'holds a value that is an object',
      '[{"deal":"J1","salesperson":"ivarga","customer":"Pike","status":"won","amount":{"of":1}}]',
      { status: 422, errors: [{ field: '0/amount', code: 'format' }] },
    ],
    [
      'has a new name in each of 300 rows',
      JSON.stringify(Array.from({ length: 300 }, (_, at) => ({ [`c${at}`]: 1 }))),
      { status: 422, errors: [{ code: 'tooManyColumns' }] },
    ],
  ])('that %s are refused where the fault is', async (_case, body, answer) => {
    expect(await take(people.admin, body, 'application/json')).toMatchObject(answer);
  });
});

describe('CSV', () => {
  it('takes CRLF, LF and CR in one file, and a note keeps its own', async () => {
    const report = await take(
      people.admin,
      `${HEAD},notes\r\nM1,ivarga,Pike,1,won,2026-11-02,"one\rtwo"\rM2,ivarga,Pike,1,won,2026-11-02,\nM3,nobody,Pike,1,won,2026-11-02,\r\n`,
      'text/csv',
    );
    expect(report).toMatchObject({ read: 3, refused: 1, refusals: [{ line: 5, value: 'nobody' }] });
  });

  it.each<[string, string, object]>([
    [
      'a record beyond 1 MB',
      `${HEAD}\nR1,ivarga,${'x'.repeat(2 * 1024 * 1024)}`,
      { status: 422, errors: [{ field: 'line 2', code: 'recordTooLong' }] },
    ],
    [
      'the same heading twice',
      `${HEAD},deal\nR1,ivarga,Pike,1,won,2026-11-02,R2\n`,
      { status: 422, errors: [{ field: 'line 1' }] },
    ],
  ])('with %s is refused at its line', async (_case, body, answer) => {
    expect(await take(people.admin, body, 'text/csv')).toMatchObject(answer);
  });
});

/** Sends by a real connection, as slowly as the test wants. */
function open(client: Client, headers: Record<string, string | number>) {
  const { port } = server.app.server.address() as AddressInfo;
  const request = httpRequest({
    port,
    host: '127.0.0.1',
    method: 'POST',
    path: '/api/v1/imports/deals',
    headers: {
      cookie: client.cookie,
      'x-csrf': client.csrf,
      'content-type': 'text/csv',
      ...headers,
    },
  });
  const answer = new Promise<{ status: number; code: string }>((resolve, reject) => {
    request.on('error', reject);
    request.on('response', (response) => {
      let text = '';
      response.on('data', (chunk: Buffer) => (text += chunk.toString()));
      response.on('end', () =>
        resolve({
          status: response.statusCode!,
          code: (JSON.parse(text) as { code?: string }).code ?? '',
        }),
      );
    });
  });
  return { request, answer };
}

/**
 * Until the first bytes of a file lie on the disk: asking by an import would take the place itself.
 */
const untilArriving = () =>
  expect
    .poll(() => readdirSync(join(tmpdir(), `iron-ladder-uploads-${process.pid}`)).length)
    .toBeGreaterThan(0);

describe('a slow or broken line', () => {
  it('holds no place but its own: the same person waits for it, everybody else books and imports', async () => {
    const slow = open(people.manager, { 'transfer-encoding': 'chunked' });
    slow.request.write(`${HEAD}\nS1,ivarga,Pike,1,won,2026-11-02\n`);
    await untilArriving();
    expect(await take(people.manager, `${HEAD}\n`, 'text/csv')).toMatchObject({
      status: 429,
      code: 'importRunning',
    });
    expect(
      await take(people.admin, `${HEAD}\nS2,ivarga,Pike,1,won,2026-11-02\n`, 'text/csv'),
    ).toMatchObject({ created: 1 });
    slow.request.end();
    expect((await slow.answer).status).toBe(200);
    expect(
      await take(people.manager, `${HEAD}\nS1,ivarga,Pike,1,won,2026-11-02\n`, 'text/csv'),
    ).toMatchObject({ unchanged: 1 });
  });

  it('that breaks books nothing, and its place is free again', async () => {
    const before = await countDeals();
    const broken = open(people.manager, { 'transfer-encoding': 'chunked' });
    broken.answer.catch(() => undefined);
    broken.request.write(`${HEAD}\nS3,ivarga,Pike,1,won,2026-11-02\n`);
    await untilArriving();
    broken.request.destroy();
    await expect
      .poll(
        async () =>
          (await take(people.manager, `${HEAD}\nS4,ivarga,Pike,1,won,2026-11-02\n`, 'text/csv'))
            .created,
      )
      .toBe(1);
    expect(await countDeals()).toBe(before + 1);
  });

  it('given up while its rows are read is rolled back, and its place is free again', async () => {
    const before = await countDeals();
    const given = open(people.manager, { 'transfer-encoding': 'chunked' });
    given.answer.catch(() => undefined);
    given.request.end(
      `${HEAD}\n${Array.from({ length: 200_000 }, (_, at) => `G${at},ivarga,Pike,1,won,2026-11-02`).join('\n')}\n`,
    );
    const rowsRead = async () =>
      ((await people.manager.get('/import-progress')).json() as { rows: number | null }).rows;
    await expect.poll(rowsRead, { interval: 10, timeout: 15_000 }).toBeGreaterThan(0);
    given.request.destroy();
    // All of the rows and their writing would take longer than this.
    await expect.poll(rowsRead, { interval: 10, timeout: 1_500 }).toBeNull();
    expect(await countDeals()).toBe(before);
    // Rolling back takes a moment, in which the place is not free yet.
    await expect
      .poll(() => take(people.manager, `${HEAD}\nG1,ivarga,Pike,1,won,2026-11-02\n`, 'text/csv'), {
        timeout: 10_000,
      })
      .toMatchObject({ created: 1 });
  });

  it('that announces more than the limit is refused before it is sent', async () => {
    const large = open(people.manager, { 'content-length': 300 * 1024 * 1024 });
    large.request.write(HEAD);
    expect(await large.answer).toEqual({ status: 413, code: 'tooLarge' });
    large.request.destroy();
  });
});

describe('a request without a file', () => {
  it.each([[undefined], ['null'], ['[]'], ['{}']])(
    'whose body is %s is told what it lacks',
    async (payload) => {
      const answer = await server.app.inject({
        method: 'POST',
        url: '/api/v1/session',
        ...(payload === undefined
          ? {}
          : { payload, headers: { 'content-type': 'application/json' } }),
      });
      expect(answer.statusCode).toBeGreaterThanOrEqual(400);
      expect(answer.statusCode).toBeLessThan(500);
    },
  );

  it('of more than its route takes is refused, also from strangers', async () => {
    const payload = { email: 'mara@example.com', password: 'x'.repeat(200_000) };
    const answer = await server.app.inject({ method: 'POST', url: '/api/v1/session', payload });
    expect([answer.statusCode, answer.json().code]).toEqual([413, 'tooLarge']);
  });
});
