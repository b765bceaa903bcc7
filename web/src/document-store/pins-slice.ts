import type { PlanFile } from '@puddler/core';
import { createSlice, type PayloadAction } from '@reduxjs/toolkit';

/** A setup pinned for comparison, as it was then. */
export interface PinnedSetup {
  id: string;
  name: string;
  carId: string;
  /** The plan it was pinned from, or found for. */
  planId?: string;
  file: PlanFile;
  /** As it was pinned, where it has been changed in Compare. */
  before?: PlanFile;
}

/** More columns than this are not compared but searched. */
export const MOST_PINS = 4;

/** Pinned setups in the order they were pinned. They are kept in this browser. */
const slice = createSlice({
  name: 'pins',
  initialState: (): PinnedSetup[] => [],
  reducers: {
    /** When all places are taken nothing happens: a caller asks before it pins. */
    pinned(pins, action: PayloadAction<PinnedSetup>) {
      if (pins.length < MOST_PINS && !pins.some((one) => one.id === action.payload.id)) pins.push(action.payload);
    },
    /** Pins of earlier visits come before those that were made since. */
    pinsRecalled(pins, action: PayloadAction<PinnedSetup[]>) {
      const known = new Set(pins.map(({ id }) => id));
      return [...action.payload.filter(({ id }) => !known.has(id)), ...pins].slice(0, MOST_PINS);
    },
    unpinned(pins, action: PayloadAction<{ id: string }>) {
      return pins.filter((one) => one.id !== action.payload.id);
    },
    /** Other parts or gears for pinned setups. */
    repinned(pins, action: PayloadAction<{ id: string; file: PlanFile }[]>) {
      return pins.map((one) => {
        const change = action.payload.find(({ id }) => id === one.id);
        return change ? { ...one, before: one.before ?? one.file, file: change.file } : one;
      });
    },
    /** Back to how it was pinned. */
    putBack(pins, action: PayloadAction<{ id: string }>) {
      return pins.map(({ before, ...one }) =>
        before === undefined ? one : one.id === action.payload.id ? { ...one, file: before } : { ...one, before },
      );
    },
    /** The one named becomes the one that the others are told against. */
    broughtFirst(pins, action: PayloadAction<{ id: string }>) {
      return [...pins.filter((one) => one.id === action.payload.id), ...pins.filter((one) => one.id !== action.payload.id)];
    },
  },
});

export const pinsReducer = slice.reducer;
export const { pinned, pinsRecalled, unpinned, repinned, putBack, broughtFirst } = slice.actions;
