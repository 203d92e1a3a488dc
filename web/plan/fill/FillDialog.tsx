import { useState } from 'react';
import type { PlanSummary } from '#contract/schemas/plan';
import { describeEach, describeTogether } from '#core/targets/fill/describe';
import { type FillResult, PEOPLE_WEIGHTS, PHASINGS } from '#core/targets/fill/way';
import { EN_PLAN } from '#wording/messages/en/plan';
import { messagesOf } from '#wording/messages/translate';
import { formatCount, formatExact } from '#wording/numbers/format';
import { Button } from '../../ui/Button';
import { Dialog } from '../../ui/Dialog';
import { Field, INPUT } from '../../ui/Field';
import type { Selection } from '../../ui/grid/selection';
import type { Sheet } from '../sheet';
import type { useTargetSaves } from '../useTargetSaves';
import { useWorkbench } from '../useWorkbench';
import { canShare } from './canShare';
import { CellsPreview } from './CellsPreview';
import { type FillForm, readFill, type WayKind, WAYS } from './fillForm';
import { faultWords, noteWords } from './fillWords';
import { LineTermsTable } from './LineTermsTable';
import { PeriodShares } from './PeriodShares';

const t = messagesOf('plan', EN_PLAN);

const WAY_NAMES: Record<WayKind, string> = {
  total: t('wayTotal'),
  priorYear: t('wayPriorYear'),
  each: t('wayEach'),
  percent: t('wayPercent'),
  partial: t('wayPartial'),
  copy: t('wayCopy'),
};
const PEOPLE_NAMES = {
  even: 'evenly',
  priorYear: t('byLastYearsResult'),
  present: t('byPresentShares'),
  custom: t('bySharesOfMyOwn'),
} as const;
const PHASING_NAMES = {
  workingDays: t('byWorkingDays'),
  even: 'evenly',
  priorYear: t('inLastYearsShape'),
  present: t('asInThisPlanNow'),
  custom: t('bySharesOfMyOwn'),
} as const;
const ROUNDINGS = [1, 10, 100, 1000, 10_000];

interface FillDialogProps {
  sheet: Sheet;
  selection: Selection;
  plans: readonly PlanSummary[];
  way: WayKind;
  saves: ReturnType<typeof useTargetSaves>;
  onClose(): void;
}

/**
 * Ways to fill many cells at once: what each would change is shown, cell by cell, before it is done
 * in one step that can be undone.
 */
