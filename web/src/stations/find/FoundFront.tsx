import type { PlanFile } from '@puddler/core';
import { formatNumber } from '@puddler/figures';
import { ChevronDown, ChevronUp } from 'lucide-react';
import { useState } from 'react';
import { useHotkeys } from 'react-hotkeys-hook';
import { useNavigate } from 'react-router';
import { addPlan } from '../../document-store/edits';
import type { StoredWish } from '../../document-store/selectors';
import { useAppDispatch, useAppSelector } from '../../document-store/store';
import { undoable } from '../../document-store/undoable';
import { useRunTerms } from '../../active/run-terms';
import { splitPlan } from '../../active/joined-plan';
import { togglePin } from '../../active/pinning';
import type { ActivePlan } from '../../active/use-plan';
import type { LiveSearch } from '../../jobs/use-search';
import type { FoundSetup } from '../../workers/search-worker';
import { FrontChart } from './FrontChart';
import { ResultsTable } from './ResultsTable';
import type { SinceSeen } from './seen';
import { planName, sameText, setupName } from './setup-text';
import { SetupDetail } from './SetupDetail';
import { Sieve } from './Sieve';
import { TableExport } from './TableExport';
import { ThreeSets } from './ThreeSets';
import type { FrontInHand } from './use-find';
import { Button } from '../../ui/Button';
import { Guarded } from '../../ui/Guarded';
import { BeyondReach } from './BeyondReach';
import type { Reach } from './use-reach';

interface Props {
  active: ActivePlan;
  wish: StoredWish;
  base: PlanFile;
  live: LiveSearch;
  reach: Reach;
  front: FrontInHand;
  since: SinceSeen | undefined;
}

/** What a search has found: the front drawn, one active setup, and all of them in a table. */
export function FoundFront({ active: { car, carId, plan }, wish, base, live, reach, front, since }: Props) {
  const dispatch = useAppDispatch();
  const navigate = useNavigate();
  const setups = reach.shown;
  const [isWhole, setWhole] = useState(false);
  const hasStock = useRunTerms(carId, plan.limits).stock !== undefined;
  const { active: held, setSelected } = front;
  const open = (setup: FoundSetup) => {
    // The notes are of the plan that was searched from.
    const { notes: _notes, ...made } = splitPlan(setup.plan);
    const id = dispatch(addPlan(carId, { ...made, name: planName(setup) }));
    dispatch(undoable(`${planName(setup)} is a plan of ${car.name} now.`));
    void navigate(`/plans/${id}`);
  };
  const pin = (setup: FoundSetup) => dispatch(togglePin({ name: setupName(setup), carId, file: setup.plan }));
  useHotkeys('p', () => held && pin(held), [held, pin]);
  return (
    <>
      <div className="grid gap-x-6 gap-y-3 lg:grid-cols-[minmax(0,1fr)_21.5rem]">
        <div className="min-w-0">
          <Guarded what="The three to begin with">
            <ThreeSets picks={front.picks} rankingOf={front.rankingOf} wish={wish.wish} selected={held?.key} onSelect={setSelected} onOpen={open} />
          </Guarded>
          <BeyondReach reach={reach} count={live.setups.length} />
          <Button
            className="mt-2 max-sm:h-auto max-sm:min-h-thumb max-sm:text-left max-sm:whitespace-normal"
            aria-expanded={isWhole}
            icon={isWhole ? <ChevronUp size={14} /> : <ChevronDown size={14} />}
            onClick={() => setWhole(!isWhole)}
          >
            {isWhole
              ? 'Only three to begin with'
              : `${setups.length === 1 ? 'The only one' : `All ${formatNumber(setups.length, 0)}`} on the front: chart, table and what each rule leaves`}
          </Button>
        </div>
        {held && (
          <Guarded what="The setup" resetKeys={[held]}>
            <SetupDetail
              setup={held}
              isBeyond={reach.beyond.has(held.key)}
              hasStock={hasStock}
              ranking={front.rankingOf(held)}
              wish={wish.wish}
              pinned={front.pinned.has(held.key)}
              onOpen={() => open(held)}
              onPin={() => pin(held)}
              nameOf={front.nameOf}
            />
          </Guarded>
        )}
      </div>
      {isWhole && (
        <WholeFront base={base} wish={wish} live={live} reach={reach} front={front} since={since} name={`${car.name} ${wish.name}`} onOpen={open} />
      )}
    </>
  );
}

interface WholeProps extends Omit<Props, 'active'> {
  /** What a file of it is called. */
  name: string;
  onOpen: (setup: FoundSetup) => void;
}

/** All of the front: drawn, in a table, and what each rule leaves. */
function WholeFront({ base, wish, live, reach, front, since, name, onOpen }: WholeProps) {
  const setups = reach.shown;
  const { active: held, setSelected } = front;
  return (
    <>
      <div className="mt-3 grid gap-x-6 gap-y-3 lg:grid-cols-[17rem_minmax(0,1fr)]">
        <div className="max-lg:order-last">
          <Guarded what="The sieve">
            <Sieve live={live} base={base} reach={reach} />
          </Guarded>
        </div>
        <Guarded what="The chart of the front">
          <FrontChart
            setups={setups}
            axes={front.axes}
            onAxes={front.setAxes}
            selected={held?.key}
            onSelect={setSelected}
            brush={front.brush}
            onBrush={front.setBrush}
            height={286}
            stale={live.stale}
            nameOf={setupName}
          />
        </Guarded>
      </div>
      <FrontHead wish={wish} count={setups.length} front={front} since={since} name={name} />
      <Guarded what="The table">
        <ResultsTable
          setups={front.inBrush}
          selected={held?.key}
          onSelect={setSelected}
          onOpen={onOpen}
          pinned={front.pinned}
          also={front.also}
          whyOf={front.whyOf}
        />
      </Guarded>
    </>
  );
}

interface HeadProps {
  wish: StoredWish;
  count: number;
  front: FrontInHand;
  since: SinceSeen | undefined;
  name: string;
}

/** How many there are, what is new among them, and the way out as a file. */
function FrontHead({ wish, count, front: { inBrush, brush, setBrush }, since, name }: HeadProps) {
  const system = useAppSelector((state) => state.prefs.units);
  return (
    <div className="mt-2 flex flex-wrap items-center gap-x-4 gap-y-1 text-small">
      <h2 className="eyebrow text-soft">{inBrush.length === count ? `${count} on the front` : `${inBrush.length} of ${count} on the front`}</h2>
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
      <span className="text-soft max-sm:hidden">{sameText(wish.wish.aim, system)}</span>
      <span className="ml-auto">
        <TableExport setups={inBrush} name={name} />
      </span>
    </div>
  );
}
