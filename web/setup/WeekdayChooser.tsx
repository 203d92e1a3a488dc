import { WEEKDAYS } from '../app/calendarWords';
import { INPUT } from '../ui/Field';

/** ISO weekdays that are worked, and of them those of half a day. */
export interface WorkedWeekdays {
  weekdays: readonly number[];
  halfWeekdays: readonly number[];
}

type Part = 'none' | 'half' | 'whole';

/** For each weekday whether it is worked, half or whole. */
export function WeekdayChooser({
  value: { weekdays, halfWeekdays },
  fault,
  onChange,
}: {
  value: WorkedWeekdays;
  fault?: string | undefined;
  onChange(value: { weekdays: number[]; halfWeekdays: number[] }): void;
}) {
  const partOf = (day: number): Part =>
    !weekdays.includes(day) ? 'none' : halfWeekdays.includes(day) ? 'half' : 'whole';
  const put = (day: number, part: Part) => {
    const others = (days: readonly number[]) => days.filter((each) => each !== day);
    onChange({
      weekdays: part === 'none' ? others(weekdays) : [...others(weekdays), day].sort(),
      halfWeekdays: part === 'half' ? [...others(halfWeekdays), day].sort() : others(halfWeekdays),
    });
  };
  return (
    <fieldset>
      <legend className="mb-1 font-medium">Working days</legend>
      <div className="grid grid-cols-7 gap-1.5 max-desk:grid-cols-4">
        {WEEKDAYS.map((name, index) => (
          <label key={name} className="flex flex-col gap-0.5">
            {name.slice(0, 3)}
            <select
              className={`${INPUT} px-1`}
              aria-label={name}
              value={partOf(index + 1)}
              onChange={(event) => put(index + 1, event.target.value as Part)}
            >
              <option value="none">no</option>
              <option value="half">half</option>
              <option value="whole">whole</option>
            </select>
          </label>
        ))}
      </div>
      {fault && <p className="mt-1 text-[12px] text-grade-1">{fault}</p>}
    </fieldset>
  );
}
