/** The database that each test file copies: migrating one takes longer than many of the tests. */
export const TEMPLATE = 'migrated';
