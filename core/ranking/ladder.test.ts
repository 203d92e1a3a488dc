import { describe, expect, it } from 'vitest';
import { describeLadder } from '#wording/ladderSentence';
import {
  always,
  buildSampleDataset,
  SAMPLE_MEMBERSHIPS,
  type SampleOptions,
} from '../dataset/sampleDataset';
import { parseDay } from '../period/day';
import { buildPlaces, RANKED_BY, type RankedBy } from './ladder';

const [OCTOBER, NOVEMBER] = ['FY2027-P07', 'FY2027-P08'];
const people = [11, 12, 13];
const usual: SampleOptions = {
  asOf: '2026-11-18',
  booked: [
    { salespersonId: 11, amount: 900, on: '2026-11-02' },
    { salespersonId: 12, amount: 500, on: '2026-11-03' },
    { salespersonId: 13, amount: 500, on: '2026-11-04' },
    { salespersonId: 11, amount: 300, on: '2026-10-05' },
    { salespersonId: 12, amount: 400, on: '2026-10-05' },
    { salespersonId: 13, amount: 9000, on: '2026-10-30' },
    { salespersonId: 11, amount: 100, on: '2026-09-03' },
    { salespersonId: 12, amount: 800, on: '2026-09-03' },
  ],
  targets: [
    [11, 1000],
    [12, 400],
    [13, 1000],
  ].flatMap(([unitId, target]) =>
    [OCTOBER, NOVEMBER].map((periodId) => ({ unitId: unitId!, periodId, target: target! })),
  ),
};

function places(by: RankedBy, over: Partial<SampleOptions> = {}) {
  const dataset = buildSampleDataset({ ...usual, ...over });
  const period = dataset.calendar.parse(NOVEMBER)!;
  const ranked = buildPlaces(dataset, people, period, 'revenue', by);
  return {
    ranked,
    sentence: describeLadder(dataset, ranked, period, 'revenue', by),
    table: ranked.map((place) => [
      place.standing.unitId,
      place.rank,
      place.value,
      place.priorValue,
      place.rankChange,
    ]),
  };
}

describe('places on the ladder', () => {
  it('by attainment, with where each stood on 18 October', () =>
    expect(places('attainment').table).toEqual([
      [12, 1, 1.25, 1, 0],
      [11, 2, 0.9, 0.3, 0],
      [13, 3, 0.5, 0, 0],
    ]));
  it('by the figure, sharing a place on a tie', () =>
    expect(places('actual').table).toEqual([
      [11, 1, 900, 300, 1],
      [13, 2, 500, 0, 1],
      [12, 2, 500, 400, -1],
    ]));
  it('by growth, and none where there was nothing', () =>
    expect(places('growth').table).toEqual([
      [11, 1, 2, 2, 0],
      [12, 2, 0.25, -0.5, 0],
      [13, null, null, null, null],
    ]));
  it('by the gap', () =>
    expect(places('gap').table).toEqual([
      [12, 1, 100, 0, 0],
      [11, 2, -100, -700, 0],
      [13, 3, -500, -1000, 0],
    ]));

  it('turn round where less is better', () => {
    const dataset = buildSampleDataset({
      asOf: '2026-11-18',
      booked: [
        { salespersonId: 11, amount: 900, on: '2026-11-02' },
        { salespersonId: 11, amount: 300, on: '2026-11-02', part: 'cost' },
        { salespersonId: 11, amount: 900, on: '2026-11-02', part: 'costed' },
        { salespersonId: 12, amount: 900, on: '2026-11-02' },
        { salespersonId: 12, amount: 200, on: '2026-11-02', part: 'cost' },
        { salespersonId: 12, amount: 900, on: '2026-11-02', part: 'costed' },
      ],
    });
    expect(
      buildPlaces(
        dataset,
        [11, 12],
        dataset.calendar.parse(NOVEMBER)!,
        'cost_to_revenue',
        'actual',
      ).map((place) => place.standing.unitId),
    ).toEqual([12, 11]);
  });

  it('go to those who were there: a joiner has one now and none before, and has gained nothing by coming', () => {
    const memberships = [
      ...SAMPLE_MEMBERSHIPS.filter((each) => each.unitId !== 11),
      { ...always(11, 3), from: parseDay('2026-11-02')! },
    ];
    const booked = usual.booked!.filter(
      (each) => each.salespersonId !== 11 || each.on >= '2026-11',
    );
    expect(places('actual', { memberships, booked }).table).toEqual([
      [11, 1, 900, null, null],
      [13, 2, 500, 0, 0],
      [12, 2, 500, 400, -1],
    ]);
  });

  it('hold the same units whatever they are ranked by', () => {
    for (const by of RANKED_BY)
      expect(
        places(by)
          .ranked.map((place) => place.standing.unitId)
          .sort(),
      ).toEqual(people);
  });
});

