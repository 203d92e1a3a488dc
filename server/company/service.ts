import type { FieldFault } from '#contract/errors/catalogue';
import type { CalendarChange, Company, FirstRunInput } from '#contract/schemas/company';
import { elapsedOf } from '#core/attainment/elapsed';
import { isCurrency } from '#core/money/currency';
import { END_OF_TIME, FIRST_DAY, toIsoDay } from '#core/period/day';
import { formatTimeOfDay, parseTimeOfDay } from '#core/period/timeOfDay';
import { makeCode } from '#core/units/code';
import { hashPassword, refuseWeak } from '../access/index';
import { recordAudit } from '../audit/record';
import type { Context } from '../context';
import type { Queryable } from '../db/client';
import { announce } from '../db/notify';
import { appUser, company } from '../db/tables/index';
import { readUnitsFile } from '../imports/index';
import { saveFirstLists } from '../lists/index';
import { assertNoFieldErrors, ProblemError } from '../problem';
import { checkHalfWeekdays, checkTimeZone, type UnitFacts, writeUnits } from '../units/index';

export function viewCompany({ replica }: Context): Company {
  const state = replica.company!;
  const asOf = replica.asOf;
  const month = state.calendar.periodOf('month', asOf);
  const rootId = state.tree.root?.id;
  const { workingDaysElapsed, workingDays } = elapsedOf(
    month,
    asOf,
    rootId === undefined
      ? { weekdays: state.weekdays, closed: new Set<number>() }
      : state.workingDaysOf(rootId),
  );
  return {
    name: state.name,
    currency: state.currency,
    timeZone: state.timeZone,
    endOfBusiness: formatTimeOfDay(state.endOfBusiness),
    weekdays: state.weekdays,
    halfWeekdays: state.halfWeekdays,
    isDemo: state.isDemo,
    sharesTeamLadder: state.sharesTeamLadder,
    calendar: state.calendar.rule,
    today: toIsoDay(asOf),
    workingDays: { elapsed: workingDaysElapsed, total: workingDays },
    currentPeriod: month.id,
  };
}

/**
 * Creates the company in one transaction; returns the administrator's id. @throws ProblemError
 * alreadySetUp, invalidInput
 */
export async function createCompany(context: Context, input: FirstRunInput): Promise<number> {
  if (context.replica.company) throw new ProblemError('alreadySetUp');
  const prepared = await prepareCompany(input);
  const userId = await context.db.transaction((tx) => insertCompany(tx, input, prepared));
  await context.replica.afterWrite({ company: true });
  return userId;
}

interface PreparedCompany {
  units: ReturnType<typeof buildFirstUnits>;
  passwordHash: string;
}

/** Checks what the first run says. @throws ProblemError invalidInput */
export async function prepareCompany(input: FirstRunInput): Promise<PreparedCompany> {
  assertNoFieldErrors(checkFirstRun(input));
  refuseWeak(input.administrator.password, input.administrator.email, 'administrator/password');
  return {
    units: input.unitsCsv?.trim() ? readFirstUnits(input) : buildFirstUnits(input),
    passwordHash: await hashPassword(input.administrator.password),
  };
}

/**
 * Writes the company, its first units, lists and administrator; returns the administrator's id.
 * @throws ProblemError alreadySetUp
 */
export async function insertCompany(
  tx: Queryable,
  input: FirstRunInput,
  { units, passwordHash }: PreparedCompany,
): Promise<number> {
  // The primary key admits one row: of two first runs at once, the second fails whole.
  const made = await tx
    .insert(company)
    .values({
      name: input.company.trim(),
      currency: input.currency,
      timeZone: input.timeZone,
      weekdays: input.weekdays,
      calendar: input.calendar,
    })
    .onConflictDoNothing()
    .returning({ id: company.id });
  if (made.length === 0) throw new ProblemError('alreadySetUp');
  const ids = await writeUnits(tx, units, null);
  await saveFirstLists(tx);
  const root = [...units.values()].flat().find((each) => each.kind === 'company')!;
  const [user] = await tx
    .insert(appUser)
    .values({
      email: input.administrator.email.trim(),
      name: input.administrator.name.trim(),
      passwordHash,
      role: 'administrator',
      unitId: ids.get(root.code)!,
    })
    .returning({ id: appUser.id });
  await recordAudit(tx, [
    {
      userId: user!.id,
      entity: 'company',
      entityId: '1',
      action: 'created',
      after: {
        ...input,
        administrator: { name: input.administrator.name, email: input.administrator.email },
      },
    },
  ]);
  await announce(tx, 'company', null);
  return user!.id;
}

