import { describe, expect, it } from 'vitest';
import type { CustomField } from '#contract/schemas/customField';
import { type DealAddend, type Definition, FIELDS, statesOf } from '#core/measure/definition';
import { unitOf } from '#core/measure/measure';
import { SHIPPED_MEASURES } from '#core/measure/shipped';
import {
  chooseOption,
  listDates,
  listOptions,
  optionOf,
  placeAddend,
  statesFor,
} from './addendForm';
import {
  describeDefinition,
  fieldsOf,
  KINDS,
  type MeasureForm,
  suggestCode,
  toDefinition,
  toForm,
  toInput,
  withKind,
} from './measureForm';
import { readShares } from './rampText';

const field = (code: string, kind: CustomField['kind'], choices: string[] = []): CustomField => ({
  owner: 'deal',
  code,
  name: code,
  kind,
  choices,
  isArchived: false,
  version: 1,
});
const FIELDS_OF_DEALS = [
  field('monthly', 'money'),
  field('seats', 'number'),
  field('segment', 'choice', ['Charter', 'Fleet']),
  field('paid_on', 'date'),
];

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
      if (definition.kind === 'sum' || definition.kind === 'count') {
        const { of } = definition;
        const field = 'field' in of ? of.field : null;
        expect(fieldsOf(definition.kind)).toContain(field);
        for (const state of of.states) expect(statesOf(field!)).toContain(state);
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
  it('takes up measures of custom fields, and gives them back as they were', () => {
    const placed = { states: ['won' as const], placedBy: 'paid_on' };
    const between = { from: 'openedOn', to: 'paid_on' };
    const definitions: [Definition, MeasureForm['unit'], string][] = [
      [
        {
          kind: 'sum',
          of: { custom: { kind: 'sum', field: 'monthly', valueKind: 'money' }, ...placed },
        },
        'money',
        'sum: monthly of won deals, by the day they were paid on',
      ],
      [
        {
          kind: 'count',
          of: { custom: { kind: 'choice', field: 'segment', choice: 'Fleet' }, ...placed },
        },
        'count',
        'count: deals with segment Fleet of won deals, by the day they were paid on',
      ],
      [
        { kind: 'elapsed', of: between, ...placed },
        'days',
        'average days from opened to paid on of won deals, by the day they were paid on',
      ],
      [
        { kind: 'median', of: { kind: 'value', field: 'seats', valueKind: 'number' }, ...placed },
        'count',
        'median seats of won deals, by the day they were paid on',
      ],
      [
        { kind: 'share', of: between, most: 14, ...placed },
        'percent',
        'share of deals with at most 14 days from opened to paid on, of won deals, by the day they were paid on',
      ],
    ];
    for (const [definition, valueKind, words] of definitions) {
      const record = { ...SHIPPED_MEASURES[0]!, decimals: 0, valueKind, definition };
      const form = toForm({ ...record, version: 1, isShipped: false, isArchived: false });
      expect(toInput(form, FIELDS_OF_DEALS)).toEqual(record);
      expect(describeDefinition(definition)).toBe(words);
    }
  });
  it('goes from the closing to another date and back', () => {
    const plain: DealAddend = { field: 'amount', states: ['won'] };
    const paid = placeAddend(plain, 'paid_on');
    expect(paid).toEqual({ custom: { kind: 'amount' }, states: ['won'], placedBy: 'paid_on' });
    expect(statesFor(paid)).toEqual(['open', 'won', 'lost']);
    expect(placeAddend({ ...paid, states: ['open', 'won'] } as DealAddend, 'closedOn')).toEqual(
      plain,
    );
    const monthly = chooseOption('custom monthly', paid, FIELDS_OF_DEALS);
    expect(monthly).toMatchObject({ custom: { field: 'monthly' }, placedBy: 'paid_on' });
    expect(optionOf(monthly)).toBe('custom monthly');
    expect(chooseOption('profit', monthly, FIELDS_OF_DEALS)).toEqual({
      field: 'profit',
      states: ['won'],
    });
    expect(listOptions('count', ['deals'], FIELDS_OF_DEALS).map(({ value }) => value)).toEqual([
      'deals',
      'custom segment',
    ]);
    expect(listDates(FIELDS_OF_DEALS).map(({ value }) => value)).toEqual([
      'openedOn',
      'expectedOn',
      'closedOn',
      'paid_on',
    ]);
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
