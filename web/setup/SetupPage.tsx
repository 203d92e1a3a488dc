import { useState } from 'react';
import { Link, NavLink, useLocation, useParams } from 'react-router';
import type { Me, Role } from '#contract/schemas/access';
import type { Company } from '#contract/schemas/company';
import { IMPORT_KINDS, type ImportKind } from '#contract/schemas/import';
import { useGetCompanyQuery, useGetMeQuery } from '../app/api';
import { ImportDialog } from '../app/files/ImportDialog';
import { Button } from '../ui/Button';
import { FileLink } from '../ui/FileLink';
import { Accounts } from './Accounts';
import { AddUnit } from './AddUnit';
import { AppearanceForm } from './AppearanceForm';
import { Boards } from './Boards';
import { CalendarForm } from './CalendarForm';
import { ClosedDays } from './ClosedDays';
import { ClosedMonths } from './ClosedMonths';
import { CustomFields } from './customFields/CustomFields';
import { DailyMailForm } from './DailyMailForm';
import { describeRule } from './describeRule';
import { DisplayForm } from './DisplayForm';
import { Feeds } from './Feeds';
import { Lists } from './Lists';
import { Mail } from './Mail';
import { Measures } from './Measures';
import { OwnPassword, OwnSessions } from './OwnAccount';
import { PasteUnits } from './PasteUnits';
import { Rates } from './Rates';
import { Rules } from './rules/Rules';
import { Sharing } from './Sharing';
import { Tokens } from './Tokens';
import { UnitsList } from './UnitsList';
import { Webhooks } from './Webhooks';

/** What is set up, a chapter an address. */
export function SetupPage() {
  const { data: me } = useGetMeQuery();
  const { data: company } = useGetCompanyQuery();
  const { chapter = 'company' } = useParams();
  const { search } = useLocation();
  if (!me || !company) return null;
  const chapters = buildChapters(me, company);
  const shown = chapters.find((each) => each.path === chapter);
  return (
    <div className="grid min-h-full grid-cols-[150px_minmax(0,880px)] gap-6 p-6 max-desk:grid-cols-1 max-desk:content-start max-desk:gap-3 max-desk:p-3">
      <nav
        aria-label="Setup"
        className="flex flex-col gap-0.5 max-desk:flex-row max-desk:flex-wrap"
      >
        <h1 className="mb-2 max-desk:mb-0 max-desk:w-full">Setup</h1>
        {chapters.map(({ path, name }) => (
          <NavLink
            key={path}
            to={{ pathname: `/setup/${path}`, search }}
            className={() =>
              `rounded-[4px] px-2.5 py-1 ${path === chapter ? 'bg-cell font-semibold' : 'text-soft hover:bg-hover'}`
            }
            aria-current={path === chapter ? 'page' : undefined}
          >
            {name}
          </NavLink>
        ))}
      </nav>
      <div className="flex flex-col gap-4">
        {shown ? (
          shown.content
        ) : (
          <Sheet heading="No such page in Setup">
            <p>There is no page “{chapter}” in Setup for you. Choose one on the left.</p>
          </Sheet>
        )}
      </div>
    </div>
  );
}

