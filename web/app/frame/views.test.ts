import { describe, expect, it } from 'vitest';
import { nameOfView } from './views';

describe('the name of a view', () => {
  it.each([
    ['/', 'Start'],
    ['/standing', 'Standing'],
    ['/standing/ahead', 'Year ahead'],
    ['/deals/customers/12', 'Customers'],
    ['/plan', 'Plan'],
    ['/setup/people', 'Setup'],
    ['/nowhere', ''],
  ])('of %s is "%s"', (path, name) => expect(nameOfView(path)).toBe(name));
});
