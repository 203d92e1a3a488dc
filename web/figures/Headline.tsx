import type { StandingView } from '#contract/schemas/attainment';
import { textOf } from '../charts/status';
import { StatusMark } from '../charts/StatusMark';

/** The sentence of a standing, with its grade's symbol and colour. */
export function Headline({ view }: { view: Pick<StandingView, 'sentence' | 'figures'> }) {
  return (
    <h1 className="max-w-[840px]" aria-live="polite">
      <span className="mr-2 inline-block align-[-1px]">
        <StatusMark status={view.figures.status} size={17} />
      </span>
      {view.sentence.map((part, index) => (
        <span
          key={index}
          className={part.emphasis === 'status' ? textOf(view.figures.status) : undefined}
        >
          {part.text}
        </span>
      ))}
    </h1>
  );
}
