import { randomUUID } from 'node:crypto';
import { setTimeout as sleep } from 'node:timers/promises';
import pg from 'pg';
import seedrandom from 'seedrandom';
import { openDatabase, openPool } from '#server/db/client';
import { findTotalDifferences } from '#server/ledger/recompute';
import { type Answer, World } from './world';

/** What a deal must be, as its last acknowledged change left it. */
interface Known {
  amount: number;
  isVoided: boolean;
  version: number;
  id: number;
}

const PEOPLE = ['ivarga', 'tbrandt', 'nkassem'];
/** Answers that promise that nothing was changed. */
const UNCHANGED = new Set(['unavailable', 'busy', 'diskFull', 'importsBusy']);
/** Answers after which nobody knows. */
const UNKNOWN = new Set(['noAnswer', 'outcomeUnknown']);
const MOST_TRIES = 200;

/**
 * A seeded history of bookings, changes, imports and publications while servers and database are
 * killed under them. Whatever was acknowledged must be there, once, as it was acknowledged; what
 * was refused must not; totals are what the deals add up to; every server says the same. After each
 * step all of it is checked.
 */
export class History {
  private readonly world = new World();
  private readonly random: () => number;
  private readonly known = new Map<string, Known>();
  private imports: { id: number; codes: string[] }[] = [];
  private steps = 0;
  private made = 0;

  constructor(seed: string) {
    this.random = seedrandom(seed);
  }

  async start(): Promise<void> {
    await this.world.start(2);
    for (let at = 0; at < this.world.count; at++) await this.world.signIn(at);
  }

  stop(): Promise<void> {
    return this.world.stop();
  }

  /** One step and everything that must hold after it. @returns what was done */
  async step(): Promise<string> {
    const name = await this.act();
    this.steps++;
    await this.check(name);
    return name;
  }

  private pick<Item>(items: readonly Item[]): Item {
    return items[Math.floor(this.random() * items.length)]!;
  }

  private server(): number {
    return Math.floor(this.random() * this.world.count);
  }

  private async act(): Promise<string> {
    const roll = this.random();
    if (roll < 0.35)
      return this.together(
        [() => this.book(), () => this.book(), () => this.book()],
        'three bookings',
      );
    if (roll < 0.5) return this.change();
    if (roll < 0.62) return this.importFile();
    if (roll < 0.68) return this.undoImport();
    if (roll < 0.76) return this.publish();
    if (roll < 0.84) return this.under('kill a server', () => this.killServer('SIGKILL'));
    if (roll < 0.9) return this.under('end a server', () => this.killServer('SIGTERM'));
    return this.under('kill the database', async () => {
      await this.world.killDatabase();
      for (let at = 0; at < this.world.count; at++) await this.world.untilHealthy(at);
    });
  }

  /** A fault while work is under way. */
  private async under(name: string, fault: () => Promise<void>): Promise<string> {
    const work = this.pick([
      () => this.book(),
      () => this.importFile(),
      () => this.publish(),
      () => this.change(),
    ]);
    const [what] = await Promise.all([
      work(),
      this.book(),
      this.book(),
      sleep(this.random() * 400).then(fault),
    ]);
    return `${name} during ${what}`;
  }

  private async together(works: (() => Promise<string>)[], name: string): Promise<string> {
    await Promise.all(works.map((work) => work()));
    return name;
  }

  private async killServer(signal: 'SIGKILL' | 'SIGTERM'): Promise<void> {
    const at = this.server();
    await this.world.killServer(at, signal);
    await this.world.startServer(at);
  }

  /** Books with a key, and again with the same until it is answered: once, however often. */
  private async book(): Promise<string> {
    const code = `T-${++this.made}`;
    const key = randomUUID();
    const amount = Math.floor(this.random() * 1_000_000) - 100_000;
    const deal = {
      deal: code,
      salesperson: this.pick(PEOPLE),
      customer: this.pick(['Pike', 'Heron', 'Skua', `Yard ${this.made}`]),
      amount: (amount / 100).toFixed(2),
      status: 'won',
      closedOn: `2026-11-${String(2 + Math.floor(this.random() * 15)).padStart(2, '0')}`,
    };
    const answer = await this.until(() =>
      this.world.ask(this.server(), 'POST', '/deals', deal, { 'idempotency-key': key }),
    );
    if (answer.status !== 201)
      throw new Error(`A booking ended with ${answer.status} ${JSON.stringify(answer.body)}`);
    const { id, version } = answer.body['deal'] as { id: number; version: number };
    this.known.set(code, { amount, isVoided: false, id, version });
    return 'a booking';
  }

