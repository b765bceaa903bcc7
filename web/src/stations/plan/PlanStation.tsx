import { fitFindings, type LinkName } from '@puddler/core';
import { Pin, PinOff } from 'lucide-react';
import { lazy, Suspense, useMemo, useState } from 'react';
import { useParams } from 'react-router';
import { pinned, unpinned } from '../../app/pins-slice';
import { useAppDispatch, useAppSelector } from '../../app/store';
import { chainView } from '../../predict/chain-view';
import { latest, useRun } from '../../predict/use-run';
import { Button } from '../../ui/Button';
import { Answers } from './Answers';
import { Chain } from './Chain';
import { Figures } from './Figures';
import { NoSuchPlan } from './NoSuchPlan';
import { PhoneAnswers } from './PhoneAnswers';
import { PassPanel } from './PassPanel';
import { usePlan, type PlanInHand } from './usePlan';
import { usePlanKeys } from './usePlanKeys';

const LinkDrawer = lazy(() => import('./LinkDrawer'));

export default function PlanStation() {
  const { planId = '' } = useParams();
  const inHand = usePlan(planId);
  const loaded = useAppSelector((state) => state.desk.loaded);
  if (!inHand) return <NoSuchPlan loaded={loaded} />;
  return <Desk key={planId} inHand={inHand} />;
}

function Desk({ inHand }: { inHand: PlanInHand }) {
  const dispatch = useAppDispatch();
  const [link, setLink] = useState<LinkName>();
  const view = chainView(inHand.file);
  const runState = useRun(view.state === 'ready' ? inHand.file : undefined, true);
  const result = latest(runState);
  const stale = runState.state === 'waiting';
  const fits = useMemo(() => (view.state === 'ready' ? fitFindings(inHand.file, view.resolved) : []), [view, inHand.file]);

  const pin = useAppSelector((state) => state.pins[inHand.id]);
  const pinView = pin && chainView(pin);
  const pinRun = latest(useRun(pin));
  usePlanKeys(inHand);

  return (
    <main className="mx-auto max-w-[1400px] px-6 pt-3 pb-6 max-sm:px-3 max-sm:pb-20">
      <h1 className="sr-only">
        {inHand.car.name}: {inHand.plan.name}
      </h1>
      <Chain inHand={inHand} view={view} uses={result?.uses} usesStale={stale} onOpen={setLink} />
      {view.state === 'failed' && (
        <p role="alert" className="my-4 border-l-4 border-stop bg-sheet px-4 py-3">
          <strong>This plan cannot be computed.</strong> {view.message}. Open the link it stands in and mend the figure, or undo.
        </p>
      )}
      {runState.state === 'failed' && (
        <p role="alert" className="my-4 border-l-4 border-stop bg-sheet px-4 py-3">
          <strong>The run could not be computed.</strong> {runState.message}
        </p>
      )}
      {view.state === 'ready' && (
        <>
          <div className="mt-2 border-y border-rule">
            <Answers
              file={inHand.file}
              steady={view.steady}
              run={result?.run}
              runStale={stale}
              pinned={pinView?.state === 'ready' ? { steady: pinView.steady, run: pinRun?.run } : undefined}
            />
          </div>
          <div className="grid gap-x-6 lg:grid-cols-[1fr_330px]">
            <div className="min-w-0 py-2">
              <PassPanel pass={result?.pass} stale={stale} limit={view.steady.gripLimit} />
            </div>
            <div className="border-rule py-2 max-lg:border-t lg:border-l lg:pl-6">
              <Figures file={inHand.file} steady={view.steady} run={result?.run} pass={result?.pass} uses={result?.uses} fits={fits} stale={stale}>
                {pin ? (
                  <Button tone="quiet" icon={<PinOff size={14} />} onClick={() => dispatch(unpinned({ planId: inHand.id }))}>
                    Unpin
                  </Button>
                ) : (
                  <Button
                    tone="quiet"
                    icon={<Pin size={14} />}
                    title="Pin this setup and compare what you change with it (p)"
                    onClick={() => dispatch(pinned({ planId: inHand.id, file: inHand.file }))}
                  >
                    Pin to compare
                  </Button>
                )}
              </Figures>
              <p className="mt-3 text-[12px] text-soft">
                Speed runs only in a closed, empty place with permission, away from people, roads and traffic; follow local rules. Motor and ESC are
                hot after a run.
              </p>
            </div>
          </div>
        </>
      )}
      {view.state === 'ready' && <PhoneAnswers steady={view.steady} run={result?.run} />}
      {link && (
        <Suspense fallback={null}>
          <LinkDrawer
            link={link}
            inHand={inHand}
            resolved={view.state === 'ready' ? view.resolved : undefined}
            onClose={() => setLink(undefined)}
            onOpen={setLink}
          />
        </Suspense>
      )}
    </main>
  );
}
