import { type ComparisonView, planOf } from '#contract/schemas/comparison';
import { nameOfPart } from '#wording/takenApart';
import { useAddress } from '../app/address';
import { Segments } from '../ui/Segments';
import { ChosenPeriod, ChosenPlan } from './BenchmarkChoices';
import { isBenchmark, SELECT } from './compareWords';

/** What a figure is compared with, at which point, of which units, and taken apart by what. */
export function CompareControls({
  view,
  against,
  point,
}: {
  view: ComparisonView;
  against: string;
  point: 'date' | 'workingDay';
}) {
  const { put } = useAddress();
  const isTarget = against === 'target' || planOf(against) !== null;
  return (
    <div className="flex flex-wrap items-center gap-2">
      <Segments
        label="Compared with"
        options={[
          ['priorYear', 'Last year'],
          ['priorPeriod', 'Period before'],
          ['priorOfPrior', 'Two before'],
          ['target', 'Target'],
          ['peers', 'Peers'],
        ]}
        value={isBenchmark(against) ? against : null}
        onChange={(next) => put({ against: next === 'priorYear' ? null : next })}
      />
      <ChosenPeriod against={against} onChoose={(id) => put({ against: id })} />
      <ChosenPlan
        against={against}
        period={view.period.id}
        onChoose={(id) => put({ against: id === null ? 'target' : `plan:${id}` })}
      />
      {!isTarget && against !== 'peers' && (
        <Segments
          label="Same point"
          options={[
            ['date', 'By date'],
            ['workingDay', 'By working day'],
          ]}
          value={point}
          onChange={(next) => put({ point: next === 'date' ? null : next })}
        />
      )}
      {view.against.days !== null && (view.isReorganised || view.organisation === 'asItIsNow') && (
        <Segments
          label="Units"
          options={[
            ['asItWas', 'Units as they were'],
            ['asItIsNow', 'As they are now'],
          ]}
          value={view.organisation}
          onChange={(next) => put({ units: next === 'asItIsNow' ? 'now' : null })}
        />
      )}
      <label className="flex items-center gap-1.5 text-[12.5px]">
        Taken apart by
        <select
          className={SELECT}
          value={view.by}
          onChange={(event) => put({ by: event.target.value })}
        >
          {view.takenApartBy.map((each) => (
            <option key={each} value={each}>
              {nameOfPart(each)}
            </option>
          ))}
        </select>
      </label>
    </div>
  );
}
