import { standings, wishProblems, type Aim, type SearchTask } from '@puddler/core';
import type { WishOnDesk } from '../../desk/selectors';
import { useCallback, useEffect, useMemo, useState } from 'react';
import { useHotkeys } from 'react-hotkeys-hook';
import { Link, useNavigate, useParams } from 'react-router';
import { undoable } from '../../desk/undoable';
import { pinOf, togglePin } from '../../in-hand/pinning';
import { useAppDispatch, useAppSelector } from '../../desk/store';
import { addPlan, editPlan } from '../../desk/edits';
import { selectShelf } from '../../desk/selectors';
import { chainView } from '../../jobs/chain-view';
import { useRunTerms } from '../../in-hand/run-terms';
import { useSearch } from '../../jobs/use-search';
import { splitPlan } from '../../in-hand/joined-plan';
import type { FoundSetup } from '../../workers/search-worker';
import { NoSuchPlan } from '../../in-hand/NoSuchPlan';
import { usePlan, type PlanInHand } from '../../in-hand/use-plan';
import { brushed, type Brush } from './front-layout';
import { FrontChart, type Axes } from './FrontChart';
import { NoAnswer } from './NoAnswer';
import { ResultsTable } from './ResultsTable';
import { SavedWishes } from './SavedWishes';
import { markSeen, sinceSeen, type SinceSeen } from './seen';
import { planName, sameText, setupName, whyText } from './setup-text';
import { SetupDetail } from './SetupDetail';
import { Sieve } from './Sieve';
import { TableExport } from './TableExport';
import { useBackground } from './use-background';
import { useWishes } from './use-wishes';
import { baseOf } from './wish-text';
import { WishSentence } from './WishSentence';

const usualAxes = (aim: Aim): Axes => ({ x: aim === 'speed' ? 'topSpeedMs' : 'pullN', y: 'maxCanC', size: 'minutes' });
const PARTS = ['motor', 'esc', 'pack'] as const;

export default function FindStation() {
  const { planId = '' } = useParams();
  const inHand = usePlan(planId);
  const loaded = useAppSelector((state) => state.desk.loaded);
  if (!inHand) return <NoSuchPlan loaded={loaded} />;
  const view = chainView(inHand.file);
  if (view.state === 'failed') return <Unready planId={planId} why={view.message} />;
  return <Desk key={inHand.carId} inHand={inHand} />;
}

