import { EventEmitter } from 'node:events';
import { setTimeout as sleep } from 'node:timers/promises';
import { sql } from 'drizzle-orm';
import type pg from 'pg';
import { buildDataset, type Dataset } from '#core/dataset/dataset';
import { ActivityBook } from '#core/ledger/activityBook';
import type { Contribution } from '#core/ledger/contribution';
import type { MeasureCode } from '#core/measure/measure';
import type { Part } from '#core/measure/part';
import { LARGEST_TOTAL } from '#core/money/limits';
import { type Day, parseDay } from '#core/period/day';
import type { LocalTime } from '#core/period/timeOfDay';
import type { LineBook } from '#core/slices/lineBook';
import { narrowTree } from '#core/units/scope';
import { type Database, openListener } from '../db/client';
import { ACCESS_CHANNEL, type Announcement, CHANNEL, parseAnnouncement } from '../db/notify';
import { type BusinessHours, isOver } from './businessHours';
import { type CompanyState, loadCompanyState } from './companyState';
import { loadNews } from './entries';
import { watchPulse } from './heartbeat';
import { LedgerCopy } from './ledgerCopy';
import { PlanTargets } from './planTargets';

export interface ReplicaOptions {
  db: Database;
  /** Whose connections read everything anew. */
  jobs: pg.Pool;
  /** Called when the database does not answer any more: gives up all connections to it. */
  abandon?(): void;
  url: string;
  /** The day and time in a time zone; handed in so that a demonstration or a test can set it. */
  now(timeZone: string): LocalTime;
  onTrouble?(error: unknown): void;
}

/**
 * What changes nothing of the company itself: units, plans, measures and rules are read anew after
 * everything else.
 */
const LEAVES_COMPANY: ReadonlySet<Announcement['topic']> = new Set([
  'deals',
  'targets',
  'drafts',
  'activities',
  'boards',
  'notes',
  'alerts',
  'commission',
  'contests',
]);

/**
 * The server's copy of what figures are made of: company, units, targets and running sums. Kept
 * fresh from the database, which alone holds the truth: any number of servers over one database
 * agree.
 */
export class Replica {
  private state: CompanyState | null = null;
  private ledger!: LedgerCopy;
  /** A newer reading that waits to take the place of the present one. */
  private ready: LedgerCopy | null = null;
  private reloading: Promise<void> | null = null;
  private wantedEpoch = 0;
  private activities = new ActivityBook();
  private activityXmin = 0n;
  /** Targets by plan, and those of all published plans together. */
  private planTargets = new Map<number, PlanTargets>();
  private targets = new PlanTargets();
  private targetXmin = 0n;
  private scopes = new Map<string, { dataset: Dataset; moment: string }>();
  private listener: pg.Client | null = null;
  private running: Promise<void> | null = null;
  private next: Promise<void> | null = null;
  private closed = false;
  private stopPulse = () => {};
  private companyReads = 0;
  private companyShown = 0;
  private events = new EventEmitter().setMaxListeners(0);
  /** Counts the changes of anything figures are made of: two equal stamps mean the same figures. */
  private stamp = 0;
  /**
   * The stamp of the last change that may concern everybody, and of the last booking under each
   * unit since.
   */
  private versionOfAll = 0;
  private stamps = new Map<number, number>();
  /** False while the connection that hears of changes is down. */
  connected = false;
  /** True while the database takes connections and does not answer: who asks it would wait. */
  isHanging = false;

  constructor(private options: ReplicaOptions) {}

  async start(): Promise<void> {
    await this.connect();
    await this.readAll();
  }

  async stop(): Promise<void> {
    this.closed = true;
    this.stopPulse();
    await this.running?.catch(() => undefined);
    await this.reloading?.catch(() => undefined);
    await this.listener?.end().catch(() => undefined);
  }

  /** Null before the first run. */
  get company(): CompanyState | null {
    return this.state;
  }

  /** The business date, in the company's time zone. */
  get asOf(): Day {
    return this.options.now(this.state?.timeZone ?? 'UTC').day;
  }

  /**
   * What figures take of the clock: the business date, and where today's business has ended. It
   * changes a few times a day.
   */
  get moment(): string {
    const { asOf, state } = this;
    const over = state?.allHours.map((hours) => (this.hasEnded(hours, asOf) ? 1 : 0)) ?? [];
    return `${asOf} ${over.join('')}`;
  }

  /** What the clock of a unit's branch shows. */
  clockOf(unitId: number): LocalTime {
    return this.options.now(this.state!.hoursOf(unitId).timeZone);
  }

