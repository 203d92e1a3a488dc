import ICAL from 'ical.js';
import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs';
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest';
import type { ReportInput } from '#contract/schemas/report';
import { parseDay } from '#core/period/day';
import { sendWhatIsDue } from '#server/reports/sender';
import {
  createCompany,
  createDatabase,
  putTargets,
  startServer,
  type TestServer,
  wonDeal,
} from './harness';

let server: TestServer;
let people: Awaited<ReturnType<typeof createCompany>>;
let view: number;
const ids: Record<string, number> = {};

const input = (over: Partial<ReportInput> = {}): ReportInput => ({
  name: 'Saltmarsh each morning',
  text: 'Have a look.',
  view,
  periodKind: 'month',
  format: 'none',
  rhythm: 'daily',
  time: '07:30',
  weekday: null,
  monthDay: null,
  receivers: [ids['manager']!],
  ...over,
});
const make = async (over: Partial<ReportInput> = {}, as = people.manager) => {
  const made = await as.send('POST', '/reports', input(over));
  expect(made.statusCode, made.body).toBe(201);
  return made.json();
};
const clockAt = (day: string, time: string) => () => {
  const [hours, minutes] = time.split(':').map(Number);
  return { day: parseDay(day)!, minute: hours! * 60 + minutes! };
};
interface Mail extends Record<string, unknown> {
  address: string;
  subject: string;
  text: string;
  kind: string;
  attachments: { name: string; content: string }[] | null;
}
const mails = async (): Promise<Mail[]> =>
  (
    await server.db.execute<Mail>(
      'select address, subject, text, kind, attachments from outgoing_mail order by id',
    )
  ).rows;

beforeAll(async () => {
  server = await startServer(await createDatabase());
  people = await createCompany(server);
  const { rows } = await server.db.execute<{ id: number; name: string }>(
    'select id, name from app_user',
  );
  for (const { id, name } of rows) ids[name] = id;
  await putTargets(people.admin, [
    { unit: 'ivarga', measure: 'revenue', period: 'FY2027-P08', target: '1000.00' },
    { unit: 'tbrandt', measure: 'revenue', period: 'FY2027-P08', target: '1000.00' },
  ]);
  await people.manager.send('POST', '/deals', wonDeal({ amount: '600.00' }));
  const kept = await people.manager.send('POST', '/kept-views', {
    name: 'Saltmarsh',
    sharedWith: 'salt',
    path: '/standing',
    search: 'unit=salt&measure=revenue&period=FY2027-P07',
  });
  view = kept.json().id;
});
afterAll(() => server.stop());
beforeEach(async () => {
  await server.db.execute('delete from report');
  await server.db.execute('delete from outgoing_mail');
});

