import { UNGRADED_WORDS } from '#core/status/grade';

/**
 * What ships with the product and a company may reword: a word it has left as it was is said in the
 * reader's language, one of its own stays as it is.
 */
export const EN_SHIPPED = {
  revenue: 'Revenue',
  deals: 'Deals',
  profit: 'Profit',
  customers: 'Customers',
  pace: 'Pace',
  dealsWon: 'Deals won',
  averageDeal: 'Average deal',
  grossProfit: 'Gross profit',
  grossMargin: 'Gross margin',
  costToRevenue: 'Cost to revenue',
  winRate: 'Win rate',
  newCustomers: 'New customers',
  daysToClose: 'Days to close',
  made: 'made',
  onPace: 'on pace',
  slipping: 'slipping',
  behind: 'behind',
  near: 'near',
  short: 'short',
  wellShort: 'well short',
  over: 'over',
  wellOver: 'well over',
  aboveAverage: 'above average',
  aroundAverage: 'around average',
  belowAverage: 'below average',
  upOnBefore: 'up on before',
  asBefore: 'about as before',
  downOnBefore: 'down on before',
  upOnLastYear: 'up on last year',
  asLastYear: 'about as last year',
  downOnLastYear: 'down on last year',
  ...UNGRADED_WORDS,
  stretched: '{label}, stretch',
  aboutRevenue:
    'Credited amount of won deals on their close date, in the reporting currency. Refunds ' +
    'count as negative. Open and lost deals never count.',
  aboutDealsWon:
    'Number of won deals of more than zero on their close date. A split deal counts once, for ' +
    'the salesperson named first; a refund takes none away.',
  aboutAverageDeal:
    'Revenue divided by deals won, of the whole period at once: never an average of averages.',
  aboutGrossProfit:
    'Credited amount less cost of the won deals whose cost is known. Deals without a cost ' +
    'count neither way.',
  aboutGrossMargin:
    'Gross profit as a part of the revenue of the deals whose cost is known. Both are added up ' +
    'first and divided last.',
  aboutCostToRevenue:
    'Cost as a part of the revenue of the deals whose cost is known. Lower is better.',
  aboutWinRate:
    'Deals won as a part of the deals decided, won or lost, in the period of their close date.',
  aboutNewCustomers:
    'Customers whose first won deal ever falls in the period, for the salesperson that deal ' +
    'names first.',
  aboutDaysToClose:
    'Days from opening to winning, over the won deals that have an opening date: all days ' +
    'divided by all deals. Lower is better.',
} as const;