  private hasEnded(hours: BusinessHours, asOf: Day): boolean {
    return isOver(asOf, this.options.now(hours.timeZone), hours);
  }

  get newestDay(): Day | null {
    return this.ledger.sums.newestDay;
  }

  /** The whole company's books: what does not hang on who looks. */
  get wholeDataset(): Dataset {
    return this.datasetFor(this.state!.tree.root!.id);
  }

  /**
   * The books as someone bound to this unit may see them; with a draft's targets in place of the
   * published ones when asked for.
   */
  datasetFor(unitId: number, draftId: number | null = null): Dataset {
    const { asOf, moment } = this;
    const key = `${unitId}|${draftId ?? ''}`;
    const known = this.scopes.get(key);
    let dataset = known?.dataset;
    if (!dataset || known?.moment !== moment) {
      const state = this.state!;
      const targets = draftId === null ? this.targets : this.targetsOf(draftId);
      const over = new Set(state.allHours.filter((hours) => this.hasEnded(hours, asOf)));
      const tree = narrowTree(state.tree, unitId);
      dataset = buildDataset({
        tree,
        calendar: state.calendar,
        targets: targets.whole,
        sliceTargets: targets.slices,
        workingDaysOf: state.workingDaysOf,
        sums: this.ledger.sums,
        unitSums: this.ledger.unitSums,
        occurrences: this.ledger.occurrences,
        dealValues: this.ledger.dealValues,
        activities: this.activities,
        measures: state.measures,
        ramps: state.ramps,
        datedRules: state.statusRules,
        currency: state.currency,
        asOf,
        isTodayOver: (id) => over.has(state.hoursOf(id)),
        whole: tree === state.tree ? undefined : this.wholeDataset,
      });
      this.scopes.set(key, { dataset, moment });
    }
    return dataset;
  }

  /** The credited lines of all won deals; read when somebody first asks for them. */
  findLines(): Promise<LineBook> {
    return this.ledger.lines.find();
  }

  /** Whose part of the totals is too large to be added up, and left out of every figure. */
  get omitted(): { salespersonId: number; part: Part }[] {
    return this.ledger.sums.omitted;
  }

  /**
   * Whether the totals stay exact when a deal adds this in place of that. What makes them smaller
   * always does: a slip must be correctable.
   */
  staysExact(after: readonly Contribution[], before: readonly Contribution[] = []): boolean {
    const growth = new Map<Part, number>();
    const count = (contributions: readonly Contribution[], sign: number) => {
      for (const { part, amount } of contributions)
        growth.set(part, (growth.get(part) ?? 0) + sign * Math.abs(amount));
    };
    count(after, 1);
    count(before, -1);
    return [...growth].every(
      ([part, more]) => more <= 0 || this.ledger.sums.volumeOf(part) + more <= LARGEST_TOTAL,
    );
  }

  /** How much more of a part stays exact. */
  roomOf(part: Part): number {
    return Math.max(0, LARGEST_TOTAL - this.ledger.sums.volumeOf(part));
  }

  private targetsOf(planId: number): PlanTargets {
    let book = this.planTargets.get(planId);
    if (!book) this.planTargets.set(planId, (book = new PlanTargets()));
    return book;
  }

  onChange(listener: (announcement: Announcement) => void): () => void {
    this.events.on('change', listener);
    return () => this.events.off('change', listener);
  }

  /** Calls when nothing is heard of changes any more. */
  onLost(listener: () => void): () => void {
    this.events.on('lost', listener);
    return () => this.events.off('lost', listener);
  }

  /** The count of changes at the last one that concerned a unit; null: at the last one of all. */
  versionOf(unitId: number | null): number {
    return unitId === null ? this.stamp : Math.max(this.versionOfAll, this.stamps.get(unitId) ?? 0);
  }

  private noteChangeOfAll(): void {
    this.versionOfAll = ++this.stamp;
    this.stamps.clear();
  }

  /** Bookings of these people concern them and whoever they stood under on any day. */
  private noteChangeOf(salespeople: ReadonlySet<number>): void {
    this.stamp++;
    const note = (unitId: number) => {
      if (this.stamps.get(unitId) === this.stamp) return;
      this.stamps.set(unitId, this.stamp);
      for (const { parentId } of this.state!.tree.membershipsOf(unitId))
        if (parentId !== null) note(parentId);
    };
    for (const id of salespeople) note(id);
    // Who stands in no unit is said with the company's figures.
    note(this.state!.tree.root!.id);
  }

  /** Calls whenever somebody's rights may have changed. */
  onAccessChange(listener: () => void): () => void {
    this.events.on('access', listener);
    return () => this.events.off('access', listener);
  }

