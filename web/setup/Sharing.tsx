import * as routes from '#contract/routes/company';
import type { BodyOf } from '#contract/routes/route';
import type { Company } from '#contract/schemas/company';
import { api } from '../app/api';
import { otherFault } from '../app/FailureNote';
import { useSay } from '../ui/Toasts';

const { useChangeSharingMutation } = api.injectEndpoints({
  endpoints: (build) => ({
    changeSharing: build.mutation<Company, BodyOf<typeof routes.changeSharing>>({
      query: (body) => ({ route: routes.changeSharing, body }),
      invalidatesTags: (result) => (result ? ['Company'] : []),
    }),
  }),
});

/** What salespeople see of each other. */
export function Sharing({ company }: { company: Company }) {
  const [change, { isLoading }] = useChangeSharingMutation();
  const say = useSay();
  const set = async (sharesTeamLadder: boolean) => {
    const result = await change({ sharesTeamLadder });
    say(
      result.error
        ? (otherFault(result.error, []) ?? 'It was not changed.')
        : sharesTeamLadder
          ? 'Salespeople see the ladder of their own team.'
          : 'Salespeople see only themselves.',
      result.error ? { kind: 'fault' } : undefined,
    );
  };
  return (
    <label className="flex items-center gap-2">
      <input
        type="checkbox"
        checked={company.sharesTeamLadder}
        disabled={isLoading}
        onChange={(event) => void set(event.target.checked)}
      />
      Salespeople see the ladder of their own team: names, amounts and attainment
    </label>
  );
}
