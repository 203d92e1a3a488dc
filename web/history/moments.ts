/** A moment as a field of the page has it, in the reader's own time: "2026-11-18T09:00". */
export function toLocalText(moment: Date): string {
  const two = (value: number) => String(value).padStart(2, '0');
  return `${moment.getFullYear()}-${two(moment.getMonth() + 1)}-${two(moment.getDate())}T${two(moment.getHours())}:${two(moment.getMinutes())}`;
}

/** ISO 8601 with its zone; null for what is no moment. */
export function toMoment(text: string): string | null {
  const moment = new Date(text);
  return text === '' || Number.isNaN(moment.getTime()) ? null : moment.toISOString();
}

/** Often asked for, computed from now. */
export function listPresets(now: Date): { name: string; at: Date }[] {
  // By the calendar, not by hours: a day on which the clocks change has 23 or 25 of them.
  const back = (days: number) => new Date(now.getFullYear(), now.getMonth(), now.getDate() - days);
  const today = back(0);
  return [
    { name: 'today', at: today },
    { name: 'yesterday', at: back(1) },
    { name: 'Monday', at: back((today.getDay() + 6) % 7) },
    { name: 'a week ago', at: back(7) },
    { name: 'start of month', at: new Date(now.getFullYear(), now.getMonth(), 1) },
  ];
}
