import { createSlice, type PayloadAction } from '@reduxjs/toolkit';

export type UnitSystem = 'metric' | 'imperial';
export type Theme = 'light' | 'dark';

export interface Prefs {
  units: UnitSystem;
  theme: Theme;
}

const STORED_AS = 'puddler.prefs.v1';

/** The choices of earlier visits; otherwise metric, and the theme the system asks for. */
export function recallPrefs(): Prefs {
  const fallback: Prefs = { units: 'metric', theme: window.matchMedia('(prefers-color-scheme: dark)').matches ? 'dark' : 'light' };
  try {
    const stored = JSON.parse(localStorage.getItem(STORED_AS) ?? '{}') as Partial<Prefs>;
    return {
      units: stored.units === 'imperial' || stored.units === 'metric' ? stored.units : fallback.units,
      theme: stored.theme === 'dark' || stored.theme === 'light' ? stored.theme : fallback.theme,
    };
  } catch {
    return fallback;
  }
}

export function storePrefs(prefs: Prefs): void {
  localStorage.setItem(STORED_AS, JSON.stringify(prefs));
}

const slice = createSlice({
  name: 'prefs',
  initialState: (): Prefs => ({ units: 'metric', theme: 'light' }),
  reducers: {
    unitsSwapped(prefs) {
      prefs.units = prefs.units === 'metric' ? 'imperial' : 'metric';
    },
    themeSwapped(prefs) {
      prefs.theme = prefs.theme === 'light' ? 'dark' : 'light';
    },
    prefsSet(_prefs, action: PayloadAction<Prefs>) {
      return action.payload;
    },
  },
});

export const prefsReducer = slice.reducer;
export const { unitsSwapped, themeSwapped, prefsSet } = slice.actions;
