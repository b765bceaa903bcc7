import { createSlice, nanoid, type PayloadAction } from '@reduxjs/toolkit';

/**
 * A line at the foot of the page, with at most a change to take back.
 * @public Named in the types of the store.
 */
export interface Notice {
  id: string;
  text: string;
  tone: 'plain' | 'stop';
  /** The change that it offers to undo. */
  undo?: string;
  /** A newer release waits: it offers to load it. */
  isUpdate?: true;
  /** More lines, for errors that list fields. */
  lines?: string[];
}

const slice = createSlice({
  name: 'notices',
  initialState: [] as Notice[],
  reducers: {
    noticed: {
      reducer: (notices, action: PayloadAction<Notice>) => [...notices.slice(-2), action.payload],
      prepare: (notice: Omit<Notice, 'id'>) => ({ payload: { id: nanoid(), ...notice } }),
    },
    noticeClosed: (notices, action: PayloadAction<string>) => notices.filter((notice) => notice.id !== action.payload),
  },
});

export const noticesReducer = slice.reducer;
export const { noticed, noticeClosed } = slice.actions;
