import { useState } from 'react';
import type { UnitDetail } from '#contract/schemas/unit';
import { mayStandUnder } from '#core/units/unit';
import { FailureNote } from '../app/FailureNote';
import { Button } from '../ui/Button';
import { DataTable } from '../ui/DataTable';
import { INPUT } from '../ui/Field';
import { Loading } from '../ui/Loading';
import { ChangeUnitDialog, type UnitChange } from './ChangeUnitDialog';
import { HoursDialog } from './HoursDialog';
import { RampDialog } from './RampDialog';
import { useListUnitsQuery } from './unitsApi';

/**
 * Everyone and where they stand today; a person or a team is moved by dragging it onto another
 * unit, or by its button.
 */
export function UnitsList({ ownUnit, mayManage }: { ownUnit: string; mayManage: boolean }) {
  const { data: places, error } = useListUnitsQuery();
  const [search, setSearch] = useState('');
  const [change, setChange] = useState<UnitChange | null>(null);
  const [hoursOf, setHoursOf] = useState<UnitDetail | null>(null);
  const [ramping, setRamping] = useState<UnitDetail | null>(null);
  const [dragged, setDragged] = useState<UnitDetail | null>(null);
  if (error) return <FailureNote failure={error} />;
  if (!places) return <Loading what="units" />;
  const wanted = search.trim().toLowerCase();
  const shown = places.filter((each) =>
    `${each.unit.name} ${each.unit.code} ${each.parent?.name ?? ''}`.toLowerCase().includes(wanted),
  );
  const mayDrop = (onto: UnitDetail) =>
    dragged !== null &&
    dragged.unit.id !== onto.unit.id &&
    onto.isActive &&
    mayStandUnder(dragged.unit.kind, onto.unit.kind) &&
    dragged.parent?.id !== onto.unit.id;
  const nameCell = (each: UnitDetail) => (
    <span
      draggable={each.unit.code !== ownUnit}
      onDragStart={() => setDragged(each)}
      onDragEnd={() => setDragged(null)}
      onDragOver={(event) => {
        if (mayDrop(each)) event.preventDefault();
      }}
      onDrop={() => {
        if (dragged && mayDrop(each))
          setChange({ kind: 'move', place: dragged, parent: each.unit.code });
      }}
      className={`block truncate ${each.unit.code === ownUnit ? '' : 'cursor-grab'} ${mayDrop(each) ? 'rounded-[3px] outline-1 outline-ember outline-dashed' : ''} ${each.isActive ? '' : 'text-soft'}`}
    >
      {each.unit.name} <span className="text-soft">{each.unit.code}</span>
    </span>
  );
  return (
    <div className="mt-4 border-t border-line pt-4">
      <input
        aria-label="Find a unit"
        placeholder="Find a unit or person"
        className={`${INPUT} mb-2 max-w-[280px]`}
        value={search}
        onChange={(event) => setSearch(event.target.value)}
      />
      <div className="flex h-[320px] flex-col overflow-hidden rounded-sheet border border-line">
        <DataTable
          label="Units and people"
          rows={shown}
          keyOf={(each) => each.unit.id}
          columns={[
            { key: 'name', heading: 'Name', width: 'minmax(180px,1fr)', cell: nameCell },
            { key: 'kind', heading: 'Kind', width: '90px', cell: (each) => each.unit.kind },
            {
              key: 'parent',
              heading: 'Part of',
              width: '130px',
              cell: (each) => each.parent?.name ?? '',
            },
            {
              key: 'days',
              heading: 'Since, until',
              width: '140px',
              cell: (each) => (
                <span className="text-soft">
                  {[
                    each.from ? `from ${each.from}` : '',
                    each.lastDay ? `until ${each.lastDay}` : '',
                  ]
                    .filter(Boolean)
                    .join(', ')}
                </span>
              ),
            },
            {
              key: 'do',
              heading: 'Change',
              width: '300px',
              cell: (each) =>
                each.unit.code === ownUnit || each.parent === null ? null : (
                  <span className="flex gap-1">
                    <Button
                      kind="quiet"
                      className="h-[24px] px-2"
                      onClick={() => setChange({ kind: 'move', place: each, parent: '' })}
                    >
                      Move…<span className="sr-only"> {each.unit.name}</span>
                    </Button>
                    {each.isActive && each.unit.kind === 'salesperson' && (
                      <Button
                        kind="quiet"
                        className="h-[24px] px-2"
                        title={
                          each.ramp
                            ? `from ${each.ramp.from}: ${each.ramp.shares.join(', ')} %`
                            : undefined
                        }
                        onClick={() => setRamping(each)}
                      >
                        {each.ramp ? 'On a ramp…' : 'Ramp…'}
                        <span className="sr-only"> {each.unit.name}</span>
                      </Button>
                    )}
                    {each.isActive && each.unit.kind === 'branch' && mayManage && (
                      <Button
                        kind="quiet"
                        className="h-[24px] px-2"
                        onClick={() => setHoursOf(each)}
                      >
                        Hours…<span className="sr-only"> {each.unit.name}</span>
                      </Button>
                    )}
                    {each.isActive && (
                      <Button
                        kind="quiet"
                        className="h-[24px] px-2"
                        onClick={() => setChange({ kind: 'leave', place: each })}
                      >
                        Set last day…<span className="sr-only"> {each.unit.name}</span>
                      </Button>
                    )}
                  </span>
                ),
            },
          ]}
        />
      </div>
      {hoursOf && <HoursDialog place={hoursOf} onClose={() => setHoursOf(null)} />}
      {ramping && <RampDialog place={ramping} onClose={() => setRamping(null)} />}
      {change && (
        <ChangeUnitDialog
          key={change.place.unit.id}
          change={change}
          places={places}
          onClose={() => setChange(null)}
        />
      )}
    </div>
  );
}
