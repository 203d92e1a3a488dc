import { useState } from 'react';
import { ROLES } from '#contract/schemas/access';
import {
  ALERT_DELIVERIES,
  type AlertRule,
  type AlertRuleInput,
  type AlertRulePreview,
  type AlertRules,
} from '#contract/schemas/alert';
import type { MeasureRecord } from '#contract/schemas/measure';
import { ALERT_KINDS, ALERT_PERIODS, GRADE_CHANGES, OF_SLICES, WATCHED } from '#core/alerts/rule';
import { parseDay } from '#core/period/day';
import { SLICE_DIMENSIONS } from '#core/targets/targetSlice';
import { shortDay } from '#wording/period';
import { partInSentence } from '#wording/takenApart';
import { useListMeasuresQuery } from '../app/api';
import { faultAt, otherFault } from '../app/FailureNote';
import { Button } from '../ui/Button';
import { Dialog } from '../ui/Dialog';
import { Field, INPUT } from '../ui/Field';
import { useSay } from '../ui/Toasts';
import {
  useChangeAlertRuleMutation,
  useCreateAlertRuleMutation,
  usePreviewAlertRuleMutation,
} from './api';
import {
  CHANGE_WORDS,
  DELIVERY_WORDS,
  IN_AMOUNTS,
  KIND_WORDS,
  OF_REVENUE,
  PERIOD_WORDS,
  WATCHED_WORDS,
  WITHOUT_PERIOD,
} from './ruleWords';
import { amountUnitOf, EMPTY_RULE, toInput, toTyped, type TypedRule } from './typedRule';

interface RuleFormProps {
  /** The rule that is changed; null: a new one. */
  rule: AlertRule | null;
  unit: { code: string; name: string };
  people: AlertRules['people'];
  currency: string;
  findMeasure(code: string): MeasureRecord | undefined;
  onClose(): void;
}

