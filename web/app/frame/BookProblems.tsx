import { Link } from 'react-router';
import { EN_FRAME } from '#wording/messages/en/frame';
import { messagesOf } from '#wording/messages/translate';
import { rich } from '../../language/rich';
import { useListOversizedTotalsQuery } from '../api';

const t = messagesOf('frame', EN_FRAME);

const LEFT_OUT = { amount: 'revenue', cost: 'costs', quantity: 'quantities' } as const;

/**
 * What is in no figure because it is too large to be added up, with the deals to correct; on every
 * view, for every total leaves it out.
 */
export function BookProblems() {
  const { data: problems = [] } = useListOversizedTotalsQuery();
  if (problems.length === 0) return null;
  return (
    <div role="alert" className="bg-danger-soft px-5 py-1.5">
      {problems.map((problem) => (
        <p key={`${problem.salesperson} ${problem.field}`}>
          {rich(t, 'inNoFigure', {
            strong: (words) => <strong className="font-semibold">{words}</strong>,
            omitted: LEFT_OUT[problem.field],
            problem: problem.name,
          })}
          {problem.deals.length > 0 && (
            <>
              {rich(t, 'correctOrVoid', {
                deals: problem.deals.map((deal, at) => (
                  <span key={deal.id}>
                    {at > 0 && ', '}
                    <Link
                      className="underline"
                      to={{
                        pathname: '/deals',
                        search: `?unit=${problem.salesperson}&book=${deal.id}`,
                      }}
                    >
                      {deal.deal}
                    </Link>
                  </span>
                )),
              })}
            </>
          )}
        </p>
      ))}
    </div>
  );
}
