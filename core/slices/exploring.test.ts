import { describe, expect, it } from 'vitest';
import { narrow } from './columnPack';
import { EXPLORE_KEYS, type ExploreQuestion, Explorer, type LinesMeaning } from './exploring';

/** Ilse and Tomas, two customers of a group and one of none, in October and November. */
const MEANING: LinesMeaning = {
  now: { from: '2026-10-01' },
  priorYear: { from: '2025-10-01' },
  months: [
    { id: 'FY2027-P07', name: 'Oct', from: 0, to: 31, priorYearFrom: 0, priorYearTo: 31 },
    { id: 'FY2027-P08', name: 'Nov', from: 31, to: 61, priorYearFrom: 31, priorYearTo: 61 },
  ],
  weeks: [
    { id: 'W40', name: '28 Sep', from: 0, to: 4, priorYearFrom: 0, priorYearTo: 5 },
    { id: 'W41', name: '5 Oct', from: 4, to: 11, priorYearFrom: 5, priorYearTo: 12 },
  ],
  salespeople: [
    { code: 'ivarga', name: 'Ilse Varga' },
    { code: 'tbrandt', name: 'Tomas Brandt' },
  ],
  places: [
    { team: { code: 'deck', name: 'Deck' }, branch: { code: 'salt', name: 'Saltmarsh' } },
    { team: null, branch: { code: 'salt', name: 'Saltmarsh' } },
  ],
  customers: [
    { id: 0, name: 'none', group: null },
    { id: 7, name: 'Pike Boats', group: 'Yards' },
    { id: 8, name: 'Anvil Yard', group: 'Yards' },
    { id: 9, name: 'Marlow Club', group: null },
  ],
  products: [{ id: 0, name: 'none' }],
  categories: [{ id: 0, name: 'none' }],
  sources: [{ id: 0, name: 'none' }],
  locations: [{ id: 0, name: 'none' }],
};

type Row = [day: number, person: number, customer: number, amount: number, deal: number];

function toColumns(rows: readonly Row[], prefix = '') {
  const zero = rows.map(() => 0);
  const columns = {
    day: rows.map(([day]) => day),
    salesperson: rows.map(([, person]) => person),
    place: rows.map(([, person]) => person),
    customer: rows.map(([, , customer]) => customer),
    amount: rows.map(([, , , amount]) => amount),
    deal: rows.map(([, , , , deal]) => deal),
    isFirst: rows.map(() => 1),
    hasCost: rows.map((_, index) => index % 2),
    cost: rows.map(() => 10),
    quantity: rows.map(() => 1_000),
    size: zero,
    product: zero,
    category: zero,
    source: zero,
    location: zero,
  };
  return Object.fromEntries(
    Object.entries(columns).map(([name, column]) => [prefix + name, narrow(column)]),
  );
}

const NOW: Row[] = [
  [0, 0, 1, 100, 0],
  [1, 0, 2, 200, 1],
  [1, 0, 3, 50, 1],
  [40, 1, 1, 400, 2],
];
const THEN: Row[] = [
  [2, 0, 1, 300, 0],
  [33, 1, 3, 70, 1],
];
const explorer = () =>
  new Explorer(MEANING, { ...toColumns(NOW), ...toColumns(THEN, 'priorYear.') });
const asked = (over: Partial<ExploreQuestion> = {}): ExploreQuestion => ({
  measure: 'revenue',
  choices: [],
  order: 'amount',
  shown: {},
  ...over,
});

