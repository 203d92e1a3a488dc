import { act, renderHook } from '@testing-library/react';
import { expect, it } from 'vitest';
import { useOnceReady } from './useOnceReady';

function show(isReady: boolean) {
  const done: string[] = [];
  const hook = renderHook(
    ({ ready, name }: { ready: boolean; name: string }) =>
      useOnceReady<string>(ready, (wish) => done.push(`${wish} of ${name}`)),
    { initialProps: { ready: isReady, name: 'first' } },
  );
  const wish = (text: string) => act(() => hook.result.current[1](text));
  return { ...hook, done, wish };
}

it('waits until what a wish needs is there, and carries it out once, as things are then', () => {
  const { done, wish, rerender, result } = show(false);
  wish('close');
  expect([done, result.current[0]]).toEqual([[], 'close']);
  rerender({ ready: false, name: 'second' });
  expect(done).toEqual([]);
  rerender({ ready: true, name: 'third' });
  expect([done, result.current[0]]).toEqual([['close of third'], null]);
  rerender({ ready: true, name: 'fourth' });
  expect(done).toHaveLength(1);
});

it('keeps the newest wish, and carries out at once what lacks nothing', () => {
  const { done, wish, rerender } = show(false);
  wish('close');
  wish('another');
  rerender({ ready: true, name: 'first' });
  expect(done).toEqual(['another of first']);
  wish('close');
  expect(done).toEqual(['another of first', 'close of first']);
});
