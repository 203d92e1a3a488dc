import type { StandingView } from '#contract/schemas/attainment';
import { declutter } from '#core/picture/declutter';
import { scaleOfShares } from '#core/picture/ladderScale';
import { showPercent } from '#wording/numbers/percent';
import { inkOf } from './drawMark';
import type { Box } from './drawPath';
import { fit } from './fonts';
import type { Numbered } from './layNotes';
import { INK, type Paper } from './paper';

const MOST_PEOPLE = 14;
const GAP = 10;
const [LEFT, RAILS, LABELS] = [30, 44, 92];

/**
 * The ladder of the people, or of the units directly below where those are many: filled now, hollow
 * at the same point of the prior period.
 */
export function drawLadder(paper: Paper, view: StandingView, box: Box & Numbered): void {
  const isPeople = view.rankings.length <= MOST_PEOPLE || view.below.length === 0;
  const ranked = (isPeople ? view.rankings : view.below).filter(
    (place) => place.attainment !== null,
  );
  paper.text(box.x, box.y + 6, 'Ladder', { size: 8.5, weight: 'semibold' });
  paper.text(box.x + 34, box.y + 6, `ring: ${view.prior.days}`, { size: 7, color: INK.soft });
  if (ranked.length === 0 || view.figures.elapsed.phase === 'notStarted')
    return paper.text(
      box.x,
      box.y + 22,
      view.figures.elapsed.phase === 'notStarted'
        ? 'It has not started.'
        : 'No one has a complete target.',
      { size: 8, color: INK.soft },
    );
  const [top, bottom] = [box.y + 18, box.y + box.height];
  const scale = scaleOfShares(
    ranked.flatMap((place) => [
      place.attainment!,
      ...(place.priorValue === null ? [] : [place.priorValue]),
    ]),
  );
  const y = (value: number) =>
    top +
    4 +
    ((scale.top - Math.max(scale.bottom, Math.min(scale.top, value))) /
      (scale.top - scale.bottom)) *
      (bottom - top - 8);
  const [l, r] = [box.x + LEFT, box.x + LEFT + RAILS];
  for (let value = scale.bottom; value <= scale.top + 1e-9; value += scale.step) {
    const isHot = Math.abs(value - 1) < 1e-6;
    paper.line([l, y(value)], [r, y(value)], {
      color: isHot ? INK.ember : INK.prior,
      width: isHot ? 2.6 : 1.1,
    });
    paper.text(l - 5, y(value) + 2.5, `${Math.round(value * 100)}%`, {
      size: 7,
      weight: isHot ? 'bold' : 'regular',
      color: isHot ? INK.ink : INK.soft,
      anchor: 'end',
    });
  }
  for (const rail of [l, r])
    paper.line([rail, top - 2], [rail, bottom + 2], { color: INK.ink, width: 2.4 });
  const pace =
    view.figures.elapsed.phase === 'open' && view.isCumulative ? view.elapsedShare : null;
  const shown = ranked.slice(0, Math.floor((bottom - top) / GAP) - 1);
  const labels = declutter(
    [...shown.map((place) => y(place.attainment!)), ...(pace === null ? [] : [y(pace) - 5])],
    GAP,
    top,
    bottom,
  );
  if (pace !== null) {
    paper.line([l - 4, y(pace)], [r + 6, y(pace)], { color: INK.ink, width: 0.7, dash: [1.5, 2] });
    paper.text(box.x + box.width, labels.at(-1)! + 2.5, `pace ${showPercent(pace)}`, {
      size: 7,
      color: INK.soft,
      anchor: 'end',
    });
  }
  shown.forEach((place, index) => {
    const ink = inkOf(place.status);
    if (place.priorValue !== null)
      paper.circle(r - 11, y(place.priorValue), 2.4, {
        fill: INK.sheet,
        stroke: { color: ink.mark, width: 0.9 },
      });
    paper.circle(l + 13, y(place.attainment!), 3.4, { fill: ink.mark });
    paper.path(
      [
        [r + 3, y(place.attainment!)],
        [box.x + LABELS - 3, labels[index]!],
      ],
      { color: INK.prior, width: 0.5 },
    );
    paper.text(
      box.x + LABELS,
      labels[index]! + 2.5,
      fit(`${box.numberOf(place.unit.code)}${place.unit.name}`, box.width - LABELS - 32, {
        size: 7.6,
        weight: 'semibold',
      }),
      { size: 7.6, weight: 'semibold' },
    );
    paper.text(box.x + box.width, labels[index]! + 2.5, place.attainmentText!, {
      size: 7.6,
      weight: 'bold',
      color: ink.text,
      anchor: 'end',
    });
  });
  if (ranked.length > shown.length)
    paper.text(box.x + box.width, box.y + 6, `${ranked.length - shown.length} more in the table`, {
      size: 7,
      color: INK.soft,
      anchor: 'end',
    });
}
