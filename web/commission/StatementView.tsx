import { useState } from 'react';
import { Link, useLocation } from 'react-router';
import type { CommissionStatement, StatementEntry } from '#contract/schemas/commission';
import { parseDay } from '#core/period/day';
import { describeEntry, describeRates, showAttainment, showBase } from '#wording/commission';
import { nameInSentence } from '#wording/nameInSentence';
import { formatPaid } from '#wording/numbers/format';
import { shortDay } from '#wording/period';
import { FailureNote, otherFault } from '../app/FailureNote';
import { Moment } from '../app/Moment';
import { placeLink } from '../app/placeLink';
import { Button } from '../ui/Button';
import { FileLink } from '../ui/FileLink';
import { Loading } from '../ui/Loading';
import { useSay } from '../ui/Toasts';
import { useApproveStatementMutation, useGetStatementQuery } from './api';
import { LineComments } from './LineComments';
import { WhatIfBox } from './WhatIfBox';
import { STATE_WORDS } from './words';

/** A payee's month with every line, questions about them, and its approval. */
export function StatementView({
  payee,
  period,
  periodName,
  isMine = false,
}: {
  payee: string;
  period: string;
  periodName: string;
  isMine?: boolean;
}) {
  const { data, error, refetch } = useGetStatementQuery({ payee, period });
  if (error) return <FailureNote failure={error} onRetry={() => void refetch()} />;
  // What was asked before stands until the answer to the new question is there.
  if (data?.payee !== payee || data.period !== period) return <Loading what="the statement" />;
  const Heading = isMine ? 'h1' : 'h3';
  return (
    <div className="flex flex-col gap-3">
      <div>
        <Heading className={isMine ? '' : 'text-[15px] font-semibold'}>
          {describe(data, isMine, periodName)}
        </Heading>
        <p className="text-soft">{describeBasis(data)}</p>
      </div>
      {data.unknown > 0 && (
        <p className="text-grade-1">
          {data.unknown} {data.unknown === 1 ? 'line has' : 'lines have'} no cost and{' '}
          {data.unknown === 1 ? 'earns' : 'earn'} nothing under a plan on gross profit. Give the
          cost in the deal.
        </p>
      )}
      <Lines statement={data} />
      {data.state === 'open' && <WhatIfBox statement={data} isMine={isMine} />}
      <Approval statement={data} />
    </div>
  );
}

function describe(
  { total, currency, state, paidOn, hindrance, name }: CommissionStatement,
  isMine: boolean,
  periodName: string,
): string {
  const amount = `${formatPaid(total, currency)} commission`;
  if (state === 'open' && hindrance === 'running')
    return `${isMine ? 'You have' : `${name} has`} earned ${amount} so far in ${periodName}`;
  const paid =
    state === 'paid' && paidOn
      ? `paid on ${shortDay(parseDay(paidOn)!, true)}`
      : STATE_WORDS[state];
  return `${isMine ? 'You get' : `${name} gets`} ${amount} for ${periodName}, ${paid}`;
}

function describeBasis(statement: CommissionStatement): string {
  const { base, target, attainment, measurePeriod, currency, plan, owed } = statement;
  const money = (value: number) => showBase(value, statement);
  const reached = `${money(base)} ${nameInSentence({ name: statement.measureName })} in ${measurePeriod}`;
  return [
    plan.name,
    target === null || attainment === null
      ? `${reached}, without a target`
      : `${reached}, ${showAttainment(attainment)} of ${money(target)}`,
    ...(owed !== 0 ? [`${formatPaid(owed, currency)} advanced and still to be earned`] : []),
  ].join(' · ');
}

function Lines({ statement }: { statement: CommissionStatement }) {
  const { entries, currency, measureName, total, comments } = statement;
  const [asked, setAsked] = useState<string | null>(null);
  const { search } = useLocation();
  const withComments = new Map<string, number>();
  for (const { entry, settledAt } of comments)
    if (settledAt === null) withComments.set(entry, (withComments.get(entry) ?? 0) + 1);
  const seen = new Set<string>();
  return (
    <section aria-label="Lines" className="rounded-sheet border border-line bg-sheet">
      <table className="w-full text-[12.5px] [&_td]:px-2 [&_td]:py-1 [&_th]:px-2 [&_th]:py-1.5">
        <thead className="text-left text-soft">
          <tr className="border-b border-line">
            <th scope="col" className="font-medium">
              What
            </th>
            <th scope="col" className="text-right font-medium max-phone:hidden">
              {measureName}
            </th>
            <th scope="col" className="font-medium max-phone:hidden">
              Rate
            </th>
            <th scope="col" className="text-right font-medium">
              Commission
            </th>
            <th scope="col">
              <span className="sr-only">Questions</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {entries.map((entry, at) => {
            const isFirst = !seen.has(entry.key);
            seen.add(entry.key);
            const open = withComments.get(entry.key) ?? 0;
            return (
              <LineRows
                key={`${entry.key} ${at}`}
                entry={entry}
                base={showBaseOf(entry, statement)}
                rates={describeRates(entry, statement)}
                amount={formatPaid(entry.amount, currency)}
                link={
                  entry.dealId === null
                    ? null
                    : `/deals${placeLink(search) || '?'}&deal=${entry.dealId}`
                }
                open={open}
                isAsked={isFirst && asked === entry.key}
                onAsk={isFirst ? () => setAsked(asked === entry.key ? null : entry.key) : undefined}
                statement={statement}
              />
            );
          })}
          {entries.length === 0 && (
            <tr>
              <td colSpan={5} className="text-soft">
                Nothing was earned.
              </td>
            </tr>
          )}
        </tbody>
        <tfoot>
          <tr className="border-t border-strong/40 font-semibold">
            <th scope="row" className="text-left">
              Total
            </th>
            <td className="max-phone:hidden" />
            <td className="max-phone:hidden" />
            <td className="text-right">{formatPaid(total, currency)}</td>
            <td />
          </tr>
        </tfoot>
      </table>
    </section>
  );
}

