import { Pin, PinOff } from 'lucide-react';
import { memo, useCallback, useDeferredValue, useMemo } from 'react';
import { latePart } from '../../ui/late-part';
import { useParams } from 'react-router';
import { useAppDispatch } from '../../document-store/store';
import { LearnedNote } from '../../active/LearnedNote';
import { SpeedCaution } from '../../active/SpeedCaution';
import { NoSuchPlan } from '../../active/NoSuchPlan';
import { togglePlanPin } from '../../active/pinning';
import { useCarHere } from '../../active/use-car-here';
import { usePlan, type ActivePlan } from '../../active/use-plan';
import { current, latest } from '../../jobs/asked';
import { Button } from '../../ui/Button';
import { Failed } from '../../ui/Failed';
import { Answers } from './Answers';
import { Chain } from './Chain';
import { FindingsPanel } from './FindingsPanel';
import { PhoneAnswers } from './PhoneAnswers';
import { PlanSentence } from './PlanSentence';
import { PlanTabs } from './PlanTabs';
import { usePinned, usePlanView, type PlanView } from './use-plan-view';
import { usePlanKeys } from './usePlanKeys';
import { Guarded } from '../../ui/Guarded';

const LinkDrawer = latePart('The figures of the link', () => import('./LinkDrawer'));

export default function PlanStation() {
  const { planId = '' } = useParams();
  const active = usePlan(planId);
  const here = useCarHere(planId);
  if (!active) return <NoSuchPlan here={here} />;
  return <Planning key={planId} active={active} />;
}

/** A plan as a chain, what it answers, what gives, and whatever is looked at closer. */
function Planning({ active }: { active: ActivePlan }) {
  const plan = usePlanView(active);
  const { view, result, stale, run, link, setLink } = plan;
  usePlanKeys(active);
  return (
    <main data-wide className="mx-auto max-w-page px-6 pt-3 pb-6 max-sm:px-3 max-sm:pb-20">
      <h1 className="sr-only">
        {active.car.name}: {active.plan.name}
      </h1>
      {view.state === 'ready' && <PlanSentence active={active} steady={view.steady} run={result?.driven.run} />}
      <Guarded what="The chain">
        <Chain
          active={active}
          view={view}
          moment={plan.atMoment}
          momentS={plan.sample?.timeS}
          uses={result?.uses}
          usesStale={stale}
          worst={result?.findings[0]}
          onOpen={setLink}
        />
      </Guarded>
      {view.state === 'failed' && (
        <p role="alert" className="my-4 border-l-4 border-stop bg-sheet px-4 py-3">
          <strong>This plan cannot be computed.</strong> {view.message}. Open the link it stands in and correct the figure, or undo.
        </p>
      )}
      {run.state === 'failed' && <Failed what="The run could not be computed" reason={run.reason} onRetry={run.retry} />}
      {view.state === 'ready' && <Computed active={active} plan={plan} view={view} />}
      {link && (
        <LinkDrawer
          link={link}
          active={active}
          resolved={view.state === 'ready' ? view.resolved : undefined}
          onClose={() => setLink(undefined)}
          onOpen={setLink}
        />
      )}
    </main>
  );
}

interface ComputedProps {
  active: ActivePlan;
  plan: PlanView;
  view: Extract<PlanView['view'], { state: 'ready' }>;
}

/** All that stands below the chain of a plan that can be computed. */
function Computed({ active, plan, view }: ComputedProps) {
  const { terms, result, stale, bands, setTab } = plan;
  const { pin, isPinnedNow, against } = usePinned(active, terms);
  const why = useCallback(() => setTab('Working'), [setTab]);
  const run = result?.driven.run;
  const now = useMemo(() => ({ active, plan, view, isPinnedNow, hasPin: pin !== undefined }), [active, plan, view, isPinnedNow, pin]);
  // Chain and answers follow an edit in the same frame; the panels below them when those are drawn, but for the first time, where nothing stands yet.
  const later = useDeferredValue(now);
  const below = later.plan.result ? later : now;
  return (
    <>
      <LearnedNote learned={active.file.learned} planId={active.id} className="mt-1 text-right" />
      <div className="mt-2 border-y border-rule">
        <Guarded what="The answers" resetKeys={[active.file]}>
          <Answers
            file={active.file}
            steady={view.steady}
            run={run}
            runStale={stale}
            bands={latest(bands)}
            bandsStale={bands.state !== 'ready' && current(bands) === undefined}
            limits={terms.limits}
            pinned={against}
            onWhy={why}
          />
        </Guarded>
      </div>
      {bands.state === 'failed' && <Failed what="How sure the answers are could not be worked out" reason={bands.reason} onRetry={bands.retry} />}
      <Below {...below} />
      <PhoneAnswers steady={view.steady} run={run} findings={result?.findings} />
    </>
  );
}

interface BelowProps extends ComputedProps {
  isPinnedNow: boolean;
  hasPin: boolean;
}

/** The panels, and what gives. */
const Below = memo(function Below({ active, plan, view, isPinnedNow, hasPin }: BelowProps) {
  const { result, fixes, stale } = plan;
  return (
    <div className="grid gap-x-6 lg:grid-cols-[minmax(0,1fr)_23.5rem]">
      <PlanTabs active={active} plan={plan} view={view} />
      <div className="border-rule py-2 max-lg:border-t lg:border-l lg:pl-6">
        <Guarded what="What fails first" resetKeys={[active.file]}>
          <FindingsPanel
            active={active}
            findings={result?.findings}
            uses={result?.uses}
            fixes={fixes}
            isFailed={plan.run.state === 'failed'}
            canC={result?.driven.run.maxCanC}
            topSpeedMs={view.steady.topSpeedMs}
            stale={stale}
          >
            <PinButton planId={active.id} isPinnedNow={isPinnedNow} hasPin={hasPin} />
          </FindingsPanel>
        </Guarded>
        <SpeedCaution className="mt-3 text-small text-soft" topSpeedMs={view.steady.topSpeedMs}>
          Motor and ESC are hot after a run.
        </SpeedCaution>
      </div>
    </div>
  );
});

function PinButton({ planId, isPinnedNow, hasPin }: { planId: string; isPinnedNow: boolean; hasPin: boolean }) {
  const dispatch = useAppDispatch();
  return (
    <Button
      tone="quiet"
      icon={isPinnedNow ? <PinOff size={14} /> : <Pin size={14} />}
      title={isPinnedNow ? 'Take this setup’s pin out (p)' : 'Pin this setup and compare what you change with it (p)'}
      onClick={() => dispatch(togglePlanPin(planId))}
    >
      {isPinnedNow ? 'Unpin' : hasPin ? 'Pin this too' : 'Pin to compare'}
    </Button>
  );
}