describe('the ladder in words', () => {
  it('says who leads and who climbed', () => {
    expect(places('attainment').sentence).toBe(
      'Tomas leads November 2026 with 125% of target, first of 3.',
    );
    expect(places('actual').sentence).toBe(
      'Ilse leads November 2026 with €9, first of 3, and climbed most, by 1 place.',
    );
    expect(places('growth').sentence).toBe(
      'Ilse leads November 2026 with +200.0% on the period before, first of 2 ranked (1 not).',
    );
    expect(places('gap').sentence).toContain('with +€1 against target');
  });
  it('says a shared lead', () =>
    expect(places('actual', { booked: usual.booked!.slice(1, 3) }).sentence).toBe(
      'Mina and Tomas share the lead of November 2026 with €5, of 3.',
    ));
  it('says why nobody is ranked', () => {
    expect(places('attainment', { targets: [] }).sentence).toBe(
      'Nobody has a complete target in November 2026, so there is no ranking by attainment.',
    );
    expect(places('attainment', { asOf: '2026-10-18' }).sentence).toBe(
      'November 2026 has not started.',
    );
  });
});

describe('who came or went', () => {
  const of = (from: string | null, to: string | null, asOf = '2026-11-18') => {
    const { ranked } = places('actual', {
      asOf,
      memberships: SAMPLE_MEMBERSHIPS.map((each) =>
        each.unitId === 13
          ? {
              ...each,
              from: from === null ? each.from : parseDay(from)!,
              to: to === null ? each.to : parseDay(to)!,
            }
          : each,
      ),
    });
    const { joined, left, rank: place } = ranked.find(({ unitId }) => unitId === 13)!;
    return { joined, left, isRanked: place !== null };
  };

  it.each([
    ['was there all the time', null, null, { joined: false, left: false, isRanked: true }],
    ['came on its first day', '2026-11-01', null, { joined: false, left: false, isRanked: true }],
    ['came on its second', '2026-11-02', null, { joined: true, left: false, isRanked: true }],
    ['comes after today', '2026-11-20', null, { joined: true, left: false, isRanked: false }],
    ['left yesterday', null, '2026-11-18', { joined: false, left: true, isRanked: true }],
    ['has the last day today', null, '2026-11-19', { joined: false, left: true, isRanked: true }],
    ['leaves tomorrow', null, '2026-11-20', { joined: false, left: false, isRanked: true }],
    ['leaves with its end', null, '2026-12-01', { joined: false, left: false, isRanked: true }],
    ['left before it', null, '2026-11-01', { joined: false, left: true, isRanked: false }],
  ])('%s', (_, from, to, expected) => expect(of(from, to)).toEqual(expected));

  it('is ranked nowhere in a month that has not begun', () =>
    expect(of(null, null, '2026-10-31').isRanked).toBe(false));

  it('goes by all of its times here together', () => {
    const { ranked } = places('actual', {
      memberships: [
        ...SAMPLE_MEMBERSHIPS.filter(({ unitId }) => unitId !== 13),
        { unitId: 13, parentId: 4, from: parseDay('2026-11-10')!, to: parseDay('2026-11-12')! },
        { unitId: 13, parentId: 3, from: parseDay('2026-10-01')!, to: parseDay('2026-11-05')! },
      ],
    });
    expect(ranked.find(({ unitId }) => unitId === 13)).toMatchObject({ joined: false, left: true });
  });

  it('has no gap without a target, and no growth without a figure before', () => {
    const byGap = places('gap', { targets: [] });
    expect(byGap.table.map(([, , value]) => value)).toEqual([null, null, null]);
    const byGrowth = places('growth', { booked: [] });
    expect(byGrowth.table.map(([, , value]) => value)).toEqual([null, null, null]);
  });
});
