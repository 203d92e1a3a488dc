/**
 * Says what an amount for several people means, so that nobody has to guess whether it is each or
 * together (GUARDS 25): `describeEach(4, 1, '9,000', '36,000')` is "4 people x 9,000 = 36,000".
 */
export function describeEach(people: number, periods: number, each: string, total: string): string {
  const times = periods === 1 ? '' : ` x ${periods} periods`;
  return `${people} ${people === 1 ? 'person' : 'people'}${times} x ${each} = ${total}`;
}

/** "36,000 together, 9,000 each"; without `each` where the parts differ. */
export function describeTogether(total: string, each: string | null): string {
  return each === null ? `${total} together` : `${total} together, ${each} each`;
}
