import { useState } from 'react';
import { Link, useLocation } from 'react-router';
import type { Alert, AlertRule } from '#contract/schemas/alert';
import type { FigureUnit } from '#core/money/figureUnit';
import { parseDay, toIsoDay } from '#core/period/day';
import { shortDay } from '#wording/period';
import { useListAlertsQuery, useMarkAlertsSeenMutation } from '../app/alerts';
import { useGetCompanyQuery, useListMeasuresQuery } from '../app/api';
import { FailureNote } from '../app/FailureNote';
import { Moment } from '../app/Moment';
import { isNotifying, setNotifying } from '../app/notifications';
import { usePlace } from '../app/place';
import { placeLink } from '../app/placeLink';
import { useNames } from '../records/useNames';
import { Button } from '../ui/Button';
import { Loading } from '../ui/Loading';
import { useSay } from '../ui/Toasts';
import {
  useListAlertRulesQuery,
  useRemoveAlertRuleMutation,
  useSetAlertRuleStateMutation,
} from './api';
import { RuleForm } from './RuleForm';
import { DELIVERY_WORDS, describeRule } from './ruleWords';
import { amountUnitOf } from './typedRule';

/** What one was told, and the rules that tell it. */
export function AlertsPage() {
  const { data, error, refetch } = useListAlertsQuery({});
  const [markSeen] = useMarkAlertsSeenMutation();
  if (error)
    return (
      <div className="p-5">
        <FailureNote failure={error} onRetry={() => void refetch()} />
      </div>
    );
  if (!data) return <Loading what="the alerts" />;
  return (
    <div className="flex flex-col gap-3 px-[18px] pt-3 pb-4 max-phone:px-3">
      <h1>
        {data.unseen === 0
          ? 'No new alert'
          : `${data.unseen} new ${data.unseen === 1 ? 'alert' : 'alerts'}`}
      </h1>
      <div className="grid grid-cols-[minmax(0,1fr)_minmax(0,1.1fr)] items-start gap-3 max-desk:grid-cols-1">
        <section
          aria-labelledby="told"
          className="rounded-sheet border border-line bg-sheet px-3.5 py-2.5"
        >
          <div className="flex items-center justify-between gap-2">
            <h2 id="told">What happened</h2>
            <Notifying />
            {data.unseen > 0 && (
              <Button className="h-[26px]" onClick={() => void markSeen({})}>
                Mark all as seen
              </Button>
            )}
          </div>
          <ul aria-label="Alerts">
            {data.alerts.map((alert) => (
              <AlertItem
                key={alert.id}
                alert={alert}
                onSeen={() => void markSeen({ ids: [alert.id] })}
              />
            ))}
            {data.alerts.length === 0 && (
              <li className="py-2 text-soft">
                Nothing yet. A rule tells you here when something crosses its threshold.
              </li>
            )}
          </ul>
        </section>
        <Rules />
      </div>
    </div>
  );
}

function AlertItem({ alert, onSeen }: { alert: Alert; onSeen(): void }) {
  const { search } = useLocation();
  const { unit, period, measure, dealId } = alert;
  const place = placeLink(search, { unit: unit.code, period, measure });
  return (
    <li className="flex items-start justify-between gap-3 border-t border-line/70 py-1.5 first:border-0">
      <span className="min-w-0">
        <Link
          onClick={onSeen}
          className={`hover:underline ${alert.isSeen ? '' : 'font-semibold'}`}
          to={
            dealId !== null
              ? `/deals${place || '?'}&deal=${dealId}`
              : alert.slice
                ? `/standing/slices${place || '?'}&by=${alert.slice.by}`
                : `/${place}`
          }
        >
          {alert.text}
        </Link>
        <span className="block text-[12px] text-soft">
          <Moment at={alert.at} /> · {alert.rule.name}
        </span>
      </span>
      {!alert.isSeen && (
        <Button kind="quiet" className="h-[24px] px-2 text-[12px]" onClick={onSeen}>
          Seen<span className="sr-only">: {alert.text}</span>
        </Button>
      )}
    </li>
  );
}

function Notifying() {
  const [isOn, setOn] = useState(isNotifying);
  const say = useSay();
  if (!('Notification' in window)) return null;
  return (
    <label className="flex items-center gap-1.5 text-[12px] text-soft">
      <input
        type="checkbox"
        checked={isOn}
        onChange={(event) => {
          const wanted = event.target.checked;
          void setNotifying(wanted).then((is) => {
            setOn(is);
            if (wanted && !is)
              say('This browser does not allow notifications of this page.', { kind: 'fault' });
          });
        }}
      />
      Notify me in this browser
    </label>
  );
}

