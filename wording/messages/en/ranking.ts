const NOUN = '{by, select, attainment {attainment} actual {amount} growth {growth} other {gap}}';
const HAS =
  '{by, select, actual {has a figure} growth {had a figure in the period before} other {has a ' +
  'complete target}}';
const COUNT = '{unranked, plural, =0 {{ranked}} other {{ranked} ranked (# not)}}';
const CLIMB = '{places, plural, one {# place} other {# places}}';

/** Rankings, scorecards and parts of a period, in words. */
export const EN_RANKING = {
  nobodyHere: 'No salespeople here in {period}.',
  notStarted: '{period} has not started.',
  nobodyRanked: `Nobody ${HAS} in {period}, so there is no ranking by ${NOUN}.`,
  value:
    '{by, select, attainment {{value} {direction, select, lower {of the limit} other {of ' +
    'target}}} gap {{value} against target} growth {{value} on the period before} other ' +
    '{{value}}}',
  oneLeads: `{name} leads {period} with {value}, first of ${COUNT}`,
  twoLead: `{name} and {other} share the lead of {period} with {value}, of ${COUNT}`,
  manyLead: `{count} share the lead of {period} with {value}, of ${COUNT}`,
  lead: '{lead}.',
  leadClimbed: `{lead}, and climbed most, by ${CLIMB}.`,
  leadOtherClimbed: `{lead}. {name} climbed most, by ${CLIMB}.`,
  cardNone: 'No chosen measure of {name} has a complete target in {period}, so none has a grade.',
  cardOne: 'The one measure of {name} with a target is as it should be in {period}.{rest}',
  cardAll: 'All {count} measures of {name} with a target are as they should be in {period}.{rest}',
  cardSome:
    '{good} of {count} measures of {name} with a target are as they should be in {period}; ' +
    '{weak} {weakCount, plural, one {is} other {are}} not.{rest}',
  cardRest: ' {count, plural, one {# has} other {# have}} no complete target.',
  pairsNone:
    'No unit has a complete target in both {one} and {other}, so they cannot be set beside ' +
    'each other.',
  pairsUnits: '{count} units',
  pairsOnlyOne: '{names} {count, plural, one {is} other {are}} on pace in {one} but not in {other}',
  pairsBoth: '{names} {count, plural, one {is} other {are}} on pace or better in both',
  pairsNeither: '{names} {count, plural, one {is} other {are}} on pace in neither',
  pairsUnknown: '{count, plural, one {# has} other {# have}} no complete target in one of them',
  listEnd: '{all} and {last}',
  partsAhead:
    '{period} has not started: {count} {step, select, day {{count, plural, one {working day} ' +
    'other {working days}}} week {{count, plural, one {week} other {weeks}}} month {{count, ' +
    'plural, one {month} other {months}}} other {{count, plural, one {quarter} other ' +
    '{quarters}}}} lie ahead for {unit}.',
  partsNoTarget:
    '{unit} has no complete target for the {step, select, day {days} week {weeks} month ' +
    '{months} other {quarters}} of {period}, so none of them has a grade.',
  parts:
    '{unit} {direction, select, lower {kept to its limit in} other {made}} {good} of {count} ' +
    '{step, select, day {{count, plural, one {working day} other {working days}}} week ' +
    '{{count, plural, one {week} other {weeks}}} month {{count, plural, one {month} other ' +
    '{months}}} other {{count, plural, one {quarter} other {quarters}}}} of {period}{isOpen, ' +
    'select, yes { so far} other {}}{rest}.',
  partsLow: '; {low, plural, one {# is} other {# are}} well under target',
  partsLowEmpty:
    '; {low, plural, one {# is} other {# are}} well under target, {empty} without a sale',
  partsEmpty: '; {empty} without a sale',
  slicesNothing: 'Nothing is booked for {whose}, and no {dimension} has a target.',
  slicesNoTarget: 'No {dimension} of {whose} has a target yet.',
  whose: '{unit} in {period}',
  slicesWithTarget: '{count} {noun} with a target',
  slicesUnjudged: '{whose}: {all}, none of which can be judged yet.',
  slicesNone: '{whose}: of {all}, none is behind.',
  slicesBehind:
    '{whose}: of {all}, {count, plural, one {# is} other {# are}} behind what was due by now; ' +
    '{furthest} furthest, by {by}.',
  slicesAllBehind:
    '{whose}: of {all}, all are behind what was due by now; {furthest} furthest, by {by}.',
  kind: '{kind, select, company {company} branch {branch} team {team} other {salesperson}}',
  unitsBelow: 'Units below',
  salesperson: 'Salesperson',
  category: 'Category',
  product: 'Product',
  customer: 'Customer',
  customerGroup: 'Customer group',
  source: 'Source',
  location: 'Location',
  unitsPlural: 'units',
  salespersonPlural: 'salespeople',
  categoryPlural: 'categories',
  productPlural: 'products',
  customerPlural: 'customers',
  customerGroupPlural: 'customer groups',
  sourcePlural: 'sources',
  locationPlural: 'locations',
  certain: 'certain',
  impossible: 'none',
  overMost: 'over {percent}',
  underLeast: 'under {percent}',
  oddsExact: 'Computed exactly over all outcomes of {deals} open deals.',
  oddsDrawn: 'Drawn 20,000 times over {deals} open deals, each closing by itself.',
  openNone: 'No open deal is expected to close in it',
  openSome:
    '{count, plural, one {One open deal} other {# open deals}} worth {open} {count, plural, ' +
    'one {weighs} other {weigh}} {weighted}',
  outlookNoTarget: '{name} has won {actual} in {period} and has no complete target. {open}.',
  outlookMade: '{name} has won {actual} of {target} in {period}. The target is made. {open}.',
  outlook:
    '{name} has won {actual} of {target} in {period}. {open};{reach} {short}. The odds to make ' +
    'it: {odds}.',
  outlookReach: ' the forecast is {percent} of target,',
  outlookEnough: 'enough if things go as expected',
  outlookShort: '{amount} short',
  planNamed:
    '“{name}” ({status, select, draft {draft} published {published} merged {merged} discarded ' +
    '{discarded} other {{status}}})',
} as const;
