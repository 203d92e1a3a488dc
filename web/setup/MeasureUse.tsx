import { useState } from 'react';
import type { MeasureUse as Use, MeasureView } from '#contract/schemas/measure';
import { formatCount } from '#wording/numbers/format';
import { FailureNote } from '../app/FailureNote';
import { Button } from '../ui/Button';
import { Dialog } from '../ui/Dialog';
import { Field, INPUT } from '../ui/Field';
import { useSay } from '../ui/Toasts';
import { useGetMeasureUseQuery, useMoveTargetsMutation } from './measuresApi';

/** What stands on a measure, in a sentence. */
export function describeUse({ plans, values, contests, alerts, commissionPlans }: Use): string {
  const targets = plans.reduce((sum, plan) => sum + plan.targets, 0);
  const parts = [
    targets > 0 &&
      `${formatCount(targets)} ${targets === 1 ? 'target' : 'targets'} in ${plans.map((plan) => `“${plan.name}” (${plan.status})`).join(', ')}`,
    values > 0 && `${formatCount(values)} typed-in ${values === 1 ? 'value' : 'values'}`,
    contests > 0 && `${contests} ${contests === 1 ? 'contest' : 'contests'}`,
    alerts > 0 && `${alerts} ${alerts === 1 ? 'alert rule' : 'alert rules'}`,
    commissionPlans > 0 &&
      `${commissionPlans} commission ${commissionPlans === 1 ? 'plan' : 'plans'}`,
  ].filter(Boolean);
  return parts.length === 0 ? 'Nothing uses it yet.' : `It is used by ${parts.join(' and ')}.`;
}

/** Who uses a measure; targets of an older version are moved to the newest from here. */
export function MeasureUseDialog({
  measure,
  newest,
  onClose,
}: {
  measure: MeasureView;
  newest: MeasureView;
  onClose(): void;
}) {
  const { data: use, error } = useGetMeasureUseQuery(measure.code);
  const [move, moving] = useMoveTargetsMutation();
  const [reason, setReason] = useState('');
  const say = useSay();
  const isOld = newest.code !== measure.code;
  const run = async (plan: number) => {
    const result = await move({ code: newest.code, plan, reason });
    if (!result.error)
      say(
        `${result.data.moved} ${result.data.moved === 1 ? 'target is' : 'targets are'} moved to version ${newest.version}.`,
      );
  };
  return (
    <Dialog
      title={`Who uses ${measure.name}${measure.version > 1 || isOld ? `, version ${measure.version}` : ''}`}
      description={measure.description}
      isOpen
      onClose={onClose}
    >
      {error ? (
        <FailureNote failure={error} />
      ) : !use ? (
        <p className="text-soft">Looking …</p>
      ) : (
        <>
          <p>{describeUse(use)}</p>
          {isOld && use.plans.length > 0 && (
            <Field label="Why are they moved?" className="mt-3" hint="Needed for a published plan.">
              <input
                className={INPUT}
                maxLength={500}
                value={reason}
                onChange={(event) => setReason(event.target.value)}
              />
            </Field>
          )}
          <ul className="mt-3">
            {use.plans.map((plan) => (
              <li
                key={plan.id}
                className="flex items-center justify-between border-t border-line py-1.5"
              >
                <span>
                  <span className="font-medium">{plan.name}</span>
                  <span className="ml-3 text-soft">
                    FY {plan.year}, {plan.status}, {formatCount(plan.targets)} targets
                  </span>
                </span>
                {isOld && (
                  <Button disabled={moving.isLoading} onClick={() => void run(plan.id)}>
                    Move to version {newest.version}
                  </Button>
                )}
              </li>
            ))}
          </ul>
          {moving.error && <FailureNote failure={moving.error} />}
        </>
      )}
    </Dialog>
  );
}
