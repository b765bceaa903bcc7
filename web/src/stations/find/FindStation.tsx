import type { SearchScope } from '@puddler/core';
import { max } from 'd3-array';
import { SpeedCaution } from '../../active/SpeedCaution';
import { LearnedNote } from '../../active/LearnedNote';
import { Link } from 'react-router';
import { OnPlan } from '../../active/OnPlan';
import type { ActivePlan } from '../../active/use-plan';
import { FoundFront } from './FoundFront';
import { NoAnswer } from './NoAnswer';
import { SearchLine } from './SearchLine';
import { SavedWishes } from './SavedWishes';
import { Sieve } from './Sieve';
import { useFind, useFront, useSince } from './use-find';
import { useReach } from './use-reach';
import { WishSentence } from './WishSentence';
import { Failed } from '../../ui/Failed';

const PARTS = ['motor', 'esc', 'pack'] as const;

export default function FindStation() {
  return <OnPlan so="nothing can be found for it">{(active) => <Finding key={active.carId} active={active} />}</OnPlan>;
}

/** A wish for a car, and what answers it. */
function Finding({ active }: { active: ActivePlan }) {
  const { wishes, wish, base, limits, problems, live, done, background, isShelfEmpty } = useFind(active);
  const reach = useReach(live.setups, limits, done);
  const front = useFront(wish, base, limits, reach.shown);
  const since = useSince(wish, live.setups, done);
  return (
    <main className="mx-auto max-w-page px-6 pt-2.5 pb-6 max-sm:px-3 max-sm:pb-20">
      <h1 className="sr-only">Find parts and gears for {active.car.name}</h1>
      <SavedWishes wishes={wishes} background={background} carName={active.car.name} planName={active.plan.name} />
      <LearnedNote learned={active.file.learned} planId={active.id} />
      <WishSentence search={wish} file={active.file} onChange={wishes.change} />
      {problems.length === 0 && <SearchLine live={live} reach={reach} />}
      {isShelfEmpty && <EmptyShelf scope={wish.scope} />}
      {live.failed !== undefined && <Failed what="The search could not go on" reason={live.failed} onRetry={live.retry} />}
      {problems.length > 0 || (done && live.setups.length === 0) ? (
        <div className="mt-3 grid gap-x-6 gap-y-3 lg:grid-cols-[18rem_1fr]">
          <div>{problems.length === 0 && <Sieve live={live} base={base} reach={reach} />}</div>
          <NoAnswer
            live={live}
            base={base}
            wish={wish.wish}
            scope={wish.scope}
            problems={problems}
            onWish={(next, label) => wishes.change({ ...wish, wish: next }, label)}
            onScope={(scope, label) => wishes.change({ ...wish, scope }, label)}
          />
        </div>
      ) : (
        <>
          <FoundFront active={active} wish={wish} base={base} live={live} reach={reach} front={front} since={since} />
          <SpeedCaution className="mt-2 text-small text-soft" topSpeedMs={max(live.setups, ({ figures }) => figures.topSpeedMs) ?? 0}>
            {base.car.weighedPartsG === undefined ? 'Weights are the car’s as noted: a heavier pack makes it slower than said here.' : undefined}
          </SpeedCaution>
        </>
      )}
    </main>
  );
}

function EmptyShelf({ scope }: { scope: SearchScope }) {
  return (
    <p className="my-2 flex flex-wrap items-center gap-x-3 gap-y-1 border-l-4 border-caution bg-sheet px-4 py-2">
      {PARTS.some((kind) => scope[kind] === 'classes')
        ? 'The shelf is empty: generic sizes stand in, without prices.'
        : 'The shelf is empty: only this plan’s own parts and gears are tried. Choose generic sizes above, or'}
      <Link to="/shelf" className="underline decoration-edge underline-offset-4">
        put parts on the shelf
      </Link>
    </p>
  );
}