export function FillDialog({ sheet, selection, plans, way, saves, onClose }: FillDialogProps) {
  const { bench } = sheet;
  const isBlock =
    selection.row !== selection.anchorRow || selection.column !== selection.anchorColumn;
  const [form, setForm] = useState<FillForm>({
    way,
    amount: '',
    percent: way === 'percent' ? '5' : '0',
    people: 'priorYear',
    phasing: 'workingDays',
    rounding: bench.figure.kind === 'money' ? 100 : 1,
    who: isBlock ? 'selected' : 'people',
    when: isBlock ? 'selected' : 'shown',
    terms: {},
    shares: {},
    plan: null,
  });
  const change = (over: Partial<FillForm>) => setForm((old) => ({ ...old, ...over }));
  const { bench: other } = useWorkbench(
    form.way === 'copy' && form.plan !== null
      ? {
          unit: bench.unit.code,
          year: `FY${bench.sheet.year}`,
          measure: bench.measure,
          plan: form.plan,
          by: bench.sheet.slices?.by,
        }
      : null,
    bench.currency,
  );
  const { faults, result, lines, periods } = readFill(form, sheet, selection, other);
  const show = (amount: number) => formatExact(amount, bench.figure);
  const apply = () => {
    if (!result?.ok) return;
    void saves.set(
      result.cells
        .filter((cell) => cell.value !== cell.before)
        .map((cell) => bench.toChange(cell.unitId, cell.period, cell.value)),
      WAY_NAMES[form.way],
    );
    onClose();
  };
  const changing = result?.ok
    ? result.cells.filter((cell) => cell.value !== cell.before).length
    : 0;
  const choose = <T extends string>(
    label: string,
    value: T,
    names: Readonly<Record<string, string>>,
    onChange: (value: T) => void,
  ) => (
    <Field label={label}>
      <select
        className={INPUT}
        value={value}
        onChange={(event) => onChange(event.target.value as T)}
      >
        {Object.entries(names).map(([key, name]) => (
          <option key={key} value={key}>
            {name}
          </option>
        ))}
      </select>
    </Field>
  );

  return (
    <Dialog
      title={t('fillTargets')}
      description={t('nothingChangesBeforeYouSay', {
        unit: bench.unit.name,
        fullName: sheet.total.fullName,
      })}
      isOpen
      onClose={onClose}
      width="w-[1000px]"
    >
      <form
        onSubmit={(event) => {
          event.preventDefault();
          apply();
        }}
        noValidate
        className="grid grid-cols-[300px_minmax(0,1fr)] gap-5 max-desk:grid-cols-1"
      >
        <div className="flex flex-col gap-3">
          {choose(
            t('how'),
            form.way,
            Object.fromEntries(
              WAYS.filter((each) => each !== 'total' || canShare(bench)).map((each) => [
                each,
                WAY_NAMES[each],
              ]),
            ),
            (value: WayKind) =>
              change({
                way: value,
                ...(value === 'percent' && form.percent === '0' ? { percent: '5' } : {}),
              }),
          )}
          {(form.way === 'total' || form.way === 'each') && (
            <Field
              label={form.way === 'total' ? t('totalAllTogether') : t('amountForEach')}
              fault={faults.amount || undefined}
            >
              <input
                className={INPUT}
                inputMode="decimal"
                value={form.amount}
                onChange={(event) => change({ amount: event.target.value })}
                placeholder={t('exampleAmount')}
              />
            </Field>
          )}
          {form.way === 'partial' && (
            <Field
              label={t('fullTargetOfOnePeriod')}
              fault={faults.amount || undefined}
              hint={t('ofItEachGetsWhat')}
            >
              <input
                className={INPUT}
                inputMode="decimal"
                value={form.amount}
                onChange={(event) => change({ amount: event.target.value })}
                placeholder={t('averageOfThePeers')}
              />
            </Field>
          )}
          {(form.way === 'priorYear' || form.way === 'percent') && (
            <Field
              label={form.way === 'priorYear' ? t('growthInPercent') : t('changeInPercent')}
              fault={faults.percent || undefined}
            >
              <input
                className={INPUT}
                inputMode="decimal"
                value={form.percent}
                onChange={(event) => change({ percent: event.target.value })}
              />
            </Field>
          )}
          {form.way === 'copy' && (
            <Field label={t('plan')} fault={faults.plan || undefined}>
              <select
                className={INPUT}
                value={form.plan ?? ''}
                onChange={(event) =>
                  change({ plan: event.target.value === '' ? null : Number(event.target.value) })
                }
              >
                <option value="">{t('chooseAPlan')}</option>
                {plans
                  .filter(
                    (plan) =>
                      plan.id !== bench.sheet.plan?.id &&
                      (plan.status === 'draft' || plan.status === 'published'),
                  )
                  .map((plan) => (
                    <option key={plan.id} value={plan.id}>
                      {plan.name} ({plan.status})
                    </option>
                  ))}
              </select>
            </Field>
          )}
          {choose(
            t('forWhom'),
            form.who,
            {
              people: t('everySalespersonBelow'),
              below: t('theUnitsDirectlyBelow'),
              own: t('itself', { unit: bench.unit.name }),
              selected: t('theSelectedLines'),
            },
            (value: FillForm['who']) => change({ who: value }),
          )}
          {choose(
            t('when'),
            form.when,
            { shown: `${sheet.total.fullName}`, selected: t('theSelectedPeriods') },
            (value: FillForm['when']) => change({ when: value }),
          )}
          {form.way === 'total' &&
            choose(
              t('overPeople'),
              form.people,
              Object.fromEntries(PEOPLE_WEIGHTS.map((each) => [each, PEOPLE_NAMES[each]])),
              (value: FillForm['people']) => change({ people: value }),
            )}
          {form.way === 'total' &&
            choose(
              t('overPeriods'),
              form.phasing,
              Object.fromEntries(PHASINGS.map((each) => [each, PHASING_NAMES[each]])),
              (value: FillForm['phasing']) => change({ phasing: value }),
            )}
          {form.way === 'total' && form.phasing === 'custom' && (
            <PeriodShares
              periods={periods}
              bench={bench}
              shares={form.shares}
              fault={faults.shares}
              onChange={(shares) => change({ shares })}
            />
          )}
          {form.way !== 'each' &&
            form.way !== 'copy' &&
            choose(
              t('roundedTo'),
              String(form.rounding),
              Object.fromEntries(ROUNDINGS.map((each) => [String(each), formatCount(each)])),
              (value: string) => change({ rounding: Number(value) }),
            )}
        </div>
        <div className="flex min-w-0 flex-col">
          <p role="status" className="min-h-[38px] pb-2">
            {result === null ? (
              <span className="text-soft">
                {Object.values(faults).find(Boolean) ?? t('typeAnAmountToSee')}
              </span>
            ) : (
              <Summary
                result={result}
                people={lines.length}
                periods={periods.length}
                way={form.way}
                show={show}
                older={
                  form.way === 'priorYear' ||
                  form.phasing === 'priorYear' ||
                  form.people === 'priorYear'
                    ? bench.describeOlderBasis(periods)
                    : null
                }
              />
            )}
          </p>
          {form.way === 'total' && (
            <LineTermsTable
              lines={lines}
              periods={periods}
              bench={bench}
              form={form}
              result={result}
              onChange={(terms) => change({ terms })}
            />
          )}
          <CellsPreview
            bench={bench}
            cells={result?.ok ? result.cells : []}
            height={form.way === 'total' ? 170 : 380}
          />
        </div>
        <div className="col-span-2 flex justify-end gap-2">
          <Button onClick={onClose}>{t('cancel')}</Button>
          <Button
            type="submit"
            kind="main"
            missing={changing === 0 ? t('nothingWouldChange') : null}
          >
            {changing === 0 ? t('nothingToChange') : t('fill', { changing })}
          </Button>
        </div>
      </form>
    </Dialog>
  );
}

interface SummaryProps {
  result: FillResult;
  people: number;
  periods: number;
  way: WayKind;
  show(amount: number): string;
  older: string | null;
}

/** What the fill means, spelt out: each, or together. */
function Summary({ result, people, periods, way, show, older }: SummaryProps) {
  if (!result.ok) return <span className="text-grade-1">{faultWords(result, show)}</span>;
  const first = result.cells[0]!.value;
  const isSame = result.cells.every((cell) => cell.value === first);
  const isWhole = result.cells.length === people * periods;
  const words =
    way === 'each' && isWhole
      ? describeEach(people, periods, show(first), show(result.total))
      : describeTogether(show(result.total), isSame ? show(first) : null);
  const note = [noteWords(result.notes), way === 'priorYear' || way === 'total' ? older : null]
    .filter(Boolean)
    .join(' ');
  return (
    <>
      <span className="font-semibold">{words}</span>
      {way !== 'each' && (
        <span className="text-soft">
          {t('overAnd', {
            people,
            periods,
            hasLocked: result.kept > 0 ? 'yes' : 'no',
            kept: show(result.kept),
          })}
        </span>
      )}
      {note && <span className="text-soft"> {note}</span>}
    </>
  );
}
