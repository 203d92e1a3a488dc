import { eq } from 'drizzle-orm';
import Papa from 'papaparse';
import { buildCalendar, type FiscalCalendar, type Period } from '#core/period/calendar';
import { addMonths, type Day, END_OF_TIME, FIRST_DAY, parseDay, toIsoDay } from '#core/period/day';
import { buildScope, hashPassword, type Principal } from '#server/access/index';
import { findHolidays } from '#server/company/index';
import type { Context } from '#server/context';
import { addCustomField } from '#server/customFields/index';
import {
  appUser,
  category,
  closedDay,
  company,
  product,
  ramp,
  rate,
  stage,
} from '#server/db/tables/index';
import { addSource } from '#server/feed/index';
import {
  importActivities,
  importCustomers,
  importDealLines,
  importDeals,
  importHistory,
} from '#server/imports/index';
import { createMeasure } from '#server/measures/index';
import { closeMonths, createPlan, publishPlan } from '#server/plans/index';
import { parseCsv } from '#server/reading/index';
import { saveTargets } from '#server/targets/index';
import { type UnitFacts, writeUnits } from '#server/units/index';
import { DEMO_MEASURES, generateActivities } from './activities';
import { PRODUCTS, STAGES } from './catalogue';
import { loadCommission } from './commission';
import { loadContests } from './contests';
import { generateCustomers } from './customers';
import { DEMO_FIELDS } from './customFields';
import { type DealRow, generateDeals, HISTORY_MONTHS } from './deals';
import { generateHistory } from './history';
import { generateLines } from './lines';
import {
  BRANCHES,
  DEMO_FEED,
  DEMO_PASSWORD,
  DEMO_USERS,
  JOIN_MONTH,
  MOVE_MONTH,
  RAMP,
  SELLERS,
  TEAMS,
} from './people';
import { createStream } from './random';
import { dateRecords, orderByRecord } from './records';
import { generateCategoryTargets, generateTargets } from './targets';

const CURRENCY = 'EUR';
const COUNTRY = 'NL';
const FOREIGN_BRANCH = 'northgate';

/**
 * Fills an empty database with Harrow & Tide as of a day: the same day always gives the same data.
 */
export async function loadDemo(context: Context, today: Day): Promise<void> {
  const calendar = buildCalendar({ kind: 'month', firstMonth: 4, yearLabel: 'ends' });
  const yearStart = calendar.year(calendar.labelOf(today)).from;
  await context.db.insert(company).values({
    name: 'Harrow & Tide',
    currency: CURRENCY,
    timeZone: 'Europe/Amsterdam',
    calendar: calendar.rule,
    weekdays: [1, 2, 3, 4, 5],
    sharesTeamLadder: true,
    isDemo: true,
  });
  const ids = await context.db.transaction((tx) => writeUnits(tx, buildUnits(yearStart), null));
  const newcomer = SELLERS.filter((seller) => seller.joins === JOIN_MONTH);
  await context.db.insert(ramp).values(
    newcomer.map((seller) => ({
      unitId: ids.get(seller.code)!,
      from: toIsoDay(addMonths(yearStart, JOIN_MONTH)),
      shares: RAMP.map((share) => share * 10_000),
    })),
  );
  const passwordHash = await hashPassword(DEMO_PASSWORD);
  const users = await context.db
    .insert(appUser)
    .values(
      DEMO_USERS.map(({ email, name, role, unit }) => ({
        email,
        name,
        role,
        unitId: ids.get(unit)!,
        passwordHash,
      })),
    )
    .returning();
  const firstDay = addMonths(yearStart, -HISTORY_MONTHS - 12);
  await context.db.insert(closedDay).values(await listHolidays(firstDay, addMonths(yearStart, 24)));
  await context.db.insert(rate).values(buildRates(firstDay, today));
  await context.replica.afterWrite({ company: true, all: true });

  const admin = users.find((user) => user.role === 'administrator')!;
  const principal = {
    userId: admin.id,
    name: admin.name,
    email: admin.email,
    role: admin.role,
    unitId: admin.unitId,
    csrf: null,
    canWrite: true,
  };
  for (const field of DEMO_FIELDS) await addCustomField(context, admin.id, field);
  for (const measure of DEMO_MEASURES) await createMeasure(context, admin.id, measure);
  await publishPlans(context, principal, calendar, yearStart);

  const working = context.replica.company!.workingDaysOf(ids.get('harrow-tide')!);
  const records = orderByRecord([...generateDeals({ today, yearStart, working })], today);
  const rows = records.map(({ row }) => row);
  const call = {
    context,
    scope: buildScope(context.replica, principal),
    principal,
    fileName: 'demo deals.csv',
    isCheck: false,
    signal: new AbortController().signal,
  };
  const report = await importDeals(call, parseCsv([Buffer.from(Papa.unparse(rows))]));
  await dateRecords(context, admin.id, records);
  await describeLists(context);
  await setCategoryTargets(context, principal, calendar, yearStart);
  const lines = await importDealLines(
    { ...call, fileName: 'demo deal lines.csv' },
    parseCsv([Buffer.from(Papa.unparse([...generateLines(rows)]))]),
  );
  if (!lines.written)
    throw new Error(`The demo's lines were refused: ${JSON.stringify(lines.refusals.slice(0, 3))}`);
  await importCustomers(
    { ...call, fileName: 'demo customers.csv' },
    parseCsv([Buffer.from(Papa.unparse([...generateCustomers(rows)]))]),
  );
  await importHistory(
    { ...call, fileName: 'demo history.csv' },
    parseCsv([Buffer.from(Papa.unparse([...generateHistory(calendar, yearStart)]))]),
  );
  const activities = await importActivities(
    { ...call, fileName: 'demo activities.csv' },
    parseCsv([Buffer.from(Papa.unparse([...generateActivities({ today, yearStart, working })]))]),
  );
  await closeLastYear(context, admin.id, calendar, yearStart);
  const corrected = await importDeals(
    { ...call, fileName: 'demo correction.csv', reason: 'The freight was invoiced later' },
    parseCsv([Buffer.from(Papa.unparse([correctOne(rows, yearStart)]))]),
  );
  if (!corrected.written)
    throw new Error(`The demo's correction was refused: ${JSON.stringify(corrected.refusals)}`);
  await addSource(context, admin.id, { code: DEMO_FEED, name: 'Order system' });
  if (!activities.written)
    throw new Error(
      `The demo's activities were refused: ${JSON.stringify(activities.refusals.slice(0, 3))}`,
    );
  if (!report.written)
    throw new Error(
      `The demo's deals were refused: ${JSON.stringify(report.refusals.slice(0, 3))}`,
    );
  await context.replica.afterWrite({ company: true, all: true });
  await loadContests(context, principal);
  const manager = users.find((user) => user.role === 'manager')!;
  await loadCommission(context, principal, {
    managerId: manager.id,
    branch: context.replica.company!.tree.find(manager.unitId)!.code,
  });
}