describe('standing reports', () => {
  it('go out once a day at their time, with the period moved on and a link to the very state', async () => {
    await make();
    const send = (time: string, day = '2026-11-18') =>
      sendWhatIsDue(server.context, clockAt(day, time));
    expect(await send('07:29')).toBe(0);
    expect(await send('07:30')).toBe(1);
    expect(await send('09:00')).toBe(0);
    const [mail] = await mails();
    expect(mail!.address).toBe('manager@example.com');
    expect(mail!.text).toContain('Have a look.');
    expect(mail!.text).toContain('Ilse Varga');
    expect(mail!.text).toContain(
      'http://localhost/standing?unit=salt&measure=revenue&period=FY2027-P08',
    );
    expect(await send('07:30', '2026-11-19')).toBe(1);
    const { reports } = (await people.manager.get('/reports')).json();
    expect(reports[0].runs.map(({ sent }: { sent: number }) => sent)).toEqual([1, 1]);
  });

  it('go by the clock of the branch of who sends them', async () => {
    await make();
    const salt = server.replica.company!.tree.findByCode('salt')!.id;
    const clocks = (there: string, elsewhere: string) => (unitId: number) =>
      clockAt('2026-11-18', unitId === salt ? there : elsewhere)();
    expect(await sendWhatIsDue(server.context, clocks('07:00', '09:00'))).toBe(0);
    expect(await sendWhatIsDue(server.context, clocks('07:30', '05:30'))).toBe(1);
  });

  it('sent by two servers at once go once', async () => {
    await make();
    const clock = clockAt('2026-11-18', '08:00');
    await Promise.all([
      sendWhatIsDue(server.context, clock),
      sendWhatIsDue(server.context, clock),
      sendWhatIsDue(server.context, clock),
    ]);
    expect(await mails()).toHaveLength(1);
  });

  it('are written to their end after a server that died between the mails and their record', async () => {
    await make({ receivers: [ids['viewer']!, ids['manager']!] });
    const clock = clockAt('2026-11-18', '08:00');
    await sendWhatIsDue(server.context, clock);
    const written = await mails();
    expect(written).toHaveLength(2);
    // As it left them: one mail is there, nothing says that the report went.
    await server.db.execute(`delete from outgoing_mail where address = '${written[1]!.address}'`);
    await server.db.execute('delete from report_run');
    await server.db.execute(`update report set sent_for = '2026-11-17'`);
    await sendWhatIsDue(server.context, clock);
    expect((await mails()).map(({ address }) => address).sort()).toEqual(
      written.map(({ address }) => address).sort(),
    );
    const { reports } = (await people.manager.get('/reports')).json();
    expect(reports[0].runs).toHaveLength(1);
  });

  it('give each receiver what their rights show, and nothing to who has none', async () => {
    const northern = ids['north']!;
    const company = await people.admin.send('POST', '/kept-views', {
      name: 'Own standing',
      sharedWith: null,
      path: '/standing',
      search: '',
    });
    await make({ view: company.json().id, receivers: [northern, ids['manager']!] }, people.admin);
    await make({ receivers: [ids['viewer']!, ids['ilse']!] });
    await sendWhatIsDue(server.context, clockAt('2026-11-18', '08:00'));
    const sent = await mails();
    const of = (address: string) => sent.filter((mail) => mail.address === address);
    expect(of('north@example.com')[0]!.text).not.toContain('Ilse Varga');
    expect(of('north@example.com')[0]!.text).toContain('unit=north');
    expect(of('viewer@example.com')).toHaveLength(1);
    // A salesperson sees no branch: the link would not either.
    expect(of('ilse@example.com')).toHaveLength(0);
    const { reports } = (await people.manager.get('/reports')).json();
    expect(reports[0].runs[0]).toMatchObject({ sent: 1, withoutRight: 1 });
  });

  it('carry the standing as a PDF whose text another reader finds (pdf.js)', async () => {
    const { id } = await make({ format: 'pdf' });
    expect((await people.manager.send('POST', `/reports/${id}/send`, {})).json()).toEqual({
      sent: 1,
      withoutRight: 0,
    });
    const [mail] = await mails();
    const file = mail!.attachments![0]!;
    expect(file.name).toBe('salt FY2027-P08 revenue.pdf');
    const pdf = await getDocument({ data: new Uint8Array(Buffer.from(file.content, 'base64')) })
      .promise;
    const page = await (await pdf.getPage(1)).getTextContent();
    const text = page.items.map((item) => ('str' in item ? item.str : '')).join(' ');
    expect(text).toContain('Ilse Varga');
  });

  it.each([
    [
      '/explore',
      'unit=salt&period=FY2027-P08&span=period',
      'Saltmarsh won €',
      'explore salt FY2027-P08 revenue.xlsx',
    ],
    [
      '/compare',
      'unit=salt&period=FY2027-P08&against=target&by=salesperson',
      'Saltmarsh in November 2026 is',
      'comparison salt FY2027-P08 revenue.xlsx',
    ],
  ])('of %s say what that view says, with its own file', async (path, search, sentence, file) => {
    const kept = await people.manager.send('POST', '/kept-views', {
      name: `Kept ${path}`,
      sharedWith: null,
      path,
      search,
    });
    const { id } = await make({ view: kept.json().id, periodKind: 'asKept', format: 'xlsx' });
    await people.manager.send('POST', `/reports/${id}/send`, {});
    const sent = (await mails()).at(-1)!;
    expect(sent.text).toContain(sentence);
    expect(sent.attachments!.map(({ name }) => name)).toEqual([file]);
  });

  it('of Compare are against the days that the view is against', async () => {
    const search = 'unit=salt&period=FY2027-P08&point=workingDay';
    const kept = await people.manager.send('POST', '/kept-views', {
      name: 'By working day',
      sharedWith: null,
      path: '/compare',
      search,
    });
    const { id } = await make({ view: kept.json().id, periodKind: 'asKept' });
    await people.manager.send('POST', `/reports/${id}/send`, {});
    const { against } = (await people.manager.get(`/comparison?${search}`)).json();
    const byDate = (await people.manager.get('/comparison?unit=salt&period=FY2027-P08')).json();
    expect(against.days).not.toBe(byDate.against.days);
    expect((await mails()).at(-1)!.text).toContain(`against ${against.days}`);
  });

  it('stop when their view is gone or they are paused, and are their maker’s alone', async () => {
    const kept = await people.manager.send('POST', '/kept-views', {
      name: 'For a while',
      sharedWith: null,
      path: '/compare',
      search: 'unit=salt&by=customer',
    });
    const { id } = await make({ view: kept.json().id });
    expect((await people.manager.send('POST', `/reports/${id}/send`, {})).json().sent).toBe(1);
    expect((await mails())[0]!.text).toContain('Change');
    await people.manager.send('DELETE', `/kept-views/${kept.json().id}`);
    expect(await sendWhatIsDue(server.context, clockAt('2026-11-18', '08:00'))).toBe(0);
    expect((await people.manager.get('/reports')).json().reports[0].view).toBeNull();
    expect((await people.manager.send('POST', `/reports/${id}/send`, {})).statusCode).toBe(404);
    expect((await people.admin.send('DELETE', `/reports/${id}`)).statusCode).toBe(404);
    await people.manager.send('PUT', `/reports/${id}`, input({ isPaused: true }));
    expect(await sendWhatIsDue(server.context, clockAt('2026-11-18', '08:00'))).toBe(0);
    expect((await people.manager.send('DELETE', `/reports/${id}`)).statusCode).toBe(200);
  });

  it('that cannot be made keep no other back', async () => {
    const kept = await people.manager.send('POST', '/kept-views', {
      name: 'A measure that is gone',
      sharedWith: null,
      path: '/standing',
      search: 'unit=salt&measure=no_such_measure',
    });
    await make({ name: 'AAA first', view: kept.json().id });
    const own = await people.admin.send('POST', '/kept-views', {
      name: 'Of the company',
      sharedWith: null,
      path: '/standing',
      search: '',
    });
    await make({ name: 'Of somebody who left', view: own.json().id }, people.admin);
    await server.db.execute(`update app_user set disabled_at = now() where name = 'Mara Okoye'`);
    await make({ name: 'ZZZ last' });
    await sendWhatIsDue(server.context, clockAt('2026-11-18', '08:00'));
    await server.db.execute(`update app_user set disabled_at = null where name = 'Mara Okoye'`);
    expect((await mails()).map(({ subject }) => subject)).toEqual([
      expect.stringContaining('ZZZ last'),
    ]);
  });

  it('are refused with the field that says why', async () => {
    const faultsOf = async (over: Partial<ReportInput>) =>
      (await people.manager.send('POST', '/reports', input(over)))
        .json()
        .errors.map(({ field, code }: { field: string; code: string }) => [field, code]);
    expect(await faultsOf({ view: 999_999 })).toEqual([['view', 'unknownView']]);
    expect(await faultsOf({ receivers: [ids['north']!] })).toEqual([['receivers', 'seesItNot']]);
    expect(await faultsOf({ rhythm: 'weekly' })).toEqual([['weekday', 'required']]);
    expect(await faultsOf({ rhythm: 'monthly' })).toEqual([['monthDay', 'required']]);
  });
});

