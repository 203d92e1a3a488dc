import { useState } from 'react';
import type { CommissionStatement } from '#contract/schemas/commission';
import { decimalsOf } from '#core/money/figureUnit';
import { readTyped } from '#core/money/typed';
import { showBase } from '#wording/commission';
import { nameInSentence } from '#wording/nameInSentence';
import { formatPaid } from '#wording/numbers/format';
import { Field, INPUT } from '../ui/Field';
import { useGetWhatIfQuery } from './api';

const FIRST_ATTAINMENT = '105';

/** "At 105% you would get …", and what the next deal brings. */
export function WhatIfBox({
  statement,
  isMine,
}: {
  statement: CommissionStatement;
  isMine: boolean;
}) {
  const { payee, period, currency, measurePeriod, measureName, baseDecimals } = statement;
  const [attainment, setAttainment] = useState(FIRST_ATTAINMENT);
  const [amount, setAmount] = useState('');
  const isCount = statement.baseKind === 'count';
  const percent = readTyped(attainment, 2);
  const typed = readTyped(amount, isCount ? baseDecimals : decimalsOf({ kind: 'money', currency }));
  const { data } = useGetWhatIfQuery({
    payee,
    period,
    ...(percent.ok && percent.value >= 0 && percent.value <= 100_000
      ? { attainment: percent.value }
      : {}),
    ...(typed.ok && typed.value > 0 ? { amount: typed.value } : {}),
  });
  const money = (minor: number) => formatPaid(minor, currency);
  const base = (value: number) => showBase(value, statement);
  const who = isMine ? 'you' : statement.name;
  return (
    <section aria-label="What if" className="rounded-sheet border border-line bg-cell/40 p-3">
      <h3 className="mb-1.5 font-semibold">What if</h3>
      <div className="grid grid-cols-2 gap-3 max-phone:grid-cols-1">
        <div>
          <Field label={`Attainment in ${measurePeriod}, %`}>
            <input
              className={INPUT}
              inputMode="decimal"
              value={attainment}
              onChange={(event) => setAttainment(event.target.value)}
            />
          </Field>
          <p aria-live="polite" className="mt-1 text-[12.5px]">
            {data?.atAttainment === null || data?.missing === null || !data
              ? 'Without a target there is no attainment.'
              : data.missing === 0
                ? `It is reached: this month earns ${money(data.earned)}.`
                : `With ${base(data.missing)} more ${nameInSentence({ name: measureName })} ${who} would earn ${money(data.atAttainment)} this month, ${money(data.atAttainment - data.earned)} more than now.`}
          </p>
        </div>
        <div>
          <Field
            label={
              isCount ? `More ${nameInSentence({ name: measureName })}, how many` : 'The next deal'
            }
          >
            <input
              className={INPUT}
              inputMode="decimal"
              placeholder={isCount ? '1' : 'for example 5000'}
              value={amount}
              onChange={(event) => setAmount(event.target.value)}
            />
          </Field>
          <p aria-live="polite" className="mt-1 text-[12.5px]">
            {data && data.nextDeal !== null && `It would bring ${money(data.nextDeal)}.`}
          </p>
        </div>
      </div>
    </section>
  );
}
