import { useState } from 'react';
import type { AwardPicture } from '#core/contest/contest';
import { decimalsOf } from '#core/money/figureUnit';
import { readTyped } from '#core/money/typed';
import { useGetMeQuery } from '../app/api';
import { faultAt, otherFault } from '../app/FailureNote';
import { usePlace } from '../app/place';
import {
  useGiveAwardMutation,
  useListAwardsQuery,
  useShowOwnAwardsMutation,
  useTakeAwardBackMutation,
} from '../figures/contests/api';
import { AwardLines } from '../figures/contests/AwardLines';
import { useNames } from '../records/useNames';
import { Button } from '../ui/Button';
import { Dialog } from '../ui/Dialog';
import { Field, INPUT } from '../ui/Field';
import { useSay } from '../ui/Toasts';
import { PictureChoice } from './PictureChoice';

/** What people and teams of a unit were given; more is given by hand. */
export function AwardsSheet({
  unit,
  mayGive,
  currency,
}: {
  unit: string;
  mayGive: boolean;
  currency: string;
}) {
  const { data } = useListAwardsQuery({ unit }, { skip: !unit });
  const [show] = useShowOwnAwardsMutation();
  const [isGiving, setGiving] = useState(false);
  const [taking, setTaking] = useState<number | null>(null);
  const { data: me } = useGetMeQuery();
  return (
    <section
      aria-labelledby="awards"
      className="rounded-sheet border border-line bg-sheet px-3.5 py-2.5"
    >
      <div className="flex items-center justify-between gap-2">
        <h2 id="awards">Awards</h2>
        {mayGive && (
          <Button className="h-[26px]" onClick={() => setGiving(true)}>
            Give one…
          </Button>
        )}
      </div>
      {data && data.areOwnShown !== null && (
        <label className="flex items-center gap-1.5 text-[12.5px]">
          <input
            type="checkbox"
            checked={data.areOwnShown}
            onChange={(event) => void show(event.target.checked)}
          />
          Others may see mine
        </label>
      )}
      {data?.awards.length === 0 && <p className="py-1 text-soft">None yet.</p>}
      {data && (
        <AwardLines
          awards={data.awards}
          currency={currency}
          withNames={me?.role !== 'salesperson'}
          actionOf={(award) =>
            mayGive &&
            award.contest === null &&
            award.takenAt === null && (
              <Button
                kind="quiet"
                className="h-[24px] px-1.5 text-[12px]"
                onClick={() => setTaking(award.id)}
              >
                Take back<span className="sr-only"> {award.title}</span>
              </Button>
            )
          }
        />
      )}
      {isGiving && <GiveDialog unit={unit} currency={currency} onClose={() => setGiving(false)} />}
      {taking !== null && <TakeDialog id={taking} onClose={() => setTaking(null)} />}
    </section>
  );
}

function GiveDialog({
  unit,
  currency,
  onClose,
}: {
  unit: string;
  currency: string;
  onClose(): void;
}) {
  const { period, measure } = usePlace();
  const names = useNames(unit, period, measure);
  const [title, setTitle] = useState('');
  const [text, setText] = useState('');
  const [picture, setPicture] = useState<AwardPicture>('star');
  const [amount, setAmount] = useState('');
  const [fault, setFault] = useState<string>();
  const [give, { error, isLoading }] = useGiveAwardMutation();
  const say = useSay();
  const submit = async () => {
    const typed = readTyped(amount, decimalsOf({ kind: 'money', currency }));
    if (amount.trim() !== '' && (!typed.ok || typed.value <= 0))
      return setFault('Write an amount, for example 250.');
    setFault(undefined);
    const result = await give({
      unit,
      title,
      text,
      picture,
      amount: amount.trim() === '' || !typed.ok ? null : typed.value,
    });
    if (result.error) return;
    say(`“${title}” is given to ${names.unit}.`);
    onClose();
  };
  return (
    <Dialog
      title={`An award for ${names.unit}`}
      description="For whoever is chosen in the tree. They are told by mail."
      isOpen
      onClose={onClose}
      width="w-[460px]"
    >
      <form
        className="flex flex-col gap-3"
        onSubmit={(event) => {
          event.preventDefault();
          void submit();
        }}
      >
        <Field label="For what" fault={faultAt(error, 'title') && 'Say for what it is.'}>
          <input
            className={INPUT}
            maxLength={80}
            value={title}
            onChange={(event) => setTitle(event.target.value)}
          />
        </Field>
        <Field label="A few words (optional)">
          <input
            className={INPUT}
            maxLength={500}
            value={text}
            onChange={(event) => setText(event.target.value)}
          />
        </Field>
        <PictureChoice value={picture} onChange={setPicture} />
        <Field
          label={`Paid with commission, ${currency} (optional)`}
          fault={fault ?? faultAt(error, 'amount')}
        >
          <input
            className={INPUT}
            inputMode="decimal"
            value={amount}
            onChange={(event) => setAmount(event.target.value)}
          />
        </Field>
        {otherFault(error, ['title', 'amount']) && (
          <p role="alert" className="text-grade-1">
            {otherFault(error, ['title', 'amount'])}
          </p>
        )}
        <Button type="submit" kind="main" disabled={isLoading}>
          Give it
        </Button>
      </form>
    </Dialog>
  );
}

function TakeDialog({ id, onClose }: { id: number; onClose(): void }) {
  const [reason, setReason] = useState('');
  const [take, { error, isLoading }] = useTakeAwardBackMutation();
  return (
    <Dialog
      title="Take the award back"
      description="It stays in the list with the reason, which they are told."
      isOpen
      onClose={onClose}
      width="w-[420px]"
    >
      <form
        className="flex flex-col gap-3"
        onSubmit={(event) => {
          event.preventDefault();
          void take({ id, reason }).then((result) => {
            if (result.data) onClose();
          });
        }}
      >
        <Field label="Why" fault={error && 'Say why.'}>
          <input
            className={INPUT}
            maxLength={500}
            value={reason}
            onChange={(event) => setReason(event.target.value)}
          />
        </Field>
        <Button type="submit" kind="danger" disabled={isLoading || reason.trim() === ''}>
          Take back
        </Button>
      </form>
    </Dialog>
  );
}
