import { api, TAGS } from './api';
import type { AppDispatch } from './store';

/**
 * Lets the app open without a network (web/workers/offline.ts). What was fetched before the worker
 * stood by is fetched once more, so that it is kept as well. A browser without workers does without.
 */
export function keepForOffline(dispatch: AppDispatch): void {
  const workers = navigator.serviceWorker as ServiceWorkerContainer | undefined;
  if (!workers || !import.meta.env.PROD) return;
  if (!workers.controller)
    workers.addEventListener(
      'controllerchange',
      () => dispatch(api.util.invalidateTags([...TAGS])),
      { once: true },
    );
  workers.register('/offline.js').catch(() => undefined);
}
