import { mkdirSync, rmSync, writeFileSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { pathToFileURL } from 'node:url';
import openapiTS, { astToString } from 'openapi-typescript';
import ts from 'typescript';
import { afterAll, beforeAll, expect, it } from 'vitest';
import { createCompany, createDatabase, startServer, type TestServer } from './harness';

const DIRECTORY = resolve('test-results/client');
const BOOK = `import createClient from 'openapi-fetch';
import type { paths } from './api';

/** Books a deal and reads what its branch has booked, with nothing but the description. */
export async function book(baseUrl: string, token: string) {
  const client = createClient<paths>({ baseUrl, headers: { authorization: \`Bearer \${token}\` } });
  const booked = await client.POST('/api/v1/deals', {
    body: { deal: 'C-1', salesperson: 'ivarga', customer: 'Client Yard', amount: '250.00', status: 'won', closedOn: '2026-11-16' },
  });
  const { data } = await client.GET('/api/v1/attainment', { params: { query: { unit: 'salt', period: 'FY2027-P08' } } });
  const actual: number | null | undefined = data?.figures.actual;
  return { status: booked.response.status, deal: booked.data?.deal.deal, actual };
}
`;
let server: TestServer;
let people: Awaited<ReturnType<typeof createCompany>>;

beforeAll(async () => {
  server = await startServer(await createDatabase());
  people = await createCompany(server);
  rmSync(DIRECTORY, { recursive: true, force: true });
  mkdirSync(DIRECTORY, { recursive: true });
  writeFileSync(
    join(DIRECTORY, 'api.ts'),
    astToString(await openapiTS(pathToFileURL(resolve('docs/openapi.json')))),
  );
  writeFileSync(join(DIRECTORY, 'book.ts'), BOOK);
});
afterAll(() => server.stop());

it('a client generated from the description compiles and books a deal', async () => {
  const program = ts.createProgram([join(DIRECTORY, 'book.ts')], {
    strict: true,
    noEmit: true,
    skipLibCheck: true,
    module: ts.ModuleKind.ESNext,
    moduleResolution: ts.ModuleResolutionKind.Bundler,
    target: ts.ScriptTarget.ES2023,
    lib: ['lib.es2023.d.ts', 'lib.dom.d.ts'],
  });
  expect(
    ts
      .getPreEmitDiagnostics(program)
      .map((each) => ts.flattenDiagnosticMessageText(each.messageText, ' ')),
  ).toEqual([]);

  const { secret } = (await people.admin.send('POST', '/tokens', { name: 'client' })).json() as {
    secret: string;
  };
  const address = await server.app.listen({ port: 0, host: '127.0.0.1' });
  const { book } = (await import(/* @vite-ignore */ join(DIRECTORY, 'book.ts'))) as {
    book(url: string, token: string): Promise<unknown>;
  };
  expect(await book(address, secret)).toEqual({ status: 201, deal: 'C-1', actual: 25_000 });
});
