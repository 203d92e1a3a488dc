import { render, screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { useState } from 'react';
import { describe, expect, it, vi } from 'vitest';
import { Combobox } from './Combobox';

const CHOICES = [
  { value: 'pike', label: 'Pike Boats' },
  { value: 'roach', label: 'Roach Yard' },
  { value: 'perch', label: 'Perch & Pike' },
];

function Form({
  first = '',
  onChoose,
  ...over
}: {
  first?: string;
  onChoose(value: string): void;
  addLabel?: string;
  isOptional?: boolean;
  isLoading?: boolean;
  choices?: typeof CHOICES;
}) {
  const [value, setValue] = useState(first);
  return (
    <form>
      <Combobox
        aria-label="Customer"
        value={value}
        choices={CHOICES}
        placeholder="Choose a customer"
        onChoose={(chosen) => {
          onChoose(chosen);
          setValue(chosen);
        }}
        {...over}
      />
      <input aria-label="Amount" />
    </form>
  );
}

const open = (over: Partial<Parameters<typeof Form>[0]> = {}) => {
  const onChoose = vi.fn<(value: string) => void>();
  const shown = render(<Form onChoose={onChoose} {...over} />);
  return { onChoose, again: shown.rerender, user: userEvent.setup() };
};
const box = () => screen.getByLabelText('Customer');

describe('a chooser', () => {
  it('takes letters at once, Tab chooses and goes on', async () => {
    const { onChoose, user } = open();
    box().focus();
    await user.keyboard('roa');
    await user.tab();
    expect(onChoose.mock.calls).toEqual([['roach']]);
    expect(box()).toHaveProperty('textContent', 'Roach Yard');
    await waitFor(() => expect(document.activeElement).toBe(screen.getByLabelText('Amount')));
  });

  it('shows what it holds, and its placeholder where it holds nothing', () => {
    open({ first: 'perch' });
    expect(box().textContent).toBe('Perch & Pike');
  });

  it('finds a piece of a name anywhere, and Enter chooses', async () => {
    const { onChoose, user } = open();
    box().focus();
    await user.keyboard('& p');
    expect(screen.getAllByRole('option').map((each) => each.textContent)).toEqual(['Perch & Pike']);
    await user.keyboard('{Enter}');
    expect(onChoose.mock.calls).toEqual([['perch']]);
  });

  it('adds a name that is not there where it may, and never one that is', async () => {
    const { onChoose, user } = open({ addLabel: 'Add customer' });
    box().focus();
    await user.keyboard('Tench');
    await user.tab();
    expect(onChoose).toHaveBeenLastCalledWith('Tench');
    box().focus();
    await user.keyboard('pike boats');
    expect(screen.queryByRole('option', { name: /Add customer/ })).toBeNull();
    await user.tab();
    expect(onChoose).toHaveBeenLastCalledWith('pike');
  });

  it('adds nothing where it may not, and holds what it held', async () => {
    const { onChoose, user } = open({ first: 'pike' });
    box().focus();
    await user.keyboard('Tench');
    await user.tab();
    expect(onChoose).not.toHaveBeenCalled();
    expect(box().textContent).toBe('Pike Boats');
  });

  it('chooses what was typed ahead once the list is there', async () => {
    const onChoose = vi.fn<(value: string) => void>();
    const user = userEvent.setup();
    const { rerender } = render(<Form onChoose={onChoose} choices={[]} isLoading />);
    box().focus();
    await user.keyboard('roach y');
    await user.tab();
    expect(onChoose).not.toHaveBeenCalled();
    expect(box().textContent).toBe('roach y');
    rerender(<Form onChoose={onChoose} />);
    await waitFor(() => expect(onChoose.mock.calls).toEqual([['roach']]));
  });

  it('can be emptied only where it may be empty', async () => {
    const { onChoose, user } = open({ first: 'pike', isOptional: true });
    await user.click(box());
    await user.click(screen.getByRole('option', { name: 'None' }));
    expect(onChoose.mock.calls).toEqual([['']]);
  });

  it('is left by Escape without a change', async () => {
    const { onChoose, user } = open({ first: 'pike' });
    box().focus();
    await user.keyboard('roach{Escape}');
    await waitFor(() => expect(screen.queryByRole('option')).toBeNull());
    expect(onChoose).not.toHaveBeenCalled();
  });
});