function showBaseOf({ base, kind }: StatementEntry, statement: CommissionStatement): string {
  if (base === null) return kind === 'deal' ? 'not known' : '';
  return showBase(base, statement);
}

function LineRows({
  entry,
  base,
  rates,
  amount,
  link,
  open,
  isAsked,
  onAsk,
  statement,
}: {
  entry: StatementEntry;
  base: string;
  rates: string;
  amount: string;
  link: string | null;
  open: number;
  isAsked: boolean;
  onAsk: (() => void) | undefined;
  statement: CommissionStatement;
}) {
  const words = describeEntry(entry);
  const day = entry.day === null ? null : shortDay(parseDay(entry.day)!);
  return (
    <>
      <tr className="border-b border-line/60 align-top">
        <td>
          {link ? (
            <Link className="hover:underline" to={link}>
              {words}
            </Link>
          ) : (
            words
          )}
          {day && (entry.kind === 'deal' || entry.kind === 'value') && (
            <span className="text-soft"> · {day}</span>
          )}
          <span className="block text-soft phone:hidden">
            {[base, rates].filter(Boolean).join(' at ')}
          </span>
        </td>
        <td className="text-right whitespace-nowrap max-phone:hidden">{base}</td>
        <td className="whitespace-nowrap text-soft max-phone:hidden">{rates}</td>
        <td className="text-right whitespace-nowrap">{amount}</td>
        <td className="w-[1%] !py-0 text-right align-middle">
          {onAsk && (
            <Button
              kind="quiet"
              className="h-[22px] px-1.5 text-[11.5px]"
              aria-expanded={isAsked}
              onClick={onAsk}
            >
              {open > 0 ? (
                <span className="text-grade-1">{open} to settle</span>
              ) : (
                <span className="text-soft">Ask</span>
              )}
              <span className="sr-only"> about {words}</span>
            </Button>
          )}
        </td>
      </tr>
      {isAsked && (
        <tr className="border-b border-line/60">
          <td colSpan={5} className="bg-cell/50">
            <LineComments statement={statement} entry={entry.key} />
          </td>
        </tr>
      )}
    </>
  );
}

const HINDRANCES: Readonly<Record<NonNullable<CommissionStatement['hindrance']>, string>> = {
  running: 'It can be approved once the month has ended.',
  earlierOpen: 'An earlier month is to be approved first.',
  needsSecond: 'You approved it; a second person has to.',
  ownStatement: 'Your own statement is approved by somebody above you.',
};

function Approval({ statement }: { statement: CommissionStatement }) {
  const { payee, period, total, state, currency, mayApprove, hindrance } = statement;
  const [approve, { error, isLoading }] = useApproveStatementMutation();
  const say = useSay();
  const file = new URLSearchParams({ unit: statement.unit.code, period, format: 'pdf', payee });
  return (
    <section aria-label="Approval" className="flex flex-col gap-1.5">
      {statement.approvedBy && statement.approvedAt && (
        <p className="text-soft">
          Approved by {statement.approvedBy}, <Moment at={statement.approvedAt} />
          {statement.secondBy && statement.secondAt && (
            <>
              {' '}
              and {statement.secondBy}, <Moment at={statement.secondAt} />
            </>
          )}
          . It stays as it was; what changes is corrected in the next.
        </p>
      )}
      {error && (
        <p role="alert" className="text-grade-1">
          {otherFault(error, [])}
        </p>
      )}
      <div className="flex flex-wrap items-center gap-2">
        {mayApprove && (state === 'open' || state === 'awaiting') && (
          <Button
            kind="main"
            missing={hindrance && HINDRANCES[hindrance]}
            disabled={isLoading}
            onClick={() =>
              void approve({ payee, period, total }).then((result) => {
                if (result.data)
                  say(
                    result.data.state === 'awaiting'
                      ? 'Approved. A second person has to approve it too.'
                      : 'Approved and locked.',
                  );
              })
            }
          >
            Approve {formatPaid(total, currency)}
          </Button>
        )}
        <FileLink href={`/api/v1/commission-statements/export?${file}`}>PDF</FileLink>
      </div>
    </section>
  );
}
