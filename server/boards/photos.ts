import { eq, inArray, sql } from 'drizzle-orm';
import { mayDo, type Principal, type Scope } from '../access/index';
import { recordAudit } from '../audit/record';
import type { Context } from '../context';
import type { Queryable } from '../db/client';
import { announce } from '../db/notify';
import { unitPhoto } from '../db/tables/index';
import { ProblemError } from '../problem';

export const MOST_PHOTO_BYTES = 300 * 1024;

/**
 * The kinds of picture that are taken, by their first bytes (PNG: W3C PNG 3, JPEG: ITU-T T.81,
 * WebP: RFC 9649); what a sender says of them is not believed.
 */
const KINDS: readonly { type: string; fits(content: Buffer): boolean }[] = [
  {
    type: 'image/png',
    fits: (content) =>
      content.subarray(0, 8).equals(Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a])),
  },
  {
    type: 'image/jpeg',
    fits: (content) => content.subarray(0, 3).equals(Buffer.from([0xff, 0xd8, 0xff])),
  },
  {
    type: 'image/webp',
    fits: (content) =>
      content.toString('latin1', 0, 4) === 'RIFF' && content.toString('latin1', 8, 12) === 'WEBP',
  },
];

/** The type of a picture, or null for what is none. */
export function typeOfPicture(content: Buffer): string | null {
  return KINDS.find((kind) => kind.fits(content))?.type ?? null;
}

/** A picture as it is kept. */
const PHOTO_TYPE = 'image/webp';
const MOST_DOTS = 1_024;
const MOST_DOTS_READ = 40_000_000;

/**
 * The picture drawn anew, small: what else a file holds, the place it was taken among it, does not
 * come along. @throws ProblemError notAPicture
 */
async function drawAnew(content: Buffer): Promise<Buffer> {
  const { default: sharp } = await import('sharp');
  try {
    return await sharp(content, { limitInputPixels: MOST_DOTS_READ })
      .rotate()
      .resize(MOST_DOTS, MOST_DOTS, { fit: 'inside', withoutEnlargement: true })
      .webp({ quality: 85 })
      .toBuffer();
  } catch {
    throw new ProblemError('notAPicture');
  }
}

/** Of these units those with a picture, and when it last changed. */
export async function listPhotos(
  db: Queryable,
  units: readonly { id: number; code: string }[],
): Promise<Record<string, string>> {
  if (units.length === 0) return {};
  const rows = await db
    .select({ unitId: unitPhoto.unitId, at: unitPhoto.changedAt })
    .from(unitPhoto)
    .where(
      inArray(
        unitPhoto.unitId,
        units.map((unit) => unit.id),
      ),
    );
  const codes = new Map(units.map((unit) => [unit.id, unit.code]));
  return Object.fromEntries(rows.map((row) => [codes.get(row.unitId)!, String(row.at)]));
}

/** @throws ProblemError unknownUnit, notFound */
export async function readPhoto(
  { db }: Context,
  scope: Scope,
  code: string,
): Promise<{ type: string; content: Buffer }> {
  const [found] = await db
    .select({ type: unitPhoto.type, content: unitPhoto.content })
    .from(unitPhoto)
    .where(eq(unitPhoto.unitId, scope.findUnit(code).id));
  if (!found) throw new ProblemError('notFound');
  return found;
}

/**
 * One's own picture, or that of someone one plans for. @throws ProblemError unknownUnit, forbidden
 */
function findOwner(scope: Scope, principal: Principal, code: string): number {
  const unit = scope.findUnit(code);
  const isOwn = principal.role === 'salesperson' && principal.unitId === unit.id;
  if (unit.kind !== 'salesperson' || !(isOwn || mayDo(principal.role, 'plan')))
    throw new ProblemError('forbidden', { role: principal.role });
  return unit.id;
}

/** @throws ProblemError unknownUnit, forbidden, notAPicture */
export async function savePhoto(
  { db }: Context,
  scope: Scope,
  principal: Principal,
  code: string,
  content: unknown,
): Promise<Record<string, never>> {
  const unitId = findOwner(scope, principal, code);
  if (!Buffer.isBuffer(content) || typeOfPicture(content) === null)
    throw new ProblemError('notAPicture');
  const picture = await drawAnew(content);
  await db.transaction(async (tx) => {
    const values = {
      type: PHOTO_TYPE,
      content: picture,
      changedBy: principal.userId,
      changedAt: sql`now()` as never,
    };
    await tx
      .insert(unitPhoto)
      .values({ unitId, ...values })
      .onConflictDoUpdate({ target: unitPhoto.unitId, set: values });
    await recordAudit(tx, [
      { userId: principal.userId, entity: 'unit', entityId: code, action: 'picture set' },
    ]);
    await announce(tx, 'boards', [unitId]);
  });
  return {};
}

/** @throws ProblemError unknownUnit, forbidden */
export async function removePhoto(
  { db }: Context,
  scope: Scope,
  principal: Principal,
  code: string,
): Promise<Record<string, never>> {
  const unitId = findOwner(scope, principal, code);
  await db.transaction(async (tx) => {
    const gone = await tx
      .delete(unitPhoto)
      .where(eq(unitPhoto.unitId, unitId))
      .returning({ unitId: unitPhoto.unitId });
    if (gone.length === 0) return;
    await recordAudit(tx, [
      { userId: principal.userId, entity: 'unit', entityId: code, action: 'picture removed' },
    ]);
    await announce(tx, 'boards', [unitId]);
  });
  return {};
}
