import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { Provider } from 'react-redux';
import { RouterProvider } from 'react-router';
import { keepForOffline } from './app/offline';
import { store } from './app/store';
import { applyTheme, readTheme } from './app/theme';
import { router } from './routes';

declare global {
  // Read by the style helper of Radix's parts: under the strict policy a style element needs the
  // page's nonce.
  var __webpack_nonce__: string | undefined;
}
globalThis.__webpack_nonce__ = document.querySelector<HTMLMetaElement>(
  'meta[name="style-nonce"]',
)?.content;

applyTheme(readTheme());
createRoot(document.getElementById('root')!).render(
  <StrictMode>
    <Provider store={store}>
      {/* As transitions a whole view would be drawn before any of it is seen; views say themselves what may come later. */}
      <RouterProvider router={router} useTransitions={false} />
    </Provider>
  </StrictMode>,
);

// After the first view: its files come first.
if (document.readyState === 'complete') keepForOffline(store.dispatch);
else addEventListener('load', () => keepForOffline(store.dispatch));