function Rules() {
  const { unit, period, measure } = usePlace();
  const { data, error, refetch } = useListAlertRulesQuery();
  const { data: company } = useGetCompanyQuery();
  const { data: listed } = useListMeasuresQuery();
  const findMeasure = (code: string) => listed?.measures.find((each) => each.code === code);
  const currency = company?.currency ?? 'EUR';
  const names = useNames(unit, period, measure);
  const [edited, setEdited] = useState<AlertRule | 'new' | null>(null);
  return (
    <section
      aria-labelledby="rules"
      className="rounded-sheet border border-line bg-sheet px-3.5 py-2.5"
    >
      <div className="flex items-center justify-between gap-2">
        <h2 id="rules">Rules</h2>
        <Button className="h-[26px]" disabled={!data} onClick={() => setEdited('new')}>
          New rule…
        </Button>
      </div>
      {error && <FailureNote failure={error} onRetry={() => void refetch()} />}
      <ul aria-label="Alert rules">
        {data?.rules.map((rule) => (
          <RuleItem
            key={rule.id}
            rule={rule}
            unit={amountUnitOf(rule.kind, findMeasure(rule.measure), currency)}
            today={company?.today ?? '2026-01-01'}
            onEdit={() => setEdited(rule)}
          />
        ))}
        {data?.rules.length === 0 && (
          <li className="py-2 text-soft">
            None. A rule for example tells you when a salesperson falls under 90% of what is due.
          </li>
        )}
      </ul>
      {edited !== null && data && listed && (
        <RuleForm
          rule={edited === 'new' ? null : edited}
          unit={{ code: unit, name: names.unit }}
          people={data.people}
          currency={currency}
          findMeasure={findMeasure}
          onClose={() => setEdited(null)}
        />
      )}
    </section>
  );
}

const SNOOZE_DAYS = 7;

function RuleItem({
  rule,
  unit,
  today,
  onEdit,
}: {
  rule: AlertRule;
  unit: FigureUnit;
  today: string;
  onEdit(): void;
}) {
  const [setState] = useSetAlertRuleStateMutation();
  const [remove] = useRemoveAlertRuleMutation();
  const say = useSay();
  const isSnoozed = rule.snoozedUntil !== null && rule.snoozedUntil >= today;
  const put = (isMuted: boolean, snoozedUntil: string | null) =>
    void setState({ id: rule.id, body: { isMuted, snoozedUntil } });
  const told = [
    ...rule.receivers.map(({ name }) => name),
    ...rule.roles.map((role) => `every ${role}`),
  ];
  const button = (name: string, run: () => void) => (
    <Button kind="quiet" className="h-[24px] px-1.5 text-[12px]" onClick={run}>
      {name}
      <span className="sr-only"> {rule.name}</span>
    </Button>
  );
  return (
    <li className="border-t border-line/70 py-2 first:border-0">
      <span className="flex items-baseline justify-between gap-3">
        <span className="font-semibold">{rule.name}</span>
        <span className="text-[12px] text-soft">{rule.unit.name}</span>
      </span>
      <span className="block text-[12.5px]">{describeRule(rule, unit)}</span>
      <span className="block text-[12px] text-soft">
        tells {told.join(', ')} {DELIVERY_WORDS[rule.delivery]}
        {!rule.isOwn && ` · made by ${rule.owner.name}`}
        {rule.isMuted && ' · muted'}
        {isSnoozed && ` · silent until ${shortDay(parseDay(rule.snoozedUntil!)!, true)}`}
      </span>
      {rule.problem && (
        <span className="block text-[12px] text-grade-1">
          It looks no more:{' '}
          {rule.problem === 'measureGone' ? 'its measure is gone.' : 'its unit has ended.'}
        </span>
      )}
      {rule.isOwn && (
        <span className="-ml-1.5 flex flex-wrap gap-1">
          {button('Change…', onEdit)}
          {rule.isMuted
            ? button('Unmute', () => put(false, null))
            : button('Mute', () => put(true, null))}
          {!rule.isMuted &&
            (isSnoozed
              ? button('Wake', () => put(false, null))
              : button('Silent for a week', () =>
                  put(false, toIsoDay(parseDay(today)! + SNOOZE_DAYS)),
                ))}
          {button(
            'Remove',
            () =>
              void remove(rule.id).then((result) =>
                result.error
                  ? say('It could not be removed.', { kind: 'fault' })
                  : say(`“${rule.name}” is removed.`),
              ),
          )}
        </span>
      )}
    </li>
  );
}
