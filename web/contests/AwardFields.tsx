import { MOST_AWARDS } from '#contract/schemas/contest';
import type { AwardReceivers } from '#core/contest/contest';
import { Button } from '../ui/Button';
import { INPUT } from '../ui/Field';
import { RemoveRow, RowFault } from '../ui/RowParts';
import { PictureChoice } from './PictureChoice';
import { EMPTY_AWARD, type TypedAward, type TypedContest } from './typedContest';

const RECEIVERS: readonly (readonly [AwardReceivers, string])[] = [
  ['all', 'everybody who reaches it'],
  ['first', 'the first who reaches it'],
  ['top', 'the best places'],
];

/** What there is to win, and for whom. */
export function AwardFields({
  typed,
  currency,
  faultOf,
  onChange,
}: {
  typed: TypedContest;
  currency: string;
  faultOf(field: string): string | undefined;
  onChange(over: Partial<TypedContest>): void;
}) {
  const { awards } = typed;
  const isRanking = typed.mode === 'ranking';
  const put = (at: number, over: Partial<TypedAward>) =>
    onChange({ awards: awards.map((award, i) => (i === at ? { ...award, ...over } : award)) });
  return (
    <fieldset>
      <legend className="mb-1.5 font-semibold">Awards</legend>
      <ul aria-label="Awards of the contest" className="flex flex-col gap-2.5">
        {awards.map((award, at) => {
          const isTop = isRanking || award.receivers === 'top';
          const fault =
            faultOf(`awards/${at}/title`) ??
            faultOf(`awards/${at}/places`) ??
            faultOf(`awards/${at}/receivers`) ??
            faultOf(`awards/${at}/picture`) ??
            faultOf(`awards/${at}/amount`);
          return (
            <li
              key={at}
              className="flex flex-wrap items-center gap-2 border-t border-line/60 pt-2 first:border-0 first:pt-0"
            >
              <input
                aria-label={`Title of award ${at + 1}`}
                className={`${INPUT} max-w-[180px]`}
                maxLength={80}
                value={award.title}
                onChange={(event) => put(at, { title: event.target.value })}
              />
              {!isRanking && (
                <select
                  aria-label={`For whom is award ${at + 1}`}
                  className={`${INPUT} max-w-[190px]`}
                  value={award.receivers}
                  onChange={(event) => put(at, { receivers: event.target.value as AwardReceivers })}
                >
                  {RECEIVERS.map(([key, name]) => (
                    <option key={key} value={key}>
                      {name}
                    </option>
                  ))}
                </select>
              )}
              {isTop && (
                <label className="flex items-center gap-1.5">
                  <span className="text-soft">the best</span>
                  <input
                    aria-label={`How many places of award ${at + 1}`}
                    className={`${INPUT} max-w-[60px]`}
                    inputMode="numeric"
                    value={award.places}
                    onChange={(event) => put(at, { places: event.target.value })}
                  />
                </label>
              )}
              {!isTop && (
                <label className="flex items-center gap-1.5">
                  <input
                    type="checkbox"
                    checked={award.isAtOnce}
                    onChange={(event) => put(at, { isAtOnce: event.target.checked })}
                  />
                  at once
                </label>
              )}
              {typed.member === 'salesperson' && (
                <input
                  aria-label={`Paid with commission for award ${at + 1}, ${currency}`}
                  placeholder={`${currency}, with commission`}
                  className={`${INPUT} max-w-[160px]`}
                  inputMode="decimal"
                  value={award.amount}
                  onChange={(event) => put(at, { amount: event.target.value })}
                />
              )}
              <PictureChoice value={award.picture} onChange={(picture) => put(at, { picture })} />
              <RemoveRow
                label={`Remove award ${at + 1}`}
                onRemove={() => onChange({ awards: awards.filter((_, i) => i !== at) })}
              />
              <RowFault fault={fault} />
            </li>
          );
        })}
      </ul>
      <Button
        className="mt-1.5"
        disabled={awards.length >= MOST_AWARDS}
        onClick={() => onChange({ awards: [...awards, { ...EMPTY_AWARD }] })}
      >
        Another award
      </Button>
    </fieldset>
  );
}
