import type pg from 'pg';
import { DEAL_COLUMNS, readMapped } from '#contract/importMapping';
import type { ImportReport } from '#contract/schemas/import';
import type { ImportMapping } from '#contract/schemas/importMapping';
import { type ListName, LISTS } from '#contract/schemas/list';
import type { CustomFieldKind } from '#core/customField/field';
import { parseAmount } from '#core/money/amount';
import { isCurrency } from '#core/money/currency';
import { largestAmountOf } from '#core/money/limits';
import { convertMinor, findRate } from '#core/money/rate';
import { parseDay } from '#core/period/day';
import type { UnitTree } from '#core/units/tree';
import { mayDo } from '../access/permissions';
import { buildDealChecker, type DealFacts, memberSpansOf } from '../deals/index';
import { applyStaged, countStaged } from './applyDeals';
import type { ImportCall } from './call';
import { listChanges } from './changedRows';
import { type CsvHeading, type CsvRecord, underHeading } from './csv';
import { checkDealRow, DEAL_COLUMNS_OF_FILE } from './dealRows';
import { inImport } from './inImport';
import { checkWidth, fieldReader, ImportTally } from './report';
import {
  type AllNameIds,
  copyIntoStaging,
  createStaging,
  loadAllNameIds,
  toCopyLine,
} from './staging';
import { listNewNames, loadNames, UnknownValues } from './unknown';

/**
 * Imports `deals.csv`: every row is checked by the rules of the form on its way into a staging
 * table; then the differences to the book are written in the same transaction, all or none. The
 * same file again changes nothing.
 */
export async function importDeals(
  call: ImportCall,
  source: AsyncIterable<CsvRecord[]>,
): Promise<ImportReport> {
  return inImport(call, (client) => stageAndApply(call, client, source));
}

async function stageAndApply(
  call: ImportCall,
  client: pg.PoolClient,
  source: AsyncIterable<CsvRecord[]>,
): Promise<ImportReport> {
  const { context, scope } = call;
  const { tree, rates, customFields } = context.replica.company!;
  const rows = new DealRows(
    buildDealChecker(scope, tree, rates, customFields),
    scope.dataset.tree,
    await loadAllNameIds(client),
    call.mapping,
    mayDo(call.principal.role, 'administer'),
  );
  await createStaging(client);
  await copyIntoStaging(client, rows.toLines(source, call));
  const names = LISTS.map((list) => ({ list, count: rows.names[list].added.length })).filter(
    (each) => each.count > 0,
  );
  const isTaken = () => rows.tally.refused === 0 || call.isPartial === true;
  const isWriting = !call.isCheck && isTaken();
  const {
    runId: _run,
    value,
    ...counts
  } = isWriting
    ? await applyStaged(call, client, rows.names, rows.tally)
    : await countStaged(client);
  const changes =
    isWriting || counts.changed === 0 ? [] : await listChanges(call, client, rows.names);
  return rows.tally.toReport('deals', rows.heading!, {
    ...counts,
    changes,
    newNames: names,
    written: isWriting && isTaken(),
    value: { read: rows.tally.valueRead, refused: rows.tally.valueRefused, ...value },
    unknown: [
      ...rows.unknown.list(scope.dataset.tree),
      ...listNewNames(
        rows.names,
        await loadNames(client, rows.names, memberSpansOf(scope, call.principal)),
      ),
    ],
  });
}

/** Only who administers the lists adds to them; customers and products come with their deals. */
const KEPT_IN_SETUP = ['stage', 'category', 'source', 'location', 'lostReason'] as const;
const COLUMN_OF_LIST: Partial<Record<ListName, string>> = { lostReason: 'lost_reason' };

/**
 * Codes of the salespeople one may see, by their names in small letters; none where two have the
 * same.
 */
function codesByName({ units }: UnitTree): Map<string, string> {
  const codes = new Map<string, string>();
  const twice = new Set<string>();
  for (const { kind, name, code } of units) {
    const key = name.toLowerCase();
    if (kind !== 'salesperson') continue;
    if (codes.has(key)) twice.add(key);
    codes.set(key, code);
  }
  for (const key of twice) codes.delete(key);
  return codes;
}

/** Turns records into staging lines, keeping tally of what is refused and why. */
class DealRows {
  readonly tally = new ImportTally();
  heading: CsvHeading | null = null;
  private lines = new Map<string, number>();

  /** Values that no list or person stands for, as they are written, with how often. */
  readonly unknown = new UnknownValues();

  private codes: ReadonlyMap<string, string>;
  /** Fields of the company's own that a file may carry, and those that this one does. */
  private customKinds: ReadonlyMap<string, CustomFieldKind>;
  private customColumns: string[] = [];

