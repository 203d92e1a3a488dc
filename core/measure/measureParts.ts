import type { CustomAddend } from './customPart';
import { type Definition, isCustom, type RatioAddend } from './definition';

type Median = Extract<Definition, { kind: 'median' }>;

/** The value a median is of, and the count of the deals that have one. */
export function medianAddends({
  of,
  states,
  placedBy,
}: Pick<Median, 'of' | 'states' | 'placedBy'>): [CustomAddend, CustomAddend] {
  const counted: CustomAddend['custom'] =
    of.kind === 'days'
      ? { kind: 'timed', from: of.from, to: of.to }
      : of.kind === 'size'
        ? { kind: 'deals' }
        : { kind: 'filled', field: of.field };
  return [
    { custom: of, states, placedBy },
    { custom: counted, states, placedBy },
  ];
}

/** What counts the closed deals that lack the date which would place them; none by their closing. */
export function undatedAddend(definition: Definition): CustomAddend[] {
  return placedAddends(definition)
    .filter(({ placedBy }) => placedBy !== 'closedOn')
    .slice(0, 1)
    .flatMap(({ states, placedBy }) => {
      const closed = states.filter((state) => state !== 'open');
      return closed.length === 0
        ? []
        : [
            {
              custom: { kind: 'undated' as const, date: placedBy },
              states: closed,
              placedBy: 'closedOn',
            },
          ];
    });
}

function placedAddends(definition: Definition): CustomAddend[] {
  const ofAddend = (addend: RatioAddend) => (isCustom(addend) ? [addend] : []);
  switch (definition.kind) {
    case 'sum':
    case 'count':
      return ofAddend(definition.of);
    case 'ratio':
      return [...ofAddend(definition.numerator), ...ofAddend(definition.denominator)];
    case 'median':
      return medianAddends(definition);
    case 'elapsed':
    case 'share': {
      const { states, placedBy, of } = definition;
      const timed: CustomAddend = {
        custom: { kind: 'timed', from: of.from, to: of.to },
        states,
        placedBy,
      };
      const custom: CustomAddend['custom'] =
        definition.kind === 'share'
          ? { kind: 'within', from: of.from, to: of.to, most: definition.most }
          : { kind: 'days', from: of.from, to: of.to };
      return [{ custom, states, placedBy }, timed];
    }
    default:
      return [];
  }
}

/** Every custom addend that a measure's figures and what is said beside them are made of. */
export function listCustomAddends(definition: Definition): CustomAddend[] {
  const placed = placedAddends(definition);
  if (definition.kind === 'sum' || definition.kind === 'count' || definition.kind === 'ratio')
    return [...placed, ...undatedAddend(definition)];
  return placed.length === 0
    ? []
    : [
        ...placed,
        {
          custom: { kind: 'deals' },
          states: placed[0]!.states,
          placedBy: placed[0]!.placedBy,
        },
        ...undatedAddend(definition),
      ];
}
