import { useState } from 'react';
import {
  type Contest,
  CONTEST_MAIL_RHYTHMS,
  type ContestMailRhythm,
  LONGEST_CONTEST_TEXT,
} from '#contract/schemas/contest';
import {
  CONTEST_MEMBERS,
  CONTEST_REPEATS,
  type ContestMember,
  type ContestRepeat,
} from '#core/contest/contest';
import { parseDay } from '#core/period/day';
import { useGetCompanyQuery, useListMeasuresQuery } from '../app/api';
import { DayField } from '../app/DayField';
import { faultAt, otherFault } from '../app/FailureNote';
import {
  useAddContestMutation,
  useChangeContestMutation,
  usePreviewContestMutation,
} from '../figures/contests/api';
import { MEMBER_WORDS, REPEAT_WORDS } from '../figures/contests/words';
import { Button } from '../ui/Button';
import { Dialog } from '../ui/Dialog';
import { Field, INPUT } from '../ui/Field';
import { useSay } from '../ui/Toasts';
import { AwardFields } from './AwardFields';
import { GoalFields } from './GoalFields';
import { PreviewResult } from './PreviewResult';
import { beginContest, readContest, toTypedContest, type TypedContest } from './typedContest';

const RHYTHM_WORDS: Readonly<Record<ContestMailRhythm, string>> = {
  none: 'no mail',
  end: 'the result by mail',
  weekly: 'how it goes each Monday, and the result',
  daily: 'how it goes each day, and the result',
};

