import { MOST_TIERS } from '#contract/schemas/commission';
import { isLineMeasure } from '#core/commission/base';
import { COMMISSION_PERIODS } from '#core/commission/terms';
import { Button } from '../ui/Button';
import { Field, INPUT } from '../ui/Field';
import { RemoveRow, RowFault } from '../ui/RowParts';
import type { PaidOnChoices } from './paidOn';
import { type AmountField, type TypedTerms } from './typedTerms';
import { PERIOD_WORDS } from './words';

const AMOUNTS: readonly (readonly [AmountField, string])[] = [
  ['bonus', 'Bonus for reaching the target'],
  ['floor', 'Least a month earns'],
  ['cap', 'Most a month earns'],
  ['guarantee', 'Guaranteed a month on a ramp'],
  ['draw', 'Paid in advance a month (draw)'],
  ['secondAbove', 'A second person approves above'],
];
/** What a rate above the target begins with. */
const ACCELERATED = { from: '100', rate: '8' };

interface TermsFieldsProps {
  typed: TypedTerms;
  /** What may be chosen as its base. */
  paidOn: PaidOnChoices;
  currency: string;
  faultOf(field: string): string | undefined;
  onChange(over: Partial<TypedTerms>): void;
}

/** How commission is computed: rates by attainment, rates of products, limits. */
export function TermsFields({ typed, paidOn, currency, faultOf, onChange }: TermsFieldsProps) {
  const isCount = !paidOn.find(typed.measure).isMoney;
  return (
    <>
      <div className="grid grid-cols-2 gap-3 max-phone:grid-cols-1">
        <Field label="Paid on" fault={faultOf('measure')}>
          <select
            className={INPUT}
            value={typed.measure}
            onChange={(event) => onChange({ measure: event.target.value })}
          >
            {paidOn.choices.map(({ code, name }) => (
              <option key={code} value={code}>
                {name}
              </option>
            ))}
          </select>
        </Field>
        <Field label="Attainment of each">
          <select
            className={INPUT}
            value={typed.periodKind}
            onChange={(event) =>
              onChange({ periodKind: event.target.value as TypedTerms['periodKind'] })
            }
          >
            {COMMISSION_PERIODS.map((kind) => (
              <option key={kind} value={kind}>
                {PERIOD_WORDS[kind]}
              </option>
            ))}
          </select>
        </Field>
      </div>
      <Tiers
        typed={typed}
        isCount={isCount}
        currency={currency}
        faultOf={faultOf}
        onChange={onChange}
      />
      {(isLineMeasure(typed.measure) || typed.specialRates.length > 0) && (
        <SpecialRates typed={typed} isCount={isCount} faultOf={faultOf} onChange={onChange} />
      )}
      <fieldset className="grid grid-cols-3 gap-3 max-desk:grid-cols-2 max-phone:grid-cols-1">
        <legend className="mb-1.5 font-semibold">Amounts, {currency}; empty: none</legend>
        {AMOUNTS.map(([field, label]) => (
          <Field key={field} label={label} fault={faultOf(field)}>
            <input
              className={INPUT}
              inputMode="decimal"
              value={typed.amounts[field]}
              onChange={(event) =>
                onChange({ amounts: { ...typed.amounts, [field]: event.target.value } })
              }
            />
          </Field>
        ))}
      </fieldset>
    </>
  );
}

