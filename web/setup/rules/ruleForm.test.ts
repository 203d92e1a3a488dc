import { describe, expect, it } from 'vitest';
import { defaultRule, type StatusRule } from '#core/status/rule';
import { describeStatusRule, readRule, toForm, withBenchmark } from './ruleForm';

const money = { valueKind: 'money', decimals: 0, direction: 'higher' } as const;
const shipped = defaultRule({ isCumulative: true, direction: 'higher' });

describe('the form of a status rule', () => {
  it("reads back what it shows, fixed values in the currency's minor units", () => {
    const rule: StatusRule = {
      ...shipped,
      thresholds: { upper: 97.5, lower: 82 },
      absoluteThresholds: { day: { upper: 120_050, lower: 90_000 } },
      thresholdsByLevel: { branch: { workingDay: { upper: 500_000, lower: 100_000 } } },
    };
    const form = toForm(rule, money, 'EUR');
    expect(form.fixedThresholds.all.day).toEqual({ upper: '1200.50', lower: '900.00' });
    expect(readRule(form, money, 'EUR')).toEqual({ ok: true, rule });
  });

  it('says which field is no number, and which fixed value lacks its other', () => {
    const form = { ...toForm(shipped, money, 'EUR'), upper: 'much' };
    form.fixedThresholds.all.month = { upper: '5', lower: '' };
    form.fixedThresholds.team.day = { upper: '', lower: '5' };
    const read = readRule(form, money, 'EUR');
    expect(read.ok ? [] : Object.keys(read.faults).sort()).toEqual([
      'absoluteThresholds/month',
      'thresholds',
      'thresholdsByLevel/team/day',
    ]);
  });

  it('has two grades of a comparison alone', () => {
    const form = withBenchmark(toForm(shipped, money, 'EUR'), 'priorYear', money);
    const read = readRule({ ...form, isTwoGrade: true }, money, 'EUR');
    expect(read.ok && read.rule.isTwoGrade).toBe(true);
    expect(withBenchmark({ ...form, isTwoGrade: true }, 'target', money).isTwoGrade).toBe(false);
  });

  it('takes the thresholds and words of another benchmark along', () => {
    const form = withBenchmark(toForm(shipped, money, 'EUR'), 'peerAverage', money);
    expect([form.upper, form.lower, form.labels.open[2]]).toEqual(['110', '90', 'above average']);
    expect(withBenchmark(form, 'target', { ...money, direction: 'lower' }).labels.ended[0]).toBe(
      'well over',
    );
  });

  it('says a rule in a sentence', () =>
    expect(
      describeStatusRule({ ...shipped, absoluteThresholds: { day: { upper: 2, lower: 1 } } }),
    ).toBe(
      'Against what was due by now; the target once the period has ended: from 95% on pace, from 80% slipping, else behind; fixed values for each day.',
    ));

  it('names two grades and the levels of fixed values', () =>
    expect(
      describeStatusRule({
        ...shipped,
        benchmark: 'priorYear',
        isTwoGrade: true,
        thresholdsByLevel: { team: { workingDay: { upper: 2, lower: 1 } } },
      }),
    ).toBe(
      'Against the same period last year, at the same point: from 95% on pace, else behind; fixed values for each working day of teams.',
    ));
});
