import { SLICE_DIMENSIONS, type SliceDimension } from '#core/targets/targetSlice';
import { EN_LADDER } from '#wording/messages/en/ladder';
import { messagesOf } from '#wording/messages/translate';
import { pluralOfPart } from '#wording/takenApart';
import { useAddress } from '../app/address';

const t = messagesOf('ladder', EN_LADDER);

/** What stands on the ladder, of the address; null: people and units. */
export function readLadderOf(search: URLSearchParams): SliceDimension | null {
  return SLICE_DIMENSIONS.find((each) => each === search.get('of')) ?? null;
}

/** Chooses what stands on the ladder: people and units, or what has targets of its own. */
export function LadderOf() {
  const { search, put } = useAddress();
  return (
    <label className="flex items-center gap-1.5 text-[12.5px]">
      {t('ladderOf')}
      <select
        className="touchable h-[28px] rounded-sheet border border-line bg-sheet px-2 text-[12.5px]"
        value={readLadderOf(search) ?? ''}
        onChange={(event) => put({ of: event.target.value || null })}
      >
        <option value="">{t('peopleAndUnits')}</option>
        {SLICE_DIMENSIONS.map((by) => (
          <option key={by} value={by}>
            {pluralOfPart(by)}
          </option>
        ))}
      </select>
    </label>
  );
}