function Desk({ inHand }: { inHand: PlanInHand }) {
  const dispatch = useAppDispatch();
  const navigate = useNavigate();
  const system = useAppSelector((state) => state.prefs.units);
  const shelf = useAppSelector(selectShelf);
  const shelfLoaded = useAppSelector((state) => state.desk.shelfLoaded);
  const pins = useAppSelector((state) => state.pins);
  const { carId, file, car } = inHand;
  const { limits, stock } = useRunTerms(carId, inHand.plan.limits);
  const wishes = useWishes(carId);
  const { inHand: search, all } = wishes;

  const taskOf = useCallback(
    (one: WishOnDesk): SearchTask | undefined => {
      const base = baseOf(file, one);
      if (!shelfLoaded || wishProblems(one.wish, base, limits).length > 0) return undefined;
      return { base, shelf, scope: one.scope, wish: one.wish, limits, stock };
    },
    [file, shelf, shelfLoaded, limits, stock],
  );
  const base = useMemo(() => baseOf(file, search), [file, search]);
  const problems = useMemo(() => wishProblems(search.wish, base, limits), [search.wish, base, limits]);
  const task = useMemo(() => taskOf(search), [taskOf, search]);
  const live = useSearch(task);
  const { setups, progress, stale } = live;
  const done = progress.finished && !stale;
  const background = useBackground(
    useMemo(() => all.filter((one) => one.id !== search.id), [all, search.id]),
    taskOf,
    done || problems.length > 0,
  );

  const since = useSince(search, setups, done);
  const [chosen, setAxes] = useState<Axes>();
  const axes = useMemo(() => chosen ?? usualAxes(search.wish.aim), [chosen, search.wish.aim]);
  // A brush says nothing on other axes than those it was drawn on.
  const [drawn, setDrawn] = useState<{ on: Axes; brush: Brush }>();
  const brush = drawn?.on === axes ? drawn.brush : undefined;
  const setBrush = (next: Brush | undefined) => setDrawn(next && { on: axes, brush: next });
  const [selected, setSelected] = useState<string>();
  const inBrush = useMemo(
    () =>
      brush ? setups.filter((one) => brushed({ x: one.figures[axes.x as 'topSpeedMs'], y: one.figures[axes.y as 'topSpeedMs'] }, brush)) : setups,
    [setups, brush, axes],
  );
  const standingOf = useMemo(() => standings(setups, search.wish, base.site.ambientC, limits), [setups, search.wish, base.site.ambientC, limits]);
  const names = useMemo(() => new Map(setups.map((one) => [one.key, setupName(one)])), [setups]);
  const nameOf = useCallback((key: string) => names.get(key), [names]);
  const held = setups.find((one) => one.key === selected) ?? setups[0];
  const pinnedKeys = useMemo(() => new Set(setups.filter((one) => pinOf(pins, one.plan)).map((one) => one.key)), [setups, pins]);
  const also = useMemo(() => [axes.x, axes.y, axes.size], [axes]);
  const whyOf = useCallback(
    (setup: FoundSetup) => whyText(setup, standingOf(setup), search.wish, system, nameOf),
    [standingOf, search.wish, system, nameOf],
  );

  const open = (setup: FoundSetup) => {
    // The notes are of the plan that was searched from.
    const { notes: _notes, ...plan } = splitPlan(setup.plan);
    const id = dispatch(addPlan(carId, { ...plan, name: planName(setup) }));
    dispatch(undoable(`${planName(setup)} is a plan of ${car.name} now.`));
    void navigate(`/plans/${id}`);
  };
  const pin = (setup: FoundSetup) => dispatch(togglePin({ name: setupName(setup), carId, file: setup.plan }));
  useHotkeys('p', () => held && pin(held), [held, pin]);

  return (
    <main className="mx-auto max-w-[1400px] px-6 pt-2.5 pb-6 max-sm:px-3 max-sm:pb-20">
      <h1 className="sr-only">Find parts and gears for {car.name}</h1>
      <SavedWishes wishes={wishes} background={background} carName={car.name} planName={inHand.plan.name} />
      <WishSentence search={search} file={file} onChange={wishes.change} />
      {shelfLoaded && shelf.length === 0 && (
        <p className="mt-2 flex flex-wrap items-center gap-x-3 gap-y-1 border-l-4 border-caution bg-sheet px-4 py-2">
          {PARTS.some((kind) => search.scope[kind] === 'classes')
            ? 'The shelf is empty: generic sizes stand in, without prices.'
            : 'The shelf is empty: only this plan’s own parts and gears are tried. Choose generic sizes above, or'}
          <Link to="/shelf" className="underline decoration-edge underline-offset-4">
            put parts on the shelf
          </Link>
        </p>
      )}
      {live.failed !== undefined && (
        <p role="alert" className="mt-2 border-l-4 border-stop bg-sheet px-4 py-3">
          <strong>The search could not go on.</strong> {live.failed}
        </p>
      )}
      {problems.length > 0 || (done && setups.length === 0) ? (
        <div className="mt-3 grid gap-x-6 gap-y-3 lg:grid-cols-[250px_1fr]">
          <div>{problems.length === 0 && <Sieve live={live} />}</div>
          <NoAnswer
            live={live}
            wish={search.wish}
            scope={search.scope}
            problems={problems}
            onWish={(wish, label) => wishes.change({ ...search, wish }, label)}
            onScope={(scope, label) => wishes.change({ ...search, scope }, label)}
            onIdle={() => dispatch(editPlan(inHand.id, 'limits.efficiency', { caution: 0, stop: 0 }, 'let motors idle'))}
          />
        </div>
      ) : (
        <>
          <div className="mt-2 grid gap-x-6 gap-y-3 lg:grid-cols-[235px_minmax(0,1fr)_290px]">
            <div className="max-lg:order-last">
              <Sieve live={live} />
            </div>
            <FrontChart
              setups={setups}
              axes={axes}
              onAxes={setAxes}
              selected={held?.key}
              onSelect={setSelected}
              brush={brush}
              onBrush={setBrush}
              height={286}
              stale={stale}
              nameOf={setupName}
            />
            {held && (
              <SetupDetail
                setup={held}
                standing={standingOf(held)}
                wish={search.wish}
                pinned={pinnedKeys.has(held.key)}
                onOpen={() => open(held)}
                onPin={() => pin(held)}
                nameOf={nameOf}
              />
            )}
          </div>
          <div className="mt-2 flex flex-wrap items-center gap-x-4 gap-y-1 text-[12.5px]">
            <h2 className="eyebrow text-soft">
              {inBrush.length === setups.length ? `${setups.length} on the front` : `${inBrush.length} of ${setups.length} on the front`}
            </h2>
            {brush && (
              <button type="button" className="hit underline decoration-edge underline-offset-4" onClick={() => setBrush(undefined)}>
                show all
              </button>
            )}
            {since && (since.fresh.length > 0 || since.gone > 0) && (
              <span className="text-steel">
                since you last looked: {since.fresh.length} new, {since.gone} gone
              </span>
            )}
            <span className="text-soft max-sm:hidden">{sameText(search.wish.aim, system)}</span>
            <span className="ml-auto">
              <TableExport setups={inBrush} name={`${car.name} ${search.name}`} />
            </span>
          </div>
          <ResultsTable setups={inBrush} selected={held?.key} onSelect={setSelected} onOpen={open} pinned={pinnedKeys} also={also} whyOf={whyOf} />
          <p className="mt-2 text-[12px] text-soft">
            Weights are the car’s as noted: a heavier pack makes it slower than said here. Speed runs only in a closed, empty place with permission,
            away from people, roads and traffic; follow local rules.
          </p>
        </>
      )}
    </main>
  );
}

/** A plan that cannot be computed has no ground to put parts on. */
function Unready({ planId, why }: { planId: string; why: string }) {
  return (
    <main className="mx-auto max-w-[760px] px-6 py-14 max-sm:px-3">
      <p role="alert" className="border-l-4 border-stop bg-sheet px-4 py-3">
        <strong>This plan cannot be computed, so nothing can be found for it.</strong> {why}.{' '}
        <Link to={`/plans/${planId}`} className="underline decoration-edge underline-offset-4">
          Mend the figure in Plan
        </Link>
        , or undo.
      </p>
    </main>
  );
}

/** What is new on a front since it was last looked at; from then on this is what was seen. */
function useSince(search: WishOnDesk, setups: readonly FoundSetup[], done: boolean): SinceSeen | undefined {
  const [since, setSince] = useState<SinceSeen>();
  useEffect(() => {
    if (!done) return;
    const keys = setups.map((one) => one.key);
    setSince(sinceSeen(search, keys));
    markSeen(search, keys);
  }, [search, setups, done]);
  return since;
}
