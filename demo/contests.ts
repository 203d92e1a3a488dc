import type { ContestInput } from '#contract/schemas/contest';
import { toIsoDay } from '#core/period/day';
import { buildScope, type Principal } from '#server/access/index';
import { addContest, evaluateContests, membersByRule, startContest } from '#server/contests/index';
import type { Context } from '#server/context';

const MONTHS_BACK = 2;

/** A contest by month that has run for a while, one of teams this quarter, and a draft. */
export async function loadContests(context: Context, administrator: Principal): Promise<void> {
  const { calendar, tree } = context.replica.company!;
  const today = context.replica.asOf;
  const root = tree.root!.code;
  let month = calendar.periodOf('month', today);
  const running = month;
  for (let i = 0; i < MONTHS_BACK; i++) month = calendar.periodOf('month', month.from - 1);
  const quarter = calendar.periodOf('quarter', today);
  const base: Omit<ContestInput, 'name' | 'text' | 'from' | 'through' | 'rules'> = {
    unit: root,
    member: 'salesperson',
    repeat: 'month',
    leavesOutRamps: true,
    isByInvitation: false,
    isOnBoards: true,
    mailRhythm: 'none',
    mailText: '',
  };
  const run = async (input: ContestInput) => {
    const scope = buildScope(context.replica, administrator);
    const reader = { scope, principal: administrator };
    const id = await addContest(context, reader, input);
    const members = membersByRule(scope.dataset, {
      ...input,
      unitId: scope.findUnit(input.unit).id,
    }).map(({ code }) => code);
    await startContest(context, reader, id, members);
  };
  await run({
    ...base,
    name: 'Full month',
    text: 'Everybody against their own target, so that a small patch can win.',
    from: toIsoDay(month.from),
    through: toIsoDay(calendar.year(calendar.labelOf(today)).to - 1),
    rules: {
      mode: 'goal',
      goalRule: 'all',
      goals: [{ measure: 'revenue', value: 10_000 }],
      rankedBy: 'actual',
      hasHandicap: true,
      awards: [
        {
          title: 'First to the target',
          text: '',
          picture: 'flag',
          receivers: 'first',
          places: null,
          isAtOnce: true,
          amount: 20_000,
        },
        {
          title: 'Made it',
          text: '',
          picture: 'rung',
          receivers: 'all',
          places: null,
          isAtOnce: true,
          amount: null,
        },
      ],
    },
  });
  await run({
    ...base,
    member: 'team',
    repeat: 'once',
    leavesOutRamps: false,
    name: 'Autumn regatta',
    text: 'The team with the highest attainment sails for a day.',
    from: toIsoDay(quarter.from),
    through: toIsoDay(quarter.to - 1),
    rules: {
      mode: 'ranking',
      goalRule: 'all',
      goals: [{ measure: 'revenue', value: 1 }],
      rankedBy: 'attainment',
      hasHandicap: false,
      awards: [
        {
          title: 'Regatta cup',
          text: 'A day on the water for the whole team',
          picture: 'cup',
          receivers: 'top',
          places: 1,
          isAtOnce: false,
          amount: null,
        },
      ],
    },
  });
  const scope = buildScope(context.replica, administrator);
  await addContest(
    context,
    { scope, principal: administrator },
    {
      ...base,
      name: 'New customers',
      text: '',
      from: toIsoDay(running.to),
      through: toIsoDay(calendar.periodOf('month', running.to).to - 1),
      rules: {
        mode: 'goal',
        goalRule: 'all',
        goals: [{ measure: 'new_customers', value: 3 }],
        rankedBy: 'actual',
        hasHandicap: false,
        awards: [],
      },
    },
  );
  await evaluateContests(context, null);
}
