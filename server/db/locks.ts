/** Advisory locks, one number a job: who holds one does it, the others wait or leave it. */
export const LOCKS = {
  migrate: 741001,
  fold: 741002,
  targets: 741003,
  recordImported: 741004,
  activities: 741005,
  rates: 741006,
  feed: 741007,
  lists: 741008,
  customParts: 741009,
  customFields: 741010,
  alerts: 741011,
  commission: 741013,
  contests: 741014,
} as const;
