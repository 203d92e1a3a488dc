import { describe, expect, it } from 'vitest';
import { FIELDS, statesOf } from '#core/measure/definition';
import { unitOf } from '#core/measure/measure';
import { SHIPPED_MEASURES } from '#core/measure/shipped';
import {
  describeDefinition,
  fieldsOf,
  KINDS,
  suggestCode,
  toDefinition,
  toForm,
  toInput,
  withKind,
} from './measureForm';
import { readShares } from './rampText';

describe('the form of a measure', () => {
  it('takes up every measure that ships, and gives it back as it was', () => {
    for (const record of SHIPPED_MEASURES) {
      const form = toForm({ ...record, version: 1, isShipped: true, isArchived: false });
      expect(toInput(form)).toEqual(record);
    }
  });
  it('offers only what the server takes: every kind and field it can lead to has a unit and a state', () => {
    for (const kind of KINDS) {
      const form = withKind({ ...toForm(null), of: { field: 'cost', states: ['won'] } }, kind);
      const definition = toDefinition(form);
      expect(definition.kind).toBe(kind);
      // Of deals over deals its maker says whether it is a number or a percent.
      expect(unitOf(definition) === null).toBe(kind === 'typed' || kind === 'ratio');
      if (kind === 'ratio') expect(toInput(form).valueKind).toBe('percent');
      if ('of' in definition && typeof definition.of === 'object') {
        expect(fieldsOf(kind as 'sum' | 'count')).toContain(definition.of.field);
        for (const state of definition.of.states)
          expect(statesOf(definition.of.field)).toContain(state);
      }
    }
    expect(fieldsOf('ratio')).toEqual([...FIELDS]);
    const perCall = { ...toForm(null), kind: 'ratio' as const };
    const calls = { measure: 'calls', valueKind: 'count' as const };
    expect(toInput({ ...perCall, numerator: calls }).valueKind).toBe('count');
    expect(toInput({ ...perCall, numerator: calls, ratioUnit: 'percent' }).valueKind).toBe(
      'percent',
    );
  });
  it('says in words how it is computed', () => {
    expect(
      SHIPPED_MEASURES.map((each) => describeDefinition(each.definition)).every(
        (text) => text.length > 8 && !text.includes('undefined'),
      ),
    ).toBe(true);
    expect(describeDefinition({ kind: 'typed', accumulation: 'last' })).toBe(
      'typed in; over time the newest value',
    );
  });
  it.each([
    ['Calls made', 'calls_made'],
    ['  Größe & Co. 2 ', 'gro_e_co_2'],
    ['2nd visits', 'nd_visits'],
    ['A very long name of a measure', 'a_very_long_name_of_a_me'],
    ['…', ''],
  ])('suggests for %j the code %j', (name, code) => expect(suggestCode(name)).toBe(code));
});

describe('the shares of a ramp', () => {
  it.each([
    ['0, 50, 75, 100', [0, 50, 75, 100]],
    ['50%;75%', [50, 75]],
    ['33.3 66.6', [33.3, 66.6]],
  ])('of %j are %j', (text, shares) => expect(readShares(text)).toEqual(shares));
  it.each([
    [''],
    ['fifty'],
    ['0, 101'],
    ['-5'],
    [Array.from({ length: 25 }, () => '50').join(',')],
  ])('cannot be read from %j', (text) => expect(readShares(text)).toBeNull());
});
