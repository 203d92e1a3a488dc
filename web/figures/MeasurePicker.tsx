import { Info } from 'lucide-react';
import { Popover } from 'radix-ui';
import { EN_VIEW } from '#wording/messages/en/view';
import { messagesOf } from '#wording/messages/translate';
import { shippedWord } from '#wording/shipped';
import { useListMeasuresQuery } from '../app/api';
import { usePlace } from '../app/place';

const t = messagesOf('view', EN_VIEW);

/** Which measure is read, and what it means. */
export function MeasurePicker() {
  const { measure, go } = usePlace();
  const { data } = useListMeasuresQuery();
  const all = data?.measures ?? [];
  const shown = all.filter((each) => !each.isArchived || each.code === measure);
  const chosen = all.find((each) => each.code === measure);
  const groups = [...new Set(shown.map((each) => each.group))];
  return (
    <span className="flex shrink-0 items-center gap-1">
      <select
        aria-label={t('measure')}
        title={chosen && shippedWord(chosen.description)}
        value={measure}
        onChange={(event) => go({ measure: event.target.value })}
        className="h-[30px] max-w-[190px] rounded-sheet border border-strong/30 bg-sheet px-2 font-medium"
      >
        {!chosen && <option value={measure}>{measure}</option>}
        {groups.map((group) => (
          <optgroup key={group} label={shippedWord(group)}>
            {shown
              .filter((each) => each.group === group)
              .map((each) => (
                <option key={each.code} value={each.code}>
                  {shippedWord(each.name)}
                  {each.version > 1 || each.isArchived
                    ? t('version', { version: each.version })
                    : ''}
                </option>
              ))}
          </optgroup>
        ))}
      </select>
      {chosen && (
        <Popover.Root>
          <Popover.Trigger
            aria-label={t('whatMeans', { chosen: shippedWord(chosen.name) })}
            className="grid size-[26px] place-items-center rounded-[4px] text-soft hover:bg-hover"
          >
            <Info size={15} />
          </Popover.Trigger>
          <Popover.Portal>
            <Popover.Content
              align="end"
              sideOffset={6}
              className="z-60 max-w-[340px] rounded-sheet border border-strong/30 bg-sheet p-3.5 text-[13px] text-ink"
            >
              <p className="font-semibold">
                {shippedWord(chosen.name)}
                {chosen.version > 1 ? t('version', { version: chosen.version }) : ''}
              </p>
              <p className="mt-1">{shippedWord(chosen.description)}</p>
              <p className="mt-1 text-soft">
                {chosen.direction === 'higher' ? t('higherIsBetter') : t('lowerIsBetter')}
              </p>
            </Popover.Content>
          </Popover.Portal>
        </Popover.Root>
      )}
    </span>
  );
}
