import type pg from 'pg';

/** A setting that the triggers of migration 0023 read. */
const DERIVES_LINES = 'iron_ladder.derives_lines';

/**
 * From here to `deriveLines` what the lines of changed deals count is left as it was: a trigger a
 * row takes many times as long as all at once.
 */
export async function deriveLinesLater(client: pg.ClientBase): Promise<void> {
  await client.query(`set local ${DERIVES_LINES} = 'later'`);
}

/**
 * What the lines of deals count, for whom, all at once.
 * @param ids a query of the deals' ids
 */
export async function deriveLines(client: pg.ClientBase, ids: string): Promise<void> {
  await client.query(`select derive_deal_lines(array(${ids}))`);
  await client.query(`set local ${DERIVES_LINES} = ''`);
}
