import { Link } from 'react-router';

export function NotFoundPage() {
  return (
    <div className="p-6">
      <h1>There is no such page</h1>
      <p className="mt-2">
        Go to{' '}
        <Link className="underline" to="/standing">
          Standing
        </Link>
        , or choose a view above.
      </p>
    </div>
  );
}
