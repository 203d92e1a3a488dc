import { CUSTOMERS, PLACES } from './catalogue';
import { SELLERS } from './people';
import { createStream } from './random';

/** By what a customer does, as their name says. */
const GROUPS: Readonly<Record<string, string>> = {
  Boats: 'Boatyards',
  Yard: 'Boatyards',
  Workboats: 'Boatyards',
  Ropeworks: 'Chandlers',
  Marine: 'Chandlers',
  Moorings: 'Harbours',
  Pilotage: 'Harbours',
  Dredging: 'Harbours',
  Survey: 'Harbours',
  Ferries: 'Passenger boats',
  Charter: 'Passenger boats',
  Towage: 'Towage',
  Fisheries: 'Fishing',
  Oysters: 'Fishing',
};

/** Rows of `customers.csv`: each has a group; most of those with deals of one person are theirs. */
export function* generateCustomers(
  deals: Iterable<Record<string, string>>,
): Generator<Record<string, string>> {
  const owner = new Map<string, string>();
  const left = new Set(
    SELLERS.filter((each) => each.leaves !== undefined).map((each) => each.code),
  );
  for (const { customer, salesperson } of deals)
    if (!left.has(salesperson!) && !owner.has(customer!)) owner.set(customer!, salesperson!);
  for (const customer of CUSTOMERS) {
    if (!owner.has(customer)) continue;
    const stream = createStream('customer', customer);
    const host = customer.toLowerCase().replace(/[^a-z]+/g, '-');
    yield {
      customer,
      group: GROUPS[customer.split(' ').at(-1)!] ?? '',
      email: stream.chance(0.6) ? `orders@${host}.example` : '',
      address: '',
      owner: stream.chance(0.8) ? owner.get(customer)! : '',
      notes: '',
      home_port: stream.chance(0.7) ? stream.pick(PLACES) : '',
      terms: stream.pick(['14 days', '30 days', '30 days', '60 days']),
    };
  }
}
