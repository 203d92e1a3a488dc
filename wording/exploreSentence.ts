import { changeOf } from '#core/comparison/change';
import type { FigureUnit } from '#core/money/figureUnit';
import { formatShort } from './numbers/format';
import { showPercent } from './numbers/percent';

/** A piece of the headline; what was chosen stands out. */
export interface ExplorePart {
  text: string;
  emphasis?: 'chosen' | 'good' | 'bad';
}

export interface Explored {
  unitName: string;
  /** "the 12 months to 18 Nov 2026"; the days themselves stand beside the pictures. */
  when: string;
  hasPriorYear: boolean;
  unit: FigureUnit;
  /** After a figure: " deals", " of gross profit"; nothing for revenue. */
  noun: string;
  total: { these: number; all: number; before: number | null };
  /** Names of what is chosen, by key. */
  chosen: readonly string[];
}

/**
 * What the choices come to: how much of all, and how that stands against the same days of the year
 * before (GUARDS 14: a share says of what).
 */
export function describeExplored(explored: Explored): ExplorePart[] {
  const { unitName, when, unit, noun, total, chosen } = explored;
  const show = (value: number) => formatShort(value, unit) + noun;
  if (total.all === 0 && total.these === 0)
    return [{ text: `${unitName} has won nothing in ${when}, so there is nothing to explore.` }];
  const start: ExplorePart[] =
    chosen.length === 0
      ? [{ text: `${unitName} won ${show(total.these)} in ${when}.` }]
      : [
          {
            text:
              total.all > 0
                ? `${formatShort(total.these, unit)} of ${show(total.all)}, ${showPercent(total.these / total.all)} of what ${unitName} won in ${when}: `
                : `${show(total.these)} of what ${unitName} won in ${when}: `,
          },
          { text: chosen.join(', '), emphasis: 'chosen' },
          { text: '.' },
        ];
  return [...start, ...describeChange(explored, show)];
}

function describeChange(
  { total, hasPriorYear }: Explored,
  show: (value: number) => string,
): ExplorePart[] {
  if (total.before === null || !hasPriorYear) return [];
  if (total.before === 0) return [{ text: ' Nothing on the same days last year to compare with.' }];
  const { difference, share, isLowBase } = changeOf(total.these, total.before);
  if (difference === 0) return [{ text: ' As much as on the same days last year.' }];
  const percent = share === null || isLowBase ? '' : ` (${showPercent(Math.abs(share))})`;
  return [
    { text: ' ' },
    {
      text: `${difference > 0 ? 'Up' : 'Down'} ${show(Math.abs(difference))}${percent}`,
      emphasis: difference > 0 ? 'good' : 'bad',
    },
    { text: ' on the same days last year.' },
  ];
}