/** Makes or changes a rule, with a look at when it would have fired. */
export function RuleForm({ rule, unit, people, currency, findMeasure, onClose }: RuleFormProps) {
  const [typed, setTyped] = useState<TypedRule>(() =>
    rule
      ? toTyped(rule, amountUnitOf(rule.kind, findMeasure(rule.measure), currency))
      : { ...EMPTY_RULE, unit: unit.code },
  );
  const { data: measures } = useListMeasuresQuery();
  const [create, creating] = useCreateAlertRuleMutation();
  const [change, changing] = useChangeAlertRuleMutation();
  const [preview, previewing] = usePreviewAlertRuleMutation();
  const say = useSay();
  const error = creating.error ?? changing.error ?? previewing.error;
  const words = KIND_WORDS[typed.kind];
  const put = (over: Partial<TypedRule>) => {
    previewing.reset();
    setTyped((old) => ({ ...old, ...over }));
  };
  const send = async (input: AlertRuleInput) => {
    const result = rule ? await change({ id: rule.id, body: input }) : await create(input);
    if (result.error) return;
    say(rule ? 'The rule is changed.' : 'The rule looks from now on.');
    onClose();
  };
  const choose = <Value extends string>(
    label: string,
    value: Value,
    options: readonly (readonly [Value, string])[],
    onChange: (value: Value) => void,
  ) => (
    <Field label={label}>
      <select
        className={INPUT}
        value={value}
        onChange={(event) => onChange(event.target.value as Value)}
      >
        {options.map(([key, name]) => (
          <option key={key} value={key}>
            {name}
          </option>
        ))}
      </select>
    </Field>
  );
  const other = otherFault(error, ['name', 'threshold', 'days', 'measure', 'receivers', 'change']);
  return (
    <Dialog
      title={rule ? 'Change the alert rule' : 'New alert rule'}
      description={`About ${rule?.unit.name ?? unit.name}. It tells once when something crosses, and again only after it was back.`}
      isOpen
      onClose={onClose}
      width="w-[620px]"
    >
      <form
        className="grid grid-cols-2 gap-3 max-phone:grid-cols-1"
        onSubmit={(event) => {
          event.preventDefault();
          void send(toInput(typed, amountUnitOf(typed.kind, findMeasure(typed.measure), currency)));
        }}
      >
        {choose(
          'Tell when',
          typed.kind,
          ALERT_KINDS.map((kind) => [kind, KIND_WORDS[kind].name] as const),
          (kind) => put({ kind, ...(OF_REVENUE.includes(kind) ? { measure: 'revenue' } : {}) }),
        )}
        {choose(
          'Watch',
          typed.watched,
          WATCHED.map((watched) => [watched, WATCHED_WORDS[watched]] as const),
          (watched) => put({ watched }),
        )}
        {words.threshold && (
          <Field label={words.threshold} fault={faultAt(error, 'threshold')}>
            <input
              className={INPUT}
              inputMode="decimal"
              value={typed.threshold}
              placeholder={IN_AMOUNTS.includes(typed.kind) ? 'for example 10000' : undefined}
              onChange={(event) => put({ threshold: event.target.value })}
            />
          </Field>
        )}
        {typed.kind === 'grade' &&
          choose(
            'Which way',
            typed.change,
            GRADE_CHANGES.map((each) => [each, CHANGE_WORDS[each]] as const),
            (next) => put({ change: next }),
          )}
        {words.days && (
          <Field label={words.days} fault={faultAt(error, 'days')}>
            <input
              className={INPUT}
              inputMode="numeric"
              value={typed.days}
              onChange={(event) => put({ days: event.target.value })}
            />
          </Field>
        )}
        {!OF_REVENUE.includes(typed.kind) && typed.kind !== 'oldData' && (
          <Field label="Measure" fault={faultAt(error, 'measure')}>
            <select
              className={INPUT}
              value={typed.measure}
              onChange={(event) => put({ measure: event.target.value })}
            >
              {(measures?.measures ?? [])
                .filter(({ isArchived, code }) => !isArchived || code === typed.measure)
                .map(({ code, name }) => (
                  <option key={code} value={code}>
                    {name}
                  </option>
                ))}
            </select>
          </Field>
        )}
        {OF_SLICES.includes(typed.kind) &&
          choose(
            'Of a slice',
            typed.sliceBy,
            [
              ['', 'the whole unit'] as const,
              ...SLICE_DIMENSIONS.map((by) => [by, `a ${partInSentence(by)}`] as const),
            ],
            (sliceBy) => put({ sliceBy }),
          )}
        {OF_SLICES.includes(typed.kind) && typed.sliceBy !== '' && (
          <Field
            label="Its name"
            hint="It is compared with the target of its own."
            fault={faultAt(error, 'slice') ?? faultAt(error, 'slice/value')}
          >
            <input
              className={INPUT}
              value={typed.sliceName}
              onChange={(event) => put({ sliceName: event.target.value })}
            />
          </Field>
        )}
        {!WITHOUT_PERIOD.includes(typed.kind) &&
          choose(
            'Of each',
            typed.periodKind,
            ALERT_PERIODS.map((each) => [each, PERIOD_WORDS[each]] as const),
            (periodKind) => put({ periodKind }),
          )}
        {choose(
          'Tell it',
          typed.delivery,
          ALERT_DELIVERIES.map((each) => [each, DELIVERY_WORDS[each]] as const),
          (delivery) => put({ delivery }),
        )}
        <Field label="Called" fault={faultAt(error, 'name')}>
          <input
            className={INPUT}
            maxLength={80}
            value={typed.name}
            placeholder={words.name}
            onChange={(event) => put({ name: event.target.value })}
          />
        </Field>
        <fieldset className="col-span-full">
          <legend className="font-medium">Who is told</legend>
          <p className="text-[12px] text-soft">
            Nobody chosen: you. Each is told only of units they may see.
          </p>
          <div className="mt-1 flex flex-wrap gap-x-4 gap-y-1">
            {ROLES.map((role) => (
              <label key={role} className="flex items-center gap-1.5">
                <input
                  type="checkbox"
                  checked={typed.roles.includes(role)}
                  onChange={() => put({ roles: toggle(typed.roles, role) })}
                />
                every {role}
              </label>
            ))}
          </div>
          <div className="mt-1 flex max-h-[110px] flex-wrap gap-x-4 gap-y-1 overflow-y-auto">
            {people.map(({ id, name }) => (
              <label key={id} className="flex items-center gap-1.5">
                <input
                  type="checkbox"
                  checked={typed.receivers.includes(id)}
                  onChange={() => put({ receivers: toggle(typed.receivers, id) })}
                />
                {name}
              </label>
            ))}
          </div>
          {faultAt(error, 'receivers') && (
            <p className="text-[12px] text-grade-1">{faultAt(error, 'receivers')}</p>
          )}
        </fieldset>
        {other && <p className="col-span-full text-grade-1">{other}</p>}
        {previewing.data && <Preview preview={previewing.data} />}
        <div className="col-span-full flex justify-end gap-2">
          <Button
            disabled={previewing.isLoading}
            onClick={() =>
              void preview(
                toInput(typed, amountUnitOf(typed.kind, findMeasure(typed.measure), currency)),
              )
            }
          >
            When would it have fired?
          </Button>
          <Button kind="main" type="submit" disabled={creating.isLoading || changing.isLoading}>
            {rule ? 'Save' : 'Make the rule'}
          </Button>
        </div>
      </form>
    </Dialog>
  );
}

const toggle = <Item,>(items: readonly Item[], item: Item): Item[] =>
  items.includes(item) ? items.filter((each) => each !== item) : [...items, item];

function Preview({ preview }: { preview: AlertRulePreview }) {
  if (!preview.canBeReplayed)
    return (
      <p className="col-span-full rounded-sheet border border-line p-2.5 text-soft" role="status">
        Open deals and data of past days are not kept as they were, so it cannot be said when this
        rule would have fired.
      </p>
    );
  return (
    <section
      aria-label="When it would have fired"
      className="col-span-full rounded-sheet border border-line p-2.5"
    >
      <p className="font-semibold" role="status">
        {preview.count === 0
          ? 'It would not have fired in the last quarter.'
          : `It would have fired ${preview.count === 1 ? 'once' : `${preview.count} times`} in the last quarter.`}
        {preview.omitted > 0 && (
          <span className="font-normal text-soft">
            {' '}
            {preview.omitted} more units are not looked at here.
          </span>
        )}
      </p>
      <ul className="max-h-[150px] overflow-y-auto text-[12.5px]">
        {preview.firings.map(({ day, unit, text }) => (
          <li key={`${day} ${unit.code} ${text}`} className="flex gap-3 py-0.5">
            <span className="w-[84px] shrink-0 text-soft">{shortDay(parseDay(day)!, true)}</span>
            {text}
          </li>
        ))}
      </ul>
    </section>
  );
}
