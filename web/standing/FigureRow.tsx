import { Popover } from 'radix-ui';
import type { StandingView } from '#contract/schemas/standing';
import { formatExact, formatWhole, withSign } from '#core/money/format';
import { showPercent } from '#core/status/percent';
import { classNames } from '../ui/classNames';
import { figureUnit } from './figureUnit';
import { describeTarget } from './targetWords';

interface Figure {
  key: string;
  value: string;
  exact?: string;
  label: string;
  tone?: 'good' | 'bad';
  /** How this is made: the formula with the numbers put in. */
  made: string[];
}

/** The figures under the sentence; each names its dates and opens to how it is made. */
export function FigureRow({ view }: { view: StandingView }) {
  return (
    <dl className="grid grid-cols-5 gap-4">
      {listFigures(view).map((figure) => (
        <div key={figure.key} className="flex flex-col-reverse justify-end border-l-2 border-line pl-2.5">
          <dt className="text-[12px] text-soft">{figure.label}</dt>
          <dd className={classNames('text-[20px] leading-tight font-semibold [font-stretch:104%]', figure.tone === 'good' && 'text-made', figure.tone === 'bad' && 'text-grade-1')}>
            <Popover.Root>
              <Popover.Trigger title={figure.exact ?? 'How this is made'} className="rounded-[3px] text-left decoration-line underline-offset-4 hover:underline">{figure.value}</Popover.Trigger>
              <Popover.Portal>
                <Popover.Content align="start" sideOffset={6} className="z-60 max-w-[360px] rounded-sheet border border-strong/30 bg-sheet p-3.5 text-[13px] text-ink">
                  <p className="mb-1 font-semibold">How this is made</p>
                  {figure.made.map((line) => <p key={line} className="mt-1">{line}</p>)}
                </Popover.Content>
              </Popover.Portal>
            </Popover.Root>
          </dd>
        </div>
      ))}
    </dl>
  );
}

function listFigures(view: StandingView): Figure[] {
  const { figures, period, lastYear, measure } = view;
  const unit = figureUnit(view);
  const whole = (value: number) => formatWhole(value, unit);
  const exact = (value: number) => formatExact(value, unit);
  const { elapsed, target } = figures;
  const verb = measure.unit === 'money' ? 'booked' : 'won';
  const days = `${elapsed.gone} of ${elapsed.total} working days`;

  const list: Figure[] = [{
    key: 'actual', value: whole(figures.actual), exact: exact(figures.actual), label: `${verb}, ${figures.days}`,
    made: [`${measure.name} of ${view.unit.name}, ${figures.days}: ${exact(figures.actual)}.`, measure.description],
  }, {
    key: 'target', value: target.value === null ? 'none' : whole(target.value), exact: target.value === null ? undefined : exact(target.value),
    label: target.missingCount > 0 ? `target so far, ${target.parts - target.missingCount} of ${target.parts} parts set` : `target, all of ${period.name}`,
    made: [describeTarget(target, period.name)],
  }];

  if (elapsed.phase === 'ended' || figures.expected === null || figures.ahead === null) {
    const { gap } = figures;
    list.push({
      key: 'gap', value: gap === null ? '–' : withSign(gap, whole(gap)), exact: gap === null ? undefined : exact(gap),
      label: gap === null ? 'gap: no complete target' : gap < 0 ? 'short of target' : 'above target', tone: gap === null ? undefined : gap < 0 ? 'bad' : 'good',
      made: [gap === null ? 'There is no complete target, so there is no gap.' : `gap = booked − target = ${exact(figures.actual)} − ${exact(target.value!)} = ${exact(gap)}`],
    });
  } else {
    const { ahead, expected } = figures;
    list.push({
      key: 'ahead', value: withSign(Math.round(ahead), whole(Math.round(ahead))), exact: exact(Math.round(ahead)),
      label: `${ahead < 0 ? 'behind' : 'ahead of'} pace, ${whole(Math.round(expected))} due`, tone: ahead < 0 ? 'bad' : 'good',
      made: [`due by today = target × share of working days gone = ${exact(target.value!)} × ${elapsed.gone} / ${elapsed.total} = ${exact(Math.round(expected))}`, `${exact(figures.actual)} − ${exact(Math.round(expected))} = ${exact(Math.round(ahead))}`],
    });
  }

  const needed = figures.neededPerDay;
  list.push({
    key: 'needed', value: needed === null ? '–' : whole(Math.round(needed)), exact: needed === null ? undefined : exact(Math.round(needed)),
    label: needed === null ? (elapsed.phase === 'ended' ? 'the period has ended' : 'needed a day: not available') : `needed per working day, ${elapsed.left} left`,
    made: [needed === null ? 'No working day is left, or there is no complete target.' : `max(0, target − booked) / working days left = (${exact(target.value!)} − ${exact(figures.actual)}) / ${elapsed.left}`, `So far ${figures.soFarPerDay === null ? '–' : exact(Math.round(figures.soFarPerDay))} a working day (${days}, ${showPercent(elapsed.gone / elapsed.total)} gone).`],
  });

  list.push({
    key: 'lastYear', value: lastYear?.changeText ?? 'n/a', label: lastYear ? `on ${lastYear.days}` : 'last year has no such period',
    tone: lastYear && lastYear.difference < 0 ? 'bad' : undefined,
    made: lastYear ? [`${exact(figures.actual)} now, ${exact(lastYear.value)} on ${lastYear.days}: ${withSign(lastYear.difference, exact(lastYear.difference))}.`, `All of that period came to ${exact(lastYear.full)}.`] : ['There is no such period in the year before.'],
  });
  return list;
}
