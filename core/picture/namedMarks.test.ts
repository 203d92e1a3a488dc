import { describe, expect, it } from 'vitest';
import { namedMarks } from './namedMarks';

describe('the names on a ladder', () => {
  it('are all of them where there is room', () =>
    expect(namedMarks(3, 20, [1])).toEqual([0, 1, 2]));
  it('are both ends, oneself and what is pointed at where there is none', () =>
    expect(namedMarks(40, 20, [22, 17])).toEqual([0, 1, 2, 3, 4, 17, 22, 35, 36, 37, 38, 39]));
  it('never are more than there is room for; who is asked for comes first', () => {
    expect(namedMarks(40, 3, [22])).toEqual([0, 22, 39]);
    expect(namedMarks(40, 0, [22])).toEqual([22]);
    expect(namedMarks(4, 2, [-1, 9])).toEqual([0, 3]);
  });
});
