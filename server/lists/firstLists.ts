import type { Queryable } from '../db/client';
import { lostReason, source, stage } from '../db/tables/index';

/** What a new company begins with, to be changed in Setup; common practice, no source. */
export async function saveFirstLists(tx: Queryable): Promise<void> {
  await tx.insert(stage).values([
    { name: 'Enquiry', position: 1, probability: '0.1' },
    { name: 'Quoted', position: 2, probability: '0.4' },
    { name: 'Terms agreed', position: 3, probability: '0.8' },
  ]);
  await tx
    .insert(source)
    .values(['Repeat order', 'Referral', 'Web enquiry', 'Trade show'].map((name) => ({ name })));
  await tx.insert(lostReason).values(
    ['Price', 'Delivery time', 'Bought elsewhere', 'Not needed any more'].map((name) => ({
      name,
    })),
  );
}
