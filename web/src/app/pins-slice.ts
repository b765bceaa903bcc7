import type { PlanFile } from '@puddler/core';
import { createSlice, type PayloadAction } from '@reduxjs/toolkit';

/** Setups pinned for comparison, by plan id. They last as long as the page. */
const slice = createSlice({
  name: 'pins',
  initialState: (): Record<string, PlanFile> => ({}),
  reducers: {
    pinned(pins, action: PayloadAction<{ planId: string; file: PlanFile }>) {
      pins[action.payload.planId] = action.payload.file;
    },
    unpinned(pins, action: PayloadAction<{ planId: string }>) {
      delete pins[action.payload.planId];
    },
  },
});

export const pinsReducer = slice.reducer;
export const { pinned, unpinned } = slice.actions;
