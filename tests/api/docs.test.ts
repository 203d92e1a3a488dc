import { readFileSync } from 'node:fs';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { createCompany, createDatabase, startServer, type TestServer } from './harness';

interface Example {
  method: 'GET' | 'POST' | 'PUT' | 'DELETE';
  path: string;
  headers: Record<string, string>;
  body: string | undefined;
  status: number;
}

/**
 * The examples of docs/api.md: request line, headers, body and status, with an empty line between.
 */
const EXAMPLES = [...readFileSync('docs/api.md', 'utf8').matchAll(/```http\n([\s\S]*?)```/g)].map(
  (match): Example => {
    const [head, ...rest] = match[1]!.trim().split('\n\n');
    const [first, ...headers] = head!.split('\n');
    const [method, path] = first!.split(' ');
    return {
      method: method as Example['method'],
      path: path!,
      headers: Object.fromEntries(headers.map((line) => line.split(': ') as [string, string])),
      body: rest.length > 1 ? rest.slice(0, -1).join('\n\n') : undefined,
      status: Number(rest.at(-1)),
    };
  },
);

let server: TestServer;
let people: Awaited<ReturnType<typeof createCompany>>;
beforeAll(async () => {
  server = await startServer(await createDatabase());
  people = await createCompany(server);
});
afterAll(() => server.stop());

describe('the examples of docs/api.md', () => {
  it('are found', () => expect(EXAMPLES.length).toBeGreaterThan(5));

  it.each(EXAMPLES.map((example) => [`${example.method} ${example.path}`, example] as const))(
    '%s is answered as it says',
    async (_name, { method, path, headers, body, status }) => {
      const { secret } = (await people.admin.send('POST', '/tokens', { name: path })).json() as {
        secret: string;
      };
      const answer = await server.app.inject({
        method,
        url: `/api/v1${path}`,
        headers: {
          authorization: `Bearer ${secret}`,
          ...(body === undefined ? {} : { 'content-type': 'application/json' }),
          ...Object.fromEntries(
            Object.entries(headers).map(([name, value]) => [name.toLowerCase(), value]),
          ),
        },
        ...(body === undefined ? {} : { payload: body }),
      });
      expect(`${answer.statusCode} ${answer.body}`).toMatch(new RegExp(`^${status} `));
    },
  );
});
