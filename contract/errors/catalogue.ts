/**
 * Every error the API gives: status, title, and a text that says what was got and what to do.
 * `{name}` stands for a parameter.
 */
export const ERRORS = {
  invalidInput: {
    status: 422,
    title: 'Some fields need another look',
    detail: 'Correct the marked fields and send again; nothing was changed.',
  },
  invalidBody: {
    status: 400,
    title: 'The request could not be read',
    detail: 'The body is not valid {expected}: {problem}',
  },
  badRequest: {
    status: 400,
    title: 'The request could not be read',
    detail: 'Correct it and send it again: {problem}.',
  },
  unknownUnit: {
    status: 404,
    title: 'No such unit',
    detail: 'There is no unit "{unit}" that you may see. Choose one from the tree.',
  },
  unknownPeriod: {
    status: 404,
    title: 'No such period',
    detail:
      '"{period}" names no period. Write for example FY2027, FY2027-Q3, FY2027-P08, 2026-W47, 2026-11-18 or FROM..TO.',
  },
  wrongStep: {
    status: 422,
    title: 'The period cannot be cut like this',
    detail: '{period} by {step} is one part or too many to see. Choose one of: {steps}.',
  },
  unknownMeasure: {
    status: 404,
    title: 'No such measure',
    detail: 'There is no measure "{measure}". Choose one from the list in Setup.',
  },
  measureExists: {
    status: 409,
    title: 'This code is taken',
    detail: 'There is a measure "{code}" already. Choose another code, or change that one.',
  },
  shippedMeasure: {
    status: 409,
    title: 'This measure ships with the product',
    detail: 'Its computation stays as it is. Add a measure of your own that computes otherwise.',
  },
  measureInUse: {
    status: 409,
    title: 'This measure is in use',
    detail: '"{name}" has {uses}. Archive it instead: what uses it stays as it is.',
  },
  nothingToUndo: {
    status: 409,
    title: 'There is nothing of yours to take back',
    detail:
      'The last change of "{name}" was another one, or somebody else’s. Change it as it should be.',
  },
  unitInUse: {
    status: 409,
    title: 'This unit is in use',
    detail: '"{name}" has deals, targets, people or accounts by now. Give it a last day instead.',
  },
  unknownCustomField: {
    status: 404,
    title: 'No such field',
    detail: 'There is no custom field "{code}". Choose one from the list in Setup.',
  },
  customFieldInUse: {
    status: 409,
    title: 'This field is in use',
    detail: '"{name}" has {uses}. Archive it instead: what has it keeps it.',
  },
  customFieldChanged: {
    status: 409,
    title: 'Someone else has changed this field',
    detail: 'You changed version {yours}; it is version {theirs} now. Look at it and try again.',
  },
  tooManyCustomFields: {
    status: 409,
    title: 'There are as many fields as there may be',
    detail: 'At most {most} are offered at a time. Archive one that is not needed any more.',
  },
  revenueStays: {
    status: 409,
    title: 'Revenue cannot be archived',
    detail: 'It is what every screen shows when nothing else is chosen.',
  },
  notNewest: {
    status: 409,
    title: 'There is a newer version',
    detail: '"{name}" has version {version}. Change that one.',
  },
  notTypedIn: {
    status: 409,
    title: 'This measure is not typed in',
    detail: '"{name}" is computed from deals. Only typed-in measures have values of their own.',
  },
  valuesChanged: {
    status: 409,
    title: 'Someone else has changed these values',
    detail:
      '{count} of the values are no longer what you saw: {where}. Nothing was saved; look again and repeat.',
  },
  notSignedIn: {
    status: 401,
    title: 'Not signed in',
    detail: 'Sign in, or send a valid access token.',
  },
  wrongCredentials: {
    status: 401,
    title: 'E-mail or password is not right',
    detail: 'Check both and try again. After several tries there is a short wait.',
  },
  tooManyTries: {
    status: 429,
    title: 'Too many tries',
    detail: 'Wait {seconds} seconds and try again.',
  },
  wrongHost: {
    status: 421,
    title: 'Not this address',
    detail: 'This server answers at {host} alone.',
  },
  tokenMayNot: {
    status: 403,
    title: 'Not with an access token',
    detail:
      'Sign in with a browser for this; a token that only reads changes nothing, and no token makes accounts, passwords or tokens.',
  },
  unknownAccount: {
    status: 404,
    title: 'No such account',
    detail: 'There is no account {account} that you may change.',
  },
  emailTaken: {
    status: 409,
    title: 'This e-mail has an account',
    detail: '"{email}" is the e-mail of another account. Use another one, or change that account.',
  },
  lastAdministrator: {
    status: 409,
    title: 'The company needs an administrator',
    detail:
      'This is the last account that may do everything. Make another one administrator first.',
  },
  ownAccount: {
    status: 409,
    title: 'This is your own account',
    detail: 'Another administrator changes your role or takes it away.',
  },
  linkGone: {
    status: 404,
    title: 'This link does not hold any more',
    detail:
      'It was used already, is too old, or a newer one was made. Ask an administrator for a new one.',
  },
  wrongPassword: {
    status: 403,
    title: 'The password is not right',
    detail: 'Type your present password again.',
  },
  csrf: {
    status: 403,
    title: 'The request did not come from this application',
    detail: 'Load the page again and repeat what you did.',
  },
  forbidden: {
    status: 403,
    title: 'Not allowed',
    detail: 'Your role ({role}) may not do this. Ask an administrator.',
  },
  outsideUnit: {
    status: 403,
    title: 'Outside your unit',
    detail: '"{unit}" is not in the part of the company you work for.',
  },
  notFound: {
    status: 404,
    title: 'Not found',
    detail: 'There is nothing at this address that you may see.',
  },
  boardGone: {
    status: 404,
    title: 'This board is not shown any more',
    detail: 'Its link was withdrawn, or never made. Ask whoever runs it for a new one.',
  },
  notAPicture: {
    status: 422,
    title: 'This is not a picture',
    detail: 'Choose a PNG, JPEG or WebP file of at most 300 kB.',
  },
  unknownName: {
    status: 404,
    title: 'No such name',
    detail: 'There is no such name in the list. Load it anew; somebody may have merged it.',
  },
  sameName: {
    status: 409,
    title: 'These are one name already',
    detail: 'Choose two different names to merge.',
  },
  badSignature: {
    status: 401,
    title: 'The delivery is not signed as agreed',
    detail:
      'Check source, secret and clock: the headers webhook-id, webhook-timestamp and webhook-signature must be of this body and of the last five minutes.',
  },
  feedStopped: {
    status: 409,
    title: 'This source is stopped',
    detail:
      'Deliveries of “{name}” are not taken until an administrator lets them again in Setup. Keep them and send them then.',
  },
  deliveryRefused: {
    status: 422,
    title: 'The delivery could not be taken',
    detail: '{detail} It is kept in Setup, under Feeds, and can be tried again there.',
  },
  unknownMapping: {
    status: 404,
    title: 'No such mapping',
    detail: 'Save how the file is read, then import it with that.',
  },
  unknownMerge: {
    status: 404,
    title: 'No such merge',
    detail: 'It was undone already, or never made. Load the list anew.',
  },
  unknownDeal: {
    status: 404,
    title: 'No such deal',
    detail: 'There is no deal {deal} that you may see.',
  },
  tooManyReplies: {
    status: 422,
    title: 'This note has too many answers',
    detail: 'A note has at most {most} answers. Write a new one.',
  },
  tooManyReports: {
    status: 422,
    title: 'Too many reports',
    detail:
      'You have {most} reports, which is as many as there may be. Remove one you do not need.',
  },
  tooManyAwardPictures: {
    status: 422,
    title: 'Too many pictures',
    detail:
      'There are {most} own pictures for awards, which is as many as there may be. Remove one that no award shows.',
  },
  pictureInUse: {
    status: 409,
    title: 'An award shows this picture',
    detail: 'Only a picture that no award and no contest shows can be removed.',
  },
  tooManyContests: {
    status: 422,
    title: 'Too many contests',
    detail: 'There are {most} contests, which is as many as there may be. Remove a draft first.',
  },
  contestStarted: {
    status: 409,
    title: 'The contest has started',
    detail: 'Its rules stay as they are. End it, or make another.',
  },
  membersChanged: {
    status: 409,
    title: 'Others take part than you saw',
    detail: 'Nothing was started: somebody has come or gone meanwhile. Look at the names again.',
  },
  tooManyCommissionPlans: {
    status: 422,
    title: 'Too many commission plans',
    detail: 'There are {most} plans, which is as many as there may be. Remove one first.',
  },
  commissionPlanInUse: {
    status: 409,
    title: 'Statements were approved by this plan',
    detail: '{name} stays for what it has paid. Say the last month it pays instead.',
  },
  statementChanged: {
    status: 409,
    title: 'The statement has changed since you saw it',
    detail: 'Nothing was approved. Look at it again: a deal was booked or changed meanwhile.',
  },
  notApprovable: {
    status: 409,
    title: 'This statement cannot be approved',
    detail: 'Nothing was approved: {why}.',
  },
  tooManyWebhooks: {
    status: 422,
    title: 'Too many webhooks',
    detail: 'There are {most} webhooks, which is as many as there may be. Remove one first.',
  },
  tooManyAlertRules: {
    status: 422,
    title: 'Too many alert rules',
    detail:
      'You have {most} alert rules, which is as many as there may be. Remove one you do not need.',
  },
  tooManyViews: {
    status: 422,
    title: 'Too many kept views',
    detail:
      'You have {most} kept views, which is as many as there may be. Remove one you do not need.',
  },
  tooManyLines: {
    status: 422,
    title: 'Too many deals to explore',
    detail:
      'These are {count} lines; at most {most} are explored together. Choose a shorter span, or a unit further down.',
  },
  tooManyDeals: {
    status: 422,
    title: 'Too many deals at once',
    detail: 'At most {most} deals are changed together; {count} match. Narrow the filter.',
  },
  dealExists: {
    status: 409,
    title: 'This deal is already booked',
    detail:
      'A deal with the id "{deal}" exists. Open it to change it, or use another id. If it is not among yours, an administrator can give that deal another id.',
  },
  dealChanged: {
    status: 409,
    title: 'Someone changed this deal meanwhile',
    detail:
      'You saw version {yours}, it is now version {theirs}. Look at it again, then repeat your change.',
  },
  targetsChanged: {
    status: 409,
    title: 'Someone changed these targets meanwhile',
    detail:
      '{count} of the cells changed since you saw them; nothing was saved. Look at both values and decide.',
  },
  unknownPlan: {
    status: 404,
    title: 'No such plan',
    detail: 'There is no plan {plan} that you may see.',
  },
  noPublishedPlan: {
    status: 409,
    title: 'No plan is published for this year',
    detail: 'FY {year} has no published plan yet. Start a draft, set its targets and publish it.',
  },
  notDiscarded: {
    status: 409,
    title: 'This plan was not discarded',
    detail: '"{name}" is {status}. Only a discarded draft is brought back.',
  },
  notADraft: {
    status: 409,
    title: 'This plan is no draft any more',
    detail: '"{name}" was {status} on {day}. Start a new draft to change anything.',
  },
  reasonNeeded: {
    status: 422,
    title: 'A published target is changed only with a reason',
    detail: 'Say why these targets change; the people concerned will read it.',
  },
  ratesOfCompany: {
    status: 409,
    title: 'The rates belong to the company’s plan',
    detail:
      'A draft of a part of the company takes the published plan’s rates. They are changed in a draft of the whole company.',
  },
  cancelled: {
    status: 409,
    title: 'Cancelled',
    detail: 'Whoever sent it went away before it was done. Nothing was changed; send it again.',
  },
  unknownImport: {
    status: 404,
    title: 'No such import',
    detail: 'There is no import {import} of yours.',
  },
  alreadyUndone: {
    status: 409,
    title: 'This import is undone already',
    detail: '“{name}” was taken back on {day}.',
  },
  closedNeedsReason: {
    status: 409,
    title: 'The month is closed',
    detail: 'Closed: {name}. Say why it is corrected; the correction is listed with its effect.',
  },
  monthClosed: {
    status: 409,
    title: 'The month is closed',
    detail: '{name} is closed. An administrator can open it again by name, with a reason.',
  },
  notEnded: {
    status: 409,
    title: 'The month has not ended',
    detail: '{name} can be closed after its last day.',
  },
  noSampleData: {
    status: 409,
    title: 'These are no sample data',
    detail: 'Only the demonstration company that came with the installation can be put away.',
  },
  closedMonthsFirst: {
    status: 409,
    title: 'Months are closed',
    detail:
      '{count} months are closed and would have other days. Open them first, by name and with a reason.',
  },
  alreadySetUp: { status: 409, title: 'The company is already set up', detail: 'Sign in instead.' },
  notSetUp: {
    status: 409,
    title: 'The company is not set up yet',
    detail: 'Open the first-run page and create it.',
  },
  tooLarge: {
    status: 413,
    title: 'The file is too large',
    detail: 'At most {limit} are read at once. Divide the file.',
  },
  wrongMediaType: {
    status: 415,
    title: 'Cannot read this kind of content',
    detail: 'Send {expected}.',
  },
  badRetryKey: {
    status: 400,
    title: 'The Idempotency-Key can not be used',
    detail: 'Send 1 to 255 visible characters, for example a UUID; nothing was booked.',
  },
  dealOfOthers: {
    status: 403,
    title: 'This deal is not yours to change',
    detail:
      'It belongs to {name}, or somebody outside your part of the company has a part of it. Ask whoever is responsible for all of them.',
  },
  hasRefunds: {
    status: 409,
    title: 'Money was taken back from this deal',
    detail: '{count} refunds point to it. It stays won and worth as much; void the refunds first.',
  },
  keyReused: {
    status: 422,
    title: 'This key was used for something else',
    detail:
      'The Idempotency-Key was sent before with another body. Use a new key for a new deal, or send the same body again.',
  },
  sumTooLarge: {
    status: 409,
    title: 'The sum is too large',
    detail:
      'These amounts add up to more than can be kept exactly. Narrow the selection, or correct the deals with far too large amounts: sort by amount to find them.',
  },
  importRunning: {
    status: 429,
    title: 'An import of yours is running',
    detail: 'Wait until it has ended, or cancel it, and send the file again.',
  },
  importsBusy: {
    status: 503,
    title: 'Other imports are running',
    detail: 'Nothing was changed. Two files are read at a time; send yours again in a minute.',
  },
  tooSlow: {
    status: 408,
    title: 'The request took too long to arrive',
    detail: 'Nothing was changed. Check the connection and send it again.',
  },
  tooManyStreams: {
    status: 429,
    title: 'Too many open connections',
    detail: 'At most {most} pages listen for changes at a time. Close some and try again.',
  },
  busy: {
    status: 503,
    title: 'This takes too long at the moment',
    detail:
      'Nothing was changed: it had to wait for another change, or there is too much to read. Try again in a moment, or narrow the selection.',
  },
  diskFull: {
    status: 503,
    title: 'The disk of the database is full',
    detail:
      'Nothing was changed. Whoever runs the server must make room on the disk of the database; it goes on by itself then.',
  },
  unavailable: {
    status: 503,
    title: 'The database is away',
    detail: 'Nothing was changed. It is tried again by itself; try again in a moment.',
  },
  outcomeUnknown: {
    status: 503,
    title: 'It is not known whether this was saved',
    detail:
      'The connection to the database was lost at the last moment. Look whether the change is there before you send it again; with the same Idempotency-Key nothing happens twice.',
  },
  internal: {
    status: 500,
    title: 'Something went wrong on our side',
    detail:
      'Look whether your change is there before you repeat it. Say the request id {requestId} when you report it.',
  },
} as const satisfies Record<string, { status: number; title: string; detail: string }>;

