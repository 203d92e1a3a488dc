import { describe, expect, it } from 'vitest';
import { parseOptions } from './options';

describe('options of npm start', () => {
  it('have defaults', () =>
    expect(parseOptions([])).toEqual({
      empty: false,
      port: 4400,
      today: null,
      areOrdersPaused: false,
    }));
  it('are read', () =>
    expect(
      parseOptions(['--empty', '--port', '5000', '--today', '2026-11-18', '--orders-paused']),
    ).toEqual({
      empty: true,
      port: 5000,
      today: '2026-11-18',
      areOrdersPaused: true,
    }));
  it.each([
    [['--port', 'x'], 'is not a port'],
    [['--port', '70000'], 'is not a port'],
    [['--today', '2026-02-30'], 'is not a date'],
    [['--colour'], 'colour'],
  ])('%j say what would be accepted', (args, text) =>
    expect(() => parseOptions(args)).toThrow(text),
  );
});
