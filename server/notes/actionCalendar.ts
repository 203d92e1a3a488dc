import type { Note } from '#contract/schemas/note';

/**
 * The days of actions as an iCalendar file (RFC 5545): whole days, each action always with the same
 * id, so that a calendar that knows it changes it. Null where none has a day.
 */
export async function writeActionCalendar(
  notes: readonly Note[],
  origin: string,
): Promise<string | null> {
  const dated = notes.filter(({ dueOn }) => dueOn !== null);
  if (dated.length === 0) return null;
  const { default: ical } = await import('ical-generator');
  const calendar = ical({
    name: 'Actions',
    prodId: { company: 'Iron Ladder', product: 'Iron Ladder', language: 'EN' },
  });
  for (const note of dated)
    calendar.createEvent({
      id: `action-${note.id}@iron-ladder`,
      start: new Date(`${note.dueOn}T00:00:00Z`),
      allDay: true,
      stamp: new Date(note.at),
      summary: note.text,
      description: `${note.unit.name}, ${note.period.name}, asked by ${note.author.name}`,
      url: `${origin}/actions?unit=${note.unit.code}`,
    });
  return calendar.toString();
}
