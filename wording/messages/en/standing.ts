/** Who a sentence is about: "You have" to the reader; a person is "they", a unit "it". */
const HAS = '{who, select, reader {You have} other {{name} has}}';
const STANDS = '{who, select, reader {You stand} other {{name} stands}}';
const NAME = '{who, select, reader {You} other {{name}}}';
const ITS = '{who, select, reader {your} person {their} other {its}}';
const ITS_FIRST = '{who, select, reader {Your} person {Their} other {Its}}';
const IT_HAS_FIRST = '{who, select, reader {You have} person {They have} other {It has}}';
const IT_ENDS = '{who, select, reader {you end} person {they end} other {it ends}}';
const VERB = '{verb, select, booked {booked} won {won} other {reached}}';
const LIMIT = '{direction, select, lower {limit} other {target}}';
const DAYS = '{days, plural, one {# working day} other {# working days}}';

/** Where a unit stands, in words. */
export const EN_STANDING = {
  figure:
    '{noun, select, none {{value}} deals {{value} deals} money {{value} of {measure}} other ' +
    '{{value} {measure}}}',
  targetNoun: '{noun, select, none {} deals { of deals} other { of {measure}}}',
  level: '{value} {measure}',
  leftBefore: '{name}’s last day here was {day}, before {period} began.',
  left: ' {name}’s last day here was {day}.',
  tooFewDeals:
    ' Too few deals to judge by the {kind, select, day {day} week {week} other {period}}: most ' +
    'have none.',
  againstPriorPeriod:
    ' Against the period before at the same point that is <status>{label}</status>.',
  againstPriorYear:
    ' Against the same period last year at the same point that is <status>{label}</status>.',
  againstPeers: ` Against the average of ${ITS} {peers} peers that is <status>{label}</status>.`,
  notStartedTarget:
    `{period} starts on {day}: ${DAYS} for {who, select, reader {you} other {{name}}}, with a ` +
    `${LIMIT} of {target}.`,
  notStarted:
    `{period} starts on {day}: ${DAYS} for {who, select, reader {you} other {{name}}}, and no ` +
    'target yet.',
  incomplete:
    `${HAS} ${VERB} {actual} in {period}. ${ITS_FIRST} targets are incomplete ({covered} of ` +
    '{parts} {of, select, units {parts below} other {periods}} have one), so there is no ' +
    'percent and no status yet.',
  noTargetSum:
    `${HAS} ${VERB} {actual} in {period}. ${IT_HAS_FIRST} no target for this period, so there ` +
    'is no percent and no status.',
  noTargetLevel:
    `${HAS} {actual} in {period}. ${IT_HAS_FIRST} no target for this period, so there is no ` +
    'percent and no status.',
  zeroTargetSum:
    `${HAS} ${VERB} {actual} in {period}. ${ITS_FIRST} target is 0, so there is nothing to ` +
    'attain.',
  zeroTargetLevel: `${HAS} {actual} in {period}. ${ITS_FIRST} target is 0, so there is nothing to attain.`,
  noData: `${HAS} no {measure} in {period}: there is nothing yet to compute it from.`,
  levelEnded:
    `${NAME} ended {period} at {actual}. That is <status>{percent} of ${ITS} {target} ` +
    `${LIMIT}</status>.`,
  levelLastDay:
    `${STANDS} in {period} at {actual}. That is <status>{percent} of ${ITS} {target} ` +
    `${LIMIT}</status>, on the last working day.`,
  levelOpen:
    `${STANDS} in {period} at {actual}. That is <status>{percent} of ${ITS} {target} ` +
    `${LIMIT}</status>, and can still change in ${DAYS}.`,
  refunds: `${STANDS} at {actual} in {period}: refunds outweigh what was booked.`,
  made:
    `${HAS} <status>made</status> ${ITS} {target} {period} target: {actual} ${VERB}, {percent} ` +
    'of target.',
  madeEarly:
    `${HAS} <status>made</status> ${ITS} {target} {period} target: {actual} ${VERB}, {percent} ` +
    `of target, with ${DAYS} left.`,
  madeStretch:
    `${HAS} <status>made</status> ${ITS} {target} {period} target and the stretch of ` +
    `{stretch}: {actual} ${VERB}, {percent} of target.`,
  madeStretchEarly:
    `${HAS} <status>made</status> ${ITS} {target} {period} target and the stretch of ` +
    `{stretch}: {actual} ${VERB}, {percent} of target, with ${DAYS} left.`,
  endedShort:
    `${NAME} ended {period} at {actual}, <status>{percent} of ${ITS} {target} target</status>: ` +
    '{gap} short.',
  endedAbove:
    `${NAME} ended {period} at {actual}, <status>{percent} of ${ITS} {target} target</status>: ` +
    '{gap} above.',
  open:
    `${HAS} ${VERB} {actual} of ${ITS} {target} {period} target{targetNoun}. That is ` +
    '<status>{percent} of target</status>{due}.',
  openOutcome:
    `${HAS} ${VERB} {actual} of ${ITS} {target} {period} target{targetNoun}. That is ` +
    `<status>{percent} of target</status>{due}; at this rate ${IT_ENDS} at {outcome}.`,
  dueDayRunning: ', and the day is still running',
  dueDayEnded: ', and business has ended for the day',
  dueByMonths: ', against {share} due by its months',
  dueByDays: ', against {share} of the working days gone',
  targetSet: 'A target is set for exactly {period}.',
  targetOfPeriods: 'The sum of the targets of {count} shorter periods.',
  targetAllocated: 'A share, by working days, of the target of {from}.',
  targetOfUnits: 'The sum of the targets of {count} units directly below.',
  targetOfUnitAbove:
    "The target of {unit} is everybody''s below: a ratio''s target is not divided.",
  targetOfLonger:
    "The target of {from} is also that of its parts: a ratio''s target is not divided.",
  targetNone: 'No target is set here, for a longer or shorter period, or below.',
  onRamp: 'on a ramp',
  joinedLate: 'joined after the period began',
  leftEarly: 'left before it ended',
  excludesDeals: 'without deals that are too large to be added up',
  onRampShort: 'ramp',
  joinedLateShort: 'joined',
  leftEarlyShort: 'left',
  excludesDealsShort: 'incomplete',
  totalsUnknown:
    'Not known: of {days} there is a total from before only, without the days, deals or units ' +
    'that this figure takes.',
  totalsTakenIn: 'It takes in a total from before ({days}), without deals behind it.',
  totalsOfIt: '{value} of it is a total from before ({days}), without deals behind it.',
  earlierTotals: '{days} holds a total from before, without deals.',
  earlierUnknown: '{days} holds a total from before and has no days to compare with.',
  earlierUnknownWhole:
    '{days} holds a total from before and has no days to compare with; all of the period came ' +
    'to {total}.',
} as const;
