import { createHash } from 'node:crypto';
import { type SQL, sql } from 'drizzle-orm';
import type { AwardPictures } from '#contract/schemas/contest';
import { type AwardPicture, ownPictureId } from '#core/contest/contest';
import type { Principal, Scope } from '../access/index';
import { recordAudit } from '../audit/record';
import type { Context } from '../context';
import type { Queryable } from '../db/client';
import { LOCKS } from '../db/locks';
import { drawAnew } from '../pictures';
import { ProblemError } from '../problem';

/** Shown at most 48 dots wide, on a screen of twice the dots. */
const MOST_DOTS = 192;
export const MOST_AWARD_PICTURES = 100;

/** Pictures made at a unit of one's own, below or above it. */
function whereSeen({ dataset, wholeTree }: Scope, { unitId }: Principal): SQL {
  const above = wholeTree.ancestorsOn(unitId, dataset.asOf);
  const ids = [...above, ...dataset.tree.unitsUnder(unitId)];
  return sql`removed_at is null and unit_id = any(${sql.param(ids)}::int[])`;
}

const nameOf = (id: number): AwardPicture => `own:${id}`;

/** The company's own pictures of awards that one may use, the newest first. */
export async function listAwardPictures(
  { db }: Context,
  scope: Scope,
  principal: Principal,
): Promise<AwardPictures> {
  const { rows } = await db.execute<{ id: number }>(sql`select id from award_picture where
    ${whereSeen(scope, principal)} order by id desc`);
  return { pictures: rows.map(({ id }) => nameOf(id)) };
}

/** @throws ProblemError notFound */
export async function readAwardPicture(
  { db }: Context,
  scope: Scope,
  principal: Principal,
  id: number,
): Promise<Buffer> {
  const { rows } = await db.execute<{ content: Buffer }>(sql`select content from award_picture
    where id = ${id} and ${whereSeen(scope, principal)}`);
  if (!rows[0]) throw new ProblemError('notFound');
  return rows[0].content;
}

/**
 * Keeps a picture for awards; the same one again is the one that is there. @throws ProblemError
 * notAPicture, tooManyAwardPictures
 */
export async function addAwardPicture(
  { db }: Context,
  principal: Principal,
  content: unknown,
): Promise<{ picture: AwardPicture }> {
  const picture = await drawAnew(content, MOST_DOTS);
  const digest = createHash('sha256').update(picture).digest('hex');
  return db.transaction(async (tx) => {
    await tx.execute(sql`select pg_advisory_xact_lock(${LOCKS.lists})`);
    const { rows } = await tx.execute<{ id: number; isSame: boolean }>(sql`
      select id, digest = ${digest} and unit_id = ${principal.unitId} as "isSame" from
        award_picture where removed_at is null`);
    const known = rows.find(({ isSame }) => isSame);
    if (known) return { picture: nameOf(known.id) };
    if (rows.length >= MOST_AWARD_PICTURES)
      throw new ProblemError('tooManyAwardPictures', { most: MOST_AWARD_PICTURES });
    const {
      rows: [added],
    } = await tx.execute<{ id: number }>(sql`insert into award_picture (unit_id, content, digest,
      user_id) values (${principal.unitId}, ${picture}, ${digest}, ${principal.userId}) returning id`);
    await note(tx, principal, added!.id, 'picture added');
    return { picture: nameOf(added!.id) };
  });
}

/** Takes away a picture that no award shows. @throws ProblemError notFound, pictureInUse */
export async function removeAwardPicture(
  { db }: Context,
  scope: Scope,
  principal: Principal,
  id: number,
): Promise<Record<string, never>> {
  await db.transaction(async (tx) => {
    await tx.execute(sql`select pg_advisory_xact_lock(${LOCKS.lists})`);
    const { rows } = await tx.execute<{
      uses: number;
    }>(sql`select ((select count(*) from award where
      picture = ${nameOf(id)}) + (select count(*) from contest where removed_at is null and exists
        (select from jsonb_array_elements(rules->'awards') a where a->>'picture' =
          ${nameOf(id)})))::int as uses from award_picture where id = ${id} and
            ${whereSeen(scope, principal)}`);
    if (!rows[0]) throw new ProblemError('notFound');
    if (rows[0].uses > 0) throw new ProblemError('pictureInUse');
    await tx.execute(sql`update award_picture set removed_at = now() where id = ${id}`);
    await note(tx, principal, id, 'picture removed');
  });
  return {};
}

const note = (
  tx: Parameters<typeof recordAudit>[0],
  { userId }: Principal,
  id: number,
  action: string,
) => recordAudit(tx, [{ userId, entity: 'contest', entityId: `award picture ${id}`, action }]);

/** Where among these a picture stands that one has not; -1: nowhere. */
export async function findUnknownPicture(
  db: Queryable,
  scope: Scope,
  principal: Principal,
  pictures: readonly AwardPicture[],
): Promise<number> {
  const own = pictures.map(ownPictureId);
  const wanted = own.filter((id) => id !== null);
  if (wanted.length === 0) return -1;
  const { rows } = await db.execute<{ id: number }>(sql`select id from award_picture where id =
    any(${sql.param(wanted)}::int[]) and ${whereSeen(scope, principal)}`);
  const known = new Set(rows.map(({ id }) => id));
  return own.findIndex((id) => id !== null && !known.has(id));
}
