import { Link } from 'react-router';
import { nameOfView } from '../app/frame/views';
import { useListKeptViewsQuery } from '../figures/views/api';
import { ROW, Sheet } from './Sheet';

/** Kept views that the reader has pinned, in their order. */
export function PinnedViews() {
  const { data: views = [] } = useListKeptViewsQuery();
  const pinned = views
    .filter(({ pinned: place }) => place !== null)
    .sort((a, b) => a.pinned! - b.pinned!);
  return (
    <Sheet heading="Pinned views">
      {pinned.length === 0 ? (
        <p className="text-[12.5px] text-soft">
          Keep a view under “Views” in Standing, Ladder, Compare or Explore and pin it; it stands
          here then.
        </p>
      ) : (
        <ul>
          {pinned.map((view) => (
            <li key={view.id} className={ROW}>
              <Link
                className="min-w-0 truncate hover:underline"
                to={{ pathname: view.path, search: view.search && `?${view.search}` }}
                title={view.description ?? undefined}
              >
                {view.name}
              </Link>
              <span className="text-[12px] text-soft">{nameOfView(view.path)}</span>
            </li>
          ))}
        </ul>
      )}
    </Sheet>
  );
}
