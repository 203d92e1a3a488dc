import { sql } from 'drizzle-orm';
import type { Deal, DealInput, SavedDeal } from '#contract/schemas/deal';
import type { CustomValues } from '#core/customField/field';
import { type Contribution, differenceOf } from '#core/ledger/contribution';
import type { CustomRule } from '#core/ledger/customContribution';
import { parseDay } from '#core/period/day';
import { placeOf, type PlaceOfOne } from '#core/ranking/standingOfOne';
import { describeEffect } from '#wording/bookingEffect';
import { mayDo, type Principal, type Scope } from '../access/index';
import { recordAudit } from '../audit/record';
import type { Context } from '../context';
import { mergeCustomValues } from '../customFields/index';
import type { Queryable } from '../db/client';
import { announce } from '../db/notify';
import { recordCorrections } from '../ledger/corrections';
import { lockCustomRules } from '../ledger/customParts';
import { appendEntries } from '../ledger/entries';
import { assertNoFieldErrors, ProblemError } from '../problem';
import { buildDealChecker, checkDeal } from './check';
import { type DealFacts, toContributions } from './facts';
import { memberSpansOf } from './filter';
import { findRefunded, refuseUnderRefunds } from './refunds';
import { loadCredits, loadDeal, loadRecord, ownsDeal } from './repository';
import { findAnswer, type RetryKey, saveAnswer } from './retryKey';
import { insertDeal, replaceDeal, setVoided } from './write';

export interface Caller {
  scope: Scope;
  principal: Principal;
}

const UNIQUE_VIOLATION = '23505';

function checkInput(context: Context, { scope }: Caller, input: DealInput): DealFacts {
  const { tree, rates, customFields } = context.replica.company!;
  const checked = checkDeal(input, buildDealChecker(scope, tree, rates, customFields));
  if (!checked.ok) assertNoFieldErrors(checked.faults);
  return (checked as { facts: DealFacts }).facts;
}

/**
 * Books a deal: row, credits, ledger entries, audit and announcement stand or fall together. With a
 * `key`, a retry gets the first answer and books nothing.
 */
export async function bookDeal(
  context: Context,
  caller: Caller,
  input: DealInput,
  key: RetryKey | null,
): Promise<SavedDeal> {
  const { userId } = caller.principal;
  const answered = key === null ? null : await findAnswer(context.db, userId, key);
  if (answered) return answered;
  const facts = checkInput(context, caller, input);
  const before = placeBefore(caller.scope, facts);
  const deal = await insertBooked(context, caller, { facts, key, reason: input.reason }).catch(
    async (error: unknown) => {
      // A retry sent while the first was still under way loses on the key, or on the deal's own id
      // before it.
      const mayBeRetry = key !== null && (error === LOST_RACE || error instanceof ProblemError);
      const first = mayBeRetry ? await findAnswer(context.db, userId, key) : null;
      if (first) return first.deal;
      throw error;
    },
  );
  await context.replica.afterWrite();
  return { deal, effect: tellEffect(context, caller, facts, before) };
}

interface Booking {
  facts: DealFacts;
  key: RetryKey | null;
  reason: string | undefined;
}

async function insertBooked(
  context: Context,
  caller: Caller,
  { facts, key, reason }: Booking,
): Promise<Deal> {
  const { userId } = caller.principal;
  refuseOwnCommission(caller, facts, null);
  return translateUnique(facts.code, () =>
    context.db.transaction(async (tx) => {
      const contributions = toContributions(
        { ...facts, custom: mergeCustomValues(null, facts.custom) },
        await lockCustomRules(tx),
      );
      refuseInexact(context, facts, contributions);
      const id = await insertDeal(
        tx,
        facts,
        await findRefunded(tx, facts, memberSpansOf(caller.scope, caller.principal)),
        userId,
      );
      await appendEntries(tx, contributions);
      await recordCorrections(tx, caller.scope, contributions, {
        userId,
        dealId: id,
        action: 'booked',
        reason,
      });
      const stored = (await loadDeal(tx, id, null))!;
      await recordAudit(tx, [
        {
          userId,
          entity: 'deal',
          entityId: String(id),
          action: 'booked',
          after: await loadRecord(tx, id),
          reason: reason?.trim() || null,
        },
      ]);
      await announce(
        tx,
        'deals',
        facts.credits.map((credit) => credit.salespersonId),
      );
      if (key) await saveAnswer(tx, userId, key, { deal: stored, effect: null });
      return stored;
    }),
  );
}

