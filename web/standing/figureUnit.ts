import type { StandingView } from '#contract/schemas/standing';
import type { FigureUnit } from '#core/money/format';

/** What the view's figures are counted in. */
export function figureUnit(view: StandingView): FigureUnit {
  return view.measure.unit === 'money' ? { kind: 'money', currency: view.currency } : { kind: 'count' };
}