/** Makes or changes a draft, with a look at who would have won last time. */
export function ContestForm({
  unit,
  contest,
  currency,
  onClose,
  onSaved,
}: {
  unit: string;
  contest: Contest | null;
  currency: string;
  onClose(): void;
  onSaved(id: number): void;
}) {
  const { data: company } = useGetCompanyQuery();
  const { data: listed } = useListMeasuresQuery();
  const measures = (listed?.measures ?? []).filter(
    ({ isArchived, direction }) => !isArchived && direction === 'higher',
  );
  const findMeasure = (code: string) => listed?.measures.find((each) => each.code === code);
  const [typed, setTyped] = useState<TypedContest>(() =>
    contest
      ? toTypedContest(contest, findMeasure, currency)
      : beginContest(parseDay(company?.today ?? '2026-01-01')!),
  );
  const [faults, setFaults] = useState<Record<string, string>>({});
  const [add, adding] = useAddContestMutation();
  const [change, changing] = useChangeContestMutation();
  const [preview, previewing] = usePreviewContestMutation();
  const say = useSay();
  const error = adding.error ?? changing.error ?? previewing.error;
  const put = (over: Partial<TypedContest>) => {
    previewing.reset();
    setTyped((old) => ({ ...old, ...over }));
  };
  const read = () => {
    const found = readContest(typed, contest?.unit.code ?? unit, findMeasure, currency);
    setFaults(found.faults);
    return found.input;
  };
  const save = async () => {
    const input = read();
    if (!input) return;
    const result = contest ? await change({ id: contest.id, body: input }) : await add(input);
    if (result.error) return;
    say(contest ? 'The draft is changed.' : 'The draft is made. Look at the names and start it.');
    onSaved(result.data.contest.id);
    onClose();
  };
  const faultOf = (field: string) => faults[field] ?? faultAt(error, `rules/${field}`);
  const other = otherFault(error, ['name', 'from', 'through', 'repeat']);
  const isLoading = !listed || !company;
  return (
    <Dialog
      title={contest ? `Change “${contest.name}”` : 'New contest'}
      description="For the unit chosen in the tree. Who takes part sees everybody’s name, place and share of the goal."
      isOpen
      onClose={onClose}
      width="w-[720px]"
    >
      <form
        className="flex flex-col gap-4"
        onSubmit={(event) => {
          event.preventDefault();
          void save();
        }}
      >
        <div className="grid grid-cols-2 gap-3 max-phone:grid-cols-1">
          <Field label="Name" fault={faultAt(error, 'name') && 'Give it a name.'}>
            <input
              className={INPUT}
              maxLength={80}
              value={typed.name}
              onChange={(event) => put({ name: event.target.value })}
            />
          </Field>
          <Field label="Takes part">
            <select
              className={INPUT}
              value={typed.member}
              onChange={(event) => put({ member: event.target.value as ContestMember })}
            >
              {CONTEST_MEMBERS.map((member) => (
                <option key={member} value={member}>
                  {MEMBER_WORDS[member]}
                </option>
              ))}
            </select>
          </Field>
          <Field label="How often" fault={faultAt(error, 'repeat')}>
            <select
              className={INPUT}
              value={typed.repeat}
              onChange={(event) => put({ repeat: event.target.value as ContestRepeat })}
            >
              {CONTEST_REPEATS.map((repeat) => (
                <option key={repeat} value={repeat}>
                  {REPEAT_WORDS[repeat]}
                </option>
              ))}
            </select>
          </Field>
          <div className="grid grid-cols-2 gap-2">
            <Field label="From" fault={faultAt(error, 'from')}>
              <DayField value={typed.from} leaning="future" onChange={(from) => put({ from })} />
            </Field>
            <Field label="Last day" fault={faultAt(error, 'through')}>
              <DayField
                value={typed.through}
                leaning="future"
                onChange={(through) => put({ through })}
              />
            </Field>
          </div>
        </div>
        <Field label="What it is about (optional)">
          <textarea
            rows={2}
            maxLength={LONGEST_CONTEST_TEXT}
            className="w-full rounded-sheet border border-strong/30 bg-sheet px-2.5 py-1.5"
            value={typed.text}
            onChange={(event) => put({ text: event.target.value })}
          />
        </Field>
        <GoalFields typed={typed} measures={measures} faultOf={faultOf} onChange={put} />
        <AwardFields typed={typed} currency={currency} faultOf={faultOf} onChange={put} />
        <fieldset className="flex flex-wrap items-center gap-x-4 gap-y-1.5">
          <legend className="mb-1.5 font-semibold">Besides</legend>
          {(
            [
              ['leavesOutRamps', 'newcomers on a ramp are left out'],
              ['isByInvitation', 'by invitation: who wants takes part'],
              ['isOnBoards', 'shown on wall boards'],
            ] as const
          ).map(([field, label]) => (
            <label key={field} className="flex items-center gap-1.5">
              <input
                type="checkbox"
                checked={typed[field]}
                onChange={(event) => put({ [field]: event.target.checked })}
              />
              {label}
            </label>
          ))}
          <label className="flex items-center gap-1.5">
            <span className="sr-only">Mail</span>
            <select
              className={INPUT}
              value={typed.mailRhythm}
              onChange={(event) => put({ mailRhythm: event.target.value as ContestMailRhythm })}
            >
              {CONTEST_MAIL_RHYTHMS.map((rhythm) => (
                <option key={rhythm} value={rhythm}>
                  {RHYTHM_WORDS[rhythm]}
                </option>
              ))}
            </select>
          </label>
          {typed.mailRhythm !== 'none' && (
            <input
              aria-label="Text of the mail"
              placeholder="Your own words in the mail (optional)"
              className={INPUT}
              maxLength={LONGEST_CONTEST_TEXT}
              value={typed.mailText}
              onChange={(event) => put({ mailText: event.target.value })}
            />
          )}
        </fieldset>
        {other && (
          <p role="alert" className="text-grade-1">
            {other}
          </p>
        )}
        {previewing.data && <PreviewResult preview={previewing.data} />}
        <div className="flex flex-wrap justify-end gap-2">
          <Button
            disabled={previewing.isLoading || isLoading}
            onClick={() => {
              const input = read();
              if (input) void preview({ ...input, name: input.name.trim() || 'Draft' });
            }}
          >
            Who would have won?
          </Button>
          <Button
            type="submit"
            kind="main"
            disabled={adding.isLoading || changing.isLoading || isLoading}
          >
            {contest ? 'Save' : 'Make the draft'}
          </Button>
        </div>
      </form>
    </Dialog>
  );
}
