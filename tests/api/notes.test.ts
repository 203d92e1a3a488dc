import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { KeptView } from '#contract/schemas/keptView';
import type { Note, Notes } from '#contract/schemas/note';
import { MOST_VIEWS } from '#server/keptViews/service';
import { MOST_REPLIES } from '#server/notes/service';
import {
  type Client,
  createCompany,
  createDatabase,
  startServer,
  type TestServer,
} from './harness';

let server: TestServer;
let people: Awaited<ReturnType<typeof createCompany>>;
beforeAll(async () => {
  server = await startServer(await createDatabase());
  people = await createCompany(server);
});
afterAll(() => server.stop());

const about = { unit: 'salt', period: 'FY2027-P08', measure: 'revenue' };
const write = async (over: object = {}, as: Client = people.manager) =>
  as.send('POST', '/notes', { ...about, text: 'Osprey has stopped buying', ...over });
const list = async (query = '', as: Client = people.manager) =>
  (await as.get(`/notes?unit=salt${query}`)).json() as Notes;
const texts = async (query = '', as: Client = people.manager) =>
  (await list(query, as)).notes.map(({ text }) => text);

describe('notes', () => {
  let first: Note;

  it('are written about a figure, once also when sent twice', async () => {
    const slice = { by: 'customer', key: '4', name: 'Osprey Marine' };
    const [one, two] = [await write({ slice }), await write({ slice })];
    expect([one.statusCode, two.json().id]).toEqual([201, one.json().id]);
    first = one.json();
    expect(first).toMatchObject({
      unit: { code: 'salt' },
      period: { id: 'FY2027-P08' },
      measureName: 'Revenue',
      slice,
      author: { name: 'manager' },
      assignee: null,
      resolvedAt: null,
      replies: [],
    });
    expect((await write()).json().id).not.toBe(first.id);
  });

  it('say who sees to it and until when, and are overdue after that', async () => {
    const { people: chosen } = await list();
    const manager = chosen.find(({ name }) => name === 'manager')!;
    expect(chosen.map(({ name }) => name)).toEqual(['manager', 'Mara Okoye', 'viewer']);
    const made = await write({
      text: 'Call Osprey',
      assignee: manager.id,
      dueOn: '2026-11-17',
    });
    expect(made.json()).toMatchObject({ assignee: manager, dueOn: '2026-11-17', isOverdue: true });
    expect(await texts('&onlyActions=true')).toEqual(['Call Osprey']);
  });

  it('are not for somebody who does not see the unit', async () => {
    const { rows } = await server.pool.query(`select id from app_user where name = 'north'`);
    const fault = await write({ assignee: rows[0].id });
    expect([fault.statusCode, fault.json().errors[0]]).toMatchObject([
      422,
      { field: 'assignee', code: 'seesItNot' },
    ]);
    const nobody = await write({ dueOn: '2026-12-01' });
    expect(nobody.json().errors[0]).toMatchObject({ field: 'assignee', code: 'required' });
  });

  it('are found by period, state, measure and words, with those of units below', async () => {
    await write({ text: 'Of a team', unit: 'deck', period: 'FY2027-P07' });
    expect(await texts('&period=FY2027-P07')).toEqual(['Of a team']);
    expect(await texts('&period=FY2027-Q3')).toHaveLength(4);
    expect(await texts('&period=FY2026')).toEqual([]);
    expect(await texts('&search=osprey')).toHaveLength(3);
    expect(await texts('&search=Osprey%20Marine')).toHaveLength(1);
    expect(await texts('&measure=deals_won')).toEqual([]);
    expect((await people.manager.get('/notes?unit=deck')).json().notes).toHaveLength(1);
  });

  it('are answered, done with and opened again', async () => {
    for (let i = 0; i < 2; i++)
      await people.admin.send('POST', `/notes/${first.id}/replies`, { text: 'On it' });
    const [note] = (await list('&search=Osprey%20Marine')).notes;
    expect(note!.replies.map(({ text, author }) => [text, author.name])).toEqual([
      ['On it', 'Mara Okoye'],
    ]);
    const done = await people.manager.send('PUT', `/notes/${first.id}/state`, { resolved: true });
    expect(done.json().resolvedBy.name).toBe('manager');
    expect(await texts('&search=Osprey%20Marine')).toEqual([]);
    expect(await texts('&search=Osprey%20Marine&state=resolved')).toHaveLength(1);
    await people.manager.send('PUT', `/notes/${first.id}/state`, { resolved: false });
    expect(await texts('&search=Osprey%20Marine')).toHaveLength(1);
    const { rows } = await server.pool.query(
      `select action from audit where entity = 'note' and entity_id = $1 order by id`,
      [String(first.id)],
    );
    expect(rows.map(({ action }) => action)).toEqual([
      'written',
      'answered',
      'resolved',
      'reopened',
    ]);
  });

  it('are nobody’s who does not see the unit, and not written by who only reads', async () => {
    expect((await people.north.get('/notes?unit=salt')).statusCode).toBe(404);
    for (const [method, path, body] of [
      ['POST', `/notes/${first.id}/replies`, { text: 'x' }],
      ['PUT', `/notes/${first.id}/state`, { resolved: true }],
    ] as const)
      expect((await people.north.send(method, path, body)).statusCode).toBe(404);
    expect((await write({}, people.viewer)).statusCode).toBe(403);
    expect((await write({ unit: 'salt' }, people.salesperson)).statusCode).toBe(404);
    expect(await texts('', people.viewer)).toHaveLength(4);
  });

  it(`have ${MOST_REPLIES} answers and not one more`, async () => {
    await server.pool.query(
      `insert into note (reply_to, unit_id, measure, period_id, from_day, to_day, text, user_id)
        select id, unit_id, measure, period_id, from_day, to_day, 'answer ' || n, user_id
        from note, generate_series(2, $2::int) n where id = $1`,
      [first.id, MOST_REPLIES],
    );
    const fault = await people.admin.send('POST', `/notes/${first.id}/replies`, { text: 'more' });
    expect([fault.statusCode, fault.json().code]).toEqual([422, 'tooManyReplies']);
  });
});

