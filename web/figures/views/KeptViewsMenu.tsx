import { Pin, PinOff } from 'lucide-react';
import { useState } from 'react';
import { Link, useLocation } from 'react-router';
import { KEPT_PATHS, type KeptView } from '#contract/schemas/keptView';
import { EN_VIEW } from '#wording/messages/en/view';
import { messagesOf } from '#wording/messages/translate';
import { faultAt, otherFault } from '../../app/FailureNote';
import { usePlace } from '../../app/place';
import { rich } from '../../language/rich';
import { Button } from '../../ui/Button';
import { Field, INPUT } from '../../ui/Field';
import { Menu } from '../../ui/Menu';
import { useSay } from '../../ui/Toasts';
import {
  useKeepViewMutation,
  useListKeptViewsQuery,
  usePinViewsMutation,
  useRemoveKeptViewMutation,
} from './api';
import { ShareForm } from './ShareForm';
import { TakeAlong } from './TakeAlong';

const t = messagesOf('view', EN_VIEW);

const isPinned = ({ pinned }: KeptView) => pinned !== null;

/**
 * States of views kept by name: one's own, or shared with a unit and all below it. Opening one goes
 * to what it shows, with the reader's own rights; pinned ones come first.
 */
export function KeptViewsMenu({ unitName }: { unitName: string }) {
  const { data: views = [] } = useListKeptViewsQuery();
  const [isOpen, setOpen] = useState(false);
  const [isSharing, setSharing] = useState(false);
  const { unit, period } = usePlace();
  const pinned = views
    .filter(isPinned)
    .sort((a, b) => a.pinned! - b.pinned!)
    .map(({ id }) => id);
  const others = views.filter((view) => !isPinned(view));
  const sorted = [...pinned.map((id) => views.find((view) => view.id === id)!), ...others];
  return (
    <>
      <span data-nopicture className="contents">
        <Menu name={t('viewsMenu')} width="w-[330px] max-w-[94vw]" isOpen={isOpen} onOpen={setOpen}>
          <ul aria-label={t('keptViews')} className="max-h-[46vh] overflow-y-auto">
            {sorted.map((view) => (
              <ViewItem key={view.id} view={view} pinned={pinned} onOpen={() => setOpen(false)} />
            ))}
            {views.length === 0 && <li className="text-soft">{t('noneYetWhatYouSee')}</li>}
          </ul>
          <KeepForm unitName={unitName} onKept={() => setOpen(false)} />
          <div className="mt-2 flex gap-2 border-t border-line pt-2">
            <Button
              onClick={() => {
                setOpen(false);
                setSharing(true);
              }}
            >
              {t('sendByMail')}
            </Button>
            <Link to="/reports" className="self-center text-[12.5px] underline underline-offset-2">
              {t('sendRegularly')}
            </Link>
          </div>
          <TakeAlong onDone={() => setOpen(false)} />
        </Menu>
      </span>
      {isSharing && <ShareForm unit={unit} period={period} onClose={() => setSharing(false)} />}
    </>
  );
}

function ViewItem({
  view,
  pinned,
  onOpen,
}: {
  view: KeptView;
  pinned: readonly number[];
  onOpen(): void;
}) {
  const [pin] = usePinViewsMutation();
  const [remove] = useRemoveKeptViewMutation();
  const [keep] = useKeepViewMutation();
  const say = useSay();
  const drop = async () => {
    const result = await remove(view.id);
    if (result.error) return;
    const { name, description, sharedWith, path, search } = view;
    say(t('theViewIsRemoved', { name }), {
      action: {
        label: t('undo'),
        run: () => void keep({ name, description, sharedWith, path, search }),
      },
    });
  };
  return (
    <li className="flex items-center gap-1">
      <Link
        to={{ pathname: view.path, search: view.search && `?${view.search}` }}
        onClick={onOpen}
        title={view.description ?? undefined}
        className="min-w-0 flex-1 rounded-[4px] px-1.5 py-1 hover:bg-hover"
      >
        <span className="block truncate">{view.name}</span>
        <span className="block truncate text-[11.5px] text-soft">
          {view.sharedWithName
            ? t('seenByAndBelow', { sharedWithName: view.sharedWithName })
            : t('onlyYours')}
          {!view.isOwn && t('sharedBy', { author: view.userName })}
        </span>
      </Link>
      <button
        type="button"
        aria-pressed={isPinned(view)}
        aria-label={t('pin', { name: view.name })}
        className="touchable grid size-[26px] place-items-center rounded-[4px] hover:bg-hover"
        onClick={() =>
          void pin(isPinned(view) ? pinned.filter((id) => id !== view.id) : [...pinned, view.id])
        }
      >
        {isPinned(view) ? <PinOff size={14} aria-hidden /> : <Pin size={14} aria-hidden />}
      </button>
      {view.isOwn && (
        <Button kind="quiet" className="h-[24px] px-1.5 text-[11.5px]" onClick={() => void drop()}>
          {rich(t, 'remove', {
            part: (words) => <span className="sr-only">{words}</span>,
            name: view.name,
          })}
        </Button>
      )}
    </li>
  );
}

function KeepForm({ unitName, onKept }: { unitName: string; onKept(): void }) {
  const { pathname, search } = useLocation();
  const { unit } = usePlace();
  const [keep, { error, isLoading }] = useKeepViewMutation();
  const [name, setName] = useState('');
  const [description, setDescription] = useState('');
  const [isShared, setShared] = useState(false);
  const say = useSay();
  const path = KEPT_PATHS.find((each) => each === pathname);
  if (!path) return null;
  const send = async () => {
    const result = await keep({
      name,
      description: description || null,
      sharedWith: isShared ? unit : null,
      path,
      search: withoutDialogs(search),
    });
    if (result.error) return;
    say(t('theViewIsKept', { name: result.data.name }));
    setName('');
    setDescription('');
    onKept();
  };
  const other = otherFault(error, ['name', 'description']);
  return (
    <form
      className="mt-2 grid gap-1.5 border-t border-line pt-2"
      onSubmit={(event) => {
        event.preventDefault();
        void send();
      }}
    >
      <Field label={t('keepWhatIsShownAs')} fault={faultAt(error, 'name') && t('giveItAName')}>
        <input
          className={INPUT}
          maxLength={80}
          value={name}
          onChange={(event) => setName(event.target.value)}
        />
      </Field>
      <Field label={t('whatItShowsIfThe')}>
        <input
          className={INPUT}
          maxLength={500}
          value={description}
          onChange={(event) => setDescription(event.target.value)}
        />
      </Field>
      <label className="flex items-center gap-1.5">
        <input
          type="checkbox"
          checked={isShared}
          onChange={(event) => setShared(event.target.checked)}
        />
        {t('seenByAndAllBelow', { unitName })}
      </label>
      {error && other && (
        <p role="alert" className="text-grade-1">
          {other}
        </p>
      )}
      <div className="flex flex-row-reverse justify-end gap-2">
        <Button
          type="submit"
          disabled={isLoading}
          missing={name.trim() === '' ? t('giveItANameFirst') : null}
        >
          {t('keep')}
        </Button>
      </div>
    </form>
  );
}

/** A form that lies over the view is no part of it. */
function withoutDialogs(search: string): string {
  const kept = new URLSearchParams(search);
  kept.delete('book');
  return kept.toString();
}
