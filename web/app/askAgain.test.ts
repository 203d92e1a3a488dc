import { fetchBaseQuery } from '@reduxjs/toolkit/query/react';
import { describe, expect, it, vi } from 'vitest';
import { askAgain } from './askAgain';

/** A server that loses its first answers, and then gives the one that is left. */
function openServer(lost: number, status = 200) {
  const fetchFn = vi.fn(
    (request: Request | string | URL) =>
      new Promise<Response>((resolve, reject) => {
        if (fetchFn.mock.calls.length > lost)
          return resolve(Response.json({ name: 'found' }, { status }));
        const { signal } = request as Request;
        signal.addEventListener('abort', () => reject(signal.reason as Error));
      }),
  );
  const query = fetchBaseQuery({ baseUrl: 'http://here', fetchFn, timeout: 20 });
  const { signal } = new AbortController();
  const send = () => query('/deals', { signal } as Parameters<typeof query>[1], {});
  return { fetchFn, ask: () => askAgain(send) };
}

describe('a question', () => {
  it('is asked once more when its answer is lost', async () => {
    const { fetchFn, ask } = openServer(1);
    expect((await ask()).data).toEqual({ name: 'found' });
    expect(fetchFn).toHaveBeenCalledTimes(2);
  });

  it('is given up when the second is lost as well', async () => {
    const { fetchFn, ask } = openServer(5);
    expect((await ask()).error).toMatchObject({ status: 'TIMEOUT_ERROR' });
    expect(fetchFn).toHaveBeenCalledTimes(2);
  });

  it('that is answered, if only with a refusal, is asked once', async () => {
    const { fetchFn, ask } = openServer(0, 403);
    expect((await ask()).error).toMatchObject({ status: 403 });
    expect(fetchFn).toHaveBeenCalledTimes(1);
  });
});
