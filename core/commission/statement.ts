import { computeMonth, type EarnedMonth, type MonthFacts, type MonthPart } from './month';
import type { RatedPart } from './rateCurve';

export type EntryKind =
  | 'deal'
  /** Values of a day that are typed in. */
  | 'value'
  | MonthPart
  /** Given for a contest or by hand. */
  | 'award'
  /** What a month that is locked would come to now, against what was locked. */
  | 'correction'
  /** Paid ahead of what is earned, and taken back from later commission. */
  | 'advance'
  | 'recovery';

/** A line of a statement; they add up to its total. */
export interface Entry {
  kind: EntryKind;
  /** Null for what is of no deal. */
  deal: number | null;
  day: number | null;
  product: number | null;
  base: number | null;
  parts: readonly RatedPart[];
  amount: number;
  /** Of a correction: of which month, and what of it. */
  ofMonth: string | null;
  ofKind: EntryKind | null;
  /** Of an award: its name. */
  text: string | null;
}

export interface LockedStatement {
  entries: readonly Entry[];
  total: number;
  /** What was advanced and not yet earned, afterwards. */
  owed: number;
  /** The target that counted when it was locked: a later one changes nothing of it. */
  target: number | null;
  isOnRamp: boolean;
}

export interface GivenAward {
  text: string;
  amount: number;
}

export interface StatementFacts extends MonthFacts {
  awards: readonly GivenAward[];
  locked: LockedStatement | null;
}

export interface Statement {
  month: string;
  isLocked: boolean;
  target: number | null;
  isOnRamp: boolean;
  entries: readonly Entry[];
  /** What the month itself earned, before corrections, awards and advances. */
  earned: number;
  total: number;
  owed: number;
  /** The period's base at the end of the month. */
  base: number;
  unknown: number;
}

/** Field by field: spreading into a thousand of them took most of a payee's time. */
const toEntry = (kind: EntryKind, amount: number, rest: Partial<Entry> = {}): Entry => ({
  kind,
  deal: rest.deal ?? null,
  day: rest.day ?? null,
  product: rest.product ?? null,
  base: rest.base ?? null,
  parts: rest.parts ?? [],
  amount,
  ofMonth: rest.ofMonth ?? null,
  ofKind: rest.ofKind ?? null,
  text: rest.text ?? null,
});

/** What was counted of a month, by deal, day of typed-in values, or kind. */
const keyOf = ({
  deal,
  day,
  kind,
}: {
  deal: number | null;
  day: number | null;
  kind: EntryKind;
}) => (deal !== null ? `deal ${deal}` : kind === 'value' ? `value ${day}` : kind);

/** Kinds that a month's own computation gives. */
const isOwn = ({ kind }: Entry) =>
  kind !== 'award' && kind !== 'correction' && kind !== 'advance' && kind !== 'recovery';

/**
 * The statements of a payee, month after month. A locked one stays as it was locked; what it would
 * come to now is corrected in the first that is open (docs/calculations.md, 13).
 * @param months in their order, each with the terms that hold in it
 */
export function buildStatements(months: readonly StatementFacts[]): Statement[] {
  const counted = new Map<string, Map<string, Counted>>();
  const now = new Map<string, { facts: StatementFacts; month: EarnedMonth }>();
  const statements: Statement[] = [];
  let owed = 0;
  let areCorrected = false;
  for (const facts of months) {
    const { locked } = facts;
    const month = computeMonth(
      locked ? { ...facts, target: locked.target, isOnRamp: locked.isOnRamp } : facts,
    );
    if (locked) {
      now.set(facts.month, { facts, month });
      count(counted, facts.month, locked.entries);
      ({ owed } = locked);
      statements.push({
        month: facts.month,
        isLocked: true,
        target: locked.target,
        isOnRamp: locked.isOnRamp,
        entries: locked.entries,
        earned: locked.entries.filter(isOwn).reduce((sum, { amount }) => sum + amount, 0),
        total: locked.total,
        owed,
        base: month.after.all,
        unknown: month.unknown,
      });
      continue;
    }
    const entries = [
      ...entriesOf(month),
      ...facts.awards.map(({ text, amount }) => toEntry('award', amount, { text })),
      ...(areCorrected ? [] : correctionsOf(now, counted)),
    ];
    areCorrected = true;
    const sum = entries.reduce((all, { amount }) => all + amount, 0);
    // What is owed by somebody without a draw is what refunds took below nothing.
    const draw = facts.terms.draw ?? 0;
    const carried =
      sum < draw
        ? toEntry('advance', draw - sum)
        : toEntry('recovery', -Math.min(owed, sum - draw));
    if (carried.amount !== 0) entries.push(carried);
    owed += carried.amount;
    statements.push({
      month: facts.month,
      isLocked: false,
      target: facts.target,
      isOnRamp: facts.isOnRamp,
      entries,
      earned: month.earned,
      total: sum + carried.amount,
      owed,
      base: month.after.all,
      unknown: month.unknown,
    });
  }
  return statements;
}

interface Counted {
  amount: number;
  entry: Entry;
}

function entriesOf({ lines, parts }: EarnedMonth): Entry[] {
  return [
    ...lines.map(({ deal, day, product, base, parts: rated, amount }) =>
      toEntry(deal === null ? 'value' : 'deal', amount, { deal, day, product, base, parts: rated }),
    ),
    ...parts.map(({ kind, amount }) => toEntry(kind, amount)),
  ];
}

/** Adds what a locked statement counted: its own entries to its month, corrections to theirs. */
function count(
  counted: Map<string, Map<string, Counted>>,
  ownMonth: string,
  entries: readonly Entry[],
): void {
  for (const entry of entries) {
    if (!isOwn(entry) && entry.kind !== 'correction') continue;
    const month = entry.ofMonth ?? ownMonth;
    const key = keyOf({ ...entry, kind: entry.ofKind ?? entry.kind });
    let ofMonth = counted.get(month);
    if (!ofMonth) counted.set(month, (ofMonth = new Map()));
    const known = ofMonth.get(key);
    ofMonth.set(key, { amount: (known?.amount ?? 0) + entry.amount, entry: known?.entry ?? entry });
  }
}

/** What each locked month would come to now, less what was counted of it, by deal and kind. */
function correctionsOf(
  now: ReadonlyMap<string, { month: EarnedMonth }>,
  counted: ReadonlyMap<string, ReadonlyMap<string, Counted>>,
): Entry[] {
  const corrections: Entry[] = [];
  for (const [month, { month: earned }] of now) {
    const was = counted.get(month) ?? new Map<string, Counted>();
    const is = new Map<string, Counted>();
    for (const entry of entriesOf(earned)) {
      const key = keyOf(entry);
      const known = is.get(key);
      is.set(key, { amount: (known?.amount ?? 0) + entry.amount, entry: known?.entry ?? entry });
    }
    for (const key of new Set([...was.keys(), ...is.keys()])) {
      const difference = (is.get(key)?.amount ?? 0) - (was.get(key)?.amount ?? 0);
      if (difference === 0) continue;
      const { deal, day, kind, ofKind } = (is.get(key) ?? was.get(key))!.entry;
      corrections.push(
        toEntry('correction', difference, { deal, day, ofMonth: month, ofKind: ofKind ?? kind }),
      );
    }
  }
  return corrections;
}
