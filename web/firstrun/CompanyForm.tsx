import { useState } from 'react';
import { useForm } from 'react-hook-form';
import type { FirstRunInput } from '#contract/schemas/company';
import { monthNames } from '#wording/period';
import { WEEKDAYS } from '../app/calendarWords';
import { FailureNote, faultAt, otherFault } from '../app/FailureNote';
import { Button } from '../ui/Button';
import { Field, INPUT } from '../ui/Field';

interface FormValues {
  company: string;
  currency: string;
  timeZone: string;
  firstMonth: string;
  yearLabel: 'ends' | 'begins';
  weekdays: string[];
  name: string;
  email: string;
  password: string;
  branches: string;
}

const SHOWN_FIELDS = [
  'company',
  'currency',
  'timeZone',
  'weekdays',
  'administrator/name',
  'administrator/email',
  'administrator/password',
  'unitsCsv',
  'branches',
];

interface CompanyFormProps {
  error: Parameters<typeof faultAt>[0];
  isLoading: boolean;
  /** Whether it was created. */
  onCreate(input: FirstRunInput): Promise<boolean>;
}

/** What a company begins with: its name and calendar, its administrator and its first units. */
export function CompanyForm({ error, isLoading, onCreate }: CompanyFormProps) {
  const [unitsFile, setUnitsFile] = useState<File | null>(null);
  const { register, handleSubmit, watch } = useForm<FormValues>({
    defaultValues: {
      company: '',
      currency: 'EUR',
      timeZone: Intl.DateTimeFormat().resolvedOptions().timeZone,
      firstMonth: '1',
      yearLabel: 'ends',
      weekdays: ['1', '2', '3', '4', '5'],
      name: '',
      email: '',
      password: '',
      branches: '',
    },
  });
  const submit = handleSubmit(async (values) => {
    const unitsCsv = unitsFile ? await unitsFile.text() : undefined;
    const isDone = await onCreate({
      company: values.company,
      currency: values.currency.trim().toUpperCase(),
      timeZone: values.timeZone,
      calendar: {
        kind: 'month',
        firstMonth: Number(values.firstMonth),
        yearLabel: values.yearLabel,
      },
      weekdays: values.weekdays.map(Number).sort(),
      administrator: { name: values.name, email: values.email.trim(), password: values.password },
      branches: values.branches
        .split('\n')
        .map((name) => name.trim())
        .filter(Boolean),
      ...(unitsCsv ? { unitsCsv } : {}),
    });
    if (isDone) location.assign(unitsCsv ? '/standing' : '/setup/people');
  });
  const fault = (field: string) => faultAt(error, field);
  const other = otherFault(error, SHOWN_FIELDS);

  return (
    <form onSubmit={(event) => void submit(event)} noValidate className="mt-6 flex flex-col gap-6">
      <Section heading="The company">
        <Field label="Name" fault={fault('company')} className="col-span-2">
          <input className={INPUT} autoFocus {...register('company')} />
        </Field>
        <Field
          label="Reporting currency"
          fault={fault('currency')}
          hint="ISO 4217, for example EUR"
        >
          <input className={INPUT} maxLength={3} {...register('currency')} />
        </Field>
        <Field label="Time zone" fault={fault('timeZone')}>
          <select className={INPUT} {...register('timeZone')}>
            {['UTC', ...Intl.supportedValuesOf('timeZone')].map((zone) => (
              <option key={zone}>{zone}</option>
            ))}
          </select>
        </Field>
      </Section>
      <Section heading="Its calendar">
        <Field label="The fiscal year starts on the 1st of">
          <select className={INPUT} {...register('firstMonth')}>
            {monthNames().map((month, index) => (
              <option key={month} value={index + 1}>
                {month}
              </option>
            ))}
          </select>
        </Field>
        <Field label="A fiscal year is named after the year in which it">
          <select className={INPUT} {...register('yearLabel')}>
            <option value="ends">ends</option>
            <option value="begins">begins</option>
          </select>
        </Field>
        <fieldset className="col-span-2">
          <legend className="mb-1 font-medium">Working days</legend>
          <div className="flex flex-wrap gap-4">
            {WEEKDAYS.map((day, index) => (
              <label key={day} className="flex items-center gap-1.5">
                <input type="checkbox" value={index + 1} {...register('weekdays')} />
                {day}
              </label>
            ))}
          </div>
          {fault('weekdays') && (
            <p className="mt-1 text-[12px] text-grade-1">Choose at least one working day.</p>
          )}
        </fieldset>
      </Section>
      <Section heading="You, its administrator">
        <Field label="Your name" fault={fault('administrator/name')}>
          <input className={INPUT} autoComplete="name" {...register('name')} />
        </Field>
        <Field label="E-mail" fault={fault('administrator/email')}>
          <input type="email" className={INPUT} autoComplete="username" {...register('email')} />
        </Field>
        <Field
          label="Password"
          fault={fault('administrator/password') && 'At least 10 characters.'}
          hint={`At least 10 characters${watch('password').length > 0 ? `, ${watch('password').length} so far` : ''}`}
        >
          <input
            type="password"
            className={INPUT}
            autoComplete="new-password"
            {...register('password')}
          />
        </Field>
      </Section>
      <Section heading="Who sells where">
        <Field
          label="First branches, one a line"
          hint="Teams and salespeople follow in Setup, or come with the file."
          fault={fault('branches')}
        >
          <textarea
            rows={4}
            disabled={unitsFile !== null}
            className={`${INPUT} h-auto py-1.5`}
            {...register('branches')}
          />
        </Field>
        <Field
          label="Or all units at once: units.csv"
          fault={fault('unitsCsv')}
          hint="Columns: unit, name, kind, parent, from, to, email, country"
        >
          <input
            type="file"
            accept=".csv,text/csv"
            className="block w-full py-1"
            onChange={(event) => setUnitsFile(event.target.files?.[0] ?? null)}
          />
        </Field>
      </Section>
      {other && <FailureNote failure={error!} />}
      <div>
        <Button kind="main" type="submit" disabled={isLoading} className="h-[36px] px-5">
          {isLoading ? 'Creating …' : 'Create the company'}
        </Button>
      </div>
    </form>
  );
}

function Section({ heading, children }: { heading: string; children: React.ReactNode }) {
  return (
    <section className="rounded-sheet border border-line bg-sheet p-5">
      <h2 className="mb-3 text-[15px]">{heading}</h2>
      <div className="grid grid-cols-2 gap-4">{children}</div>
    </section>
  );
}
