import type { FieldFault } from '#contract/errors/catalogue';
import type { ImportReport } from '#contract/schemas/import';
import { SLICE_DIMENSIONS, type TargetSlice } from '#core/targets/targetSlice';
import { partInSentence } from '#wording/takenApart';
import type { Transaction } from '../db/client';
import type { PlanRecord } from '../ledger/companyState';
import { type KnownSlices, loadKnownSlices } from '../lists/index';
import { findPlan, refuseClosed, startDraft } from '../plans/index';
import {
  buildDecimalsOf,
  buildTargetChecker,
  checkTarget,
  keyOf,
  type TargetChecker,
  type TargetFacts,
  writeTargets,
} from '../targets/index';
import type { ImportCall } from './call';
import { type CsvHeading, type CsvRecord, readRecords } from './csv';
import { checkWidth, fieldReader, ImportTally } from './report';
import { loadStoredTargets, publishedIds, type StoredTargetRow } from './storedTargets';
import { FILE_NAMES, TARGET_COLUMNS } from './targetColumns';

type Line = TargetFacts & { line: number };

/**
 * Imports `targets.csv` into a draft: all rows or none; an empty target clears; the same file again
 * changes nothing. Without a draft named, each year that the file changes gets a new one, a copy of
 * what is published with the file's targets.
 */
export async function importTargets(
  call: ImportCall,
  source: AsyncIterable<CsvRecord[]>,
): Promise<ImportReport> {
  const { context, scope, principal } = call;
  const draft = call.planId === undefined ? null : findPlan(context, scope, principal, call.planId);
  const known = await loadKnownSlices(context.db, SLICE_DIMENSIONS);
  const rows = new TargetRows(call, draft, known);
  const heading = await readRecords(
    source,
    { ...TARGET_COLUMNS, corrections: call.corrections },
    (head, records) => rows.add(head, records),
  );
  const report = await context.db.transaction(async (tx) => {
    const stored = await loadStoredTargets(tx, draft ? [draft.id] : publishedIds(context));
    const differing = [...rows.facts].filter(([key, each]) => isDifferent(each, stored.get(key)));
    const created = differing.filter(([key]) => (stored.get(key)?.target ?? null) === null).length;
    const written = !call.isCheck && (rows.tally.refused === 0 || call.isPartial === true);
    const plans = written
      ? await writeDrafts(
          call,
          tx,
          draft,
          differing.map(([, each]) => each),
        )
      : [];
    return rows.tally.toReport('targets', heading, {
      created,
      changed: differing.length - created,
      unchanged: rows.facts.size - differing.length,
      written,
      plans: plans.map(({ id, yearLabel, name }) => ({ id, year: `FY${yearLabel}`, name })),
    });
  });
  if (report.written) {
    await context.replica.afterWrite({ company: true });
  }
  return report;
}

async function writeDrafts(
  call: ImportCall,
  tx: Transaction,
  draft: PlanRecord | null,
  facts: readonly Line[],
): Promise<PlanRecord[]> {
  const { context, scope, principal, fileName, reason } = call;
  refuseClosed(
    context,
    facts.map(({ unit, period }) => ({ unitId: unit.id, period })),
  );
  const labelOf = (each: Line) => scope.dataset.calendar.labelOf(each.period.from);
  const plans: PlanRecord[] = [];
  for (const yearLabel of new Set(facts.map(labelOf))) {
    const ofYear = facts.filter((each) => labelOf(each) === yearLabel);
    const plan =
      draft ??
      (await startDraft(
        context,
        tx,
        { scope, principal },
        { yearLabel, name: fileName.slice(0, 60), note: reason ?? `import of ${fileName}` },
      ));
    await writeTargets(tx, plan, ofYear, principal.userId, {
      decimalsOf: buildDecimalsOf(scope.dataset),
      reason: reason ?? fileName,
    });
    plans.push(plan);
  }
  return plans;
}

function isDifferent(each: TargetFacts, now: StoredTargetRow | undefined): boolean {
  return (['target', 'floor', 'stretch', 'note'] as const).some(
    (field) => each[field] !== (now?.[field] ?? null),
  );
}

/** Reads and checks rows; faults go to the tally. */
class TargetRows {
  readonly tally = new ImportTally();
  readonly facts = new Map<string, Line>();
  private checker: TargetChecker;

  constructor(
    private call: ImportCall,
    private draft: PlanRecord | null,
    private known: KnownSlices,
  ) {
    // Amounts of a file are in the reporting currency.
    this.checker = buildTargetChecker(call.scope, call.context.replica.company!.tree, {}, known);
  }

  add(heading: CsvHeading, records: readonly CsvRecord[]): void {
    for (const { line, fields, place } of records) {
      this.tally.read++;
      const valueAt = fieldReader(heading, fields);
      const width = checkWidth(heading, fields);
      if (width) this.tally.refuse(line, [width], () => fields.join(','), place);
      else this.addRow(line, valueAt, place);
    }
  }

  private addRow(line: number, valueAt: (column: string) => string, place?: string): void {
    const slice = this.readSlice(valueAt('dimension'), valueAt('value'));
    if (!slice.ok) return this.tally.refuse(line, [slice.fault], valueAt, place);
    const checked = checkTarget(
      {
        slice: slice.value,
        unit: valueAt('unit'),
        period: valueAt('period'),
        measure: valueAt('measure'),
        target: valueAt('target'),
        floor: valueAt('floor'),
        stretch: valueAt('stretch'),
        note: valueAt('note'),
      },
      this.checker,
    );
    const faults = checked.ok ? this.faultsBeside(checked.facts) : checked.faults;
    if (!checked.ok || faults.length > 0) this.tally.refuse(line, faults, valueAt, place);
    else this.facts.set(keyOf(checked.facts), { ...checked.facts, line });
  }

  /** What of the unit's business a row is for: its dimension, and a name of the lists. */
  private readSlice(
    dimension: string,
    name: string,
  ): { ok: true; value: TargetSlice | null } | { ok: false; fault: FieldFault } {
    if (dimension.trim() === '' && name.trim() === '') return { ok: true, value: null };
    const by = SLICE_DIMENSIONS.find((each) => FILE_NAMES[each] === dimension.trim());
    if (!by || name.trim() === '')
      return { ok: false, fault: { field: 'dimension', code: 'unknownDimension' } };
    const value = this.known.findByName(by, name);
    return value
      ? { ok: true, value }
      : {
          ok: false,
          fault: {
            field: 'value',
            code: 'unknownSlice',
            params: { dimension: partInSentence(by) },
          },
        };
  }

  private faultsBeside(facts: TargetFacts): FieldFault[] {
    const first = this.facts.get(keyOf(facts));
    const label = this.call.scope.dataset.calendar.labelOf(facts.period.from);
    return [
      ...(first
        ? [{ field: 'unit', code: 'duplicate' as const, params: { line: first.line } }]
        : []),
      ...(this.draft && label !== this.draft.yearLabel
        ? [{ field: 'period', code: 'otherYear' as const, params: { year: this.draft.yearLabel } }]
        : []),
    ];
  }
}
