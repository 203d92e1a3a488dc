/**
 * The setting for statements that read whole tables. Just after a large import the planner knows
 * nothing of the tables yet, takes them for small, and compares each deal with each line: seconds
 * where a tenth of one is due. Joined by hash they take as long before as after.
 */
export const WHOLE_TABLES = 'enable_nestloop = off';

/** What holds for all other statements. */
export const ANY_PLAN = 'enable_nestloop = on';
