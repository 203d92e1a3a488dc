import { DuckDBInstance } from '@duckdb/node-api';
import crossfilter, { type Dimension as CrossDimension, type Group } from 'crossfilter2';
import { LinkedSums } from '#core/slices/linkedSums';
import { quantile, time } from './measure';
import { type Ratio, report } from './report';

const say = (text: string) => process.stdout.write(`${text}\n`);
const LINES = Number(process.env['BENCH_LINES'] ?? 3_000_000);
const REPEATS = 5;
/** So many branches, months and people are chosen in turn. */
const DIFFERENT = 3;
const DAYS = 1_095;

/** Base keys and how many values each has. */
const BASES = {
  day: DAYS,
  salesperson: 400,
  product: 600,
  customer: 20_000,
  source: 8,
  location: 30,
  size: 14,
} as const;
type Base = keyof typeof BASES;

/** The twelve linked dimensions; what follows from a base key says how. */
const DIMENSIONS: readonly { name: string; base: Base; size: number; of(code: number): number }[] =
  [
    { name: 'month', base: 'day', size: 36, of: (day) => Math.min(35, Math.floor(day / 30.5)) },
    { name: 'week', base: 'day', size: 157, of: (day) => Math.floor(day / 7) },
    { name: 'weekday', base: 'day', size: 7, of: (day) => day % 7 },
    { name: 'branch', base: 'salesperson', size: 8, of: (person) => Math.floor(person / 50) },
    { name: 'team', base: 'salesperson', size: 40, of: (person) => Math.floor(person / 10) },
    { name: 'salesperson', base: 'salesperson', size: 400, of: (person) => person },
    { name: 'category', base: 'product', size: 12, of: (product) => Math.floor(product / 50) },
    { name: 'product', base: 'product', size: 600, of: (product) => product },
    { name: 'customer', base: 'customer', size: 20_000, of: (customer) => customer },
    { name: 'source', base: 'source', size: 8, of: (source) => source },
    { name: 'location', base: 'location', size: 30, of: (location) => location },
    { name: 'size', base: 'size', size: 14, of: (size) => size },
  ];
const at = (name: string) => DIMENSIONS.findIndex((each) => each.name === name);

/** Park and Miller's generator (1988): the same lines each time. */
function makeLines() {
  let state = 20_261_118;
  const random = () => {
    state = (state * 48_271) % 2_147_483_647;
    return state / 2_147_483_647;
  };
  const codes = Object.fromEntries(
    Object.keys(BASES).map((base) => [base, new Uint16Array(LINES)]),
  ) as Record<Base, Uint16Array>;
  const amounts = new Float64Array(LINES);
  for (let row = 0; row < LINES; row++) {
    codes.day[row] = Math.floor((row / LINES) * DAYS);
    for (const [base, size] of Object.entries(BASES) as [Base, number][])
      // The few large of many: squared, as sales are.
      if (base !== 'day') codes[base][row] = Math.floor(random() ** 2 * size);
    amounts[row] = Math.floor(random() * 1_000_000);
  }
  return { codes, amounts };
}

type Choices = Map<number, readonly number[]>;

/** What is done, after three choices that stand or none. */
const ACTS: readonly { name: string; dimension: number; codes: readonly number[] | null }[] = [
  { name: 'select a branch', dimension: at('branch'), codes: [2] },
  { name: 'clear the branch', dimension: at('branch'), codes: null },
  { name: 'choose three months', dimension: at('month'), codes: [20, 21, 22] },
  { name: 'move them by one', dimension: at('month'), codes: [21, 22, 23] },
  { name: 'clear the months', dimension: at('month'), codes: null },
  { name: 'select a salesperson', dimension: at('salesperson'), codes: [37] },
  { name: 'clear the salesperson', dimension: at('salesperson'), codes: null },
];
const STANDING: Choices = new Map([
  [at('category'), [0, 1, 2]],
  [at('source'), [0, 1, 2, 3]],
  [at('size'), [1, 2, 3, 4, 5]],
]);

interface Engine {
  name: string;
  /** Chooses, and gives the sums of all dimensions. */
  choose(dimension: number, codes: readonly number[] | null): Promise<Float64Array[]>;
}

function ours({ codes, amounts }: ReturnType<typeof makeLines>): Engine {
  const bases = (Object.entries(BASES) as [Base, number][]).map(([base, size]) => ({
    codes: codes[base],
    size,
  }));
  const linked = new LinkedSums({
    length: LINES,
    bases,
    dimensions: DIMENSIONS.map(({ base, size, of }) => ({
      base: Object.keys(BASES).indexOf(base),
      of: Uint16Array.from({ length: BASES[base] }, (_, code) => of(code)),
      size,
    })),
    values: amounts,
    together: Object.keys(BASES).indexOf('salesperson'),
  });
  return {
    name: 'linked sums',
    choose: (dimension, chosen) => {
      linked.choose(dimension, chosen);
      return Promise.resolve(DIMENSIONS.map((_, each) => linked.sumsOf(each).these));
    },
  };
}

