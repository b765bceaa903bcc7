import type { FindingId, LimitChanges } from '@puddler/core';
import type { UnitSystem } from '../units/units';
import { createSlice, type PayloadAction } from '@reduxjs/toolkit';

export type Theme = 'light' | 'dark';

export interface Prefs {
  units: UnitSystem;
  theme: Theme;
  /** The builder's own limits, by finding. */
  limits: LimitChanges;
}

const STORED_AS = 'puddler.prefs.v1';

/** The choices of earlier visits; otherwise metric, and the theme the system asks for. */
export function recallPrefs(): Prefs {
  const fallback: Prefs = { units: 'metric', theme: window.matchMedia('(prefers-color-scheme: dark)').matches ? 'dark' : 'light', limits: {} };
  try {
    const stored = JSON.parse(localStorage.getItem(STORED_AS) ?? '{}') as Partial<Prefs>;
    return {
      units: stored.units === 'imperial' || stored.units === 'metric' ? stored.units : fallback.units,
      theme: stored.theme === 'dark' || stored.theme === 'light' ? stored.theme : fallback.theme,
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
  initialState: (): Prefs => ({ units: 'metric', theme: 'light', limits: {} }),
  reducers: {
    unitsSwapped(prefs) {
      prefs.units = prefs.units === 'metric' ? 'imperial' : 'metric';
    },
    themeSwapped(prefs) {
      prefs.theme = prefs.theme === 'light' ? 'dark' : 'light';
    },
    /** Changes one limit for every plan; undefined goes back to the usual. */
    limitSet(prefs, action: PayloadAction<{ id: FindingId; limit: { caution?: number; stop?: number } | undefined }>) {
      const { id, limit } = action.payload;
      if (limit) prefs.limits[id] = limit;
      else delete prefs.limits[id];
    },
    prefsSet(_prefs, action: PayloadAction<Prefs>) {
      return action.payload;
    },
  },
});

export const prefsReducer = slice.reducer;
export const { unitsSwapped, themeSwapped, limitSet, prefsSet } = slice.actions;
