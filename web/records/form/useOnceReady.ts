import { useEffect, useEffectEvent, useState } from 'react';

/**
 * Keeps a wish until what it needs is there, and carries it out then.
 * @returns the wish that waits, and its setter
 */
export function useOnceReady<Wish>(isReady: boolean, carryOut: (wish: Wish) => void) {
  const [wish, setWish] = useState<Wish | null>(null);
  const go = useEffectEvent((wanted: Wish) => {
    setWish(null);
    carryOut(wanted);
  });
  useEffect(() => {
    if (wish !== null && isReady) go(wish);
  }, [wish, isReady]);
  return [wish, setWish] as const;
}
