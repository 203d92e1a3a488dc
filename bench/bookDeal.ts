import { SIZE, TODAY } from './company';
import type { BenchServer } from './server';

let booked = 0;

/** Posts to the API. @throws Error with what it answers to anything it does not take */
export async function post(server: BenchServer, path: string, body: object): Promise<unknown> {
  const answer = await fetch(`${server.address}/api/v1${path}`, {
    method: 'POST',
    headers: { ...server.headers, 'content-type': 'application/json' },
    body: JSON.stringify(body),
  });
  const text = await answer.text();
  if (!answer.ok) throw new Error(text);
  return JSON.parse(text);
}

/** Books a won deal of today, of one salesperson after the other. @returns the code of whose it is */
export async function bookNext(server: BenchServer): Promise<string> {
  booked++;
  const salesperson = `p${booked % SIZE.people}`;
  await post(server, '/deals', {
    deal: `N${booked}`,
    salesperson,
    customer: 'Customer 1',
    amount: '10.00',
    status: 'won',
    closedOn: TODAY,
  });
  return salesperson;
}
