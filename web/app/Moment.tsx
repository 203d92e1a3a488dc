import { describeDayOf, describeMoment } from '#wording/moment';
import { useGetCompanyQuery } from './api';

/** The company's clock: by it moments are told, wherever the reader is. */
export function useTimeZone(): string {
  const { data: company } = useGetCompanyQuery();
  return company?.timeZone ?? 'UTC';
}

/** A moment, or only its day, in the one form all views have; the zone is in its title. */
export function Moment({ at, isDayOnly = false }: { at: string; isDayOnly?: boolean }) {
  const timeZone = useTimeZone();
  return (
    <time dateTime={at} title={`${describeMoment(at, timeZone)}, ${timeZone}`}>
      {isDayOnly ? describeDayOf(at, timeZone) : describeMoment(at, timeZone)}
    </time>
  );
}
