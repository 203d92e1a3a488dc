import sharp from 'sharp';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { MOST_AWARDS_LISTED } from '#contract/schemas/contest';
import { MOST_AWARD_PICTURES } from '#server/contests/pictures';
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

const draw = (red: number) =>
  sharp({ create: { width: 400, height: 300, channels: 3, background: { r: red, g: 9, b: 9 } } })
    .png()
    .toBuffer();
const add = (content: Buffer, as: Client = people.manager) =>
  as.send('POST', '/award-pictures', content, { 'content-type': 'image/png' });
const added = async (red: number, as: Client = people.manager): Promise<string> => {
  const answer = await add(await draw(red), as);
  expect(answer.statusCode, answer.body).toBe(201);
  return answer.json().picture;
};
const path = (picture: string) => `/award-pictures/${picture.replace('own:', '')}`;
const give = (picture: string, as: Client = people.manager, title = 'Cup') =>
  as.send('POST', '/awards', { unit: 'ivarga', title, text: '', picture, amount: null });

describe('an own picture of an award', () => {
  it('is drawn anew, small, kept once, and shown with the award', async () => {
    const picture = await added(200);
    expect(await added(200)).toBe(picture);
    const given = await give(picture);
    expect(given.json(), given.body).toMatchObject({ picture });
    const shown = await people.salesperson.get(path(picture));
    expect([shown.statusCode, shown.headers['content-type']]).toEqual([200, 'image/webp']);
    expect(await sharp(shown.rawPayload).metadata()).toMatchObject({ width: 192, height: 144 });
    expect((await people.manager.get('/award-pictures')).json()).toEqual({ pictures: [picture] });
  });

  it('is there for who stands where it was added, above or below, and for nobody else', async () => {
    const picture = await added(120);
    expect((await people.admin.get(path(picture))).statusCode).toBe(200);
    expect((await people.north.get(path(picture))).statusCode).toBe(404);
    expect((await people.north.get('/award-pictures')).json().pictures).not.toContain(picture);
    const elsewhere = await people.north.send('POST', '/awards', {
      unit: 'nkassem',
      title: 'Cup',
      text: '',
      picture,
      amount: null,
    });
    expect(elsewhere.json().errors).toMatchObject([{ field: 'picture', code: 'unknownPicture' }]);
    const company = await added(60, people.admin);
    expect((await people.north.get(path(company))).statusCode).toBe(200);
  });

  it('is removed while no award shows it', async () => {
    const picture = await added(90);
    await give(picture);
    const used = await people.manager.send('DELETE', path(picture));
    expect([used.statusCode, used.json().code]).toEqual([409, 'pictureInUse']);
    const free = await added(30);
    expect((await people.manager.send('DELETE', path(free))).statusCode).toBe(200);
    expect((await people.manager.get(path(free))).statusCode).toBe(404);
    expect((await give(free)).json().errors).toMatchObject([{ code: 'unknownPicture' }]);
  });

  it('that is none, or of a name that is none, is refused', async () => {
    expect((await add(Buffer.from('<svg/>'))).json().code).toBe('notAPicture');
    for (const name of ['own:0', 'own:x', 'own:1 or 1=1', 'crown'])
      expect((await give(name)).json().code, name).toBe('invalidInput');
  });

  it('is one of a hundred at most', async () => {
    await server.db.execute(`insert into award_picture (unit_id, content, digest, user_id)
      select unit_id, content, 'copy ' || n, user_id from (select * from award_picture where
        removed_at is null limit 1) p, generate_series(1, ${MOST_AWARD_PICTURES - 1} - (select
          count(*)::int from award_picture where removed_at is null)) n`);
    await added(10);
    const refused = await add(await draw(250));
    expect([refused.statusCode, refused.json().code]).toEqual([422, 'tooManyAwardPictures']);
  });
});

it('the newest hundred awards are listed', async () => {
  await server.db.execute('delete from award');
  for (let i = 0; i <= MOST_AWARDS_LISTED; i++)
    expect((await give('star', people.manager, `Star ${i}`)).statusCode).toBe(201);
  const { awards } = (await people.manager.get('/awards?unit=ivarga')).json();
  expect([awards.length, awards[0].title, awards.at(-1).title]).toEqual([
    MOST_AWARDS_LISTED,
    `Star ${MOST_AWARDS_LISTED}`,
    'Star 1',
  ]);
});