/** The months of the year before are closed, as they would be. */
async function closeLastYear(
  context: Context,
  userId: number,
  calendar: FiscalCalendar,
  yearStart: Day,
): Promise<void> {
  await closeMonths(context, userId, calendar.months(calendar.labelOf(yearStart) - 1));
}

/** A deal of the last month of the year before, worth a little more than was booked then. */
function correctOne(rows: readonly DealRow[], yearStart: Day): DealRow {
  const withLines = new Set([...generateLines(rows)].map((line) => line['deal']));
  const row = rows.find(
    (each) =>
      each['status'] === 'won' &&
      each['credit'] === '' &&
      each['currency'] === CURRENCY &&
      !withLines.has(each['deal']) &&
      Number(each['amount']) > 2_000 &&
      each['closed_on']! >= toIsoDay(addMonths(yearStart, -1)) &&
      each['closed_on']! < toIsoDay(yearStart),
  )!;
  return { ...row, amount: (Number(row['amount']) + 480).toFixed(2) };
}

/** What Setup knows of stages and products beyond their names. */
async function describeLists({ db }: Context): Promise<void> {
  for (const [index, [name, probability]] of STAGES.entries())
    await db
      .update(stage)
      .set({ position: index + 1, probability: String(probability) })
      .where(eq(stage.name, name));
  const categories = new Map(
    (await db.select().from(category)).map((each) => [each.name, each.id]),
  );
  for (const [name, products] of Object.entries(PRODUCTS)) {
    for (const [index, each] of products.entries()) {
      const listPrice = createStream('price', each).whole(8, 90) * 5_000;
      await db
        .update(product)
        .set({
          code: `${name.slice(0, 2).toUpperCase()}-${10 + index}`,
          categoryId: categories.get(name)!,
          listPrice,
          cost: Math.round(listPrice * 0.68),
        })
        .where(eq(product.name, each));
    }
  }
}

/** One plan a fiscal year, made as a draft and published, as a manager would. */
async function publishPlans(
  context: Context,
  principal: Principal,
  calendar: FiscalCalendar,
  yearStart: Day,
): Promise<void> {
  const targets = generateTargets().map(({ unit, month, euros, floor, stretch }) => ({
    unit,
    period: calendar.periodOf('month', addMonths(yearStart, month)),
    measure: 'revenue',
    target: String(euros),
    ...(floor !== undefined && { floor: String(floor) }),
    ...(stretch !== undefined && { stretch: String(stretch) }),
  }));
  for (const label of new Set(targets.map((each) => calendar.labelOf(each.period.from)))) {
    const caller = { scope: buildScope(context.replica, principal), principal };
    const { plan } = await createPlan(context, caller, {
      year: `FY${label}`,
      name: `Plan FY ${label}`,
      from: 'empty',
    });
    const changes = targets
      .filter((each) => calendar.labelOf(each.period.from) === label && isPlaced(context, each))
      .map((each) => ({ ...each, period: each.period.id }));
    await saveTargets(context, caller.scope, principal, {
      plan: plan.id,
      changes: [...changes, ...listYearTargets(label)],
    });
    await publishPlan(context, caller, plan.id, { note: 'Agreed in the yearly plan' });
  }
}

