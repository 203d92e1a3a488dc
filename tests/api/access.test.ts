import { sql } from 'drizzle-orm';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { ROUTES } from '#contract/routes/index';
import { API, PERMISSIONS } from '#contract/routes/route';
import {
  Client,
  createCompany,
  createDatabase,
  PASSWORD,
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
  await people.admin.send('POST', '/deals', wonDeal({ salesperson: 'nkassem', deal: 'NORTH-1' }));
  await people.admin.send('POST', '/deals', wonDeal({ salesperson: 'tbrandt', deal: 'SALT-1' }));
});
afterAll(() => server.stop());

describe('signing in', () => {
  it('refuses a wrong password and an unknown e-mail in the same words', async () => {
    const send = (email: string) =>
      server.app.inject({
        method: 'POST',
        url: '/api/v1/session',
        payload: { email, password: 'wrong wrong' },
      });
    const [wrong, unknown] = [await send('viewer@example.com'), await send('nobody@example.com')];
    expect([wrong.statusCode, wrong.json()]).toEqual([unknown.statusCode, unknown.json()]);
    expect(wrong.statusCode).toBe(401);
  });

  it('slows down after several tries, for that e-mail only', async () => {
    const send = (email: string, password: string) =>
      server.app.inject({ method: 'POST', url: '/api/v1/session', payload: { email, password } });
    for (let i = 0; i < 8; i++) await send('victim@example.com', 'guess');
    expect((await send('victim@example.com', 'guess')).json().code).toBe('tooManyTries');
    expect((await send('manager@example.com', PASSWORD)).statusCode).toBe(200);
  });

  it('sets an HttpOnly SameSite cookie and strict headers', async () => {
    const answer = await server.app.inject({
      method: 'POST',
      url: '/api/v1/session',
      payload: { email: 'manager@example.com', password: PASSWORD },
    });
    expect(answer.cookies[0]).toMatchObject({ httpOnly: true, sameSite: 'Lax', path: '/' });
    // Nothing of an answer may run, load or be framed.
    expect(answer.headers['content-security-policy']).toBe(
      "default-src 'none';form-action 'self';frame-ancestors 'none';base-uri 'none'",
    );
    expect(answer.headers['x-content-type-options']).toBe('nosniff');
  });

  it('ends everywhere at once', async () => {
    const [here, there] = [
      await new Client(server).signIn('viewer@example.com'),
      await new Client(server).signIn('viewer@example.com'),
    ];
    await here.send('DELETE', '/sessions');
    expect((await there.get('/session')).statusCode).toBe(401);
    people.viewer = await new Client(server).signIn('viewer@example.com');
  });

  it('refuses an expired session, a made-up one, and none', async () => {
    const client = await new Client(server).signIn('north@example.com');
    await server.db.execute(
      sql`update session set expires_at = now() - interval '1 second' where user_id = (select id
        from app_user where email = 'north@example.com')`,
    );
    expect((await client.get('/company')).json().code).toBe('notSignedIn');
    client.cookie = 'iron_ladder=made-up';
    expect((await client.get('/company')).statusCode).toBe(401);
    expect((await server.app.inject('/api/v1/company')).statusCode).toBe(401);
    people.north = await new Client(server).signIn('north@example.com');
  });

  it("refuses a change without the session's CSRF value, or with another's, or from a foreign page", async () => {
    const { viewer, manager } = people;
    for (const csrf of ['', viewer.csrf]) {
      const answer = await manager.send('POST', '/deals', wonDeal(), { 'x-csrf': csrf });
      expect([answer.statusCode, answer.json().code]).toEqual([403, 'csrf']);
    }
    const foreign = await server.app.inject({
      method: 'POST',
      url: '/api/v1/session',
      payload: { email: 'a@b.c', password: 'x' },
      headers: { 'sec-fetch-site': 'cross-site' },
    });
    expect(foreign.json().code).toBe('csrf');
  });

  it('lets a script in by token, shown once, kept as a hash, until it is revoked', async () => {
    const { token, secret } = (
      await people.manager.send('POST', '/tokens', { name: 'script' })
    ).json();
    const call = () =>
      server.app.inject({ url: '/api/v1/session', headers: { authorization: `Bearer ${secret}` } });
    expect((await call()).json().email).toBe('manager@example.com');
    expect(
      JSON.stringify((await server.db.execute(sql`select * from access_token`)).rows),
    ).not.toContain(secret);
    expect(JSON.stringify((await people.manager.get('/tokens')).json())).not.toContain(secret);
    expect((await people.viewer.send('DELETE', `/tokens/${token.id}`)).statusCode).toBe(404);
    await people.manager.send('DELETE', `/tokens/${token.id}`);
    expect((await call()).statusCode).toBe(401);
  });
});

describe('every endpoint', () => {
  it.each(ROUTES.map((route) => [route.id, route.permission] as const))(
    '%s names its permission: %s',
    (_id, permission) => expect(PERMISSIONS).toContain(permission),
  );

  it.each(
    ROUTES.filter((route) => route.permission !== 'anyone').map(
      (route) => [route.id, route] as const,
    ),
  )('%s refuses whoever is not signed in', async (_id, route) => {
    const answer = await server.app.inject({
      method: route.method,
      url: API + route.path.replace(':id', '1').replace(':kind', 'deals'),
      payload: route.method === 'GET' ? undefined : {},
    });
    expect([answer.statusCode, answer.json().code]).toEqual([401, 'notSignedIn']);
  });

  it('is in the OpenAPI description with its permission', async () => {
    const { openapi, paths } = (
      await server.app.inject({
        url: '/api/openapi.json',
        headers: { cookie: people.viewer.cookie },
      })
    ).json();
    expect(openapi).toBe('3.1.0');
    for (const route of ROUTES) {
      expect(
        paths[API + route.path.replace(/:(\w+)/g, '{$1}')][route.method.toLowerCase()],
      ).toMatchObject({ operationId: route.id, 'x-permission': route.permission });
    }
  });

  it('answers with problem details for what does not exist', async () => {
    const answer = await server.app.inject('/api/v1/nothing');
    expect([answer.statusCode, answer.headers['content-type'], answer.json().type]).toEqual([
      404,
      expect.stringContaining('application/problem+json'),
      '/problems/notFound',
    ]);
  });
});

