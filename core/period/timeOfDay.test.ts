import { describe, expect, it } from 'vitest';
import { formatTimeOfDay, parseTimeOfDay } from './timeOfDay';

describe('a time of day', () => {
  it('is read as minutes after midnight, up to the end of the day, and written back', () => {
    expect(['00:01', '09:30', '17:00', '24:00'].map(parseTimeOfDay)).toEqual([1, 570, 1020, 1440]);
    for (let minutes = 1; minutes <= 1440; minutes++)
      expect(parseTimeOfDay(formatTimeOfDay(minutes))).toBe(minutes);
  });

  it('is none at midnight, after the day or in any other form', () =>
    expect(['00:00', '24:01', '25:00', '7:00', '17:60', '17.00', ''].map(parseTimeOfDay)).toEqual(
      Array.from({ length: 7 }, () => null),
    ));
});
