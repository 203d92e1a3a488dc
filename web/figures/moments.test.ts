import { describe, expect, it } from 'vitest';
import { parseDay } from '#core/period/day';
import { listPresets } from '../figures/moments';

describe('moments often asked for', () => {
  const presets = (today: string, lastWorkingDay: string | null = null) =>
    Object.fromEntries(
      listPresets(parseDay(today)!, lastWorkingDay).map(({ name, at }) => [name, at]),
    );

  it('are midnights as many days back as they say', () => {
    expect(presets('2026-11-18')).toEqual({
      today: '2026-11-18T00:00',
      yesterday: '2026-11-17T00:00',
      Monday: '2026-11-16T00:00',
      'a week ago': '2026-11-11T00:00',
      'start of month': '2026-11-01T00:00',
    });
  });

  it('name the Monday of the week, on a Monday as on a Sunday', () => {
    expect(presets('2026-11-16')['Monday']).toBe('2026-11-16T00:00');
    expect(presets('2026-11-22')['Monday']).toBe('2026-11-16T00:00');
    expect(presets('1969-12-31')['Monday']).toBe('1969-12-29T00:00');
    expect(presets('2026-03-01')['yesterday']).toBe('2026-02-28T00:00');
  });

  it('name the last working day where it is not yesterday', () => {
    expect(presets('2026-11-16', '2026-11-13')['last working day']).toBe('2026-11-13T00:00');
    expect(presets('2026-11-18', '2026-11-17')['last working day']).toBeUndefined();
  });
});
