import { render, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { useState } from 'react';
import { describe, expect, it, vi } from 'vitest';
import { DayField } from './DayField';
import type { Leaning } from './typedDay';

vi.mock('./api', () => ({ useGetCompanyQuery: () => ({ data: { today: '2026-11-18' } }) }));

function Form({ first = '', leaning }: { first?: string; leaning?: Leaning }) {
  const [value, setValue] = useState(first);
  return (
    <>
      <DayField
        aria-label="Closed on"
        value={value}
        onChange={setValue}
        {...(leaning ? { leaning } : {})}
      />
      <output>{value}</output>
      <button type="button" onClick={() => setValue('2026-01-05')}>
        Another
      </button>
    </>
  );
}
const input = () => screen.getByLabelText<HTMLInputElement>('Closed on');
const value = () => screen.getByRole('status').textContent;
const type = async (text: string) => {
  await userEvent.clear(input());
  await userEvent.type(input(), text);
};

describe('a day', () => {
  it('is typed in any usual way, and said in full when the field is left', async () => {
    render(<Form />);
    for (const [text, iso] of [
      ['12 nov', '2026-11-12'],
      ['yesterday', '2026-11-17'],
      ['2026-10-01', '2026-10-01'],
      ['3/11', '2026-11-03'],
    ] as const) {
      await type(text);
      expect([text, value()]).toEqual([text, iso]);
      expect(input().value).toBe(text);
    }
    await userEvent.tab();
    expect(input().value).toBe('Tue 3 Nov 2026');
    expect(value()).toBe('2026-11-03');
  });

  it('of a year left open is past or to come, as the field is meant', async () => {
    const { unmount } = render(<Form leaning="past" />);
    await type('24 dec');
    expect(value()).toBe('2025-12-24');
    unmount();
    render(<Form leaning="future" />);
    await type('24 dec');
    expect(value()).toBe('2026-12-24');
  });

  it('that cannot be read stays as it was typed, for the form to refuse', async () => {
    render(<Form />);
    await type('someday');
    await userEvent.tab();
    expect(input().value).toBe('someday');
    expect(value()).toBe('someday');
  });

  it('that comes from outside stands in full', async () => {
    render(<Form first="2026-11-12" />);
    expect(input().value).toBe('Thu 12 Nov 2026');
    await userEvent.click(screen.getByRole('button', { name: 'Another' }));
    expect(input().value).toBe('Mon 5 Jan 2026');
  });

  it('can be taken away', async () => {
    render(<Form first="2026-11-12" />);
    await userEvent.clear(input());
    expect(value()).toBe('');
  });
});
