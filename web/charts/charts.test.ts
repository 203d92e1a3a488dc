import fc from 'fast-check';
import { createElement, type FunctionComponent } from 'react';
import { renderToStaticMarkup } from 'react-dom/server';
import { describe, expect, it } from 'vitest';
import { scaleOfShares } from '#core/picture/ladderScale';
import { AttainmentBar } from './AttainmentBar';
import { BoardLadder, type BoardMark } from './BoardLadder';
import { heightFor, LadderChart, type LadderMark } from './LadderChart';
import { PairChart, type PairMark } from './PairChart';
import { PENNANT } from './pennant';
import { RankChange } from './RankChange';
import { type SeriesBar, SeriesChart } from './SeriesChart';
import { fillOf, type ShownStatus, textOf } from './status';
import { StatusMark } from './StatusMark';

interface Drawn {
  tag: string;
  at: Record<string, string>;
  /** What stands in it up to the next tag. */
  text: string;
}

/** The elements of a picture in the order they are drawn, as a browser gets them. */
function draw<Props extends object>(
  component: FunctionComponent<Props>,
  props: Props,
): { markup: string; all: Drawn[]; of(tag: string): Drawn[] } {
  const markup = renderToStaticMarkup(createElement(component, props));
  const all = [...markup.matchAll(/<(\w+)([^>]*?)\/?>([^<]*)/g)].map(
    ([, tag, attributes, text]) => ({
      tag: tag!,
      text: text!,
      at: Object.fromEntries(
        [...attributes!.matchAll(/([\w-]+)="([^"]*)"/g)].map(([, name, value]) => [name!, value!]),
      ),
    }),
  );
  return { markup, all, of: (tag) => all.filter((each) => each.tag === tag) };
}

const number = ({ at }: Drawn, name: string) => Number(at[name]);
const good: ShownStatus = {
  grade: 3,
  state: 'upper',
  label: 'on pace',
  iconSet: 'rungs',
  color: 'steel',
};
const weak: ShownStatus = {
  grade: 1,
  state: 'below',
  label: 'behind',
  iconSet: 'rungs',
  color: 'rust',
};
const none: ShownStatus = {
  grade: 0,
  state: 'noTarget',
  label: 'no target',
  iconSet: 'rungs',
  color: null,
};

describe('the mark of a status', () => {
  it.each([0, 1, 2, 3, 4])('has as many rungs as the grade %i, and says its word', (grade) => {
    const { of } = draw(StatusMark, { status: { ...good, grade } });
    expect(of('path')).toHaveLength(grade + 1);
    expect(of('svg')[0]!.at['aria-label']).toBe('on pace');
  });

  it('has another shape for each grade: it is told without its colour (WCAG 1.4.1)', () => {
    const shapes = [0, 1, 2, 3, 4].map(
      (grade) =>
        draw(StatusMark, { status: { ...good, grade, iconSet: 'shapes' } }).of('path')[0]!.at['d'],
    );
    expect(new Set(shapes).size).toBe(5);
  });

  it('is its word alone where the rule says so, in the colour of the grade', () => {
    const { markup, of } = draw(StatusMark, { status: { ...weak, iconSet: 'words' } });
    expect(of('svg')).toHaveLength(0);
    expect(markup).toContain('>behind<');
    expect(markup).toContain(textOf(weak));
  });

  it('without a grade has no colour of a grade', () =>
    expect([fillOf(none), textOf(none)]).toEqual(['var(--none)', 'text-none']));
});

