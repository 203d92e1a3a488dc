/** Every error the API gives: status, title, and a text that says what was got and what to do. `{name}` stands for a parameter. */
export const ERRORS = {
  invalidInput: { status: 422, title: 'Some fields need another look', detail: 'Correct the marked fields and send again; nothing was changed.' },
  invalidBody: { status: 400, title: 'The request could not be read', detail: 'The body is not valid {expected}: {problem}' },
  unknownUnit: { status: 404, title: 'No such unit', detail: 'There is no unit "{unit}" that you may see. Choose one from the tree.' },
  unknownPeriod: { status: 404, title: 'No such period', detail: '"{period}" names no period. Write for example FY2027, FY2027-Q3, FY2027-P08, 2026-W47, 2026-11-18 or FROM..TO.' },
  unknownMeasure: { status: 404, title: 'No such measure', detail: 'There is no measure "{measure}". Choose one from the list in Setup.' },
  measureExists: { status: 409, title: 'This code is taken', detail: 'There is a measure "{code}" already. Choose another code, or change that one.' },
  shippedMeasure: { status: 409, title: 'This measure ships with the product', detail: 'Its computation stays as it is. Add a measure of your own that computes otherwise.' },
  revenueStays: { status: 409, title: 'Revenue cannot be put aside', detail: 'It is what every screen shows when nothing else is chosen.' },
  notNewest: { status: 409, title: 'There is a newer version', detail: '"{name}" has version {version}. Change that one.' },
  notTypedIn: { status: 409, title: 'This measure is not typed in', detail: '"{name}" is computed from deals. Only typed-in measures have values of their own.' },
  valuesChanged: { status: 409, title: 'Someone else has changed these values', detail: '{count} of the values are no longer what you saw: {where}. Nothing was saved; look again and repeat.' },
  notSignedIn: { status: 401, title: 'Not signed in', detail: 'Sign in, or send a valid access token.' },
  wrongCredentials: { status: 401, title: 'E-mail or password is not right', detail: 'Check both and try again. After several tries there is a short wait.' },
  tooManyTries: { status: 429, title: 'Too many tries', detail: 'Wait {seconds} seconds and try again.' },
  csrf: { status: 403, title: 'The request did not come from this application', detail: 'Load the page again and repeat what you did.' },
  forbidden: { status: 403, title: 'Not allowed', detail: 'Your role ({role}) may not do this. Ask an administrator.' },
  outsideUnit: { status: 403, title: 'Outside your unit', detail: '"{unit}" is not in the part of the company you work for.' },
  notFound: { status: 404, title: 'Not found', detail: 'There is nothing at this address that you may see.' },
  unknownDeal: { status: 404, title: 'No such deal', detail: 'There is no deal {deal} that you may see.' },
  dealExists: { status: 409, title: 'This deal is already booked', detail: 'A deal with the id "{deal}" exists. Open it to change it, or use another id.' },
  dealChanged: { status: 409, title: 'Someone changed this deal meanwhile', detail: 'You saw version {yours}, it is now version {theirs}. Look at it again, then repeat your change.' },
  targetsChanged: { status: 409, title: 'Someone changed these targets meanwhile', detail: '{count} of the cells changed since you saw them; nothing was saved. Look at both values and decide.' },
  unknownPlan: { status: 404, title: 'No such plan', detail: 'There is no plan {plan} that you may see.' },
  noPublishedPlan: { status: 409, title: 'No plan is published for this year', detail: 'FY {year} has no published plan yet. Start a draft, set its targets and publish it.' },
  notADraft: { status: 409, title: 'This plan is no draft any more', detail: '"{name}" was {status} on {day}. Start a new draft to change anything.' },
  reasonNeeded: { status: 422, title: 'A published target is changed only with a reason', detail: 'Say why these targets change; the people concerned will read it.' },
  monthClosed: { status: 409, title: 'The month is closed', detail: '{name} is closed. An administrator can open it again by name, with a reason.' },
  notEnded: { status: 409, title: 'The month has not ended', detail: '{name} can be closed after its last day.' },
  closedMonthsFirst: { status: 409, title: 'Months are closed', detail: '{count} months are closed and would have other days. Open them first, by name and with a reason.' },
  alreadySetUp: { status: 409, title: 'The company is already set up', detail: 'Sign in instead.' },
  notSetUp: { status: 409, title: 'The company is not set up yet', detail: 'Open the first-run page and create it.' },
  tooLarge: { status: 413, title: 'The file is too large', detail: 'At most {limit} are read at once. Divide the file.' },
  wrongMediaType: { status: 415, title: 'Cannot read this kind of content', detail: 'Send {expected}.' },
  unavailable: { status: 503, title: 'The database is away', detail: 'Nothing was changed. It is tried again by itself; try again in a moment.' },
  internal: { status: 500, title: 'Something went wrong on our side', detail: 'Nothing was changed. Say the request id {requestId} when you report it.' },
} as const satisfies Record<string, { status: number; title: string; detail: string }>;