  /** Resolves when everything committed before the call is in the copy. */
  catchUp(): Promise<void> {
    // One read may be under way that began too early; the one after it is shared by all who wait.
    if (!this.running) return this.track(this.read());
    this.next ??= this.running
      .catch(() => undefined)
      .then(() => {
        this.next = null;
        return this.track(this.read());
      });
    return this.next;
  }

  private track(work: Promise<void>): Promise<void> {
    const tracked = work.finally(() => {
      if (this.running === tracked) this.running = null;
    });
    this.running = tracked;
    return tracked;
  }

  private async read(): Promise<void> {
    const { db, jobs } = this.options;
    if (!this.ledger) {
      await Promise.all([this.readTargets(), this.readActivities()]);
      return this.show(await LedgerCopy.load(jobs));
    }
    if (this.ready) {
      const ready = this.ready;
      this.ready = null;
      await ready.apply(db, await loadNews(db, ready.xmin));
      this.show(ready);
    }
    const { ledger } = this;
    const [, , news] = await Promise.all([
      this.readTargets(),
      this.readActivities(),
      loadNews(db, ledger.xmin),
    ]);
    // Away for longer than entries are kept: only all of them anew tell what was missed.
    if (ledger.hasMissed(news)) return this.show(await LedgerCopy.load(jobs));
    const newestBefore = this.newestDay;
    const changed = await ledger.apply(db, news);
    if (changed.size > 0) this.noteChangeOf(changed);
    // How far the bookings reach is said with everybody's figures.
    if (this.newestDay !== newestBefore) this.noteChangeOfAll();
    this.wantedEpoch = Math.max(this.wantedEpoch, news.epoch);
    if (ledger.epoch < this.wantedEpoch || ledger.sums.isStale) this.startReload();
  }

  private show(ledger: LedgerCopy): void {
    this.ledger = ledger;
    this.wantedEpoch = Math.max(this.wantedEpoch, ledger.epoch);
    this.scopes.clear();
    this.noteChangeOfAll();
  }

  /**
   * Reads all totals anew beside the present ones, which go on answering and taking bookings
   * meanwhile.
   */
  private startReload(): void {
    if (this.reloading || this.closed) return;
    this.reloading = this.reload()
      .catch((error: unknown) => this.options.onTrouble?.(error))
      .finally(() => {
        this.reloading = null;
      });
  }

  private async reload(): Promise<void> {
    do {
      this.ledger.sums.isStale = false;
      const newer = await LedgerCopy.load(this.options.jobs);
      if (this.state) await newer.prepare(this.state.tree);
      this.ready = newer;
      await this.catchUp();
    } while (this.ledger.epoch < this.wantedEpoch && !this.closed);
    // Everybody looks at the new figures.
    this.events.emit('change', { topic: 'deals', unitIds: null } satisfies Announcement);
  }

  /**
   * Brings what was just committed into the copy: whoever wrote something sees it. Never fails, for
   * the write stands whatever becomes of the copy, which catches up later.
   * @param what `company`: units, measures, plans or settings changed; `all`: so much that the
   * totals are read anew, which is waited for
   */
  async afterWrite(what: { company?: boolean; all?: boolean } = {}): Promise<void> {
    try {
      if (what.company) await this.readCompany();
      await this.catchUp();
      while (what.all && this.reloading) await this.reloading;
    } catch (error) {
      this.options.onTrouble?.(error);
    }
  }

  private async readTargets(): Promise<void> {
    const { rows } = await this.options.db.execute<{
      xmin: string;
      plan_id: number;
      unit_id: number | null;
      measure: MeasureCode;
      period_id: string;
      slice: string;
      target: number | null;
      floor: number | null;
      stretch: number | null;
    }>(sql`
      select pg_snapshot_xmin(pg_current_snapshot())::text as xmin, t.plan_id, t.unit_id,
        t.measure, t.period_id, t.slice, t.target, t.floor, t.stretch
      from (select 1) one left join (target t join plan p on p.id = t.plan_id and p.status in
        ('draft', 'published')) on t.xid >= ${String(this.targetXmin)}::xid8`);
    for (const row of rows) {
      if (row.unit_id === null) continue;
      this.noteChangeOfAll();
      const key = { unitId: row.unit_id, measure: row.measure, periodId: row.period_id };
      const isPublished = this.state?.plans.get(row.plan_id)?.isPublished ?? false;
      for (const book of isPublished
        ? [this.targetsOf(row.plan_id), this.targets]
        : [this.targetsOf(row.plan_id)]) {
        book.set(
          key,
          row.slice,
          row.target === null
            ? null
            : { target: row.target, floor: row.floor, stretch: row.stretch },
        );
      }
    }
    this.targetXmin = BigInt(rows[0]!.xmin);
  }

