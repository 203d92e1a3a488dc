import { type Static, Type } from 'typebox';
import { IsoDay, Nullable } from './common';

const Moment = Type.String({ description: 'RFC 3339 in UTC.' });

/** How far the bookings reach: said in one place on every view. */
export const Freshness = Type.Object({
  /** The day of the newest closed deal; null before the first. */
  newestDay: Nullable(IsoDay),
  /** When the last deal was booked or read. */
  bookedAt: Nullable(Moment),
  /** When the last file of deals was imported, and the last delivery of an order system came. */
  importedAt: Nullable(Moment),
  deliveredAt: Nullable(Moment),
  /** The last working day whose business has ended. */
  lastWorkingDay: Nullable(IsoDay),
  /** The newest deal is older than that: the figures are booked up to the newest day only. */
  stopsEarly: Type.Boolean(),
});
export type Freshness = Static<typeof Freshness>;
