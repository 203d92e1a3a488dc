import seedrandom from 'seedrandom';

const SEED = 'harrow-and-tide';

/**
 * A stream of its own for each thing generated, so that a change in one leaves the others as they
 * are.
 */
export function createStream(...name: (string | number)[]): Stream {
  const next = seedrandom([SEED, ...name].join(':'));
  return {
    next,
    between: (low, high) => low + (high - low) * next(),
    whole: (low, high) => low + Math.floor((high - low + 1) * next()),
    pick: (list) => list[Math.floor(list.length * next())]!,
    chance: (probability) => next() < probability,
  };
}

export interface Stream {
  next(): number;
  between(low: number, high: number): number;
  whole(low: number, high: number): number;
  pick<T>(list: readonly T[]): T;
  chance(probability: number): boolean;
}
