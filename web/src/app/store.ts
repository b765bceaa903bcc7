import { combineReducers, configureStore } from '@reduxjs/toolkit';
import { useDispatch, useSelector } from 'react-redux';
import { api } from '../data/api';
import { deskReducer } from '../data/desk-slice';
import { noticesReducer } from './notices-slice';
import { pinsReducer, type PinnedSetup } from './pins-slice';
import { prefsReducer, type Prefs } from './prefs-slice';

const reducer = combineReducers({
  desk: deskReducer,
  prefs: prefsReducer,
  pins: pinsReducer,
  notices: noticesReducer,
  [api.reducerPath]: api.reducer,
});

export type RootState = ReturnType<typeof reducer>;

/** One store a page; tests make their own. */
export function createStore(prefs?: Prefs, pins?: PinnedSetup[]) {
  return configureStore({
    reducer,
    ...(prefs ? { preloadedState: { prefs, ...(pins ? { pins } : {}) } } : {}),
    middleware: (defaults) => defaults({ serializableCheck: false, immutableCheck: false }).concat(api.middleware),
  });
}

export type AppStore = ReturnType<typeof createStore>;
export type AppDispatch = AppStore['dispatch'];

export const useAppDispatch = useDispatch.withTypes<AppDispatch>();
export const useAppSelector = useSelector.withTypes<RootState>();