describe('the bar of an attainment', () => {
  const bar = (attainment: number, pace: number | null = null) =>
    draw(AttainmentBar, { attainment, pace, status: good, width: 130 });
  const filled = (attainment: number) => number(bar(attainment).of('rect')[1]!, 'width');

  it('has its target as a mark inside, so that what lies beyond can be seen (GUARDS 9)', () => {
    const target = number(bar(0.5).of('line')[0]!, 'x1');
    expect(target).toBeCloseTo(100);
    expect([filled(0.5), filled(1), filled(1.2)].map((width) => Math.round(width))).toEqual([
      50, 100, 120,
    ]);
  });

  it('ends at its edge with an arrow when more was made, and is empty below nothing', () => {
    expect(filled(4)).toBe(130);
    expect([bar(4), bar(1.29)].map(({ of }) => of('path').length)).toEqual([1, 0]);
    expect(filled(-0.4)).toBe(0);
  });

  it('has a tick where an even pace stands, and none once the period has ended', () => {
    expect(
      bar(0.5, 0.6)
        .of('line')
        .map((each) => Math.round(number(each, 'x1'))),
    ).toEqual([60, 100]);
    expect(bar(0.5).of('line')).toHaveLength(1);
  });
});

describe('a rankChange', () => {
  it.each([
    [3, '▲3', 'up 3'],
    [-2, '▼2', 'down 2'],
    [0, '–', 'same place'],
  ])('of %i is %s', (places, text, title) => {
    const { markup } = draw(RankChange, { places });
    expect(markup).toContain(`title="${title}"`);
    expect(markup.replace(/<[^>]+>/g, '')).toBe(text);
  });
  it('without an earlier place is nothing', () =>
    expect(draw(RankChange, { places: null }).markup).toBe(''));
});

const ladder = (
  shares: readonly number[],
  over: Partial<Parameters<typeof LadderChart>[0]> = {},
  mark: Partial<LadderMark> = {},
) => {
  const marks = shares.map((at, index): LadderMark => ({
    key: `p${index}`,
    name: `Person ${index}`,
    at,
    text: `${Math.round(at * 100)}%`,
    of: 'of target',
    status: good,
    before: null,
    beforeText: null,
    notes: null,
    ...mark,
  }));
  return draw(LadderChart, {
    label: 'Ladder',
    marks,
    scale: scaleOfShares(shares),
    show: (value) => `${Math.round(value * 100)}%`,
    pace: null,
    paceText: 'pace',
    height: heightFor(shares.length),
    onOpen: () => undefined,
    ...over,
  });
};
const labelsOf = ({ all }: ReturnType<typeof draw>) =>
  all.filter((each) => 'data-label' in each.at);

describe('a ladder', () => {
  it('stands everyone at the height of what they are ranked by, with the hot rung at 100 %', () => {
    const picture = ladder([1.4, 1, 0.5], { height: 400 });
    const [above, on, below] = picture.of('circle').map((each) => number(each, 'cy'));
    const hot = picture.of('line').find((each) => each.at['stroke'] === 'var(--ember)')!;
    expect(on).toBeCloseTo(number(hot, 'y1'));
    expect([above! < on!, on! < below!]).toEqual([true, true]);
    // Heights are in proportion: 40 points above are four fifths of 50 points below.
    expect((on! - above!) / (below! - on!)).toBeCloseTo(0.8);
  });

  it('draws a hollow marker at the place before only for who had one', () => {
    const picture = ladder([1.2, 0.8], {}, { before: 0.6, beforeText: '60%' });
    expect(picture.of('circle').filter((each) => each.at['fill'] === 'var(--sheet)')).toHaveLength(
      2,
    );
    expect(ladder([1.2, 0.8]).of('circle')).toHaveLength(2);
    expect(picture.of('a').map((each) => each.at['aria-description'])).toEqual(
      Array(2).fill('of target, on pace; 60% at the same point before'),
    );
  });

  it.each([3, 12, 40])(
    'keeps the names of %i apart, the pace among them, inside the picture',
    (count) => {
      fc.assert(
        fc.property(
          fc.array(fc.double({ min: 0, max: 2, noNaN: true }), {
            minLength: count,
            maxLength: count,
          }),
          fc.double({ min: 0, max: 1, noNaN: true }),
          (shares, pace) => {
            const sorted = [...shares].sort((a, b) => b - a);
            const picture = ladder(sorted, { pace });
            const height = heightFor(count);
            const written = picture
              .of('text')
              .filter((each) => each.text.startsWith('Person') || each.text === 'pace')
              .map((each) => number(each, 'y'))
              .sort((a, b) => a - b);
            expect(written).toHaveLength(count + 1);
            for (let at = 1; at < written.length; at++)
              expect(written[at]! - written[at - 1]!).toBeGreaterThan(14);
            expect(written[0]).toBeGreaterThan(0);
            expect(written.at(-1)).toBeLessThanOrEqual(height);
          },
        ),
        { numRuns: 40 },
      );
    },
  );

  it('ends a long name with an ellipsis', () => {
    const long = ladder([1], {}, { name: 'Wilhelmina Achterberg-Vos' });
    expect(long.of('text').map((each) => each.text)).toContain('Wilhelmina Ach…');
  });

  it('shows everyone of many, names both ends, and reads all of them out', () => {
    const many = ladder(
      Array.from({ length: 40 }, (_, index) => 1.2 - index / 50),
      { height: 200 },
    );
    const links = many.of('a');
    expect(links).toHaveLength(40);
    const isNamed = links.map((link) => link.at['aria-label'] === undefined);
    expect([isNamed[0], isNamed[20], isNamed[39]]).toEqual([true, false, true]);
    expect(isNamed.filter(Boolean).length).toBeLessThan(13);
    expect(links[20]!.at['aria-label']).toMatch(/\d%$/);
  });
});

