import { describe, expect, it } from 'vitest';
import { listActive } from './filterWords';
import { readFilter } from './useTableState';

describe('the filters in the address', () => {
  it('are read as the API takes them; what is no filter is left alone', () => {
    const search = new URLSearchParams(
      'unit=salt&status=won&customer=Pike&amountFrom=100&overdue=yes&split=no&find=%20rope%20&book=7',
    );
    expect(readFilter(search)).toEqual({
      status: 'won',
      customer: 'Pike',
      amountFrom: '100',
      overdue: true,
      search: 'rope',
    });
    expect(readFilter(new URLSearchParams('status=perhaps&find='))).toEqual({});
  });

  it('are said in words, each with what takes it off', () => {
    expect(listActive({ status: 'won', search: 'rope', customer: 'Pike', overdue: true })).toEqual([
      { key: 'status', name: 'won', off: { status: null } },
      { key: 'find', name: '“rope”', off: { find: null } },
      { key: 'customer', name: 'customer: Pike', off: { customer: null } },
      { key: 'overdue', name: 'overdue', off: { overdue: null } },
    ]);
    expect(listActive({})).toEqual([]);
  });
});
