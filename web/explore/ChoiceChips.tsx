import { X } from 'lucide-react';
import type { ExploreAnswer, ExploreKey } from '#core/slices/exploring';
import { KEY_NAMES, nameOf } from '#wording/exploreWords';
import { formatCount } from '#wording/numbers/format';
import { showPercent } from '#wording/numbers/percent';

const NAMED = 2;

/** What is chosen, each removable, with its share of all, or of what the others leave. */
export function ChoiceChips({
  answer,
  currency,
  onRemove,
  onClear,
}: {
  answer: ExploreAnswer;
  currency: string;
  onRemove(key: ExploreKey): void;
  onClear(): void;
}) {
  const { choices } = answer;
  return (
    <div className="flex flex-wrap items-center gap-x-2 gap-y-1.5">
      {choices.map(({ key, values, share }) => (
        <button
          key={key}
          type="button"
          onClick={() => onRemove(key)}
          className="touchable flex h-[26px] max-w-full items-center gap-2 rounded-full border border-strong/70 bg-sheet px-3 text-[12.5px] hover:bg-hover"
        >
          <strong className="font-semibold">{KEY_NAMES[key]}</strong>
          <span className="truncate">
            {values
              .slice(0, NAMED)
              .map((value) => nameOf(key, value, currency))
              .join(', ')}
            {values.length > NAMED && ` and ${values.length - NAMED} more`}
          </span>
          {share !== null && share >= 0 && share <= 1 && (
            <span
              className="whitespace-nowrap text-soft"
              title={choices.length === 1 ? undefined : 'Of what the other choices leave'}
            >
              {choices.length === 1
                ? `${showPercent(share)} of all`
                : `leaves ${showPercent(share)}`}
            </span>
          )}
          <X size={13} aria-hidden />
          <span className="sr-only">, remove</span>
        </button>
      ))}
      {choices.length > 1 && (
        <button type="button" onClick={onClear} className="touchable px-1 text-soft underline">
          Clear all
        </button>
      )}
      <p className="text-[12px] text-soft" role="status">
        {choices.length === 0 ? (
          <>
            {formatCount(answer.lines.all)} deal lines. Choose in any picture to see its part in all
            the others.
          </>
        ) : (
          <>
            {formatCount(answer.lines.these)} of {formatCount(answer.lines.all)} deal lines · grey:
            all, blue: what the choices leave
          </>
        )}
      </p>
    </div>
  );
}
