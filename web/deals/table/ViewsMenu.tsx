import { useState } from 'react';
import type { DealViewState } from '#contract/schemas/dealView';
import { faultAt, otherFault } from '../../app/FailureNote';
import { usePlace } from '../../app/place';
import {
  useListDealViewsQuery,
  useRemoveDealViewMutation,
  useSaveDealViewMutation,
} from '../../records/api';
import { Button } from '../../ui/Button';
import { Field, INPUT } from '../../ui/Field';
import { Menu } from '../../ui/Menu';
import { useSay } from '../../ui/Toasts';

/**
 * Ways of showing the table, kept by name: one's own, or shared with everybody at or below the
 * chosen unit.
 */
export function ViewsMenu({
  state,
  unitName,
  onShow,
}: {
  state: DealViewState;
  unitName: string;
  onShow(state: DealViewState): void;
}) {
  const { data: views = [] } = useListDealViewsQuery();
  const [save, { error, isLoading }] = useSaveDealViewMutation();
  const [remove] = useRemoveDealViewMutation();
  const { unit } = usePlace();
  const [isOpen, setOpen] = useState(false);
  const [name, setName] = useState('');
  const [isShared, setShared] = useState(false);
  const say = useSay();
  const keep = async () => {
    const result = await save({ name, sharedWith: isShared ? unit : null, state });
    if (result.error) return;
    say(`The view “${result.data.name}” is kept.`);
    setName('');
    setOpen(false);
  };
  return (
    <Menu name="Views" width="w-[300px]" isOpen={isOpen} onOpen={setOpen}>
      <ul aria-label="Saved views">
        {views.map((view) => (
          <li key={view.id} className="flex items-center justify-between gap-2">
            <button
              type="button"
              className="flex-1 rounded-[4px] px-1.5 py-1 text-left hover:bg-hover"
              onClick={() => {
                onShow(view.state);
                setOpen(false);
              }}
            >
              {view.name}
              <span className="ml-1.5 text-[11px] text-soft">
                {view.sharedWith ? (view.isOwn ? 'shared' : `from ${view.userName}`) : ''}
              </span>
            </button>
            {view.isOwn && (
              <Button
                kind="quiet"
                className="h-[22px] px-1.5 text-[11.5px]"
                onClick={() => void remove(view.id)}
              >
                Remove<span className="sr-only"> {view.name}</span>
              </Button>
            )}
          </li>
        ))}
        {views.length === 0 && (
          <li className="text-soft">
            None yet. Set filters, order and columns, then keep them here.
          </li>
        )}
      </ul>
      <form
        className="mt-2 border-t border-line pt-2"
        onSubmit={(event) => {
          event.preventDefault();
          void keep();
        }}
      >
        <Field label="Keep what is shown as" fault={faultAt(error, 'name') && 'Give it a name.'}>
          <input
            className={INPUT}
            maxLength={80}
            value={name}
            onChange={(event) => setName(event.target.value)}
          />
        </Field>
        <label className="mt-1.5 flex items-center gap-1.5">
          <input
            type="checkbox"
            checked={isShared}
            onChange={(event) => setShared(event.target.checked)}
          />
          Share with {unitName} and all below
        </label>
        {error && otherFault(error, ['name']) && (
          <p role="alert" className="text-grade-1">
            {otherFault(error, ['name'])}
          </p>
        )}
        <Button type="submit" className="mt-2" disabled={!name.trim() || isLoading}>
          Keep
        </Button>
      </form>
    </Menu>
  );
}
