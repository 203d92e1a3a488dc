import { EN_LADDER } from '#wording/messages/en/ladder';
import { messagesOf } from '#wording/messages/translate';
import { useListMeasuresQuery } from '../app/api';
import { Menu } from '../ui/Menu';

const t = messagesOf('ladder', EN_LADDER);

const MOST_COLUMNS = 4;

/** Which measures stand beside the ranked one. */
export function MeasureColumns({
  shown,
  ranked,
  onChange,
}: {
  shown: readonly string[];
  ranked: string;
  onChange(codes: string[]): void;
}) {
  const { data } = useListMeasuresQuery();
  const choices = (data?.measures ?? []).filter((each) => !each.isArchived && each.code !== ranked);
  return (
    <Menu name={t('columns')} width="w-[240px]">
      <p className="mb-1 text-[12px] text-soft">
        {t('besideTheRankedMeasureUp', { most: MOST_COLUMNS })}
      </p>
      <ul className="max-h-[260px] overflow-y-auto">
        {choices.map(({ code, name }) => (
          <li key={code}>
            <label className="flex items-center gap-1.5 py-0.5">
              <input
                type="checkbox"
                checked={shown.includes(code)}
                disabled={!shown.includes(code) && shown.length >= MOST_COLUMNS}
                onChange={(event) =>
                  onChange(
                    event.target.checked ? [...shown, code] : shown.filter((each) => each !== code),
                  )
                }
              />
              {name}
            </label>
          </li>
        ))}
      </ul>
    </Menu>
  );
}
