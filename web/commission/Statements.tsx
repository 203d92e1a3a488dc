import { useState } from 'react';
import type { Me } from '#contract/schemas/access';
import type { StatementList, StatementRow } from '#contract/schemas/commission';
import { formatPaid } from '#wording/numbers/format';
import { useAddress } from '../app/address';
import { DayField } from '../app/DayField';
import { FailureNote, faultAt, otherFault } from '../app/FailureNote';
import { Button } from '../ui/Button';
import { type Column, DataTable } from '../ui/DataTable';
import { Dialog } from '../ui/Dialog';
import { Field } from '../ui/Field';
import { FileLink } from '../ui/FileLink';
import { LineList } from '../ui/LineList';
import { Loading } from '../ui/Loading';
import { useSay } from '../ui/Toasts';
import { useIsNarrowerThan } from '../ui/useScreen';
import {
  useApproveStatementMutation,
  useListStatementsQuery,
  usePayStatementsMutation,
} from './api';
import type { ShownMonth } from './shownMonth';
import { StatementView } from './StatementView';
import { STATE_WORDS } from './words';

/** Statements of a month: a row a payee, each opens to its lines; a salesperson sees their own. */
export function Statements({ unit, month, me }: { unit: string; month: ShownMonth; me: Me }) {
  const { search, put } = useAddress();
  const { data, error, refetch } = useListStatementsQuery({ unit, period: month.id });
  const isPhone = useIsNarrowerThan('phone');
  const payee = search.get('payee');
  if (error) return <FailureNote failure={error} onRetry={() => void refetch()} />;
  if (!data) return <Loading what="the statements" />;
  if (me.role === 'salesperson')
    return data.rows.length === 0 ? (
      <>
        <h1>No commission plan applies to you in {month.name}</h1>
        <p className="text-soft">Your manager sets commission plans.</p>
      </>
    ) : (
      <StatementView payee={data.rows[0]!.payee} period={month.id} periodName={month.name} isMine />
    );
  const open = data.rows.find((row) => row.payee === payee);
  return (
    <>
      <h1>{describe(data, month)}</h1>
      {!month.isChosen && (
        <p className="text-soft">Statements are by month; this is the last of the chosen period.</p>
      )}
      {data.atForecast !== null && (
        <p className="text-soft">
          At the forecast the month costs {formatPaid(data.atForecast, data.currency)}: with open
          deals expected in it at their probability.
        </p>
      )}
      <Files unit={unit} period={month.id} data={data} />
      {data.withoutPlan.length > 0 && (
        <p className="text-soft">No plan applies to {listNames(data.withoutPlan)}.</p>
      )}
      {data.rows.length === 0 ? (
        <p className="rounded-sheet border border-line bg-sheet p-4 text-soft">
          Nobody here has a statement in {month.name}. Add a plan under Plans, and it pays from its
          month on.
        </p>
      ) : (
        <section
          aria-label="Statements"
          className="flex min-h-0 flex-1 flex-col rounded-sheet border border-line bg-sheet"
        >
          {isPhone ? (
            <LineList
              label="Statements"
              rows={data.rows}
              keyOf={(row) => row.payee}
              onOpen={(row) => put({ payee: row.payee })}
              toLine={(row) => ({
                title: row.name,
                value: formatPaid(row.total, data.currency),
                note: `${row.plan.name}${row.openComments > 0 ? ` · ${questions(row)}` : ''}`,
                beside: STATE_WORDS[row.state],
              })}
            />
          ) : (
            <DataTable
              label="Statements"
              rows={data.rows}
              keyOf={(row) => row.payee}
              columns={columnsOf(data)}
              onOpen={(row) => put({ payee: row.payee })}
              isChosen={(row) => row.payee === payee}
            />
          )}
        </section>
      )}
      <Dialog
        title={open?.name ?? ''}
        description={`Commission for ${month.name}`}
        isOpen={open !== undefined}
        onClose={() => put({ payee: null })}
        place="side"
        width="w-[780px]"
      >
        {open && <StatementView payee={open.payee} period={month.id} periodName={month.name} />}
      </Dialog>
    </>
  );
}

const MOST_NAMED = 6;

const listNames = (names: readonly string[]) =>
  names.length <= MOST_NAMED
    ? names.join(', ')
    : `${names.slice(0, MOST_NAMED).join(', ')} and ${names.length - MOST_NAMED} others`;

function describe(
  { rows, total, currency, unit, atForecast }: StatementList,
  month: ShownMonth,
): string {
  const isRunning = rows.every(({ state }) => state === 'open') && atForecast !== null;
  if (isRunning)
    return `${unit.name}: ${formatPaid(total, currency)} commission so far in ${month.name}`;
  if (rows.length === 0) return `${unit.name}: no commission in ${month.name}`;
  const open = rows.filter(({ state }) => state === 'open' || state === 'awaiting').length;
  const left = open === 0 ? 'all approved' : `${open} of ${rows.length} not approved`;
  return `${unit.name}: ${formatPaid(total, currency)} commission for ${month.name}, ${left}`;
}

const questions = ({ openComments }: StatementRow) =>
  `${openComments} ${openComments === 1 ? 'question' : 'questions'}`;