describe('a shared view', () => {
  it('goes to accounts, each by their own rights', async () => {
    const shared = await people.manager.send('POST', '/shares', {
      path: '/standing',
      search: '?unit=salt&period=FY2027-P08',
      receivers: [ids['viewer']!, ids['ilse']!],
      text: 'Look at this',
    });
    expect(shared.json()).toEqual({ sent: 1, withoutRight: 1 });
    const [mail] = await mails();
    expect([mail!.kind, mail!.subject]).toEqual([
      'share',
      expect.stringContaining('manager shares a view: Saltmarsh'),
    ]);
    const stranger = await people.manager.send('POST', '/shares', {
      path: '/standing',
      search: '',
      receivers: [ids['north']!],
      text: null,
    });
    expect(stranger.statusCode).toBe(422);
  });
});

describe('the daily mail', () => {
  it('gathers alerts and actions that are due, once a day, at the time one has chosen', async () => {
    await people.manager.send('POST', '/notes', {
      unit: 'salt',
      period: 'FY2027-P08',
      measure: 'revenue',
      text: 'Call Marlow Yard',
      assignee: ids['viewer'],
      dueOn: '2026-11-10',
    });
    const send = (time: string, day = '2026-11-18') =>
      sendWhatIsDue(server.context, clockAt(day, time));
    expect(await send('06:59')).toBe(0);
    await people.viewer.send('PUT', '/daily-mail', { isWanted: true, time: '08:15' });
    // Who asked is told as well: it is overdue.
    expect(await send('08:00')).toBe(1);
    expect(await send('08:15')).toBe(1);
    expect(await send('12:00')).toBe(0);
    const [asked, mail] = await mails();
    expect(asked!.address).toBe('manager@example.com');
    expect([mail!.kind, mail!.address]).toEqual(['daily', 'viewer@example.com']);
    expect(mail!.text).toContain('Call Marlow Yard (overdue since 2026-11-10)');
    // The calendar is read by another program (ical.js); who asked has nothing to put into theirs.
    const [file] = mail!.attachments!;
    const calendar = ICAL.parse(Buffer.from(file!.content, 'base64').toString());
    const event = new ICAL.Event(new ICAL.Component(calendar).getFirstSubcomponent('vevent')!);
    expect([event.summary, event.startDate.toString(), event.startDate.isDate]).toEqual([
      'Call Marlow Yard',
      '2026-11-10',
      true,
    ]);
    expect(asked!.attachments).toBeNull();
    await people.viewer.send('PUT', '/daily-mail', { isWanted: false, time: '08:15' });
    expect(await send('06:00', '2026-11-19')).toBe(0);
    // Three servers look at the same moment: whose mail it is, it goes once.
    const counts = await Promise.all([1, 2, 3].map(() => send('12:00', '2026-11-19')));
    expect(counts.reduce((sum, count) => sum + count, 0)).toBe(1);
    expect((await mails()).filter(({ address }) => address === 'manager@example.com')).toHaveLength(
      2,
    );
    expect((await people.viewer.get('/daily-mail')).json()).toEqual({
      isWanted: false,
      time: '08:15',
    });
  });
});
