import type { FindingId } from '@puddler/core';
import { USUAL_CURRENCY } from '@puddler/figures';
import { createSlice, type PayloadAction } from '@reduxjs/toolkit';
import { readPrefs, THEMES, type LogChoice, type Prefs, type Theme } from './read-prefs';

export type { LogChoice, Prefs };

export const nextTheme = (theme: Theme): Theme => THEMES[(THEMES.indexOf(theme) + 1) % THEMES.length]!;

/** Kinds of logs that are remembered. */
const MOST_LOG_KINDS = 40;

const STORED_AS = 'puddler.prefs.v1';

/** The choices of earlier visits; otherwise metric, and the theme the system asks for. */
export function recallPrefs(): Prefs {
  const fallback: Prefs = {
    units: 'metric',
    theme: window.matchMedia('(prefers-color-scheme: dark)').matches ? 'dark' : 'light',
    currency: USUAL_CURRENCY,
    limits: {},
    logColumns: {},
  };
  try {
    return readPrefs(JSON.parse(localStorage.getItem(STORED_AS) ?? '{}'), fallback);
  } catch {
    return fallback;
  }
}

export function storePrefs(prefs: Prefs): void {
  localStorage.setItem(STORED_AS, JSON.stringify(prefs));
}

const slice = createSlice({
  name: 'prefs',
  initialState: (): Prefs => ({ units: 'metric', theme: 'light', currency: USUAL_CURRENCY, limits: {}, logColumns: {} }),
  reducers: {
    unitsSwapped(prefs) {
      prefs.units = prefs.units === 'metric' ? 'imperial' : 'metric';
    },
    themeSwapped(prefs) {
      prefs.theme = nextTheme(prefs.theme);
    },
    logColumnsChosen(prefs, action: PayloadAction<{ heads: string; choice: LogChoice }>) {
      const { heads, choice } = action.payload;
      const { [heads]: _old, ...others } = prefs.logColumns;
      prefs.logColumns = Object.fromEntries([[heads, choice], ...Object.entries(others)].slice(0, MOST_LOG_KINDS) as [string, LogChoice][]);
    },
    currencySet(prefs, action: PayloadAction<string>) {
      prefs.currency = action.payload;
    },
    /** Changes one limit for every plan; undefined goes back to the usual. */
    limitSet(prefs, action: PayloadAction<{ id: FindingId; limit: { caution?: number; stop?: number } | undefined }>) {
      const { id, limit } = action.payload;
      if (limit) prefs.limits[id] = limit;
      else delete prefs.limits[id];
    },
  },
});

export const prefsReducer = slice.reducer;
export const { unitsSwapped, themeSwapped, currencySet, limitSet, logColumnsChosen } = slice.actions;
