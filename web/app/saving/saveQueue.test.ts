import { describe, expect, it } from 'vitest';
import { SaveQueue, type SaveResult } from './saveQueue';

type Step = { value: number };

/** A server with one value, which can be away. */
function createServer(answers: ('ok' | 'away' | 'refuse')[] = []) {
  const server = {
    value: 0,
    sent: [] as number[],
    waits: [] as number[],
    failures: [] as string[],
    stored: new Map<string, Step>(),
  };
  let next = 0;
  const queue = new SaveQueue<Step, string>({
    async send({ value }): Promise<SaveResult<Step, string>> {
      await Promise.resolve();
      server.sent.push(value);
      const answer = answers.shift() ?? 'ok';
      if (answer !== 'ok') return { ok: false, failure: answer };
      const undo = { value: server.value };
      server.value = value;
      return { ok: true, undo };
    },
    isPassing: (failure) => failure === 'away',
    wait: async (ms) => void server.waits.push(ms),
    onFailure: (failure, _step, history) => server.failures.push(`${failure} ${history}`),
    onChange: () => undefined,
    store: {
      add: (step) => {
        server.stored.set(String(next), step);
        return String(next++);
      },
      remove: (key) => server.stored.delete(key),
    },
  });
  return { server, queue };
}

describe('the queue of saves', () => {
  it('sends steps in their order, undoes and redoes them', async () => {
    const { server, queue } = createServer();
    await Promise.all([
      queue.save({ value: 1 }),
      queue.save({ value: 2 }),
      queue.save({ value: 3 }),
    ]);
    await Promise.all([queue.undo(), queue.undo()]);
    expect([server.value, queue.canUndo, queue.canRedo]).toEqual([1, true, true]);
    await queue.redo();
    expect(server.sent).toEqual([1, 2, 3, 2, 1, 2]);
    await queue.save({ value: 9 });
    expect([queue.canRedo, await queue.redo()]).toEqual([false, false]);
  });

  it('waits longer each time while the server is away, and loses nothing', async () => {
    const { server, queue } = createServer(['away', 'away', 'away', 'away', 'away', 'ok']);
    const done = queue.save({ value: 5 });
    expect([queue.hasPending, server.stored.size]).toEqual([true, 1]);
    expect(await done).toBe(true);
    expect(server.waits).toEqual([1_000, 2_000, 4_000, 8_000, 8_000]);
    expect([server.value, queue.hasPending, queue.isWaitingForServer, server.stored.size]).toEqual([
      5,
      false,
      false,
      0,
    ]);
  });

  it('tells of a refused step and can send it again; what undoes it stays', async () => {
    const { server, queue } = createServer(['ok', 'refuse', 'refuse']);
    await queue.save({ value: 1 });
    expect(await queue.save({ value: 2 })).toBe(false);
    expect(await queue.undo()).toBe(false);
    expect(server.failures).toEqual(['refuse undo', 'refuse redo']);
    expect(queue.canUndo).toBe(true);
    expect(await queue.again({ value: 2 }, 'undo')).toBe(true);
    expect(server.value).toBe(2);
  });
});
