import type { ImportReport } from '#contract/schemas/import';
import type { ImportMapping } from '#contract/schemas/importMapping';
import { formatCount } from '#wording/numbers/format';
import { type Choice, Combobox } from '../../../ui/Combobox';
import { usePickListsQuery } from '../pickLists';

interface UnknownValuesProps {
  unknown: NonNullable<ImportReport['unknown']>;
  mapping: ImportMapping;
  onMatch(column: string, value: string, meant: string): void;
}

/**
 * People, statuses and names the file writes otherwise: matched with what there is, or for names
 * added as new.
 */
export function UnknownValues({ unknown, mapping, onMatch }: UnknownValuesProps) {
  const { data: lists } = usePickListsQuery();
  const names = (all: readonly string[] = []): Choice[] =>
    all.map((name) => ({ value: name, label: name }));
  const choicesOf = (column: string): Choice[] => {
    switch (column) {
      case 'salesperson':
        return lists?.salespeople.map(({ code, name }) => ({ value: code, label: name })) ?? [];
      case 'status':
        return names(['won', 'open', 'lost']);
      case 'customer':
        return names(lists?.customers);
      case 'product':
        return names(lists?.products.map((each) => each.name));
      case 'category':
        return names(lists?.categories);
      case 'source':
        return names(lists?.sources);
      case 'stage':
        return names(lists?.stages.map((each) => each.name));
      case 'location':
        return names(lists?.locations);
      default:
        return names(lists?.lostReasons);
    }
  };
  if (unknown.length === 0) return null;
  return (
    <section aria-label="Names that are not known" className="mt-3">
      <h3 className="font-semibold">Not known yet</h3>
      <ul className="mt-1 max-h-[190px] overflow-y-auto pr-1">
        {unknown.map(({ column, value, count, isNew, suggestions }) => {
          const choices = choicesOf(column);
          const [likely] = suggestions;
          return (
            <li
              key={`${column} ${value}`}
              className="grid grid-cols-[110px_minmax(0,1fr)_minmax(0,1fr)] items-center gap-2 border-t border-line/70 py-1 text-[12.5px]"
            >
              <span className="text-soft">{column}</span>
              <span className="truncate">
                <span className="font-medium">{value || '(empty)'}</span>
                {count > 0 && (
                  <span className="text-soft">
                    {' '}
                    in {formatCount(count)} {count === 1 ? 'row' : 'rows'}
                  </span>
                )}
              </span>
              <span className="flex items-center gap-2">
                <span className="min-w-0 flex-1">
                  <Combobox
                    aria-label={`${column} ${value} means`}
                    value={mapping.values[column]?.[value] ?? ''}
                    choices={choices}
                    onChoose={(meant) => onMatch(column, value, meant)}
                    placeholder={isNew ? 'is new, or choose' : 'choose who or what it is'}
                    isOptional
                  />
                </span>
                {likely && isNew && !mapping.values[column]?.[value] && (
                  <button
                    type="button"
                    className="truncate text-[12px] underline"
                    onClick={() => onMatch(column, value, likely)}
                  >
                    {likely}?
                  </button>
                )}
                {likely && column === 'salesperson' && !mapping.values[column]?.[value] && (
                  <button
                    type="button"
                    className="truncate text-[12px] underline"
                    onClick={() => onMatch(column, value, likely)}
                  >
                    {choices.find((choice) => choice.value === likely)?.label ?? likely}?
                  </button>
                )}
              </span>
            </li>
          );
        })}
      </ul>
    </section>
  );
}
