import { useState } from 'react';
import type { RulesOfMeasure } from '#contract/schemas/rule';
import type { StatusRule } from '#core/status/rule';
import { FailureNote, otherFault } from '../../app/FailureNote';
import { Button } from '../../ui/Button';
import { Loading } from '../../ui/Loading';
import { useSay } from '../../ui/Toasts';
import { useListRulesQuery, useRemoveRuleMutation } from './api';
import { Grades } from './Grades';
import { RuleDialog } from './RuleDialog';
import { describeStatusRule } from './ruleForm';

/** What counts as good: a rule a measure, each with the days from which it holds. */
export function Rules({ mayChange }: { mayChange: boolean }) {
  const { data, error } = useListRulesQuery();
  const [changing, setChanging] = useState<RulesOfMeasure | null>(null);
  if (error) return <FailureNote failure={error} />;
  if (!data) return <Loading what="rules" />;
  return (
    <>
      <p className="text-soft">
        One rule a measure, used by every screen, board and file. A rule holds from a day on; closed
        months keep the one they were closed with
        {data.firstDay ? `, so a new one begins on ${data.firstDay} at the earliest` : ''}.
      </p>
      <ul className="mt-2" aria-label="Status rules">
        {data.measures.map((each) => (
          <RuleRow
            key={each.measure}
            rules={each}
            firstDay={data.firstDay}
            onChange={mayChange ? () => setChanging(each) : null}
          />
        ))}
      </ul>
      {changing && (
        <RuleDialog
          rules={changing}
          currency={data.currency}
          firstDay={data.firstDay}
          onClose={() => setChanging(null)}
        />
      )}
    </>
  );
}

function RuleRow({
  rules,
  firstDay,
  onChange,
}: {
  rules: RulesOfMeasure;
  firstDay: string | null;
  onChange: (() => void) | null;
}) {
  const [remove] = useRemoveRuleMutation();
  const say = useSay();
  const [newest, ...older] = rules.versions;
  const takeBack = async (from: string) => {
    const result = await remove({ code: rules.measure, from });
    say(
      result.error
        ? (otherFault(result.error, []) ?? 'It was not taken back.')
        : `The rule of ${from} is taken back; the one before holds again.`,
      result.error ? { kind: 'fault' } : undefined,
    );
  };
  const line = (version: RulesOfMeasure['versions'][number]) =>
    `${
      version.effectiveFrom
        ? `From ${version.effectiveFrom}, by ${version.userName}`
        : 'Standard rule'
    }${version.reason ? `: ${version.reason}` : ''}`;
  return (
    <li className="grid grid-cols-[150px_1fr_auto] gap-3 max-desk:grid-cols-1 border-b border-line py-2 text-[12.5px]">
      <div>
        <p className="font-medium">{rules.name}</p>
        <p className="mt-0.5 flex gap-1.5">
          <Grades rule={newest!.rule} />
        </p>
      </div>
      <div>
        <p>{describeStatusRule(newest!.rule)}</p>
        <p className="text-soft">{line(newest!)}</p>
        {older.length > 0 && (
          <details className="mt-1 text-soft">
            <summary className="cursor-pointer">{older.length} before</summary>
            {older.map((version) => (
              <p key={version.effectiveFrom} className="mt-1">
                {line(version)}. {describeStatusRule(version.rule as StatusRule)}
              </p>
            ))}
          </details>
        )}
      </div>
      {onChange && (
        <div className="flex flex-col items-end gap-1">
          <Button className="h-[26px] text-[12px]" onClick={onChange}>
            Change…<span className="sr-only"> the rule of {rules.name}</span>
          </Button>
          {newest!.effectiveFrom !== null &&
            (firstDay === null || newest!.effectiveFrom >= firstDay) && (
              <Button
                kind="quiet"
                className="h-[24px] text-[12px]"
                onClick={() => void takeBack(newest!.effectiveFrom!)}
              >
                Take back
                <span className="sr-only">
                  {' '}
                  the rule of {rules.name} from {newest!.effectiveFrom}
                </span>
              </Button>
            )}
        </div>
      )}
    </li>
  );
}