describe('a board’s ladder', () => {
  const board = (marks: readonly Partial<BoardMark>[], pace: number | null = null) =>
    draw(BoardLadder, {
      label: 'Ladder',
      pace,
      marks: marks.map((mark, index): BoardMark => ({
        key: `p${index}`,
        name: `Person ${index}`,
        rank: index + 1,
        at: 1,
        text: '100%',
        status: good,
        before: null,
        photo: null,
        ...mark,
      })),
    });

  it('shows a picture where there is one, else initials', () => {
    const { of } = board([{ photo: '/photo' }, { name: 'Ilse Varga' }]);
    expect(of('image').map((each) => each.at['href'])).toEqual(['/photo']);
    expect(of('text').map((each) => each.text)).toContain('IV');
  });

  it('says each place in full to who cannot see it', () => {
    expect(
      board([{ name: 'Ilse Varga', text: '118%' }]).all.find((each) => each.at['role'] === 'img')!
        .at['aria-label'],
    ).toBe('1. Ilse Varga, 118% of target, on pace');
  });

  it('does not write the pace over the percent of a rung', () => {
    expect(
      board([{ at: 1.2 }, { at: 0.2 }], 0.5)
        .of('text')
        .map((each) => each.text),
    ).not.toContain('pace');
    expect(
      board([{ at: 1.2 }, { at: 0.2 }], 0.63)
        .of('text')
        .map((each) => each.text),
    ).toContain('pace');
  });

  it.each([1, 7, 30])(
    'keeps %i people and their names inside, each marker at its height',
    (count) => {
      fc.assert(
        fc.property(
          fc.array(fc.double({ min: 0, max: 3, noNaN: true }), {
            minLength: count,
            maxLength: count,
          }),
          (shares) => {
            const picture = board([...shares].sort((a, b) => b - a).map((at) => ({ at })));
            const names = labelsOf(picture).map((each) => number(each, 'y'));
            expect(names).toHaveLength(count);
            for (let at = 1; at < names.length; at++)
              expect(names[at]! - names[at - 1]!).toBeGreaterThan(11);
            for (const circle of picture.of('circle')) {
              expect(number(circle, 'cy')).toBeGreaterThanOrEqual(0);
              expect(number(circle, 'cy')).toBeLessThanOrEqual(760);
            }
          },
        ),
        { numRuns: 30 },
      );
    },
  );
});