function columnsOf({ currency, total, earned }: StatementList): Column<StatementRow>[] {
  const money = (minor: number) => formatPaid(minor, currency);
  const right = 'right' as const;
  return [
    {
      key: 'name',
      heading: 'Name',
      width: 'minmax(140px, 1.2fr)',
      cell: (row) => <span className="font-medium">{row.name}</span>,
      total: 'All',
    },
    {
      key: 'unit',
      heading: 'Stands in',
      width: 'minmax(110px, 1fr)',
      cell: (row) => <span className="text-soft">{row.unit.name}</span>,
    },
    {
      key: 'plan',
      heading: 'Plan',
      width: 'minmax(110px, 1fr)',
      cell: (row) => <span className="text-soft">{row.plan.name}</span>,
    },
    {
      key: 'earned',
      heading: 'Earned',
      width: '110px',
      align: right,
      cell: (row) => money(row.earned),
      total: money(earned),
    },
    {
      key: 'other',
      heading: 'Corrections, advances',
      width: '150px',
      align: right,
      cell: (row) => (row.total === row.earned ? '–' : money(row.total - row.earned)),
      total: total === earned ? '–' : money(total - earned),
    },
    {
      key: 'total',
      heading: 'To be paid',
      width: '110px',
      align: right,
      cell: (row) => <span className="font-semibold">{money(row.total)}</span>,
      total: money(total),
    },
    {
      key: 'state',
      heading: 'State',
      width: '130px',
      cell: (row) => (
        <span className={row.state === 'open' ? 'text-soft' : 'text-made'}>
          {STATE_WORDS[row.state]}
        </span>
      ),
    },
    {
      key: 'comments',
      heading: 'To settle',
      width: '100px',
      cell: (row) => row.openComments > 0 && <span className="text-grade-1">{questions(row)}</span>,
    },
  ];
}

function Files({ unit, period, data }: { unit: string; period: string; data: StatementList }) {
  const [isPaying, setPaying] = useState(false);
  const locked = data.rows.filter(({ state }) => state === 'locked').length;
  const link = (format: string, name: string) => (
    <FileLink
      key={format}
      href={`/api/v1/commission-statements/export?${new URLSearchParams({ unit, period, format })}`}
    >
      {name}
    </FileLink>
  );
  if (data.rows.length === 0) return null;
  return (
    <div className="flex flex-wrap items-center gap-2">
      {link('pdf', 'PDF')}
      {link('xlsx', 'XLSX')}
      {link('csv', 'CSV')}
      {link('payroll', 'File for payroll')}
      {data.mayApprove && <ApproveAll data={data} />}
      {locked > 0 && (
        <Button onClick={() => setPaying(true)}>
          {locked} {locked === 1 ? 'was' : 'were'} paid…
        </Button>
      )}
      {isPaying && (
        <PaidDialog unit={unit} period={period} count={locked} onClose={() => setPaying(false)} />
      )}
    </div>
  );
}

/** Approves what can be approved, each as it stands here. */
function ApproveAll({ data }: { data: StatementList }) {
  const [approve] = useApproveStatementMutation();
  const [isAsking, setAsking] = useState(false);
  const [isBusy, setBusy] = useState(false);
  const say = useSay();
  const open = data.rows.filter((row) => row.mayApprove);
  const total = open.reduce((sum, row) => sum + row.total, 0);
  const run = async () => {
    setBusy(true);
    const refused: string[] = [];
    for (const { payee, name, period, total: seen } of open) {
      const result = await approve({ payee, period, total: seen });
      if (result.error) refused.push(name);
    }
    setBusy(false);
    setAsking(false);
    if (refused.length > 0)
      say(`Not approved: ${refused.join(', ')}. Open them to see why.`, { kind: 'fault' });
    else say(`${open.length} are approved.`);
  };
  if (open.length < 2) return null;
  return (
    <>
      <Button onClick={() => setAsking(true)}>Approve all {open.length}…</Button>
      <Dialog
        title={`Approve ${open.length} statements`}
        description={`${formatPaid(total, data.currency)} together. They stay as they are; what changes is corrected in the next.`}
        isOpen={isAsking}
        onClose={() => setAsking(false)}
        width="w-[420px]"
      >
        <Button kind="main" disabled={isBusy} onClick={() => void run()}>
          Approve {formatPaid(total, data.currency)}
        </Button>
      </Dialog>
    </>
  );
}

function PaidDialog({
  unit,
  period,
  count,
  onClose,
}: {
  unit: string;
  period: string;
  count: number;
  onClose(): void;
}) {
  const [paidOn, setPaidOn] = useState('');
  const [pay, { error, isLoading }] = usePayStatementsMutation();
  const say = useSay();
  return (
    <Dialog
      title="Paid on"
      description={`${count} approved ${count === 1 ? 'statement' : 'statements'} of this month. It cannot be taken back.`}
      isOpen
      onClose={onClose}
      width="w-[420px]"
    >
      <form
        className="flex flex-col gap-3"
        onSubmit={(event) => {
          event.preventDefault();
          void pay({ unit, period, paidOn }).then((result) => {
            if (result.error) return;
            say('They are marked as paid.');
            onClose();
          });
        }}
      >
        <Field label="Day" fault={faultAt(error, 'paidOn')}>
          <DayField value={paidOn} onChange={setPaidOn} />
        </Field>
        {error && otherFault(error, ['paidOn']) && (
          <p role="alert" className="text-grade-1">
            {otherFault(error, ['paidOn'])}
          </p>
        )}
        <Button type="submit" kind="main" disabled={isLoading || paidOn === ''}>
          Mark as paid
        </Button>
      </form>
    </Dialog>
  );
}
