import { useState } from 'react';
import { INPUT } from '../../ui/Field';
import {
  FIXED_KINDS,
  type FixedKind,
  isFixed,
  type Level,
  LEVEL_NAMES,
  type RuleForm,
} from './ruleForm';

interface FixedValuesProps {
  values: RuleForm['fixedThresholds'];
  faults: Record<string, string>;
  onChange(values: RuleForm['fixedThresholds']): void;
}

const LEVELS = Object.keys(LEVEL_NAMES) as Level[];
const KINDS = Object.keys(FIXED_KINDS) as FixedKind[];

/** Where a value of a level and length of period is named in a fault. */
const fieldOf = (level: Level, kind: FixedKind) =>
  level === 'all' ? `absoluteThresholds/${kind}` : `thresholdsByLevel/${level}/${kind}`;

/** Fixed thresholds by level and length of period; a level's own go before those of all. */
export function FixedValues({ values, faults, onChange }: FixedValuesProps) {
  const [level, setLevel] = useState<Level>(
    () => LEVELS.find((each) => isFixed(values[each])) ?? 'all',
  );
  const set = (kind: FixedKind, over: Partial<{ upper: string; lower: string }>) =>
    onChange({
      ...values,
      [level]: { ...values[level], [kind]: { ...values[level][kind], ...over } },
    });
  const elsewhere = LEVELS.filter(
    (each) => each !== level && KINDS.some((kind) => faults[fieldOf(each, kind)]),
  );
  return (
    <details
      className="col-span-4 rounded-sheet border border-line px-3 py-1.5"
      open={LEVELS.some((each) => isFixed(values[each])) || undefined}
    >
      <summary className="cursor-pointer font-medium">
        Fixed values in place of percents, by level and length of period
      </summary>
      <label className="mt-1.5 flex items-center gap-2">
        For
        <select
          className={`${INPUT} h-[27px] w-auto`}
          value={level}
          onChange={(event) => setLevel(event.target.value as Level)}
        >
          {LEVELS.map((each) => (
            <option key={each} value={each}>
              {LEVEL_NAMES[each]}
              {isFixed(values[each]) ? ' (set)' : ''}
            </option>
          ))}
        </select>
      </label>
      {elsewhere.length > 0 && (
        <p role="alert" className="text-[12px] text-grade-1">
          Something is wrong with the values for{' '}
          {elsewhere.map((each) => LEVEL_NAMES[each]).join(', ')}.
        </p>
      )}
      <div className="mt-1.5 grid grid-cols-[110px_1fr_1fr] items-center gap-x-2 gap-y-1 pb-1.5">
        <span />
        <span className="text-soft">grade 3 from</span>
        <span className="text-soft">grade 2 from</span>
        {KINDS.map((kind) => {
          const fault = faults[fieldOf(level, kind)];
          return [
            <span key={kind}>{FIXED_KINDS[kind]}</span>,
            ...(['upper', 'lower'] as const).map((which) => (
              <input
                key={`${kind} ${which}`}
                aria-label={`${FIXED_KINDS[kind]}, grade ${which === 'upper' ? 3 : 2} from`}
                aria-invalid={fault ? true : undefined}
                title={fault}
                className={`${INPUT} h-[27px]`}
                inputMode="decimal"
                value={values[level][kind][which]}
                onChange={(event) => set(kind, { [which]: event.target.value })}
              />
            )),
            ...(fault
              ? [
                  <p
                    key={`${kind} fault`}
                    role="alert"
                    className="col-span-3 text-[12px] text-grade-1"
                  >
                    {fault}
                  </p>,
                ]
              : []),
          ];
        })}
      </div>
    </details>
  );
}
