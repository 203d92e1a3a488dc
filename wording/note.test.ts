import { describe, expect, it } from 'vitest';
import type { Note } from '#contract/schemas/note';
import { describeNoteAction, describeNotePlace, describeNotes, printNote } from './note';

const note = (over: Partial<Note> = {}): Note =>
  ({
    id: 1,
    unit: { code: 'deck', name: 'Deck & rigging' },
    measure: 'revenue',
    measureName: 'Revenue',
    period: { name: 'August 2026' },
    slice: null,
    text: 'Osprey is\nlate',
    author: { id: 1, name: 'Marit Solberg' },
    at: '2026-11-17T23:30:00Z',
    assignee: null,
    dueOn: null,
    isOverdue: false,
    replies: [],
    ...over,
  }) as unknown as Note;

describe('a note in words', () => {
  it('names what is not looked at already', () => {
    expect(describeNotePlace(note(), 'deck')).toBe('August 2026:');
    expect(
      describeNotePlace(
        note({
          measure: 'deals_won',
          measureName: 'Deals won',
          slice: { by: 'product', key: '7', name: 'Rope' },
        }),
        'salt',
      ),
    ).toBe('Deck & rigging, Rope, Deals won, August 2026:');
  });

  it('says who sees to it, until when, and that it is late', () => {
    const assignee = { id: 2, name: 'Ilse Varga' };
    expect(describeNoteAction(note())).toBeNull();
    expect(describeNoteAction(note({ assignee }))).toBe('Ilse Varga sees to it');
    expect(describeNoteAction(note({ assignee, dueOn: '2026-11-16', isOverdue: true }))).toBe(
      'Ilse Varga sees to it until 16 Nov 2026, overdue',
    );
  });

  it('is counted where there are several', () => {
    expect(describeNotes([])).toBeNull();
    expect(describeNotes([note({ text: 'fair' })])).toBe('Note: fair (Marit Solberg)');
    expect(describeNotes([note({ text: 'fair' }), note({ text: 'rain' })])).toBe(
      '2 notes: fair (Marit Solberg); rain (Marit Solberg)',
    );
  });

  it('stands in one line of print, with the day of the company’s zone', () => {
    expect(printNote(note(), 'salt', 'Europe/Amsterdam')).toBe(
      'Deck & rigging, August 2026: Osprey is late (Marit Solberg, 18 Nov 2026)',
    );
    const answer = { id: 3, text: 'yes', author: { id: 2, name: 'Ilse Varga' }, at: '' };
    expect(
      printNote(
        note({ assignee: { id: 2, name: 'Ilse Varga' }, replies: [answer, answer] }),
        'deck',
        'UTC',
      ),
    ).toBe(
      'August 2026: Osprey is late (Marit Solberg, 17 Nov 2026); Ilse Varga sees to it; 2 answers',
    );
  });
});
