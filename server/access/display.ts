import { eq } from 'drizzle-orm';
import { type Display, FIRST_DISPLAY } from '#core/money/display';
import type { Queryable } from '../db/client';
import { userDisplay } from '../db/tables/index';

/** How somebody wants figures shown; what ships where they have chosen nothing. */
export async function loadDisplay(db: Queryable, userId: number): Promise<Display> {
  const [row] = await db.select().from(userDisplay).where(eq(userDisplay.userId, userId));
  return row ? { units: row.units, decimals: row.decimals, gap: row.gap } : FIRST_DISPLAY;
}

/** Keeps it for all of their browsers. */
export async function saveDisplay(
  db: Queryable,
  userId: number,
  display: Display,
): Promise<Display> {
  await db
    .insert(userDisplay)
    .values({ userId, ...display })
    .onConflictDoUpdate({ target: userDisplay.userId, set: display });
  return display;
}
