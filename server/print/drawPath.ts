import type { StandingView } from '#contract/schemas/attainment';
import { decimalsOf, toMajor } from '#core/money/figureUnit';
import { parseDay } from '#core/period/day';
import { axisOf } from '#core/picture/axis';
import { declutter } from '#core/picture/declutter';
import { figureUnit } from '#wording/figureUnit';
import { formatShort } from '#wording/numbers/format';
import { shortDay } from '#wording/period';
import { INK, type Paper, type Point } from './paper';

export interface Box {
  x: number;
  y: number;
  width: number;
  height: number;
}

const [LEFT, RIGHT, TOP, FOOT] = [40, 88, 16, 14];
const TICKS = 6;

/**
 * Cumulative path until today, the pace dotted, last year in sand, the present rate as a dotted
 * tail; labels at the line ends.
 */
export function drawPath(paper: Paper, view: StandingView, box: Box): void {
  const unit = figureUnit(view);
  const major = (value: number) => toMajor(value, unit);
  const show = (value: number) => formatShort(Math.round(value * 10 ** decimalsOf(unit)), unit);
  paper.text(
    box.x,
    box.y + 6,
    `Path through ${view.period.name}${unit.currency ? `, ${unit.currency}` : ''}`,
    { size: 8.5, weight: 'semibold' },
  );
  const target = view.figures.target.missingCount > 0 ? null : view.figures.target.value;
  const seriesOf = (key: 'actual' | 'expectedToDate' | 'priorYear' | 'runRateProjection') =>
    view.path.flatMap((point, index) =>
      point[key] === null ? [] : [[index, major(point[key])] as const],
    );
  const series = {
    booked: seriesOf('actual'),
    due: seriesOf('expectedToDate'),
    priorYear: seriesOf('priorYear'),
    rate: seriesOf('runRateProjection'),
  };
  const axis = axisOf([
    ...Object.values(series).flatMap((each) => each.map(([, value]) => value)),
    ...(target === null ? [] : [major(target)]),
  ]);
  const [x0, x1, y0, y1] = [
    box.x + LEFT,
    box.x + box.width - RIGHT,
    box.y + TOP,
    box.y + box.height - FOOT,
  ];
  const x = (index: number) => x0 + (index / Math.max(1, view.path.length - 1)) * (x1 - x0);
  const y = (value: number) => y0 + ((axis.top - value) / (axis.top - axis.bottom)) * (y1 - y0);
  for (const tick of axis.ticks) {
    paper.line([x0, y(tick)], [x1, y(tick)], {
      color: tick === 0 ? INK.prior : INK.line,
      width: 0.6,
    });
    paper.text(x0 - 5, y(tick) + 2.5, show(tick), { size: 7, color: INK.soft, anchor: 'end' });
  }
  const every = Math.max(1, Math.ceil(view.path.length / TICKS));
  view.path.forEach((point, index) => {
    if (index % every === 0)
      paper.text(x(index), y1 + 10, shortDay(parseDay(point.day)!), {
        size: 7,
        color: INK.soft,
        anchor: 'middle',
      });
  });
  const trace = (of: readonly (readonly [number, number])[]): Point[] =>
    of.map(([index, value]) => [x(index), y(value)]);
  if (view.isCumulative && series.booked.length > 1)
    paper.area(
      [
        [x(series.booked[0]![0]), y(0)],
        ...trace(series.booked),
        [x(series.booked.at(-1)![0]), y(0)],
      ],
      INK.now,
      0.1,
    );
  paper.path(trace(series.priorYear), { color: INK.prior, width: 1.2 });
  paper.path(trace(series.due), { color: INK.ink, width: 0.8, dash: [1.5, 2] });
  paper.path(trace(series.rate), { color: INK.now, width: 1.2, dash: [1.5, 2.5] });
  paper.path(trace(series.booked), { color: INK.now, width: 1.8 });
  if (target !== null)
    paper.line([x0, y(major(target))], [x1, y(major(target))], { color: INK.ink, width: 1.1 });
  const isOpen = view.figures.elapsed.phase === 'open';
  const now = series.booked.at(-1);
  if (isOpen && now) {
    paper.line([x(now[0]), y0], [x(now[0]), y1], { color: INK.ember, width: 0.9 });
    paper.circle(x(now[0]), y(now[1]), 2.6, { fill: INK.now });
  }
  const ends = [
    ...(target === null
      ? []
      : [
          {
            text: `${view.measure.direction === 'lower' ? 'limit' : 'target'} ${show(major(target))}`,
            value: major(target),
            color: INK.ink as string,
          },
        ]),
    ...(now
      ? [
          {
            text: `${view.isCumulative ? 'actual' : 'now'} ${show(now[1])}`,
            value: now[1],
            color: INK.now as string,
          },
        ]
      : []),
    ...(series.rate.length > 0
      ? [
          {
            text: `at this rate ${show(series.rate.at(-1)![1])}`,
            value: series.rate.at(-1)![1],
            color: INK.now as string,
          },
        ]
      : []),
    ...(series.priorYear.length > 0
      ? [
          {
            text: `last year ${show(series.priorYear.at(-1)![1])}`,
            value: series.priorYear.at(-1)![1],
            color: INK.priorText as string,
          },
        ]
      : []),
  ];
  const places = declutter(
    ends.map((end) => y(end.value)),
    9,
    y0,
    y1,
  );
  ends.forEach((end, index) =>
    paper.text(x1 + 5, places[index]! + 2.5, end.text, { size: 7.2, color: end.color }),
  );
}
