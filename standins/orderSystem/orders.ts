import { CUSTOMERS, PLACES, PRODUCTS, SOURCES } from '#demo/catalogue';
import { SELLERS, TEAMS } from '#demo/people';
import { createStream } from '#demo/random';

interface Order {
  deal: Record<string, unknown>;
  version: number;
}

const CHANGES = 0.25;
const VOIDS = 0.04;

/**
 * Makes up orders of the demo company: new ones, changes to earlier ones, now and then one that is
 * cancelled. A seed gives always the same.
 */
export class Orders {
  private stream: ReturnType<typeof createStream>;
  private open: Order[] = [];
  private count = 0;

  constructor(
    private today: string,
    private seed: string,
  ) {
    this.stream = createStream('orders', seed);
  }

  /** The next thing that happens, as the feed has it. */
  next(): object {
    const { stream, open } = this;
    if (open.length > 3 && stream.chance(VOIDS)) {
      const [gone] = open.splice(Math.floor(open.length * stream.next()), 1);
      return {
        type: 'deal.voided',
        version: ++gone!.version,
        deal: { deal: gone!.deal['deal'] },
        reason: 'cancelled by the customer',
      };
    }
    if (open.length > 0 && stream.chance(CHANGES)) {
      const order = stream.pick(open);
      order.version++;
      order.deal = { ...order.deal, amount: this.amount() };
      return { type: 'deal.saved', version: order.version, deal: order.deal };
    }
    const order = { version: 1, deal: this.make() };
    open.push(order);
    return { type: 'deal.saved', version: 1, deal: order.deal };
  }

  /** Something the other side cannot take: nobody of that name sells here. */
  bad(): object {
    return { type: 'deal.saved', version: 1, deal: { ...this.make(), salesperson: 'nobody-here' } };
  }

  private make(): Record<string, unknown> {
    const { stream } = this;
    const seller = stream.pick(
      SELLERS.filter((each) => each.joins === undefined && each.leaves === undefined),
    );
    const category = TEAMS.find((team) => team.code === seller.team)!.category;
    return {
      deal: `OS-${this.seed}-${String(++this.count).padStart(4, '0')}`,
      salesperson: seller.code,
      customer: stream.pick(CUSTOMERS),
      amount: this.amount(),
      status: 'won',
      closedOn: this.today,
      category,
      product: stream.pick(PRODUCTS[category]!),
      source: stream.pick(SOURCES),
      location: stream.pick(PLACES),
    };
  }

  private amount(): string {
    return (this.stream.whole(8, 900) * 10).toFixed(2);
  }
}
