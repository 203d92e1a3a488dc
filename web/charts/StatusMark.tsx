import { shippedWord } from '#wording/shipped';
import { fillOf, type ShownStatus, textOf } from './status';

/** Stairs of as many steps as the grade, 0 an empty one: told apart without its colour. */
const STAIRS = [
  'M1.7 11.3V9.2H4v2.1z',
  'M1 12V9.25H3.75V12z',
  'M1 12V9.25H3.75V6.5H6.5V12z',
  'M1 12V9.25H3.75V6.5H6.5V3.75H9.25V12z',
  'M1 12V9.25H3.75V6.5H6.5V3.75H9.25V1H12V12z',
] as const;

/**
 * The symbol of a status as its rule draws it: a small ladder with as many rungs as the grade,
 * stairs of as many steps, or the word alone. The word is read out.
 */
export function StatusMark({ status, size = 13 }: { status: ShownStatus; size?: number }) {
  const { grade, iconSet } = status;
  const label = shippedWord(status.label);
  if (iconSet === 'words')
    return <span className={`shrink-0 text-[11px] font-semibold ${textOf(status)}`}>{label}</span>;
  const colour = fillOf(status);
  return (
    <svg
      role="img"
      aria-label={label}
      width={size}
      height={size}
      viewBox="0 0 13 13"
      className="shrink-0"
    >
      <title>{label}</title>
      {iconSet === 'shapes' ? (
        <path
          d={STAIRS[grade]}
          fill={grade === 0 ? 'none' : colour}
          stroke={colour}
          strokeWidth={grade === 0 ? 1.4 : 0}
        />
      ) : (
        <>
          <path
            d="M2.5 1v11.5M10.5 1v11.5"
            stroke={colour}
            strokeWidth="1.6"
            strokeLinecap="round"
          />
          {Array.from({ length: grade }, (_, rung) => (
            <path key={rung} d={`M2.5 ${10.8 - rung * 2.7}h8`} stroke={colour} strokeWidth="1.5" />
          ))}
        </>
      )}
    </svg>
  );
}
