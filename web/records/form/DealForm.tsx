import { type KeyboardEvent, useMemo, useRef, useState } from 'react';
import { Controller } from 'react-hook-form';
import { toInput as toStoredInput } from '#contract/dealInput';
import { type Deal, DEAL_STATUSES } from '#contract/schemas/deal';
import { commissionOf } from '#core/deal/commission';
import { exponentOf } from '#core/money/currency';
import { readTyped } from '#core/money/typed';
import { parseDay } from '#core/period/day';
import { formatExact } from '#wording/numbers/format';
import { useGetCompanyQuery, useGetMeQuery, useListClosedMonthsQuery } from '../../app/api';
import { useCustomFields } from '../../app/customFields/api';
import { CustomInput } from '../../app/customFields/CustomInput';
import { DayField } from '../../app/DayField';
import { faultAt, otherFault } from '../../app/FailureNote';
import { usePickListsQuery } from '../../app/files/pickLists';
import { usePlace } from '../../app/place';
import { saveTyped } from '../../app/saving/keptTyping';
import { type Leaning, readTypedDay, toIsoText } from '../../app/typedDay';
import { Combobox } from '../../ui/Combobox';
import { Field, INPUT } from '../../ui/Field';
import { useSay } from '../../ui/Toasts';
import { useBookDealMutation, useUpdateDealMutation, useVoidDealMutation } from '../api';
import { isIn, toSpans } from '../closedSpans';
import { dropKept, type KeptDeal } from '../kept/keptDeals';
import { isUnreachable, useKeepDeal } from '../kept/useKeepDeal';
import { BookedNote } from './BookedNote';
import { CreditField } from './CreditField';
import { FIRST_FIELDS, MISSING, SHOWN, toChoices } from './dealFields';
import { FormFoot } from './FormFoot';
import { FormNotes } from './FormNotes';
import { sumOfLines, toInput, toPercentText, toValues } from './formValues';
import { LinesField } from './LinesField';
import { isTyped } from './merge';
import { MoreFields } from './MoreFields';
import { useAddProduct } from './useAddProduct';
import { type Typed, useKeptForm } from './useKeptForm';
import { useMoreFields } from './useMoreFields';
import { useOnceReady } from './useOnceReady';

type PickedField =
  | 'salesperson'
  | 'customer'
  | 'product'
  | 'category'
  | 'source'
  | 'stage'
  | 'location'
  | 'lostReason';
/** What comes after a deal is booked. */
type Next = 'close' | 'another';
type DayField = 'closedOn' | 'expectedOn' | 'openedOn';

/**
 * The form of a deal, new or stored. Faults come from the server's rules and stand at their fields;
 * what was typed stays.
 */
