import { type DragEvent, useEffect, useRef, useState } from 'react';
import type { Problem } from '#contract/errors/problem';
import type { ImportKind, ImportReport } from '#contract/schemas/import';
import type { ImportMapping } from '#contract/schemas/importMapping';
import { formatCount } from '#wording/numbers/format';
import { Button } from '../../ui/Button';
import { classNames } from '../../ui/classNames';
import { Dialog } from '../../ui/Dialog';
import { Field, INPUT } from '../../ui/Field';
import { useSay } from '../../ui/Toasts';
import { useGetImportProgressQuery } from '../api';
import { FailureNote } from '../FailureNote';
import { type Corrected, NONE_CORRECTED, withCorrection, writeCorrections } from './corrections';
import { ImportReportView } from './ImportReportView';
import { MappingSheet } from './mapping/MappingSheet';
import { UnknownValues } from './mapping/UnknownValues';
import { type ChosenFile, useMapping } from './mapping/useMapping';
import { type UploadState, useFileUpload } from './useFileUpload';

const COLUMNS: Record<ImportKind, string> = {
  units: 'unit, name, kind, parent, from, to, email, country',
  targets: 'unit, period, measure, target, floor, stretch, note',
  deals: 'deal, salesperson, customer, amount, currency, status, closed_on, expected_on and more',
  products:
    'product (the code), name, category, list_price, currency, cost, from, until (the last day)',
  history: 'unit, period (a month, for example FY2025-P03), measure, value',
  customers: 'customer, group, email, address, owner (a code), notes',
  deal_lines:
    'deal, line, product, quantity, price, cost, amount; the lines of a deal replace those it had',
  activities: 'unit, on, measure, value',
  rates: 'currency, from, rate',
};

interface ImportDialogProps {
  kind: ImportKind;
  /** For targets: the draft to import into; null: a new one. */
  plan?: { id: number; name: string } | null;
  onClose(): void;
  onImported?(report: ImportReport): void;
}

/**
 * Choose, drop or paste a file; see how it is read and what it would do; then do it, all rows or
 * none.
 */