function Tiers({
  typed,
  isCount,
  currency,
  faultOf,
  onChange,
}: Omit<TermsFieldsProps, 'paidOn'> & { isCount: boolean }) {
  const { tiers } = typed;
  const put = (at: number, over: Partial<(typeof tiers)[number]>) =>
    onChange({ tiers: tiers.map((tier, i) => (i === at ? { ...tier, ...over } : tier)) });
  const order = faultOf('tiers');
  return (
    <fieldset>
      <legend className="mb-1.5 font-semibold">
        {isCount ? `Amount for each, ${currency}` : 'Rate, %'}
      </legend>
      <ul aria-label="Rates by attainment" className="flex flex-col gap-1.5">
        {tiers.map((tier, at) => (
          <li key={at} className="flex flex-wrap items-center gap-2">
            <span className="w-[70px] text-soft">{at === 0 ? 'from 0%' : 'from'}</span>
            {at > 0 && (
              <input
                aria-label={`From which attainment, rate ${at + 1}, %`}
                aria-invalid={faultOf(`tiers/${at}/from`) || order ? true : undefined}
                className={`${INPUT} max-w-[90px]`}
                inputMode="decimal"
                value={tier.from}
                onChange={(event) => put(at, { from: event.target.value })}
              />
            )}
            <input
              aria-label={`Rate ${at + 1}`}
              aria-invalid={faultOf(`tiers/${at}/rate`) ? true : undefined}
              className={`${INPUT} max-w-[110px]`}
              inputMode="decimal"
              value={tier.rate}
              onChange={(event) => put(at, { rate: event.target.value })}
            />
            {at > 0 && (
              <RemoveRow
                label={`Remove rate ${at + 1}`}
                onRemove={() => onChange({ tiers: tiers.filter((_, i) => i !== at) })}
              />
            )}
            <RowFault fault={faultOf(`tiers/${at}/rate`) ?? faultOf(`tiers/${at}/from`)} />
          </li>
        ))}
      </ul>
      {order && (
        <p role="alert" className="text-[12px] text-grade-1">
          {order}
        </p>
      )}
      <div className="mt-1.5 flex flex-wrap items-center gap-x-4 gap-y-2">
        <Button
          disabled={tiers.length >= MOST_TIERS}
          onClick={() =>
            onChange({
              tiers: [...tiers, tiers.length === 1 ? ACCELERATED : { from: '', rate: '' }],
            })
          }
        >
          Another rate from an attainment on
        </Button>
        {tiers.length > 1 && (
          <>
            <label className="flex items-center gap-1.5">
              <input
                type="checkbox"
                checked={typed.tierMode === 'all'}
                onChange={(event) =>
                  onChange({ tierMode: event.target.checked ? 'all' : 'marginal' })
                }
              />
              the rate reached holds for everything
            </label>
            <label className="flex items-center gap-1.5">
              <input
                type="checkbox"
                checked={typed.withoutTarget === 'nothing'}
                onChange={(event) =>
                  onChange({ withoutTarget: event.target.checked ? 'nothing' : 'lowest' })
                }
              />
              without a target nothing is paid
            </label>
          </>
        )}
      </div>
    </fieldset>
  );
}

function SpecialRates({
  typed,
  isCount,
  faultOf,
  onChange,
}: Omit<TermsFieldsProps, 'currency' | 'paidOn'> & { isCount: boolean }) {
  const { specialRates } = typed;
  const put = (at: number, over: Partial<(typeof specialRates)[number]>) =>
    onChange({
      specialRates: specialRates.map((each, i) => (i === at ? { ...each, ...over } : each)),
    });
  return (
    <fieldset>
      <legend className="mb-1.5 font-semibold">Products and categories with their own rate</legend>
      <ul aria-label="Own rates" className="flex flex-col gap-1.5">
        {specialRates.map((each, at) => {
          const fault = faultOf(`specialRates/${at}/name`) ?? faultOf(`specialRates/${at}/rate`);
          return (
            <li key={at} className="flex flex-wrap items-center gap-2">
              <select
                aria-label={`What ${at + 1}`}
                className={`${INPUT} max-w-[110px]`}
                value={each.by}
                onChange={(event) => put(at, { by: event.target.value as typeof each.by })}
              >
                <option value="product">product</option>
                <option value="category">category</option>
              </select>
              <input
                aria-label={`Name ${at + 1}`}
                className={`${INPUT} max-w-[190px]`}
                value={each.name}
                onChange={(event) => put(at, { name: event.target.value })}
              />
              <input
                aria-label={`Own rate ${at + 1}${isCount ? '' : ', %'}`}
                className={`${INPUT} max-w-[90px]`}
                inputMode="decimal"
                value={each.rate}
                onChange={(event) => put(at, { rate: event.target.value })}
              />
              <RemoveRow
                label={`Remove own rate ${at + 1}`}
                onRemove={() => onChange({ specialRates: specialRates.filter((_, i) => i !== at) })}
              />
              <RowFault fault={fault} />
            </li>
          );
        })}
      </ul>
      <Button
        className="mt-1.5"
        onClick={() =>
          onChange({ specialRates: [...specialRates, { by: 'product', name: '', rate: '' }] })
        }
      >
        A rate of its own
      </Button>
    </fieldset>
  );
}
