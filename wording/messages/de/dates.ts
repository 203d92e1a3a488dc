import type { EN_DATES } from '../en/dates';
import type { Translated } from '../translate';

export const DE_DATES: Translated<typeof EN_DATES> = {
  noDays: 'noch keine Tage',
  dayFirst: '{date}. {month}',
  dayFirstYear: '{date}. {month} {year}',
  monthFirst: '{month} {date}',
  monthFirstYear: '{month} {date}, {year}',
  weekdayDayFirst: '{weekday}, {date}. {month} {year}',
  weekdayMonthFirst: '{weekday}, {month} {date}, {year}',
  spanDayFirst: '{from}.–{to}. {month}',
  spanDayFirstYear: '{from}.–{to}. {month} {year}',
  spanMonthFirst: '{month} {from}–{to}',
  spanMonthFirstYear: '{month} {from}–{to}, {year}',
  moment: '{day}, {time}',
  year: 'GJ {label}',
  quarter: 'Q{quarter} GJ {label}',
  week: 'Woche {week} {year}',
  weekMonth: 'P{number} GJ {label}',
  months: '{first} bis {last} {year}',
  monthWithYear: '{month} {year}',
  weekMonths: 'P{first} GJ {label} bis P{last}',
  weekMonthsOfYears: 'P{first} GJ {label} bis P{last} GJ {lastLabel}',
};
