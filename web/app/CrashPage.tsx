import { useRouteError } from 'react-router';
import { Button } from '../ui/Button';

/**
 * A fault in the page itself: says so and offers the way back; nothing typed into the server is
 * lost.
 */
export function CrashPage() {
  const error = useRouteError();
  return (
    <main className="mx-auto max-w-xl p-10">
      <h1>This page broke</h1>
      <p className="mt-2">
        What was saved is safe. Load the page again; if it breaks again, report this:{' '}
        <code>{error instanceof Error ? error.message : 'unknown'}</code>
      </p>
      <Button className="mt-4" onClick={() => location.reload()}>
        Load again
      </Button>
    </main>
  );
}
