import { combineReducers, configureStore, createListenerMiddleware, type TypedStartListening } from '@reduxjs/toolkit';
import { useDispatch, useSelector, useStore } from 'react-redux';
import { documentStoreReducer } from './document-store-slice';
import { noticesReducer } from './notices-slice';
import { pinsReducer } from './pins-slice';
import { prefsReducer, type Prefs } from './prefs-slice';

const reducer = combineReducers({
  documentStore: documentStoreReducer,
  prefs: prefsReducer,
  pins: pinsReducer,
  notices: noticesReducer,
});

export type RootState = ReturnType<typeof reducer>;

/** The checks of development walk through the whole document store at every action: on a shelf of thousands that takes its time. */
const CHECKS = { warnAfter: 400 };

/** One store a page; tests make their own. */
export function createStore(prefs?: Prefs) {
  const listener = createListenerMiddleware();
  const store = configureStore({
    reducer,
    ...(prefs ? { preloadedState: { prefs } } : {}),
    middleware: (defaults) => defaults({ serializableCheck: CHECKS, immutableCheck: CHECKS }).prepend(listener.middleware),
  });
  type State = ReturnType<typeof store.getState>;
  return Object.assign(store, { listen: listener.startListening as TypedStartListening<State, typeof store.dispatch> });
}

export type AppStore = ReturnType<typeof createStore>;
export type AppDispatch = AppStore['dispatch'];

export const useAppDispatch = useDispatch.withTypes<AppDispatch>();
export const useAppSelector = useSelector.withTypes<RootState>();
export const useAppStore = useStore.withTypes<AppStore>();
