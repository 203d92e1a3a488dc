import { render, screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { describe, expect, it, vi } from 'vitest';
import { Dialog } from './Dialog';
import { Field } from './Field';
import { Segments } from './Segments';
import { Toasts, useSay } from './Toasts';

describe('a field', () => {
  it('ties its label, and a fault before a hint, to the input', () => {
    const { rerender } = render(
      <Field label="Amount" hint="In euros">
        <input />
      </Field>,
    );
    const input = () => screen.getByLabelText('Amount');
    const noteOf = () => document.getElementById(input().getAttribute('aria-describedby')!);
    expect(noteOf()?.textContent).toBe('In euros');
    expect(input().getAttribute('aria-invalid')).toBeNull();
    rerender(
      <Field label="Amount" hint="In euros" fault="Is not an amount">
        <input />
      </Field>,
    );
    expect(noteOf()?.textContent).toBe('Is not an amount');
    expect(input().getAttribute('aria-invalid')).toBe('true');
    rerender(
      <Field label="Amount">
        <input />
      </Field>,
    );
    expect(input().getAttribute('aria-describedby')).toBeNull();
  });
});

describe('choices side by side', () => {
  it('say which one holds, and tell which is chosen', async () => {
    const onChange = vi.fn<(value: 'day' | 'week') => void>();
    const options = [
      ['day', 'Days'],
      ['week', 'Weeks'],
    ] as const;
    const { rerender } = render(
      <Segments label="By" options={options} value="day" onChange={onChange} />,
    );
    const pressed = () =>
      screen.getAllByRole('button').map((each) => each.getAttribute('aria-pressed'));
    expect(screen.getByRole('group', { name: 'By' })).toBeTruthy();
    expect(pressed()).toEqual(['true', 'false']);
    await userEvent.click(screen.getByRole('button', { name: 'Weeks' }));
    expect(onChange.mock.calls).toEqual([['week']]);
    rerender(<Segments label="By" options={options} value={null} onChange={onChange} />);
    expect(pressed()).toEqual(['false', 'false']);
  });
});

describe('a dialog', () => {
  const show = (children: React.ReactNode, isOpen = true) => {
    const onClose = vi.fn<() => void>();
    render(
      <Dialog
        title="Book a deal"
        description="It counts at once."
        isOpen={isOpen}
        onClose={onClose}
      >
        {children}
      </Dialog>,
    );
    return onClose;
  };

  it('has its name and description, and begins at what is first', async () => {
    show(
      <form>
        <input aria-label="Customer" />
        <input aria-label="Amount" data-first />
      </form>,
    );
    expect(screen.getByRole('dialog', { name: 'Book a deal' })).toBeTruthy();
    await waitFor(() => expect(document.activeElement).toBe(screen.getByLabelText('Amount')));
  });

  it('begins at the first input that can be filled in, not at the way out', async () => {
    show(
      <form>
        <input aria-label="Number" disabled />
        <input aria-label="Customer" />
      </form>,
    );
    await waitFor(() => expect(document.activeElement).toBe(screen.getByLabelText('Customer')));
  });

  it('is closed by Escape and by its button, each once', async () => {
    const onClose = show(<p>Text</p>);
    await userEvent.keyboard('{Escape}');
    expect(onClose).toHaveBeenCalledTimes(1);
    await userEvent.click(screen.getByRole('button', { name: 'Close' }));
    expect(onClose).toHaveBeenCalledTimes(2);
  });

  it('is not there while it is closed', () => {
    show(<p>Text</p>, false);
    expect(screen.queryByText('Text')).toBeNull();
  });
});

describe('messages', () => {
  function Sayer({ undo }: { undo(): void }) {
    const say = useSay();
    return (
      <>
        <button
          type="button"
          onClick={() => say('Booked.', { action: { label: 'Undo', run: undo } })}
        >
          Book
        </button>
        <button type="button" onClick={() => say('Not saved.', { kind: 'fault' })}>
          Fail
        </button>
      </>
    );
  }

  it('say what was done and take it back, once', async () => {
    const undo = vi.fn<() => void>();
    render(
      <Toasts>
        <Sayer undo={undo} />
      </Toasts>,
    );
    await userEvent.click(screen.getByRole('button', { name: 'Book' }));
    await userEvent.click(screen.getByRole('button', { name: 'Undo' }));
    expect(undo).toHaveBeenCalledTimes(1);
    await waitFor(() => expect(screen.queryByRole('button', { name: 'Undo' })).toBeNull());
  });

  it('are two at most: the newest', async () => {
    render(
      <Toasts>
        <Sayer undo={() => {}} />
      </Toasts>,
    );
    for (const name of ['Book', 'Book', 'Fail'])
      await userEvent.click(screen.getByRole('button', { name }));
    await waitFor(() => expect(screen.getAllByRole('button', { name: 'Dismiss' })).toHaveLength(2));
    expect(screen.getAllByText('Not saved.').length).toBeGreaterThan(0);
    await userEvent.click(screen.getAllByRole('button', { name: 'Dismiss' })[0]!);
    await waitFor(() => expect(screen.getAllByRole('button', { name: 'Dismiss' })).toHaveLength(1));
  });
});
