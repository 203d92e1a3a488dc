import { describe, expect, it } from 'vitest';
import type { GapRow, StartView } from '#contract/schemas/start';
import { describeCause, describeToDo, describeWhoMakesGap } from './startSentence';

const EUR = { kind: 'money' as const, currency: 'EUR' };
const row = (name: string, aheadOfPace: number) =>
  ({ unit: { name }, aheadOfPace, cause: null }) as GapRow;
const why = (aheadOfPace: number, rows: GapRow[]) =>
  ({ aheadOfPace, rows, others: { count: 0, aheadOfPace: 0 }, rest: 0 }) as unknown as NonNullable<
    StartView['why']
  >;

describe('who makes the gap', () => {
  it('names the two furthest behind, and what everything else comes to', () => {
    expect(
      describeWhoMakesGap(
        why(-2_261_000, [row('Mina Okafor', -1_857_100), row('Tomas Brandt', -1_258_600)]),
        EUR,
      ),
    ).toBe('Mina Okafor and Tomas Brandt are €31k behind, everything else together €8.5k ahead.');
  });
  it('says it of one, of nobody, and of what nobody was given', () => {
    expect(describeWhoMakesGap(why(-500_000, [row('Rui Falcao', -500_000)]), EUR)).toBe(
      'Rui Falcao is €5k behind.',
    );
    expect(describeWhoMakesGap(why(10, [row('Ilse Varga', 10)]), EUR)).toBe('Nobody is behind.');
    expect(describeWhoMakesGap(why(-10, [row('Ilse Varga', 10)]), EUR)).toContain('not allocated');
  });
});

describe('causes and things to do', () => {
  it.each([
    [
      { kind: 'customer', name: 'Skerry Boats', now: 0, then: 1_420_000 },
      'nothing, €14k last year',
    ],
    [{ kind: 'customer', name: 'Skerry Boats', now: 500_000, then: 0 }, '€5k, nothing last year'],
    [{ kind: 'idle', workingDays: 1 }, '1 working day without a deal'],
  ] as const)('says %o', (cause, words) => {
    expect(describeCause(cause, EUR)).toContain(words);
  });
  it('counts and values', () => {
    const toDo = { kind: 'overdue', count: 4, amount: 4_190_000, period: null, periodName: null };
    expect(describeToDo({ ...toDo, kind: 'overdue' }, EUR)).toBe(
      'Close or move 4 overdue deals, €42k',
    );
    expect(describeToDo({ ...toDo, kind: 'unallocated', periodName: 'December 2026' }, EUR)).toBe(
      'December 2026: €42k not allocated',
    );
  });
});
