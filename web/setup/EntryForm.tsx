import { Controller, useForm } from 'react-hook-form';
import { DEAL_STATUSES, type DealStatus } from '#contract/schemas/deal';
import type { ListEntry, ListEntryInput, ListName } from '#contract/schemas/list';
import { exponentOf } from '#core/money/currency';
import { readTyped } from '#core/money/typed';
import { parseDay } from '#core/period/day';
import { useGetCompanyQuery } from '../app/api';
import { DayField } from '../app/DayField';
import { faultAt, otherFault } from '../app/FailureNote';
import { useGetListQuery, useSaveListEntryMutation } from '../app/lists/api';
import { toIsoText } from '../app/typedDay';
import { Button } from '../ui/Button';
import { Field, INPUT } from '../ui/Field';
import { useSay } from '../ui/Toasts';

interface Values {
  name: string;
  code: string;
  category: string;
  listPrice: string;
  cost: string;
  soldFrom: string;
  soldUntil: string;
  probability: string;
  outcome: DealStatus;
  position: string;
  isArchived: boolean;
}

/** One entry of a list: its name, and what else is known of a product or a stage. */
export function EntryForm({
  list,
  one,
  entry,
  onDone,
}: {
  list: ListName;
  one: string;
  entry: ListEntry | null;
  onDone(): void;
}) {
  const { data: company } = useGetCompanyQuery();
  const toIso = (text: string) => toIsoText(text, parseDay(company?.today ?? '') ?? 0, 'past');
  const { data: categories = [] } = useGetListQuery('category', { skip: list !== 'product' });
  // Its own stands there from the beginning: a field without it would show none, and keep none.
  const categoryNames = [
    ...new Set([
      ...(entry?.category ? [entry.category] : []),
      ...categories.map((each) => each.name),
    ]),
  ];
  const [save, { error, isLoading }] = useSaveListEntryMutation();
  const say = useSay();
  const { register, handleSubmit, control } = useForm<Values>({ defaultValues: toValues(entry) });
  const submit = handleSubmit(async (values) => {
    const result = await save({
      list,
      id: entry?.id ?? null,
      entry: toInput(list, values, exponentOf(company?.currency ?? 'EUR'), toIso),
    });
    if (result.error) return;
    say(`${result.data.name} is saved.`);
    onDone();
  });
  const fault = (field: keyof Values) => faultAt(error, field);
  const other = otherFault(error, [
    'name',
    'code',
    'category',
    'listPrice',
    'cost',
    'soldFrom',
    'soldUntil',
    'probability',
    'position',
  ]);
  return (
    <form
      noValidate
      onSubmit={(event) => void submit(event)}
      aria-label={entry ? `Change ${entry.name}` : `Add a ${one}`}
    >
      <div className="flex flex-wrap items-start gap-2">
        <Field label="Name" fault={fault('name')} className="min-w-[180px] flex-1">
          <input autoFocus className={INPUT} maxLength={200} {...register('name')} />
        </Field>
        {list === 'stage' && (
          <>
            <Field label="Order" fault={fault('position')} className="w-[70px]">
              <input className={INPUT} inputMode="numeric" {...register('position')} />
            </Field>
            <Field
              label="Likely, %"
              fault={fault('probability') && 'Between 0 and 100.'}
              className="w-[90px]"
            >
              <input className={INPUT} inputMode="decimal" {...register('probability')} />
            </Field>
            <Field label="Makes a deal" className="w-[110px]">
              <select className={INPUT} {...register('outcome')}>
                {DEAL_STATUSES.map((each) => (
                  <option key={each}>{each}</option>
                ))}
              </select>
            </Field>
          </>
        )}
        {list === 'product' && (
          <>
            <Field label="Code" fault={fault('code')} className="w-[110px]">
              <input className={INPUT} maxLength={40} {...register('code')} />
            </Field>
            <Field label="Category" fault={fault('category')} className="w-[150px]">
              <select className={INPUT} {...register('category')}>
                <option value="">none</option>
                {categoryNames.map((name) => (
                  <option key={name}>{name}</option>
                ))}
              </select>
            </Field>
            <Field
              label={`List price, ${company?.currency ?? ''}`}
              fault={fault('listPrice')}
              className="w-[110px]"
            >
              <input className={INPUT} inputMode="decimal" {...register('listPrice')} />
            </Field>
            <Field
              label={`Cost, ${company?.currency ?? ''}`}
              fault={fault('cost')}
              className="w-[110px]"
            >
              <input className={INPUT} inputMode="decimal" {...register('cost')} />
            </Field>
            {(['soldFrom', 'soldUntil'] as const).map((name) => (
              <Controller
                key={name}
                control={control}
                name={name}
                render={({ field }) => (
                  <Field
                    label={name === 'soldFrom' ? 'Sold from' : 'Last sold on'}
                    fault={fault(name)}
                    className="w-[150px]"
                  >
                    <DayField
                      value={field.value}
                      onChange={field.onChange}
                      placeholder={name === 'soldFrom' ? 'always' : 'no end'}
                    />
                  </Field>
                )}
              />
            ))}
          </>
        )}
      </div>
      <div className="mt-2 flex items-center gap-2">
        <Button kind="main" type="submit" disabled={isLoading}>
          {entry ? 'Save' : 'Add'}
        </Button>
        <Button kind="quiet" onClick={onDone}>
          Cancel
        </Button>
        {entry && (
          <label className="ml-2 flex items-center gap-1.5">
            <input type="checkbox" {...register('isArchived')} />
            Archived
          </label>
        )}
        {other && (
          <span role="alert" className="text-grade-1">
            {other}
          </span>
        )}
      </div>
    </form>
  );
}

function toValues(entry: ListEntry | null): Values {
  return {
    name: entry?.name ?? '',
    code: entry?.code ?? '',
    category: entry?.category ?? '',
    listPrice: entry?.listPrice ?? '',
    cost: entry?.cost ?? '',
    soldFrom: entry?.soldFrom ?? '',
    soldUntil: entry?.soldUntil ?? '',
    probability:
      entry?.probability == null ? '' : String(Math.round(entry.probability * 10_000) / 100),
    outcome: entry?.outcome ?? 'open',
    position: String(entry?.position ?? 0),
    isArchived: entry?.isArchived ?? false,
  };
}

function toInput(
  list: ListName,
  values: Values,
  decimals: number,
  toIso: (text: string) => string,
): ListEntryInput {
  const money = (text: string) => {
    const typed = readTyped(text, decimals);
    return text.trim() === '' ? null : typed.ok ? typed.decimal : text;
  };
  return {
    name: values.name || ' ',
    isArchived: values.isArchived,
    ...(list === 'product'
      ? {
          code: values.code || null,
          category: values.category || null,
          listPrice: money(values.listPrice),
          cost: money(values.cost),
          soldFrom: toIso(values.soldFrom) || values.soldFrom || null,
          soldUntil: toIso(values.soldUntil) || values.soldUntil || null,
        }
      : {}),
    ...(list === 'stage'
      ? {
          probability:
            values.probability.trim() === ''
              ? null
              : Number(values.probability.replace(',', '.')) / 100,
          outcome: values.outcome,
          position: Number(values.position) || 0,
        }
      : {}),
  };
}