  private async readActivities(): Promise<void> {
    const { rows } = await this.options.db.execute<{
      xmin: string;
      unit_id: number | null;
      measure: string;
      day: string;
      value: number | null;
    }>(sql`
      select pg_snapshot_xmin(pg_current_snapshot())::text as xmin, a.unit_id, a.measure,
        a.on::text as day, a.value
      from (select 1) one left join activity a on a.xid >= ${String(this.activityXmin)}::xid8`);
    for (const row of rows) {
      if (row.unit_id === null) continue;
      this.activities.put(row.measure, row.unit_id, parseDay(row.day)!, row.value);
      this.noteChangeOfAll();
    }
    this.activityXmin = BigInt(rows[0]!.xmin);
  }

  /** Company, units, measures and plans: small, so read whole. */
  async readCompany(): Promise<void> {
    const ticket = ++this.companyReads;
    const state = await loadCompanyState(this.options.db, this.options.now('UTC').day);
    // One that was asked for later has been read already.
    if (ticket < this.companyShown) return;
    this.companyShown = ticket;
    const published = (state: CompanyState | null) =>
      [...(state?.plans.values() ?? [])].filter((plan) => plan.isPublished).map((plan) => plan.id);
    const before = published(this.state);
    const known = [...(this.state?.plans.keys() ?? [])];
    if (this.state && state?.era !== this.state.era) this.forgetTyped();
    this.state = state;
    for (const id of known) if (!this.state?.plans.has(id)) this.planTargets.delete(id);
    const now = published(this.state);
    if (now.length !== before.length || now.some((id) => !before.includes(id)))
      this.gatherPublished(now);
    this.scopes.clear();
    this.noteChangeOfAll();
  }

  /** All that was typed in and planned has been put away: what comes is read from the beginning. */
  private forgetTyped(): void {
    this.activities = new ActivityBook();
    this.activityXmin = 0n;
    this.planTargets.clear();
    this.targets = new PlanTargets();
    this.targetXmin = 0n;
  }

  /** Which plans count has changed: what was read of them before is put together anew. */
  private gatherPublished(planIds: readonly number[]): void {
    this.targets = new PlanTargets();
    for (const id of planIds) this.targets.takeAllOf(this.targetsOf(id));
  }

  private async readAll(): Promise<void> {
    await this.readCompany();
    await this.catchUp();
  }

  /** Lets everybody go who listens: the server is about to end. */
  letGo(): void {
    this.events.emit('lost');
  }

  /** Tells everybody to look again, for example when the business date has changed. */
  announceAll(): void {
    this.events.emit('change', { topic: 'company', unitIds: null } satisfies Announcement);
  }

  private async connect(): Promise<void> {
    const listener = openListener(this.options.url);
    listener.on('notification', ({ channel, payload }) =>
      channel === ACCESS_CHANNEL
        ? this.events.emit('access')
        : void this.hear(parseAnnouncement(payload ?? '')),
    );
    listener.on('error', () => undefined);
    await listener.connect();
    await listener.query(`listen ${CHANNEL}; listen ${ACCESS_CHANNEL}`);
    // What was said while nobody listened is not said again.
    this.events.emit('access');
    listener.on('end', () => {
      this.stopPulse();
      void this.reconnect();
    });
    this.listener = listener;
    this.connected = true;
    this.isHanging = false;
    this.stopPulse = watchPulse(listener, () => {
      this.isHanging = true;
      this.options.abandon?.();
      (
        listener as unknown as { connection: { stream: { destroy(): void } } }
      ).connection.stream.destroy();
    });
  }

  private async hear(announcement: Announcement): Promise<void> {
    try {
      if (!LEAVES_COMPANY.has(announcement.topic)) await this.readCompany();
      await this.catchUp();
      this.events.emit('change', announcement);
    } catch (error) {
      this.options.onTrouble?.(error);
    }
  }

  private async reconnect(): Promise<void> {
    this.connected = false;
    this.events.emit('lost');
    for (let wait = 100; !this.closed; wait = Math.min(wait * 2, 2_000)) {
      await sleep(wait);
      if (this.closed) return;
      try {
        await this.connect();
        await this.readCompany();
        await this.catchUp();
        // Nobody knows what was missed: everybody looks again.
        this.events.emit('change', { topic: 'deals', unitIds: null } satisfies Announcement);
        return;
      } catch (error) {
        this.options.onTrouble?.(error);
      }
    }
  }
}