/**
 * Who plans says what commission there is; nobody else sets or changes it, and not their own.
 * @throws ProblemError invalidInput
 */
function refuseOwnCommission(
  { principal }: Caller,
  { commissionRate }: DealFacts,
  stored: number | null,
): void {
  if (mayDo(principal.role, 'plan') || commissionRate === stored) return;
  assertNoFieldErrors([{ field: 'commissionRate', code: 'notYours' }]);
}

/**
 * No deal is taken with which the totals would not be exact any more. @throws ProblemError
 * invalidInput
 */
function refuseInexact(
  { replica }: Context,
  facts: DealFacts,
  after: readonly Contribution[],
  before: readonly Contribution[] = [],
): void {
  if (replica.staysExact(after, before)) return;
  const field = replica.staysExact(
    after.filter((each) => each.part !== 'quantity'),
    before,
  )
    ? 'quantity'
    : 'amount';
  assertNoFieldErrors([{ field: facts.lines ? 'amount' : field, code: 'totalTooLarge' }]);
}

const LOST_RACE = new Error('The same request is being answered.');

/** Turns the database's word for "exists already" into the catalogue's. */
async function translateUnique<T>(
  code: string | null,
  work: () => Promise<T>,
  tries = 3,
): Promise<T> {
  try {
    return await work();
  } catch (error) {
    const cause = ((error as { cause?: unknown }).cause ?? error) as {
      code?: string;
      constraint?: string;
    };
    if (cause.code !== UNIQUE_VIOLATION) throw error;
    if (cause.constraint === 'answered_request_key') throw LOST_RACE;
    if (cause.constraint !== 'deal_code') throw error;
    // The number that was given by itself was taken in the same moment.
    if (code === null && tries > 0) return translateUnique(code, work, tries - 1);
    throw new ProblemError('dealExists', { deal: code ?? '' });
  }
}

/**
 * Changes a deal from the version the caller saw; a newer one is a clash, nothing is overwritten.
 */
export async function updateDeal(
  context: Context,
  caller: Caller,
  id: number,
  input: DealInput,
  version: number,
  reason?: string,
): Promise<SavedDeal> {
  const facts = checkInput(context, caller, input);
  const before = placeBefore(caller.scope, facts);
  const deal = await translateUnique(facts.code, () =>
    changeDeal(context, caller, id, version, 'changed', reason ?? null, async (tx, stored) => {
      const custom = mergeCustomValues(stored.custom, facts.custom);
      refuseInexact(
        context,
        facts,
        toContributions({ ...facts, custom }, stored.rules),
        stored.contributions,
      );
      refuseOwnCommission(caller, facts, (await loadDeal(tx, id, null))!.commissionRate);
      await replaceDeal(
        tx,
        id,
        facts,
        await findRefunded(tx, facts, memberSpansOf(caller.scope, caller.principal), id),
      );
      return facts;
    }),
  );
  return { deal, effect: tellEffect(context, caller, facts, before) };
}

export async function voidDeal(
  context: Context,
  caller: Caller,
  id: number,
  version: number,
  reason: string,
): Promise<SavedDeal> {
  const deal = await changeDeal(context, caller, id, version, 'voided', reason, (tx) =>
    setVoided(tx, id, reason),
  );
  return { deal, effect: null };
}

/**
 * Voids the deal of that code in the caller's transaction, whatever its version. @returns false
 * where it is voided already
 * @throws ProblemError unknownDeal
 */
export async function voidStored(
  tx: Queryable,
  caller: Caller,
  code: string,
  reason: string,
): Promise<boolean> {
  const {
    rows: [row],
  } = await tx.execute<{ id: number; voided: boolean }>(
    sql`select id, voided_at is not null as voided from deal where code = ${code} for update`,
  );
  if (!row) throw new ProblemError('unknownDeal', { deal: code });
  if (row.voided) return false;
  await changeIn(tx, caller, row.id, null, 'voided', reason, (each) =>
    setVoided(each, row.id, reason),
  );
  return true;
}

export async function restoreDeal(
  context: Context,
  caller: Caller,
  id: number,
  version: number,
  reason?: string,
): Promise<SavedDeal> {
  const deal = await changeDeal(context, caller, id, version, 'restored', reason ?? null, (tx) =>
    setVoided(tx, id, null),
  );
  return { deal, effect: null };
}

async function changeDeal(
  context: Context,
  caller: Caller,
  id: number,
  version: number,
  action: string,
  reason: string | null,
  write: Write,
): Promise<Deal> {
  const deal = await context.db.transaction((tx) =>
    changeIn(tx, caller, id, version, action, reason, write),
  );
  await context.replica.afterWrite();
  return deal;
}

