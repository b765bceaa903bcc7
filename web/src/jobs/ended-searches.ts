import type { SearchTask } from '@puddler/core';
import { AnswerCache } from './answer-cache';
import { digestOf, KeptAnswers } from './kept-answers';
import { SEARCH_PROGRAM, type SearchState } from './search-pool';

type Wish = Omit<SearchTask, 'shelf'>;

/** A front of hundreds of setups takes a megabyte. */
const MOST_KEPT = 16;

/** By all that was asked, and the shelf by identity: it may hold thousands of parts. */
const ended = new AnswerCache<SearchState>(MOST_KEPT);
const keyOf = ({ shelf, ...wish }: SearchTask): readonly unknown[] => [JSON.stringify(wish), shelf];

const kept = new KeptAnswers<{ wish: Wish; shelf: string }, SearchState>('searches', SEARCH_PROGRAM, MOST_KEPT);
const digests = new WeakMap<SearchTask['shelf'], string>();

function questionOf({ shelf, ...wish }: SearchTask): { wish: Wish; shelf: string } {
  const digest = digests.get(shelf) ?? digestOf(shelf);
  digests.set(shelf, digest);
  return { wish, shelf: digest };
}

/** A search that came to its end while this page was open: back from a plan, or from another wish, the front stands at once. */
export const endedSearch = (task: SearchTask): SearchState | undefined => ended.get(keyOf(task));

/** One that came to its end then or on an earlier visit. */
export async function recallSearch(task: SearchTask): Promise<SearchState | undefined> {
  const known = endedSearch(task) ?? (await kept.get(questionOf(task)));
  if (known) ended.set(keyOf(task), known);
  return known;
}

/** Remembers a search where it is at its end: with setups, or with what could be given up. */
export function noteSearch(task: SearchTask, state: SearchState): void {
  const { progress, setups, relaxations, relaxing } = state;
  if (!progress.finished || relaxing || (setups.length === 0 && relaxations === undefined)) return;
  ended.set(keyOf(task), state);
  void kept.set(questionOf(task), state);
}