export function DealForm({
  deal,
  kept: waiting = null,
  onClose,
  onReopen,
  isReadOnly = false,
}: {
  deal: Deal | null;
  /** A new deal that was kept on this device. */
  kept?: KeptDeal | null;
  onClose(): void;
  onReopen?: () => void;
  isReadOnly?: boolean;
}) {
  const { data: company } = useGetCompanyQuery();
  const { data: me } = useGetMeQuery();
  const { data: lists, isError: isWithoutLists } = usePickListsQuery();
  const { data: closedMonths = [] } = useListClosedMonthsQuery();
  const closed = useMemo(
    () =>
      toSpans(
        // Of a branch's months the server says whether they concern this deal.
        closedMonths.flatMap((month) => (month.unit === null ? month.period : [])),
        company,
      ),
    [closedMonths, company],
  );
  const { unit } = usePlace();
  const [book, booking] = useBookDealMutation();
  const [update, updating] = useUpdateDealMutation();
  const [voidDeal] = useVoidDealMutation();
  // One key for as long as the same deal is being sent: a retry after a lost answer books nothing
  // twice.
  const key = useRef(waiting?.key ?? crypto.randomUUID());
  const say = useSay();
  const { addLabel, addUnknown } = useAddProduct(lists?.products ?? []);
  const reporting = company?.currency ?? 'EUR';
  const today = parseDay(company?.today ?? '1970-01-01')!;
  const people = useMemo(
    () => lists?.salespeople.map(({ code, name }) => ({ value: code, label: name })) ?? [],
    [lists],
  );
  const owner =
    people.find((person) => person.value === unit)?.value ??
    (me?.role === 'salesperson' ? me.unitCode : '');
  const custom = useCustomFields('deal');
  const stored = useMemo(
    () => waiting?.values ?? toValues(deal, owner, company?.today ?? '', reporting, custom),
    [waiting, deal, owner, company?.today, reporting, custom],
  );
  const typingKey = `deal ${me?.id ?? ''} ${deal?.id ?? waiting?.key ?? 'new'}`;
  const kept = useKeptForm(typingKey, stored, deal === null);
  const { register, control, handleSubmit, watch, getValues, setValue } = kept.form;
  const root = useRef<HTMLFormElement>(null);
  const [status, currency, lines, rate] = watch(['status', 'currency', 'lines', 'commissionRate']);
  const decimals = exponentOf(currency);
  const hasLines = lines.length > 0;
  const typed = readTyped(
    hasLines ? (sumOfLines(lines, decimals) ?? '') : watch('amount'),
    decimals,
  );
  const { error, isLoading } = deal ? updating : booking;
  const faults = error && 'errors' in error ? (error.errors ?? []) : [];
  const isFaultBelow = faults.some(({ field }) => !FIRST_FIELDS.has(field));
  const [isMore, setMore] = useMoreFields(deal !== null || hasLines || isFaultBelow);

  const areNamesDue = lists === undefined && !isWithoutLists;
  const [due, setDue] = useOnceReady<Next>(!areNamesDue, (next) => void send(next)());

  const send = (next: Next) =>
    handleSubmit(async (values) => {
      // A name typed ahead of the lists is not chosen yet.
      if (areNamesDue) return setDue(next);
      const empty = (['salesperson', 'customer', 'amount'] as const).filter(
        (field) => values[field].trim() === '' && !(field === 'amount' && values.lines.length > 0),
      );
      setMissing(empty);
      if (empty.length > 0) return showFault();
      const input = toInput(values, deal, today, { fields: custom, currency: reporting });
      const reason = values.reason ? { reason: values.reason } : {};
      const result = deal
        ? await update({ id: deal.id, deal: input, version: deal.version, ...reason })
        : await book({ deal: { ...input, ...reason }, key: key.current });
      if (result.error && !deal && isUnreachable(result.error)) {
        if (!keepIt(key.current, { ...input, ...reason }, values)) return;
        kept.forget();
        return onClose();
      }
      if (result.error) return showFault();
      kept.forget();
      if (waiting && me) dropKept(me.id, waiting.key);
      const { effect, deal: saved } = result.data;
      const takeBack = deal
        ? () =>
            void update({
              id: deal.id,
              deal: toStoredInput(deal),
              version: saved.version,
              reason: 'undone',
            })
        : () => void voidDeal({ id: saved.id, version: saved.version, reason: 'undone' });
      key.current = crypto.randomUUID();
      if (next === 'close') {
        say(`${deal ? 'Saved.' : 'Booked.'} ${effect?.sentence ?? ''}`, {
          action: { label: 'Undo', run: takeBack },
        });
        return onClose();
      }
      // What the next deal likely has in common with this one stays; what is its own does not, or
      // it would be booked twice.
      const {
        salesperson,
        currency: sameCurrency,
        status: sameStatus,
        closedOn: sameDay,
        expectedOn,
        category,
        source,
        location,
      } = getValues();
      kept.begin({
        ...stored,
        salesperson,
        currency: sameCurrency,
        status: sameStatus,
        closedOn: sameDay,
        expectedOn,
        category,
        source,
        location,
      });
      setDone({ text: `Booked. ${effect?.sentence ?? ''}`, takeBack });
      requestAnimationFrame(() =>
        root.current
          ?.querySelector<HTMLElement>('[data-field="customer"] [role="combobox"]')
          ?.focus(),
      );
    });

  /** The first field that was refused, in sight and with the focus. */
  const showFault = () =>
    requestAnimationFrame(() => {
      const first = root.current?.querySelector<HTMLElement>('[aria-invalid="true"]');
      first?.scrollIntoView({ block: 'center' });
      first?.focus();
    });
  const [done, setDone] = useState<{ text: string; takeBack(): void } | null>(null);
  /** What was left empty when it was last sent: said at once, for all of them. */
  const [missing, setMissing] = useState<readonly string[]>([]);
  const { keepIt, noRoom } = useKeepDeal();
  const drop = () => {
    const values = getValues();
    const hadTyped = isTyped(stored, values);
    kept.forget();
    onClose();
    if (hadTyped)
      say('What you typed is dropped.', {
        action: {
          label: 'Take it back',
          run: () => {
            saveTyped<Typed>(typingKey, { values, opened: stored });
            onReopen?.();
          },
        },
      });
  };
  const onKey = (event: KeyboardEvent) => {
    if (event.altKey && event.key.toLowerCase() === 'm') {
      event.preventDefault();
      return setMore(!isMore);
    }
    if (
      event.key !== 'Enter' ||
      !event.shiftKey ||
      deal ||
      isLoading ||
      event.target instanceof HTMLTextAreaElement
    )
      return;
    event.preventDefault();
    void send('another')();
  };

  const fault = (field: string) =>
    missing.length > 0
      ? missing.includes(field)
        ? MISSING[field]
        : undefined
      : faultAt(error, field);
  const pick = (
    label: string,
    name: PickedField,
    choices: { value: string; label: string }[],
    placeholder: string,
    {
      addLabel,
      onPick,
      isFirst = false,
    }: { addLabel?: string; onPick?: (value: string) => void; isFirst?: boolean } = {},
  ) => (
    <Controller
      control={control}
      name={name}
      render={({ field }) => (
        <Field label={label} name={name} fault={fault(name)}>
          <Combobox
            value={field.value}
            choices={choices}
            onChoose={(value) => {
              field.onChange(value);
              onPick?.(value);
            }}
            placeholder={placeholder}
            addLabel={addLabel}
            data-first={isFirst || undefined}
            // Without a network a name is taken as it is typed; the server knows whose it is.
            isLoading={areNamesDue}
            isOptional={name !== 'salesperson' && name !== 'customer'}
          />
        </Field>
      )}
    />
  );
  const day = (label: string, name: DayField, leaning: Leaning) => (
    <Controller
      control={control}
      name={name}
      render={({ field }) => (
        <Field
          label={label}
          fault={fault(name)}
          hint={
            field.value === '' || readTypedDay(field.value, today, leaning) !== null
              ? undefined
              : 'Write for example 12 nov, yesterday or 2026-11-12.'
          }
        >
          <DayField
            value={field.value}
            onChange={field.onChange}
            leaning={leaning}
            max={leaning === 'past' ? company?.today : undefined}
          />
        </Field>
      )}
    />
  );
  const chooseStage = (name: string) => {
    const stage = lists?.stages.find((each) => each.name === name);
    if (stage?.probability != null) setValue('probability', toPercentText(stage.probability));
    if (stage && stage.outcome !== 'open') setValue('status', stage.outcome);
  };
  const chooseProduct = (name: string) => {
    void addUnknown(name);
    const product = lists?.products.find((each) => each.name === name);
    if (product?.category && !getValues('category')) setValue('category', product.category);
    if (!product || currency !== reporting) return;
    if (product.listPrice && !getValues('amount')) setValue('amount', product.listPrice);
    if (product.cost && !getValues('cost')) setValue('cost', product.cost);
  };
  // Asked for once the server has said that a closed month is concerned, or where the date typed
  // says so.
  const closedOn = toIsoText(watch('closedOn'), today, 'past');
  const asksWhy =
    fault('reason') !== undefined ||
    closed.some((month) => isIn(month, closedOn) || (deal?.closedOn && isIn(month, deal.closedOn)));
  const other = otherFault(
    error,
    SHOWN.concat(
      custom.map(({ code }) => `customFields/${code}`),
      lines.flatMap((_, index) =>
        ['product', 'quantity', 'unitPrice', 'unitCost'].map((name) => `lines/${index}/${name}`),
      ),
    ),
  );
  const share = Number(rate.replace(',', '.')) / 100;
  const commission =
    typed.ok && currency === reporting && share > 0 && share <= 1
      ? formatExact(commissionOf(typed.value, share), { kind: 'money', currency })
      : null;

  return (
    <form
      ref={root}
      onSubmit={(event) => void send('close')(event)}
      onKeyDown={onKey}
      onChange={() => setDone(null)}
      noValidate
    >
      {!isReadOnly && <FormNotes kept={kept} onAnew={() => kept.begin(stored)} />}
      {done && (
        <BookedNote
          text={done.text}
          onUndo={() => {
            done.takeBack();
            setDone(null);
            say('The booking is taken back.');
          }}
        />
      )}
      <fieldset disabled={isReadOnly} className="grid grid-cols-2 gap-x-4 gap-y-3">
        {pick('Salesperson', 'salesperson', people, 'Choose a person')}
        {pick('Customer', 'customer', toChoices(lists?.customers), 'Choose or add', {
          addLabel: 'Add',
          isFirst: !deal && owner !== '',
        })}
        <Field
          label="Amount"
          fault={fault('amount')}
          hint={
            typed.ok
              ? formatExact(typed.value, { kind: 'money', currency })
              : hasLines
                ? 'What the lines add up to'
                : 'for example 1234.50'
          }
        >
          {hasLines ? (
            <input className={INPUT} readOnly value={typed.ok ? typed.decimal : ''} />
          ) : (
            <input className={INPUT} inputMode="decimal" {...register('amount')} />
          )}
        </Field>
        <Field label="Currency" fault={fault('currency')}>
          <select className={INPUT} {...register('currency')}>
            {[...new Set([currency, ...(lists?.currencies ?? [reporting])])].map((code) => (
              <option key={code}>{code}</option>
            ))}
          </select>
        </Field>
        <Field label="Status" fault={fault('status')}>
          <select className={INPUT} {...register('status')}>
            {DEAL_STATUSES.map((each) => (
              <option key={each}>{each}</option>
            ))}
          </select>
        </Field>
        {status === 'open'
          ? day('Expected to close on', 'expectedOn', 'future')
          : day('Closed on', 'closedOn', 'past')}
        {status === 'open' &&
          pick(
            'Stage',
            'stage',
            toChoices(lists?.stages.map((stage) => stage.name)),
            'Choose a stage',
            { onPick: chooseStage },
          )}
        {status === 'open' && (
          <Field label="Probability, %" fault={fault('probability') && 'Between 0 and 100.'}>
            <input className={INPUT} inputMode="decimal" {...register('probability')} />
          </Field>
        )}
        {status === 'lost' && (
          <div className="col-span-2">
            {pick(
              'Why was it lost?',
              'lostReason',
              toChoices(lists?.lostReasons),
              'Choose a reason',
            )}
          </div>
        )}
        {!hasLines &&
          pick(
            'Product',
            'product',
            (lists?.products ?? []).map(({ name, code }) => ({
              value: name,
              label: code ? `${name} (${code})` : name,
            })),
            'Choose a product',
            { addLabel, onPick: chooseProduct },
          )}
        {!isReadOnly && <MoreFields isOpen={isMore} onToggle={() => setMore(!isMore)} />}
        {isMore && (
          <>
            <LinesField
              control={control}
              register={register}
              setValue={setValue}
              products={lists?.products ?? []}
              lines={lines}
              currency={currency}
              isReporting={currency === reporting}
              faultAt={fault}
            />
            {pick('Category', 'category', toChoices(lists?.categories), 'Choose a category')}
            {pick('Source', 'source', toChoices(lists?.sources), 'Choose a source')}
            {pick('Location', 'location', toChoices(lists?.locations), 'Choose a location')}
            {!hasLines && (
              <Field label="Quantity" fault={fault('quantity') && 'Write a number.'}>
                <input className={INPUT} inputMode="decimal" {...register('quantity')} />
              </Field>
            )}
            {!hasLines && (
              <Field label="Cost" fault={fault('cost')}>
                <input className={INPUT} inputMode="decimal" {...register('cost')} />
              </Field>
            )}
            <Field
              label="Commission, %"
              fault={fault('commissionRate') && 'Between 0 and 100.'}
              hint={commission ? `${commission} commission` : undefined}
            >
              <input className={INPUT} inputMode="decimal" {...register('commissionRate')} />
            </Field>
            {day('Opened on', 'openedOn', 'past')}
            <CreditField
              control={control}
              register={register}
              setValue={setValue}
              people={people}
              owner={watch('salesperson')}
              fault={fault('credit')}
            />
            <Field
              label="Deal number"
              fault={fault('deal')}
              hint={deal ? undefined : 'Automatic when empty'}
            >
              <input className={INPUT} {...register('deal')} />
            </Field>
            {custom.map((each) => (
              <Controller
                key={each.code}
                control={control}
                name={`custom.${each.code}`}
                render={({ field }) => (
                  <CustomInput
                    field={each}
                    value={field.value ?? ''}
                    currency={reporting}
                    fault={fault(`customFields/${each.code}`)}
                    onChange={field.onChange}
                  />
                )}
              />
            ))}
            <Field label="Note" fault={fault('notes')} className="col-span-2">
              <textarea rows={2} className={`${INPUT} h-auto py-1.5`} {...register('notes')} />
            </Field>
          </>
        )}
        {!isReadOnly && (deal || asksWhy) && (
          <Field
            label={asksWhy ? 'Why is a closed month corrected?' : 'Why is it changed? (optional)'}
            fault={fault('reason')}
            className="col-span-2"
          >
            <input className={INPUT} maxLength={500} {...register('reason')} />
          </Field>
        )}
      </fieldset>
      {!isReadOnly && (
        <FormFoot
          isNew={!deal}
          isRefused={!noRoom && (missing.length > 0 || (error !== undefined && !other))}
          failure={noRoom ?? (other ? error : undefined)}
          isLoading={isLoading || due !== null}
          onNext={() => void send('another')()}
          onCancel={drop}
        />
      )}
    </form>
  );
}