/**
 * Changes the calendar: targets keep the numbers of their periods, which then have other days;
 * deals keep their days and count in whatever period holds them. @throws ProblemError
 * closedMonthsFirst: the figures of a closed month would change
 */
export async function changeCalendar(
  context: Context,
  userId: number,
  input: CalendarChange,
): Promise<Company> {
  const state = context.replica.company!;
  const endOfBusiness =
    input.endOfBusiness === undefined ? state.endOfBusiness : parseTimeOfDay(input.endOfBusiness);
  const halfWeekdays = input.halfWeekdays ?? state.halfWeekdays;
  assertNoFieldErrors([
    ...checkTimeZone(input.timeZone),
    ...(endOfBusiness === null ? [{ field: 'endOfBusiness', code: 'notATime' as const }] : []),
    ...checkHalfWeekdays(halfWeekdays, input.weekdays),
  ]);
  const isOther =
    JSON.stringify(sortKeys(input.calendar)) !== JSON.stringify(sortKeys(state.calendar.rule));
  if (isOther && state.closedMonths.length > 0)
    throw new ProblemError('closedMonthsFirst', { count: state.closedMonths.length });
  const after = {
    calendar: input.calendar,
    weekdays: [...input.weekdays].sort(),
    halfWeekdays: [...halfWeekdays].sort(),
    timeZone: input.timeZone,
    endOfBusiness: endOfBusiness ?? state.endOfBusiness,
  };
  await context.db.transaction(async (tx) => {
    await tx.update(company).set(after);
    await recordAudit(tx, [
      {
        userId,
        entity: 'company',
        entityId: '1',
        action: 'calendar changed',
        before: {
          calendar: state.calendar.rule,
          weekdays: state.weekdays,
          halfWeekdays: state.halfWeekdays,
          timeZone: state.timeZone,
          endOfBusiness: state.endOfBusiness,
        },
        after,
        reason: input.reason.trim(),
      },
    ]);
    await announce(tx, 'company', null);
  });
  await context.replica.afterWrite({ company: true });
  return viewCompany(context);
}

const sortKeys = (rule: object) => Object.entries(rule).sort(([a], [b]) => (a < b ? -1 : 1));

function checkFirstRun(input: FirstRunInput): FieldFault[] {
  return [
    ...(isCurrency(input.currency)
      ? []
      : [{ field: 'currency', code: 'unknownCurrency' as const }]),
    ...checkTimeZone(input.timeZone),
  ];
}

const always = { from: FIRST_DAY, to: END_OF_TIME, email: null, country: null };

function buildFirstUnits(input: FirstRunInput): Map<string, UnitFacts[]> {
  const root: UnitFacts = {
    code: 'company',
    name: input.company.trim(),
    kind: 'company',
    parent: null,
    ...always,
  };
  const units = new Map([[root.code, [root]]]);
  for (const name of input.branches.map((each) => each.trim())) {
    const code = makeCode(name, 'branch', (each) => units.has(each));
    units.set(code, [{ code, name, kind: 'branch', parent: root.code, ...always }]);
  }
  return units;
}

function readFirstUnits(input: FirstRunInput): Map<string, UnitFacts[]> {
  const { units, refusals } = readUnitsFile(input.unitsCsv!, null);
  if (refusals.length > 0) {
    assertNoFieldErrors([
      {
        field: 'unitsCsv',
        code: 'format',
        params: {
          problem: refusals
            .slice(0, 3)
            .map((each) => `line ${each.line}, ${each.column}: ${each.reason}`)
            .join(' '),
        },
      },
    ]);
  }
  if (![...units.values()].flat().some((each) => each.kind === 'company')) {
    assertNoFieldErrors([
      {
        field: 'unitsCsv',
        code: 'format',
        params: { problem: 'one row must be of the kind company' },
      },
    ]);
  }
  return units;
}

/** Lets salespeople see their own team's ladder, or no longer. */
export async function changeSharing(
  context: Context,
  userId: number,
  sharing: { sharesTeamLadder: boolean },
): Promise<Company> {
  await context.db.transaction(async (tx) => {
    await tx.update(company).set(sharing);
    await recordAudit(tx, [
      {
        userId,
        entity: 'company',
        entityId: '1',
        action: 'sharing changed',
        before: { sharesTeamLadder: context.replica.company!.sharesTeamLadder },
        after: sharing,
      },
    ]);
    await announce(tx, 'company', null);
  });
  await context.replica.afterWrite({ company: true });
  return viewCompany(context);
}