/** What is asked of each category, written into the running year's published plan. */
async function setCategoryTargets(
  context: Context,
  principal: Principal,
  calendar: FiscalCalendar,
  yearStart: Day,
): Promise<void> {
  const ids = new Map(
    (await context.db.select().from(category)).map((each) => [each.name, String(each.id)]),
  );
  const quarters = calendar.quarters(calendar.labelOf(yearStart));
  await saveTargets(context, buildScope(context.replica, principal), principal, {
    reason: 'Agreed by category',
    changes: generateCategoryTargets().flatMap(({ unit, category: name, quarter, euros }) => {
      const key = ids.get(name);
      return key === undefined
        ? []
        : [
            {
              unit,
              slice: { by: 'category' as const, key },
              period: quarters[quarter - 1]!.id,
              measure: 'revenue',
              target: String(euros),
            },
          ];
    }),
  });
}

/**
 * Targets that are no sums: a year's ratio is every month's and everybody's below, until somebody
 * sets another.
 */
function listYearTargets(label: number) {
  const year = `FY${label}`;
  return [
    ...BRANCHES.map(({ code, margin }) => ({
      unit: code,
      period: year,
      measure: 'gross_margin',
      target: (Math.round(margin * 200) / 2).toFixed(1),
    })),
    { unit: 'harrow-tide', period: year, measure: 'gross_margin', target: '26.5' },
    { unit: 'harrow-tide', period: year, measure: 'win_rate', target: '75.0' },
    { unit: 'harrow-tide', period: year, measure: 'days_to_close', target: '38.0' },
    { unit: 'saltmarsh', period: year, measure: 'calls_made', target: '18000' },
  ];
}

/** Nobody has a target for months in which they do not stand in the tree. */
function isPlaced(context: Context, { unit, period }: { unit: string; period: Period }): boolean {
  const { tree } = context.replica.company!;
  return tree.isActiveDuring(tree.findByCode(unit)!.id, period);
}

function buildUnits(yearStart: Day): Map<string, UnitFacts[]> {
  const place = (
    code: string,
    name: string,
    kind: UnitFacts['kind'],
    parent: string | null,
    from = FIRST_DAY,
    to = END_OF_TIME,
  ): UnitFacts => ({ code, name, kind, parent, from, to, email: null, country: null });
  const units = new Map<string, UnitFacts[]>([
    ['harrow-tide', [place('harrow-tide', 'Harrow & Tide', 'company', null)]],
  ]);
  for (const { code, name } of BRANCHES)
    units.set(code, [
      {
        ...place(code, name, 'branch', 'harrow-tide'),
        country: code === FOREIGN_BRANCH ? 'GB' : COUNTRY,
      },
    ]);
  for (const team of TEAMS) {
    const moved = addMonths(yearStart, MOVE_MONTH);
    units.set(
      team.code,
      'movedFrom' in team
        ? [
            place(team.code, team.name, 'team', team.movedFrom, FIRST_DAY, moved),
            place(team.code, team.name, 'team', team.branch, moved),
          ]
        : [place(team.code, team.name, 'team', team.branch)],
    );
  }
  for (const seller of SELLERS) {
    const from = seller.joins === undefined ? FIRST_DAY : addMonths(yearStart, seller.joins);
    const to = seller.leaves === undefined ? END_OF_TIME : addMonths(yearStart, seller.leaves);
    units.set(seller.code, [place(seller.code, seller.name, 'salesperson', seller.team, from, to)]);
  }
  return units;
}

/** Public holidays of the country, for every branch. */
export async function listHolidays(
  from: Day,
  to: Day,
): Promise<{ branchId: null; on: string; name: string }[]> {
  const [first, last] = [from, to].map((day) => Number(toIsoDay(day).slice(0, 4)));
  const years = await Promise.all(
    Array.from({ length: last! - first! + 1 }, (_, i) => findHolidays(COUNTRY, first! + i)),
  );
  return years
    .flat()
    .filter(({ on }) => parseDay(on)! >= from && parseDay(on)! < to)
    .map((each) => ({ branchId: null, ...each }));
}

/** Half-yearly rates that wander a little. */
function buildRates(from: Day, today: Day): { currency: string; from: string; rate: string }[] {
  const rates: { currency: string; from: string; rate: string }[] = [];
  for (let i = 0; addMonths(from, i * 6) <= today; i++)
    rates.push({
      currency: 'GBP',
      from: toIsoDay(addMonths(from, i * 6)),
      rate: (1.152 + 0.012 * Math.sin(i * 1.7)).toFixed(4),
    });
  return rates;
}
