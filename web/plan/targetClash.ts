import type { TargetChange } from '#contract/schemas/target';
import { EN_PLAN } from '#wording/messages/en/plan';
import { messagesOf } from '#wording/messages/translate';
import type { Failure } from '../app/api';

const t = messagesOf('plan', EN_PLAN);

/** A cell that somebody else changed since it was shown. */
interface Clash {
  unit: string;
  slice: TargetChange['slice'];
  period: string;
  yours: string | null;
  theirs: string | null;
  version: number;
}

/**
 * What to tell of a step that met someone else's change, and the step with which it replaces
 * theirs. Null: what is stored is what was typed.
 */
export function readClash(
  failure: Failure,
  changes: readonly TargetChange[],
  currency: string | null,
): { text: string; mine: TargetChange[] } | null {
  const clashes = (failure['clashes'] ?? []) as Clash[];
  // Sent twice because the first answer was lost.
  if (clashes.length > 0 && clashes.every((clash) => clash.yours === clash.theirs)) return null;
  const [first] = clashes;
  const toText = (value: string | null | undefined) =>
    value == null ? t('emptyCell') : [value, currency].filter(Boolean).join(' ');
  const where =
    clashes.length === 1
      ? `${first?.unit}, ${first?.period}`
      : t('ofTheseCells', { count: clashes.length });
  return {
    text: t('someoneChangedMeanwhileNowYours', {
      where,
      theirs: toText(first?.theirs),
      yours: toText(first?.yours),
    }),
    mine: changes.map((change) => ({
      ...change,
      version:
        clashes.find(
          (each) =>
            each.unit === change.unit &&
            each.period === change.period &&
            each.slice?.key === change.slice?.key,
        )?.version ?? change.version,
    })),
  };
}
