import { bigint, customType, date, timestamp } from 'drizzle-orm/pg-core';

/** Whole minor units or counts; the driver hands them over as safe numbers (see client.ts). */
export const whole = (name: string) => bigint(name, { mode: 'number' });

/** ISO 8601 text: a day has no time zone, so it never becomes a Date. */
export const isoDay = (name: string) => date(name, { mode: 'string' });

export const moment = (name: string) => timestamp(name, { withTimezone: true, mode: 'string' });

/**
 * The writing transaction's id, by which readers find what they have not seen yet
 * (ledger/replica.ts).
 */
export const transactionId = customType<{ data: string }>({ dataType: () => 'xid8' });

export const bytes = customType<{ data: Buffer }>({ dataType: () => 'bytea' });
