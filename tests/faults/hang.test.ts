import { setTimeout as sleep } from 'node:timers/promises';
import { afterAll, beforeAll, expect, it } from 'vitest';
import { World } from './world';

const world = new World();
beforeAll(async () => {
  await world.start(1);
  await world.signIn(0);
}, 120_000);
afterAll(async () => {
  // A stopped process takes no other signal.
  world.holdDatabase('SIGCONT');
  await world.stop();
});

const deal = {
  deal: 'H-1',
  salesperson: 'ivarga',
  customer: 'Pike Boats',
  amount: '1000.00',
  status: 'won',
  closedOn: '2026-11-10',
};

it(
  'a database that hangs is told within seconds, a booking meanwhile is not called undone, and all goes on when it does',
  { timeout: 120_000 },
  async () => {
    const tree = await world.ask(0, 'GET', '/attainment/units?period=FY2027-P08');
    expect(tree.status).toBe(200);
    world.holdDatabase('SIGSTOP');
    const booking = world.ask(0, 'POST', '/deals', deal, { 'idempotency-key': 'while-it-hangs' });
    // Known within 5 s (heartbeat); a slow machine gets a little more.
    const told = Date.now() + 8_000;
    let health = await world.healthOf(0);
    while (health === 200 && Date.now() < told) {
      await sleep(200);
      health = await world.healthOf(0);
    }
    expect(health).toBe(503);
    const answer = await booking;
    expect(answer.status).toBe(503);
    world.holdDatabase('SIGCONT');
    await world.untilHealthy(0);
    const again = await world.ask(0, 'POST', '/deals', deal, {
      'idempotency-key': 'while-it-hangs',
    });
    expect([again.status, again.body]).toMatchObject([201, { deal: { deal: 'H-1', version: 1 } }]);
    const found = await world.ask(0, 'GET', '/deals');
    expect((found.body['deals'] as unknown[]).length).toBe(1);
  },
);
