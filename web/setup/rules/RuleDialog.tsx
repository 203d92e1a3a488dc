import { useMemo, useState } from 'react';
import { FAULTS, fillIn } from '#contract/errors/catalogue';
import type { RulesOfMeasure } from '#contract/schemas/rule';
import {
  BENCHMARKS,
  findRuleFaults,
  ICON_SETS,
  mayBeTwoGrade,
  STATUS_COLORS,
  type StatusColor,
  type StatusRule,
} from '#core/status/rule';
import { DayField } from '../../app/DayField';
import { faultAt, otherFault } from '../../app/FailureNote';
import { usePlace } from '../../app/place';
import { fillOf } from '../../charts/status';
import { Button } from '../../ui/Button';
import { Dialog } from '../../ui/Dialog';
import { Field, INPUT } from '../../ui/Field';
import { useSay } from '../../ui/Toasts';
import { useSaveRuleMutation } from './api';
import { FixedValues } from './FixedValues';
import { Grades } from './Grades';
import {
  BENCHMARK_NAMES,
  readRule,
  type RuleForm,
  SYMBOL_NAMES,
  toForm,
  withBenchmark,
} from './ruleForm';
import { RulePreview } from './RulePreview';

interface RuleDialogProps {
  rules: RulesOfMeasure;
  currency: string;
  firstDay: string | null;
  onClose(): void;
}

const GRADE_NAMES = ['1, the lowest', '2', '3', '4, target reached'];

/**
 * A rule from a day on. What it would change is shown on the real figures before it is kept;
 * several can stand side by side.
 */