describe('two measures', () => {
  const pairs = (places: readonly [number, number][]) =>
    draw(PairChart, {
      names: ['Revenue, of target', 'Gross margin, of target'],
      width: 520,
      height: 400,
      label: 'Both',
      onOpen: () => undefined,
      marks: places.map(([x, y], index): PairMark => ({
        key: `u${index}`,
        name: `Unit ${index}`,
        x,
        y,
        fill: 'var(--made)',
        words: `Unit ${index}: both`,
      })),
    });

  it('have a hot line at 100 % of each, and whoever has both on their crossing', () => {
    const picture = pairs([
      [1, 1],
      [0.8, 1.2],
    ]);
    const hot = picture.of('line').filter((each) => each.at['stroke'] === 'var(--ember)');
    expect(hot).toHaveLength(2);
    const circle = picture.of('circle')[0]!;
    expect([number(circle, 'cx'), number(circle, 'cy')]).toEqual([
      expect.closeTo(number(hot[0]!, 'x1')),
      expect.closeTo(number(hot[1]!, 'y1')),
    ]);
  });

  it('keep every mark in the frame, however far it is', () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.tuple(
            fc.double({ min: -40, max: 40, noNaN: true }),
            fc.double({ min: -40, max: 40, noNaN: true }),
          ),
          { minLength: 1, maxLength: 30 },
        ),
        (places) => {
          for (const circle of pairs(places).of('circle')) {
            expect(number(circle, 'cx')).toBeGreaterThanOrEqual(57.9);
            expect(number(circle, 'cx')).toBeLessThanOrEqual(400.1);
            expect(number(circle, 'cy')).toBeGreaterThanOrEqual(11.9);
            expect(number(circle, 'cy')).toBeLessThanOrEqual(366.1);
          }
        },
      ),
    );
  });

  it('name a few, and leave the names of many to the table but not to silence', () => {
    const [few, many] = [
      pairs([
        [1, 1],
        [0.9, 0.9],
      ]),
      pairs(Array.from({ length: 25 }, () => [1, 1])),
    ];
    expect(few.of('text').map((each) => each.text)).toEqual(
      expect.arrayContaining(['Unit 0', 'Unit 1']),
    );
    expect(few.of('a')[0]!.at['aria-description']).toBe('Unit 0: both');
    expect(many.of('text').filter((each) => each.text.startsWith('Unit'))).toHaveLength(0);
    expect(many.of('a').map((each) => each.at['aria-label'])).toContain('Unit 24: both');
  });

  it('write less than nothing with a minus, not a hyphen', () =>
    expect(
      pairs([[-0.4, 1]])
        .of('text')
        .map((each) => each.text),
    ).toContain('\u221240%'));
});

describe('a note', () => {
  it('is flown at its marker on the ladder and said with it', () => {
    const { of } = ladder([1, 0.5], {}, { notes: 'Note: call (Marit)' });
    expect(of('path').filter(({ at }) => at.d === PENNANT)).toHaveLength(2);
    expect(of('a')[0]!.at['aria-description']).toContain('; Note: call (Marit)');
    expect(
      ladder([1])
        .of('path')
        .filter(({ at }) => at.d === PENNANT),
    ).toHaveLength(0);
  });
});

