import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { ChangeLog, LogReader } from './changeLog';

/**
 * A total of everything noted, and someone who keeps up a copy of it: taken whole where the log
 * began anew, else by its changes.
 */
function follow() {
  const log = new ChangeLog<number>();
  const state = { total: 0, copy: NaN, wholes: 0 };
  const note = (change: number) => {
    state.total += change;
    log.note(change);
  };
  const reader = new LogReader(
    log,
    () => {
      state.copy = state.total;
      state.wholes++;
    },
    (change) => (state.copy += change),
  );
  return { log, state, note, reader };
}

describe('a reader of a log', () => {
  it('begins with all there is, and then takes in each change once', () => {
    const { state, note, reader } = follow();
    note(5);
    reader.keepUp();
    expect(state).toEqual({ total: 5, copy: 5, wholes: 1 });
    note(7);
    note(-2);
    reader.keepUp();
    reader.keepUp();
    expect(state).toEqual({ total: 10, copy: 10, wholes: 1 });
  });

  it('takes all anew where the log began anew, and never both', () => {
    const { log, state, note, reader } = follow();
    reader.keepUp();
    note(1);
    log.beginAnew();
    note(2);
    reader.keepUp();
    expect(state).toEqual({ total: 3, copy: 3, wholes: 2 });
  });

  it('is never told of more than is remembered, and loses nothing by it', () => {
    const { log, state, note, reader } = follow();
    reader.keepUp();
    for (let i = 0; i < 10_001; i++) note(1);
    expect(log.changes).toEqual([]);
    reader.keepUp();
    expect(state).toEqual({ total: 10_001, copy: 10_001, wholes: 2 });
  });

  it('has the same after any history, as often as it keeps up', () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.oneof(
            fc.integer({ min: -9, max: 9 }),
            fc.constantFrom('keep up' as const, 'begin anew' as const),
          ),
        ),
        (steps) => {
          const { log, state, note, reader } = follow();
          for (const step of [...steps, 'keep up' as const]) {
            if (typeof step === 'number') note(step);
            else if (step === 'begin anew') log.beginAnew();
            else {
              reader.keepUp();
              expect(state.copy).toBe(state.total);
            }
          }
        },
      ),
    );
  });
});