function byCrossfilter({ codes, amounts }: ReturnType<typeof makeLines>): Engine {
  const data = crossfilter(Array.from({ length: LINES }, (_, row) => row));
  const dimensions: CrossDimension<number, number>[] = [];
  const groups: Group<number, number, number>[] = [];
  for (const { base, of } of DIMENSIONS) {
    const dimension = data.dimension((row) => of(codes[base][row]!));
    dimensions.push(dimension);
    groups.push(dimension.group<number, number>().reduceSum((row) => amounts[row]!));
  }
  return {
    name: 'crossfilter',
    choose: (dimension, chosen) => {
      const wanted = chosen && new Set(chosen);
      if (wanted) dimensions[dimension]!.filterFunction((code) => wanted.has(code as number));
      else dimensions[dimension]!.filterAll();
      return Promise.resolve(
        groups.map((group, each) => {
          const sums = new Float64Array(DIMENSIONS[each]!.size);
          for (const { key, value } of group.all()) sums[key] = value;
          return sums;
        }),
      );
    },
  };
}

async function bySql({ codes, amounts }: ReturnType<typeof makeLines>): Promise<Engine> {
  const connection = await (await DuckDBInstance.create(':memory:', { threads: '2' })).connect();
  const columns = DIMENSIONS.map(({ name }) => `"${name}" usmallint`).join(', ');
  await connection.run(`create table lines (${columns}, amount bigint)`);
  const appender = await connection.createAppender('lines');
  for (let row = 0; row < LINES; row++) {
    for (const { base, of } of DIMENSIONS) appender.appendUSmallInt(of(codes[base][row]!));
    appender.appendBigInt(BigInt(amounts[row]!));
    appender.endRow();
  }
  appender.closeSync();
  const choices: Choices = new Map();
  return {
    name: 'DuckDB',
    choose: async (dimension, chosen) => {
      if (chosen) choices.set(dimension, chosen);
      else choices.delete(dimension);
      const found: Float64Array[] = [];
      for (const [each, { name, size }] of DIMENSIONS.entries()) {
        const where = [...choices]
          .filter(([other]) => other !== each)
          .map(([other, codes]) => `"${DIMENSIONS[other]!.name}" in (${codes.join()})`);
        const reader = await connection.runAndReadAll(
          `select "${name}", sum(amount) from lines where ${['true', ...where].join(' and ')} group by 1`,
        );
        const sums = new Float64Array(size);
        for (const [code, sum] of reader.getRows()) sums[Number(code)] = Number(sum);
        found.push(sums);
      }
      return found;
    },
  };
}

async function run(engine: Engine, repeats: number) {
  const times = new Map<string, number[]>();
  const results: Float64Array[][] = [];
  for (const [kind, standing] of [
    ['alone', new Map()],
    ['with three others', STANDING],
  ] as [string, Choices][]) {
    for (const [dimension, codes] of standing) await engine.choose(dimension, codes);
    for (let repeat = -1; repeat < repeats; repeat++)
      for (const { name, dimension, codes } of ACTS) {
        let sums: Float64Array[] = [];
        // Not the same choice each time: what is kept of one must not be what is measured.
        const shift = (repeat + 1) % DIFFERENT;
        const chosen = codes && codes.map((code) => code + shift);
        const ms = await time(async () => {
          sums = await engine.choose(dimension, chosen);
        });
        // The first round warms up, and is what results are compared by.
        if (repeat === -1) results.push(sums);
        else times.set(`${name}, ${kind}`, [...(times.get(`${name}, ${kind}`) ?? []), ms]);
      }
    for (const dimension of standing.keys()) await engine.choose(dimension, null);
  }
  return { times, results };
}

const lines = makeLines();
say(`${LINES.toLocaleString('en-GB')} lines, ${DIMENSIONS.length} linked dimensions`);
const mine = await run(ours(lines), 20);
const engines = [byCrossfilter(lines), await bySql(lines)];
const others = [];
for (const engine of engines) {
  const done = await run(engine, engine.name === 'DuckDB' ? 2 : REPEATS);
  done.results.forEach((sums, act) =>
    sums.forEach((each, dimension) => {
      if (each.some((value, code) => value !== mine.results[act]![dimension]![code]))
        throw new Error(
          `${engine.name} finds other sums by ${DIMENSIONS[dimension]!.name} after act ${act}.`,
        );
    }),
  );
  others.push({ ...done, name: engine.name });
}

const median = (values: readonly number[]) => quantile(values, 0.5);
const ratios: Ratio[] = [];
const factors: number[] = [];
for (const [act, times] of mine.times) {
  const rivals = others.map(({ name, times: theirs }) => ({ name, ms: median(theirs.get(act)!) }));
  const fastest = rivals.reduce((best, each) => (each.ms < best.ms ? each : best));
  const factor = fastest.ms / median(times);
  factors.push(factor);
  say(
    `${act}: ${median(times).toFixed(2)} ms, p95 ${quantile(times, 0.95).toFixed(2)} ms; ${rivals.map(({ name, ms }) => `${name} ${ms.toFixed(0)} ms`).join(', ')}`,
  );
  ratios.push([`${act}: times as fast as the fastest other`, factor, 1, 'min']);
}
ratios.push(['times as fast as the fastest other, at the median', median(factors), 15, 'min']);
ratios.push([
  'milliseconds at the 95th percentile',
  quantile([...mine.times.values()].flat(), 0.95),
  16,
  'max',
]);
report('explore', ratios, { lines: LINES, dimensions: DIMENSIONS.length });
