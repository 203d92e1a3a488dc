import { Readable } from 'node:stream';
import Holidays from 'date-holidays';
import { buildCalendar } from '#core/period/calendar';
import { addMonths, END_OF_TIME, FIRST_DAY, parseDay, toIsoDay, type Day } from '#core/period/day';
import { hashPassword, buildScope } from '#server/access/index';
import type { Context } from '#server/context';
import { appUser, closedDay, company, rate } from '#server/db/tables/index';
import { importDeals } from '#server/imports/index';
import { writeTargets, checkTarget, type TargetFacts } from '#server/targets/index';
import { writeUnits, type UnitFacts } from '#server/units/index';
import Papa from 'papaparse';
import { generateDeals, HISTORY_MONTHS } from './deals';
import { BRANCHES, DEMO_PASSWORD, DEMO_USERS, MOVE_MONTH, SELLERS, TEAMS } from './people';
import { generateTargets } from './targets';

const CURRENCY = 'EUR';
const COUNTRY = 'NL';

/** Fills an empty database with Harrow & Tide as of a day: the same day always gives the same data. */
export async function loadDemo(context: Context, today: Day): Promise<void> {
  const calendar = buildCalendar({ kind: 'month', firstMonth: 4, yearLabel: 'ends' });
  const yearStart = calendar.year(calendar.labelOf(today)).from;
  await context.db.insert(company).values({ name: 'Harrow & Tide', currency: CURRENCY, timeZone: 'Europe/Amsterdam', firstMonth: 4, yearLabel: 'ends', weekdays: [1, 2, 3, 4, 5], isDemo: true });
  const ids = await context.db.transaction((tx) => writeUnits(tx, buildUnits(yearStart), null));
  const passwordHash = await hashPassword(DEMO_PASSWORD);
  const users = await context.db.insert(appUser)
    .values(DEMO_USERS.map(({ email, name, role, unit }) => ({ email, name, role, unitId: ids.get(unit)!, passwordHash }))).returning();
  const firstDay = addMonths(yearStart, -HISTORY_MONTHS - 12);
  await context.db.insert(closedDay).values(findHolidays(firstDay, addMonths(yearStart, 24)));
  await context.db.insert(rate).values(buildRates(firstDay, today));
  await context.replica.readCompany();
  await context.replica.catchUp();

  const admin = users.find((user) => user.role === 'administrator')!;
  const scope = buildScope(context.replica, { unitId: admin.unitId });
  await context.db.transaction(async (tx) => {
    const checker = { tree: scope.books.tree, fullTree: scope.books.tree, calendar, currency: CURRENCY };
    const facts = generateTargets().flatMap(({ unit, month, euros }): TargetFacts[] => {
      const period = calendar.periodOf('month', addMonths(yearStart, month)).id;
      const checked = checkTarget({ unit, period, measure: 'revenue', target: String(euros) }, checker);
      return checked.ok ? [checked.facts] : [];
    });
    await writeTargets(tx, facts, admin.id, { currency: CURRENCY, reason: 'Agreed in the yearly plan' });
  });
  await context.replica.catchUp();

  const rows = [...generateDeals({ today, yearStart, working: scope.books.workingDaysOf(ids.get('harrow-tide')!) })];
  const principal = { userId: admin.id, name: admin.name, email: admin.email, role: admin.role, unitId: admin.unitId, csrf: null };
  const report = await importDeals({ context, scope: buildScope(context.replica, principal), principal, fileName: 'demo deals.csv', isCheck: false, signal: new AbortController().signal }, Readable.from([Buffer.from(Papa.unparse(rows))]));
  if (!report.written) throw new Error(`The demo's deals were refused: ${JSON.stringify(report.refusals.slice(0, 3))}`);
}

function buildUnits(yearStart: Day): Map<string, UnitFacts[]> {
  const place = (code: string, name: string, kind: UnitFacts['kind'], parent: string | null, from = FIRST_DAY, to = END_OF_TIME): UnitFacts =>
    ({ code, name, kind, parent, from, to, email: null, country: null });
  const units = new Map<string, UnitFacts[]>([['harrow-tide', [place('harrow-tide', 'Harrow & Tide', 'company', null)]]]);
  for (const { code, name } of BRANCHES) units.set(code, [place(code, name, 'branch', 'harrow-tide')]);
  for (const team of TEAMS) {
    const moved = addMonths(yearStart, MOVE_MONTH);
    units.set(team.code, 'movedFrom' in team
      ? [place(team.code, team.name, 'team', team.movedFrom, FIRST_DAY, moved), place(team.code, team.name, 'team', team.branch, moved)]
      : [place(team.code, team.name, 'team', team.branch)]);
  }
  for (const seller of SELLERS) {
    const from = seller.joins === undefined ? FIRST_DAY : addMonths(yearStart, seller.joins);
    const to = seller.leaves === undefined ? END_OF_TIME : addMonths(yearStart, seller.leaves);
    units.set(seller.code, [place(seller.code, seller.name, 'salesperson', seller.team, from, to)]);
  }
  return units;
}

/** Public holidays of the country from the package, for every branch. */
export function findHolidays(from: Day, to: Day): { branchId: null; on: string; name: string }[] {
  const holidays = new Holidays(COUNTRY);
  const days = new Map<string, string>();
  for (let year = Number(toIsoDay(from).slice(0, 4)); year <= Number(toIsoDay(to).slice(0, 4)); year++) {
    for (const holiday of holidays.getHolidays(year, 'en')) {
      const day = parseDay(holiday.date.slice(0, 10));
      if (holiday.type === 'public' && day !== null && day >= from && day < to) days.set(holiday.date.slice(0, 10), holiday.name);
    }
  }
  return [...days].map(([on, name]) => ({ branchId: null, on, name }));
}

/** Half-yearly rates that wander a little. */
function buildRates(from: Day, today: Day): { currency: string; from: string; rate: string }[] {
  const rates: { currency: string; from: string; rate: string }[] = [];
  for (let i = 0; addMonths(from, i * 6) <= today; i++) rates.push({ currency: 'GBP', from: toIsoDay(addMonths(from, i * 6)), rate: (1.152 + 0.012 * Math.sin(i * 1.7)).toFixed(4) });
  return rates;
}
