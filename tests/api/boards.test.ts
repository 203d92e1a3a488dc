import { eq } from 'drizzle-orm';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { appUser } from '#server/db/tables/index';
import {
  Client,
  createCompany,
  createDatabase,
  putTargets,
  startServer,
  type TestServer,
  wonDeal,
} from './harness';

let server: TestServer;
let people: Awaited<ReturnType<typeof createCompany>>;

beforeAll(async () => {
  server = await startServer(await createDatabase());
  people = await createCompany(server);
  await putTargets(
    people.admin,
    ['ivarga', 'tbrandt', 'nkassem'].map((unit) => ({
      unit,
      period: 'FY2027-P08',
      measure: 'revenue',
      target: '2100.00',
    })),
  );
});
afterAll(() => server.stop());

const settings = (over: object = {}) => ({
  units: ['salt'],
  measure: 'revenue',
  seconds: 20,
  ...over,
});
const make = async (name = 'Hall', over: object = {}, who = people.manager) =>
  (await who.send('POST', '/boards', { name, settings: settings(over) })).json() as {
    secret: string;
    board: { id: number };
  };
const show = (secret: string, rest = '') =>
  server.app.inject({ method: 'GET', url: `/api/v1/public/boards/${secret}${rest}` });

/** One grey dot (PNG, 1 x 1). */
const DOT = Buffer.from(
  'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAAAAAA6fptVAAAACklEQVR4nGNgAAAAAgABSK+kcQAAAABJRU5ErkJggg==',
  'base64',
);
const put = (code: string, content: Buffer, type = 'image/png', who = people.salesperson) =>
  who.send('PUT', `/units/${code}/photo`, content, { 'content-type': type });

