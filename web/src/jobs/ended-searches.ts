import type { SearchTask } from '@puddler/core';
import { AnswerCache } from './answer-cache';
import type { SearchState } from './search-pool';

const MOST_KEPT = 16;

/** By all that was asked, and the shelf by identity: it may hold thousands of parts. */
const ended = new AnswerCache<SearchState>(MOST_KEPT);
const keyOf = ({ shelf, ...wish }: SearchTask): readonly unknown[] => [JSON.stringify(wish), shelf];

/** A search that came to its end: back from a plan, or from another wish, the front stands at once. */
export const endedSearch = (task: SearchTask): SearchState | undefined => ended.get(keyOf(task));

/** Remembers a search where it is at its end: with setups, or with what could be given up. */
export function noteSearch(task: SearchTask, state: SearchState): void {
  const { progress, setups, relaxations, relaxing } = state;
  if (progress.finished && !relaxing && (setups.length > 0 || relaxations !== undefined)) ended.set(keyOf(task), state);
}
