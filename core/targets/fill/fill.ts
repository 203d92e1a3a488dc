import type { Period } from '../../period/calendar';
import { grow, WHOLE } from './grow';
import { proposePartial } from './partial';
import { type ShareLine, shareWithin } from './shareWithin';
import type {
  FilledCell,
  FillNote,
  FillRequest,
  FillResult,
  FillSource,
  FillWay,
  Phasing,
} from './way';

type TotalWay = Extract<FillWay, { kind: 'total' }>;

/**
 * The cells a way of filling would set, with what stands there now; nothing is changed
 * (docs/calculations.md, 6). Only periods in which a unit stands in the tree are filled. A fault
 * names what cannot be met and fills nothing.
 */
export function fillCells(request: FillRequest, source: FillSource): FillResult {
  const { way } = request;
  if ('growth' in way && way.growth <= -WHOLE)
    return { ok: false, fault: 'growthTooLow', bound: null };
  if (
    (way.kind === 'partial' && (way.full ?? 0) < 0) ||
    (way.kind === 'each' && way.amount < 0) ||
    (way.kind === 'total' && way.total < 0)
  )
    return { ok: false, fault: 'negative', bound: 0 };
  if (way.kind === 'total') return fillTotal(request, way, source);
  const cells: FilledCell[] = [];
  const notes: FillNote[] = [];
  for (const unitId of request.unitIds) {
    for (const period of activePeriods(request, source, unitId)) {
      const value = valueFor(way, unitId, period, request.step, source);
      if (value !== null)
        cells.push({ unitId, period, before: source.targetOf(unitId, period), value });
      else if (way.kind === 'partial') notes.push({ code: 'noPeers', unitId, period });
      else if (way.kind === 'priorYear') notes.push({ code: 'noHistory', unitId, period });
    }
  }
  return toResult(cells, notes);
}

const activePeriods = ({ periods }: FillRequest, source: FillSource, unitId: number) =>
  periods.filter((period) => source.isActive(unitId, period));

function valueFor(
  way: Exclude<FillWay, TotalWay>,
  unitId: number,
  period: Period,
  unit: number,
  source: FillSource,
): number | null {
  if (way.kind === 'each') return way.amount;
  if (way.kind === 'copy') return source.otherOf?.(unitId, period) ?? null;
  if (way.kind === 'partial') return partialOf(way.full, unitId, period, unit, source);
  const base =
    way.kind === 'priorYear' ? source.priorYearOf(unitId, period) : source.targetOf(unitId, period);
  // A period without history, or with returns only, has nothing to grow from: it is left as it is,
  // not set to 0.
  // Results of ratios have fractions; targets have none.
  return base === null || base <= 0 ? null : grow(Math.round(base), way.growth, unit);
}

function partialOf(
  wanted: number | null,
  unitId: number,
  period: Period,
  unit: number,
  source: FillSource,
): number | null {
  const peers = source.peersOf(unitId, period);
  const full = wanted ?? (peers.length === 0 ? null : sumOf(peers) / peers.length);
  if (full === null) return null;
  return proposePartial(full, {
    share: source.rampShareOf(unitId, period),
    present: source.workingDaysIn(unitId, period),
    all: source.allWorkingDaysIn(unitId, period),
    unit,
  });
}

/** First over the people, then each one's part over the periods: both steps add up exactly. */
function fillTotal(request: FillRequest, way: TotalWay, source: FillSource): FillResult {
  const lines = request.unitIds
    .map((unitId) => ({
      unitId,
      periods: activePeriods(request, source, unitId),
      terms: way.terms.get(unitId) ?? {},
    }))
    .filter((line) => line.periods.length > 0);
  if (
    way.people === 'custom' &&
    sumOf(lines.filter((line) => !line.terms.isLocked).map((line) => line.terms.share ?? 0)) !==
      WHOLE
  )
    return { ok: false, fault: 'sharesNot100', bound: null };
  if (way.phasing === 'custom' && sumOf(way.periodShares ?? []) !== WHOLE)
    return { ok: false, fault: 'sharesNot100', bound: null };
  const presentOf = (unitId: number, periods: readonly Period[]) =>
    sumOf(periods.map((period) => source.targetOf(unitId, period) ?? 0));
  const weightOf = ({ unitId, periods, terms }: (typeof lines)[number]): number =>
    ({
      even: () => 1,
      custom: () => terms.share ?? 0,
      present: () => presentOf(unitId, periods),
      priorYear: () =>
        Math.max(0, sumOf(periods.map((period) => source.priorYearOf(unitId, period)))),
    })[way.people]();
  const shared = shareWithin(
    way.total,
    lines.map((line): ShareLine => ({
      weight: weightOf(line),
      least: line.terms.least ?? null,
      most: line.terms.most ?? null,
      locked: line.terms.isLocked ? presentOf(line.unitId, line.periods) : null,
    })),
    request.step,
  );
  if (!shared.ok) return shared;

  const cells: FilledCell[] = [];
  const notes: FillNote[] = [];
  lines.forEach(({ unitId, periods, terms }, index) => {
    if (terms.isLocked) return;
    const phased = phase(shared.parts[index]!, way, unitId, request, periods, source);
    if (phased.fellBack) notes.push({ code: 'fellBackToWorkingDays', unitId });
    periods.forEach((period, i) =>
      cells.push({
        unitId,
        period,
        before: source.targetOf(unitId, period),
        value: phased.parts[i]!,
      }),
    );
  });
  return toResult(
    cells,
    notes,
    sumOf(lines.map((line, index) => (line.terms.isLocked ? shared.parts[index]! : 0))),
  );
}

/**
 * One line's part over its periods; a line without a shape of its own falls back to working days,
 * and to even without those.
 */
function phase(
  total: number,
  way: TotalWay,
  unitId: number,
  request: FillRequest,
  periods: readonly Period[],
  source: FillSource,
) {
  const weightsBy: Record<Phasing, () => number[]> = {
    even: () => periods.map(() => 1),
    workingDays: () => periods.map((period) => 2 * source.workingDaysIn(unitId, period)),
    priorYear: () => periods.map((period) => Math.max(0, source.priorYearOf(unitId, period))),
    present: () => periods.map((period) => source.targetOf(unitId, period) ?? 0),
    custom: () => periods.map((period) => way.periodShares?.[request.periods.indexOf(period)] ?? 0),
  };
  const wanted = weightsBy[way.phasing]();
  const hasShape = wanted.some((weight) => weight > 0);
  const weights = hasShape ? wanted : weightsBy.workingDays();
  const shared = shareWithin(
    total,
    weights.map((weight) => ({ weight })),
    request.step,
  );
  // Open lines without bounds can always be met.
  return {
    parts: (shared as Extract<typeof shared, { ok: true }>).parts,
    fellBack: !hasShape && way.phasing !== 'workingDays',
  };
}

function toResult(cells: FilledCell[], notes: FillNote[], kept = 0): FillResult {
  if (cells.length === 0) return { ok: false, fault: 'nothingToFill', bound: null };
  return { ok: true, cells, notes, total: sumOf(cells.map((cell) => cell.value)) + kept, kept };
}

/** What each unit gets over all its cells. */
export function sumByUnit(
  cells: readonly Pick<FilledCell, 'unitId' | 'value'>[],
): Map<number, number> {
  const sums = new Map<number, number>();
  for (const { unitId, value } of cells) sums.set(unitId, (sums.get(unitId) ?? 0) + value);
  return sums;
}

function sumOf(values: readonly number[]): number {
  return values.reduce((sum, value) => sum + value, 0);
}
