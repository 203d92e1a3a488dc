import { parseArgs } from 'node:util';
import { parseDay } from '#core/period/day';

export interface StartOptions {
  empty: boolean;
  port: number;
  today: string | null;
  /** The order system of the demo waits for its button in place of sending by itself. */
  areOrdersPaused: boolean;
}

const DEFAULT_PORT = 4400;

/** Options of `npm start`. @throws Error that says what would be accepted */
export function parseOptions(args: string[]): StartOptions {
  const { values } = parseArgs({
    args,
    options: {
      empty: { type: 'boolean' },
      port: { type: 'string' },
      today: { type: 'string' },
      'orders-paused': { type: 'boolean' },
    },
  });
  const port = Number(values.port ?? DEFAULT_PORT);
  if (!Number.isInteger(port) || port < 1 || port > 65_535)
    throw new Error(`--port "${values.port}" is not a port; write a number from 1 to 65535.`);
  if (values.today && parseDay(values.today) === null)
    throw new Error(`--today "${values.today}" is not a date; write for example 2026-11-18.`);
  return {
    empty: values.empty ?? false,
    port,
    today: values.today ?? null,
    areOrdersPaused: values['orders-paused'] ?? false,
  };
}
