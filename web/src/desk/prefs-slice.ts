import type { FindingId, LimitChanges } from '@puddler/core';
import { isCurrency, type UnitSystem, USUAL_CURRENCY } from '@puddler/figures';
import { createSlice, type PayloadAction } from '@reduxjs/toolkit';

export type Theme = 'light' | 'dark';

export interface Prefs {
  units: UnitSystem;
  theme: Theme;
  /** What prices are in: the ISO code. */
  currency: string;
  /** The builder's own limits, by finding. */
  limits: LimitChanges;
  /** How columns of logs were chosen, by the heads of the file. */
  logColumns: Record<string, LogChoice>;
}

/** What was chosen for a log of some heads. */
export interface LogChoice {
  columns: { name: string; as: string; unit: string }[];
  poles?: number;
}

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
    const stored = JSON.parse(localStorage.getItem(STORED_AS) ?? '{}') as Partial<Prefs>;
    return {
      units: stored.units === 'imperial' || stored.units === 'metric' ? stored.units : fallback.units,
      theme: stored.theme === 'dark' || stored.theme === 'light' ? stored.theme : fallback.theme,
      currency: isCurrency(stored.currency) ? stored.currency : fallback.currency,
      limits: typeof stored.limits === 'object' && stored.limits !== null ? stored.limits : {},
      logColumns: typeof stored.logColumns === 'object' && stored.logColumns !== null ? stored.logColumns : {},
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
  initialState: (): Prefs => ({ units: 'metric', theme: 'light', currency: USUAL_CURRENCY, limits: {}, logColumns: {} }),
  reducers: {
    unitsSwapped(prefs) {
      prefs.units = prefs.units === 'metric' ? 'imperial' : 'metric';
    },
    themeSwapped(prefs) {
      prefs.theme = prefs.theme === 'light' ? 'dark' : 'light';
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