function buildChapters(me: Me, company: Company) {
  const isAdministrator = me.role === 'administrator';
  const mayPlan = isAdministrator || me.role === 'manager';
  return [
    {
      path: 'company',
      name: 'Company',
      content: (
        <>
          <Sheet heading="Company and calendar">
            <CompanySheet company={company} mayChange={isAdministrator} />
          </Sheet>
          {isAdministrator && (
            <Sheet heading="Sharing">
              <Sharing company={company} />
            </Sheet>
          )}
          <Sheet heading="Holidays and days off">
            <ClosedDays company={company} mayChange={isAdministrator} />
          </Sheet>
          <Sheet heading="Closed months">
            <ClosedMonths company={company} mayClose={isAdministrator} />
          </Sheet>
        </>
      ),
    },
    ...(mayPlan
      ? [
          {
            path: 'people',
            name: 'People',
            content: (
              <Sheet heading="Units and people">
                <AddUnit />
                <PasteUnits />
                <UnitsList ownUnit={me.unitCode} mayManage={isAdministrator} />
              </Sheet>
            ),
          },
        ]
      : []),
    ...(isAdministrator
      ? [
          {
            path: 'accounts',
            name: 'Accounts',
            content: (
              <Sheet heading="Accounts">
                <Accounts />
              </Sheet>
            ),
          },
        ]
      : []),
    {
      path: 'measures',
      name: 'Measures',
      content: (
        <Sheet heading="Measures">
          <Measures mayChange={isAdministrator} />
        </Sheet>
      ),
    },
    {
      path: 'status',
      name: 'Status rules',
      content: (
        <Sheet heading="Status rules">
          <Rules mayChange={isAdministrator} />
        </Sheet>
      ),
    },
    ...(isAdministrator
      ? [
          {
            path: 'lists',
            name: 'Drop-down lists',
            content: (
              <Sheet heading="Lists">
                <Lists />
              </Sheet>
            ),
          },
          {
            path: 'custom-fields',
            name: 'Custom fields',
            content: (
              <Sheet heading="Custom fields">
                <CustomFields currency={company.currency} />
              </Sheet>
            ),
          },
        ]
      : []),
    ...(isAdministrator
      ? [
          {
            path: 'feeds',
            name: 'Order systems',
            content: (
              <Sheet heading="Feeds">
                <Feeds />
              </Sheet>
            ),
          },
          {
            path: 'webhooks',
            name: 'Webhooks',
            content: (
              <Sheet heading="Webhooks">
                <Webhooks />
              </Sheet>
            ),
          },
          {
            path: 'mail',
            name: 'Mail',
            content: (
              <Sheet heading="Mail">
                <Mail />
              </Sheet>
            ),
          },
        ]
      : []),
    ...(mayPlan
      ? [
          {
            path: 'boards',
            name: 'Boards',
            content: (
              <Sheet heading="Wall boards">
                <Boards />
              </Sheet>
            ),
          },
        ]
      : []),
    {
      path: 'rates',
      name: 'Exchange rates',
      content: (
        <Sheet heading="Rates">
          <Rates mayChange={isAdministrator} />
        </Sheet>
      ),
    },
    {
      path: 'files',
      name: 'Files',
      content: (
        <Sheet heading="Files">
          <Files role={me.role} />
        </Sheet>
      ),
    },
    {
      path: 'access',
      name: 'Your account',
      content: (
        <>
          <Sheet heading="Your password">
            <OwnPassword />
          </Sheet>
          <Sheet heading="Where you are signed in">
            <OwnSessions />
          </Sheet>
          <Sheet heading="Daily mail">
            <DailyMailForm />
          </Sheet>
          <Sheet heading="Access tokens">
            <Tokens />
          </Sheet>
        </>
      ),
    },
    {
      path: 'appearance',
      name: 'Appearance',
      content: (
        <>
          <Sheet heading="Appearance">
            <AppearanceForm />
          </Sheet>
          <Sheet heading="Figures">
            <DisplayForm />
          </Sheet>
        </>
      ),
    },
  ];
}

function CompanySheet({ company, mayChange }: { company: Company; mayChange: boolean }) {
  const [isChanging, setChanging] = useState(false);
  return (
    <>
      <dl className="grid grid-cols-[190px_1fr] gap-y-1.5 max-phone:grid-cols-1">
        <dt className="text-soft">Company</dt>
        <dd>
          {company.name}
          {company.isDemo ? ' (demo)' : ''}
        </dd>
        <dt className="text-soft">Reporting currency</dt>
        <dd>{company.currency}</dd>
        <dt className="text-soft">Business date</dt>
        <dd>
          {company.today}, time zone {company.timeZone}; business ends at {company.endOfBusiness}
        </dd>
        <dt className="text-soft">Fiscal year</dt>
        <dd>{describeRule(company.calendar)}</dd>
      </dl>
      {mayChange &&
        (isChanging ? (
          <CalendarForm company={company} onClose={() => setChanging(false)} />
        ) : (
          <div className="mt-3 flex flex-wrap gap-2">
            <Button onClick={() => setChanging(true)}>Change the calendar…</Button>
            {company.isDemo && (
              <Link
                to="/begin"
                className="inline-flex h-[30px] items-center rounded-sheet border border-strong/25 bg-sheet px-3 font-medium hover:bg-hover"
              >
                Begin with your own data…
              </Link>
            )}
          </div>
        ))}
    </>
  );
}

const IMPORTABLE: Readonly<Record<Role, readonly ImportKind[]>> = {
  administrator: IMPORT_KINDS,
  manager: ['targets', 'deals', 'deal_lines', 'activities', 'history'],
  salesperson: ['deals', 'deal_lines', 'activities'],
  viewer: [],
};

function Files({ role }: { role: Role }) {
  const [kind, setKind] = useState<ImportKind | null>(null);
  return (
    <>
      <p className="text-soft">
        The open formats of Iron Ladder. A file that was exported can be imported again unchanged.
      </p>
      <div className="mt-3 grid grid-cols-[120px_auto_auto_1fr] items-center max-phone:grid-cols-2 gap-x-2 gap-y-2">
        {IMPORT_KINDS.map((each) => [
          <span key={`${each} name`} className="font-medium">
            {each}.csv
          </span>,
          <FileLink key={`${each} export`} href={`/api/v1/exports/${each}`}>
            Export {each}
          </FileLink>,
          IMPORTABLE[role].includes(each) ? (
            <Button key={`${each} import`} onClick={() => setKind(each)}>
              Import {each}
            </Button>
          ) : (
            <span key={`${each} import`} />
          ),
          <span key={`${each} rest`} />,
        ])}
      </div>
      {kind && <ImportDialog kind={kind} onClose={() => setKind(null)} />}
    </>
  );
}

function Sheet({ heading, children }: { heading: string; children: React.ReactNode }) {
  return (
    <section className="rounded-sheet border border-line bg-sheet p-5">
      <h2 className="mb-2.5 text-[15px]">{heading}</h2>
      {children}
    </section>
  );
}
