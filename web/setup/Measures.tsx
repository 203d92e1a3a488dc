import { useState } from 'react';
import type { MeasureView } from '#contract/schemas/measure';
import { baseOf } from '#core/measure/measure';
import { useListMeasuresQuery } from '../app/api';
import { FailureNote, otherFault } from '../app/FailureNote';
import { Button } from '../ui/Button';
import { useSay } from '../ui/Toasts';
import { MeasureDialog } from './MeasureDialog';
import { describeDefinition } from './measureForm';
import { useArchiveMeasureMutation, useDeleteMeasureMutation } from './measuresApi';
import { MeasureUseDialog } from './MeasureUse';

/** What is measured: those that ship, and the company's own. */
export function Measures({ mayChange }: { mayChange: boolean }) {
  const { data, error } = useListMeasuresQuery();
  const [retire] = useArchiveMeasureMutation();
  const [remove] = useDeleteMeasureMutation();
  const [changing, setChanging] = useState<MeasureView | 'new' | null>(null);
  const [using, setUsing] = useState<MeasureView | null>(null);
  const say = useSay();
  const all = data?.measures ?? [];
  const groups = [...new Set(all.map((each) => each.group))];
  const newestOf = (measure: MeasureView) =>
    all
      .filter((each) => baseOf(each.code) === baseOf(measure.code))
      .reduce((newest, each) => (each.version > newest.version ? each : newest), measure);
  const toggle = async (measure: MeasureView) => {
    const result = await retire({ code: measure.code, isArchived: !measure.isArchived });
    if (result.error) say(otherFault(result.error, []) ?? 'It was not changed.', { kind: 'fault' });
  };
  const takeAway = async (measure: MeasureView) => {
    const result = await remove(measure.code);
    say(
      result.error
        ? (otherFault(result.error, []) ?? 'It was not deleted.')
        : `${measure.name} is deleted.`,
      { kind: result.error ? 'fault' : 'done' },
    );
  };
  return (
    <>
      <p className="text-soft">
        Each is defined once and used everywhere. A computation that changes becomes a new version;
        what was made with the old one keeps it.
      </p>
      {error && <FailureNote failure={error} />}
      <div role="table" aria-label="Measures" className="mt-3 text-[12.5px]">
        {groups.map((group) => (
          <div key={group} role="rowgroup">
            <p className="border-b border-line pt-2 pb-1 font-semibold">{group}</p>
            {all
              .filter((each) => each.group === group)
              .map((measure) => (
                <div
                  key={measure.code}
                  role="row"
                  className="grid grid-cols-[150px_1fr_auto] items-center gap-3 max-desk:grid-cols-1 border-b border-line/70 py-1.5"
                >
                  <span
                    role="cell"
                    title={measure.description}
                    className={measure.isArchived ? 'text-soft' : 'font-medium'}
                  >
                    {measure.name}
                    {newestOf(measure).version > 1 ? ` v${measure.version}` : ''}
                    {measure.isArchived && (
                      <span className="block text-[11px] font-normal">archived</span>
                    )}
                  </span>
                  <span role="cell" className="text-soft">
                    {describeDefinition(measure.definition)}
                    {measure.direction === 'lower' ? '; lower is better' : ''}
                  </span>
                  <span role="cell" className="flex gap-1">
                    <Button
                      kind="quiet"
                      className="h-[24px] text-[12px]"
                      onClick={() => setUsing(measure)}
                    >
                      Used by
                    </Button>
                    {mayChange && !measure.isShipped && newestOf(measure).code === measure.code && (
                      <Button
                        kind="quiet"
                        className="h-[24px] text-[12px]"
                        onClick={() => setChanging(measure)}
                      >
                        Change…
                      </Button>
                    )}
                    {mayChange &&
                      measure.code !== 'revenue' &&
                      newestOf(measure).code === measure.code && (
                        <Button
                          kind="quiet"
                          className="h-[24px] text-[12px]"
                          onClick={() => void toggle(measure)}
                        >
                          {measure.isArchived ? 'Restore' : 'Archive'}
                        </Button>
                      )}
                    {mayChange && !measure.isShipped && newestOf(measure).code === measure.code && (
                      <Button
                        kind="quiet"
                        className="h-[24px] text-[12px]"
                        onClick={() => void takeAway(measure)}
                      >
                        Delete<span className="sr-only"> {measure.name}</span>
                      </Button>
                    )}
                  </span>
                </div>
              ))}
          </div>
        ))}
      </div>
      {mayChange && (
        <Button className="mt-3" onClick={() => setChanging('new')}>
          New measure…
        </Button>
      )}
      {changing && (
        <MeasureDialog
          measure={changing === 'new' ? null : changing}
          onClose={() => setChanging(null)}
        />
      )}
      {using && (
        <MeasureUseDialog measure={using} newest={newestOf(using)} onClose={() => setUsing(null)} />
      )}
    </>
  );
}