describe('kept views', () => {
  const keep = (over: object = {}, as: Client = people.manager) =>
    as.send('POST', '/kept-views', {
      name: 'Why Saltmarsh is behind',
      sharedWith: null,
      path: '/explore',
      search: '?unit=salt&pick=customer%3A4',
      ...over,
    });
  const names = async (as: Client = people.manager) =>
    ((await as.get('/kept-views')).json() as KeptView[]).map(({ name }) => name);

  it('are one’s own until they are shared with a unit, and replaced by their name', async () => {
    const kept = (await keep()).json() as KeptView;
    expect(kept).toMatchObject({
      search: 'unit=salt&pick=customer%3A4',
      isOwn: true,
      pinned: null,
    });
    expect(await names(people.salesperson)).toEqual([]);
    const shared = (await keep({ name: 'WHY Saltmarsh is behind', sharedWith: 'salt' })).json();
    expect([shared.id, shared.sharedWithName]).toEqual([kept.id, 'Saltmarsh']);
    expect(await names(people.salesperson)).toEqual(['WHY Saltmarsh is behind']);
    expect(await names(people.north)).toEqual([]);
    expect((await keep({ sharedWith: 'north' })).statusCode).toBe(404);
    expect((await keep({ path: '/setup' })).statusCode).toBe(422);
  });

  it('are pinned in an order by each for themselves', async () => {
    const { id } = (await keep({ name: 'Second', sharedWith: 'salt' })).json() as KeptView;
    const all = (await people.salesperson.get('/kept-views')).json() as KeptView[];
    const other = all.find((view) => view.id !== id)!;
    const pinned = await people.salesperson.send('PUT', '/kept-views/pinned', {
      views: [id, other.id],
    });
    const order = (pinned.json() as KeptView[])
      .filter(({ pinned: at }) => at !== null)
      .sort((a, b) => a.pinned! - b.pinned!)
      .map(({ name }) => name);
    expect(order).toEqual(['Second', 'WHY Saltmarsh is behind']);
    const own = (await people.manager.get('/kept-views')).json() as KeptView[];
    expect(own.every((view) => view.pinned === null)).toBe(true);
    const fault = await people.north.send('PUT', '/kept-views/pinned', { views: [id] });
    expect(fault.statusCode).toBe(404);
  });

  it('are removed by whose they are, with their pins', async () => {
    const all = (await people.manager.get('/kept-views')).json() as KeptView[];
    const { id } = all.find(({ name }) => name === 'Second')!;
    expect((await people.salesperson.send('DELETE', `/kept-views/${id}`)).statusCode).toBe(404);
    expect((await people.manager.send('DELETE', `/kept-views/${id}`)).statusCode).toBe(200);
    expect(await names(people.salesperson)).toEqual(['WHY Saltmarsh is behind']);
  });

  it(`are ${MOST_VIEWS} a person and not one more`, async () => {
    await server.pool.query(
      `insert into kept_view (user_id, name, path, search)
        select id, 'view ' || n, '/ladder', '' from app_user, generate_series(2, $1::int) n
        where name = 'manager'`,
      [MOST_VIEWS],
    );
    expect((await keep({ name: 'One more' })).json().code).toBe('tooManyViews');
    expect((await keep({ name: 'view 2' })).statusCode).toBe(201);
  });
});

describe('notes in files', () => {
  it('go along in the files of a standing: those of its period, at whom they are about', async () => {
    await write({ unit: 'ivarga', text: 'Away on the 20th' });
    await write({ unit: 'ivarga', period: 'FY2027-Q3', text: 'of the quarter' });
    await write({ unit: 'ivarga', measure: 'deals_won', text: 'of deals won' });
    const csv = (
      await people.manager.get('/attainment/export?unit=salt&period=FY2027-P08&format=csv')
    ).body.split('\r\n');
    const row = csv.find((line) => line.includes(',ivarga,'))!;
    expect(row).toContain('Note: Away on the 20th (manager)');
    expect(csv.join()).not.toContain('of the quarter');
    expect(csv.join()).not.toContain('of deals won');
    const own = await people.salesperson.get(
      '/attainment/export?unit=ivarga&period=FY2027-P08&format=csv',
    );
    expect(own.body).toContain('Away on the 20th');
    expect(own.body).not.toContain('Osprey has stopped buying');
  });
});