export type ErrorCode = keyof typeof ERRORS;

/** Field faults: what a value may be, in the words shown at the field. */
export const FAULTS = {
  required: 'Is missing. Give a value.',
  notANumber: 'Is not an amount. Write digits with a point, for example 1234.50.',
  tooManyDecimals: 'Has too many decimals: {decimals} are kept.',
  tooLarge: 'Is too large to be kept exactly.',
  notADate: 'Is not a date of the calendar. Write for example 2026-11-18.',
  future: 'Lies after today ({today}). A won or lost deal has closed; choose an earlier day or the status open.',
  closedOnMissing: 'A won or lost deal needs the day it closed.',
  expectedOnMissing: 'An open deal needs the day on which it is expected to close.',
  closedOnOpen: 'An open deal has not closed. Leave it empty or choose won or lost.',
  unknownSalesperson: 'There is no salesperson with this code.',
  notASalesperson: 'Is a {kind}; only a salesperson can own a deal.',
  outsideUnit: 'Is not in the part of the company you work for.',
  unknownCurrency: 'Is not a currency code. Write ISO 4217, for example EUR.',
  noRate: 'There is no rate for {currency} on or before {day}. Add one first.',
  sharesNot100: 'Shares must add up to 100 and name each salesperson once.',
  firstNotOwner: 'The first salesperson of a split must be the one the deal belongs to.',
  unknownUnit: 'There is no unit with this code.',
  unknownPeriod: 'Names no period. Write for example FY2027-P08.',
  measureCode: 'Must be small letters, digits and _, beginning with a letter.',
  fieldState: 'Is not known of {states} deals.',
  countField: 'A count is of deals or of new customers.',
  sumField: 'A sum is of an amount, a profit, a cost or a quantity.',
  unitOfDefinition: 'This computation gives {unit}.',
  sameAddends: 'Dividing something by itself always gives 100 %.',
  notTypedIn: 'Is computed from deals; only typed-in measures take values.',
  notThatDay: 'Does not stand in the tree on this day.',
  unknownMeasure: 'Is no measure. Setup lists them with their codes.',
  notInTree: 'Does not stand in the tree in this period.',
  negative: 'Must not be negative.',
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
  companyParent: 'The company stands under nothing.',
  kindChanged: 'Is a {kind} already; a unit keeps its kind.',
  badCode: 'Must be 1 to 40 letters, digits, points, dashes or underscores, starting with a letter or digit.',
  overlap: 'Overlaps another time of the same unit.',
  notThereYet: 'The unit does not stand in the tree until then. Choose a later day.',
  ownUnit: 'Your own unit is moved by those above you.',
  parentNotThere: 'Does not stand in the tree on that day.',
  dateOrder: 'The end must come after the start.',
  duplicate: 'Stands twice in this file (first in line {line}).',
  codeTaken: 'Another unit has this code. Choose a different one.',
  tooLong: 'Is longer than {max} characters.',
  badCountry: 'Must be two capital letters (ISO 3166-1), for example GB.',
  unknownTimeZone: 'Is not a time zone. Write for example Europe/London.',
  format: 'Does not have the right form ({problem}).',
  draftExists: 'Another draft of this year has this name. Choose a different one.',
  otherYear: 'Belongs to another fiscal year than the plan (FY {year}).',
  notTheName: 'Is not the name of the month. Type {name}.',
  emptyFile: 'The file is empty. Its first line must name the columns.',
  missingColumn: 'The column "{column}" is missing. Needed: {needed}.',
  notUtf8: 'Is not UTF-8 text. Save the file as UTF-8 and try again.',
  brokenQuote: 'Has a quote that is never closed, or text after a closed one.',
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
  return text.replace(/\{(\w+)\}/g, (whole, name: string) => (name in params ? String(params[name]) : whole));
}

/** A fault at a field, by JSON pointer or form field name. */
export interface FieldFault {
  field: string;
  code: FaultCode;
  params?: Params;
}
