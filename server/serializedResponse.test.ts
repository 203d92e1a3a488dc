import { gunzipSync } from 'node:zlib';
import type { FastifyReply, FastifyRequest } from 'fastify';
import { describe, expect, it } from 'vitest';
import { SerializedResponse } from './serializedResponse';

/** What would leave, by whether the asker takes gzip. */
function ask(answer: SerializedResponse, accepts: string | undefined) {
  const headers: Record<string, string> = {};
  const body = answer.send(
    { headers: accepts === undefined ? {} : { 'accept-encoding': accepts } } as FastifyRequest,
    { header: (name: string, value: string) => (headers[name] = value) } as unknown as FastifyReply,
  );
  return { headers, body };
}

const large = { names: Array.from({ length: 2_000 }, (_, at) => `Person ${at}`) };
const read = ({ headers, body }: ReturnType<typeof ask>) =>
  JSON.parse(
    (headers['content-encoding'] === 'gzip' ? gunzipSync(body) : body).toString(),
  ) as unknown;

describe('a serialized response', () => {
  it('leaves plain the first times, compressed from then on for who takes it, and always says the same', async () => {
    const answer = new SerializedResponse(large);
    const [first, second] = [ask(answer, 'gzip, br'), ask(answer, 'gzip, br')];
    expect([first.headers['content-encoding'], second.headers['content-encoding']]).toEqual([
      undefined,
      undefined,
    ]);
    await expect.poll(() => ask(answer, 'gzip, br').headers['content-encoding']).toBe('gzip');
    const compressed = ask(answer, 'br, gzip;q=0.5');
    expect(compressed.body.length).toBeLessThan(answer.size / 3);
    for (const each of [first, compressed, ask(answer, undefined), ask(answer, 'br')]) {
      expect(read(each)).toEqual(large);
      expect(each.headers).toMatchObject({
        vary: 'accept-encoding, accept-language',
        'content-type': 'application/json; charset=utf-8',
      });
    }
    expect(ask(answer, undefined).headers['content-encoding']).toBeUndefined();
  });

  it('that is small is never compressed', async () => {
    const answer = new SerializedResponse({ sentence: 'Größe' });
    for (let i = 0; i < 3; i++) ask(answer, 'gzip');
    await new Promise((resolve) => setTimeout(resolve, 20));
    const { headers, body } = ask(answer, 'gzip');
    expect(headers).toEqual({ 'content-type': 'application/json; charset=utf-8' });
    expect(JSON.parse(body.toString())).toEqual({ sentence: 'Größe' });
  });
});
