import type { Report, ReportFormat, ReportPeriod } from '#contract/schemas/report';
import type { Rhythm } from '#core/schedule/schedule';
import { WEEKDAYS } from '../app/calendarWords';

export const RHYTHM_WORDS: Readonly<Record<Rhythm, string>> = {
  workingDays: 'on working days',
  daily: 'every day',
  weekly: 'every week',
  monthly: 'every month',
};

export const PERIOD_WORDS: Readonly<Record<ReportPeriod, string>> = {
  asKept: 'as it was kept',
  month: 'the running month',
  priorMonth: 'the month before',
  quarter: 'the running quarter',
  year: 'the running fiscal year',
};

export const FORMAT_WORDS: Readonly<Record<ReportFormat, string>> = {
  none: 'no file',
  pdf: 'the standing as PDF',
  png: 'the standing as a picture',
  xlsx: 'the standing as XLSX',
  csv: 'the standing as CSV',
};

/** "every week on Monday at 07:30". */
export function describeSchedule({
  rhythm,
  weekday,
  monthDay,
  time,
}: Pick<Report, 'rhythm' | 'weekday' | 'monthDay' | 'time'>): string {
  const on =
    rhythm === 'weekly' && weekday !== null
      ? ` on ${WEEKDAYS[weekday - 1]}`
      : rhythm === 'monthly' && monthDay !== null
        ? ` on day ${monthDay}`
        : '';
  return `${RHYTHM_WORDS[rhythm]}${on} at ${time}`;
}