export type ErrorCode = keyof typeof ERRORS;

/** Field faults: what a value may be, in the words shown at the field. */
export const FAULTS = {
  required: 'Is missing. Give a value.',
  contestTooLong: 'A contest lasts at most {most} days.',
  contestEnded: 'Lies before today ({today}). A contest ends in the future.',
  noWholeRound: 'No whole {round} lies between these days.',
  oneRanked: 'A ranking has one measure.',
  lowerIsBetter: 'Of this measure less is better. Take one of which more is better.',
  placesMissing: 'Say how many places.',
  rankingHasTop: 'In a ranking awards go to the best places.',
  paidToPeople: 'Commission is paid to people, not to a team.',
  noMembers: 'Nobody takes part. Choose a unit with people.',
  tooManyMembers: 'More than {most} take part. Choose a smaller unit.',
  sliceKind: 'Only grade, pace and gap can look at a slice.',
  tierStart: 'The first rate holds from 0 % of the target.',
  tierOrder: 'Each rate must begin at a higher attainment than the one before.',
  floorAboveCap: 'The least a month earns must not lie above the most.',
  rateTwice: 'Has a rate already. Give one.',
  plansOverlap: 'Overlaps “{name}”, which pays the same people. End that one first.',
  statementsLocked: 'Statements before {day} are approved. The first possible month is {month}.',
  ownCommission: 'Nobody sets their own commission. Somebody above you does.',
  notAWebAddress:
    'Is not a web address without user and #. Write for example https://example.com/events.',
  needsTls: 'Must begin with https://: what is sent holds figures.',
  ownNetwork:
    'Lies in the own network and is not sent to. Whoever runs the server can allow it with IRON_LADDER_WEBHOOK_HOSTS.',
  seesItNot: 'Has no account that sees this unit. Choose somebody who does.',
  notANumber: 'Is not an amount. Write digits with a point, for example 1234.50.',
  tooManyDecimals: 'Has too many decimals: {decimals} are kept.',
  tooLarge: 'Is too large to be kept exactly.',
  aboveLimit:
    'Is beyond {max}, the most that is taken. Look for a zero too many, or a number from another field.',
  totalTooLarge:
    'Together with what is booked it is too large to be added up exactly. Look for deals with far too large amounts.',
  dayOutOfRange: 'Must lie between {from} and {to}.',
  weakPassword:
    'Is too easy to guess. Take at least 10 characters: several words, and not your e-mail or a usual password.',
  needsPerson: 'A salesperson is bound to themselves: choose the person in the tree.',
  notYours: 'Is set by whoever plans for you. Leave it as it is, or empty.',
  badText: 'Holds a character that cannot be kept (a NUL, or half of a pair). Type it again.',
  tooDeep: 'Is nested too deeply.',
  formerPeriod: 'Is after the last day ({day}) of this person.',
  thresholdsCrossed: 'The threshold of the better grade must lie {way} the other.',
  notPositive: 'A threshold must be above 0 %.',
  emptyWord: 'Every grade needs a word.',
  longWord: 'Is longer than 24 characters.',
  sameWord: 'Another grade has this word already.',
  twoGradesOfTarget:
    'Only a comparison with the period before, or with last year, may have two grades.',
  sameColor: 'Another grade has this colour already.',
  closedKeepsRule: 'A closed month keeps its rule. The first possible day is {day}.',
  notADate: 'Is not a date of the calendar. Write for example 2026-11-18.',
  future:
    'Lies after today ({today}). A won or lost deal has closed; choose an earlier day or the status open.',
  closedOnMissing: 'A won or lost deal needs the day it closed.',
  expectedOnMissing: 'An open deal needs the day on which it is expected to close.',
  closedOnOpen: 'An open deal has not closed. Leave it empty or choose won or lost.',
  unknownSalesperson: 'There is no salesperson with this code.',
  notASalesperson: 'Is a {kind}; only a salesperson can own a deal.',
  outsideUnit: 'Is not in the part of the company you work for.',
  measureCount: 'Choose two to {most} different measures.',
  corrections:
    'Is no list of at most 100 corrections, each of a line, a column and a value. Choose the file again.',
  sameDimension: 'Is what the rows are by already. Choose another.',
  shareOrder: 'Class B ends above class A: choose a larger percent.',
  unknownPicture: 'Choose a picture that is there; this one is not, or not any more.',
  noCommissionMeasure:
    'Choose a measure that adds up and of which more is better: money, or a number. A ratio or a duration cannot be paid by its parts.',
  rateNeedsLines:
    'A rate of a product or category needs a plan on revenue, gross profit or deals won: other measures are not known line by line.',
  idElsewhere:
    'Is the id of a deal outside your part of the company. Use another id, or ask an administrator to give that deal another one.',
  unknownCurrency: 'Is not a currency code. Write ISO 4217, for example EUR.',
  noRate: 'There is no rate for {currency} on or before {day}. Add one first.',
  sharesNot100: 'Shares must add up to 100 and name each salesperson once.',
  firstNotOwner: 'The first salesperson of a split must be the one the deal belongs to.',
  unknownUnit: 'There is no unit with this code.',
  unknownPeriod: 'Names no period. Write for example FY2027-P08.',
  measureCode: 'Must be small letters, digits and _, beginning with a letter.',
  fieldState: 'Is not known of {states} deals.',
  notAChoice: 'Is none of the choices: {choices}.',
  notYesOrNo: 'Is neither yes nor no.',
  unknownCustomField: 'Is no custom field. Setup lists them with their codes.',
  archivedCustomField: 'Is archived: it takes no new values.',
  customFieldCode: 'Must be small letters, digits and _, beginning with a letter.',
  customFieldCodeTaken: 'Another field has this code, or a column of the file. Choose another.',
  customFieldNameTaken: 'Another field has this name. Choose another.',
  kindInUse: 'Stays as it is while {uses}. Add another field in its place.',
  choiceInUse: '"{choice}" is chosen in {count}. It stays until they have another.',
  choicesNeeded: 'A choice needs two choices at least, each once.',
  notOfThisKind: 'Needs a {kind} field; "{name}" is of another kind.',
  openByClosing:
    'Open deals have no closing day. Place the deals by another date, or leave them out.',
  datesSame: 'Both dates are the same: there are never days between them.',
  countField: 'A count is of deals or of new customers.',
  sumField: 'A sum is of an amount, a profit, a cost or a quantity.',
  unitOfDefinition: 'This computation gives {unit}.',
  sameAddends: 'Dividing something by itself always gives 100 %.',
  notSummed:
    'Is no typed-in measure that adds up in money or whole numbers. Choose one that is, or a field of deals.',
  notTypedIn: 'Is computed from deals; only typed-in measures take values.',
  totalOfOther: 'Totals of it are those of {name}. Write {code}.',
  totalFollows: 'Follows from other measures: give totals of those.',
  noTotal: 'Is typed in by day or month; it has no totals from before. Use activities.csv.',
  notAMonth: 'Names no month. Write for example FY2025-P03.',
  monthNotOver: '{name} has not ended. Totals are given of whole months.',
  inClosedMonth: '{name} is closed. An administrator can open it again by name, with a reason.',
  monthHasDeals: 'Deals of {unit} are booked in {name}. A total counts only where there are none.',
  totalTwice:
    '{unit} has a total of this month too: both would count twice. Give one or the other.',
  totalThere:
    '{month} of {unit} has a total from before. Take the total away before you book deals in it.',
  notThatDay: 'Does not stand in the tree on this day.',
  closedNeedsReason: '{name} is closed: say why it is corrected.',
  rateNeeded: 'Deals of {day} would have no rate: {count} of them.',
  noPlanRate: 'The plan has no fixed rate for {currency}. Add one to the draft first.',
  currencyNotMoney: 'This measure is no money; leave the currency out.',
  notARate: 'Is not a rate. Write reporting units for one unit, for example 1.16.',
  reportingCurrency: 'Is the reporting currency: its rate is always 1.',
  rateInUse: 'Targets are set in {currency}; its rate cannot be taken away.',
  notANewcomer: 'Only a salesperson has a ramp.',
  notABranch: 'Only a branch has business hours of its own.',
  halfOfWeekdays: 'Half days must be among the weekdays that are worked.',
  weekdayNeeded: 'Choose one weekday at least.',
  notATime: 'Is not a time of day. Write for example 17:00; the latest is 24:00.',
  unknownSlice:
    'Is no {dimension} of the lists. Choose one of them; a merged one stands under its new name.',
  unknownDimension:
    'Must be one of product, category, customer, customer_group, source, location, or empty with an empty value.',
  sliceMeasure:
    'Only revenue, gross profit, quantity and deals won can have targets by product, customer and the like.',
  unknownView: 'Is no kept view that you see. Keep one first.',
  revenueOnly: 'Only revenue can be watched like this.',
  outsideRange: 'Must lie between {least} and {most}.',
  unknownMeasure: 'Is no measure. Setup lists them with their codes.',
  notInTree: 'Does not stand in the tree in this period.',
  negative: 'Must not be negative.',
  unknownName: 'Is not in the list. Choose one of it, or have it added in Setup.',
  unknownProduct: 'Is no product. Choose one of the list; an administrator adds products in Setup.',
  unknownProductLike:
    'Is no product; "{name}" is like it. Choose one of the list; an administrator adds products in Setup.',
  productArchived: 'Is archived: no deal may name it any more. Choose another product.',
  productNotSold: 'Is not sold on the day of the deal. Setup says from when until when it is.',
  lastBeforeFirst: 'The last day lies before the first.',
  otherCurrency: 'Prices and costs of products are in {currency}, the reporting currency.',
  notAnEmail: 'Is no e-mail address. Write for example name@example.com.',
  nameTaken: 'Stands in the list already. Merge the two instead.',
  codeOfOther: 'Another product has this code.',
  lineNotAmount: 'Quantity times price comes to {sum}, not to this amount.',
  priceNeeded:
    'Is missing: the amount divided by the quantity is no whole price ({sum} comes of it). Give the price of one.',
  lineNumber: 'Is not a line of a deal. Number them 1, 2, 3 and so on, up to {max}.',
  unknownDealCode: 'No deal you may see has this id. Write the id of one that is in the book.',
  linesNotAmount: 'The lines add up to {sum}, not to the amount.',
  refundOfUnknown: 'Names no won deal that you may see.',
  refundPositive: 'A refund takes money back: the amount must be below zero.',
  refundTooLarge: 'More than the deal is worth: {left} can still be refunded.',
  lostReasonState: 'Only a lost deal has a reason why it was lost.',
  order: 'Must be floor ≤ target ≤ stretch.',
  partWithoutTarget: 'A floor or stretch needs a target.',
  wholeNumber: 'Must be a whole number.',
  range01: 'Must lie between 0 and 1.',
  unknownKind: 'Must be one of company, branch, team, salesperson.',
  unknownStatus: 'Must be one of open, won, lost.',
  unknownBranch: 'There is no branch with this code. Leave it empty for every branch.',
  unknownParent: 'There is no unit with this code to stand under.',
  badParent: 'A {kind} cannot stand under a {parent}.',
  secondCompany: 'There is one company only; it exists already.',
  companyParent: 'The company is part of no other unit.',
  kindChanged: 'Is a {kind} already; a unit keeps its kind.',
  badCode:
    'Must be 1 to 40 letters, digits, points, dashes or underscores, starting with a letter or digit.',
  overlap: 'Overlaps another time of the same unit.',
  notThereYet: 'The unit does not stand in the tree until then. Choose a later day.',
  ownUnit: 'Your own unit is moved by those above you.',
  parentNotThere: 'Does not stand in the tree on that day.',
  dateOrder: 'The end must come after the start.',
  duplicate: 'Stands twice in this file (first in line {line}).',
  sameName: 'Stands there already under this name. Leave the line out, or write the name apart.',
  codeTaken: 'Another unit has this code. Choose a different one.',
  tooLong: 'Is longer than {max} characters.',
  badCountry: 'Must be two capital letters (ISO 3166-1), for example GB.',
  unknownTimeZone: 'Is not a time zone. Write for example Europe/London.',
  format: 'Does not have the right form ({problem}).',
  draftExists: 'Another draft of this year has this name. Choose a different one.',
  otherYear: 'Belongs to another fiscal year than the plan (FY {year}).',
  monthOfABranch: 'Is no branch. Close a month for a branch or for the whole company.',
  notTheName: 'Is not the name of the month. Type {name}.',
  emptyFile: 'The file is empty. Its first line must name the columns.',
  missingColumn: 'The column "{column}" is missing. Needed: {needed}.',
  columnTwice: 'The column "{column}" stands twice. Leave one of them out.',
  recordTooLong: 'Is longer than {max} in one row.',
  notUtf8: 'Is not UTF-8 text after "{after}". Save the file as UTF-8 and try again.',
  brokenQuote: 'Has a quote that is never closed, or text after a closed one.',
  tooManyRows: 'Has more than {max} rows. Divide it.',
  tooManyColumns: 'Has {count} columns; at most {max} are read.',
  notAWorkbook: 'Is not a workbook (XLSX). Save it as XLSX and try again.',
  noSheet: 'Has no sheet to read. Name a sheet after a measure, or "details": {sheets}.',
  fieldCount: 'Has {count} fields where the heading has {expected}.',
  refundOpen: 'Only a won deal can be negative (a refund).',
} as const;

export type FaultCode = keyof typeof FAULTS;
export type Params = Readonly<Record<string, string | number>>;

/** Puts parameters into a text of the catalogue. */
export function fillIn(text: string, params: Params = {}): string {
  return text.replace(/\{(\w+)\}/g, (whole, name: string) =>
    name in params ? String(params[name]) : whole,
  );
}

/** A fault at a field, by JSON pointer or form field name. */
export interface FieldFault {
  field: string;
  code: FaultCode;
  params?: Params;
}
