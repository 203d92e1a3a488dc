const KIND = '{direction, select, lower {limit} other {target}}';

/** The figures of a standing, and how each is made. */
export const EN_FIGURES = {
  none: 'none',
  actual: '{measure, select, deals_won {won} sum {booked} other {{name}}}, {days}',
  actualNone: 'There is nothing to compute {measure} of {unit} from, {days}.',
  actualMade: '{measure} of {unit}, {days}: {value}.',
  target: `${KIND}, all of {period}`,
  targetSoFar: 'target so far, {count} of {parts} parts set',
  gapNone: 'gap: no complete target',
  gapShort: `short of ${KIND}`,
  gapBelow: `below ${KIND}`,
  gapAbove: `above ${KIND}`,
  gapNoneMade: 'There is no figure or no complete target, so there is no gap.',
  gapMade: `gap = {kind, select, sum {booked} other {figure}} − ${KIND} = {actual} − {target} = {gap}`,
  behindPace: 'behind pace, {due} due',
  aheadOfPace: 'ahead of pace, {due} due',
  dueByMonths:
    'due by today = target × what is due of its months: all of those that have ended, by ' +
    'working days of the running one = {target} × {share} = {due}',
  dueByDays:
    'due by today = target × share of working days gone = {target} × {gone} / {days} = {due}',
  aheadMade: '{actual} − {due} = {ahead}',
  neededEnded: 'the period has ended',
  neededNone: 'needed a day: not available',
  needed: 'needed per working day, {days} left',
  neededNoneMade: 'No working day is left, or there is no complete target.',
  neededMade: 'max(0, target − booked) / working days left = ({target} − {actual}) / {days}',
  dailyRateToDate: 'So far {rate} a working day ({gone} of {days} working days, {share} gone).',
  prior: 'on {days}',
  priorMade: '{value} on {days}, {total} in all of that period.',
  notAvailable: 'n/a',
  noPriorYear: 'last year has no such period',
  noPriorYearMade: 'There is no such period in the year before.',
  priorYearMade: '{now} now, {then} on {days}.',
  priorYearDifference: '{now} now, {then} on {days}: {difference}.',
  priorYearTotal: 'All of that period came to {total}.',
  expectedToDate: 'what was due by now',
  wholeTarget: 'the whole target',
  priorPeriod: 'the period before at the same point',
  priorYear: 'the same period last year at the same point',
  peerAverage: 'the average of its peers',
  peersCounted: '{benchmark} ({peers})',
  attainmentNoFigure: 'There is no figure, so there is no percent.',
  attainmentNoTarget: `There is no complete ${KIND} above 0 to divide by, so there is no percent.`,
  attainment:
    `attainment = {measure} / ${KIND} = {actual} / {target} = {percent} {direction, select, ` +
    'lower {of the limit} other {of target}}',
  appliedMissing:
    '{target} {count, plural, one {# part is} other {# parts are}} missing, so it is not ' +
    'judged by.',
  appliedValue: '{value}. {target}',
  standardRule: 'the standard rule',
  ruleSince: 'the rule since {day}',
  fixedValues: 'fixed values',
  percentsOf: '{upper}% and {lower}% of {against}',
  nothingToCompare: '“{label}” by {rule}. There is nothing to compare with, so there is no grade.',
  thresholds:
    '“{label}” by {rule}. Thresholds at {of}: grade 3 {direction, select, lower {up to} other ' +
    '{from}} {upper}, grade 2 {direction, select, lower {up to} other {from}} {lower}.',
  nextHeld:
    'It is “{label}” if it still stands so when the period ends ({direction, select, lower {at ' +
    '{at} or less} other {from {at}}}).',
  nextAtEnd:
    '{direction, select, lower {Less} other {More}} by {distance}, held until the period ends, ' +
    'and it is “{label}” ({direction, select, lower {at {at} or less} other {from {at}}}).',
  next:
    '{direction, select, lower {Less} other {More}} by {distance} and it is “{label}” ' +
    '({direction, select, lower {at {at} or less} other {from {at}}}).',
  partDays: 'days',
  partDeals: 'deals',
  partWithin: 'within {days} days',
  partCounts: 'counts',
  partValue: 'value',
  partValues: 'values',
  amount: 'amount',
  profit: 'gross profit',
  cost: 'cost',
  costedAmount: 'amount of deals with a cost',
  quantity: 'quantity',
  newCustomers: 'new customers',
  daysToClose: 'days to close',
  timedDeals: 'deals with an opening date',
  excluded:
    '{deals, plural, one {# deal is} other {# deals are}} left out: a date or value is missing.',
  new: 'new',
} as const;
