import { useState } from 'react';
import type { ImportKind } from '#contract/schemas/import';
import { useGetCompanyQuery, useGetMeQuery } from '../app/api';
import { ImportDialog } from '../app/files/ImportDialog';
import { applyTheme, readTheme, THEMES } from '../app/theme';
import { Button } from '../ui/Button';
import { AddUnit } from './AddUnit';
import { CalendarForm } from './CalendarForm';
import { ClosedDays } from './ClosedDays';
import { ClosedMonths } from './ClosedMonths';
import { describeRule } from './describeRule';
import { Measures } from './Measures';
import { Rates } from './Rates';
import { Tokens } from './Tokens';
import { UnitsList } from './UnitsList';

/** Company, units, files, access tokens and appearance. */
export function SetupPage() {
  const { data: me } = useGetMeQuery();
  const { data: company } = useGetCompanyQuery();
  const [kind, setKind] = useState<ImportKind | null>(null);
  const [isChanging, setChanging] = useState(false);
  const [theme, setTheme] = useState(readTheme);
  if (!me || !company) return null;
  const mayPlan = me.role === 'administrator' || me.role === 'manager';
  const importable: ImportKind[] = me.role === 'administrator' ? ['units', 'targets', 'deals', 'activities', 'rates'] : me.role === 'manager' ? ['targets', 'deals', 'activities'] : me.role === 'salesperson' ? ['deals', 'activities'] : [];

  return (
    <div className="mx-auto flex max-w-[880px] flex-col gap-4 p-6">
      <h1>Setup</h1>
      <Sheet heading="Company and calendar">
        <dl className="grid grid-cols-[190px_1fr] gap-y-1.5">
          <dt className="text-soft">Company</dt><dd>{company.name}{company.isDemo ? ' (demo)' : ''}</dd>
          <dt className="text-soft">Reporting currency</dt><dd>{company.currency}</dd>
          <dt className="text-soft">Business date</dt><dd>{company.today}, time zone {company.timeZone}</dd>
          <dt className="text-soft">Fiscal year</dt><dd>{describeRule(company.calendar)}</dd>
        </dl>
        {me.role === 'administrator' && (isChanging ? <CalendarForm company={company} onClose={() => setChanging(false)} /> : <Button className="mt-3" onClick={() => setChanging(true)}>Change the calendar…</Button>)}
      </Sheet>
      <Sheet heading="Measures"><Measures mayChange={me.role === 'administrator'} /></Sheet>
      <Sheet heading="Closed days"><ClosedDays company={company} mayChange={me.role === 'administrator'} /></Sheet>
      <Sheet heading="Closed months"><ClosedMonths company={company} mayClose={me.role === 'administrator'} /></Sheet>
      {mayPlan && <Sheet heading="Units and people"><AddUnit /><UnitsList ownUnit={me.unitCode} /></Sheet>}
      <Sheet heading="Rates"><Rates mayChange={me.role === 'administrator'} /></Sheet>
      <Sheet heading="Files">
        <p className="text-soft">The open formats of Iron Ladder. A file that was exported can be imported again unchanged.</p>
        <div className="mt-3 grid grid-cols-[120px_auto_auto_1fr] items-center gap-x-2 gap-y-2">
          {(['units', 'targets', 'deals', 'activities', 'rates'] as const).map((each) => [
            <span key={`${each} name`} className="font-medium">{each}.csv</span>,
            <a key={`${each} export`} href={`/api/v1/files/${each}`} download className="inline-flex h-[30px] items-center rounded-sheet border border-strong/25 bg-sheet px-3 font-medium hover:bg-hover">Export {each}</a>,
            importable.includes(each) ? <Button key={`${each} import`} onClick={() => setKind(each)}>Import {each}</Button> : <span key={`${each} import`} />,
            <span key={`${each} rest`} />,
          ])}
        </div>
      </Sheet>
      <Sheet heading="Access tokens"><Tokens /></Sheet>
      <Sheet heading="Appearance">
        <div role="radiogroup" aria-label="Theme" className="flex gap-5">
          {THEMES.map((each) => (
            <label key={each} className="flex items-center gap-1.5 capitalize">
              <input type="radio" name="theme" checked={theme === each} onChange={() => { setTheme(each); applyTheme(each); }} />{each}
            </label>
          ))}
        </div>
      </Sheet>
      {kind && <ImportDialog kind={kind} onClose={() => setKind(null)} />}
    </div>
  );
}

function Sheet({ heading, children }: { heading: string; children: React.ReactNode }) {
  return <section className="rounded-sheet border border-line bg-sheet p-5"><h2 className="mb-2.5 text-[15px]">{heading}</h2>{children}</section>;
}
