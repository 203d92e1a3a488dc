import type { AlertKind } from '#core/alerts/rule';
import type { FigureUnit } from '#core/money/figureUnit';
import { formatShort } from './numbers/format';

export interface AlertFacts {
  kind: AlertKind;
  unitName: string;
  periodName: string;
  reading: number;
  previous: number | null;
  threshold: number | null;
  /** What the rule's measure is counted in. */
  figure: FigureUnit;
  money: FigureUnit;
  /** How a grade is called. */
  labelOf(grade: number): string;
}

const percent = (value: number) => `${Math.floor(value)}%`;

/** What happened, in one sentence. */
export function describeAlert(facts: AlertFacts): string {
  const {
    kind,
    unitName: name,
    periodName: period,
    reading,
    previous,
    threshold,
    figure,
    money,
  } = facts;
  const amount = (value: number) => formatShort(Math.round(Math.abs(value)), figure);
  switch (kind) {
    case 'grade': {
      const way = previous !== null && reading < previous ? 'fell' : 'rose';
      return `${name} ${way} to “${facts.labelOf(reading)}” in ${period}.`;
    }
    case 'pace':
      return `${name} is at ${percent(reading)} of what is due in ${period}, under ${threshold}%.`;
    case 'gap':
      return reading < 0
        ? `${name} is ${amount(reading)} behind pace in ${period}.`
        : `${name} is ${amount(reading)} ahead of pace in ${period}, less than the ${amount(threshold ?? 0)} wanted.`;
    case 'forecast':
      return `${name} is forecast to end ${period} at ${percent(reading)} of its target.`;
    case 'coverage':
      return `Open deals of ${name} cover ${reading.toFixed(1)} times what is left of ${period}, under ${threshold}.`;
    case 'odds':
      return `The odds that ${name} makes ${period} are ${percent(reading)}, under ${threshold}%.`;
    case 'deal':
      return `${name} booked a deal of ${formatShort(reading, money)}.`;
    case 'overdue':
      return `${name} has ${reading} overdue open ${reading === 1 ? 'deal' : 'deals'}.`;
    case 'unassigned':
      return `${reading} ${reading === 1 ? 'deal of' : 'deals of'} ${name} ${reading === 1 ? 'is' : 'are'} in no unit’s figures in ${period}.`;
    case 'missingTargets':
      return `${reading} below ${name} ${reading === 1 ? 'has' : 'have'} no target for ${period}.`;
    case 'oldData':
      return `The newest deal of ${name} is ${reading} working days old.`;
  }
}
