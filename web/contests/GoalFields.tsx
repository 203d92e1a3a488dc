import { MOST_GOALS } from '#contract/schemas/contest';
import type { MeasureRecord } from '#contract/schemas/measure';
import { CONTEST_RANKED_BY, type ContestRankedBy } from '#core/contest/contest';
import { Button } from '../ui/Button';
import { INPUT } from '../ui/Field';
import { RemoveRow, RowFault } from '../ui/RowParts';
import { Segments } from '../ui/Segments';
import type { TypedContest } from './typedContest';

const MODES = [
  ['goal', 'Reach a goal'],
  ['ranking', 'Be among the best'],
] as const;
const RANKED_WORDS: Readonly<Record<ContestRankedBy, string>> = {
  actual: 'by the figure itself',
  attainment: 'by attainment of one’s own target',
  growth: 'by growth against the period before',
};

/** What is asked: goals of one or several measures, or the best places. */
export function GoalFields({
  typed,
  measures,
  faultOf,
  onChange,
}: {
  typed: TypedContest;
  measures: readonly MeasureRecord[];
  faultOf(field: string): string | undefined;
  onChange(over: Partial<TypedContest>): void;
}) {
  const { goals, mode } = typed;
  const isRanking = mode === 'ranking';
  const put = (at: number, over: Partial<(typeof goals)[number]>) =>
    onChange({ goals: goals.map((goal, i) => (i === at ? { ...goal, ...over } : goal)) });
  const shown = isRanking ? goals.slice(0, 1) : goals;
  return (
    <fieldset className="flex flex-col gap-2">
      <legend className="mb-1.5 font-semibold">To win</legend>
      <div className="flex">
        <Segments
          label="How it is won"
          options={MODES}
          value={mode}
          onChange={(next) => onChange({ mode: next })}
        />
      </div>
      <ul aria-label="Goals" className="flex flex-col gap-1.5">
        {shown.map((goal, at) => {
          const fault = faultOf(`goals/${at}/value`) ?? faultOf(`goals/${at}/measure`);
          return (
            <li key={at} className="flex flex-wrap items-center gap-2">
              <select
                aria-label={`Measure ${at + 1}`}
                className={`${INPUT} max-w-[220px]`}
                value={goal.measure}
                onChange={(event) => put(at, { measure: event.target.value })}
              >
                {measures.map(({ code, name }) => (
                  <option key={code} value={code}>
                    {name}
                  </option>
                ))}
              </select>
              {isRanking ? (
                <select
                  aria-label="Ranked"
                  className={`${INPUT} max-w-[260px]`}
                  value={typed.rankedBy}
                  onChange={(event) =>
                    onChange({
                      rankedBy: event.target.value as ContestRankedBy,
                      hasHandicap: false,
                    })
                  }
                >
                  {CONTEST_RANKED_BY.map((by) => (
                    <option key={by} value={by}>
                      {RANKED_WORDS[by]}
                    </option>
                  ))}
                </select>
              ) : (
                <>
                  <input
                    aria-label={`Goal ${at + 1}${typed.hasHandicap ? ', % of one’s own target' : ''}`}
                    aria-invalid={fault ? true : undefined}
                    className={`${INPUT} max-w-[140px]`}
                    inputMode="decimal"
                    placeholder={typed.hasHandicap ? '100' : 'for example 50000'}
                    value={goal.value}
                    onChange={(event) => put(at, { value: event.target.value })}
                  />
                  {typed.hasHandicap && <span className="text-soft">% of one’s own target</span>}
                </>
              )}
              {at > 0 && (
                <RemoveRow
                  label={`Remove goal ${at + 1}`}
                  onRemove={() => onChange({ goals: goals.filter((_, i) => i !== at) })}
                />
              )}
              <RowFault fault={fault} />
            </li>
          );
        })}
      </ul>
      {!isRanking && (
        <div className="flex flex-wrap items-center gap-x-4 gap-y-2">
          <Button
            disabled={goals.length >= MOST_GOALS}
            onClick={() =>
              onChange({
                goals: [...goals, { measure: measures[0]?.code ?? 'revenue', value: '' }],
              })
            }
          >
            Another goal
          </Button>
          {goals.length > 1 && (
            <label className="flex items-center gap-1.5">
              <input
                type="checkbox"
                checked={typed.goalRule === 'any'}
                onChange={(event) => onChange({ goalRule: event.target.checked ? 'any' : 'all' })}
              />
              any of them is enough
            </label>
          )}
          <label className="flex items-center gap-1.5">
            <input
              type="checkbox"
              checked={typed.hasHandicap}
              onChange={(event) => onChange({ hasHandicap: event.target.checked })}
            />
            handicap: percent of one’s own target, so that large and small patches compete fairly
          </label>
        </div>
      )}
    </fieldset>
  );
}
