import type { StatusRule } from '#core/status/rule';
import { StatusMark } from '../../charts/StatusMark';

/** The four grades as a rule draws them, best last. */
export function Grades({ rule }: { rule: StatusRule }) {
  return <>{rule.words.open.map((word, at) => <StatusMark key={at} status={{ grade: at + 1, state: 'upper', word, symbols: rule.symbols, color: rule.colors[at]! }} />)}</>;
}
