import { useState } from 'react';
import { Controller, useForm } from 'react-hook-form';
import type { CustomerView } from '#contract/schemas/customer';
import { parseDay } from '#core/period/day';
import { useGetCompanyQuery, useGetMeQuery } from '../app/api';
import { useListCustomersQuery } from '../app/customers';
import { useCustomFields } from '../app/customFields/api';
import { CustomInput } from '../app/customFields/CustomInput';
import { showCustomValue, toCustomInput, toCustomTexts } from '../app/customFields/texts';
import { faultAt, otherFault } from '../app/FailureNote';
import { usePickListsQuery } from '../app/files/pickLists';
import { useChangeCustomerMutation } from '../records/customersApi';
import { Button } from '../ui/Button';
import { Field, INPUT } from '../ui/Field';
import { useSay } from '../ui/Toasts';

/** Group, owner, e-mail, address and notes of a customer; changed in place. */
export function CustomerDetails({ customer }: { customer: CustomerView }) {
  const { data: me } = useGetMeQuery();
  const fields = useCustomFields('customer');
  const [isChanging, setChanging] = useState(false);
  if (isChanging) return <DetailsForm customer={customer} onDone={() => setChanging(false)} />;
  const known = (
    [
      ['Group', customer.group],
      ['Owner', customer.owner?.name],
      ['E-mail', customer.email],
      ['Address', customer.address],
      ['Notes', customer.notes],
      ...fields.map(
        (field) => [field.name, showCustomValue(field, customer.customFields)] as const,
      ),
    ] as const
  ).filter(([, value]) => value);
  const mayChange = me !== undefined && me.role !== 'viewer';
  return (
    <section
      aria-label="About the customer"
      className="flex flex-wrap items-center gap-x-5 gap-y-1"
    >
      {known.map(([name, value]) => (
        <span key={name}>
          <span className="text-soft">{name}: </span>
          {name === 'E-mail' ? (
            <a className="underline" href={`mailto:${value}`}>
              {value}
            </a>
          ) : (
            value
          )}
        </span>
      ))}
      {mayChange && (
        <Button kind="quiet" className="h-[26px] px-1.5" onClick={() => setChanging(true)}>
          {known.length === 0 ? 'Add group, owner, e-mail, address…' : 'Change…'}
        </Button>
      )}
    </section>
  );
}

interface Values {
  group: string;
  owner: string;
  email: string;
  address: string;
  notes: string;
  custom: Record<string, string>;
}

const FIELDS = ['group', 'owner', 'email', 'address', 'notes'] as const;

function DetailsForm({ customer, onDone }: { customer: CustomerView; onDone(): void }) {
  const { data: me } = useGetMeQuery();
  const { data: lists } = usePickListsQuery();
  const { data: company } = useGetCompanyQuery();
  const fields = useCustomFields('customer');
  const currency = company?.currency ?? 'EUR';
  const today = parseDay(company?.today ?? '1970-01-01')!;
  const { data: customers } = useListCustomersQuery({ limit: 1 });
  const [change, { error, isLoading }] = useChangeCustomerMutation();
  const say = useSay();
  const before: Values = {
    group: customer.group ?? '',
    owner: customer.owner?.code ?? '',
    email: customer.email ?? '',
    address: customer.address ?? '',
    notes: customer.notes ?? '',
    custom: toCustomTexts(fields, customer.customFields),
  };
  const { register, control, handleSubmit } = useForm<Values>({ defaultValues: before });
  const mayPlan = me?.role === 'administrator' || me?.role === 'manager';
  const submit = handleSubmit(async (values) => {
    // Only what was changed is sent: what somebody else changes meanwhile stays theirs.
    const changed = FIELDS.filter((field) => values[field].trim() !== before[field]);
    const customFields = toCustomInput(fields, values.custom, customer.customFields, {
      today,
      currency,
    });
    if (changed.length > 0 || customFields) {
      const result = await change({
        id: customer.id,
        change: {
          ...Object.fromEntries(changed.map((field) => [field, values[field].trim() || null])),
          ...(customFields ? { customFields } : {}),
        },
      });
      if (result.error) return;
      say(`${customer.name} is saved.`);
    }
    onDone();
  });
  const people = lists?.salespeople ?? [];
  const owners =
    customer.owner && !people.some((each) => each.code === customer.owner!.code)
      ? [customer.owner, ...people]
      : people;
  const other = otherFault(error, [...FIELDS, ...fields.map(({ code }) => `customFields/${code}`)]);
  return (
    <form
      noValidate
      aria-label={`Change ${customer.name}`}
      className="rounded-sheet border border-line bg-sheet p-3"
      onSubmit={(event) => void submit(event)}
      onKeyDown={(event) => {
        if (event.key === 'Escape') onDone();
      }}
    >
      <div className="grid grid-cols-2 gap-2 max-desk:grid-cols-1">
        <Field
          label="Group"
          fault={faultAt(error, 'group')}
          hint={mayPlan ? undefined : 'A manager says which group a customer belongs to.'}
        >
          <input
            autoFocus
            className={INPUT}
            maxLength={80}
            list="customer-groups"
            disabled={!mayPlan}
            {...register('group')}
          />
        </Field>
        <Field label="Owner" fault={faultAt(error, 'owner')}>
          <select className={INPUT} disabled={!mayPlan} {...register('owner')}>
            <option value="">nobody</option>
            {owners.map((each) => (
              <option key={each.code} value={each.code}>
                {each.name}
              </option>
            ))}
          </select>
        </Field>
        <Field label="E-mail" fault={faultAt(error, 'email')}>
          <input className={INPUT} type="email" maxLength={200} {...register('email')} />
        </Field>
        <Field label="Address" fault={faultAt(error, 'address')}>
          <input className={INPUT} maxLength={300} {...register('address')} />
        </Field>
        {fields.map((each) => (
          <Controller
            key={each.code}
            control={control}
            name={`custom.${each.code}`}
            render={({ field }) => (
              <CustomInput
                field={each}
                value={field.value ?? ''}
                currency={currency}
                fault={faultAt(error, `customFields/${each.code}`)}
                onChange={field.onChange}
              />
            )}
          />
        ))}
        <Field label="Notes" fault={faultAt(error, 'notes')} className="col-span-full">
          <textarea
            className={`${INPUT} h-[60px] py-1.5`}
            maxLength={2_000}
            {...register('notes')}
          />
        </Field>
      </div>
      <datalist id="customer-groups">
        {customers?.groups.map((name) => (
          <option key={name} value={name} />
        ))}
      </datalist>
      <div className="mt-2 flex items-center gap-2">
        <Button kind="main" type="submit" disabled={isLoading}>
          Save
        </Button>
        <Button kind="quiet" onClick={onDone}>
          Cancel
        </Button>
        {other && (
          <span role="alert" className="text-grade-1">
            {other}
          </span>
        )}
      </div>
    </form>
  );
}
