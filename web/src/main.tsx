import { setNonce } from 'get-nonce';
import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { Provider } from 'react-redux';
import { createBrowserRouter, RouterProvider } from 'react-router';
import { routes } from './app/routes';
import { loadGarage, loadShelf } from './app/load';
import { recallPins, storePins } from './app/keep-pins';
import { recallPrefs, storePrefs } from './app/prefs-slice';
import { createStore } from './app/store';
import { startSync } from './data/sync';
import { watchPresses } from './data/press';
import { keepUnsaved } from './data/unsaved';
import './styles.css';

// The scroll lock of dialogs writes a style element: it needs the nonce that this page's CSP names.
setNonce(document.querySelector<HTMLMetaElement>('meta[name="style-nonce"]')?.content ?? '');

const store = createStore(recallPrefs(), recallPins());
let { prefs, pins } = store.getState();
store.subscribe(() => {
  const now = store.getState();
  if (now.prefs !== prefs) storePrefs((prefs = now.prefs));
  if (now.pins !== pins) storePins((pins = now.pins));
});
keepUnsaved(store);
watchPresses(window);
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
