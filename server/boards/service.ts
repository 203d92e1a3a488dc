import { and, desc, eq, isNotNull, isNull, type SQL, sql } from 'drizzle-orm';
import type { Role } from '#contract/schemas/access';
import type { BoardInput, BoardSummary, NewBoard } from '#contract/schemas/board';
import {
  buildScope,
  createSecret,
  hashSecret,
  mayDo,
  type Principal,
  type Scope,
} from '../access/index';
import { findMeasure } from '../attainment/index';
import { recordAudit } from '../audit/record';
import type { Context } from '../context';
import type { Queryable } from '../db/client';
import { announce } from '../db/notify';
import { appUser, board } from '../db/tables/index';
import type { Replica } from '../ledger/replica';
import { assertNoFieldErrors, ProblemError } from '../problem';

const COLUMNS = {
  id: board.id,
  name: board.name,
  settings: board.settings,
  userName: appUser.name,
  createdAt: board.createdAt,
};

function toSummary(row: {
  id: number;
  name: string;
  settings: BoardSummary['settings'];
  userName: string;
  createdAt: unknown;
}): BoardSummary {
  return { ...row, createdAt: String(row.createdAt) };
}

/** Boards all of whose units the reader sees. */
export async function listBoards({ db }: Context, scope: Scope): Promise<BoardSummary[]> {
  const rows = await db
    .select(COLUMNS)
    .from(board)
    .innerJoin(appUser, eq(appUser.id, board.createdBy))
    .where(isNull(board.withdrawnAt))
    .orderBy(desc(board.id));
  return rows
    .filter((row) => row.settings.units.every((code) => scope.dataset.tree.findByCode(code)))
    .map(toSummary);
}

/** @throws ProblemError unknownUnit, unknownMeasure, invalidInput */
export async function createBoard(
  { db }: Context,
  scope: Scope,
  principal: Principal,
  { name, settings }: BoardInput,
): Promise<NewBoard> {
  assertNoFieldErrors(name.trim() === '' ? [{ field: 'name', code: 'required' }] : []);
  const tidy = {
    ...settings,
    units: [...new Set(settings.units.map((code) => scope.findUnit(code).code))],
    measure: findMeasure(scope.dataset, settings.measure).code,
  };
  const secret = createSecret();
  const made = await db.transaction(async (tx) => {
    const [row] = await tx
      .insert(board)
      .values({
        name: name.trim(),
        hash: hashSecret(secret),
        settings: tidy,
        createdBy: principal.userId,
      })
      .returning();
    await recordAudit(tx, [
      {
        userId: principal.userId,
        entity: 'board',
        entityId: String(row!.id),
        action: 'created',
        after: { name: row!.name, ...tidy },
      },
    ]);
    return row!;
  });
  return {
    secret,
    board: toSummary({
      id: made.id,
      name: made.name,
      settings: made.settings,
      userName: principal.name,
      createdAt: made.createdAt,
    }),
  };
}

/** A board all of whose units the reader sees, held until the end of the transaction. */
async function lockBoard(tx: Queryable, scope: Scope, id: number, state: SQL) {
  const [found] = await tx
    .select({ settings: board.settings })
    .from(board)
    .where(and(eq(board.id, id), state))
    .for('update');
  if (!found || !found.settings.units.every((code) => scope.dataset.tree.findByCode(code)))
    throw new ProblemError('notFound');
  return found;
}

/** Its link shows nothing from now on, also where it is open. @throws ProblemError notFound */
export async function withdrawBoard(
  { db }: Context,
  scope: Scope,
  principal: Principal,
  id: number,
): Promise<Record<string, never>> {
  await db.transaction(async (tx) => {
    const found = await lockBoard(tx, scope, id, isNull(board.withdrawnAt));
    await tx
      .update(board)
      .set({ withdrawnAt: sql`now()` })
      .where(eq(board.id, id));
    await recordAudit(tx, [
      {
        userId: principal.userId,
        entity: 'board',
        entityId: String(id),
        action: 'withdrawn',
        before: found.settings,
      },
    ]);
    await announce(tx, 'boards', null);
  });
  return {};
}

/** A board that was withdrawn shows again, by the same link. @throws ProblemError notFound */
export async function restoreBoard(
  { db }: Context,
  scope: Scope,
  principal: Principal,
  id: number,
): Promise<Record<string, never>> {
  await db.transaction(async (tx) => {
    const found = await lockBoard(tx, scope, id, isNotNull(board.withdrawnAt));
    await tx.update(board).set({ withdrawnAt: null }).where(eq(board.id, id));
    await recordAudit(tx, [
      {
        userId: principal.userId,
        entity: 'board',
        entityId: String(id),
        action: 'restored',
        after: found.settings,
      },
    ]);
    await announce(tx, 'boards', null);
  });
  return {};
}

export interface OpenBoard {
  id: number;
  name: string;
  settings: BoardSummary['settings'];
  /** What its maker may see: a board shows no more than they. */
  scope: Scope;
  /** The unit its maker is bound to. */
  unitId: number;
}

/** A board as it is written, with what its maker is. */
export interface BoardRow {
  id: number;
  name: string;
  settings: BoardSummary['settings'];
  unitId: number;
  role: Role;
}

/** @throws ProblemError boardGone when it is withdrawn or unknown, or its maker is gone */
export async function readBoard(db: Queryable, hash: string): Promise<BoardRow> {
  const [found] = await db
    .select({
      id: board.id,
      name: board.name,
      settings: board.settings,
      unitId: appUser.unitId,
      role: appUser.role,
    })
    .from(board)
    .innerJoin(appUser, eq(appUser.id, board.createdBy))
    .where(and(eq(board.hash, hash), isNull(board.withdrawnAt), isNull(appUser.disabledAt)));
  if (!found) throw new ProblemError('boardGone');
  return found;
}

/** @throws ProblemError boardGone when its maker may not show it any more */
export function openBoard(
  replica: Replica,
  { id, name, settings, unitId, role }: BoardRow,
): OpenBoard {
  if (!mayDo(role, 'plan')) throw new ProblemError('boardGone');
  const scope = buildScope(replica, { unitId });
  const units = settings.units.filter((code) => scope.dataset.tree.findByCode(code));
  if (units.length === 0) throw new ProblemError('boardGone');
  return { id, name, settings: { ...settings, units }, scope, unitId };
}
