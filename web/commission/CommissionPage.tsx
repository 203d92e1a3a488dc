import { useMemo } from 'react';
import { buildCalendar } from '#core/period/calendar';
import { parseDay } from '#core/period/day';
import { describePeriod } from '#wording/period';
import { useAddress } from '../app/address';
import { useGetCompanyQuery, useGetMeQuery } from '../app/api';
import { usePlace } from '../app/place';
import { Loading } from '../ui/Loading';
import { Segments } from '../ui/Segments';
import { LiabilityTable } from './LiabilityTable';
import { PlansList } from './PlansList';
import { Statements } from './Statements';

const TABS = [
  ['statements', 'Statements'],
  ['plans', 'Plans'],
  ['owed', 'Not yet paid'],
] as const;

/** What people earn beyond their salary: statements by month, the plans behind them, what is owed. */
export function CommissionPage() {
  const { unit, period } = usePlace();
  const { data: me } = useGetMeQuery();
  const { data: company } = useGetCompanyQuery();
  const { search, put } = useAddress();
  const month = useMemo(() => {
    if (!company) return null;
    const calendar = buildCalendar(company.calendar);
    const today = parseDay(company.today)!;
    const chosen = calendar.parse(period) ?? calendar.periodOf('month', today);
    // Statements are by month: of a longer period its last, as far as it has come.
    const found =
      chosen.kind === 'month'
        ? chosen
        : calendar.periodOf('month', Math.max(chosen.from, Math.min(chosen.to - 1, today)));
    return { ...found, name: describePeriod(found, calendar), isChosen: chosen.kind === 'month' };
  }, [company, period]);
  if (!me || !company || !month) return <Loading what="commission" />;
  if (me.role === 'viewer')
    return (
      <p className="p-6 text-soft">
        What people are paid is theirs and their managers’ to see. Ask an administrator if you
        should see it.
      </p>
    );
  const mayPlan = me.role === 'administrator' || me.role === 'manager';
  const tab = (mayPlan && TABS.find(([key]) => key === search.get('show'))?.[0]) || 'statements';
  return (
    <div className="flex h-full min-h-[420px] flex-col gap-3 px-[18px] pt-3 pb-4 max-phone:px-3">
      {mayPlan && (
        <div className="flex">
          <Segments
            label="Show"
            options={TABS}
            value={tab}
            onChange={(next) => put({ show: next === 'statements' ? null : next, payee: null })}
          />
        </div>
      )}
      {tab === 'statements' && <Statements unit={unit} month={month} me={me} />}
      {tab === 'plans' && <PlansList unit={unit} month={month} currency={company.currency} />}
      {tab === 'owed' && <LiabilityTable unit={unit} />}
    </div>
  );
}
