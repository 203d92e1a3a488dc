import type { TargetView } from '#contract/schemas/attainment';
import { EN_STANDING } from './messages/en/standing';
import { messagesOf } from './messages/translate';

const t = messagesOf('standing', EN_STANDING);

/** Which target applies and why, in words. */
export function describeTarget(target: TargetView, period: string): string {
  switch (target.targetSource) {
    case 'set':
      return t('targetSet', { period });
    case 'sumOfPeriods':
      return t('targetOfPeriods', { count: target.partCount });
    case 'allocatedFromPeriod':
      return t('targetAllocated', { from: target.allocatedFrom });
    case 'sumOfUnits':
      return t('targetOfUnits', { count: target.partCount });
    case 'inherited':
      return target.inheritedFromUnit
        ? t('targetOfUnitAbove', { unit: target.inheritedFromUnit })
        : t('targetOfLonger', { from: target.allocatedFrom });
    case 'none':
      return t('targetNone');
  }
}
