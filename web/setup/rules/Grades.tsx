import type { StatusRule } from '#core/status/rule';
import { StatusMark } from '../../charts/StatusMark';

/** The four grades as a rule draws them, best last. */
export function Grades({ rule }: { rule: StatusRule }) {
  return (
    <>
      {rule.labels.open.map((label, at) => (
        <StatusMark
          key={at}
          status={{
            grade: at + 1,
            state: 'upper',
            label,
            iconSet: rule.iconSet,
            color: rule.colors[at]!,
          }}
        />
      ))}
    </>
  );
}