export function ImportDialog({ kind, plan = null, onClose, onImported }: ImportDialogProps) {
  const [file, setFile] = useState<ChosenFile | null>(null);
  const [reason, setReason] = useState('');
  const [report, setReport] = useState<ImportReport | null>(null);
  const [error, setError] = useState<Problem | 'cancelled' | null>(null);
  const [corrected, setCorrected] = useState<Corrected>(NONE_CORRECTED);
  /** With which the shown report was made. */
  const [checked, setChecked] = useState<Corrected>(NONE_CORRECTED);
  const { send, state, cancel, forget } = useFileUpload();
  const reading = useMapping(send);
  const say = useSay();
  /** From the press to the answer: how the file is read is saved before it is sent. */
  const [isAsked, setAsked] = useState(false);
  const isLoading = isAsked || state.phase !== 'idle';

  const run = async (
    chosen: ChosenFile,
    how: 'check' | 'all' | 'good',
    mapping: number | null,
    cells = corrected,
  ) => {
    const corrections = writeCorrections(cells);
    const query = new URLSearchParams({
      check: String(how === 'check'),
      fileName: chosen.name,
      ...(how === 'good' ? { partial: 'true' } : {}),
      ...(reason.trim() ? { reason: reason.trim() } : {}),
      ...(plan ? { plan: String(plan.id) } : {}),
      ...(mapping === null ? {} : { mapping: String(mapping) }),
      ...(corrections ? { corrections } : {}),
    });
    setError(null);
    const result = await send<ImportReport>(`/imports/${kind}?${query}`, chosen);
    if (!('data' in result)) return setError('error' in result ? result.error : 'cancelled');
    setReport(result.data);
    setChecked(cells);
    if (!result.data.written) return;
    forget();
    const drafts = result.data.plans?.map((each) => `“${each.name}”`).join(' and ');
    const left =
      result.data.refused > 0
        ? ` ${result.data.refused} refused ${result.data.refused === 1 ? 'row was' : 'rows were'} left out.`
        : '';
    say(
      `${result.data.created} ${kind} new, ${result.data.changed} changed, ${result.data.unchanged} as they were.${left}${drafts ? ` They are in the draft ${drafts}, not yet published.` : ''}`,
    );
    onClose();
    onImported?.(result.data);
  };
  const choose = async (blob: Blob, name: string) => {
    const chosen = { blob, name };
    setError(null);
    setReport(null);
    setFile(chosen);
    setCorrected(NONE_CORRECTED);
    if (kind !== 'deals') return run(chosen, 'check', null, NONE_CORRECTED);
    const problem = await reading.begin(chosen);
    if (problem) return setError(problem);
  };
  const ask = async (how: 'check' | 'all' | 'good') => {
    if (!file || isAsked) return;
    setAsked(true);
    try {
      await run(file, how, kind === 'deals' ? await reading.save() : null);
    } finally {
      setAsked(false);
    }
  };
  const check = () => ask('check');
  const isCorrected = corrected !== checked;
  const unchecked = isCorrected ? 'Check again with what you corrected.' : null;
  const begun = reading.preview;
  // A file in the open form, or one that was read before, is checked at once: once a file, not with every change of how it is read.
  useEffect(() => {
    if (begun && reading.isReady && !reading.isOpen) void check();
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [begun]);
  const close = () => {
    cancel();
    onClose();
  };
  const change = (mapping: ImportMapping) => {
    setReport(null);
    reading.change(mapping);
  };
  const match = (column: string, value: string, meant: string) => {
    const { mapping } = reading;
    if (mapping)
      reading.change({
        ...mapping,
        values: { ...mapping.values, [column]: { ...mapping.values[column], [value]: meant } },
      });
  };
  const count = report ? report.created + report.changed : 0;
  const hasChanges = report !== null && report.refused === 0 && count > 0;
  // Units hang together: a part of them would leave others without their parents.
  const hasGoodRows = report !== null && report.refused > 0 && count > 0 && kind !== 'units';

  return (
    <Dialog
      title={`Import ${kind}`}
      description={`CSV, XLSX or JSON with the columns ${COLUMNS[kind]}. Nothing is written before you say so.${kind === 'deals' ? ' Other headings, days and numbers are matched first.' : ''}${kind === 'targets' ? (plan ? ` Imported into the draft “${plan.name}”.` : ' Imported into a new draft.') : ''}`}
      isOpen
      onClose={close}
      width="w-[860px]"
    >
      <DropPlace onFile={(blob, name) => void choose(blob, name)} />
      {file && (
        <p className="mt-3 flex items-center gap-3 font-medium">
          {file.name}
          {begun && !reading.isOpen && (
            <Button kind="quiet" className="h-[24px] text-[12px]" onClick={reading.open}>
              How it is read…
            </Button>
          )}
          {begun?.isRemembered && (
            <span className="font-normal text-soft">read as the last file with these headings</span>
          )}
        </p>
      )}
      {begun && reading.isOpen && reading.mapping && (
        <MappingSheet preview={begun} mapping={reading.mapping} onChange={change} />
      )}
      {isLoading && <Progress state={state} onCancel={cancel} />}
      {error && !isLoading && (
        <div className="mt-3">
          <ImportFailure failure={error} />
        </div>
      )}
      {report && !isLoading && reading.mapping && (
        <UnknownValues unknown={report.unknown ?? []} mapping={reading.mapping} onMatch={match} />
      )}
      {begun && !isLoading && (report === null || reading.isChanged) && reading.isReady && (
        <Button
          kind={report === null ? 'main' : 'plain'}
          className="mt-3"
          onClick={() => void check()}
        >
          {report === null ? 'Check the file' : 'Check again with the matches'}
        </Button>
      )}
      {report && !isLoading && (
        <ImportReportView
          report={report}
          corrected={corrected}
          onCorrect={(line, column, value) =>
            setCorrected(withCorrection(corrected, line, column, value))
          }
          onCheckAgain={isCorrected ? () => void check() : null}
        />
      )}
      {(hasChanges || hasGoodRows) && (
        <Field label="Why (optional, kept in the history)" className="mt-4">
          <input
            className={INPUT}
            maxLength={500}
            value={reason}
            onChange={(event) => setReason(event.target.value)}
          />
        </Field>
      )}
      <div className="mt-5 flex justify-end gap-2">
        <Button onClick={close}>Close</Button>
        {hasGoodRows && (
          <Button
            disabled={isLoading || reading.isChanged}
            missing={unchecked}
            onClick={() => void ask('good')}
          >
            Import the {formatCount(count)} good {count === 1 ? 'row' : 'rows'} only
          </Button>
        )}
        <Button
          kind="main"
          disabled={!hasChanges || isLoading}
          missing={hasGoodRows ? null : unchecked}
          onClick={() => void ask('all')}
        >
          {report && report.refused === 0 && !hasChanges ? 'Nothing to change' : 'Import all rows'}
        </Button>
      </div>
    </Dialog>
  );
}

function Progress({ state, onCancel }: { state: UploadState; onCancel(): void }) {
  const isWorking = state.phase === 'working';
  const { data } = useGetImportProgressQuery(undefined, {
    skip: !isWorking,
    pollingInterval: 500,
    refetchOnMountOrArgChange: true,
  });
  const share = state.phase === 'sending' ? Math.round(state.share * 100) : 0;
  const rows = isWorking ? (data?.rows ?? null) : null;
  return (
    <div className="mt-3 flex items-center gap-3">
      {!isWorking && (
        <progress
          aria-label="File sent"
          max={100}
          value={share}
          className="h-2 w-[220px] accent-[var(--now)]"
        />
      )}
      <span role="status">
        {!isWorking
          ? 'Sending the file …'
          : data?.isRead
            ? 'Comparing with the book …'
            : 'Reading and checking every row …'}
      </span>
      {/* Not read out: it changes twice a second. */}
      <span aria-hidden className="text-soft">
        {isWorking ? rows !== null && `${formatCount(rows)} rows` : `${share} %`}
      </span>
      <Button onClick={onCancel}>Cancel</Button>
    </div>
  );
}

function ImportFailure({ failure }: { failure: Problem | 'cancelled' }) {
  if (failure === 'cancelled') return <p>Cancelled; nothing was changed.</p>;
  const { errors } = failure;
  if (!errors?.length) return <FailureNote failure={failure} />;
  return (
    <div role="alert" className="rounded-sheet border border-grade-1 bg-danger-soft p-4">
      <p className="font-semibold">The file cannot be read; nothing was changed.</p>
      {errors.map((each) => (
        <p key={each.field + each.code} className="mt-1">
          {each.field}: {each.message}
        </p>
      ))}
    </div>
  );
}

function DropPlace({ onFile }: { onFile(blob: Blob, name: string): void }) {
  const [isOver, setOver] = useState(false);
  const [pasted, setPasted] = useState('');
  const input = useRef<HTMLInputElement>(null);
  const drop = (event: DragEvent) => {
    event.preventDefault();
    setOver(false);
    const file = event.dataTransfer.files[0];
    if (file) onFile(file, file.name);
  };
  return (
    <div
      onDragOver={(event) => {
        event.preventDefault();
        setOver(true);
      }}
      onDragLeave={() => setOver(false)}
      onDrop={drop}
      className={classNames(
        'rounded-sheet border border-dashed p-4',
        isOver ? 'border-ember bg-selected' : 'border-strong/40',
      )}
    >
      <div className="flex items-center gap-3">
        <Button onClick={() => input.current?.click()}>Choose a file</Button>
        <span className="text-soft">or drop it here, or paste rows with their heading:</span>
        <input
          ref={input}
          type="file"
          accept=".csv,.tsv,.txt,.xlsx,.json,text/csv"
          aria-label="File to import"
          className="sr-only"
          tabIndex={-1}
          onChange={(event) => {
            const file = event.target.files?.[0];
            if (file) onFile(file, file.name);
            event.target.value = '';
          }}
        />
      </div>
      <textarea
        aria-label="Pasted rows"
        rows={2}
        value={pasted}
        onChange={(event) => setPasted(event.target.value)}
        className="mt-3 w-full rounded-sheet border border-strong/30 bg-sheet px-2.5 py-1.5 font-mono text-[12px]"
      />
      {pasted.trim() && (
        <Button className="mt-2" onClick={() => onFile(new Blob([pasted]), 'pasted rows')}>
          Check the pasted rows
        </Button>
      )}
    </div>
  );
}