  /** Voids or restores a deal, or looks whether it was done where nobody said. */
  private async change(): Promise<string> {
    const all = [...this.known].filter(([code]) => code.startsWith('T-'));
    if (all.length === 0) return this.book();
    const [code, deal] = this.pick(all);
    const action = deal.isVoided ? 'restore' : 'void';
    const answer = await this.world.ask(this.server(), 'POST', `/deals/${deal.id}/${action}`, {
      version: deal.version,
      reason: 'torture',
    });
    if (answer.status === 200)
      this.known.set(code, { ...deal, isVoided: !deal.isVoided, version: deal.version + 1 });
    else if (UNKNOWN.has(answer.code)) this.known.set(code, await this.look(code));
    else if (!UNCHANGED.has(answer.code))
      throw new Error(
        `A ${action} of ${code} ended with ${answer.status} ${JSON.stringify(answer.body)}`,
      );
    return `to ${action} a deal`;
  }

  /** A file: all or none. Where nobody said which, the book does. */
  private async importFile(): Promise<string> {
    const batch = ++this.made;
    const rows = Array.from({ length: 5 + Math.floor(this.random() * 400) }, (_, i) => ({
      code: `F-${batch}-${i}`,
      amount: Math.floor(this.random() * 50_000) + 1,
    }));
    const csv = [
      'deal,salesperson,customer,amount,status,closed_on',
      ...rows.map(
        ({ code, amount }) =>
          `${code},${this.pick(PEOPLE)},Import ${batch % 9},${(amount / 100).toFixed(2)},won,2026-11-0${1 + (amount % 9)}`,
      ),
    ].join('\n');
    const answer = await this.world.ask(this.server(), 'POST', '/imports/deals', csv);
    const isThere =
      answer.status === 200
        ? answer.body['written'] === true
        : UNKNOWN.has(answer.code)
          ? await this.isWhole(rows.map((row) => row.code))
          : false;
    if (
      answer.status !== 200 &&
      !UNKNOWN.has(answer.code) &&
      !UNCHANGED.has(answer.code) &&
      answer.code !== 'importRunning'
    )
      throw new Error(`An import ended with ${answer.status} ${JSON.stringify(answer.body)}`);
    if (!isThere) return 'an import that was not taken';
    for (const { code, amount } of rows)
      this.known.set(code, { amount, isVoided: false, id: 0, version: 1 });
    const [run] = await this.query<{ id: number }>(
      'select max(import_id)::int as id from deal where code = $1',
      [rows[0]!.code],
    );
    this.imports.push({ id: run!.id, codes: rows.map((row) => row.code) });
    return 'an import';
  }

  private async undoImport(): Promise<string> {
    const last = this.imports.pop();
    if (!last) return this.importFile();
    const answer = await this.until(() =>
      this.world.ask(this.server(), 'POST', `/imports/${last.id}/undo`, { reason: 'torture' }),
    );
    if (answer.status !== 200 && answer.code !== 'alreadyUndone')
      throw new Error(`An undo ended with ${answer.status} ${JSON.stringify(answer.body)}`);
    for (const code of last.codes)
      this.known.set(code, { ...this.known.get(code)!, isVoided: true });
    return 'an undo';
  }

  /**
   * A draft with one target, published: what is shown is what was published, whole or not at all.
   */
  private async publish(): Promise<string> {
    const at = this.server();
    const target = String(1_000 + Math.floor(this.random() * 9_000));
    const made = await this.world.ask(at, 'POST', '/plans', {
      year: 'FY2027',
      name: `Plan ${++this.made}`,
      from: 'empty',
    });
    if (made.status !== 201) return 'a plan that was not begun';
    const { id } = made.body['plan'] as { id: number };
    const set = await this.world.ask(at, 'PUT', '/targets', {
      changes: [{ unit: 'ivarga', period: 'FY2027-P08', measure: 'revenue', target }],
      plan: id,
    });
    const done =
      set.status === 200
        ? await this.world.ask(at, 'POST', `/plans/${id}/publish`, { note: 'torture' })
        : set;
    if (![200, 409].includes(done.status) && !UNKNOWN.has(done.code) && !UNCHANGED.has(done.code))
      throw new Error(`A publication ended with ${done.status} ${JSON.stringify(done.body)}`);
    return 'a publication';
  }