describe('a series', () => {
  const bar = (over: Partial<SeriesBar> = {}, index = 0): SeriesBar => ({
    key: `k${index}`,
    name: `D${index}`,
    value: 50,
    target: 100,
    floor: null,
    priorYear: null,
    status: good,
    isRunning: false,
    isRuleChange: false,
    words: 'fifty',
    notes: null,
    ...over,
  });
  it('flies the note of a month over it, and says it', () => {
    const { of } = series([{ notes: 'Note: fair (Marit)' }, {}]);
    expect(of('path').filter(({ at }) => at.d === PENNANT)).toHaveLength(1);
    expect(of('title').map(({ text }) => text)).toContain('fifty. Note: fair (Marit)');
  });

  const series = (bars: readonly Partial<SeriesBar>[], over: object = {}) =>
    draw(SeriesChart, {
      bars: bars.map(bar),
      isCumulative: false,
      width: 600,
      height: 240,
      label: 'Days',
      show: String,
      ...over,
    });
  const rects = (picture: ReturnType<typeof draw>) =>
    picture
      .of('rect')
      .filter(
        (each) =>
          (each.at['fill'] ?? '').startsWith('var(--grade') && each.at['width'] !== undefined,
      );
  const zeroOf = (picture: ReturnType<typeof draw>) =>
    number(
      picture.of('line').find((each) => each.at['stroke'] === 'var(--prior)')!,
      'y1',
    );

  it('draws bars in proportion from nothing upwards, refunds downwards', () => {
    const picture = series([{ value: 100 }, { value: 50 }, { value: -50 }]);
    const [whole, half, below] = rects(picture);
    expect(number(whole!, 'height') / number(half!, 'height')).toBeCloseTo(2);
    expect(number(half!, 'height')).toBeCloseTo(number(below!, 'height'));
    const zero = zeroOf(picture);
    expect(number(whole!, 'y') + number(whole!, 'height')).toBeCloseTo(zero);
    expect(number(below!, 'y')).toBeCloseTo(zero);
  });

  it('has the target as a line of its own height, never as a part of the bar (GUARDS 11)', () => {
    const picture = series([
      { value: 100, target: 100, floor: 50 },
      { value: 50, target: 100 },
    ]);
    const lines = picture.of('line').filter((each) => each.at['stroke'] === 'var(--ink)');
    expect(lines).toHaveLength(3);
    expect(number(lines[0]!, 'y1')).toBeCloseTo(number(rects(picture)[0]!, 'y'));
    // The floor, dashed, at half of it.
    const floor = lines.find((each) => each.at['stroke-dasharray'] !== undefined)!;
    expect(number(floor, 'y1')).toBeCloseTo(number(rects(picture)[1]!, 'y'));
  });

  it('tells a day that runs, an empty one, one without work and one to come apart', () => {
    const [running, empty, closed, ahead] = [
      { isRunning: true },
      { value: 0 },
      { value: 0, status: { ...none, state: 'noWorkday' as const } },
      { value: null },
    ].map((each) => series([each]));
    expect(rects(running!)[0]!.at['fill-opacity']).toBe('0.55');
    expect(rects(empty!)).toHaveLength(0);
    expect(closed!.markup).toContain('fill="url(#closed-day)"');
    for (const picture of [running, empty, ahead])
      expect(picture!.markup).not.toContain('fill="url(#closed-day)"');
    expect(ahead!.of('rect').some((each) => each.at['stroke-dasharray'] === '2 2')).toBe(true);
  });

  it('added up is a line to the last part that has begun, beside last year and what was due', () => {
    const picture = series(
      [
        { value: 10, priorYear: 5 },
        { value: 20, priorYear: 15 },
        { value: null, priorYear: 25 },
      ],
      { isCumulative: true },
    );
    const points = picture.of('polyline').map((each) => each.at['points']!.split(' ').length);
    expect(points).toEqual([3, 3, 2]);
    expect(rects(picture)).toHaveLength(0);
  });

  it('marks where another status rule began', () =>
    expect(
      series([{}, { isRuleChange: true }])
        .of('text')
        .map((each) => each.text),
    ).toContain('new rule'));

  it.each([7, 31, 92, 366])('writes no name of %i over another', (count) => {
    const picture = series(Array.from({ length: count }, () => ({})));
    const places = picture
      .of('text')
      .filter((each) => each.text.startsWith('D'))
      .map((each) => number(each, 'x'));
    expect(places.length).toBeGreaterThan(0);
    for (let at = 1; at < places.length; at++)
      expect(places[at]! - places[at - 1]!).toBeGreaterThanOrEqual(33.9);
  });

  it('is read out part by part, what is seen first (WCAG 2.5.3)', () => {
    expect(
      series([{}])
        .all.filter((each) => each.at['role'] === 'img')
        .map((each) => each.at['aria-label']),
    ).toEqual(['D0: fifty']);
    expect(series([{}], { onOpen: () => undefined }).of('a')[0]!.at['aria-label']).toBe(
      'D0: fifty',
    );
  });
});
