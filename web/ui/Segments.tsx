import { classNames } from './classNames';

interface SegmentsProps<Value extends string> {
  label: string;
  options: readonly (readonly [Value, string])[];
  /** Null: none of them. */
  value: Value | null;
  onChange(value: Value): void;
}

/** A few choices side by side, of which one holds. */
export function Segments<Value extends string>({
  label,
  options,
  value,
  onChange,
}: SegmentsProps<Value>) {
  return (
    <div
      role="group"
      aria-label={label}
      className="flex rounded-[5px] border border-line bg-sheet p-[2px]"
    >
      {options.map(([key, name]) => (
        <button
          key={key}
          type="button"
          aria-pressed={key === value}
          onClick={() => onChange(key)}
          className={classNames(
            'touchable rounded-[3px] px-2 py-[2px] text-[12px]',
            key === value ? 'bg-cell font-semibold' : 'text-soft hover:bg-hover',
          )}
        >
          {name}
        </button>
      ))}
    </div>
  );
}
