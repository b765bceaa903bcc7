import { rankings, threePicks, queryProblems, type SearchQuery, type PlanFile, type SearchTask } from '@puddler/core';
import { useCallback, useEffect, useMemo, useState } from 'react';
import { selectShelf, type StoredWish } from '../../document-store/selectors';
import { useAppSelector } from '../../document-store/store';
import { pinOf } from '../../active/pinning';
import { useRunTerms } from '../../active/run-terms';
import type { ActivePlan } from '../../active/use-plan';
import { useSearch } from '../../jobs/use-search';
import type { FoundSetup } from '../../workers/search-worker';
import { brushed, type Brush } from './front-layout';
import type { Axes } from './FrontChart';
import { figureOf, figuresOf, type FrontFigure } from './figures';
import { markSeen, sinceSeen, type SinceSeen } from './seen';
import { setupName, whyText } from './setup-text';
import { useBackground } from './use-background';
import { useWishes } from './use-wishes';
import { baseOf } from './wish-text';

type FigureId = FrontFigure['id'];

/** Where a lap time is asked, the front is drawn by it. */
const usualAxes = ({ aim, lapS }: SearchQuery): Axes => ({
  x: lapS !== undefined ? 'lapS' : aim === 'speed' ? 'topSpeedMs' : 'pullN',
  y: 'maxCanC',
  size: 'minutes',
});

/** The active wish and its search; the car's other wishes are asked again behind it. */
export function useFind(active: ActivePlan) {
  const { carId, file, plan } = active;
  const shelf = useAppSelector(selectShelf);
  const shelfLoaded = useAppSelector((state) => state.documentStore.shelfLoaded);
  const { limits, stock } = useRunTerms(carId, plan.limits);
  const wishes = useWishes(carId, plan);
  const { active: wish, all } = wishes;
  const taskOf = useCallback(
    (one: StoredWish): SearchTask | undefined => {
      const base = baseOf(file, one);
      if (!shelfLoaded || queryProblems(one.wish, base, limits).length > 0) return undefined;
      return { base, shelf, scope: one.scope, query: one.wish, limits, stock };
    },
    [file, shelf, shelfLoaded, limits, stock],
  );
  const base = useMemo(() => baseOf(file, wish), [file, wish]);
  const problems = useMemo(() => queryProblems(wish.wish, base, limits), [wish.wish, base, limits]);
  const live = useSearch(useMemo(() => taskOf(wish), [taskOf, wish]));
  const done = live.progress.finished && !live.stale;
  const others = useMemo(() => all.filter((one) => one.id !== wish.id), [all, wish.id]);
  const background = useBackground(others, taskOf, done || problems.length > 0);
  return { wishes, wish, base, limits, problems, live, done, background, isShelfEmpty: shelfLoaded && shelf.length === 0 };
}

/** What of a front is drawn and marked: axes, brush, the active setup, and the words for each. */
export function useFront(wish: StoredWish, base: PlanFile, limits: ReturnType<typeof useFind>['limits'], setups: readonly FoundSetup[]) {
  const system = useAppSelector((state) => state.prefs.units);
  const pins = useAppSelector((state) => state.pins);
  const [chosen, setAxes] = useState<Axes>();
  const usual = useMemo(() => usualAxes(wish.wish), [wish.wish]);
  const known = useMemo(() => new Set<string>(['', ...figuresOf(setups).map(({ id }) => id)]), [setups]);
  const axes = chosen && [chosen.x, chosen.y, chosen.size].every((id) => known.has(id)) ? chosen : usual;
  // A brush says nothing on other axes than those it was drawn on.
  const [drawn, setDrawn] = useState<{ on: Axes; brush: Brush }>();
  const brush = drawn?.on === axes ? drawn.brush : undefined;
  const setBrush = (next: Brush | undefined) => setDrawn(next && { on: axes, brush: next });
  const [selected, setSelected] = useState<string>();
  const inBrush = useMemo(
    () =>
      brush
        ? setups.filter((one) => brushed({ x: figureOf(one.figures, axes.x as FigureId), y: figureOf(one.figures, axes.y as FigureId) }, brush))
        : setups,
    [setups, brush, axes],
  );
  const rankingOf = useMemo(() => rankings(setups, wish.wish, base.site.ambientC, limits), [setups, wish.wish, base.site.ambientC, limits]);
  const names = useMemo(() => new Map(setups.map((one) => [one.key, setupName(one)])), [setups]);
  const nameOf = useCallback((key: string) => names.get(key), [names]);
  const pinned = useMemo(() => new Set(setups.filter((one) => pinOf(pins, one.plan)).map((one) => one.key)), [setups, pins]);
  const also = useMemo(() => [axes.x, axes.y, axes.size], [axes]);
  const whyOf = useCallback(
    (setup: FoundSetup) => whyText(setup, rankingOf(setup), wish.wish, system, nameOf),
    [rankingOf, wish.wish, system, nameOf],
  );
  const picks = useMemo(() => threePicks(setups, rankingOf), [setups, rankingOf]);
  const balanced = picks.find(({ as }) => as.includes('balanced'))?.setup;
  const active = setups.find((one) => one.key === selected) ?? balanced;
  return { axes, setAxes, brush, setBrush, setSelected, inBrush, picks, rankingOf, nameOf, pinned, also, whyOf, active };
}

export type FrontInHand = ReturnType<typeof useFront>;

/** What is new on a front since it was last looked at; from then on this is what was seen. */
export function useSince(wish: StoredWish, setups: readonly FoundSetup[], done: boolean): SinceSeen | undefined {
  const [since, setSince] = useState<SinceSeen>();
  useEffect(() => {
    if (!done) return;
    const keys = setups.map((one) => one.key);
    setSince(sinceSeen(wish, keys));
    markSeen(wish, keys);
  }, [wish, setups, done]);
  return since;
}