describe('a wall board', () => {
  it('is seen by whoever has its link, and shows that board only', async () => {
    const { secret } = await make();
    const view = await show(secret);
    expect(view.statusCode).toBe(200);
    expect(view.json()).toMatchObject({ name: 'Hall', pages: [{ unit: { code: 'salt' } }] });
    expect(JSON.stringify(view.json())).not.toContain('nkassem');
    expect(view.body).not.toContain(secret);
    for (const path of ['/attainment?unit=salt&period=FY2027-P08', '/boards', '/deals'])
      expect(
        (
          await server.app.inject({
            method: 'GET',
            url: `/api/v1${path}`,
            headers: { authorization: `Bearer ${secret}` },
          })
        ).statusCode,
      ).toBe(401);
  });

  it('shows a booked deal, today’s and the month’s figure at once', async () => {
    const { secret } = await make();
    const before = (await show(secret)).json().pages[0];
    expect(
      (
        await people.manager.send(
          'POST',
          '/deals',
          wonDeal({ salesperson: 'ivarga', amount: '400.00', closedOn: '2026-11-18' }),
        )
      ).statusCode,
    ).toBe(201);
    const after = (await show(secret)).json();
    expect(after.pages[0].today.figures.actual - before.today.figures.actual).toBe(40_000);
    expect(after.pages[0].month.figures.actual - before.month.figures.actual).toBe(40_000);
    expect(after.pages[0].newest[0]).toMatchObject({
      salespersonName: 'Ilse Varga',
      credited: 40_000,
    });
    expect(after.pages[0].todayByPerson).toEqual([
      { salespersonName: 'Ilse Varga', actual: 40_000, target: 10_000, deals: 1 },
    ]);
    expect(Date.parse(after.newestAt)).toBeGreaterThan(Date.now() - 60_000);
  });

  it('lists of a split deal what its own people have, as the figure above it counts it', async () => {
    const boards = [
      (await make('Salt')).secret,
      (await make('North', { units: ['north'] }, people.admin)).secret,
      (await make('All', { units: ['ht'] }, people.admin)).secret,
    ];
    const today = async () =>
      Promise.all(
        boards.map(async (secret) => {
          const {
            pages: [page],
          } = (await show(secret)).json() as {
            pages: {
              today: { figures: { actual: number } };
              newest: { salespersonName: string; credited: number; day: string }[];
              todayByPerson: { actual: number; deals: number }[];
            }[];
          };
          // Who has sold today makes the figure of the day.
          expect(page!.todayByPerson.reduce((sum, each) => sum + each.actual, 0)).toBe(
            page!.today.figures.actual,
          );
          return { actual: page!.today.figures.actual, first: page!.newest[0] };
        }),
      );
    const before = await today();
    const credit = [
      { salesperson: 'nkassem', percent: 50 },
      { salesperson: 'ivarga', percent: 30 },
      { salesperson: 'tbrandt', percent: 20 },
    ];
    expect(
      (
        await people.admin.send(
          'POST',
          '/deals',
          wonDeal({ salesperson: 'nkassem', amount: '1000.00', closedOn: '2026-11-18', credit }),
        )
      ).statusCode,
    ).toBe(201);
    const after = await today();
    expect(after.map(({ actual }, at) => actual - before[at]!.actual)).toEqual([
      50_000, 50_000, 100_000,
    ]);
    expect(after.map(({ first }) => [first!.salespersonName, first!.credited])).toEqual([
      ['Ilse Varga', 50_000],
      ['Noor Kassem', 50_000],
      ['Noor Kassem', 100_000],
    ]);
  });

  it('begins the new day and month by itself, without anybody booking', async () => {
    let day = '2026-11-30';
    const night = await startServer(server.url, () => day);
    try {
      const { secret } = await make('Night');
      const view = async () =>
        (await night.app.inject({ method: 'GET', url: `/api/v1/public/boards/${secret}` })).json<{
          asOf: string;
          pages: {
            today: { period: { name: string }; figures: { actual: number } };
            month: {
              period: { id: string };
              figures: { actual: number; elapsed: { phase: string; workingDaysElapsed: number } };
            };
          }[];
        }>();
      const manager = await new Client(night).signIn('manager@example.com');
      expect(
        (
          await manager.send(
            'POST',
            '/deals',
            wonDeal({ salesperson: 'ivarga', amount: '77.00', closedOn: '2026-11-30' }),
          )
        ).statusCode,
      ).toBe(201);
      const before = await view();
      expect([
        before.asOf,
        before.pages[0]!.today.figures.actual,
        before.pages[0]!.month.period.id,
      ]).toEqual(['2026-11-30', 7_700, 'FY2027-P08']);
      day = '2026-12-01';
      const after = await view();
      expect([
        after.asOf,
        after.pages[0]!.today.figures.actual,
        after.pages[0]!.month.period.id,
        after.pages[0]!.month.figures.actual,
      ]).toEqual(['2026-12-01', 0, 'FY2027-P09', 0]);
      expect(after.pages[0]!.month.figures.elapsed).toMatchObject({
        phase: 'open',
        workingDaysElapsed: 1,
      });
      // An open page is told, for nothing else would make it ask.
      const heard: string[] = [];
      night.replica.onChange(({ topic }) => heard.push(topic));
      night.replica.announceAll();
      expect(heard).toEqual(['company']);
    } finally {
      await night.stop();
    }
  });

  it('is gone once it is withdrawn, and says so', async () => {
    const { secret, board } = await make('Short');
    expect((await show(secret)).statusCode).toBe(200);
    expect((await people.manager.send('DELETE', `/boards/${board.id}`)).statusCode).toBe(200);
    const gone = await show(secret);
    expect(gone.statusCode).toBe(404);
    expect(gone.json()).toMatchObject({ code: 'boardGone' });
    expect((await show(secret, '/events')).statusCode).toBe(404);
    expect((await people.manager.send('DELETE', `/boards/${board.id}`)).statusCode).toBe(404);
    expect((await show('a-link-that-was-never-made')).json()).toMatchObject({ code: 'boardGone' });
    const restore = (by = people.manager) => by.send('POST', `/boards/${board.id}/restore`, {});
    expect((await restore(people.north)).statusCode).toBe(404);
    expect((await restore()).statusCode).toBe(200);
    expect((await show(secret)).statusCode).toBe(200);
    expect((await restore()).statusCode).toBe(404);
  });

  it('shows no more than its maker may see, and nothing once they may not', async () => {
    expect(
      (
        await people.manager.send('POST', '/boards', {
          name: 'Others',
          settings: settings({ units: ['north'] }),
        })
      ).json(),
    ).toMatchObject({ code: 'unknownUnit' });
    const { secret } = await make('Maker');
    expect((await show(secret)).statusCode).toBe(200);
    const disable = (at: string | null) =>
      server.db
        .update(appUser)
        .set({ disabledAt: at })
        .where(eq(appUser.email, 'manager@example.com'));
    const status = async () => (await show(secret)).statusCode;
    // Whoever changes it in the database itself: the server hears of it in a moment.
    await disable('2026-11-18T00:00:00Z');
    await expect.poll(status, { timeout: 5_000 }).toBe(404);
    await disable(null);
    await expect.poll(status, { timeout: 5_000 }).toBe(200);
  });

  it('withdrawn at one server is gone at the others, also where it has just been shown, or nothing is heard', async () => {
    const there = await startServer(server.url);
    try {
      const { secret, board } = await make('Elsewhere');
      const status = async () =>
        (await there.app.inject({ method: 'GET', url: `/api/v1/public/boards/${secret}` }))
          .statusCode;
      expect([await status(), await status()]).toEqual([200, 200]);
      expect((await people.manager.send('DELETE', `/boards/${board.id}`)).statusCode).toBe(200);
      await expect.poll(status, { timeout: 5_000 }).toBe(404);
      const {
        secret: other,
        board: { id },
      } = await make('Unheard');
      const otherStatus = async () =>
        (await there.app.inject({ method: 'GET', url: `/api/v1/public/boards/${other}` }))
          .statusCode;
      expect(await otherStatus()).toBe(200);
      there.replica.connected = false;
      expect((await people.manager.send('DELETE', `/boards/${id}`)).statusCode).toBe(200);
      expect(await otherStatus()).toBe(404);
    } finally {
      await there.stop();
    }
  });

  it('is made and withdrawn by who may plan, in their part', async () => {
    expect(
      (await people.salesperson.send('POST', '/boards', { name: 'Mine', settings: settings() }))
        .statusCode,
    ).toBe(403);
    const { board } = await make('Company', { units: ['ht'] }, people.admin);
    expect(
      (await people.manager.get('/boards')).json().map((each: { id: number }) => each.id),
    ).not.toContain(board.id);
    expect((await people.manager.send('DELETE', `/boards/${board.id}`)).statusCode).toBe(404);
    for (const over of [{ units: [] }, { seconds: 2 }])
      expect(
        (await people.admin.send('POST', '/boards', { name: 'x', settings: settings(over) }))
          .statusCode,
      ).toBe(422);
    expect(
      (await people.admin.send('POST', '/boards', { name: ' ', settings: settings() })).json()
        .errors,
    ).toMatchObject([{ field: 'name' }]);
    expect(
      (
        await people.admin.send('POST', '/boards', {
          name: 'x',
          settings: settings({ measure: 'luck' }),
        })
      ).json(),
    ).toMatchObject({ code: 'unknownMeasure' });
  });
});

