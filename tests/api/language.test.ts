import { beforeAll, expect, it } from 'vitest';
import {
  createCompany,
  createDatabase,
  putTargets,
  startServer,
  type TestServer,
  wonDeal,
} from './harness';

const STANDING = '/attainment?unit=ivarga&period=FY2027-P08';

let server: TestServer;
let people: Awaited<ReturnType<typeof createCompany>>;

beforeAll(async () => {
  server = await startServer(await createDatabase());
  people = await createCompany(server);
  await putTargets(people.admin, [
    { unit: 'ivarga', period: 'FY2027-P08', measure: 'revenue', target: '21000.00' },
  ]);
  await people.admin.send(
    'POST',
    '/deals',
    wonDeal({ deal: 'A', salesperson: 'ivarga', amount: '9000.50', closedOn: '2026-11-03' }),
  );
});

async function standingIn(tag: string | null) {
  const answer = await people.admin.send(
    'GET',
    STANDING,
    undefined,
    tag === null ? {} : { 'accept-language': tag },
  );
  const { sentence, figures, period } = answer.json() as {
    sentence: { text: string }[];
    figures: { attainmentText: string; days: string; actual: number };
    period: { name: string };
  };
  return {
    tag: answer.headers['content-language'],
    vary: answer.headers['vary'],
    sentence: sentence.map(({ text }) => text).join(''),
    period: period.name,
    ...figures,
  };
}

it('is the one asked for, also of an answer that is cached in another', async () => {
  const english = await standingIn(null);
  expect(english).toMatchObject({ tag: 'en-GB', vary: expect.stringContaining('accept-language') });
  expect(english.sentence).toMatch(/^Ilse Varga has booked €9k of their €21k November target/);
  const german = await standingIn('de');
  expect(german).toMatchObject({
    tag: 'de-DE',
    attainmentText: '43\u00a0%',
    period: 'November 2026',
  });
  expect(german.sentence).toMatch(/^Ilse Varga hat 9.* von 21\s?Tsd\.\s€ für November gebucht/);
  expect(german.actual).toBe(english.actual);
  expect(await standingIn(null)).toEqual(english);
});

it('has the numbers and dates of its region', async () => {
  expect((await standingIn('en-US')).days).toBe('Nov 1–18, 2026');
  expect((await standingIn('en-DE')).days).toBe('1–18 Nov 2026');
  expect((await standingIn('en-DE')).sentence).toMatch(/has booked 9/);
  expect((await standingIn('de-DE')).days).toBe('1.–18. Nov 2026');
});

it.each([
  ['fr-FR, de;q=0.7, en;q=0.3', 'de-DE'],
  ['en;q=0.2, de-DE;q=0.1', 'en-GB'],
  ['*', 'en-GB'],
  ['nl', 'en-GB'],
  ['de;q=0, en;q=0', 'en-GB'],
  ['de-AT', 'de-DE'],
])('of "%s" is %s (RFC 9110, 12.5.4)', async (accepted, tag) => {
  expect((await standingIn(accepted)).tag).toBe(tag);
});

it('of files is English, whoever reads them', async () => {
  const file = await people.admin.send(
    'GET',
    `/attainment/export?${STANDING.split('?')[1]}&format=csv`,
    undefined,
    {
      'accept-language': 'de',
    },
  );
  expect(file.headers['content-language']).toBeUndefined();
  expect(file.body).toContain('Revenue');
  expect(file.body).not.toContain('Umsatz');
});

it('of what goes wrong is English', async () => {
  const answer = await people.admin.send(
    'GET',
    '/attainment?unit=nobody&period=FY2027-P08',
    undefined,
    {
      'accept-language': 'de',
    },
  );
  expect(answer.statusCode).toBe(404);
  expect(answer.json().detail).toContain('There is no unit');
});

it('is found in a long header as well', async () => {
  expect((await standingIn(`${'x,'.repeat(2_000)}de`)).tag).toBe('de-DE');
});

it('of what a change sets off is English, for others read it', async () => {
  const booked = await people.admin.send(
    'POST',
    '/deals',
    wonDeal({ deal: 'B', salesperson: 'ivarga', amount: '100.50', closedOn: '2026-11-04' }),
    { 'accept-language': 'de' },
  );
  expect(booked.statusCode).toBe(201);
  expect(booked.headers['content-language']).toBeUndefined();
  expect(booked.json().effect.sentence).toBe('Ilse Varga is at 43% of target in November 2026.');
});