  /** Sends again until it is answered. */
  private async until(ask: () => Promise<Answer>): Promise<Answer> {
    for (let tries = 0; tries < MOST_TRIES; tries++) {
      const answer = await ask();
      if (!UNKNOWN.has(answer.code) && !UNCHANGED.has(answer.code)) return answer;
      await sleep(150);
    }
    throw new Error('It was never answered.');
  }

  /** Asks the database itself, past every server; again where it is killed meanwhile. */
  private async query<Row extends pg.QueryResultRow>(
    text: string,
    values: unknown[] = [],
  ): Promise<Row[]> {
    for (let tries = 0; ; tries++) {
      const client = new pg.Client({ connectionString: this.world.adminUrl });
      client.on('error', () => undefined);
      try {
        await client.connect();
        return (await client.query<Row>(text, values)).rows;
      } catch (error) {
        if (tries > MOST_TRIES) throw error;
        await sleep(200);
      } finally {
        await client.end().catch(() => undefined);
      }
    }
  }

  private async look(code: string): Promise<Known> {
    const [row] = await this.query<{
      id: string;
      amount: string;
      voided: boolean;
      version: number;
    }>('select id, amount, voided_at is not null as voided, version from deal where code = $1', [
      code,
    ]);
    return {
      id: Number(row!.id),
      amount: Number(row!.amount),
      isVoided: row!.voided,
      version: row!.version,
    };
  }

  private async isWhole(codes: readonly string[]): Promise<boolean> {
    const [row] = await this.query<{ count: number }>(
      'select count(*)::int as count from deal where code = any($1)',
      [codes],
    );
    if (row!.count !== 0 && row!.count !== codes.length)
      throw new Error(`Of an import of ${codes.length} rows ${row!.count} are there.`);
    return row!.count > 0;
  }

  private async check(after: string): Promise<void> {
    for (let at = 0; at < this.world.count; at++) await this.world.untilHealthy(at);
    const rows = await this.query<{ code: string; amount: string; voided: boolean }>(
      'select code, amount, voided_at is not null as voided from deal',
    );
    const fault = (text: string) => new Error(`After step ${this.steps} (${after}): ${text}`);
    const stored = new Map(rows.map((row) => [row.code, row]));
    if (stored.size !== rows.length) throw fault('a deal is there twice.');
    for (const [code, { amount, isVoided }] of this.known) {
      const row = stored.get(code);
      if (!row) throw fault(`${code} was acknowledged and is not there.`);
      if (Number(row.amount) !== amount || row.voided !== isVoided)
        throw fault(
          `${code} should be ${amount}${isVoided ? ', voided' : ''} and is ${row.amount}${row.voided ? ', voided' : ''}.`,
        );
    }
    for (const code of stored.keys())
      if (!this.known.has(code)) throw fault(`${code} is there and nobody acknowledged it.`);
    const pool = openPool(this.world.adminUrl, 1);
    const differences = await findTotalDifferences(openDatabase(pool)).finally(() => pool.end());
    if (differences.length > 0)
      throw fault(`totals differ: ${JSON.stringify(differences.slice(0, 3))}`);
    const expected = [...this.known.values()].reduce(
      (sum, deal) => (deal.isVoided ? sum : sum + deal.amount),
      0,
    );
    for (let at = 0; at < this.world.count; at++) await this.untilFigure(at, expected, fault);
    const bug = this.world.faults[0];
    if (bug) throw fault(`a server answered 500: ${bug}`);
  }

  /** Other servers hear of a change within moments. */
  private async untilFigure(
    at: number,
    expected: number,
    fault: (text: string) => Error,
  ): Promise<void> {
    let shown: unknown;
    for (let tries = 0; tries < 100; tries++) {
      const { body } = await this.world.ask(at, 'GET', '/attainment?unit=ht&period=FY2027-P08');
      shown = (body['figures'] as { actual: number } | undefined)?.actual;
      if (shown === expected) return;
      await sleep(100);
    }
    throw fault(`server ${at} shows ${String(shown)}, the deals add up to ${expected}.`);
  }
}
