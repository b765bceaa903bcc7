import { setNonce } from 'get-nonce';
import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { Provider } from 'react-redux';
import { createBrowserRouter, RouterProvider } from 'react-router';
import { routes } from './app/routes';
import { loadGarage, loadShelf } from './app/load';
import { recallPrefs, storePrefs } from './app/prefs-slice';
import { createStore } from './app/store';
import { startSync } from './data/sync';
import { keepUnsaved } from './data/unsaved';
import './styles.css';

// The scroll lock of dialogs writes a style element: it needs the nonce that this page's CSP names.
setNonce(document.querySelector<HTMLMetaElement>('meta[name="style-nonce"]')?.content ?? '');

const store = createStore(recallPrefs());
let { prefs } = store.getState();
store.subscribe(() => {
  const now = store.getState().prefs;
  if (now !== prefs) storePrefs((prefs = now));
});
keepUnsaved(store);
void loadGarage(store).then(() => {
  startSync(store);
  return loadShelf(store);
});

createRoot(document.getElementById('root')!).render(
  <StrictMode>
    <Provider store={store}>
      <RouterProvider router={createBrowserRouter(routes)} />
    </Provider>
  </StrictMode>,
);