  constructor(
    private checker: ReturnType<typeof buildDealChecker>,
    visible: UnitTree,
    readonly names: AllNameIds,
    private mapping: ImportMapping | undefined,
    private mayAddNames: boolean,
  ) {
    this.codes = codesByName(visible);
    this.customKinds = new Map(
      [...checker.customFields.values()]
        .filter(({ isArchived }) => !isArchived)
        .map(({ code, kind }) => [code, kind]),
    );
  }

  private codeOf(text: string): string {
    return this.checker.tree.findByCode(text) ? text : (this.codes.get(text.toLowerCase()) ?? text);
  }

  private get columns() {
    const { mapping } = this;
    const known = [...DEAL_COLUMNS, ...this.customKinds.keys()];
    if (!mapping) return { known, required: DEAL_COLUMNS_OF_FILE.required };
    return {
      known,
      required: DEAL_COLUMNS_OF_FILE.required.filter((column) => !mapping.defaults[column]),
      meaning: (heading: string) => mapping.columns[heading] ?? '',
    };
  }

  private valueReader(heading: CsvHeading, fields: string[]) {
    const { mapping } = this;
    const raw = fieldReader(heading, fields);
    // Each column is asked for by several checks and read once.
    const values: Record<string, string> = {};
    for (const column of [...DEAL_COLUMNS, ...this.customColumns])
      values[column] = mapping
        ? readMapped(column, raw(column), mapping, this.customKinds)
        : raw(column);
    // A person may be called by their exact name, where only one has it.
    values['salesperson'] = this.codeOf(values['salesperson']!);
    return { raw, valueAt: (column: string) => values[column] ?? '' };
  }

  async *toLines(
    source: AsyncIterable<CsvRecord[]>,
    { signal, corrections }: Pick<ImportCall, 'signal' | 'corrections'>,
  ): AsyncGenerator<string> {
    for await (const { heading, records } of underHeading(source, {
      ...this.columns,
      corrections,
    })) {
      signal.throwIfAborted();
      this.heading = heading;
      this.customColumns = [...this.customKinds.keys()].filter(
        (code) => heading.at[code] != null || this.mapping?.defaults[code] !== undefined,
      );
      const block = this.toBlock(heading, records);
      if (block) yield block;
    }
  }

  /** What a refused row would be worth, as far as its amount, currency and day can be read. */
  private worthOf(valueAt: (column: string) => string): number {
    const { currency: reporting, rates } = this.checker;
    const currency = valueAt('currency') || reporting;
    const amount = isCurrency(currency) ? parseAmount(valueAt('amount'), currency) : null;
    // What no deal may be worth is a slip, and no value.
    if (!amount?.ok || Math.abs(amount.minor) > largestAmountOf(currency)) return 0;
    if (currency === reporting) return amount.minor;
    const day = parseDay(valueAt('closed_on') || valueAt('expected_on'));
    const rate = day === null ? null : findRate(rates, currency, day);
    return rate === null ? 0 : convertMinor(amount.minor, currency, reporting, rate.rate);
  }

  /** Names of lists that are kept in Setup, and that this file would add to. */
  private findNewNames({ names }: DealFacts): ListName[] {
    return KEPT_IN_SETUP.filter(
      (list) => names[list] !== null && !this.names[list].has(names[list]),
    );
  }

  private toBlock(heading: CsvHeading, records: readonly CsvRecord[]): string {
    let block = '';
    for (const { line, fields } of records) block += this.toLine(heading, line, fields);
    return block;
  }

  private toLine(heading: CsvHeading, line: number, fields: string[]): string {
    this.tally.read++;
    const width = checkWidth(heading, fields);
    if (width) {
      this.tally.refuse(line, [width], () => fields.join(','));
      return '';
    }
    const { raw, valueAt } = this.valueReader(heading, fields);
    const checked = checkDealRow(valueAt, this.checker, this.customColumns);
    if (!checked.ok) {
      this.unknown.note(checked.faults, raw);
      this.tally.valueRefused += this.worthOf(valueAt);
      this.tally.refuse(line, checked.faults, raw);
      return '';
    }
    const foreign = this.mayAddNames ? [] : this.findNewNames(checked.facts);
    if (foreign.length > 0) {
      this.tally.refuse(
        line,
        foreign.map((list) => ({
          field: COLUMN_OF_LIST[list] ?? list,
          code: 'unknownName' as const,
        })),
        raw,
      );
      return '';
    }
    const first = this.lines.get(checked.facts.code);
    if (first !== undefined) {
      this.tally.refuse(
        line,
        [{ field: 'deal', code: 'duplicate', params: { line: first } }],
        valueAt,
      );
      return '';
    }
    this.lines.set(checked.facts.code, line);
    this.tally.valueRead += checked.facts.credited;
    return toCopyLine(checked.facts, this.names, line);
  }
}