describe('pictures', () => {
  it('are one’s own to set, or of those one plans for; others are refused', async () => {
    expect((await put('ivarga', DOT)).statusCode).toBe(200);
    expect((await put('tbrandt', DOT, 'image/png', people.manager)).statusCode).toBe(200);
    expect((await put('tbrandt', DOT)).json()).toMatchObject({ code: 'unknownUnit' });
    expect(
      (await put('ivarga', DOT, 'image/png', people.viewer)).statusCode,
    ).toBeGreaterThanOrEqual(403);
    expect((await put('salt', DOT, 'image/png', people.manager)).statusCode).toBe(403);
    const photo = await people.manager.get('/units/ivarga/photo');
    // Drawn anew: nothing else the file held comes along.
    expect([photo.headers['content-type'], photo.rawPayload.toString('latin1', 8, 12)]).toEqual([
      'image/webp',
      'WEBP',
    ]);
  });

  it('leave behind what else their file held', async () => {
    const { default: sharp } = await import('sharp');
    const withPlace = await sharp({
      create: { width: 2_000, height: 40, channels: 3, background: '#c04000' },
    })
      .withExif({ IFD0: { Copyright: 'SECRET-PLACE' } })
      .jpeg()
      .toBuffer();
    expect(withPlace.includes('SECRET-PLACE')).toBe(true);
    expect(
      (
        await put(
          'ivarga',
          Buffer.concat([withPlace, Buffer.from('<script>1</script>')]),
          'image/jpeg',
        )
      ).statusCode,
    ).toBe(200);
    const kept = (await people.manager.get('/units/ivarga/photo')).rawPayload;
    expect([
      kept.includes('SECRET-PLACE'),
      kept.includes('<script>'),
      (await sharp(kept).metadata()).width,
    ]).toEqual([false, false, 1_024]);
    expect(
      (
        await put('ivarga', Buffer.concat([DOT.subarray(0, 8), Buffer.from('<script>1</script>')]))
      ).json(),
    ).toMatchObject({ code: 'notAPicture' });
  });

  it('are what they say, and small', async () => {
    expect((await put('ivarga', Buffer.from('<svg onload="alert(1)"/>'))).json()).toMatchObject({
      code: 'notAPicture',
    });
    expect((await put('ivarga', DOT, 'text/html')).statusCode).toBe(415);
    expect((await put('ivarga', Buffer.concat([DOT, Buffer.alloc(400_000)]))).statusCode).toBe(413);
  });

  it('are shown on the board of their people and on no other', async () => {
    const { secret } = await make('Faces');
    expect((await show(secret)).json().photos).toHaveProperty('ivarga');
    expect((await show(secret, '/photos/ivarga')).headers['content-type']).toBe('image/webp');
    const { secret: other } = await make('North', { units: ['north'] }, people.admin);
    expect((await show(other, '/photos/ivarga')).statusCode).toBe(404);
    expect((await people.salesperson.send('DELETE', '/units/ivarga/photo')).statusCode).toBe(200);
    expect((await show(secret, '/photos/ivarga')).statusCode).toBe(404);
    await expect
      .poll(async () => Object.keys((await show(secret)).json().photos as object), {
        timeout: 5_000,
      })
      .not.toContain('ivarga');
  });
});
