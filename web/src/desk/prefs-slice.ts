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
}

const STORED_AS = 'puddler.prefs.v1';

/** The choices of earlier visits; otherwise metric, and the theme the system asks for. */
export function recallPrefs(): Prefs {
  const fallback: Prefs = {
    units: 'metric',
    theme: window.matchMedia('(prefers-color-scheme: dark)').matches ? 'dark' : 'light',
    currency: USUAL_CURRENCY,
    limits: {},
  };
  try {
    const stored = JSON.parse(localStorage.getItem(STORED_AS) ?? '{}') as Partial<Prefs>;
    return {
      units: stored.units === 'imperial' || stored.units === 'metric' ? stored.units : fallback.units,
      theme: stored.theme === 'dark' || stored.theme === 'light' ? stored.theme : fallback.theme,
      currency: isCurrency(stored.currency) ? stored.currency : fallback.currency,
      limits: typeof stored.limits === 'object' && stored.limits !== null ? stored.limits : {},
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
  initialState: (): Prefs => ({ units: 'metric', theme: 'light', currency: USUAL_CURRENCY, limits: {} }),
  reducers: {
    unitsSwapped(prefs) {
      prefs.units = prefs.units === 'metric' ? 'imperial' : 'metric';
    },
    themeSwapped(prefs) {
      prefs.theme = prefs.theme === 'light' ? 'dark' : 'light';
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
export const { unitsSwapped, themeSwapped, currencySet, limitSet } = slice.actions;