export function RuleDialog({ rules, currency, firstDay, onClose }: RuleDialogProps) {
  const present = rules.versions[0]!.rule as StatusRule;
  const [form, setForm] = useState(() => toForm(present, rules, currency));
  const { period } = usePlace();
  const [effectiveFrom, setEffectiveFrom] = useState(firstDay ?? '');
  const [reason, setReason] = useState('');
  const [kept, setKept] = useState<StatusRule[]>([]);
  const [save, saving] = useSaveRuleMutation();
  const say = useSay();
  const put = (over: Partial<RuleForm>) => setForm((old) => ({ ...old, ...over }));
  const read = useMemo(() => readRule(form, rules, currency), [form, rules, currency]);
  const faults: Record<string, string> = useMemo(
    () =>
      !read.ok
        ? read.faults
        : Object.fromEntries(
            findRuleFaults(read.rule, rules.direction).map(({ field, fault }) => [
              field,
              fillIn(FAULTS[fault], { way: rules.direction === 'lower' ? 'below' : 'above' }),
            ]),
          ),
    [read, rules.direction],
  );
  const isGood = read.ok && Object.keys(faults).length === 0;
  const submit = async () => {
    if (!read.ok || !isGood) return;
    const result = await save({
      code: rules.measure,
      body: {
        effectiveFrom,
        rule: read.rule as RulesOfMeasure['versions'][number]['rule'],
        reason,
      },
    });
    if (result.error) return;
    say(`From ${effectiveFrom} on ${rules.name} is judged by the new rule.`);
    onClose();
  };
  const setWord = (phase: 'open' | 'ended', at: number, word: string) =>
    put({
      labels: {
        ...form.labels,
        [phase]: form.labels[phase].map((each, index) =>
          index === at ? word : each,
        ) as unknown as RuleForm['labels']['open'],
      },
    });
  const isLimit = rules.direction === 'lower';

  return (
    <Dialog
      title={`What counts as good: ${rules.name}`}
      description={
        isLimit
          ? 'Lower is better: the threshold of the better grade is the smaller one.'
          : 'Higher is better: the threshold of the better grade is the larger one.'
      }
      isOpen
      onClose={onClose}
      width="w-[1080px]"
    >
      <form
        noValidate
        className="grid grid-cols-[minmax(0,1fr)_minmax(0,430px)] gap-5 max-desk:grid-cols-1"
        onSubmit={(event) => {
          event.preventDefault();
          void submit();
        }}
      >
        <div className="grid grid-cols-4 content-start gap-x-3 gap-y-2.5">
          <Field label="Compared with" className="col-span-4">
            <select
              className={INPUT}
              value={form.benchmark}
              onChange={(event) =>
                setForm(withBenchmark(form, event.target.value as RuleForm['benchmark'], rules))
              }
            >
              {BENCHMARKS.map((each) => (
                <option key={each} value={each}>
                  {BENCHMARK_NAMES[each]}
                </option>
              ))}
            </select>
          </Field>
          <Field label="Grade 3 from, %" className="col-span-2" fault={faults['thresholds']}>
            <input
              className={INPUT}
              inputMode="decimal"
              value={form.upper}
              onChange={(event) => put({ upper: event.target.value })}
            />
          </Field>
          <Field label="Grade 2 from, %" className="col-span-2">
            <input
              className={INPUT}
              inputMode="decimal"
              disabled={form.isTwoGrade}
              value={form.lower}
              onChange={(event) => put({ lower: event.target.value })}
            />
          </Field>
          {mayBeTwoGrade(form.benchmark) && (
            <label className="col-span-4 flex items-center gap-1.5">
              <input
                type="checkbox"
                checked={form.isTwoGrade}
                onChange={(event) =>
                  put({
                    isTwoGrade: event.target.checked,
                    ...(event.target.checked ? { upper: '100' } : {}),
                  })
                }
              />
              Two grades only: ahead or level, and behind
            </label>
          )}
          <FixedValues
            values={form.fixedThresholds}
            faults={faults}
            onChange={(fixedThresholds) => put({ fixedThresholds })}
          />
          <fieldset className="col-span-4">
            <legend className="mb-1 font-medium">Words and colours</legend>
            <div className="grid grid-cols-[104px_1fr_1fr_118px] items-start gap-x-2 gap-y-1">
              <span className="text-soft">Grade</span>
              <span className="text-soft">while it runs</span>
              <span className="text-soft">once ended</span>
              <span className="text-soft">colour</span>
              {[3, 2, 1, 0].map((at) => [
                <span key={`${at} name`} className="pt-1">
                  {GRADE_NAMES[at]}
                </span>,
                ...(['open', 'ended'] as const).map((phase) => (
                  <span key={`${at} ${phase}`}>
                    <input
                      aria-label={`Word of grade ${at + 1} ${phase === 'open' ? 'while it runs' : 'once ended'}`}
                      aria-invalid={faults[`labels/${phase}/${at}`] ? true : undefined}
                      className={`${INPUT} h-[27px]`}
                      maxLength={24}
                      value={form.labels[phase][at]}
                      onChange={(event) => setWord(phase, at, event.target.value)}
                    />
                    {faults[`labels/${phase}/${at}`] && (
                      <span role="alert" className="text-[12px] text-grade-1">
                        {faults[`labels/${phase}/${at}`]}
                      </span>
                    )}
                  </span>
                )),
                <span key={`${at} colour`}>
                  <span className="flex items-center gap-1.5">
                    <span
                      aria-hidden
                      className="size-3.5 shrink-0 rounded-[3px]"
                      style={{ background: fillOf({ color: form.colors[at]! }) }}
                    />
                    <select
                      aria-label={`Colour of grade ${at + 1}`}
                      aria-invalid={faults[`colors/${at}`] ? true : undefined}
                      className={`${INPUT} h-[27px] px-1`}
                      value={form.colors[at]}
                      onChange={(event) =>
                        put({
                          colors: form.colors.map((each, index) =>
                            index === at ? (event.target.value as StatusColor) : each,
                          ) as unknown as RuleForm['colors'],
                        })
                      }
                    >
                      {STATUS_COLORS.map((each) => (
                        <option key={each}>{each}</option>
                      ))}
                    </select>
                  </span>
                  {faults[`colors/${at}`] && (
                    <span role="alert" className="text-[12px] text-grade-1">
                      {faults[`colors/${at}`]}
                    </span>
                  )}
                </span>,
              ])}
            </div>
          </fieldset>
          <div
            role="radiogroup"
            aria-label="Drawn as"
            className="col-span-4 flex items-center gap-4"
          >
            <span className="font-medium">Drawn as</span>
            {ICON_SETS.map((each) => (
              <label key={each} className="flex items-center gap-1.5">
                <input
                  type="radio"
                  name="iconSet"
                  checked={form.iconSet === each}
                  onChange={() => put({ iconSet: each })}
                />
                {SYMBOL_NAMES[each]}{' '}
                {each !== 'words' && (
                  <Grades
                    rule={{ ...present, iconSet: each, colors: form.colors, labels: form.labels }}
                  />
                )}
              </label>
            ))}
          </div>
          <Field
            label="From"
            className="col-span-2"
            fault={faultAt(saving.error, 'effectiveFrom')}
            hint={
              firstDay
                ? `Not before ${firstDay}: closed months keep theirs.`
                : 'Periods that ended before keep the rule before.'
            }
          >
            <DayField value={effectiveFrom} onChange={setEffectiveFrom} leaning="future" />
          </Field>
          <Field label="Why" className="col-span-2">
            <input
              className={INPUT}
              maxLength={500}
              value={reason}
              onChange={(event) => setReason(event.target.value)}
            />
          </Field>
          {otherFault(saving.error, ['from']) && (
            <p role="alert" className="col-span-4 text-grade-1">
              {otherFault(saving.error, ['from'])}
            </p>
          )}
          <div className="col-span-4 flex gap-2">
            <Button
              type="submit"
              kind="main"
              disabled={!isGood || effectiveFrom === '' || saving.isLoading}
            >
              Save
            </Button>
            <Button
              missing={
                kept.length >= 3 ? 'Three at most.' : isGood ? null : 'See what is marked first.'
              }
              onClick={() => {
                if (read.ok) setKept([...kept, read.rule]);
              }}
            >
              Compare another version
            </Button>
            <Button kind="quiet" onClick={onClose}>
              Cancel
            </Button>
          </div>
        </div>
        <RulePreview
          code={rules.measure}
          period={period}
          tried={[...kept, ...(read.ok && isGood ? [read.rule] : [])]}
          onTake={(at) => setForm(toForm(kept[at]!, rules, currency))}
          onDrop={(at) => setKept(kept.filter((_, index) => index !== at))}
          keptCount={kept.length}
        />
      </form>
    </Dialog>
  );
}