describe('rights on rows', () => {
  it('hide units, deals, targets, files and history of others', async () => {
    const { manager, salesperson, north } = people;
    const northDeal = (await north.get('/deals')).json().deals[0];
    expect(northDeal.deal).toBe('NORTH-1');
    for (const client of [manager, salesperson]) {
      expect((await client.get(`/deals/${northDeal.id}`)).json().code).toBe('unknownDeal');
      expect((await client.get(`/deals/${northDeal.id}/history`)).statusCode).toBe(404);
      expect(
        (await client.send('POST', `/deals/${northDeal.id}/void`, { version: 1, reason: 'x' }))
          .statusCode,
      ).toBe(404);
      expect(
        (await client.send('PUT', `/deals/${northDeal.id}`, { deal: wonDeal(), version: 1 }))
          .statusCode,
      ).toBe(404);
      expect((await client.get('/attainment?unit=north&period=FY2027-P08')).json().code).toBe(
        'unknownUnit',
      );
      expect((await client.get('/targets?unit=ht&year=FY2027')).json().code).toBe('unknownUnit');
      expect(
        (await client.get('/targets/history?unit=nkassem&period=FY2027-P08&measure=revenue'))
          .statusCode,
      ).toBe(404);
      expect((await client.get('/deals?unit=north')).json().code).toBe('unknownUnit');
      for (const kind of ['deals', 'units', 'targets'])
        expect((await client.get(`/exports/${kind}`)).body).not.toMatch(/NORTH-1|nkassem/);
      expect((await client.get('/attainment/units?period=FY2027-P08')).body).not.toContain(
        'nkassem',
      );
      expect((await client.get('/attainment/all?period=FY2027-P08')).body).not.toContain('nkassem');
      expect((await client.get('/lookups')).body).not.toContain('nkassem');
    }
    expect((await salesperson.get('/deals')).json().deals).toEqual([]);
    expect(
      (await manager.get('/deals')).json().deals.map((each: { deal: string }) => each.deal),
    ).toEqual(['SALT-1']);
  });

  it('let a salesperson book own deals only, and set no targets', async () => {
    const { salesperson } = people;
    expect((await salesperson.send('POST', '/deals', wonDeal({ deal: 'OWN-1' }))).statusCode).toBe(
      201,
    );
    expect(
      (await salesperson.send('POST', '/deals', wonDeal({ salesperson: 'tbrandt' }))).json()
        .errors[0].code,
    ).toBe('unknownSalesperson');
    const change = { unit: 'ivarga', period: 'FY2027-P08', measure: 'revenue', target: '1' };
    expect((await putTargets(salesperson, [change])).json().code).toBe('forbidden');
    expect((await salesperson.import('targets', 'unit,period,measure,target\n')).json().code).toBe(
      'forbidden',
    );
  });

  it('let a viewer change nothing', async () => {
    const { viewer } = people;
    expect((await viewer.get('/deals')).statusCode).toBe(200);
    for (const [method, path] of [
      ['POST', '/deals'],
      ['PUT', '/targets'],
      ['POST', '/units'],
      ['POST', '/imports/deals'],
    ] as const) {
      expect((await viewer.send(method, path, {})).json().code).toBe('forbidden');
    }
  });

  it('keep a manager from setting targets or adding units outside', async () => {
    const { manager } = people;
    const outside = await putTargets(manager, [
      { unit: 'nkassem', period: 'FY2027-P08', measure: 'revenue', target: '1' },
    ]);
    expect(outside.json().errors[0]).toMatchObject({
      field: 'changes/0/unit',
      code: 'unknownUnit',
    });
    expect(
      (
        await manager.send('POST', '/units', {
          unit: 'new',
          name: 'New',
          kind: 'team',
          parent: 'north',
        })
      ).json().code,
    ).toBe('outsideUnit');
  });

  it("keep an import from taking over another unit's deal", async () => {
    const csv =
      'deal,salesperson,customer,amount,status,closed_on\nNORTH-1,ivarga,Pike,5,won,2026-11-02\n';
    const report = (await people.manager.import('deals', csv)).json();
    expect(report).toMatchObject({ written: false, refused: 1 });
  });
});

describe('how somebody wants figures shown', () => {
  it('is their own, in every browser, and bad input is refused', async () => {
    expect((await people.viewer.get('/display')).json()).toEqual({
      units: 'whole',
      decimals: 0,
      gap: 'amount',
    });
    const thousands = { units: 'thousands', decimals: 1, gap: 'percent' };
    expect((await people.viewer.send('PUT', '/display', thousands)).json()).toEqual(thousands);
    expect((await people.viewer.get('/display')).json()).toEqual(thousands);
    expect((await people.manager.get('/display')).json()).toMatchObject({ units: 'whole' });
    for (const bad of [{ units: 'dozens' }, { decimals: 3 }, { gap: 'none' }])
      expect(
        (await people.viewer.send('PUT', '/display', { ...thousands, ...bad })).statusCode,
      ).toBe(422);
  });
});