describe('exploring', () => {
  it('shows all of it, beside the year before, where nothing is chosen', () => {
    const { measure, total, lines, lists } = explorer().ask(asked());
    expect(total).toEqual({ these: 750, all: 750, before: 370 });
    expect([measure, lines]).toEqual(['revenue', { these: 4, all: 4 }]);
    expect(lists.month.rows.map(({ id, these, before }) => [id, these, before])).toEqual([
      ['FY2027-P07', 350, 300],
      ['FY2027-P08', 400, 70],
    ]);
    // What lies in no week that is named, as the fortieth day, is in none of them.
    expect(lists.week.rows.map(({ name, these, before }) => [name, these, before])).toEqual([
      ['28 Sep', 350, 300],
      ['5 Oct', 0, 0],
    ]);
    expect(lists.customerGroup.rows.map(({ name, these }) => [name, these])).toEqual([
      ['Yards', 700],
      ['none', 50],
    ]);
    expect(lists.team.rows.map(({ name, these }) => [name, these])).toEqual([
      ['none', 400],
      ['Deck', 350],
    ]);
  });

  it('shows the part of what is chosen, and what could be chosen instead', () => {
    const ask = explorer();
    const choices: ExploreQuestion['choices'] = [{ key: 'salesperson', ids: ['ivarga'] }];
    const { total, lists, choices: told } = ask.ask(asked({ choices }));
    expect(total).toEqual({ these: 350, all: 750, before: 300 });
    expect(told[0]).toMatchObject({ values: [{ name: 'Ilse Varga' }], share: 350 / 750 });
    expect(lists.salesperson.rows.map(({ id, these, isChosen }) => [id, these, isChosen])).toEqual([
      ['ivarga', 350, true],
      ['tbrandt', 400, false],
    ]);
    expect(lists.month.rows.map(({ these }) => these)).toEqual([350, 0]);
    const both = ask.ask(
      asked({ choices: [...choices, { key: 'customerGroup', ids: ['Yards'] }] }),
    );
    expect(both.total).toEqual({ these: 300, all: 750, before: 300 });
    expect(both.choices.map(({ share }) => share)).toEqual([300 / 700, 300 / 350]);
  });

  it('counts each deal once, however many lines it has', () => {
    const { total, lists } = explorer().ask(asked({ measure: 'deals_won' }));
    expect(total.these).toBe(3);
    expect(lists.month.rows.map(({ these }) => these)).toEqual([2, 1]);
    expect(lists.customer.rows.map(({ name, these }) => [name, these])).toEqual([
      ['Pike Boats', 2],
      ['Anvil Yard', 1],
      ['Marlow Club', 1],
    ]);
  });

  it('takes gross profit from lines whose cost is known', () =>
    expect(explorer().ask(asked({ measure: 'gross_profit' })).total.these).toBe(
      200 - 10 + 400 - 10,
    ));

  it('closes every short list with all others, and keeps what is chosen in it', () => {
    const { lists } = explorer().ask(
      asked({ shown: { customer: 1 }, choices: [{ key: 'customer', ids: ['9'] }] }),
    );
    expect(lists.customer.rows.map(({ name }) => name)).toEqual(['Marlow Club']);
    expect(lists.customer.others).toEqual({ count: 2, these: 700, all: 700, before: 300 });
  });

  it('finds values by a piece of their name; all others still make the whole', () => {
    const { lists } = explorer().ask(asked({ find: { customer: ' yard' } }));
    expect(lists.customer.rows.map(({ name }) => name)).toEqual(['Anvil Yard']);
    expect(lists.customer.others).toMatchObject({ count: 2, these: 550 });
    expect(explorer().ask(asked({ find: { customer: 'nobody' } })).lists.customer).toMatchObject({
      rows: [],
      others: { count: 3, these: 750 },
    });
  });

  it('orders by how much has changed when asked to', () => {
    const { lists } = explorer().ask(asked({ order: 'change' }));
    expect(lists.customer.rows.map(({ name }) => name)).toEqual([
      'Pike Boats',
      'Anvil Yard',
      'Marlow Club',
    ]);
  });

  it('finds nothing where what was chosen is not there any more', () => {
    const { total, choices } = explorer().ask(
      asked({ choices: [{ key: 'product', ids: ['4711'] }] }),
    );
    expect([total.these, choices[0]!.values[0]!.name]).toEqual([0, '4711']);
  });

  it('tells teams of one name apart by their branch', () => {
    const team = (code: string, name: string, branch: string) => ({
      team: { code, name },
      branch: { code: branch, name: branch },
    });
    const { lists } = new Explorer(
      { ...MEANING, places: [team('a', 'Engines', 'North'), team('b', 'Engines', 'South')] },
      { ...toColumns(NOW), ...toColumns(THEN, 'priorYear.') },
    ).ask(asked());
    expect(lists.team.rows.map(({ name }) => name)).toEqual(['Engines, South', 'Engines, North']);
  });

  it('does without a year before, and without any line', () => {
    const alone = new Explorer({ ...MEANING, priorYear: null }, toColumns([]));
    const { total, lists } = alone.ask(asked());
    expect(total).toEqual({ these: 0, all: 0, before: null });
    for (const key of EXPLORE_KEYS) expect(lists[key].others).toBeNull();
  });
});
