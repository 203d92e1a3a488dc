import { once } from 'node:events';
import { createWriteStream } from 'node:fs';
import seedrandom from 'seedrandom';
import { fromCivil, toIsoDay } from '#core/period/day';

/**
 * The company of the measurements: 1,000 salespeople in 100 teams in 20 branches, a million deals
 * over four years.
 */
export const SIZE = {
  branches: 20,
  teams: 100,
  people: Number(process.env['BENCH_PEOPLE'] ?? 1_000),
  deals: Number(process.env['BENCH_DEALS'] ?? 1_000_000),
};
export const TODAY = '2026-11-18';
const LAST = fromCivil(2026, 11, 18);
const DAYS = 4 * 365;
const CUSTOMERS = 20_000;

export function buildUnitsCsv(people = SIZE.people): string {
  const lines = ['unit,name,kind,parent', 'co,Company,company,'];
  for (let b = 0; b < SIZE.branches; b++) lines.push(`b${b},Branch ${b},branch,co`);
  for (let t = 0; t < SIZE.teams; t++) lines.push(`t${t},Team ${t},team,b${t % SIZE.branches}`);
  for (let p = 0; p < people; p++) lines.push(`p${p},Person ${p},salesperson,t${p % SIZE.teams}`);
  return lines.join('\n');
}

export function buildTargetsCsv(): string {
  const lines = ['unit,period,measure,target'];
  for (let p = 0; p < SIZE.people; p++)
    for (const year of [2026, 2027])
      for (let m = 1; m <= 12; m++)
        lines.push(
          `p${p},FY${year}-P${String(m).padStart(2, '0')},revenue,${20_000 + ((p * 37 + m * 1009) % 30_000)}`,
        );
  return lines.join('\n');
}

/**
 * Writes the deals; with `changed`, every hundredth has another amount. The same seed gives the
 * same file.
 */
export async function writeDealsCsv(path: string, changed: boolean): Promise<void> {
  const random = seedrandom('bench-deals');
  const out = createWriteStream(path);
  out.write('deal,salesperson,customer,amount,currency,status,closed_on,product,category,source\n');
  let block = '';
  for (let i = 0; i < SIZE.deals; i++) {
    const [r1, r2, r3, r4] = [random(), random(), random(), random()];
    const amount = 50 + Math.floor(r3 * 9000) + (changed && i % 100 === 7 ? 1 : 0);
    const status = r4 < 0.9 ? 'won' : 'lost';
    block += `D${i},p${Math.floor(r1 * SIZE.people)},Customer ${(i * 7919) % CUSTOMERS},${amount}.${String(i % 100).padStart(2, '0')},EUR,${status},${toIsoDay(LAST - Math.floor(r2 * DAYS))},Product ${i % 50},Category ${i % 8},Source ${i % 6}\n`;
    if (i % 5000 === 4999) {
      if (!out.write(block)) await once(out, 'drain');
      block = '';
    }
  }
  out.end(block);
  await once(out, 'finish');
}

/** Lines a deal: one to five, three on average. */
const linesOf = (deal: number) => 1 + ((deal * 7_919) % 5);

/**
 * Writes the lines of the same deals: each adds up to its deal's amount, one of something at a
 * price. @returns how many
 */
export async function writeLinesCsv(path: string): Promise<number> {
  const random = seedrandom('bench-deals');
  const out = createWriteStream(path);
  out.write('deal,line,product,quantity,price,amount\n');
  const money = (minor: number) =>
    `${Math.floor(minor / 100)}.${String(minor % 100).padStart(2, '0')}`;
  let count = 0;
  let block = '';
  for (let i = 0; i < SIZE.deals; i++) {
    const [, , r3] = [random(), random(), random(), random()];
    const total = (50 + Math.floor(r3! * 9000)) * 100 + (i % 100);
    const lines = linesOf(i);
    const each = Math.floor(total / lines);
    for (let line = 1; line <= lines; line++) {
      const amount = line < lines ? each : total - each * (lines - 1);
      block += `D${i},${line},Product ${(i + line - 1) % 50},1,${money(amount)},${money(amount)}\n`;
      count++;
    }
    if (i % 5000 === 4999) {
      if (!out.write(block)) await once(out, 'drain');
      block = '';
    }
  }
  out.end(block);
  await once(out, 'finish');
  return count;
}
