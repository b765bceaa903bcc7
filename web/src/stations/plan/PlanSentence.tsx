import { isHeldBack, predictSteady, resolvePlan, type Run, type Steady } from '@puddler/core';
import { formatIn, unitOf } from '@puddler/figures';
import { Share2 } from 'lucide-react';
import { useMemo, useState } from 'react';
import { measuredIn } from '../../document-store/run-figures';
import { benchOf, runsOfCar } from '../../document-store/selectors';
import { useAppSelector } from '../../document-store/store';
import { motorHeatWords } from '../../active/heat-text';
import { useRunTerms } from '../../active/run-terms';
import { runsText } from '../../active/runs-text';
import type { ActivePlan } from '../../active/use-plan';
import { useIsCarHere } from '../../active/use-car-here';
import { Button } from '../../ui/Button';
import { lateDialog } from '../../ui/late-part';

const ShareDialog = lateDialog('The ways to share', () => import('./ShareDialog'));

/** A plan in one sentence: what the car does today and what it would do, and what of that was measured. */
export function PlanSentence({ active, steady, run }: { active: ActivePlan; steady: Steady; run: Run | undefined }) {
  const { id, carId, plan, asBought } = active;
  const system = useAppSelector((state) => state.prefs.units);
  const [sharing, setSharing] = useState(false);
  const today = useAppSelector((state) => benchOf(state, carId)?.today?.topSpeedMs);
  const areHere = useIsCarHere(carId);
  const runs = useAppSelector((state) => runsOfCar(state, carId));
  const { stock } = useRunTerms(carId, plan.limits);
  const isAsBought = asBought === plan;
  const boughtMs = useMemo(() => (stock && !isAsBought ? predictSteady(resolvePlan(stock)).topSpeedMs : undefined), [stock, isAsBought]);
  const speed = unitOf('m/s', system);
  const warm = unitOf('°C', system);
  const before = today ?? boughtMs;
  const measured = runs.flatMap(({ run: one }) => (one.planId === id && !isHeldBack(one) ? (measuredIn(one).topSpeedMs ?? []) : []));
  return (
    <div className="mb-1 flex items-center justify-between gap-3">
      <p className="text-body">
        {isAsBought ? 'As bought ' : before === undefined ? '' : `Today ${today === undefined ? 'about ' : ''}${formatIn(before, speed, true)} → `}
        <strong className="font-semibold">
          {formatIn(steady.topSpeedMs, speed, true)} {speed.symbol}
        </strong>
        {run && `, ${motorHeatWords(run, warm)}`}
        {areHere && (
          <span className="text-soft">
            ; measured:{' '}
            {measured.length === 0
              ? 'nothing yet'
              : `${formatIn(measured[0]!, speed, true)} ${speed.symbol} ${measured.length === 1 ? 'in one run' : `at the last of ${runsText(measured.length)}`}`}
          </span>
        )}
      </p>
      <Button tone="quiet" icon={<Share2 size={14} />} className="max-sm:hidden" onClick={() => setSharing(true)}>
        Share
      </Button>
      {sharing && <ShareDialog active={active} onClose={() => setSharing(false)} />}
    </div>
  );
}