/** What a stored deal contributes, and what that was read from. */
interface StoredParts {
  contributions: readonly Contribution[];
  custom: CustomValues | null;
  rules: readonly CustomRule[];
}

/** Changes a stored deal, of which is handed in what it contributes. */
type Write = (tx: Queryable, stored: StoredParts) => Promise<unknown>;

/**
 * The frame of every change to a stored deal: lock, compare versions (null: whichever it is),
 * write, and append the difference it makes.
 */
async function changeIn(
  tx: Queryable,
  { principal, scope }: Caller,
  id: number,
  version: number | null,
  action: string,
  reason: string | null,
  write: Write,
): Promise<Deal> {
  const rules = await lockCustomRules(tx);
  const before = await loadDeal(tx, id, memberSpansOf(scope, principal), true);
  if (!before) throw new ProblemError('unknownDeal', { deal: id });
  if (!(await ownsDeal(tx, id, memberSpansOf(scope, principal))))
    throw new ProblemError('dealOfOthers', { name: before.salespersonName });
  if (version !== null && before.version !== version)
    throw new ProblemError('dealChanged', { yours: version, theirs: before.version });
  const creditsBefore = await loadCredits(tx, id);
  const recordBefore = await loadRecord(tx, id);
  const contributed = contributionsOfStored(before, creditsBefore, rules);
  await write(tx, { contributions: contributed, custom: before.customFields, rules });
  const after = (await loadDeal(tx, id, null))!;
  await refuseUnderRefunds(tx, after);
  const creditsAfter = await loadCredits(tx, id);
  const contributions = contributionsOfStored(after, creditsAfter, rules);
  const touched = countsApart(before) === countsApart(after) ? [] : touchesOf(contributions);
  const difference = differenceOf(contributed, contributions);
  await appendEntries(tx, [...difference, ...touched]);
  await recordCorrections(tx, scope, difference, {
    userId: principal.userId,
    dealId: id,
    action,
    reason,
  });
  await recordAudit(tx, [
    {
      userId: principal.userId,
      entity: 'deal',
      entityId: String(id),
      action,
      before: recordBefore,
      after: await loadRecord(tx, id),
      reason,
    },
  ]);
  await announce(
    tx,
    'deals',
    [...creditsBefore, ...creditsAfter].map((credit) => credit.salespersonId),
  );
  return after;
}

function contributionsOfStored(
  { status, closedOn, expectedOn, openedOn, quantity, customFields, voidedAt }: Deal,
  credits: DealFacts['credits'],
  rules: readonly CustomRule[],
) {
  const day = (text: string | null) => (text === null ? null : parseDay(text));
  return toContributions(
    {
      status,
      closedOn: day(closedOn),
      expectedOn: day(expectedOn),
      openedOn: day(openedOn),
      quantity,
      credits,
      custom: customFields,
    },
    rules,
    voidedAt !== null,
  );
}

/**
 * What of a deal changes no sum, but what is counted distinct or sliced by: its customer, location,
 * category, source and lines.
 */
function countsApart({ customer, location, category, source, product, lines }: Deal): string {
  return JSON.stringify([customer, location, category, source, product, lines]);
}

/**
 * Another customer changes no sum, but what is counted apart: an entry of nothing for each credited
 * person tells every reader to look at the day again.
 */
function touchesOf(contributions: readonly Contribution[]): Contribution[] {
  return contributions
    .filter((each) => each.part === 'won' || each.part === 'revenue')
    .map((each) => ({ ...each, amount: 0 }));
}

/**
 * The place of the first-named salesperson in the deal's month; null for what does not count, or of
 * whom the caller sees no figures.
 */
function placeBefore({ dataset, sees }: Scope, facts: DealFacts): PlaceOfOne | null {
  const unitId = facts.credits[0]!.salespersonId;
  return facts.status === 'won' && sees(unitId)
    ? placeOf(dataset, unitId, dataset.calendar.periodOf('month', facts.closedOn!))
    : null;
}

function tellEffect(
  { replica }: Context,
  { principal, scope }: Caller,
  facts: DealFacts,
  before: PlaceOfOne | null,
) {
  const dataset = replica.datasetFor(principal.unitId);
  const after = placeBefore({ ...scope, dataset }, facts);
  const period = after && dataset.calendar.periodOf('month', facts.closedOn!);
  return (
    period && {
      sentence: describeEffect(dataset, facts.credits[0]!.salespersonId, period, before, after),
    }
  );
}
